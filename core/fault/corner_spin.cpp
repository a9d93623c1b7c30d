// SPDX-License-Identifier: GPL-3.0-or-later
// corner-spin: a body that is meant to stay upright, or a kinematic one that had no spin, gains turn from a
// solid contact off its centre. Not: crates and other dynamic bodies that may topple.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"

#include <numbers>
#include <set>

namespace oddbounce {

namespace {

constexpr Excuse little = limit("little", "it turns by {0}; more than {1} is reported", Measure::Degrees);
constexpr Excuse central =
    limit("central", "the hit passes its centre by {0}: it gives no turn; more than {1} is reported",
          Measure::Length);
constexpr Excuse rotates = excuse("rotates", "it rotated before: it is meant to");
constexpr Excuse faces = excuse("faces", "code lets it look where it goes, or faces it another way");
constexpr Excuse hinged =
    excuse("hinged", "it turns where it is: a hit at that distance would move it too, so code turns it");
constexpr const Excuse* excuses[] = {&little, &central, &rotates, &faces, &hinged};

struct Run {
    std::size_t first = 0, last = 0;
    Slot mover = -1, other = -1;
    double turn = 0.0, arm = 0.0; // radians, unit
    Vec3 at{0.0}, centre{0.0}, normal{0.0};
};

class CornerSpinRule : public Rule {
  public:
    explicit CornerSpinRule(const RuleContext& context)
        : context_(context), least_(context.settings["corner-spin.least_turn"] * std::numbers::pi / 180.0),
          runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                [this](const Slot&, Run& run) { close(run); }) {}

    void step(const Step& step) override {
        for (const Meeting& m : step.meetings())
            if (m.does == Does::Solid && !one_owner(step.now, m.a, m.b)) take(step, m);
        for (const Slot body : step.now.movers())
            if (turns(step, body)) turned_.insert(body);
        runs_.sweep(step);
    }
    void finish() override { runs_.finish(); }

  private:
    /// A rotation vector, less than half a turn long.
    static Vec3 turned(const Step& step, Slot body) {
        const Rotation &was = step.before.body(body).pose.turn, &is = step.now.body(body).pose.turn;
        return was.to(is.counted_from(was));
    }
    static bool turns(const Step& step, Slot body) {
        const BodyState& b = step.now.body(body);
        return moved_by_code(b) &&
               (glm::length(b.angular_velocity) > 0.0 || (!b.fresh && turned(step, body) != Vec3(0.0)));
    }

    /// Code faces a body another way, or lets it look where it goes; a hit tips it.
    bool tipped(const Step& step, Slot body) const {
        constexpr double most = std::numbers::pi / 3.0, same = std::numbers::pi / 180.0;
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        // Not logged, it says no more than that the body turned; and not where it goes on to.
        if (!is.velocity_logged && !context_.observed.knows_now(body)) return false;
        if (is.velocity_logged && is.angular_velocity != Vec3(0.0)) return true;
        const Vec3 by = turned(step, body);
        if (glm::length(by) >= most) return false;
        const Rotation& turn_was = step.before.body(body).pose.turn;
        const Rotation& turn_is = step.now.body(body).pose.turn;
        const Vec3 from = turn_was.turn_back(unit(was.velocity)), to = turn_is.turn_back(unit(is.velocity));
        const bool goes = from != Vec3(0.0) && to != Vec3(0.0);
        const double noise = context_.observed.rounding(step, body) /
                             std::min(glm::length(was.velocity), glm::length(is.velocity));
        return glm::length(goes ? to - from : by) > (goes ? same + noise : same);
    }

    /// More turn in this step, or at its end, than the step before had, in radians a step.
    double gained(const Step& step, Slot body) const {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        const double dt = step.now.dt();
        const Vec3 by = turned(step, body), expected = was.angular_velocity * dt;
        const Vec3 spun = (is.angular_velocity - was.angular_velocity) * dt;
        const auto more = [](const Vec3& u, const Vec3& v) { return glm::length(u) > glm::length(v); };
        return std::max(more(by, expected) ? glm::length(by - expected) : 0.0,
                        more(is.angular_velocity, was.angular_velocity) ? glm::length(spun) : 0.0);
    }

