// SPDX-License-Identifier: GPL-3.0-or-later
// Progress of long work on the terminal.
#pragma once

#include "recording/control.hpp"

#include <condition_variable>
#include <mutex>
#include <string>
#include <thread>

namespace oddbounce {

/// Shows "reading net.bouncelog: 34 %" on standard error after half a second, if that is a terminal, and
/// wipes it at the end. Ctrl+C stops the work.
class Progress {
  public:
    /// `quiet`: shows nothing.
    Progress(std::string what, bool quiet);
    ~Progress();
    Control* control() { return &control_; }
    /// Throws BadInput where the work was interrupted.
    void check() const;

  private:
    Control control_;
    const std::string what_;
    std::mutex mutex_;
    std::condition_variable over_;
    bool done_ = false;
    std::thread thread_;
};

} // namespace oddbounce
