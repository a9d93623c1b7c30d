// SPDX-License-Identifier: GPL-3.0-or-later
// Shapes and poses in few words, for tests.
#pragma once

#include "shape/geometry.hpp"

namespace oddbounce {

inline Shape circle(double r) {
    Shape s;
    s.kind = ShapeKind::Circle, s.radius = r;
    return s;
}
inline Shape box(double w, double h) {
    Shape s;
    s.kind = ShapeKind::Box, s.size = {w, h, 0};
    return s;
}
inline Shape capsule(Vec2 a, Vec2 b, double r) {
    Shape s;
    s.kind = ShapeKind::Capsule, s.a = raised(a), s.b = raised(b), s.radius = r;
    return s;
}
inline Shape points(ShapeKind kind, std::vector<Vec2> list) {
    Shape s;
    s.kind = kind;
    for (const Vec2& p : list) s.points.push_back(raised(p));
    return s;
}
inline Shape cells(double cell, std::vector<std::string> rows) {
    Shape s;
    s.kind = ShapeKind::Cells, s.cell = cell, s.layers = {std::move(rows)};
    return s;
}
inline Geometry made(const Shape& s, Vec3 scale = Vec3(1.0)) { return Geometry(s, scale); }
inline Pose at(double x, double y, double angle = 0.0) {
    Pose p;
    p.at = {x, y, 0}, p.turn = Rotation::in_plane(angle);
    return p;
}

} // namespace oddbounce
