// SPDX-License-Identifier: GPL-3.0-or-later
// wall-climb: a kinematic body rises along a surface steeper than its slope limit, without an upward desired
// velocity, and not by a jump that gravity slows down. Not: steps that it may take, what stands on something
// that carries it.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"

#include <numbers>
#include <unordered_map>

namespace oddbounce {

namespace {

constexpr Excuse wanted = excuse("wanted", "it wants to go up");
constexpr Excuse by_code = excuse("by-code", "code moves it, and it was not seen to fall: a lift");
constexpr Excuse flight = excuse("flight", "it rises no more than one that flies would");
constexpr Excuse carried = excuse("supported", "something walkable, or something that rises, supports it");
constexpr Excuse step_height =
    limit("step", "it rises by {0}; up to {1} is a step that it may take", Measure::Length);
constexpr Excuse too_short = limit("too-short", "it lasts {0}; {1} are needed", Measure::Frames);
constexpr Excuse whole_pixels = excuse("whole-pixels", "its places are whole pixels: it may as well fly");
constexpr const Excuse* excuses[] = {&wanted,      &by_code,   &flight,      &carried,
                                     &step_height, &too_short, &whole_pixels};

struct Rise {
    double by, dt;
};

struct Run {
    std::size_t first = 0, last = 0;
    Slot mover = -1, other = -1;
    double rise = 0.0, slope = 0.0, least = 0.0; // height gained; degrees; height that is in order
    std::size_t frames = 0;
    double grain = 0.0, pull = 0.0; // by which its places are rounded; how a flight would slow down, unit/s²
    std::vector<Rise> rises;        // of each frame, where places are rounded
    Vec3 began{0.0}, at{0.0};       // the first and the last contact
};

class WallClimbRule : public Rule {
  public:
    explicit WallClimbRule(const RuleContext& context)
        : context_(context), up_(context.recording.header.up),
          margin_(context.settings["wall-climb.slope_margin"]),
          runs_(2, [this](const Slot&, Run& run) { close(run); }) {}

    void step(const Step& step) override {
        if (glm::length(context_.recording.header.gravity) == 0.0) return; // nothing is up
        for (const Slot body : step.now.movers()) take(step, body);
        runs_.sweep(step);
    }
    void finish() override {
        runs_.finish();
        for (const auto& [body, run] : untold_)
            if (context_.observed.falls(body) ||
                !context_.passes(by_code, run.first, run.last, run.mover, run.other))
                report(run);
    }

  private:
    struct Steep {
        std::optional<Face> face;
        double slope = 0.0;
        bool touched = false; // by anything solid
        bool carried = false; // by something walkable, or that moves up itself
    };

    Steep surfaces(const Step& step, Slot body) const {
        Steep out;
        const double limit = step.now.body(body).def->slope + margin_;
        for (const Face& f : touched_faces(step, body)) {
            const auto one_way = [&](Slot c) { return at(step.now, c).def->role == Role::OneWay; };
            if (one_way(f.own) || one_way(f.other) || one_owner(step.now, f.own, f.other)) continue;
            out.touched = true;
            const double slope = steepness(step.now, f.normal);
            const double lifts =
                glm::dot(step.now.motion_since(step.before, at(step.now, f.other).body).travel(), up_);
            if (step.now.body_of(f.other).def->moves != Moves::Static && lifts > 0.0) out.carried = true;
            if (slope <= limit)
                out.carried =
                    out.carried || f.contact || f.gap < context_.shared.hardly * context_.recording.slop();
            else if (slope < context_.settings["wall-climb.overhang"] && (!out.face || slope < out.slope))
                out.face = f, out.slope = slope;
        }
        return out;
    }

    /// A body on its way up. Games let gravity pull some bodies less, or not at all: what it does is learned
    /// while nothing touches them.
    struct Flight {
        double speed = 0.0; // upward, of the last step, unit/s
        double slows = 0.0; // by how much that decreased, unit/s²
        double pull = 0.0;  // the less of the last two of those: a head that meets a ceiling is no pull
        std::size_t last = 0;
        bool free = false, pulled = false; // untouched in the last step; `pull` is known
        std::vector<Rise> rises;           // of each step while untouched, where places are rounded
    };

