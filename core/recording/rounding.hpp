// SPDX-License-Identifier: GPL-3.0-or-later
// Places that are rounded: a game that logs whole pixels, or so many decimals.
#pragma once

#include "recording/frame.hpp"
#include "recording/world.hpp"

#include <unordered_map>

namespace oddbounce {

/// Learns from the frames, in order, by which step the places of all that moves are rounded. Seen where every
/// place is a multiple of the step, and where motion goes on unevenly by one step more and one less, as the
/// rounding of an even motion does. Cost: none any more once a place is found that is not rounded.
class RoundedPlaces {
  public:
    /// `before`: the world at the end of the frame before.
    void take(const Frame& frame, const World& before);
    /// In units, from 0.001 to 1; 0: they are not rounded, or not seen to be.
    double step() const { return wobbles_ >= enough ? candidate() : 0.0; }

  private:
    struct Moved {
        std::int64_t number = 0; ///< of the frame
        Vec3 by{0.0};
        std::array<double, 3> changed{}, way{}; ///< signs: of the last change of `by`, of the last move
    };
    double candidate() const;
    void place(double x);

    static constexpr std::size_t enough = 8;
    static constexpr std::array binary{1.0, 0.5, 0.25, 0.125, 0.0625};
    static constexpr std::array decimal{1.0, 0.5, 0.1, 0.05, 0.01, 0.005, 0.001};
    std::size_t binary_ = 0, decimal_ = 0; ///< the first of each that all places so far are multiples of
    std::size_t wobbles_ = 0;
    std::unordered_map<Slot, Moved> moved_;
};

} // namespace oddbounce
