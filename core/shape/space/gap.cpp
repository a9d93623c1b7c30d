// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/space/gap.hpp"

#include "shape/directions.hpp"
#include "shape/space/patch.hpp"

namespace oddbounce::space {

namespace {

/// Points of the Minkowski difference a - b, at most four, and their weights in the point next to the origin.
struct Simplex {
    std::array<Vec3, 4> w, a, b;
    std::array<double, 4> share{1.0, 0.0, 0.0, 0.0};
    int count = 0;

    Vec3 mix(const std::array<Vec3, 4>& of) const {
        Vec3 sum(0.0);
        for (int i = 0; i < count; ++i)
            sum += of[static_cast<std::size_t>(i)] * share[static_cast<std::size_t>(i)];
        return sum;
    }
};

/// Weights of up to four corners; those that are 0 do not count.
struct Nearest {
    std::array<double, 4> share{0.0, 0.0, 0.0, 0.0};
    double far2 = infinity;
};

double signed_area(const Vec3& p, const Vec3& q, const Vec3& r, int u, int v) {
    return (q[u] - p[u]) * (r[v] - p[v]) - (q[v] - p[v]) * (r[u] - p[u]);
}
/// True where u has a sign, and the same as v.
bool alike(double u, double v) { return (u > 0.0 && v > 0.0) || (u < 0.0 && v < 0.0); }

/// The point next to the origin on the hull of the corners named by `of`; signed volumes, of the part of the
/// hull that is left when corners on the wrong side are dropped one by one.
class SubDistance {
  public:
    explicit SubDistance(const Simplex& s) : s_(s) {}
    Nearest operator()() const {
        const std::array<int, 4> all{0, 1, 2, 3};
        if (s_.count == 4) return of_four(all);
        if (s_.count == 3) return of_three(all);
        if (s_.count == 2) return of_two(all);
        return of_one(0);
    }

  private:
    const Vec3& w(int i) const { return s_.w[static_cast<std::size_t>(i)]; }
    Nearest measured(Nearest n) const {
        Vec3 v(0.0);
        for (std::size_t i = 0; i < 4; ++i)
            if (n.share[i] != 0.0) v += s_.w[i] * n.share[i];
        n.far2 = glm::dot(v, v);
        return n;
    }
    Nearest of_one(int i) const {
        Nearest n;
        n.share[static_cast<std::size_t>(i)] = 1.0;
        return measured(n);
    }
    Nearest of_two(const std::array<int, 4>& of) const {
        const Vec3 &p = w(of[0]), &q = w(of[1]), t = q - p;
        const double length2 = glm::dot(t, t);
        const double share = length2 > 0.0 ? -glm::dot(p, t) / length2 : 0.0;
        if (!(share > 0.0)) return of_one(of[0]);
        if (!(share < 1.0)) return of_one(of[1]);
        Nearest n;
        n.share[static_cast<std::size_t>(of[0])] = 1.0 - share,
        n.share[static_cast<std::size_t>(of[1])] = share;
        return measured(n);
    }
    Nearest of_three(const std::array<int, 4>& of) const {
        const Vec3 &p = w(of[0]), &q = w(of[1]), &r = w(of[2]);
        const Vec3 normal = glm::cross(q - p, r - p);
        const double area2 = glm::dot(normal, normal);
        std::array<double, 3> part{};
        bool inside = false;
        if (area2 > 0.0) {
            const Vec3 foot = normal * (glm::dot(p, normal) / area2);
            const int drop = longest_axis(normal), u = (drop + 1) % 3, v = (drop + 2) % 3;
            const double whole = signed_area(p, q, r, u, v);
            part = {signed_area(foot, q, r, u, v), signed_area(p, foot, r, u, v),
                    signed_area(p, q, foot, u, v)};
            inside = alike(whole, part[0]) && alike(whole, part[1]) && alike(whole, part[2]);
            if (inside) {
                Nearest n;
                for (std::size_t i = 0; i < 3; ++i)
                    n.share[static_cast<std::size_t>(of[i])] = part[i] / whole;
                return measured(n);
            }
            for (double& x : part) x = alike(whole, x) ? 1.0 : -1.0;
        } else
            part = {-1.0, -1.0, -1.0};
        Nearest best;
        for (std::size_t i = 0; i < 3; ++i)
            if (part[i] < 0.0) take(of_two({of[(i + 1) % 3], of[(i + 2) % 3], 0, 0}), best);
        return best;
    }
    Nearest of_four(const std::array<int, 4>& of) const {
        const auto volume = [](const Vec3& p, const Vec3& q, const Vec3& r, const Vec3& s) {
            return glm::dot(q - p, glm::cross(r - p, s - p));
        };
        const Vec3 &p = w(of[0]), &q = w(of[1]), &r = w(of[2]), &s = w(of[3]), o(0.0);
        const double whole = volume(p, q, r, s);
        const std::array<double, 4> part{volume(o, q, r, s), volume(p, o, r, s), volume(p, q, o, s),
                                         volume(p, q, r, o)};
        const auto in = [&](double x) { return alike(whole, x); };
        if (std::ranges::all_of(part, in)) {
            Nearest n;
            for (std::size_t i = 0; i < 4; ++i) n.share[static_cast<std::size_t>(of[i])] = part[i] / whole;
            n.far2 = 0.0;
            return n;
        }
        Nearest best;
        for (std::size_t i = 0; i < 4; ++i)
            if (!in(part[i])) take(of_three({of[(i + 1) % 4], of[(i + 2) % 4], of[(i + 3) % 4], 0}), best);
        return best;
    }
    static void take(const Nearest& n, Nearest& best) {
        if (n.far2 < best.far2) best = n;
    }

