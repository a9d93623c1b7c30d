// SPDX-License-Identifier: GPL-3.0-or-later
// invisible-wall: a body is stopped or turned by a collider with nothing visible near the contact; or, where
// desired velocities are logged, by nothing recorded at all.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"
#include "observation/faces.hpp"
#include "observation/measures.hpp"

namespace oddbounce {

namespace {

constexpr Excuse something_seen =
    limit("seen", "something visible is {0} from it on that side; none within {1} would be reported",
          Measure::Length);
constexpr Excuse obstacle = limit("obstacle", "a collider, or a contact that is logged, is in its way");
constexpr Excuse taken_back = excuse("taken-along", "it touches something that moves and may take it back");
constexpr Excuse slows_down = excuse("slows-down", "it slowed down by itself before it stood");
constexpr Excuse told = excuse("told", "an event about it fires: the game did something to it");
constexpr Excuse too_short = limit("too-short", "it stands for {0}; {1} are needed", Measure::Frames);
constexpr const Excuse* excuses[] = {&something_seen, &obstacle, &taken_back, &slows_down, &told, &too_short};

struct Blocked {
    std::size_t first = 0, last = 0;
    Slot mover = -1, other = -1;
    Vec3 at{0.0}, way{0.0};
    double gap = infinity; // to the nearest thing seen that way
    double speed = 0.0;    // that was lost, at first
    double wanted = 0.0;   // way that it would go in a frame
    std::size_t frames = 0;
};

bool seen(const World& w, Slot c) { return at(w, c).def->visible && w.body_of(c).def->visible; }

class InvisibleWallRule : public Rule {
  public:
    explicit InvisibleWallRule(const RuleContext& context)
        : context_(context), hits_(static_cast<std::size_t>(context.settings["run.holes"]),
                                   [this](const Pair&, Blocked& b) { emit(b); }),
          nothing_(0, [this](const Slot& body, Blocked& b) { stopped_by_nothing(body, b); }) {}

    void step(const Step& step) override {
        for (const Meeting& m : step.meetings()) take(step, m);
        hits_.sweep(step);
        for (const EventRow& e : step.frame->events)
            for (const Id id : e.about)
                if (e.name != "mark") told_[id] = step.index;
        if (context_.recording.header.has(Channel::Desired))
            for (const Slot body : step.now.movers()) take(step, body);
        nothing_.sweep(step);
    }
    void finish() override { hits_.finish(), nothing_.finish(); }

  private:
    using Pair = std::pair<Slot, Slot>;

    void take(const Step& step, const Meeting& m) {
        if (m.does != Does::Solid || one_owner(step.now, m.a, m.b)) return;
        const bool hidden_a = !seen(step.now, m.a), hidden_b = !seen(step.now, m.b);
        if (hidden_a == hidden_b) return;
        const Slot other = hidden_a ? m.a : m.b, mover = other == m.a ? m.b : m.a;
        if (!touches(step, m) || step.now.body_of(mover).def->moves == Moves::Static) return;
        const BodyState& was = step.before.body_of(mover);
        if (!was.velocity_known || step.now.body_of(mover).teleported) return;
        const bool swept = m.sweep.status == Status::Found;
        const Vec3 n = (swept ? m.sweep.normal : m.normal) * (mover == m.a ? 1.0 : -1.0);
        const Vec3 point = swept ? (m.sweep.on_a + m.sweep.on_b) * 0.5 : (m.on_a + m.on_b) * 0.5;
        const ClosingChange c = closing_change(step.before, step.now, mover, other, n, point);
        const double least = context_.shared.partly * closing_that_matters(step);
        if (c.before > least && c.after > context_.shared.turned * c.before) return; // still on its way
        const auto touched = last_touch_.find({mover, other});
        const bool goes_on = touched != last_touch_.end() && touched->second + 1 >= step.index;
        last_touch_[{mover, other}] = step.index;
        if (goes_on || hits_.find({mover, other}) || c.before <= least) return;
        const double gap = to_nearest_visible(step.now, mover, n);
        const double near = context_.settings["invisible-wall.near"] * context_.recording.slop();
        if (gap <= near && context_.passes(something_seen, step, m, gap, near)) return;
        Blocked& b = hits_.at({mover, other}, step.index);
        b.mover = mover, b.other = other, b.at = point, b.way = n, b.gap = gap, b.speed = c.turned();
    }

    /// From the mover to the nearest collider that can be seen and lies that way: the ground under its feet
    /// does not explain a stop.
    double to_nearest_visible(const World& w, Slot mover, const Vec3& way) const {
        constexpr double that_way = 0.3; // cosine
        double least = infinity;
        for (Slot c = 0; c < static_cast<Slot>(w.colliders().size()); ++c) {
            if (!w.live(c) || at(w, c).body == at(w, mover).body || !seen(w, c)) continue;
            const PairView v = pair_at(w, mover, c);
            if (v.known && v.gap < least && glm::dot(v.normal, way) > that_way) least = std::max(0.0, v.gap);
        }
        return least;
    }

