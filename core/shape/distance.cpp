// SPDX-License-Identifier: GPL-3.0-or-later
// Distance and depth of whole shapes: unions of pieces.
#include "shape/direction_set.hpp"
#include "shape/directions.hpp"
#include "shape/near_faces.hpp"
#include "shape/seen_from.hpp"
#include "shape/space/solid.hpp"

#include <limits>
#include <optional>

namespace oddbounce {

namespace {

using plane::Piece;

/// Least t >= 0 at which a, moved by t·way, overlaps no piece of b; at least `give_up` where it is no less.
/// Each two pieces overlap from one t to another; these spans are collected as far as the horizon, and joined
/// from 0 on. `work` counts the pairs of pieces that were looked at.
double clear_after(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb, const Vec2& way,
                   double give_up, std::size_t& work) {
    if (a.pieces().size() > b.pieces().size()) return clear_after(b, pb, a, pa, -way, give_up, work);
    const double nudge = 1e-9 * std::min(a.reach(), b.reach());
    const Box other = b.bounds(pb);
    const auto shifted = [&](Box box, double from, double to) {
        Box all;
        for (const double t : {from, to})
            all.add(box.low + raised(way * t)), all.add(box.high + raised(way * t));
        all.grow(nudge);
        return all;
    };
    const bool boxes = a.of_boxes(pa) && b.of_boxes(pb);
    std::vector<plane::Span> spans;
    double t = 0.0;
    const auto over = [&](const auto& p, const auto& q) {
        const auto s = plane::pass(p, q, way);
        // What lies flush beside the way is not in it.
        if (!s || s->last <= t + nudge || plane::grazes(p, q, way, *s, nudge)) return;
        if (s->first <= t + nudge)
            t = s->last;
        else
            spans.push_back(*s);
    };
    for (double ahead = std::min(a.reach(), b.reach()); t < give_up; ahead *= 2.0) {
        const double horizon = std::min(give_up, t + ahead);
        spans.clear();
        a.pieces_in(seen_from(pa, shifted(other, -t, -horizon)), [&](int k) {
            const auto of_a = static_cast<std::size_t>(k);
            const Piece p = boxes ? Piece{} : plane::placed(a.pieces()[of_a], pa);
            const Box box = boxes ? placed(pa, a.boxes()[of_a]) : plane::bounds(p);
            b.pieces_in(seen_from(pb, shifted(box, t, horizon)), [&](int i) {
                ++work;
                const auto of_b = static_cast<std::size_t>(i);
                if (boxes) return over(box, placed(pb, b.boxes()[of_b]));
                const Piece q = plane::placed(b.pieces()[of_b], pb);
                const auto at_most = plane::pass(box, plane::bounds(q), way);
                if (at_most && at_most->last > t) over(p, q);
            });
        });
        const auto joined = [&](const plane::Span& s) {
            if (s.first > t + nudge) return false;
            if (s.last > t + nudge) t = s.last;
            return true;
        };
        constexpr int rounds = 4; // most are joined by then; the rest in order
        for (int i = 0; i < rounds && std::erase_if(spans, joined) > 0; ++i) {
        }
        std::ranges::sort(spans, {}, &plane::Span::first);
        for (const plane::Span& s : spans)
            if (!joined(s)) break;
        if (t <= horizon) break;
    }
    return t;
}

/// How far a convex outline reaches along a direction. Directions that follow each other round the outline
/// cost a step each; others a look at every corner.
class Support {
  public:
    Support(const Geometry& g, const Pose& pose) : radius_(g.outlines()[0].radius) {
        for (const Vec2& p : g.outlines()[0].points) points_.push_back(flat(pose.place(raised(p))));
    }
    double along(const Vec2& way) {
        constexpr double alike = 0.5; // cosine
        const auto reach = [&](std::size_t i) { return glm::dot(points_[i], way); };
        if (glm::dot(way, last_) < alike)
            for (std::size_t i = 0; i < points_.size(); ++i)
                if (reach(i) > reach(at_)) at_ = i;
        last_ = way;
        const std::size_t n = points_.size();
        for (const std::size_t step : {std::size_t(1), n - 1})
            while (reach((at_ + step) % n) > reach(at_)) at_ = (at_ + step) % n;
        return reach(at_) + radius_;
    }

