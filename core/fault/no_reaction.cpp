// SPDX-License-Identifier: GPL-3.0-or-later
// no-reaction: a contact for which an `expect` holds is not followed by its event in time. A touch that goes
// on, or flickers within the holes of a run, is one contact; an event about one of the two alone counts as
// well. Without an `expect`: nearly all hits of two layers are followed by one event, and this one is not.
// Not: a hit that another event follows, one soon after the same event about either body. Or: what is struck
// is removed, and what struck it flies on unturned, while nearly all such hits turn it (`unturned.hpp`).
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/unturned.hpp"
#include "observation/measures.hpp"

#include <deque>
#include <set>

namespace oddbounce {

namespace {

constexpr Excuse came_in_time = limit("in-time", "the event came after {0}", Measure::Frames);
constexpr Excuse unusual =
    limit("unusual", "only {0} of such hits are followed by the event", Measure::Share);
constexpr Excuse rests =
    excuse("rests", "the event came to one of the two shortly before: it may have to wait");
constexpr Excuse not_logged = excuse("left-out", "frames are left out: the event may be in one of them");
constexpr const Excuse* excuses[] = {&not_logged, &came_in_time, &unusual, &rests, &unturned_passes};

class NoReactionRule : public Rule {
  public:
    explicit NoReactionRule(const RuleContext& context)
        : context_(context), holes_(static_cast<std::size_t>(context.settings["run.holes"])),
          contacts_(context.recording.header.has(Channel::Contacts)),
          events_logged_(context.recording.header.has(Channel::Events)), unturned_(context) {}

    void define(const Definition& d) override {
        if (const auto* e = std::get_if<ExpectDef>(&d)) expects_.push_back(*e);
    }
    void step(const Step& step) override {
        unturned_.step(step);
        if (events_logged_) look_for_events(step);
    }
    void finish() override {
        unlike_others();
        for (const Unturned::Hit& hit : unturned_.unlike_others()) report(hit);
    }

  private:
    struct Waiting {
        ExpectDef expect;
        Slot a, b;
        std::size_t index;
    };

    void look_for_events(const Step& step) {
        touches(step);
        compare(step);
        events_.push_back({step.index, step.frame->events});
        if (events_.size() > 2) events_.pop_front();
        std::erase_if(waiting_, [&](const Waiting& w) {
            return responded(w, step.now) &&
                   context_.passes(came_in_time, w.index, step.index, w.a, w.b,
                                   static_cast<double>(step.since(w.index)), w.expect.within);
        });
        std::erase_if(waiting_, [&](const Waiting& w) {
            const auto within = static_cast<std::size_t>(w.expect.within);
            if (step.since(w.index) < within) return false;
            if (left_out(w.index, within) && context_.passes(not_logged, w.index, step.index, w.a, w.b))
                return true;
            report(w, step.now, step.index);
            return true;
        });
    }

