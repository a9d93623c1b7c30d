// SPDX-License-Identifier: GPL-3.0-or-later
// deep-overlap: a solid pair ends a frame overlapped by more than the slop and 5 % of the mover's extent.
// Not: an overlap that begins with a logged contact, gets a response within one frame and shrinks from then
// on. The cause is named where the numbers prove it: tested before moving (depth = speed x step - former
// gap), placed by code, pushed by another, no push.
#include "fault/account_text.hpp"
#include "fault/removal.hpp"
#include "fault/rule.hpp"
#include "observation/crowd.hpp"
#include "observation/measures.hpp"

namespace oddbounce {

namespace {

constexpr Excuse shallow =
    limit("shallow", "it is at most {0} inside; more than {1} is reported", Measure::Length);
constexpr Excuse removed =
    excuse("removed", "one of the two is removed, or put elsewhere, where they meet: that is the response");
constexpr Excuse cut_off = excuse("cut-off", "it begins in the last frame: a solver may respond in the next");
constexpr Excuse fixed_in_place = excuse(
    "built-in", "code moves it inside what is fixed from the first frame to the last: it is built that way");
constexpr Excuse pressed =
    excuse("pressed", "{0} deep under load: in every frame a contact holds against it", Measure::Length);
constexpr Excuse solver =
    excuse("solver", "{0} deep: a solver has seen the contact and pushes the two apart", Measure::Length);
constexpr Excuse responded = excuse(
    "responded", "{0} deep: it is turned within a frame and gets less deep from then on", Measure::Length);
constexpr Excuse crowd = excuse(
    "crowd", "{0} deep: in every frame others of its kind push it in, which code puts apart one by one",
    Measure::Length);
constexpr Excuse hinged =
    excuse("hinged", "{0} deep in what is fixed: it only turns where it hangs, a door in its frame",
           Measure::Length);
constexpr const Excuse* excuses[] = {&shallow, &removed, &cut_off,   &fixed_in_place, &hinged,
                                     &pressed, &solver,  &responded, &crowd};

struct Run {
    Slot mover = -1, other = -1;
    std::size_t first = 0, last = 0, deepest_at = 0;
    std::size_t frames = 1;           // from the first to the last, without pauses
    std::size_t second = 0, next = 0; // the steps after the first and the last; 0: none came
    double deepest = 0.0, closing = 0.0, gap_before = 0.0, dt = 0.0;
    Vec3 at{0.0};
    bool responded = false, shrinks = true, placed = false, pushed = false, growing = false;
    bool gap_known = false; // of the frame before
    double previous = 0.0;
    std::size_t plateaus = 0; // frames in which the depth stayed as it was
    bool solved = false;      // a solver moves one of them
    double mark = 0.0;        // depth at the start of the present window of solving
    std::size_t marked_at = 0;
    std::size_t still = 0; // frames on end with the same depth
    bool lies = false;     // for a whole window it got hardly less deep, or lay still
    bool loaded = false;   // so far it is a solver's contact under load, responded to in every frame
    bool crowded = true;   // so far others of its kind push it in
    Vec3 normal{0.0};      // as it came in, from the mover
};

class DeepOverlapRule : public Rule {
  public:
    explicit DeepOverlapRule(const RuleContext& context)
        : context_(context), share_(context.settings["deep-overlap.share_of_extent"]),
          holes_(static_cast<std::size_t>(context.settings["run.holes"])) {}

    void step(const Step& step) override {
        for (const Meeting& m : step.meetings()) take(step, m);
        for (auto it = runs_.begin(); it != runs_.end();) {
            if (step.since(it->second.first) == 1) it->second.second = step.index;
            if (step.since(it->second.last) == 1) it->second.next = step.index;
            if (step.since(it->second.last) <= holes_) {
                ++it;
                continue;
            }
            close(it->second);
            it = runs_.erase(it);
        }
    }
    void finish() override {
        for (auto& [pair, run] : runs_) close(run);
    }

