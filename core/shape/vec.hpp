// SPDX-License-Identifier: GPL-3.0-or-later
// Vectors, boxes and the names used for them everywhere. Lengths are in the recording's unit.
#pragma once

#define GLM_FORCE_XYZW_ONLY
#define GLM_ENABLE_EXPERIMENTAL
#include <glm/glm.hpp>
#include <glm/gtc/quaternion.hpp>

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace oddbounce {

using Vec2 = glm::dvec2;
using Vec3 = glm::dvec3;

inline constexpr double infinity = std::numeric_limits<double>::infinity();

inline Vec2 flat(const Vec3& v) { return {v.x, v.y}; }
inline Vec3 raised(const Vec2& v) { return {v.x, v.y, 0.0}; }
inline double cross(const Vec2& a, const Vec2& b) { return a.x * b.y - a.y * b.x; }
inline Vec2 left_of(const Vec2& v) { return {-v.y, v.x}; }
inline Vec2 right_of(const Vec2& v) { return {v.y, -v.x}; }
inline bool finite(const Vec3& v) { return std::isfinite(v.x) && std::isfinite(v.y) && std::isfinite(v.z); }
/// v / |v|, or `otherwise` where v has no length.
inline Vec2 unit(const Vec2& v, const Vec2& otherwise = {0.0, 0.0}) {
    const double n = glm::length(v);
    return n > 0.0 ? v / n : otherwise;
}
inline Vec3 unit(const Vec3& v, const Vec3& otherwise = {0.0, 0.0, 0.0}) {
    const double n = glm::length(v);
    return n > 0.0 ? v / n : otherwise;
}

/// Axis-aligned box; empty until something is added.
struct Box {
    Vec3 low{infinity, infinity, infinity};
    Vec3 high{-infinity, -infinity, -infinity};

    void add(const Vec3& p) { low = glm::min(low, p), high = glm::max(high, p); }
    void add(const Box& o) { low = glm::min(low, o.low), high = glm::max(high, o.high); }
    void grow(double by) { low -= Vec3(by), high += Vec3(by); }
    bool empty() const { return low.x > high.x; }
    bool meets(const Box& o) const {
        return low.x <= o.high.x && o.low.x <= high.x && low.y <= o.high.y && o.low.y <= high.y &&
               low.z <= o.high.z && o.low.z <= high.z;
    }
    bool holds(const Vec3& p) const {
        return low.x <= p.x && p.x <= high.x && low.y <= p.y && p.y <= high.y && low.z <= p.z &&
               p.z <= high.z;
    }
    Vec3 center() const { return (low + high) * 0.5; }
    Vec3 size() const { return high - low; }
};

} // namespace oddbounce
