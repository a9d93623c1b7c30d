// SPDX-License-Identifier: GPL-3.0-or-later
// pop-through: a body that overlapped a solid collider comes out on another side than the one that it came
// from, though the way back was shorter. Either it was put there in a single frame, or it ended a frame or
// two inside first. Where it leaves as fast as it came, nothing pushed it: it was not stopped. Not: one-ways,
// teleports, what only slides round a corner, a step up.
#include "fault/account_text.hpp"
#include "fault/removal.hpp"
#include "fault/rule.hpp"
#include "observation/crowd.hpp"
#include "observation/measures.hpp"
#include "observation/support.hpp"
#include "shape/touching.hpp"

#include <numbers>

namespace oddbounce {

namespace {

constexpr Excuse round_corner = excuse("round-corner", "its own velocity took it round the corner");
constexpr Excuse moved_elsewhere =
    limit("moved-elsewhere", "it was moved by {0}, not toward the side where it ends", Measure::Length);
constexpr Excuse no_detour =
    limit("shortest", "the way that it took, {0}, is about as short as the way back, {1}", Measure::Length);
constexpr Excuse elsewhere =
    excuse("put-elsewhere", "it was moved by {0}, farther than a push out leads: code put it there",
           Measure::Length);
constexpr Excuse steps_up = limit(
    "steps-up", "it stood, and stands on top now: it stepped up {0}, no more than {1}", Measure::Length);
constexpr Excuse by_others =
    excuse("crowd", "others of its kind push it on {0}: code puts a crowd apart one by one", Measure::Length);
constexpr Excuse alike = excuse(
    "alike", "others of its kind, which touch nothing, make the same move in that step: it is no push");
constexpr const Excuse* excuses[] = {&round_corner, &moved_elsewhere, &no_detour, &elsewhere,
                                     &steps_up,     &by_others,       &alike};

/// Where a pair is on its way in: kept while it overlaps.
struct Inside {
    std::size_t since = 0;
    Vec3 came{0.0}; // unit: from the other to the mover when they were last apart
    Slot mover = -1, other = -1;
    Pose first, theirs; // of both at the first frame's end inside
    Vec3 lift{0.0};     // off a floor of the other that the mover stood on when they were last apart
    Vec3 travel{0.0};   // of the mover as the other sees it, in the step in which it came in
};

class PopThroughRule : public Rule {
  public:
    explicit PopThroughRule(const RuleContext& context)
        : context_(context), most_(static_cast<std::size_t>(context.settings["pop-through.frames_inside"])),
          turned_(std::cos(context.settings["pop-through.turned"] * std::numbers::pi / 180.0)) {}

    void step(const Step& step) override {
        for (Held& h : std::exchange(held_, {}))
            if (!goes_on_so(step, h) || !context_.passes(round_corner, h.index, step.index, h.mover, h.other))
                context_.found(std::move(h.finding));
        for (const Meeting& m : step.meetings())
            if (judged(step, m)) take(step, m);
        std::erase_if(inside_, [&](const auto& entry) { return entry.second.since + most_ < step.index; });
    }
    void finish() override {
        for (Held& h : held_) context_.found(std::move(h.finding));
    }

  private:
    using Pair = std::pair<Slot, Slot>;
    /// Waits for the next step: where velocities are derived, only that one tells a push from a velocity.
    struct Held {
        Finding finding;
        Slot mover = -1, other = -1;
        std::size_t index = 0;
        Vec3 travel{0.0}; // of the mover in the step in which it left
        double dt = 0.0;
    };

    /// It goes on as it left: its own velocity took it out, no push.
    bool goes_on_so(const Step& step, const Held& h) const {
        if (step.index != h.index + 1 || !step.now.live(h.mover)) return false;
        const Vec3 expected = h.travel * (step.now.dt() / h.dt);
        const Vec3 more = step.now.motion_since(step.before, at(step.now, h.mover).body).travel() - expected;
        const double fall = glm::length(context_.recording.header.gravity) * step.now.dt() * step.now.dt();
        return glm::length(more) <=
               context_.recording.slop() + fall + context_.shared.hardly * glm::length(expected);
    }

