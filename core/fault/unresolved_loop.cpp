// SPDX-License-Identifier: GPL-3.0-or-later
// unresolved-loop: a body's resolving loop ran into its cap (the largest number of passes seen, at least 8,
// in 4 frames or more), or ran longer and longer while the body hardly moved. What the cap is, only the end
// tells. Or it never ended: the log breaks off in the step after two came to touch.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"

namespace oddbounce {

namespace {

constexpr Excuse few = limit("few", "its loop ran {0} times; {1} are needed");
constexpr Excuse below_the_cap =
    excuse("below-the-cap",
           "its loop ran {0} times and ended by itself; the most that was seen is {1}, and not often");
constexpr const Excuse* excuses[] = {&few, &below_the_cap};

struct Loop {
    std::size_t index = 0, step = 0; // of the frame; of the steps that were judged
    int iterations = 0;
    double depth = 0.0; // that is left
    Slot own = -1, other = -1;
    bool growing = false;
};

/// Two that touch at the end of the recording's last step.
struct LastTouch {
    std::size_t index = 0;
    Slot own = -1, other = -1; // colliders; that of the mover first
    double gap = 0.0;
    Vec3 normal{0.0};    // from the mover
    bool fresh = false;  // one moved up to the other in it
    bool looped = false; // the log says how often a loop of one of them ran
};

class UnresolvedLoopRule : public Rule {
  public:
    explicit UnresolvedLoopRule(const RuleContext& context) : context_(context) {}

    void step(const Step& step) override {
        ++steps_;
        if (context_.recording.header.has(Channel::End) && step.index + 1 == context_.recording.size())
            last_touch_ = nearest(step);
        const int least = static_cast<int>(context_.settings["unresolved-loop.least_iterations"]);
        const double slop = context_.recording.slop();
        for (const IdCount& p : step.frame->iterations) {
            cap_ = std::max(cap_, p.count);
            const Slot body = context_.recording.body_slot(p.id);
            if (body < 0) continue;
            const auto slot = static_cast<std::size_t>(body);
            Before& before = before_[p.id];
            const Vec3 at = step.now.bodies()[slot].pose.at;
            const bool more = step.since(before.index) == 1 && p.count > before.iterations &&
                              glm::length(at - before.at) < slop;
            before.rising = more ? before.rising + 1 : 0;
            before.index = step.index, before.iterations = p.count, before.at = at;
            const auto passes = [&](const Excuse& e, double measured, double limit) {
                return context_.passes_body(e, step.index, step.index, body, measured, limit);
            };
            if (p.count < least && passes(few, p.count, least)) continue;
            Loop loop{step.index, steps_, p.count, 0.0, -1, -1, before.rising >= 3};
            for (const Meeting* met : step.of(body)) {
                const Meeting& m = *met;
                const bool a = step.now.colliders()[static_cast<std::size_t>(m.a)].body == body;
                if (m.does != Does::Solid || (loop.own >= 0 && -m.gap_after <= loop.depth)) continue;
                loop.own = a ? m.a : m.b, loop.other = a ? m.b : m.a, loop.depth = -m.gap_after;
            }
            loop.depth = std::max(0.0, loop.depth);
            loops_[p.id].push_back(loop);
        }
    }

    void finish() override {
        if (last_touch_ && context_.recording.cut_off()) report(*last_touch_);
        const auto least_frames = static_cast<std::size_t>(context_.settings["unresolved-loop.frames"]);
        const auto holes = static_cast<std::size_t>(context_.settings["run.holes"]);
        for (const auto& [id, all] : loops_) {
            std::vector<Loop> bad;
            std::size_t capped = 0;
            for (const Loop& l : all) capped += l.iterations == cap_;
            for (const Loop& l : all) {
                const bool at_cap = l.iterations == cap_ && capped >= least_frames;
                if (!at_cap && !l.growing &&
                    context_.passes_body(below_the_cap, l.index, l.index, context_.recording.body_slot(id),
                                         l.iterations, cap_))
                    continue;
                bad.push_back(l);
            }
            for (std::size_t i = 0; i < bad.size();) {
                std::size_t j = i;
                while (j + 1 < bad.size() && bad[j + 1].step <= bad[j].step + holes + 1) ++j;
                report(id, bad, i, j);
                i = j + 1;
            }
        }
    }

  private:
    /// How far its body goes, or wants to go, in the step.
    static double way(const Step& step, Slot collider) {
        const BodyState &is = step.now.body_of(collider), &was = step.before.body_of(collider);
        return std::max(glm::length(is.pose.at - was.pose.at),
                        is.has_desired ? glm::length(is.desired) * step.now.dt() : 0.0);
    }
    /// The pair that a loop most likely tried to part: one that came to touch in the step, or whose loop is
    /// logged; the nearest.
    std::optional<LastTouch> nearest(const Step& step) const {
        const double closes = context_.settings["unresolved-loop.closes"];
        std::optional<LastTouch> out;
        const auto rank = [](const LastTouch& t) { return std::tuple(!t.fresh, !t.looped, std::abs(t.gap)); };
        for (const Meeting& m : step.meetings()) {
            const double way_a = way(step, m.a), way_b = way(step, m.b);
            if (m.does != Does::Solid || (way_a == 0.0 && way_b == 0.0)) continue;
            const bool swap = way_b > way_a;
            LastTouch t{step.index, swap ? m.b : m.a, swap ? m.a : m.b};
            for (const IdCount& c : step.frame->iterations)
                t.looped |= c.id == step.now.body_of(m.a).def->id || c.id == step.now.body_of(m.b).def->id;
            for (const Meeting& place : step.places(m)) {
                t.gap = place.gap_after, t.normal = swap ? -place.normal : place.normal;
                t.fresh = place.gap_before - t.gap > closes * std::max(way_a, way_b);
                if (touches(step, place) && (t.fresh || t.looped) && (!out || rank(t) < rank(*out))) out = t;
            }
        }
        return out;
    }

