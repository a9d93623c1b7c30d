// SPDX-License-Identifier: GPL-3.0-or-later
// The queries on whole solids: unions of convex pieces. What is near is found by the trees of both.
#include "shape/near_faces.hpp"
#include "shape/seen_from.hpp"
#include "shape/space/patch.hpp"
#include "shape/space/solid.hpp"

namespace oddbounce::space {

namespace {

constexpr double rounding = 1e-9;

/// How far apart two boxes are along the axes, else (below zero) how far one is inside the other at least.
double boxes_apart(const Box& p, const Box& q) {
    double gap = -infinity;
    for (const int axis : {0, 1, 2})
        gap = std::max({gap, q.low[axis] - p.high[axis], p.low[axis] - q.high[axis]});
    return gap;
}

/// Two placed solids. Everything between them is said in the frame of a.
struct Pair {
    const Solid &a, &b;
    Frame at_a, other; ///< a in the world, relative to `base`; b as a sees it
    Frame a_in_b;
    Vec3 base;

    Pair(const Solid& of_a, const Pose& pa, const Solid& of_b, const Pose& pb)
        : a(of_a), b(of_b), base(pa.at) {
        at_a = Frame(relative(pa, base));
        const Frame at_b(relative(pb, base));
        other = at_a.relative(at_b), a_in_b = at_b.relative(at_a);
    }
    Gap gap(int k, int i, double within = infinity) const {
        return space::gap(a.piece(k), b.piece(i), other, within);
    }
    Distance in_world(const Gap& g) const {
        return {true, g.distance, at_a.turned(g.normal), at_a.place(g.on_a) + base,
                at_a.place(g.on_b) + base};
    }
    bool of_parts() const { return a.size() > 1 || b.size() > 1; }
    double touches() const { return rounding * std::min(a.reach(), b.reach()); }
};

Distance swapped(const Distance& d) { return {d.known, d.gap, -d.normal, d.on_b, d.on_a}; }

struct NearestPieces {
    Gap gap;
    int of_a = 0, of_b = 0;
};

NearestPieces nearest_pieces(const Pair& pair, double within) {
    NearestPieces best;
    const double touches = pair.touches();
    constexpr double cut = -1.0; // where a shape was cut into parts
    double best_shares = cut;
    const auto far = [&] { // what is farther is of no use
        const double least = best.gap.distance;
        return std::min(within, least < -3.0 * touches ? least : std::max(least, touches));
    };
    const auto worth = [&](double least) {
        return least <= within &&
               (least < best.gap.distance || (least <= touches && best.gap.distance >= -3.0 * touches));
    };
    const auto take = [&](int k, int i) {
        const double least = best.gap.distance;
        const Gap g = pair.gap(k, i, far());
        if (g.distance == infinity) return;
        double shares = cut;
        if (std::abs(g.distance) <= touches) {
            // Of pieces that touch alike, the one that does so over most of a face, not where a shape was
            // cut, nor at a corner.
            if (pair.a.has_face(g.normal) || pair.b.has_face(pair.other.turned_back(-g.normal)))
                shares = g.shared;
            if (g.distance >= least - 2.0 * touches &&
                !(shares > best_shares + touches && least > -touches) &&
                !(shares >= best_shares && g.distance < least))
                return;
        } else if (g.distance >= least)
            return;
        best = {g, k, i}, best_shares = shares;
    };
    BoxTree::pairs(
        pair.a.tree(), pair.b.tree(), [&](const Box& box) { return pair.a_in_b.placed(box); },
        [](const Box& box) { return box; }, boxes_apart, worth, take);
    if (best.gap.distance > within) best.gap.distance = infinity;
    return best;
}

/// Least t >= 0 at which a, moved by t·way (in its frame), overlaps no piece of b; at least `give_up` where
/// it is no less. `work` counts the pairs of pieces that were looked at.
double clear_after(const Pair& pair, const Vec3& way, double give_up, std::size_t& work) {
    const Solid &a = pair.a, &b = pair.b;
    const double reach = std::min(a.reach(), b.reach()), nudge = rounding * reach;
    const Vec3 way_in_b = pair.a_in_b.turned(way);
    std::vector<Span> spans;
    double t = 0.0;
    for (double ahead = reach; t < give_up; ahead *= 2.0) {
        const double horizon = std::min(give_up, t + ahead);
        spans.clear();
        for (std::size_t k = 0; k < a.size(); ++k) {
            const Box box = pair.a_in_b.placed(a.boxes()[k]);
            Box all;
            for (const double s : {t, horizon})
                all.add(box.low + way_in_b * s), all.add(box.high + way_in_b * s);
            all.grow(nudge);
            if (!all.meets(b.bounds())) continue;
            b.pieces_in(all, [&](int i) {
                ++work;
                const auto s = pass(a.piece(k), b.piece(i), pair.other, way, 0.0, 0.1 * nudge);
                if (!s || s->last <= t + nudge) return;
                Frame halfway = pair.other; // what lies flush beside the way is not in it
                halfway.at -= way * (0.5 * (s->first + s->last));
                if (gap(a.piece(k), b.piece(i), halfway).distance >= -nudge) return;
                if (s->first <= t + nudge)
                    t = s->last;
                else
                    spans.push_back(*s);
            });
        }
        std::ranges::sort(spans, {}, &Span::first);
        for (bool more = true; more;) {
            more = false;
            for (const Span& s : spans)
                if (s.first <= t + nudge && s.last > t + nudge) t = s.last, more = true;
        }
        if (t <= horizon) break;
    }
    return t;
}

/// Depth of overlapping shapes of several pieces: the shortest way out, along the normals of faces that are
/// near, and out of corners over two or three faces at once.
class WayOut {
  public:
    WayOut(const Pair& pair, const NearestPieces& deepest) : pair_(pair), deepest_(deepest) {}