    bool judged(const Step& step, const Meeting& m) const {
        const auto one_way = [&](Slot c) { return at(step.now, c).def->role == Role::OneWay; };
        // What is removed in the step is pushed out no more.
        return m.does == Does::Solid && step.now.stays(m.a) && step.now.stays(m.b) && !one_way(m.a) &&
               !one_way(m.b) && !one_owner(step.now, m.a, m.b) && m.gap_before != infinity;
    }

    void take(const Step& step, const Meeting& m) {
        const double slop = context_.recording.slop();
        const auto found = inside_.find({m.a, m.b});
        const bool out_now = m.gap_after >= -slop, out_before = m.gap_before >= -slop;
        if (out_now && out_before && found == inside_.end()) return at_a_stroke(step, m);
        if (found == inside_.end() && out_before) return enter(step, m);
        if (found == inside_.end() || !out_now) return;
        const Inside in = found->second;
        inside_.erase(found);
        if (step.since(in.since) > most_) return;
        const bool on = crowded(step, m) && pushed_on(step, m, in.mover, in.first.at);
        if (on && context_.passes(by_others, step, m,
                                  glm::length(step.now.body_of(in.mover).pose.at - in.first.at)))
            return;
        leave(step, in);
    }

    /// Its place where the game looked for overlaps: as logged, or where its velocity would have taken it.
    std::optional<Pose> before_the_push(const Step& step, Slot mover) const {
        const BodyState &now = step.now.body_of(mover), &before = step.before.body_of(mover);
        if (now.fresh || now.teleported) return {};
        Pose p = now.pose;
        for (const IdVector& t : step.frame->unresolved)
            if (t.id == now.def->id) {
                p.at = t.value;
                return p;
            }
        // A solver turns the velocity first: what a place says of it is a mean over the hit.
        const bool guessed = !before.velocity_logged &&
                             (solved(now) || !context_.observed.knows_before(at(step.now, mover).body));
        if (!before.velocity_known || guessed) return {};
        if (carried_there(step, mover)) return {};
        p.at = before.pose.at + before.velocity * step.now.dt();
        return p;
    }

    /// The side (unit, from the other one) on which it is, as seen from where it is inside: that of the face
    /// through which it gets there. A floor of the same collider that it stands on is none.
    Vec3 side_of(const Pose& outside, const Pose& inside, Slot mover, Slot other, const Pose& theirs_outside,
                 const Pose& theirs, const World& world) const {
        const Geometry &gm = *at(world, mover).geometry, &go = *at(world, other).geometry;
        if (!gm.convex() || !go.convex()) {
            const double slop = context_.recording.slop();
            const std::vector<Distance> near = touching(gm, outside, go, theirs_outside, slop);
            const Sweep in = sweep_off_faces(gm, {outside, inside}, go, {theirs_outside, theirs}, near, slop);
            if (in.status == Status::Found || in.status == Status::Started) return -in.normal;
            const auto entered = [&](const Distance& d) {
                return glm::dot(inside.at - outside.at, d.normal);
            };
            if (!near.empty()) return -std::ranges::max_element(near, {}, entered)->normal;
        }
        return -distance(gm, outside, go, theirs_outside).normal;
    }

    /// Off the floor that it stands on where it is outside: one with the wall, say.
    Vec3 lift_of(const Step& step, Slot mover, Slot other) const {
        const Geometry &gm = *at(step.now, mover).geometry, &go = *at(step.now, other).geometry;
        if (gm.convex() && go.convex()) return Vec3(0.0);
        return lift_off_faces(gm, step.before.body_of(mover).pose, go, step.before.body_of(other).pose,
                              context_.recording.slop());
    }