  private:
    std::vector<Vec2> points_;
    double radius_;
    std::size_t at_ = 0;
    Vec2 last_{0.0};
};

plane::Edge placed(const plane::Edge& local, const Pose& pose) {
    plane::Edge e = local;
    e.from = flat(pose.place(raised(e.from))), e.to = flat(pose.place(raised(e.to)));
    e.out = flat(pose.turn.turn(raised(e.out)));
    return e;
}

/// The nearest, or deepest, two pieces. Its distance is infinite where they are not within reach.
struct NearestPieces {
    plane::Gap gap;
    int of_a = 0, of_b = 0;
};

/// Depth of overlapping shapes of several pieces: the shortest way out. Where the outlines were cut into
/// pieces does not matter.
class WayOut {
  public:
    /// What parts the shapes parts the deepest two pieces: no way out is shorter.
    WayOut(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb, const NearestPieces& deepest)
        : a_(a), b_(b), pa_(pa), pb_(pb), deepest_(deepest.gap),
          of_a_(plane::placed(a.pieces()[static_cast<std::size_t>(deepest.of_a)], pa)),
          of_b_(plane::placed(b.pieces()[static_cast<std::size_t>(deepest.of_b)], pb)) {}

    plane::Gap least() {
        if (a_.convex() && b_.convex())
            all_of_convex();
        else
            of_parts(), over_two_faces();
        if (best_ == infinity) return deepest_;
        plane::Gap g = deepest_;
        if (best_ <= -g.distance * (1.0 + rounding)) return g; // the deepest pieces' own way
        g.distance = -best_, g.normal = -way_;
        g.on_b = g.on_a + way_ * best_;
        return g;
    }

  private:
    /// A direction in which a may leave, and how far it must go at least.
    struct Way {
        Vec2 way;
        double least;
    };
    static constexpr double rounding = 1e-9;
    static constexpr std::size_t most_ways = 400;
    static constexpr int ways_round = 64;
    static constexpr std::size_t most_work = 50000; // pairs of pieces: some milliseconds

    /// Along each face's normal, as far as the two reach into each other.
    void all_of_convex() {
        Support reach_a(a_, pa_), reach_b(b_, pb_);
        const auto take = [&](const Vec2& way) {
            const double t = reach_a.along(-way) + reach_b.along(way);
            if (t < best_) best_ = t, way_ = way;
        };
        const DirectionSet ways = all_ways();
        for (const Vec2& way : ways.all()) take(way);
    }

    DirectionSet all_ways() const {
        DirectionSet ways;
        for (const Vec2& way : a_.ways_out()) ways.add(-flat(pa_.turn.turn(raised(way))));
        for (const Vec2& way : b_.ways_out()) ways.add(flat(pb_.turn.turn(raised(way))));
        add_round(a_, pa_, b_, pb_, ways), add_round(b_, pb_, a_, pa_, ways);
        return ways;
    }

    void of_parts() {
        way_ = -deepest_.normal;
        const double depth = -deepest_.distance * (1.0 + rounding);
        best_ = clear_after(a_, pa_, b_, pb_, way_, depth, work_);
        if (best_ <= depth) return; // there is no shorter one
        const auto own_way = [&] {
            best_ = clear_after(a_, pa_, b_, pb_, way_ = -deepest_.normal, infinity, work_);
        };
        if (a_.ways_out().size() + b_.ways_out().size() <= most_ways) {
            best_ = infinity;
            march(all_ways());
            if (best_ == infinity) own_way();
            return;
        }
        own_way();
        // Of many ways, those over edges near enough: outlines touch there when a is out.
        best_ = best_ * (1.0 + rounding) + std::numeric_limits<double>::min();
        const std::vector<plane::Edge> of_a = near(a_, pa_, b_, pb_), of_b = near(b_, pb_, a_, pa_);
        try_edges(of_a, b_, pb_, -1.0), try_edges(of_b, a_, pa_, 1.0);
        DirectionSet round; // the way may end in a notch between two edges
        for (const Vec3& way : Directions({0.0, 1.0, 0.0}, 2).all_round(ways_round)) round.add(flat(way));
        march(round);
        DirectionSet ways;
        add(ways, of_a, -1.0), add(ways, of_b, 1.0);
        add_round(a_, pa_, b_, pb_, ways), add_round(b_, pb_, a_, pa_, ways);
        march(ways);
    }

