// SPDX-License-Identifier: GPL-3.0-or-later
// Reading and writing bounce logs (docs/bounce-log.md), plain or compressed with zstd.
#pragma once

#include "recording/bad_input.hpp"
#include "recording/control.hpp"
#include "recording/recording.hpp"

#include <memory>
#include <string>
#include <string_view>

namespace oddbounce {

/// Reads a log from disk ("-": standard input) and indexes it.
/// Throws BadInput with file, line, key and what was expected; a last line without its end is dropped
/// with a warning; unknown keys and kinds are kept, with one warning a kind.
/// Stopped by `control`: null.
std::shared_ptr<Recording> read_log(const std::string& path, Control* control = nullptr);
/// The same from memory; `file` is the name for messages.
std::shared_ptr<Recording> read_log_text(std::string_view text, const std::string& file,
                                         Control* control = nullptr);

/// The log as text; reading it back gives an equal recording.
std::string write_log_text(const Recording& recording);
/// Written beside and renamed; compressed where `path` ends in ".zst". Throws BadInput.
void write_log(const Recording& recording, const std::string& path);

/// One definition, or the header, as a line of the log, without line end.
std::string line_of(const Definition& definition, int space);
std::string line_of(const Header& header);
/// One frame as a line of the log; without its bodies and contacts where they are kept elsewhere.
std::string line_of(const Frame& frame, const Header& header, bool with_rows = true);

/// Content of a file; throws BadInput with the system's reason. Files above `most` bytes are refused.
std::string read_file(const std::string& path, std::size_t most = std::size_t(8) << 30);
/// Writes beside, then renames. Throws BadInput with the system's reason and leaves nothing behind.
void write_file(const std::string& path, std::string_view content);

} // namespace oddbounce
