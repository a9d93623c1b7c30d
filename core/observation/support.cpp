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

bool steps_onto(const Step& step, const Face& f) {
    const World& w = step.now;
    const BodyState& body = w.body_of(f.own);
    const Vec3 up = w.recording().header.up, level = f.normal - up * glm::dot(f.normal, up);
    const double slop = w.recording().slop(), most = body.def->step + slop;
    const double feet = glm::dot(body.pose.at, up) - at(w, f.own).geometry->along(body.pose, -up);
    if (body.def->step <= 0.0 || glm::dot(f.normal, up) >= 0.0 || glm::length(level) == 0.0 ||
        glm::dot(f.at, up) - feet > most)
        return false;
    // A little beyond the rim it goes level.
    constexpr double a_little = 2.0; // slops: past what a touch may be off by
    const Vec3 beyond = f.at + unit(level) * (a_little * slop);
    const RayHit hit =
        ray_cast(beyond + up * most, beyond - up * slop, *at(w, f.other).geometry, w.body_of(f.other).pose);
    return hit.status == Status::Found && walkable(w, at(w, f.own).body, -hit.normal) &&
           glm::dot(hit.at, up) - feet <= most;
}

namespace {

/// Places under a collider, evenly spread over its footprint, and what of them counts.
struct Footprint {
    std::vector<Vec3> places; ///< in the level plane
    std::vector<Vec3> ways;   ///< level directions in which an end may be free
};
Footprint footprint(const World& w, const Geometry& g, const Pose& pose) {
    const Vec3 up = w.recording().header.up, right = directions(w.recording()).right();
    Footprint out;
    const auto range = [&](const Vec3& way, int samples, auto&& each) {
        const double low = -g.along(pose, -way), high = g.along(pose, way);
        for (int i = 0; i < samples; ++i) each(way * (low + (high - low) * (i + 0.5) / samples));
    };
    if (w.recording().header.space == 2) {
        constexpr int samples = 64;
        range(right, samples, [&](const Vec3& at) { out.places.push_back(at); });
        out.ways = {right, -right};
        return out;
    }
    // Of its bounds only what it covers, seen from above.
    constexpr int samples = 24, ways = 16;
    const Vec3 ahead = glm::cross(up, right);
    const double low = -g.along(pose, -up), high = g.along(pose, up);
    range(right, samples, [&](const Vec3& at) {
        range(ahead, samples, [&](const Vec3& aside) {
            const Vec3 place = at + aside, above = place + up * (high + (high - low)),
                       below = place + up * (low - (high - low));
            if (ray_cast(above, below, g, pose).status != Status::None) out.places.push_back(place);
        });
    });
    for (const Vec3& way : Directions({0.0, 1.0, 0.0}, 2).all_round(ways))
        out.ways.push_back(right * way[0] + ahead * way[1]);
    return out;
}

} // namespace

Supported supported(const Step& step, Slot collider, const std::vector<Face>& faces) {
    const Recording& r = step.now.recording();
    const Vec3 up = r.header.up;
    const Geometry& g = *at(step.now, collider).geometry;
    const Pose& pose = step.now.body_of(collider).pose;
    const double low = -g.along(pose, -up), high = g.along(pose, up);
    // A game may keep a margin of its own: what the log says supports the body supports it from there.
    constexpr double near = 2.0; // slops
    double rest = near * r.slop() + r.header.skin + r.rounding();
    for (const Face& f : faces)
        if (f.contact && f.own == collider && glm::dot(f.normal, up) < 0.0)
            rest = std::max(rest, f.gap + r.slop());
    // A box on a slope stands on one corner; the slope goes on below the rest of it.
    const auto slopes_away = [&](const Vec3& place) {
        double drop = 0.0;
        for (const Face& f : faces)
            if (f.own == collider && f.gap <= rest &&
                walkable(step.now, at(step.now, collider).body, f.normal)) {
                const Vec3 level = f.normal - up * glm::dot(f.normal, up);
                drop = std::max(drop, std::abs(glm::dot(level, place - f.at) / glm::dot(f.normal, up)));
            }
        return drop;
    };
    const Footprint print = footprint(step.now, g, pose);
    if (print.places.empty()) return {};
    std::vector<Vec3> held;
    for (const Vec3& place : print.places) {
        const Vec3 top = place + up * (0.5 * (low + high)),
                   bottom = place + up * (low - rest - slopes_away(place));
        const bool on = std::any_of(faces.begin(), faces.end(), [&](const Face& f) {
            return ray_cast(top, bottom, *at(step.now, f.other).geometry, step.now.body_of(f.other).pose)
                       .status != Status::None;
        });
        if (on) held.push_back(place);
    }
    const auto share_of = [](std::size_t part, std::size_t whole) {
        return static_cast<double>(part) / static_cast<double>(whole);
    };
    Supported out{share_of(held.size(), print.places.size()), 0.0};
    for (const Vec3& way : print.ways) {
        const auto reach = [&](const std::vector<Vec3>& places) {
            double most = -infinity;
            for (const Vec3& p : places) most = std::max(most, glm::dot(p, way));
            return most;
        };
        const double whole = g.along(pose, way) + g.along(pose, -way);
        out.overhang = std::max(out.overhang, held.empty() ? whole : reach(print.places) - reach(held));
    }
    return out;
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