    void at_a_stroke(const Step& step, const Meeting& m) {
        auto [mover, other] = mover_first(step.before, step.now, m.a, m.b);
        if (step.now.body_of(mover).def->moves == Moves::Static) return;
        const std::optional<Pose> tried = before_the_push(step, mover);
        if (!tried) return;
        const Motion theirs = step.now.motion_since(step.before, at(step.now, other).body);
        const Geometry &gm = *at(step.now, mover).geometry, &go = *at(step.now, other).geometry;
        const Distance deep = distance(gm, *tried, go, theirs.to, 0.0);
        constexpr double place_and_way = 2.0; // roundings, where a derived velocity tells the way
        const bool told = step.before.body_of(mover).velocity_logged;
        const double rounding = told ? m.error : place_and_way * m.error,
                     least = context_.settings["pop-through.least"] * context_.recording.slop() + rounding;
        if (!deep.known || deep.gap > -least) return;
        const BodyState& now = step.now.body_of(mover);
        const Vec3 came = side_of(step.before.body_of(mover).pose, *tried, mover, other, theirs.from,
                                  theirs.to, step.now),
                   went = side_of(now.pose, *tried, mover, other, theirs.to, theirs.to, step.now);
        // Across first, then out: a game that moves axis by axis comes to the face round the corner so.
        Pose corner = step.before.body_of(mover).pose;
        const Vec3 on = tried->at - corner.at;
        corner.at += on - went * glm::dot(on, went);
        // Or it turned before it met anything, and went there straight.
        const Pose from = step.before.body_of(mover).pose;
        const double slop = context_.recording.slop(),
                     speed = std::max(glm::length(now.velocity),
                                      glm::length(step.before.body_of(mover).velocity));
        const double fall = glm::length(context_.recording.header.gravity) * step.now.dt();
        const bool straight = moved_by_code(now) && clear_way(gm, {from, now.pose}, go, theirs.to, slop);
        if (glm::length(now.pose.at - from.at) <= (speed + fall) * step.now.dt() + slop &&
            (straight || clear_way(gm, {from, corner, now.pose}, go, theirs.to, slop)) &&
            context_.passes(round_corner, step, m))
            return;
        // What the places say of a velocity there is what others did in the step before.
        if (crowded(step, m) && (!told || pushed_on(step, m, mover, tried->at)) &&
            context_.passes(by_others, step, m, glm::length(now.pose.at - tried->at)))
            return;
        auto found = found_of(step, {mover, other}, came, went, *tried, theirs.to,
                              lift_of(step, mover, other), deep, step.now.number());
        if (!found || (others_move_alike(step, mover, other) && context_.passes(alike, step, m))) return;
        context_.found(std::move(*found));
    }
    /// A second body of its kind, which touches nothing, goes as it does: a formation, a belt.
    bool others_move_alike(const Step& step, Slot mover, Slot other) const {
        const Slot own = at(step.now, mover).body, against = at(step.now, other).body;
        const std::string& kind = step.now.body(own).def->kind;
        const Vec3 travel = step.now.motion_since(step.before, own).travel();
        const double slop = context_.recording.slop();
        if (kind.empty() || glm::length(travel) <= slop) return false;
        for (Slot b = 0; b < static_cast<Slot>(step.before.bodies().size()); ++b) {
            const BodyState& body = step.now.body(b);
            if (b == own || b == against || !body.present || body.fresh || body.def->kind != kind ||
                glm::length(step.now.motion_since(step.before, b).travel() - travel) > slop)
                continue;
            if (std::ranges::none_of(step.of(b), [&](const Meeting* m) { return m->closest() <= slop; }))
                return true;
        }
        return false;
    }
    /// All that it touches otherwise leads it so from where it was.
    bool pushed_on(const Step& step, const Meeting& m, Slot mover, const Vec3& from) const {
        const Vec3 put = unit(step.now.body_of(mover).pose.at - from);
        return glm::length(beyond(put, pushes_of_others(step, m, mover))) < context_.shared.toward;
    }

    Vec3 travel_of(const Step& step, Slot mover, Slot other) const {
        return step.now.motion_since(step.before, at(step.now, mover).body).travel() -
               step.now.motion_since(step.before, at(step.now, other).body).travel();
    }

    void enter(const Step& step, const Meeting& m) {
        Inside in;
        std::tie(in.mover, in.other) = mover_first(step.before, step.now, m.a, m.b);
        if (!step.before.live(in.mover) || !step.before.live(in.other) || step.now.body_of(in.mover).fresh ||
            step.now.body_of(in.mover).teleported)
            return;
        in.since = step.index;
        in.first = step.now.body_of(in.mover).pose, in.theirs = step.now.body_of(in.other).pose;
        in.came = side_of(step.before.body_of(in.mover).pose, in.first, in.mover, in.other,
                          step.before.body_of(in.other).pose, in.theirs, step.now);
        in.lift = lift_of(step, in.mover, in.other), in.travel = travel_of(step, in.mover, in.other);
        inside_[{m.a, m.b}] = in;
    }

