// SPDX-License-Identifier: GPL-3.0-or-later
// one-way-drop: a body that was wholly above a one-way (on the side that its free direction leads to) sinks
// through it, against that direction, without asking to. Not: a desired velocity downward, a pair or a
// collider switched off, a body that never was wholly above, one that is put back on top.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"

namespace oddbounce {

namespace {

constexpr Excuse not_above = limit("not-above", "it was not wholly above");
constexpr Excuse off_the_edge = excuse("off-the-edge", "its middle is not over it: it walks off the edge");
constexpr Excuse put_back = excuse("put-back", "it was put back on top, or teleported");
constexpr Excuse asked_down = excuse("asked", "it wanted to go down, now or shortly before");
constexpr Excuse shallow =
    limit("shallow", "it sinks in by {0} at most; more than {1} is reported", Measure::Length);
constexpr Excuse may_have_asked = excuse(
    "may-have-asked", "it stood there and drops, and nothing tells what it wanted: it may have asked to");
constexpr Excuse not_through =
    limit("not-through", "it is {0} deep and does not come out below", Measure::Length);
constexpr const Excuse* excuses[] = {&not_above, &off_the_edge,   &put_back,   &asked_down,
                                     &shallow,   &may_have_asked, &not_through};

struct Run {
    std::size_t first = 0, last = 0;
    Slot mover = -1, other = -1;
    bool asked = false, out = false, cancelled = false;
    bool stood = false;                    // on it, at rest, before
    double deepest = 0.0, clearance = 0.0; // lowest point above the surface in the frame before
    Vec3 at{0.0}, pass{0.0};
    std::vector<Slot> touching; // other colliders that the mover touched when it began
};

class OneWayDropRule : public Rule {
  public:
    explicit OneWayDropRule(const RuleContext& context)
        : context_(context), runs_(0, [this](const Pair&, Run& run) { close(run); }) {}

    void step(const Step& step) override {
        for (const IdVector& desired : step.frame->desired) note_desired(step, desired);
        for (const Meeting& m : step.meetings()) take(step, m);
        runs_.sweep(step);
    }
    void finish() override { runs_.finish(); }

  private:
    using Pair = std::pair<Slot, Slot>;

    void note_desired(const Step& step, const IdVector& desired) {
        const Vec3 up = context_.recording.header.up;
        if (glm::dot(unit(desired.value), up) < -context_.shared.toward) down_[desired.id] = step.index;
    }
    /// It wanted to go down in this frame or shortly before: a press is short.
    bool asked(const Step& step, Slot mover) const {
        const auto it = down_.find(step.now.body_of(mover).def->id);
        const auto since = static_cast<std::size_t>(context_.settings["one-way-drop.asked"]);
        return it != down_.end() && it->second + since >= step.index;
    }

    void take(const Step& step, const Meeting& m) {
        const auto one_way = [&](Slot c) { return at(step.now, c).def->role == Role::OneWay; };
        if (m.does != Does::Solid || one_way(m.a) == one_way(m.b) || one_owner(step.now, m.a, m.b)) return;
        const Slot other = one_way(m.a) ? m.a : m.b, mover = other == m.a ? m.b : m.a;
        const BodyState& body = step.now.body_of(mover);
        const Vec3 pass = unit(at(step.now, other).def->pass.value_or(context_.recording.header.up));
        const Vec3 travel = relative_travel(step.before, step.now, mover, other);
        const double slop = context_.recording.slop(), going = glm::dot(travel, pass);
        if (body.fresh || body.teleported || step.now.body_of(other).teleported) {
            if (Run* run = runs_.find({mover, other})) run->cancelled = true;
            return;
        }
        if (Run* over = runs_.find({mover, other}); over && over->out) runs_.end({mover, other});
        Run* run = runs_.find({mover, other});
        const double rounding = 1e-3 * slop; // whoever stands flush is above or below by that
        if (!run) {
            // It begins where the lowest point sinks below the surface in this step.
            if (going >= 0.0 || m.gap_before < -slop || m.gap_before == infinity || m.gap_after >= -rounding)
                return;
            const PairView was = pair_at(step.before, mover, other);
            if (!was.known || glm::dot(-was.normal, pass) < context_.shared.up ||
                (!was_above(step, mover, other, pass) && context_.passes(not_above, step, m)) ||
                (!stands_over(step, mover, other, pass) && context_.passes(off_the_edge, step, m)))
                return;
            run = &runs_.at({mover, other}, step.index);
            run->mover = mover, run->other = other, run->pass = pass, run->clearance = was.gap;
            run->asked = asked(step, mover), run->at = (m.on_a + m.on_b) * 0.5, run->deepest = -m.gap_after;
            run->stood =
                m.gap_before <= slop + context_.recording.header.skin &&
                std::abs(glm::dot(step.before.body_of(mover).velocity, pass)) < closing_that_matters(step);
            for (const Meeting& o : step.meetings())
                if (&o != &m && (o.a == mover || o.b == mover) && o.does != Does::Ignore &&
                    o.closest() <= slop)
                    run->touching.push_back(o.a == mover ? o.b : o.a);
            return;
        }
        runs_.at({mover, other}, step.index);
        run->asked = run->asked || asked(step, mover);
        if (m.gap_after < -rounding)
            run->deepest = std::max(run->deepest, -m.gap_after);
        else {
            const PairView is = pair_at(step.now, mover, other);
            run->out = true;
            // Put back on top, it was held after all.
            if (is.known && glm::dot(-is.normal, pass) > context_.shared.toward) run->cancelled = true;
        }
    }

