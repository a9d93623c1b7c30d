// SPDX-License-Identifier: GPL-3.0-or-later
// false-grounded: a body's own code takes it to be standing while nothing supports it under walkable ground
// within slop and skin, or not to be standing though it is supported. One frame of lag is in order.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"
#include "observation/support.hpp"

#include <set>

namespace oddbounce {

namespace {

constexpr Excuse hover = excuse("hovers", "it keeps its height a hair above the ground");
constexpr Excuse drops = excuse("sinks", "it sinks, or leaves, as fast as a fall begins");
constexpr Excuse too_short = limit("too-short", "it lasts {0}; {1} are needed", Measure::Frames);
constexpr Excuse does_not_walk =
    excuse("does-not-walk", "no body of its kind is ever grounded, and it does not walk on its feet");
constexpr Excuse rounded = limit(
    "rounded", "its places are rounded: in {0} nobody sees it fall or rise; {1} are needed", Measure::Frames);
constexpr const Excuse* excuses[] = {&hover, &drops, &too_short, &does_not_walk, &rounded};

struct Run {
    std::size_t first = 0, last = 0;
    std::size_t frames = 0;
    std::optional<std::size_t> jump;
    Slot own = -1, touched = -1; // colliders: what it touches, or stands on
    Vec3 normal{0.0};            // from own to touched
    struct Foot {
        std::size_t index;
        Vec3 at;
        double below; // how far the ground is
    };
    std::vector<Foot> feet; // where it believes it is grounded, on nothing
};

class FalseGroundedRule : public Rule {
  public:
    explicit FalseGroundedRule(const RuleContext& context)
        : context_(context), pull_(glm::length(context.recording.header.gravity)),
          runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                [this](const Key& key, Run& run) { close(key, run); }) {}

    void step(const Step& step) override {
        near_.clear();
        for (const Meeting& m : step.meetings()) {
            const bool rests = m.gap_after <= context_.recording.slop() + context_.recording.header.skin;
            if (m.does != Does::Solid || (!rests && !m.contact)) continue;
            near_[at(step.now, m.a).body].push_back({&m, m.a, m.b, m.normal});
            near_[at(step.now, m.b).body].push_back({&m, m.b, m.a, -m.normal});
        }
        for (const Slot body : step.now.movers()) judge(step, body);
        runs_.sweep(step);
    }
    void finish() override {
        runs_.finish();
        // Where nobody ever is grounded, though the channel is logged, whoever walks should be.
        if (footed_.empty())
            for (const auto& [body, run] : never_) emit({body, false}, run);
    }

  private:
    struct Key {
        Slot body;
        bool claimed; ///< taken to stand
        auto operator<=>(const Key&) const = default;
    };
    struct Near {
        const Meeting* meeting;
        Slot own, other;
        Vec3 normal; ///< from own to other
    };

    /// Ground that carries it: walkable with so many degrees to spare.
    bool carries(const Step& step, const Near& n, double spare) const {
        const Recording& r = context_.recording;
        const Slot body = at(step.now, n.own).body;
        const auto ground = [&](const Vec3& normal) { return walkable(step.now, body, normal, spare); };
        for (const Face& f :
             faces_of(step, *n.meeting, body, context_.shared.clear * r.slop() + r.header.skin))
            if (ground(f.normal) || (spare >= 0.0 && steps_onto(step, f))) return true;
        if (!n.meeting->contact) return false;
        const std::vector<Vec3> logged = logged_normals(step, n.own, n.other);
        return std::any_of(logged.begin(), logged.end(), ground);
    }

    void judge(const Step& step, Slot body) {
        const BodyState& now = step.now.body(body);
        const BodyState& before = step.before.body(body);
        if (now.grounded) footed_.insert(now.def->kind.empty() ? std::to_string(now.def->id) : now.def->kind);
        if (now.def->moves == Moves::Static || now.fresh || now.teleported || step.index == 0) return;
        const double spare = context_.settings["false-grounded.slope_margin"];
        const auto found = near_.find(body);
        const Near *carrier = nullptr, *touched = nullptr;
        bool carried = false; // at all, in the most generous reading
        if (found != near_.end())
            for (const Near& n : found->second) {
                if (!touched || n.meeting->gap_after < touched->meeting->gap_after) touched = &n;
                carried =
                    carried || carries(step, n, spare) || n.meeting->gap_after < -context_.recording.slop();
                const bool fixed = step.now.body_of(n.other).def->moves == Moves::Static;
                if (fixed && std::abs(n.meeting->gap_after) <= context_.recording.slop() &&
                    carries(step, n, -spare))
                    carrier = &n;
            }
        const Vec3& up = context_.recording.header.up;
        const double matters = closing_that_matters(step);
        const double rise = glm::dot(now.velocity, up), rose = glm::dot(before.velocity, up);
        const bool jumps =
            now.velocity_known && before.velocity_known && rise > matters && rise - rose > matters;
        for (const bool claimed : {true, false})
            if (Run* run = runs_.find({body, claimed});
                run && !run->jump && jumps && before.grounded == claimed && step.since(run->last) <= 1)
                run->jump = step.index;
        const auto passes = [&](const Excuse& e) {
            return context_.passes_body(e, step.index, step.index, body);
        };
        if (now.grounded && !carried) {
            if (!(hovers(step, body) && passes(hover))) add(step, {body, true}, touched);
        } else if (!now.grounded && carrier && pull_ > 0.0) {
            if (!(flies(step, body, *carrier) && passes(drops))) add(step, {body, false}, carrier);
        }
    }

