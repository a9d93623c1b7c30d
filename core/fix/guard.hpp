// SPDX-License-Identifier: GPL-3.0-or-later
// What was found out about a recording, kept as checks: a fault that must be gone, a fix that must hold.
#pragma once

#include "fix/case_file.hpp"
#include "fix/verdict.hpp"

namespace oddbounce {

struct CheckResult {
    std::string what; ///< "no tunneling of parcel, net", "'sweep the parcel' fixes it"
    bool holds = false;
    std::string why; ///< what was found, or the verdict
};

/// In the order of the case. Findings that `project` expects count for nothing.
std::vector<CheckResult> guard(const Recording& recording, const Case& kept, const Project& project,
                               int threads = 0, Control* control = nullptr);

} // namespace oddbounce
