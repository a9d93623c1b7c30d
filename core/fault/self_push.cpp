// SPDX-License-Identifier: GPL-3.0-or-later
// self-push: two bodies of one owner touch solidly, and the one that wears the other is moved away from it,
// without wishing to. Not: what only rides along, what a moving ground or another body pushes, limbs that a
// solver moves.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"

namespace oddbounce {

namespace {

constexpr Excuse solver_limbs = excuse("limbs", "both are limbs that a solver moves");
constexpr Excuse little =
    limit("little", "it is moved away by {0} in a frame; more than {1} is reported", Measure::Length);
constexpr Excuse falling = excuse("falls", "it falls that way");
constexpr Excuse wanted = excuse("wanted", "it wants to move that way");
constexpr Excuse by_another = excuse("by-another", "something else that it touches moves that way");
constexpr Excuse too_short = limit("too-short", "it lasts {0}; {1} are needed", Measure::Frames);
constexpr const Excuse* excuses[] = {&solver_limbs, &little, &falling, &wanted, &by_another, &too_short};

struct Run {
    std::size_t first = 0, last = 0;
    Slot wearer = -1, part = -1; // colliders
    std::size_t frames = 0;
    double pushed = 0.0;
    Vec3 at{0.0}, away{0.0};
};

class SelfPushRule : public Rule {
  public:
    explicit SelfPushRule(const RuleContext& context)
        : context_(context), runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                                   [this](const Pair&, Run& run) { close(run); }) {}

    void step(const Step& step) override {
        for (const Meeting& m : step.meetings())
            if (m.does == Does::Solid && one_owner(step.now, m.a, m.b)) take(step, m);
        runs_.sweep(step);
    }
    void finish() override { runs_.finish(); }

  private:
    using Pair = std::pair<Slot, Slot>;

    void take(const Step& step, const Meeting& m) {
        const double slop = context_.recording.slop();
        if (!m.contact && (m.gap_after > slop || context_.recording.header.has(Channel::Contacts))) return;
        // The wearer is the owner; of two parts the one that moves more.
        const bool a_owns = step.now.body_of(m.b).def->owner == step.now.body_of(m.a).def->id;
        const bool b_owns = step.now.body_of(m.a).def->owner == step.now.body_of(m.b).def->id;
        auto [wearer, part] = a_owns   ? Pair(m.a, m.b)
                              : b_owns ? Pair(m.b, m.a)
                                       : mover_first(step.before, step.now, m.a, m.b);
        const BodyState &is = step.now.body_of(wearer), &was = step.before.body_of(wearer);
        // Limbs that a solver moves push each other as any of its bodies do.
        const bool limbs = only_solved(is) && solved(step.now, part);
        if (is.def->moves == Moves::Static || is.fresh || is.teleported || !was.present) return;
        const auto passes = [&](const Excuse& e, double measured = 0.0, double least = 0.0) {
            return context_.passes(e, step, m, measured, least);
        };
        if (limbs && passes(solver_limbs)) return;
        const Vec3 away = wearer == m.a ? -m.normal : m.normal;
        const double push = glm::dot(is.pose.at - was.pose.at, away);
        const double least = context_.settings["self-push.least"] * slop;
        if (push <= least && (push <= 0.0 || passes(little, push, least))) return;
        const bool falls =
            glm::dot(away, context_.recording.header.gravity) > 0.0 && !is.grounded &&
            glm::dot(unit(away), unit(context_.recording.header.gravity)) > context_.shared.toward;
        if (falls && passes(falling)) return;
        if (wants_along(is, away) > context_.shared.leans * push / step.now.dt() && passes(wanted)) return;
        if (!is.has_desired && !m.contact) return;
        if (carried(step, m, wearer, away, push) && passes(by_another)) return;
        Run& run = runs_.at({wearer, part}, step.index);
        run.wearer = wearer, run.part = part, run.pushed += push, run.away = away, ++run.frames;
        run.at = (m.on_a + m.on_b) * 0.5;
    }

