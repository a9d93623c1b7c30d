// SPDX-License-Identifier: GPL-3.0-or-later
// How a scene of three dimensions is looked at: along a line of sight, cut by a plane across it or from
// outside.
#pragma once

#include "shape/pose.hpp"

namespace oddbounce {

struct Sight {
    bool section = true;       ///< cut by the plane through `at`; else from outside
    Vec3 at{0.0};              ///< unit
    Vec3 right{1.0, 0.0, 0.0}; ///< unit vectors, across each other
    Vec3 up{0.0, 1.0, 0.0};

    /// Toward the person who looks.
    Vec3 toward() const { return glm::cross(right, up); }
    bool operator==(const Sight&) const = default;
};

/// A sight along `along` through a point: what is up in the scene is up in the picture, as far as may be.
inline Sight sight_along(const Vec3& at, const Vec3& along, const Vec3& up) {
    Sight s;
    s.at = at;
    const Vec3 toward = -unit(along, {0.0, 0.0, -1.0});
    Vec3 level = up - toward * glm::dot(up, toward);
    constexpr double steep = 1e-3; // from straight above: up in the picture is then the way ahead
    if (glm::length(level) < steep) {
        const Vec3 axis = std::abs(up.x) > std::abs(up.y) ? Vec3(0.0, 1.0, 0.0) : Vec3(1.0, 0.0, 0.0);
        level = glm::cross(up, axis);
        level -= toward * glm::dot(level, toward);
    }
    s.up = unit(level), s.right = glm::cross(s.up, toward);
    return s;
}

/// Turned about a point in the middle, degrees: to the right round what is upright, and up. It never stands
/// on its head.
Sight turned(Sight sight, double right, double up, const Vec3& upright);
/// From outside, a little from above and aside: along the plane of a section nothing would show its depth.
inline Sight from_outside(Sight section, const Vec3& upright) {
    constexpr double aside = 32.0, above = 22.0; // degrees
    section.section = false;
    return turned(section, aside, above, upright);
}

class Session;
/// Where the chosen finding is best seen: cut by its telling plane, through the touch, spanned by the
/// contact's normal (or the ray) and the finding's own lines, the relative motion, or "up". Without a
/// finding: through the chosen body, or the middle of what moves, along the level.
Sight telling_sight(const Session& session);

} // namespace oddbounce
