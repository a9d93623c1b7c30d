// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold of every recording that some reader took, whatever the bytes were.
#pragma once

#include "fault/scan.hpp"
#include "recording/log.hpp"

namespace oddbounce {

/// It can be written, read again with as many frames, and judged. Large ones are skipped: slow, nothing
/// new.
inline void must_be_whole(const Recording& r, std::size_t most_frames) {
    if (r.size() > most_frames || r.collider_count() > 64) return;
    if (read_log_text(write_log_text(r), "x.bouncelog")->size() != r.size()) __builtin_trap();
    ScanOptions options;
    options.threads = 1;
    scan(r, options);
}

} // namespace oddbounce
