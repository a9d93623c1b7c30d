// SPDX-License-Identifier: GPL-3.0-or-later
// The manual page and the completion scripts, from the same options as --help.
#pragma once

#include <string>

namespace CLI {
class App;
}

namespace oddbounce {

/// Roff for man(1).
std::string manual_of(const CLI::App& app, const std::string& version);
/// `shell`: "bash", "zsh" or "fish".
std::string completion_of(const CLI::App& app, const std::string& shell);

} // namespace oddbounce
