// SPDX-License-Identifier: GPL-3.0-or-later
// What one body touches in one step, and what it would meet a little higher and farther on: the questions
// that stuck-on-edge asks.
#pragma once

#include "fault/rule.hpp"
#include "observation/support.hpp"

namespace oddbounce {

class EdgeLook {
  public:
    EdgeLook(const Recording& recording, const Shared& shared);
    /// The solid faces that the body touches or is near to.
    std::vector<Face> touches(const Step& step, Slot body) const;
    /// The body lifted by `lift` and moved by `way` meets nothing solid.
    bool free_ahead(const Step& step, Slot body, const Vec3& lift, const Vec3& way) const;
    /// A corner of the touched collider within `reach` of the body, ahead of its middle along `way`.
    bool vertex_ahead(const Step& step, const Face& touch, const Vec3& way, double reach, Vec3& vertex) const;
    /// Behind the vertex, along `way`, its collider goes on level with it.
    bool goes_on(const Step& step, const Face& touch, const Vec3& vertex, const Vec3& way, double lift) const;
    /// The vertex is level (within `lift`) with what carries the body, which is a neighbour of the vertex's
    /// collider or itself, and neither moves; behind it, along `way`, it goes on. `near`: the gap up to which
    /// something carries.
    bool on_flat_run(const Step& step, const Face& touch, const std::vector<Face>& all, const Vec3& vertex,
                     const Vec3& way, double lift, double near) const;
    /// A logged contact pushes the collider back against its way.
    bool opposed(const Step& step, const Face& touch, const Vec3& way) const;

  private:
    const Recording& r_;
    Vec3 up_;
    double leans_, clear_, slop_;
};

} // namespace oddbounce
