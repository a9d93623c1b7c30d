// SPDX-License-Identifier: GPL-3.0-or-later
// trapped: two solid bodies overlap for 10 frames or more, and one that wants to move or moves, not deeper
// in, stays. An overlap so shallow that deep-overlap lets it pass counts where they want apart, and for
// longer.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"
#include "observation/crowd.hpp"
#include "observation/faces.hpp"
#include "observation/measures.hpp"

namespace oddbounce {

namespace {

constexpr Excuse in_order_depth =
    limit("shallow", "it is {0} deep, no more than {1}, and nobody wants out", Measure::Length);
constexpr Excuse coming_out = excuse("coming-out", "it gets out, a little every frame");
constexpr Excuse too_short =
    limit("too-short", "one of them wants to move, or moves, in {0} of it; {1} are needed", Measure::Frames);
constexpr Excuse got_away =
    excuse("got-away", "it went {0} meanwhile: a way through, no trap", Measure::Length);
constexpr Excuse blocked =
    excuse("blocked-elsewhere", "others, which it only touches, are in the way that it wants to go");
constexpr Excuse goes = excuse("goes", "it goes where it wants to, {0} in this step", Measure::Length);
constexpr const Excuse* excuses[] = {&in_order_depth, &coming_out, &too_short, &got_away, &blocked, &goes};

struct Run {
    std::size_t first = 0, last = 0, deepest_at = 0;
    Slot mover = -1, other = -1;
    std::size_t frames = 0, tries = 0, shallow_tries = 0;
    double deepest = 0.0, attempted = 0.0;
    Vec3 began{0.0};    // where the mover was from the other
    double moved = 0.0; // farthest from there
    double depth = 0.0; // at the end of the last frame
    Vec3 at{0.0};
};

class TrappedRule : public Rule {
  public:
    explicit TrappedRule(const RuleContext& context)
        : context_(context), runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                                   [this](const Pair& key, Run& run) { close(key, run); }) {}

    void step(const Step& step) override {
        for (const Meeting& m : step.meetings()) {
            const bool one_way =
                at(step.now, m.a).def->role == Role::OneWay || at(step.now, m.b).def->role == Role::OneWay;
            if (m.does == Does::Solid && !one_way && m.gap_after < -context_.recording.slop() &&
                !one_owner(step.now, m.a, m.b))
                take(step, m);
        }
        runs_.sweep(step);
    }
    void finish() override { runs_.finish(); }

  private:
    using Pair = std::pair<Slot, Slot>;

    /// Depth that is no trap: what deep-overlap lets pass, of a crowd too.
    double in_order(const World& now, Slot a, Slot b, bool of_a_crowd) const {
        return std::max(
            context_.recording.slop(),
            (of_a_crowd ? context_.solver.pressed : context_.settings["deep-overlap.share_of_extent"]) *
                moving_extent(now, a, b));
    }

    /// How fast the body wants to go, other than deeper in; 0: it does not try. `out` leads
    /// out.
    double tries(const BodyState& b, const Vec3& out, const Step& step) const {
        constexpr double not_inward = -0.5; // of the whole desired velocity
        if (b.def->moves == Moves::Static) return 0.0;
        const double least = 0.1 * closing_that_matters(step);
        double most = 0.0;
        if (b.has_desired && glm::length(b.desired) > least &&
            glm::dot(b.desired, out) > not_inward * glm::length(b.desired))
            most = glm::length(b.desired);
        return most;
    }

    /// What the body of one of the two wants is refused by third ones that it would meet, and in which it is
    /// no deeper than is in order; several may do so together.
    bool refused_elsewhere(const Step& step, const Meeting& m, Slot own, Slot other) const {
        const BodyState& b = step.now.body_of(own);
        if (!b.has_desired) return false;
        // A move that is refused as a whole ends before the touch.
        const double near = context_.recording.slop() + context_.recording.header.skin +
                            glm::length(b.desired) * step.now.dt();
        std::vector<Vec3> in_the_way;
        for (const Face& f : faces_at(step, at(step.now, own).body, near))
            if (at(step.now, f.other).body != at(step.now, other).body && f.gap <= near &&
                f.gap >= -in_order(step.now, f.own, f.other, of_one_crowd(step.now, f.own, f.other)))
                in_the_way.push_back(f.normal);
        const double toward = context_.shared.toward, aside = std::sqrt(1.0 - toward * toward);
        return glm::length(beyond(unit(b.desired), in_the_way)) < aside && context_.passes(blocked, step, m);
    }

    /// The body gets where it wants to.
    bool unhindered(const Step& step, const Meeting& m, Slot own) const {
        constexpr double most = 0.5; // of what it asks for
        const BodyState &is = step.now.body_of(own), &was = step.before.body_of(own);
        if (!is.has_desired) return false;
        const double went = glm::dot(is.pose.at - was.pose.at, unit(is.desired)),
                     asked = glm::length(is.desired) * step.now.dt();
        return went > most * asked && context_.passes(goes, step, m, went, most * asked);
    }

    /// One of them wants out, and neither wants in. `out` leads a out.
    bool want_apart(const BodyState& a, const BodyState& b, const Vec3& out, const Step& step) const {
        const double least = context_.shared.hardly * closing_that_matters(step);
        const auto out_of = [&](const BodyState& body, const Vec3& way) { // cosine; 0: it wants nothing
            const bool wants =
                body.has_desired && body.def->moves != Moves::Static && glm::length(body.desired) > least;
            return wants ? glm::dot(unit(body.desired), way) : 0.0;
        };
        const double one = out_of(a, out), other = out_of(b, -out);
        return std::min(one, other) >= 0.0 && std::max(one, other) > context_.shared.toward;
    }

