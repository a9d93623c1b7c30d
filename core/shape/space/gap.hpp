// SPDX-License-Identifier: GPL-3.0-or-later
// Two convex pieces: how far apart they are, when they meet on a straight way. Everything is said in the
// frame of the first; `other` is the second one's frame as the first sees it.
#pragma once

#include "shape/space/convex.hpp"

namespace oddbounce::space {

/// Distance > 0: the gap; < 0: the least move that parts them. `normal` is a unit vector from a to b along
/// which it was taken; `on_a`, `on_b` are the closest (or deepest) points: of two faces that look at each
/// other, and of a face and an edge, the middle of what they share. Gaps by GJK (Gilbert, Johnson, Keerthi
/// 1988) with the signed volumes of Montanari, Petrinic and Barbieri (2017), within 1e-12 of the distance;
/// overlaps and touches (nearer than 1e-10 of the size) along the normals of faces and across pairs of edges,
/// of which one is the least way out: exact up to rounding.
struct Gap {
    double distance = infinity;
    double least = infinity; ///< they are no nearer than this: a bound where GJK was stopped by rounding
    Vec3 normal{0.0, 1.0, 0.0};
    Vec3 on_a{0.0}, on_b{0.0};
    double shared = 0.0; ///< how much of two flat faces looks at each other: the root of its area
};
/// Infinitely far where a direction shows that the distance is more than `within`. `guess`: a direction from
/// a to b to begin with.
Gap gap(const Convex& a, const Convex& b, const Frame& other, double within = infinity,
        const Vec3& guess = Vec3(0.0));

/// The times t (any real) at which a, moved by t·way, is nearer to b than `margin`; none if never.
/// Polytopes of few faces without a margin: exact, as they overlap while they do along each of the normals
/// that can part them. Others: conservative advancement along the closest normal, from both ends; `first` is
/// never late and `last` never early, by at most `tolerance` of travel.
struct Span {
    double first, last;
};
std::optional<Span> pass(const Convex& a, const Convex& b, const Frame& other, const Vec3& way, double margin,
                         double tolerance);

/// The first time in 0..1 at which the moving pieces are within `margin`: conservative advancement along the
/// closest normal (Mirtich 1996). `reach`: of the points about each body's origin.
struct Moving {
    const Convex* piece;
    const Motion* motion;
    double reach;
};
enum class Came { Never, Touched, Gave_up };
struct TouchTime {
    Came came = Came::Never;
    double at = 1.0;
};
TouchTime advance(const Moving& a, const Moving& b, double margin, double tolerance, int most_steps);

/// Where the line from + t·way, t any real, enters and leaves the piece (of a triangle: where it goes
/// through).
struct Cut {
    double first, last;
    Vec3 normal{0.0}; ///< outward, where it enters
};
std::optional<Cut> cut_line(const Convex& piece, const Vec3& from, const Vec3& way);

} // namespace oddbounce::space
