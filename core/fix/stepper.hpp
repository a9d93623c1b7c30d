// SPDX-License-Identifier: GPL-3.0-or-later
// One step of the bodies that a motion model moves: through what is recorded, and into each other.
#pragma once

#include "fix/rerun.hpp"

#include <memory>

namespace oddbounce {

/// The game handles the body of this collider by code of which no model is known.
bool not_modeled(const MotionModel& model, const World& world, Slot collider);
/// It may take its part of a response.
bool may_join(const MotionModel& model, const World& world, Slot body);

/// What of each collider the model tests; made once.
class TestedShapes {
  public:
    explicit TestedShapes(const MotionModel& model) : model_(model) {}
    const Geometry& of(const World& world, Slot collider);

  private:
    Shape shape(const World& world, Slot collider, const Geometry& whole) const;
    const MotionModel& model_;
    std::map<Slot, std::unique_ptr<Geometry>> made_;
};

/// A body that is moved.
struct Mover {
    Slot body;
    TrackPoint& point; ///< at the start of the step; velocity as the body sets out
    Track& cost;
    /// It is where it was recorded, so that it meets what is not modeled only as recorded.
    bool recorded_way;
};

struct StepOfModel {
    const World &before, &now;
    std::size_t index; ///< of the frame
    const MotionModel& model;
    TestedShapes& tested;
};
/// Moves them all; afterwards their points are those at the end of the step. What other bodies do is as
/// recorded.
void step(const StepOfModel& step, const std::vector<Mover>& movers);

} // namespace oddbounce
