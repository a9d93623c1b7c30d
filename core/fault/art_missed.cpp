// SPDX-License-Identifier: GPL-3.0-or-later
// art-missed: what the player sees of two bodies overlaps by more than the slop and half a pixel, and their
// colliders, which would meet, do not touch.
#include "fault/account_text.hpp"
#include "fault/art_look.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"

#include <set>

namespace oddbounce {

namespace {

constexpr Excuse shallow =
    limit("shallow", "their pictures overlap by {0}; more than {1} is reported", Measure::Length);
constexpr const Excuse* excuses[] = {&shallow};

struct Run {
    std::size_t first = 0, last = 0, deepest_at = 0;
    Slot a = -1, b = -1; // colliders, mover first
    double depth = 0.0;
};

class ArtMissedRule : public Rule {
  public:
    explicit ArtMissedRule(const RuleContext& context)
        : context_(context), art_(context.recording),
          runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                [this](const Pair&, Run& run) { close(run); }) {}

    void define(const Definition& d) override { art_.define(d); }
    void step(const Step& step) override {
        if (art_.any()) look(step);
        runs_.sweep(step);
    }
    void finish() override {
        runs_.finish();
        // What is so again and again between two kinds is how their colliders are meant.
        for (auto& [kinds, runs] : pending_) {
            const bool lenient =
                runs.size() >= static_cast<std::size_t>(context_.settings["art-missed.lenient"]);
            const auto deepest = std::max_element(
                runs.begin(), runs.end(), [](const Run& a, const Run& b) { return a.depth < b.depth; });
            if (lenient)
                emit(*deepest, runs.size());
            else
                for (const Run& run : runs) emit(run, 1);
        }
    }

  private:
    using Pair = std::pair<Slot, Slot>; // bodies

    struct Shown {
        Slot body;
        Box box;
        bool moves;
    };

    void look(const Step& step) {
        std::vector<Shown> shown;
        for (const Slot body : art_.drawn_bodies()) {
            const BodyState& b = step.now.body(body);
            if (!b.present || b.leaving || step.now.colliders_of(body).empty()) continue;
            Box box;
            for (const auto& g : art_.seen(step.now, body).parts)
                box.add(g->bounds(b.pose).low), box.add(g->bounds(b.pose).high);
            shown.push_back({body, box, b.def->moves != Moves::Static});
        }
        for (std::size_t i = 0; i < shown.size(); ++i)
            for (std::size_t k = i + 1; k < shown.size(); ++k)
                if ((shown[i].moves || shown[k].moves) && shown[i].box.meets(shown[k].box))
                    take(step, shown[i].body, shown[k].body);
    }

    void take(const Step& step, Slot a, Slot b) {
        const std::optional<Pair> pair = apart(step, a, b);
        if (!pair) return;
        const auto pose = [&](Slot body) { return step.now.body(body).pose; };
        const ArtLook::Seen sa = art_.seen(step.now, a), sb = art_.seen(step.now, b);
        const double allowed =
            context_.recording.slop() + sa.half_pixel + sb.half_pixel + context_.recording.rounding();
        // What the axes say is never too small: only a new deepest is worth its sixteen directions.
        const double rough = -visible_gap(sa, pose(a), sb, pose(b), 0.0).gap;
        if (rough <= allowed) return;
        if (const Run* under_way = runs_.find(std::minmax(a, b)); under_way && rough <= under_way->depth) {
            runs_.at(std::minmax(a, b), step.index);
            return;
        }
        const double depth = visible_depth(sa, pose(a), sb, pose(b));
        if (depth <= allowed &&
            context_.passes(shallow, step.index, step.index, pair->first, pair->second, depth, allowed))
            return;
        Run& run = runs_.at(std::minmax(a, b), step.index);
        if (run.a < 0) std::tie(run.a, run.b) = mover_first(step.before, step.now, pair->first, pair->second);
        if (depth > run.depth) run.depth = depth, run.deepest_at = step.index;
    }