    void take(const Step& step, Slot body) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        // What a solver moves and nobody steers is lifted by whatever hits it.
        const bool steered = moved_by_code(is) || is.has_desired;
        if (!steered || is.fresh || is.teleported || !was.velocity_known || was.fresh) return;
        const double rise = glm::dot(is.pose.at - was.pose.at, up_), slop = context_.recording.slop();
        if (rise <= context_.settings["wall-climb.least_step"] * slop) return;
        const auto passes = [&](const Excuse& e) {
            return context_.passes_body(e, step.index, step.index, body);
        };
        if (wants_toward(is, up_, context_.shared.hardly) && passes(wanted)) return;
        const Steep steep = surfaces(step, body);
        const double grain = context_.observed.grain(body);
        const bool flies = in_flight(step, body, rise, steep) && grain == 0.0; // else: on the whole
        if (!steep.face || (flies && passes(flight)) || (steep.carried && passes(carried))) return;
        Run& r = runs_.at(body, step.index);
        const Flight& f = flights_[body];
        r.grain = grain;
        if (grain > 0.0) r.rises.push_back({rise, step.now.dt()});
        if (r.frames++ == 0) {
            r.pull = grain > 0.0 ? least_pull(body, f, grain) : pull(body, f);
            r.mover = steep.face->own, r.other = steep.face->other, r.slope = steep.slope;
            const Geometry& g = *at(step.now, r.mover).geometry;
            const double height = g.along(is.pose, up_) + g.along(is.pose, -up_);
            r.least =
                is.def->step + std::max(4.0 * slop, context_.settings["wall-climb.least_rise"] * height);
        }
        r.rise += rise, r.at = steep.face->at;
        if (r.frames == 1) r.began = r.at;
    }

    double pull(Slot body, const Flight& f) const {
        if (context_.observed.floats(body)) return 0.0;
        return f.pulled ? f.pull : -glm::dot(context_.recording.header.gravity, up_);
    }

    // Places are rounded: one step tells nothing, the two halves of many do.

    /// By how much it is slower in the second half, unit/s, by how much that may be wrong, and the time
    /// between.
    struct Slowing {
        double by = 0.0, error = 0.0, time = 0.0;
    };
    static Slowing slowing(const std::vector<Rise>& rises, double grain) {
        const std::size_t half = rises.size() / 2;
        if (half == 0) return {};
        double way[2] = {}, time[2] = {};
        for (std::size_t i = 0; i < half; ++i)
            for (const std::size_t k : {std::size_t(0), std::size_t(1)}) {
                const Rise& r = rises[k == 0 ? i : rises.size() - 1 - i];
                way[k] += r.by, time[k] += r.dt;
            }
        return {way[0] / time[0] - way[1] / time[1], grain / time[0] + grain / time[1],
                (time[0] + time[1]) / 2.0};
    }
    /// The least that may pull it, after what it did while untouched: it may be pulled less than others are.
    double least_pull(Slot body, const Flight& f, double grain) const {
        if (f.rises.empty()) return pull(body, f);
        const Slowing s = slowing(f.rises, grain);
        return s.time > 0.0 ? std::clamp((s.by - s.error) / s.time, 0.0, pull(body, f)) : 0.0;
    }
    /// It slows down as one that flies, or too little can be told.
    bool flies_on_the_whole(const Run& run) const {
        const Slowing s = slowing(run.rises, run.grain);
        const double taken = run.pull * s.time;
        return taken <= 2.0 * s.error || s.by >= context_.shared.turned * taken;
    }

    /// It rises no more than one that flies would: gravity slows it, on a slope by its share along the slope.
    /// The first frame of a jump is none, but the next ones tell. Remembers the step.
    bool in_flight(const Step& step, Slot body, double rise, const Steep& steep) {
        const double dt = step.now.dt(), speed = rise / dt;
        Flight& f = flights_[body];
        const bool follows = f.last > 0 && step.since(f.last) == 1 && f.speed > 0.0;
        if (follows && f.free && !steep.touched && context_.observed.grain(body) == 0.0) {
            const double slows = std::max(0.0, (f.speed - speed) / dt);
            f.pull = f.pulled ? std::min(f.slows, slows) : slows;
            f.slows = slows, f.pulled = true;
        }
        const double share = std::pow(std::sin(steep.slope * std::numbers::pi / 180.0), 2.0);
        const double most = -0.5 * pull(body, f) * dt * share,
                     rounding = 1e-6 * speed; // of the change of its speed
        const double logged = glm::dot(step.before.body(body).velocity, up_);
        const bool flies = (logged > 0.0 && speed < logged + most) ||
                           (follows && f.pulled && speed <= f.speed + most + rounding) ||
                           (follows && speed < f.speed + most);
        if (!follows) f.rises.clear();
        if (context_.observed.grain(body) > 0.0 && !steep.touched) f.rises.push_back({rise, dt});
        f.speed = speed, f.last = step.index, f.free = !steep.touched;
        return flies;
    }

