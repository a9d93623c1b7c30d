// SPDX-License-Identifier: GPL-3.0-or-later
// Rays and points against whole shapes: unions of pieces.
#include "shape/seen_from.hpp"
#include "shape/space/solid.hpp"

namespace oddbounce {

using plane::Piece;

double point_distance(const Vec3& point, const Geometry& shape, const Pose& pose) {
    if (shape.solid()) return space::point_distance(point, *shape.solid(), pose);
    const Pose p = relative(pose, point);
    Piece dot;
    dot.add({0.0, 0.0});
    double least = infinity;
    const auto take = [&](int i) {
        const Piece& piece = shape.pieces()[static_cast<std::size_t>(i)];
        least = std::min(least, plane::gap(dot, plane::placed(piece, p)).distance);
    };
    if (shape.pieces().size() <= Geometry::few)
        for (std::size_t i = 0; i < shape.pieces().size(); ++i) take(static_cast<int>(i));
    else // inside one piece, it may lie deeper in another that holds it
        shape.tree().round(p.unplace(Vec3(0.0)), take, [&] { return std::max(least, 0.0); });
    return least;
}

RayHit ray_cast(const Vec3& from, const Vec3& to, const Geometry& shape, const Pose& pose) {
    RayHit out;
    if (!shape.judged()) return out;
    if (shape.solid()) return space::ray_cast(from, to, *shape.solid(), pose);
    const Pose p = relative(pose, from);
    const Vec2 way = flat(to - from);
    Piece dot;
    dot.add({0.0, 0.0});
    const auto take = [&](int i) {
        const Piece piece = plane::placed(shape.pieces()[static_cast<std::size_t>(i)], p);
        const bool inside = plane::gap(dot, piece).distance <= 0.0;
        const auto span = plane::pass(dot, piece, way, 0.0);
        if (!inside && (!span || span->first > 1.0 || span->first < 0.0)) return;
        const double first = inside ? 0.0 : span->first;
        if (out.status != Status::None && first >= out.fraction) return;
        out.fraction = first, out.exit = span ? span->last : 0.0;
        out.status = inside ? Status::Started : Status::Found;
        Piece at_hit = dot;
        at_hit[0] = way * first;
        out.normal = raised(-plane::gap(at_hit, piece).normal);
        if (glm::dot(out.normal, raised(way)) > 0.0) out.normal = -out.normal; // an edge faces both ways
    };
    if (shape.pieces().size() <= Geometry::few)
        for (std::size_t i = 0; i < shape.pieces().size(); ++i) take(static_cast<int>(i));
    else
        shape.tree().along(p.unplace(Vec3(0.0)), p.unplace(raised(way)), 1e-9 * shape.reach(), take,
                           [&] { return out.status == Status::None ? 1.0 : out.fraction; });
    if (out.status == Status::None) return out;
    out.at = from + (to - from) * out.fraction;
    return out;
}

} // namespace oddbounce
