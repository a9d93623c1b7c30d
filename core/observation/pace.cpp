// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/pace.hpp"

namespace oddbounce {

namespace {

/// Without what gravity does.
Vec3 level(const Step& step, const Vec3& v) {
    const Vec3& gravity = step.now.recording().header.gravity;
    const double pull = glm::dot(gravity, gravity);
    return pull > 0.0 ? v - gravity * (glm::dot(v, gravity) / pull) : v;
}

/// Something solid that it touches lies that way.
bool held(const Step& step, Slot body, const Vec3& way) {
    constexpr double ahead = 0.1; // cosine
    return std::ranges::any_of(step.of(body), [&](const Meeting* m) {
        if (m->does != Does::Solid || !touches(step, *m)) return false;
        const double side = at(step.now, m->a).body == body ? 1.0 : -1.0;
        return std::ranges::any_of(step.places(*m), [&](const Meeting& place) {
            return side * glm::dot(place.normal, way) > ahead;
        });
    });
}

} // namespace

void Pace::step(const Step& step, const Grain& grain) {
    if (!step.now.recording().header.has(Channel::Desired)) return;
    constexpr double stands = 0.005; // of what is missing: slower, something holds it that nobody logs
    const double matters = closing_that_matters(step);
    for (const Slot body : step.now.movers()) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        // Rounded places tell of speed gained by chance.
        if (!is.has_desired || is.fresh || is.teleported || !is.velocity_known || !was.velocity_known ||
            grain.of_change(step, body) > 0.0)
            continue;
        const Vec3 missing = level(step, is.desired - was.velocity);
        const double much = glm::length(missing);
        const double goes =
            std::max(glm::length(level(step, is.velocity)), glm::length(level(step, was.velocity)));
        if (much <= matters || goes < stands * much || held(step, body, missing / much)) continue;
        Seen& s = seen_[body];
        ++s.steps, s.missing += much;
        s.gained += std::min(glm::dot(level(step, is.velocity - was.velocity), missing / much), much);
    }
}

double Pace::of(Slot body) const {
    const Seen& s = seen_.at(body);
    return s.steps < enough ? 1.0 : std::clamp(s.gained / s.missing, least, 1.0);
}

double Pace::gains(const Step& step, Slot body, const Vec3& way) const {
    const BodyState &is = step.now.body(body), &was = step.before.body(body);
    if (!is.has_desired) return 0.0;
    const double wants = glm::dot(is.desired, way);
    return was.velocity_known ? of(body) * (wants - glm::dot(was.velocity, way)) : wants;
}

} // namespace oddbounce
