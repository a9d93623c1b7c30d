// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/shape.hpp"

namespace oddbounce {

namespace {

struct KindWord {
    ShapeKind kind;
    const char* word;
    bool plane, space;
};
constexpr KindWord kinds[] = {
    {ShapeKind::Circle, "circle", true, false},  {ShapeKind::Box, "box", true, true},
    {ShapeKind::Capsule, "capsule", true, true}, {ShapeKind::Polygon, "polygon", true, false},
    {ShapeKind::Chain, "chain", true, false},    {ShapeKind::Cells, "cells", true, true},
    {ShapeKind::Sphere, "sphere", false, true},  {ShapeKind::Hull, "hull", false, true},
    {ShapeKind::Mesh, "mesh", false, true},
};

bool positive(double v) { return std::isfinite(v) && v > 0.0; }

std::string defect_of_points(const Shape& s) {
    const std::size_t least = s.kind == ShapeKind::Chain ? 2 : s.kind == ShapeKind::Hull ? 4 : 3;
    if (s.points.size() < least) return "'points' must hold at least " + std::to_string(least) + " points";
    constexpr std::size_t most_of_hull = 2000; // building and asking one takes their square
    if (s.kind == ShapeKind::Hull && s.points.size() > most_of_hull)
        return "'points' of a hull must be at most 2 000";
    for (const Vec3& p : s.points)
        if (!finite(p)) return "'points' must be finite numbers";
    if (s.kind != ShapeKind::Polygon) return "";
    double area = 0.0, reach = 0.0;
    for (std::size_t i = 0; i < s.points.size(); ++i) {
        const Vec2 p = flat(s.points[i] - s.points[0]),
                   q = flat(s.points[(i + 1) % s.points.size()] - s.points[0]);
        area += cross(p, q), reach = std::max(reach, glm::length(p));
    }
    return std::abs(area) > 1e-12 * reach * reach ? "" : "'points' must enclose an area";
}

/// Unit edges between filled and empty cells of one layer: what its outline and its pieces cost.
std::size_t edges_of(const std::vector<std::string>& rows) {
    const auto filled = [&](std::size_t r, std::size_t c) {
        return r < rows.size() && c < rows[r].size() && rows[r][c] == '#';
    };
    std::size_t edges = 0;
    for (std::size_t r = 0; r < rows.size(); ++r)
        for (std::size_t c = 0; c < rows[r].size(); ++c)
            if (rows[r][c] == '#')
                edges += !filled(r, c + 1) + (c == 0 || !filled(r, c - 1)) + !filled(r + 1, c) +
                         (r == 0 || !filled(r - 1, c));
    return edges;
}

std::string defect_of_cells(const Shape& s) {
    constexpr std::size_t most_edges = 1000000;
    if (!positive(s.cell)) return "'cell' must be positive";
    for (const auto& rows : s.layers)
        for (const std::string& row : rows)
            if (row.find_first_not_of(".#") != std::string::npos) return "'rows' may hold only '.' and '#'";
    std::size_t edges = 0;
    for (const auto& rows : s.layers) edges += edges_of(rows);
    if (edges > most_edges) return "has an outline of more than 1 000 000 cell edges, at most that are read";
    return "";
}

} // namespace

const char* word(ShapeKind kind) {
    for (const KindWord& k : kinds)
        if (k.kind == kind) return k.word;
    return "circle";
}

bool shape_kind(const std::string& word, int space, ShapeKind& kind) {
    for (const KindWord& k : kinds)
        if (word == k.word && (space == 2 ? k.plane : k.space)) return kind = k.kind, true;
    return false;
}

std::string defect(const Shape& s) {
    if (!finite(s.at)) return "'at' must be finite numbers";
    const bool has_round = s.kind != ShapeKind::Circle && s.kind != ShapeKind::Sphere && s.kind != ShapeKind::Capsule;
    if (has_round && !(std::isfinite(s.radius) && s.radius >= 0.0)) return "'round' must not be negative";
    switch (s.kind) {
    case ShapeKind::Circle:
    case ShapeKind::Sphere:
        return positive(s.radius) ? "" : "'r' must be positive";
    case ShapeKind::Box: {
        const bool expected =
            positive(s.size.x) && positive(s.size.y) && (s.space == 2 || positive(s.size.z));
        return expected ? "" : "'size' must be positive";
    }
    case ShapeKind::Capsule:
        if (!finite(s.a) || !finite(s.b)) return "'a' and 'b' must be finite numbers";
        return positive(s.radius) ? "" : "'r' must be positive";
    case ShapeKind::Polygon:
    case ShapeKind::Chain:
    case ShapeKind::Hull:
        return defect_of_points(s);
    case ShapeKind::Mesh: {
        if (const std::string why = defect_of_points(s); !why.empty()) return why;
        for (const auto& f : s.faces)
            for (int i : f)
                if (i < 0 || i >= static_cast<int>(s.points.size())) return "'faces' must index 'points'";
        return s.faces.empty() ? "'faces' must not be empty" : "";
    }
    case ShapeKind::Cells:
        return defect_of_cells(s);
    }
    return "";
}

std::array<int, 3> cell_at_point(const Shape& cells, const Vec3& point) {
    const Vec3 local = (cells.turn.turn_back(point - cells.at) - cells.origin) / cells.cell;
    std::array<int, 3> out{};
    for (int i = 0; i < cells.space; ++i)
        out[static_cast<std::size_t>(i)] = static_cast<int>(std::floor(std::clamp(local[i], -1e9, 1e9)));
    return out;
}

} // namespace oddbounce
