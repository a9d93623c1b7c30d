// SPDX-License-Identifier: GPL-3.0-or-later
// Changes of a collider's shape: size, place, roundness, another kind fitted to the same outline.
#pragma once

#include "shape/shape.hpp"

#include <nlohmann/json.hpp>

namespace oddbounce {

/// Applies fit, size, grow_percent, grow, radius, corners, round, turn, move of a change, in this order;
/// other keys are not looked at. grow: every surface moves out by that much (unit; negative: in); chains,
/// cells and meshes stay as they are. round: corners rounded by that radius, the outer size kept. radius: of
/// what has one. turn: about the middle of the shape's own bounds.
void reshape(Shape& shape, const nlohmann::json& change);
/// The rotation vector, radians, of a `turn`: degrees, in the plane one number.
Vec3 radians_of(const nlohmann::json& turn);

} // namespace oddbounce
