// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/space/convex.hpp"

#include "shape/directions.hpp"

#include <map>
#include <numeric>

namespace oddbounce::space {

namespace {

constexpr double in_plane = 1e-9; // of the extent

void add_directions(Topology& t, const std::vector<Vec3>& points) {
    constexpr double same = 1.0 - 1e-12; // cosine
    std::vector<Vec3> known;
    for (std::size_t i = 0; i < t.edges.size(); ++i) {
        const Vec3 way = unit(points[static_cast<std::size_t>(t.edges[i].to)] -
                              points[static_cast<std::size_t>(t.edges[i].from)]);
        const auto alike = [&](const Vec3& k) { return std::abs(glm::dot(k, way)) > same; };
        if (std::ranges::any_of(known, alike)) continue;
        known.push_back(way), t.directions.push_back(static_cast<int>(i));
    }
}

/// Edges of faces that know their corners.
void add_edges(Topology& t) {
    std::map<std::pair<int, int>, int> left; // face on whose border a directed edge lies
    for (std::size_t f = 0; f < t.faces.size(); ++f)
        for (std::size_t i = 0; i < t.faces[f].size(); ++i)
            left[{t.faces[f][i], t.faces[f][(i + 1) % t.faces[f].size()]}] = static_cast<int>(f);
    for (const auto& [edge, face] : left)
        if (edge.first < edge.second)
            if (const auto other = left.find({edge.second, edge.first}); other != left.end())
                t.edges.push_back({edge.first, edge.second, face, other->second});
}

/// A face of the hull while it grows: neighbour k lies over the edge from corner k to corner k + 1.
struct Triangle {
    std::array<int, 3> corner{}, neighbour{};
    Vec3 normal{0.0};
    double level = 0.0;
    bool gone = false;
};

class Growing {
  public:
    explicit Growing(const std::vector<Vec3>& points) : p_(points) {
        Box box;
        for (const Vec3& v : points) box.add(v);
        extent_ = glm::length(box.size()), slack_ = in_plane * extent_;
    }

    bool grow() {
        if (!begin()) return false;
        for (int i = 0; i < static_cast<int>(p_.size()); ++i) add(i);
        return true;
    }

    Hull taken() {
        Hull out;
        const std::vector<int> group = grouped();
        std::map<int, int> number; // of a point in the hull
        const auto numbered = [&](int i) {
            const auto [it, fresh] = number.emplace(i, static_cast<int>(out.points.size()));
            if (fresh) out.points.push_back(at(i));
            return it->second;
        };
        std::map<int, std::vector<std::size_t>> groups;
        for (std::size_t i = 0; i < t_.size(); ++i)
            if (!t_[i].gone) groups[group[i]].push_back(i);
        for (const auto& [g, members] : groups) {
            std::map<int, int> next; // along the border of the group
            Vec3 normal(0.0);
            for (const std::size_t m : members) {
                const Triangle& t = t_[m];
                normal += glm::cross(at(t.corner[1]) - at(t.corner[0]), at(t.corner[2]) - at(t.corner[0]));
                for (std::size_t k = 0; k < 3; ++k)
                    if (group[static_cast<std::size_t>(t.neighbour[k])] != g)
                        next[t.corner[k]] = t.corner[(k + 1) % 3];
            }
            std::vector<int> face;
            int here = next.begin()->first;
            for (std::size_t i = 0; i < next.size(); ++i) face.push_back(numbered(here)), here = next[here];
            out.topology.faces.push_back(std::move(face));
            out.normals.push_back(unit(normal));
        }
        add_edges(out.topology);
        add_directions(out.topology, out.points);
        return out;
    }

  private:
    const Vec3& at(int i) const { return p_[static_cast<std::size_t>(i)]; }
    double above(const Triangle& t, const Vec3& v) const { return glm::dot(t.normal, v) - t.level; }
    Triangle triangle(int a, int b, int c) const {
        Triangle t;
        t.corner = {a, b, c};
        t.normal = unit(glm::cross(at(b) - at(a), at(c) - at(a)));
        t.level = glm::dot(t.normal, at(a));
        return t;
    }

