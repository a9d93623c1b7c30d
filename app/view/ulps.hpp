// SPDX-License-Identifier: GPL-3.0-or-later
// The numbers that a game's width can hold near an edge, each as a line of its own: for findings that hang on
// them.
#pragma once

#include "session/session.hpp"

class QPainter;
class QRectF;

namespace oddbounce {

/// True where the finding tells its distance in ULPs.
bool is_rounding_sensitive(const Finding& finding);
/// Fills `area`: a line a number; the edge between two; where the surface, or the ray's end, lies at this
/// moment.
void paint_ulps(QPainter& painter, const QRectF& area, const Session& session, const Finding& finding);

} // namespace oddbounce
