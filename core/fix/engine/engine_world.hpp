// SPDX-License-Identifier: GPL-3.0-or-later
// The world of a physics engine, built again from what its connector logged (docs/bounce-log.md, `engine`).
#pragma once

#include "fix/rerun.hpp"

#include <memory>
#include <optional>

namespace oddbounce {

/// Why a world cannot be built again, or not as a fix wants it: the end of a sentence, with no full stop.
struct CannotRebuild {
    std::string why;
};

/// What a fix changes about how the engine moves a body.
struct EngineChange {
    bool swept = false, lock_turn = false;
    std::optional<double> friction, restitution;
};

/// Bodies and colliders are those of a recording, by slot; states are those of its worlds.
class EngineWorld {
  public:
    virtual ~EngineWorld() = default;
    /// Adds the body in the state and with the colliders that it has in `world`. Throws CannotRebuild.
    virtual void add(const World& world, Slot body, const EngineChange& change) = 0;
    /// Joins bodies that were added as the log says. Throws CannotRebuild.
    virtual void join(const World& world, Slot body) = 0;
    virtual void remove(Slot body) = 0;
    virtual bool has(Slot body) const = 0;
    /// Puts the body there. A state that it has already changes nothing, not even what the engine remembers.
    virtual void place(Slot body, const Pose& pose, const Vec3& velocity, const Vec3& angular_velocity) = 0;
    /// One step of `dt` seconds. What two colliders do on meeting, and which are on, is as in `now`.
    virtual void step(const World& now, double dt) = 0;
    /// Where the body is, how it moves, and what it touched in the last step.
    virtual TrackPoint point(Slot body) const = 0;
};

/// The engine that the recording was made with, as its connector calls it; empty: none that is known here.
std::string engine_of(const Recording& recording);
/// An empty world of that engine. Requires: engine_of is not empty.
std::unique_ptr<EngineWorld> new_engine_world(const Recording& recording);
std::unique_ptr<EngineWorld> new_box2d_world(const Recording& recording);
std::unique_ptr<EngineWorld> new_chipmunk_world(const Recording& recording);

/// What a log says of an engine, checked: the library stops the program where it is given nonsense.
class EngineKeys {
  public:
    /// Of the object under `engine` in what a log says beside its own keys; of an empty one where there is
    /// none.
    explicit EngineKeys(const std::string& extra);
    explicit EngineKeys(nlohmann::json object) : all_(std::move(object)) {}
    bool has(const char* key) const { return all_.contains(key); }
    // Each throws CannotRebuild where the value is of another kind, or out of bounds.
    double number(const char* key, double least, double most) const;
    double number(const char* key, double least, double most, double otherwise) const;
    bool flag(const char* key, bool otherwise) const;
    std::string text(const char* key) const;
    /// A list of `size` numbers.
    std::vector<double> numbers(const char* key, std::size_t size, double least, double most) const;
    /// Two points.
    std::array<Vec3, 2> points(const char* key) const;
    std::vector<EngineKeys> objects(const char* key) const; ///< none where the key is not there

  private:
    const nlohmann::json& at(const char* key) const;
    nlohmann::json all_;
};

/// Places, masses and whatever else is larger is no game's.
constexpr double largest_of_an_engine = 1e7;
/// Throws CannotRebuild where the state is beyond what engines bear.
void check_state(const Pose& pose, const Vec3& velocity, const Vec3& angular_velocity);
/// Throws CannotRebuild where a step is longer, in seconds.
void check_step(double dt);
/// The corners anticlockwise. Throws CannotRebuild where they are not convex, or hardly any area is between
/// them.
std::vector<Vec3> engine_polygon(const Shape& polygon_or_box, const std::string& whose);

} // namespace oddbounce