    const Simplex& s_;
};

/// The cores alone, without radii.
struct Closest {
    bool apart = false; ///< false: they touch or overlap
    bool far = false;   ///< farther than asked for
    Vec3 on_a{0.0}, on_b{0.0}, normal{0.0};
    double distance = 0.0, least = 0.0;
};

Closest closest(const Convex& a, const Convex& b, const Frame& other, double within, const Vec3& guess) {
    constexpr int most_steps = 64;
    constexpr double exact = 1e-12, touches = 1e-10;
    Simplex s;
    double size = 0.0;
    Vec3 v = guess != Vec3(0.0) ? -guess : -other.at;
    if (v == Vec3(0.0)) v = {1.0, 0.0, 0.0};
    double vv = infinity;
    Closest out;
    for (int step = 0; step < most_steps; ++step) {
        const Vec3 pa = a.points[a.farthest(-v)],
                   pb = other.place(b.points[b.farthest(other.turned_back(v))]);
        const Vec3 w = pa - pb;
        size = std::max({size, glm::length(pa), glm::length(pb), glm::length(w)});
        const double vw = glm::dot(v, w), n = glm::length(v);
        out.least = std::max(out.least, vw / n);
        if (vw > 0.0 && vw > within * n) {
            out.apart = out.far = true;
            return out;
        }
        const bool known =
            std::any_of(s.w.begin(), s.w.begin() + s.count, [&](const Vec3& o) { return o == w; });
        if (step > 0 && (known || vv - vw <= exact * vv)) break;
        const Simplex before = s;
        const auto at = static_cast<std::size_t>(s.count++);
        s.w[at] = w, s.a[at] = pa, s.b[at] = pb;
        const Nearest nearest = SubDistance(s)();
        if (step > 0 && !(nearest.far2 < vv)) { // rounding: nothing nearer can be found
            s = before;
            break;
        }
        Simplex kept;
        for (std::size_t i = 0; i < 4; ++i)
            if (nearest.share[i] > 0.0) {
                const auto k = static_cast<std::size_t>(kept.count++);
                kept.w[k] = s.w[i], kept.a[k] = s.a[i], kept.b[k] = s.b[i], kept.share[k] = nearest.share[i];
            }
        s = kept;
        v = s.mix(s.w), vv = glm::dot(v, v);
        if (s.count == 4 || vv <= touches * touches * size * size) return out;
    }
    out.apart = true, out.distance = std::sqrt(vv), out.normal = v / -out.distance;
    out.on_a = s.mix(s.a), out.on_b = s.mix(s.b);
    if (s.count == 3) { // by the face that is nearest: v alone says little where they nearly touch
        Vec3 n = unit(glm::cross(s.w[1] - s.w[0], s.w[2] - s.w[0]), out.normal);
        if (glm::dot(n, v) > 0.0) n = -n;
        constexpr double same = 1e-6; // a sliver says less
        if (glm::length(n - out.normal) < same) out.normal = n;
    }
    return out;
}

/// Calls `each` with the directions of a piece's edges, each once.
template <class Each> void edge_ways(const Convex& c, Each&& each) {
    if (c.topology) {
        for (const int i : c.topology->directions) {
            const Topology::Edge& e = c.topology->edges[static_cast<std::size_t>(i)];
            each(c.points[e.to] - c.points[e.from]);
        }
    } else if (c.count == 2)
        each(c.points[1] - c.points[0]);
    else if (c.count == 3)
        for (int i = 0; i < 3; ++i) each(c.points[(i + 1) % 3] - c.points[i]);
}
/// The directions along which something may leave a piece alone: out of its faces; of a triangle to both
/// sides and, in its plane, over its edges; of a segment across and at its ends; of a point any.
template <class Each> void own_ways(const Convex& c, Each&& each) {
    if (c.topology)
        for (std::size_t f = 0; f < c.topology->faces.size(); ++f) each(c.normals[f]);
    else if (c.count == 3) {
        const Vec3& n = c.normals[0];
        each(n), each(-n);
        for (int i = 0; i < 3; ++i) {
            const Vec3 out = unit(glm::cross(c.points[(i + 1) % 3] - c.points[i], n));
            each(out), each(-out);
        }
    } else if (c.count == 2) {
        const Vec3 along = c.points[1] - c.points[0], across = any_across(along);
        const Vec3 last = unit(glm::cross(along, across));
        each(across), each(-across), each(last), each(-last);
    } else
        each(Vec3(0.0, 1.0, 0.0)), each(Vec3(0.0, -1.0, 0.0));
}
std::size_t way_count(const Convex& c) { return c.topology ? c.topology->directions.size() : 3; }

/// Calls `each` with the directions across an edge of each, in a's frame.
template <class Each>
void edge_cross_ways(const Convex& a, const Convex& b, const Frame& other, Each&& each) {
    edge_ways(a, [&](const Vec3& u) {
        edge_ways(b, [&](const Vec3& in_b) {
            constexpr double parallel = 1e-7; // sine; a face's normal is as good there
            const Vec3 v = other.turned(in_b), n = glm::cross(u, v);
            const double length = glm::length(n);
            if (length > parallel * glm::length(u) * glm::length(v)) each(n / length);
        });
    });
}

/// Calls `each` with all directions, in a's frame, along which two convex pieces may part (Gottschalk, Lin
/// and Manocha 1996): each as unit vector from a to b.
template <class Each> void all_ways(const Convex& a, const Convex& b, const Frame& other, Each&& each) {
    own_ways(a, each);
    own_ways(b, [&](const Vec3& n) { each(-other.turned(n)); });
    edge_cross_ways(a, b, other, [&](const Vec3& n) { each(n), each(-n); });
}

/// How far apart the cores are along a direction: what part of b's nearest lies beyond a's farthest.
double apart_along(const Convex& a, const Convex& b, const Frame& other, const Vec3& way) {
    const Vec3 back = other.turned_back(-way);
    return glm::dot(other.at, way) - b.along(back) - a.along(way);
}

/// Two polytopes of many edges: an edge pair makes a face of the Minkowski difference where the arcs between
/// the normals beside each edge cross on the sphere of directions; only these are looked at.
template <class Each> void crossing_edges(const Convex& a, const Convex& b, const Frame& other, Each&& each) {
    for (const Topology::Edge& e : a.topology->edges) {
        const Vec3 u = a.points[e.to] - a.points[e.from];
        const Vec3 &n0 = a.normals[e.left], &n1 = a.normals[e.right];
        for (const Topology::Edge& f : b.topology->edges) {
            const Vec3 m0 = -other.turned(b.normals[f.left]), m1 = -other.turned(b.normals[f.right]);
            const Vec3 v = other.turned(b.points[f.to] - b.points[f.from]);
            const double c0 = glm::dot(n0, v), c1 = glm::dot(n1, v), d0 = glm::dot(m0, u),
                         d1 = glm::dot(m1, u);
            if (c0 * c1 >= 0.0 || d0 * d1 >= 0.0) continue;
            const Vec3 n = glm::cross(u, v);
            const double length = glm::length(n);
            if (length == 0.0) continue;
            each(n / length), each(-n / length);
        }
    }
}
constexpr std::size_t few_pairs = 400;

/// The direction along which the cores are farthest apart, or least deep in each other.
std::pair<Vec3, double> parting(const Convex& a, const Convex& b, const Frame& other) {
    Vec3 best(0.0);
    double most = -infinity;
    const auto take = [&](const Vec3& way) {
        const double d = apart_along(a, b, other, way);
        constexpr double better = 1e-12; // of two that are alike the first: faces before edges
        if (d > most + better * std::abs(most) || most == -infinity) most = d, best = way;
    };
    if (a.topology && b.topology && way_count(a) * way_count(b) > few_pairs) {
        own_ways(a, take);
        own_ways(b, [&](const Vec3& n) { take(-other.turned(n)); });
        crossing_edges(a, b, other, take);
    } else
        all_ways(a, b, other, take);
    return {best, most};
}

double size_of(const Convex& c) {
    double size = c.radius;
    for (int i = 1; i < c.count; ++i) size = std::max(size, glm::length(c.points[i] - c.points[0]));
    return size;
}

/// Only one of its points lies farthest along a direction.
bool single(const Convex& c, const Vec3& way, double slack) {
    const double most = c.along(way);
    int count = 0;
    for (int i = 0; i < c.count; ++i) count += glm::dot(c.points[i], way) >= most - slack;
    return count == 1;
}

/// Puts the points of a gap into the middle of what two faces, or a face and an edge, share. `deep`: any two
/// features have their points there.
void settle(Gap& g, const Convex& a, const Convex& b, const Frame& other, double a_level, double b_level,
            bool deep) {
    constexpr double flush = 1e-7; // of the smaller size
    const double slack = flush * std::max(std::min(size_of(a), size_of(b)), 1e-300);
    // Mostly a corner is nearest: its point is known.
    const Vec3 back = other.turned_back(-g.normal);
    if (!deep && (single(a, g.normal, slack) || single(b, back, slack))) return;
    const Plane plane(g.normal);
    const Patch pa = patch_of(a, Frame(), g.normal, plane, slack),
                pb = patch_of(b, other, -g.normal, plane, slack);
    const auto found = shared(pa, pb);
    if (!found && !deep) return;
    const Flat middle = found ? found->middle : pa.corners[0];
    const Vec3 across = plane.point(middle);
    g.on_a = across + g.normal * (a_level + a.radius), g.on_b = across + g.normal * (b_level - b.radius);
    g.shared = found ? found->root : 0.0;
}

} // namespace

Gap gap(const Convex& a, const Convex& b, const Frame& other, double within, const Vec3& guess) {
    Gap g;
    const double radii = a.radius + b.radius;
    if (a.count == 1 && b.count == 1) {
        const Vec3 &from = a.points[0], to = other.place(b.points[0]);
        const double between = glm::length(to - from);
        if (between - radii > within) return g.least = between - radii, g;
        if (between > 0.0) g.normal = (to - from) / between;
        g.distance = g.least = between - radii;
        g.on_a = from + g.normal * a.radius, g.on_b = to - g.normal * b.radius;
        return g;
    }
    const Closest c = closest(a, b, other, within + radii, guess);
    if (c.far) return g.least = c.least - radii, g;
    const bool deep = !c.apart;
    if (c.apart) {
        g.normal = c.normal;
        g.distance = c.distance - radii, g.least = std::min(c.least, c.distance) - radii;
        g.on_a = c.on_a + g.normal * a.radius, g.on_b = c.on_b - g.normal * b.radius;
    } else {
        const auto [way, apart] = parting(a, b, other);
        g.normal = way, g.distance = g.least = apart - radii;
    }
    const double a_level = a.along(g.normal),
                 b_level = glm::dot(other.at, g.normal) - b.along(other.turned_back(-g.normal));
    settle(g, a, b, other, a_level, b_level, deep);
    return g;
}

namespace {

/// Exact where no radius rounds the corners: they overlap while they do along every direction that can part
/// them.
std::optional<Span> pass_flat(const Convex& a, const Convex& b, const Frame& other, const Vec3& way) {
    Span span{-infinity, infinity};
    bool never = false;
    const auto along = [&](const Vec3& n) { // both ways at once
        if (never) return;
        double low_a = infinity, high_a = -infinity, low_b = infinity, high_b = -infinity;
        for (int i = 0; i < a.count; ++i) {
            const double d = glm::dot(a.points[i], n);
            low_a = std::min(low_a, d), high_a = std::max(high_a, d);
        }
        const Vec3 in_b = other.turned_back(n);
        for (int i = 0; i < b.count; ++i) {
            const double d = glm::dot(b.points[i], in_b);
            low_b = std::min(low_b, d), high_b = std::max(high_b, d);
        }
        const double at = glm::dot(other.at, n), to_touch = at + low_b - high_a,
                     to_leave = at + high_b - low_a, speed = glm::dot(way, n);
        if (speed == 0.0) {
            never = to_touch > 0.0 || to_leave < 0.0;
            return;
        }
        const auto [first, last] = std::minmax({to_touch / speed, to_leave / speed});
        span.first = std::max(span.first, first), span.last = std::min(span.last, last);
        never = span.first > span.last;
    };
    const bool boxes = a.topology == &box_topology(), box_b = b.topology == &box_topology();
    int skip = 0; // opposite faces of a box have one direction
    own_ways(a, [&](const Vec3& n) {
        if (!boxes || skip++ % 2 == 0) along(n);
    });
    skip = 0;
    own_ways(b, [&](const Vec3& n) {
        if (!box_b || skip++ % 2 == 0) along(other.turned(n));
    });
    edge_cross_ways(a, b, other, along);
    if (never) return std::nullopt;
    return span;
}

/// From outside: the first t in from..to at which a, moved by t·way, is within `margin`; beyond `to` where
/// never.
double first_touch(const Convex& a, const Convex& b, const Frame& other, const Vec3& way, double from,
                   double to, double margin, double tolerance) {
    constexpr int most_steps = 200;
    double t = from;
    Vec3 guess(0.0);
    for (int i = 0; i < most_steps; ++i) {
        Frame moved = other;
        moved.at -= way * t;
        const Gap g = gap(a, b, moved, margin + tolerance + glm::length(way) * (to - t), guess);
        if (g.distance == infinity) return infinity;
        guess = g.normal;
        const double left = g.least - margin, closing = glm::dot(way, g.normal);
        if (left <= tolerance) return t;
        if (closing * (to - t) < left) return infinity;
        t += left / closing;
    }
    return t;
}

} // namespace

std::optional<Span> pass(const Convex& a, const Convex& b, const Frame& other, const Vec3& way, double margin,
                         double tolerance) {
    if (a.radius + b.radius + margin == 0.0 && way_count(a) * way_count(b) <= few_pairs)
        return pass_flat(a, b, other, way);
    if (a.count == 1 && b.count == 1) { // two balls: a line past a ball of both radii
        const auto cut = cut_line({a.points, 1, a.radius + b.radius + margin, nullptr, nullptr},
                                  other.place(b.points[0]), -way);
        return cut ? std::optional(Span{cut->first, cut->last}) : std::nullopt;
    }
    // Between what their reach along the way allows.
    const double speed = glm::length(way), radii = a.radius + b.radius + margin + tolerance;
    const Vec3 ahead = way / speed;
    const double begins = (apart_along(a, b, other, ahead) - radii) / speed,
                 ends = -(apart_along(a, b, other, -ahead) - radii) / speed;
    const double first = first_touch(a, b, other, way, begins, ends, margin, tolerance);
    if (first == infinity) return std::nullopt;
    const double back = first_touch(a, b, other, -way, -ends, -begins, margin, tolerance);
    return Span{first, back == infinity ? first : std::max(first, -back)};
}

TouchTime advance(const Moving& a, const Moving& b, double margin, double tolerance, int most_steps) {
    const Vec3 way = a.motion->travel() - b.motion->travel();
    const double spin = a.motion->turning() * a.reach + b.motion->turning() * b.reach;
    double t = 0.0;
    Vec3 last(0.0); // the normal that it had, in the world
    for (int i = 0; i < most_steps; ++i) {
        const double most = margin + tolerance + (glm::length(way) + spin) * (1.0 - t); // else never
        const Frame of_a(a.motion->at(t)), of_b(b.motion->at(t));
        const Gap g = gap(*a.piece, *b.piece, of_a.relative(of_b), most, of_a.turned_back(last));
        if (g.distance == infinity) return {};
        last = of_a.turned(g.normal);
        const double left = g.least - margin;
        if (left <= tolerance) return {Came::Touched, t};
        const double closing = glm::dot(way, last) + spin;
        if (closing * (1.0 - t) < left) return {};
        t = std::min(1.0, t + left / closing);
    }
    return {Came::Gave_up, t};
}

namespace {

std::optional<Cut> cut_ball(const Vec3& center, double radius, const Vec3& from, const Vec3& way) {
    const Vec3 to = center - from;
    const double ww = glm::dot(way, way), middle = glm::dot(to, way) / ww;
    const Vec3 foot = from + way * middle;
    const double left = radius * radius - glm::dot(foot - center, foot - center);
    if (left < 0.0) return std::nullopt;
    const double half = std::sqrt(left / ww);
    return Cut{middle - half, middle + half, unit(from + way * (middle - half) - center)};
}

std::optional<Cut> cut_capsule(const Vec3& p, const Vec3& q, double radius, const Vec3& from,
                               const Vec3& way) {
    std::optional<Cut> out;
    const auto take = [&](const Cut& c) {
        if (!out) return void(out = c);
        if (c.first < out->first) out->first = c.first, out->normal = c.normal;
        out->last = std::max(out->last, c.last);
    };
    for (const Vec3& end : {p, q})
        if (const auto c = cut_ball(end, radius, from, way)) take(*c);
    // The tube between the ends: a circle across the axis.
    const Vec3 axis = unit(q - p);
    const double length = glm::length(q - p);
    const auto across = [&](const Vec3& v) { return v - axis * glm::dot(v, axis); };
    const Vec3 flat_from = across(from - p), flat_way = across(way);
    const double along_from = glm::dot(from - p, axis), along_way = glm::dot(way, axis);
    double first = -infinity, last = infinity;
    if (glm::dot(flat_way, flat_way) > 1e-24 * glm::dot(way, way)) {
        const auto c = cut_ball(Vec3(0.0), radius, flat_from, flat_way);
        if (!c) return out;
        first = c->first, last = c->last;
    } else if (glm::dot(flat_from, flat_from) > radius * radius)
        return out;
    if (along_way != 0.0) {
        const auto [low, high] = std::minmax({-along_from / along_way, (length - along_from) / along_way});
        first = std::max(first, low), last = std::min(last, high);
    } else if (along_from < 0.0 || along_from > length)
        return out;
    if (first > last) return out;
    take({first, last, unit(flat_from + flat_way * first)});
    return out;
}

std::optional<Cut> cut_triangle(const Convex& c, const Vec3& from, const Vec3& way) {
    // Moeller and Trumbore (1997), with edges shared by both sides: a ray through an edge hits.
    const Vec3 &p = c.points[0], u = c.points[1] - p, v = c.points[2] - p, h = glm::cross(way, v);
    const double det = glm::dot(u, h);
    if (std::abs(det) <= 1e-15 * glm::length(u) * glm::length(h)) return std::nullopt;
    const Vec3 s = from - p, q = glm::cross(s, u);
    constexpr double edge = 1e-12;
    const double x = glm::dot(s, h) / det, y = glm::dot(way, q) / det;
    if (x < -edge || y < -edge || x + y > 1.0 + edge) return std::nullopt;
    const double t = glm::dot(v, q) / det;
    return Cut{t, t, glm::dot(c.normals[0], way) > 0.0 ? -c.normals[0] : c.normals[0]};
}

} // namespace

std::optional<Cut> cut_line(const Convex& c, const Vec3& from, const Vec3& way) {
    if (c.count == 1) return cut_ball(c.points[0], c.radius, from, way);
    if (c.count == 2) return cut_capsule(c.points[0], c.points[1], c.radius, from, way);
    if (c.count == 3 && c.radius == 0.0) return cut_triangle(c, from, way);
    if (c.topology && c.radius == 0.0) {
        Cut out{-infinity, infinity, Vec3(0.0)};
        for (std::size_t f = 0; f < c.topology->faces.size(); ++f) {
            const Vec3& n = c.normals[f];
            const double height = glm::dot(n, from - c.points[c.topology->faces[f][0]]),
                         speed = glm::dot(n, way);
            if (speed == 0.0) {
                if (height > 0.0) return std::nullopt;
            } else if (const double t = -height / speed; speed < 0.0) {
                if (t > out.first) out.first = t, out.normal = n;
            } else
                out.last = std::min(out.last, t);
        }
        if (out.first > out.last) return std::nullopt;
        return out;
    }
    const Vec3 origin(0.0);
    const Convex dot{&origin, 1, 0.0, nullptr, nullptr};
    Frame other;
    other.at = -from;
    const auto span = pass(dot, c, other, way, 0.0, 1e-12 * std::max(size_of(c), glm::length(way)));
    if (!span) return std::nullopt;
    other.at -= way * span->first;
    return Cut{span->first, span->last, -gap(dot, c, other).normal};
}

} // namespace oddbounce::space
