// SPDX-License-Identifier: GPL-3.0-or-later
// Cutting shapes into pieces: ears off a polygon (Meisters 1975), joined again while convex
// (Hertel & Mehlhorn 1983), cells into rectangles.
#include "shape/plane/piece.hpp"

#include <list>

namespace oddbounce::plane {

namespace {

double twice_area(const std::vector<Vec2>& p) {
    double area = 0.0;
    for (std::size_t i = 0; i < p.size(); ++i) area += cross(p[i] - p[0], p[(i + 1) % p.size()] - p[0]);
    return area;
}

bool in_triangle(const Vec2& p, const Vec2& a, const Vec2& b, const Vec2& c) {
    return cross(b - a, p - a) >= 0.0 && cross(c - b, p - b) >= 0.0 && cross(a - c, p - c) >= 0.0;
}

/// Left turns only, once round: seen from the first corner, the others follow each other over half a turn.
bool convex(const std::vector<Vec2>& p) {
    for (std::size_t i = 0; i < p.size(); ++i) {
        const Vec2 &u = p[i], &v = p[(i + 1) % p.size()], &w = p[(i + 2) % p.size()];
        if (cross(v - u, w - v) < 0.0) return false;
        if (cross(u - p[0], v - p[0]) < 0.0 || cross(p[1] - p[0], u - p[0]) < 0.0) return false;
    }
    return p.size() >= 3;
}

using Corners = std::vector<int>;

bool is_ear(const std::vector<Vec2>& p, const Corners& left, std::size_t k) {
    const std::size_t n = left.size();
    const auto at = [&](std::size_t i) { return static_cast<std::size_t>(left[i % n]); };
    const std::size_t u = at(k + n - 1), v = at(k), w = at(k + 1);
    if (cross(p[v] - p[u], p[w] - p[v]) <= 0.0) return false;
    for (std::size_t i = 0; i < n; ++i) {
        const std::size_t q = at(i);
        if (q == u || q == v || q == w || p[q] == p[u] || p[q] == p[v] || p[q] == p[w]) continue;
        if (in_triangle(p[q], p[u], p[v], p[w])) return false;
    }
    return true;
}

std::vector<Corners> ears(const std::vector<Vec2>& p) {
    std::vector<Corners> out;
    Corners left(p.size());
    for (std::size_t i = 0; i < p.size(); ++i) left[i] = static_cast<int>(i);
    while (left.size() > 3) {
        std::size_t k = 0;
        while (k < left.size() && !is_ear(p, left, k)) ++k;
        if (k == left.size()) k = 0; // crosses itself: cut somewhere, so that the call ends
        const std::size_t n = left.size();
        out.push_back({left[(k + n - 1) % n], left[k], left[(k + 1) % n]});
        left.erase(left.begin() + static_cast<std::ptrdiff_t>(k));
    }
    out.push_back(left);
    return out;
}

/// a and b joined over an edge that they share, if the result is convex and small enough; else empty.
Corners joined(const std::vector<Vec2>& p, const Corners& a, const Corners& b) {
    if (static_cast<int>(a.size() + b.size()) - 2 > most_corners) return {};
    for (std::size_t i = 0; i < a.size(); ++i)
        for (std::size_t j = 0; j < b.size(); ++j) {
            if (a[i] != b[(j + 1) % b.size()] || a[(i + 1) % a.size()] != b[j]) continue;
            Corners out;
            for (std::size_t k = 1; k <= a.size(); ++k) out.push_back(a[(i + k) % a.size()]);
            for (std::size_t k = 2; k < b.size(); ++k) out.push_back(b[(j + k) % b.size()]);
            std::vector<Vec2> points;
            for (int c : out) points.push_back(p[static_cast<std::size_t>(c)]);
            if (convex(points)) return out;
        }
    return {};
}

void join_all(const std::vector<Vec2>& p, std::vector<Corners>& parts) {
    for (std::size_t i = 0; i < parts.size(); ++i)
        for (std::size_t j = i + 1; j < parts.size();) {
            Corners both = joined(p, parts[i], parts[j]);
            if (both.empty()) {
                ++j;
                continue;
            }
            parts[i] = std::move(both);
            parts.erase(parts.begin() + static_cast<std::ptrdiff_t>(j));
            j = i + 1;
        }
}

std::vector<Vec2> without_repeats(const std::vector<Vec2>& in) {
    std::vector<Vec2> out;
    for (const Vec2& v : in)
        if (out.empty() || out.back() != v) out.push_back(v);
    while (out.size() > 1 && out.front() == out.back()) out.pop_back();
    return out;
}

Vec2 in_body(const Shape& s, const Vec3& scale, const Vec2& v) {
    const double c = std::cos(s.angle), d = std::sin(s.angle);
    return {(s.at.x + c * v.x - d * v.y) * scale.x, (s.at.y + d * v.x + c * v.y) * scale.y};
}

Piece piece_of(const std::vector<Vec2>& points, double radius) {
    Piece piece;
    piece.radius = radius;
    const bool turned = points.size() > 2 && twice_area(points) < 0.0; // mirrored: wind it back
    for (std::size_t i = 0; i < points.size(); ++i) piece.add(points[turned ? points.size() - 1 - i : i]);
    return piece;
}

} // namespace

namespace {

/// Each corner once, counter-clockwise; empty where there are too few.
std::vector<Vec2> tidied(const std::vector<Vec2>& outline) {
    std::vector<Vec2> p = without_repeats(outline);
    if (p.size() < 3) return {};
    if (twice_area(p) < 0.0) std::reverse(p.begin(), p.end());
    return p;
}

} // namespace

bool is_convex(const std::vector<Vec2>& outline) { return convex(tidied(outline)); }

std::vector<Piece> cut_polygon(const std::vector<Vec2>& outline) {
    const std::vector<Vec2> p = tidied(outline);
    if (p.empty()) return {};
    std::vector<Piece> out;
    if (convex(p)) { // a fan of pieces from the first corner
        for (std::size_t i = 1; i + 1 < p.size(); i += most_corners - 2) {
            std::vector<Vec2> part{p[0]};
            for (std::size_t k = i; k < std::min(p.size(), i + most_corners - 1); ++k) part.push_back(p[k]);
            out.push_back(piece_of(part, 0.0));
        }
        return out;
    }
    std::vector<Corners> parts = ears(p);
    if (parts.size() <= 2000) join_all(p, parts);
    for (const Corners& part : parts) {
        std::vector<Vec2> points;
        for (int c : part) points.push_back(p[static_cast<std::size_t>(c)]);
        if (std::abs(twice_area(points)) > 0.0) out.push_back(piece_of(points, 0.0));
    }
    return out;
}

std::vector<CellRun> join_cells(const std::vector<std::string>& rows) {
    std::vector<CellRun> done, open;
    for (std::size_t r = 0; r <= rows.size(); ++r) {
        std::vector<CellRun> now;
        const std::string row = r < rows.size() ? rows[r] : "";
        for (std::size_t c = 0; c < row.size();) {
            if (row[c] != '#') {
                ++c;
                continue;
            }
            std::size_t end = c;
            while (end < row.size() && row[end] == '#') ++end;
            now.push_back({static_cast<int>(c), static_cast<int>(r), static_cast<int>(end - c), 1});
            c = end;
        }
        for (const CellRun& run : open) {
            const auto same =
                std::lower_bound(now.begin(), now.end(), run.column,
                                 [](const CellRun& n, int column) { return n.column < column; });
            if (same == now.end() || same->column != run.column || same->width != run.width)
                done.push_back(run);
            else
                *same = {run.column, run.row, run.width, run.height + 1};
        }
        open = std::move(now);
    }
    return done;
}

std::vector<Piece> cut(const Shape& s, const Vec3& scale) {
    const double radius = s.radius * std::min(std::abs(scale.x), std::abs(scale.y));
    const auto body = [&](const Vec2& v) { return in_body(s, scale, v); };
    std::vector<Piece> out;
    switch (s.kind) {
    case ShapeKind::Circle:
        return {piece_of({body({0.0, 0.0})}, radius)};
    case ShapeKind::Capsule: {
        const Vec2 a = body(flat(s.a)), b = body(flat(s.b));
        return {a == b ? piece_of({a}, radius) : piece_of({a, b}, radius)};
    }
    case ShapeKind::Box: {
        const Vec2 h = flat(s.size) * 0.5;
        return {
            piece_of({body({-h.x, -h.y}), body({h.x, -h.y}), body({h.x, h.y}), body({-h.x, h.y})}, radius)};
    }
    case ShapeKind::Polygon: {
        std::vector<Vec2> points;
        for (const Vec3& p : s.points) points.push_back(body(flat(p)));
        out = cut_polygon(points);
        for (Piece& piece : out) piece.radius = radius;
        return out;
    }
    case ShapeKind::Chain: {
        const std::size_t n = s.points.size(), edges = s.closed ? n : n - 1;
        for (std::size_t i = 0; i < edges; ++i) {
            const Vec2 u = body(flat(s.points[i])), v = body(flat(s.points[(i + 1) % n]));
            if (u != v) out.push_back(piece_of({u, v}, 0.0));
        }
        return out;
    }
    case ShapeKind::Cells:
        for (const CellRun& run : join_cells(s.layers.empty() ? std::vector<std::string>{} : s.layers[0])) {
            const Vec2 low = flat(s.origin) + Vec2(run.column, run.row) * s.cell;
            const Vec2 high = low + Vec2(run.width, run.height) * s.cell;
            out.push_back(
                piece_of({body(low), body({high.x, low.y}), body(high), body({low.x, high.y})}, 0.0));
        }
        return out;
    default:
        return out; // three-dimensional kinds have no plane pieces
    }
}

} // namespace oddbounce::plane