    void close(const Run& run) {
        const Recording& r = context_.recording;
        const auto passes = [&](const Excuse& e, double measured = 0.0, double least = 0.0) {
            return context_.passes(e, run.first, run.last, run.mover, run.other, measured, least);
        };
        if (run.rise <= run.least && passes(step_height, run.rise, run.least)) return;
        const double frames = static_cast<double>(run.frames), least = context_.settings["wall-climb.frames"];
        if (frames < least && passes(too_short, frames, least)) return;
        // Among whole pixels a flight shows only in the long run.
        if (run.grain > 0.0 && flies_on_the_whole(run) && passes(whole_pixels)) return;
        // Whether gravity pulls it may show later.
        const World w = r.world_at(run.first);
        const BodyState& body = w.body_of(run.mover);
        const Slot slot = at(w, run.mover).body;
        const bool walks = body.has_desired || body.def->upright || body.grounded;
        if (walks && !context_.observed.floats(slot))
            report(run);
        else
            untold_.push_back({slot, run});
    }

    void report(const Run& run) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(run.first);
        Finding f;
        f.fault = "wall-climb", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.mover, run.other}, f);
        f.at = run.at;
        if (!r.header.has(Channel::Desired))
            f.grade = Grade::Likely,
            f.assumes = translated("`desired` is not logged: it is taken not to want to climb");
        f.weight = 0.75;
        const std::string& u = r.header.unit;
        add_fact(f, "rise_per_frame", run.rise / static_cast<double>(run.frames), u);
        add_fact(f, "slope", run.slope, "degrees"), add_fact(f, "step_height_needed", run.rise, u);
        add_fact(f, "slope_limit", w.body_of(run.mover).def->slope, "degrees");
        add_fact(f, "frames", static_cast<double>(run.last - run.first + 1), "frames");
        const Vec3 risen = r.header.up * run.rise;
        f.marks.push_back(
            {f.first, run.began, run.began + risen, true, say("rises {}", length_text(r, run.rise))});
        f.marks.push_back({f.last, run.at - risen, run.at, true, say("rose {}", length_text(r, run.rise))});
        note_threshold(f, context_.settings.threshold("wall-climb.least_rise"));
        const nlohmann::json who = mover_target(w, f);
        f.suggest.push_back({say("slide {} along what is too steep", the(f.names[0])),
                             {{{"motion", {who}}, {"tests", "after"}, {"response", "slide"}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    Vec3 up_;
    double margin_;
    std::unordered_map<Slot, Flight> flights_;
    Runs<Slot, Run> runs_;                     // by body
    std::vector<std::pair<Slot, Run>> untold_; ///< of bodies of which nobody says what they want
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<WallClimbRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const World w = r.world_at(static_cast<std::size_t>(r.frame_index(f.first)));
    const BodyState& b = w.body_of(r.collider_slot(f.colliders[0]));
    account.at(f.first, say("{} touches {}. The surface is {}° steep there, its slope limit is {}°.",
                            sentence_the(f.names[0]), the(f.names[1]), figure(f.number("slope")),
                            figure(f.number("slope_limit"))));
    if (b.has_desired)
        account.at(f.first, say("It {} and is {}.", desired_text(r, b.desired), motion_text(r, b.velocity)));
    account.at(f.last,
               say("In {} it has risen by {}, {} per frame. Its step height is {}.",
                   count_text(f.number("frames"), "frame"), length_text(r, f.number("step_height_needed")),
                   length_text(r, f.number("rise_per_frame")), length_text(r, b.def->step)));
    account.cause(
        translated("sideways motion is turned into upward motion on a surface that is too steep: by the push "
                   "out of the wall, or by a rule for steps."));
}

} // namespace

const Fault wall_climb_fault = {
    .id = "wall-climb",
    .title = "Wall climb",
    .what = "A body moves up a surface that is too steep for it.",
    .headline = "{mover} up {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
