// SPDX-License-Identifier: GPL-3.0-or-later
// The state of everything at the end of one frame.
#pragma once

#include "recording/frame.hpp"
#include "recording/shared_list.hpp"
#include "shape/geometry.hpp"

#include <span>
#include <unordered_map>

namespace oddbounce {

class Recording;

/// A body at the end of a frame.
struct BodyState {
    const BodyDef* def = nullptr; ///< lives as long as the recording
    bool present = false;    ///< placed (or static and never placed: it stands at the origin), and not gone
    bool leaving = false;    ///< removed in this frame: it was there during the step, and is gone after it
    bool waiting = false;    ///< defined, and no row of it yet
    bool fresh = false;      ///< first placed in this frame: no step led here
    bool teleported = false; ///< put elsewhere on purpose in this frame
    bool grounded = false;
    bool velocity_known = false;
    bool velocity_logged = false;
    bool has_desired = false;
    Pose pose;
    Vec3 scale{1.0};
    Vec3 velocity{0.0};         ///< unit/s
    Vec3 angular_velocity{0.0}; ///< radians/s
    Vec3 desired{0.0};          ///< unit/s, where `has_desired`
};

struct ColliderState {
    const ColliderDef* def = nullptr; ///< lives as long as the recording
    std::shared_ptr<const Geometry> geometry;
    Slot body = -1;
    int layer = -1;
    bool on = true;
};

/// Copying costs little, and advancing what the frame changes: what two worlds have in common is shared.
class World {
  public:
    /// Before the first frame: nothing is there yet.
    explicit World(const Recording& recording);
    /// Takes in the next frame, one of the recording's own.
    void step(const Frame& frame);

    const Recording& recording() const { return *recording_; }
    const SharedList<BodyState>& bodies() const { return bodies_; }
    const SharedList<ColliderState>& colliders() const { return colliders_; }
    /// One that is not present where the body is not defined yet. Requires: slot >= -1.
    const BodyState& body(Slot slot) const { return bodies_[static_cast<std::size_t>(slot)]; }
    /// State of the collider's body; one that is not present where the collider is not defined yet.
    const BodyState& body_of(Slot collider) const {
        return body(colliders_[static_cast<std::size_t>(collider)].body);
    }
    /// True where the collider has a shape, is on, and its body is present.
    bool live(Slot collider) const {
        const ColliderState& c = colliders_[static_cast<std::size_t>(collider)];
        return c.geometry && c.on && c.body >= 0 && body(c.body).present;
    }
    /// Live, and not removed in this frame: it is there when the next step begins.
    bool stays(Slot collider) const { return live(collider) && !body_of(collider).leaving; }
    /// What the two colliders do on meeting, roles, layers and owners taken together.
    Does does(Slot a, Slot b) const;
    /// Motion of a collider's body over the step that led from `before` to this world; standing still
    /// where the body is fresh, teleported or was not there.
    Motion motion_since(const World& before, Slot body) const;
    const std::vector<Slot>& colliders_of(Slot body) const {
        return of_body_[static_cast<std::size_t>(body)];
    }
    /// Bodies that are present and may move, by slot.
    const std::vector<Slot>& movers() const { return movers_; }
    std::int64_t number() const { return number_; }
    double dt() const { return dt_; }
    /// Counts changes of static bodies' places, shapes, switches: same value, same still scene.
    std::uint64_t still_version() const { return still_version_; }

    // For whoever keeps worlds (stores, changed recordings).
    void define(std::span<const DefinitionRef> definitions);
    /// Sets a body's state as it was kept, and what follows from it.
    void set(Slot body, const BodyState& state);
    void set_on(Slot collider, bool on);
    /// Shows or hides what waits for its first row, now that it is known whether one comes.
    void settle();
    void set_frame(std::int64_t number, double dt) { number_ = number, dt_ = dt; }

  private:
    using Pairs = std::unordered_map<std::uint64_t, Does>;
    BodyState& change(Slot body) { return bodies_.change(static_cast<std::size_t>(body)); }
    void define(const Definition& definition);
    void define(const BodyDef& def);
    void define(const ColliderDef& def);
    void define(const PairDef& def, Pairs& pairs);
    void place(const BodyRow& row, double dt);
    void shape(Slot collider);
    void shape_body(Slot body);
    void follow_presence(Slot body);
    void touch_still(Slot body);
    void forget_last_frame();

    const Recording* recording_;
    SharedList<BodyState> bodies_;
    SharedList<ColliderState> colliders_;
    SharedList<std::vector<Slot>> of_body_;
    std::shared_ptr<const Pairs> pairs_;
    std::vector<Slot> movers_;
    std::vector<Slot> leaving_;
    std::vector<Slot> marked_; ///< bodies with flags or velocities that hold for this frame only
    std::int64_t number_ = 0;
    double dt_ = 0.0;
    std::uint64_t still_version_ = 0;
};

inline const ColliderState& at(const World& world, Slot collider) {
    return world.colliders()[static_cast<std::size_t>(collider)];
}

inline Motion World::motion_since(const World& before, Slot body) const {
    const BodyState &now = this->body(body), &was = before.body(body);
    if (!was.present || now.fresh || now.teleported) return {now.pose, now.pose};
    Motion m{was.pose, now.pose};
    if (now.pose.turn != was.pose.turn || now.angular_velocity != Vec3(0.0))
        m.to.turn = now.pose.turn.counted_from(was.pose.turn, now.angular_velocity * dt_);
    return m;
}

} // namespace oddbounce
