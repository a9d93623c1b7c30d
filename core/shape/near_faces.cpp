// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/near_faces.hpp"

#include "shape/seen_from.hpp"
#include "shape/space/solid.hpp"

#include <optional>

namespace oddbounce {

namespace {

/// Where the piece is nearest to, or deepest in, the face over a placed edge; the normal leads into the face.
/// None where it is more than `within` off, or beside the edge; at the very end of it it may touch, not be
/// inside.
std::optional<Distance> on_face(const plane::Piece& piece, const Vec2& from, const Vec2& to, const Vec2& out,
                                double radius, double within, double slack) {
    const double level = glm::dot(from, out) + radius;
    double least = infinity, first = infinity, last = -infinity;
    for (int i = 0; i < piece.count; ++i) least = std::min(least, glm::dot(piece[i], out));
    const Vec2 along = left_of(out);
    for (int i = 0; i < piece.count; ++i)
        if (const double s = glm::dot(piece[i], along); glm::dot(piece[i], out) <= least + slack)
            first = std::min(first, s), last = std::max(last, s);
    const double gap = least - piece.radius - level;
    if (std::abs(gap) > within) return {};
    const auto [low, high] = std::minmax({glm::dot(from, along), glm::dot(to, along)});
    const double begins = std::max(first, low), ends = std::min(last, high);
    const bool one_corner = last - first <= slack;
    if (gap < -slack && one_corner ? first <= low + slack || first >= high - slack
                                   : ends - begins < (gap < -slack ? slack : -slack))
        return {};
    const Vec2 on_edge = out * level + along * (0.5 * (begins + ends));
    return Distance{true, gap, raised(-out), raised(on_edge + out * gap), raised(on_edge)};
}

} // namespace

bool on_outlines(const Distance& d, const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb) {
    const double hair = 1e-5 * std::min(a.reach(), b.reach()), out = 0.05 * hair;
    return point_distance(d.on_b - d.normal * hair, b, pb) > out &&
           point_distance(d.on_a + d.normal * hair, a, pa) > out;
}

std::vector<Distance> faces_near(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb,
                                 double within) {
    if (a.solid()) return space::faces_near(*a.solid(), pa, *b.solid(), pb, within);
    std::vector<Distance> all;
    const double slack = 1e-9 * std::min(a.reach(), b.reach());
    Box near = b.bounds(pb);
    near.grow(within);
    a.pieces_in(seen_from(pa, near), [&](int k) {
        const plane::Piece p = plane::placed(a.pieces()[static_cast<std::size_t>(k)], pa);
        Box box = plane::bounds(p);
        box.grow(within);
        b.edges_in(seen_from(pb, box), [&](int i) {
            const plane::Edge& e = b.edges()[static_cast<std::size_t>(i)];
            const Vec2 from = flat(pb.place(raised(e.from))), to = flat(pb.place(raised(e.to))),
                       out = flat(pb.turn.turn(raised(e.out)));
            for (const double side : {1.0, -1.0})
                if (side > 0.0 || e.two_sided)
                    if (const auto d = on_face(p, from, to, out * side, e.radius, within, slack))
                        all.push_back(*d);
        });
    });
    std::stable_sort(all.begin(), all.end(), shallower);
    return all;
}

} // namespace oddbounce
