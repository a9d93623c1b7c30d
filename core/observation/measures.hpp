// SPDX-License-Identifier: GPL-3.0-or-later
// Measures of bodies and pairs that several rules ask for.
#pragma once

#include "encounter/meeting.hpp"

namespace oddbounce {

/// The layer of a collider; without one the kind of its body stands for it. Requires: its body is defined.
const std::string& layer_of(const World& world, Slot collider);

/// One collider's body is the other's owner, or both are parts of one owner.
inline bool one_owner(const World& world, Slot a, Slot b) {
    const BodyDef &da = *world.body_of(a).def, &db = *world.body_of(b).def;
    return da.owner.value_or(da.id) == db.owner.value_or(db.id);
}

/// Extent, in units, of the smaller one of a pair that moves; what has no inside does not count. 0: none.
double moving_extent(const World& world, Slot a, Slot b);

/// Steps passed before this frame that are not in the recording: its number leaves some out, and so much time
/// passed. What a game tells only once may have been told in them.
bool left_out_before(const Recording& recording, std::size_t index);

/// Going straight from pose to pose, `mine` nowhere ends up deeper than `slop` in `theirs`, which rests at
/// `there`. What has no inside may not be crossed at all. Requires: poses of one turn.
bool clear_way(const Geometry& mine, std::initializer_list<Pose> poses, const Geometry& theirs,
               const Pose& there, double slop);

} // namespace oddbounce
