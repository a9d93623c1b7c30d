// SPDX-License-Identifier: GPL-3.0-or-later
// The name under which a file is written until it is whole.
#pragma once

#include <string>

namespace oddbounce {

/// PATH.partPID, of this process.
std::string part_of(const std::string& path);
/// Removes the parts of this path that killed processes left; those of running ones stay.
void sweep_parts(const std::string& path);

} // namespace oddbounce
