// SPDX-License-Identifier: GPL-3.0-or-later
// Scans as one HTML page that needs nothing else: no scripts, no other files.
#pragma once

#include "report/junit.hpp"

namespace oddbounce {

/// Findings of every file with their accounts, facts and fixes; what was not judged, and why.
std::string html_of(const std::vector<JudgedFile>& files);
/// The section of one finding, for pages that show more of it.
std::string html_of(const Finding& finding);
/// Head of a page in the light theme, up to and including <body>.
std::string html_head(const std::string& title);

} // namespace oddbounce
