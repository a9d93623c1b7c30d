// SPDX-License-Identifier: GPL-3.0-or-later
// speed-surge: a solid contact returns more speed than came in, beyond restitution and gravity; or a body
// gains speed step by step that neither a desired velocity nor gravity nor a new contact explains. Not: what
// a third moving body, a desired velocity along the push or a jump gives, nor what joints and springs do to a
// solver's body.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/speed_leak.hpp"
#include "observation/measures.hpp"

#include <set>

namespace oddbounce {

using namespace speed_leak;

namespace {

constexpr Excuse steered = excuse("steered", "code steers it also where it touches nothing");
constexpr Excuse mean =
    excuse("mean", "its velocity is not logged, and it did not move evenly: how it came is not known");
constexpr Excuse driven =
    excuse("driven", "it leaves at {0}, no faster than it came: only against what code moves it is faster",
           Measure::Speed);
constexpr Excuse across =
    excuse("across", "its velocity changed along the face, not away from it: no response to this touch");
constexpr Excuse before_it = limit("before", "it went away from the other before this step");
constexpr Excuse turned =
    limit("turned", "{0} in all directions: the speed was turned, not gained; more than {1} is reported",
          Measure::Speed);
constexpr Excuse explained_by =
    excuse("explained", "what it wants, a jump, or another that moves explains the speed");
constexpr Excuse other_turns =
    excuse("other-turns", "only the other one, which code moves, changed its own motion");
constexpr Excuse no_contact =
    excuse("no-contact", "contacts are logged, and none of the two is: something else pushed");
constexpr Excuse fades = excuse("fades", "a frame later they part at {0} only", Measure::Speed);
constexpr Excuse drives = excuse("drives", "it goes along its own heading, as a car does");
constexpr const Excuse* excuses[] = {
    &steered,         &mean,        &driven,     &across, &before_it,         &turned,
    &explained_by,    &other_turns, &no_contact, &fades,  &touches_something, &too_short,
    &pushed_steadily, &little,      &drives};

/// A contact that returned too much; it must last until the next frame.
struct Surge {
    std::size_t index = 0;
    Slot mover = -1, other = -1;
    Vec3 normal{0.0}, at{0.0};
    double before = 0.0, after = 0.0, closing = 0.0, apart = 0.0, fraction = 0.0, restitution = 0.0;
    double most_itself = infinity; // speed that it may leave with, where code moves the other
    Vec3 other_goes{0.0};          // velocity of the other at the end of the step
    bool contact = false;          // the log has it
    std::string event;             // about the two, in that step
};

class SpeedSurgeRule : public Rule {
  public:
    explicit SpeedSurgeRule(const RuleContext& context)
        : context_(context), share_(context.settings["speed-surge.share"]),
          falls_(context.settings["speed-surge.falls"] * glm::length(context.recording.header.gravity)),
          leaks_(context_) {}

    void step(const Step& step) override {
        for (const Surge& s : waiting_)
            if (lasts(step, s)) tell(s);
        waiting_.clear();
        came_ = std::move(come_), come_.clear(); // of touches that go on
        for (const Meeting& m : step.meetings())
            for (const Meeting& place : step.places(m)) take(step, place);
        before_.clear();
        for (const Meeting& m : step.meetings())
            if (m.does == Does::Solid && near(step, m))
                before_.push_back({at(step.now, m.a).body, at(step.now, m.b).body});
        frame_before_ = step.frame;
        leaks_.step(step);
    }
    void finish() override {
        for (const Surge& s : waiting_) tell(s);
        leaks_.finish();
    }
    /// What every touch of two kinds gives back is told once.
    void settle(std::vector<Finding>& all) override {
        for (const auto& [kinds, touches] : without_restitution_)
            if (is_a_rule(touches)) make_one(kinds, touches, all);
    }

  private:
    /// What came in, of a touch that goes on, or of two that come near.
    struct Came {
        double last = 0.0, lately = 0.0, most = 0.0;  ///< closing speeds: of the last step, of two, of all
        double speed = 0.0, own_a = 0.0, own_b = 0.0; ///< the most of all: relative, and of each body
        bool contact = false, contact_lately = false; ///< logged in the last step, in the last two
        bool known = false;                           ///< how they came, not only the mean over a step
    };

    double fall_gain(const Step& step) const { return falls_ * step.now.dt(); }
    /// So near that a solver may have pushed.
    bool near(const Step& step, const Meeting& m) const { return touches(step, m, context_.solver.reach); }