  private:
    double most(const World& now, Slot a, Slot b) const;
    bool judged(const Step& step, const Meeting& m) const;
    void take(const Step& step, const Meeting& m);
    void begin(const Step& step, const Meeting& m, Run& run) const;
    void close(const Run& run) const;
    std::string cause(const Run& run) const;
    bool responded_next(const Run& run) const;
    bool in_order(const Run& run) const;
    bool contact_logged(const Run& run) const;
    bool under_load(const Run& run) const;
    bool flew_in(const Run& run) const;
    double extent_of(const Run& run) const;
    bool no_more_to_see(const Run& run) const;
    bool solver_at_work(const Run& run) const;
    bool out_as_it_came(const Run& run) const;
    bool only_turns(const Run& run) const;
    std::string sticks_by(const Run& run) const;

    RuleContext context_;
    double share_;
    std::size_t holes_;
    std::map<std::pair<Slot, Slot>, Run> runs_;
};

/// Depth that is still in order: the slop, or the share of the mover's extent (of the smaller, if both move).
double DeepOverlapRule::most(const World& now, Slot a, Slot b) const {
    return std::max(context_.recording.slop(), share_ * moving_extent(now, a, b));
}

bool DeepOverlapRule::judged(const Step& step, const Meeting& m) const {
    const auto one_way = [&](Slot c) { return at(step.now, c).def->role == Role::OneWay; };
    if (m.does != Does::Solid || m.gap_after >= 0.0 || one_way(m.a) || one_way(m.b) ||
        one_owner(step.now, m.a, m.b))
        return false;
    const double least = most(step.now, m.a, m.b) + m.error;
    if (m.gap_after >= -least && context_.passes(shallow, step, m, -m.gap_after, least)) return false;
    return (step.now.stays(m.a) && step.now.stays(m.b)) || !context_.passes(removed, step, m);
}

void DeepOverlapRule::begin(const Step& step, const Meeting& m, Run& run) const {
    std::tie(run.mover, run.other) = mover_first(step.before, step.now, m.a, m.b);
    const Vec3 entry = m.sweep.status == Status::Found ? m.sweep.normal : m.normal;
    const Vec3 normal = run.mover == m.a ? entry : -entry;
    run.normal = normal;
    run.first = step.index, run.dt = step.now.dt();
    run.solved = either_solved(step.now, run.mover, run.other);
    run.gap_known = m.gap_before != infinity;
    run.gap_before = run.gap_known ? m.gap_before : 0.0;
    const BodyState &now = step.now.body_of(run.mover), &before = step.before.body_of(run.mover);
    const Vec3 travel = relative_travel(step.before, step.now, run.mover, run.other);
    const double moved = glm::dot(travel, normal) / run.dt;
    run.closing =
        before.velocity_known && !now.fresh
            ? closing_change(step.before, step.now, run.mover, run.other, normal, (m.on_a + m.on_b) * 0.5)
                  .before
            : moved;
    // A solver pushes out by places, not by velocities.
    run.placed = now.fresh || now.teleported ||
                 (now.velocity_logged && !run.solved && glm::length(travel) > context_.recording.slop() &&
                  (!carried_there(step, run.mover) || !carried_there(step, run.other)));
    run.loaded = run.solved && !run.placed && !moved_by_code(step.now, run.mover) &&
                 !moved_by_code(step.now, run.other);
    const Slot own = at(step.now, run.mover).body;
    for (const Meeting* met : step.of(own)) {
        const Meeting& other = *met;
        if (&other == &m || other.does != Does::Solid || other.gap_after > context_.recording.slop())
            continue;
        const bool is_a = at(step.now, other.a).body == own;
        const Slot pusher = is_a ? other.b : other.a;
        if (step.now.body_of(pusher).def->moves == Moves::Static) continue;
        run.loaded = run.loaded && !moved_by_code(step.now, pusher);
        const Vec3 push = is_a ? -other.normal : other.normal;
        run.pushed = run.pushed || (glm::dot(push, normal) > context_.shared.toward &&
                                    glm::dot(step.now.body_of(pusher).velocity, normal) > 0.0);
    }
}

void DeepOverlapRule::take(const Step& step, const Meeting& m) {
    const auto found = runs_.find({m.a, m.b});
    if (!judged(step, m)) return;
    // Out, and in again: where the first time was in order, this is another.
    const bool another =
        found != runs_.end() && step.since(found->second.last) > 1 && in_order(found->second);
    Run& run = runs_[{m.a, m.b}];
    if (another) run = Run();
    if (found == runs_.end() || another) begin(step, m, run);
    const bool follows = step.since(run.last) == 1;
    const std::size_t since_first = step.since(run.first);
    const double depth = -m.gap_after;
    const Vec3 normal = run.mover == m.a ? m.normal : -m.normal;
    const double closing =
        closing_change(step.now, step.now, run.mover, run.other, normal, (m.on_a + m.on_b) * 0.5).after;
    // Engines that look at the start of a step see in the next frame what came in this one.
    if (since_first > 0)
        run.loaded = run.loaded && (m.contact || !step.now.recording().header.has(Channel::Contacts)) &&
                     closing <= context_.observed.closing_that_matters(step, m) && follows;
    if (since_first <= 1 && run.closing > 0.0 && closing <= context_.shared.hardly * run.closing)
        run.responded = true;
    const bool comes_out = since_first > 0 && depth < run.previous;
    run.crowded = run.crowded && (comes_out || crowded(step, m));
    // The frame after the response must already be less deep.
    if (since_first > 1 && depth >= run.previous - 1e-3 * run.deepest) run.shrinks = false;
    if (since_first == 1 && !run.responded) run.shrinks = false;
    if (since_first > 1 && !follows) run.shrinks = false; // came back
    if (depth > run.deepest)
        run.deepest = depth, run.deepest_at = step.index, run.at = (m.on_a + m.on_b) * 0.5, run.mark = depth,
        run.marked_at = step.index;
    if (step.since(run.marked_at) >= context_.solver.frames) {
        run.lies = run.lies || depth > context_.solver.shed * run.mark;
        run.mark = depth, run.marked_at = step.index;
    }
    if (since_first > 0 &&
        std::abs(depth - run.previous) <= context_.settings["deep-overlap.plateau"] * run.previous)
        ++run.plateaus;
    // No solver at work leaves a depth just as it is, not even for a moment.
    constexpr double same = 1e-4;
    constexpr std::size_t at_rest = 3; // frames
    const bool lay = m.error == 0.0 && follows && std::abs(depth - run.previous) <= same * run.previous;
    run.still = since_first > 0 && lay ? run.still + 1 : 0;
    if (run.still >= at_rest) run.lies = true, run.loaded = false;
    run.previous = depth, run.last = step.index, run.next = 0, run.frames = since_first + 1;
}

std::string DeepOverlapRule::cause(const Run& run) const {
    if (run.placed) return "placed by code";
    if (run.pushed) return "pushed by another";
    if (run.gap_known && flew_in(run)) return "tested before moving";
    return "no push";
}

/// From outside, as deep as its speed takes it in one step.
bool DeepOverlapRule::flew_in(const Run& run) const {
    const double expected = run.closing * run.dt - run.gap_before;
    const double slack = std::max(0.5 * context_.recording.slop(),
                                  context_.settings["deep-overlap.cause_match"] * run.deepest);
    if (!run.gap_known) return run.deepest <= expected + slack;
    return run.closing > 0.0 && run.gap_before >= -context_.recording.slop() &&
           std::abs(run.deepest - expected) <= slack;
}

/// Extent of the smaller one that moves.
double DeepOverlapRule::extent_of(const Run& run) const {
    const World w = context_.recording.world_at(run.first);
    return moving_extent(w, run.mover, run.other);
}

/// A solver that has seen the contact turns the pair at once and pushes it apart over some frames, in a pile
/// not evenly. What it leaves lying at one depth is not being dynamic, and what was put there by code is not
/// its doing.
bool DeepOverlapRule::solver_at_work(const Run& run) const {
    const std::size_t frames = run.frames, most = context_.solver.frames;
    if (!run.solved || run.placed || run.lies) return false;
    // Deeper than a solver lets anything in, it must have flown in, perhaps before the first frame that is
    // seen.
    const bool came_before = run.gap_known && run.gap_before < -context_.recording.slop();
    if (!came_before && run.deepest > context_.solver.deepest * extent_of(run) && !flew_in(run)) return false;
    // Out again in time: how it did that in a crowd is its own matter.
    if (frames <= most && (run.responded || run.next > 0)) return true;
    return run.deepest_at - run.first <= most && run.plateaus <= 1 + frames / most &&
           (frames <= 2 || run.previous <= context_.solver.eased * run.deepest);
}

bool DeepOverlapRule::out_as_it_came(const Run& run) const {
    if (run.next == 0) return false;
    const World out = context_.recording.world_at(run.next);
    const PairView v = pair_at(out, run.mover, run.other);
    return v.known && v.gap > -most(out, run.mover, run.other) &&
           glm::dot(v.normal, run.normal) > context_.shared.toward;
}

/// From the recording's beginning on code turned it, and never moved it; what it turns into is fixed, and it
/// is not deep.
bool DeepOverlapRule::only_turns(const Run& run) const {
    if (run.solved) return false;
    const Recording& r = context_.recording;
    const World end = r.world_at(run.last);
    const BodyState& is = end.body_of(run.mover);
    if (!moved_by_code(is) || is.def->upright || is.has_desired ||
        end.body_of(run.other).def->moves != Moves::Static ||
        run.deepest > context_.shared.partly * extent_of(run))
        return false;
    const World begin = r.world_at(r.begin());
    const BodyState& was = begin.body_of(run.mover);
    return was.present && is.pose.turn != was.pose.turn &&
           glm::length(is.pose.at - was.pose.at) <= context_.shared.hardly * r.slop();
}

/// An event about the two as it came in, from when on it lies still in the other: an arrow in a butt. Its
/// name; empty: there is none, or it moves.
std::string DeepOverlapRule::sticks_by(const Run& run) const {
    const Recording& r = context_.recording;
    if (run.second == 0 || run.last <= run.second || run.solved) return {};
    const World then = r.world_at(run.second), end = r.world_at(run.last);
    const auto seen = [&](const World& w) {
        return w.body_of(run.other).pose.unplace(w.body_of(run.mover).pose.at);
    };
    if (glm::length(seen(end) - seen(then)) > context_.shared.hardly * r.slop()) return {};
    const Id a = then.body_of(run.mover).def->id, b = then.body_of(run.other).def->id;
    for (const EventRow& e : r.frame(run.first)->events)
        if (std::ranges::count(e.about, a) > 0 && std::ranges::count(e.about, b) > 0) return e.name;
    return {};
}

/// Engines find a contact at the start of a step: the one after the step that led inside counts too.
bool DeepOverlapRule::contact_logged(const Run& run) const {
    const Recording& r = context_.recording;
    const Id a = r.collider_id(run.mover), b = r.collider_id(run.other);
    const auto tells = [&](std::size_t index) {
        return std::ranges::any_of(r.frame(index)->contacts, [&](const ContactRow& c) {
            return c.active && c.phase != Phase::End && std::minmax(c.a, c.b) == std::minmax(a, b);
        });
    };
    return tells(run.first) || (run.second > 0 && tells(run.second));
}

/// A run of one frame: it was out again in the next; was it turned by then?
bool DeepOverlapRule::responded_next(const Run& run) const {
    if (run.closing <= 0.0) return false;
    const World next = context_.recording.world_at(run.second), now = context_.recording.world_at(run.first);
    if (!next.stays(run.mover) || !next.stays(run.other)) return false;
    const PairView v = pair_at(now, run.mover, run.other);
    const double closing =
        closing_change(now, next, run.mover, run.other, v.normal, (v.on_a + v.on_b) * 0.5).after;
    if (closing <= context_.shared.hardly * run.closing) return true;
    // In a crowd a solver has parted the pair while others drive it on.
    return run.solved && (!context_.recording.header.has(Channel::Contacts) || contact_logged(run)) &&
           closing <= context_.solver.parted * run.closing && pair_at(next, run.mover, run.other).gap >= 0.0;
}

/// What begins in the last frame, of the recording or of one of the two, a solver may have seen in the next.
bool DeepOverlapRule::no_more_to_see(const Run& run) const {
    if (!run.solved || run.placed || run.last > run.first) return false;
    if (run.second == 0) return true;
    const World next = context_.recording.world_at(run.second);
    return !next.stays(run.mover) || !next.stays(run.other);
}

/// A pile, a bridge, a mill that spins a drum: what gets a response at once and stays so is pressed in by its
/// load or its speed, and comes out again.
bool DeepOverlapRule::under_load(const Run& run) const {
    if (!run.loaded || run.last == run.first || run.next == 0) return false;
    return run.deepest <= context_.solver.pressed * extent_of(run);
}

/// Answered in time, by what the recording says: no fault.
bool DeepOverlapRule::in_order(const Run& run) const {
    const Recording& r = context_.recording;
    const bool logged = r.header.has(Channel::Contacts);
    const auto passes = [&](const Excuse& e) {
        return context_.passes(e, run.first, run.last, run.mover, run.other, run.deepest);
    };
    if (no_more_to_see(run) && passes(cut_off)) return true;
    if (built_in(r, run.first, run.last, run.mover, run.other) && passes(fixed_in_place)) return true;
    if (only_turns(run) && passes(hinged)) return true;
    if (run.last <= run.first + 1 && soon_gone(r, run.last, run.mover, run.other) && passes(removed))
        return true;
    if (run.crowded && run.deepest <= context_.solver.pressed * extent_of(run) && passes(crowd)) return true;
    if (logged && !contact_logged(run)) return false;
    if (under_load(run) && passes(pressed)) return true;
    // What is not logged is not denied: a solver that puts it out where it came in has seen it.
    if (solver_at_work(run) && (logged || run.responded || out_as_it_came(run)) && passes(solver))
        return true;
    if (!run.shrinks) return false;
    const bool one_frame = run.last == run.first;
    return (run.responded || (one_frame && run.second > 0 && responded_next(run))) && passes(responded);
}

void DeepOverlapRule::close(const Run& run) const {
    const Recording& r = context_.recording;
    const bool logged = r.header.has(Channel::Contacts);
    if (in_order(run)) return;
    const World now = r.world_at(run.first);
    const std::string& u = r.header.unit;
    Finding f;
    f.fault = "deep-overlap", f.first = r.number(run.first), f.last = r.number(run.last);
    name_bodies(now, {run.mover, run.other}, f);
    f.at = run.at;
    if (!logged)
        f.grade = Grade::Likely,
        f.assumes = translated("`contacts` is not logged: judged from shapes and motion alone");
    if (const std::string event = sticks_by(run); !event.empty())
        f.facts.push_back({"kind", std::string("sticks"), "text"}),
            f.grade = Grade::Hint,
            f.assumes =
                say("the game logs '{}' of the two, and it lies still from then on: it may stick there on "
                    "purpose",
                    event);
    const double extent = std::max(at(now, run.mover).geometry->extent(), 1e-9);
    f.weight =
        std::min(0.9, 0.35 + 0.5 * run.deepest / extent + 0.002 * static_cast<double>(run.last - run.first));
    const std::string why = cause(run);
    add_fact(f, "depth", run.deepest, u), add_fact(f, "closing_speed", std::max(0.0, run.closing), u + "/s");
    f.facts.push_back({"cause", why, "text"});
    add_fact(f, "expected_depth", run.closing * run.dt - run.gap_before, u);
    add_fact(f, "gap_before", run.gap_before, u);
    add_fact(f, "frames", static_cast<double>(run.last - run.first + 1), "frames");
    note_threshold(f, context_.settings.threshold("deep-overlap.share_of_extent"));
    note_threshold(f, {"slop", r.slop(), u});
    const nlohmann::json mover = mover_target(now, f);
    f.suggest.push_back({say("test {} after it moves", the(f.names[0])),
                         {{{"motion", {mover}}, {"tests", "after"}, {"response", "slide"}}}});
    f.suggest.push_back({say("push {} out", the(f.names[0])),
                         {{{"motion", {mover}}, {"tests", "after"}, {"response", "push-out"}}}});
    f.suggest.push_back({say("sweep {}", the(f.names[0])),
                         {{{"motion", {mover}}, {"tests", "swept"}, {"response", "slide"}}}});
    context_.found(std::move(f));
}

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<DeepOverlapRule>(context);
}

/// Why they overlap, with the numbers that show it.
std::string cause_text(const Recording& r, const Finding& f, double dt) {
    const std::string& cause = std::get<std::string>(f.fact("cause")->value);
    if (cause == "tested before moving") {
        const double gap = f.number("gap_before");
        return say("the game tests before it moves the body. {} × {} s {} {} {} = {}, the depth.",
                   speed_text(r, f.number("closing_speed")), figure(dt), gap < 0.0 ? "+" : "\u2212",
                   length_text(r, std::abs(gap)), translated(gap < 0.0 ? "of overlap" : "of gap"),
                   length_text(r, f.number("expected_depth")));
    }
    if (cause == "placed by code")
        return translated("its velocity does not explain the move: code placed it there.");
    if (cause == "pushed by another") return translated("another body pushed it in.");
    return translated("nothing pushed it out.");
}

void describe(const Recording& r, Finding& f) {
    const std::ptrdiff_t first = r.frame_index(f.first), last = r.frame_index(f.last);
    if (first < 0 || last < 0) return;
    AccountWriter account(f);
    const Slot a = r.collider_slot(f.colliders[0]), b = r.collider_slot(f.colliders[1]);
    const std::string mover = sentence_the(f.names[0]), other = the(f.names[1]);
    if (first > 0) {
        const World w = r.world_at(static_cast<std::size_t>(first - 1));
        const PairView v = pair_at(w, a, b);
        const Vec3 velocity = w.body_of(a).velocity;
        if (v.known && v.gap >= 0.0)
            account.at(w.number(),
                       say("{} is {} {}, {} ({} per frame).", mover, place_text(r, v), other,
                           motion_text(r, velocity), length_text(r, glm::length(velocity) * w.dt())));
    }
    const World w = r.world_at(static_cast<std::size_t>(first));
    account.at(w.number(),
               say("{} ends the frame {} inside {}.", mover, length_text(r, -pair_at(w, a, b).gap), other));
    for (std::ptrdiff_t i = first + 1; i <= std::min(last, first + 2); ++i) {
        const World next = r.world_at(static_cast<std::size_t>(i));
        const PairView p = pair_at(next, a, b);
        if (!p.known) continue;
        const std::string far = length_text(r, std::abs(p.gap)),
                          moves = motion_text(r, next.body_of(a).velocity);
        account.at(next.number(), p.gap < 0.0 ? say("It is {} inside, {}.", far, moves)
                                              : say("It is {} apart, {}.", far, moves));
    }
    if (last > first + 2)
        account.at(f.last, say("It was inside for {}, at most {} deep.",
                               count_text(f.number("frames"), "frame"), length_text(r, f.number("depth"))));
    account.cause(cause_text(r, f, w.dt()));
}

} // namespace

const Fault deep_overlap_fault = {
    .id = "deep-overlap",
    .title = "Deep overlap",
    .what = "Two solid bodies end a frame deep inside each other.",
    .headline = "{mover} inside {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
