// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/grain.hpp"

namespace oddbounce {

void Grain::step(const Step& step) {
    of_all_ = step.now.recording().rounding();
    for (const Slot body : step.now.movers()) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        if (is.fresh || is.teleported || is.pose.at == was.pose.at) continue;
        Seen& s = seen_[body];
        ++s.moves;
        if (s.grain < smallest) continue;
        for (int axis = 0; axis < 3; ++axis)
            while (s.grain >= smallest && std::fmod(is.pose.at[axis], s.grain) != 0.0) s.grain *= 0.5;
    }
}

double Grain::of(Slot body) const {
    const Seen& s = seen_.at(body);
    return std::max(of_all_, s.moves >= enough && s.grain >= smallest ? s.grain : 0.0);
}

double Grain::of_velocity(const Step& step, Slot body) const {
    return step.now.body(body).velocity_logged || step.now.dt() <= 0.0 ? 0.0 : of(body) / step.now.dt();
}

double Grain::of_change(const Step& step, Slot body) const {
    constexpr double places = 3.0; // it rests on three of them
    return places * of_velocity(step, body);
}

} // namespace oddbounce
