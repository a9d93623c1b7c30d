// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/reshape.hpp"

#include "shape/fitted.hpp"
#include "shape/reshaped.hpp"

namespace oddbounce {

void reshape(Shape& s, const nlohmann::json& c) {
    if (c.contains("fit") && s.space == 2) s = fitted(outline_points(Geometry(s, Vec3(1.0))), c["fit"]);
    if (c.contains("size")) {
        if (s.kind != ShapeKind::Box && s.space == 2)
            s = fitted(outline_points(Geometry(s, Vec3(1.0))), "box");
        for (int i = 0; i < 2; ++i) s.size[i] = c["size"][static_cast<std::size_t>(i)];
    }
    if (c.contains("grow_percent")) enlarge(s, 1.0 + c["grow_percent"].get<double>() / 100.0);
    if (c.contains("grow")) grow(s, c["grow"]);
    if (c.contains("corners"))
        for (const auto& corner : c["corners"])
            if (const auto i = corner[0].get<std::size_t>(); i < s.points.size())
                for (const int axis : {0, 1}) s.points[i][axis] = corner[static_cast<std::size_t>(axis) + 1];
    if (c.contains("round")) round_corners(s, c["round"]);
    if (c.contains("move")) s.at += Vec3(c["move"][0].get<double>(), c["move"][1].get<double>(), 0.0);
}

} // namespace oddbounce
