// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/telling.hpp"

#include <fmt/format.h>

namespace oddbounce {

std::string figure(double value) {
    const double size = std::abs(value);
    if (!std::isfinite(value)) return "unknown";
    if (size < 1e-10) return "0"; // what subtracting leaves of nothing
    if (size < 1e-4 || size >= 1e9) return fmt::format("{:.2e}", value);
    const bool whole = std::abs(value - std::round(value)) < 1e-9 * size;
    const int digits = whole           ? 0
                       : size >= 100.0 ? 0
                       : size >= 10.0  ? 1
                       : size >= 0.1   ? 2
                       : size >= 0.01  ? 3
                                       : 5;
    std::string text = fmt::format("{:.{}f}", value, digits);
    const std::size_t point = std::min(text.find('.'), text.size());
    const std::size_t first = text[0] == '-' ? 1 : 0;
    for (std::size_t i = point; i > first + 3;) i -= 3, text.insert(i, "\u2009");
    return text;
}

std::string length_text(const Recording& r, double value) { return figure(value) + " " + r.header.unit; }
std::string speed_text(const Recording& r, double value) {
    return figure(value) + " " + r.header.unit + "/s";
}

namespace {
std::string name_of(const BodyDef& def) {
    if (!def.name.empty()) return def.name;
    return def.kind.empty() ? "body " + std::to_string(def.id) : def.kind;
}
} // namespace

std::string body_name(const World& world, Slot body) { return name_of(*world.body(body).def); }

std::string body_name(const Recording& recording, Id id) {
    if (const BodyDef* def = recording.body_def(id)) return name_of(*def);
    return "body " + std::to_string(id);
}

std::string body_kind(const Recording& recording, Id id) {
    const BodyDef* def = recording.body_def(id);
    return def && !def->kind.empty() ? def->kind : body_name(recording, id);
}

PairView pair_at(const World& world, Slot a, Slot b) {
    PairView v;
    if (!world.live(a) || !world.live(b)) return v;
    const ColliderState &ca = world.colliders()[static_cast<std::size_t>(a)],
                        &cb = world.colliders()[static_cast<std::size_t>(b)];
    const Distance d = distance(*ca.geometry, world.body_of(a).pose, *cb.geometry, world.body_of(b).pose);
    v.known = d.known, v.gap = d.gap, v.normal = d.normal, v.on_a = d.on_a, v.on_b = d.on_b;
    return v;
}

Vec3 rightward(const Recording& r) {
    const Vec2 right = right_of(flat(r.header.up));
    return raised(right.x >= 0.0 ? right : -right);
}

const char* side_word(const Recording& r, const Vec3& away) {
    const double up = glm::dot(away, r.header.up), right = glm::dot(away, rightward(r));
    if (std::abs(up) >= std::abs(right)) return up >= 0.0 ? "above" : "below";
    return right >= 0.0 ? "right of" : "left of";
}

std::string motion_text(const Recording& r, const Vec3& velocity) {
    const double speed = glm::length(velocity);
    if (speed * 100.0 < r.slop() * r.header.rate) return "at rest";
    const double up = glm::dot(velocity, r.header.up), right = glm::dot(velocity, rightward(r));
    const char* way = std::abs(up) >= std::abs(right) ? (up > 0.0 ? "rising" : "falling")
                                                      : (right > 0.0 ? "moving right" : "moving left");
    return std::string(way) + " at " + speed_text(r, speed);
}

void name_bodies(const World& world, const std::vector<Slot>& colliders, Finding& f) {
    for (Slot c : colliders) {
        const ColliderState& state = world.colliders()[static_cast<std::size_t>(c)];
        const Id body = world.body_of(c).def->id;
        if (std::find(f.colliders.begin(), f.colliders.end(), state.def->id) == f.colliders.end())
            f.colliders.push_back(state.def->id);
        if (std::find(f.bodies.begin(), f.bodies.end(), body) != f.bodies.end()) continue;
        f.bodies.push_back(body), f.names.push_back(name_of(*world.body_of(c).def));
    }
}

nlohmann::json mover_target(const World& world, const Finding& f) {
    const BodyDef* def = world.body(world.recording().body_slot(f.bodies.at(0))).def;
    if (def && !def->name.empty()) return def->name;
    return f.bodies[0];
}

Threshold note_threshold(Finding& f, const Threshold& t) {
    f.thresholds.push_back(t);
    return t;
}

void add_fact(Finding& f, const std::string& key, double value, const std::string& unit) {
    f.facts.push_back({key, value, unit});
}

std::pair<Slot, Slot> mover_first(const World& before, const World& now, Slot a, Slot b) {
    const auto fixed = [&](Slot c) { return now.body_of(c).def->moves == Moves::Fixed; };
    if (fixed(a) != fixed(b)) return fixed(a) ? std::pair(b, a) : std::pair(a, b);
    const auto travel = [&](Slot c) {
        const double moved =
            glm::length(now.motion_since(before, now.colliders()[static_cast<std::size_t>(c)].body).travel());
        const BodyState& was =
            before.body_of(c); // a hit shortens the step that it ends: how fast it came counts too
        return std::max(moved, was.velocity_known ? glm::length(was.velocity) * now.dt() : 0.0);
    };
    const double ta = travel(a), tb = travel(b);
    if (std::abs(ta - tb) > 1e-6 * (ta + tb)) return ta > tb ? std::pair(a, b) : std::pair(b, a);
    const auto reach = [&](Slot c) { return now.colliders()[static_cast<std::size_t>(c)].geometry->reach(); };
    if (reach(a) != reach(b)) return reach(a) < reach(b) ? std::pair(a, b) : std::pair(b, a);
    return now.body_of(a).def->id < now.body_of(b).def->id ? std::pair(a, b) : std::pair(b, a);
}

bool one_owner(const World& world, Slot a, Slot b) {
    const BodyDef &da = *world.body_of(a).def, &db = *world.body_of(b).def;
    return da.owner.value_or(da.id) == db.owner.value_or(db.id);
}

} // namespace oddbounce
