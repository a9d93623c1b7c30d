// SPDX-License-Identifier: GPL-3.0-or-later
// Conventions of a game that a log took over by mistake: velocities per step, angles in degrees, w first,
// normals from b to a.
#pragma once

#include "recording/recording.hpp"

#include <string>
#include <vector>

namespace oddbounce {

/// What in the recording looks as if it was meant otherwise, each in a sentence; empty where all agrees, or
/// too little is there to tell. Looks at some hundred frames, spread evenly. Units: as logged.
std::vector<std::string> doubts_about(const Recording& recording);

} // namespace oddbounce
