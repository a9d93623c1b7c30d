// SPDX-License-Identifier: GPL-3.0-or-later
// Bounce logs (docs/bounce-log.md) as text; files of them are read and written by files.hpp.
#pragma once

#include "recording/bad_input.hpp"
#include "recording/control.hpp"
#include "recording/recording.hpp"

#include <functional>
#include <memory>
#include <string>
#include <string_view>

namespace oddbounce {

/// Reads a log from memory; `file` is the name for messages.
/// Throws BadInput with file, line, key and what was expected; a last line without its end is dropped
/// with a warning; unknown keys and kinds are kept, with one warning a kind. Stopped by `control`: null.
/// `pictures`: where those lie that are named by path.
std::shared_ptr<Recording> read_log_text(std::string_view text, const std::string& file,
                                         Control* control = nullptr,
                                         std::shared_ptr<const Pictures> pictures = nullptr);

/// The log as text; reading it back gives an equal recording.
std::string write_log_text(const Recording& recording);
/// The same, frame by frame: calls `put` with piece after piece, until it returns false.
void write_log_pieces(const Recording& recording, const std::function<bool(std::string_view)>& put);

/// One definition, or the header, as a line of the log, without line end.
std::string line_of(const Definition& definition, int space);
std::string line_of(const Header& header);
/// One frame as a line of the log; without its bodies and contacts where they are kept elsewhere.
std::string line_of(const Frame& frame, const Header& header, bool with_rows = true);

} // namespace oddbounce
