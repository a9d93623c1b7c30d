// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/reshaped.hpp"

#include "shape/geometry.hpp"

namespace oddbounce {

namespace {

/// Corners of a polygon moved so that every edge moves out by `by` (mitred; sharp corners at most 4 times).
void grow_polygon(Shape& s, double by) {
    const std::size_t n = s.points.size();
    double area = 0.0;
    for (std::size_t i = 0; i < n; ++i) area += cross(flat(s.points[i]), flat(s.points[(i + 1) % n]));
    const double side = area >= 0.0 ? 1.0 : -1.0;
    std::vector<Vec3> out;
    for (std::size_t i = 0; i < n; ++i) {
        const Vec2 p = flat(s.points[i]), before = flat(s.points[(i + n - 1) % n]),
                   after = flat(s.points[(i + 1) % n]);
        const Vec2 n1 = right_of(unit(p - before)) * side, n2 = right_of(unit(after - p)) * side;
        const Vec2 middle = unit(n1 + n2, n1);
        const double stretch = 1.0 / std::max(0.25, glm::dot(middle, n1));
        out.push_back(raised(p + middle * by * stretch));
    }
    s.points = std::move(out);
}

} // namespace

void grow(Shape& s, double by) {
    switch (s.kind) {
    case ShapeKind::Circle:
    case ShapeKind::Sphere:
    case ShapeKind::Capsule:
        s.radius += by;
        break;
    case ShapeKind::Box:
        s.size += Vec3(2.0 * by);
        break;
    case ShapeKind::Polygon:
        grow_polygon(s, by);
        break;
    case ShapeKind::Hull:
    case ShapeKind::Mesh:
        s.radius = std::max(0.0, s.radius + by); // in, no farther than its corners
        break;
    default:
        break;
    }
}

void enlarge(Shape& s, double factor) {
    s.radius *= factor, s.size *= factor, s.a *= factor, s.b *= factor, s.cell *= factor, s.origin *= factor;
    for (Vec3& p : s.points) p *= factor;
}

void round_corners(Shape& s, double r) {
    if (s.kind == ShapeKind::Box) {
        const bool solid = s.space == 3;
        const double least = std::min({s.size.x, s.size.y, solid ? s.size.z : infinity});
        const double most = 0.5 * least + s.radius - 1e-9;
        const double want = std::min(r, most), inward = want - s.radius;
        s.size -= Vec3(2.0 * inward, 2.0 * inward, solid ? 2.0 * inward : 0.0), s.radius = want;
        s.size = glm::max(s.size, Vec3(1e-9));
    } else if (s.kind == ShapeKind::Polygon) {
        grow_polygon(s, -(r - s.radius)), s.radius = r;
    }
}

Vec3 middle_of(const Shape& s) {
    Shape own = s;
    own.at = Vec3(0.0), own.turn = {};
    return Geometry(own, Vec3(1.0)).bounds().center();
}

void turn_about_middle(Shape& s, const Vec3& by) {
    const Vec3 middle = middle_of(s);
    const Rotation was = s.turn;
    s.turn = (s.space == 3 ? Rotation::in_space(was.quaternion()) : was).turned_on(by);
    s.at += was.turn(middle) - s.turn.turn(middle);
}

} // namespace oddbounce
