// SPDX-License-Identifier: GPL-3.0-or-later
// Who moves a body: a physics engine's solver or the game's own code. No rule and no other observation asks
// whether a body is dynamic; what a solver legitimately leaves is in the settings `solver.…`.
#pragma once

#include "recording/world.hpp"

namespace oddbounce {

/// A solver moves it.
inline bool solved(const BodyState& body) { return body.def->moves == Moves::Dynamic; }
inline bool solved(const World& world, Slot collider) { return solved(world.body_of(collider)); }
/// Of two colliders, a solver moves at least one.
inline bool either_solved(const World& world, Slot a, Slot b) { return solved(world, a) || solved(world, b); }

/// A solver moves and turns it, and no code says where it wants to go: a crate, a drum, a limb.
inline bool only_solved(const BodyState& body) {
    return solved(body) && !body.def->upright && !body.has_desired;
}

/// Code moves it, from place to place or by the velocity that it sets.
inline bool moved_by_code(const BodyState& body) { return body.def->moves == Moves::Kinematic; }
inline bool moved_by_code(const World& world, Slot collider) {
    return moved_by_code(world.body_of(collider));
}

} // namespace oddbounce
