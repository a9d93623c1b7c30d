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

double leap(const Step& step, Slot collider, double times) {
    const ColliderState& c = at(step.now, collider);
    const BodyState &is = step.now.body(c.body), &was = step.before.body(c.body);
    const Vec3 way = step.now.motion_since(step.before, c.body).travel();
    const double length = glm::length(way);
    double speed = was.velocity_known ? glm::length(was.velocity) : 0.0;
    if (is.velocity_logged) speed = std::max(speed, glm::length(is.velocity));
    if (length <= times * speed * step.now.dt()) return 0.0;
    const Vec3 ahead = way / length;
    const double half = 0.5 * (c.geometry->along(is.pose, ahead) + c.geometry->along(is.pose, -ahead));
    return length > times * half ? length : 0.0;
}

} // namespace oddbounce
