// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/response.hpp"

#include "observation/free_motion.hpp"
#include "observation/solver.hpp"

namespace oddbounce {

std::pair<Slot, Slot> mover_first(const World& before, const World& now, Slot a, Slot b) {
    const auto fixed = [&](Slot c) { return now.body_of(c).def->moves == Moves::Static; };
    if (fixed(a) != fixed(b)) return fixed(a) ? std::pair(b, a) : std::pair(a, b);
    const auto travel = [&](Slot c) {
        const double moved =
            glm::length(now.motion_since(before, now.colliders()[static_cast<std::size_t>(c)].body).travel());
        const BodyState& was =
            before.body_of(c); // a hit shortens the step that it ends: how fast it came counts too
        return std::max(moved, was.velocity_known ? glm::length(was.velocity) * now.dt() : 0.0);
    };
    const double ta = travel(a), tb = travel(b);
    if (std::abs(ta - tb) > 1e-6 * (ta + tb)) return ta > tb ? std::pair(a, b) : std::pair(b, a);
    const auto reach = [&](Slot c) { return now.colliders()[static_cast<std::size_t>(c)].geometry->reach(); };
    if (reach(a) != reach(b)) return reach(a) < reach(b) ? std::pair(a, b) : std::pair(b, a);
    return now.body_of(a).def->id < now.body_of(b).def->id ? std::pair(a, b) : std::pair(b, a);
}

std::pair<Slot, Slot> responder_first(const Step& step, const Meeting& m) {
    constexpr double stands_out = 2.0; // times the other's change
    const double a = unexplained_change(step, m.a), b = unexplained_change(step, m.b);
    if (std::max(a, b) > std::max(closing_that_matters(step), stands_out * std::min(a, b)))
        return a > b ? std::pair(m.a, m.b) : std::pair(m.b, m.a);
    return mover_first(step.before, step.now, m.a, m.b);
}

double own_turn(const Step& step, const Meeting& m, Slot own) {
    const BodyState &is = step.now.body_of(own), &was = step.before.body_of(own);
    const Vec3 arm = (m.on_a + m.on_b) * 0.5 - is.pose.at;
    const Vec3 change =
        is.velocity - was.velocity + glm::cross(is.angular_velocity - was.angular_velocity, arm);
    return glm::dot(change, own == m.a ? -m.normal : m.normal);
}

bool turned_itself(const Step& step, const Meeting& m, double turned, double share) {
    if (solved(step.now, m.a) == solved(step.now, m.b)) return true;
    return std::abs(own_turn(step, m, solved(step.now, m.a) ? m.a : m.b)) > share * turned;
}

} // namespace oddbounce
