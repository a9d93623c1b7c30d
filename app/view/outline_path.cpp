// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/outline_path.hpp"

#include "shape/section.hpp"

namespace oddbounce {

namespace {
constexpr double pi = 3.14159265358979323846;

void arc(const Vec2& center, double radius, double from, double to, double scale, std::vector<Vec2>& out) {
    // An edge of angle a strays radius * (1 - cos(a/2)) from the arc: a tenth of a pixel is not seen.
    const double edge = std::clamp(2.0 * std::acos(1.0 - std::min(1.0, 0.1 / std::max(1e-9, radius * scale))),
                                   pi / 180.0, pi / 8.0);
    const int steps = std::max(2, static_cast<int>(std::ceil(std::abs(to - from) / edge)));
    for (int i = 0; i <= steps; ++i) {
        const double a = from + (to - from) * i / steps;
        out.push_back(center + Vec2(std::cos(a), std::sin(a)) * radius);
    }
}
} // namespace

std::vector<Vec2> spelled_out(const Outline& o, double scale) {
    const std::size_t n = o.points.size();
    if (o.radius == 0.0 || n == 0) return o.points;
    std::vector<Vec2> out;
    if (n == 1) {
        arc(o.points[0], o.radius, 0.0, 2.0 * pi, scale, out);
        out.pop_back();
        return out;
    }
    double area = 0.0;
    for (std::size_t i = 0; i < n; ++i)
        area += cross(o.points[i] - o.points[0], o.points[(i + 1) % n] - o.points[0]);
    for (std::size_t k = 0; k < n; ++k) {
        const std::size_t i = area >= 0.0 ? k : n - 1 - k;
        const Vec2 p = o.points[i];
        const Vec2 before = o.points[area >= 0.0 ? (i + n - 1) % n : (i + 1) % n],
                   after = o.points[area >= 0.0 ? (i + 1) % n : (i + n - 1) % n];
        const Vec2 n1 = right_of(unit(p - before)), n2 = right_of(unit(after - p));
        const double from = std::atan2(n1.y, n1.x);
        double to = std::atan2(n2.y, n2.x);
        while (to < from - 1e-9) to += 2.0 * pi;
        if (to - from > pi + 1e-6)
            out.push_back(p +
                          (n1 + n2) * (o.radius / std::max(0.2, 1.0 + glm::dot(n1, n2)))); // reflex corner
        else
            arc(p, o.radius, from, to, scale, out);
    }
    return out;
}

namespace {

/// Convex hull by monotone chain (Andrew 1979).
QPolygonF hull_of(std::vector<QPointF> q) {
    std::sort(q.begin(), q.end(), [](const QPointF& a, const QPointF& b) {
        return a.x() != b.x() ? a.x() < b.x() : a.y() < b.y();
    });
    QPolygonF hull;
    for (int pass = 0; pass < 2; ++pass) {
        const qsizetype base = hull.size();
        for (const QPointF& v : q) {
            while (hull.size() >= base + 2) {
                const QPointF u = hull.back() - hull[hull.size() - 2], w = v - hull.back();
                if (u.x() * w.y() - u.y() * w.x() > 0.0) break;
                hull.pop_back();
            }
            hull.push_back(v);
        }
        hull.pop_back();
        std::reverse(q.begin(), q.end());
    }
    return hull;
}

/// Convex pieces that lie over or beside each other, as the outline of the whole.
std::vector<PixelLine> joined(const std::vector<PixelLine>& pieces) {
    constexpr std::size_t most = 200; // more take too long to join
    if (pieces.size() < 2 || pieces.size() > most) return pieces;
    QPainterPath all;
    std::vector<PixelLine> out;
    all.setFillRule(Qt::WindingFill);
    for (const PixelLine& piece : pieces)
        if (piece.closed)
            all.addPolygon(piece.points), all.closeSubpath();
        else
            out.push_back(piece);
    for (QPolygonF& line : all.simplified().toSubpathPolygons()) {
        if (line.size() > 1 && line.isClosed()) line.pop_back();
        out.push_back({std::move(line), true});
    }
    return out;
}

/// What a convex shape covers along the line of sight; of others all their facets.
std::vector<PixelLine> silhouettes(const Geometry& g, const Pose& pose, const Mapping& m) {
    std::vector<PixelLine> out;
    if (is_ball(g)) {
        const QPointF middle = m.to(pose, g.bounds().center());
        const double radius = 0.5 * g.extent() * m.scale;
        constexpr int corners = 48;
        PixelLine rim;
        for (int i = 0; i < corners; ++i)
            rim.points << middle +
                              QPointF(std::cos(2.0 * pi * i / corners), std::sin(2.0 * pi * i / corners)) *
                                  radius;
        return {rim};
    }
    for (const Facet& f : facets(g, 24)) {
        PixelLine line;
        for (const Vec3& v : f.points) line.points << m.to(pose, v);
        out.push_back(std::move(line));
    }
    if (g.convex() || out.empty()) {
        std::vector<QPointF> all;
        for (const PixelLine& line : out) all.insert(all.end(), line.points.begin(), line.points.end());
        out = {{hull_of(std::move(all)), true}};
    }
    return out;
}

} // namespace

std::vector<PixelLine> lines_of(const Geometry& g, const Pose& pose, const Mapping& m) {
    std::vector<PixelLine> out;
    if (m.shows == Shows::Plane) {
        for (const Outline& o : g.outlines()) {
            PixelLine line{{}, o.closed};
            for (const Vec2& local : spelled_out(o, m.scale)) line.points << m.to(pose, raised(local));
            out.push_back(std::move(line));
        }
        return out;
    }
    if (m.shows == Shows::Space) return silhouettes(g, pose, m);
    for (const WorldLine& cut : section(g, pose, m.center, m.toward())) {
        PixelLine line{{}, cut.closed};
        for (const Vec3& v : cut.points) line.points << m.to(v);
        out.push_back(std::move(line));
    }
    return joined(out);
}

QPainterPath path_of(const std::vector<PixelLine>& lines) {
    QPainterPath path;
    for (const PixelLine& line : lines) {
        if (line.points.isEmpty()) continue;
        path.addPolygon(line.points);
        if (line.closed) path.closeSubpath();
    }
    return path;
}

QPainterPath outline_path(const Geometry& g, const Pose& pose, const Mapping& m) {
    return path_of(lines_of(g, pose, m));
}

QPainterPath tangent_band(const Geometry& g, const Motion& move, const Mapping& m, int ranges) {
    QPainterPath all;
    all.setFillRule(Qt::WindingFill);
    for (int i = 0; i < ranges; ++i) {
        std::vector<QPointF> q;
        for (const double t : {static_cast<double>(i) / ranges, static_cast<double>(i + 1) / ranges})
            for (const PixelLine& line : lines_of(g, move.at(t), m))
                q.insert(q.end(), line.points.begin(), line.points.end());
        if (!q.empty()) all.addPolygon(hull_of(std::move(q)));
    }
    return all;
}

} // namespace oddbounce
