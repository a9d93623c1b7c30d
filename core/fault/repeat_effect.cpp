// SPDX-License-Identifier: GPL-3.0-or-later
// repeat-effect: an event about the same bodies fires on consecutive frames during which they touch and no
// new contact of theirs began; or on consecutive frames without any touch, though elsewhere a touch of such
// bodies fires it.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"

#include <set>

namespace oddbounce {

namespace {

constexpr Excuse begins_again =
    limit("begins-again", "a new contact of the two begins: the event fires rightly again");
constexpr Excuse too_few =
    limit("too-few", "it fires in {0} on end without a touch; {1} are needed", Measure::Frames);
constexpr Excuse fires_apart =
    excuse("fires-apart", "this event fires for such bodies without any touch: it is no effect of one");
constexpr const Excuse* excuses[] = {&begins_again, &too_few, &fires_apart};

struct Run {
    std::size_t first = 0, last = 0;
    std::size_t fired = 0, begun = 0;
    bool apart = false;                               // they never touched
    Slot a = -1, b = -1;                              // colliders that touched
    Vec3 before{0.0};                                 // the first body's velocity before it
    std::vector<std::pair<std::size_t, Vec3>> places; // of the body that moves, frame by frame, for the marks
};

class RepeatEffectRule : public Rule {
  public:
    explicit RepeatEffectRule(const RuleContext& context)
        : context_(context), contacts_(context.recording.header.has(Channel::Contacts)) {}

    void step(const Step& step) override {
        now_touching_.clear(), begun_.clear();
        touch(step);
        std::set<Key> fired;
        for (const EventRow& e : step.frame->events)
            if (e.about.size() == 2 && e.name != "mark") fired.insert({e.name, {e.about[0], e.about[1]}});
        for (const Key& key : fired) fire(step, key);
        for (auto it = runs_.begin(); it != runs_.end();) {
            if (fired.count(it->first) && it->second.last == step.index) {
                ++it;
                continue;
            }
            close(it->first, it->second);
            it = runs_.erase(it);
        }
        std::swap(was_touching_, now_touching_);
    }
    void finish() override {
        for (const auto& [key, run] : runs_) close(key, run);
        for (const auto& [key, run] : apart_)
            if (by_touch_.count(kinds_of(key)) ||
                !context_.passes(fires_apart, run.first, run.last, run.a, run.b))
                emit(key, run);
    }

  private:
    using Pair = std::pair<Id, Id>; // bodies
    /// An event's name, and the two as it names them: who did it to whom.
    using Key = std::pair<std::string, Pair>;
    static Pair bodies(const Key& key) { return std::minmax(key.second.first, key.second.second); }

    void touch(const Step& step) {
        const auto add = [&](Slot a, Slot b, bool begins) {
            const BodyDef *p = step.now.body_of(a).def, *q = step.now.body_of(b).def;
            if (!p || !q) return;
            const Pair pair = std::minmax(p->id, q->id);
            now_touching_[pair] = {a, b};
            if (begins || !was_touching_.count(pair)) begun_.insert(pair);
        };
        if (contacts_) {
            for (const ContactRow& c : step.frame->contacts)
                if (c.phase != Phase::End) add(c.mark_a.slot, c.mark_b.slot, c.phase == Phase::Begin);
        }
        // A game need not log the contacts of all that it tests.
        for (const Meeting& m : step.meetings())
            if (m.does != Does::Ignore && m.closest() <= 0.0) add(m.a, m.b, false);
    }

    void fire(const Step& step, const Key& key) {
        const bool begins = begun_.count(bodies(key)) > 0;
        const auto under_way = runs_.find(key);
        const auto touching = now_touching_.find(bodies(key));
        if (under_way != runs_.end() && begins && // rightly again
            context_.passes(begins_again, step.index, step.index, touching->second.first,
                            touching->second.second)) {
            close(key, under_way->second);
            runs_.erase(under_way);
        }
        Run& run = runs_[key];
        if (run.fired++ == 0) {
            run.first = step.index;
            const Slot body = step.now.recording().body_slot(key.second.first);
            if (body >= 0) run.before = step.before.body(body).velocity;
        }
        if (touching != now_touching_.end()) std::tie(run.a, run.b) = touching->second;
        run.begun += begins;
        run.last = step.index;
        if (run.a < 0 || run.places.size() >= Finding::most_marked) return;
        const bool fixed = step.now.body_of(run.a).def->moves == Moves::Static;
        run.places.emplace_back(step.index, step.now.body_of(fixed ? run.b : run.a).pose.at);
    }

    using Kinds = std::pair<std::string, std::pair<std::string, std::string>>; ///< event, kinds of bodies
    Kinds kinds_of(const Key& key) const {
        return {key.first, std::minmax(body_kind(context_.recording, key.second.first),
                                       body_kind(context_.recording, key.second.second))};
    }

    /// A collider of the body; -1: it has none.
    static Slot collider_of(const World& w, Id id) {
        const Slot body = w.recording().body_slot(id);
        const auto all = body < 0 ? std::span<const Slot>() : w.colliders_of(body);
        return all.empty() ? -1 : all[0];
    }

