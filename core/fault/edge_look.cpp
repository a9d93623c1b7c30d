// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/edge_look.hpp"

#include "fault/account_text.hpp"

namespace oddbounce {

EdgeLook::EdgeLook(const Recording& recording, const Shared& shared)
    : r_(recording), up_(recording.header.up), right_(directions(recording).right()), leans_(shared.leans),
      clear_(shared.clear), slop_(recording.slop()) {}

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
bool EdgeLook::on_flat_run(const Step& step, const Face& t, const std::vector<Face>& all, const Vec3& vertex,
                           double lift, double near) const {
    const auto still = [&](Slot c) {
        return glm::length(step.now.motion_since(step.before, at(step.now, c).body).travel()) <= 1e-3 * slop_;
    };
    if (!still(t.other)) return false;
    return std::any_of(all.begin(), all.end(), [&](const Face& s) {
        if (s.gap > near || !walkable(step, at(step.now, t.own).body, s.normal) || !still(s.other))
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

double EdgeLook::supported_share(const Step& step, Slot mine, const std::vector<Face>& all,
                                 double& overhang) const {
    const Geometry& g = *at(step.now, mine).geometry;
    const Pose& pose = step.now.body_of(mine).pose;
    const double left = -g.along(pose, -right_), right = g.along(pose, right_), low = -g.along(pose, -up_),
                 high = g.along(pose, up_);
    // A game may keep a margin of its own: what the log says carries the body carries it from there.
    double rest = 2.0 * slop_ + r_.header.skin + r_.rounding();
    for (const Face& t : all)
        if (t.contact && t.own == mine && glm::dot(t.normal, up_) < 0.0) rest = std::max(rest, t.gap + slop_);
    // A box on a slope stands on one corner; the slope goes on below the rest of it.
    const auto slopes_away = [&](double s) {
        double drop = 0.0;
        for (const Face& t : all)
            if (t.own == mine && t.gap <= rest && walkable(step, at(step.now, mine).body, t.normal))
                drop = std::max(drop, std::abs(glm::dot(t.normal, right_) / glm::dot(t.normal, up_)) *
                                          std::abs(s - glm::dot(t.at, right_)));
        return drop;
    };
    constexpr int samples = 64;
    int held = 0, free_left = samples, free_right = samples;
    for (int i = 0; i < samples; ++i) {
        const double s = left + (right - left) * (i + 0.5) / samples;
        const Vec3 top = right_ * s + up_ * (0.5 * (low + high)),
                   bottom = right_ * s + up_ * (low - rest - slopes_away(s));
        const bool on = std::any_of(all.begin(), all.end(), [&](const Face& t) {
            return ray_cast(top, bottom, *at(step.now, t.other).geometry, step.now.body_of(t.other).pose)
                       .status != Status::None;
        });
        if (!on) continue;
        ++held;
        free_left = std::min(free_left, i), free_right = std::min(free_right, samples - 1 - i);
    }
    overhang = (right - left) * std::max(free_left, free_right) / samples;
    return static_cast<double>(held) / samples;
}

} // namespace oddbounce
