// SPDX-License-Identifier: GPL-3.0-or-later
// flush-contact: two surfaces lie within a few ULPs of the game's float width of each other, and the
// answers (contact, grounded state, passes) change back and forth. Not: a snapped rest whose answers stay the
// same.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"

namespace oddbounce {

namespace {

constexpr Excuse steady =
    limit("steady", "what the game tells of the flush pair changes {0} times; {1} are needed");
constexpr Excuse rarely =
    excuse("rarely", "it changes rarely in {0}: that is the game, not rounding", Measure::Frames);
constexpr Excuse flickers =
    excuse("solver", "a solver laid it down: {0} changes are its flicker; {1} are needed");
constexpr Excuse with_reason =
    excuse("with-reason",
           "it changes as the body goes, or wants to go, another way; else {0} times, and {1} are needed");
constexpr const Excuse* excuses[] = {&steady, &rarely, &flickers, &with_reason};

struct Told {
    int answer = 0, doing = 0;            // doing: see what_it_does
    std::size_t changes = 0, unasked = 0; // unasked: while it does the same, at the same face
};

struct Run {
    std::size_t first = 0, last = 0;
    Slot mover = -1, other = -1;
    std::size_t frames = 0;
    double most = 0.0, place = 0.0, low = infinity, high = -infinity; // gaps in ULPs; size of one
    Vec3 at{0.0}, normal{0.0};                                        // normal: of the last frame
    std::map<std::string, Told> told; // by what it says: contact, grounded state, ...
};

class FlushContactRule : public Rule {
  public:
    explicit FlushContactRule(const RuleContext& context)
        : context_(context), most_(context.settings["flush-contact.ulps"]),
          holes_(static_cast<std::size_t>(context.settings["run.holes"])),
          runs_(0, [this](const Place&, Run& run) { close(run); }) {}

    void step(const Step& step) override {
        for (const Meeting& pair : step.meetings())
            for (const Meeting& m : step.places(pair))
                if (m.does != Does::Ignore && !one_owner(step.now, m.a, m.b) && m.gap_after != infinity)
                    take(step, m);
        runs_.sweep(step);
    }
    void finish() override { runs_.finish(); }

  private:
    /// One ULP of the game's numbers, at this place.
    double ulp(const Step& step, const Meeting& m) const {
        double size = 0.0;
        for (const Slot c : {m.a, m.b}) {
            const Vec3 p = step.now.body_of(c).pose.at;
            // Only what lies across the surface is compared there.
            const Vec3 across = glm::abs(m.normal);
            for (int k = 0; k < 2; ++k)
                if (across[k] > context_.shared.hardly)
                    size = std::max({size, std::abs(p[k]), std::abs(m.on_a[k])});
        }
        if (context_.recording.header.float_bits == 32) {
            const float f = static_cast<float>(size);
            return static_cast<double>(std::nextafter(f, std::numeric_limits<float>::infinity()) - f);
        }
        return std::nextafter(size, infinity) - size;
    }

    /// What the game said of the pair in this step: contact, grounded state, iterations, as far as they are
    /// logged.
    std::map<std::string, int> answers(const Step& step, const Meeting& m, double place,
                                       const Run* run) const {
        const Header& h = context_.recording.header;
        std::map<std::string, int> out;
        if (h.has(Channel::Contacts)) {
            const Id a = at(step.now, m.a).def->id, b = at(step.now, m.b).def->id;
            out["contact"] = std::any_of(
                step.frame->contacts.begin(), step.frame->contacts.end(), [&](const ContactRow& c) {
                    const bool of_it =
                        !c.normal || std::abs(glm::dot(*c.normal, m.normal)) > context_.shared.toward;
                    return c.active && c.phase != Phase::End && of_it &&
                           std::minmax(c.a, c.b) == std::minmax(a, b);
                });
        }
        const auto [mover, other] = mover_first(step.before, step.now, m.a, m.b);
        const Vec3 away = mover == m.a ? -m.normal : m.normal;
        if (h.has(Channel::Grounded) && glm::dot(away, h.up) > context_.shared.up)
            out["grounded"] = step.now.body_of(mover).grounded;
        // Passes are the body's, not the pair's: they count while it moves across this very surface.
        if (h.has(Channel::Iterations) && run && run->high - run->low > part * place)
            for (const IdCount& p : step.frame->iterations)
                if (p.id == step.now.body_of(mover).def->id) out["iterations"] = p.count;
        return out;
    }

