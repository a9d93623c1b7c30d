// SPDX-License-Identifier: GPL-3.0-or-later
// Where a body would have gone by itself: what gravity, its momentum and its own wish explain of a step, and
// what is left over.
#pragma once

#include "encounter/meeting.hpp"

namespace oddbounce {

/// What gravity adds to a velocity in the step, unit/s. It need not pull all bodies: see Observed::falls.
Vec3 gravity_gain(const Step& step);
/// What changed a body's velocity in the step beside gravity, unit/s; 0 where a velocity is not known.
double change_beside_gravity(const Step& step, Slot body);
/// Ditto beside gravity and steering (it has the velocity that it wants); 0 for a static body.
double unexplained_change(const Step& step, Slot collider);
/// The velocities that it came with and left with explain the way that the collider's body went in this step;
/// else code (or a push) put it there.
bool carried_there(const Step& step, Slot collider);
/// How far the collider's body went in the step, where that is more than `times` what its velocities and half
/// of its width that way explain: it was put there, and no teleport is logged. Else 0. A velocity that is
/// derived from this very way explains nothing.
double leap(const Step& step, Slot collider, double times);

} // namespace oddbounce
