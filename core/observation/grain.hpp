// SPDX-License-Identifier: GPL-3.0-or-later
// Games that keep whole pixels: what a velocity that is derived from such places may be wrong by.
#pragma once

#include "encounter/meeting.hpp"
#include "observation/by_slot.hpp"

namespace oddbounce {

/// Learns from the steps, in order, by how much each body's places are rounded.
class Grain {
  public:
    void step(const Step& step);
    /// The step by which the body's coordinates go: that of the recording, or a power of two from 1/16 to 16
    /// units; 0: none is seen.
    double of(Slot body) const;
    /// By how much the change of a velocity that is derived from rounded places may be wrong, unit/s; 0:
    /// logged.
    double of_change(const Step& step, Slot body) const;
    /// The same of such a velocity itself.
    double of_velocity(const Step& step, Slot body) const;

  private:
    struct Seen {
        double grain = largest; ///< all places so far are multiples of it
        std::size_t moves = 0;
    };
    static constexpr double largest = 16.0, smallest = 1.0 / 16.0;
    static constexpr std::size_t enough = 4; ///< moves before anything is believed
    double of_all_ = 0.0;                    ///< the recording's
    BySlot<Seen> seen_;
};

} // namespace oddbounce
