// SPDX-License-Identifier: GPL-3.0-or-later
// Recordings on disk, whatever their form: bounce logs, plain or compressed with zstd, and bounce files.
#pragma once

#include "recording/bad_input.hpp"
#include "recording/control.hpp"
#include "recording/recording.hpp"

#include <functional>
#include <memory>
#include <string>
#include <string_view>

namespace oddbounce {

/// Called once while a long log is still read, in the reading thread, with what is there so far.
using Begun = std::function<void(std::shared_ptr<const Recording>)>;

/// A recording by what the file is, not by its name; "-": a log from standard input. A bounce file is there
/// at once. A log is read to its end; a long one is packed into a side file meanwhile (see
/// docs/bounce-log.md, "Long logs") and opened from there the next time. Throws BadInput with file, line, key
/// and what was expected. Stopped by `control`: null.
std::shared_ptr<Recording> read_recording(const std::string& path, Control* control = nullptr,
                                          const Begun& begun = nullptr);
/// By the ending of the name: .bounce, .bouncelog.zst, else a plain log; pictures that are files go into a
/// bounce file, or beside a log as they were beside the other. Written beside and renamed. Throws
/// BadInput and leaves nothing behind; stopped by `control`: false, nothing is left.
bool write_recording(const Recording& recording, const std::string& path, Control* control = nullptr);

/// The pictures that a log at `path` names by path.
std::shared_ptr<const Pictures> pictures_beside(const std::string& path);

/// Content of a file; throws BadInput with the system's reason. Files above `most` bytes are refused.
std::string read_file(const std::string& path, std::size_t most = std::size_t(1) << 30);

inline constexpr std::size_t most_document = std::size_t(16)
                                             << 20; ///< bytes of a case, a fix, settings, a mapping

/// Content of a case, a fix, settings or a mapping: a regular file of at most `most_document` bytes.
std::string read_document(const std::string& path);
/// Writes beside, then renames. Throws BadInput with the system's reason and leaves nothing behind.
void write_file(const std::string& path, std::string_view content);

} // namespace oddbounce
