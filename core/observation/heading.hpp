// SPDX-License-Identifier: GPL-3.0-or-later
// Which bodies drive along their own heading, as a car does: a change of their speed is along it, whatever
// face they hit.
#pragma once

#include "observation/aloof.hpp"

namespace oddbounce {

/// Learns from the steps, in order; what it says holds for the steps that it has seen.
class Heading {
  public:
    void step(const Step& step, const Aloof& aloof);
    /// In nearly all untouched steps in which it turned, its velocity led along one line of its own.
    bool drives(Slot body) const;

  private:
    struct Seen {
        Vec3 line{0.0}; ///< as the body sees it
        std::size_t turned = 0, along = 0;
    };
    static constexpr std::size_t enough = 10; ///< steps in which it turned
    static constexpr double nearly_all = 0.9, same_line = 0.97;
    BySlot<Seen> seen_;
};

} // namespace oddbounce
