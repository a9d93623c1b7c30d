// SPDX-License-Identifier: GPL-3.0-or-later
// What the command line prints: text for people, JSON for programs (docs/command-line.md).
#pragma once

#include "fault/scan.hpp"

namespace oddbounce {

nlohmann::json json_of(const Finding& finding, int space);
nlohmann::json json_of(const Recording& recording, const Scan& scan);
std::string text_of(const Recording& recording, const Scan& scan);

/// "370 + 16 %: It touches the net.", "cause: …"
std::string sentence_text(const Sentence& sentence);
/// "24.3 px", "(0, 1)", "tested before moving"
std::string fact_text(const Fact& fact);

nlohmann::json info_json(const Recording& recording);
std::string info_text(const Recording& recording);

} // namespace oddbounce
