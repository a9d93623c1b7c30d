// SPDX-License-Identifier: GPL-3.0-or-later
// What the game told of two that met: hits of one activation of a switched hitbox, or of one touch.
#pragma once

#include "encounter/encounter.hpp"

#include <set>

namespace oddbounce {

/// The same target, told more than once.
struct Reported {
    Slot a = -1, b = -1;         ///< colliders
    std::vector<std::size_t> at; ///< frame indices, rising, at least two
    std::string event;           ///< the event's name; empty: reports of a switched hitbox
};

/// Collects reports from steps in order. `found` is called when the activation or the touch is over.
/// Of a touch: an event of one name about these two bodies that fired as they came to touch, and again within
/// `window` frames before they parted; not in consecutive frames (that is repeat-effect), and not at a steady
/// pace (a hazard that hurts now and then).
class Reports {
  public:
    Reports(std::size_t window, std::function<void(const Reported&)> found)
        : window_(window), found_(std::move(found)) {}
    void step(const Step& step);
    void finish();

  private:
    using Pair = std::pair<Slot, Slot>;
    /// What is told of one target while a hitbox is on: by the game's own events, and by contacts that begin.
    struct Activation {
        std::array<std::vector<std::size_t>, 2> events; ///< those that name b first, those that name a first
        std::vector<std::size_t> begins;
    };
    void sensor(const Step& step, const Meeting& m);
    void restart(Slot collider);
    void close(const Pair& pair, const Activation& a) const;

    struct Touch {
        Reported told;
        std::size_t last = 0;             ///< frame in which they were last seen to touch
        std::vector<std::size_t> after{}; ///< steps from the first report to each
    };
    using Event = std::pair<std::string, Pair>; ///< name, and colliders
    void fires(const Step& step, const Meeting& m);
    void close(const Touch& t) const;

    std::size_t window_;
    std::function<void(const Reported&)> found_;
    std::map<Pair, Activation> activations_;
    std::set<Slot> switched_;
    std::map<Event, Touch> touches_;
    std::set<Pair> began_, began_before_; ///< pairs that came to touch in this frame, and in the last
};

} // namespace oddbounce