    void take(const Step& step, const Meeting& m) {
        Run& run = runs_.at({m.a, m.b}, step.index);
        const BodyState &a = step.now.body_of(m.a), &b = step.now.body_of(m.b);
        if (run.frames++ == 0) {
            std::tie(run.mover, run.other) = mover_first(step.before, step.now, m.a, m.b);
            run.began = step.now.body_of(run.mover).pose.at - step.now.body_of(run.other).pose.at;
        }
        const Vec3 now = step.now.body_of(run.mover).pose.at - step.now.body_of(run.other).pose.at;
        run.moved = std::max(run.moved, glm::length(now - run.began));
        // What comes out a little every frame is on its way.
        constexpr double hardly = 1e-3; // of the depth
        const double depth = -m.gap_after;
        const bool comes_out = run.frames > 1 && depth < run.depth - hardly * run.deepest;
        run.depth = depth;
        const auto wanted = [&](const BodyState& body, Slot own, Slot other, const Vec3& out) {
            const double speed = tries(body, out, step);
            const bool no_try =
                speed > 0.0 && (unhindered(step, m, own) || refused_elsewhere(step, m, own, other));
            return no_try ? 0.0 : speed;
        };
        double speed = std::max(wanted(a, m.a, m.b, -m.normal), wanted(b, m.b, m.a, m.normal));
        // Driven against each other, or apart, by what the log says of their velocities; together is no try.
        // Two that only a solver moves are its matter: deep-overlap judges how it does.
        const bool driven = moved_by_code(a) || moved_by_code(b);
        const double apart = driven ? glm::length(a.velocity - b.velocity) : 0.0;
        if (a.velocity_known && b.velocity_known && (a.velocity_logged || b.velocity_logged) &&
            apart > closing_that_matters(step))
            speed = std::max(speed, apart);
        const double most = in_order(step.now, m.a, m.b, crowded(step, m));
        const bool shallow = depth <= most;
        if (shallow && !want_apart(a, b, -m.normal, step) &&
            context_.passes(in_order_depth, step, m, depth, most))
            return;
        if (speed > 0.0 && !(comes_out && context_.passes(coming_out, step, m, depth)))
            ++(shallow ? run.shallow_tries : run.tries), run.attempted += speed * step.now.dt();
        if (-m.gap_after > run.deepest)
            run.deepest = -m.gap_after, run.deepest_at = step.index, run.at = (m.on_a + m.on_b) * 0.5;
    }

    void close(const Pair&, const Run& run) const {
        constexpr double went = 0.25; // of what it tried: more is a way through, not a trap
        const Recording& r = context_.recording;
        const auto least = static_cast<std::size_t>(context_.settings["trapped.frames"]);
        const auto long_enough =
            static_cast<std::size_t>(context_.settings["trapped.shallow"] * r.header.rate);
        const bool held = run.tries >= least || run.tries + run.shallow_tries >= long_enough;
        const auto passes = [&](const Excuse& e, double measured, double limit) {
            return context_.passes(e, run.first, run.last, run.mover, run.other, measured, limit);
        };
        if (!held &&
            passes(too_short, static_cast<double>(run.tries + run.shallow_tries), static_cast<double>(least)))
            return;
        if (run.moved > went * run.attempted && passes(got_away, run.moved, went * run.attempted)) return;
        const World w = r.world_at(run.first);
        Finding f;
        f.fault = "trapped", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.mover, run.other}, f);
        f.at = run.at;
        f.weight = std::min(0.95, 0.7 + 0.002 * static_cast<double>(run.frames));
        add_fact(f, "frames", static_cast<double>(run.last - run.first + 1), "frames");
        add_fact(f, "depth", run.deepest, r.header.unit);
        add_fact(f, "tried", run.attempted, r.header.unit);
        add_fact(f, "moved", run.moved, r.header.unit);
        note_threshold(f, context_.settings.threshold("trapped.frames"));
        note_threshold(f, {"slop", r.slop(), r.header.unit});
        const nlohmann::json mover = mover_target(w, f);
        f.suggest.push_back({say("push {} out", the(f.names[0])),
                             {{{"motion", {mover}}, {"tests", "after"}, {"response", "push-out"}}}});
        f.suggest.push_back({say("test {} after it moves", the(f.names[0])),
                             {{{"motion", {mover}}, {"tests", "after"}, {"response", "slide"}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    Runs<Pair, Run> runs_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) { return std::make_unique<TrappedRule>(context); }

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const PairView v = pair_at(r.world_at(static_cast<std::size_t>(r.frame_index(f.first))),
                               r.collider_slot(f.colliders[0]), r.collider_slot(f.colliders[1]));
    account.at(f.first, say("{} ends the frame {} inside {}.", sentence_the(f.names[0]),
                            length_text(r, std::abs(v.gap)), the(f.names[1])));
    const World w = r.world_at(static_cast<std::size_t>(r.frame_index(f.first) + 1));
    for (std::size_t k = 0; k < std::min<std::size_t>(2, f.bodies.size()); ++k) {
        const BodyState& b = w.body(r.body_slot(f.bodies[k]));
        if (b.has_desired && glm::length(b.desired) > 0.0)
            account.at(w.number(), say("{} {} and is {}.", sentence_the(f.names[k]),
                                       desired_text(r, b.desired), motion_text(r, b.velocity)));
    }
    account.at(f.last, say("In {} they moved no more than {} from where they started, at most {} deep.",
                           count_text(f.number("frames"), "frame"), length_text(r, f.number("moved")),
                           length_text(r, f.number("depth"))));
    account.cause(translated("the overlap blocks every move, also one that leads out."));
}

} // namespace

const Fault trapped_fault = {
    .id = "trapped",
    .title = "Trapped",
    .what = "Two bodies are inside each other and cannot get out.",
    .headline = "{mover} inside {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