    /// A pair of their colliders that would meet, if none of them touch and the log names no contact.
    std::optional<Pair> apart(const Step& step, Slot a, Slot b) const {
        std::optional<Pair> out;
        for (const Slot ca : step.now.colliders_of(a))
            for (const Slot cb : step.now.colliders_of(b))
                if (step.now.stays(ca) && step.now.stays(cb) && step.now.does(ca, cb) != Does::Ignore &&
                    !one_owner(step.now, ca, cb))
                    out = out.value_or(Pair(ca, cb));
        if (!out) return {};
        for (const Meeting& m : step.meetings()) {
            const Pair bodies = std::minmax(at(step.now, m.a).body, at(step.now, m.b).body);
            if (bodies == Pair(std::minmax(a, b)) && m.does != Does::Ignore &&
                (m.contact || m.gap_after <= context_.recording.slop()))
                return {};
        }
        return out;
    }

    void close(const Run& run) {
        const World w = context_.recording.world_at(run.deepest_at);
        pending_[std::minmax({w.body_of(run.a).def->kind, w.body_of(run.b).def->kind})].push_back(run);
    }

    void emit(const Run& run, std::size_t times) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(run.deepest_at);
        const std::string& u = r.header.unit;
        Finding f;
        f.fault = "art-missed", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.a, run.b}, f);
        const Slot a = at(w, run.a).body, b = at(w, run.b).body;
        const auto pose = [&](Slot body) { return w.body(body).pose; };
        f.at = pose(a).at;
        f.marks.push_back({r.number(run.deepest_at), f.at, f.at, false,
                           say("pictures overlap by {}", length_text(r, run.depth))});
        f.weight = times > 1 ? 0.4 : 0.55;
        if (times > 1) {
            f.grade = Grade::Hint;
            f.assumes =
                say("the same is so {} times between bodies of these kinds: perhaps it is meant", times);
            add_fact(f, "times", static_cast<double>(times), "times");
        }
        add_fact(f, "depth", run.depth, u);
        add_fact(f, "area", visible_overlap(art_.seen(w, a), pose(a), art_.seen(w, b), pose(b)), u + "²");
        add_fact(f, "collider_gap", pair_at(w, run.a, run.b).gap, u);
        add_fact(f, "frames", static_cast<double>(run.last - run.first + 1), "frames");
        f.shown_at = r.number(run.deepest_at);
        add_fact(f, "deepest_frame", static_cast<double>(r.number(run.deepest_at)), "frame");
        note_threshold(f, {"slop", r.slop(), u});
        const double grow = 0.5 * std::max(run.depth, f.number("collider_gap"));
        f.suggest.push_back({say("grow both colliders by {} on all sides", length_text(r, grow)),
                             {{{"colliders", {f.colliders[0], f.colliders[1]}}, {"grow", grow}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    ArtLook art_;
    Runs<Pair, Run> runs_;
    std::map<std::pair<std::string, std::string>, std::vector<Run>> pending_; // by kinds
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<ArtMissedRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    account.at(f.first, say("The pictures of {} and {} begin to overlap.", the(f.names[0]), the(f.names[1])));
    account.at(static_cast<std::int64_t>(f.number("deepest_frame")),
               say("They overlap by {}, over {} {}². The colliders are still {} apart.",
                   length_text(r, f.number("depth")), figure(f.number("area")), r.header.unit,
                   length_text(r, f.number("collider_gap"))));
    account.at(f.last,
               f.last == r.number(r.size() - 1)
                   ? translated("The recording ends while they overlap. There was no hit.")
                   : say("They part after {}. There was no hit.", count_text(f.number("frames"), "frame")));
    account.cause(translated("the colliders do not cover their pictures there."));
}

} // namespace

const Fault art_missed_fault = {
    .id = "art-missed",
    .title = "Art missed",
    .what = "Pictures overlap and the colliders under them do not touch.",
    .headline = "{mover} and {other}",
    .needs = {Input::Art},
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
