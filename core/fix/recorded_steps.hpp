// SPDX-License-Identifier: GPL-3.0-or-later
// What a recorded body does in the steps in which it is to be moved again.
#pragma once

#include "encounter/meeting.hpp"

#include <map>

namespace oddbounce {

/// A body meets something in a step.
struct Hit {
    Slot mine, other; ///< colliders
    Vec3 normal, at;  ///< normal from the body to the other
    double depth;
    bool again = false;     ///< the second response of a hit
    bool responded = false; ///< it changed the velocity or the place
};

/// What a recorded body does over some frames.
struct BodySteps {
    /// For each step: what solid it touches in it. What changed its velocity there may be that. Shorter where
    /// it was stopped.
    std::vector<std::vector<Hit>> touches;
    /// Where nothing touches it, it goes by its desired velocity at once: its code sets that in each step.
    bool follows_desired = false;
};
struct RecordedSteps : BodySteps {
    std::map<Slot, BodySteps> others; ///< ditto, of all other bodies that move

    const BodySteps& of(Slot body) const {
        const auto it = others.find(body);
        return it == others.end() ? *this : it->second;
    }
};

/// The steps of `body` that lead to the frames first + 1 to last, and of the others.
RecordedSteps recorded_steps(const Recording& recording, Slot body, std::size_t first, std::size_t last,
                             const Control* control = nullptr);

/// The game's own code moves the body, no solver.
bool moved_by_code(const World& world, Slot body, const BodySteps& steps);

/// The part of a velocity that code sets: where gravity is at work the level one, else all of it.
Vec3 steered_part(const World& world, const Vec3& velocity);

/// The body's kind, or "#7" where it has none.
std::string kind_or_id(const World& world, Slot body);

} // namespace oddbounce
