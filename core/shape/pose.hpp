// SPDX-License-Identifier: GPL-3.0-or-later
// Where a body is and how it is turned, and its motion over one step.
#pragma once

#include "shape/vec.hpp"

namespace oddbounce {

/// Place and turn of a body. In 2D the turn is `angle` (radians, counter-clockwise as numbers are
/// written, not wrapped); in 3D it is `spin`, a unit quaternion. Only one of them is in use.
struct Pose {
    Vec3 at{0.0};
    double angle = 0.0;
    glm::dquat rotation{1.0, 0.0, 0.0, 0.0};

    /// Local point of a 2D body in world coordinates.
    Vec2 place(const Vec2& local) const { return flat(at) + rotate(local); }
    Vec2 rotate(const Vec2& v) const {
        if (angle == 0.0) return v; // most bodies stand upright
        const double c = std::cos(angle), s = std::sin(angle);
        return {c * v.x - s * v.y, s * v.x + c * v.y};
    }
    /// World point in the body's own coordinates: the inverse of `place`.
    Vec2 unplace(const Vec2& world) const {
        const Vec2 d = world - flat(at);
        if (angle == 0.0) return d;
        const double c = std::cos(angle), s = std::sin(angle);
        return {c * d.x + s * d.y, -s * d.x + c * d.y};
    }
};

/// The straight, evenly turning way from one pose to another; time runs 0..1.
struct Motion {
    Pose from, to;

    Pose at(double t) const {
        Pose p;
        p.at = from.at + (to.at - from.at) * t;
        p.angle = from.angle + (to.angle - from.angle) * t;
        p.rotation = from.rotation == to.rotation ? from.rotation : glm::slerp(from.rotation, to.rotation, t);
        return p;
    }
    Vec3 travel() const { return to.at - from.at; }
    double turning() const { return to.angle - from.angle; }
};

/// `to.angle` brought to within half a turn of `from.angle` + `expected`: games wrap their angles,
/// a body does not spin back by a full turn because of it.
inline double unwrapped(double from, double to, double expected = 0.0) {
    constexpr double whole = 6.283185307179586476925286766559;
    return to - whole * std::round((to - from - expected) / whole);
}

} // namespace oddbounce
