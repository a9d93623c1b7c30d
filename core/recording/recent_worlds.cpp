// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/recent_worlds.hpp"

#include <algorithm>

namespace oddbounce {

void RecentWorlds::follow(std::size_t version) {
    if (std::exchange(version_, version) != version) known_.clear();
}

std::optional<RecentWorlds::Known> RecentWorlds::nearest(std::size_t first, std::size_t last,
                                                         std::size_t version) {
    const std::lock_guard lock(mutex_);
    follow(version);
    auto best = known_.end();
    for (auto it = known_.begin(); it != known_.end(); ++it)
        if (it->index >= first && it->index <= last && (best == known_.end() || it->index > best->index))
            best = it;
    if (best == known_.end()) return {};
    known_.splice(known_.begin(), known_, best);
    return known_.front();
}

void RecentWorlds::keep(std::size_t index, const World& world, std::size_t version) {
    constexpr std::size_t most_bodies = 240000, fewest = 4, most = 24;
    const std::lock_guard lock(mutex_);
    follow(version);
    if (std::any_of(known_.begin(), known_.end(), [&](const Known& k) { return k.index == index; })) return;
    known_.push_front({index, world});
    const std::size_t bodies = std::max<std::size_t>(world.bodies().size(), 1);
    while (known_.size() > std::clamp(most_bodies / bodies, fewest, most)) known_.pop_back();
}

} // namespace oddbounce
