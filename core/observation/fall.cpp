// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/fall.hpp"

namespace oddbounce {

namespace {

/// Places that go by whole steps need not be rounded: a fall may fit them.
bool fits(double fall, double grain) {
    constexpr double nearly = 1e-3; // of a step
    const double steps = fall / grain;
    return steps > 0.5 && std::abs(steps - std::round(steps)) < nearly;
}

} // namespace

void Fall::step(const Step& step, const Grain& grain, const Aloof& aloof) {
    const Header& header = step.now.recording().header;
    const double pull = glm::length(header.gravity) * step.now.dt();
    if (pull == 0.0 || step.index == 0) return;
    for (const Slot body : step.now.movers()) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        if (is.fresh || is.teleported || !is.velocity_known || !was.velocity_known ||
            (grain.of_change(step, body) >= pull && !fits(pull * step.now.dt(), grain.of(body))))
            continue;
        const double gained = glm::dot(is.velocity - was.velocity, glm::normalize(header.gravity));
        const bool falls = gained > least * pull && gained < most * pull, free = aloof.free(body);
        Seen& s = seen_[body];
        // A fall whose speed is limited goes on at that speed: it says nothing against gravity.
        const double down = glm::dot(is.velocity, glm::normalize(header.gravity));
        s.fastest = std::max(s.fastest, down);
        if (s.falls >= enough && std::abs(gained) <= pulls * pull && down > limit_least * pull &&
            down >= at_limit * s.fastest)
            continue;
        s.falls += falls, s.free += free, s.pulled += free && gained > pulls * pull;
        s.lifted += free && gained < -pulls * pull;
    }
}

bool Fall::seen(Slot body) const {
    const Seen& s = seen_.at(body);
    const auto free = static_cast<double>(s.free);
    return s.falls >= enough && static_cast<double>(s.pulled) >= good_part * free &&
           static_cast<double>(s.lifted) <= small_part * free;
}

} // namespace oddbounce
