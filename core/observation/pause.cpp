// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/pause.hpp"

#include "encounter/encounter.hpp"

namespace oddbounce {

namespace {

bool unmoved(const Step& step, Slot body) {
    const BodyState &is = step.now.body(body), &was = step.before.body(body);
    return is.present == was.present && !is.teleported && is.pose.at == was.pose.at &&
           is.pose.turn == was.pose.turn;
}

} // namespace

bool all_stand(const Step& step) {
    return std::ranges::all_of(step.now.movers(),
                               [&](Slot body) { return step.now.body(body).fresh || unmoved(step, body); });
}

bool PauseFilter::stands_still(const Step& step) {
    const Frame& f = *step.frame;
    return step.index > 0 && f.before.empty() && f.removed.empty() && f.teleport.empty() && f.on.empty() &&
           f.off.empty() && f.scale.empty() && f.rays.empty() && f.events.empty() && f.iterations.empty() &&
           f.unresolved.empty() &&
           std::ranges::all_of(step.now.movers(), [&](Slot body) { return unmoved(step, body); });
}

/// What touches can bring all of a group to rest in one step. Two groups that stop in the same step by chance
/// are rare.
bool PauseFilter::moved_apart(const Step& step) const {
    if (moved_.size() < 2) return false;
    std::vector<Slot> left(moved_.begin() + 1, moved_.end()), group{moved_.front()};
    for (std::size_t i = 0; i < group.size(); ++i)
        for (const Meeting* m : step.of(group[i])) {
            if (m->does == Does::Ignore || !touches(step, *m)) continue;
            const Slot a = at(step.now, m->a).body, b = at(step.now, m->b).body;
            if (const auto found = std::ranges::find(left, a == group[i] ? b : a); found != left.end())
                group.push_back(*found), left.erase(found);
        }
    return !left.empty();
}

void PauseFilter::note(const Step& step) {
    moved_.clear();
    for (const Slot body : step.now.movers())
        if (!unmoved(step, body)) moved_.push_back(body);
}

} // namespace oddbounce
