// SPDX-License-Identifier: GPL-3.0-or-later
// The bounce file: a recording in one SQLite file, packed by spans, any frame at hand (docs/bounce-file.md).
#pragma once

#include "recording/bad_input.hpp"
#include "recording/control.hpp"
#include "recording/recording.hpp"

#include <memory>
#include <string>

namespace oddbounce {

/// True where the file begins as SQLite files do.
bool is_bounce_file(const std::string& path);

/// Everything, indexed. Throws BadInput; stopped by `control`: null.
std::shared_ptr<Recording> read_bounce_file(const std::string& path, Control* control = nullptr);
/// The span that holds frame `index` (0: the first), as a recording that stands alone: its first frame is the
/// one before the span with all that holds there, as `clip` makes it. Cost: one span, whatever the length.
std::shared_ptr<Recording> read_span_of(const std::string& path, std::size_t index);
/// Number of frames in the file. Cost: one row.
std::size_t count_frames(const std::string& path);

/// Reading it back gives an equal recording. Written beside and renamed. Throws BadInput.
void write_bounce_file(const Recording& recording, const std::string& path);

/// A recording of either kind: by what the file is (reading), by the name's ending (writing).
std::shared_ptr<Recording> read_recording(const std::string& path, Control* control = nullptr);
void write_recording(const Recording& recording, const std::string& path);

} // namespace oddbounce
