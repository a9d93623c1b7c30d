// SPDX-License-Identifier: GPL-3.0-or-later
// Frames in which a whole game stands still and then goes on: hit stop, a menu, a game that computes only
// every second frame that it logs. Nothing happened in them, so nothing is judged by them.
#pragma once

#include "encounter/meeting.hpp"

#include <optional>

namespace oddbounce {

class PauseFilter {
  public:
    /// Calls `use` with the step, unless the game was paused in it; after a pause with `before` as it was when
    /// the pause began, so that the velocities are those of then. Steps in order.
    /// Paused: of two or more bodies that moved, and did not all touch one another, none moves any longer,
    /// nothing enters, leaves or is switched, and the frame tells of no ray and no event.
    template <class Use> void step(const Step& step, Use&& use) {
        if (stands_still(step) && (held_ || moved_apart(step))) {
            if (!held_) held_ = step.before;
            return;
        }
        note(step);
        if (!held_) return use(step);
        const World before = *std::exchange(held_, std::nullopt);
        use(Step{before, step.now, step.frame, step.index, step.met});
    }

  private:
    static bool stands_still(const Step& step);
    bool moved_apart(const Step& step) const;
    void note(const Step& step);

    std::vector<Slot> moved_; ///< bodies that moved in the last step that was no pause
    std::optional<World> held_;
};

} // namespace oddbounce
