// SPDX-License-Identifier: GPL-3.0-or-later
// Kinds of bodies that pass through each other all over a recording: bullets and the tower that fires them,
// ghosts and crates. The game does not test them against each other, or a filter hides them.
#pragma once

#include "encounter/encounter.hpp"
#include "observation/by_slot.hpp"

#include <map>
#include <set>

namespace oddbounce {

using Kinds = std::pair<std::string, std::string>; ///< in order

/// Of two bodies, by slot.
Kinds kinds_of(const World& world, Slot body_a, Slot body_b);

/// Learns from the steps, in order; what it says holds for the steps that it has seen.
class Untested {
  public:
    /// From when on two kinds count as untested.
    struct Limits {
        double pairs = 3.0;     ///< so many pairs of bodies were deep in each other
        double responses = 0.1; ///< of these, a smaller share ever got a response
        double depth = 0.25;    ///< deep: more than this share of the smaller extent that moves
    };
    explicit Untested(const Limits& limits) : limits_(limits) {}

    void step(const Step& step);

    /// What bodies of two kinds did to each other.
    struct Met {
        std::set<std::pair<Slot, Slot>> passed; ///< bodies that were deep in each other
        std::set<std::pair<Slot, Slot>>
            answered;                    ///< ditto that a contact, an event or a response was seen of
        Slot a = -1, b = -1;             ///< the first colliders that were
        std::size_t first = 0, last = 0; ///< frame indices of the first and the last time
        double deepest = 0.0;
    };
    /// Several pairs of these kinds were deep in each other, and next to none was ever answered.
    bool of(const Kinds& kinds) const;
    /// A response of bodies of these kinds to each other was seen.
    bool answers(const Kinds& kinds) const;
    /// All kinds that pass through each other.
    std::vector<std::pair<Kinds, const Met*>> all() const;

  private:
    static constexpr std::size_t surely = 8; ///< pairs that were answered: nothing is learned any more
    static constexpr double turned = 0.5;    ///< of the closing speed
    static constexpr double put_elsewhere = 2.0; ///< see leap
    static constexpr double pushes_so = 0.1;     ///< cosine: a touch may have turned a body that way
    int kind(const World& world, Slot body);
    static bool answered(const Step& step, const Meeting& m);
    bool passes(const Met& met) const;
    const Met* met(const Kinds& kinds) const;

    Limits limits_;
    std::map<std::string, int> kinds_;
    std::vector<std::string> names_;
    BySlot<int> kind_; ///< of a body, from 1; 0: not asked yet, -1: none
    std::map<std::pair<int, int>, Met> met_;
};

} // namespace oddbounce
