// SPDX-License-Identifier: GPL-3.0-or-later
// silent-overlap: two colliders overlap by more than the slop and nobody says so. Either their pair does
// nothing while bodies of these kinds do meet elsewhere in the log (filtered), or they should meet and no
// contact of the two bodies is logged (unreported), or bodies of two kinds pass through each other wherever
// they meet (untested): told once for the kinds, as a hint, and nothing else is told of such bodies.
#include "fault/account_text.hpp"
#include "fault/removal.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"
#include "observation/measures.hpp"

#include <set>

namespace oddbounce {

namespace {

constexpr Excuse shallow =
    limit("shallow", "it is at most {0} inside; more than {1} is reported", Measure::Length);
constexpr Excuse removed =
    excuse("removed", "one of the two is removed, or put elsewhere, where they meet: that is the response");
constexpr Excuse others_meet = excuse("others-meet", "other colliders of the same two bodies meet");
constexpr Excuse never_meet = excuse("never-meet", "bodies of these kinds meet nowhere in the recording");
constexpr Excuse not_tested =
    excuse("not-tested", "the game tells of one of these kinds, but never with the other");
constexpr Excuse fixed_in_place = excuse(
    "built-in", "code moves it inside what is fixed from the first frame to the last: it is built that way");
constexpr Excuse cut_off = excuse("cut-off", "it begins in the last frame: it may be reported in the next");
constexpr Excuse not_logged =
    excuse("left-out", "frames are left out: a contact may be in the one before it");
constexpr Excuse pushed =
    excuse("pushed-in", "for a moment, by another that pushed one of them, after the two were tested");
constexpr Excuse turned_away =
    excuse("turned-away", "for a moment: another that it hit in the same frame turned it away from this one");
constexpr Excuse told = limit("told", "a contact or an event of the two bodies is logged");
constexpr const Excuse* excuses[] = {&shallow,        &removed, &others_meet, &never_meet, &not_tested,
                                     &fixed_in_place, &cut_off, &told,        &not_logged, &pushed};

struct Run {
    std::size_t first = 0, last = 0;
    Slot mover = -1, other = -1;
    std::size_t frames = 0;
    double deepest = 0.0;
    Vec3 at{0.0};
    bool filtered = false, sensor = false;
    bool pushed = false, turned_away = false; // in its first frame, by another
};

class SilentOverlapRule : public Rule {
  public:
    explicit SilentOverlapRule(const RuleContext& context)
        : context_(context), logged_(context.recording.header.has(Channel::Contacts)),
          runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                [this](const Key& key, Run& run) { close(key, run); }) {}

    void define(const Definition& d) override {
        if (const auto* pair = std::get_if<PairDef>(&d))
            if (pair->does != Does::Ignore) asked_.insert(std::minmax(pair->first, pair->second));
    }
    void step(const Step& step) override {
        reports(step);
        for (const Meeting& m : step.meetings()) take(step, m);
        runs_.sweep(step);
        std::erase_if(reported_, [&](const auto& r) {
            return r.second.last + 8 * static_cast<std::size_t>(context_.settings["run.holes"]) <
                       step.index &&
                   !r.second.open;
        });
    }
    void finish() override {
        runs_.finish();
        // Filtered ones wait for the whole recording: do such bodies ever meet?
        for (auto& [kinds, runs] : waiting_)
            for (const Run& run : runs)
                if (run.filtered ? met_.count(kinds) > 0 || !passes(run, never_meet)
                                 : (run.sensor ? reports_ : told_).count(kinds) || !told_otherwise(kinds) ||
                                       !passes(run, not_tested))
                    emit(run);
        for (const auto& [kinds, met] : context_.observed.untested().all()) emit(kinds, *met);
    }

  private:
    struct Key {
        Slot a, b;
        bool filtered;
        auto operator<=>(const Key&) const = default;
    };
    struct Report {
        std::size_t last = 0;
        bool open = false;                         // begun, and not ended
        bool told = false, told_by_sensor = false; // their kinds are noted
    };

    static Kinds kinds_of_pair(const World& w, Slot a, Slot b) {
        return kinds_of(w, at(w, a).body, at(w, b).body);
    }
    static bool has_role(const World& w, Slot c, Role role) { return at(w, c).def->role == role; }
    static bool sensor(const World& w, Slot c) { return has_role(w, c, Role::Sensor); }
    std::pair<Slot, Slot> bodies_of(const World& w, Slot a, Slot b) const {
        return std::minmax(at(w, a).body, at(w, b).body);
    }

