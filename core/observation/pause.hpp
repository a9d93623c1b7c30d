// SPDX-License-Identifier: GPL-3.0-or-later
// Frames in which a whole game stands still and then goes on: hit stop, a menu, a game that computes only
// every second frame that it logs. Nothing happened in them, so nothing is judged by them.
#pragma once

#include "encounter/meeting.hpp"

#include <optional>

namespace oddbounce {

/// No body that was there before has moved in the step.
bool all_stand(const Step& step);

class PauseFilter {
  public:
    /// Calls `use` with the step, unless the game was paused in it; after a pause with `before` as it was
    /// when the pause began, so that the velocities are those of then. Steps in order. Paused: of two or more
    /// bodies that moved, and did not all touch one another, none moves any longer, nothing enters, leaves or
    /// is switched, and the frame tells of no ray and no event.
    template <class Use> void step(const Step& step, Use&& use) {
        if (stands_still(step) && (held_ || moved_apart(step))) {
            if (!held_) held_ = step.before, pauses_.push_back({step.index, step.index});
            ++pauses_.back().second;
            return;
        }
        note(step);
        if (pauses_.empty()) return use(step);
        const std::optional<World> before = std::exchange(held_, std::nullopt);
        use(Step{before ? *before : step.before, step.now, step.frame, step.index, step.met, {}, &pauses_});
    }

  private:
    static bool stands_still(const Step& step);
    bool moved_apart(const Step& step) const;
    void note(const Step& step);

    std::vector<Slot> moved_;   ///< bodies that moved in the last step that was no pause
    std::optional<World> held_; ///< as the pause began
    Pauses pauses_;
};

} // namespace oddbounce
