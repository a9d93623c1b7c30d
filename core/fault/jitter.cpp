// SPDX-License-Identifier: GPL-3.0-or-later
// jitter: while two solid colliders touch, the body's velocity, or its way, is reversed in three or more
// frames one after another: along the normal; along the surface only while it is inside or keeps going into
// it. Against a surface that moves one half may be slow: what counts is their difference. Not: flicker too
// small to matter.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"
#include "observation/crowd.hpp"
#include "observation/measures.hpp"

namespace oddbounce {

namespace {

constexpr Excuse unlike =
    excuse("unlike", "from outside, a contact that reverses keeps the speed; here it changes");
constexpr Excuse steered =
    excuse("steered", "code steers one of them back and forth also where it touches nothing");
constexpr Excuse between =
    excuse("between", "something else that one of them touches in the same step turned it");
constexpr Excuse rattles =
    excuse("rattles", "it is reversed in {0} on end; where a solver moves it, or a crowd, {1} are needed",
           Measure::Frames);
constexpr Excuse narrow =
    limit("narrow", "it goes {0} back and forth; more than {1} is reported", Measure::Length);
constexpr const Excuse* excuses[] = {&unlike, &steered, &between, &rattles, &narrow};

struct Run {
    std::size_t first = 0, last = 0;
    Slot mover = -1, other = -1;
    std::size_t turns = 0, most_turns = 0;                // in consecutive frames
    double speed = 0.0, low = infinity, high = -infinity; // largest closing speed; gaps
    Vec3 normal{0.0}, at{0.0};                            // from the mover to the other
    Vec3 relative{0.0}, own{0.0}, went{0.0}; // of the frame before: velocities, and the way as one
    Vec3 change{0.0};                        // direction of the last reversal
    Vec3 came{0.0};                          // relative velocity of the step before they met
    std::vector<Vec3> gone; // normals, to the mover, of what it broke in the step before: no longer there
    double error = 0.0;     // of the gaps, where places are rounded
    bool along = false;     // the surface, not its normal
    bool crowded = true;    // so far others of its kind push it about
    std::map<std::size_t, Vec3> places; // of the reversals, by frame
};

class JitterRule : public Rule {
  public:
    explicit JitterRule(const RuleContext& context)
        : context_(context), least_(static_cast<std::size_t>(context.settings["jitter.turns"])),
          runs_(0, [this](const Place&, Run& run) { close(run); }) {}

    void step(const Step& step) override {
        for (const Meeting& pair : step.meetings())
            for (const Meeting& m : step.places(pair))
                if (m.does == Does::Solid && m.closest() <= context_.recording.slop() &&
                    !one_owner(step.now, m.a, m.b))
                    take(step, m);
        runs_.sweep(step);
    }
    void finish() override { runs_.finish(); }

