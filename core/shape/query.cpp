// SPDX-License-Identifier: GPL-3.0-or-later
// Distance, sweep and ray cast over whole shapes: unions of pieces.
#include "shape/directions.hpp"
#include "shape/geometry.hpp"

#include <boost/container/small_vector.hpp>

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

/// Calls `with(i)` for the pieces of `g` (placed at `pose`) whose bounds meet `box` (same coordinates).
template <class With> void pieces_near(const Geometry& g, const Pose& pose, const Box& box, With&& with) {
    if (g.pieces().size() <= 8 || box.empty() || !std::isfinite(box.low.x)) {
        for (std::size_t i = 0; i < g.pieces().size(); ++i) with(static_cast<int>(i));
        return;
    }
    Box local;
    for (int i = 0; i < 4; ++i)
        local.add(raised(pose.unplace({i & 1 ? box.high.x : box.low.x, i & 2 ? box.high.y : box.low.y})));
    local.low.z = -infinity, local.high.z = infinity;
    g.tree().meeting(local, with);
}

/// Most shapes are of one piece: no memory for them.
using Pieces = boost::container::small_vector<Piece, 2>;

Pieces placed_near(const Geometry& g, const Pose& pose, const Box& box) {
    Pieces out;
    pieces_near(g, pose, box, [&](int i) {
        const Piece p = plane::placed(g.pieces()[static_cast<std::size_t>(i)], pose);
        Box own = plane::bounds(p);
        own.low.z = -infinity, own.high.z = infinity;
        if (!std::isfinite(box.low.x) || own.meets(box)) out.push_back(p);
    });
    return out;
}

/// Least t >= 0 at which a, moved by t·way, overlaps no piece of b; at least `give_up` where it is no less.
/// From overlap to overlap: at t, everything that is still overlapped says until when.
double clear_after(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb, const Vec2& way,
                   double give_up) {
    if (a.pieces().size() > b.pieces().size()) return clear_after(b, pb, a, pa, -way, give_up);
    const double nudge = 1e-9 * std::min(a.reach(), b.reach());
    double t = 0.0;
    while (t < give_up) {
        double next = t;
        for (const Piece& local : a.pieces()) {
            const Piece p = plane::placed(local, pa);
            Box box = plane::bounds(p);
            box.low += raised(way * t), box.high += raised(way * t);
            box.grow(nudge);
            pieces_near(b, pb, box, [&](int i) {
                const auto s =
                    plane::pass(p, plane::placed(b.pieces()[static_cast<std::size_t>(i)], pb), way, 0.0);
                if (s && s->first <= t + nudge && s->last > t + nudge) next = std::max(next, s->last);
            });
        }
        if (next == t) break;
        t = next;
    }
    return t;
}

/// Directions in which a may leave, each once.
class Ways {
  public:
    const std::vector<Vec2>& all() const { return ways_.all(); }
    /// Outward normals of a shape's outline times `sign`.
    void add_normals(const Geometry& g, const Pose& pose, double sign) {
        for (const Vec2& n : g.normals()) ways_.add(pose.rotate(n) * sign);
    }
    /// From the round corners of one shape to the nearest point of the other's outline, both ways.
    void add_round(const Geometry& round, const Pose& at_round, const Geometry& other, const Pose& at_other) {
        for (const Outline& o : round.outlines())
            for (std::size_t i = 0; o.radius > 0.0 && i < o.points.size(); ++i) {
                const Vec2 p = at_round.place(o.points[i]);
                double nearest = infinity;
                Vec2 to{0.0};
                for (const Outline& l : other.outlines())
                    for (std::size_t k = 0; k < l.points.size(); ++k) {
                        const bool last = k + 1 == l.points.size();
                        const Vec2 u = at_other.place(l.points[k]),
                                   v = last && !l.closed
                                           ? u
                                           : at_other.place(l.points[(k + 1) % l.points.size()]);
                        const double ee = glm::dot(v - u, v - u);
                        const Vec2 q =
                            ee > 0.0 ? u + (v - u) * std::clamp(glm::dot(p - u, v - u) / ee, 0.0, 1.0) : u;
                        if (const double d = glm::length(q - p); d < nearest) nearest = d, to = q;
                    }
                ways_.add(unit(to - p)), ways_.add(-unit(to - p));
            }
    }