    /// Something else that touches the wearer moves that way: a lift, a crate.
    bool carried(const Step& step, const Meeting& pair, Slot wearer, const Vec3& away, double push) const {
        const Slot own = at(step.now, wearer).body;
        for (const Meeting* met : step.of(own)) {
            const Meeting& m = *met;
            const bool is_a = at(step.now, m.a).body == own;
            if (&m == &pair || m.does != Does::Solid || one_owner(step.now, m.a, m.b)) continue;
            if (!touches(step, m)) continue;
            const Slot other = at(step.now, is_a ? m.b : m.a).body;
            const Vec3 moved = step.now.motion_since(step.before, other).travel();
            if (glm::dot(moved, away) > context_.shared.turned * push) return true;
        }
        return false;
    }

    void close(const Run& run) const {
        const Recording& r = context_.recording;
        const double frames = static_cast<double>(run.frames), least = context_.settings["self-push.frames"];
        if (frames < least &&
            context_.passes(too_short, run.first, run.last, run.wearer, run.part, frames, least))
            return;
        const World w = r.world_at(run.first);
        Finding f;
        f.fault = "self-push", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.wearer, run.part}, f);
        f.at = run.at;
        if (!w.body_of(run.wearer).has_desired)
            f.grade = Grade::Likely,
            f.assumes = translated("`desired` is not logged: it is taken not to want to move that way");
        f.weight = 0.75;
        const auto layer = [&](Slot c) {
            const std::string& own = at(w, c).def->layer;
            return own.empty() ? w.body_of(c).def->kind : own;
        };
        const std::string a = layer(run.wearer), b = layer(run.part);
        add_fact(f, "push_per_frame", run.pushed / static_cast<double>(run.frames), r.header.unit);
        add_fact(f, "frames", static_cast<double>(run.last - run.first + 1), "frames");
        f.facts.push_back({"pair_to_open", say("{} and {}", a, b), "text"});
        for (const std::int64_t frame : {f.first, f.last})
            f.marks.push_back({frame, run.at, run.at + run.away * at(w, run.wearer).geometry->reach(), true,
                               say("{} per frame", length_text(r, f.number("push_per_frame")))});
        note_threshold(f, context_.settings.threshold("self-push.least"));
        f.suggest.push_back(
            {say("let {} and {} ignore each other", a, b), {{{"pair", {a, b}}, {"does", "ignore"}}}});
        const auto parts = [&] { // of the two, what has an owner
            nlohmann::json out = nlohmann::json::array();
            for (const Slot c : {run.wearer, run.part})
                if (w.body_of(c).def->owner) out.push_back(w.body_of(c).def->id);
            return out;
        };
        f.suggest.push_back({translated("let what belongs together ignore each other"),
                             {{{"parts", parts()}, {"owner", "ignored"}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    Runs<Pair, Run> runs_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<SelfPushRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const World w = r.world_at(static_cast<std::size_t>(r.frame_index(f.first)));
    const BodyState& wearer = w.body_of(r.collider_slot(f.colliders[0]));
    const bool stands = wearer.has_desired && glm::length(wearer.desired) == 0.0;
    account.at(f.first,
               say("{} touches {}, which belongs to it.{}", sentence_the(f.names[0]), the(f.names[1]),
                   stands ? ' ' + translated("It wants to stand still.") : std::string()));
    account.at(f.last,
               say("For {} it is pushed away from it, {} per frame.", count_text(f.number("frames"), "frame"),
                   length_text(r, f.number("push_per_frame"))));
    account.cause(say("the layers {} collide, although both bodies have one owner.",
                      std::get<std::string>(f.fact("pair_to_open")->value)));
}

} // namespace

const Fault self_push_fault = {
    .id = "self-push",
    .title = "Self push",
    .what = "A body is pushed by something that belongs to it.",
    .headline = "{mover} pushed by {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
