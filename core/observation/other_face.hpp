// SPDX-License-Identifier: GPL-3.0-or-later
// One pair may touch in several places: a tile map is floor and wall at once.
#pragma once

#include "encounter/meeting.hpp"

namespace oddbounce {

/// The collider `own`, set a little aside of the face that it touches (`normal`, from it to `other`), meets
/// another face of `other` on its way along `way` (unit) within `reach`: that face's normal, from it to
/// `other`. None where `other` is of one convex part, or is not met.
std::optional<Vec3> other_face(const Step& step, Slot own, Slot other, const Vec3& normal, const Vec3& way,
                               double reach);

} // namespace oddbounce
