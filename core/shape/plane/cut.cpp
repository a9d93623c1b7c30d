// SPDX-License-Identifier: GPL-3.0-or-later
// Cutting shapes into pieces: ears off a polygon (Meisters 1975), joined again while convex
// (Hertel & Mehlhorn 1983), cells into rectangles.
#include "shape/plane/piece.hpp"

#include <deque>
#include <map>
#include <numeric>

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

/// Points in square cells, asked which of them lie in a box.
class PointGrid {
  public:
    PointGrid(const std::vector<Vec2>& p, const std::vector<int>& which) : p_(p) {
        Vec2 high(-infinity);
        for (const int i : which) low_ = glm::min(low_, at(i)), high = glm::max(high, at(i));
        const double area = std::max(high.x - low_.x, 0.0) * std::max(high.y - low_.y, 0.0);
        side_ = static_cast<int>(std::clamp(std::sqrt(static_cast<double>(which.size())), 1.0, 1000.0));
        cell_ = which.empty() || !(area > 0.0) ? Vec2(1.0) : (high - low_) / static_cast<double>(side_);
        begins_.resize(static_cast<std::size_t>(side_) * static_cast<std::size_t>(side_) + 1);
        for (const int i : which) ++begins_[cell_of(at(i)) + 1];
        std::partial_sum(begins_.begin(), begins_.end(), begins_.begin());
        std::vector<std::size_t> next(begins_.begin(), begins_.end() - 1);
        points_.resize(which.size());
        for (const int i : which) points_[next[cell_of(at(i))]++] = i;
    }
    /// True where `is(i)` is for one of the points in the cells that the box meets.
    template <class Is> bool any(const Vec2& low, const Vec2& high, Is&& is) const {
        for (int y = row(low.y, 1); y <= row(high.y, 1); ++y) {
            const std::size_t first = begins_[index(row(low.x, 0), y)],
                              end = begins_[index(row(high.x, 0), y) + 1];
            for (std::size_t k = first; k < end; ++k)
                if (is(points_[k])) return true;
        }
        return false;
    }

  private:
    const Vec2& at(int i) const { return p_[static_cast<std::size_t>(i)]; }
    int row(double v, int axis) const {
        const double r = (v - low_[axis]) / cell_[axis];
        return r > 0.0 ? static_cast<int>(std::min(r, side_ - 1.0)) : 0;
    }
    std::size_t index(int x, int y) const { return static_cast<std::size_t>(y * side_ + x); }
    std::size_t cell_of(const Vec2& v) const { return index(row(v.x, 0), row(v.y, 1)); }

    const std::vector<Vec2>& p_;
    Vec2 low_{infinity}, cell_{1.0};
    int side_ = 1;
    std::vector<std::size_t> begins_;
    std::vector<int> points_; // by cell
};

/// Cuts ears off an outline. Cutting one changes its two neighbours only, so each corner is looked at about
/// three times; what may lie in an ear are corners that turn right, found by cells.
class EarCutter {
  public:
    explicit EarCutter(const std::vector<Vec2>& p)
        : p_(p), n_(static_cast<int>(p.size())), before_(p.size()), after_(p.size()), gone_(p.size()),
          bent_in_(p, bent_in()) {}

    std::vector<Corners> cut() {
        std::vector<Corners> out;
        std::deque<int> look;
        int left = n_, rounds = 0;
        const auto look_at_all = [&] {
            for (int i = 0; i < n_; ++i)
                if (!gone_[index(i)]) look.push_back(i);
        };
        look_at_all();
        while (left > 3) {
            if (look.empty()) { // crosses itself
                if (++rounds > most_rounds) break;
                look_at_all();
            }
            const int v = look.front();
            look.pop_front();
            if (gone_[index(v)] || !is_ear(v)) continue;
            const int u = before_[index(v)], w = after_[index(v)];
            out.push_back({u, v, w});
            gone_[index(v)] = true, --left;
            after_[index(u)] = w, before_[index(w)] = u;
            look.push_back(u), look.push_back(w);
        }
        Corners rest;
        for (int i = 0; i < n_; ++i)
            if (!gone_[index(i)]) rest.push_back(i);
        for (std::size_t i = 1; i + 1 < rest.size(); ++i) out.push_back({rest[0], rest[i], rest[i + 1]});
        return out;
    }

