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

namespace space {
class Solid;
}

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
    /// Requires: defect(shape) is empty.
    Geometry(const Shape& shape, const Vec3& scale);

    /// There is something to ask: cells may all be empty.
    bool judged() const { return !pieces_.empty() || solid_; }
    /// Edges without an inside: chains, mesh faces.
    bool open() const { return open_; }
    /// One outline that turns one way only; in space one convex piece.
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
    /// Area in the plane, volume in space; parts that overlap count twice, chains and meshes not.
    double measure() const { return measure_; }
    /// In the plane. None in space.
    const std::vector<Outline>& outlines() const { return outlines_; }
    /// Largest reach of corners, radii not counted: turning moves nothing farther.
    double corner_reach() const { return corner_reach_; }

    /// Put together from several convex parts.
    bool of_parts() const { return of_parts_; }
    /// Corners of the outline, or of all pieces in space; round ones by their middles.
    std::size_t corner_count() const { return corners_; }
    /// It has no more corners than a box.
    bool plain() const { return corners_ <= (solid_ ? 8u : 4u); }
    /// Calls `each` with the corners of the placed shape that lie in `near`.
    template <class Each> void corners(const Pose& pose, const Box& near, Each&& each) const;
    /// How far the placed shape reaches along a direction: the largest dot product of its points with it.
    double along(const Pose& pose, const Vec3& way) const;
    /// The direction is the outward normal of a face of the placed shape, within about 0.003 degrees.
    bool has_face(const Pose& pose, const Vec3& normal) const;

    // For the queries in this room.
    /// In space; null in the plane.
    const space::Solid* solid() const { return solid_.get(); }
    const std::vector<plane::Piece>& pieces() const { return pieces_; }
    /// Their bounds in the body's frame.
    const std::vector<Box>& boxes() const { return boxes_; }
    /// At this pose each piece is its box, as those of cells are.
    bool of_boxes(const Pose& pose) const { return boxes_are_all_ && pose.turn.upright(); }
    /// Edges of the outline in the body's frame, in order.
    const std::vector<plane::Edge>& edges() const { return edges_; }
    /// Directions in which something may be pushed out of the shape, each once, in the body's frame: outward
    /// normals of the edges, and along those that end.
    const std::vector<Vec2>& ways_out() const { return ways_out_; }
    /// Calls `each(i)` for the pieces, or edges, whose bounds meet a box in the body's frame.
    template <class Each> void pieces_in(const Box& local, Each&& each) const {
        listed(pieces_.size(), tree_, local, each);
    }
    template <class Each> void edges_in(const Box& local, Each&& each) const {
        listed(edges_.size(), edge_tree_, local, each);
    }
    const BoxTree& tree() const { return tree_; }
    const BoxTree& edge_tree() const { return edge_tree_; }
    static constexpr std::size_t few = 8; // up to here each is looked at

  private:
    void measure_pieces();
    void collect_edges();
    std::vector<Vec3> solid_corners(const Box& local) const;
    void draw_lines(const Shape& shape, const Vec3& scale);
    template <class Each>
    static void listed(std::size_t count, const BoxTree& tree, const Box& local, Each&& each) {
        if (count > few && std::isfinite(local.low.x)) return tree.meeting(local, each);
        for (std::size_t i = 0; i < count; ++i) each(static_cast<int>(i));
    }

    std::shared_ptr<const space::Solid> solid_;
    std::vector<plane::Piece> pieces_;
    std::vector<Box> boxes_;
    std::vector<Outline> outlines_;
    std::vector<plane::Edge> edges_;
    std::vector<Vec2> ways_out_;
    std::vector<std::pair<double, Vec2>> faces_; // outward normals by angle
    std::size_t corners_ = 0;
    BoxTree tree_, edge_tree_;
    Box bounds_;
    double reach_ = 0.0, corner_reach_ = 0.0, extent_ = 0.0, measure_ = 0.0;
    bool open_ = false, convex_ = false, of_parts_ = false, boxes_are_all_ = false;
};

template <class Each> void Geometry::corners(const Pose& pose, const Box& near, Each&& each) const {
    const Box local = pose.unplace(near);
    const auto corner = [&](const Vec2& p) {
        const Vec3 placed = pose.place(raised(p));
        if (near.holds(placed)) each(placed);
    };
    if (solid_)
        for (const Vec3& p : solid_corners(local))
            if (const Vec3 world = pose.place(p); near.holds(world)) each(world);
    if (edges_.empty()) // a circle
        for (const Outline& o : outlines_)
            for (const Vec2& p : o.points) corner(p);
    edges_in(local, [&](int i) {
        const plane::Edge& e = edges_[static_cast<std::size_t>(i)];
        corner(e.from);
        if (e.ends) corner(e.to);
    });
}

enum class Status { None, Found, Started, Undecided };

/// Gap (> 0) or depth (< 0: the least move that parts them) of two placed shapes.
/// `normal` from a to b; the points are the closest, or deepest, ones. `known` is false where they are
/// farther apart than `within`, or a shape has no geometry.
/// Overlapping shapes of several pieces: the least move is sought along the normals of both outlines (of very
/// many edges, those near enough, within a bound of work), from round corners to the nearest edge, and, for a
/// convex shape in a corner of another one, over two faces at once; it is never too small, and exact where
/// one of these is the way out. Laws: swap turns the normal; moving or turning both changes nothing; scaling
/// both scales.
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