    void emit(const Blocked& b) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(b.first);
        Finding f;
        f.fault = "invisible-wall", f.first = f.last = r.number(b.first);
        name_bodies(w, {b.mover, b.other}, f);
        f.at = b.at, f.weight = 0.7;
        f.marks.push_back(
            {f.first, b.at, b.at - b.way * at(w, b.mover).geometry->reach(), true, translated("invisible")});
        add_facts(f, b, layer_of(w, b.other));
        note_threshold(f, context_.settings.threshold("invisible-wall.near"));
        f.suggest.push_back({say("switch off the invisible collider of {}", the(f.names[1])),
                             {{{"colliders", {f.colliders[1]}}, {"on", false}}}});
        context_.found(std::move(f));
    }

    void add_facts(Finding& f, const Blocked& b, const std::string& layer) const {
        const std::string& u = context_.recording.header.unit;
        if (b.gap < infinity) add_fact(f, "gap_to_visible", b.gap, u);
        f.facts.push_back({"layer", layer, "text"});
        add_fact(f, "speed_lost", b.speed, u + "/s");
    }

    // ---- by nothing at all

    /// It wants to move as before and did, and now it does not, though nothing is in its way.
    void take(const Step& step, Slot body) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        if (is.def->moves == Moves::Static || is.fresh || is.teleported || was.fresh || !is.has_desired ||
            !was.velocity_known || !is.velocity_known)
            return;
        const double desired = glm::length(is.desired);
        if (desired <= 0.0) return;
        const Vec3 way = is.desired / desired;
        // Gravity takes nothing from who goes level.
        const bool level = std::abs(glm::dot(way, context_.recording.header.up)) <= context_.shared.hardly;
        if (desired <= (level ? context_.recording.slop() / step.now.dt() : closing_that_matters(step)))
            return;
        const double now = glm::dot(is.pose.at - was.pose.at, way) / step.now.dt(),
                     speed = glm::dot(is.velocity, way),
                     same = context_.settings["invisible-wall.stands_share"];
        const bool stands = now < same * desired && speed < same * desired;
        UnderWay& moved = under_way_[body];
        if (glm::length(moved.desired - is.desired) > same * desired) moved = {is.desired, {}, 0.0};
        const double rounding = context_.recording.rounding() / step.now.dt();
        if (now >= context_.settings["invisible-wall.moved_share"] * desired + rounding)
            moved.at = step.index, moved.speed = std::max(now, speed), moved.since = 0.0;
        moved.since += step.now.dt();
        // Between going and standing it was slowed down: what is in its way then is what stops it.
        const auto passes = [&](const Excuse& e) {
            return context_.passes_body(e, step.index, step.index, body);
        };
        if ((in_the_way(step, body, way) && (!stands || passes(obstacle))) ||
            (carried(step, body) && (!stands || passes(taken_back))))
            moved.at = {};
        if (!stands || !moved.at) return;
        Blocked* run = nothing_.find(body);
        if (!run && moved.since > context_.settings["invisible-wall.slowing"] + 2.0 * step.now.dt() &&
            passes(slows_down))
            return;
        const auto event = told_.find(is.def->id);
        if (!run && event != told_.end() && event->second + 1 >= step.index && passes(told)) {
            moved.at = {};
            return;
        }
        const double before = moved.speed;
        Blocked& b = nothing_.at(body, step.index);
        if (b.frames++ == 0)
            b.wanted = desired * step.now.dt(), b.way = way, b.speed = before - now, b.at = is.pose.at;
    }

    bool in_the_way(const Step& step, Slot body, const Vec3& way) const {
        const double reach =
            std::max(glm::length(step.before.body(body).velocity),
                     context_.settings["invisible-wall.ahead"] * glm::length(step.now.body(body).desired)) *
            step.now.dt();
        const double near =
            context_.shared.clear * context_.recording.slop() + context_.recording.header.skin + reach;
        for (const Meeting* m : step.of(body)) {
            if (m->does != Does::Solid || !touches(step, *m, context_.shared.clear, reach)) continue;
            for (const Face& face : faces_of(step, *m, body, near))
                if (glm::dot(face.normal, way) > context_.shared.leans || meets(step, face, way * reach))
                    return true;
        }
        // What the log names but the shapes do not show counts too.
        for (const ContactRow& c : step.frame->contacts) {
            if (c.mark_a.slot < 0 || c.mark_b.slot < 0 || c.phase == Phase::End) continue;
            const bool is_a = at(step.now, c.mark_a.slot).body == body,
                       is_b = at(step.now, c.mark_b.slot).body == body;
            if ((is_a || is_b) &&
                (!c.normal || glm::dot(is_a ? *c.normal : -*c.normal, way) > context_.shared.leans))
                return true;
        }
        return false;
    }

