// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/geometry.hpp"

#include "shape/direction_set.hpp"
#include "shape/space/solid.hpp"

#include <map>

namespace oddbounce {

namespace {

constexpr double pi = 3.14159265358979323846;

double piece_area(const plane::Piece& p) {
    double area = 0.0, around = 0.0;
    for (int i = 0; i < p.count; ++i) {
        const Vec2 &u = p[i], &v = p[(i + 1) % p.count];
        area += 0.5 * cross(u - p[0], v - p[0]);
        around += glm::length(v - u);
    }
    if (p.count == 2) around = 2.0 * glm::length(p[1] - p[0]);
    return area + around * p.radius + pi * p.radius * p.radius;
}

/// Smallest width of a convex piece over its own edge directions.
double piece_width(const plane::Piece& p) {
    if (p.count <= 2) return 2.0 * p.radius;
    double width = infinity;
    for (int i = 0; i < p.count; ++i) {
        const Vec2 n = left_of(unit(p[(i + 1) % p.count] - p[i]));
        double high = 0.0;
        for (int j = 0; j < p.count; ++j) high = std::max(high, glm::dot(n, p[j] - p[i]));
        width = std::min(width, high);
    }
    return width + 2.0 * p.radius;
}

/// Boundary of a cell picture as closed loops, corners only, inside on the left.
std::vector<std::vector<Vec2>> trace_cells(const std::vector<std::string>& rows) {
    using Corner = std::pair<int, int>;
    const auto filled = [&](int c, int r) {
        return r >= 0 && r < static_cast<int>(rows.size()) && c >= 0 &&
               c < static_cast<int>(rows[static_cast<std::size_t>(r)].size()) &&
               rows[static_cast<std::size_t>(r)][static_cast<std::size_t>(c)] == '#';
    };
    std::multimap<Corner, Corner> edges;
    for (int r = 0; r < static_cast<int>(rows.size()); ++r)
        for (int c = 0; c < static_cast<int>(rows[static_cast<std::size_t>(r)].size()); ++c) {
            if (!filled(c, r)) continue;
            if (!filled(c, r - 1)) edges.insert({{c, r}, {c + 1, r}});
            if (!filled(c + 1, r)) edges.insert({{c + 1, r}, {c + 1, r + 1}});
            if (!filled(c, r + 1)) edges.insert({{c + 1, r + 1}, {c, r + 1}});
            if (!filled(c - 1, r)) edges.insert({{c, r + 1}, {c, r}});
        }
    std::vector<std::vector<Vec2>> loops;
    while (!edges.empty()) {
        std::vector<Vec2> loop;
        Corner at = edges.begin()->first;
        for (auto it = edges.begin(); it != edges.end(); it = edges.find(at)) {
            const Vec2 here(at.first, at.second), next(it->second.first, it->second.second);
            const bool straight = loop.size() > 1 && cross(here - loop.back(), next - here) == 0.0;
            if (!straight) loop.push_back(here);
            at = it->second;
            edges.erase(it);
        }
        loops.push_back(std::move(loop));
    }
    return loops;
}

} // namespace

Geometry::Geometry(const Shape& shape, const Vec3& scale) {
    open_ = shape.kind == ShapeKind::Chain || shape.kind == ShapeKind::Mesh;
    if (shape.space == 2) {
        pieces_ = plane::cut(shape, scale);
        measure_pieces();
        if (shape.kind == ShapeKind::Cells)
            extent_ = shape.cell * std::min(std::abs(scale.x), std::abs(scale.y));
        draw_lines(shape, scale);
        collect_edges();
        convex_ = !open_ && outlines_.size() == 1 &&
                  (pieces_.size() == 1 ||
                   (shape.kind == ShapeKind::Polygon && plane::is_convex(outlines_[0].points)));
        return;
    }
    auto solid = std::make_shared<const space::Solid>(shape, scale);
    if (solid->size() == 0) return;
    bounds_ = solid->bounds(), reach_ = solid->reach(), corner_reach_ = solid->corner_reach();
    extent_ = solid->extent(), measure_ = solid->volume(), corners_ = solid->points().size();
    of_parts_ = solid->size() > 1, convex_ = !open_ && !of_parts_;
    solid_ = std::move(solid);
}

std::vector<Vec3> Geometry::solid_corners(const Box& local) const {
    std::vector<Vec3> out;
    solid_->pieces_in(local, [&](int i) {
        const space::Convex c = solid_->piece(i);
        for (int k = 0; k < c.count; ++k)
            if (local.holds(c.points[k])) out.push_back(c.points[k]);
    });
    return out;
}

void Geometry::measure_pieces() {
    double narrowest = infinity;
    boxes_are_all_ = std::ranges::all_of(pieces_, plane::is_upright_box);
    for (const plane::Piece& p : pieces_) {
        boxes_.push_back(plane::bounds(p));
        bounds_.add(boxes_.back());
        const double corner = plane::corner_reach(p);
        corner_reach_ = std::max(corner_reach_, corner), reach_ = std::max(reach_, corner + p.radius);
        narrowest = std::min(narrowest, piece_width(p));
        measure_ += piece_area(p);
    }
    if (pieces_.size() == 1)
        extent_ = narrowest;
    else if (!pieces_.empty())
        extent_ = std::min(bounds_.size().x, bounds_.size().y);
    if (open_) extent_ = 0.0, measure_ = 0.0;
    tree_ = BoxTree(boxes_);
    of_parts_ = pieces_.size() > 1;
}

void Geometry::collect_edges() {
    for (const Outline& o : outlines_) {
        const std::size_t n = o.points.size();
        corners_ += n;
        double area = 0.0;
        for (std::size_t i = 0; i < n; ++i)
            area += cross(o.points[i] - o.points[0], o.points[(i + 1) % n] - o.points[0]);
        // A hole of a cell picture winds the other way: its normals are among the outer ones.
        const std::size_t count = o.closed && n > 2 ? n : n - std::min<std::size_t>(n, 1);
        for (std::size_t i = 0; i < count; ++i) {
            const Vec2 &from = o.points[i], &to = o.points[(i + 1) % n];
            const Vec2 way = unit(to - from);
            if (way == Vec2(0.0)) continue;
            edges_.push_back({from, to, area >= 0.0 ? right_of(way) : left_of(way), o.radius, open_ || n == 2,
                              count < n && i + 1 == count});
        }
    }
    if (edges_.size() > few) {
        std::vector<Box> boxes(edges_.size());
        for (std::size_t i = 0; i < edges_.size(); ++i)
            boxes[i].add(raised(edges_[i].from)), boxes[i].add(raised(edges_[i].to)),
                boxes[i].grow(edges_[i].radius);
        edge_tree_ = BoxTree(boxes);
    }
    DirectionSet ways, normals;
    for (const plane::Edge& e : edges_) {
        plane::ways_over(e, [&](const Vec2& way) { ways.add(way); });
        normals.add(e.out);
        if (e.two_sided) normals.add(-e.out);
    }
    ways_out_ = ways.take();
    for (const Vec2& n : normals.all()) faces_.emplace_back(std::atan2(n.y, n.x), n);
    std::sort(faces_.begin(), faces_.end(), [](const auto& u, const auto& v) { return u.first < v.first; });
}

bool Geometry::has_face(const Pose& pose, const Vec3& normal) const {
    if (solid_) return solid_->has_face(pose.turn.turn_back(normal));
    constexpr double same = 1.0 - 1e-9, wide = 1e-4; // cosine; radians, more than that
    const Vec2 n = flat(pose.turn.turn_back(normal));
    const double angle = std::atan2(n.y, n.x);
    const auto between = [&](double low, double high) {
        const auto from = std::lower_bound(faces_.begin(), faces_.end(), low,
                                           [](const auto& face, double a) { return face.first < a; });
        for (auto it = from; it != faces_.end() && it->first <= high; ++it)
            if (glm::dot(it->second, n) > same) return true;
        return false;
    };
    return between(angle - wide, angle + wide) || between(angle + 2.0 * pi - wide, infinity) ||
           between(-infinity, angle - 2.0 * pi + wide);
}

double Geometry::along(const Pose& pose, const Vec3& way) const {
    if (solid_) return solid_->along(pose.turn.turn_back(way)) + glm::dot(pose.at, way);
    const Vec2 local = flat(pose.turn.turn_back(way));
    double most = -infinity;
    for (const plane::Piece& p : pieces_)
        for (int i = 0; i < p.count; ++i) most = std::max(most, glm::dot(p[i], local) + p.radius);
    return most + glm::dot(pose.at, way);
}

void Geometry::draw_lines(const Shape& shape, const Vec3& scale) {
    const auto body = [&](const Vec2& v) { return flat((shape.at + shape.turn.turn(raised(v))) * scale); };
    if (shape.kind == ShapeKind::Cells) {
        if (shape.layers.empty()) return;
        for (const auto& loop : trace_cells(shape.layers[0])) {
            Outline line;
            for (const Vec2& v : loop) line.points.push_back(body(flat(shape.origin) + v * shape.cell));
            outlines_.push_back(std::move(line));
        }
        return;
    }
    Outline line;
    if (shape.kind == ShapeKind::Polygon || shape.kind == ShapeKind::Chain) {
        for (const Vec3& p : shape.points) line.points.push_back(body(flat(p)));
        line.closed = shape.kind == ShapeKind::Polygon || shape.closed;
        line.radius = pieces_.empty() ? 0.0 : pieces_[0].radius;
    } else if (!pieces_.empty()) {
        for (int i = 0; i < pieces_[0].count; ++i) line.points.push_back(pieces_[0][i]);
        line.radius = pieces_[0].radius;
    }
    outlines_.push_back(std::move(line));
}

Box Geometry::bounds(const Pose& pose) const {
    Box box;
    if (bounds_.empty()) return box;
    if (solid_) {
        box = space::Frame(pose).placed(bounds_);
        return {glm::max(box.low, pose.at - reach_), glm::min(box.high, pose.at + reach_)};
    }
    const Vec2 middle = flat(pose.place(bounds_.center()));
    Vec2 half = flat(bounds_.size()) * 0.5;
    if (!pose.turn.upright()) {
        const double c = std::abs(pose.turn.cosine()), s = std::abs(pose.turn.sine());
        half = {c * half.x + s * half.y, s * half.x + c * half.y};
    }
    // Nothing is farther from the origin than the reach: round shapes keep their size as they turn.
    box.low = raised(glm::max(middle - half, flat(pose.at) - reach_));
    box.high = raised(glm::min(middle + half, flat(pose.at) + reach_));
    return box;
}

Box Geometry::bounds(const Motion& motion) const {
    if (bounds_.empty()) return {};
    if (motion.turning() != 0.0 && corner_reach_ > 0.0) {
        Box box;
        box.add(motion.from.at), box.add(motion.to.at);
        box.grow(reach_);
        return box;
    }
    Box box = bounds(motion.from);
    box.add(bounds(motion.to));
    return box;
}

} // namespace oddbounce
