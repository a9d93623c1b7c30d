// SPDX-License-Identifier: GPL-3.0-or-later
// pop-through: a body that overlapped a solid collider comes out on another side than the one that it came
// from, though the way back was shorter. Either it was put there at a stroke, or it ended a frame or two
// inside first. Not: one-ways, warps, what only slides round a corner.
#include "fault/rule.hpp"
#include "fault/telling.hpp"

#include <fmt/format.h>

#include <numbers>

namespace oddbounce {

namespace {

/// Where a pair is on its way in: kept while it overlaps.
struct Inside {
    std::size_t since = 0;
    Vec3 came{0.0}; // unit: from the other to the mover when they were last apart
    Slot mover = -1, other = -1;
    Pose first, theirs; // of both at the first frame's end inside
};

class Watch : public Rule {
  public:
    explicit Watch(const RuleContext& context)
        : context_(context), most_(static_cast<std::size_t>(context.settings["pop-through.frames_inside"])),
          turned_(std::cos(context.settings["pop-through.turned"] * std::numbers::pi / 180.0)) {}

    void step(const Step& step) override {
        for (const Meeting& m : step.meetings)
            if (judged(step, m)) take(step, m);
        std::erase_if(inside_, [&](const auto& entry) { return entry.second.since + most_ < step.index; });
    }

  private:
    using Pair = std::pair<Slot, Slot>;

    bool judged(const Step& step, const Meeting& m) const {
        const auto one_way = [&](Slot c) { return at(step.now, c).def->role == Role::OneWay; };
        return m.does == Does::Solid && !one_way(m.a) && !one_way(m.b) && !one_owner(step.now, m.a, m.b) &&
               m.gap_before != infinity;
    }

    void take(const Step& step, const Meeting& m) {
        const double slop = context_.recording.slop();
        const auto found = inside_.find({m.a, m.b});
        const bool out_now = m.gap_after >= -slop, out_before = m.gap_before >= -slop;
        if (out_now && out_before && found == inside_.end()) return at_a_stroke(step, m);
        if (found == inside_.end() && out_before) return enter(step, m);
        if (found == inside_.end() || !out_now) return;
        const Inside in = found->second;
        inside_.erase(found);
        if (step.index > in.since + most_) return;
        leave(step, in);
    }

    /// Its place where the game looked for overlaps: as logged, or where its velocity would have taken it.
    std::optional<Pose> before_the_push(const Step& step, Slot mover) const {
        const BodyState &now = step.now.body_of(mover), &before = step.before.body_of(mover);
        if (now.fresh || now.warped) return {};
        Pose p = now.pose;
        for (const IdVector& t : step.frame->tried)
            if (t.id == now.def->id) {
                p.at = t.value;
                return p;
            }
        // A solver turns the velocity first: what a place says of it is a mean over the hit.
        const bool guessed = now.def->moves == Moves::Solved && !before.velocity_logged;
        if (!before.velocity_known || guessed) return {};
        if (carried_there(step, mover)) return {};
        p.at = before.pose.at + before.velocity * step.now.dt();
        return p;
    }

    void at_a_stroke(const Step& step, const Meeting& m) {
        auto [mover, other] = mover_first(step.before, step.now, m.a, m.b);
        if (step.now.body_of(mover).def->moves == Moves::Fixed) return;
        const std::optional<Pose> tried = before_the_push(step, mover);
        if (!tried) return;
        const Motion theirs = step.now.motion_since(step.before, at(step.now, other).body);
        const Geometry &gm = *at(step.now, mover).geometry, &go = *at(step.now, other).geometry;
        const Distance deep = distance(gm, *tried, go, theirs.to, 0.0);
        const PairView was = pair_at(step.before, mover, other), is = pair_at(step.now, mover, other);
        if (!deep.known || deep.gap > -0.05 * context_.recording.slop() || !was.known || !is.known) return;
        // A solver nudges what it holds; at a stroke it is a good part of the body.
        constexpr double nudge = 0.25; // of the extent
        const BodyState& now = step.now.body_of(mover);
        if (now.def->moves == Moves::Solved && glm::length(now.pose.at - tried->at) < nudge * gm.extent())
            return;
        emit(step, {mover, other}, -was.normal, -is.normal, *tried, theirs.to, -deep.gap, step.now.number());
    }

    void enter(const Step& step, const Meeting& m) {
        Inside in;
        std::tie(in.mover, in.other) = mover_first(step.before, step.now, m.a, m.b);
        const PairView was = pair_at(step.before, in.mover, in.other);
        if (!was.known || step.now.body_of(in.mover).fresh || step.now.body_of(in.mover).warped) return;
        in.since = step.index, in.came = -was.normal;
        in.first = step.now.body_of(in.mover).pose, in.theirs = step.now.body_of(in.other).pose;
        inside_[{m.a, m.b}] = in;
    }

