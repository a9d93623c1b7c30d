// SPDX-License-Identifier: GPL-3.0-or-later
// Going away as a response: a parcel that is picked up, a shell that vanishes where it hits, a courier that
// is caught and starts anew.
#pragma once

#include "fault/account_text.hpp"
#include "observation/measures.hpp"
#include "observation/solver.hpp"

namespace oddbounce {

/// After a step the two are farther apart than a push out, which ends at the touch, and their velocities
/// lead: code put one of them elsewhere, though it may not say so. False where a velocity is not known.
inline bool put_elsewhere(const World& before, const World& now, Slot a, Slot b) {
    constexpr double half = 0.5; // of the smaller extent
    const PairView v = pair_at(now, a, b);
    double way = half * moving_extent(now, a, b) + now.recording().slop();
    for (const Slot c : {a, b}) {
        const BodyState &is = now.body_of(c), &was = before.body_of(c);
        if (is.def->moves != Moves::Static && !was.velocity_known && !is.velocity_logged) return false;
        way += now.dt() * std::max(was.velocity_known ? glm::length(was.velocity) : 0.0,
                                   is.velocity_logged ? glm::length(is.velocity) : 0.0);
    }
    return v.known && v.gap > way;
}

/// One of the two is removed in the frame or in the next one, or put elsewhere then: a game may do so when it
/// looks at its contacts, in the step after.
inline bool soon_gone(const Recording& r, std::size_t frame, Slot a, Slot b) {
    const World w = r.world_at(std::min(frame + 1, r.size() - 1));
    return !w.stays(a) || !w.stays(b) || w.body_of(a).teleported || w.body_of(b).teleported ||
           put_elsewhere(r.world_at(frame), w, a, b);
}

/// A flipper in its table, a lift in its shaft: what code moves, and nobody steers, overlaps what is fixed
/// from the first frame of the recording to the last.
inline bool built_in(const Recording& r, std::size_t first, std::size_t last, Slot mover, Slot other) {
    if (first != r.begin() || last + 1 != r.size() || r.size() < 2) return false;
    const World w = r.world_at(first);
    const BodyState &m = w.body_of(mover), &o = w.body_of(other);
    return moved_by_code(m) && o.def->moves == Moves::Static && !m.has_desired && !m.def->upright;
}

} // namespace oddbounce
