// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/other_face.hpp"

namespace oddbounce {

std::optional<Vec3> other_face(const Step& step, Slot own, Slot other, const Vec3& normal, const Vec3& way,
                               double reach) {
    const Geometry& met = *at(step.now, other).geometry;
    if (!met.of_parts()) return {};
    const Recording& r = step.now.recording();
    const double aside = 2.0 * r.slop() + r.header.skin; // clear of the face that it touches
    Motion move{step.now.body_of(own).pose, step.now.body_of(own).pose};
    move.from.at -= (normal + way) * aside, move.to.at += way * reach - normal * aside;
    const Pose rest = step.now.body_of(other).pose;
    const Sweep s = sweep(*at(step.now, own).geometry, move, met, {rest, rest});
    if (s.status != Status::Found) return {};
    return s.normal;
}

} // namespace oddbounce
