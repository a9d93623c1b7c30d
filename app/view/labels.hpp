// SPDX-License-Identifier: GPL-3.0-or-later
// Where the names of bodies stand: beside their own body, over no other one, over no other name.
#pragma once

#include <QRectF>
#include <QSizeF>

#include <optional>
#include <vector>

namespace oddbounce {

struct LabelRequest {
    QRectF body;           ///< what is named, in pixels
    QSizeF size;           ///< of the text
    double priority = 0.0; ///< placed first; above `must_show` a name may lie over other bodies
    bool inside = false;   ///< the body is large ground: its name may stand in it
};

inline constexpr double must_show = 1.0;

/// A place for each name within `area`, or none where it is crowded. `obstacles`: what no name may cover, but
/// for its own body. Cost: requests × (requests + obstacles).
std::vector<std::optional<QRectF>> place_labels(const std::vector<LabelRequest>& requests,
                                                const std::vector<QRectF>& obstacles, const QRectF& area);

} // namespace oddbounce
