// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/reshape.hpp"

#include "shape/geometry.hpp"

namespace oddbounce {

namespace {

/// Points on the outline, corners and, for round parts, 24 points round each corner.
std::vector<Vec2> outline_points(const Shape& s) {
    std::vector<Vec2> out;
    const Geometry geometry(s, Vec3(1.0));
    for (const Outline& line : geometry.outlines())
        for (const Vec2& p : line.points) {
            if (line.radius == 0.0) out.push_back(p);
            for (int i = 0; line.radius > 0.0 && i < 24; ++i) {
                const double a = i * 3.14159265358979323846 / 12.0;
                out.push_back(p + Vec2(std::cos(a), std::sin(a)) * line.radius);
            }
        }
    return out;
}

/// Convex hull, counter-clockwise (Andrew's monotone chain 1979).
std::vector<Vec2> hull_of(std::vector<Vec2> p) {
    std::sort(p.begin(), p.end(),
              [](const Vec2& a, const Vec2& b) { return a.x != b.x ? a.x < b.x : a.y < b.y; });
    std::vector<Vec2> h;
    for (int pass = 0; pass < 2; ++pass) {
        const std::size_t base = h.size();
        for (const Vec2& v : p) {
            while (h.size() >= base + 2 && cross(h.back() - h[h.size() - 2], v - h.back()) <= 0.0)
                h.pop_back();
            h.push_back(v);
        }
        h.pop_back();
        std::reverse(p.begin(), p.end());
    }
    return h;
}

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
    default:
        break;
    }
}

void scale(Shape& s, double factor) {
    s.radius *= factor, s.size *= factor, s.a *= factor, s.b *= factor, s.cell *= factor, s.origin *= factor;
    for (Vec3& p : s.points) p *= factor;
}

void round_corners(Shape& s, double r) {
    if (s.kind == ShapeKind::Box) {
        const double most = 0.5 * std::min(s.size.x, s.size.y) + s.radius - 1e-9;
        const double want = std::min(r, most), inward = want - s.radius;
        s.size -= Vec3(2.0 * inward, 2.0 * inward, 0.0), s.radius = want;
        s.size = glm::max(s.size, Vec3(1e-9));
    } else if (s.kind == ShapeKind::Polygon) {
        grow_polygon(s, -(r - s.radius)), s.radius = r;
    }
}

} // namespace

bool fit_kind(const std::string& name) {
    return name == "circle" || name == "box" || name == "capsule" || name == "hull";
}

Shape fitted(const Shape& shape, const std::string& kind) {
    const std::vector<Vec2> points = outline_points(shape);
    Box box;
    for (const Vec2& p : points) box.add(raised(p));
    const Vec3 center = box.center(), size = box.size();
    Shape s;
    if (kind == "box") s.kind = ShapeKind::Box, s.size = {size.x, size.y, 0.0}, s.at = center;
    if (kind == "circle") {
        // The centre that is nearest to its farthest point, by shrinking steps (Badoiu & Clarkson 2003).
        Vec2 c = flat(center);
        for (int i = 1; i < 2000; ++i) {
            const Vec2 far =
                *std::max_element(points.begin(), points.end(), [&](const Vec2& a, const Vec2& b) {
                    return glm::length(a - c) < glm::length(b - c);
                });
            c += (far - c) / (i + 1.0);
        }
        for (const Vec2& p : points) s.radius = std::max(s.radius, glm::length(p - c));
        s.kind = ShapeKind::Circle, s.at = raised(c);
    }
    if (kind == "capsule") {
        const bool tall = size.y >= size.x;
        const double r = 0.5 * std::min(size.x, size.y), half = 0.5 * std::max(size.x, size.y) - r;
        s.kind = ShapeKind::Capsule, s.radius = r, s.at = center;
        s.a = tall ? Vec3(0.0, -half, 0.0) : Vec3(-half, 0.0, 0.0), s.b = -s.a;
    }
    if (kind == "hull") {
        s.kind = ShapeKind::Polygon;
        for (const Vec2& p : hull_of(points)) s.points.push_back(raised(p));
    }
    return s;
}

void reshape(Shape& s, const nlohmann::json& c) {
    if (c.contains("fit") && s.space == 2) s = fitted(s, c["fit"]);
    if (c.contains("size")) {
        if (s.kind != ShapeKind::Box && s.space == 2) s = fitted(s, "box");
        s.size.x = c["size"][0], s.size.y = c["size"][1];
    }
    if (c.contains("grow_percent")) scale(s, 1.0 + c["grow_percent"].get<double>() / 100.0);
    if (c.contains("grow")) grow(s, c["grow"]);
    if (c.contains("round")) round_corners(s, c["round"]);
    if (c.contains("move")) s.at += Vec3(c["move"][0].get<double>(), c["move"][1].get<double>(), 0.0);
}

} // namespace oddbounce
