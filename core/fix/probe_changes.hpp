// SPDX-License-Identifier: GPL-3.0-or-later
// What a fix changes in the points at which a game tests for ground and walls.
#pragma once

#include "fix/fix.hpp"

#include <map>

namespace oddbounce {

/// Applies `places`, `add`, `count` and `feature` of a probe change, in this order, to the probes among the
/// definitions. False: it targets none of the bodies, or they have no probes on that side. Throws BadInput,
/// in the name of `fix`, where a place names a probe that is not theirs, or nothing tells what an added one
/// guards.
bool change_probes(const nlohmann::json& change, const Recording& recording,
                   const std::map<Id, BodyDef>& bodies, std::vector<Recording::Defined>& definitions,
                   const std::string& fix);

} // namespace oddbounce