  private:
    Directions ways_;
};

/// The way is an outward normal of the shape's outline.
bool has_normal(const Geometry& g, const Pose& pose, const Vec2& way) {
    constexpr double same = 1.0 - 1e-9;
    return std::any_of(g.normals().begin(), g.normals().end(),
                       [&](const Vec2& n) { return glm::dot(pose.rotate(n), way) > same; });
}

/// How far a convex outline reaches along a direction. Directions that follow each other round the outline
/// cost a step each; others a look at every corner.
class Support {
  public:
    Support(const Geometry& g, const Pose& pose) : radius_(g.outlines()[0].radius) {
        for (const Vec2& p : g.outlines()[0].points) points_.push_back(pose.place(p));
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

/// Depth of overlapping shapes of several pieces: the shortest way out along the outlines' normals. Where
/// the outline was cut into pieces does not matter.
void least_way_out(const Geometry& a, const Pose& pa, const Geometry& b, const Pose& pb, plane::Gap& g) {
    Ways ways;
    ways.add_normals(a, pa, -1.0), ways.add_normals(b, pb, 1.0);
    ways.add_round(a, pa, b, pb), ways.add_round(b, pb, a, pa);
    // The way that is most like the way out of the deepest pieces bounds the others, which are given up
    // there.
    const auto likely =
        std::max_element(ways.all().begin(), ways.all().end(), [&](const Vec2& u, const Vec2& v) {
            return glm::dot(u, g.normal) > glm::dot(v, g.normal);
        });
    if (likely == ways.all().end()) return;
    constexpr double rounding = 1e-9;
    double best = infinity;
    Vec2 best_way = *likely;
    if (a.convex() && b.convex()) { // along each way, as far as the two reach into each other
        Support reach_a(a, pa), reach_b(b, pb);
        for (const Vec2& way : ways.all()) {
            const double t = reach_a.along(-way) + reach_b.along(way);
            if (t < best) best = t, best_way = way;
        }
    } else {
        best = clear_after(a, pa, b, pb, *likely, infinity) * (1.0 + rounding) +
               std::numeric_limits<double>::min();
        for (const Vec2& way : ways.all()) {
            const double t = clear_after(a, pa, b, pb, way, best);
            if (t < best) best = t, best_way = way;
        }
    }
    if (best == infinity) return;
    g.distance = -best, g.normal = -best_way;
    g.on_b = g.on_a + best_way * best;
}

} // namespace

Distance distance(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b, double within) {
    Distance out;
    if (!a.judged() || !b.judged()) return out;
    const Vec3 base = at_a.at;
    const Pose pa = relative(at_a, base), pb = relative(at_b, base);
    Box near_a = b.bounds(pb), near_b = a.bounds(pa);
    near_a.grow(within);
    if (!near_a.meets(near_b)) return out;
    near_b.grow(within);
    const Pieces as = placed_near(a, pa, near_a), bs = placed_near(b, pb, near_b);

    const double touches = 1e-9 * std::min(a.reach(), b.reach()); // by rounding alone
    const bool cut = a.pieces().size() > 1 || b.pieces().size() > 1;
    plane::Gap best;
    bool on_outline = false;
    for (const Piece& p : as)
        for (const Piece& q : bs) {
            const plane::Gap g = plane::gap(p, q);
            if (!cut || std::abs(g.distance) > touches) {
                if (g.distance < best.distance) best = g, on_outline = false;
                continue;
            }
            // Of pieces that touch alike, the one that does so by a face, not by where the outline was cut.
            const bool face = has_normal(a, pa, g.normal) || has_normal(b, pb, -g.normal);
            if (g.distance < best.distance - 2.0 * touches ||
                (face && !on_outline && best.distance > -touches) ||
                (face == on_outline && g.distance < best.distance))
                best = g, on_outline = face;
        }
    if (best.distance > within || best.distance == infinity) return out;
    // What touches by rounding alone has no way out that means anything: every way is as short.
    if (best.distance < -touches && cut) least_way_out(a, pa, b, pb, best);
    out.known = true, out.gap = best.distance, out.normal = raised(best.normal);
    out.on_a = raised(best.on_a) + base, out.on_b = raised(best.on_b) + base;
    return out;
}

double way_out(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b, const Vec3& way) {
    if (!a.judged() || !b.judged() || distance(a, at_a, b, at_b, 0.0).gap >= 0.0) return 0.0;
    const Vec3 base = at_a.at;
    return clear_after(a, relative(at_a, base), b, relative(at_b, base), flat(way), infinity);
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
    const double spin = std::abs(a.motion->turning()) * a.reach + std::abs(b.motion->turning()) * b.reach;
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
    const double spin = std::abs(a.motion->turning()) * a.reach + std::abs(b.motion->turning()) * b.reach;
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
    const double tolerance = query.tolerance > 0.0
                                 ? query.tolerance
                                 : 1e-7 * std::min(a.reach(), b.reach() > 0.0 ? b.reach() : a.reach());
    const Vec3 base = move_a.from.at;
    const Motion ma{relative(move_a.from, base), relative(move_a.to, base)};
    const Motion mb{relative(move_b.from, base), relative(move_b.to, base)};

    PieceSweep best;
    const Piece *best_a = nullptr, *best_b = nullptr;
    const bool still_b = move_b.turning() == 0.0; // then its tree may be asked in one frame
    for (const Piece& pa : a.pieces()) {
        const Moving one{&pa, &ma, plane::corner_reach(pa)};
        Box swept;
        if (ma.turning() != 0.0) {
            swept.add(ma.from.at), swept.add(ma.to.at);
            swept.grow(one.reach + pa.radius);
        } else {
            swept.add(plane::bounds(plane::placed(pa, ma.from))),
                swept.add(plane::bounds(plane::placed(pa, ma.to)));
        }
        swept.grow(query.margin + tolerance);
        Box in_b = swept; // as b sees it from its first pose
        const Vec3 shift = mb.travel();
        in_b.add(swept.low - shift), in_b.add(swept.high - shift);
        Box everywhere;
        pieces_near(b, mb.from, still_b ? in_b : everywhere, [&](int i) {
            const Piece& pb = b.pieces()[static_cast<std::size_t>(i)];
            take(sweep_pieces(one, {&pb, &mb, plane::corner_reach(pb)}, query, tolerance), &pa, &pb, best,
                 best_a, best_b);
        });
    }
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
    for (const Piece& piece : shape.pieces())
        least = std::min(least, plane::gap(dot, plane::placed(piece, p)).distance);
    return least;
}

RayHit ray_cast(const Vec3& from, const Vec3& to, const Geometry& shape, const Pose& pose) {
    RayHit out;
    if (!shape.judged()) return out;
    const Pose p = relative(pose, from);
    const Vec2 way = flat(to - from);
    Piece dot;
    dot.add({0.0, 0.0});
    Box box;
    box.add(Vec3(0.0)), box.add(raised(way));
    const Piece* best = nullptr;
    const Pieces near = placed_near(shape, p, box);
    for (const Piece& piece : near) {
        const bool inside = plane::gap(dot, piece).distance <= 0.0;
        const auto span = plane::pass(dot, piece, way, 0.0);
        if (!inside && (!span || span->first > 1.0 || span->first < 0.0)) continue;
        const double first = inside ? 0.0 : span->first;
        if (best && first >= out.fraction) continue;
        best = &piece, out.fraction = first, out.exit = span ? span->last : 0.0;
        out.status = inside ? Status::Started : Status::Found;
    }
    if (!best) return out;
    Piece at_hit = dot;
    at_hit[0] = way * out.fraction;
    out.at = from + (to - from) * out.fraction;
    out.normal = raised(-plane::gap(at_hit, *best).normal);
    return out;
}

} // namespace oddbounce
