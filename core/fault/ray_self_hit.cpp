// SPDX-License-Identifier: GPL-3.0-or-later
// ray-self-hit: a ray hits its own caster first, or starts inside it and reports nothing though it would.
#include "fault/account_text.hpp"
#include "fault/ray_look.hpp"
#include "fault/rule.hpp"

#include <set>

namespace oddbounce {

namespace {

constexpr Excuse skips_own =
    excuse("skips-own", "other casts of this ray, from inside the caster too, report what is beyond it");
constexpr const Excuse* self_hit_excuses[] = {&skips_own};

class RaySelfHitRule : public Rule {
  public:
    explicit RaySelfHitRule(const RuleContext& context)
        : context_(context), runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                                   [this](RayRun& run, bool) { close(run); }) {}
    void step(const Step& step) override {
        runs_.step(step);
        for (const RayRow& ray : step.frame->rays) {
            if (!ray.caster) continue;
            const Slot hit = logged(context_.recording, ray);
            Slot own = hit >= 0 && is_own(step.now, ray, hit) ? hit : -1;
            double out = 0.0;
            if (own < 0 && hit >= 0 && !skips_.count(ray.name) && starts_inside(step.now, ray))
                skips_.insert(ray.name);
            if (own >= 0 || hit < 0) {
                const auto all = look_along(step.now, ray);
                const bool beyond = std::any_of(all.begin(), all.end(), [&](const RayMeets& m) {
                    return !is_own(step.now, ray, m.collider);
                });
                for (const RayMeets& m : all) {
                    if (!is_own(step.now, ray, m.collider)) continue;
                    if (hit < 0 && m.inside && beyond) own = m.collider;
                    out = std::max(out, m.exit);
                }
            }
            if (own < 0) {
                runs_.good(ray, step.index);
                continue;
            }
            RayRun& run = runs_.bad(ray, step.index);
            const double inside = std::min(out, 1.0) * glm::length(ray.to - ray.from);
            run.measure(inside, ray, step.index);
            if (run.casts == 1) run.collider = own, run.number = inside;
        }
    }
    void finish() override {
        runs_.finish();
        for (const RayRun& run : silent_)
            if (!skips_.count(run.ray.name) || !context_.passes_ray(skips_own, run.first, run.last, run.ray))
                emit(run);
    }

  private:
    static bool starts_inside(const World& w, const RayRow& ray) {
        const Slot caster = w.recording().body_slot(*ray.caster);
        if (caster < 0) return false;
        const auto own = w.colliders_of(caster);
        return std::any_of(own.begin(), own.end(), [&](Slot c) {
            return w.live(c) && point_distance(ray.from, *at(w, c).geometry, w.body_of(c).pose) <= 0.0;
        });
    }
    /// A ray that reports nothing may have hit itself, or looks for something else.
    void close(const RayRun& run) {
        if (logged(context_.recording, run.ray) >= 0)
            emit(run);
        else
            silent_.push_back(run);
    }
    void emit(const RayRun& run) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(run.first);
        Finding f = ray_finding("ray-self-hit", r, run, w);
        f.weight = 0.65;
        add_fact(f, "move_start_by", run.number + r.slop(), r.header.unit);
        const RayRow& worst = run.worst_ray;
        f.marks.push_back({*f.shown_at, worst.from, worst.from + unit(worst.to - worst.from) * run.most,
                           false, say("{} inside its caster", length_text(r, run.most))});
        f.facts.push_back({"logged", answer_text(w, run.ray, logged(r, run.ray)), "text"});
        f.suggest.push_back(
            {say("start it {} farther along, outside its caster", length_text(r, run.number + r.slop())),
             {{{"rays", run.ray.name}, {"start", run.number + r.slop()}}}});
        f.suggest.push_back(
            {translated(
                 "skip the colliders of the caster; ignoring their whole layer would hide it from every "
                 "other ray"),
             {{{"rays", run.ray.name}, {"skip_own", true}}}});
        context_.found(std::move(f));
    }
    RuleContext context_;
    RayRuns runs_;
    std::vector<RayRun> silent_;  ///< casts from inside the caster that report nothing
    std::set<std::string> skips_; ///< rays that report something beyond the caster that they start in
};

void describe_self_hit(const Recording& r, Finding& f) {
    AccountWriter account(f);
    account.at(f.first, say("{} starts {} inside its own caster and reports {}.", ray_name(f),
                            length_text(r, f.number("move_start_by") - r.slop()),
                            std::get<std::string>(f.fact("logged")->value)));
    describe_end(f);
    account.cause(translated("the ray does not skip the collider that it starts in."));
}

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<RaySelfHitRule>(context);
}

} // namespace

const Fault ray_self_hit_fault = {
    .id = "ray-self-hit",
    .title = "Ray hits its caster",
    .what = "A ray hits the body that casts it and sees nothing else.",
    .headline = "'{ray}' of {caster}",
    .headline_alone = "'{ray}'",
    .needs = {Input::Rays},
    .make_rule = make_rule,
    .describe = describe_self_hit,
    .by_log = always_by_log,
    .excuses = self_hit_excuses,
};

} // namespace oddbounce