    std::size_t steps_ = 0;
    struct Before {
        std::size_t index = 0;
        int iterations = 0, rising = 0;
        Vec3 at{0.0};
    };

    void report(Id id, const std::vector<Loop>& all, std::size_t i, std::size_t j) const {
        const Recording& r = context_.recording;
        const auto worst = std::max_element(
            all.begin() + static_cast<std::ptrdiff_t>(i), all.begin() + static_cast<std::ptrdiff_t>(j) + 1,
            [](const Loop& a, const Loop& b) { return a.iterations < b.iterations; });
        const World now = r.world_at(worst->index);
        Finding f;
        f.fault = "unresolved-loop", f.first = r.number(all[i].index), f.last = r.number(all[j].index);
        if (worst->own >= 0)
            name_bodies(now, {worst->own, worst->other}, f);
        else
            f.bodies = {id}, f.names = {body_name(r, id)};
        f.at = now.body(r.body_slot(id)).pose.at;
        f.weight = 0.55;
        f.facts.push_back({"kind", std::string(worst->growing ? "growing" : "capped"), "text"});
        add_fact(f, "iterations", worst->iterations, "iterations");
        add_fact(f, "frames", static_cast<double>(j - i + 1), "frames");
        add_fact(f, "depth_left", worst->depth, r.header.unit);
        add_fact(f, "depth_per_iteration", worst->depth / worst->iterations, r.header.unit);
        note_threshold(f, context_.settings.threshold("unresolved-loop.least_iterations"));
        note_threshold(f, context_.settings.threshold("unresolved-loop.frames"));
        f.suggest.push_back({translated("end the loop when an iteration no longer reduces the overlap"),
                             nlohmann::json::array()});
        context_.found(std::move(f));
    }

    void report(const LastTouch& t) const {
        const Recording& r = context_.recording;
        const World now = r.world_at(t.index);
        Finding f;
        f.fault = "unresolved-loop", f.first = f.last = r.number(t.index);
        name_bodies(now, {t.own, t.other}, f);
        f.at = now.body_of(t.own).pose.at;
        f.grade = t.fresh ? Grade::Likely : Grade::Hint;
        f.assumes = translated("the game hung in the step that it did not log; it may have crashed or been "
                               "stopped there");
        f.weight = 0.55;
        f.facts.push_back({"kind", std::string("hang"), "text"});
        add_fact(f, "gap", t.gap, r.header.unit);
        f.facts.push_back({"normal", t.normal, ""});
        note_threshold(f, context_.settings.threshold("unresolved-loop.closes"));
        f.suggest.push_back(
            {translated("end the loop after so many iterations, or when one no longer reduces "
                        "the overlap"),
             nlohmann::json::array()});
        context_.found(std::move(f));
    }

    RuleContext context_;
    std::optional<LastTouch> last_touch_;
    int cap_ = 0;
    std::map<Id, std::vector<Loop>> loops_;
    std::map<Id, Before> before_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<UnresolvedLoopRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    if (std::get<std::string>(f.fact("kind")->value) == "hang") {
        const PairView pair{true, f.number("gap"), std::get<Vec3>(f.fact("normal")->value)};
        account.at(f.first,
                   say("{} is {} {}.", sentence_the(f.names[0]), place_text(r, pair), the(f.names[1])));
        account.at(f.last,
                   translated("The log breaks off in the step after this frame: it has no end line."));
        account.cause(say(
            "a loop that moves {} until it is free makes no progress where the gap is {}, and never ends.",
            the(f.names[0]), length_text(r, 0.0)));
        return;
    }
    std::string text = say("Pushing {} out takes {} and does not finish.", the(f.names[0]),
                           count_text(f.number("iterations"), "iteration"));
    if (f.names.size() > 1 && f.number("depth_left") > 0.0)
        text +=
            ' ' + say("It is still {} inside {}.", length_text(r, f.number("depth_left")), the(f.names[1]));
    account.at(f.first, text);
    if (f.last > f.first)
        account.at(f.last, say("This goes on for {}.", count_text(f.number("frames"), "frame")));
    account.cause(
        translated("each push moves it into another collider, or by less than is needed, so the loop never "
                   "finds a free place."));
}

} // namespace

const Fault unresolved_loop_fault = {
    .id = "unresolved-loop",
    .title = "Unresolved loop",
    .what = "The loop that pushes a body out of others never finishes.",
    .headline = "{mover} at {other}, {kind}",
    .headline_alone = "{mover}, {kind}",
    .needs = {Input::Iterations},
    .make_rule = make_rule,
    .describe = describe,
    .by_log = always_by_log,
    .excuses = excuses,
};

} // namespace oddbounce
