// SPDX-License-Identifier: GPL-3.0-or-later
// blocked-motion: a body that wants to move stands still at a face that leaves it a way on. Kinds:
//   slide  no gravity: a good part of what it wants leads along the face, and nothing is in the way there
//   slope  a slope that it may walk, by its own limit, stops it: each step would have to rise by so much
//   step   the obstacle is no higher than the step height that the log gives it
// Not: overlaps, a face that it presses against squarely, friction that holds what a solver moves.
#include "fault/account_text.hpp"
#include "fault/edge_look.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"
#include "observation/crowd.hpp"
#include "shape/touching.hpp"

namespace oddbounce {

namespace {

constexpr Excuse no_way =
    limit("no-way", "the face leaves it no way on: it presses against it squarely, or more is in the way");
constexpr Excuse contact_holds = excuse("contact", "the log has a contact that pushes against the way on");
constexpr Excuse inside = limit("inside", "it is inside the other one: that is what holds it");
constexpr Excuse too_short = limit("too-short", "it stands for {0}; {1} are needed", Measure::Frames);
constexpr Excuse rounded =
    excuse("rounded",
           "it stands for {0}; where places are rounded, what turns slowly, or in a crowd, stands as long",
           Measure::Frames);
constexpr const Excuse* excuses[] = {&rounded, &no_way, &contact_holds, &inside, &too_short};

/// Where it could go on.
struct Way {
    const char* kind = "";
    Slot own = -1, other = -1; // colliders
    Vec3 normal{0.0}, at{0.0}; // of the face, from the body
    Vec3 free{0.0};            // unit/s: the velocity that is left to it
    double rise = 0.0;         // that one step, or the obstacle, needs
};

struct Run {
    std::size_t first = 0, last = 0, frames = 0;
    Way way;
    Vec3 desired{0.0};
};

class BlockedMotionRule : public Rule {
  public:
    explicit BlockedMotionRule(const RuleContext& context)
        : context_(context), up_(context.recording.header.up), slop_(context.recording.slop()),
          pulled_(glm::length(context.recording.header.gravity) > 0.0),
          look_(context.recording, context.shared),
          runs_(0, [this](const Slot& body, Run& run) { close(body, run); }) {}

    void step(const Step& step) override {
        if (context_.recording.header.has(Channel::Desired))
            for (const Slot body : step.now.movers()) take(step, body);
        runs_.sweep(step);
    }
    void finish() override { runs_.finish(); }

  private:
    double setting(const char* name) const { return context_.settings[name]; }

    void take(const Step& step, Slot body) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        if (is.def->moves == Moves::Static || is.fresh || is.teleported || !is.has_desired || step.index == 0)
            return;
        Vec3 desired = is.desired;
        if (pulled_) desired -= up_ * glm::dot(desired, up_);
        const double wants = glm::length(desired);
        if (wants <= least_speed(step)) return;
        // What turns slowly, or sets off slowly, is not held.
        const double should = context_.observed.expected_along(step, body, desired / wants);
        if (glm::length(is.pose.at - was.pose.at) >
            setting("blocked-motion.moved_share") * std::min(wants, should) * step.now.dt())
            return;
        const std::optional<Way> way = way_on(step, body, desired);
        if (!way) return;
        Run* before = runs_.find(body);
        if (before && std::string_view(before->way.kind) != way->kind) runs_.end(body);
        Run& run = runs_.at(body, step.index);
        if (run.frames++ == 0) run.way = *way, run.desired = is.desired;
    }

    std::optional<Way> way_on(const Step& step, Slot body, const Vec3& desired) const {
        std::optional<Way> way = face_ahead(step, body, desired);
        if (!way) return {};
        const auto passes = [&](const Excuse& e) {
            return context_.passes(e, step.index, step.index, way->own, way->other);
        };
        const bool found = pulled_ ? slope(step, body, desired, *way) || climb(step, body, desired, *way)
                                   : slide(step, body, desired, *way);
        if (!found && passes(no_way)) return {};
        if (contact_against(step, body, *way) && passes(contact_holds)) return {};
        return way;
    }

