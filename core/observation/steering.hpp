// SPDX-License-Identifier: GPL-3.0-or-later
// Whom code steers, where no desired velocity says so: a body that changes its velocity while nothing touches
// it. What such a body does at a touch need not be the touch's doing.
#pragma once

#include "observation/aloof.hpp"
#include "observation/grain.hpp"

namespace oddbounce {

/// Learns from the steps, in order; what it says holds for the steps that it has seen.
class Steering {
  public:
    void step(const Step& step, const Grain& grain, const Aloof& aloof);
    /// In a good part of its untouched steps its velocity changed by more than gravity and rounding explain.
    bool steered(Slot body) const;
    /// It did so now and then: more often than a ball that is sped up once in a while.
    bool restless(Slot body) const;

  private:
    struct Seen {
        std::size_t free = 0, changed = 0; ///< untouched steps; those with such a change
        std::size_t turned = 0;            ///< ditto, and went on evenly in the next one
        double time = 0.0;                 ///< of them, s
        bool turns = false;                ///< it changed in the last step
    };
    static constexpr std::size_t enough = 10; ///< untouched steps before anything is believed
    static constexpr double good_part = 0.2;
    static constexpr std::size_t several = 3;
    static constexpr double often = 0.5; ///< times a second
    BySlot<Seen> seen_;
};

} // namespace oddbounce
