// SPDX-License-Identifier: GPL-3.0-or-later
// The one primitive of geometry in space: the convex hull of a few points, blown up by a radius. One point
// makes a sphere, two a capsule, three a triangle (a mesh's face); more have faces and edges. Every shape of
// three dimensions is a union of these.
#pragma once

#include "shape/pose.hpp"

#include <optional>
#include <vector>

namespace oddbounce::space {

/// How the points of a convex polytope make faces and edges; shared by all boxes.
struct Topology {
    struct Edge {
        int from, to, left, right; ///< points, and the faces on both sides
    };
    std::vector<std::vector<int>> faces; ///< corners, counter-clockwise seen from outside
    std::vector<Edge> edges;
    std::vector<int> directions; ///< edges that stand for all directions of edges, each once
};
/// Corner i of a box lies at the high end of axis k where bit k of i is set.
const Topology& box_topology();

/// A convex piece in its own frame; points at memory that a `Solid` keeps.
struct Convex {
    const Vec3* points = nullptr;
    int count = 0;
    double radius = 0.0;
    const Topology* topology = nullptr; ///< none for points, segments and triangles
    const Vec3* normals = nullptr;      ///< outward, one for each face; of a triangle one

    /// Number of a point that lies farthest along a direction.
    int farthest(const Vec3& way) const {
        int best = 0;
        double most = glm::dot(points[0], way);
        for (int i = 1; i < count; ++i)
            if (const double d = glm::dot(points[i], way); d > most) most = d, best = i;
        return best;
    }
    /// How far the points reach along a direction; the radius is not counted.
    double along(const Vec3& way) const { return glm::dot(points[farthest(way)], way); }
};

/// A unit vector across a direction that is not zero.
Vec3 any_across(const Vec3& way);

/// A pose as a matrix: place(v) = turn * v + at.
struct Frame {
    glm::dmat3 turn{1.0};
    Vec3 at{0.0};

    Frame() = default;
    explicit Frame(const Pose& pose);
    Vec3 place(const Vec3& v) const { return turn * v + at; }
    Vec3 unplace(const Vec3& v) const { return (v - at) * turn; }
    Vec3 turned(const Vec3& v) const { return turn * v; }
    Vec3 turned_back(const Vec3& v) const { return v * turn; }
    /// `other` as this frame sees it.
    Frame relative(const Frame& other) const {
        Frame f;
        f.turn = glm::transpose(turn) * other.turn, f.at = unplace(other.at);
        return f;
    }
    /// The upright box that holds a placed one.
    Box placed(const Box& box) const;
};

/// Corners, faces and edges of the convex hull of points (incremental; Barber, Dobkin and Huhdanpaa 1996 for
/// the tolerances). Faces whose corners lie within 1e-7 of the extent in one plane are one. None where the
/// points lie in a plane, within 1e-9 of the extent. Cost: O(points × faces).
struct Hull {
    std::vector<Vec3> points, normals;
    Topology topology;
};
std::optional<Hull> hull_of(const std::vector<Vec3>& points);
/// The convex outline of points that lie in a plane, in order; two points where they lie on a line, one where
/// they are one.
std::vector<Vec3> flat_hull_of(const std::vector<Vec3>& points);

} // namespace oddbounce::space
