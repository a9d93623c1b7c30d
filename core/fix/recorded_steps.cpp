// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/recorded_steps.hpp"

#include "encounter/encounter.hpp"

namespace oddbounce {

namespace {

/// A move that is refused, as a whole or on one axis, ends before the touch, by up to what the body wants to
/// go.
double near_touch(const World& before, const World& now, Slot body) {
    constexpr double lags = 0.1; // of what it wants to go
    const BodyState& b = now.body(body);
    const double slop = now.recording().slop();
    if (!b.has_desired) return slop;
    const Vec3 wants = steered_part(now, b.desired) * now.dt();
    const double lag = glm::length(wants - steered_part(now, now.motion_since(before, body).travel()));
    return lag > lags * glm::length(wants) ? slop + std::min(lag, glm::length(wants)) : slop;
}

std::vector<Hit> touches_in(const Step& step, Slot body) {
    const World& now = step.now;
    const double near = near_touch(step.before, now, body);
    std::vector<Hit> out;
    for (const Meeting& m : step.meetings()) {
        const bool first = at(now, m.a).body == body;
        if (m.does != Does::Solid || (!first && at(now, m.b).body != body)) continue;
        if (m.contact || m.closest() <= near)
            out.push_back({first ? m.a : m.b, first ? m.b : m.a, first ? m.normal : -m.normal,
                           (m.on_a + m.on_b) * 0.5, std::max(0.0, -m.gap_after), false,
                           turns_closing(step, m)});
    }
    return out;
}

} // namespace

Vec3 steered_part(const World& w, const Vec3& v) {
    const Vec3& up = w.recording().header.up;
    return w.recording().header.gravity == Vec3(0.0) ? v : v - up * glm::dot(v, up);
}

std::string kind_or_id(const World& w, Slot body) {
    const BodyDef* def = w.body(body).def;
    return def && !def->kind.empty() ? def->kind : "#" + std::to_string(w.recording().body_id(body));
}

RecordedSteps recorded_steps(const Recording& r, Slot body, std::size_t first, std::size_t last,
                             const Control* control) {
    constexpr double at_once = 1e-3; // of the desired velocity
    RecordedSteps out;
    std::size_t free = 0, follows = 0;
    World now = r.world_at(first);
    Pairing pairing;
    for (std::size_t i = first + 1; i <= last && !(control && control->stop); ++i) {
        const World before = now;
        const auto frame = r.frame(i);
        now.step(*frame);
        out.touches.push_back(
            touches_in({before, now, frame, i, pairing.meetings(before, now, *frame, false)}, body));
        const BodyState& b = now.body(body);
        if (!b.has_desired || !b.velocity_known || glm::length(b.desired) == 0.0) continue;
        const double off = glm::length(steered_part(now, b.velocity - b.desired));
        const bool goes = off <= at_once * glm::length(b.desired) + r.rounding() / now.dt();
        if (out.touches.back().empty() || goes) ++free, follows += goes;
    }
    out.follows_desired = free > 0 && follows * 2 > free;
    return out;
}

} // namespace oddbounce
