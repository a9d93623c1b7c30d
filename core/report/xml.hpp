// SPDX-License-Identifier: GPL-3.0-or-later
// Text inside XML and HTML.
#pragma once

#include <string>
#include <string_view>

namespace oddbounce {

/// Escaped for element content and quoted attributes; characters that XML cannot hold are shown as \xNN.
std::string xml_text(std::string_view text);

} // namespace oddbounce
