// SPDX-License-Identifier: GPL-3.0-or-later
// Changes of a collider's shape: size, place, roundness, another kind fitted to the same outline.
#pragma once

#include "shape/shape.hpp"

#include <nlohmann/json.hpp>

namespace oddbounce {

/// True for a kind that `fit` understands: circle, box, capsule, hull.
bool fit_kind(const std::string& name);
/// Applies grow, grow_percent, size, move, round, fit of a change; other keys are not looked at.
/// grow: every surface moves out by that much (unit; negative: in); chains, cells and meshes stay as they
/// are. round: corners rounded by that radius, the outer size kept.
void reshape(Shape& shape, const nlohmann::json& change);
/// The smallest shape of another kind round the same outline, in the body's frame: box and circle by
/// area, capsule by the outline's longer side, hull exactly. 2D only.
Shape fitted(const Shape& shape, const std::string& kind);

} // namespace oddbounce