    void take(const Step& step, const Meeting& m) {
        if (m.error > 0.0) return; // how its places are rounded decides, not how the game computes
        const double place = ulp(step, m);
        if (!(place > 0.0) || std::abs(m.gap_after) > most_ * place) return;
        const Run* under_way = runs_.find(m.key());
        const bool fresh = !under_way;
        const std::map<std::string, int> said = answers(step, m, place, under_way);
        if (said.empty() && !context_.recording.header.has(Channel::Iterations)) return; // nothing is told
        Run& run = runs_.at(m.key(), step.index);
        if (fresh) std::tie(run.mover, run.other) = mover_first(step.before, step.now, m.a, m.b);
        const int doing = what_it_does(step, m, run.mover, most_ * place);
        constexpr double hardly_turns = 1e-9; // from 1, of a cosine
        // An edge without an inside is left on this side or on that.
        const bool same_face = std::abs(glm::dot(run.normal, m.normal)) > 1.0 - hardly_turns;
        run.normal = m.normal;
        for (const auto& [what, answer] : said) {
            const auto [it, first] = run.told.try_emplace(what);
            Told& told = it->second;
            const bool changes = !first && told.answer != answer;
            told.changes += changes, told.unasked += changes && told.doing == doing && same_face;
            told.answer = answer, told.doing = doing;
        }
        run.place = std::max(run.place, place), ++run.frames;
        run.most = std::max(run.most, std::abs(m.gap_after) / place);
        run.low = std::min(run.low, m.gap_after), run.high = std::max(run.high, m.gap_after);
        run.at = (m.on_a + m.on_b) * 0.5;
    }

    /// A number for: it wants to go into the surface, out of it or neither; and the two move against each
    /// other, or do not.
    static int what_it_does(const Step& step, const Meeting& m, Slot mover, double hardly) {
        const BodyState& is = step.now.body_of(mover);
        const double in = wants_along(is, mover == m.a ? m.normal : -m.normal);
        const bool moves = glm::length(relative_travel(step.before, step.now, m.a, m.b)) > hardly;
        constexpr int wanted_ways = 3;
        return (in > 0.0 ? 1 : in < 0.0 ? 2 : 0) + (moves ? wanted_ways : 0);
    }

    void close(const Run& run) const {
        const Recording& r = context_.recording;
        if (run.told.empty()) return;
        const auto& [what, told] =
            *std::max_element(run.told.begin(), run.told.end(), [](const auto& a, const auto& b) {
                return a.second.changes < b.second.changes;
            });
        // A result that changes rarely is the game's doing, not rounding's.
        const auto passes = [&](const Excuse& e, double measured, double least) {
            return context_.passes(e, run.first, run.last, run.mover, run.other, measured, least);
        };
        const double changes = static_cast<double>(told.changes),
                     least = context_.settings["flush-contact.changes"];
        if (changes < least && (changes == 0.0 || passes(steady, changes, least))) return;
        const double unasked = static_cast<double>(told.unasked);
        if (unasked < least && passes(with_reason, unasked, least)) return;
        if (told.changes * 2 * holes_ < run.frames &&
            passes(rarely, static_cast<double>(run.frames), 2.0 * changes * static_cast<double>(holes_)))
            return;
        const World w = r.world_at(run.first);
        // What a solver lays down flickers now and then.
        if (either_solved(w, run.mover, run.other) && told.changes < context_.solver.flickers &&
            passes(flickers, changes, static_cast<double>(context_.solver.flickers)))
            return;
        const std::string& u = r.header.unit;
        Finding f;
        f.fault = "flush-contact", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.mover, run.other}, f);
        f.at = run.at, f.weight = 0.55;
        add_fact(f, "ulps", run.most, "ULP");
        add_fact(f, "margin_needed", 4.0 * (run.high - run.low + run.place), u, 0.0);
        add_fact(f, "ulp", run.place, u, 0.0);
        add_fact(f, "changes", static_cast<double>(told.changes), "count");
        f.facts.push_back({"answer", what, "text"});
        note_threshold(f, context_.settings.threshold("flush-contact.ulps"));
        const nlohmann::json who = mover_target(w, f);
        f.suggest.push_back({say("a margin for {}", the(f.names[0])),
                             {{{"motion", {who}}, {"margin", f.number("margin_needed")}}}});
        context_.found(std::move(f));
    }

    static constexpr double part = 0.2; // of an ULP
    RuleContext context_;
    double most_;
    std::size_t holes_;
    Runs<Place, Run> runs_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<FlushContactRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    account.at(f.first,
               say("{} lies flush with {}. One ULP of a {}-bit number is {} there.", sentence_the(f.names[0]),
                   the(f.names[1]), r.header.float_bits, length_text(r, f.number("ulp"), 0.0)));
    account.at(f.last,
               say("The gap stays within {} ULPs, and the result of the test ({}) changes {}.",
                   figure(f.number("ulps")), translated(std::get<std::string>(f.fact("answer")->value)),
                   count_text(f.number("changes"), "time")));
    account.cause(say("rounding decides whether they touch. A margin of {} keeps the result on one side.",
                      length_text(r, f.number("margin_needed"), 0.0)));
}

} // namespace

const Fault flush_contact_fault = {
    .id = "flush-contact",
    .title = "Flush contact",
    .what = "Surfaces so close that rounding decides whether they touch.",
    .headline = "{mover} at {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
