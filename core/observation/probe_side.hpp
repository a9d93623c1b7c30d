// SPDX-License-Identifier: GPL-3.0-or-later
// The side of a body that probes guard: its axes, and its name.
#pragma once

#include "observation/support.hpp"

#include <map>

namespace oddbounce {

/// Two axes across `guards` (unit): the first along the line in which the places lie, or between the two that
/// are farthest apart; in the plane the second is zero.
struct SideAxes {
    Vec3 along{0.0}, aside{0.0};
    SideAxes(const Vec3& guards, const std::vector<Vec3>& places, const Directions& directions) {
        const std::vector<Vec3> across = directions.across(guards);
        along = across[0];
        if (across.size() < 2) return;
        double most = 0.0;
        for (const Vec3& p : places)
            for (const Vec3& q : places) {
                const Vec3 between = (q - p) - guards * glm::dot(q - p, guards);
                if (glm::length(between) > most * (1.0 + 1e-9))
                    most = glm::length(between), along = unit(between);
            }
        aside = glm::cross(guards, along);
    }
};

/// Sides by name, and the direction that each looks to: upper and lower; in the plane left and right, in
/// space "+x" and the like.
inline std::map<std::string, Vec3> named_sides(const Recording& r) {
    const Directions dirs = directions(r);
    std::map<std::string, Vec3> out{{"upper", dirs.up()}, {"lower", -dirs.up()}};
    if (dirs.space() == 2) {
        out["right"] = dirs.right(), out["left"] = -dirs.right();
        return out;
    }
    for (int axis = 0; axis < 3; ++axis)
        for (const double sign : {1.0, -1.0}) {
            Vec3 way(0.0);
            way[axis] = sign;
            const char* const name = axis_along(way);
            if (std::abs(glm::dot(way, dirs.up())) < 0.5)
                out[std::string(sign > 0.0 ? "+" : "-") + name] = way;
        }
    return out;
}
/// Of a direction: the side that is most like it.
inline std::string side_name(const Recording& r, const Vec3& way) {
    std::string best;
    double most = -2.0;
    for (const auto& [name, side] : named_sides(r))
        if (const double d = glm::dot(way, side); d > most) most = d, best = name;
    return best;
}

} // namespace oddbounce
