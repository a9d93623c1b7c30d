// SPDX-License-Identifier: GPL-3.0-or-later
// The faces that a body touches. One pair may touch in several places: a tile map is floor and wall at once.
#pragma once

#include "encounter/meeting.hpp"

namespace oddbounce {

/// A solid face at a body, at the end of the frame.
struct Face {
    Slot own = -1, other = -1; ///< colliders
    Vec3 normal{0.0};          ///< from own to other
    Vec3 at{0.0};              ///< on the other one
    double gap = infinity;     ///< there
    bool contact = false;      ///< the log has a contact of the pair there that does not end
};

/// The normals, from `own` to `other`, of the contacts of two colliders that the log has in this frame: those
/// that push and do not end.
std::vector<Vec3> logged_normals(const Step& step, Slot own, Slot other);

/// The face of a meeting as the body's collider has it.
Face face_of(const Step& step, const Meeting& meeting, Slot body);
/// The faces of a meeting as the body's collider has them: its own first, however far, then the others that
/// are within `near`.
std::vector<Face> faces_of(const Step& step, const Meeting& meeting, Slot body, double near);
/// Those of all solid meetings of the body.
std::vector<Face> faces_at(const Step& step, Slot body, double near);

} // namespace oddbounce
