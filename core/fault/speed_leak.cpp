// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/speed_leak.hpp"

#include "fault/account_text.hpp"

#include <set>

namespace oddbounce {

using namespace speed_leak;

SpeedLeaks::SpeedLeaks(const RuleContext& context)
    : context_(context), share_(context.settings["speed-surge.share"]),
      steps_(static_cast<std::size_t>(context.settings["speed-surge.steps"])),
      gains_(static_cast<std::size_t>(context.settings["run.holes"]),
             [this](const Slot& body, Gain& g) { close(body, g); }) {}

void describe_speeds(const RuleContext& context, Finding& f, double before, double after) {
    const std::string u = context.recording.header.unit + "/s";
    f.weight = std::min(0.85, 0.6 + 0.1 * after / std::max(before, 1e-9));
    add_fact(f, "speed_before", before, u), add_fact(f, "speed_after", after, u);
    add_fact(f, "factor", after / std::max(before, 1e-9), "");
    note_threshold(f, context.settings.threshold("speed-surge.share"));
}

/// Energy that gravity does not explain, as the speed that it makes of the speed before.
void SpeedLeaks::gain(const Step& step, Slot body) {
    const BodyState &is = step.now.body(body), &was = step.before.body(body);
    const bool still_desired =
        is.has_desired && glm::length(is.desired) < context_.shared.hardly * glm::length(is.velocity);
    // A kinematic body of which nobody says what it wants to move is judged by how it gains: more and
    // more.
    const bool desired_unknown = !context_.recording.header.has(Channel::Desired) && !is.def->upright;
    const bool judged = still_desired || (solved(is) ? !is.has_desired : desired_unknown);
    if (!judged || is.fresh || is.teleported || !was.velocity_known || !is.velocity_known || was.fresh)
        return;
    const Vec3 moved = is.pose.at - was.pose.at;
    const double v0 = glm::length(was.velocity), v1 = glm::length(is.velocity);
    const double fell = glm::dot(context_.recording.header.gravity, moved);
    // Gravity need not pull it: then it takes nothing from what rises.
    const double pulled = std::sqrt(std::max(0.0, v0 * v0 + 2.0 * fell)),
                 free = context_.observed.falls(body) ? pulled : std::max(v0, pulled);
    // Steps, not a steady push: a drum that something rolls uphill gains little a frame.
    // What is kinematic and logs its velocity has no noise in it.
    const bool exact = moved_by_code(is) && is.velocity_logged && was.velocity_logged;
    const double least = std::max({share_ * v0, (exact ? 0.05 : 0.5) * closing_that_matters(step),
                                   context_.observed.rounding(step, body)});
    if (v1 <= free + least) {
        if (Gain* g = gains_.find(body); g && !unmoved(step, is, was)) g->pulled_since = true;
        return;
    }
    const auto passes = [&](const Excuse& e) {
        return context_.passes_body(e, step.index, step.index, body, v1 - free, least);
    };
    Slot beside = -1;
    if (!unexplained(step, body, beside) && passes(touches_something)) return;
    // A steady push is a force that somebody applies; what leaks comes in a single frame, or more and
    // more.
    const Gain* last = gains_.find(body);
    const double grew = v1 - free;
    const bool steady = last && step.since(last->last) == 1 && grew < (1.0 + share_) * last->grew;
    Gain& g = gains_.at(body, step.index);
    if (g.steps == 0) g.before = v0;
    if (!steady) ++g.steps;
    g.lasted = step.since(g.first);
    g.pulled = g.pulled || g.pulled_since || steady, g.pulled_since = false;
    g.told = g.told && !solved(is) && !desired_unknown;
    g.grew = grew;
    g.after = v1;
    if (beside >= 0) g.beside = beside;
}

/// It goes on as it did, gravity set aside.
bool SpeedLeaks::unmoved(const Step& step, const BodyState& is, const BodyState& was) const {
    const Vec3 push = is.velocity - was.velocity - gravity_gain(step);
    return glm::length(push) <= share_ * closing_that_matters(step);
}

/// No new contact, nothing that moves or that only reports is touched.
bool SpeedLeaks::unexplained(const Step& step, Slot body, Slot& beside) const {
    for (const Meeting* met : step.of(body)) {
        const Meeting& m = *met;
        if (m.does == Does::Ignore || !touches(step, m)) continue;
        const Slot other = at(step.now, m.a).body == body ? m.b : m.a;
        const bool begins = m.gap_before > context_.recording.slop() + context_.recording.header.skin;
        if (begins || m.does == Does::Report || step.now.body_of(other).def->moves != Moves::Static)
            return false;
        beside = other;
    }
    return true;
}

/// The event about the body that fires in most of the frames in which it gains; empty: none.
std::string SpeedLeaks::coincides(Slot body, const Gain& g) const {
    const Recording& r = context_.recording;
    std::map<std::string, std::size_t> fired;
    for (std::size_t i = g.first; i <= g.last; ++i) {
        if (!(r.has(i) & Recording::Events)) continue;
        std::set<std::string> names;
        for (const EventRow& e : r.frame(i)->events)
            if (std::find(e.about.begin(), e.about.end(), r.body_id(body)) != e.about.end())
                names.insert(e.name);
        for (const std::string& name : names) ++fired[name];
    }
    for (const auto& [name, times] : fired)
        if (static_cast<double>(times) >=
            context_.settings["speed-surge.coincides"] * static_cast<double>(g.steps))
            return name;
    return {};
}

void SpeedLeaks::close(Slot body, const Gain& g) const {
    const Recording& r = context_.recording;
    const bool runs_away = g.steps >= 3 * steps_ && g.steps > g.lasted;
    // No joint lets go of it in between.
    const bool by_jerks = g.lasted + 2 >= 2 * g.steps && !g.pulled;
    const auto passes = [&](const Excuse& e, double measured, double limit) {
        return context_.passes_body(e, g.first, g.last, body, measured, limit);
    };
    if (g.steps < steps_ && passes(too_short, static_cast<double>(g.steps), static_cast<double>(steps_)))
        return;
    if (!g.told && !runs_away && !by_jerks && passes(pushed_steadily, 0.0, 0.0)) return;
    const World w = r.world_at(g.first);
    if (w.colliders_of(body).empty()) return;
    const double least = (1.0 + 10.0 * share_) * g.before + r.slop() / w.dt();
    if (g.after < least && passes(little, g.after, least)) return;
    Finding f;
    f.fault = "speed-surge", f.first = r.number(g.first), f.last = r.number(g.last);
    std::vector<Slot> colliders{w.colliders_of(body)[0]};
    if (g.beside >= 0) colliders.push_back(g.beside);
    name_bodies(w, colliders, f);
    f.at = w.body(body).pose.at;
    f.grade = Grade::Likely, f.assumes = translated("no force acts on it that is not in the recording");
    describe_speeds(context_, f, g.before, g.after);
    f.facts.push_back({"kind", std::string("step by step"), "text"});
    add_fact(f, "frames", static_cast<double>(g.last - g.first + 1), "frames");
    if (const std::string event = coincides(body, g); !event.empty())
        f.facts.push_back({"event", event, "text"});
    f.suggest.push_back({say("find what adds to the velocity of {} in each frame", the(f.names[0])),
                         nlohmann::json::array()});
    context_.found(std::move(f));
}

} // namespace oddbounce
