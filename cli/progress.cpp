// SPDX-License-Identifier: GPL-3.0-or-later
#include "progress.hpp"

#include "recording/bad_input.hpp"
#include "recording/plain_text.hpp"

#include <fmt/format.h>

#include <chrono>
#include <csignal>
#include <unistd.h>

namespace oddbounce {

namespace {
std::atomic<bool> interrupted{false};
extern "C" void note_interrupt(int) { interrupted = true; }
} // namespace

Progress::Progress(std::string what, bool quiet) : what_(plain_text(what)) {
    std::signal(SIGINT, note_interrupt);
    std::signal(SIGTERM, note_interrupt);
    thread_ = std::thread([this, shows = !quiet && isatty(STDERR_FILENO) != 0] {
        constexpr auto pause = std::chrono::milliseconds(100);
        constexpr int silent_pauses = 5;
        std::unique_lock lock(mutex_);
        bool shown = false;
        for (int n = 0; !over_.wait_for(lock, pause, [this] { return done_; }); ++n) {
            if (interrupted) control_.stop = true;
            if (!shows || n < silent_pauses) continue;
            shown = true;
            fmt::print(stderr, "\r{}: {:.0f} %\033[K", what_, 100.0 * control_.progress.load());
            std::fflush(stderr);
        }
        if (shown) fmt::print(stderr, "\r\033[K"), std::fflush(stderr);
    });
}

Progress::~Progress() {
    {
        const std::lock_guard lock(mutex_);
        done_ = true;
    }
    over_.notify_one();
    thread_.join();
    std::signal(SIGINT, SIG_DFL);
    std::signal(SIGTERM, SIG_DFL);
}

void Progress::check() const {
    if (control_.stop) throw BadInput(what_, 0, "interrupted");
}

} // namespace oddbounce
