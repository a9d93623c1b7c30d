// SPDX-License-Identifier: GPL-3.0-or-later
// Simple shapes round given points: the tightest circle, ellipse, box, capsule, convex hull.
#pragma once

#include "shape/geometry.hpp"

namespace oddbounce {

/// Points of an outline in the body's frame.
using OutlinePoints = std::vector<Vec2>;

/// True for a kind that `fitted` understands: circle, ellipse, box, capsule, hull.
bool fit_kind(const std::string& name);
/// The shape of that kind round all points: the least circle, within 0.1 % (Badoiu & Clarkson 2003); an
/// upright ellipse of 16 corners; the upright box; the convex hull. The capsule is the one that fills their
/// box, as it takes the place of a box: corners stick out of it. Requires: at least one point.
Shape fitted(const OutlinePoints& points, const std::string& kind);
/// The same in space, round all points of a solid: a sphere for circle and ellipse (round the middle of their
/// box), a box, a capsule along the longest side that fills their box, their convex hull.
Shape fitted_in_space(const Geometry& geometry, const std::string& kind);
/// The least upright or lying capsule that does hold all points, by search: within 1 %.
Shape capsule_round(const OutlinePoints& points);
/// Corners and, for round parts, points round each corner.
OutlinePoints outline_points(const Geometry& geometry);

} // namespace oddbounce
