// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/recording.hpp"

#include <tuple>

namespace oddbounce {

namespace {
template <class Enum> const char* pick(Enum e, std::initializer_list<const char*> words) {
    return *(words.begin() + static_cast<int>(e));
}
std::uint64_t pair_key(int a, int b) {
    const auto low = static_cast<std::uint64_t>(std::min(a, b)),
               high = static_cast<std::uint64_t>(std::max(a, b));
    return low << 32 | high;
}
} // namespace

const char* word(Channel c) {
    return pick(c, {"contacts", "rays", "events", "wish", "grounded", "passes", "tried"});
}
const char* word(Moves m) { return pick(m, {"fixed", "driven", "solved"}); }
const char* word(Role r) { return pick(r, {"solid", "sensor", "one-way"}); }
const char* word(Does d) { return pick(d, {"solid", "notice", "nothing"}); }

struct Recording::Cache {
    using Key = std::tuple<const ColliderDef*, double, double, double>;
    std::mutex mutex;
    std::map<Key, std::shared_ptr<const Geometry>> made;
};

std::shared_ptr<const Geometry> Recording::geometry(const ColliderDef& def, const Vec3& scale) const {
    const std::lock_guard lock(cache_->mutex);
    auto& entry = cache_->made[{&def, scale.x, scale.y, scale.z}];
    if (!entry) entry = std::make_shared<const Geometry>(def.shape, scale);
    return entry;
}

std::shared_ptr<Recording> Recording::clone() const {
    auto copy = std::make_shared<Recording>();
    copy->file = file, copy->header = header, copy->frames = frames, copy->after = after,
    copy->warnings = warnings;
    return copy;
}

World::World(const Recording& recording) : recording_(&recording) {
    bodies_.resize(recording.body_ids().size());
    colliders_.resize(recording.collider_ids().size());
    of_body_.resize(recording.body_ids().size());
}

const BodyState& World::body_of(Slot collider) const {
    static const BodyState absent; // of a collider that is defined in a later frame
    const Slot body = colliders_[static_cast<std::size_t>(collider)].body;
    return body < 0 ? absent : bodies_[static_cast<std::size_t>(body)];
}

bool World::live(Slot collider) const {
    const ColliderState& c = colliders_[static_cast<std::size_t>(collider)];
    return c.geometry && c.on && c.body >= 0 && body_of(collider).present;
}

Does World::does(Slot a, Slot b) const {
    const ColliderState &ca = colliders_[static_cast<std::size_t>(a)],
                        &cb = colliders_[static_cast<std::size_t>(b)];
    if (ca.body == cb.body || !ca.def || !cb.def) return Does::Nothing;
    if (body_of(a).def->moves == Moves::Fixed && body_of(b).def->moves == Moves::Fixed) return Does::Nothing;
    const bool senses = ca.def->role == Role::Sensor || cb.def->role == Role::Sensor;
    const auto named = pairs_.find(pair_key(ca.layer, cb.layer));
    if (named == pairs_.end()) return senses ? Does::Notice : Does::Solid;
    return named->second == Does::Solid && senses ? Does::Notice : named->second;
}

Motion World::motion_since(const World& before, Slot body) const {
    const BodyState& now = bodies_[static_cast<std::size_t>(body)];
    const BodyState& was = before.bodies_[static_cast<std::size_t>(body)];
    if (!was.present || now.fresh || now.warped) return {now.pose, now.pose};
    Motion m{was.pose, now.pose};
    m.to.angle = unwrapped(was.pose.angle, now.pose.angle, now.turning.z * dt_);
    return m;
}

void World::define(const BodyDef& def) {
    const auto slot = static_cast<std::size_t>(recording_->body_slot(def.id));
    BodyState& b = bodies_[slot];
    b.def = &def;
    if (!b.present && !recording_->ever_placed(static_cast<Slot>(slot)))
        b.present = true, b.fresh = true, b.pose = {};
}

void World::define(const ColliderDef& def) {
    const auto slot = static_cast<std::size_t>(recording_->collider_slot(def.id));
    ColliderState& c = colliders_[slot];
    const Slot body = recording_->body_slot(def.body);
    if (c.body != body) {
        if (c.body >= 0) std::erase(of_body_[static_cast<std::size_t>(c.body)], static_cast<int>(slot));
        of_body_[static_cast<std::size_t>(body)].push_back(static_cast<int>(slot));
    }
    c.def = &def, c.body = body;
    c.geometry.reset();
}

void World::define(const Definition& definition) {
    if (const auto* body = std::get_if<BodyDef>(&definition))
        define(*body);
    else if (const auto* collider = std::get_if<ColliderDef>(&definition))
        define(*collider);
    else if (const auto* pair = std::get_if<PairDef>(&definition))
        pairs_[pair_key(recording_->layer(pair->first), recording_->layer(pair->second))] = pair->does;
}

void World::shape(Slot collider) {
    ColliderState& c = colliders_[static_cast<std::size_t>(collider)];
    const BodyState& b = bodies_[static_cast<std::size_t>(c.body)];
    if (!c.def || !b.def) return;
    c.geometry = recording_->geometry(*c.def, b.scale);
    c.layer = recording_->layer(c.def->layer.empty() ? b.def->kind : c.def->layer);
}

void World::place(const BodyRow& row, double dt) {
    BodyState& b = bodies_[static_cast<std::size_t>(recording_->body_slot(row.id))];
    const Pose was = b.pose;
    const bool stepped = b.present && !b.fresh && !b.warped;
    b.pose.at = row.at;
    if (row.given >= BodyRow::Turn) b.pose.angle = row.angle, b.pose.spin = row.spin;
    b.velocity_logged = row.given >= BodyRow::Velocity;
    b.velocity_known = b.velocity_logged || stepped;
    b.velocity = b.velocity_logged ? row.velocity : stepped ? (row.at - was.at) / dt : Vec3(0.0);
    if (row.given >= BodyRow::Turning)
        b.turning = row.turning;
    else
        b.turning = {0.0, 0.0, stepped ? (unwrapped(was.angle, b.pose.angle) - was.angle) / dt : 0.0};
    b.present = true;
    if (b.def->moves == Moves::Fixed) ++still_version_;
}

void World::step(const Frame& frame) {
    number_ = frame.number, dt_ = frame.dt;
    for (BodyState& b : bodies_) {
        b.fresh = b.warped = b.grounded = b.wishes = false;
        if (!b.velocity_logged) b.velocity = Vec3(0.0), b.turning = Vec3(0.0);
    }
    for (const Definition& d : frame.before) define(d);
    const auto body = [&](Id id) -> BodyState& {
        return bodies_[static_cast<std::size_t>(recording_->body_slot(id))];
    };
    for (Id id : frame.warp) body(id).warped = true;
    for (const IdVector& s : frame.scale) body(s.id).scale = s.value;
    for (const BodyRow& row : frame.bodies) {
        BodyState& b = body(row.id);
        if (!b.present) b.fresh = true;
        place(row, frame.dt);
    }
    for (Id id : frame.gone) body(id).present = false;
    for (const IdVector& w : frame.wish) body(w.id).wishes = true, body(w.id).wish = w.value;
    for (Id id : frame.grounded) body(id).grounded = true;
    const auto collider = [&](Id id) -> ColliderState& {
        return colliders_[static_cast<std::size_t>(recording_->collider_slot(id))];
    };
    for (Id id : frame.on) collider(id).on = true;
    for (Id id : frame.off) collider(id).on = false;

    const bool reshaped = !frame.before.empty() || !frame.scale.empty();
    if (reshaped || !frame.on.empty() || !frame.off.empty() || !frame.gone.empty()) ++still_version_;
    if (reshaped)
        for (Slot c = 0; c < static_cast<Slot>(colliders_.size()); ++c)
            if (colliders_[static_cast<std::size_t>(c)].body >= 0) shape(c);
}

void Recording::index() {
    body_ids_.clear(), collider_ids_.clear(), body_slots_.clear(), collider_slots_.clear(), layers_.clear();
    snapshots_.clear(), seconds_.clear();
    cache_ = std::make_shared<Cache>();
    std::unordered_map<Id, std::string> kinds;
    std::vector<double> extents;
    const auto add_layer = [&](const std::string& name) {
        layers_.emplace(name, static_cast<int>(layers_.size()));
    };
    const auto note = [&](const Definition& d) {
        if (const auto* b = std::get_if<BodyDef>(&d)) {
            if (body_slots_.emplace(b->id, static_cast<Slot>(body_ids_.size())).second)
                body_ids_.push_back(b->id);
            add_layer(b->kind);
        } else if (const auto* c = std::get_if<ColliderDef>(&d)) {
            if (collider_slots_.emplace(c->id, static_cast<Slot>(collider_ids_.size())).second)
                collider_ids_.push_back(c->id);
            if (!c->layer.empty()) add_layer(c->layer);
            if (c->shape.space == 2)
                if (const double e = Geometry(c->shape, Vec3(1.0)).extent(); e > 0.0) extents.push_back(e);
        } else if (const auto* p = std::get_if<PairDef>(&d))
            add_layer(p->first), add_layer(p->second);
    };
    double seconds = 0.0;
    for (const Frame& f : frames) {
        for (const Definition& d : f.before) note(d);
        seconds += seconds_.empty() ? 0.0 : f.dt;
        seconds_.push_back(seconds);
    }
    constexpr double slop_of_extent = 0.005; // of the median collider: see docs/bounce-log.md
    std::sort(extents.begin(), extents.end());
    slop_ = header.slop.value_or(extents.empty() ? 0.0 : slop_of_extent * extents[extents.size() / 2]);

    ever_placed_.assign(body_ids_.size(), false);
    for (const Frame& f : frames)
        for (const BodyRow& row : f.bodies) ever_placed_[static_cast<std::size_t>(body_slot(row.id))] = true;

    World world(*this);
    for (std::size_t i = 0; i < frames.size(); ++i) {
        world.step(frames[i]);
        if (i % snapshot_every == 0) snapshots_.push_back(world);
    }
}

Slot Recording::body_slot(Id id) const {
    const auto it = body_slots_.find(id);
    return it == body_slots_.end() ? -1 : it->second;
}

Slot Recording::collider_slot(Id id) const {
    const auto it = collider_slots_.find(id);
    return it == collider_slots_.end() ? -1 : it->second;
}

int Recording::layer(const std::string& name) const {
    const auto it = layers_.find(name);
    return it == layers_.end() ? -1 : it->second;
}

std::ptrdiff_t Recording::frame_index(std::int64_t number) const {
    const auto it = std::lower_bound(frames.begin(), frames.end(), number,
                                     [](const Frame& f, std::int64_t n) { return f.number < n; });
    return it == frames.end() || it->number != number ? -1 : it - frames.begin();
}

World Recording::world_at(std::size_t i) const {
    World world = snapshots_[i / snapshot_every];
    for (std::size_t k = i / snapshot_every * snapshot_every + 1; k <= i; ++k) world.step(frames[k]);
    return world;
}

} // namespace oddbounce