    void take(const Step& step, const Meeting& m) {
        if (m.does != Does::Solid || one_owner(step.now, m.a, m.b)) return;
        if (!touches(step, m)) return approaches(step, m);
        Surge s;
        std::tie(s.mover, s.other) = responder_first(step, m);
        const BodyState &was = step.before.body_of(s.mover), &is = step.now.body_of(s.mover);
        const BodyState &other_was = step.before.body_of(s.other), &other_is = step.now.body_of(s.other);
        for (const BodyState* b : {&was, &is, &other_was, &other_is})
            if (!b->def || b->teleported || b->fresh ||
                (b->def->moves != Moves::Static && !b->velocity_known))
                return;
        const bool swept = m.sweep.status == Status::Found;
        const Vec3 normal = swept ? m.sweep.normal : m.normal;
        s.normal = s.mover == m.a ? normal : -normal;
        s.at = swept ? (m.sweep.on_a + m.sweep.on_b) * 0.5 : (m.on_a + m.on_b) * 0.5;
        s.index = step.index, s.fraction = swept ? m.sweep.first : 0.0;
        const ClosingChange c = closing_change(step.before, step.now, s.mover, s.other, s.normal, s.at);
        const Came& come = remember(step, m, s.mover, c.before);
        s.restitution =
            std::max(at(step.now, s.mover).def->restitution, at(step.now, s.other).def->restitution);
        s.closing = come.most, s.apart = -c.after;
        const double most = std::max(1.0, s.restitution) * (1.0 + share_) * come.most;
        const bool logged = is.velocity_logged || other_is.velocity_logged;
        // A solver pushes places apart: what they move by then is no speed.
        if (!logged && (solved(is) || solved(other_is))) return;
        const double slack = fall_gain(step) +
                             (logged ? 0.05 : 1.0) * context_.recording.slop() / step.now.dt() +
                             context_.observed.rounding(step, at(step.now, s.mover).body);
        if (come.lately <= (logged ? slack : closing_that_matters(step))) return;
        if (s.apart <= most + slack) {
            const bool bounces = s.apart > context_.shared.partly * come.most;
            if (bounces && s.restitution == 0.0) ++without_restitution_[kinds(step.now, s)].ordinary;
            return;
        }
        const auto passes = [&](const Excuse& e, double measured = 0.0, double limit = 0.0) {
            return context_.passes(e, step, m, measured, limit);
        };
        // What parts already may go on by itself, faster; a mean does not tell whether it did.
        const Slot body = at(step.now, s.mover).body;
        const bool at_will =
            context_.observed.steered(body) ||
            ((c.before < 0.0 || !logged) && moved_by_code(is) && context_.observed.restless(body));
        if (at_will && passes(steered)) return;
        if (!logged && (!come.known || touches_more(step, m)) && passes(mean)) return;
        s.before = std::max(come.speed, come.most);
        const double spin = glm::length(was.angular_velocity) * at(step.now, s.mover).geometry->reach() +
                            glm::length(other_was.angular_velocity) * at(step.now, s.other).geometry->reach();
        s.after = glm::length(is.velocity - other_is.velocity);
        // Seen from a surface that code moves, and by itself: it must be faster in both. And in this very
        // step.
        const double itself = s.mover == m.a ? come.own_a : come.own_b,
                     most_itself = (itself + spin) * (1.0 + share_) + slack;
        if (moved_by_code(other_is)) s.most_itself = most_itself;
        s.other_goes = other_is.velocity;
        if (moved_by_code(other_is) && !responded_too(step, m, s, c.turned()) &&
            glm::length(is.velocity) <= most_itself && passes(driven, glm::length(is.velocity), most_itself))
            return;
        const Vec3 change = is.velocity - was.velocity;
        if (std::abs(glm::dot(change, s.normal)) < context_.shared.toward * glm::length(change) &&
            passes(across))
            return;
        if (-c.before >= s.apart - slack && passes(before_it)) return;
        const double in_all = (s.before + spin) * (1.0 + share_) + slack;
        if (s.after <= in_all && passes(turned, s.after, in_all)) return;
        if (explained(step, m, s) && passes(explained_by)) return;
        if (context_.observed.drives(at(step.now, s.mover).body) && passes(drives)) return;
        if (!turned_itself(step, m, c.turned(), context_.shared.turned) && passes(other_turns)) return;
        s.contact = come.contact_lately;
        const Id mine = step.now.body_of(s.mover).def->id, theirs = step.now.body_of(s.other).def->id;
        s.event = event_of(*step.frame, mine, theirs);
        if (s.event.empty() && frame_before_) s.event = event_of(*frame_before_, mine, theirs);
        waiting_.push_back(s);
    }

