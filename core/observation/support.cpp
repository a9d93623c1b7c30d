// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/support.hpp"

#include <numbers>

namespace oddbounce {

Directions directions(const Recording& r) { return {r.header.up, r.header.space}; }

std::vector<Face> touched_faces(const Step& step, Slot body) {
    const double near = step.now.recording().slop() + step.now.recording().header.skin;
    std::vector<Face> out = faces_at(step, body, near);
    std::erase_if(out, [&](const Face& f) { return f.gap > near && !f.contact; });
    return out;
}

double steepness(const World& w, const Vec3& normal) {
    return std::acos(std::clamp(-glm::dot(normal, w.recording().header.up), -1.0, 1.0)) * 180.0 /
           std::numbers::pi;
}

bool walkable(const World& w, Slot body, const Vec3& normal, double spare) {
    constexpr double steepest = 89.0, rounding = 1e-6; // degrees; of a cosine
    const double limit = std::clamp(w.body(body).def->slope + spare, 0.0, steepest);
    return -glm::dot(normal, w.recording().header.up) >= std::cos(glm::radians(limit)) - rounding;
}

Supported supported(const Step& step, Slot collider, const std::vector<Face>& faces) {
    const Recording& r = step.now.recording();
    const Vec3 up = r.header.up, level = directions(r).right();
    const Geometry& g = *at(step.now, collider).geometry;
    const Pose& pose = step.now.body_of(collider).pose;
    const double left = -g.along(pose, -level), right = g.along(pose, level), low = -g.along(pose, -up),
                 high = g.along(pose, up);
    // A game may keep a margin of its own: what the log says supports the body supports it from there.
    constexpr double near = 2.0; // slops
    double rest = near * r.slop() + r.header.skin + r.rounding();
    for (const Face& f : faces)
        if (f.contact && f.own == collider && glm::dot(f.normal, up) < 0.0)
            rest = std::max(rest, f.gap + r.slop());
    // A box on a slope stands on one corner; the slope goes on below the rest of it.
    const auto slopes_away = [&](double s) {
        double drop = 0.0;
        for (const Face& f : faces)
            if (f.own == collider && f.gap <= rest &&
                walkable(step.now, at(step.now, collider).body, f.normal))
                drop = std::max(drop, std::abs(glm::dot(f.normal, level) / glm::dot(f.normal, up)) *
                                          std::abs(s - glm::dot(f.at, level)));
        return drop;
    };
    constexpr int samples = 64;
    int held = 0, free_left = samples, free_right = samples;
    for (int i = 0; i < samples; ++i) {
        const double s = left + (right - left) * (i + 0.5) / samples;
        const Vec3 top = level * s + up * (0.5 * (low + high)),
                   bottom = level * s + up * (low - rest - slopes_away(s));
        const bool on = std::any_of(faces.begin(), faces.end(), [&](const Face& f) {
            return ray_cast(top, bottom, *at(step.now, f.other).geometry, step.now.body_of(f.other).pose)
                       .status != Status::None;
        });
        if (!on) continue;
        ++held;
        free_left = std::min(free_left, i), free_right = std::min(free_right, samples - 1 - i);
    }
    return {static_cast<double>(held) / samples, (right - left) * std::max(free_left, free_right) / samples};
}

double gap_below(const World& w, Slot body) {
    constexpr double upward = 0.1; // cosine: a wall that it slides down is no ground
    const Recording& r = w.recording();
    double gap = infinity;
    for (const Slot own : w.colliders_of(body)) {
        if (!w.live(own) || at(w, own).def->role == Role::Sensor) continue;
        for (Slot c = 0; c < static_cast<Slot>(w.colliders().size()); ++c) {
            if (!w.live(c) || at(w, c).body == body || w.does(own, c) != Does::Solid) continue;
            const Pose from = w.body_of(own).pose;
            const double far = glm::length(w.body_of(c).pose.at - from.at) + at(w, c).geometry->reach() +
                               2.0 * at(w, own).geometry->reach();
            Pose to = from;
            to.at -= r.header.up * far;
            const Motion falls{from, to}, stays{w.body_of(c).pose, w.body_of(c).pose};
            const Sweep s = sweep(*at(w, own).geometry, falls, *at(w, c).geometry, stays);
            if (s.status == Status::Found && -glm::dot(s.normal, r.header.up) > upward)
                gap = std::min(gap, s.first * far);
        }
    }
    return gap;
}

} // namespace oddbounce
