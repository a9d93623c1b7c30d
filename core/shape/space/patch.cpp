// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/space/patch.hpp"

#include <algorithm>

namespace oddbounce::space {

namespace {

double turn(const Flat& p, const Flat& q, const Flat& r) {
    return (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
}
Flat between(const Flat& p, const Flat& q, double t) {
    return {p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t};
}

/// What of `patch` lies in a convex polygon that turns left (Sutherland and Hodgman 1974).
Patch clipped(Patch patch, const Patch& by) {
    for (std::size_t i = 0; i < by.corners.size() && !patch.corners.empty(); ++i) {
        const Flat &p = by.corners[i], &q = by.corners[(i + 1) % by.corners.size()];
        Patch in;
        const std::size_t n = patch.corners.size();
        for (std::size_t k = 0; k < n; ++k) {
            const Flat &from = patch.corners[k], &to = patch.corners[(k + 1) % n];
            const double d0 = turn(p, q, from), d1 = turn(p, q, to);
            if (d0 >= 0.0) in.corners.push_back(from);
            if ((d0 < 0.0) != (d1 < 0.0) && (n > 2 || k == 0))
                in.corners.push_back(between(from, to, d0 / (d0 - d1)));
        }
        patch = std::move(in);
    }
    return patch;
}

} // namespace

void Patch::order() {
    if (!solid()) return;
    Flat middle{0.0, 0.0};
    const auto n = static_cast<double>(corners.size());
    for (const Flat& p : corners) middle = {middle[0] + p[0] / n, middle[1] + p[1] / n};
    // Round the middle from the left: the lower half before the upper one, in each by turning.
    const auto upper = [&](const Flat& p) {
        return p[1] > middle[1] || (p[1] == middle[1] && p[0] > middle[0]);
    };
    std::ranges::sort(corners, [&](const Flat& p, const Flat& q) {
        return upper(p) != upper(q) ? upper(q) : turn(middle, p, q) > 0.0;
    });
}

double Patch::inside(const Flat& p) const {
    double least = infinity;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const Flat &from = corners[i], &to = corners[(i + 1) % corners.size()];
        const double length = std::hypot(to[0] - from[0], to[1] - from[1]);
        if (length > 0.0) least = std::min(least, turn(from, to, p) / length);
    }
    return least;
}

Patch patch_of(const Convex& c, const Frame& f, const Vec3& way, const Plane& plane, double slack) {
    Patch out;
    const Vec3 local = f.turned_back(way);
    const double most = c.along(local);
    for (int i = 0; i < c.count; ++i)
        if (glm::dot(c.points[i], local) >= most - slack)
            out.corners.push_back(plane.flat(f.place(c.points[i])));
    out.order();
    return out;
}

std::optional<Shared> shared(const Patch& a, const Patch& b) {
    if (a.corners.size() == 1) return Shared{a.corners[0]};
    if (b.corners.size() == 1) return Shared{b.corners[0]};
    if (!a.solid() && !b.solid()) {
        const Flat &p = a.corners[0], &q = a.corners[1], &r = b.corners[0], &s = b.corners[1];
        const double ux = q[0] - p[0], uy = q[1] - p[1], vx = s[0] - r[0], vy = s[1] - r[1];
        const double det = ux * vy - uy * vx, length2 = ux * ux + uy * uy;
        if (std::abs(det) > 1e-6 * std::sqrt(length2 * (vx * vx + vy * vy)))
            return Shared{
                between(p, q, std::clamp(((r[0] - p[0]) * vy - (r[1] - p[1]) * vx) / det, 0.0, 1.0))};
        const auto place = [&](const Flat& x) { return ((x[0] - p[0]) * ux + (x[1] - p[1]) * uy) / length2; };
        const auto [low, high] = std::minmax({place(r), place(s)});
        if (high < 0.0 || low > 1.0) return std::nullopt;
        return Shared{between(p, q, 0.5 * (std::max(low, 0.0) + std::min(high, 1.0)))};
    }
    const Patch both = a.solid() && b.solid() ? clipped(a, b) : a.solid() ? clipped(b, a) : clipped(a, b);
    if (both.corners.empty()) return std::nullopt;
    Shared out{{0.0, 0.0}};
    double area = 0.0;
    for (std::size_t i = 1; i + 1 < both.corners.size(); ++i) {
        const double part = 0.5 * turn(both.corners[0], both.corners[i], both.corners[i + 1]);
        area += part;
        for (std::size_t k = 0; k < 2; ++k)
            out.middle[k] += part * (both.corners[0][k] + both.corners[i][k] + both.corners[i + 1][k]) / 3.0;
    }
    if (area > 0.0) {
        out.middle = {out.middle[0] / area, out.middle[1] / area};
        out.root = std::sqrt(area);
        return out;
    }
    out.middle = {0.0, 0.0};
    const auto n = static_cast<double>(both.corners.size());
    for (const Flat& p : both.corners) out.middle = {out.middle[0] + p[0] / n, out.middle[1] + p[1] / n};
    return out;
}

} // namespace oddbounce::space