    /// What it would run into with the next step: a move that is refused as a whole ends before the touch.
    std::optional<Way> face_ahead(const Step& step, Slot body, const Vec3& desired) const {
        const Vec3 on = ahead(step, desired), way = unit(on);
        std::optional<Way> out;
        for (const Meeting* met : step.of(body)) {
            const Meeting& m = *met;
            if (m.does != Does::Solid || m.gap_after > clearance() + glm::length(on)) continue;
            if (m.gap_after < -slop_ && context_.passes(inside, step, m)) return {};
            const Slot own = at(step.now, m.a).body == body ? m.a : m.b, other = own == m.a ? m.b : m.a;
            Pose moved = step.now.body(body).pose;
            moved.at += on + way * std::max(m.gap_after, 0.0);
            for (const Distance& d :
                 touching(*at(step.now, own).geometry, moved, *at(step.now, other).geometry,
                          step.now.body_of(other).pose, glm::length(on) + slop_)) {
                if (d.gap >= 0.0 || glm::dot(d.normal, way) <= setting("blocked-motion.faces")) continue;
                if (!out || glm::dot(d.normal, way) > glm::dot(out->normal, way))
                    out = Way{"", own, other, d.normal, (d.on_a + d.on_b) * 0.5, Vec3(0.0), 0.0};
            }
        }
        return out;
    }

    /// A part of what it wants that matters leads along the face.
    bool slide(const Step& step, Slot body, const Vec3& desired, Way& way) const {
        const double into = glm::dot(desired, way.normal);
        way.kind = "slide", way.free = desired - way.normal * into;
        const double along = glm::length(way.free);
        if (along < setting("blocked-motion.along_share") * glm::length(desired) ||
            along <= least_speed(step))
            return false;
        // A solver's friction may hold it.
        if (solved(step.now.body(body))) {
            const auto &mine = at(step.now, way.own).def->friction,
                       &theirs = at(step.now, way.other).def->friction;
            const double grip = mine || theirs ? std::max(mine.value_or(0.0), theirs.value_or(0.0))
                                               : context_.solver.friction;
            if (along <= grip * into) return false;
        }
        const double room = setting("blocked-motion.room") * moving_extent(step.now, way.own, way.other);
        const Vec3 on = unit(way.free) * std::max(glm::length(ahead(step, way.free)), room);
        return look_.free_ahead(step, body, -way.normal * clearance(), on) &&
               !another_ahead(step, body, way, on);
    }
    /// Another that is not fixed is in the way, however little of it: it is no neighbor whose face is flush
    /// with the one that it slides along.
    bool another_ahead(const Step& step, Slot body, const Way& way, const Vec3& on) const {
        const Pose from = step.now.body(body).pose;
        Pose to = from;
        to.at += on;
        return std::ranges::any_of(step.of(body), [&](const Meeting* m) {
            const Face f = face_of(step, *m, body);
            const BodyState& met = step.now.body_of(f.other);
            if (m->does != Does::Solid || f.other == way.other || met.def->moves == Moves::Static)
                return false;
            const Status meets = sweep(*at(step.now, f.own).geometry, {from, to},
                                       *at(step.now, f.other).geometry, {met.pose, met.pose})
                                     .status;
            return meets == Status::Found ||
                   (meets == Status::Started && glm::dot(f.normal, unit(on)) > context_.shared.leans);
        });
    }

