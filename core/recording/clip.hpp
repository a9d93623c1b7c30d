// SPDX-License-Identifier: GPL-3.0-or-later
// Cutting a part out of a recording so that it stands alone.
#pragma once

#include "recording/recording.hpp"

#include <set>

namespace oddbounce {

/// Frames first..last (indices) as a recording of their own: what was defined, switched, scaled and
/// placed by then stands at its start. One frame more is kept before `first`, so that the step that leads to
/// it is whole. Frame numbers stay; the slop is written out, so that it does not depend on what was left out.
/// Bodies that are never there in these frames are left out.
/// Requires: first <= last, both within the recording. Law: judging a clip gives the findings that lie
/// within it, up to those that need what came before.
std::shared_ptr<Recording> clip(const Recording& recording, std::size_t first, std::size_t last);

/// Everything that holds at the end of frame `index`, as one frame: definitions, places, scales, switches.
Frame opening(const Recording& recording, std::size_t index);

/// The recording without these bodies and all that is said of them.
std::shared_ptr<Recording> without(const Recording& recording, const std::set<Id>& bodies);
void leave_out(Draft& recording, const std::set<Id>& bodies);

} // namespace oddbounce
