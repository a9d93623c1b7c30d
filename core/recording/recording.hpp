// SPDX-License-Identifier: GPL-3.0-or-later
// A whole recording, and the world that it describes at any of its frames.
#pragma once

#include "recording/frame.hpp"
#include "shape/geometry.hpp"

#include <map>
#include <mutex>
#include <unordered_map>

namespace oddbounce {

/// Index of a body or a collider within its recording; ids are the log's, slots are ours.
using Slot = int;

/// A body at the end of a frame.
struct BodyState {
    const BodyDef* def = nullptr; ///< points into the recording
    bool present = false;         ///< placed (or never placed at all: it stands at the origin), and not gone
    bool fresh = false;           ///< first placed in this frame: no step led here
    bool warped = false;          ///< put elsewhere on purpose in this frame
    bool grounded = false;
    bool velocity_known = false;
    bool velocity_logged = false;
    bool wishes = false;
    Pose pose;
    Vec3 scale{1.0};
    Vec3 velocity{0.0}; ///< unit/s
    Vec3 turning{0.0};  ///< radians/s
    Vec3 wish{0.0};     ///< unit/s, where `wishes`
};

struct ColliderState {
    const ColliderDef* def = nullptr; ///< points into the recording
    std::shared_ptr<const Geometry> geometry;
    Slot body = -1;
    int layer = -1;
    bool on = true;
};

struct Recording;

/// The state of everything at the end of one frame. Copyable; advancing costs what the frame changes.
class World {
  public:
    explicit World(const Recording& recording);
    /// Takes in the next frame.
    void step(const Frame& frame);

    const Recording& recording() const { return *recording_; }
    const std::vector<BodyState>& bodies() const { return bodies_; }
    const std::vector<ColliderState>& colliders() const { return colliders_; }
    /// State of the collider's body; one that is not present where the collider is not defined yet.
    const BodyState& body_of(Slot collider) const;
    /// True where the collider has a shape, is on, and its body is present.
    bool live(Slot collider) const;
    /// What the two colliders do on meeting, roles, layers and owners taken together.
    Does does(Slot a, Slot b) const;
    /// Motion of a collider's body over the step that led from `before` to this world; standing still
    /// where the body is fresh, warped or was not there.
    Motion motion_since(const World& before, Slot body) const;
    const std::vector<int>& colliders_of(Slot body) const { return of_body_[static_cast<std::size_t>(body)]; }
    std::int64_t number() const { return number_; }
    double dt() const { return dt_; }
    /// Counts changes of definitions, scale, switches and fixed bodies' places: same value, same still scene.
    std::uint64_t still_version() const { return still_version_; }

  private:
    void define(const Definition& definition);
    void define(const BodyDef& def);
    void define(const ColliderDef& def);
    void place(const BodyRow& row, double dt);
    void shape(Slot collider);

    const Recording* recording_;
    std::vector<BodyState> bodies_;
    std::vector<ColliderState> colliders_;
    std::vector<std::vector<int>> of_body_;
    std::unordered_map<std::uint64_t, Does> pairs_;
    std::int64_t number_ = 0;
    double dt_ = 0.0;
    std::uint64_t still_version_ = 0;
};

/// Worlds point into it, so it stays where it is: `clone` it to change something, then `index` the clone.
struct Recording {
    Recording() = default;
    Recording(const Recording&) = delete;
    Recording& operator=(const Recording&) = delete;
    std::shared_ptr<Recording> clone() const;

    std::string file;
    Header header;
    std::vector<Frame> frames;
    std::vector<Definition> after; ///< definitions after the last frame
    std::vector<std::string> warnings;

    /// Builds the indexes below; call once after reading or changing the frames.
    void index();

    Slot body_slot(Id id) const;     ///< -1 where unknown
    Slot collider_slot(Id id) const; ///< -1 where unknown
    const std::vector<Id>& body_ids() const { return body_ids_; }
    const std::vector<Id>& collider_ids() const { return collider_ids_; }
    int layer(const std::string& name) const;
    /// True where some frame has a row of the body: before its first one it is not there.
    bool ever_placed(Slot body) const { return ever_placed_[static_cast<std::size_t>(body)]; }
    /// The recording's slop, or its default from the colliders' sizes.
    double slop() const { return slop_; }
    /// Index of the frame of this number; -1 where there is none.
    std::ptrdiff_t frame_index(std::int64_t number) const;
    /// World at the end of frames[i]. Cost: at most `snapshot_every` steps.
    World world_at(std::size_t i) const;
    double seconds_at(std::size_t i) const { return seconds_[i]; }

    /// Geometry of a definition at a scale, made once.
    std::shared_ptr<const Geometry> geometry(const ColliderDef& def, const Vec3& scale) const;

    static constexpr std::size_t snapshot_every = 128;

  private:
    struct Cache;
    std::vector<Id> body_ids_, collider_ids_;
    std::unordered_map<Id, Slot> body_slots_, collider_slots_;
    std::unordered_map<std::string, int> layers_;
    std::vector<bool> ever_placed_;
    std::vector<World> snapshots_;
    std::vector<double> seconds_;
    double slop_ = 0.0;
    std::shared_ptr<Cache> cache_;
};

} // namespace oddbounce
