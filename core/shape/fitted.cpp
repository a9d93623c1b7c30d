// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/fitted.hpp"

#include "shape/directions.hpp"
#include "shape/space/solid.hpp"

#include <numbers>
#include <set>

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

struct Disc {
    Vec2 center{0.0};
    double radius = 0.0;
};

/// The least disc round the points: the centre that is nearest to its farthest point, by shrinking steps.
Disc least_disc(const std::vector<Vec2>& points, Vec2 start, int steps) {
    Disc d{start, 0.0};
    for (int i = 1; i < steps; ++i) {
        const Vec2 far = *std::max_element(points.begin(), points.end(), [&](const Vec2& a, const Vec2& b) {
            return glm::length(a - d.center) < glm::length(b - d.center);
        });
        d.center += (far - d.center) / (i + 1.0);
    }
    for (const Vec2& p : points) d.radius = std::max(d.radius, glm::length(p - d.center));
    return d;
}

/// The points of an upright ellipse of little area round the points, from outside: its corners lie beyond it
/// so that its sides hold them. The ellipse is the least disc of the points squeezed in y; the squeeze of
/// least area is looked for round that of their box.
std::vector<Vec2> ellipse_round(const std::vector<Vec2>& all, const Box& box) {
    constexpr int corners = 16, tries = 17, steps = 400;
    const std::vector<Vec2> points = hull_of(all);
    const Vec3 size = glm::max(box.size(), Vec3(1e-9));
    Disc best;
    double least = infinity, squeeze = 1.0;
    for (int i = 0; i < tries; ++i) {
        const double k = size.x / size.y * std::pow(2.0, 0.125 * (i - tries / 2));
        std::vector<Vec2> squeezed;
        for (const Vec2& p : points) squeezed.push_back({p.x, p.y * k});
        const Vec3 middle = box.center();
        const Disc d = least_disc(squeezed, {middle.x, middle.y * k}, steps);
        if (d.radius * d.radius / k < least) least = d.radius * d.radius / k, best = d, squeeze = k;
    }
    std::vector<Vec2> out;
    const double beyond = best.radius / std::cos(std::numbers::pi / corners);
    for (int i = 0; i < corners; ++i) {
        const double a = 2.0 * std::numbers::pi * i / corners;
        const Vec2 p = best.center + Vec2(std::cos(a), std::sin(a)) * beyond;
        out.push_back({p.x, p.y / squeeze});
    }
    return out;
}

} // namespace

OutlinePoints outline_points(const Geometry& geometry) {
    OutlinePoints out;
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

Shape capsule_round(const OutlinePoints& points) {
    constexpr int middles = 24, radii = 48;
    const std::vector<Vec2> hull = hull_of(points);
    Shape best;
    best.kind = ShapeKind::Capsule;
    double least = infinity;
    for (const bool lying : {false, true}) {
        std::vector<Vec2> p = hull; // x across the capsule, y along it
        double left = infinity, right = -infinity;
        for (Vec2& v : p) {
            if (lying) std::swap(v.x, v.y);
            left = std::min(left, v.x), right = std::max(right, v.x);
        }
        const double wide = std::max(right - left, 1e-9);
        for (int i = 0; i <= middles; ++i)
            for (int k = 0; k < radii; ++k) {
                const double c = left + wide * (0.25 + 0.5 * i / middles);
                const double r = std::max(right - c, c - left) * std::pow(1.0 + 1.0 / radii, k);
                double low = infinity, high = -infinity; // ends of the middle line
                for (const Vec2& v : p) {
                    const double end = std::sqrt(std::max(r * r - (v.x - c) * (v.x - c), 0.0));
                    low = std::min(low, v.y + end), high = std::max(high, v.y - end);
                }
                if (high < low) low = high = 0.5 * (low + high);
                const double area = std::numbers::pi * r * r + 2.0 * r * (high - low);
                if (area >= least) continue;
                const Vec3 half =
                    lying ? Vec3(0.5 * (high - low), 0.0, 0.0) : Vec3(0.0, 0.5 * (high - low), 0.0);
                const double along = 0.5 * (low + high);
                least = area, best.radius = r, best.a = -half, best.b = half;
                best.at = lying ? Vec3(along, c, 0.0) : Vec3(c, along, 0.0);
            }
    }
    return best;
}

bool fit_kind(const std::string& name) {
    static const std::set<std::string> kinds{"circle", "ellipse", "box", "capsule", "hull"};
    return kinds.count(name) > 0;
}

Shape fitted(const OutlinePoints& points, const std::string& kind) {
    Box box;
    for (const Vec2& p : points) box.add(raised(p));
    const Vec3 center = box.center(), size = box.size();
    Shape s;
    if (kind == "box") s.kind = ShapeKind::Box, s.size = {size.x, size.y, 0.0}, s.at = center;
    if (kind == "circle") {
        const Disc d = least_disc(points, flat(center), 2000);
        s.kind = ShapeKind::Circle, s.radius = d.radius, s.at = raised(d.center);
    }
    if (kind == "capsule") {
        const bool tall = size.y >= size.x;
        const double r = 0.5 * std::min(size.x, size.y), half = 0.5 * std::max(size.x, size.y) - r;
        s.kind = ShapeKind::Capsule, s.radius = r, s.at = center;
        s.a = tall ? Vec3(0.0, -half, 0.0) : Vec3(-half, 0.0, 0.0), s.b = -s.a;
    }
    if (kind == "hull" || kind == "ellipse") {
        s.kind = ShapeKind::Polygon;
        for (const Vec2& p : kind == "hull" ? hull_of(points) : ellipse_round(points, box))
            s.points.push_back(raised(p));
    }
    return s;
}

Shape fitted_in_space(const Geometry& geometry, const std::string& kind) {
    const Box& box = geometry.bounds();
    const Vec3 size = box.size(), center = box.center();
    Shape s;
    s.space = 3;
    if (kind == "hull") {
        s.kind = ShapeKind::Hull;
        if (geometry.solid()) s.points = geometry.solid()->points();
        // A common radius is kept; what is only round has no corners for a hull.
        s.radius = geometry.solid() ? geometry.solid()->piece(0).radius : 0.0;
        if (s.points.size() >= 4) return s;
        s.points.clear(), s.radius = 0.0;
    }
    if (kind == "circle" || kind == "ellipse") {
        s.kind = ShapeKind::Sphere, s.at = center;
        for (std::size_t i = 0; geometry.solid() && i < geometry.solid()->size(); ++i) {
            const space::Convex c = geometry.solid()->piece(i);
            for (int k = 0; k < c.count; ++k)
                s.radius = std::max(s.radius, glm::length(c.points[k] - center) + c.radius);
        }
        return s;
    }
    if (kind == "capsule") {
        const int along = longest_axis(size);
        const double r = 0.5 * std::min(size[(along + 1) % 3], size[(along + 2) % 3]);
        s.kind = ShapeKind::Capsule, s.radius = r, s.at = center;
        s.b[along] = std::max(0.5 * size[along] - r, 0.0), s.a = -s.b;
        return s;
    }
    s.kind = ShapeKind::Box, s.size = size, s.at = center;
    return s;
}

} // namespace oddbounce
