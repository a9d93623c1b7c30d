// SPDX-License-Identifier: GPL-3.0-or-later
// Moving the bodies that a fix concerns: by the model that was fitted to the game, and by it as the fix
// changes it; round its findings, and in ordinary play.
#pragma once

#include "fix/verdict.hpp"

#include <set>

namespace oddbounce {

/// Does the fix concern this finding: its motion, its colliders, or the pair of its layers?
bool concerns(const Applied& applied, const Finding& finding);
/// The finding is about what solid colliders do to each other: where a shape or a surface is changed, the
/// body goes another way.
bool by_motion(const Recording& recording, const Finding& finding);
/// Whom a rerun moves: the finding's mover, or the other one where the fix changes how that one moves.
Slot moved_body(const Recording& recording, const Applied& applied, const Finding& finding);
FitOptions fit_options(const TryOptions& options);
/// The findings that the fix may change by moving bodies otherwise.
std::vector<const Finding*> concerned_findings(const Recording& recording, const Applied& applied,
                                               const TryOptions& options);
/// The finding with this id, or, where it is empty, the heaviest one that the fix concerns and that can be
/// judged by moving bodies; null: there is none.
const Finding* asked_about(const Applied& applied, const TryOptions& options, const std::string& finding);
/// Of the whole recording, found once.
std::shared_ptr<const Touches> touches_in(const Recording& recording, const TryOptions& options);
/// Fitted once for a finding and a body. What an alike finding showed is tried first.
Fit fitted(const Recording& recording, const Finding& finding, Slot body, const TryOptions& options);
/// The fitted model as the fix changes it. A surface that the fix sets counts, not the value that the fit
/// found for it.
MotionModel fixed_model(Id body, const MotionModel& as_was, const Fix& fix, const Applied& applied);

/// What a model says of a fix: whether it fixes the finding, and which faults are new.
struct Opinion {
    bool fixed = false;
    std::set<std::string> fresh;
    bool known = true; ///< else it soon meets what the model goes by as recorded
    bool operator==(const Opinion&) const = default;
};
Opinion opinion(const Recording& recording, const Applied& applied, const Finding& finding,
                const FrameWindow& window, const MotionModel& as_was, const MotionModel& with_fix,
                const RecordedSteps& steps, const TryOptions& options);

/// From what is found in the finding's window without the fix, and with it.
Opinion opinion_of(const Finding& finding, const std::vector<Finding>& before,
                   const std::vector<Finding>& after);

/// The recording in which the bodies are moved again without the fix: what differs from it, the fix does.
struct Unfixed {
    std::shared_ptr<const Recording> recording; ///< null: nothing was moved
    std::string moved;              ///< what is moved again, and how: the same, the same recording
    std::set<std::string> unproven; ///< ids of findings that the fitted model does not show
    std::set<Id> doubtful;          ///< bodies that would have come another way: nothing new is told of them
};
/// Edits that change nothing.
Edits unchanged(const Recording& recording);
/// Notes the first frame in which the two tracks of a body differ.
void note_difference(const Recording& recording, const Track& was, const Track& track, Verdict& verdict);
/// Moves all that the fix concerns. `applied` gets the moved rows; the verdict the fit, the loop, the tracks.
Unfixed move_again(const Recording& recording, const Fix& fix, Applied& applied, const TryOptions& options,
                   Verdict& verdict);

} // namespace oddbounce