    /// Contacts count for the two bodies, for a game may name its main colliders only; so do events about
    /// both.
    void reports(const Step& step) {
        for (const ContactRow& c : step.frame->contacts) {
            if (c.mark_a.slot < 0 || c.mark_b.slot < 0) continue;
            Report& r = reported_[bodies_of(step.now, c.mark_a.slot, c.mark_b.slot)];
            const bool by_sensor = sensor(step.now, c.mark_a.slot) || sensor(step.now, c.mark_b.slot);
            if (!std::exchange(by_sensor ? r.told_by_sensor : r.told, true)) {
                const Kinds kinds = kinds_of_pair(step.now, c.mark_a.slot, c.mark_b.slot);
                told_.insert(kinds);
                if (by_sensor) reports_.insert(kinds);
            }
            stays_ = stays_ || (r.last > 0 && step.since(r.last) == 1);
            r.last = step.index;
            r.open = c.phase == Phase::Begin || (r.open && c.phase != Phase::End);
        }
        for (const EventRow& e : step.frame->events)
            for (std::size_t i = 0; i < e.about.size(); ++i)
                for (std::size_t k = i + 1; k < e.about.size(); ++k) {
                    const Slot a = context_.recording.body_slot(e.about[i]),
                               b = context_.recording.body_slot(e.about[k]);
                    if (a < 0 || b < 0) continue;
                    reported_[std::minmax(a, b)].last = step.index;
                    told_.insert(kinds_of(step.now, a, b)), reports_.insert(kinds_of(step.now, a, b));
                }
    }

    bool reported(const std::pair<Slot, Slot>& bodies, std::size_t first) const {
        const auto it = reported_.find(bodies);
        return it != reported_.end() && (it->second.open || it->second.last + 1 >= first);
    }

    void take(const Step& step, const Meeting& m) {
        const double slop = context_.recording.slop();
        if (one_owner(step.now, m.a, m.b)) return;
        if (m.does == Does::Solid && touches(step, m) &&
            touched_.insert(bodies_of(step.now, m.a, m.b)).second)
            met_.insert(kinds_of_pair(step.now, m.a, m.b));
        const bool filtered = m.does == Does::Ignore;
        const bool one_way = has_role(step.now, m.a, Role::OneWay) || has_role(step.now, m.b, Role::OneWay);
        const bool reporting = sensor(step.now, m.a) || sensor(step.now, m.b);
        if (m.gap_after >= 0.0 || one_way || (filtered ? reporting : !logged_)) return;
        if (m.gap_after >= -slop && context_.passes(shallow, step, m, -m.gap_after, slop)) return;
        if ((!step.now.stays(m.a) || !step.now.stays(m.b)) && context_.passes(removed, step, m)) return;
        const Key key{m.a, m.b, filtered};
        const Run* before = runs_.find(key);
        if (filtered && !before && responded_otherwise(step, m) && context_.passes(others_meet, step, m))
            return;
        Run& run = runs_.at(key, step.index);
        if (run.frames++ == 0) std::tie(run.mover, run.other) = mover_first(step.before, step.now, m.a, m.b);
        run.filtered = filtered, run.sensor = reporting;
        if (run.frames == 1)
            run.pushed = logged_elsewhere(step, m, true),
            run.turned_away = logged_elsewhere(step, m, false) && turned_away_from(step, m);
        if (-m.gap_after > run.deepest) run.deepest = -m.gap_after, run.at = (m.on_a + m.on_b) * 0.5;
    }

    /// They came closer, and at the end of the step they move apart.
    static bool turned_away_from(const Step& step, const Meeting& m) {
        const ClosingChange c =
            closing_change(step.before, step.now, m.a, m.b, m.normal, (m.on_a + m.on_b) * 0.5);
        return c.before > 0.0 && c.after < 0.0;
    }

