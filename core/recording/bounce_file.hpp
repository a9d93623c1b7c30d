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

/// Opens it for looking; frames are fetched as they are asked for. `name`: for messages, if it is not the
/// path; `pictures`: where those lie that it does not carry. Cost: what all frames' numbers and the
/// definitions take. Throws BadInput.
std::shared_ptr<Recording> open_bounce_file(const std::string& path, const std::string& name = "",
                                            std::shared_ptr<const Pictures> pictures = nullptr);

/// A new bounce file that a Feed fills, without pictures; it is whole and renamed to `path` when the feed has
/// finished. Until then it lies beside, and is removed with the store. Throws BadInput.
std::unique_ptr<Store> new_bounce_file(const std::string& path, const Header& header);

/// A new bounce file that holds every frame as soon as a Feed has taken it: killed at any moment, it opens
/// with all but the last. At most 16 GiB. Throws BadInput, also where `path` exists.
std::unique_ptr<Store> live_bounce_file(const std::string& path, const Header& header);

/// Reading it back gives an equal recording, pictures inside. Written beside and renamed. Throws BadInput;
/// stopped by `control`: false, nothing is left.
bool write_bounce_file(const Recording& recording, const std::string& path, Control* control = nullptr);

} // namespace oddbounce
