// SPDX-License-Identifier: GPL-3.0-or-later
// What supports a body: what it touches, what of that it can stand on, on how much of its width, and how far
// it could fall.
#pragma once

#include "observation/faces.hpp"
#include "shape/directions.hpp"

namespace oddbounce {

/// Up, right and across in the recording.
Directions directions(const Recording& recording);

/// The solid faces that the body touches at the end of the frame: within slop and skin, or by a contact in
/// the log that does not end.
std::vector<Face> touched_faces(const Step& step, Slot body);

/// How steep a surface is that a body meets with `normal` (from the body to it), degrees: 0 is level ground,
/// 90 a wall, 180 a ceiling.
double steepness(const World& world, const Vec3& normal);
/// It is ground that the body's slope limit lets it walk, with `spare` degrees more.
bool walkable(const World& world, Slot body, const Vec3& normal, double spare = 0.0);

/// The face, however steep, is the rim of level ground that its step height lets the body step onto.
bool steps_onto(const Step& step, const Face& face);

/// Share of the width (in space: of the footprint) of one of its colliders that has something below it, 0..1,
/// and the longest free end, unit.
struct Supported {
    double share = 0.0, overhang = 0.0;
};
/// `faces` are those near the body: see faces_at.
Supported supported(const Step& step, Slot collider, const std::vector<Face>& faces);

/// How far the body could fall straight down, unit; infinity: there is nothing below.
double gap_below(const World& world, Slot body);

} // namespace oddbounce
