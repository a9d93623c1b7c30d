// SPDX-License-Identifier: GPL-3.0-or-later
// A body that gains speed step by step, by nothing that the recording shows: the part of speed-surge that
// needs no touch.
#pragma once

#include "fault/rule.hpp"
#include "fault/runs.hpp"

namespace oddbounce {

namespace speed_leak {
inline constexpr Excuse touches_something =
    excuse("touches", "it gains {0} while it comes to touch something, or touches what moves or reports",
           Measure::Speed);
inline constexpr Excuse too_short =
    limit("too-short", "it gains speed in {0}; {1} are needed", Measure::Frames);
inline constexpr Excuse pushed_steadily = excuse("steady", "it gains evenly: a force that somebody applies");
inline constexpr Excuse little = limit("little", "it ends at {0}; {1} are needed", Measure::Speed);
} // namespace speed_leak

/// Sees every step, in order, and reports to the rule's own context.
class SpeedLeaks {
  public:
    explicit SpeedLeaks(const RuleContext& context);
    void step(const Step& step) {
        for (const Slot body : step.now.movers()) gain(step, body);
        gains_.sweep(step);
    }
    void finish() { gains_.finish(); }

  private:
    struct Gain {
        std::size_t first = 0, last = 0;
        std::size_t steps = 0, lasted = 0;         // from the first to the last
        bool pulled = false, pulled_since = false; // between the steps it did not go on; since the last
        double before = 0.0, after = 0.0;
        bool told = true;  // what it wants to move is known, and no joint or spring may pull it
        double grew = 0.0; // in the last frame that it gained in
        Slot beside = -1;  // a collider that it touches
    };
    void gain(const Step& step, Slot body);
    bool unmoved(const Step& step, const BodyState& is, const BodyState& was) const;
    bool unexplained(const Step& step, Slot body, Slot& beside) const;
    std::string coincides(Slot body, const Gain& g) const;
    void close(Slot body, const Gain& g) const;

    const RuleContext& context_;
    double share_;
    std::size_t steps_;
    Runs<Slot, Gain> gains_;
};

/// Facts of a speed surge, unit/s.
void describe_speeds(const RuleContext& context, Finding& finding, double before, double after);

} // namespace oddbounce