    void leave(const Step& step, const Inside& in) {
        const BodyState& body = step.now.body_of(in.mover);
        if (body.teleported || body.fresh) return;
        const Distance deep = distance(*at(step.now, in.mover).geometry, in.first,
                                       *at(step.now, in.other).geometry, in.theirs, 0.0);
        if (!deep.known) return;
        // Its own velocity leads on: then only right through is through, not round a corner.
        constexpr double through = -0.5;
        const Pose theirs = step.now.body_of(in.other).pose;
        // Seen from the other, which may move itself.
        Pose from = in.first;
        from.at += theirs.at - in.theirs.at;
        const Vec3 went = side_of(body.pose, from, in.mover, in.other, theirs, theirs, step.now);
        if ((solved(body) || carried_there(step, in.mover)) && glm::dot(in.came, went) > through &&
            context_.passes(round_corner, in.since, step.index, in.mover, in.other))
            return;
        auto found = found_of(step, {in.mover, in.other}, in.came, went, from, theirs, in.lift, deep,
                              context_.recording.number(in.since),
                              glm::length(travel_of(step, in.mover, in.other) - in.travel) <=
                                  context_.recording.slop());
        if (!found) return;
        constexpr double beside = 0.0; // a right angle: farther round it went through
        if (body.velocity_logged || glm::dot(in.came, went) <= beside)
            return context_.found(std::move(*found));
        held_.push_back({std::move(*found), in.mover, in.other, step.index,
                         step.now.motion_since(step.before, at(step.now, in.mover).body).travel(),
                         step.now.dt()});
    }

    /// How far up it was put from where it was inside, and how far what stands, and stands again, may step up
    /// without a word of it in the log; 0: it does not stand.
    std::pair<double, double> stepped_up(const Step& step, Slot mover, const Pose& inside) const {
        const BodyState& now = step.now.body_of(mover);
        const Vec3 up = context_.recording.header.up;
        const double rise = glm::dot(now.pose.at - inside.at, up);
        if (rise <= 0.0 || !moved_by_code(now) || !now.def->upright || !stands(step, step.before, mover) ||
            !stands(step, step.now, mover))
            return {rise, 0.0};
        const Geometry& g = *at(step.now, mover).geometry;
        const double height = g.along(now.pose, up) + g.along(now.pose, -up);
        return {rise, now.def->step > 0.0 ? now.def->step + context_.recording.slop()
                                          : context_.settings["pop-through.step"] * height};
    }
    /// It touches ground in `world`, at the start or the end of the step.
    bool stands(const Step& step, const World& world, Slot own) const {
        const double near = context_.recording.slop() + context_.recording.header.skin;
        return std::ranges::any_of(step.of(at(world, own).body), [&](const Meeting* m) {
            const Slot other = m->a == own ? m->b : m->a;
            if (m->does != Does::Solid || (m->a != own && m->b != own) || !world.live(other)) return false;
            return std::ranges::any_of(
                touching(*at(world, own).geometry, world.body_of(own).pose, *at(world, other).geometry,
                         world.body_of(other).pose, near),
                [&](const Distance& d) { return walkable(world, at(world, own).body, d.normal); });
        });
    }

