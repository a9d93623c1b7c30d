// SPDX-License-Identifier: GPL-3.0-or-later
// Changes of a collider's shape: size, place, roundness, another kind fitted to the same outline.
#pragma once

#include "shape/shape.hpp"

#include <nlohmann/json.hpp>

namespace oddbounce {

/// Applies grow, grow_percent, size, move, round, fit of a change; other keys are not looked at.
/// grow: every surface moves out by that much (unit; negative: in); chains, cells and meshes stay as they
/// are. round: corners rounded by that radius, the outer size kept.
void reshape(Shape& shape, const nlohmann::json& change);

} // namespace oddbounce
