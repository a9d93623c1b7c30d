// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/bad_input.hpp"

#include <fmt/format.h>

namespace oddbounce {

BadInput::BadInput(const std::string& file, long line, const std::string& sentence, const std::string& key)
    : std::runtime_error(line > 0 ? fmt::format("{}:{}: {}", file, line, sentence)
                                  : fmt::format("{}: {}", file, sentence)),
      file_(file), key_(key), line_(line) {}

} // namespace oddbounce
