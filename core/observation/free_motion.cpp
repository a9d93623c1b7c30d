// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/free_motion.hpp"

namespace oddbounce {

Vec3 gravity_gain(const Step& step) { return step.now.recording().header.gravity * step.now.dt(); }

double change_beside_gravity(const Step& step, Slot body) {
    const BodyState &is = step.now.body(body), &was = step.before.body(body);
    if (!is.velocity_known || !was.velocity_known) return 0.0;
    const Vec3 change = is.velocity - was.velocity;
    return std::min(glm::length(change), glm::length(change - gravity_gain(step)));
}

double unexplained_change(const Step& step, Slot collider) {
    const BodyState& is = step.now.body_of(collider);
    if (is.def->moves == Moves::Static) return 0.0;
    constexpr double as_wanted = 0.05; // of the desired velocity
    if (is.has_desired && glm::length(is.velocity - is.desired) <= as_wanted * glm::length(is.desired))
        return 0.0;
    return change_beside_gravity(step, at(step.now, collider).body);
}

bool carried_there(const Step& step, Slot collider) {
    constexpr double mostly = 0.5; // of the way
    const BodyState &now = step.now.body_of(collider), &before = step.before.body_of(collider);
    const Vec3 moved = now.pose.at - before.pose.at, came = before.velocity * step.now.dt();
    const Vec3 between = (now.velocity_logged ? now.velocity * step.now.dt() : came) - came;
    const double square = glm::dot(between, between);
    const double part = square > 0.0 ? std::clamp(glm::dot(moved - came, between) / square, 0.0, 1.0) : 0.0;
    return glm::length(moved - came - between * part) <= mostly * glm::length(moved);
}

} // namespace oddbounce