    void take(const Step& step, const Meeting& m) {
        if (!touches(step, m)) return;
        for (const Slot mine : {m.a, m.b}) {
            const Slot body = at(step.now, mine).body, other = mine == m.a ? m.b : m.a;
            const BodyState& is = step.now.body_of(mine);
            const bool upright = is.def->upright, driven = moved_by_code(is);
            if (!(upright || driven) || is.def->moves == Moves::Static || is.fresh || is.teleported) continue;
            const double turn = gained(step, body);
            constexpr double degrees = 180.0 / std::numbers::pi;
            if (turn <= least_ &&
                (turn == 0.0 || context_.passes(little, step, m, turn * degrees, least_ * degrees)))
                continue;
            if (!upright && turned_.count(body) && context_.passes(rotates, step, m)) continue;
            if (!upright && !tipped(step, body) && context_.passes(faces, step, m)) continue;
            const bool swept = m.sweep.status == Status::Found;
            const Vec3 normal = swept ? m.sweep.normal : m.normal;
            Vec3 point = swept ? (m.sweep.on_a + m.sweep.on_b) * 0.5 : (m.on_a + m.on_b) * 0.5;
            const Motion motion = step.now.motion_since(step.before, body);
            Vec3 centre = swept ? motion.at(m.sweep.first).at : is.pose.at;
            if (const ContactRow* row = logged(step, mine, other)) {
                if (row->at) point = *row->at, centre = is.pose.at;
            }
            const double arm = glm::length(glm::cross(point - centre, normal));
            if (arm <= context_.recording.slop() &&
                context_.passes(central, step, m, arm, context_.recording.slop()))
                continue;
            Run& run = runs_.at(body, step.index);
            if (run.mover < 0 || arm > run.arm)
                run.mover = mine, run.other = other, run.arm = arm, run.at = point, run.centre = centre,
                run.normal = normal;
            run.turn += turn;
        }
    }

    const ContactRow* logged(const Step& step, Slot a, Slot b) const {
        for (const ContactRow& c : step.frame->contacts)
            if (c.phase != Phase::End && std::minmax(c.mark_a.slot, c.mark_b.slot) == std::minmax(a, b))
                return &c;
        return nullptr;
    }

    /// Its place is what it was before the first turn, though it has turned since.
    bool stays_where_it_is(const Run& run, const BodyState& is) const {
        if (is.def->upright || run.first == 0) return false;
        const Pose was = context_.recording.world_at(run.first - 1).body_of(run.mover).pose;
        const Vec3 turn = was.turn.to(is.pose.turn.counted_from(was.turn));
        return glm::length(turn) > least_ &&
               glm::length(is.pose.at - was.at) <= context_.shared.hardly * context_.recording.slop();
    }

    void close(const Run& run) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(run.last);
        const BodyState& is = w.body_of(run.mover);
        if (stays_where_it_is(run, is) && context_.passes(hinged, run.first, run.last, run.mover, run.other))
            return;
        Finding f;
        f.fault = "corner-spin", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.mover, run.other}, f);
        f.at = run.at;
        if (!is.def->upright)
            f.grade = Grade::Likely,
            f.assumes = translated("a kinematic body that did not rotate is not meant to");
        f.weight = 0.65;
        add_fact(f, "turn", run.turn, "radians"), add_fact(f, "contact_arm", run.arm, r.header.unit);
        const double spin = glm::length(is.angular_velocity);
        add_fact(f, "spin", is.angular_velocity.z < 0.0 ? -spin : spin, "radians/s"); // seen against z
        const Vec3 foot =
            run.at + run.normal * glm::dot(run.centre - run.at, run.normal); // of the push's line
        f.marks.push_back({f.last, run.centre, foot, false, say("arm {}", length_text(r, run.arm))});
        f.marks.push_back({f.last, run.at, foot, false, ""});
        note_threshold(f, context_.settings.threshold("corner-spin.least_turn"));
        f.suggest.push_back({say("lock the rotation of {} in the response", the(f.names[0])),
                             {{{"motion", {f.bodies[0]}}, {"lock_turn", true}}}});
        f.suggest.push_back({say("a capsule for {}", the(f.names[0])),
                             {{{"colliders", {f.colliders[0]}}, {"fit", "capsule"}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    double least_;
    Runs<Slot, Run> runs_;
    std::set<Slot> turned_; // kinematic bodies that had spin before
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<CornerSpinRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const auto first = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot a = r.collider_slot(f.colliders[0]);
    const bool upright = r.world_at(first).body_of(a).def->upright;
    if (first > 0)
        account.at(r.number(first - 1), say("{} is {} and does not rotate.", sentence_the(f.names[0]),
                                            motion_text(r, r.world_at(first - 1).body_of(a).velocity)));
    account.at(f.first, say("It hits {}. The push passes its center at a distance of {}.", the(f.names[1]),
                            length_text(r, f.number("contact_arm"))));
    account.at(f.last, say("It has turned by {}° and now rotates at {}°/s.",
                           figure(glm::degrees(f.number("turn"))), figure(glm::degrees(f.number("spin")))));
    account.cause(translated(upright ? "the response applies the push at the contact point, although this "
                                       "body is meant to stay upright."
                                     : "the response applies the push at the contact point, although this "
                                       "body did not rotate before."));
}

} // namespace

const Fault corner_spin_fault = {
    .id = "corner-spin",
    .title = "Corner spin",
    .what = "An off-center contact rotates a body that should not rotate.",
    .headline = "{mover} on {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