    void touches(const Step& step) {
        const bool first = !std::exchange(begun_, true);
        const auto touch = [&](Slot a, Slot b, bool begins) {
            const auto [it, fresh] = touching_.try_emplace(std::minmax(a, b), step.index);
            const bool goes_on = !fresh && step.since(it->second) <= holes_;
            it->second = step.index;
            if (goes_on || (first && !begins)) return;
            if (!first && hits(step, a, b))
                hits_.push_back({layers_of(step.now, a, b), a, b, step.index, {}, false});
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
            for (const Meeting& m : step.meetings())
                // Where places are rounded, only an overlap is a touch for certain.
                if (m.does != Does::Ignore && m.closest() <= 0.0 &&
                    (m.error == 0.0 || std::min(m.gap_before, m.gap_after) < 0.0))
                    touch(m.a, m.b, false);
        std::erase_if(touching_, [&](const auto& t) { return step.since(t.second) > holes_; });
    }

    /// Some frame about these, in which the event may be, is left out.
    bool left_out(std::size_t index, std::size_t within) const {
        const Recording& r = context_.recording;
        for (std::size_t i = index; i <= std::min(index + within, r.size() - 1); ++i)
            if (left_out_before(r, i)) return true;
        return false;
    }

    // ---- what others of these layers do

    using Layers = std::pair<std::string, std::string>;
    struct Hit {
        Layers layers;
        Slot a, b;
        std::size_t index;
        std::set<std::string> followed; ///< names of the events about the two that came in time
        bool over = false;              ///< one of them went away
    };

    static Layers layers_of(const World& w, Slot a, Slot b) {
        return std::minmax(layer_of(w, a), layer_of(w, b));
    }
    /// A touch that matters: something flew at it, or it is there to report.
    bool hits(const Step& step, Slot a, Slot b) const {
        const auto all = step.of(at(step.now, a).body);
        const auto it = std::find_if(all.begin(), all.end(), [&](const Meeting* m) {
            return std::minmax(m->a, m->b) == std::minmax(a, b);
        });
        if (it == all.end()) return false;
        return (*it)->does == Does::Report || closing_speed(step.before, (*it)->a, (*it)->b, (*it)->normal) >
                                                  context_.observed.closing_that_matters(step, **it);
    }

    void compare(const Step& step) {
        const auto within = static_cast<std::size_t>(context_.settings["no-reaction.within"]);
        for (const EventRow& e : step.frame->events)
            for (const Id id : e.about) lately_[{e.name, id}].push_back(step.index);
        for (std::size_t i = hits_.size(); i-- > 0;) {
            Hit& h = hits_[i];
            if (step.since(h.index) > within) break;
            const Waiting w{{}, h.a, h.b, h.index};
            const auto follow = [&](const std::vector<EventRow>& events) {
                for (const EventRow& e : events)
                    if (concerns(e, w, step.now)) h.followed.insert(e.name);
            };
            follow(step.frame->events);
            // An engine may log the contact one frame late.
            if (h.index == step.index && !events_.empty() && step.since(events_.back().first) == 1)
                follow(events_.back().second);
            h.over = h.over || !step.now.stays(h.a) || !step.now.stays(h.b);
        }
        last_ = step.index;
    }

    /// The event came to either of them shortly before: perhaps it has to wait.
    bool lately(const std::string& event, const Hit& h) const {
        const auto rest =
            static_cast<std::size_t>(context_.settings["no-reaction.rest"] * context_.recording.header.rate);
        const World w = context_.recording.world_at(h.index);
        for (const Slot c : {h.a, h.b}) {
            const auto it = w.body_of(c).def ? lately_.find({event, w.body_of(c).def->id}) : lately_.end();
            if (it == lately_.end()) continue;
            for (const std::size_t at : it->second)
                if (at <= h.index && at + rest >= h.index) return true;
        }
        return false;
    }

    void unlike_others() {
        const auto within = static_cast<std::size_t>(context_.settings["no-reaction.within"]);
        std::map<Layers, std::size_t> all;
        std::map<std::pair<Layers, std::string>, std::size_t> with;
        std::erase_if(
            hits_, [&](const Hit& h) { return h.followed.empty() && (h.over || h.index + within > last_); });
        for (const Hit& h : hits_) {
            ++all[h.layers];
            for (const std::string& name : h.followed) ++with[{h.layers, name}];
        }
        for (const auto& [key, count] : with) {
            const Layers& layers = key.first;
            const std::string& event = key.second;
            const double share = static_cast<double>(count) / static_cast<double>(all[layers]);
            const bool usual = static_cast<double>(count) >= context_.settings["no-reaction.others"] &&
                               share >= context_.settings["no-reaction.others_share"];
            for (const Hit& h : hits_) {
                if (h.layers != layers || !h.followed.empty()) continue;
                const auto passes = [&](const Excuse& e) {
                    return context_.passes(e, h.index, h.index, h.a, h.b, share,
                                           context_.settings["no-reaction.others_share"]);
                };
                if ((!usual && passes(unusual)) || (lately(event, h) && passes(rests)) ||
                    (left_out(h.index, within) && passes(not_logged)))
                    continue;
                ExpectDef expect;
                expect.first = layers.first, expect.second = layers.second, expect.event = event;
                expect.within = static_cast<int>(within);
                const bool said = std::any_of(expects_.begin(), expects_.end(), [&](const ExpectDef& e) {
                    return e.event == event && layers == Layers(std::minmax(e.first, e.second));
                });
                if (!said)
                    report({expect, h.a, h.b, h.index}, context_.recording.world_at(h.index),
                           std::min(h.index + within, context_.recording.size() - 1), count);
            }
        }
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

    /// `others`: that many other hits were followed by the event; 0: it is expected by the log.
    void report(const Waiting& w, const World& now, std::size_t last, std::size_t others = 0) const {
        const Recording& r = context_.recording;
        if (!now.body_of(w.a).def || !now.body_of(w.b).def) return;
        Finding f;
        f.fault = "no-reaction";
        f.first = r.number(w.index);
        f.last = r.number(last);
        const World then = r.world_at(w.index);
        const auto [mover, other] = mover_first(then, then, w.a, w.b);
        name_bodies(then, {mover, other}, f);
        const PairView v = pair_at(then, mover, other);
        f.at = v.known ? (v.on_a + v.on_b) * 0.5 : then.body_of(mover).pose.at;
        f.weight = 0.6;
        if (!contacts_)
            f.grade = Grade::Likely, f.assumes = translated("`contacts` is not logged: the shapes touch");
        if (others > 0) {
            f.grade = Grade::Hint, f.weight = 0.45;
            f.assumes = say("{} other hits of '{}' and '{}' were followed by '{}'", others, w.expect.first,
                            w.expect.second, w.expect.event);
            add_fact(f, "others", static_cast<double>(others), "count");
        }
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

    void report(const Unturned::Hit& hit) const {
        const Recording& r = context_.recording;
        const World then = r.world_at(hit.index);
        Finding f;
        f.fault = "no-reaction", f.first = f.last = r.number(hit.index);
        name_bodies(then, {hit.mover, hit.struck}, f);
        const PairView v = pair_at(then, hit.mover, hit.struck);
        f.at = v.known ? (v.on_a + v.on_b) * 0.5 : then.body_of(hit.mover).pose.at;
        f.grade = Grade::Likely, f.weight = 0.6;
        f.assumes = say("{} other hits of '{}' and '{}' turned {}", hit.others, hit.sorts.first,
                        hit.sorts.second, the(f.names[0]));
        add_fact(f, "others", static_cast<double>(hit.others), "count");
        add_fact(f, "speed", glm::length(hit.before), r.header.unit + "/s");
        add_fact(f, "closing", hit.speed, r.header.unit + "/s");
        f.facts.push_back({"kind", std::string("unturned"), "text"});
        f.facts.push_back({"event", translated("not turned"), "text"});
        f.marks.push_back(
            {f.first, f.at, f.at + hit.normal * (hit.speed * then.dt()), true, translated("flies on")});
        f.suggest.push_back(
            {say("respond to the touch of {} once, before {} is removed", the(f.names[0]), the(f.names[1])),
             nlohmann::json::array()});
        context_.found(std::move(f));
    }

    RuleContext context_;
    std::size_t holes_;
    bool contacts_, events_logged_, begun_ = false;
    Unturned unturned_;
    std::vector<ExpectDef> expects_;
    std::map<std::pair<Slot, Slot>, std::size_t> touching_; // last frame of it
    std::vector<Waiting> waiting_;
    std::vector<Hit> hits_;                                                 // in order of frames
    std::map<std::pair<std::string, Id>, std::vector<std::size_t>> lately_; // frames of an event about a body
    std::size_t last_ = 0;
    std::deque<std::pair<std::size_t, std::vector<EventRow>>> events_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<NoReactionRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    if (f.fact("kind")) {
        account.at(f.first, say("{} meets {} at {}, and {} is removed.", sentence_the(f.names[0]),
                                the(f.names[1]), speed_text(r, f.number("closing")), the(f.names[1])));
        account.at(f.last, say("{} flies on at {}: nothing turned it. {} other such hits did.",
                               sentence_the(f.names[0]), speed_text(r, f.number("speed")),
                               figure(f.number("others"))));
        return account.cause(
            translated("what is struck is removed before the game responds to the touch, or two "
                       "responses in one frame undo each other."));
    }
    const auto text = [&](const char* key) { return std::get<std::string>(f.fact(key)->value); };
    account.at(f.first, say("{} touches {}.", sentence_the(f.names[0]), the(f.names.back())));
    if (f.fact("others"))
        account.at(f.first, say("{} other hits of these two layers were followed by '{}'.",
                                figure(f.number("others")), text("event")));
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
    .make_rule = make_rule,
    .describe = describe,
    .by_log = always_by_log, // an unturned hit, too, is one among all of the recording
    .excuses = excuses,
};

} // namespace oddbounce
