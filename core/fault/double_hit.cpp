// SPDX-License-Identifier: GPL-3.0-or-later
// double-hit: one approach responded to twice. Three ways:
//   twice      a second turn (or a new contact that turns) on the pair before it has parted by the slop
//   cancelled  one step responded to against two neighbouring colliders, so that the velocity ends as it was
//   reported   one activation of a switched hitbox, or one touch, that reports the same target twice
// Not: contacts that flicker at rest, a second approach by its own fall, what something else does to it.
#include "fault/account_text.hpp"
#include "fault/reports.hpp"
#include "fault/rule.hpp"
#include "observation/crowd.hpp"

namespace oddbounce {

namespace {

constexpr Excuse new_approach =
    excuse("new-approach", "it came back at {0} by itself: a second approach", Measure::Speed);
constexpr Excuse leaves =
    excuse("leaves", "it had come to rest there, and goes away: nothing came that would be responded to");
constexpr Excuse other_turns = excuse("other-turns", "only the other one changed its own motion");
constexpr Excuse elsewhere =
    excuse("struck-elsewhere", "something else touches one of the two in the same step");
constexpr Excuse no_new_contact = excuse("no-new-contact", "contacts are logged, and no second one begins");
constexpr Excuse by_itself =
    excuse("turned-by-itself", "contacts are logged, and there was none when it turned first");
constexpr Excuse by_steps = excuse("solver", "a solver may take two steps for one response");
constexpr Excuse one_response = excuse(
    "one-response", "velocities are not logged: a mean over each step shows one response in two of them");
constexpr Excuse late = excuse("late-response", "it was turned one frame later");
constexpr Excuse pressed =
    limit("pressed", "the two were touching for {0} already; a hit comes from apart, or within {1}",
          Measure::Frames);
constexpr Excuse presses = excuse("presses", "its velocity is what it wants, and its place is put back");
constexpr const Excuse* excuses[] = {&new_approach, &other_turns, &elsewhere,    &no_new_contact,
                                     &by_itself,    &by_steps,    &one_response, &late,
                                     &pressed,      &leaves,      &presses};

struct Turn {
    std::size_t index;
    double before, after; // closing speeds
};

struct Approach {
    Slot mover = -1, other = -1;
    std::vector<Turn> turns;
    double apart = 0.0; // widest gap since the first turn
    double widest_between = 0.0;
    bool by_a = false, by_b = false; // whose motion the first turn changed, of the meeting's two
    bool told = false;               // by a contact or an event, before the last turn
    bool thrown_back = false;        // made to close again in a single frame, not by falling
    double rests = 0.0;              // for how many frames on end they neither close nor part
    std::size_t struck = 0;          // the last frame in which something else struck one of them
    std::size_t seen = 0;            // the last frame in which the place was near
    Vec3 at{0.0}, normal{0.0};
};

struct Cancelled {
    Slot mover, one, two;
    std::size_t index;
    Vec3 normal, at;
    double closing;
};

class DoubleHitRule : public Rule {
  public:
    explicit DoubleHitRule(const RuleContext& context)
        : context_(context), window_(static_cast<std::size_t>(context.settings["double-hit.window"])),
          share_(context.settings["double-hit.turned_share"]),
          reports_(window_, [this](const Reported& r) { report(r); }) {}

    void step(const Step& step) override {
        settle_cancelled(step);
        for (const Meeting& pair : step.meetings())
            for (const Meeting& m : step.places(pair))
                if (m.does == Does::Solid) solid(step, m);
        reports_.step(step);
        look_for_cancelled(step);
        for (auto it = open_.begin(); it != open_.end();)
            if (step.since(it->second.turns.back().index) > window_ || it->second.seen < step.index)
                it = (close(it->second), open_.erase(it));
            else
                ++it;
        constexpr std::size_t now_and_then = 128; // frames
        if (step.index % now_and_then == 0)
            std::erase_if(touching_, [&](const auto& t) { return step.since(t.second.last) > 1; });
    }
    void finish() override {
        for (auto& [place, a] : open_) close(a);
        reports_.finish();
    }

