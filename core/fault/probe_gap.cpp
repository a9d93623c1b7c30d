// SPDX-License-Identifier: GPL-3.0-or-later
// probe-gap: two neighbouring probes on one side of a body lie farther apart than the smallest solid thing
// that comes within its reach. One finding a side, over the whole recording.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "observation/probe_side.hpp"

#include <numbers>
#include <set>

namespace oddbounce {

namespace {

constexpr Excuse narrow =
    limit("narrow", "its probes are {0} apart, no more than the {1} of the smallest thing near it",
          Measure::Length);
constexpr const Excuse* excuses[] = {&narrow};

/// Probes of one side, in the body's frame. Neighbors are those between which something may get in: in a line
/// the next ones, in space those that a shortest tree joins (Prim 1957).
struct Side {
    Vec3 guards{0.0};
    std::vector<Vec3> points;
    std::vector<std::pair<std::size_t, std::size_t>> neighbors;
    double long_side = 0.0, short_side = 0.0; // of what the probes cover
    double gap = 0.0;
    Vec3 from{0.0}, to{0.0}; // the two neighbors that are farthest apart, or let something in

    double apart(std::size_t i, std::size_t k) const {
        const Vec3 between = points[k] - points[i];
        return glm::length(between - guards * glm::dot(between, guards));
    }
    void join() {
        std::vector<bool> joined(points.size(), false);
        joined[0] = true;
        for (std::size_t n = 1; n < points.size(); ++n) {
            std::pair<std::size_t, std::size_t> next;
            double least = infinity;
            for (std::size_t i = 0; i < points.size(); ++i)
                for (std::size_t k = 0; k < points.size(); ++k)
                    if (joined[i] && !joined[k] && apart(i, k) < least) least = apart(i, k), next = {i, k};
            joined[next.second] = true, neighbors.push_back(next);
            if (least > gap) let_in(neighbors.size() - 1);
        }
    }
    void let_in(std::size_t between) {
        const auto [i, k] = neighbors[between];
        from = points[i], to = points[k], gap = apart(i, k);
    }
    /// So many that two of them are no farther apart than `size`.
    double needed(double size) const {
        double out = 1.0;
        for (const double side : {long_side, short_side})
            if (side > 1e-9 * long_side) out *= std::floor(side / size * (1.0 - 1e-9)) + 2.0;
        return out;
    }
};

struct Body {
    std::size_t first = 0, last = 0;
    bool was_near = false;
    std::map<Id, ProbeDef> probes;
    std::vector<Side> sides;
    double smallest = infinity;
    Slot smallest_is = -1;
    double nearest = infinity; // that thing came this near
    std::size_t nearest_at = 0;
    std::vector<std::size_t> intrusions; // frames, by side
    std::vector<std::size_t> intruded_at, intruded_last;
    Slot collider = -1;
};

class ProbeGapRule : public Rule {
  public:
    explicit ProbeGapRule(const RuleContext& context) : context_(context) {}

    void define(const Definition& d) override {
        if (const auto* p = std::get_if<ProbeDef>(&d)) learn(*p);
    }
    void step(const Step& step) override {
        for (auto& [id, body] : bodies_) look(step, id, body);
    }
    void finish() override {
        for (auto& [id, body] : bodies_)
            for (std::size_t s = 0; s < body.sides.size(); ++s) emit(body, s);
    }

  private:
    void learn(const ProbeDef& p) {
        if (glm::length(p.guards) == 0.0) return;
        Body& body = bodies_[p.body];
        body.probes[p.id] = p;
        sort_out(body);
    }

    void sort_out(Body& body) const {
        body.sides.clear();
        std::vector<const ProbeDef*> all;
        for (const auto& [id, p] : body.probes) all.push_back(&p);
        std::set<const ProbeDef*> done;
        for (const ProbeDef* p : all) {
            if (done.count(p)) continue;
            Side side;
            side.guards = unit(p->guards);
            for (const ProbeDef* q : all)
                if (glm::dot(unit(q->guards), side.guards) > context_.settings["probe-gap.one_side"])
                    done.insert(q), side.points.push_back(q->at);
            if (side.points.size() < 2) continue;
            const SideAxes axes(side.guards, side.points, directions(context_.recording));
            std::ranges::stable_sort(side.points, {},
                                     [&](const Vec3& at) { return glm::dot(at, axes.along); });
            const auto length = [&](const Vec3& axis) {
                const auto place = [&](const Vec3& at) { return glm::dot(at, axis); };
                const auto [low, high] = std::ranges::minmax(side.points, {}, place);
                return place(high) - place(low);
            };
            side.long_side = length(axes.along), side.short_side = length(axes.aside);
            side.join();
            body.sides.push_back(side);
        }
        body.intrusions.resize(body.sides.size()), body.intruded_at.resize(body.sides.size()),
            body.intruded_last.resize(body.sides.size());
    }

