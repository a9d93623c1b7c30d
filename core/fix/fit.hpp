// SPDX-License-Identifier: GPL-3.0-or-later
// Which motion model does what the game did.
#pragma once

#include "fix/rerun.hpp"

namespace oddbounce {

/// Frame indices in which a body is moved again; its state at the end of `first` is the recorded one.
struct FrameWindow {
    Slot body = -1;
    std::size_t first = 0, last = 0;
    bool operator==(const FrameWindow&) const = default;
    /// Of the same body, and no frame lies between the two.
    bool meets(const FrameWindow& o) const {
        return body == o.body && first <= o.last + 1 && o.first <= last + 1;
    }
};

/// How near a model's track comes to the recorded one, with the colliders as they were.
struct FittedModel {
    MotionModel model;
    double difference = infinity; ///< unit, the largest over the window
    double held_out = 0.0;        ///< ditto, over windows that had no part in the fit
    /// How far a step by the model's velocity ends from one by the logged one, unit, the largest over the
    /// window: two models may go the same way, and respond a step apart.
    double speed_difference = 0.0;
    double both() const { return difference + held_out; }
    /// It moves the other bodies as well.
    bool shares() const { return model.other_takes != MotionModel::OtherTakes::None; }
};
/// What is no farther off than this is about as near as the best; `exact`: exact_difference.
inline double about_as_near(double best, double exact) { return 3.0 * best + exact; }

/// As near as a track comes where the model is the game's: its places are rounded, its slop is a rounding
/// too.
double exact_difference(const Recording& recording);

/// The models that come nearest, best first: all combinations of when a game tests and how it responds; where
/// none is exact also what else gameplay code does (axes, points, rules); then restitution and friction are
/// tuned (Nelder & Mead 1965, by NLopt). Models that respond once more after `again` frames are tried too, if
/// it is not 0. Those within `near_enough` are held against the windows of `held_out` and sorted by both.
/// `known`: those of an alike occurrence, since a kind shares its code: only these are tried, and they are
/// none where the first is not near enough. `base`: what all models leave as recorded, and who may take part.
std::vector<FittedModel> fit(const Recording& recording, const FrameWindow& window, int again,
                             double near_enough, const std::vector<FrameWindow>& held_out = {},
                             const Control* control = nullptr, const std::vector<MotionModel>& known = {},
                             const MotionModel& base = {});
/// What the body does at things of a kind, found in windows in which it touches such: the model with that
/// rule, and without the kind in `as_recorded`. None: no rule is near enough in all of them, or none of them
/// shows a response. Where there is one window only, it must be exact.
std::optional<MotionModel> with_rule_for(const Recording& recording, const MotionModel& model,
                                         const std::string& kind, const std::vector<FrameWindow>& windows,
                                         double near_enough, const Control* control = nullptr);
/// Largest distance, in units, between the model's track and the recorded one; infinity: it ends before.
double difference(const Recording& recording, const FrameWindow& window, const MotionModel& model);

} // namespace oddbounce
