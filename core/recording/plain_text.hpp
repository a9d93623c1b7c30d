// SPDX-License-Identifier: GPL-3.0-or-later
// Text from files and games, made safe to show: on a terminal, in a table, in a window.
#pragma once

#include <string>
#include <string_view>

namespace oddbounce {

/// The text with control characters, characters that change the direction of writing, and bytes that are not
/// UTF-8 escaped as \xNN or \u{N}; at most `most` characters long, the last one "…" where it was cut. `keep`
/// are control characters that stay.
std::string plain_text(std::string_view text, std::size_t most = 120, std::string_view keep = "");

} // namespace oddbounce