    /// Four points that span a volume.
    bool begin() {
        const auto farthest = [&](auto&& far) {
            int best = 0;
            for (int i = 1; i < static_cast<int>(p_.size()); ++i)
                if (far(at(i)) > far(at(best))) best = i;
            return best;
        };
        if (p_.size() < 4) return false;
        const int a = farthest([](const Vec3& v) { return -v.x; });
        const int b = farthest([&](const Vec3& v) { return glm::length(v - at(a)); });
        const Vec3 line = unit(at(b) - at(a));
        const int c = farthest([&](const Vec3& v) { return glm::length(glm::cross(line, v - at(a))); });
        const Vec3 normal = unit(glm::cross(line, at(c) - at(a)));
        const int d = farthest([&](const Vec3& v) { return std::abs(glm::dot(normal, v - at(a))); });
        const double height = glm::dot(normal, at(d) - at(a));
        if (std::abs(height) <= slack_) return false;
        const int first = height < 0.0 ? b : c, second = height < 0.0 ? c : b; // d lies below the first face
        t_ = {triangle(a, first, second), triangle(a, second, d), triangle(second, first, d),
              triangle(first, a, d)};
        t_[0].neighbour = {3, 2, 1}, t_[1].neighbour = {0, 2, 3};
        t_[2].neighbour = {0, 3, 1}, t_[3].neighbour = {0, 1, 2};
        return true;
    }

    void add(int i) {
        int top = -1;
        double most = slack_;
        for (std::size_t k = 0; k < t_.size(); ++k)
            if (!t_[k].gone)
                if (const double d = above(t_[k], at(i)); d > most) most = d, top = static_cast<int>(k);
        if (top < 0) return;
        // The faces that see the point, from the one that sees it best; they border on those that stay.
        struct Border {
            int from, to, outside;
        };
        std::vector<Border> border;
        std::vector<int> open{top};
        t_[static_cast<std::size_t>(top)].gone = true;
        while (!open.empty()) {
            const Triangle t = t_[static_cast<std::size_t>(open.back())];
            open.pop_back();
            for (std::size_t k = 0; k < 3; ++k) {
                Triangle& n = t_[static_cast<std::size_t>(t.neighbour[k])];
                if (n.gone) continue;
                if (above(n, at(i)) > slack_)
                    n.gone = true, open.push_back(t.neighbour[k]);
                else
                    border.push_back({t.corner[k], t.corner[(k + 1) % 3], t.neighbour[k]});
            }
        }
        // Faces that were met before all that see the point were marked may have been taken for a border.
        std::erase_if(border, [&](const Border& e) { return t_[static_cast<std::size_t>(e.outside)].gone; });
        std::map<int, int> begins; // new face by the first point of its border
        const int first = static_cast<int>(t_.size());
        for (std::size_t k = 0; k < border.size(); ++k) begins[border[k].from] = first + static_cast<int>(k);
        for (const Border& e : border) {
            Triangle fresh = triangle(e.from, e.to, i);
            const int self = static_cast<int>(t_.size());
            fresh.neighbour = {e.outside, begins[e.to], -1};
            Triangle& outside = t_[static_cast<std::size_t>(e.outside)];
            for (std::size_t k = 0; k < 3; ++k)
                if (outside.corner[k] == e.to && outside.corner[(k + 1) % 3] == e.from)
                    outside.neighbour[k] = self;
            t_.push_back(fresh);
        }
        for (std::size_t k = static_cast<std::size_t>(first); k < t_.size(); ++k)
            t_[static_cast<std::size_t>(t_[k].neighbour[1])].neighbour[2] = static_cast<int>(k);
    }

    /// Triangles that lie in one plane have the same number.
    std::vector<int> grouped() const {
        constexpr double one_plane = 1e-7; // of the extent
        std::vector<int> group(t_.size());
        std::iota(group.begin(), group.end(), 0);
        const auto root = [&](int i) {
            while (group[static_cast<std::size_t>(i)] != i) i = group[static_cast<std::size_t>(i)];
            return i;
        };
        // The largest first: its plane is the best known, and what joins it lies in that plane.
        std::vector<std::size_t> order;
        std::vector<double> area(t_.size());
        for (std::size_t i = 0; i < t_.size(); ++i) {
            if (t_[i].gone) continue;
            const auto& c = t_[i].corner;
            area[i] = glm::length(glm::cross(at(c[1]) - at(c[0]), at(c[2]) - at(c[0])));
            order.push_back(i);
        }
        std::ranges::stable_sort(order, [&](std::size_t u, std::size_t v) { return area[u] > area[v]; });
        std::vector<bool> taken(t_.size(), false);
        for (const std::size_t i : order) {
            if (taken[i]) continue;
            std::vector<std::size_t> open{i};
            taken[i] = true;
            while (!open.empty()) {
                const std::size_t k = open.back();
                open.pop_back();
                for (const int n : t_[k].neighbour) {
                    const auto other = static_cast<std::size_t>(n);
                    if (taken[other]) continue;
                    const auto lies = [&](int c) {
                        return std::abs(above(t_[i], at(c))) <= one_plane * extent_;
                    };
                    if (!std::ranges::all_of(t_[other].corner, lies)) continue;
                    if (glm::dot(t_[other].normal, t_[i].normal) < 0.0 && area[other] > slack_ * extent_)
                        continue;
                    taken[other] = true, open.push_back(other);
                    group[static_cast<std::size_t>(root(n))] = root(static_cast<int>(i));
                }
            }
        }
        for (std::size_t i = 0; i < group.size(); ++i) group[i] = root(static_cast<int>(i));
        return group;
    }

