// SPDX-License-Identifier: GPL-3.0-or-later
// Moving a body again by a motion model, and finding the model that does what the game did.
#pragma once

#include "encounter/meeting.hpp"
#include "fix/fix.hpp"

namespace oddbounce {

/// Where a body is and how fast, at the end of a frame.
struct TrackPoint {
    Pose pose;
    Vec3 velocity{0.0};
    Vec3 angular_velocity{0.0}; ///< where a touch does not turn it
    struct Hit {
        Slot mine, other;
        Vec3 normal, at; ///< normal from the body to the other
        double depth;
        bool again = false; ///< the second response of a hit
    };
    std::vector<Hit> hits; ///< what the model saw in this step
    /// A push that is given once more (MotionModel::again), at the end of frame `due`.
    struct Again {
        std::size_t due;
        Hit hit;
        Vec3 push;
    };
    std::vector<Again> pending;
};

struct Track {
    std::size_t first = 0; ///< frame index of points[0], the recorded start
    std::vector<TrackPoint> points;
};

/// For each step that leads to the frames first + 1 to last: the recorded body touches something solid in it.
/// What changed its velocity there may be that. Shorter where it was stopped.
std::vector<bool> touching_steps(const Recording& recording, Slot body, std::size_t first, std::size_t last,
                                 const Control* control = nullptr);

/// Moves the body from its recorded state at the end of frame `first` to frame `last`. Wishes, gravity,
/// pushes that no contact explains, turns and everything else are as recorded; obstacles are those of
/// `recording` (changed or not). Requires: the body is present from first to last. `touches`: its
/// touching_steps, for whoever has them already.
Track rerun(const Recording& recording, Slot body, std::size_t first, std::size_t last,
            const MotionModel& model, const Control* control = nullptr,
            const std::vector<bool>* touches = nullptr);

/// How well a model does what the game did, with the colliders as they were.
struct Fit {
    MotionModel model;
    double largest_difference = infinity; ///< unit, over the frames
    std::size_t frames = 0;
    double near_enough = infinity; ///< unit; set by whoever judges: the difference may be as large
    bool reproduces = false;       ///< ditto: it is no larger, and the fault shows again
    /// The next best ones, untuned, with their differences.
    std::vector<std::pair<double, MotionModel>> runners_up;
};
/// The model, of all combinations of when it tests and how it responds, whose track differs least from
/// the recorded one; restitution and friction are then tuned (Nelder & Mead 1965, by NLopt). Models that
/// response once more after `again` frames are tried too, if it is not 0.
Fit fit(const Recording& recording, Slot body, std::size_t first, std::size_t last, int again = 0,
        const Control* control = nullptr);

/// The track as a change to the recording: the body's rows, its contacts and, at the end, a teleport back to
/// the recorded way.
Edits::Moved moved_along(const Recording& recording, Slot body, const Track& track);

} // namespace oddbounce