    /// It keeps its height a hair above ground, as games do that step by pixels or keep a margin.
    bool hovers(const Step& step, Slot body) const {
        const auto own = step.now.colliders_of(body);
        double extent = infinity;
        for (const Slot c : own)
            if (step.now.live(c) && at(step.now, c).def->role == Role::Solid)
                extent = std::min(extent, at(step.now, c).geometry->extent());
        const double sinks = std::abs(
            glm::dot(step.now.motion_since(step.before, body).travel(), context_.recording.header.up));
        constexpr double rounding = 1e-3; // of its extent
        return extent < infinity && sinks <= rounding * extent &&
               gap_below(step.now, body) <=
                   context_.settings["false-grounded.hover"] * extent + context_.recording.rounding();
    }

    /// It sinks from what is below it, or goes away from it, as fast as falling begins: nothing holds it.
    bool flies(const Step& step, Slot body, const Near& support) const {
        const Header& header = context_.recording.header;
        const auto height = [&](const World& w) {
            return glm::dot(w.body(body).pose.at - w.body_of(support.other).pose.at, header.up);
        };
        const double dt = step.now.dt(), fall = -glm::dot(header.gravity, header.up) * dt * dt,
                     sinks = height(step.before) - height(step.now),
                     leaves = support.meeting->gap_after - support.meeting->gap_before;
        return fall > 0.0 && std::max(sinks, leaves) > context_.shared.partly * fall;
    }

    void add(const Step& step, const Key& key, const Near* near) {
        Run& run = runs_.at(key, step.index);
        ++run.frames;
        if (key.claimed && run.feet.size() < Finding::most_marked) run.feet.push_back(foot(step, key.body));
        if (!near || run.own >= 0) return;
        run.own = near->own, run.touched = near->other, run.normal = near->normal;
    }

    /// The middle of its lowest edge.
    static Run::Foot foot(const Step& step, Slot body) {
        const Vec3& up = step.now.recording().header.up;
        Box box;
        for (const Slot c : step.now.colliders_of(body))
            if (step.now.live(c) && at(step.now, c).def->role != Role::Sensor)
                box.add(at(step.now, c).geometry->bounds(step.now.body(body).pose));
        if (box.empty()) box.add(step.now.body(body).pose.at);
        const Vec3 half = box.size() * 0.5;
        return {step.index, box.center() - up * glm::dot(half, glm::abs(up)), gap_below(step.now, body)};
    }

    void close(const Key& key, const Run& run) {
        const auto least = static_cast<std::size_t>(context_.settings["false-grounded.frames"]);
        const auto passes = [&](const Excuse& e, std::size_t limit) {
            return context_.passes_body(e, run.first, run.last, key.body, static_cast<double>(run.frames),
                                        static_cast<double>(limit));
        };
        if (run.frames < least && passes(too_short, least)) return;
        if (!key.claimed && context_.recording.rounding() > 0.0) {
            constexpr double seen = 4.0; // times the rounding: so far it must have fallen
            const double time = std::sqrt(2.0 * seen * context_.recording.rounding() / pull_);
            const auto needed = static_cast<std::size_t>(time * context_.recording.header.rate) + 1;
            if (run.frames < needed && passes(rounded, needed)) return;
        }
        const World w = context_.recording.world_at(run.first);
        const BodyDef& def = *w.body(key.body).def;
        if (key.claimed || footed_.count(def.kind.empty() ? std::to_string(def.id) : def.kind))
            return emit(key, run);
        const auto never = static_cast<std::size_t>(context_.settings["false-grounded.never"]);
        if (run.frames < never && passes(too_short, never)) return;
        if ((!w.body(key.body).has_desired || !on_its_feet(w, run)) && passes(does_not_walk, 0)) return;
        Run& longest = never_[key.body];
        if (run.frames > longest.frames) longest = run;
    }

    /// What carries it touches its lowest part.
    bool on_its_feet(const World& w, const Run& run) const {
        const Vec3& up = context_.recording.header.up;
        const PairView v = pair_at(w, run.own, run.touched);
        const Geometry& own = *at(w, run.own).geometry;
        return v.known && glm::dot(v.on_a, up) + own.along(w.body_of(run.own).pose, -up) <=
                              context_.settings["false-grounded.hover"] * own.extent();
    }