    Gap least() {
        const double depth = -deepest_.gap.distance * (1.0 + rounding);
        way_ = -deepest_.gap.normal;
        best_ = clear_after(pair_, way_, depth, work_);
        if (best_ <= depth) return deepest_.gap; // there is no shorter one
        best_ = clear_after(pair_, way_, infinity, work_);
        over_faces();
        over_corners();
        Gap g = deepest_.gap;
        g.distance = g.least = -best_, g.normal = -way_;
        // Its points: halfway between the surfaces, round what is deepest.
        const Vec3 middle = 0.5 * (g.on_a + g.on_b);
        g.on_a = middle + g.normal * (0.5 * best_), g.on_b = middle - g.normal * (0.5 * best_);
        return g;
    }

  private:
    static constexpr std::size_t most_work = 20000, most_ways = 400;
    struct Way {
        Vec3 way;
        double least;
    };

    void over_faces() {
        std::vector<Way> ways;
        const auto add = [&](const Vec3& way) {
            constexpr double same = 1.0 - 1e-12;
            const auto known = [&](const Way& w) { return glm::dot(w.way, way) > same; };
            if (ways.size() < most_ways && std::ranges::none_of(ways, known))
                ways.push_back({way, clears(way)});
        };
        const auto both = [&](const Solid::Face& f, const auto& turned) {
            add(turned(f.normal));
            if (f.two_sided) add(-turned(f.normal));
        };
        Box of_a = pair_.a_in_b.placed(pair_.a.bounds()), of_b = pair_.other.placed(pair_.b.bounds());
        of_a.grow(best_), of_b.grow(best_);
        pair_.b.faces_in(of_a, [&](int i) {
            both(pair_.b.faces()[static_cast<std::size_t>(i)],
                 [&](const Vec3& n) { return pair_.other.turned(n); });
        });
        pair_.a.faces_in(of_b, [&](int i) {
            both(pair_.a.faces()[static_cast<std::size_t>(i)], [&](const Vec3& n) { return -n; });
        });
        std::ranges::stable_sort(ways, {}, &Way::least);
        for (const Way& w : ways) {
            if (w.least >= best_ || work_ > most_work) return;
            if (const double t = clear_after(pair_, w.way, best_, work_); t < best_) best_ = t, way_ = w.way;
        }
    }

    /// How far a must go along the way until the two deepest pieces are clear of each other.
    double clears(const Vec3& way) const {
        const auto span = pass(pair_.a.piece(deepest_.of_a), pair_.b.piece(deepest_.of_b), pair_.other, way,
                               0.0, 0.1 * pair_.touches());
        return span ? std::max(span->last, 0.0) : 0.0;
    }

