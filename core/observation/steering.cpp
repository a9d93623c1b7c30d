// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/steering.hpp"

#include "encounter/encounter.hpp"
#include "observation/free_motion.hpp"
#include "observation/solver.hpp"

namespace oddbounce {

void Steering::step(const Step& step, const Grain& grain, const Aloof& aloof) {
    const double matters = closing_that_matters(step);
    for (const Slot body : step.now.movers()) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        if (!moved_by_code(is) || is.has_desired) continue;
        Seen& s = seen_[body];
        const bool turned = std::exchange(s.turns, false);
        if (!aloof.free(body) || is.fresh || is.teleported || !is.velocity_known || !was.velocity_known)
            continue;
        const bool changed =
            change_beside_gravity(step, body) > std::max(matters, grain.of_change(step, body));
        ++s.free, s.changed += changed, s.time += step.now.dt();
        s.turned += turned && !changed, s.turns = changed;
    }
}

bool Steering::steered(Slot body) const {
    const Seen& s = seen_.at(body);
    return s.free >= enough && static_cast<double>(s.changed) >= good_part * static_cast<double>(s.free);
}

bool Steering::restless(Slot body) const {
    const Seen& s = seen_.at(body);
    return s.turned >= several && static_cast<double>(s.turned) >= often * s.time;
}

} // namespace oddbounce
