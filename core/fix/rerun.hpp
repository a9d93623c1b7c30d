// SPDX-License-Identifier: GPL-3.0-or-later
// Moving a body again by a motion model.
#pragma once

#include "fix/fix.hpp"
#include "fix/recorded_steps.hpp"

#include <functional>
#include <map>

namespace oddbounce {

/// Where a body is and how fast, at the end of a frame.
struct TrackPoint {
    Pose pose;
    Vec3 velocity{0.0};
    Vec3 angular_velocity{0.0}; ///< where a touch does not turn it
    using Hit = oddbounce::Hit;
    std::vector<Hit> hits; ///< what the model saw in this step
    /// A push that is given once more (MotionModel::again), at the end of frame `due`.
    struct Again {
        std::size_t due;
        Hit hit;
        Vec3 push;
    };
    std::vector<Again> pending;
};

struct Pushed;
struct Track {
    std::size_t first = 0; ///< frame index of points[0], the recorded start
    std::vector<TrackPoint> points;
    /// What it cost: moves with a test after each, tests of two shapes that are near, their corners.
    std::size_t moves = 0, tests = 0, corners = 0;
    /// Those that took their part of what became of it (MotionModel::other_takes), and of them.
    std::vector<Pushed> pushed;
};
/// From the step in which it was first met, in the recording or here.
struct Pushed {
    Slot body;
    Track track;
};

/// Of several bodies, by their slots.
using Tracks = std::map<Slot, Track>;
/// The body's, and of those that it pushed.
Tracks all_of(Slot body, const Track& track);

/// The worlds at the end of the frames first to last; fewer where it was stopped.
std::vector<World> worlds_of(const Recording& recording, std::size_t first, std::size_t last,
                             const Control* control = nullptr);

/// Asked after step `k` for each body that is moved: whether to go on.
using GoesOn = std::function<bool(std::size_t k, Slot body, const TrackPoint&)>;

/// Moves the body from its recorded state at the end of frame `first` to frame `last`. Wishes, gravity,
/// pushes that no contact explains, turns and everything else are as recorded; obstacles are those of
/// `recording` (changed or not). Bodies that may take their part of a response (MotionModel::partners) are
/// moved as well from when they meet it, in the recording or here; those of `also` from the start. Requires:
/// the body is present from first to last. `steps`: its recorded_steps, for whoever has them already. The
/// track ends sooner where a body that is moved, on another way than the recorded one, meets what the model
/// goes by as recorded (MotionModel::as_recorded).
Track rerun(const Recording& recording, Slot body, std::size_t first, std::size_t last,
            const MotionModel& model, const Control* control = nullptr, const RecordedSteps* steps = nullptr,
            const std::vector<Slot>& also = {});

/// The same through given worlds, from `start` if it is given, until `goes_on` says no.
Track rerun(const std::vector<World>& worlds, Slot body, std::size_t first, const MotionModel& model,
            const RecordedSteps& steps, const Control* control, const GoesOn& goes_on = {},
            const TrackPoint* start = nullptr, const std::vector<Slot>& also = {});
/// The recorded state of a body as a track begins with it.
TrackPoint point_of(const BodyState& recorded);

/// The track as a change to the recording: the body's rows, its contacts and, at the end, a teleport back to
/// the recorded way.
/// `placed`: its first point is not the recorded state; the body is put there.
Edits::Moved moved_along(const Recording& recording, Slot body, const Track& track, bool placed = false);

} // namespace oddbounce