    /// A convex shape out of a corner of the other one: over two of its faces at once.
    void over_two_faces() {
        if (best_ <= -deepest_.distance * (1.0 + rounding) || (a_.of_parts() && b_.of_parts())) return;
        constexpr std::size_t most_faces = 8;
        const double within = std::min(best_, (b_.of_parts() ? a_ : b_).reach()); // no deeper in a corner
        const std::vector<Distance> near =
            b_.of_parts() ? faces_near(a_, pa_, b_, pb_, within) : faces_near(b_, pb_, a_, pa_, within);
        const double sign = b_.of_parts() ? -1.0 : 1.0; // of the way over a face
        const double touches = rounding * std::min(a_.reach(), b_.reach());
        const auto counts = [&](const Distance& d) {
            return d.gap <= touches &&
                   (b_.of_parts() ? on_outlines(d, a_, pa_, b_, pb_) : on_outlines(d, b_, pb_, a_, pa_));
        };
        std::vector<Distance> faces;
        for (const Distance& d : near)
            if (faces.size() < most_faces && counts(d)) faces.push_back(d);
        for (std::size_t i = 0; i < faces.size(); ++i)
            for (std::size_t j = i + 1; j < faces.size(); ++j) {
                const Vec2 u = flat(faces[i].normal) * sign, v = flat(faces[j].normal) * sign;
                const double turn = cross(u, v), out_u = -faces[i].gap, out_v = -faces[j].gap;
                constexpr double parallel = 0.05;
                if (std::abs(turn) < parallel) continue;
                // The move that goes out_u along u and out_v along v.
                const Vec2 move = (right_of(v) * out_u - right_of(u) * out_v) / turn;
                const double far = glm::length(move);
                if (!(far > touches) || far >= best_ * (1.0 - rounding) || overlap_after(move, touches))
                    continue;
                best_ = far, way_ = move / far;
            }
    }
    bool overlap_after(const Vec2& move, double by) const {
        Pose moved = pa_;
        moved.at += raised(move);
        bool deeper = false;
        BoxTree::pairs(
            a_.tree(), b_.tree(), [&](const Box& p) { return oddbounce::placed(moved, p); },
            [&](const Box& q) { return oddbounce::placed(pb_, q); }, apart,
            [&](double least) { return !deeper && least < -by; },
            [&](int k, int i) {
                const Piece p = plane::placed(a_.pieces()[static_cast<std::size_t>(k)], moved),
                            q = plane::placed(b_.pieces()[static_cast<std::size_t>(i)], pb_);
                deeper = deeper || plane::gap(p, q).distance < -2.0 * by;
            });
        return deeper;
    }

    /// How far a must go along the way until the two deepest pieces are clear of each other.
    double pieces_clear(const Vec2& way) const {
        const auto span = plane::pass(of_a_, of_b_, way, 0.0);
        return span ? std::max(span->last, 0.0) : 0.0;
    }

    void march(const DirectionSet& ways) {
        std::vector<Way> all;
        for (const Vec2& way : ways.all()) all.push_back({way, pieces_clear(way)});
        march(std::move(all));
    }
    void march(std::vector<Way> ways) {
        std::stable_sort(ways.begin(), ways.end(),
                         [](const Way& u, const Way& v) { return u.least < v.least; });
        for (const Way& w : ways) {
            if (w.least >= best_ || work_ > most_work) return;
            if (const double t = clear_after(a_, pa_, b_, pb_, w.way, best_, work_); t < best_)
                best_ = t, way_ = w.way;
        }
    }

    /// Placed edges of g that the other may reach within the best way so far.
    std::vector<plane::Edge> near(const Geometry& g, const Pose& pose, const Geometry& other,
                                  const Pose& at_other) const {
        Box box = other.bounds(at_other);
        box.grow(best_);
        std::vector<plane::Edge> out;
        g.edges_in(seen_from(pose, box),
                   [&](int i) { out.push_back(placed(g.edges()[static_cast<std::size_t>(i)], pose)); });
        return out;
    }

    static void add(DirectionSet& ways, const std::vector<plane::Edge>& edges, double sign) {
        for (const plane::Edge& e : edges)
            plane::ways_over(e, [&](const Vec2& way) { ways.add(way * sign); });
    }

