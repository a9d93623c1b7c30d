// SPDX-License-Identifier: GPL-3.0-or-later
// Which velocities can be taken for those at the end of a frame. One that is derived from places is a mean
// over its step: only where a body went on evenly it is also the velocity that it ended the step with.
#pragma once

#include "observation/grain.hpp"

namespace oddbounce {

/// Learns from the steps, in order; what it says holds for the last step that it has seen.
class Steadiness {
  public:
    void step(const Step& step, const Grain& grain);
    /// The body's velocity in `now`, in `before` of that step, is one at the end of the frame.
    bool now(Slot body) const { return !seen_.at(body).moves || seen_.at(body).now; }
    bool before(Slot body) const { return !seen_.at(body).moves || seen_.at(body).before; }

  private:
    struct Seen {
        bool moves = false, now = false, before = false;
    };
    static constexpr double even = 0.1; ///< of the velocity: more is a change
    BySlot<Seen> seen_;
};

} // namespace oddbounce
