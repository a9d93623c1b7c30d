// SPDX-License-Identifier: GPL-3.0-or-later
// Stretches of play in which nothing is faulty, to see what a fix does there.
#pragma once

#include "fault/finding.hpp"
#include "fix/fit.hpp"
#include "fix/touches.hpp"

namespace oddbounce {

struct OrdinaryPlayOptions {
    std::size_t most = 12;           ///< windows in all
    std::size_t of_each_kind = 3;    ///< ditto, of what is met
    std::size_t lead = 6, tail = 24; ///< frames before the touch begins, and after it
};
struct OrdinaryPlay {
    FrameWindow window;
    std::size_t touched; ///< the frame in which it comes to something
};
/// Windows in which `body`, or one of its kind that is moved, comes to something solid, far from all
/// `findings` about it; of each kind of thing that is met some, spread over the recording. Each begins free
/// of overlaps, and no two of one body meet. `wanted`: whether a meeting of these two bodies is of interest.
std::vector<OrdinaryPlay> ordinary_play(const Recording& recording, Slot body, const Touches& touches,
                                        const std::vector<Finding>& findings,
                                        const std::function<bool(Id, Id)>& wanted,
                                        const OrdinaryPlayOptions& options = {});

} // namespace oddbounce
