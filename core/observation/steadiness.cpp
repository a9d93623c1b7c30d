// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/steadiness.hpp"

namespace oddbounce {

void Steadiness::step(const Step& step, const Grain& grain) {
    for (const Slot body : step.now.movers()) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        Seen& s = seen_[body];
        s.before = s.now || was.velocity_logged;
        s.now = is.velocity_logged;
        if (s.now || is.fresh || is.teleported || !is.velocity_known || !was.velocity_known || was.fresh)
            continue;
        const Vec3 change = is.velocity - was.velocity,
                   pull = step.now.recording().header.gravity * step.now.dt();
        const double unexplained = std::min(glm::length(change), glm::length(change - pull));
        constexpr double places = 3.0; // a change of velocity rests on three of them, each rounded
        s.now = unexplained <=
                std::max(even * glm::length(was.velocity), places * grain.of(body) / step.now.dt());
    }
}

} // namespace oddbounce
