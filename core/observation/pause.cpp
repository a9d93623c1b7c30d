// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/pause.hpp"

#include "encounter/encounter.hpp"

namespace oddbounce {

namespace {

bool unmoved(const World& before, const World& now, Slot body) {
    const BodyState &is = now.body(body), &was = before.body(body);
    return is.present == was.present && !is.teleported && is.pose.at == was.pose.at &&
           is.pose.turn == was.pose.turn;
}
bool unmoved(const Step& step, Slot body) { return unmoved(step.before, step.now, body); }

Vec3 way(const Step& step, Slot body) { return step.now.body(body).pose.at - step.before.body(body).pose.at; }

/// Nothing moves, enters, leaves or is switched, and nothing is told.
bool still(const World& before, const World& now, const Frame& f) {
    return f.before.empty() && f.removed.empty() && f.teleport.empty() && f.on.empty() && f.off.empty() &&
           f.scale.empty() && f.rays.empty() && f.events.empty() && f.iterations.empty() &&
           f.unresolved.empty() &&
           std::ranges::all_of(now.movers(), [&](Slot body) { return unmoved(before, now, body); });
}

} // namespace

bool all_stand(const Step& step) {
    return std::ranges::all_of(step.now.movers(),
                               [&](Slot body) { return step.now.body(body).fresh || unmoved(step, body); });
}

double frames_in_a_step(const Recording& r) {
    constexpr std::size_t looked_at = 240, enough = 8; // frames; turns of the pattern
    constexpr std::size_t longest = 12;                // frames that a turn may have
    if (!r.complete() || r.empty() || r.begin() > 0) return 1.0;
    struct Turn {
        std::size_t steps = 0, stills = 0; // frames with a step, and still ones after them
        bool operator==(const Turn&) const = default;
    };
    std::vector<Turn> turns;
    World now = r.world_at(0);
    for (std::size_t i = 1; i < std::min(looked_at, r.size()); ++i) {
        const World before = now;
        now.step(*r.frame(i));
        const bool stands = still(before, now, *r.frame(i));
        if (stands && turns.empty()) continue; // not begun yet
        if (!stands && (turns.empty() || turns.back().stills > 0)) {
            // The first one may be cut off.
            if (turns.size() > 2 && turns.back() != turns[1]) return 1.0;
            turns.emplace_back();
        }
        ++(stands ? turns.back().stills : turns.back().steps);
        if (turns.back().steps + turns.back().stills > longest) return 1.0;
    }
    if (turns.size() < enough) return 1.0;
    return static_cast<double>(turns[1].steps + turns[1].stills) / static_cast<double>(turns[1].steps);
}

World PauseFilter::slowed(const World& now) const {
    World out = now;
    out.set_frame(now.number(), now.dt() * frames_in_a_step_);
    for (const Slot body : now.movers()) {
        BodyState b = now.body(body);
        if (b.velocity_logged || !b.velocity_known) continue;
        b.velocity /= frames_in_a_step_, b.angular_velocity /= frames_in_a_step_;
        out.set(body, b);
    }
    return out;
}

bool PauseFilter::stands_still(const Step& step) {
    return step.index > 0 && still(step.before, step.now, *step.frame);
}

/// What touches can bring all of a group to rest in one step. Two groups that stop in the same step by chance
/// are rare.
bool PauseFilter::moved_apart(const Step& step) const {
    if (moved_.size() < 2) return false;
    std::vector<Slot> left, group{moved_.front().first};
    for (std::size_t i = 1; i < moved_.size(); ++i) left.push_back(moved_[i].first);
    for (std::size_t i = 0; i < group.size(); ++i)
        for (const Meeting* m : step.of(group[i])) {
            if (m->does == Does::Ignore || !touches(step, *m)) continue;
            const Slot a = at(step.now, m->a).body, b = at(step.now, m->b).body;
            if (const auto found = std::ranges::find(left, a == group[i] ? b : a); found != left.end())
                group.push_back(*found), left.erase(found);
        }
    return !left.empty();
}

/// One of those that moved goes on that way, a hit may have cut its last step short. What stops bodies for
/// good, or turns them, is no pause.
bool PauseFilter::goes_on(const Step& step) const {
    constexpr double same_way = 0.9; // cosine
    return std::ranges::any_of(moved_, [&](const auto& one) {
        const auto& [body, was] = one;
        const Vec3 is = way(step, body);
        return glm::dot(is, was) > same_way * glm::length(is) * glm::length(was);
    });
}

void PauseFilter::note(const Step& step) {
    moved_.clear();
    for (const Slot body : step.now.movers())
        if (!unmoved(step, body)) moved_.emplace_back(body, way(step, body));
}

void PauseFilter::leave_out(std::size_t index, const World& before) {
    if (!held_) held_ = before, pauses_.push_back({index, index});
    ++pauses_.back().second;
}

} // namespace oddbounce
