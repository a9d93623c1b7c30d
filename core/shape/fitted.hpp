// SPDX-License-Identifier: GPL-3.0-or-later
// Simple shapes round given points: the tightest circle, box, capsule, convex hull.
#pragma once

#include "shape/geometry.hpp"

namespace oddbounce {

/// True for a kind that `fitted` understands: circle, box, capsule, hull.
bool fit_kind(const std::string& name);
/// The shape of that kind that holds all points. Circle: the least one, within 0.1 % (Badoiu & Clarkson
/// 2003); box and capsule upright. Requires: at least one point.
Shape fitted(const std::vector<Vec2>& points, const std::string& kind);
/// Points on the outline in the body's frame: corners and, for round parts, points round each corner.
std::vector<Vec2> outline_points(const Geometry& geometry);

} // namespace oddbounce
