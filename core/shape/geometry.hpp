// SPDX-License-Identifier: GPL-3.0-or-later
// A shape made ready for questions, and the three questions: distance, sweep, ray cast.
// Nothing above this room knows how many dimensions there are.
#pragma once

#include "shape/box_tree.hpp"
#include "shape/plane/piece.hpp"
#include "shape/pose.hpp"
#include "shape/shape.hpp"

#include <memory>
#include <vector>

namespace oddbounce {

/// One closed or open line of a shape's outline in the body's frame, for drawing: corners blown up
/// by `radius` (one corner: a circle; two: a capsule).
struct Outline {
    std::vector<Vec2> points;
    double radius = 0.0;
    bool closed = true;
};

/// Immutable; safe from any number of threads.
class Geometry {
  public:
    /// Requires: defect(shape) is empty. A shape of 3 dimensions gets bounds and no pieces yet:
    /// `judged()` is false and every query answers "none".
    Geometry(const Shape& shape, const Vec3& scale);

    bool judged() const { return !pieces_.empty(); }
    /// Edges without an inside: chains, mesh faces.
    bool open() const { return open_; }
    /// One outline that turns one way only.
    bool convex() const { return convex_; }
    /// Bounds in the body's frame.
    const Box& bounds() const { return bounds_; }
    /// Bounds in the world at a pose, and over a whole motion.
    Box bounds(const Pose& pose) const;
    Box bounds(const Motion& motion) const;
    /// Largest distance of any point from the body's origin.
    double reach() const { return reach_; }
    /// Least width along the normals of its outline (cells: of one cell; chains and meshes: 0).
    double extent() const { return extent_; }
    double area() const { return area_; }
    const std::vector<Outline>& outlines() const { return outlines_; }
    const std::vector<plane::Piece>& pieces() const { return pieces_; }
    const BoxTree& tree() const { return tree_; }
    /// Largest reach of corners, radii not counted: turning moves nothing farther.
    double corner_reach() const { return corner_reach_; }
    /// Directions in which something may be pushed out of the shape: outward normals of its outline, each
    /// once, in the body's frame.
    const std::vector<Vec2>& normals() const { return normals_; }
    /// Corner points of the outline in the body's frame (for edge-of-ledge questions).
    std::vector<Vec2> corners() const;

  private:
    void measure();
    void collect_normals();
    void draw_lines(const Shape& shape, const Vec3& scale);

    std::vector<plane::Piece> pieces_;
    std::vector<Outline> outlines_;
    std::vector<Vec2> normals_;
    BoxTree tree_;
    Box bounds_;
    double reach_ = 0.0, corner_reach_ = 0.0, extent_ = 0.0, area_ = 0.0;
    bool open_ = false, convex_ = false;
};

enum class Status { None, Found, Started, Undecided };

/// Gap (> 0) or depth (< 0: the least move that parts them) of two placed shapes.
/// `normal` from a to b; the points are the closest, or deepest, ones. `known` is false where they are
/// farther apart than `within`, or a shape has no geometry.
/// Overlapping shapes of several pieces: the least move is sought along the normals of both outlines and
/// from round corners to the nearest edge; it is never too small, and exact where one of these is the way
/// out. Laws: swap turns the normal; moving or turning both changes nothing; scaling both scales.
struct Distance {
    bool known = false;
    double gap = infinity;
    Vec3 normal{0.0, 1.0, 0.0};
    Vec3 on_a{0.0}, on_b{0.0};
};
Distance distance(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b,
                  double within = infinity);

/// Signed distance of a point from a placed shape (below zero inside one of its pieces); infinity for none.
double point_distance(const Vec3& point, const Geometry& shape, const Pose& pose);

/// The least way that a must be moved along `way` (unit) until it is clear of b; 0 where it is clear.
double way_out(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b, const Vec3& way);

struct SweepQuery {
    double margin = 0.0;    ///< counts as touching when nearer than this
    double tolerance = 0.0; ///< length by which a touch may be early; 0: 1e-7 of the two reaches
    int most_steps = 400;   ///< per pair of pieces, for turning shapes
};

/// First and last time in the step (0..1) at which the moving shapes are within `margin`.
///   None       never
///   Found      first > 0; `last` is the last such time (1 where still touching)
///   Started    touching at time 0; first = 0
///   Undecided  gave up at `first`: no touch before it, nothing known after; never "no"
/// Error: `first` is never late and early by at most `tolerance` of travel; without turning it is exact.
/// Straight motion: ray through the Minkowski difference. Turning: conservative advancement along the
/// closest normal (Mirtich 1996).
struct Sweep {
    Status status = Status::None;
    double first = 0.0, last = 0.0;
    Vec3 normal{0.0}; ///< from a to b at the first touch
    Vec3 on_a{0.0}, on_b{0.0};
};
Sweep sweep(const Geometry& a, const Motion& move_a, const Geometry& b, const Motion& move_b,
            const SweepQuery& query = {});

/// First point of the segment from..to on a placed shape. Started: the start lies inside (or on it).
struct RayHit {
    Status status = Status::None;
    double fraction = 0.0;
    Vec3 at{0.0}, normal{0.0};
    double exit = 0.0; ///< fraction at which the segment leaves the part that it entered (may exceed 1)
};
RayHit ray_cast(const Vec3& from, const Vec3& to, const Geometry& shape, const Pose& pose);

} // namespace oddbounce
