// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/plane/piece.hpp"

namespace oddbounce::plane {

namespace {

/// Every convex polygon with up to two corners is looked at as having two sides and two ends.
struct Axis {
    double separation = -infinity;
    Vec2 normal{0.0, 1.0};
    bool found = false;
};

double least_along(const Piece& b, const Vec2& n) {
    double least = infinity;
    for (int i = 0; i < b.count; ++i) least = std::min(least, glm::dot(n, b[i]));
    return least;
}

void try_axis(const Vec2& n, const Vec2& on_a, const Piece& b, double sign, Axis& best) {
    const double separation = least_along(b, n) - glm::dot(n, on_a);
    if (best.found && separation <= best.separation) return;
    best = {separation, n * sign, true};
}

/// Separations of b from a along a's outward normals; `sign` is -1 where the roles are swapped.
void try_axes(const Piece& a, const Piece& b, double sign, Axis& best) {
    if (a.count == 2) {
        const Vec2 along = unit(a[1] - a[0]);
        if (along == Vec2(0.0)) return;
        try_axis(left_of(along), a[0], b, sign, best);
        try_axis(right_of(along), a[0], b, sign, best);
        try_axis(along, a[1], b, sign, best);
        try_axis(-along, a[0], b, sign, best);
        return;
    }
    for (int i = 0; a.count > 2 && i < a.count; ++i) {
        const Vec2 edge = unit(a[(i + 1) % a.count] - a[i]);
        if (edge != Vec2(0.0)) try_axis(right_of(edge), a[i], b, sign, best);
    }
}

Vec2 nearest_on_edge(const Vec2& p, const Vec2& u, const Vec2& v) {
    const Vec2 e = v - u;
    const double ee = glm::dot(e, e);
    const double t = ee > 0.0 ? std::clamp(glm::dot(p - u, e) / ee, 0.0, 1.0) : 0.0;
    return u + e * t;
}

struct Nearest {
    double squared = infinity;
    Vec2 on_a{0.0}, on_b{0.0};
};

/// Corners of a against edges of b; `swapped` says that a and b stand for b and a. An edge that all of a lies
/// behind, by more than `slack`, is not the nearest.
void corners_to_edges(const Piece& a, const Piece& b, double slack, bool swapped, Nearest& best) {
    const int edges = b.count == 2 ? 1 : b.count;
    for (int j = 0; j < edges; ++j) {
        const Vec2 u = b[j], v = b[(j + 1) % b.count], out = right_of(v - u);
        const double behind = glm::dot(out, u) - slack * (std::abs(out.x) + std::abs(out.y));
        bool faces = b.count <= 2;
        for (int i = 0; !faces && i < a.count; ++i) faces = glm::dot(out, a[i]) >= behind;
        for (int i = 0; faces && i < a.count; ++i) {
            const Vec2 q = nearest_on_edge(a[i], u, v);
            const Vec2 d = q - a[i];
            const double squared = glm::dot(d, d);
            if (squared < best.squared)
                best = swapped ? Nearest{squared, q, a[i]} : Nearest{squared, a[i], q};
        }
    }
}

/// The stretch of corners that lie furthest along n, as an interval along the tangent.
struct Face {
    double low = infinity, high = -infinity, height = -infinity;
};
Face face_along(const Piece& piece, const Vec2& n, double slack) {
    Face f;
    for (int i = 0; i < piece.count; ++i) f.height = std::max(f.height, glm::dot(n, piece[i]));
    for (int i = 0; i < piece.count; ++i)
        if (glm::dot(n, piece[i]) >= f.height - slack) {
            const double s = glm::dot(left_of(n), piece[i]);
            f.low = std::min(f.low, s), f.high = std::max(f.high, s);
        }
    return f;
}

/// Where two flat faces look at each other, the middle of the shared stretch, not an arbitrary end of it.
void center_on_shared_face(const Piece& a, const Piece& b, double slack, Gap& g) {
    const Face fa = face_along(a, g.normal, slack), fb = face_along(b, -g.normal, slack);
    const double b_low = -fb.high, b_high = -fb.low; // the tangent of -n runs the other way
    const double low = std::max(fa.low, b_low), high = std::min(fa.high, b_high);
    const Vec2 tangent = left_of(g.normal);
    if (low <= high + slack) {
        const double s = 0.5 * (low + high);
        g.shared = std::max(0.0, high - low);
        g.on_a = g.normal * (fa.height + a.radius) + tangent * s;
        g.on_b = g.normal * (-fb.height - b.radius) + tangent * s;
    } else {
        const double s_a = fa.high < b_low ? fa.high : fa.low, s_b = fa.high < b_low ? b_low : b_high;
        g.on_a = g.normal * (fa.height + a.radius) + tangent * s_a;
        g.on_b = g.normal * (-fb.height - b.radius) + tangent * s_b;
    }
}

int furthest(const Piece& piece, const Vec2& way) {
    int best = 0;
    double most = glm::dot(way, piece[0]);
    for (int i = 1; i < piece.count; ++i)
        if (const double s = glm::dot(way, piece[i]); s > most) most = s, best = i;
    return best;
}

/// A corner of the difference b - a: one of each. The nearest point of it to the origin is sought (GJK).
struct Corner {
    int of_a = -1, of_b = -1;
    Vec2 at{0.0};
    bool operator==(const Corner& o) const { return of_a == o.of_a && of_b == o.of_b; }
};
/// The nearest point to the origin is on one corner or between two.
struct Simplex {
    Corner corner[2];
    int count = 0;
    Vec2 nearest{0.0};

