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

/// What is known of a body's steps so far.
struct Watched {
    Slot body;
    BodySteps* steps;
    std::size_t free = 0, follows = 0; ///< steps in which nothing touches it; in which it goes as it wants

    void take(const Step& step) {
        constexpr double at_once = 1e-3; // of the desired velocity
        const World& now = step.now;
        const BodyState& b = now.body(body);
        if (!b.has_desired || !b.velocity_known || glm::length(b.desired) == 0.0) return;
        const double off = glm::length(steered_part(now, b.velocity - b.desired));
        const bool goes = off <= at_once * glm::length(b.desired) + now.recording().rounding() / now.dt();
        if (steps->touches.back().empty() || goes) ++free, follows += goes;
    }
};

/// Adds what each of them touches in this step.
void add_touches(const Step& step, const std::map<Slot, Watched>& watched) {
    const World& now = step.now;
    std::map<Slot, double> near;
    for (const auto& [body, w] : watched)
        near[body] = near_touch(step.before, now, body), w.steps->touches.emplace_back();
    for (const Meeting& m : step.meetings()) {
        if (m.does != Does::Solid) continue;
        for (const auto& [mine, other] : {std::pair(m.a, m.b), std::pair(m.b, m.a)}) {
            const auto it = watched.find(at(now, mine).body);
            if (it == watched.end() || !(m.contact || m.closest() <= near[it->first])) continue;
            it->second.steps->touches.back().push_back({mine, other, mine == m.a ? m.normal : -m.normal,
                                                        (m.on_a + m.on_b) * 0.5, std::max(0.0, -m.gap_after),
                                                        false, turns_closing(step, m)});
        }
    }
}

} // namespace

Vec3 steered_part(const World& w, const Vec3& v) {
    const Vec3& up = w.recording().header.up;
    return w.recording().header.gravity == Vec3(0.0) ? v : v - up * glm::dot(v, up);
}

bool moved_by_code(const World& w, Slot body, const BodySteps& steps) {
    const BodyDef* def = w.body(body).def;
    return (def && def->moves == Moves::Kinematic) || steps.follows_desired;
}

std::string kind_or_id(const World& w, Slot body) {
    const BodyDef* def = w.body(body).def;
    return def && !def->kind.empty() ? def->kind : "#" + std::to_string(w.recording().body_id(body));
}

RecordedSteps recorded_steps(const Recording& r, Slot body, std::size_t first, std::size_t last,
                             const Control* control) {
    RecordedSteps out;
    World now = r.world_at(first);
    std::map<Slot, Watched> watched{{body, {body, &out}}};
    for (Slot b = 0; b < static_cast<Slot>(now.bodies().size()); ++b)
        if (b != body && now.body(b).def && now.body(b).def->moves != Moves::Static)
            watched[b] = {b, &out.others[b]};
    Pairing pairing;
    for (std::size_t i = first + 1; i <= last && !(control && control->stop); ++i) {
        const World before = now;
        const auto frame = r.frame(i);
        now.step(*frame);
        const Step step{before, now, frame, i, pairing.meetings(before, now, *frame, false)};
        add_touches(step, watched);
        for (auto& [slot, w] : watched) w.take(step);
    }
    for (auto& [slot, w] : watched) w.steps->follows_desired = w.free > 0 && w.follows * 2 > w.free;
    return out;
}

} // namespace oddbounce
