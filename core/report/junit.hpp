// SPDX-License-Identifier: GPL-3.0-or-later
// Scans as JUnit XML, for build servers.
#pragma once

#include "fix/guard.hpp"
#include "report/report.hpp"

namespace oddbounce {

struct JudgedFile {
    std::shared_ptr<const Recording> recording;
    Scan scan;
};

/// One suite per file and one test case per fault: failed with its findings, skipped where it was not judged.
/// Expected findings are listed in the output of their case and do not fail it.
std::string junit_of(const std::vector<JudgedFile>& files);

struct GuardedFile {
    std::string file;
    std::vector<CheckResult> checks;
};
/// One suite per file and one test case per check.
std::string junit_of(const std::vector<GuardedFile>& files);

} // namespace oddbounce