    /// The face is one that it may walk up.
    bool slope(const Step& step, Slot body, const Vec3& desired, Way& way) const {
        const double level = -glm::dot(way.normal, up_); // cosine of the slope
        const BodyDef& def = *step.now.body(body).def;
        const double steepest = def.slope - setting("blocked-motion.slope_margin");
        if (level <= std::cos(glm::radians(std::clamp(steepest, 0.0, 89.0))) ||
            -glm::dot(way.normal, up_) > setting("blocked-motion.level"))
            return false;
        const Vec3 along = unit(desired - way.normal * glm::dot(desired, way.normal));
        way.kind = "slope", way.free = along * glm::length(desired);
        way.rise = std::abs(glm::dot(along, up_)) /
                   std::max(glm::length(along - up_ * glm::dot(along, up_)), 1e-9) * glm::length(desired) *
                   step.now.dt();
        return look_.free_ahead(step, body, -way.normal * clearance(), ahead(step, way.free));
    }

    /// The obstacle is no higher than its step height.
    bool climb(const Step& step, Slot body, const Vec3& desired, Way& way) const {
        const double most = step.now.body(body).def->step;
        const auto all = look_.touches(step, body);
        const bool stands = std::any_of(all.begin(), all.end(), [&](const Face& t) {
            return t.gap <= clearance() && walkable(step.now, body, t.normal);
        });
        const Vec3 on = ahead(step, desired);
        if (most <= slop_ || !stands || !look_.free_ahead(step, body, up_ * (most + clearance()), on))
            return false;
        double low = 0.0, high = most + clearance();
        for (int i = 0; i < 20; ++i) {
            const double middle = 0.5 * (low + high);
            (look_.free_ahead(step, body, up_ * middle, on) ? high : low) = middle;
        }
        way.kind = "step", way.free = desired, way.rise = high;
        return high > slop_;
    }

    /// What takes it farther than the slop in the time of a run.
    double least_speed(const Step& step) const {
        return slop_ / (step.now.dt() * setting("blocked-motion.frames"));
    }
    double clearance() const { return context_.shared.clear * slop_ + context_.recording.header.skin; }
    /// The way of a step, but at least one that can be seen; what ends it may be as much farther off as
    /// places are rounded.
    Vec3 ahead(const Step& step, const Vec3& velocity) const {
        return unit(velocity) *
               (context_.recording.rounding() +
                std::max(glm::length(velocity) * step.now.dt(), setting("blocked-motion.ahead") * slop_));
    }

    /// The log says that something stops it there, though the shapes do not show it.
    bool contact_against(const Step& step, Slot body, const Way& way) const {
        return std::any_of(
            step.frame->contacts.begin(), step.frame->contacts.end(), [&](const ContactRow& c) {
                if (c.mark_a.slot < 0 || c.mark_b.slot < 0 || c.phase == Phase::End || !c.normal)
                    return false;
                const bool is_a = at(step.now, c.mark_a.slot).body == body,
                           is_b = at(step.now, c.mark_b.slot).body == body;
                const Vec3 normal = is_a ? *c.normal : -*c.normal;
                const bool its_own = glm::dot(normal, way.normal) > setting("blocked-motion.same_face");
                return (is_a || is_b) && !its_own &&
                       glm::dot(normal, unit(way.free)) > setting("blocked-motion.against");
            });
    }

