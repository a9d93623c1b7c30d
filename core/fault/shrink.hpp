// SPDX-License-Identifier: GPL-3.0-or-later
// The smallest recording that still shows a finding: for tickets and checks.
#pragma once

#include "fault/scan.hpp"

namespace oddbounce {

struct ShrinkOptions {
    Project project;
    Control* control = nullptr; ///< stopped: the smallest found so far
};

/// A clip round the finding with as few bodies and frames as still show it: bodies are left out by delta
/// debugging (Zeller & Hildebrandt 2002), then frames at both ends by halving. The same fault on the same
/// bodies, frames within two of the original's.
/// Null where even the clip of its frames and all that came before does not show it.
std::shared_ptr<Recording> shrink(const Recording& recording, const Finding& finding,
                                  const ShrinkOptions& options = {});

} // namespace oddbounce
