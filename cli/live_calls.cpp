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
#include <future>
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
        options.control = &control_;
        options.found = [this, as_json = call.format == "json"](const Finding& f) {
            const std::lock_guard lock(printing());
            std::cout << (as_json ? json_of(f, recording_->header.space).dump() + "\n" : line_of_finding(f))
                      << std::flush;
        };
        thread_ = std::thread([this, options] {
            try {
                const Scan scan = oddbounce::scan(*recording_, options);
                found_ = scan.findings.size();
                if (!scan.complete) why_not_ = "stopped before the end";
            } catch (const std::exception&
                         e) { // also where frames that were still to be judged are no longer kept
                why_not_ = e.what();
            }
            done_.set_value();
        });
    }
    ~Judge() {
        control_.stop = true;
        if (thread_.joinable()) thread_.join();
    }
    /// Waits until all is judged; after an interruption only a moment.
    void end() {
        const auto done = done_.get_future();
        constexpr auto patience = std::chrono::milliseconds(600);
        for (auto waited = std::chrono::milliseconds(0); done.wait_for(step) != std::future_status::ready;
             waited += step)
            if (interrupted && waited >= patience) control_.stop = true;
        if (thread_.joinable()) thread_.join();
    }
    std::size_t found() const { return found_; }
    /// Empty: all was judged.
    const std::string& why_not() const { return why_not_; }
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

    static constexpr auto step = std::chrono::milliseconds(50);
    std::shared_ptr<const Recording> recording_;
    Control control_;
    std::promise<void> done_;
    std::string why_not_;
    std::size_t found_ = 0;
    std::thread thread_;
};

} // namespace

ListenResult listen(const ListenCall& call) {
    watch_signals();
    Queue queue;
    std::unique_ptr<Judge> judge;
    ListenResult result;
    bool over = false;
    const auto say = [](const std::string& sentence) {
        const std::lock_guard lock(Judge::printing());
        std::cerr << sentence << std::endl;
    };
    Listener::Options options;
    options.address = call.address, options.keep_seconds = call.keep_minutes * 60.0;
    if (call.port >= 0) options.port = static_cast<unsigned short>(call.port);
    options.page_token = call.token.empty() ? new_page_token() : call.token;
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
                judge->end();
                const std::size_t n = judge->found();
                std::string verdict = fmt::format("{} finding{}", n, n == 1 ? "" : "s");
                if (!judge->why_not().empty()) verdict = "not judged to its end: " + judge->why_not();
                result.found = result.found || n > 0;
                result.whole = result.whole && judge->why_not().empty();
                judge.reset();
                say(fmt::format("{}: ended ({}), {}", path, sentence, verdict));
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
        say(fmt::format("pages of this machine: ws://{}:{}/?token={}", call.address, listener.port(),
                        options.page_token));
        while (!interrupted && !over) queue.run();
    } // a session under way is ended here
    queue.run();
    return result;
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
