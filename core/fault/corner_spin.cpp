// SPDX-License-Identifier: GPL-3.0-or-later
// corner-spin: a body that is meant to stay upright, or a driven one that had no spin, gains turn from a
// solid contact off its centre. Not: crates and other solved bodies that may topple.
#include "fault/rule.hpp"
#include "fault/runs.hpp"
#include "fault/telling.hpp"

#include <fmt/format.h>

#include <numbers>
#include <set>

namespace oddbounce {

namespace {

struct Run {
    std::size_t first = 0, last = 0;
    Slot mover = -1, other = -1;
    double turn = 0.0, arm = 0.0; // radians, unit
    Vec3 at{0.0}, centre{0.0}, normal{0.0};
};

class Watch : public Rule {
  public:
    explicit Watch(const RuleContext& context)
        : context_(context), least_(context.settings["corner-spin.least_turn"] * std::numbers::pi / 180.0),
          runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                [this](const Slot&, Run& run) { close(run); }) {}

    void step(const Step& step) override {
        for (const Meeting& m : step.meetings)
            if (m.does == Does::Solid && !one_owner(step.now, m.a, m.b)) take(step, m);
        for (const Slot body : step.now.movers())
            if (turns(step, body)) turned_.insert(body);
        runs_.sweep(step.index);
    }
    void finish() override { runs_.finish(); }

  private:
    static double turned(const Step& step, Slot body) {
        return std::remainder(step.now.body(body).pose.angle - step.before.body(body).pose.angle,
                              2.0 * std::numbers::pi);
    }
    static bool turns(const Step& step, Slot body) {
        const BodyState& b = step.now.body(body);
        return b.def->moves == Moves::Driven &&
               (glm::length(b.turning) > 0.0 || (!b.fresh && turned(step, body) != 0.0));
    }

    /// Code faces a body another way, or lets it look where it goes; a hit tips it.
    static bool tipped(const Step& step, Slot body) {
        constexpr double most = std::numbers::pi / 3.0, same = std::numbers::pi / 180.0;
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        if (is.turning.z != 0.0) return true;
        const double by = turned(step, body);
        const double way =
            std::atan2(is.velocity.y, is.velocity.x) - std::atan2(was.velocity.y, was.velocity.x);
        return std::abs(by) < most && std::abs(std::remainder(by - way, 2.0 * std::numbers::pi)) > same;
    }

    /// More turn in this step, or at its end, than the step before had, in radians a step.
    double gained(const Step& step, Slot body) const {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        const double by = turned(step, body);
        const double expected = was.turning.z * step.now.dt();
        const double spun = (is.turning.z - was.turning.z) * step.now.dt();
        return std::max(std::abs(by) > std::abs(expected) ? std::abs(by - expected) : 0.0,
                        std::abs(is.turning.z) > std::abs(was.turning.z) ? std::abs(spun) : 0.0);
    }

    void take(const Step& step, const Meeting& m) {
        if (!m.contact && m.closest() > context_.recording.slop() + context_.recording.header.skin) return;
        for (const Slot mine : {m.a, m.b}) {
            const Slot body = at(step.now, mine).body, other = mine == m.a ? m.b : m.a;
            const BodyState& is = step.now.body_of(mine);
            const bool judged = is.def->upright || (is.def->moves == Moves::Driven && !turned_.count(body) &&
                                                    tipped(step, body));
            if (!judged || is.def->moves == Moves::Fixed || is.fresh || is.warped) continue;
            const double turn = gained(step, body);
            if (turn <= least_) continue;
            const bool swept = m.sweep.status == Status::Found;
            const Vec3 normal = swept ? m.sweep.normal : m.normal;
            Vec3 point = swept ? (m.sweep.on_a + m.sweep.on_b) * 0.5 : (m.on_a + m.on_b) * 0.5;
            const Motion motion = step.now.motion_since(step.before, body);
            Vec3 centre = swept ? motion.at(m.sweep.first).at : is.pose.at;
            if (const ContactRow* row = logged(step, mine, other)) {
                if (row->at) point = *row->at, centre = is.pose.at;
            }
            const double arm = std::abs(glm::cross(point - centre, normal).z);
            if (arm <= context_.recording.slop()) continue;
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

    void close(const Run& run) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(run.last);
        const BodyState& is = w.body_of(run.mover);
        Finding f;
        f.fault = "corner-spin", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.mover, run.other}, f);
        f.at = run.at;
        if (!is.def->upright)
            f.grade = Grade::Likely, f.assumes = "a driven body without spin is not meant to get any";
        f.weight = 0.65;
        add_fact(f, "turn", run.turn, "radians"), add_fact(f, "contact_arm", run.arm, r.header.unit);
        add_fact(f, "spin", is.turning.z, "radians/s");
        const Vec3 foot =
            run.at + run.normal * glm::dot(run.centre - run.at, run.normal); // of the push's line
        f.marks.push_back({f.last, run.centre, foot, false, "arm " + length_text(r, run.arm)});
        f.marks.push_back({f.last, run.at, foot, false, ""});
        note_threshold(f, context_.settings.threshold("corner-spin.least_turn"));
        f.suggest.push_back(
            {"keep the " + f.names[0] + "'s turn out of the answer", nlohmann::json::array()});
        f.suggest.push_back(
            {"a round " + f.names[0], {{{"colliders", {f.colliders[0]}}, {"fit", "capsule"}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    double least_;
    Runs<Slot, Run> runs_;
    std::set<Slot> turned_; // driven bodies that had spin before
};

std::unique_ptr<Rule> watch(const RuleContext& context) { return std::make_unique<Watch>(context); }

void tell(const Recording& r, Finding& f) {
    const auto first = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot a = r.collider_slot(f.colliders[0]);
    const World w = r.world_at(first);
    if (first > 0)
        f.account.push_back({r.number(first - 1),
                             {},
                             fmt::format("The {} is {} and does not turn.", f.names[0],
                                         motion_text(r, r.world_at(first - 1).body_of(a).velocity))});
    f.account.push_back({f.first,
                         {},
                         fmt::format("It meets the {}; the push passes its middle at {}.", f.names[1],
                                     length_text(r, f.number("contact_arm")))});
    f.account.push_back(
        {f.last,
         {},
         fmt::format("That turns it: {}° a frame, {} radians/s, though it {}.",
                     figure(f.number("turn") * 180.0 / std::numbers::pi), figure(f.number("spin")),
                     w.body_of(a).def->upright ? "is meant to stay upright" : "had no spin")});
}

} // namespace

const Fault corner_spin_fault = {"corner-spin", "Corner spin",
                                 "A contact off its centre turns a body that should not turn.", watch, tell};

} // namespace oddbounce