    /// From the round corners of one shape to the nearest point of the other's outline, both ways.
    void add_round(const Geometry& round, const Pose& at_round, const Geometry& other, const Pose& at_other,
                   DirectionSet& ways) const {
        for (const Outline& o : round.outlines())
            for (std::size_t i = 0; o.radius > 0.0 && i < o.points.size(); ++i) {
                const Vec2 p = flat(at_round.place(raised(o.points[i])));
                double nearest = infinity;
                Vec2 to{0.0};
                const auto point = [&](const Vec2& q) {
                    if (const double d = glm::length(q - p); d < nearest) nearest = d, to = q;
                };
                const auto edge = [&](int k) {
                    const plane::Edge e = placed(other.edges()[static_cast<std::size_t>(k)], at_other);
                    const Vec2 along = e.to - e.from;
                    const double share = glm::dot(p - e.from, along) / glm::dot(along, along);
                    point(e.from + along * std::clamp(share, 0.0, 1.0));
                };
                if (other.edges().empty())
                    for (const Outline& l : other.outlines())
                        for (const Vec2& q : l.points) point(flat(at_other.place(raised(q))));
                else if (other.edges().size() <= Geometry::few)
                    for (std::size_t k = 0; k < other.edges().size(); ++k) edge(static_cast<int>(k));
                else
                    other.edge_tree().round(at_other.unplace(raised(p)), edge, [&] { return nearest; });
                ways.add(unit(to - p)), ways.add(-unit(to - p));
            }
    }

    /// A convex shape leaves over an edge of the other's where its corner that is the last one inside comes
    /// out between the edge's ends. `sign`: 1 where the convex one is a.
    void try_edges(const std::vector<plane::Edge>& edges, const Geometry& other, const Pose& at_other,
                   double sign) {
        if (other.of_parts()) return;
        const Piece p = plane::placed(other.pieces()[0], at_other);
        const double slack = rounding * (other.reach() + best_);
        std::vector<Way> out;
        for (const plane::Edge& e : edges)
            for (const double side : {1.0, -1.0}) {
                if (side < 0.0 && !e.two_sided) break;
                const Vec2 way = e.out * side, along = left_of(way);
                double deepest = infinity;
                for (int i = 0; i < p.count; ++i) deepest = std::min(deepest, glm::dot(p[i], way));
                const double t = glm::dot(e.from, way) + e.radius - deepest + p.radius;
                if (!(t > 0.0) || t >= best_) continue;
                const auto [low, high] = std::minmax({glm::dot(e.from, along), glm::dot(e.to, along)});
                double first = infinity, last = -infinity;
                for (int i = 0; i < p.count; ++i)
                    if (glm::dot(p[i], way) <= deepest + slack)
                        first = std::min(first, glm::dot(p[i], along)),
                        last = std::max(last, glm::dot(p[i], along));
                if (first <= high + slack && last >= low - slack) out.push_back({way * sign, t});
            }
        march(std::move(out));
    }

    const Geometry &a_, &b_;
    const Pose &pa_, &pb_;
    const plane::Gap& deepest_;
    const Piece of_a_, of_b_;
    double best_ = infinity;
    Vec2 way_{0.0};
    std::size_t work_ = 0;
};

/// How far two pieces are apart along one direction, by their corners as the bodies see them: they are no
/// nearer, and no deeper in each other.
class ApartAlong {
  public:
    ApartAlong(const Pose& pa, const Pose& pb) : pa_(pa), pb_(pb) {}
    void look(const Vec2& way) {
        in_a_ = flat(pa_.turn.turn_back(raised(way))), in_b_ = flat(pb_.turn.turn_back(raised(way)));
        offset_ = glm::dot(way, flat(pb_.at) - flat(pa_.at));
        way_ = way;
    }
    /// Ditto of placed boxes.
    double operator()(const Box& p, const Box& q) const {
        const Vec2 between = flat(q.low) - flat(p.high) + flat(q.high) - flat(p.low),
                   sizes = flat(p.size()) + flat(q.size());
        return 0.5 * (glm::dot(between, way_) - glm::dot(sizes, glm::abs(way_)));
    }
    double operator()(const Piece& of_a, const Piece& of_b) const {
        double far = -infinity, near = infinity;
        for (int i = 0; i < of_a.count; ++i) far = std::max(far, glm::dot(in_a_, of_a[i]));
        for (int i = 0; i < of_b.count; ++i) near = std::min(near, glm::dot(in_b_, of_b[i]));
        return offset_ + near - far - of_a.radius - of_b.radius;
    }

