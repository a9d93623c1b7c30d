// SPDX-License-Identifier: GPL-3.0-or-later
// stuck-on-edge: a body that wants to move, or should fall, moves less than a tenth of what it should over
// 6 frames or more, while what holds it is an edge and not an obstacle. Kinds:
//   seam catch     on a flat run: lifted by two slops the way is free, and a vertex lies ahead
//   trip           the same, shorter, but more than half of the speed is lost, or it is launched upward
//   hung on a side nothing below, a side wall touched, and it does not fall: friction holds it
//   ledge perch    less than a tenth of its width is supported
//   overhang hook  held by a part of its own outline well above its feet
// Not: a wall that is really there, standing by choice, a body that floats with nothing beside it.
#include "fault/account_text.hpp"
#include "fault/held_up.hpp"

namespace oddbounce {

using namespace held_up;

namespace {

constexpr Excuse landing = excuse(
    "landing", "it lands at {0}: friction can take as much from its speed along the ground", Measure::Speed);
constexpr Excuse in_the_air = limit("in-the-air", "it is held up, but stands on nothing walkable");
constexpr Excuse obstacle = limit(
    "obstacle", "lifted by {0} it would still run into something: an obstacle, no edge", Measure::Length);
constexpr Excuse no_flat_run =
    excuse("no-flat-run", "the ground on the two sides of the edge is not level: a real step or slope");
constexpr Excuse no_contact = excuse("no-contact", "contacts are logged, and none pushes against its way");
constexpr Excuse never_fell = excuse("never-fell", "it was not seen to fall: perhaps it flies");
constexpr Excuse too_short = limit("too-short", "it lasts {0}; {1} are needed", Measure::Frames);
constexpr const Excuse* excuses[] = {&landing,    &in_the_air,  &obstacle, &no_flat_run,   &no_contact,
                                     &never_fell, &no_way_down, &balanced, &enough_ground, &in_a_pile,
                                     &rounded,    &too_short,   &attached};

const char* name(EdgeKind k) {
    switch (k) {
    case EdgeKind::Seam:
        return "internal edge";
    case EdgeKind::Hung:
        return "wall hang";
    case EdgeKind::Perch:
        return "ledge";
    case EdgeKind::Hook:
        return "overhang";
    default:
        return "";
    }
}

/// A body that does not get on along its way.
struct Stall {
    Vec3 way{0.0};
    double speed = 0.0, lost = 0.0, thrown = 0.0, rise = 0.0; ///< thrown: unit/s upward; rise: unit
    double missed = 0.0;                                      ///< of the way that it wanted, unit
    bool stuck = false, trip = false;
};

struct Run {
    EdgeEvidence evidence;
    std::size_t first = 0, last = 0, frames = 0;
    bool trip = false;
    double lost = 0.0, thrown = 0.0, missed = 0.0, grain = 0.0; // grain: by which its places are rounded
};

class StuckOnEdgeRule : public Rule {
  public:
    explicit StuckOnEdgeRule(const RuleContext& context)
        : context_(context), r_(context.recording), up_(r_.header.up), slop_(r_.slop()),
          gravity_(glm::length(r_.header.gravity)),
          lift_(context.settings["stuck-on-edge.lift"] * slop_ + r_.header.skin),
          moved_share_(context.settings["stuck-on-edge.moved_share"]),
          ran_(context.settings["stuck-on-edge.ran"]),
          frames_(static_cast<std::size_t>(context.settings["stuck-on-edge.frames"])),
          holes_(static_cast<std::size_t>(context.settings["run.holes"])), look_(r_, context.shared),
          held_up_(context_, look_) {}

    void step(const Step& step) override;
    void finish() override {
        for (auto& [body, run] : runs_) close(body, run);
        for (const auto& [body, run] : hung_) {
            const auto passes = [&, body = body, &run = run](const Excuse& e) {
                return context_.passes_body(e, run.first, run.last, body);
            };
            if (!context_.observed.falls(body) && passes(never_fell)) continue;
            if (held_up_.attaches(body) && passes(attached)) continue;
            report(run);
        }
    }

