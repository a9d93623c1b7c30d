// SPDX-License-Identifier: GPL-3.0-or-later
// The motion model of the game round one finding: fitted there, held against other occurrences, and shown to
// give the fault.
#pragma once

#include "fault/scan.hpp"
#include "fix/fit.hpp"
#include "fix/touches.hpp"

namespace oddbounce {

/// What a scan of moved bodies is asked for.
struct FitOptions {
    Project project;
    int threads = 0;
    Control* control = nullptr;
};

struct Fit {
    FrameWindow window; ///< in which the body is moved again
    MotionModel model;
    double largest_difference = infinity; ///< unit, over the frames
    std::size_t frames = 0;
    std::size_t held_out = 0;      ///< other occurrences that the model was held against
    double held_difference = 0.0;  ///< unit, the largest over these
    double near_enough = infinity; ///< unit: the differences may be as large
    /// Kinds that it meets in the window where it goes as recorded, no one loop doing all; see
    /// MotionModel::as_recorded, which has those as well that it does not meet.
    std::set<std::string> replayed;
    bool reproduces = false;    ///< they are no larger, and the fault shows again
    bool response_seen = false; ///< the model responds to something, here or in another occurrence
    /// Other models that reproduce the game about as well. Where a response was seen, a verdict must be
    /// theirs too.
    std::vector<MotionModel> alternatives;
};

/// In which the body may be moved again to see what a fix does: from before the bodies of the finding began
/// to touch; and from shortly before the finding, where that is another one.
std::vector<FrameWindow> windows_of(const Recording& recording, const Finding& finding, Slot body,
                                    const Touches& touches);
/// The model changes the velocity or the place of the body somewhere on this track.
bool responds(const Track& track);
/// The model that does what the game did round this finding: of those that are near enough there and in
/// other occurrences, the one that is nearest and shows the fault again; else the nearest. The body is moved
/// again from before it began to touch what the finding is about; where no model can follow it so long, from
/// some frames before the finding. `touches`: of the recording. `alike`: the fit of another finding of the
/// same fault and kinds of bodies, whose models are tried first; null: there is none.
Fit fit_to(const Recording& recording, const Finding& finding, Slot body, const Touches& touches,
           const FitOptions& options, const Fit* alike = nullptr);

/// Faults by motion (or the one) that are found in the window where the bodies go along the tracks, `edits`
/// being made. `placed`: as in moved_along.
std::vector<Finding> found_in(const Recording& recording, const FrameWindow& window, const Tracks& tracks,
                              Edits edits, const FitOptions& options, const std::string& only = {},
                              bool placed = false);
/// How far, in units, a model's track may be from the recorded one in a window: some slops, or a part of the
/// body. Where code moves it, another loop is soon far off; a solver's rounding is larger.
double near_enough(const Recording& recording, const FrameWindow& window, const Settings& settings);
/// Of the body's colliders; infinity where it has none.
double smallest_extent(const World& world, Slot body);
/// How deep the body, if it is at that pose, lies in something solid; 0: it is free.
double overlap_at(const World& world, Slot body, const Pose& pose);
/// The same fault about the same bodies, within some frames of it.
bool shows_later_or_sooner(const Finding& finding, const Finding& other);
/// The same fault about the same bodies at about the same time; null: there is none.
const Finding* match(const Finding& finding, const std::vector<Finding>& among);

} // namespace oddbounce
