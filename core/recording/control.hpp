// SPDX-License-Identifier: GPL-3.0-or-later
// Long work: progress out, stop in. Shared by reading, scan, rerun and the window.
#pragma once

#include <atomic>

namespace oddbounce {

struct Control {
    std::atomic<bool> stop{false};
    std::atomic<double> progress{0.0}; ///< 0..1
};

} // namespace oddbounce
