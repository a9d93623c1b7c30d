// SPDX-License-Identifier: GPL-3.0-or-later
// The shape of a collider as its game describes it, in the body's local frame, before scale and pose.
#pragma once

#include "shape/pose.hpp"

#include <array>
#include <string>
#include <vector>

namespace oddbounce {

enum class ShapeKind { Circle, Box, Capsule, Polygon, Chain, Cells, Sphere, Hull, Mesh };

/// One shape. Which members count depends on `kind`; the others stay at their defaults.
///   Circle, Sphere   radius
///   Box              size (full extents)
///   Capsule          a, b, radius
///   Polygon, Chain   points (Chain: closed)
///   Cells            cell, origin, layers (2D: one layer; row 0 at `origin`, rows along +y)
///   Hull, Mesh       points (Mesh: faces)
struct Shape {
    ShapeKind kind = ShapeKind::Circle;
    int space = 2;
    Vec3 at{0.0};
    Rotation turn; // round `at`
    double radius = 0.0;
    Vec3 size{0.0};
    Vec3 a{0.0}, b{0.0};
    std::vector<Vec3> points;
    std::vector<std::array<int, 3>> faces;
    bool closed = false;
    double cell = 0.0;
    Vec3 origin{0.0};
    std::vector<std::vector<std::string>> layers;
    std::string image; // cells from a picture: its data URI or path; rows are read from it on demand
    double alpha = 0.5;

    bool operator==(const Shape&) const = default;
};

/// Column, row and layer of the cell that a point lies in, in the body's frame before scale.
std::array<int, 3> cell_at_point(const Shape& cells, const Vec3& point);

/// Word of the bounce log for a kind: "circle", "box", ...
const char* word(ShapeKind kind);
/// Kind for a word in 2 or 3 dimensions; false where there is none.
bool shape_kind(const std::string& word, int space, ShapeKind& kind);
/// Empty where the shape is usable; otherwise what is wrong with it, as the end of a sentence
/// ("'r' must be positive").
std::string defect(const Shape& shape);

} // namespace oddbounce
