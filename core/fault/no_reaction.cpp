// SPDX-License-Identifier: GPL-3.0-or-later
// no-reaction: a contact for which an `expect` holds is not followed by its event in time. A touch that goes
// on, or flickers within the holes of a run, is one contact; an event about one of the two alone counts as
// well.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"

#include <deque>

namespace oddbounce {

namespace {

const std::string& layer_of(const World& w, Slot c) {
    const ColliderDef& def = *w.colliders()[static_cast<std::size_t>(c)].def;
    return def.layer.empty() ? w.body_of(c).def->kind : def.layer;
}

class NoReactionRule : public Rule {
  public:
    explicit NoReactionRule(const RuleContext& context)
        : context_(context), holes_(static_cast<std::size_t>(context.settings["run.holes"])),
          contacts_(context.recording.header.has(Channel::Contacts)) {}

    void define(const Definition& d) override {
        if (const auto* e = std::get_if<ExpectDef>(&d)) expects_.push_back(*e);
    }
    void step(const Step& step) override {
        if (expects_.empty()) return;
        touches(step);
        events_.push_back({step.index, step.frame->events});
        if (events_.size() > 2) events_.pop_front();
        std::erase_if(waiting_, [&](const Waiting& w) { return responded(w, step.now); });
        std::erase_if(waiting_, [&](const Waiting& w) {
            if (step.index < w.index + static_cast<std::size_t>(w.expect.within)) return false;
            report(w, step.now);
            return true;
        });
    }

  private:
    struct Waiting {
        ExpectDef expect;
        Slot a, b;
        std::size_t index;
    };

    void touches(const Step& step) {
        const bool first = !std::exchange(begun_, true);
        const auto touch = [&](Slot a, Slot b, bool begins) {
            const auto [it, fresh] = touching_.try_emplace(std::minmax(a, b), step.index);
            const bool goes_on = !fresh && it->second + holes_ >= step.index;
            it->second = step.index;
            if (goes_on || (first && !begins)) return;
            for (const ExpectDef& e : expects_) {
                const std::string &p = layer_of(step.now, a), &q = layer_of(step.now, b);
                if ((p == e.first && q == e.second) || (p == e.second && q == e.first))
                    waiting_.push_back({e, a, b, step.index});
            }
        };
        if (contacts_) {
            for (const ContactRow& c : step.frame->contacts)
                if (c.active && c.phase != Phase::End)
                    touch(c.mark_a.slot, c.mark_b.slot, c.phase == Phase::Begin);
        } else
            for (const Meeting& m : step.meetings)
                if (m.does != Does::Ignore && m.closest() <= 0.0) touch(m.a, m.b, false);
        std::erase_if(touching_, [&](const auto& t) { return t.second + holes_ < step.index; });
    }

    /// The event has come, in the frame before the contact at the earliest.
    bool responded(const Waiting& w, const World& now) const {
        for (const auto& [index, events] : events_)
            for (const EventRow& e : events)
                if (index + 1 >= w.index && e.name == w.expect.event && concerns(e, w, now)) return true;
        return false;
    }

    static bool concerns(const EventRow& e, const Waiting& w, const World& now) {
        const auto named = [&](Slot c) {
            const BodyDef* def = now.body_of(c).def;
            if (!def) return false;
            const auto is = [&](Id id) { return id == def->id || id == def->owner; };
            return std::any_of(e.about.begin(), e.about.end(), is);
        };
        return e.about.size() < 2 ? named(w.a) || named(w.b) : named(w.a) && named(w.b);
    }

    /// What is known of the event that should have come.
    std::string missing(const Waiting& w, const World& now) const {
        constexpr std::size_t looked_on = 120;
        const Recording& r = context_.recording;
        const std::size_t end = std::min(r.size(), w.index + looked_on);
        std::string elsewhere;
        for (std::size_t i = w.index; i < end; ++i) {
            if (!(r.has(i) & Recording::Events)) continue;
            for (const EventRow& e : r.frame(i)->events) {
                if (e.name != w.expect.event) continue;
                if (concerns(e, w, now)) return say("it fired {} frames after the contact", i - w.index);
                if (elsewhere.empty() && i <= w.index + static_cast<std::size_t>(w.expect.within)) {
                    for (const Id id : e.about)
                        elsewhere += (elsewhere.empty() ? "" : ", ") + body_name(r, id);
                    elsewhere =
                        say("it fired for {} instead", elsewhere.empty() ? translated("nobody") : elsewhere);
                }
            }
        }
        if (!elsewhere.empty()) return elsewhere;
        for (const Slot c : {w.a, w.b})
            if (!now.stays(c))
                return say("{} was removed or switched off", the(body_name(r, now.body_of(c).def->id)));
        return translated("it never fired");
    }

    void report(const Waiting& w, const World& now) const {
        const Recording& r = context_.recording;
        if (!now.body_of(w.a).def || !now.body_of(w.b).def) return;
        Finding f;
        f.fault = "no-reaction";
        f.first = r.number(w.index), f.last = r.number(w.index + static_cast<std::size_t>(w.expect.within));
        const World then = r.world_at(w.index);
        const auto [mover, other] = mover_first(then, then, w.a, w.b);
        name_bodies(then, {mover, other}, f);
        const PairView v = pair_at(then, mover, other);
        f.at = v.known ? (v.on_a + v.on_b) * 0.5 : then.body_of(mover).pose.at;
        f.weight = 0.6;
        if (!contacts_)
            f.grade = Grade::Likely, f.assumes = translated("`contacts` is not logged: the shapes touch");
        add_fact(f, "contact_frame", static_cast<double>(f.first), "frame");
        add_fact(f, "within", w.expect.within, "frames");
        f.facts.push_back({"event", w.expect.event, "text"});
        f.facts.push_back({"missing", missing(w, now), "text"});
        f.marks.push_back({f.first, f.at, f.at, false, say("no '{}' follows", w.expect.event)});
        f.suggest.push_back(
            {say("check the conditions on layer, kind and owner that lead from this contact to '{}'",
                 w.expect.event),
             nlohmann::json::array()});
        context_.found(std::move(f));
    }

    RuleContext context_;
    std::size_t holes_;
    bool contacts_, begun_ = false;
    std::vector<ExpectDef> expects_;
    std::map<std::pair<Slot, Slot>, std::size_t> touching_; // last frame of it
    std::vector<Waiting> waiting_;
    std::deque<std::pair<std::size_t, std::vector<EventRow>>> events_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<NoReactionRule>(context);
}

void describe(const Recording&, Finding& f) {
    AccountWriter account(f);
    const auto text = [&](const char* key) { return std::get<std::string>(f.fact(key)->value); };
    account.at(f.first, say("{} touches {}.", sentence_the(f.names[0]), the(f.names.back())));
    account.at(f.last, say("'{}' was expected within {}: {}.", text("event"),
                           count_text(f.number("within"), "frame"), text("missing")));
    account.cause(
        translated("the game drops this contact on its way to the event. Which layer, kind and owner it asks "
                   "for decides where."));
}

} // namespace

const Fault no_reaction_fault = {
    .id = "no-reaction",
    .title = "No reaction",
    .what = "A contact is not followed by the event that should follow it.",
    .headline = "{mover} and {other}, {event}",
    .needs = {Input::Events, Input::Expect},
    .make_rule = make_rule,
    .describe = describe,
    .by_log = always_by_log,
};

} // namespace oddbounce
