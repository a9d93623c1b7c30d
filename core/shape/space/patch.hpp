// SPDX-License-Identifier: GPL-3.0-or-later
// Convex patches in a plane: what two faces that look at each other share.
#pragma once

#include "shape/space/convex.hpp"

#include <array>

namespace oddbounce::space {

using Flat = std::array<double, 2>;

/// Two directions that span the plane across a normal; with it, they turn right-handed.
struct Plane {
    Vec3 u, v;
    explicit Plane(const Vec3& normal) : u(any_across(normal)), v(glm::cross(normal, u)) {}
    Flat flat(const Vec3& p) const { return {glm::dot(p, u), glm::dot(p, v)}; }
    /// In the plane through the origin.
    Vec3 point(const Flat& p) const { return u * p[0] + v * p[1]; }
};

/// Corners in order, turning left; one makes a point, two a segment.
struct Patch {
    std::vector<Flat> corners;
    bool solid() const { return corners.size() > 2; }
    void order(); ///< puts the corners of a convex patch into order
    /// By how much a point lies inside all sides; below zero outside.
    double inside(const Flat& p) const;
};
/// The points of a piece that lie farthest along a direction, within `slack`.
Patch patch_of(const Convex& piece, const Frame& placed, const Vec3& way, const Plane& plane, double slack);

/// The middle of what two patches share, and the root of its area; none where they share no point. A point
/// counts as shared wherever it lies.
struct Shared {
    Flat middle;
    double root = 0.0;
};
std::optional<Shared> shared(const Patch& a, const Patch& b);

} // namespace oddbounce::space