    const std::vector<Vec3>& p_;
    std::vector<Triangle> t_;
    double extent_ = 0.0, slack_ = 0.0;
};

} // namespace

const Topology& box_topology() {
    static const Topology topology = [] {
        Topology t;
        t.faces = {{0, 4, 6, 2}, {1, 3, 7, 5}, {0, 1, 5, 4}, {2, 6, 7, 3}, {0, 2, 3, 1}, {4, 5, 7, 6}};
        add_edges(t);
        std::vector<Vec3> corners;
        for (int i = 0; i < 8; ++i) corners.push_back({i & 1, i >> 1 & 1, i >> 2 & 1});
        add_directions(t, corners);
        return t;
    }();
    return topology;
}

Vec3 any_across(const Vec3& way) {
    Vec3 axis(0.0);
    axis[longest_axis(Vec3(1.0) - glm::abs(unit(way)))] = 1.0;
    return unit(glm::cross(way, axis));
}

Frame::Frame(const Pose& pose) : at(pose.at) {
    if (pose.turn.spatial())
        turn = glm::mat3_cast(pose.turn.quaternion());
    else if (!pose.turn.upright())
        turn =
            glm::dmat3(pose.turn.turn({1.0, 0.0, 0.0}), pose.turn.turn({0.0, 1.0, 0.0}), Vec3(0.0, 0.0, 1.0));
}

Box Frame::placed(const Box& box) const {
    const Vec3 center = place(box.center()), half = 0.5 * box.size();
    const Vec3 reach = glm::abs(turn[0]) * half.x + glm::abs(turn[1]) * half.y + glm::abs(turn[2]) * half.z;
    return {center - reach, center + reach};
}

std::optional<Hull> hull_of(const std::vector<Vec3>& points) {
    Growing hull(points);
    if (!hull.grow()) return std::nullopt;
    return hull.taken();
}

std::vector<Vec3> flat_hull_of(const std::vector<Vec3>& points) {
    Box box;
    for (const Vec3& p : points) box.add(p);
    const double slack = in_plane * glm::length(box.size());
    const auto farthest = [&](auto&& far) { return *std::ranges::max_element(points, {}, far); };
    const Vec3 a = points[0], b = farthest([&](const Vec3&v) { return glm::length(v - a); });
    if (glm::length(b - a) <= slack) return {a};
    const Vec3 along = unit(b - a);
    const Vec3 c = farthest([&](const Vec3& v) { return glm::length(glm::cross(along, v - a)); });
    if (glm::length(glm::cross(along, c - a)) <= slack) {
        const auto place = [&](const Vec3& v) { return glm::dot(v, along); };
        return {*std::ranges::min_element(points, {}, place), *std::ranges::max_element(points, {}, place)};
    }
    const Vec3 across = unit(c - a - along * glm::dot(c - a, along));
    // Andrew's monotone chain (1979), in the plane of the two directions.
    std::vector<Vec3> p = points, hull;
    const auto u = [&](const Vec3& v) { return glm::dot(v, along); };
    const auto w = [&](const Vec3& v) { return glm::dot(v, across); };
    std::ranges::sort(p,
                      [&](const Vec3& s, const Vec3& t) { return u(s) != u(t) ? u(s) < u(t) : w(s) < w(t); });
    const auto turns = [&](const Vec3& s, const Vec3& t, const Vec3& v) {
        return (u(t) - u(s)) * (w(v) - w(t)) - (w(t) - w(s)) * (u(v) - u(t));
    };
    for (int pass = 0; pass < 2; ++pass) {
        const std::size_t base = hull.size();
        for (const Vec3& v : p) {
            while (hull.size() >= base + 2 && turns(hull[hull.size() - 2], hull.back(), v) <= 0.0)
                hull.pop_back();
            hull.push_back(v);
        }
        hull.pop_back();
        std::ranges::reverse(p);
    }
    return hull;
}

} // namespace oddbounce::space
