// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/faces.hpp"

namespace oddbounce {

std::optional<Vec3> other_face(const Step& step, Slot own, Slot other, const Vec3& normal, const Vec3& way,
                               double reach) {
    const Geometry& met = *at(step.now, other).geometry;
    if (!met.of_parts()) return {};
    const Recording& r = step.now.recording();
    constexpr double clear = 2.0; // slops: off the face that it touches
    const double aside = clear * r.slop() + r.header.skin;
    Motion move{step.now.body_of(own).pose, step.now.body_of(own).pose};
    move.from.at -= (normal + way) * aside, move.to.at += way * reach - normal * aside;
    const Pose rest = step.now.body_of(other).pose;
    const Sweep s = sweep(*at(step.now, own).geometry, move, met, {rest, rest});
    if (s.status != Status::Found) return {};
    return s.normal;
}

std::vector<Face> faces_at(const Step& step, Slot body, const Vec3& way, double near) {
    std::vector<Face> out;
    for (const Meeting* met : step.of(body)) {
        const Meeting& m = *met;
        if (m.does != Does::Solid || (!m.contact && m.closest() > near)) continue;
        const bool is_a = at(step.now, m.a).body == body;
        const Slot own = is_a ? m.a : m.b, other = is_a ? m.b : m.a;
        const Vec3 normal = is_a ? m.normal : -m.normal;
        out.push_back({own, other, normal, (m.on_a + m.on_b) * 0.5, m.gap_after, m.contact});
        constexpr double same_face = 0.9; // cosine, within 26 degrees: that is the face ahead
        if (glm::dot(normal, way) > same_face) continue;
        if (const auto next = other_face(step, own, other, normal, way, near))
            out.push_back({own, other, *next, out.back().at, m.gap_after, m.contact});
    }
    return out;
}

} // namespace oddbounce
