// SPDX-License-Identifier: GPL-3.0-or-later
// Clipping that holds in saved pictures too: Qt writes SVG without it.
#pragma once

#include <QPainter>
#include <QPainterPath>

#include <functional>

namespace oddbounce {

/// Paints what lies inside `shape` only. In an SVG that part becomes a picture of its own, at three pixels
/// for one.
void paint_clipped(QPainter& painter, const QPainterPath& shape, const std::function<void(QPainter&)>& paint);

/// The parts of a line inside a path (odd-even), for hatching without a clip.
std::vector<QLineF> inside(const QPainterPath& path, const QLineF& line);

} // namespace oddbounce
