// SPDX-License-Identifier: GPL-3.0-or-later
// In which order candidate fixes are shown.
#pragma once

#include "session/session.hpp"

namespace oddbounce {

/// A suggestion that was tried, and nothing came of it. What a person proposes is never one.
bool fixes_nothing(const Session& session, int index);
/// When all are judged: first what fixes all, the less it changes elsewhere the sooner; last what fixes
/// nothing. Until then as they come.
std::vector<int> ranked(const Session& session);

} // namespace oddbounce
