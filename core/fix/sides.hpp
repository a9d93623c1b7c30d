// SPDX-License-Identifier: GPL-3.0-or-later
// Does a fix work from all sides? The encounter of a finding is moved again from every side of what the body
// met, also with the angle mirrored, without the fix and with it.
#pragma once

#include "fix/shake.hpp"
#include "observation/support.hpp"

#include <set>

namespace oddbounce {

/// The body comes to one side of the obstacle as it came to the side of the finding: as fast, at the same
/// angle, as far from the middle in proportion.
struct Side {
    Vec3 from{0.0};        ///< unit vector out of the side, along an axis of the obstacle
    bool mirrored = false; ///< the part of the velocity along the side is reversed
    enum Outcome { Judged, Occupied, Missed, Unclear } outcome = Judged;
    /// Ids of the faults of the two bodies that are found. Fails: there are any.
    std::set<std::string> without, with;
    bool assumed = false; ///< it responds with the fix, and the game was never seen to
    TrackPoint start;     ///< at the end of frame `Sides::first`
};

struct Sides {
    std::string fix, finding; ///< its name; an id
    std::string unknown;      ///< why nothing can be told; empty: it can
    Id mover = 0, obstacle = 0;
    /// Frame indices, of the starts, shortly before the touch, and of the end.
    std::size_t first = 0, last = 0;
    std::vector<Side> sides; ///< the recorded one first; fewer where it was stopped
    bool complete = true;
    /// Sides from which it fails, of those that are judged.
    std::size_t fails_without() const;
    std::size_t fails_with() const;
    std::size_t judged() const;
};

/// Of the finding with this id, or the heaviest one that the fix concerns. The body flies: one whose desired
/// velocity is logged would want another way from another side, and that is unknown. Occupied: something else
/// is where it would start. Missed: it does not come to the obstacle. Unclear: several models reproduce the
/// game and do not agree. Throws BadInput as try_fix does.
Sides all_sides(const Recording& recording, const Fix& fix, const TryOptions& options,
                const std::string& finding = {});

/// The courses from one of its sides: without the fix, and with it. Throws BadInput as try_fix does.
/// Requires: nothing is unknown to `sides`, which is of the same fix.
OtherCourses courses_of(const Recording& recording, const Fix& fix, const Sides& sides, const Side& side,
                        const TryOptions& tries);

/// "from the left, mirrored". `directions`: of the recording.
std::string side_name(const Side& side, const Directions& directions);
/// "fails from 4 of 8 sides without it, from 2 with it".
std::string sides_line(const Sides& sides);
std::string text_of(const Sides& sides, const Recording& recording);
nlohmann::json json_of(const Sides& sides, const Recording& recording);

} // namespace oddbounce