    /// The hit threw the other one back, too: it is no paddle that code moves as it likes.
    bool responded_too(const Step& step, const Meeting& m, const Surge& s, double change_in_all) const {
        const BodyState &is = step.now.body_of(s.other), &was = step.before.body_of(s.other);
        const Slot body = at(step.now, s.other).body;
        if (!is.velocity_logged || !was.velocity_logged || is.has_desired ||
            context_.observed.steered(body) || context_.observed.restless(body))
            return false;
        const Vec3 change = is.velocity - was.velocity;
        return own_turn(step, m, s.other) > context_.shared.partly * change_in_all &&
               std::abs(glm::dot(change, s.normal)) > context_.shared.toward * glm::length(change);
    }

    /// One of the two touches something else, or did in the step before.
    bool touches_more(const Step& step, const Meeting& m) const {
        const auto body = [&](Slot c) { return at(step.now, c).body; };
        const auto other = [&](Slot a, Slot b) {
            const bool one = a == body(m.a) || a == body(m.b), two = b == body(m.a) || b == body(m.b);
            return one != two;
        };
        const auto more = [&](const Meeting* o) {
            return o->does == Does::Solid && near(step, *o) && other(body(o->a), body(o->b));
        };
        return std::any_of(before_.begin(), before_.end(),
                           [&](const auto& pair) { return other(pair.first, pair.second); }) ||
               std::ranges::any_of(step.of(body(m.a)), more) || std::ranges::any_of(step.of(body(m.b)), more);
    }

    /// The name of an event about the two; empty: none.
    static std::string event_of(const Frame& frame, Id a, Id b) {
        for (const EventRow& e : frame.events)
            if (e.name != "mark" && std::ranges::count(e.about, a) && std::ranges::count(e.about, b))
                return e.name;
        return {};
    }

    /// The velocity of its step of what is kinematic; else that before it.
    static Vec3 in_step(const Step& step, Slot c) {
        return moved_by_code(step.now, c)
                   ? step.now.motion_since(step.before, at(step.now, c).body).travel() / step.now.dt()
                   : step.before.body_of(c).velocity;
    }

    /// Engines may respond in two steps: it must have closed in one of them; what came in is the most that it
    /// did in this touch.
    const Came& remember(const Step& step, const Meeting& m, Slot mover, double closing) {
        const auto found = came_.find(m.key());
        const Came last = found == came_.end() ? Came{} : found->second;
        const Vec3 a = step.before.body_of(m.a).velocity, b = step.before.body_of(m.b).velocity;
        // What code moves comes as fast as it goes in this very step.
        const Vec3 goes_a = m.a == mover ? a : in_step(step, m.a),
                   goes_b = m.b == mover ? b : in_step(step, m.b);
        closing +=
            std::max(0.0, glm::dot(goes_a - a, m.normal)) + std::max(0.0, glm::dot(b - goes_b, m.normal));
        const double speed = std::max(glm::length(a - b), glm::length(goes_a - goes_b));
        return come_[m.key()] = {closing,
                                 std::max(closing, last.last),
                                 std::max(closing, last.most),
                                 std::max(speed, last.speed),
                                 std::max(glm::length(a), last.own_a),
                                 std::max(glm::length(b), last.own_b),
                                 m.contact,
                                 m.contact || last.contact,
                                 last.known || known(step, m, &Observed::knows_before)};
    }

    /// A velocity that is derived is a mean over the step, in the step of the hit too small: how fast they
    /// came near counts.
    void approaches(const Step& step, const Meeting& m) {
        const Vec3 a = step.now.body_of(m.a).velocity, b = step.now.body_of(m.b).velocity;
        const double closing = glm::dot(a - b, m.normal);
        if (closing > 0.0)
            come_[m.key()] = {closing,
                              closing,
                              closing,
                              glm::length(a - b),
                              glm::length(a),
                              glm::length(b),
                              false,
                              false,
                              known(step, m, &Observed::knows_now)};
    }
    bool known(const Step& step, const Meeting& m, bool (Observed::*knows)(Slot) const) const {
        return (context_.observed.*knows)(at(step.now, m.a).body) &&
               (context_.observed.*knows)(at(step.now, m.b).body);
    }