  private:
    /// The change by which a velocity was reversed; zero where it was not. `slow`: least share of each half.
    static Vec3 reversal(const Vec3& before, const Vec3& now, double least, double slow) {
        const Vec3 change = now - before;
        const double size = glm::length(change);
        if (size <= least) return Vec3(0.0);
        const bool turned =
            -glm::dot(before, change) > slow * size * size && glm::dot(now, change) > slow * size * size;
        return turned ? change / size : Vec3(0.0);
    }
    /// Equally fast but for `rounding`.
    bool alike(const Vec3& a, const Vec3& b, double rounding) const {
        const double one = glm::length(a), other = glm::length(b);
        return std::min(one, other) >= context_.settings["jitter.alike"] * std::max(one, other) - rounding;
    }
    /// Put back at the surface, its speed towards it left as it was: as unanswered as one that is inside. A
    /// speed that is not logged was left if what is reversed is the rest of the velocity that it came with.
    bool presses(const Step& step, const Run& run, const Vec3& relative, double matters,
                 double rounding) const {
        const auto toward = [&](const Vec3& v) { return glm::dot(v, run.normal) > matters; };
        if (step.now.body_of(run.mover).velocity_logged) return toward(run.relative) && toward(relative);
        const Vec3 rest = run.came - run.normal * glm::dot(run.came, run.normal);
        return toward(run.came) && glm::length(rest) > matters && alike(relative, rest, rounding);
    }
    /// Of what moves so against the surface, of the body alone, and of its way in the step.
    Vec3 reversed(const Step& step, const Meeting& m, const Run& run, const Vec3& relative, const Vec3& own,
                  const Vec3& went) const {
        const double rattles_so = either_solved(step.now, m.a, m.b) ? context_.solver.rattle_speed : 1.0,
                     matters = rattles_so * context_.observed.approach_that_matters(step, m),
                     least = rattles_so * context_.observed.reversal_that_matters(step, m),
                     rounding = context_.observed.rounding_of_velocity(step, at(step.now, run.mover).body);
        const bool inside = std::max(m.gap_before, m.gap_after) < -context_.recording.slop() ||
                            (run.turns == 0 && m.gap_after < 0.0);
        // Outside, a contact that reverses keeps the speed; code that steers back and forth does not.
        const auto passes = [&](const Excuse& e) { return context_.passes(e, step, m); };
        for (const auto& [before, now] :
             {std::pair(run.relative, relative), {run.own, own}, {run.went, went}}) {
            const Vec3 change = reversal(before, now, least, context_.settings["jitter.slow_half"]);
            if (change == Vec3(0.0)) continue;
            const bool across = std::abs(glm::dot(change, run.normal)) < context_.shared.toward;
            if (across && !inside && !presses(step, run, relative, matters, rounding)) continue;
            if (!inside && !alike(own, run.own, rounding) && passes(unlike)) return Vec3(0.0);
            // While it is inside, this one pushes it out whatever others do, but not further in.
            const bool may_be = !inside || glm::dot(change, run.normal) > 0.0;
            if (may_be && turned_by_others(step, m, run, change) && passes(between)) return Vec3(0.0);
            const bool by_code = context_.observed.steered(at(step.now, m.a).body) ||
                                 context_.observed.steered(at(step.now, m.b).body);
            if (!inside && by_code && passes(steered)) return Vec3(0.0);
            return change;
        }
        return Vec3(0.0);
    }
    /// A velocity that is not logged shows a turn in the step after it.
    static void note_broken(const Step& step, Run& run) {
        run.gone.clear();
        const Slot body = at(step.now, run.mover).body;
        if (step.now.body(body).velocity_logged) return;
        for (const Meeting* o : step.of(body)) {
            const Slot other = at(step.now, o->a).body == body ? o->b : o->a;
            if (touches(step, *o) && !step.now.stays(other))
                run.gone.push_back(other == o->a ? o->normal : -o->normal);
        }
    }
    /// What else one of the two touches in this step turned it so, or several together.
    bool turned_by_others(const Step& step, const Meeting& m, const Run& run, const Vec3& change) const {
        const double toward = context_.shared.toward, aside = std::sqrt(1.0 - toward * toward);
        const auto explained = [&](const std::vector<Vec3>& pushes, const Vec3& by) {
            return glm::length(beyond(by, pushes)) < aside;
        };
        std::vector<Vec3> mover = pushes_of_others(step, m, run.mover);
        mover.insert(mover.end(), run.gone.begin(), run.gone.end());
        return explained(mover, change) || explained(pushes_of_others(step, m, run.other), -change);
    }
    void take(const Step& step, const Meeting& m) {
        if (step.now.body_of(m.a).teleported || step.now.body_of(m.b).teleported) return;
        const bool fresh = !runs_.find(m.key());
        Run& run = runs_.at(m.key(), step.index);
        if (fresh) {
            std::tie(run.mover, run.other) = responder_first(step, m);
            run.normal = run.mover == m.a ? m.normal : -m.normal;
            if (step.before.body_of(run.mover).velocity_known)
                run.own = step.before.body_of(run.mover).velocity,
                run.came = run.relative = run.own - step.before.body_of(run.other).velocity;
        }
        const Vec3 own = step.now.body_of(run.mover).velocity,
                   relative = own - step.now.body_of(run.other).velocity,
                   went = relative_travel(step.before, step.now, run.mover, run.other) / step.now.dt();
        const Vec3 change = reversed(step, m, run, relative, own, went);
        const bool turned = change != Vec3(0.0);
        if (!turned || (run.turns > 0 && glm::dot(change, run.change) >= -context_.shared.toward))
            break_off(run);
        if (turned) count(step, m, run, change, std::abs(glm::dot(relative, change)));
        run.relative = relative, run.own = own, run.went = went;
        note_broken(step, run);
    }

    void count(const Step& step, const Meeting& m, Run& run, const Vec3& change, double speed) const {
        if (run.turns++ == 0 && step.since(run.first) > 1) run.first = step.index; // else with the touch
        run.most_turns = std::max(run.most_turns, run.turns);
        run.change = change, run.crowded = run.crowded && crowded(step, m);
        run.along = std::abs(glm::dot(change, run.normal)) < context_.shared.toward;
        run.speed = std::max(run.speed, speed);
        if (m.gap_after != infinity)
            run.low = std::min(run.low, m.gap_after), run.high = std::max(run.high, m.gap_after);
        run.error = std::max(run.error, m.error);
        run.at = run.places[step.index] = (m.on_a + m.on_b) * 0.5;
    }
    /// What was there stays one finding, what comes is another.
    void break_off(Run& run) const {
        if (run.most_turns >= least_) {
            Run done = run;
            done.last = run.places.rbegin()->first;
            close(done);
        }
        run.places.clear(), run.turns = run.most_turns = 0, run.speed = 0.0, run.low = infinity,
                            run.high = -infinity, run.crowded = true;
    }

