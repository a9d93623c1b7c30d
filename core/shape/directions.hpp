// SPDX-License-Identifier: GPL-3.0-or-later
// Up, level and across: the directions that rules and accounts speak of, in the plane and in space.
#pragma once

#include "shape/vec.hpp"

#include <numbers>
#include <vector>

namespace oddbounce {

/// The axis along which v is longest: 0, 1 or 2; the first of those that are alike.
inline int longest_axis(const Vec3& v) {
    int axis = 0;
    for (int i = 1; i < 3; ++i)
        if (std::abs(v[i]) > std::abs(v[axis])) axis = i;
    return axis;
}
/// "x", "y" or "z" where the unit vector lies along that axis, else empty.
inline const char* axis_along(const Vec3& unit_vector) {
    constexpr double along = 0.999; // cosine
    static constexpr const char* names[] = {"x", "y", "z"};
    const int axis = longest_axis(unit_vector);
    return std::abs(unit_vector[axis]) > along ? names[axis] : "";
}

/// Directions of a scene of 2 or 3 dimensions.
class Directions {
  public:
    /// Requires: `up` of unit length; in 2 dimensions without z.
    Directions(const Vec3& up, int space) : up_(up), space_(space) {
        if (space == 2) {
            right_ = raised(right_of(flat(up)));
        } else {
            // Of the two level axes, "right" is the one that is most like x.
            Vec3 x(0.0);
            x[longest_axis(Vec3(1.0) - glm::abs(up))] = 1.0;
            right_ = unit(x - up * glm::dot(x, up));
        }
        if (right_.x < 0.0) right_ = -right_;
    }

    int space() const { return space_; }
    const Vec3& up() const { return up_; }
    /// To the right of a person who stands upright.
    const Vec3& right() const { return right_; }
    /// The part of v along the ground.
    Vec3 level(const Vec3& v) const { return v - up_ * glm::dot(v, up_); }

    /// Unit vectors across a way, which is not zero: one in the plane, two in space.
    std::vector<Vec3> across(const Vec3& way) const {
        if (space_ == 2) return {raised(left_of(unit(flat(way))))};
        Vec3 other(0.0);
        other[longest_axis(Vec3(1.0) - glm::abs(unit(way)))] = 1.0;
        const Vec3 first = unit(glm::cross(way, other));
        return {first, unit(glm::cross(way, first))};
    }
    /// `count` unit vectors, evenly spread: round a circle, or over a sphere (on a spiral).
    std::vector<Vec3> all_round(int count) const {
        std::vector<Vec3> out;
        constexpr double pi = std::numbers::pi, golden = std::numbers::phi;
        for (int i = 0; i < count; ++i) {
            const double z = space_ == 2 ? 0.0 : 1.0 - (2.0 * i + 1.0) / count;
            const double turn = space_ == 2 ? 2.0 * pi * i / count : 2.0 * pi * i / golden;
            const double level = std::sqrt(1.0 - z * z);
            out.push_back({level * std::cos(turn), level * std::sin(turn), z});
        }
        return out;
    }

  private:
    Vec3 up_, right_{0.0};
    int space_;
};

} // namespace oddbounce
