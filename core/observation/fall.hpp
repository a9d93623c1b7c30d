// SPDX-License-Identifier: GPL-3.0-or-later
// Which bodies gravity pulls: not a lift, not a gull.
#pragma once

#include "observation/grain.hpp"

namespace oddbounce {

/// Learns from the steps, in order.
class Fall {
  public:
    void step(const Step& step, const Grain& grain);
    /// It was seen to fall, in two steps or more.
    bool seen(Slot body) const { return seen_.at(body) >= enough; }

  private:
    static constexpr int enough = 2;                 ///< one may be a bounce
    static constexpr double least = 0.6, most = 1.6; ///< of what gravity adds to its speed in a step
    BySlot<int> seen_;
};

} // namespace oddbounce
