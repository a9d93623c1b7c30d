// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/edge_look.hpp"

#include "fault/account_text.hpp"
#include "observation/crowd.hpp"

namespace oddbounce {

EdgeLook::EdgeLook(const Recording& recording, const Shared& shared)
    : r_(recording), up_(recording.header.up), leans_(shared.leans), clear_(shared.clear),
      slop_(recording.slop()) {}

std::vector<Face> EdgeLook::touches(const Step& step, Slot body) const {
    return faces_at(step, body, clear_ * slop_ + r_.header.skin);
}

bool EdgeLook::free_ahead(const Step& step, Slot body, const Vec3& lift, const Vec3& way) const {
    for (const Meeting* met : step.of(body)) {
        const Meeting& m = *met;
        if (m.does != Does::Solid) continue;
        const bool is_a = at(step.now, m.a).body == body;
        const Slot mine = is_a ? m.a : m.b, other = is_a ? m.b : m.a;
        Motion move{step.now.body_of(mine).pose, step.now.body_of(mine).pose};
        move.from.at += lift, move.to.at += lift + way;
        const Pose rest = step.now.body_of(other).pose;
        if (sweep(*at(step.now, mine).geometry, move, *at(step.now, other).geometry, {rest, rest}).status !=
            Status::None)
            return false;
    }
    return true;
}

bool EdgeLook::vertex_ahead(const Step& step, const Face& t, const Vec3& way, double reach,
                            Vec3& vertex) const {
    const Pose& mine = step.now.body_of(t.own).pose;
    const Pose& rest = step.now.body_of(t.other).pose;
    double nearest = reach;
    bool found = false;
    Box near = at(step.now, t.own).geometry->bounds(mine);
    near.grow(reach);
    at(step.now, t.other).geometry->corners(rest, near, [&](const Vec3& p) {
        if (glm::dot(p - mine.at, way) <= 0.0) return;
        const double d = point_distance(p, *at(step.now, t.own).geometry, mine);
        if (d <= nearest) nearest = d, vertex = p, found = true;
    });
    return found;
}

/// A seam: the vertex is level with what carries the body, which is a neighbour of the vertex's collider
/// (or itself: chains, cells), and neither moves. Another crate's corner is an obstacle, not a seam.
bool EdgeLook::goes_on(const Step& step, const Face& t, const Vec3& vertex, const Vec3& way,
                       double lift) const {
    // Beside the vertex as seen along the way, toward the body: its own side may be where the ground ends.
    Vec3 aside = step.now.body_of(t.own).pose.at - vertex;
    aside -= up_ * glm::dot(aside, up_) + way * glm::dot(aside, way);
    const double a_little = clear_ * slop_;
    const Vec3 at = vertex + way * a_little + unit(aside) * std::min(a_little, glm::length(aside));
    const double reach = lift + r_.header.skin + slop_;
    return ray_cast(at + up_ * reach, at - up_ * reach, *oddbounce::at(step.now, t.other).geometry,
                    step.now.body_of(t.other).pose)
               .status == Status::Found;
}

bool EdgeLook::on_flat_run(const Step& step, const Face& t, const std::vector<Face>& all, const Vec3& vertex,
                           const Vec3& way, double lift, double near) const {
    const auto still = [&](Slot c) {
        return glm::length(step.now.motion_since(step.before, at(step.now, c).body).travel()) <= 1e-3 * slop_;
    };
    if (!still(t.other) || of_one_crowd(step.now, t.own, t.other)) return false;
    if (!goes_on(step, t, vertex, way, lift)) return false;
    return std::any_of(all.begin(), all.end(), [&](const Face& s) {
        if (s.gap > near || !walkable(step.now, at(step.now, t.own).body, s.normal) || !still(s.other))
            return false;
        if (std::abs(glm::dot(vertex - s.at, up_)) > lift + r_.header.skin) return false;
        if (s.other == t.other) return at(step.now, t.other).geometry->of_parts();
        return pair_at(step.now, s.other, t.other).gap <= lift;
    });
}

bool EdgeLook::opposed(const Step& step, const Face& t, const Vec3& way) const {
    const Id mine = at(step.now, t.own).def->id, other = at(step.now, t.other).def->id;
    return std::any_of(step.frame->contacts.begin(), step.frame->contacts.end(), [&](const ContactRow& c) {
        const bool same = c.a == mine && c.b == other, swapped = c.a == other && c.b == mine;
        return (same || swapped) && c.phase != Phase::End &&
               (!c.normal || glm::dot(*c.normal, way) * (same ? 1.0 : -1.0) > leans_);
    });
}

} // namespace oddbounce