    void emit(const Key& key, const Run& run) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(run.first);
        const BodyDef& def = *w.body(key.body).def;
        const bool never = footed_.empty();
        Finding f;
        f.fault = "false-grounded", f.first = r.number(run.first), f.last = r.number(run.last);
        if (run.own >= 0)
            name_bodies(w, {run.own, run.touched}, f);
        else {
            f.bodies = {def.id}, f.names = {body_name(w, key.body)};
            for (const Slot c : w.colliders_of(key.body))
                if (w.live(c)) f.colliders = {at(w, c).def->id};
        }
        f.at = w.body(key.body).pose.at;
        f.weight = std::min(0.8, 0.4 + 0.01 * static_cast<double>(run.frames) + (run.jump ? 0.2 : 0.0));
        f.facts.push_back({"kind",
                           key.claimed ? "grounded on nothing"
                           : never     ? "never grounded"
                                       : "standing, not grounded",
                           "text"});
        if (never)
            f.grade = Grade::Likely,
            f.assumes = say("the log would say that {} is grounded if the game believed it", the(f.names[0]));
        const double below = gap_below(w, key.body);
        if (below < infinity) add_fact(f, "gap_below", below, r.header.unit);
        for (const Run::Foot& foot : run.feet) {
            const bool ends = foot.below < infinity;
            const double shown = ends ? foot.below : at(w, w.colliders_of(key.body)[0]).geometry->reach();
            f.marks.push_back(
                {r.number(foot.index), foot.at, foot.at - r.header.up * shown, !ends,
                 ends ? say("no ground for {}", length_text(r, shown)) : translated("no ground")});
        }
        if (run.own >= 0) f.facts.push_back({"normal", run.normal, ""});
        add_fact(f, "frames_late", static_cast<double>(run.frames), "frames");
        if (run.jump) add_fact(f, "jump_frame", static_cast<double>(r.number(*run.jump)), "frame");
        note_threshold(f, context_.settings.threshold("false-grounded.frames"));
        note_threshold(f, {"slop", r.slop(), r.header.unit});
        f.suggest.push_back({translated(key.claimed ? "ground it only on contacts whose normal points up"
                                        : never     ? "compute the grounded state in every step, not once"
                                                    : "test for ground as far down as the slop and the skin"),
                             {{{"grounded", {def.id}}, {"by", "floor-contacts"}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    double pull_; // unit/s²; 0: nothing has to stand
    Runs<Key, Run> runs_;
    std::map<Slot, std::vector<Near>> near_;
    std::map<Slot, Run> never_;    ///< the longest stand of whoever is of no such kind
    std::set<std::string> footed_; ///< kinds of bodies that say where they stand
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<FalseGroundedRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const bool claimed = std::get<std::string>(f.fact("kind")->value) == "grounded on nothing";
    const Fact *below = f.fact("gap_below"), *normal = f.fact("normal"), *jump = f.fact("jump_frame");
    const std::string body = sentence_the(f.names[0]);
    std::string text;
    if (claimed) {
        text = say("{} believes it is grounded.", body) + ' ' +
               (below ? say("The ground is {} below it.", length_text(r, std::get<double>(below->value)))
                      : translated("Nothing is below it."));
        if (normal)
            text += ' ' + say("It touches {}, which is {} it.", the(f.names[1]),
                              side_word(r, std::get<Vec3>(normal->value)));
    } else
        text = say("{} stands on {} and does not believe it is grounded.", body, the(f.names[1]));
    account.at(f.first, text);
    if (jump)
        account.at(
            static_cast<std::int64_t>(std::get<double>(jump->value)),
            translated(claimed ? "It jumps, although it stands on nothing." : "It jumps all the same."));
    account.at(f.last, say("This lasts for {}.", count_text(f.number("frames_late"), "frame")));
    std::stable_sort(f.account.begin(), f.account.end(),
                     [](const Sentence& a, const Sentence& b) { return a.frame < b.frame; });
    account.cause(
        translated(std::get<std::string>(f.fact("kind")->value) == "never grounded"
                       ? "the grounded state never changes in this recording: it is computed once, or "
                         "not at all."
                   : !claimed ? "the ground test does not reach down as far as the surface."
                   : normal   ? "any contact counts as ground, also one whose normal does not point up."
                              : "the grounded state is kept after the ground is gone."));
}

} // namespace

const Fault false_grounded_fault = {
    .id = "false-grounded",
    .title = "False grounded",
    .what = "A body believes it is grounded where nothing supports it, or the reverse.",
    .headline = "{mover}, {kind}",
    .needs = {Input::Grounded},
    .make_rule = make_rule,
    .describe = describe,
    .by_log = always_by_log,
    .excuses = excuses,
};

} // namespace oddbounce