    std::optional<Finding> found_of(const Step& step, Pair pair, const Vec3& came, const Vec3& went,
                                    const Pose& inside, const Pose& theirs, const Vec3& lift,
                                    const Distance& deep, std::int64_t first, bool goes_on = false) {
        if (glm::dot(came, went) > turned_) return {};
        const auto [mover, other] = pair;
        const Geometry &gm = *at(step.now, mover).geometry, &go = *at(step.now, other).geometry;
        Pose lifted = inside;
        lifted.at += lift - came * glm::dot(lift, came);
        const double back = way_out(gm, lifted, go, theirs, came);
        const Vec3 put = step.now.body_of(mover).pose.at - inside.at;
        const double taken = glm::length(put), slop = context_.recording.slop();
        const auto passes = [&, mover = mover, other = other](const Excuse& e, double measured,
                                                              double limit) {
            return context_.passes(e, step.index, step.index, mover, other, measured, limit);
        };
        if (glm::dot(unit(put), went) <= context_.settings["pop-through.that_way"] &&
            passes(moved_elsewhere, taken, 0.0))
            return {}; // a jump from there, say
        if (put_elsewhere(step.before, step.now, mover, other) && passes(elsewhere, taken, 0.0)) return {};
        if ((taken <= back + context_.shared.clear * slop ||
             taken <= context_.settings["pop-through.farther"] * back) &&
            passes(no_detour, taken, back))
            return {};
        if (const auto [rise, most] = stepped_up(step, mover, inside);
            rise > 0.0 && rise <= most && passes(steps_up, rise, most))
            return {};
        const Recording& r = context_.recording;
        const std::string& u = r.header.unit;
        Finding f;
        f.fault = "pop-through", f.first = first, f.last = step.now.number();
        name_bodies(step.now, {mover, other}, f);
        f.at = pair_at(step.now, mover, other).on_b;
        if (!r.header.has(Channel::Unresolved))
            f.grade = Grade::Likely,
            f.assumes = translated("the position before the push is derived from its velocity");
        f.weight = std::min(0.95, 0.75 + 0.1 * taken / std::max(gm.reach(), 1e-9));
        add_fact(f, "way_in", back, u), add_fact(f, "way_out", taken, u);
        add_fact(f, "shortest_way_out", std::min(back, -deep.gap), u);
        f.facts.push_back({"came_from", came, ""}), f.facts.push_back({"went_to", went, ""});
        f.facts.push_back({"inside_at", inside.at, u});
        if (goes_on) f.facts.push_back({"kind", std::string("not stopped"), "text"});
        const Vec3 there = step.now.body_of(mover).pose.at;
        f.marks.push_back(
            {f.last, inside.at, inside.at + unit(came) * back, true, say("{} back", length_text(r, back))});
        f.marks.push_back({f.last, inside.at, there, true, say("{} taken", length_text(r, taken))});
        note_threshold(f, context_.settings.threshold("pop-through.turned"));
        note_threshold(f, {"slop", slop, u});
        const nlohmann::json who = mover_target(step.now, f);
        f.suggest.push_back({say("sweep {}", the(f.names[0])), {{{"motion", {who}}, {"tests", "swept"}}}});
        f.suggest.push_back({say("push {} out the way it came", the(f.names[0])),
                             {{{"motion", {who}}, {"tests", "after"}, {"response", "push-out"}}}});
        return f;
    }

    RuleContext context_;
    std::size_t most_;
    double turned_;
    std::map<Pair, Inside> inside_;
    std::vector<Held> held_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<PopThroughRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const auto index = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot a = r.collider_slot(f.colliders[0]);
    const World before = r.world_at(index - 1);
    const Vec3 came = std::get<Vec3>(f.fact("came_from")->value),
               went = std::get<Vec3>(f.fact("went_to")->value);
    const std::string other = the(f.names[1]);
    account.at(before.number(), say("{} is {} {}, {}.", sentence_the(f.names[0]), side_word(r, came), other,
                                    motion_text(r, before.body_of(a).velocity)));
    account.at(f.first,
               say("It is {} inside {}. {} back the way it came would free it.",
                   length_text(r, f.number("shortest_way_out")), other, length_text(r, f.number("way_in"))));
    const std::string away = length_text(r, f.number("way_out"));
    if (f.fact("kind")) {
        account.at(f.last, say("It goes on as fast as before and is {} {}, {} away. Nothing pushed it.",
                               side_word(r, went), other, away));
        account.cause(
            translated("nothing responds to the overlap, or the two are not tested in that frame."));
        return;
    }
    account.at(f.last, say("It is moved out {} {} instead, {} away.", side_word(r, went), other, away));
    account.cause(translated("the push-out chooses a side without asking from which side the body came in."));
}

} // namespace

const Fault pop_through_fault = {
    .id = "pop-through",
    .title = "Pop-through",
    .what = "A body is moved out on another side than the one it came in by.",
    .headline = "{mover} through {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