    static bool rattles_on(const World& w, const Run& run) {
        return run.crowded || either_solved(w, run.mover, run.other);
    }
    /// Bodies rattle in a crowd, or where a solver moves them, for a frame or two more.
    std::size_t needed(const World& w, const Run& run) const {
        return rattles_on(w, run) ? context_.solver.rattles * least_ : least_;
    }
    /// Less far back and forth is in order.
    double least_width(const World& w, const Run& run) const {
        const double slops = rattles_on(w, run) ? context_.solver.rattle_width : 1.0;
        return std::max({slops * context_.recording.slop(), 2.0 * run.error,
                         context_.settings["jitter.width"] * moving_extent(w, run.mover, run.other)});
    }
    /// How far it goes back and forth.
    static double wide(const World& w, const Run& run) {
        return std::max(run.high > run.low ? run.high - run.low : 0.0, run.speed * w.dt());
    }

    void close(const Run& run) const {
        const Recording& r = context_.recording;
        if (run.most_turns < least_) return; // before a world is made: most touches turn once
        const World w = r.world_at(run.first);
        const auto passes = [&](const Excuse& e, double measured, double limit) {
            return context_.passes(e, run.first, run.last, run.mover, run.other, measured, limit);
        };
        if (run.most_turns < needed(w, run) &&
            passes(rattles, static_cast<double>(run.most_turns), static_cast<double>(needed(w, run))))
            return;
        if (wide(w, run) <= least_width(w, run) && passes(narrow, wide(w, run), least_width(w, run))) return;
        const std::string& u = r.header.unit;
        Finding f;
        f.fault = "jitter", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.mover, run.other}, f);
        f.at = run.at;
        f.weight = std::min(0.9, 0.7 + 0.01 * static_cast<double>(run.most_turns));
        add_fact(f, "period", 2.0, "frames");
        add_fact(f, "amplitude", wide(w, run), u);
        add_fact(f, "turns", static_cast<double>(run.most_turns), "count");
        add_fact(f, "speed", run.speed, u + "/s");
        f.facts.push_back(
            {"reversed", std::string(run.along ? "along the surface" : "along its normal"), "text"});
        f.facts.push_back({"left_inside", run.low < -r.slop() ? f.names[0] : std::string("nobody"), "text"});
        const double half = 0.5 * wide(w, run);
        const Vec3 way = run.along ? run.change : run.normal;
        for (std::size_t i = run.first; i <= run.last; ++i) {
            const auto there = run.places.find(i);
            const Vec3 at = there != run.places.end() ? there->second : run.at;
            f.marks.push_back({r.number(i), at - way * half, at + way * half, false,
                               say("{} back and forth", length_text(r, 2.0 * half))});
        }
        note_threshold(f, context_.settings.threshold("jitter.turns"));
        const nlohmann::json who = mover_target(w, f);
        f.suggest.push_back({say("reverse {} only while approaching", the(f.names[0])),
                             {{{"motion", {who}}, {"gate", true}}}});
        f.suggest.push_back({say("push {} out", the(f.names[0])),
                             {{{"motion", {who}}, {"tests", "after"}, {"response", "push-out"}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    std::size_t least_;
    Runs<Place, Run> runs_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) { return std::make_unique<JitterRule>(context); }

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const auto first = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot a = r.collider_slot(f.colliders[0]), b = r.collider_slot(f.colliders[1]);
    for (std::size_t i = first; i < first + 3 && i < r.size(); ++i) {
        const World w = r.world_at(i);
        const PairView v = pair_at(w, a, b);
        if (!v.known) continue;
        account.at(w.number(), say("{} is {} {}, {}.", sentence_the(f.names[0]), place_text(r, v),
                                   the(f.names[1]), motion_text(r, w.body_of(a).velocity)));
    }
    const bool inside = std::get<std::string>(f.fact("left_inside")->value) != "nobody";
    account.at(f.last, say("Its velocity was reversed in {} in a row, at up to {}.",
                           count_text(f.number("turns"), "frame"), speed_text(r, f.number("speed"))));
    const bool along = std::get<std::string>(f.fact("reversed")->value) == "along the surface";
    account.cause(translated(
        inside  ? "every overlap reverses the velocity, and the body is not pushed out: next frame it is "
                  "still inside and is reversed again."
        : along ? "every contact reverses the velocity along the surface, and the part that goes into it "
                  "stays as it is: next frame they meet again."
                : "every contact reverses the velocity, also of a body that already moves away."));
}

} // namespace

const Fault jitter_fault = {
    .id = "jitter",
    .title = "Jitter",
    .what = "A body's velocity is reversed every frame.",
    .headline = "{mover} against {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