  private:
    static constexpr int most_rounds = 4;
    static std::size_t index(int i) { return static_cast<std::size_t>(i); }
    const Vec2& at(int i) const { return p_[index(i)]; }
    double turn(int v) const {
        const Vec2 &u = at(before_[index(v)]), &w = at(after_[index(v)]);
        return cross(at(v) - u, w - at(v));
    }
    std::vector<int> bent_in() {
        std::vector<int> out;
        for (int i = 0; i < n_; ++i) before_[index(i)] = (i + n_ - 1) % n_, after_[index(i)] = (i + 1) % n_;
        for (int i = 0; i < n_; ++i)
            if (turn(i) <= 0.0) out.push_back(i);
        return out;
    }
    bool is_ear(int v) const {
        if (turn(v) <= 0.0) return false;
        const int u = before_[index(v)], w = after_[index(v)];
        const Vec2 &pu = at(u), &pv = at(v), &pw = at(w);
        return !bent_in_.any(glm::min(glm::min(pu, pv), pw), glm::max(glm::max(pu, pv), pw), [&](int q) {
            const Vec2& pq = at(q);
            return !gone_[index(q)] && q != u && q != w && pq != pu && pq != pv && pq != pw &&
                   in_triangle(pq, pu, pv, pw);
        });
    }

    const std::vector<Vec2>& p_;
    int n_;
    std::vector<int> before_, after_;
    std::vector<char> gone_;
    PointGrid bent_in_;
};

/// a and b joined over the edge from corner i to corner j of a, if the result is convex and small enough;
/// else empty.
Corners joined(const std::vector<Vec2>& p, const Corners& a, const Corners& b, int i, int j) {
    if (static_cast<int>(a.size() + b.size()) - 2 > most_corners) return {};
    Corners out;
    const auto from = [](const Corners& c, int corner) {
        return static_cast<std::size_t>(std::find(c.begin(), c.end(), corner) - c.begin());
    };
    for (std::size_t k = 0, at = from(a, j); k < a.size(); ++k) out.push_back(a[(at + k) % a.size()]);
    for (std::size_t k = 1, at = from(b, i); k + 1 < b.size(); ++k) out.push_back(b[(at + k) % b.size()]);
    std::vector<Vec2> points;
    for (int c : out) points.push_back(p[static_cast<std::size_t>(c)]);
    return convex(points) ? out : Corners{};
}

/// Parts joined over the edges that two of them share, while they stay convex. Emptied ones are left out.
std::vector<Corners> join_all(const std::vector<Vec2>& p, std::vector<Corners> parts) {
    std::vector<std::size_t> in(parts.size()); // what a part has become part of
    std::iota(in.begin(), in.end(), std::size_t(0));
    const auto now = [&](std::size_t part) {
        while (in[part] != part) part = in[part] = in[in[part]];
        return part;
    };
    std::map<std::pair<int, int>, std::size_t> edges; // from corner to corner: whose
    for (std::size_t k = 0; k < parts.size(); ++k) {
        const Corners part = parts[k]; // it may be joined meanwhile
        for (std::size_t e = 0; e < part.size(); ++e) {
            const int i = part[e], j = part[(e + 1) % part.size()];
            edges.emplace(std::pair(i, j), k);
            const auto other = edges.find({j, i});
            if (other == edges.end()) continue;
            const std::size_t a = now(k), b = now(other->second);
            if (a == b) continue;
            Corners both = joined(p, parts[a], parts[b], i, j);
            if (both.empty()) continue;
            const std::size_t kept = std::min(a, b), taken = std::max(a, b);
            parts[kept] = std::move(both), parts[taken].clear(), in[taken] = kept;
        }
    }
    std::erase_if(parts, [](const Corners& part) { return part.empty(); });
    return parts;
}

std::vector<Vec2> without_repeats(const std::vector<Vec2>& in) {
    std::vector<Vec2> out;
    for (const Vec2& v : in)
        if (out.empty() || out.back() != v) out.push_back(v);
    while (out.size() > 1 && out.front() == out.back()) out.pop_back();
    return out;
}

Vec2 in_body(const Shape& s, const Vec3& scale, const Vec2& v) {
    return flat((s.at + s.turn.turn(raised(v))) * scale);
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
    for (const Corners& part : join_all(p, EarCutter(p).cut())) {
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