    void look(const Step& step, Id id, Body& body) {
        const Slot slot = context_.recording.body_slot(id);
        if (slot < 0) return;
        const BodyState& state = step.now.body(slot);
        if (!state.present) return;
        if (!body.was_near) body.first = step.index, body.was_near = true;
        body.last = step.index;
        if (body.collider < 0 && !step.now.colliders_of(slot).empty())
            body.collider = step.now.colliders_of(slot)[0];
        measure(step, slot, body);
        for (const Meeting& m : step.meetings()) {
            const bool is_a = at(step.now, m.a).body == slot, is_b = at(step.now, m.b).body == slot;
            if ((!is_a && !is_b) || m.does != Does::Solid || m.gap_after >= -context_.recording.slop() ||
                one_owner(step.now, m.a, m.b))
                continue;
            for (std::size_t s = 0; s < body.sides.size(); ++s)
                if (const auto gap = gap_entered(step, body.sides[s], state, is_a ? m.b : m.a)) {
                    if (body.intrusions[s]++ == 0)
                        body.intruded_at[s] = step.index, body.sides[s].let_in(*gap);
                    body.intruded_last[s] = step.index;
                }
        }
    }

    /// The smallest solid thing that has come as near as the body is long.
    static void measure(const Step& step, Slot slot, Body& body) {
        for (const Slot mine : step.now.colliders_of(slot)) {
            if (!step.now.live(mine) || !at(step.now, mine).geometry->judged()) continue;
            const Geometry& own = *at(step.now, mine).geometry;
            const Pose& pose = step.now.body_of(mine).pose;
            const double reach = 2.0 * own.reach();
            Box near = own.bounds(pose);
            near.grow(reach);
            for (Slot c = 0; c < static_cast<Slot>(step.now.colliders().size()); ++c) {
                const double size = step.now.live(c) ? at(step.now, c).geometry->extent() : 0.0;
                const bool again = c == body.smallest_is;
                if (size <= 0.0 || (size >= body.smallest && !again) || at(step.now, c).body == slot ||
                    !at(step.now, c).geometry->bounds(step.now.body_of(c).pose).meets(near) ||
                    step.now.does(mine, c) != Does::Solid || one_owner(step.now, mine, c))
                    continue;
                const Distance d =
                    distance(own, pose, *at(step.now, c).geometry, step.now.body_of(c).pose, reach);
                if (!d.known || d.gap > reach || (again && d.gap >= body.nearest)) continue;
                body.smallest = size, body.smallest_is = c, body.nearest = d.gap,
                body.nearest_at = step.index;
            }
        }
    }

    /// The neighbors of the side between which something reaches in, and neither of them feels it.
    static std::optional<std::size_t> gap_entered(const Step& step, const Side& side, const BodyState& state,
                                                  Slot other) {
        const Geometry& g = *at(step.now, other).geometry;
        const Pose& pose = step.now.body_of(other).pose;
        const auto world = [&](std::size_t i) { return state.pose.place(side.points[i] * state.scale); };
        const auto feels = [&](std::size_t i) { return point_distance(world(i), g, pose) <= 0.0; };
        for (std::size_t n = 0; n < side.neighbors.size(); ++n) {
            const auto [i, k] = side.neighbors[n];
            if (!feels(i) && !feels(k) && ray_cast(world(i), world(k), g, pose).status != Status::None)
                return n;
        }
        return {};
    }

