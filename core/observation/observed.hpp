// SPDX-License-Identifier: GPL-3.0-or-later
// What is learned of the bodies of a recording as its steps go by, once for all rules.
#pragma once

#include "encounter/encounter.hpp"
#include "observation/fall.hpp"
#include "observation/heading.hpp"
#include "observation/measures.hpp"
#include "observation/pace.hpp"
#include "observation/steadiness.hpp"
#include "observation/steering.hpp"
#include "observation/untested.hpp"

namespace oddbounce {

/// Before the first step nothing is known. What it says holds for the steps that it has seen.
class Observed {
  public:
    explicit Observed(const Untested::Limits& untested = {}) : untested_(untested) {}
    /// Every step, in order, before the rules see it.
    void step(const Step& step) {
        grain_.step(step), aloof_.step(step), steadiness_.step(step, grain_);
        steering_.step(step, grain_, aloof_), heading_.step(step, aloof_), fall_.step(step, grain_, aloof_);
        pace_.step(step, grain_), untested_.step(step);
    }
    /// Code steers the body, and nobody says what it wants.
    bool steered(Slot body) const { return steering_.steered(body); }
    /// Nobody says what it wants, and its velocity changes now and then where it touches nothing.
    bool restless(Slot body) const { return steering_.restless(body); }
    /// It goes along its own heading, as a car does.
    bool drives(Slot body) const { return heading_.drives(body); }
    /// The share of what is missing of the velocity that it wants that it gains in a step.
    double pace(Slot body) const { return pace_.of(body); }
    /// So much faster along `way`, a unit vector, it should get in the step, given what it wants and how fast
    /// it takes that on; unit/s.
    double gains_along(const Step& step, Slot body, const Vec3& way) const {
        return pace_.gains(step, body, way);
    }
    /// How fast it should be along `way` at the end of the step; unit/s.
    double expected_along(const Step& step, Slot body, const Vec3& way) const {
        const BodyState& was = step.before.body(body);
        return gains_along(step, body, way) + (was.velocity_known ? glm::dot(was.velocity, way) : 0.0);
    }
    /// Gravity pulls it: it was seen to fall.
    bool falls(Slot body) const { return fall_.seen(body); }
    /// It was seen long enough, and gravity does not pull it.
    bool floats(Slot body) const { return fall_.floats(body); }
    /// The step by which its coordinates go, in units; 0: none is seen.
    double grain(Slot body) const { return grain_.of(body); }
    /// By how much the change of a velocity that is derived from rounded places may be wrong, unit/s; 0:
    /// logged.
    double rounding(const Step& step, Slot body) const { return grain_.of_change(step, body); }
    /// The same of the velocity itself.
    double rounding_of_velocity(const Step& step, Slot body) const { return grain_.of_velocity(step, body); }
    /// Least closing speed of a pair that matters, unit/s: see closing_that_matters. A recording's slop is of
    /// its median collider; larger ones have their own. And it is more than the rounding of a change.
    double closing_that_matters(const Step& step, const Meeting& m) const {
        return std::max(exact_closing(step, m), rounding_of_change(step, m));
    }
    /// The same where the speed itself is compared, not a change of it.
    double approach_that_matters(const Step& step, const Meeting& m) const {
        return std::max({exact_closing(step, m), rounding_of_velocity(step, at(step.now, m.a).body),
                         rounding_of_velocity(step, at(step.now, m.b).body)});
    }
    /// Least change by which such a speed is reversed, unit/s: twice of it, and more than rounding.
    double reversal_that_matters(const Step& step, const Meeting& m) const {
        return std::max(2.0 * exact_closing(step, m), rounding_of_change(step, m));
    }
    /// Kinds of bodies that pass through each other, over the whole recording at its end.
    const Untested& untested() const { return untested_; }
    /// Its velocity in `now`, in `before` of the last step is one at the end of the frame, not only a mean.
    bool knows_now(Slot body) const { return steadiness_.now(body); }
    bool knows_before(Slot body) const { return steadiness_.before(body); }

  private:
    /// Were places not rounded.
    static double exact_closing(const Step& step, const Meeting& m) {
        const Recording& r = step.now.recording();
        const double slop =
            r.header.slop ? 0.0 : Recording::slop_of_extent * moving_extent(step.now, m.a, m.b);
        return std::max(oddbounce::closing_that_matters(step), slop / step.now.dt());
    }
    double rounding_of_change(const Step& step, const Meeting& m) const {
        return std::max(rounding(step, at(step.now, m.a).body), rounding(step, at(step.now, m.b).body));
    }

    Grain grain_;
    Aloof aloof_;
    Steering steering_;
    Steadiness steadiness_;
    Heading heading_;
    Fall fall_;
    Pace pace_;
    Untested untested_;
};

} // namespace oddbounce