    /// The desired velocity pushes that way, or a third moving body takes part.
    bool explained(const Step& step, const Meeting& hit, const Surge& s) const {
        for (const Slot c : {s.mover, s.other}) {
            const BodyState& b = step.now.body_of(c);
            const Vec3 away = c == s.mover ? -s.normal : s.normal;
            if (wants_along(b, away) > context_.shared.leans * s.apart) return true;
            // Whoever walks may jump in the frame in which it lands; where frames are left out, anyone may.
            const bool could_jump = (walks(step, c) || left_out_before(context_.recording, step.index)) &&
                                    moved_by_code(b) &&
                                    glm::dot(away, context_.recording.header.up) > context_.shared.up;
            if (could_jump) return true;
        }
        const Slot mine = at(step.now, s.mover).body, theirs = at(step.now, s.other).body;
        const auto by_third = [&](Slot a, Slot b) {
            const bool takes_part = a == mine || a == theirs || b == mine || b == theirs;
            const Slot third = a == mine || a == theirs ? b : a;
            return takes_part && third != mine && third != theirs && step.now.body(third).def &&
                   step.now.body(third).def->moves != Moves::Static;
        };
        for (const Slot own : {mine, theirs})
            for (const Meeting* m : step.of(own))
                if (m != &hit && m->does == Does::Solid && near(step, *m) &&
                    by_third(at(step.now, m->a).body, at(step.now, m->b).body))
                    return true;
        return std::any_of(before_.begin(), before_.end(),
                           [&](const auto& pair) { return by_third(pair.first, pair.second); });
    }

    /// What the log does not call a contact, not even a frame late, was pushed by something else.
    bool lasts(const Step& step, const Surge& s) const {
        const auto same = [&](const Meeting& m) {
            return m.contact && std::minmax(m.a, m.b) == std::minmax(s.mover, s.other);
        };
        const auto passes = [&](const Excuse& e, double measured = 0.0, double limit = 0.0) {
            return context_.passes(e, s.index, s.index, s.mover, s.other, measured, limit);
        };
        if (context_.recording.header.has(Channel::Contacts) && !s.contact &&
            std::none_of(step.meetings().begin(), step.meetings().end(), same) && passes(no_contact))
            return false;
        if (!step.now.stays(s.mover) || !step.now.stays(s.other)) return true;
        double apart = -closing_speed(step.now, s.mover, s.other, s.normal),
               least = context_.settings["speed-surge.lasts"] * s.apart - fall_gain(step);
        // A mean over the step of the hit has the push out in it: the next one shows how fast it left.
        if (!step.now.body_of(s.mover).velocity_logged) {
            least = std::max(least, std::max(1.0, s.restitution) * (1.0 + share_) * s.closing);
            const Vec3 goes = step.now.body_of(s.mover).velocity;
            const double speed = glm::length(goes);
            // That the other one stops afterwards is no speed that this one gained.
            apart = std::min(apart, -glm::dot(goes - s.other_goes, s.normal));
            if (s.most_itself < infinity && speed <= s.most_itself && passes(driven, speed, s.most_itself))
                return false;
        }
        return apart > least || !passes(fades, apart, least);
    }

    /// Touches of two kinds for which the log has no restitution.
    struct Touches {
        std::size_t ordinary = 0; ///< that gave back no more than came in
        std::vector<Surge> more;
    };
    using Kinds = std::pair<std::string, std::string>;
    static Kinds kinds(const World& w, const Surge& s) {
        const auto of = [&](Slot c) {
            const BodyDef& def = *w.body_of(c).def;
            return !def.kind.empty() ? def.kind : !def.name.empty() ? def.name : std::to_string(def.id);
        };
        return {of(s.mover), of(s.other)};
    }

    /// Where no restitution is logged the game may give back more on purpose, then at every touch.
    void tell(const Surge& s) {
        if (s.restitution == 0.0)
            without_restitution_[kinds(context_.recording.world_at(s.index), s)].more.push_back(s);
        emit(s);
    }
    void make_one(const Kinds& kinds, const Touches& touches, std::vector<Finding>& all) const {
        const Recording& r = context_.recording;
        const auto is_of = [&](const Finding& f, const Surge& s) {
            return f.fault == "speed-surge" && f.first == r.number(s.index) &&
                   f.colliders == std::vector<Id>{r.collider_id(s.mover), r.collider_id(s.other)};
        };
        const Surge& first = touches.more.front();
        for (Finding& f : all)
            if (is_of(f, first))
                f.grade = Grade::Hint,
                f.assumes =
                    say("each of {} touches of '{}' and '{}' gives back {} times what came in, so it "
                        "may be meant",
                        touches.more.size(), kinds.first, kinds.second, figure(first.apart / first.closing));
        std::erase_if(all, [&](const Finding& f) {
            return std::any_of(std::next(touches.more.begin()), touches.more.end(),
                               [&](const Surge& s) { return is_of(f, s); });
        });
    }
    /// All of them gave back the same share more.
    bool is_a_rule(const Touches& touches) const {
        const double least = context_.settings["speed-surge.rule_touches"],
                     alike = context_.settings["speed-surge.rule_share"];
        const auto share = [](const Surge& s) { return s.apart / s.closing; };
        if (static_cast<double>(touches.more.size()) < least ||
            static_cast<double>(touches.ordinary) >
                context_.shared.hardly * static_cast<double>(touches.more.size()))
            return false;
        const auto [low, high] = std::ranges::minmax(touches.more, {}, share);
        return share(high) <= (1.0 + alike) * share(low);
    }