    /// It touches something that moves: a lift that takes it back as fast as it goes.
    bool carried(const Step& step, Slot body) const {
        const auto all = step.of(body);
        return std::any_of(all.begin(), all.end(), [&](const Meeting* m) {
            const Slot other = at(step.now, m->a).body == body ? m->b : m->a;
            return m->does == Does::Solid && touches(step, *m, context_.shared.clear) &&
                   glm::length(step.now.motion_since(step.before, at(step.now, other).body).travel()) > 0.0;
        });
    }

    /// Going on, it would run into that collider.
    bool meets(const Step& step, const Face& face, const Vec3& on) const {
        Motion move{step.now.body_of(face.own).pose, step.now.body_of(face.own).pose};
        move.to.at += on;
        const Pose rest = step.now.body_of(face.other).pose;
        const Sweep s =
            sweep(*at(step.now, face.own).geometry, move, *at(step.now, face.other).geometry, {rest, rest});
        return s.status == Status::Found &&
               glm::dot(s.normal, unit(on)) > context_.settings["invisible-wall.grazes"];
    }

    void stopped_by_nothing(Slot body, const Blocked& b) const {
        const Recording& r = context_.recording;
        // Among rounded places it may be that much longer before a slow one is seen to go on.
        const double moves = context_.settings["invisible-wall.stands_share"] * b.wanted;
        const double frames = static_cast<double>(b.frames),
                     least = std::max(context_.settings["invisible-wall.frames"],
                                      std::ceil(r.rounding() / moves));
        if (frames < least && context_.passes_body(too_short, b.first, b.last, body, frames, least)) return;
        const World w = r.world_at(b.first);
        if (w.colliders_of(body).empty()) return;
        Finding f;
        f.fault = "invisible-wall", f.first = r.number(b.first), f.last = r.number(b.last);
        name_bodies(w, {w.colliders_of(body)[0]}, f);
        f.at = b.at, f.weight = 0.65;
        f.grade = Grade::Likely, f.assumes = translated("the game does not hold it on purpose");
        add_facts(f, b, "nothing recorded");
        note_threshold(f, context_.settings.threshold("invisible-wall.frames"));
        f.suggest.push_back({say("log what stops {}", the(f.names[0])), nlohmann::json::array()});
        context_.found(std::move(f));
    }

    /// A body that gets on as it wants to.
    struct UnderWay {
        Vec3 desired{0.0};
        std::optional<std::size_t> at;   ///< the last frame in which it did
        double speed = 0.0, since = 0.0; ///< along the desired velocity; seconds since that frame began
    };

    RuleContext context_;
    Runs<Pair, Blocked> hits_;
    std::map<Id, std::size_t> told_; // when an event about the body last fired
    std::map<Slot, UnderWay> under_way_;
    Runs<Slot, Blocked> nothing_; // by body
    std::map<Pair, std::size_t> last_touch_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<InvisibleWallRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const auto first = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot a = r.collider_slot(f.colliders[0]);
    if (first > 0)
        account.at(r.number(first - 1), say("{} is {}.", sentence_the(f.names[0]),
                                            motion_text(r, r.world_at(first - 1).body_of(a).velocity)));
    const std::string lost = speed_text(r, f.number("speed_lost"));
    if (f.colliders.size() < 2) {
        account.at(f.first, say("It still {} but loses {}. Nothing recorded is in its way.",
                                desired_text(r, r.world_at(first).body_of(a).desired), lost));
        account.cause(translated(
            "what stops it is not in the recording. Log every collider near it, and `contacts`, to see it."));
        return;
    }
    account.at(f.first, say("{} stops it: it loses {}.", sentence_the(f.names[1]), lost));
    account.at(f.first, f.fact("gap_to_visible")
                            ? say("Nothing visible is there; the nearest visible thing is {} away.",
                                  length_text(r, f.number("gap_to_visible")))
                            : translated("Nothing visible is near it."));
    account.cause(say("{} has a solid, invisible collider on the layer '{}'.", the(f.names[1]),
                      std::get<std::string>(f.fact("layer")->value)));
}

} // namespace

const Fault invisible_wall_fault = {
    .id = "invisible-wall",
    .title = "Invisible wall",
    .what = "A body is stopped by something invisible.",
    .headline = "{mover} at {other}",
    .headline_alone = "{mover}, by nothing recorded",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
