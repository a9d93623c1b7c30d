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
    /// when the pause began, so that the velocities are those of then. Steps in order. Paused: two or more
    /// bodies moved, and did not all touch one another; for some steps none moves, nothing enters, leaves or
    /// is switched, and the frames tell of no ray and no event; then one of them goes on the same way. Until
    /// that is known the steps wait. Where the game computes less often than it logs, each frame between its
    /// steps is such a pause, and the steps are given the time that they take.
    template <class Use> void step(const Step& step, Use&& use) {
        if (stands_still(step) && (!waiting_.empty() || frames_in_a_step_ > 1.0 || moved_apart(step))) {
            if (frames_in_a_step_ > 1.0) return leave_out(step.index, step.before);
            waiting_.push_back({step.before, step.now, step.frame, step.index, step.met});
            if (waiting_.size() > longest) give_up(use);
            return;
        }
        if (!waiting_.empty() && goes_on(step))
            for (const Waiting& w : std::exchange(waiting_, {})) leave_out(w.index, w.before);
        give_up(use);
        note(step);
        judge(step, use);
    }
    /// After the last step. Whether a game goes on that stands still at the end, for less than half a second,
    /// is not known: that much is left out.
    template <class Use> void finish(Use&& use) {
        double seconds = 0.0;
        for (const Waiting& w : waiting_) seconds += w.now.dt();
        if (seconds >= shortest) give_up(use);
    }

  private:
    static constexpr std::size_t longest = 120; ///< steps: a pause that is no longer is left out
    static constexpr double shortest = 0.5;     ///< seconds: of a stop at the end
    struct Waiting {
        World before, now;
        std::shared_ptr<const Frame> frame;
        std::size_t index;
        Met met;
    };
    static bool stands_still(const Step& step);
    bool moved_apart(const Step& step) const;
    bool goes_on(const Step& step) const;
    void note(const Step& step);
    void leave_out(std::size_t index, const World& before);
    /// With the time that a step takes, and what follows from it.
    World slowed(const World& now) const;
    /// It was no pause: what waits is judged like any other step.
    template <class Use> void give_up(Use&& use) {
        for (const Waiting& w : std::exchange(waiting_, {}))
            judge(Step{w.before, w.now, w.frame, w.index, w.met}, use), moved_.clear();
    }
    template <class Use> void judge(const Step& step, Use&& use) {
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

    std::vector<Waiting> waiting_;
    std::vector<std::pair<Slot, Vec3>>
        moved_; ///< bodies that moved in the last step that was no pause; how far
    double frames_in_a_step_;
    std::optional<World> held_;   ///< as the pause began
    std::optional<World> slowed_; ///< of the last step that was no pause, if steps take longer than frames
    Pauses pauses_;
};

} // namespace oddbounce
