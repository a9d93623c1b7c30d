// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/sight.hpp"

#include "session/session.hpp"
#include "shape/directions.hpp"

#include <vector>

namespace oddbounce {

Sight turned(Sight s, double right, double up, const Vec3& upright) {
    const auto turn = [&](const Vec3& about, double degrees) {
        const glm::dquat q = glm::angleAxis(glm::radians(-degrees), about);
        s.right = unit(q * s.right), s.up = unit(q * s.up);
    };
    turn(upright, right);
    constexpr double steepest = 89.0; // degrees
    const double now = glm::degrees(std::asin(std::clamp(glm::dot(s.toward(), upright), -1.0, 1.0)));
    turn(s.right, std::clamp(now + up, -steepest, steepest) - now);
    s.right = unit(s.right - s.up * glm::dot(s.right, s.up));
    return s;
}

namespace {

/// The plane spanned by a direction and the first of others that is not along it; "up" and "right" are the
/// last.
Vec3 across(const Vec3& first, std::vector<Vec3> others, const Directions& dirs) {
    constexpr double alike = 0.05; // sine
    others.push_back(dirs.up()), others.push_back(dirs.right());
    for (const Vec3& other : others) {
        const Vec3 n = glm::cross(unit(first), unit(other));
        if (glm::length(n) > alike) return unit(n);
    }
    return glm::cross(dirs.right(), dirs.up());
}

/// From above, or from the side from which "right" is most to the right, so that nothing is mirrored from one
/// finding to the next.
Vec3 from_the_front(Vec3 along, const Directions& dirs) {
    constexpr double level = 0.7; // cosine: the plane lies level
    if (const double rises = glm::dot(along, dirs.up()); std::abs(rises) > level)
        return rises > 0.0 ? -along : along;
    const Vec3 front = glm::cross(dirs.right(), dirs.up()); // toward the person who sees right to the right
    return glm::dot(along, front) > 1e-9 ? -along : along;
}

/// Of a ray of the finding in that frame: which way it goes.
Vec3 ray_way(const Frame& frame, const Finding& f) {
    const Fact* name = f.fact("ray");
    const std::string* text = name ? std::get_if<std::string>(&name->value) : nullptr;
    for (const RayRow& ray : frame.rays)
        if (text && ray.name == *text) return ray.to - ray.from;
    return Vec3(0.0);
}

} // namespace

Sight telling_sight(const Session& s) {
    const Recording& r = *s.recording();
    const Directions dirs(r.header.up, r.header.space);
    const Vec3 level = -glm::cross(dirs.right(), dirs.up());
    const Finding* f = s.finding();
    if (!f) {
        const Instant& t = s.instant();
        if (s.body() >= 0 && t.present(s.body())) return sight_along(t.pose(s.body()).at, level, dirs.up());
        Box moving, all;
        for (Slot b = 0; b < static_cast<Slot>(t.now->bodies().size()); ++b) {
            if (!t.present(b)) continue;
            const Vec3 at = t.pose(b).at;
            all.add(at);
            if (t.now->body(b).def && t.now->body(b).def->moves != Moves::Static) moving.add(at);
        }
        const Box& seen = moving.empty() ? all : moving;
        return sight_along(seen.empty() ? Vec3(0.0) : seen.center(), level, dirs.up());
    }
    const Instant t = s.instant_at(s.touch_moment(*f));
    const auto slot = [&](std::size_t i) {
        return f->bodies.size() > i ? r.body_slot(f->bodies[i]) : Slot(-1);
    };
    const auto moved = [&](Slot b) {
        return b >= 0 && t.now->body(b).present ? t.now->motion_since(*t.before, b).travel() : Vec3(0.0);
    };
    Vec3 way = moved(slot(0)) - moved(slot(1));
    if (glm::length(way) < r.slop()) way = Vec3(0.0);
    Vec3 first = ray_way(*t.frame, *f);
    if (f->colliders.size() > 1 && first == Vec3(0.0)) {
        const Slot a = r.collider_slot(f->colliders[0]), b = r.collider_slot(f->colliders[1]);
        if (t.now->live(a) && t.now->live(b)) {
            const auto of = [&](Slot c) -> const ColliderState& {
                return t.now->colliders()[static_cast<std::size_t>(c)];
            };
            const Distance d =
                distance(*of(a).geometry, t.pose(of(a).body), *of(b).geometry, t.pose(of(b).body));
            if (d.known) first = d.normal;
        }
    }
    // What the finding's own lines lie in tells it best: an arm, a measure, a way out.
    std::vector<Vec3> lines;
    for (const Mark& m : f->marks)
        if (m.frame >= f->first && m.frame <= f->last && glm::length(m.to - m.from) > r.slop())
            lines.push_back(m.to - m.from);
    if (first == Vec3(0.0)) first = !lines.empty() ? lines.front() : way != Vec3(0.0) ? way : dirs.up();
    lines.push_back(way);
    return sight_along(f->at, from_the_front(across(first, lines, dirs), dirs), dirs.up());
}

} // namespace oddbounce
