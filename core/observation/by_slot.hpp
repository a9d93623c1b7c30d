// SPDX-License-Identifier: GPL-3.0-or-later
// What is learned of each body, by its slot.
#pragma once

#include "recording/world.hpp"

#include <vector>

namespace oddbounce {

/// A list that grows to the slots asked for; `T` of a slot that was never written is T().
template <class T> class BySlot {
  public:
    T& operator[](Slot slot) {
        const auto at = static_cast<std::size_t>(slot);
        if (at >= all_.size()) all_.resize(at + 1);
        return all_[at];
    }
    const T& at(Slot slot) const {
        static const T none{};
        const auto at = static_cast<std::size_t>(slot);
        return at < all_.size() ? all_[at] : none;
    }

  private:
    std::vector<T> all_;
};

} // namespace oddbounce
