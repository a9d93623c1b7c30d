// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/heading.hpp"

#include "encounter/encounter.hpp"
#include "observation/solver.hpp"

namespace oddbounce {

void Heading::step(const Step& step, const Aloof& aloof) {
    const double matters = closing_that_matters(step);
    for (const Slot body : step.now.movers()) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        if (!moved_by_code(is) || is.fresh || is.teleported || !is.velocity_known ||
            is.pose.turn == was.pose.turn || glm::length(is.velocity) <= matters ||
            !aloof.now(body)) // what pushes it does not drive it
            continue;
        const Vec3 line = is.pose.turn.turn_back(unit(is.velocity));
        Seen& s = seen_[body];
        if (s.turned++ == 0) s.line = line;
        s.along += std::abs(glm::dot(line, s.line)) > same_line;
    }
}

bool Heading::drives(Slot body) const {
    const Seen& s = seen_.at(body);
    return s.turned >= enough && static_cast<double>(s.along) >= nearly_all * static_cast<double>(s.turned);
}

} // namespace oddbounce
