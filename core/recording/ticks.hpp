// SPDX-License-Identifier: GPL-3.0-or-later
// Number, time and contents of every frame of a recording.
#pragma once

#include <algorithm>
#include <cstdint>
#include <stdexcept>
#include <vector>

namespace oddbounce {

struct Tick {
    std::int64_t number = 0; ///< in the log
    double seconds = 0.0;    ///< at the end of the frame, from the first one
    std::uint8_t has = 0;    ///< bits of Recording::Has
};

/// By index, rising numbers. Frames before the first kept one cost nothing, however many they were.
class Ticks {
  public:
    std::size_t size() const { return skipped_ + kept_.size(); }
    bool empty() const { return size() == 0; }
    /// Throws std::out_of_range.
    Tick at(std::size_t i) const {
        if (i >= size()) throw std::out_of_range("no such frame");
        if (i >= skipped_) return kept_[i - skipped_];
        return {first_ - static_cast<std::int64_t>(skipped_ - i), 0.0, 0}; // both are far below 2^63
    }
    double seconds() const { return kept_.empty() ? 0.0 : kept_.back().seconds; }
    void push_back(const Tick& tick) { kept_.push_back(tick); }
    /// Requires: empty. `count` frames came before the first one that is kept, which has this number.
    void skip(std::size_t count, std::int64_t first) { skipped_ = count, first_ = first; }
    /// Index of the first kept frame of at least this number.
    std::size_t index_from(std::int64_t number) const {
        const auto it = std::lower_bound(kept_.begin(), kept_.end(), number,
                                         [](const Tick& t, std::int64_t n) { return t.number < n; });
        return skipped_ + static_cast<std::size_t>(it - kept_.begin());
    }

  private:
    std::vector<Tick> kept_;
    std::size_t skipped_ = 0;
    std::int64_t first_ = 0;
};

} // namespace oddbounce
