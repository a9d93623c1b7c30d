// SPDX-License-Identifier: GPL-3.0-or-later
// Which bodies gravity pulls: not a lift, not a gull.
#pragma once

#include "observation/aloof.hpp"
#include "observation/grain.hpp"

namespace oddbounce {

/// Learns from the steps, in order.
class Fall {
  public:
    void step(const Step& step, const Grain& grain, const Aloof& aloof);
    /// It was seen to fall: in two steps or more, and most of the time while it touched nothing it was pulled
    /// down, be it less than others, as in a long jump, and hardly ever up: who swims or flies goes up and
    /// down.
    bool seen(Slot body) const;
    /// It was seen enough while nothing touched it, and does not fall: it floats, flies or swims.
    bool floats(Slot body) const { return seen_.at(body).free >= surely && !seen(body); }

  private:
    struct Seen {
        std::size_t falls = 0; ///< steps
        std::size_t free = 0, pulled = 0,
                    lifted = 0; ///< in which it touched nothing, and got faster that way
        double fastest = 0.0;   ///< speed down, unit/s
    };
    static constexpr std::size_t enough = 2; ///< one may be a bounce
    static constexpr std::size_t surely = 10;
    static constexpr double good_part = 0.5, small_part = 0.15;
    /// Of what gravity adds to its speed in a step.
    static constexpr double least = 0.6, most = 1.6, pulls = 0.4;
    /// A fall at its limit: so many times that speed, and such a part of the fastest that was seen.
    static constexpr double limit_least = 2.0, at_limit = 0.98;
    BySlot<Seen> seen_;
};

} // namespace oddbounce