    /// The log has a contact of one of the two with another body, one that moves if `moving`.
    bool logged_elsewhere(const Step& step, const Meeting& m, bool moving) const {
        const auto bodies = bodies_of(step.now, m.a, m.b);
        const auto by_others = [&](Slot own) {
            return std::ranges::any_of(step.of(own), [&](const Meeting* o) {
                const auto theirs = bodies_of(step.now, o->a, o->b);
                const Slot other = theirs.first == own ? theirs.second : theirs.first;
                return o->contact && theirs != bodies &&
                       (!moving || step.now.body(other).def->moves != Moves::Static);
            });
        };
        return by_others(bodies.first) || by_others(bodies.second);
    }

    /// Other colliders of the same two bodies meet: these do not have to.
    bool responded_otherwise(const Step& step, const Meeting& m) const {
        const auto bodies = bodies_of(step.now, m.a, m.b);
        const auto all = step.of(bodies.first);
        return std::any_of(all.begin(), all.end(), [&](const Meeting* o) {
            return o->does != Does::Ignore && bodies_of(step.now, o->a, o->b) == bodies &&
                   o->closest() <= context_.recording.slop() + context_.recording.header.skin;
        });
    }

    bool passes(const Run& run, const Excuse& e) const {
        return context_.passes(e, run.first, run.last, run.mover, run.other);
    }

    void close(const Key& key, const Run& run) {
        if (run.filtered) {
            const World w = context_.recording.world_at(run.first);
            waiting_[kinds_of_pair(w, key.a, key.b)].push_back(run);
            return;
        }
        const World w = context_.recording.world_at(run.first);
        if (built_in(context_.recording, run.first, run.last, run.mover, run.other) &&
            passes(run, fixed_in_place))
            return;
        // What is removed as it is met, or in the frame after, has had its response.
        if (run.frames <= 2 && soon_gone(context_.recording, run.last, key.a, key.b) && passes(run, removed))
            return;
        // What begins with the last frame may be reported in the next.
        const bool cut = context_.recording.complete() && run.first + 1 >= context_.recording.size();
        if (cut && passes(run, cut_off)) return;
        if (reported(bodies_of(w, key.a, key.b), run.first) && passes(run, told)) return;
        if (left_out(run) && passes(run, not_logged)) return;
        if (run.pushed && run.frames == 1 && passes(run, pushed)) return;
        if (run.turned_away && run.frames == 1 && run.deepest <= in_sight(w, run) && passes(run, turned_away))
            return;
        // What reports, and what overlaps so little, may be of kinds of which the game tells nothing.
        if (!asked_.count(kinds_of_pair(w, key.a, key.b)) && (run.sensor || run.deepest <= in_sight(w, run)))
            waiting_[kinds_of_pair(w, key.a, key.b)].push_back(run);
        else
            emit(run);
    }

    /// Frames are left out: what the game tells once, as it begins, may be in one of them.
    bool left_out(const Run& run) const {
        return left_out_before(context_.recording, run.first) && (run.frames <= 2 || !stays_);
    }

    /// The game tells of one of these kinds, but only with others: it does not test these against each other.
    bool told_otherwise(const Kinds& kinds) const {
        return std::any_of(told_.begin(), told_.end(), [&](const Kinds& t) {
            return t.first == kinds.first || t.first == kinds.second || t.second == kinds.first ||
                   t.second == kinds.second;
        });
    }

    /// Deeper, it is an overlap that the game should have resolved.
    double in_sight(const World& w, const Run& run) const {
        return context_.settings["deep-overlap.share_of_extent"] * moving_extent(w, run.mover, run.other);
    }

