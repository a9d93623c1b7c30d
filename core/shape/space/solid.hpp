// SPDX-License-Identifier: GPL-3.0-or-later
// A shape of three dimensions made ready for questions: a union of convex pieces over a tree of boxes. The
// contracts of the queries are those of `shape/geometry.hpp`.
#pragma once

#include "shape/box_tree.hpp"
#include "shape/geometry.hpp"
#include "shape/space/gap.hpp"

namespace oddbounce::space {

/// Immutable; safe from any number of threads. All in the body's frame, scaled.
class Solid {
  public:
    /// Requires: defect(shape) is empty, space is 3. Radii by the smallest scale. Hulls that lie in a plane
    /// are made of triangles; triangles without an area, of segments. Cells are joined into boxes.
    Solid(const Shape& shape, const Vec3& scale);

    std::size_t size() const { return pieces_.size(); }
    Convex piece(std::size_t i) const;
    Convex piece(int i) const { return piece(static_cast<std::size_t>(i)); }
    /// Largest distance of the piece's points from the body's origin.
    double corner_reach(int i) const { return pieces_[static_cast<std::size_t>(i)].reach; }
    const std::vector<Box>& boxes() const { return boxes_; }
    const BoxTree& tree() const { return tree_; }
    template <class Each> void pieces_in(const Box& local, Each&& each) const {
        if (pieces_.size() > few) return tree_.meeting(local, each);
        for (std::size_t i = 0; i < pieces_.size(); ++i) each(static_cast<int>(i));
    }

    /// A flat face of a piece; of triangles both sides count.
    struct Face {
        Vec3 normal;
        int first, count; ///< among `corner`
        double radius;
        bool two_sided;
    };
    const std::vector<Face>& faces() const { return faces_; }
    const Vec3& corner(int i) const {
        return points_[static_cast<std::size_t>(face_corners_[static_cast<std::size_t>(i)])];
    }
    template <class Each> void faces_in(const Box& local, Each&& each) const {
        if (faces_.size() > few) return face_tree_.meeting(local, each);
        for (std::size_t i = 0; i < faces_.size(); ++i) each(static_cast<int>(i));
    }

    const std::vector<Vec3>& points() const { return points_; }
    const Box& bounds() const { return bounds_; }
    double reach() const { return reach_; }
    double corner_reach() const { return corner_reach_; }
    double extent() const { return extent_; }
    double volume() const { return volume_; }
    bool has_face(const Vec3& local_normal) const;
    double along(const Vec3& local_way) const;

  private:
    static constexpr std::size_t few = 8;
    struct Piece {
        int first, count, topology, normals;
        double radius, reach;
    };
    void add(const std::vector<Vec3>& points, double radius, int topology = -1,
             const std::vector<Vec3>& normals = {});
    void add_box(const Vec3& low, const Vec3& high, const Shape& shape, const Vec3& scale);
    void add_hull(const std::vector<Vec3>& points, double radius);
    void add_triangle(const Vec3& p, const Vec3& q, const Vec3& r, double radius);
    void add_cells(const Shape& shape, const Vec3& scale);
    void finish(bool open);

    std::vector<Vec3> points_, normals_;
    std::vector<Topology> topologies_;
    std::vector<Piece> pieces_;
    std::vector<Box> boxes_;
    std::vector<Face> faces_;
    std::vector<int> face_corners_;
    std::vector<Vec3> ways_; // normals of faces, each once, by x
    BoxTree tree_, face_tree_;
    Box bounds_;
    double reach_ = 0.0, corner_reach_ = 0.0, extent_ = 0.0, volume_ = 0.0;
};

Distance distance(const Solid& a, const Pose& at_a, const Solid& b, const Pose& at_b, double within);
double point_distance(const Vec3& point, const Solid& shape, const Pose& pose);
double way_out(const Solid& a, const Pose& at_a, const Solid& b, const Pose& at_b, const Vec3& way);
Sweep sweep(const Solid& a, const Motion& move_a, const Solid& b, const Motion& move_b,
            const SweepQuery& query);
RayHit ray_cast(const Vec3& from, const Vec3& to, const Solid& shape, const Pose& pose);
/// Each face of b that a piece of a is within `within` of, or that deep in; as `shape/near_faces.hpp` has it.
std::vector<Distance> faces_near(const Solid& a, const Pose& pa, const Solid& b, const Pose& pb,
                                 double within);

} // namespace oddbounce::space
