// SPDX-License-Identifier: GPL-3.0-or-later
// ray-short: a ray ends in the open just before what it was aimed at.
#include "fault/account_text.hpp"
#include "fault/ray_look.hpp"
#include "fault/rule.hpp"
#include "observation/measures.hpp"

#include <set>

namespace oddbounce {

namespace {

constexpr Excuse no_hits_around =
    limit("no-hits-around", "no cast of it hits before and after: it may be meant to end there");
constexpr const Excuse* too_short_excuses[] = {&no_hits_around};

class RayTooShortRule : public Rule {
  public:
    explicit RayTooShortRule(const RuleContext& context)
        : context_(context), runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                                   [this](RayRun& run, bool after) { close(run, after); }) {}
    void step(const Step& step) override {
        runs_.step(step);
        for (const RayRow& ray : step.frame->rays) {
            if (ray.hit && !ray.name.empty()) {
                reach_[ray.name] = std::max(reach_[ray.name], glm::length(ray.to - ray.from));
                const Slot hit = logged(context_.recording, ray);
                if (const BodyDef* def = step.now.body_of(hit).def) kinds_[ray.name].insert(def->kind);
            }
            Slot target = -1;
            const double by = ray.hit ? 0.0 : shortfall(step, ray, target);
            if (by <= 0.0) {
                runs_.good(ray, step.index);
                continue;
            }
            RayRun& run = runs_.bad(ray, step.index);
            run.measure(by, ray, step.index);
            if (run.casts == 1) run.number = by, run.collider = target;
            longest_[{ray.name, ray.caster.value_or(-1)}] =
                run.casts == 1 ? by : std::max(longest_[{ray.name, ray.caster.value_or(-1)}], by);
        }
    }
    void finish() override { runs_.finish(); }

  private:
    /// How much longer it would have to be to meet what it was aimed at; 0: that is not it.
    double shortfall(const Step& step, const RayRow& ray, Slot& target) {
        const double length = glm::length(ray.to - ray.from),
                     farther = context_.settings["ray-short.farther"];
        if (length == 0.0 || !look_along(step.now, ray).empty()) return 0.0;
        const auto beyond = look_along(step.now, ray, 1.0 + farther);
        if (beyond.empty()) return 0.0;
        target = beyond.front().collider;
        const double by = (beyond.front().fraction - 1.0) * length;
        if (!ray.after.empty()) {
            for (const RayRow& aim : step.frame->rays)
                if (aim.name == ray.after && aim.hit && logged(context_.recording, aim) == target) return by;
            return 0.0;
        }
        // A thing out of range is out of range; a body that stands has its ground under it.
        const auto known = kinds_.find(ray.name);
        if (known == kinds_.end() || !known->second.count(step.now.body_of(target).def->kind)) return 0.0;
        // Cast shorter than others of its name, it was cut to measure, not to a range.
        constexpr double clearly = 0.99;
        if (length < clearly * reach_[ray.name] && !ends_at_somebody(step, ray)) return by;
        const bool down =
            glm::dot(ray.to - ray.from, context_.recording.header.up) < -context_.shared.up * length;
        return down && stands(step, ray) ? by : 0.0;
    }
    /// It ends in or at a body: a look at that one, which nothing hides.
    bool ends_at_somebody(const Step& step, const RayRow& ray) const {
        const double slop = context_.recording.slop();
        for (Slot c = 0; c < static_cast<Slot>(step.now.colliders().size()); ++c)
            if (step.now.stays(c) && !is_own(step.now, ray, c) &&
                (point_distance(ray.to, *at(step.now, c).geometry, step.now.body_of(c).pose) <= slop ||
                 glm::length(step.now.body_of(c).pose.at - ray.to) <= slop))
                return true;
        return false;
    }
    bool stands(const Step& step, const RayRow& ray) const {
        const Slot body = ray.caster ? context_.recording.body_slot(*ray.caster) : -1;
        if (body < 0) return false;
        const BodyState& b = step.now.body(body);
        if (context_.recording.header.has(Channel::Grounded)) return b.grounded;
        for (const Meeting& m : step.meetings()) {
            const bool a = step.now.colliders()[static_cast<std::size_t>(m.a)].body == body,
                       other = step.now.colliders()[static_cast<std::size_t>(m.b)].body == body;
            const double down = glm::dot(m.normal, context_.recording.header.up) * (a ? -1.0 : 1.0);
            if ((a || other) && m.does == Does::Solid && down > context_.shared.toward &&
                m.gap_after <= context_.recording.slop() + context_.recording.header.skin)
                return true;
        }
        return false;
    }

    void close(const RayRun& run, bool hits_after) const {
        // Without an aim, only a gap between two hits shows that it should have reached.
        if (run.ray.after.empty() && !(run.before && hits_after) &&
            context_.passes_ray(no_hits_around, run.first, run.last, run.ray))
            return;
        const Recording& r = context_.recording;
        const World w = r.world_at(run.first);
        Finding f = ray_finding("ray-short", r, run, w);
        f.weight = 0.5;
        if (run.ray.after.empty())
            f.grade = Grade::Likely,
            f.assumes = translated("it should hit what rays of its name hit otherwise");
        const double longest = longest_.at({run.ray.name, run.ray.caster.value_or(-1)});
        const double margin = std::max(r.slop(), context_.settings["ray-short.margin"] *
                                                     glm::length(run.ray.to - run.ray.from));
        add_fact(f, "shortfall", run.number, r.header.unit);
        add_fact(f, "extension_needed", longest + margin, r.header.unit);
        const RayRow& worst = run.worst_ray;
        f.marks.push_back({*f.shown_at, worst.to, worst.to + unit(worst.to - worst.from) * run.most, false,
                           say("{} short", length_text(r, run.most))});
        note_threshold(f, context_.settings.threshold("ray-short.farther"));
        f.suggest.push_back({say("extend it by {} beyond its target, since its end is rounded",
                                 length_text(r, longest + margin)),
                             {{{"rays", run.ray.name}, {"extend", longest + margin}}}});
        context_.found(std::move(f));
    }
    RuleContext context_;
    RayRuns runs_;
    std::map<std::string, std::set<std::string>> kinds_; ///< that rays of a name have hit
    std::map<std::string, double> reach_;                ///< the longest of a name that has hit
    std::map<RayRuns::Key, double> longest_;             ///< shortfall of the run under way
};

void describe_short(const Recording& r, Finding& f) {
    AccountWriter account(f);
    account.at(f.first, say("{} ends in the open, {} before {}.", ray_name(f),
                            length_text(r, f.number("shortfall")), the(f.names.back())));
    describe_end(f);
    account.cause(translated(
        f.grade == Grade::Sure
            ? "it is aimed at the exact point of another hit, and rounding ends it before the surface."
            : "it is cast less far than the surface is away."));
}

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<RayTooShortRule>(context);
}

} // namespace

const Fault ray_short_fault = {
    .id = "ray-short",
    .title = "Ray too short",
    .what = "A ray ends just before what it was aimed at.",
    .headline = "'{ray}' of {caster}",
    .headline_alone = "'{ray}'",
    .needs = {Input::Rays},
    .make_rule = make_rule,
    .describe = describe_short,
    .by_log = always_by_log,
    .excuses = too_short_excuses,
};

} // namespace oddbounce
