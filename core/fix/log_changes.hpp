// SPDX-License-Identifier: GPL-3.0-or-later
// What a fix changes in the rows that a game logs of itself: rays are cast again, events that repeat are left
// out, grounded flags are found from contacts.
#pragma once

#include "fault/rule.hpp"
#include "fix/fix.hpp"

#include <set>

namespace oddbounce {

struct LogChanges {
    std::set<Input> inputs; ///< that the fix changes: findings that rest on them can be judged
    struct Rows {
        Input input;
        std::string name;      ///< of the ray or the event; of the body that is grounded
        std::size_t count = 0; ///< rows with another result
        std::int64_t first = 0, last = 0;
    };
    std::vector<Rows> rows;
    /// Casts that the fix leaves as they are or changes, outside of findings about them: how many there are,
    /// and in how many the log says what the shapes say. Where these differ, new results say nothing.
    std::size_t casts = 0, agree = 0;

    bool trusted() const { return agree * 10 >= casts * 9; }
};

/// Rays of a frame, and what they hit in the world at its end, with the ray changes of the fix; each ray by
/// itself, those that are aimed at another's hit too.
std::vector<RayRow> changed_rays(const Fix& fix, const World& world, const std::vector<RayRow>& rays);
/// The inputs that the fix changes in the log.
std::set<Input> log_inputs(const Fix& fix);
/// The finding rests on what this change changes: its ray, its event, its body.
bool change_concerns(const nlohmann::json& change, const Finding& finding);
/// Adds the changed rows to the edits of `applied`, and makes its recording anew. `findings`: of the
/// unchanged recording; `where`: the frames that are changed. Throws BadInput where a change matches nothing
/// there.
LogChanges change_log(const Fix& fix, const Recording& recording, const std::vector<Finding>& findings,
                      Applied& applied, const WalkOptions& where);

} // namespace oddbounce
