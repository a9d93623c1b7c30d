// SPDX-License-Identifier: GPL-3.0-or-later
// A recording with changes: nothing is copied until it is looked at.
#pragma once

#include "recording/recording.hpp"

#include <map>

namespace oddbounce {

struct Edits {
    /// All definitions, in place of the recording's own.
    std::vector<Recording::Defined> definitions;
    /// A collider that is on or off in frames first..last, whatever the recording says.
    struct Switched {
        Id collider = 0;
        bool on = false;
        std::size_t first = 0, last = 0;
    };
    std::vector<Switched> switched;
    /// A body that goes another way: a row, and the contacts of its colliders, for each frame from `first`
    /// on; after them it is put back on its recorded way, marked as teleported. Events about it are left out.
    struct Moved {
        Id body = 0;
        std::vector<Id> colliders;
        std::size_t first = 0;
        std::vector<BodyRow> rows;
        std::vector<std::vector<ContactRow>> contacts;
        bool placed = false; ///< it is put where its first row says: marked as teleported there
    };
    std::vector<Moved> moved;
    // By index, in place of the frame's own:
    std::map<std::size_t, std::vector<RayRow>> rays;
    std::map<std::size_t, std::vector<EventRow>> events;
    std::map<std::size_t, std::vector<Id>> grounded;
    std::map<std::size_t, ScreenshotRow> screenshots;
    std::shared_ptr<const Pictures> pictures;         ///< null: the recording's own
};

/// `base` must outlive the result, and be complete. Same bodies and colliders, same frames.
std::shared_ptr<Recording> edited(const Recording& base, const Edits& edits);

} // namespace oddbounce
