// SPDX-License-Identifier: GPL-3.0-or-later
// The rows of frames, bodies and contacts, in columns: what a bounce file keeps of a span besides its lines.
#pragma once

#include "recording/columns.hpp"
#include "recording/recording.hpp"

#include <span>

namespace oddbounce {

/// Body rows and contacts that one span may hold, against files that claim more than they carry.
inline constexpr std::size_t most_rows_of_span = 8000000;

/// Contacts that carry keys of their own stay in the frame's line.
bool contacts_in_rows(const Frame& frame);

std::string pack_rows(std::span<const Frame> frames, int space);
/// Sets the rows of the frames. Throws Damaged.
void unpack_rows(std::string_view bytes, std::span<Frame> frames, int space);

/// The state of all bodies and switches at the end of a frame; definitions lie elsewhere.
std::string pack_world(const World& world);
/// The world in which these definitions hold and everything is as it was packed. Throws Damaged.
World unpack_world(std::string_view bytes, const Recording& recording,
                   std::span<const DefinitionRef> definitions);

} // namespace oddbounce
