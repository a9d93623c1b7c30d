// SPDX-License-Identifier: GPL-3.0-or-later
// A store that packs in a thread of its own, so that whoever reads goes on reading.
#pragma once

#include "recording/recording.hpp"

#include <memory>

namespace oddbounce {

/// Spans are held until `store` has them; at most a few, then `put` waits. What goes wrong in the thread is
/// thrown by the next call of `put`, `drop_before` or `finish`. Not for stores that hold every frame at once.
std::unique_ptr<Store> behind(std::unique_ptr<Store> store);

} // namespace oddbounce
