// SPDX-License-Identifier: GPL-3.0-or-later
// Removal as a response: a parcel that is picked up, a shell that vanishes where it hits.
#pragma once

#include "observation/solver.hpp"
#include "recording/recording.hpp"

namespace oddbounce {

/// One of the two is removed in the frame or in the next one: a game that removes what was hit may do so when
/// it looks at its contacts, in the step after.
inline bool soon_removed(const Recording& r, std::size_t frame, Slot a, Slot b) {
    const World w = r.world_at(std::min(frame + 1, r.size() - 1));
    return !w.stays(a) || !w.stays(b);
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
