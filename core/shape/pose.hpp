// SPDX-License-Identifier: GPL-3.0-or-later
// Where a body is and how it is turned, and its motion over one step. The same in the plane and in space.
#pragma once

#include "shape/vec.hpp"

namespace oddbounce {

/// How a body is turned. In the plane an angle about z, counted on past a whole turn; its cosine and sine
/// are kept, so that turning a point costs no trigonometry. In space a unit quaternion.
class Rotation {
  public:
    Rotation() = default;
    /// Radians, counter-clockwise as numbers are written.
    static Rotation in_plane(double angle) {
        Rotation r;
        if (angle != 0.0) r.v_ = {angle, std::cos(angle), std::sin(angle), 0.0};
        return r;
    }
    /// Requires: unit length.
    static Rotation in_space(const glm::dquat& q) {
        Rotation r;
        r.v_ = {q.w, q.x, q.y, q.z}, r.spatial_ = true;
        return r;
    }

    bool upright() const { return !spatial_ && v_[0] == 0.0; }
    bool spatial() const { return spatial_; }
    /// In the plane; 0 in space.
    double angle() const { return spatial_ ? 0.0 : v_[0]; }
    double cosine() const { return v_[1]; } ///< in the plane
    double sine() const { return v_[2]; }   ///< in the plane
    /// In space; none in the plane.
    glm::dquat quaternion() const {
        return spatial_ ? glm::dquat(v_[0], v_[1], v_[2], v_[3]) : glm::dquat(1.0, 0.0, 0.0, 0.0);
    }

    Vec3 turn(const Vec3& v) const {
        if (spatial_) return quaternion() * v;
        if (v_[0] == 0.0) return v; // most bodies stand upright
        return {v_[1] * v.x - v_[2] * v.y, v_[2] * v.x + v_[1] * v.y, v.z};
    }
    /// The inverse of `turn`.
    Vec3 turn_back(const Vec3& v) const {
        if (spatial_) return glm::conjugate(quaternion()) * v;
        if (v_[0] == 0.0) return v;
        return {v_[1] * v.x + v_[2] * v.y, -v_[2] * v.x + v_[1] * v.y, v.z};
    }

    /// The rotation vector (axis times radians) that leads from here to `next`: in the plane as counted, in
    /// space the shorter way.
    Vec3 to(const Rotation& next) const {
        if (!spatial_ && !next.spatial_) return {0.0, 0.0, next.v_[0] - v_[0]};
        glm::dquat d = next.quaternion() * glm::conjugate(quaternion());
        if (d.w < 0.0) d = -d;
        const double s = std::sqrt(d.x * d.x + d.y * d.y + d.z * d.z);
        return s > 0.0 ? Vec3(d.x, d.y, d.z) * (2.0 * std::atan2(s, d.w) / s) : Vec3(0.0);
    }
    /// Turned on by a rotation vector: the inverse of `to`.
    Rotation turned_on(const Vec3& by) const {
        if (by == Vec3(0.0)) return *this;
        if (!spatial_) return in_plane(v_[0] + by.z);
        const double radians = glm::length(by);
        return in_space(glm::angleAxis(radians, by / radians) * quaternion());
    }
    /// Part `t` of the way to `next`.
    Rotation toward(const Rotation& next, double t) const {
        if (*this == next) return *this;
        if (!spatial_ && !next.spatial_) return in_plane(v_[0] + (next.v_[0] - v_[0]) * t);
        return in_space(glm::slerp(quaternion(), next.quaternion(), t));
    }
    /// The same turn, counted so that it is within half a turn of `from` turned on by `expected` (a rotation
    /// vector): games wrap their angles, a body does not spin back by a full turn because of it.
    Rotation counted_from(const Rotation& from, const Vec3& expected = Vec3(0.0)) const {
        if (spatial_ || from.spatial_) return *this;
        constexpr double whole = 6.283185307179586476925286766559;
        const double turns = std::round((v_[0] - from.v_[0] - expected.z) / whole);
        return turns == 0.0 ? *this : in_plane(v_[0] - whole * turns);
    }

    bool operator==(const Rotation&) const = default;

  private:
    std::array<double, 4> v_{0.0, 1.0, 0.0, 0.0}; // angle, cosine, sine; or w, x, y, z
    bool spatial_ = false;
};

struct Pose {
    Vec3 at{0.0};
    Rotation turn;

    /// Local point in world coordinates.
    Vec3 place(const Vec3& local) const { return at + turn.turn(local); }
    /// World point in the body's own coordinates: the inverse of `place`.
    Vec3 unplace(const Vec3& world) const { return turn.turn_back(world - at); }
    /// A box in the body's own coordinates that holds the given one.
    Box unplace(const Box& world) const {
        Box local;
        if (world.empty()) return local;
        if (turn.upright()) return {world.low - at, world.high - at};
        for (int i = 0; i < 8; ++i)
            local.add(unplace(Vec3(i & 1 ? world.high.x : world.low.x, i & 2 ? world.high.y : world.low.y,
                                   i & 4 ? world.high.z : world.low.z)));
        return local;
    }
};

/// The straight, evenly turning way from one pose to another; time runs 0..1.
struct Motion {
    Pose from, to;

    Pose at(double t) const { return {from.at + (to.at - from.at) * t, from.turn.toward(to.turn, t)}; }
    Vec3 travel() const { return to.at - from.at; }
    /// How much it turns in the step: a rotation vector, radians; and its length.
    Vec3 spin() const { return from.turn.to(to.turn); }
    double turning() const { return glm::length(spin()); }
};

} // namespace oddbounce