    void leave(const Step& step, const Inside& in) {
        const BodyState& body = step.now.body_of(in.mover);
        const PairView is = pair_at(step.now, in.mover, in.other);
        if (!is.known || body.warped || body.fresh) return;
        const Distance deep = distance(*at(step.now, in.mover).geometry, in.first,
                                       *at(step.now, in.other).geometry, in.theirs, 0.0);
        if (!deep.known) return;
        // Its own velocity leads on: then only right through is through, not round a corner.
        constexpr double through = -0.5;
        const bool solved = body.def->moves == Moves::Solved;
        if ((solved || carried_there(step, in.mover)) && glm::dot(in.came, -is.normal) > through) return;
        // Seen from the other, which may move itself.
        Pose from = in.first;
        from.at += step.now.body_of(in.other).pose.at - in.theirs.at;
        emit(step, {in.mover, in.other}, in.came, -is.normal, from, step.now.body_of(in.other).pose,
             -deep.gap, context_.recording.number(in.since));
    }

    void emit(const Step& step, Pair pair, const Vec3& came, const Vec3& went, const Pose& inside,
              const Pose& theirs, double shortest, std::int64_t first) {
        if (glm::dot(came, went) > turned_) return;
        const auto [mover, other] = pair;
        const Geometry &gm = *at(step.now, mover).geometry, &go = *at(step.now, other).geometry;
        const double back = way_out(gm, inside, go, theirs, came);
        const Vec3 put = step.now.body_of(mover).pose.at - inside.at;
        const double taken = glm::length(put), slop = context_.recording.slop();
        if (taken <= back + 2.0 * slop || taken <= context_.settings["pop-through.farther"] * back) return;
        const Recording& r = context_.recording;
        const std::string& u = r.header.unit;
        Finding f;
        f.fault = "pop-through", f.first = first, f.last = step.now.number();
        name_bodies(step.now, {mover, other}, f);
        f.at = pair_at(step.now, mover, other).on_b;
        if (!r.header.has(Channel::Tried))
            f.grade = Grade::Likely, f.assumes = "the place before the push is taken from its velocity";
        f.weight = std::min(0.95, 0.75 + 0.1 * taken / std::max(gm.reach(), 1e-9));
        add_fact(f, "way_in", back, u), add_fact(f, "way_out", taken, u);
        add_fact(f, "shortest_way_out", std::min(back, shortest), u);
        f.facts.push_back({"came_from", came, ""}), f.facts.push_back({"went_to", went, ""});
        f.facts.push_back({"inside_at", inside.at, u});
        const Vec3 there = step.now.body_of(mover).pose.at;
        f.marks.push_back(
            {f.last, inside.at, inside.at + unit(came) * back, true, length_text(r, back) + " back"});
        f.marks.push_back({f.last, inside.at, there, true, length_text(r, taken) + " taken"});
        note_threshold(f, context_.settings.threshold("pop-through.turned"));
        note_threshold(f, {"slop", slop, u});
        const nlohmann::json who = mover_target(step.now, f);
        f.suggest.push_back({"sweep the " + f.names[0], {{{"motion", {who}}, {"tests", "swept"}}}});
        f.suggest.push_back({"put the " + f.names[0] + " out the way it came",
                             {{{"motion", {who}}, {"tests", "after"}, {"answer", "push-out"}}}});
        context_.found(std::move(f));
    }

    RuleContext context_;
    std::size_t most_;
    double turned_;
    std::map<Pair, Inside> inside_;
};

std::unique_ptr<Rule> watch(const RuleContext& context) { return std::make_unique<Watch>(context); }

void tell(const Recording& r, Finding& f) {
    const auto index = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot a = r.collider_slot(f.colliders[0]);
    const World before = r.world_at(index - 1);
    const Vec3 came = std::get<Vec3>(f.fact("came_from")->value),
               went = std::get<Vec3>(f.fact("went_to")->value);
    f.account.push_back({before.number(),
                         {},
                         fmt::format("The {} is {} the {}, {}.", f.names[0], side_word(r, came), f.names[1],
                                     motion_text(r, before.body_of(a).velocity))});
    f.account.push_back({f.first,
                         {},
                         fmt::format("It gets {} inside the {}: {} back would put it out where it came from.",
                                     length_text(r, f.number("shortest_way_out")), f.names[1],
                                     length_text(r, f.number("way_in")))});
    f.account.push_back({f.last,
                         {},
                         fmt::format("It comes out {} the {} instead, {} from there.", side_word(r, went),
                                     f.names[1], length_text(r, f.number("way_out")))});
}

} // namespace

const Fault pop_through_fault = {"pop-through", "Pop-through",
                                 "A body comes out on another side than the one it got in by.", watch, tell};

} // namespace oddbounce
