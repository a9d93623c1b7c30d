// SPDX-License-Identifier: GPL-3.0-or-later
// Which faults a recording can be judged for, and what its game would have to log for the rest.
#pragma once

#include "fault/rule.hpp"

#include <set>

namespace oddbounce {

/// Name of a channel or a kind of line in the log: "rays", "probe"; empty for Input::None.
const char* word(Input input);
/// What of the fault's needs the recording lacks. A recording that still grows may bring the definitions.
std::vector<Input> missing_inputs(const Recording& recording, const Fault& fault);

struct Coverage {
    std::size_t judged = 0, asked = 0; ///< faults
    std::set<Input> missing;           ///< what would have to be logged for the others
    bool whole() const { return judged == asked; }
};
/// "18 of 28 faults judged; log `rays` and `events` for the rest"
std::string text_of(const Coverage& coverage);

/// How a game's recorder writes an input, in the languages that recorders exist for.
struct RecorderLine {
    const char* language; ///< "C++", "C", "Python", "JavaScript", "Lua", "any"
    const char* code;
};
std::vector<RecorderLine> recorder_lines(Input input);

} // namespace oddbounce
