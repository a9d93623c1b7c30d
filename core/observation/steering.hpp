// SPDX-License-Identifier: GPL-3.0-or-later
// Whom code steers, where no desired velocity says so: a body that changes its velocity while nothing touches
// it. What such a body does at a touch need not be the touch's doing.
#pragma once

#include "observation/grain.hpp"

namespace oddbounce {

/// Learns from the steps, in order; what it says holds for the steps that it has seen.
class Steering {
  public:
    void step(const Step& step, const Grain& grain);
    /// In a good part of its untouched steps its velocity changed by more than gravity and rounding explain.
    bool steered(Slot body) const;

  private:
    struct Seen {
        std::size_t free = 0, changed = 0; ///< untouched steps; those with such a change
        bool touched = true;               ///< in the last step
    };
    static constexpr std::size_t enough = 10; ///< untouched steps before anything is believed
    static constexpr double good_part = 0.2;
    BySlot<Seen> seen_;
};

} // namespace oddbounce
