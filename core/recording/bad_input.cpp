// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/bad_input.hpp"

#include "recording/plain_text.hpp"

#include <fmt/format.h>

namespace oddbounce {

namespace {
constexpr std::size_t longest_sentence = 1000; // characters
} // namespace

BadInput::BadInput(const std::string& file, long line, const std::string& sentence, const std::string& key)
    : std::runtime_error(plain_text(line > 0 ? fmt::format("{}:{}: {}", file, line, sentence)
                                             : fmt::format("{}: {}", file, sentence),
                                    longest_sentence)),
      file_(file), key_(key), line_(line) {}

} // namespace oddbounce
