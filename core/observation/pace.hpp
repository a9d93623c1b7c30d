// SPDX-License-Identifier: GPL-3.0-or-later
// How fast a body takes on the velocity that it wants: at once, or over many steps, as what is heavy, sails
// or swims does. It has to turn and to set off before it goes where it wants.
#pragma once

#include "encounter/encounter.hpp"
#include "observation/by_slot.hpp"
#include "observation/grain.hpp"

namespace oddbounce {

/// Learns from the steps, in order; what it says holds for the steps that it has seen.
class Pace {
  public:
    void step(const Step& step, const Grain& grain);
    /// The share, above 0 to 1, of what is missing that it gains in a step in which nothing is in its way; 1
    /// before enough is seen.
    double of(Slot body) const;
    /// So much faster along `way`, a unit vector, it should get in the step, given what it wants; unit/s.
    /// 0: it wants nothing.
    double gains(const Step& step, Slot body, const Vec3& way) const;

  private:
    struct Seen {
        std::size_t steps = 0;
        double gained = 0.0, missing = 0.0; ///< unit/s, of all
    };
    static constexpr std::size_t enough = 5; ///< of them, before anything is believed
    static constexpr double least = 1e-3;
    BySlot<Seen> seen_;
};

} // namespace oddbounce
