// SPDX-License-Identifier: GPL-3.0-or-later
// Shapes in space for drawing: what a plane cuts out of them, what they cover along a line of sight, their
// facets.
#pragma once

#include "shape/geometry.hpp"

#include <vector>

namespace oddbounce {

/// A line in the world: an outline where it is closed.
struct WorldLine {
    std::vector<Vec3> points;
    bool closed = true;
};
/// Requires: a shape in space. What the plane through `at` across `normal` (unit) cuts out of the placed
/// shape: an outline for each convex piece, a segment for each triangle. Round ones are spelled out by
/// `round` points.
std::vector<WorldLine> section(const Geometry& geometry, const Pose& pose, const Vec3& at, const Vec3& normal,
                               int round = 72);

/// A sphere, round the middle of its bounds; its radius is half its extent.
inline bool is_ball(const Geometry& geometry) { return geometry.solid() && geometry.corner_count() == 1; }

/// A flat part of the surface in the body's frame, counter-clockwise seen from outside.
struct Facet {
    std::vector<Vec3> points;
    Vec3 normal{0.0};
    bool edged = true;      ///< its sides are edges of the shape; else they spell out a round surface
    bool two_sided = false; ///< of a mesh
};
/// Requires: a shape in space. Round surfaces are spelled out in steps of 360 / `round` degrees.
std::vector<Facet> facets(const Geometry& geometry, int round = 24);

} // namespace oddbounce
