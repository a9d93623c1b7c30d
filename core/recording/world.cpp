// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/world.hpp"

#include "recording/recording.hpp"

#include <algorithm>

namespace oddbounce {

namespace {

std::uint64_t pair_key(int a, int b) {
    const auto low = static_cast<std::uint64_t>(std::min(a, b)),
               high = static_cast<std::uint64_t>(std::max(a, b));
    return low << 32 | high;
}
std::size_t index(Slot slot) { return static_cast<std::size_t>(slot); }

} // namespace

World::World(const Recording& recording) : recording_(&recording), pairs_(std::make_shared<Pairs>()) {}

Does World::does(Slot a, Slot b) const {
    const ColliderState &ca = colliders_[index(a)], &cb = colliders_[index(b)];
    if (ca.body == cb.body || !ca.def || !cb.def) return Does::Ignore;
    const BodyDef &da = *body_of(a).def, &db = *body_of(b).def;
    if (da.moves == Moves::Static && db.moves == Moves::Static) return Does::Ignore;
    if ((da.ignores_owner || db.ignores_owner) && da.owner.value_or(da.id) == db.owner.value_or(db.id))
        return Does::Ignore;
    const bool senses = ca.def->role == Role::Sensor || cb.def->role == Role::Sensor;
    if (pairs_->empty()) return senses ? Does::Report : Does::Solid;
    const auto named = pairs_->find(pair_key(ca.layer, cb.layer));
    if (named == pairs_->end()) return senses ? Does::Report : Does::Solid;
    return named->second == Does::Solid && senses ? Does::Report : named->second;
}

void World::touch_still(Slot body) {
    const BodyState& b = bodies_[index(body)];
    if (b.def && b.def->moves == Moves::Static) ++still_version_;
}

/// Keeps `movers` in step with the body's presence and kind.
void World::follow_presence(Slot body) {
    const BodyState& b = bodies_[index(body)];
    const bool moves = b.present && b.def && b.def->moves != Moves::Static;
    const auto at = std::lower_bound(movers_.begin(), movers_.end(), body);
    const bool listed = at != movers_.end() && *at == body;
    if (moves && !listed) movers_.insert(at, body);
    if (!moves && listed) movers_.erase(at);
}

void World::define(const BodyDef& def) {
    const Slot slot = recording_->body_slot(def.id);
    bodies_.grow(index(slot) + 1), of_body_.grow(index(slot) + 1);
    touch_still(slot); // it may stop being fixed
    BodyState& b = change(slot);
    b.def = &def;
    if (!b.present) {
        b.waiting = true;
        if (recording_->stands_unplaced(slot, def)) {
            b.present = b.fresh = true, b.pose = {};
            marked_.push_back(slot);
        }
    }
    touch_still(slot), follow_presence(slot);
    shape_body(slot);
}

void World::define(const ColliderDef& def) {
    const Slot slot = recording_->collider_slot(def.id), body = recording_->body_slot(def.body);
    colliders_.grow(index(slot) + 1);
    bodies_.grow(index(body) + 1), of_body_.grow(index(body) + 1);
    ColliderState& c = colliders_.change(index(slot));
    if (c.body != body) {
        if (c.body >= 0) std::erase(of_body_.change(index(c.body)), slot), touch_still(c.body);
        of_body_.change(index(body)).push_back(slot);
    }
    c.def = &def, c.body = body;
    shape(slot), touch_still(body);
}

void World::define(const Definition& definition) {
    if (const auto* body = std::get_if<BodyDef>(&definition))
        define(*body);
    else if (const auto* collider = std::get_if<ColliderDef>(&definition))
        define(*collider);
}

/// Pairs are shared between worlds: they are copied once, however many change.
void World::define(std::span<const DefinitionRef> definitions) {
    std::shared_ptr<Pairs> pairs;
    for (const Definition& d : definitions)
        if (const auto* pair = std::get_if<PairDef>(&d)) {
            if (!pairs) pairs = std::make_shared<Pairs>(*pairs_);
            define(*pair, *pairs);
        } else {
            define(d);
        }
    if (pairs) pairs_ = std::move(pairs);
}

void World::define(const PairDef& def, Pairs& pairs) {
    pairs[pair_key(recording_->layer(def.first), recording_->layer(def.second))] = def.does;
    ++still_version_;
}

void World::shape(Slot collider) {
    ColliderState& c = colliders_.change(index(collider));
    const BodyState& b = bodies_[index(c.body)];
    if (!c.def || !b.def) return;
    c.geometry = recording_->geometry(*c.def, b.scale);
    c.layer = recording_->layer(c.def->layer.empty() ? b.def->kind : c.def->layer);
}

void World::shape_body(Slot body) {
    for (const Slot c : of_body_[index(body)]) shape(c);
}

void World::place(const BodyRow& row, double dt) {
    const Slot slot = row.mark.slot;
    BodyState& b = change(slot);
    if (!b.def) return;
    const bool appears = !b.present;
    if (appears) b.fresh = true, b.pose = {};
    const Pose was = b.pose;
    const bool stepped = b.present && !b.fresh && !b.teleported;
    b.pose.at = row.at;
    if (row.given >= BodyRow::Rotation) b.pose.turn = row.pose().turn;
    b.velocity_logged = row.given >= BodyRow::Velocity;
    b.velocity_known = b.velocity_logged || stepped;
    b.velocity = b.velocity_logged ? row.velocity : stepped ? (row.at - was.at) / dt : Vec3(0.0);
    if (row.given >= BodyRow::AngularVelocity)
        b.angular_velocity = row.angular_velocity;
    else
        b.angular_velocity = stepped && b.pose.turn != was.turn
                                 ? was.turn.to(b.pose.turn.counted_from(was.turn)) / dt
                                 : Vec3(0.0);
    b.present = true, b.waiting = false;
    if (b.fresh || !b.velocity_logged) marked_.push_back(slot);
    if (appears) follow_presence(slot);
    if (b.def->moves == Moves::Static) ++still_version_;
}

/// What held for the last frame only.
void World::forget_last_frame() {
    for (const Slot slot : marked_) {
        BodyState& b = change(slot);
        b.fresh = b.teleported = b.grounded = b.has_desired = false;
        if (!b.velocity_logged) b.velocity = Vec3(0.0), b.angular_velocity = Vec3(0.0);
    }
    marked_.clear();
    for (const Slot slot : leaving_) {
        BodyState& b = change(slot);
        b.present = b.leaving = false;
        follow_presence(slot), touch_still(slot);
    }
    leaving_.clear();
}

void World::step(const Frame& frame) {
    number_ = frame.number, dt_ = frame.dt;
    forget_last_frame();
    define(frame.before);
    const auto body = [&](Id id) -> BodyState& {
        const Slot slot = recording_->body_slot(id);
        marked_.push_back(slot);
        return change(slot);
    };
    for (Id id : frame.teleport) body(id).teleported = true;
    for (const IdVector& s : frame.scale) {
        const Slot slot = recording_->body_slot(s.id);
        change(slot).scale = s.value;
        shape_body(slot), touch_still(slot);
    }
    for (const BodyRow& row : frame.bodies) place(row, frame.dt);
    for (Id id : frame.removed) {
        const Slot slot = recording_->body_slot(id);
        BodyState& b = change(slot);
        b.waiting = false;
        if (b.present && !b.leaving) b.leaving = true, leaving_.push_back(slot);
    }
    for (const IdVector& w : frame.desired) {
        BodyState& b = body(w.id);
        b.has_desired = true, b.desired = w.value;
    }
    for (Id id : frame.grounded) body(id).grounded = true;
    for (Id id : frame.on) set_on(recording_->collider_slot(id), true);
    for (Id id : frame.off) set_on(recording_->collider_slot(id), false);
}

void World::set_on(Slot collider, bool on) {
    ColliderState& c = colliders_.change(index(collider));
    c.on = on;
    if (c.body >= 0) touch_still(c.body);
}

void World::set(Slot slot, const BodyState& state) {
    BodyState& b = change(slot);
    const BodyDef* def = b.def;
    const bool scaled = b.scale != state.scale;
    b = state, b.def = def;
    if (b.fresh || b.teleported || b.grounded || b.has_desired || !b.velocity_logged) marked_.push_back(slot);
    if (scaled) shape_body(slot);
    follow_presence(slot), touch_still(slot);
}

void World::settle() {
    for (std::size_t i = 0; i < bodies_.size(); ++i) {
        const BodyState& b = bodies_[i];
        if (!b.waiting) continue;
        const Slot slot = static_cast<Slot>(i);
        const bool stands = recording_->stands_unplaced(slot, *b.def);
        if (stands == b.present) continue;
        change(slot).present = stands;
        follow_presence(slot), touch_still(slot);
    }
}

} // namespace oddbounce