    static Simplex of(const Corner& p) { return {{p, {}}, 1, p.at}; }
    static Simplex of(const Corner& p, const Corner& q) {
        const Vec2 e = q.at - p.at;
        if (glm::dot(p.at, e) >= 0.0) return of(p);
        if (glm::dot(q.at, e) <= 0.0) return of(q);
        const Vec2 across = left_of(e);
        return {{p, q}, 2, across * (glm::dot(across, p.at) / glm::dot(across, across))};
    }
    /// The origin is not in the triangle with this one more corner; then the nearer side becomes all.
    bool add(const Corner& w) {
        if (count == 1) {
            *this = of(corner[0], w);
            return true;
        }
        const Vec2 &p = corner[0].at, &q = corner[1].at;
        const double pq = cross(p, q), qw = cross(q, w.at), wp = cross(w.at, p);
        if ((pq > 0.0 && qw > 0.0 && wp > 0.0) || (pq < 0.0 && qw < 0.0 && wp < 0.0)) return false;
        const Simplex one = of(corner[0], w), other = of(corner[1], w);
        *this = glm::dot(one.nearest, one.nearest) <= glm::dot(other.nearest, other.nearest) ? one : other;
        return true;
    }
};

enum class Seen { Apart, TooFar, Unclear };
/// Which corners two pieces, radii not counted, are nearest by, where they are apart by more than `slack`.
/// A direction in which they are farther apart than `within` ends the search. It begins with `guess`.
Seen look(const Piece& a, const Piece& b, Vec2 guess, double within, double slack, Simplex& out) {
    constexpr int most_steps = 16;
    constexpr double rounding = 4e-16;
    out.nearest = guess;
    for (int i = 0; i < most_steps; ++i) {
        const Vec2 way = out.nearest;
        Corner w{furthest(a, way), furthest(b, -way), {}};
        w.at = b[w.of_b] - a[w.of_a];
        const double least = glm::dot(way, w.at), square = glm::dot(way, way);
        if (least > 0.0 && within < infinity && least * least > within * within * square) return Seen::TooFar;
        if (i > 0) {
            const double error = rounding * std::sqrt(square) * (std::abs(w.at.x) + std::abs(w.at.y));
            if (square - least <= error || w == out.corner[0] || (out.count == 2 && w == out.corner[1]))
                return Seen::Apart;
        }
        if (i == 0)
            out = Simplex::of(w);
        else if (!out.add(w))
            return Seen::Unclear;
        if (glm::dot(out.nearest, out.nearest) <= slack * slack) return Seen::Unclear;
    }
    return Seen::Unclear;
}

/// A side of the piece next to this corner faces along the unit vector n.
bool faces_along(const Piece& piece, int corner, const Vec2& n) {
    if (piece.count < 2) return false;
    const auto along = [&](int i, int j) {
        const Vec2 out = right_of(piece[j] - piece[i]);
        const double off = cross(n, out), far = glm::dot(n, out);
        constexpr double alike = 2e-12; // square of the angle
        return (far > 0.0 || piece.count == 2) && off * off <= alike * far * far;
    };
    const int next = (corner + 1) % piece.count, last = (corner + piece.count - 1) % piece.count;
    return along(corner, next) || along(last, corner);
}

double size_of(const Piece& a) {
    double size = a.radius;
    for (int i = 1; i < a.count; ++i)
        size = std::max(size, std::abs(a[i].x - a[0].x) + std::abs(a[i].y - a[0].y));
    return size;
}

/// The gap of two pieces that are nearest by these corners.
Gap gap_between(const Piece& a, const Piece& b, const Simplex& by, double slack) {
    Piece of_a, of_b;
    of_a.add(a[by.corner[0].of_a]), of_b.add(b[by.corner[0].of_b]);
    if (by.count == 2 && by.corner[1].of_a != by.corner[0].of_a) of_a.add(a[by.corner[1].of_a]);
    if (by.count == 2 && by.corner[1].of_b != by.corner[0].of_b) of_b.add(b[by.corner[1].of_b]);
    Nearest nearest;
    corners_to_edges(of_a, of_b, slack, false, nearest);
    if (of_a.count == 2) corners_to_edges(of_b, of_a, slack, true, nearest);
    const double d = std::sqrt(nearest.squared);
    Gap g;
    g.normal = unit(by.nearest); // along an edge's own normal, however small the gap
    g.distance = d - a.radius - b.radius;
    g.on_a = nearest.on_a + g.normal * a.radius;
    g.on_b = nearest.on_b - g.normal * b.radius;
    if (faces_along(a, by.corner[0].of_a, g.normal) || faces_along(b, by.corner[0].of_b, -g.normal))
        center_on_shared_face(a, b, slack, g);
    return g;
}

} // namespace

Piece placed(const Piece& local, const Pose& pose) {
    Piece out; // only the corners that there are
    out.count = local.count, out.radius = local.radius;
    if (pose.turn.upright()) {
        for (int i = 0; i < local.count; ++i) out[i] = local[i] + flat(pose.at);
        return out;
    }
    const double c = pose.turn.cosine(), s = pose.turn.sine();
    for (int i = 0; i < local.count; ++i) {
        const Vec2& v = local[i];
        out[i] = {pose.at.x + c * v.x - s * v.y, pose.at.y + s * v.x + c * v.y};
    }
    return out;
}

Box bounds(const Piece& piece) {
    Box box;
    for (int i = 0; i < piece.count; ++i) box.add(raised(piece[i]));
    box.grow(piece.radius);
    return box;
}

double corner_reach(const Piece& local) {
    double reach = 0.0;
    for (int i = 0; i < local.count; ++i) reach = std::max(reach, glm::length(local[i]));
    return reach;
}

Gap gap(const Piece& a, const Piece& b, double within, const Vec2& guess) {
    if (a.count == 1 && b.count == 1) {
        const Vec2 between = b[0] - a[0];
        const double d = glm::length(between);
        const Vec2 normal = d > 0.0 ? between / d : Vec2(0.0, 1.0);
        return {d - a.radius - b.radius, normal, a[0] + normal * a.radius, b[0] - normal * b.radius};
    }
    const double slack =
        1e-9 * (size_of(a) + size_of(b)); // how far from level two corners of one face may be
    Simplex by;
    const Vec2 first = guess != Vec2(0.0) ? guess : b[0] + b[b.count / 2] - a[0] - a[a.count / 2];
    const double reach = within + a.radius + b.radius; // below 0: only an overlap is of use
    if (first != Vec2(0.0) && reach >= 0.0) {
        const Seen seen = look(a, b, first, reach, slack, by);
        if (seen == Seen::TooFar) return {};
        if (seen == Seen::Apart) return gap_between(a, b, by, slack);
    }
    Axis axis;
    const auto too_far = [&] { return axis.found && axis.separation - a.radius - b.radius > within; };
    try_axes(a, b, 1.0, axis);
    if (too_far()) return {};
    try_axes(b, a, -1.0, axis);
    if (too_far()) return {};

    Gap g;
    if (axis.found && axis.separation < 0.0) {
        g.normal = axis.normal;
        g.distance = axis.separation - a.radius - b.radius;
        center_on_shared_face(a, b, slack, g);
        return g;
    }
    Nearest nearest;
    corners_to_edges(a, b, slack, false, nearest);
    corners_to_edges(b, a, slack, true, nearest);
    const double d = std::sqrt(nearest.squared);
    // Touching corners: their difference is rounding noise, the separating side is not.
    const bool apart = d > slack || (!axis.found && d > 0.0);
    g.normal = apart ? (nearest.on_b - nearest.on_a) / d : axis.normal;
    g.distance = d - a.radius - b.radius;
    g.on_a = nearest.on_a + g.normal * a.radius;
    g.on_b = nearest.on_b - g.normal * b.radius;
    if (axis.found && std::abs(glm::dot(axis.normal, g.normal) - 1.0) < 1e-12)
        center_on_shared_face(a, b, slack, g);
    return g;
}

namespace {

/// Minkowski difference b - a as a convex polygon, counter-clockwise, by merging edges in order of angle.
struct Difference {
    std::array<Vec2, 2 * most_corners> p;
    int count = 0;
};

int lowest(const Piece& piece, double sign) {
    int best = 0;
    for (int i = 1; i < piece.count; ++i) {
        const Vec2 v = piece[i] * sign, w = piece[best] * sign;
        if (v.y < w.y || (v.y == w.y && v.x < w.x)) best = i;
    }
    return best;
}

/// The edge e comes no later than f on the way round, counter-clockwise from the lowest corner. Edges of a
/// piece of two corners are opposite to each other: their cross product alone does not order them.
bool no_later(const Vec2& e, const Vec2& f) {
    const auto downward = [](const Vec2& v) { return v.y < 0.0 || (v.y == 0.0 && v.x < 0.0); };
    return downward(e) == downward(f) ? cross(e, f) >= 0.0 : downward(f);
}

Difference difference(const Piece& a, const Piece& b) {
    Difference d;
    int i = lowest(b, 1.0), j = lowest(a, -1.0);
    const int i_end = b.count > 1 ? b.count : 0, j_end = a.count > 1 ? a.count : 0;
    Vec2 at = b[i] - a[j];
    if (a.count == 2 && b.count == 2) { // parallel: an edge, which a polygon without area would not end
        const Vec2 e = b[1] - b[0], f = a[1] - a[0];
        if (std::abs(cross(e, f)) <= 1e-12 * std::sqrt(glm::dot(e, e) * glm::dot(f, f))) {
            const bool alike = glm::dot(e, f) >= 0.0;
            d.p[0] = b[0] - a[alike ? 1 : 0], d.p[1] = b[1] - a[alike ? 0 : 1], d.count = 2;
            return d;
        }
    }
    for (int used_i = 0, used_j = 0;;) {
        d.p[static_cast<std::size_t>(d.count++)] = at;
        if (used_i == i_end && used_j == j_end) break;
        const Vec2 e = used_i < i_end ? b[(i + 1) % b.count] - b[i] : Vec2(0.0);
        const Vec2 f = used_j < j_end ? a[j] - a[(j + 1) % a.count] : Vec2(0.0);
        const bool take_b = used_j == j_end || (used_i < i_end && no_later(e, f));
        if (take_b)
            at += e, i = (i + 1) % b.count, ++used_i;
        else
            at += f, j = (j + 1) % a.count, ++used_j;
        if (d.count == 2 * most_corners) break;
    }
    if (d.count > 1) --d.count; // the last one is the first again
    return d;
}

struct Clip {
    double first = infinity, last = -infinity;
    void add(double lo, double hi) { first = std::min(first, lo), last = std::max(last, hi); }
};

/// The line t·way clipped to a convex counter-clockwise polygon (3 corners or more).
void clip_polygon(const Vec2* p, int n, const Vec2& way, Clip& out) {
    double lo = -infinity, hi = infinity;
    for (int i = 0; i < n; ++i) {
        const Vec2 inward = left_of(p[(i + 1) % n] - p[i]);
        const double rate = glm::dot(inward, way), offset = -glm::dot(inward, p[i]);
        if (rate == 0.0) {
            if (offset < 0.0) return;
        } else if (rate > 0.0)
            lo = std::max(lo, -offset / rate);
        else
            hi = std::min(hi, -offset / rate);
    }
    if (lo <= hi) out.add(lo, hi);
}

void clip_circle(const Vec2& center, double r, const Vec2& way, Clip& out) {
    const double ww = glm::dot(way, way);
    const double middle = glm::dot(way, center) / ww;
    const Vec2 off = center - way * middle;
    const double rest = r * r - glm::dot(off, off);
    if (rest < 0.0) return;
    const double half = std::sqrt(rest / ww);
    out.add(middle - half, middle + half);
}

/// Crossing of the line t·way with an edge, for differences that enclose nothing.
void clip_edge(const Vec2& u, const Vec2& v, const Vec2& way, Clip& out) {
    const Vec2 e = v - u;
    const double det = cross(way, e);
    if (det == 0.0) {
        if (cross(way, u) != 0.0) return;
        const double ww = glm::dot(way, way);
        out.add(glm::dot(u, way) / ww, glm::dot(u, way) / ww),
            out.add(glm::dot(v, way) / ww, glm::dot(v, way) / ww);
        return;
    }
    const double s = cross(u, way) / det;
    if (s < 0.0 || s > 1.0) return;
    const double t = cross(u, e) / det;
    out.add(t, t);
}

} // namespace

bool is_upright_box(const Piece& p) {
    if (p.count != 4 || p.radius != 0.0) return false;
    const bool level_first = p[0].y == p[1].y && p[1].x == p[2].x && p[2].y == p[3].y && p[3].x == p[0].x;
    return level_first || (p[0].x == p[1].x && p[1].y == p[2].y && p[2].x == p[3].x && p[3].y == p[0].y);
}

std::optional<Span> pass(const Piece& a, const Piece& b, const Vec2& way, double margin) {
    const double r = a.radius + b.radius + margin;
    if (way == Vec2(0.0)) return std::nullopt;
    if (margin == 0.0 && is_upright_box(a) && is_upright_box(b)) return pass(bounds(a), bounds(b), way);
    const Difference d = difference(a, b);
    Clip clip;
    if (d.count >= 3) clip_polygon(d.p.data(), d.count, way, clip);
    const int edges = d.count == 2 ? 1 : d.count;
    for (int i = 0; i < edges; ++i) {
        const Vec2 &u = d.p[static_cast<std::size_t>(i)],
                   &v = d.p[static_cast<std::size_t>((i + 1) % d.count)];
        if (r > 0.0) clip_circle(u, r, way, clip), clip_circle(v, r, way, clip);
        const Vec2 out = right_of(unit(v - u)) * r;
        if (d.count >= 2 && r > 0.0 && out != Vec2(0.0)) {
            const Vec2 band[4] = {u + out, v + out, v - out, u - out};
            clip_polygon(band, 4, way, clip);
        } else if (d.count == 2)
            clip_edge(u, v, way, clip);
    }
    if (clip.first > clip.last) return std::nullopt;
    return Span{clip.first, clip.last};
}

bool grazes(const Piece& a, const Piece& b, const Vec2& way, const Span& pass, double least) {
    if (is_upright_box(a) && is_upright_box(b)) return grazes(bounds(a), bounds(b), way, pass, least);
    const Vec2 by = way * (0.5 * (pass.first + pass.last));
    Piece moved = a;
    for (int i = 0; i < moved.count; ++i) moved[i] += by;
    return gap(moved, b, 0.0).distance >= -least;
}

} // namespace oddbounce::plane
