// SPDX-License-Identifier: GPL-3.0-or-later
// One recorded frame: what changed in this step, and the state at its end.
#pragma once

#include "recording/definitions.hpp"
#include "shape/pose.hpp"

namespace oddbounce {

/// Index of a body or a collider within its recording; ids are the log's, slots are ours.
using Slot = int;

/// The slot of an id that stands beside it; a recording sets it as it takes a frame in. No part of what the
/// frame says.
struct SlotMark {
    Slot slot = -1;
    bool operator==(const SlotMark&) const { return true; }
};

/// A row of `bodies`. `given` says how much of it the log had.
struct BodyRow {
    Id id = 0;
    Vec3 at{0.0};
    double angle = 0.0;
    glm::dquat rotation{1.0, 0.0, 0.0, 0.0};
    Vec3 velocity{0.0};
    Vec3 angular_velocity{0.0}; ///< radians/s; 2D: z only
    enum Given : std::uint8_t { Position, Rotation, Velocity, AngularVelocity } given = Position;
    SlotMark mark;
    bool operator==(const BodyRow&) const = default;
    Pose pose() const {
        const bool in_plane = rotation == glm::dquat(1.0, 0.0, 0.0, 0.0);
        return {at, in_plane ? oddbounce::Rotation::in_plane(angle) : oddbounce::Rotation::in_space(rotation)};
    }
    void set_pose(const Pose& pose) {
        at = pose.at, angle = pose.turn.angle(), rotation = pose.turn.quaternion(), given = Rotation;
    }
};

struct IdVector {
    Id id = 0;
    Vec3 value{0.0};
    bool operator==(const IdVector&) const = default;
};

struct IdCount {
    Id id = 0;
    int count = 0;
    bool operator==(const IdCount&) const = default;
};

enum class Phase { None, Begin, Stay, End };

/// One contact point; normal is a unit vector from a to b.
struct ContactRow {
    Id a = 0, b = 0;
    SlotMark mark_a, mark_b; ///< of the colliders
    std::optional<Vec3> at, normal;
    std::optional<double> depth, impulse;
    Phase phase = Phase::None;
    bool active = true;
    std::string extra;
    bool operator==(const ContactRow&) const = default;
};

struct RayRow {
    std::string name;
    std::optional<Id> caster;
    Vec3 from{0.0}, to{0.0};
    std::optional<std::vector<std::string>> layers;
    std::vector<Id> skip;
    std::optional<Id> hit; ///< none: it hit nothing
    std::optional<Vec3> at, normal;
    std::string after;
    std::vector<int> cell;
    std::optional<double> step;
    int float_bits = 0; ///< width in which this ray is computed; 0: that of the header
    std::string extra;
    bool operator==(const RayRow&) const = default;
};

struct EventRow {
    std::string name, note;
    std::vector<Id> about;
    std::string extra;
    bool operator==(const EventRow&) const = default;
};

struct ScreenshotRow {
    std::string image;
    std::array<double, 4> rect{};
    bool operator==(const ScreenshotRow&) const = default;
};

struct Frame {
    std::int64_t number = 0;
    double dt = 0.0;                   ///< seconds
    std::vector<DefinitionRef> before; ///< definitions that stand before this frame
    std::vector<BodyRow> bodies;
    std::vector<Id> removed, teleport, on, off, grounded;
    std::vector<IdVector> scale, desired, unresolved;
    std::vector<IdCount> iterations;
    std::vector<ContactRow> contacts;
    std::vector<RayRow> rays;
    std::vector<EventRow> events;
    std::optional<ScreenshotRow> screenshot;
    std::string extra;
    bool operator==(const Frame&) const = default;
};

} // namespace oddbounce
