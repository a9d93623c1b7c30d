// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/steadiness.hpp"

#include "observation/free_motion.hpp"

namespace oddbounce {

void Steadiness::step(const Step& step, const Grain& grain) {
    for (const Slot body : step.now.movers()) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        Seen& s = seen_[body];
        s.moves = true, s.before = s.now || was.velocity_logged;
        s.now = is.velocity_logged;
        if (s.now || is.fresh || is.teleported || !is.velocity_known || !was.velocity_known || was.fresh)
            continue;
        s.now = change_beside_gravity(step, body) <=
                std::max(even * glm::length(was.velocity), grain.of_change(step, body));
    }
}

} // namespace oddbounce