    void emit(const Surge& s) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(s.index);
        Finding f;
        f.fault = "speed-surge", f.first = f.last = r.number(s.index);
        name_bodies(w, {s.mover, s.other}, f);
        f.at = s.at, f.fraction = s.fraction;
        if (!r.header.has(Channel::Contacts))
            f.grade = Grade::Likely,
            f.assumes = translated("`contacts` is not logged: nothing else pushes them apart");
        else if (!s.event.empty())
            f.grade = Grade::Likely, f.assumes = say("'{}' is not meant to throw it back", s.event);
        else if (s.restitution == 0.0)
            f.grade = Grade::Likely,
            f.assumes = translated("no restitution is logged: that of the game is at most 1");
        describe_speeds(context_, f, s.before, s.after);
        // The same along the normal: what came in and what went out.
        const std::string u = context_.recording.header.unit + "/s";
        add_fact(f, "before", s.closing, u), add_fact(f, "after", s.apart, u);
        f.facts.push_back({"kind", std::string("returned by a contact"), "text"});
        if (s.restitution > 0.0) add_fact(f, "restitution", s.restitution, "");
        // Both ways as long as their speeds, in the same measure.
        const double reach = 2.0 * at(w, s.mover).geometry->reach() / std::max(s.apart, 1e-9);
        f.marks.push_back({f.first, s.at - s.normal * (s.closing * reach), s.at, true,
                           say("{} in", speed_text(r, s.closing))});
        f.marks.push_back({f.first, s.at, s.at - s.normal * (s.apart * reach), true,
                           say("{} out", speed_text(r, s.apart))});
        const nlohmann::json who = mover_target(w, f);
        f.suggest.push_back({say("restitution of at most 1 for {}", the(f.names[0])),
                             {{{"motion", {who}}, {"restitution", std::min(1.0, s.restitution)}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    double share_, falls_;
    std::vector<Surge> waiting_;
    std::map<Kinds, Touches> without_restitution_;
    std::map<Place, Came> came_, come_;         // by the last step, and by this one
    std::vector<std::pair<Slot, Slot>> before_; // bodies that were near each other in the step before
    std::shared_ptr<const Frame> frame_before_;
    SpeedLeaks leaks_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<SpeedSurgeRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const std::string mover = sentence_the(f.names[0]), after = speed_text(r, f.number("speed_after"));
    if (!std::get<std::string>(f.fact("kind")->value).starts_with("returned")) {
        account.at(f.first, say("{} moves at {}.", mover, speed_text(r, f.number("speed_before"))));
        account.at(f.last,
                   say("It moves at {}. No desired velocity, new contact or fall explains that.", after));
        if (const Fact* event = f.fact("event"))
            account.cause(say("'{}' fires in these frames: what it does adds to the velocity each time.",
                              std::get<std::string>(event->value)));
        else
            account.cause(translated(
                "something adds to its velocity in every step that the recording does not show. Log "
                "`events` and `contacts` around these frames to see what."));
        return;
    }
    const auto index = static_cast<std::size_t>(r.frame_index(f.first));
    account.at(r.number(index - 1), say("{} approaches {} at {}.", mover, the(f.names[1]),
                                        speed_text(r, f.number("speed_before"))));
    account.at(f.first, f.fraction, say("It touches {}.", the(f.names[1])));
    account.at(f.first, f.fact("restitution")
                            ? say("It leaves at {}: {} times as fast. The restitution is {}.", after,
                                  figure(f.number("factor")), figure(f.number("restitution")))
                            : say("It leaves at {}: {} times as fast.", after, figure(f.number("factor"))));
    account.cause(translated(
        "the response adds speed: it is applied more than once, or computed while the two overlap."));
}

} // namespace

const Fault speed_surge_fault = {
    .id = "speed-surge",
    .title = "Speed surge",
    .what = "A contact gives back more speed than came in.",
    .headline = "{mover} off {other}",
    .headline_alone = "{mover}, {kind}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
