// SPDX-License-Identifier: GPL-3.0-or-later
// A motion model as the lines of code that it stands for: who wrote the game knows its own loop again.
#pragma once

#include "fix/fix.hpp"

namespace oddbounce {

/// The lines of one step, indented by two spaces a level, in the reader's language. `mover` and `other` are
/// names; lengths are in the unit of `recording`.
std::vector<std::string> loop_of(const MotionModel& model, const std::string& mover, const std::string& other,
                                 const Recording& recording);

/// A line of the loop as it was, as it is with the fix, or in both.
struct LoopLine {
    enum Change { Same, Gone, New } change = Same;
    std::string text;
};
/// Both loops in one, the longest common lines kept. What is gone comes before what is new in its place.
std::vector<LoopLine> changed_lines(const std::vector<std::string>& was, const std::vector<std::string>& is);

} // namespace oddbounce
