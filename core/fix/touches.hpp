// SPDX-License-Identifier: GPL-3.0-or-later
// When which bodies touch.
#pragma once

#include "encounter/encounter.hpp"

#include <map>

namespace oddbounce {

/// Frames first..last.
struct FrameRange {
    std::size_t first, last;
};
/// When pairs of bodies touch, by their ids.
using Touches = std::map<std::pair<Id, Id>, std::vector<FrameRange>>;

/// In order, those that meet made one.
void unite(std::vector<FrameRange>& ranges);
/// Adds the touches of an encounter, unless the two ignore each other.
void add_touches(const Recording& recording, const Encounter& encounter, Touches& touches);
/// Of the whole recording; of a part of it where it was stopped.
Touches touches_of(const Recording& recording, int threads = 0, Control* control = nullptr);

} // namespace oddbounce