    /// A shape in a corner of the other one leaves over two or three of its faces at once.
    void over_corners() {
        if (best_ <= -deepest_.gap.distance * (1.0 + rounding) || (pair_.a.size() > 1 && pair_.b.size() > 1))
            return;
        constexpr std::size_t most_faces = 8;
        const bool of_b = pair_.b.size() > 1;
        const double within = std::min(best_, (of_b ? pair_.a : pair_.b).reach());
        const Pose in_a, in_b = pose_of(pair_.other);
        std::vector<Vec3> outs; // what a must go along each face's normal
        for (const Distance& d : of_b ? faces_near(pair_.a, in_a, pair_.b, in_b, within)
                                      : faces_near(pair_.b, in_b, pair_.a, in_a, within))
            if (d.gap <= pair_.touches() && outs.size() < most_faces)
                outs.push_back((of_b ? -d.normal : d.normal) * -d.gap);
        for (std::size_t i = 0; i < outs.size(); ++i)
            for (std::size_t j = i + 1; j < outs.size(); ++j) {
                try_move(over(outs[i], outs[j], glm::cross(outs[i], outs[j]), 0.0));
                for (std::size_t k = j + 1; k < outs.size(); ++k)
                    try_move(over(outs[i], outs[j], outs[k], glm::dot(outs[k], outs[k])));
            }
    }
    static Pose pose_of(const Frame& f) {
        return {f.at, Rotation::in_space(glm::normalize(glm::quat_cast(f.turn)))};
    }
    /// The move m with m·u = u·u, m·v = v·v and m·w = `third`; zero where the three are nearly in a plane.
    static Vec3 over(const Vec3& u, const Vec3& v, const Vec3& w, double third) {
        const double volume = glm::dot(glm::cross(u, v), w);
        constexpr double flat = 1e-3;
        if (std::abs(volume) <= flat * glm::length(u) * glm::length(v) * glm::length(w)) return Vec3(0.0);
        return (glm::cross(v, w) * glm::dot(u, u) + glm::cross(w, u) * glm::dot(v, v) +
                glm::cross(u, v) * third) /
               volume;
    }
    void try_move(const Vec3& move) {
        const double far = glm::length(move), touches = pair_.touches();
        if (!(far > touches) || far >= best_ * (1.0 - rounding)) return;
        Pair moved = pair_;
        moved.other.at -= move, moved.a_in_b.at += pair_.a_in_b.turned(move);
        bool deeper = false;
        BoxTree::pairs(
            moved.a.tree(), moved.b.tree(), [&](const Box& box) { return moved.a_in_b.placed(box); },
            [](const Box& box) { return box; }, boxes_apart,
            [&](double least) { return !deeper && least < -touches; },
            [&](int k, int i) { deeper = deeper || moved.gap(k, i).distance < -2.0 * touches; });
        if (!deeper) best_ = far, way_ = move / far;
    }

