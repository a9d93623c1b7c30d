// SPDX-License-Identifier: GPL-3.0-or-later
// What else pushes the two of a pair: a third one, or a crowd that code puts apart pair by pair.
#pragma once

#include "encounter/meeting.hpp"

namespace oddbounce {

/// What is left of a vector without its part within the cone that unit directions span: of a wish, what faces
/// with these normals let through; of a change of velocity, what pushes along them do not explain.
Vec3 beyond(const Vec3& vector, const std::vector<Vec3>& directions);

/// The directions in which all that the body of `own`, a collider of the meeting, touches otherwise pushes
/// it.
std::vector<Vec3> pushes_of_others(const Step& step, const Meeting& meeting, Slot own);

/// Two colliders of one kind that code moves.
bool of_one_crowd(const World& world, Slot a, Slot b);
/// Two of a kind that code moves, and a third of it that touches one of them, not from the other one's side;
/// and one of them presses: it wants to go there, or, where no desired velocity is logged, goes.
bool crowded(const Step& step, const Meeting& meeting);

} // namespace oddbounce