    void close(const Key& key, const Run& run) {
        if (run.a >= 0) by_touch_.insert(kinds_of(key));
        if (run.fired >= 2 && run.a >= 0) return emit(key, run);
        const double fired = static_cast<double>(run.fired), least = context_.settings["repeat-effect.apart"];
        if (run.a >= 0 ||
            (fired < least &&
             context_.passes_body(too_few, run.first, run.last,
                                  context_.recording.body_slot(key.second.first), fired, least)))
            return;
        Run apart = run;
        const World w = context_.recording.world_at(run.first);
        apart.a = collider_of(w, key.second.first), apart.b = collider_of(w, key.second.second);
        apart.apart = true;
        if (apart.a >= 0 && apart.b >= 0 && pair_at(w, apart.a, apart.b).known)
            apart_.emplace_back(key, apart);
    }

    void emit(const Key& key, const Run& run) const {
        const Recording& r = context_.recording;
        const World was = r.world_at(run.first), now = r.world_at(run.last);
        Finding f;
        f.fault = "repeat-effect", f.first = r.number(run.first), f.last = r.number(run.last);
        const auto [mover, other] = mover_first(was, was, run.a, run.b);
        name_bodies(was, {mover, other}, f);
        f.at = was.body_of(mover).pose.at;
        f.weight = std::min(0.85, 0.5 + 0.02 * static_cast<double>(run.fired));
        if (!contacts_)
            f.grade = Grade::Likely,
            f.assumes = translated("`contacts` is not logged: the shapes touch all the time");
        if (run.apart)
            f.grade = Grade::Likely, f.assumes = say("'{}' fires where such bodies touch", key.first);
        const double expected = run.apart ? 0.0 : static_cast<double>(std::max<std::size_t>(1, run.begun));
        add_fact(f, "times_fired", static_cast<double>(run.fired), "times");
        add_fact(f, "times_expected", expected, "times");
        const World before = run.first > r.begin() ? r.world_before(run.first) : was;
        add_fact(f, "speed_change",
                 glm::length(now.body_of(mover).velocity) - glm::length(before.body_of(mover).velocity),
                 r.header.unit + "/s");
        f.facts.push_back({"event", key.first, "text"});
        if (run.apart) add_fact(f, "gap", pair_at(was, run.a, run.b).gap, r.header.unit);
        for (std::size_t k = 0; k < run.places.size(); ++k) {
            const auto& [index, there] = run.places[k];
            f.marks.push_back(
                {r.number(index), there, there, false, "'" + key.first + "' × " + std::to_string(k + 1)});
        }
        f.suggest.push_back({say("fire '{}' when the contact begins, not while it lasts", key.first),
                             {{{"events", key.first}, {"fire", "once-per-touch"}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    bool contacts_;
    std::map<Pair, std::pair<Slot, Slot>> now_touching_, was_touching_;
    std::set<Pair> begun_;
    std::map<Key, Run> runs_;
    std::set<Kinds> by_touch_;               // events that a touch of such bodies fires
    std::vector<std::pair<Key, Run>> apart_; // runs without a touch
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<RepeatEffectRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const std::string event = std::get<std::string>(f.fact("event")->value);
    const auto speed = [&](std::int64_t frame) {
        return speed_text(r, glm::length(r.world_at(static_cast<std::size_t>(r.frame_index(frame)))
                                             .body_of(r.collider_slot(f.colliders[0]))
                                             .velocity));
    };
    if (f.fact("gap")) {
        account.at(f.first, say("'{}' fires, although {} is {} from {}.", event, the(f.names[0]),
                                length_text(r, f.number("gap")), the(f.names.back())));
        account.at(f.last,
                   say("It has fired {} without a touch. The speed changed by {}.",
                       count_text(f.number("times_fired"), "time"), speed_text(r, f.number("speed_change"))));
        account.cause(translated("the effect is applied in every update, whether or not the two touch."));
        return;
    }
    account.at(f.first, say("{} touches {}. '{}' fires, as expected. Its speed is {}.",
                            sentence_the(f.names[0]), the(f.names.back()), event, speed(f.first)));
    const std::int64_t again = f.marks.size() > 1 ? f.marks[1].frame : f.last;
    account.at(again,
               say("No new contact begins, yet '{}' fires again. Its speed is {}.", event, speed(again)));
    account.at(f.last, say("'{}' has fired {} for {}. The speed changed by {}.", event,
                           count_text(f.number("times_fired"), "time"),
                           count_text(f.number("times_expected"), "contact"),
                           speed_text(r, f.number("speed_change"))));
    account.cause(translated("the event fires while the contact lasts, not only when it begins."));
}

} // namespace

const Fault repeat_effect_fault = {
    .id = "repeat-effect",
    .title = "Repeated effect",
    .what = "One contact fires its event again and again.",
    .headline = "{mover} and {other}, {event}",
    .needs = {Input::Events},
    .make_rule = make_rule,
    .describe = describe,
    .by_log = always_by_log,
    .excuses = excuses,
};

} // namespace oddbounce
