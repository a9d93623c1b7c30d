// SPDX-License-Identifier: GPL-3.0-or-later
// The faces of a shape that are near another one. For the queries in this room.
#pragma once

#include "shape/geometry.hpp"

namespace oddbounce {

/// Each face of b's outline that a piece of a is within `within` of, or that deep in: the gap along the
/// face's normal (which leads from a to b), the nearer or shallower ones first. Corners of b are no faces.
std::vector<Distance> faces_near(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb,
                                 double within);
/// The normal leads out of both shapes there, not from one part of a shape into the next.
bool on_outlines(const Distance& d, const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb);
inline bool shallower(const Distance& u, const Distance& v) { return std::abs(u.gap) < std::abs(v.gap); }

} // namespace oddbounce
