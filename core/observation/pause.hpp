// SPDX-License-Identifier: GPL-3.0-or-later
// Frames in which a whole game stands still and then goes on: hit stop, a menu, a game that computes only
// every second frame that it logs. Nothing happened in them, so nothing is judged by them.
#pragma once

#include "encounter/meeting.hpp"

#include <optional>

namespace oddbounce {

/// No body that was there before has moved in the step.
bool all_stand(const Step& step);

/// A game that computes less often than it logs: of every so many frames some show a step, always in the same
/// way, and nothing moves in the others. Returns how many times as long a step takes as a frame; 1: there is
/// a step in each frame, or the first frames do not show it. Cost: reads the first frames.
double frames_in_a_step(const Recording& recording);

class PauseFilter {
  public:
    explicit PauseFilter(const Recording& recording) : frames_in_a_step_(frames_in_a_step(recording)) {}
    /// Calls `use` with the step, unless the game was paused in it; after a pause with `before` as it was
    /// when the pause began, so that the velocities are those of then. Steps in order. Paused: of two or more
    /// bodies that moved, and did not all touch one another, none moves any longer, nothing enters, leaves or
    /// is switched, and the frame tells of no ray and no event. Where the game computes less often than it
    /// logs, this is so in each frame between its steps, and these are given the time that they take.
    template <class Use> void step(const Step& step, Use&& use) {
        if (stands_still(step) && (held_ || frames_in_a_step_ > 1.0 || moved_apart(step))) {
            if (!held_) held_ = step.before, pauses_.push_back({step.index, step.index});
            ++pauses_.back().second;
            return;
        }
        note(step);
        if (pauses_.empty() && frames_in_a_step_ == 1.0) return use(step);
        std::optional<World> before = std::exchange(held_, std::nullopt);
        if (frames_in_a_step_ == 1.0)
            return use(Step{
                before ? *before : step.before, step.now, step.frame, step.index, step.met, {}, &pauses_});
        const World now = slowed(step.now);
        if (slowed_) before = std::move(slowed_);
        use(Step{before ? *before : step.before, now, step.frame, step.index, step.met, {}, &pauses_});
        slowed_ = now;
    }

  private:
    static bool stands_still(const Step& step);
    bool moved_apart(const Step& step) const;
    void note(const Step& step);
    /// With the time that a step takes, and what follows from it.
    World slowed(const World& now) const;

    std::vector<Slot> moved_; ///< bodies that moved in the last step that was no pause
    double frames_in_a_step_;
    std::optional<World> held_;   ///< as the pause began
    std::optional<World> slowed_; ///< of the last step that was no pause, if steps take longer than frames
    Pauses pauses_;
};

} // namespace oddbounce