    void close(Slot body, const Run& run) const {
        const double frames = static_cast<double>(run.frames), least = setting("blocked-motion.frames");
        if (frames < least &&
            context_.passes(too_short, run.first, run.last, run.way.own, run.way.other, frames, least))
            return;
        const double longer = setting("blocked-motion.rounded") * context_.recording.header.rate;
        const World w = context_.recording.world_at(run.first);
        // In a crowd what others leave of the way is less than a rounded place tells, however long it stands.
        if (context_.observed.grain(body) > 0.0 &&
            (frames < longer || of_one_crowd(w, run.way.own, run.way.other)) &&
            context_.passes(rounded, run.first, run.last, run.way.own, run.way.other, frames, longer))
            return;
        const Recording& r = context_.recording;
        const std::string& u = r.header.unit;
        const std::string_view kind = run.way.kind;
        Finding f;
        f.fault = "blocked-motion", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.way.own, run.way.other}, f);
        f.at = run.way.at;
        f.grade = Grade::Likely;
        f.assumes = kind == "slope" ? say("the steepest ground that {} may walk is {}°", the(f.names[0]),
                                          figure(w.body_of(run.way.own).def->slope))
                    : kind == "step"
                        ? translated("the step height of the log is the game's")
                        : translated("what is left of its velocity should take it along the face");
        f.weight = std::min(0.75, 0.5 + 0.005 * static_cast<double>(run.frames));
        f.facts.push_back({"kind", std::string(kind), "text"});
        f.facts.push_back({"wanted", run.desired, u + "/s"});
        f.facts.push_back({"free_way", run.way.free, u + "/s"});
        f.facts.push_back({"normal", -run.way.normal, ""});
        if (kind != "slide") add_fact(f, "step_needed", run.way.rise, u);
        add_fact(f, "frames", static_cast<double>(run.last - run.first + 1), "frames");
        const double reach = 1.5 * at(w, run.way.own).geometry->reach();
        const Vec3 middle = w.body_of(run.way.own).pose.at;
        f.marks.push_back({f.first, middle, middle + unit(run.desired) * reach, true, translated("wanted")});
        f.marks.push_back({f.first, middle, middle + unit(run.way.free) * reach, true, translated("free")});
        note_threshold(f, context_.settings.threshold("blocked-motion.frames"));
        const nlohmann::json who = mover_target(w, f);
        if (kind == "slide")
            f.suggest.push_back({say("slide {} along the face it hits", the(f.names[0])),
                                 {{{"motion", {who}}, {"tests", "swept"}, {"response", "slide"}}}});
        else {
            const double height = std::ceil(run.way.rise * 10.0 + 1.0) / 10.0;
            f.suggest.push_back(
                {say("let {} step up {}", the(f.names[0]), length_text(r, height)),
                 {{{"motion", {who}}, {"tests", "swept"}, {"response", "slide"}, {"step_height", height}}}});
        }
        context_.found(std::move(f));
    }

    RuleContext context_;
    Vec3 up_;
    double slop_;
    bool pulled_;
    EdgeLook look_;
    Runs<Slot, Run> runs_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<BlockedMotionRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const auto first = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot body = r.body_slot(f.bodies[0]);
    const std::string kind = std::get<std::string>(f.fact("kind")->value);
    const Vec3 free = std::get<Vec3>(f.fact("free_way")->value);
    const std::string who = sentence_the(f.names[0]), other = the(f.names.back()), u = r.header.unit;
    if (first > 0)
        account.at(r.number(first - 1),
                   say("{} is {}; it {}.", who, motion_text(r, r.world_at(first - 1).body(body).velocity),
                       desired_text(r, std::get<Vec3>(f.fact("wanted")->value))));
    account.at(f.first,
               say("It stops at {}: {}.", other, normal_text(std::get<Vec3>(f.fact("normal")->value))));
    if (kind == "slide")
        account.at(f.first,
                   say("Along that face {} of its velocity are left, and nothing is in the way there.",
                       vector_text(free, u + "/s", r.header.space)));
    else if (kind == "slope")
        account.at(f.first,
                   say("It may walk this slope. Each step along it rises by {}, and nothing is in the way.",
                       length_text(r, f.number("step_needed"))));
    else
        account.at(f.first, say("Lifted by {} the way is free; its step height is {}.",
                                length_text(r, f.number("step_needed")),
                                length_text(r, r.world_at(first).body(body).def->step)));
    account.at(f.last, say("It was held for {}.", count_text(f.number("frames"), "frame")));
    account.cause(translated(
        kind == "slide" ? "the whole move is refused, not only the part of it that leads into the face."
        : kind == "slope"
            ? "the slope counts as a wall: a step up of that height is not allowed, or not tried."
            : "the step up is not tried, or is tried with too little room ahead."));
}

} // namespace

const Fault blocked_motion_fault = {
    .id = "blocked-motion",
    .title = "Blocked motion",
    .what = "A body stops where it could go on.",
    .headline = "{mover} at {other}, {kind}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