  private:
    EdgeEvidence judge(const Step& step, Slot body);
    std::optional<Stall> stalled(const Step& step, Slot body) const;
    EdgeEvidence seam(const Step& step, Slot body, const Stall& s, const std::vector<Face>& all) const;
    void close(Slot body, const Run& run);
    void report(const Run& run) const;
    bool long_enough(const Run& run) const;
    void suggest(Finding& f, const Run& run) const;

    RuleContext context_;
    const Recording& r_;
    Vec3 up_;
    double slop_, gravity_, lift_, moved_share_, ran_;
    std::size_t frames_, holes_;
    std::map<Slot, Run> runs_;
    std::vector<std::pair<Slot, Run>> hung_; ///< told at the end, if what is seen until then allows it
    BySlot<std::optional<Vec3>> went_;       ///< in the step before, unit/s
    EdgeLook look_;
    HeldUp held_up_;
};

double reach_of(const Step& step, Slot body) {
    double reach = 0.0;
    for (const Slot c : step.now.colliders_of(body))
        if (step.now.live(c)) reach = std::max(reach, at(step.now, c).geometry->reach());
    return reach;
}

/// None: it goes as it should.
std::optional<Stall> StuckOnEdgeRule::stalled(const Step& step, Slot body) const {
    const BodyState &now = step.now.body(body), &before = step.before.body(body);
    const double dt = step.now.dt(), least = slop_ / (dt * 6.0);
    const bool desired_logged = r_.header.has(Channel::Desired) && now.has_desired;
    Vec3 want = desired_logged                         ? now.desired
                : solved(now) && before.velocity_known ? before.velocity
                                                       : Vec3(0.0);
    const bool wants_up = glm::dot(want, up_) > context_.shared.leans * glm::length(want);
    want -= up_ * glm::dot(want, up_);
    Stall s;
    s.speed = glm::length(want);
    if (s.speed < least) return {};
    s.way = want / s.speed;
    const Vec3 travel = step.now.motion_since(step.before, body).travel();
    const double moved = glm::dot(travel, s.way) / dt;
    const double was = before.velocity_known ? glm::dot(before.velocity, s.way) : 0.0;
    const double is = now.velocity_known ? glm::dot(now.velocity, s.way) : moved;
    // What tumbles is thrown about by its own corners.
    const bool tumbles =
        solved(now) && !now.def->upright &&
        glm::length(before.angular_velocity) * reach_of(step, body) > context_.shared.partly * was;
    // Who stood, though its velocity says otherwise, jumps.
    const std::optional<Vec3>& went = went_.at(body);
    const bool stood = went && glm::dot(*went, s.way) < context_.shared.partly * was;
    const bool ran = !stood && was > ran_ * least && was >= context_.shared.turned * s.speed && !tumbles;
    s.lost = was > 0.0 ? std::clamp(1.0 - is / was, 0.0, 1.0) : 0.0;
    // What turns slowly, or sets off slowly, is not held.
    const double should = std::min(s.speed, context_.observed.expected_along(step, body, s.way));
    s.stuck = desired_logged && should > 0.0 && moved < moved_share_ * should;
    // The seam may lie at the very end of the step: then it stands from now on.
    const bool stands = now.velocity_logged && is < moved_share_ * was;
    // Code that steers a walker of a solver sends it back as fast as it came; no seam does.
    const bool sent_back = solved(now) && now.def->upright && is < -context_.shared.turned * was;
    s.missed = std::max(0.0, s.speed - moved) * dt;
    s.trip = ran && !sent_back && was - is > context_.observed.rounding(step, body) &&
             is < context_.settings["stuck-on-edge.trip_share"] * was &&
             (moved < context_.settings["stuck-on-edge.goes_on"] * was || stands);
    // Who lands is stopped by the friction of the landing.
    const double landed = glm::dot(now.velocity - before.velocity, up_);
    if (s.trip && solved(now) && was - is <= context_.solver.friction * landed &&
        context_.passes_body(landing, step.index, step.index, body, landed))
        s.trip = false;
    // Thrown up: only where the log says which contact did it; a jump has none that opposes the way.
    if (ran && !wants_up && r_.header.has(Channel::Contacts) && before.velocity_known && now.velocity_known &&
        std::abs(glm::dot(before.velocity, up_)) < context_.shared.hardly * was) {
        const double up = glm::dot(now.velocity, up_) - context_.observed.rounding(step, body);
        if (up > context_.settings["stuck-on-edge.launch_share"] * was && up > ran_ * gravity_ * dt)
            s.trip = true, s.thrown = up, s.rise = std::max(0.0, glm::dot(travel, up_));
    }
    if (!s.stuck && !s.trip) return {};
    return s;
}

EdgeEvidence StuckOnEdgeRule::seam(const Step& step, Slot body, const Stall& s,
                                   const std::vector<Face>& all) const {
    const double near = slop_ + r_.header.skin + s.rise;
    // What it flies up from, beside it, does not support it; a seam may throw it up.
    const auto leaves = [&](const Face& t) {
        const BodyState &is = step.now.body(body), &on = step.now.body_of(t.other);
        return s.thrown == 0.0 && is.velocity_known &&
               glm::dot(on.velocity - is.velocity, t.normal) > closing_that_matters(step);
    };
    const bool supported = std::any_of(all.begin(), all.end(), [&](const Face& t) {
        return t.gap <= near && walkable(step.now, body, t.normal) && !leaves(t);
    });
    const auto passes = [&](const Excuse& e, double measured = 0.0) {
        return context_.passes_body(e, step.index, step.index, body, measured);
    };
    if (!supported && passes(in_the_air)) return {};
    const double lift = lift_ + s.rise;
    // Thrown up: what rises behind the seam is a slope that it goes up.
    double ahead = std::max(s.speed * step.now.dt(), context_.settings["stuck-on-edge.ahead"] * slop_);
    if (s.thrown > 0.0) ahead += context_.settings["stuck-on-edge.launch_ahead"] * slop_;
    // A game that moves axis by axis meets what is in its way where it was before it fell.
    const double fell = -glm::dot(step.now.motion_since(step.before, body).travel(), up_);
    for (const double height : {lift, std::max(lift, fell)})
        if (!look_.free_ahead(step, body, up_ * height, s.way * ahead) && passes(obstacle, height)) return {};
    for (const Face& t : all) {
        Vec3 vertex;
        if (!look_.vertex_ahead(step, t, s.way, lift + slop_, vertex)) continue;
        if (!look_.on_flat_run(step, t, all, vertex, s.way, lift, near) && passes(no_flat_run)) continue;
        if (r_.header.has(Channel::Contacts) && !look_.opposed(step, t, s.way) && passes(no_contact))
            continue;
        EdgeEvidence e;
        e.kind = EdgeKind::Seam, e.mine = t.own, e.others = {t.other}, e.at = vertex, e.trip = s.trip;
        e.lost = s.lost, e.thrown = s.thrown, e.missed = s.missed;
        for (const Face& o : all)
            if (o.other != t.other && o.gap <= near && walkable(step.now, body, o.normal))
                e.others.push_back(o.other);
        return e;
    }
    return {};
}

EdgeEvidence StuckOnEdgeRule::judge(const Step& step, Slot body) {
    const BodyState& now = step.now.body(body);
    if (!now.present || !now.def || now.def->moves == Moves::Static || now.fresh || now.teleported ||
        step.index == 0)
        return {};
    const auto all = step.of(body);
    if (std::none_of(all.begin(), all.end(), [](const Meeting* m) { return m->does == Does::Solid; }))
        return {};
    if (const std::optional<Stall> s = stalled(step, body))
        if (const EdgeEvidence e = seam(step, body, *s, look_.touches(step, body)); e.kind != EdgeKind::None)
            return e;
    return held_up_.look(step, body);
}

void StuckOnEdgeRule::step(const Step& step) {
    std::vector<Slot> bodies = step.now.movers();
    for (const auto& [body, run] : runs_) // also those that are gone
        if (!std::binary_search(bodies.begin(), bodies.end(), body))
            bodies.insert(std::lower_bound(bodies.begin(), bodies.end(), body), body);
    for (const Slot body : bodies) {
        const EdgeEvidence e = judge(step, body);
        went_[body] = step.now.motion_since(step.before, body).travel() / step.now.dt();
        auto it = runs_.find(body);
        if (it != runs_.end() && (step.since(it->second.last) > holes_ ||
                                  (e.kind != EdgeKind::None && e.kind != it->second.evidence.kind))) {
            close(body, it->second);
            runs_.erase(it);
            it = runs_.end();
        }
        if (e.kind == EdgeKind::None) continue;
        if (it == runs_.end()) it = runs_.emplace(body, Run{e, step.index, step.index}).first;
        Run& run = it->second;
        run.last = step.index, ++run.frames;
        run.trip = run.trip || e.trip, run.lost = std::max(run.lost, e.lost);
        run.thrown = std::max(run.thrown, e.thrown);
        run.missed += e.missed, run.grain = r_.rounding();
    }
}

void StuckOnEdgeRule::suggest(Finding& f, const Run& run) const {
    const nlohmann::json mine = f.colliders[0];
    const World now = r_.world_at(run.last);
    const double round =
        std::ceil(std::max(2.0 * slop_, 0.15 * at(now, run.evidence.mine).geometry->extent()) * 10.0) / 10.0;
    const std::string& body = f.names[0];
    const nlohmann::json rounder = {{{"colliders", {mine}}, {"round", round}}};
    if (run.evidence.kind == EdgeKind::Hung)
        f.suggest.push_back(
            {say("no friction on {}", the(body)), {{{"colliders", {mine}}, {"friction", 0.0}}}});
    f.suggest.push_back({say("round the corners of {} by {}", the(body), length_text(r_, round)), rounder});
    if (run.evidence.kind == EdgeKind::Seam)
        f.suggest.push_back({say("sweep and slide {}", the(body)),
                             {{{"motion", {mover_target(now, f)}},
                               {"tests", "swept"},
                               {"response", "slide"},
                               {"step_height", lift_}}}});
    else
        f.suggest.push_back(
            {say("a capsule for {}", the(body)), {{{"colliders", {mine}}, {"fit", "capsule"}}}});
}

bool StuckOnEdgeRule::long_enough(const Run& run) const {
    return run.frames >= frames_ && run.missed > run.grain;
}

void StuckOnEdgeRule::close(Slot body, const Run& run) {
    if (!long_enough(run) && !run.trip &&
        context_.passes(too_short, run.first, run.last, run.evidence.mine, run.evidence.others[0],
                        static_cast<double>(run.frames), static_cast<double>(frames_)))
        return;
    // It may be seen to fall later, or to go with what moves; who walks does not.
    const bool walks = r_.world_at(run.last).body(body).has_desired;
    if (run.evidence.kind == EdgeKind::Hung && (!walks || !context_.observed.falls(body)))
        hung_.push_back({body, run});
    else
        report(run);
}

void StuckOnEdgeRule::report(const Run& run) const {
    const std::string& u = r_.header.unit;
    Finding f;
    f.fault = "stuck-on-edge", f.first = r_.number(run.first), f.last = r_.number(run.last);
    std::vector<Slot> colliders{run.evidence.mine};
    colliders.insert(colliders.end(), run.evidence.others.begin(), run.evidence.others.end());
    name_bodies(r_.world_at(run.last), colliders, f);
    f.at = run.evidence.at;
    const bool seam = run.evidence.kind == EdgeKind::Seam;
    if (!r_.header.has(Channel::Contacts))
        f.grade = Grade::Likely,
        f.assumes = translated("`contacts` is not logged: judged from shapes and motion alone");
    f.weight = std::min(0.85, 0.45 + 0.01 * static_cast<double>(run.frames) + (run.trip ? 0.1 : 0.0));
    f.facts.push_back(
        {"kind", std::string(seam && !long_enough(run) ? "trip" : name(run.evidence.kind)), "text"});
    add_fact(f, "frames", static_cast<double>(run.last - run.first + 1), "frames");
    if (run.evidence.friction > 0.0) add_fact(f, "friction_needed", run.evidence.friction, "");
    if (run.evidence.overhang > 0.0) add_fact(f, "overhang", run.evidence.overhang, u);
    if (run.lost > 0.0) add_fact(f, "speed_lost", 100.0 * run.lost, "%");
    if (run.thrown > 0.0) add_fact(f, "launch_speed", run.thrown, u + "/s");
    f.facts.push_back({"vertex", run.evidence.at, u});
    for (const char* key : {"stuck-on-edge.frames", "stuck-on-edge.moved_share"})
        note_threshold(f, context_.settings.threshold(key));
    if (seam) note_threshold(f, {"stuck-on-edge.lift", lift_, u});
    suggest(f, run);
    context_.found(std::move(f));
}

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<StuckOnEdgeRule>(context);
}

/// What holds it, measured; and what that means.
std::pair<std::string, std::string> held_by(const Recording& r, const Finding& f) {
    const std::string& kind = std::get<std::string>(f.fact("kind")->value);
    const std::string other = the(f.names.size() > 1 ? f.names[1] : f.names[0]);
    const std::string internal_edge =
        translated("an edge between two level surfaces is treated as an obstacle.");
    if (kind == "trip" && f.fact("launch_speed"))
        return {say("The end of {} launches it upward at {}. The run is flat there.", other,
                    speed_text(r, f.number("launch_speed"))),
                internal_edge};
    const bool one_thing = f.colliders.size() > 1 && r.frame_index(f.first) >= 0 && [&] {
        const World w = r.world_at(static_cast<std::size_t>(r.frame_index(f.first)));
        const Slot c = r.collider_slot(f.colliders[1]);
        return w.live(c) && at(w, c).geometry->of_parts();
    }();
    if ((kind == "internal edge" || kind == "trip") && one_thing)
        return {say("Its edge catches on an inner edge of {}. The run is flat: lifted by {} the way ahead is "
                    "free.",
                    other, length_text(r, f.thresholds.back().value)),
                internal_edge};
    if (kind == "internal edge" || kind == "trip")
        return {say("Its edge catches on the end of {}. The run is flat: lifted by {} the way ahead is free.",
                    other, length_text(r, f.thresholds.back().value)),
                internal_edge};
    if (kind == "wall hang")
        return {
            say("Nothing is below it. It touches only the side of {} and does not fall.", other),
            f.fact("friction_needed")
                ? say("friction on the side holds it; any above {} does.",
                      figure(f.number("friction_needed")))
                : translated("the side holds it, by friction or by its outline. Trying it without friction "
                             "decides which.")};
    if (kind == "ledge")
        return {say("Less than a tenth of its width stands on {}; {} hang over.", other,
                    length_text(r, f.number("overhang"))),
                translated("the last corner still counts as support. A rounder outline slides off.")};
    return {say("A part of its outline above its feet rests on {}.", other),
            translated("its own outline hooks on the edge.")};
}

void describe(const Recording& r, Finding& f) {
    const std::ptrdiff_t first = r.frame_index(f.first), last = r.frame_index(f.last);
    if (first < 0 || last < 0) return;
    AccountWriter account(f);
    const Slot body = r.body_slot(f.bodies[0]);
    const auto line = [&](std::ptrdiff_t i, const std::string& more) {
        const World w = r.world_at(static_cast<std::size_t>(i));
        const BodyState& b = w.body(body);
        const std::string is = sentence_the(f.names[0]), moves = motion_text(r, b.velocity);
        const bool wants = b.has_desired && glm::length(b.desired) > 0.0;
        account.at(w.number(), (wants ? say("{} is {}; it {}.", is, moves, desired_text(r, b.desired))
                                      : say("{} is {}.", is, moves)) +
                                   (more.empty() ? "" : ' ' + more));
    };
    const auto [measured, cause] = held_by(r, f);
    if (first > 0) line(first - 1, "");
    line(first, measured);
    if (last > first) line(last, say("It was held for {}.", count_text(f.number("frames"), "frame")));
    if (static_cast<std::size_t>(last) + 1 < r.size()) line(last + 1, "");
    account.cause(cause);
}

} // namespace

const Fault stuck_on_edge_fault = {
    .id = "stuck-on-edge",
    .title = "Stuck on edge",
    .what = "A body is held by an edge or a side where nothing blocks it.",
    .headline = "{mover} on {other}, {kind}",
    .headline_alone = "{mover}, {kind}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
