// SPDX-License-Identifier: GPL-3.0-or-later
// The worlds that were asked for last: the next one is likely near.
#pragma once

#include "recording/world.hpp"

#include <list>
#include <mutex>
#include <optional>

namespace oddbounce {

/// Safe from several threads. Memory: some worlds, fewer where there are many bodies.
class RecentWorlds {
  public:
    struct Known {
        std::size_t index;
        World world;
    };
    /// The last known one of frames first..last. `version` counts what worlds depend on beside their frames:
    /// at another one all are forgotten.
    std::optional<Known> nearest(std::size_t first, std::size_t last, std::size_t version);
    void keep(std::size_t index, const World& world, std::size_t version);

  private:
    void follow(std::size_t version);
    std::mutex mutex_;
    std::size_t version_ = 0;
    std::list<Known> known_; // latest first
};

} // namespace oddbounce
