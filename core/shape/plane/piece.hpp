// SPDX-License-Identifier: GPL-3.0-or-later
// The one primitive of 2D geometry: a convex polygon of few corners, blown up by a radius. One corner
// makes a circle, two a capsule (or, without radius, an edge). Every 2D shape is a union of pieces.
#pragma once

#include "shape/pose.hpp"
#include "shape/shape.hpp"

#include <array>
#include <optional>
#include <vector>

namespace oddbounce::plane {

inline constexpr int most_corners = 12;

/// Corners counter-clockwise; `radius` >= 0 is added all round.
struct Piece {
    std::array<Vec2, most_corners> p;
    int count = 0;
    double radius = 0.0;

    void add(const Vec2& v) { p[static_cast<std::size_t>(count++)] = v; }
    const Vec2& operator[](int i) const { return p[static_cast<std::size_t>(i)]; }
    Vec2& operator[](int i) { return p[static_cast<std::size_t>(i)]; }
};

/// One edge of an outline, blown up by `radius`: something may be pushed out of the shape along `out`, along
/// -`out` too where it has no inside behind it (`two_sided`), and along itself where the outline ends there.
struct Edge {
    Vec2 from, to, out;
    double radius = 0.0;
    bool two_sided = false;
    bool ends = false; // `to` is no other edge's `from`
};
/// Calls `each` with the directions in which something may leave over the edge.
template <class Each> void ways_over(const Edge& e, Each&& each) {
    each(e.out);
    if (!e.two_sided) return;
    const Vec2 along = unit(e.to - e.from);
    each(-e.out), each(along), each(-along);
}

Piece placed(const Piece& local, const Pose& pose);
Box bounds(const Piece& piece);
/// Largest distance of a corner from the body's origin; the radius is not counted, turning does not move it.
double corner_reach(const Piece& local);

/// Distance between two placed pieces: > 0 the gap, < 0 the least move that parts them.
/// `normal` is a unit vector from a to b along which the distance was taken; `on_a`, `on_b` are the
/// closest (or deepest) points. Two circles on one centre have no normal: (0, 1) is given.
struct Gap {
    double distance = infinity;
    Vec2 normal{0.0, 1.0};
    Vec2 on_a{0.0}, on_b{0.0};
    double shared = 0.0; ///< length along which two flat faces look at each other
};
/// Laws: swapping a and b turns the normal round; moving both changes nothing; scaling both scales.
/// Gaps by GJK (Gilbert, Johnson, Keerthi 1988), O(corners) a step, which begins in the direction `guess`
/// from a to b, where one is given; overlaps and touches by separating axes, O(corners of a × corners of b).
/// Infinitely far where a direction shows that the distance is more than `within`.
Gap gap(const Piece& a, const Piece& b, double within = infinity, const Vec2& guess = Vec2(0.0));

/// The times t (any real) at which a, moved by t·way, is nearer to b than `margin`; none if never.
/// Exact: the ray from the origin through the rounded Minkowski difference, which is convex.
struct Span {
    double first, last;
};
std::optional<Span> pass(const Piece& a, const Piece& b, const Vec2& way, double margin = 0.0);
/// In such a pass they only touch: halfway they are no deeper in each other than `least`.
bool grazes(const Piece& a, const Piece& b, const Vec2& way, const Span& pass, double least);
/// A rectangle whose sides lie along x and y, as most colliders are: all of its bounds.
bool is_upright_box(const Piece& piece);
/// The same of two upright boxes, without margin.
inline std::optional<Span> pass(const Box& a, const Box& b, const Vec2& way) {
    Span span{-infinity, infinity};
    for (const int axis : {0, 1}) {
        const double to_touch = b.low[axis] - a.high[axis], to_leave = b.high[axis] - a.low[axis],
                     speed = way[axis];
        if (speed == 0.0) {
            if (to_touch > 0.0 || to_leave < 0.0) return std::nullopt;
            continue;
        }
        const double first = to_touch / speed, last = to_leave / speed;
        span.first = std::max(span.first, std::min(first, last));
        span.last = std::min(span.last, std::max(first, last));
    }
    if (span.first > span.last) return std::nullopt;
    return span;
}

inline bool grazes(const Box& a, const Box& b, const Vec2& way, const Span& pass, double least) {
    const Vec2 by = way * (0.5 * (pass.first + pass.last));
    double deep = infinity;
    for (const int axis : {0, 1})
        deep = std::min({deep, a.high[axis] + by[axis] - b.low[axis], b.high[axis] - a.low[axis] - by[axis]});
    return deep <= least;
}

/// The pieces of a shape after `at` and `turn`, then scaled by `scale` (negative: mirrored); radii by
/// the smaller absolute value. Concave outlines are cut into convex parts, cells joined into rectangles.
std::vector<Piece> cut(const Shape& shape, const Vec3& scale);

/// Simple polygon (any winding) cut into convex polygons of at most `most_corners` corners. Outlines
/// that cross themselves are cut as well as may be. Cost: O(n) for a convex one, about O(n log n) for others
/// whose corners are spread evenly.
std::vector<Piece> cut_polygon(const std::vector<Vec2>& outline);

/// The outline (any winding) turns one way only, once round.
bool is_convex(const std::vector<Vec2>& outline);

/// Maximal rectangles of filled cells, greedily joined: rows first, then columns.
struct CellRun {
    int column, row, width, height;
};
std::vector<CellRun> join_cells(const std::vector<std::string>& rows);

} // namespace oddbounce::plane
