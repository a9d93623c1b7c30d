// SPDX-License-Identifier: GPL-3.0-or-later
// Where two shapes touch: a pair does so in as many places as there are.
#pragma once

#include "shape/geometry.hpp"

namespace oddbounce {

/// The places in which two placed shapes are within `within` (> 0) of each other, or that deep in each other:
/// first what `distance` gives (where that is the way out of a corner, the deepest face instead), then one
/// for every other face of the two outlines, the nearer ones first. Places whose normals are within 5 degrees
/// of each other are one. None where `distance` knows none (`known`: what it gives, asked before). Cost: as
/// `distance`, and the edges that are near. Laws: swapping the shapes turns the normals; moving or turning
/// both changes nothing.
std::vector<Distance> touching(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b,
                               double within, const Distance* known = nullptr);

} // namespace oddbounce
