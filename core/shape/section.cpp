// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/section.hpp"

#include "shape/space/patch.hpp"
#include "shape/space/solid.hpp"

#include <numbers>

namespace oddbounce {

namespace {

using space::Convex;

/// Points of a convex outline in the plane, in order.
std::vector<Vec3> ordered(const std::vector<Vec3>& points, const space::Plane& plane) {
    std::vector<std::pair<space::Flat, Vec3>> all;
    space::Flat middle{0.0, 0.0};
    for (const Vec3& p : points) {
        const space::Flat f = plane.flat(p);
        all.push_back({f, p}), middle = {middle[0] + f[0], middle[1] + f[1]};
    }
    const auto n = static_cast<double>(points.size());
    std::ranges::sort(all, {}, [&](const auto& one) {
        return std::atan2(one.first[1] - middle[1] / n, one.first[0] - middle[0] / n);
    });
    std::vector<Vec3> out;
    for (const auto& one : all) out.push_back(one.second);
    return out;
}

/// What the plane cuts out of the points' hull: where the lines between its points pass through.
std::vector<Vec3> cut_hull(const Convex& c, const Vec3& at, const Vec3& normal) {
    std::vector<Vec3> out;
    const auto height = [&](int i) { return glm::dot(c.points[i] - at, normal); };
    const auto edge = [&](int i, int k) {
        const double from = height(i), to = height(k);
        if ((from < 0.0) == (to < 0.0)) return;
        out.push_back(c.points[i] + (c.points[k] - c.points[i]) * (from / (from - to)));
    };
    if (c.topology)
        for (const space::Topology::Edge& e : c.topology->edges) edge(e.from, e.to);
    else
        for (int i = 0; i < c.count; ++i)
            for (int k = i + 1; k < c.count; ++k) edge(i, k);
    return out;
}

/// The point of a core that is nearest to the plane: its foot lies in the section of a rounded piece.
Vec3 nearest_to_plane(const Convex& c, const Vec3& at, const Vec3& normal) {
    if (const std::vector<Vec3> through = cut_hull(c, at, normal); !through.empty()) {
        Vec3 middle(0.0);
        for (const Vec3& p : through) middle += p / static_cast<double>(through.size());
        return middle;
    }
    Vec3 best = c.points[0];
    for (int i = 1; i < c.count; ++i)
        if (std::abs(glm::dot(c.points[i] - at, normal)) < std::abs(glm::dot(best - at, normal)))
            best = c.points[i];
    return best;
}

} // namespace

std::vector<WorldLine> section(const Geometry& g, const Pose& pose, const Vec3& at, const Vec3& normal,
                               int round) {
    std::vector<WorldLine> out;
    if (!g.solid()) return out;
    const space::Frame frame(pose);
    const Vec3 local_at = frame.unplace(at), n = frame.turned_back(normal);
    const space::Plane plane(n);
    // The boxes that the plane goes through: those that meet it are among the ones near it.
    const auto reaches = [&](const Box& box) {
        const Vec3 half = 0.5 * box.size();
        return std::abs(glm::dot(box.center() - local_at, n)) <= glm::dot(half, glm::abs(n));
    };
    for (std::size_t i = 0; i < g.solid()->size(); ++i) {
        if (!reaches(g.solid()->boxes()[i])) continue;
        const Convex c = g.solid()->piece(i);
        WorldLine line;
        if (c.radius == 0.0) {
            line.points = ordered(cut_hull(c, local_at, n), plane);
            line.closed = line.points.size() > 2;
        } else {
            const Vec3 core = nearest_to_plane(c, local_at, n);
            const Vec3 inside = core - n * glm::dot(core - local_at, n);
            if (glm::length(inside - core) >= c.radius) continue;
            for (int k = 0; k < round; ++k) {
                const double a = 2.0 * std::numbers::pi * k / round;
                const Vec3 way = plane.u * std::cos(a) + plane.v * std::sin(a);
                if (const auto cut = space::cut_line(c, inside, way))
                    line.points.push_back(inside + way * cut->last);
            }
        }
        if (line.points.size() < 2) continue;
        for (Vec3& p : line.points) p = frame.place(p);
        out.push_back(std::move(line));
    }
    return out;
}

std::vector<Facet> facets(const Geometry& g, int round) {
    std::vector<Facet> out;
    if (!g.solid()) return out;
    const int steps = std::max(round, 8), half = steps / 2;
    for (std::size_t i = 0; i < g.solid()->size(); ++i) {
        const Convex c = g.solid()->piece(i);
        if (c.topology) {
            for (std::size_t f = 0; f < c.topology->faces.size(); ++f) {
                Facet facet;
                facet.normal = c.normals[f];
                for (const int k : c.topology->faces[f])
                    facet.points.push_back(c.points[k] + facet.normal * c.radius);
                out.push_back(std::move(facet));
            }
        } else if (c.count == 3) {
            out.push_back({{c.points[0], c.points[1], c.points[2]}, c.normals[0], true, true});
        } else if (c.radius > 0.0) {
            // Rings round the axis, the halves apart by its length.
            const Vec3 low = c.points[0], high = c.points[c.count - 1];
            const Vec3 axis = c.count == 2 ? unit(high - low) : Vec3(0.0, 1.0, 0.0);
            const space::Plane plane(axis);
            const auto point = [&](int ring, int k, bool upper) {
                const double up = std::numbers::pi * (static_cast<double>(ring) / half - 0.5),
                             a = 2.0 * std::numbers::pi * k / steps;
                const Vec3 way =
                    axis * std::sin(up) + (plane.u * std::cos(a) + plane.v * std::sin(a)) * std::cos(up);
                return (upper ? high : low) + way * c.radius;
            };
            const int middle = half / 2;
            for (int ring = 0; ring < half; ++ring)
                for (int k = 0; k < steps; ++k) {
                    const bool upper = ring >= middle;
                    Facet f;
                    f.edged = false;
                    f.points = {point(ring, k, upper), point(ring, k + 1, upper),
                                point(ring + 1, k + 1, upper), point(ring + 1, k, upper)};
                    f.normal = unit(f.points[0] + f.points[2] - 2.0 * (upper ? high : low));
                    out.push_back(std::move(f));
                }
            for (int k = 0; c.count == 2 && k < steps; ++k) { // the tube
                Facet f;
                f.edged = false;
                f.points = {point(middle, k, false), point(middle, k + 1, false), point(middle, k + 1, true),
                            point(middle, k, true)};
                f.normal = unit(f.points[0] + f.points[1] - 2.0 * low -
                                axis * glm::dot(f.points[0] + f.points[1] - 2.0 * low, axis));
                out.push_back(std::move(f));
            }
        }
    }
    return out;
}

} // namespace oddbounce
