// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/reshape.hpp"

#include "shape/fitted.hpp"
#include "shape/reshaped.hpp"

#include <numbers>

namespace oddbounce {

Vec3 radians_of(const nlohmann::json& turn) {
    const Vec3 degrees =
        turn.is_number() ? Vec3(0.0, 0.0, turn.get<double>()) : Vec3(turn[0], turn[1], turn[2]);
    return degrees * (std::numbers::pi / 180.0);
}

void reshape(Shape& s, const nlohmann::json& c) {
    const auto fit = [&s](const std::string& kind) {
        const Geometry geometry(s, Vec3(1.0));
        s = s.space == 2 ? fitted(outline_points(geometry), kind) : fitted_in_space(geometry, kind);
    };
    /// As many numbers as are given, and as the space has axes.
    const auto axes = [&](const nlohmann::json& list) {
        return std::min(s.space, static_cast<int>(list.size()));
    };
    if (c.contains("fit")) fit(c["fit"]);
    if (c.contains("size")) {
        if (s.kind != ShapeKind::Box) fit("box");
        for (int i = 0; i < axes(c["size"]); ++i) s.size[i] = c["size"][static_cast<std::size_t>(i)];
    }
    if (c.contains("grow_percent")) enlarge(s, 1.0 + c["grow_percent"].get<double>() / 100.0);
    if (c.contains("grow")) grow(s, c["grow"]);
    if (c.contains("radius")) s.radius = c["radius"];
    if (c.contains("corners"))
        for (const auto& corner : c["corners"])
            if (const auto i = corner[0].get<std::size_t>(); i < s.points.size())
                for (int axis = 0; axis < std::min(s.space, static_cast<int>(corner.size()) - 1); ++axis)
                    s.points[i][axis] = corner[static_cast<std::size_t>(axis) + 1];
    if (c.contains("round")) round_corners(s, c["round"]);
    if (c.contains("turn")) turn_about_middle(s, radians_of(c["turn"]));
    for (int i = 0; c.contains("move") && i < axes(c["move"]); ++i)
        s.at[i] += c["move"][static_cast<std::size_t>(i)].get<double>();
}

} // namespace oddbounce