    const Pair& pair_;
    const NearestPieces& deepest_;
    double best_ = infinity;
    Vec3 way_{0.0};
    std::size_t work_ = 0;
};

/// A box of the world, at any time of a motion, as the moving body sees it from its first pose; everywhere
/// for more than half a turn.
Box seen_by(const Motion& move, const Box& world) {
    const double turning = move.turning();
    if (turning > 3.0) return Box{Vec3(-infinity), Vec3(infinity)};
    Box all = world;
    const Vec3 travel = move.travel();
    all.add(world.low - travel), all.add(world.high - travel);
    Box local = move.from.unplace(all);
    if (turning == 0.0) return local;
    Pose turned = move.from;
    turned.turn = move.to.turn;
    local.add(turned.unplace(all));
    const double farthest =
        glm::length(glm::max(glm::abs(all.low - move.from.at), glm::abs(all.high - move.from.at)));
    local.grow(farthest * (1.0 - std::cos(0.5 * turning)));
    return local;
}

struct PieceSweep {
    Status status = Status::None;
    double first = 0.0, last = 0.0;
};

PieceSweep sweep_pieces(const Moving& a, const Moving& b, const SweepQuery& query, double tolerance) {
    const double spin = a.motion->turning() * a.reach + b.motion->turning() * b.reach;
    const Vec3 way = a.motion->travel() - b.motion->travel();
    if (spin <= 1e-3 * tolerance) {
        const Frame of_a(a.motion->from), other = of_a.relative(Frame(b.motion->from));
        const Vec3 local = of_a.turned_back(way);
        if (glm::length(way) <= 1e-3 * tolerance) {
            const bool touching = gap(*a.piece, *b.piece, other, query.margin).distance <= query.margin;
            return touching ? PieceSweep{Status::Started, 0.0, 1.0} : PieceSweep{};
        }
        const auto span = pass(*a.piece, *b.piece, other, local, query.margin, tolerance);
        if (!span || span->last < 0.0 || span->first > 1.0) return {};
        const double last = std::min(1.0, span->last);
        if (span->first <= 0.0) return {Status::Started, 0.0, last};
        return {Status::Found, span->first, last};
    }
    const TouchTime first = advance(a, b, query.margin, tolerance, query.most_steps);
    if (first.came == Came::Never) return {};
    const Motion back_a{a.motion->to, a.motion->from}, back_b{b.motion->to, b.motion->from};
    const TouchTime last = advance({a.piece, &back_a, a.reach}, {b.piece, &back_b, b.reach}, query.margin,
                                   tolerance, query.most_steps);
    const Status status = first.came == Came::Gave_up ? Status::Undecided
                          : first.at == 0.0           ? Status::Started
                                                      : Status::Found;
    return {status, first.at, last.came == Came::Touched ? std::max(first.at, 1.0 - last.at) : 1.0};
}

} // namespace

Distance distance(const Solid& a, const Pose& at_a, const Solid& b, const Pose& at_b, double within) {
    if (a.size() > b.size()) return swapped(distance(b, at_b, a, at_a, within));
    const Pair pair(a, at_a, b, at_b);
    if (!pair.of_parts()) {
        const Gap g = pair.gap(0, 0, within);
        return g.distance > within ? Distance{} : pair.in_world(g);
    }
    const NearestPieces nearest = nearest_pieces(pair, within);
    if (nearest.gap.distance == infinity) return {};
    // What touches by rounding alone has no way out that means anything: every way is as short.
    if (nearest.gap.distance >= -pair.touches()) return pair.in_world(nearest.gap);
    return pair.in_world(WayOut(pair, nearest).least());
}

double way_out(const Solid& a, const Pose& at_a, const Solid& b, const Pose& at_b, const Vec3& way) {
    const Pair pair(a, at_a, b, at_b);
    if (nearest_pieces(pair, 0.0).gap.distance >= 0.0) return 0.0;
    std::size_t work = 0;
    return clear_after(pair, pair.at_a.turned_back(way), infinity, work);
}

double point_distance(const Vec3& point, const Solid& shape, const Pose& pose) {
    const Frame placed(relative(pose, point));
    const Vec3 origin(0.0);
    const Convex dot{&origin, 1, 0.0, nullptr, nullptr};
    double least = infinity;
    const auto take = [&](int i) { least = std::min(least, gap(dot, shape.piece(i), placed).distance); };
    // Inside one piece, it may lie deeper in another that holds it.
    shape.tree().round(placed.unplace(origin), take, [&] { return std::max(least, 0.0); });
    return least;
}

Sweep sweep(const Solid& a, const Motion& move_a, const Solid& b, const Motion& move_b,
            const SweepQuery& query) {
    Sweep out;
    if (a.size() > b.size()) { // the one of more pieces second: its tree is asked
        out = sweep(b, move_b, a, move_a, query);
        out.normal = -out.normal, std::swap(out.on_a, out.on_b);
        return out;
    }
    const double tolerance = query.tolerance > 0.0 ? query.tolerance : 1e-7 * std::min(a.reach(), b.reach());
    const Vec3 base = move_a.from.at;
    const Motion ma{relative(move_a.from, base), relative(move_a.to, base)};
    const Motion mb{relative(move_b.from, base), relative(move_b.to, base)};
    const double margin = query.margin + tolerance;
    PieceSweep best;
    int best_a = -1, best_b = -1;
    for (int k = 0; k < static_cast<int>(a.size()); ++k) {
        const Convex pa = a.piece(k);
        const Moving one{&pa, &ma, a.corner_reach(k)};
        Box swept;
        if (ma.turning() != 0.0) {
            swept.add(ma.from.at), swept.add(ma.to.at), swept.grow(one.reach + pa.radius);
        } else {
            const Box box = Frame(ma.from).placed(a.boxes()[static_cast<std::size_t>(k)]);
            swept = box, swept.add(box.low + ma.travel()), swept.add(box.high + ma.travel());
        }
        swept.grow(margin);
        b.pieces_in(seen_by(mb, swept), [&](int i) {
            const Convex pb = b.piece(i);
            const PieceSweep s = sweep_pieces(one, {&pb, &mb, b.corner_reach(i)}, query, tolerance);
            if (s.status == Status::None) return;
            // The earliest, and of two at one time the one that is certain.
            const bool earlier = best.status == Status::None || s.first < best.first ||
                                 (s.first == best.first && best.status == Status::Undecided);
            const double last = best.status == Status::None ? s.last : std::max(best.last, s.last);
            if (earlier) best = s, best_a = k, best_b = i;
            best.last = last;
        });
    }
    if (best.status == Status::None) return out;
    out.status = best.status, out.first = best.first, out.last = best.last;
    const Pair there(a, ma.at(best.first), b, mb.at(best.first));
    Distance d = there.in_world(there.gap(best_a, best_b));
    // Several pieces may touch at one time: by the faces, as `distance` has it.
    if (best.status == Status::Found && there.of_parts()) {
        const Distance whole = distance(a, ma.at(best.first), b, mb.at(best.first), 1e-3 * a.reach());
        if (whole.known && std::abs(whole.gap) <= 10.0 * tolerance) d = whole;
    }
    out.normal = d.normal, out.on_a = d.on_a + base, out.on_b = d.on_b + base;
    return out;
}

RayHit ray_cast(const Vec3& from, const Vec3& to, const Solid& shape, const Pose& pose) {
    RayHit out;
    const Frame placed(relative(pose, from));
    const Vec3 start = placed.unplace(Vec3(0.0)), way = placed.turned_back(to - from);
    const auto take = [&](int i) {
        const Convex piece = shape.piece(i);
        std::optional<Cut> cut;
        if (way != Vec3(0.0)) cut = cut_line(piece, start, way);
        const Convex dot{&start, 1, 0.0, nullptr, nullptr};
        const bool inside =
            cut ? cut->first <= 0.0 && cut->last >= 0.0 : gap(dot, piece, Frame()).distance <= 0.0;
        if (!inside && (!cut || cut->first > 1.0 || cut->first < 0.0)) return;
        const double first = inside ? 0.0 : cut->first;
        if (out.status != Status::None && first >= out.fraction) return;
        out.fraction = first, out.exit = cut ? cut->last : 0.0;
        out.status = inside ? Status::Started : Status::Found;
        out.normal = placed.turned(inside ? -gap(dot, piece, Frame()).normal : cut->normal);
        if (glm::dot(out.normal, to - from) > 0.0) out.normal = -out.normal; // a triangle faces both ways
    };
    shape.tree().along(start, start + way, rounding * shape.reach(), take,
                       [&] { return out.status == Status::None ? 1.0 : out.fraction; });
    if (out.status != Status::None) out.at = from + (to - from) * out.fraction;
    return out;
}

namespace {

/// Where a piece is nearest to, or deepest in, a face of b, all in b's frame. None where it is more than
/// `within` off, or beside the face; at its very border it may touch, not be inside.
std::optional<Distance> on_face(const Convex& piece, const Frame& at, const Solid& b, const Solid::Face& face,
                                const Vec3& out, double within, double slack) {
    const double level = glm::dot(b.corner(face.first), out) + face.radius;
    const double least = glm::dot(at.at, out) - piece.along(at.turned_back(-out)) - piece.radius;
    const double gap = least - level;
    if (std::abs(gap) > within) return {};
    const Plane plane(out);
    const Patch lowest = patch_of(piece, at, -out, plane, slack);
    Patch on;
    for (int i = 0; i < face.count; ++i) on.corners.push_back(plane.flat(b.corner(face.first + i)));
    on.order();
    Flat middle;
    if (lowest.corners.size() == 1) {
        middle = lowest.corners[0];
        if (on.inside(middle) < (gap < -slack ? slack : -slack)) return {};
    } else {
        const auto both = shared(lowest, on);
        if (!both || (gap < -slack && lowest.solid() && both->root <= slack)) return {};
        middle = both->middle;
    }
    const Vec3 on_b = plane.point(middle) + out * level;
    return Distance{true, gap, -out, on_b + out * gap, on_b};
}

} // namespace

std::vector<Distance> faces_near(const Solid& a, const Pose& pa, const Solid& b, const Pose& pb,
                                 double within) {
    std::vector<Distance> all;
    const double slack = rounding * std::min(a.reach(), b.reach());
    const Frame at_b(pb), a_in_b = at_b.relative(Frame(pa));
    for (std::size_t k = 0; k < a.size(); ++k) {
        Box box = a_in_b.placed(a.boxes()[k]);
        box.grow(within);
        if (!box.meets(b.bounds())) continue;
        b.faces_in(box, [&](int i) {
            const Solid::Face& face = b.faces()[static_cast<std::size_t>(i)];
            for (const double side : {1.0, -1.0})
                if (side > 0.0 || face.two_sided)
                    if (auto d = on_face(a.piece(k), a_in_b, b, face, face.normal * side, within, slack))
                        all.push_back(
                            {true, d->gap, at_b.turned(d->normal), at_b.place(d->on_a), at_b.place(d->on_b)});
        });
    }
    std::ranges::stable_sort(all, shallower);
    return all;
}

} // namespace oddbounce::space
