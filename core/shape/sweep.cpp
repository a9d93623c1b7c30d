// SPDX-License-Identifier: GPL-3.0-or-later
// Sweeps of whole shapes: unions of pieces.
#include "shape/seen_from.hpp"
#include "shape/space/solid.hpp"

namespace oddbounce {

namespace {

using plane::Piece;

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
    Vec2 last{0.0}; // the normal that it had
    for (int i = 0; i < most_steps; ++i) {
        const double most = margin + tolerance + (glm::length(way) + spin) * (1.0 - t); // else never
        const plane::Gap g = plane::gap(plane::placed(*a.piece, a.motion->at(t)),
                                        plane::placed(*b.piece, b.motion->at(t)), most, last);
        last = g.normal;
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
    Box box = plane::bounds(pa);
    box.grow(margin + tolerance);
    const auto at_most = plane::pass(box, plane::bounds(pb), way);
    if (!at_most || at_most->last < 0.0 || at_most->first > 1.0) return {};
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
    if (a.solid()) return space::sweep(*a.solid(), move_a, *b.solid(), move_b, query);
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

} // namespace oddbounce
