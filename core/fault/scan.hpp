// SPDX-License-Identifier: GPL-3.0-or-later
// The scan: drives the faults over a recording and tidies up what they report.
#pragma once

#include "fault/coverage.hpp"
#include "fault/project.hpp"

namespace oddbounce {

struct ScanOptions {
    std::vector<std::string> only; ///< fault ids; empty: all
    Project project; ///< thresholds, and which findings are expected: those are reported with that mark
    std::size_t first = 0, last = ~std::size_t(0); ///< frame indices
    int threads = 0;
    Control* control = nullptr;
    /// Called for each finding as soon as it is known and numbered; in the scanning thread. It is
    /// provisional: it may turn out to be part of another one later and be missing from the result.
    std::function<void(const Finding&)> found;
    std::function<void(Encounter&&)> encounter; ///< called as encounters end, if set
    bool accounts = true;                       ///< false: findings are not described; see describe()
    bool dismissed = false;                     ///< also tells what the rules considered and did not report
    std::string without;                        ///< "tunneling/clip": as if that excuse did not exist
};

struct Scan {
    std::vector<std::string> judged;
    std::map<std::string, std::string> not_judged; ///< fault id -> why
    Coverage coverage;
    std::vector<Finding> findings;    ///< heaviest first
    std::vector<Dismissal> dismissed; ///< in order of frames, where it was asked for
    bool complete = true;             ///< false: stopped
};

/// Judges a recording. Same result for any number of threads. Throws BadInput for an unknown id in `only`.
Scan scan(const Recording& recording, const ScanOptions& options = {});

/// Writes the finding's account, suggestions and marks, unless it has them.
void describe(const Recording& recording, Finding& finding);

} // namespace oddbounce