  private:
    void solid(const Step& step, const Meeting& m);
    bool struck_elsewhere(const Step& step, const Meeting& m) const;
    bool second_response(const Step& step, const Meeting& m, const Approach& a, double turned) const;
    void report(const Reported& r) const;
    void look_for_cancelled(const Step& step);
    void settle_cancelled(const Step& step);
    bool put_back(const Step& step, const Cancelled& c) const;
    void close(const Approach& a) const;
    Finding start(std::size_t first, std::size_t last, const std::vector<Slot>& colliders) const;

    RuleContext context_;
    std::size_t window_;
    double share_;
    struct Touching {
        std::size_t since = 0, last = 0; ///< frames
        Vec3 normal{0.0};
    };
    std::size_t touching(const Step& step, const Meeting& m);

    std::map<Place, Approach> open_;
    std::map<Place, Touching> touching_;
    std::vector<Cancelled> cancelled_;
    Reports reports_;
};

ClosingChange change_of(const Step& step, const Meeting& m) {
    return closing_change(step.before, step.now, m.a, m.b, m.normal, (m.on_a + m.on_b) * 0.5);
}

bool speed_known(const World& w, Slot c) {
    const BodyState& b = w.body_of(c);
    return b.velocity_known || b.def->moves == Moves::Static;
}

/// One of the two is touched by something else in this step: what changed need not be this pair's doing.
bool DoubleHitRule::struck_elsewhere(const Step& step, const Meeting& m) const {
    const auto body = [&](Slot c) { return at(step.now, c).body; };
    const double much = context_.shared.turned * closing_that_matters(step);
    // What drives it along changes its own velocity by as much.
    const auto drives = [&](const Meeting& o) {
        return std::ranges::any_of(std::array{body(o.a), body(o.b)}, [&](Slot third) {
            const BodyState &is = step.now.body(third), &was = step.before.body(third);
            return third != body(m.a) && third != body(m.b) && is.velocity_known && was.velocity_known &&
                   std::abs(glm::dot(is.velocity - was.velocity, o.normal)) > much;
        });
    };
    const auto strikes = [&](const Meeting& o) {
        const bool same = std::minmax(body(o.a), body(o.b)) == std::minmax(body(m.a), body(m.b)),
                   other_place = o.a == m.a && o.b == m.b && o.place != m.place;
        return (!same || other_place) && touches(step, o) &&
               (std::abs(change_of(step, o).turned()) > much || drives(o));
    };
    return step.any_place_of(body(m.a), strikes) || step.any_place_of(body(m.b), strikes);
}

/// The log tells of the two in this frame.
bool told(const Step& step, const Meeting& m) {
    return m.contact ||
           event_about(*step.frame, step.now.body_of(m.a).def->id, step.now.body_of(m.b).def->id);
}

bool DoubleHitRule::second_response(const Step& step, const Meeting& m, const Approach& a,
                                    double turned) const {
    const double matters = context_.observed.closing_that_matters(step, m);
    if (turned < std::max(matters, share_ * (a.turns[0].before - a.turns[0].after))) return false;
    const auto passes = [&](const Excuse& e, double measured = 0.0, double limit = 0.0) {
        return context_.passes(e, step, m, measured, limit);
    };
    // Coming back by its own fall is a new approach, however low the hop was.
    constexpr double hardly = 0.25; // of what is turned
    const double came = change_of(step, m).before;
    if (came >= std::min(matters, hardly * turned) && !a.thrown_back && passes(new_approach, came))
        return false;
    // What the other one does to its own motion is no second response of the one that was turned.
    const double by_same = (a.by_a ? own_turn(step, m, m.a) : 0.0) + (a.by_b ? own_turn(step, m, m.b) : 0.0);
    if ((!turned_itself(step, m, turned, context_.shared.turned) ||
         by_same <= context_.shared.turned * turned) &&
        passes(other_turns))
        return false;
    // A velocity that is a mean over a step shows what struck it in two.
    const auto mean = [&](Slot c) {
        const BodyState& b = step.now.body_of(c);
        return b.def->moves != Moves::Static && !b.velocity_logged;
    };
    const bool means = mean(a.mover) || mean(a.other);
    const bool lately = means && a.struck > 0 && a.struck + 1 >= step.index;
    if ((lately || struck_elsewhere(step, m)) && passes(elsewhere)) return false;
    const Id ia = at(step.now, m.a).def->id, ib = at(step.now, m.b).def->id;
    const bool event = event_about(*step.frame, step.now.body_of(m.a).def->id, step.now.body_of(m.b).def->id);
    if (context_.recording.header.has(Channel::Contacts)) {
        if (!a.told && passes(by_itself)) return false;
        return logged_begin(*step.frame, ia, ib) || event || !passes(no_new_contact);
    }
    // A solver may take two steps for one response, and what only it moves may be driven on by others.
    const bool by_solver = solved(step.now, a.mover), by_code = moved_by_code(step.now, a.other);
    if (!event && by_solver && (!by_code || step.since(a.turns.back().index) == 1) && passes(by_steps))
        return false;
    // So do velocities that are means over the step in which they changed.
    const bool next = step.since(a.turns.back().index) == 1;
    if (!event && next && means && passes(one_response)) return false;
    // It stood there: then it goes as it likes.
    const bool stood = std::abs(came) < matters || a.rests > context_.settings["double-hit.pressed"];
    if (!event && stood && passes(leaves, came)) return false;
    return true;
}

/// For how many frames before this one the two have touched there.
std::size_t DoubleHitRule::touching(const Step& step, const Meeting& m) {
    Touching& t = touching_[m.key()];
    const bool goes_on = step.since(t.last) <= 1 && glm::dot(t.normal, m.normal) > context_.shared.same_face;
    if (!goes_on) t.since = step.index;
    t.last = step.index, t.normal = m.normal;
    return step.since(t.since);
}

void DoubleHitRule::solid(const Step& step, const Meeting& m) {
    const Recording& r = context_.recording;
    const double slop = r.slop() + r.header.skin;
    const Place key = m.key();
    auto it = open_.find(key);
    if (it != open_.end()) it->second.seen = step.index;
    const bool stepped = m.gap_before != infinity || m.sweep.status != Status::None;
    if (!stepped || !speed_known(step.before, m.a) || !speed_known(step.before, m.b)) {
        if (it != open_.end() && !stepped) close(it->second), open_.erase(it);
        return;
    }
    if (it != open_.end())
        it->second.apart = std::max(it->second.apart, m.gap_before == infinity ? 0.0 : m.gap_before);
    if (it != open_.end() && it->second.apart > slop && it->second.turns.back().index < step.index) {
        close(it->second);
        open_.erase(it);
        it = open_.end();
    }
    const bool touched = m.contact || std::min(m.gap_before, m.gap_after) <= slop || m.closest() <= 0.0;
    if (!touched) return;
    const std::size_t lies = touching(step, m);
    const auto [before, after] = change_of(step, m);
    if (it == open_.end()) {
        if (before < context_.observed.closing_that_matters(step, m) ||
            after > context_.shared.hardly * before)
            return;
        const double least = context_.settings["double-hit.pressed"], frames = static_cast<double>(lies);
        if (frames > least && context_.passes(pressed, step, m, frames, least)) return;
        Approach a;
        std::tie(a.mover, a.other) = mover_first(step.before, step.now, m.a, m.b);
        a.turns.push_back({step.index, before, after});
        a.at = (m.on_a + m.on_b) * 0.5, a.normal = m.normal;
        a.told = told(step, m), a.seen = step.index;
        const double by_a = own_turn(step, m, m.a), by_b = own_turn(step, m, m.b);
        const double part = std::max(context_.shared.partly * (before - after),
                                     context_.shared.turned * std::max(by_a, by_b));
        a.by_a = by_a >= part, a.by_b = by_b >= part;
        if (struck_elsewhere(step, m)) a.struck = step.index;
        open_.emplace(key, a);
        return;
    }
    Approach& a = it->second;
    const double matters = context_.observed.closing_that_matters(step, m);
    const bool rests = std::max(std::abs(before), std::abs(after)) < matters;
    // What only a solver moves is thrown back by what it touches, in a pile by others.
    const bool by_code = moved_by_code(step.now, m.a) || moved_by_code(step.now, m.b);
    // Who steers that way comes back by itself.
    const double steered =
        std::max(0.0, context_.observed.gains_along(step, at(step.now, m.a).body, m.normal) +
                          context_.observed.gains_along(step, at(step.now, m.b).body, -m.normal));
    if (by_code && before < 0.0 && after > 0.0 && after - before > closing_that_matters(step) + steered &&
        !struck_elsewhere(step, m))
        a.thrown_back = true;
    const bool same_side = glm::dot(m.normal, a.normal) > context_.shared.up;
    const bool again =
        same_side && a.turns.back().index < step.index && second_response(step, m, a, before - after);
    a.told = a.told || told(step, m), a.rests = rests ? a.rests + 1.0 : again ? 0.0 : a.rests;
    if (struck_elsewhere(step, m)) a.struck = step.index;
    if (!again) return;
    a.turns.push_back({step.index, before, after});
    a.widest_between = std::max(a.widest_between, a.apart);
    a.at = (m.on_a + m.on_b) * 0.5;
}

Finding DoubleHitRule::start(std::size_t first, std::size_t last, const std::vector<Slot>& colliders) const {
    const Recording& r = context_.recording;
    Finding f;
    f.fault = "double-hit", f.first = r.number(first), f.last = r.number(last);
    name_bodies(r.world_at(last), colliders, f);
    if (!r.header.has(Channel::Contacts))
        f.grade = Grade::Likely, f.assumes = translated("`contacts` is not logged: judged from motion alone");
    note_threshold(f, {"slop", r.slop(), r.header.unit});
    note_threshold(f, context_.settings.threshold("double-hit.window"));
    note_threshold(f, context_.settings.threshold("double-hit.turned_share"));
    return f;
}

void DoubleHitRule::close(const Approach& a) const {
    if (a.turns.size() < 2) return;
    const std::string& u = context_.recording.header.unit;
    Finding f = start(a.turns.front().index, a.turns.back().index, {a.mover, a.other});
    f.at = a.at, f.weight = 0.7;
    f.facts.push_back({"kind", std::string("twice"), "text"});
    add_fact(f, "frames_between", static_cast<double>(a.turns[1].index - a.turns[0].index), "frames");
    add_fact(f, "separation_between", std::max(0.0, a.widest_between), u);
    std::string each;
    for (const Turn& t : a.turns)
        each += (each.empty() ? "" : "; ") +
                say("frame {}: approaching at {} becomes {}", context_.recording.number(t.index),
                    speed_text(context_.recording, t.before), speed_text(context_.recording, t.after));
    f.facts.push_back({"turns", each, "text"});
    add_fact(f, "answers", static_cast<double>(a.turns.size()), "count");
    const nlohmann::json mover = mover_target(context_.recording.world_at(a.turns.back().index), f);
    f.suggest.push_back({translated("respond only while approaching"),
                         {{{"motion", {mover}}, {"response", "reflect"}, {"gate", true}}}});
    f.suggest.push_back({translated("respond once"), {{{"motion", {mover}}, {"again", 0}}}});
    f.suggest.push_back({say("push {} out", the(f.names[0])),
                         {{{"motion", {mover}}, {"response", "push-out"}, {"gate", true}}}});
    context_.found(std::move(f));
}

void DoubleHitRule::report(const Reported& told) const {
    const std::vector<std::size_t>& at_frames = told.at;
    const World now = context_.recording.world_at(at_frames[1]);
    const auto [mover, other] = mover_first(context_.recording.world_at(at_frames[0]), now, told.a, told.b);
    Finding f = start(at_frames.front(), at_frames.back(), {mover, other});
    f.at = now.body_of(other).pose.at, f.weight = 0.6;
    f.facts.push_back({"kind", std::string(told.event.empty() ? "reported" : "event"), "text"});
    add_fact(f, "frames_between", static_cast<double>(at_frames[1] - at_frames[0]), "frames");
    add_fact(f, "separation_between", 0.0, context_.recording.header.unit);
    add_fact(f, "answers", static_cast<double>(at_frames.size()), "count");
    if (!told.event.empty()) {
        f.facts.push_back({"event", told.event, "text"});
        f.suggest.push_back({say("fire '{}' once per touch", told.event),
                             {{{"events", told.event}, {"fire", "once-per-touch"}}}});
    } else
        f.suggest.push_back({translated("switch the hitbox off after its first report"),
                             {{{"colliders", {f.colliders[0]}},
                               {"on", false},
                               {"frames", {context_.recording.number(at_frames.front() + 1), f.last}}}}});
    context_.found(std::move(f));
}

/// One side of a meeting: the mover's collider, the other one, and the normal from the first to the second.
struct Side {
    Slot mine, other;
    Vec3 normal, at;
};

void DoubleHitRule::look_for_cancelled(const Step& step) {
    std::vector<Side> hits; // that get a response in this step, each with its mover first
    for (const Meeting& m : step.meetings()) {
        if (m.does != Does::Solid || m.gap_before < -context_.recording.slop()) continue;
        const Id a = at(step.now, m.a).def->id, b = at(step.now, m.b).def->id;
        if (!logged_begin(*step.frame, a, b) &&
            !event_about(*step.frame, step.now.body_of(m.a).def->id, step.now.body_of(m.b).def->id))
            continue;
        const auto [mover, other] = mover_first(step.before, step.now, m.a, m.b);
        const Side side{mover, other, mover == m.a ? m.normal : -m.normal, (m.on_a + m.on_b) * 0.5};
        const ClosingChange c = closing_change(step.before, step.now, mover, other, side.normal, side.at);
        // A velocity that is not logged is a mean over the step: what a solver turned shows in the next one,
        // and in a crowd it is what all did.
        const BodyState& moved = step.now.body_of(mover);
        const bool mean = !moved.velocity_logged && (solved(moved) || crowded(step, m));
        if (!mean && c.before >= context_.observed.closing_that_matters(step, m) &&
            c.after >= context_.shared.turned * c.before)
            hits.push_back(side);
    }
    for (std::size_t i = 0; i < hits.size(); ++i)
        for (std::size_t j = i + 1; j < hits.size(); ++j) {
            const Side &x = hits[i], &y = hits[j];
            if (x.mine != y.mine || glm::dot(x.normal, y.normal) < context_.shared.same_face) continue;
            if (pair_at(step.now, x.other, y.other).gap > context_.recording.slop()) continue;
            cancelled_.push_back({x.mine, x.other, y.other, step.index, x.normal, x.at,
                                  closing_speed(step.before, x.mine, x.other, x.normal)});
        }
}

/// In the step after the hit it is held back, though its velocity, which its code sets, still leads there.
bool DoubleHitRule::put_back(const Step& step, const Cancelled& c) const {
    if (!step.now.live(c.mover) || !step.now.live(c.one)) return false;
    const BodyState& b = step.now.body_of(c.mover);
    const double went = glm::dot(relative_travel(step.before, step.now, c.mover, c.one), c.normal);
    return b.has_desired &&
           glm::length(b.velocity - b.desired) <= context_.shared.hardly * glm::length(b.desired) &&
           went <= (1.0 - context_.shared.partly) * c.closing * step.now.dt();
}

/// A response may come one frame after its contact is logged: wait for it.
void DoubleHitRule::settle_cancelled(const Step& step) {
    for (const Cancelled& c : cancelled_) {
        if (step.now.stays(c.mover) &&
            closing_speed(step.now, c.mover, c.one, c.normal) < context_.shared.turned * c.closing &&
            context_.passes(late, c.index, c.index, c.mover, c.one))
            continue;
        if (put_back(step, c) && context_.passes(presses, c.index, c.index, c.mover, c.one)) continue;
        Finding f = start(c.index, c.index, {c.mover, c.one, c.two});
        f.at = c.at, f.weight = 0.75;
        f.facts.push_back({"kind", std::string("cancelled"), "text"});
        add_fact(f, "frames_between", 0.0, "frames");
        add_fact(f, "separation_between", 0.0, context_.recording.header.unit);
        add_fact(f, "closing_speed", c.closing, context_.recording.header.unit + "/s");
        add_fact(f, "answers", 2.0, "count");
        f.suggest.push_back(
            {translated("respond only while approaching"),
             {{{"motion", {mover_target(step.now, f)}}, {"response", "reflect"}, {"gate", true}}}});
        context_.found(std::move(f));
    }
    cancelled_.clear();
}

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<DoubleHitRule>(context);
}

/// Frame by frame: gap, closing speed, and contacts that begin.
void describe_frames(const Recording& r, Finding& f, AccountWriter& account) {
    constexpr std::ptrdiff_t most_frames = 12;
    const std::ptrdiff_t first = r.frame_index(f.first), last = r.frame_index(f.last);
    const Slot a = r.collider_slot(f.colliders[0]), b = r.collider_slot(f.colliders[1]);
    for (std::ptrdiff_t i = std::max<std::ptrdiff_t>(first - 1, 0); i <= std::min(last, first + most_frames);
         ++i) {
        const World now = r.world_at(static_cast<std::size_t>(i));
        const PairView v = pair_at(now, a, b);
        if (!v.known) continue;
        const double closing = closing_speed(now, a, b, v.normal);
        const std::string gap = v.gap >= 0.0 ? say("are {} apart", length_text(r, v.gap))
                                             : say("overlap by {}", length_text(r, -v.gap));
        const std::string speed = std::abs(closing) * 100.0 < r.slop() * r.header.rate
                                      ? translated("neither approaching nor parting")
                                  : closing > 0.0 ? say("approaching at {}", speed_text(r, closing))
                                                  : say("parting at {}", speed_text(r, -closing));
        std::string text = say("{} and {} {}, {}.", sentence_the(f.names[0]), the(f.names[1]), gap, speed);
        if (logged_begin(*r.frame(static_cast<std::size_t>(i)), f.colliders[0], f.colliders[1]))
            text += ' ' + translated(i <= first ? "A contact begins: the first response."
                                                : "A contact begins again.");
        account.at(now.number(), text);
    }
}

void describe(const Recording& r, Finding& f) {
    if (r.frame_index(f.first) < 0 || r.frame_index(f.last) < 0) return;
    AccountWriter account(f);
    describe_frames(r, f, account);
    const std::string& kind = std::get<std::string>(f.fact("kind")->value);
    const std::string responses = count_text(f.number("answers"), "response");
    if (kind == "twice") {
        account.at(f.last,
                   say("Between the responses they were never more than {} apart: one approach, {}.",
                       length_text(r, std::max(r.slop(), f.number("separation_between"))), responses));
        account.cause(
            translated("the hit is handled in two places, or the response does not check whether the two "
                       "still approach each other."));
    } else if (kind == "cancelled") {
        account.at(f.last, say("{} and {} both reverse its velocity in the same step: no bounce is left.",
                               sentence_the(f.names[1]),
                               f.names.size() > 2 ? the(f.names[2]) : translated("its neighbor")));
        account.cause(translated("two colliders were hit in one step and each responded on its own."));
    } else if (kind == "event") {
        account.at(f.last, say("They never parted, and '{}' fired {}: one touch.",
                               std::get<std::string>(f.fact("event")->value),
                               count_text(f.number("answers"), "time")));
        account.cause(
            translated("the event does not remember that this target was already hit in this touch."));
    } else {
        account.at(f.last, translated("The hitbox stayed on and reported the same target again."));
        account.cause(translated("the hitbox does not remember its targets until it is switched off."));
    }
}

} // namespace

const Fault double_hit_fault = {
    .id = "double-hit",
    .title = "Double hit",
    .what = "One approach gets two responses.",
    .headline = "{mover} on {other}, {kind}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
