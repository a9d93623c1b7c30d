// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/fitted.hpp"

#include <numbers>

namespace oddbounce {

namespace {

constexpr int per_corner = 24;

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

} // namespace

std::vector<Vec2> outline_points(const Geometry& geometry) {
    std::vector<Vec2> out;
    for (const Outline& line : geometry.outlines())
        for (const Vec2& p : line.points) {
            if (line.radius == 0.0) out.push_back(p);
            for (int i = 0; line.radius > 0.0 && i < per_corner; ++i) {
                const double a = i * 2.0 * std::numbers::pi / per_corner;
                out.push_back(p + Vec2(std::cos(a), std::sin(a)) * line.radius);
            }
        }
    return out;
}

bool fit_kind(const std::string& name) {
    return name == "circle" || name == "box" || name == "capsule" || name == "hull";
}

Shape fitted(const std::vector<Vec2>& points, const std::string& kind) {
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

} // namespace oddbounce
