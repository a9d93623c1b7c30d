// SPDX-License-Identifier: GPL-3.0-or-later
// A collider's outline as a path in pixels.
#pragma once

#include "shape/geometry.hpp"
#include "view/mapping.hpp"

#include <QPainterPath>

namespace oddbounce {

/// Corners of an outline in the body's frame with its roundness spelled out as edges too short to see at
/// `scale` pixels a unit.
std::vector<Vec2> spelled_out(const Outline& outline, double scale);
/// A line of a shape as a picture shows it.
struct PixelLine {
    QPolygonF points;
    bool closed = true;
};
/// In the plane the placed shape's outlines; of a shape in space what the picture's plane cuts out of it, or
/// what it covers along the line of sight (of one that is not convex, all its facets).
std::vector<PixelLine> lines_of(const Geometry& geometry, const Pose& pose, const Mapping& mapping);
QPainterPath path_of(const std::vector<PixelLine>& lines);

/// What a shape covers on its way: hulls of its outlines at the two ends of each of `stretches` parts.
QPainterPath tangent_band(const Geometry& geometry, const Motion& motion, const Mapping& mapping, int ranges);
QPainterPath outline_path(const Geometry& geometry, const Pose& pose, const Mapping& mapping);

} // namespace oddbounce
