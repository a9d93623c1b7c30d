// SPDX-License-Identifier: GPL-3.0-or-later
#include "live_calls.hpp"

#include "fault/scan.hpp"
#include "listener.hpp"
#include "recording/bad_input.hpp"
#include "report/report.hpp"

#include <fmt/format.h>

#include <atomic>
#include <cerrno>
#include <chrono>
#include <condition_variable>
#include <csignal>
#include <cstring>
#include <deque>
#include <fcntl.h>
#include <filesystem>
#include <iostream>
#include <mutex>
#include <thread>
#include <unistd.h>

namespace oddbounce {

namespace {

std::atomic<bool> interrupted{false};
void interrupt(int) { interrupted = true; }
void watch_signals() {
    std::signal(SIGINT, interrupt);
    std::signal(SIGTERM, interrupt);
}

/// What the listener's thread has to say, in order, for the main thread.
class Queue {
  public:
    void put(std::function<void()> f) {
        const std::lock_guard lock(mutex_);
        all_.push_back(std::move(f));
        came_.notify_one();
    }
    /// Runs what came; waits a little for it.
    void run() {
        std::unique_lock lock(mutex_);
        came_.wait_for(lock, std::chrono::milliseconds(100), [this] { return !all_.empty(); });
        while (!all_.empty()) {
            const auto f = std::move(all_.front());
            all_.pop_front();
            lock.unlock();
            f();
            lock.lock();
        }
    }

  private:
    std::mutex mutex_;
    std::condition_variable came_;
    std::deque<std::function<void()>> all_;
};

/// Judges a session while it comes, in a thread of its own.
class Judge {
  public:
    Judge(std::shared_ptr<const Recording> r, const ListenCall& call) : recording_(std::move(r)) {
        ScanOptions options;
        if (!call.settings.empty()) options.project = read_project(call.settings);
        options.found = [this, as_json = call.format == "json"](const Finding& f) {
            const std::lock_guard lock(printing());
            std::cout << (as_json ? json_of(f, recording_->header.space).dump() + "\n" : line_of_finding(f))
                      << std::flush;
        };
        thread_ = std::thread([this, options] {
            try {
                found_ = scan(*recording_, options).findings.size();
            } catch (const std::exception& e) {
                const std::lock_guard lock(printing());
                std::cerr << "oddb: " << e.what() << "\n";
            }
        });
    }
    ~Judge() {
        if (thread_.joinable()) thread_.join();
    }
    /// Waits until all is judged.
    std::size_t found() {
        if (thread_.joinable()) thread_.join();
        return found_;
    }
    static std::mutex& printing() {
        static std::mutex mutex;
        return mutex;
    }

  private:
    static std::string line_of_finding(const Finding& f) {
        std::string names;
        for (const std::string& n : f.names) names += (names.empty() ? "" : ", ") + n;
        return fmt::format("{}  frames {}-{}  {}  {}\n", f.fault, f.first, f.last, names, word(f.grade));
    }

    std::shared_ptr<const Recording> recording_;
    std::size_t found_ = 0;
    std::thread thread_;
};

} // namespace

bool listen(const ListenCall& call) {
    watch_signals();
    Queue queue;
    std::unique_ptr<Judge> judge;
    bool found = false, over = false;
    const auto say = [](const std::string& sentence) {
        const std::lock_guard lock(Judge::printing());
        std::cerr << sentence << std::endl;
    };
    Listener::Options options;
    options.address = call.address, options.keep_seconds = call.keep_minutes * 60.0;
    if (call.port >= 0) options.port = static_cast<unsigned short>(call.port);
    const bool folder = std::filesystem::is_directory(call.out);
    if (!folder && !call.out.ends_with(".bounce"))
        throw BadInput(call.out, 0,
                       "cannot hold sessions, expected a name that ends in .bounce, or a folder");
    options.name = [out = call.out, folder](const Header& h) {
        return folder ? free_path(out, h) : free_path(out);
    };
    Listener::Events events;
    events.began = [&](std::shared_ptr<const Recording> r, const std::string& path) {
        queue.put([&, r = std::move(r), path] {
            say(path + ": recording");
            if (!call.no_scan) judge = std::make_unique<Judge>(r, call);
        });
    };
    events.mark = [&](const LiveSession::Mark& m) {
        queue.put([&, m] { say(fmt::format("mark at frame {}: {}", m.frame, m.note)); });
    };
    events.ended = [&](const std::string& sentence, const std::string& path) {
        queue.put([&, sentence, path] {
            if (judge) {
                const std::size_t n = judge->found();
                found = found || n > 0;
                judge.reset();
                say(fmt::format("{}: ended ({}), {} finding{}", path, sentence, n, n == 1 ? "" : "s"));
            } else
                say(path + ": ended (" + sentence + ")");
            over = call.once;
        });
    };
    events.refused = [&](const std::string& sentence) {
        queue.put([&, sentence] { say("refused: " + sentence); });
    };
    {
        Listener listener(options, events);
        say(fmt::format("listening on ws://{}:{}, Ctrl+C to stop", call.address, listener.port()));
        while (!interrupted && !over) queue.run();
    } // a session under way is ended here
    queue.run();
    return found;
}

namespace {

/// Line by line, and not faster than so many frames a second.
void send_paced(Sender& sender, std::string_view lines, double pace) {
    while (!lines.empty() && !interrupted) {
        const std::size_t end = lines.find('\n') + 1;
        sender.send(lines.substr(0, end));
        if (lines.starts_with("{\"frame\""))
            std::this_thread::sleep_for(std::chrono::duration<double>(1.0 / pace));
        lines.remove_prefix(end);
    }
}

} // namespace

void send(const SendCall& call) {
    watch_signals();
    const int file = call.file == "-" ? STDIN_FILENO : open(call.file.c_str(), O_RDONLY | O_CLOEXEC);
    if (file < 0) throw BadInput(call.file, 0, std::string("cannot be opened: ") + std::strerror(errno));
    Sender sender(call.to);
    std::string lines;
    char block[1 << 16];
    while (!interrupted) {
        const ssize_t n = read(file, block, sizeof block); // as much as there is, however little
        if (n < 0 && errno != EINTR)
            throw BadInput(call.file, 0, std::string("cannot be read: ") + std::strerror(errno));
        lines.append(block, static_cast<std::size_t>(std::max<ssize_t>(0, n)));
        const std::size_t end = lines.rfind('\n');
        if (end != std::string::npos) {
            const std::string_view whole = std::string_view(lines).substr(0, end + 1);
            call.pace > 0.0 ? send_paced(sender, whole, call.pace) : sender.send(whole);
            lines.erase(0, end + 1);
        }
        if (n > 0) continue;
        if (!call.follow) break;
        std::this_thread::sleep_for(std::chrono::milliseconds(20));
    }
    sender.close();
}

} // namespace oddbounce
