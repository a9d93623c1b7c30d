// SPDX-License-Identifier: GPL-3.0-or-later
// A part of a recording, played again by the engine that it comes from.
#pragma once

#include "fix/engine/engine_world.hpp"
#include "fix/fit.hpp"

#include <map>
#include <set>

namespace oddbounce {

/// What code did to bodies between the engine's steps, as the recording shows it.
struct Push {
    Vec3 velocity{0.0}, angular_velocity{0.0}; ///< added before the step
    bool placed = false;                       ///< put where it was recorded after the step
    bool guessed = false; ///< while it touched something: what is missing may be the contact's as well
};
/// By step and body; `first` is the frame before the first step.
struct Pushes {
    std::size_t first = 0;
    std::vector<std::map<Slot, Push>> steps;
};

/// What a fix changes about how bodies are moved; what it changes about colliders is in the recording.
struct EngineFix {
    std::map<Slot, EngineChange> bodies;
    std::map<Slot, double> speed_caps;
    int substeps = 1;
};

/// What the fix's motion changes are to the engine. Throws CannotRebuild: it responds to touches itself.
EngineFix engine_fix(const Recording& recording, const std::map<Id, nlohmann::json>& motion);

/// A part of a recording that the engine plays as it was recorded.
struct EngineScene {
    FrameWindow window;
    Pushes pushes;
    std::set<Slot> near; ///< all that may come to matter there; what moves and is not among them is left out
};

// `worlds` are those at the end of frame `first` and of the frames after it (worlds_of), of a recording that
// may be one with a fix: shapes, surfaces and pairs are theirs. What code moves goes as it was recorded;
// bodies come and go as they did.

/// Played step by step with the recording at hand: where a body is not as fast as the engine makes it, code
/// pushed it, if a push explains it. What it pushed on with in the step before explains it first: at a wall
/// only that shows. Throws CannotRebuild.
Pushes pushes_in(const std::vector<World>& worlds, std::size_t first, const Control* control);
/// Played from the recorded state of the first world, or with `start` in place of one body's. Dynamic bodies,
/// each as long as it is there; only those in `among`, if it is given. Throws CannotRebuild.
Tracks played(const std::vector<World>& worlds, std::size_t first, const Pushes& pushes, const EngineFix& fix,
              const Control* control, const std::set<Slot>* among = nullptr,
              const std::pair<Slot, TrackPoint>* start = nullptr);
/// Those that do not go as they were recorded; and `always`.
Tracks other_than_recorded(const std::vector<World>& worlds, std::size_t first, Tracks tracks, Slot always);
/// The bodies that lie or pass no farther from these than they go themselves.
std::set<Slot> bodies_near(const std::vector<World>& worlds, const std::vector<Id>& bodies);

} // namespace oddbounce
