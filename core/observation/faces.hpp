// SPDX-License-Identifier: GPL-3.0-or-later
// The faces that a body touches. One pair may touch in several places: a tile map is floor and wall at once.
#pragma once

#include "encounter/meeting.hpp"

namespace oddbounce {

/// The collider `own`, set a little aside of the face that it touches (`normal`, from it to `other`), meets
/// another face of `other` on its way along `way` (unit) within `reach`: that face's normal, from it to
/// `other`. None where `other` is of one convex part, or is not met.
std::optional<Vec3> other_face(const Step& step, Slot own, Slot other, const Vec3& normal, const Vec3& way,
                               double reach);

/// A solid face at a body, at the end of the frame.
struct Face {
    Slot own = -1, other = -1; ///< colliders
    Vec3 normal{0.0};          ///< from own to other
    Vec3 at{0.0};
    double gap = infinity; ///< of the pair
    bool contact = false;  ///< the log has a contact of the pair
};
/// Those within `near` of the body (or with a contact), and those of the same pairs that it meets on its way
/// along `way` (unit) within `near`.
std::vector<Face> faces_at(const Step& step, Slot body, const Vec3& way, double near);

} // namespace oddbounce
