// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/space/solid.hpp"

#include <numbers>

namespace oddbounce::space {

namespace {

constexpr int all_boxes = -2; // the topology of a box

/// Maximal blocks of filled cells, greedily joined: along x, then y, then layers.
struct Block {
    std::array<int, 3> low, size;
};
std::vector<Block> join_cells(const std::vector<std::vector<std::string>>& layers) {
    std::vector<std::vector<std::string>> left = layers;
    const auto filled = [&](int x, int y, int z) {
        if (z >= static_cast<int>(left.size())) return false;
        const auto& rows = left[static_cast<std::size_t>(z)];
        if (y >= static_cast<int>(rows.size())) return false;
        const std::string& row = rows[static_cast<std::size_t>(y)];
        return x < static_cast<int>(row.size()) && row[static_cast<std::size_t>(x)] == '#';
    };
    const auto all_filled = [&](const Block& b) {
        for (int z = b.low[2]; z < b.low[2] + b.size[2]; ++z)
            for (int y = b.low[1]; y < b.low[1] + b.size[1]; ++y)
                for (int x = b.low[0]; x < b.low[0] + b.size[0]; ++x)
                    if (!filled(x, y, z)) return false;
        return true;
    };
    std::vector<Block> out;
    for (int z = 0; z < static_cast<int>(left.size()); ++z)
        for (int y = 0; y < static_cast<int>(left[static_cast<std::size_t>(z)].size()); ++y)
            for (int x = 0;
                 x < static_cast<int>(left[static_cast<std::size_t>(z)][static_cast<std::size_t>(y)].size());
                 ++x) {
                if (!filled(x, y, z)) continue;
                Block b{{x, y, z}, {1, 1, 1}};
                for (std::size_t axis = 0; axis < 3; ++axis)
                    for (;;) { // another slice beside what there is
                        Block slice = b;
                        slice.low[axis] += b.size[axis], slice.size[axis] = 1;
                        if (!all_filled(slice)) break;
                        ++b.size[axis];
                    }
                for (int k = z; k < z + b.size[2]; ++k)
                    for (int j = y; j < y + b.size[1]; ++j)
                        left[static_cast<std::size_t>(k)][static_cast<std::size_t>(j)].replace(
                            static_cast<std::size_t>(x), static_cast<std::size_t>(b.size[0]),
                            static_cast<std::size_t>(b.size[0]), '.');
                out.push_back(b);
            }
    return out;
}

double volume_of(const Convex& c) {
    constexpr double pi = std::numbers::pi;
    const double r = c.radius, ball = 4.0 / 3.0 * pi * r * r * r;
    if (c.count == 2) return ball + pi * r * r * glm::length(c.points[1] - c.points[0]);
    if (!c.topology) return ball;
    // Steiner's formula: the polytope, its faces, its edges and its corners, each blown up.
    double volume = 0.0, area = 0.0, edges = 0.0;
    for (std::size_t f = 0; f < c.topology->faces.size(); ++f) {
        const std::vector<int>& face = c.topology->faces[f];
        for (std::size_t i = 1; i + 1 < face.size(); ++i) {
            const Vec3 p = c.points[face[0]] - c.points[0], q = c.points[face[i]] - c.points[0],
                       s = c.points[face[i + 1]] - c.points[0];
            volume += glm::dot(p, glm::cross(q, s)) / 6.0,
                area += 0.5 * glm::length(glm::cross(q - p, s - p));
        }
    }
    for (const Topology::Edge& e : c.topology->edges) {
        const double turned =
            std::acos(std::clamp(glm::dot(c.normals[e.left], c.normals[e.right]), -1.0, 1.0));
        edges += 0.5 * turned * glm::length(c.points[e.to] - c.points[e.from]);
    }
    return volume + area * r + edges * r * r + ball;
}

/// Least width over the normals of its faces.
double width_of(const Convex& c) {
    double width = c.topology ? infinity : 0.0;
    for (std::size_t f = 0; c.topology && f < c.topology->faces.size(); ++f)
        width = std::min(width, c.along(c.normals[f]) + c.along(-c.normals[f]));
    return width + 2.0 * c.radius;
}

} // namespace

Solid::Solid(const Shape& shape, const Vec3& scale) {
    const auto body = [&](const Vec3& v) { return (shape.at + shape.turn.turn(v)) * scale; };
    const Vec3 s = glm::abs(scale);
    const double radius = shape.radius * std::min({s.x, s.y, s.z});
    switch (shape.kind) {
    case ShapeKind::Box:
        add_box(-0.5 * shape.size, 0.5 * shape.size, shape, scale);
        if (radius > 0.0) pieces_.back().radius = radius;
        break;
    case ShapeKind::Capsule:
        if (body(shape.a) != body(shape.b)) {
            add({body(shape.a), body(shape.b)}, radius);
            break;
        }
        [[fallthrough]];
    case ShapeKind::Sphere:
        add({body(shape.kind == ShapeKind::Sphere ? Vec3(0.0) : shape.a)}, radius);
        break;
    case ShapeKind::Cells:
        add_cells(shape, scale);
        break;
    case ShapeKind::Mesh:
        for (const auto& f : shape.faces)
            add_triangle(body(shape.points[static_cast<std::size_t>(f[0])]),
                         body(shape.points[static_cast<std::size_t>(f[1])]),
                         body(shape.points[static_cast<std::size_t>(f[2])]), radius);
        break;
    default: {
        std::vector<Vec3> points;
        for (const Vec3& p : shape.points) points.push_back(body(p));
        if (!points.empty()) add_hull(points, radius);
    }
    }
    finish(shape.kind == ShapeKind::Mesh);
    if (shape.kind == ShapeKind::Cells) extent_ = shape.cell * std::min({s.x, s.y, s.z});
}

Convex Solid::piece(std::size_t i) const {
    const Piece& p = pieces_[i];
    return {points_.data() + p.first, p.count, p.radius,
            p.topology == -1          ? nullptr
            : p.topology == all_boxes ? &box_topology()
                                      : &topologies_[static_cast<std::size_t>(p.topology)],
            normals_.data() + p.normals};
}

void Solid::add(const std::vector<Vec3>& points, double radius, int topology,
                const std::vector<Vec3>& normals) {
    pieces_.push_back({static_cast<int>(points_.size()), static_cast<int>(points.size()), topology,
                       static_cast<int>(normals_.size()), radius, 0.0});
    points_.insert(points_.end(), points.begin(), points.end());
    normals_.insert(normals_.end(), normals.begin(), normals.end());
}

void Solid::add_box(const Vec3& low, const Vec3& high, const Shape& shape, const Vec3& scale) {
    const bool mirrored = scale.x * scale.y * scale.z < 0.0; // faces would turn the wrong way round
    std::vector<Vec3> corners;
    for (int i = 0; i < 8; ++i) {
        const bool in_x = ((i & 1) != 0) != mirrored;
        const Vec3 local(in_x ? high.x : low.x, i & 2 ? high.y : low.y, i & 4 ? high.z : low.z);
        corners.push_back((shape.at + shape.turn.turn(local)) * scale);
    }
    std::vector<Vec3> normals;
    for (const std::vector<int>& f : box_topology().faces) {
        const auto at = [&](std::size_t k) { return corners[static_cast<std::size_t>(f[k])]; };
        normals.push_back(unit(glm::cross(at(1) - at(0), at(2) - at(0))));
    }
    if (scale.x * scale.y * scale.z == 0.0) return add_hull(corners, 0.0);
    add(corners, 0.0, all_boxes, normals);
}

void Solid::add_hull(const std::vector<Vec3>& points, double radius) {
    if (auto hull = hull_of(points)) {
        topologies_.push_back(std::move(hull->topology));
        return add(hull->points, radius, static_cast<int>(topologies_.size()) - 1, hull->normals);
    }
    const std::vector<Vec3> flat = flat_hull_of(points);
    if (flat.size() < 3) return add(flat, radius);
    for (std::size_t i = 1; i + 1 < flat.size(); ++i) add_triangle(flat[0], flat[i], flat[i + 1], radius);
}

void Solid::add_triangle(const Vec3& p, const Vec3& q, const Vec3& r, double radius) {
    const Vec3 normal = glm::cross(q - p, r - p);
    const double longest = std::max({glm::length(q - p), glm::length(r - q), glm::length(p - r)});
    constexpr double sliver = 1e-12;
    if (glm::length(normal) > sliver * longest * longest) return add({p, q, r}, radius, -1, {unit(normal)});
    add(flat_hull_of({p, q, r}), radius);
}

void Solid::add_cells(const Shape& shape, const Vec3& scale) {
    for (const Block& b : join_cells(shape.layers)) {
        const Vec3 low = shape.origin + Vec3(b.low[0], b.low[1], b.low[2]) * shape.cell;
        add_box(low, low + Vec3(b.size[0], b.size[1], b.size[2]) * shape.cell, shape, scale);
    }
}

void Solid::finish(bool open) {
    std::vector<Box> face_boxes;
    for (std::size_t i = 0; i < pieces_.size(); ++i) {
        Piece& p = pieces_[i];
        const Convex c = piece(i);
        Box box;
        for (int k = 0; k < c.count; ++k)
            box.add(c.points[k]), p.reach = std::max(p.reach, glm::length(c.points[k]));
        box.grow(p.radius);
        corner_reach_ = std::max(corner_reach_, p.reach), reach_ = std::max(reach_, p.reach + p.radius);
        bounds_.add(box), boxes_.push_back(box);
        if (!open) volume_ += volume_of(c);
        const auto face = [&](const Vec3& normal, const std::vector<int>& corners) {
            faces_.push_back({normal, static_cast<int>(face_corners_.size()),
                              static_cast<int>(corners.size()), p.radius, c.topology == nullptr});
            Box around;
            for (const int k : corners) face_corners_.push_back(p.first + k), around.add(c.points[k]);
            around.grow(p.radius);
            face_boxes.push_back(around), ways_.push_back(normal);
            if (!c.topology) ways_.push_back(-normal);
        };
        for (std::size_t f = 0; c.topology && f < c.topology->faces.size(); ++f)
            face(c.normals[f], c.topology->faces[f]);
        if (c.count == 3 && !c.topology) face(c.normals[0], {0, 1, 2});
    }
    tree_ = BoxTree(boxes_);
    if (faces_.size() > few) face_tree_ = BoxTree(face_boxes);
    constexpr double alike = 1e-7;
    std::ranges::sort(ways_, [](const Vec3& u, const Vec3& v) {
        return u.x != v.x ? u.x < v.x : u.y != v.y ? u.y < v.y : u.z < v.z;
    });
    const auto same = [&](const Vec3& u, const Vec3& v) { return glm::length(u - v) <= alike; };
    ways_.erase(std::unique(ways_.begin(), ways_.end(), same), ways_.end());
    if (pieces_.size() == 1)
        extent_ = width_of(piece(std::size_t(0)));
    else if (!pieces_.empty())
        extent_ = std::min({bounds_.size().x, bounds_.size().y, bounds_.size().z});
    if (open) extent_ = 0.0;
}

bool Solid::has_face(const Vec3& n) const {
    constexpr double same = 1.0 - 1e-9, wide = 1e-4;  // cosine; of a component, more than that
    if (pieces_.size() == 1 && pieces_[0].count == 2) // the side of a capsule
        return std::abs(glm::dot(unit(points_[1] - points_[0]), n)) < std::sqrt(2.0 * (1.0 - same));
    auto it = std::ranges::lower_bound(ways_, n.x - wide, {}, &Vec3::x);
    for (; it != ways_.end() && it->x <= n.x + wide; ++it)
        if (glm::dot(*it, n) > same) return true;
    return false;
}

double Solid::along(const Vec3& way) const {
    double most = -infinity;
    for (std::size_t i = 0; i < pieces_.size(); ++i) {
        const Convex c = piece(i);
        most = std::max(most, c.along(way) + c.radius);
    }
    return most;
}

} // namespace oddbounce::space
