// SPDX-License-Identifier: GPL-3.0-or-later
// Distance, sweep and ray cast over whole shapes: unions of pieces.
#include "shape/direction_set.hpp"
#include "shape/directions.hpp"
#include "shape/geometry.hpp"

#include <limits>
#include <optional>

namespace oddbounce {

namespace {

using plane::Piece;

/// World coordinates are taken relative to this point, so that nothing depends on how far off the scene is.
Pose relative(const Pose& pose, const Vec3& to) {
    Pose p = pose;
    p.at -= to;
    return p;
}

/// The box as the body sees it; without limits along z.
Box seen_from(const Pose& pose, const Box& world) {
    Box local = pose.unplace(world);
    local.low.z = -infinity, local.high.z = infinity;
    return local;
}

/// Where a body that moves so sees, from its first pose, what lies in the box (in the world, at any time).
/// It turns round its origin: corners turned by all of it, and what an arc bulges beyond its chord.
/// Everywhere (not finite) for more than half a turn.
Box seen_from(const Motion& move, const Box& world) {
    Box all = world;
    const Vec3 travel = move.travel();
    all.add(world.low - travel), all.add(world.high - travel);
    Box local = seen_from(move.from, all);
    const double turning = move.turning();
    if (turning == 0.0) return local;
    if (turning > 3.0) return Box{Vec3(-infinity), Vec3(infinity)};
    Pose turned = move.from;
    turned.turn = move.to.turn;
    double farthest = 0.0;
    for (int i = 0; i < 4; ++i)
        farthest = std::max(farthest,
                            glm::length(Vec2(i & 1 ? all.high.x : all.low.x, i & 2 ? all.high.y : all.low.y) -
                                        flat(move.from.at)));
    local.add(seen_from(turned, all));
    local.grow(farthest * (1.0 - std::cos(0.5 * turning)));
    return local;
}

/// Least t >= 0 at which a, moved by t·way, overlaps no piece of b; at least `give_up` where it is no less.
/// From overlap to overlap: at t, everything that is still overlapped says until when. `work` counts the
/// pairs of pieces that were looked at.
double clear_after(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb, const Vec2& way,
                   double give_up, std::size_t& work) {
    if (a.pieces().size() > b.pieces().size()) return clear_after(b, pb, a, pa, -way, give_up, work);
    const double nudge = 1e-9 * std::min(a.reach(), b.reach());
    const Box other = b.bounds(pb);
    double t = 0.0;
    while (t < give_up) {
        double next = t;
        Box near = other; // as a sees it, moved
        near.low -= raised(way * t), near.high -= raised(way * t);
        near.grow(nudge);
        a.pieces_in(seen_from(pa, near), [&](int k) {
            const Piece p = plane::placed(a.pieces()[static_cast<std::size_t>(k)], pa);
            Box box = plane::bounds(p);
            box.low += raised(way * t), box.high += raised(way * t);
            box.grow(nudge);
            b.pieces_in(seen_from(pb, box), [&](int i) {
                ++work;
                const auto s =
                    plane::pass(p, plane::placed(b.pieces()[static_cast<std::size_t>(i)], pb), way, 0.0);
                if (s && s->first <= t + nudge && s->last > t + nudge) next = std::max(next, s->last);
            });
        });
        if (next == t) break;
        t = next;
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

/// Depth of overlapping shapes of several pieces: the shortest way out. Where the outlines were cut into
/// pieces does not matter.
class WayOut {
  public:
    /// `deepest` is that of the pieces, `of_a` and `of_b` (placed) the two that it lies between. What parts
    /// the shapes parts these two: no way out is shorter.
    WayOut(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb, const plane::Gap& deepest,
           const Piece& of_a, const Piece& of_b)
        : a_(a), b_(b), pa_(pa), pb_(pb), deepest_(deepest), of_a_(of_a), of_b_(of_b) {}

    plane::Gap least() {
        if (a_.convex() && b_.convex())
            all_of_convex();
        else
            of_parts();
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
    const Piece &of_a_, &of_b_;
    double best_ = infinity;
    Vec2 way_{0.0};
    std::size_t work_ = 0;
};

} // namespace

namespace {

/// The nearest, or deepest, two pieces, placed. Its distance is infinite where they are not within reach.
struct NearestPieces {
    plane::Gap gap;
    Piece of_a, of_b;
};

NearestPieces nearest_pieces(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb,
                             double within, double touches) {
    NearestPieces best;
    Box near_a = b.bounds(pb);
    near_a.grow(within);
    if (!near_a.meets(a.bounds(pa))) return best;
    const bool parts = a.of_parts() || b.of_parts();
    bool on_outline = false;
    const auto take = [&](const Piece& p, const Piece& q) {
        const plane::Gap g = plane::gap(p, q);
        const double least = best.gap.distance;
        bool face = false;
        if (parts && std::abs(g.distance) <= touches) {
            // Of pieces that touch alike, the one that does so by a face, not by where the outline was cut.
            face = a.has_face(pa, raised(g.normal)) || b.has_face(pb, raised(-g.normal));
            if (g.distance >= least - 2.0 * touches && !(face && !on_outline && least > -touches) &&
                !(face == on_outline && g.distance < least))
                return;
        } else if (g.distance >= least)
            return;
        best = {g, p, q}, on_outline = face;
    };
    a.pieces_in(seen_from(pa, near_a), [&](int k) {
        const Piece p = plane::placed(a.pieces()[static_cast<std::size_t>(k)], pa);
        Box box = plane::bounds(p);
        box.grow(std::clamp(best.gap.distance, 0.0, within) + touches);
        if (!box.meets(near_a)) return;
        b.pieces_in(seen_from(pb, box),
                    [&](int i) { take(p, plane::placed(b.pieces()[static_cast<std::size_t>(i)], pb)); });
    });
    if (best.gap.distance > within) best.gap.distance = infinity;
    return best;
}

} // namespace

Distance distance(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b, double within) {
    Distance out;
    if (!a.judged() || !b.judged()) return out;
    const Vec3 base = at_a.at;
    const Pose pa = relative(at_a, base), pb = relative(at_b, base);
    const double touches = 1e-9 * std::min(a.reach(), b.reach()); // by rounding alone
    const NearestPieces pieces = nearest_pieces(a, pa, b, pb, within, touches);
    plane::Gap best = pieces.gap;
    if (best.distance == infinity) return out;
    // What touches by rounding alone has no way out that means anything: every way is as short.
    if (best.distance < -touches && (a.of_parts() || b.of_parts()))
        best = WayOut(a, pa, b, pb, pieces.gap, pieces.of_a, pieces.of_b).least();
    out.known = true, out.gap = best.distance, out.normal = raised(best.normal);
    out.on_a = raised(best.on_a) + base, out.on_b = raised(best.on_b) + base;
    return out;
}

double way_out(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b, const Vec3& way) {
    if (!a.judged() || !b.judged()) return 0.0;
    const Vec3 base = at_a.at;
    const Pose pa = relative(at_a, base), pb = relative(at_b, base);
    if (nearest_pieces(a, pa, b, pb, 0.0, 0.0).gap.distance >= 0.0) return 0.0;
    std::size_t work = 0;
    return clear_after(a, pa, b, pb, flat(way), infinity, work);
}

namespace {

struct Moving {
    const Piece* piece;
    const Motion* motion;
    double reach; // of the corners, about the body's origin
};

struct TouchTime {
    Status status = Status::None;
    double at = 0.0;
};

/// Conservative advancement from time 0 to 1. The separation along the closest normal can shrink no
/// faster than the closing speed along it plus what the turning corners add.
TouchTime advance(const Moving& a, const Moving& b, double margin, double tolerance, int most_steps) {
    const Vec2 way = flat(a.motion->travel() - b.motion->travel());
    const double spin = a.motion->turning() * a.reach + b.motion->turning() * b.reach;
    double t = 0.0;
    for (int i = 0; i < most_steps; ++i) {
        const plane::Gap g =
            plane::gap(plane::placed(*a.piece, a.motion->at(t)), plane::placed(*b.piece, b.motion->at(t)));
        const double left = g.distance - margin;
        if (left <= tolerance) return {t == 0.0 ? Status::Started : Status::Found, t};
        const double closing = glm::dot(way, g.normal) + spin;
        if (closing * (1.0 - t) < left) return {Status::None, 1.0};
        t = std::min(1.0, t + left / closing);
    }
    return {Status::Undecided, t};
}

Motion reversed(const Motion& m) { return {m.to, m.from}; }

struct PieceSweep {
    Status status = Status::None;
    double first = 0.0, last = 0.0;
};

PieceSweep sweep_straight(const Moving& a, const Moving& b, double margin, double tolerance) {
    const Piece pa = plane::placed(*a.piece, a.motion->from), pb = plane::placed(*b.piece, b.motion->from);
    const Vec2 way = flat(a.motion->travel() - b.motion->travel());
    if (glm::length(way) <= 1e-3 * tolerance) {
        const bool touching = plane::gap(pa, pb).distance <= margin;
        return touching ? PieceSweep{Status::Started, 0.0, 1.0} : PieceSweep{};
    }
    const auto span = plane::pass(pa, pb, way, margin);
    if (!span || span->last < 0.0 || span->first > 1.0) return {};
    const double last = std::min(1.0, span->last);
    if (span->first <= 0.0) return {Status::Started, 0.0, last};
    return {Status::Found, span->first, last};
}

PieceSweep sweep_pieces(const Moving& a, const Moving& b, const SweepQuery& query, double tolerance) {
    const double spin = a.motion->turning() * a.reach + b.motion->turning() * b.reach;
    if (spin <= 1e-3 * tolerance) return sweep_straight(a, b, query.margin, tolerance);
    const TouchTime first = advance(a, b, query.margin, tolerance, query.most_steps);
    if (first.status == Status::None) return {};
    const Motion back_a = reversed(*a.motion), back_b = reversed(*b.motion);
    const TouchTime last = advance({a.piece, &back_a, a.reach}, {b.piece, &back_b, b.reach}, query.margin,
                                   tolerance, query.most_steps);
    const bool known = last.status == Status::Found || last.status == Status::Started;
    return {first.status, first.at, known ? 1.0 - last.at : 1.0};
}

/// Time order of answers: the earliest, and of two at one time the one that is certain.
void take(const PieceSweep& one, const Piece* pa, const Piece* pb, PieceSweep& best, const Piece*& best_a,
          const Piece*& best_b) {
    if (one.status == Status::None) return;
    const bool earlier = best.status == Status::None || one.first < best.first ||
                         (one.first == best.first && best.status == Status::Undecided);
    const double last = best.status == Status::None ? one.last : std::max(best.last, one.last);
    if (earlier) best = one, best_a = pa, best_b = pb;
    best.last = last;
}

} // namespace

Sweep sweep(const Geometry& a, const Motion& move_a, const Geometry& b, const Motion& move_b,
            const SweepQuery& query) {
    Sweep out;
    if (!a.judged() || !b.judged()) return out;
    if (a.pieces().size() > b.pieces().size()) { // the one of more pieces second: its tree is asked
        out = sweep(b, move_b, a, move_a, query);
        out.normal = -out.normal, std::swap(out.on_a, out.on_b);
        return out;
    }
    const double tolerance = query.tolerance > 0.0
                                 ? query.tolerance
                                 : 1e-7 * std::min(a.reach(), b.reach() > 0.0 ? b.reach() : a.reach());
    const Vec3 base = move_a.from.at;
    const Motion ma{relative(move_a.from, base), relative(move_a.to, base)};
    const Motion mb{relative(move_b.from, base), relative(move_b.to, base)};

    PieceSweep best;
    const Piece *best_a = nullptr, *best_b = nullptr;
    const double margin = query.margin + tolerance;
    Box other = b.bounds(mb);
    other.grow(margin);
    a.pieces_in(seen_from(ma, other), [&](int k) {
        const Piece& pa = a.pieces()[static_cast<std::size_t>(k)];
        const Moving one{&pa, &ma, plane::corner_reach(pa)};
        Box swept;
        if (ma.turning() != 0.0) {
            swept.add(ma.from.at), swept.add(ma.to.at);
            swept.grow(one.reach + pa.radius);
        } else {
            swept.add(plane::bounds(plane::placed(pa, ma.from))),
                swept.add(plane::bounds(plane::placed(pa, ma.to)));
        }
        swept.grow(margin);
        if (!swept.meets(other)) return;
        b.pieces_in(seen_from(mb, swept), [&](int i) {
            const Piece& pb = b.pieces()[static_cast<std::size_t>(i)];
            take(sweep_pieces(one, {&pb, &mb, plane::corner_reach(pb)}, query, tolerance), &pa, &pb, best,
                 best_a, best_b);
        });
    });
    if (best.status == Status::None) return out;
    out.status = best.status, out.first = best.first, out.last = best.last;
    // Several pieces may touch at one time: by the outline, as `distance` has it.
    if (best.status == Status::Found && (a.pieces().size() > 1 || b.pieces().size() > 1)) {
        const Distance d = distance(a, ma.at(best.first), b, mb.at(best.first), 1e-3 * a.reach());
        if (d.known && std::abs(d.gap) <= 10.0 * tolerance) {
            out.normal = d.normal, out.on_a = d.on_a + base, out.on_b = d.on_b + base;
            return out;
        }
    }
    const plane::Gap g =
        plane::gap(plane::placed(*best_a, ma.at(best.first)), plane::placed(*best_b, mb.at(best.first)));
    out.normal = raised(g.normal), out.on_a = raised(g.on_a) + base, out.on_b = raised(g.on_b) + base;
    return out;
}

double point_distance(const Vec3& point, const Geometry& shape, const Pose& pose) {
    const Pose p = relative(pose, point);
    Piece dot;
    dot.add({0.0, 0.0});
    double least = infinity;
    const auto take = [&](int i) {
        const Piece& piece = shape.pieces()[static_cast<std::size_t>(i)];
        least = std::min(least, plane::gap(dot, plane::placed(piece, p)).distance);
    };
    if (shape.pieces().size() <= Geometry::few)
        for (std::size_t i = 0; i < shape.pieces().size(); ++i) take(static_cast<int>(i));
    else // inside one piece, it may lie deeper in another that holds it
        shape.tree().round(p.unplace(Vec3(0.0)), take, [&] { return std::max(least, 0.0); });
    return least;
}

RayHit ray_cast(const Vec3& from, const Vec3& to, const Geometry& shape, const Pose& pose) {
    RayHit out;
    if (!shape.judged()) return out;
    const Pose p = relative(pose, from);
    const Vec2 way = flat(to - from);
    Piece dot;
    dot.add({0.0, 0.0});
    const auto take = [&](int i) {
        const Piece piece = plane::placed(shape.pieces()[static_cast<std::size_t>(i)], p);
        const bool inside = plane::gap(dot, piece).distance <= 0.0;
        const auto span = plane::pass(dot, piece, way, 0.0);
        if (!inside && (!span || span->first > 1.0 || span->first < 0.0)) return;
        const double first = inside ? 0.0 : span->first;
        if (out.status != Status::None && first >= out.fraction) return;
        out.fraction = first, out.exit = span ? span->last : 0.0;
        out.status = inside ? Status::Started : Status::Found;
        Piece at_hit = dot;
        at_hit[0] = way * first;
        out.normal = raised(-plane::gap(at_hit, piece).normal);
        if (glm::dot(out.normal, raised(way)) > 0.0) out.normal = -out.normal; // an edge faces both ways
    };
    if (shape.pieces().size() <= Geometry::few)
        for (std::size_t i = 0; i < shape.pieces().size(); ++i) take(static_cast<int>(i));
    else
        shape.tree().along(p.unplace(Vec3(0.0)), p.unplace(raised(way)), 1e-9 * shape.reach(), take,
                           [&] { return out.status == Status::None ? 1.0 : out.fraction; });
    if (out.status == Status::None) return out;
    out.at = from + (to - from) * out.fraction;
    return out;
}

} // namespace oddbounce
