// SPDX-License-Identifier: GPL-3.0-or-later
// What a body wants, by what the log says of it: where nobody says, it wants nothing, and rules say so in
// what they assume.
#pragma once

#include "encounter/meeting.hpp"

namespace oddbounce {

/// How fast it wants to go along `way`, a unit vector; unit/s.
inline double wants_along(const BodyState& body, const Vec3& way) {
    return body.has_desired ? glm::dot(body.desired, way) : 0.0;
}
/// It wants to go along `way`, a unit vector, within the angle of that cosine.
inline bool wants_toward(const BodyState& body, const Vec3& way, double cosine) {
    return body.has_desired && glm::dot(body.desired, way) > cosine * glm::length(body.desired);
}
/// It walks: code may make it jump or turn round when it likes.
inline bool walks(const Step& step, Slot collider) {
    const BodyState &is = step.now.body_of(collider), &was = step.before.body_of(collider);
    return is.def->upright || is.grounded || was.grounded;
}

} // namespace oddbounce
