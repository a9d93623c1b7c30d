// SPDX-License-Identifier: GPL-3.0-or-later
// Which bodies touch nothing: what they do then is their own.
#pragma once

#include "encounter/encounter.hpp"
#include "observation/by_slot.hpp"

namespace oddbounce {

/// Learns from the steps, in order; what it says holds for the last step that it has seen.
class Aloof {
  public:
    void step(const Step& step) {
        for (const Slot body : step.now.movers()) {
            Seen& s = seen_[body];
            const auto all = step.of(body);
            s.touched_before = s.touches;
            s.touches = std::any_of(all.begin(), all.end(), [&](const Meeting* m) {
                return m->does != Does::Ignore && oddbounce::touches(step, *m);
            });
        }
    }
    /// It touched nothing in the step.
    bool now(Slot body) const { return !seen_.at(body).touches; }
    /// Nor in the one before: no mean velocity has a touch in it.
    bool free(Slot body) const { return now(body) && !seen_.at(body).touched_before; }

  private:
    struct Seen {
        bool touches = true, touched_before = true;
    };
    BySlot<Seen> seen_;
};

} // namespace oddbounce