    void emit(const Run& run) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(run.first);
        const std::string& u = r.header.unit;
        Finding f;
        f.fault = "silent-overlap", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.mover, run.other}, f);
        f.at = run.at;
        if (run.filtered)
            f.grade = Grade::Likely,
            f.assumes = translated("bodies of these kinds collide elsewhere, so these should too");
        f.weight = run.filtered ? 0.6 : 0.65;
        add_fact(f, "depth", run.deepest, u);
        add_fact(f, "frames", static_cast<double>(run.last - run.first + 1), "frames");
        const std::string a = layer_of(w, run.mover), b = layer_of(w, run.other);
        f.facts.push_back({"kind", std::string(run.filtered ? "filtered" : "unreported"), "text"});
        f.facts.push_back({"hidden_by",
                           run.filtered ? say("the layers '{}' and '{}' ignore each other", a, b)
                                        : translated(run.sensor ? "no report of the two was logged"
                                                                : "no contact of the two was logged"),
                           "text"});
        note_threshold(f, {"slop", r.slop(), u});
        if (run.filtered)
            f.suggest.push_back(
                {say("let {} and {} collide", a, b), {{{"pair", {a, b}}, {"does", "solid"}}}});
        else {
            const nlohmann::json who = mover_target(w, f);
            f.suggest.push_back(
                {say("sweep {}", the(f.names[0])), {{{"motion", {who}}, {"tests", "swept"}}}});
            f.suggest.push_back({say("push {} out", the(f.names[0])),
                                 {{{"motion", {who}}, {"tests", "after"}, {"response", "push-out"}}}});
        }
        context_.found(std::move(f));
    }

    /// Of kinds that nothing ever answers.
    void emit(const Kinds& kinds, const Untested::Met& met) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(met.first);
        const auto [mover, other] =
            mover_first(met.first > 0 ? r.world_at(met.first - 1) : w, w, met.a, met.b);
        Finding f;
        f.fault = "silent-overlap", f.first = r.number(met.first), f.last = r.number(met.last);
        f.shown_at = f.first;
        name_bodies(w, {mover, other}, f);
        f.at = pair_at(w, mover, other).on_a;
        f.grade = Grade::Hint;
        f.assumes = translated("the log does not say that bodies of these kinds ignore each other");
        f.weight = 0.3;
        add_fact(f, "depth", met.deepest, r.header.unit);
        add_fact(f, "pairs", static_cast<double>(met.passed.size()), "count");
        f.facts.push_back({"kind", std::string("untested"), "text"});
        f.facts.push_back({"kinds", kinds.first + ", " + kinds.second, "text"});
        f.suggest.push_back({say("log that '{}' and '{}' ignore each other, if they do", layer_of(w, mover),
                                 layer_of(w, other)),
                             nlohmann::json::array()});
        context_.found(std::move(f));
    }

    RuleContext context_;
    bool logged_;
    bool stays_ = false; ///< a pair was told of in two frames on end
    Runs<Key, Run> runs_;
    std::map<std::pair<Slot, Slot>, Report> reported_; // by bodies
    // Kinds that touched; that a contact or an event named together; ditto a sensor's contact.
    std::set<Kinds> met_, told_, reports_;
    std::set<Kinds> asked_; // kinds or layers of which a `pair` says that they are to report, or to collide
    std::set<std::pair<Slot, Slot>> touched_; // bodies that met: their kinds are known already
    std::map<Kinds, std::vector<Run>> waiting_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<SilentOverlapRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const std::string kind = std::get<std::string>(f.fact("kind")->value);
    const World w = r.world_at(static_cast<std::size_t>(r.frame_index(f.first)));
    const PairView v = pair_at(w, r.collider_slot(f.colliders[0]), r.collider_slot(f.colliders[1]));
    account.at(f.first, say("{} ends the frame {} inside {}.", sentence_the(f.names[0]),
                            length_text(r, std::abs(v.gap)), the(f.names[1])));
    if (kind == "untested") {
        account.at(f.last, say("By then {} pairs of such bodies were inside each other, at most {} deep. "
                               "Nothing ever came of it.",
                               figure(f.number("pairs")), length_text(r, f.number("depth"))));
        return account.cause(translated("the game does not test these kinds against each other, or a filter "
                                        "hides them: mostly that is meant."));
    }
    account.at(f.last, say("They overlap for {}, at most {} deep.", count_text(f.number("frames"), "frame"),
                           length_text(r, f.number("depth"))));
    const std::string hidden = std::get<std::string>(f.fact("hidden_by")->value);
    account.cause(kind == "filtered"
                      ? say("{}. Bodies of these kinds do collide elsewhere in the recording.", hidden)
                      : say("their layers should collide, but {}: the game did not test this pair, or "
                            "dropped the result.",
                            hidden));
}

} // namespace

const Fault silent_overlap_fault = {
    .id = "silent-overlap",
    .title = "Silent overlap",
    .what = "Two colliders overlap and nothing is reported.",
    .headline = "{mover} inside {other}, {kind}",
    .make_rule = make_rule,
    .describe = describe,
    .by_log = [](const Finding& f) { return std::get<std::string>(f.fact("kind")->value) != "filtered"; },
    .excuses = excuses,
};

} // namespace oddbounce