    /// Its middle is over the one-way: who walks off the edge does not drop through.
    bool stands_over(const Step& step, Slot mover, Slot other, const Vec3& pass) const {
        const Vec3 middle = at(step.now, mover).geometry->bounds(step.now.body_of(mover).pose).center();
        const Geometry& g = *at(step.now, other).geometry;
        const Pose& pose = step.now.body_of(other).pose;
        const double error = 0.5 * context_.recording.rounding();
        const Vec3 above = pass * (g.along(pose, pass) - glm::dot(middle, pass) + g.reach()),
                   below = pass * (g.along(pose, -pass) + glm::dot(middle, pass) + g.reach());
        for (const Vec3& way : directions(context_.recording).across(pass))
            for (const double side : {-error, error}) {
                const Vec3 at = middle + way * side;
                if (ray_cast(at + above, at - below, g, pose).status == Status::None) return false;
            }
        return true;
    }

    /// The whole of the mover was on the free side: nothing of it beside or below the surface.
    bool was_above(const Step& step, Slot mover, Slot other, const Vec3& pass) const {
        const auto reaches = [&](Slot c, const Vec3& way) {
            return at(step.before, c).geometry->along(step.before.body_of(c).pose, way);
        };
        return -reaches(mover, -pass) >= reaches(other, pass) - 2.0 * context_.recording.slop() ||
               !at(step.before, other).geometry->plain(); // uneven ground: the gap decides
    }

    void close(const Run& run) const {
        const Recording& r = context_.recording;
        const double slop = r.slop();
        const auto passes = [&](const Excuse& e) {
            return context_.passes(e, run.first, run.last, run.mover, run.other, run.deepest, slop);
        };
        if ((run.cancelled && passes(put_back)) || (run.asked && passes(asked_down)) ||
            (run.deepest <= slop && passes(shallow)))
            return;
        // Whoever stands and then drops, with nothing else about, may well have asked: only the desired
        // velocity could tell.
        if (!r.header.has(Channel::Desired) && run.stood && run.touching.empty() && passes(may_have_asked))
            return;
        const World w = r.world_at(run.first), end = r.world_at(run.last);
        const double extent = at(w, run.mover).geometry->extent();
        // Still inside at the end: it must be on its way through, not sunk in a little.
        const bool through = run.out || run.deepest > context_.shared.partly * extent;
        if (!through && passes(not_through)) return;
        const std::string& u = r.header.unit;
        Finding f;
        f.fault = "one-way-drop", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.mover, run.other}, f);
        f.at = run.at;
        if (!r.header.has(Channel::Desired))
            f.grade = Grade::Likely,
            f.assumes = translated("`desired` is not logged: it is taken not to ask to drop");
        f.weight = 0.8;
        add_fact(f, "clearance", run.clearance, u), add_fact(f, "depth", run.deepest, u);
        std::string touching;
        for (const Slot c : run.touching)
            touching += (touching.empty() ? "" : ", ") + body_name(w, at(w, c).body);
        f.facts.push_back({"touched", touching.empty() ? "nothing else" : touching, "text"});
        f.marks.push_back({f.first, run.at, run.at + run.pass * extent, true, translated("free direction")});
        note_threshold(f, context_.settings.threshold("one-way-drop.asked"));
        note_threshold(f, {"slop", slop, u});
        const nlohmann::json who = mover_target(w, f);
        f.suggest.push_back({say("sweep {}", the(f.names[0])), {{{"motion", {who}}, {"tests", "swept"}}}});
        f.suggest.push_back({translated("keep the drop state for each one-way, and clear it only on request"),
                             nlohmann::json::array()});
        context_.found(std::move(f));
    }

    RuleContext context_;
    Runs<Pair, Run> runs_;
    std::map<Id, std::size_t> down_; // last frame with a desired velocity downward
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<OneWayDropRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const auto first = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot a = r.collider_slot(f.colliders[0]);
    const World before = r.world_at(first - 1),
                end = r.world_at(static_cast<std::size_t>(r.frame_index(f.last)));
    const double clearance = f.number("clearance");
    account.at(before.number(), say("The lowest point of {} is {} {} the surface of {}.", the(f.names[0]),
                                    length_text(r, std::abs(clearance)),
                                    translated(clearance < 0.0 ? "below" : "above"), the(f.names[1])));
    const std::string touched = std::get<std::string>(f.fact("touched")->value);
    const bool alone = touched == "nothing else";
    const std::string moves = motion_text(r, r.world_at(first).body_of(a).velocity);
    account.at(f.first, alone
                            ? say("It sinks in, {}, without asking to drop. It touches nothing else.", moves)
                            : say("It sinks in, {}, without asking to drop. It also touches {}.", moves,
                                  the(touched)));
    account.at(f.last,
               say("{}, {}; it was at most {} deep.",
                   translated(f.last == r.number(r.size() - 1) ? "The recording ends while it is inside"
                                                               : "It has dropped through"),
                   motion_text(r, end.body_of(a).velocity), length_text(r, f.number("depth"))));
    account.cause(
        alone ? translated("the one-way stops holding although nothing asked for it.")
              : say("touching {} releases it: the drop state is not kept for each one-way separately.",
                    the(touched)));
}

} // namespace

const Fault one_way_drop_fault = {
    .id = "one-way-drop",
    .title = "One-way drop",
    .what = "A body drops through a one-way platform that should hold it.",
    .headline = "{mover} through {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
