// SPDX-License-Identifier: GPL-3.0-or-later
// Who moves and who responds: which of the two bodies of a touch a sentence is about.
#pragma once

#include "encounter/encounter.hpp"

namespace oddbounce {

/// Of the two colliders of a pair, the one whose body moves (more): mover first. Ties go to the smaller
/// shape, then to the lower body id, so that naming order does not matter.
std::pair<Slot, Slot> mover_first(const World& before, const World& now, Slot a, Slot b);

/// Of the two colliders of a touch, first the one whose motion the touch changed: the ball, not the faster
/// paddle that hits it. Where neither stands out, as `mover_first`.
std::pair<Slot, Slot> responder_first(const Step& step, const Meeting& meeting);

/// By how much one of the two changed the closing speed of their surfaces by its own motion, unit/s: above
/// zero it closes less. Both together are what was turned.
double own_turn(const Step& step, const Meeting& m, Slot own);

/// What a kinematic or static body does to its own motion is no response: where only one of the two is
/// dynamic, that one must have turned, by more than `share` of the change of closing speed `turned`.
bool turned_itself(const Step& step, const Meeting& m, double turned, double share);

} // namespace oddbounce