    void emit(const Body& body, std::size_t s) const {
        const Recording& r = context_.recording;
        const Side& side = body.sides[s];
        if (!body.was_near || body.smallest == infinity || body.collider < 0) return;
        const std::size_t shown = body.intrusions[s] > 0 ? body.intruded_at[s] : body.nearest_at;
        const World w = r.world_at(shown);
        const BodyState& state = w.body_of(body.collider);
        const double enlarged = side.gap > 0.0 ? glm::length((side.to - side.from) * state.scale) /
                                                     glm::length(side.to - side.from)
                                               : 1.0;
        const double gap = side.gap * enlarged;
        if (gap <= body.smallest * (1.0 + 1e-6) &&
            context_.passes(narrow, body.first, body.last, body.collider, body.smallest_is, gap,
                            body.smallest))
            return;
        const std::string& u = r.header.unit;
        Finding f;
        f.fault = "probe-gap", f.first = r.number(body.first), f.last = r.number(body.last);
        name_bodies(w, {body.collider}, f);
        if (body.smallest_is >= 0 && w.body_of(body.smallest_is).def) {
            f.colliders.push_back(at(w, body.smallest_is).def->id);
            f.bodies.push_back(w.body_of(body.smallest_is).def->id);
            f.names.push_back(body_name(w, at(w, body.smallest_is).body));
        }
        f.at = state.pose.place((side.from + side.to) * 0.5 * state.scale);
        f.shown_at = r.number(shown);
        const bool intruded = body.intrusions[s] > 0;
        for (const std::size_t i : {body.first, shown}) {
            const BodyState then = r.world_at(i).body_of(body.collider);
            const auto world = [&](const Vec3& p) { return then.pose.place(p * then.scale); };
            f.marks.push_back(
                {r.number(i), world(side.from), world(side.to), false, say("gap {}", length_text(r, gap))});
        }
        f.weight = intruded ? 0.7 : 0.4;
        if (!intruded)
            f.grade = Grade::Likely,
            f.assumes = translated("every solid collider that comes near should stop it");
        const double needed = side.needed(body.smallest / enlarged);
        add_fact(f, "gap", gap, u), add_fact(f, "smallest_feature", body.smallest, u);
        add_fact(f, "probes_needed", needed, "probes");
        add_fact(f, "probes_now", static_cast<double>(side.points.size()), "probes");
        add_fact(f, "tests_per_frame", static_cast<double>(body.probes.size() - side.points.size()) + needed,
                 "tests");
        add_fact(f, "tests_now", static_cast<double>(body.probes.size()), "tests");
        add_fact(f, "frames_intruded", static_cast<double>(body.intrusions[s]), "frames");
        const Vec3 guards = state.pose.turn.turn(side.guards * state.scale);
        f.facts.push_back({"kind", side_name(r, unit(guards)) + " side", "text"});
        if (intruded)
            add_fact(f, "intruded_frame", static_cast<double>(r.number(body.intruded_at[s])), "frame"),
                add_fact(f, "intruded_last", static_cast<double>(r.number(body.intruded_last[s])), "frame");
        f.suggest.push_back({say("{} probes on that side of {}", figure(needed), the(f.names[0])),
                             {{{"probes", {f.bodies[0]}},
                               {"side", side_name(r, unit(side.guards))},
                               {"count", static_cast<int>(needed)}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    std::map<Id, Body> bodies_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<ProbeGapRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const std::string side = std::get<std::string>(f.fact("kind")->value);
    account.at(f.first,
               say("On its {} {} tests {}; two neighbors are {} apart.", translated(side), the(f.names[0]),
                   count_text(f.number("probes_now"), "point"), length_text(r, f.number("gap"))));
    account.at(f.first,
               say("{} is only {} wide and fits between them.",
                   f.names.size() > 1 ? sentence_the(f.names[1]) : translated("The smallest thing near it"),
                   length_text(r, f.number("smallest_feature"))));
    if (f.number("frames_intruded") > 0.0)
        account.at(static_cast<std::int64_t>(f.number("intruded_frame")),
                   say("A solid collider reaches in between them, for {} in all.",
                       count_text(f.number("frames_intruded"), "frame")));
    account.cause(say("the points are farther apart than the smallest obstacle is wide. {} on that side "
                      "leave no gap: {} per frame instead of {}.",
                      count_text(f.number("probes_needed"), "point"),
                      count_text(f.number("tests_per_frame"), "test"), figure(f.number("tests_now"))));
}

} // namespace

const Fault probe_gap_fault = {
    .id = "probe-gap",
    .title = "Probe gap",
    .what = "A solid collider fits between two points at which the game tests.",
    .headline = "{mover}, {kind}",
    .needs = {Input::Probes},
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