  private:
    const Pose &pa_, &pb_;
    Vec2 way_{0.0}, in_a_{0.0}, in_b_{0.0};
    double offset_ = 0.0;
};

NearestPieces nearest_pieces(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb,
                             double within, double touches) {
    NearestPieces best;
    Box near_a = b.bounds(pb);
    near_a.grow(within);
    const Box of_a = a.bounds(pa);
    if (!near_a.meets(of_a)) return best;
    constexpr double cut = -1.0; // where the outline was cut into parts
    double best_shares = cut;
    ApartAlong along(pa, pb);
    along.look(unit(flat(near_a.center() - of_a.center()), {0.0, 1.0}));
    const auto far = [&] { // what is farther is of no use
        const double least = best.gap.distance;
        return std::min(within, least < -3.0 * touches ? least : std::max(least, touches));
    };
    const auto worth = [&](double least) {
        return least <= within &&
               (least < best.gap.distance || (least <= touches && best.gap.distance >= -3.0 * touches));
    };
    const auto take = [&](int k, int i) {
        const Piece &p = a.pieces()[static_cast<std::size_t>(k)],
                    &q = b.pieces()[static_cast<std::size_t>(i)];
        if (along(p, q) > far() + touches) return;
        const double least = best.gap.distance;
        const plane::Gap g = plane::gap(plane::placed(p, pa), plane::placed(q, pb), far());
        double shares = cut;
        if (std::abs(g.distance) <= touches) {
            // Of pieces that touch alike, the one that does so along most of a face, not by where the outline
            // was cut, nor at a corner.
            const bool face = a.has_face(pa, raised(g.normal)) || b.has_face(pb, raised(-g.normal));
            if (face) shares = g.shared;
            if (g.distance >= least - 2.0 * touches &&
                !(shares > best_shares + touches && least > -touches) &&
                !(shares >= best_shares && g.distance < least))
                return;
        } else if (g.distance >= least)
            return;
        best = {g, k, i}, best_shares = shares;
        along.look(g.normal);
    };
    BoxTree::pairs(
        a.tree(), b.tree(), [&](const Box& box) { return placed(pa, box); },
        [&](const Box& box) { return placed(pb, box); },
        [&](const Box& p, const Box& q) { return along(p, q) <= far() + touches ? apart(p, q) : infinity; },
        worth, take);
    if (best.gap.distance > within) best.gap.distance = infinity;
    return best;
}

plane::Gap gap_of_convex(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb,
                         double within) {
    plane::Gap g = plane::gap(plane::placed(a.pieces()[0], pa), plane::placed(b.pieces()[0], pb), within);
    if (g.distance > within) g.distance = infinity;
    return g;
}

} // namespace

Distance distance(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b, double within) {
    Distance out;
    if (!a.judged() || !b.judged()) return out;
    if (a.solid()) return space::distance(*a.solid(), at_a, *b.solid(), at_b, within);
    const Vec3 base = at_a.at;
    const Pose pa = relative(at_a, base), pb = relative(at_b, base);
    const double touches = 1e-9 * std::min(a.reach(), b.reach()); // by rounding alone
    plane::Gap best;
    if (!a.of_parts() && !b.of_parts())
        best = gap_of_convex(a, pa, b, pb, within);
    else {
        const NearestPieces pieces = nearest_pieces(a, pa, b, pb, within, touches);
        best = pieces.gap;
        // What touches by rounding alone has no way out that means anything: every way is as short.
        if (best.distance < -touches) best = WayOut(a, pa, b, pb, pieces).least();
    }
    if (best.distance == infinity) return out;
    out.known = true, out.gap = best.distance, out.normal = raised(best.normal);
    out.on_a = raised(best.on_a) + base, out.on_b = raised(best.on_b) + base;
    return out;
}

double way_out(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b, const Vec3& way) {
    if (!a.judged() || !b.judged()) return 0.0;
    if (a.solid()) return space::way_out(*a.solid(), at_a, *b.solid(), at_b, way);
    const Vec3 base = at_a.at;
    const Pose pa = relative(at_a, base), pb = relative(at_b, base);
    const bool parts = a.of_parts() || b.of_parts();
    const plane::Gap nearest =
        parts ? nearest_pieces(a, pa, b, pb, 0.0, 0.0).gap : gap_of_convex(a, pa, b, pb, 0.0);
    if (nearest.distance >= 0.0) return 0.0;
    std::size_t work = 0;
    return clear_after(a, pa, b, pb, flat(way), infinity, work);
}

} // namespace oddbounce
