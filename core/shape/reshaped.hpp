// SPDX-License-Identifier: GPL-3.0-or-later
// Changes to a shape as fixes ask for them.
#pragma once

#include "shape/shape.hpp"

namespace oddbounce {

/// Every face moves out by `by` (in, below zero); corners of polygons stay sharp, up to four times that far.
/// Hulls and meshes are blown up by a radius, which a smaller one takes away again; chains and cells stay as
/// they are.
void grow(Shape& shape, double by);
/// All lengths times `factor`, round the body's origin.
void enlarge(Shape& shape, double factor);
/// Corners (in space edges too) of a box or polygon rounded by a radius, within the outline that it had.
void round_corners(Shape& shape, double radius);
/// The middle of its bounds, in its own frame: before its turn and place.
Vec3 middle_of(const Shape& shape);
/// Turned about the middle of its own bounds by a rotation vector, radians.
void turn_about_middle(Shape& shape, const Vec3& by);

} // namespace oddbounce
