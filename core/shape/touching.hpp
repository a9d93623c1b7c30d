// SPDX-License-Identifier: GPL-3.0-or-later
// Where two shapes touch: a pair does so in as many places as there are.
#pragma once

#include "shape/geometry.hpp"

#include <span>

namespace oddbounce {

/// The places in which two placed shapes are within `within` (> 0) of each other, or that deep in each other:
/// first what `distance` gives (where that is the way out of a corner, the deepest face instead), then one
/// for every other face of the two outlines, the nearer ones first. Places whose normals are within 5 degrees
/// of each other are one. None where `distance` knows none (`known`: what it gives, asked before). Cost: as
/// `distance`, and the edges that are near. Laws: swapping the shapes turns the normals; moving or turning
/// both changes nothing.
std::vector<Distance> touching(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b,
                               double within, const Distance* known = nullptr);

/// The way that lifts a placed shape off the faces of another one that it is within `slop` of, or that deep
/// in: then it is that far from them. It stays as deep as it was in deeper ones.
Vec3 lift_off_faces(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b, double slop);
/// The first touch in a step of a face that does not touch at its start: as `sweep`, but `a` is lifted off
/// the faces that it is within `slop` of at the start, and goes along them, not into them. One of these that
/// it enters by more than `slop`, and deeper than any other, is met too. None where it meets none, where it
/// starts deeper inside, or between faces that leave no room to lift it. A face within 25 degrees of one that
/// touches at the start is taken for that one. `near`: what `touching` gives at the start, at least as far as
/// `slop`.
Sweep sweep_off_faces(const Geometry& a, const Motion& move_a, const Geometry& b, const Motion& move_b,
                      std::span<const Distance> near, double slop);
/// Cosine of the angle up to which two normals are those of one place.
constexpr double one_place = 0.9;

} // namespace oddbounce
