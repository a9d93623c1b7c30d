// SPDX-License-Identifier: GPL-3.0-or-later
// Handles of a collider: dragging one makes a change of its shape.
#pragma once

#include "session/session.hpp"
#include "view/mapping.hpp"

#include <QPainter>

namespace oddbounce {

struct Handle {
    enum Part { Middle, Side, Corner, Rim } part = Middle; ///< Rim: of a radius
    int number = 0;  ///< sides: along each axis, then against it; corners of a box: a bit for each axis
    Vec3 at{0.0};    ///< in world coordinates
    Vec3 along{0.0}; ///< unit vector: it moves along this line alone; zero: as the picture's plane lies
};

/// The collider whose handles are shown: the first of the chosen body with a shape that has some; -1: none.
Slot handled_collider(const Session& session);
/// Its shape as the chosen candidate has it, or as it is recorded.
Shape handled_shape(const Session& session, Slot collider);
std::vector<Handle> handles_of(const Session& session, Slot collider, const Shape& shape,
                               const Mapping& mapping);
/// Those that have room on the screen: of a small shape its corners, of a very small one none.
std::vector<Handle> shown_handles(const Session& session, Slot collider, const Shape& shape,
                                  const Mapping& mapping);
/// Where a handle is when the pixel is pointed at.
Vec3 led_to(const Handle& handle, const QPointF& pixel, const Mapping& mapping);
/// The change that gives the collider the shape with that handle at a world point. The opposite side or
/// corner stays where it is; `symmetric`: the middle does.
nlohmann::json dragged(const Session& session, Slot collider, const Shape& from, const Handle& handle,
                       const Vec3& to, bool symmetric);
/// "30 × 20 px", "radius 6 px", "moved by 3, 0 px".
QString measures_of(const Session& session, Slot collider, const nlohmann::json& change);

void paint_handles(QPainter& painter, const Mapping& mapping, const std::vector<Handle>& handles);

} // namespace oddbounce
