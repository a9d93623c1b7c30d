// SPDX-License-Identifier: GPL-3.0-or-later
#include "language/say.hpp"

#include <atomic>

namespace oddbounce {

namespace {
std::atomic<Translate> translator = nullptr;
} // namespace

void translate_with(Translate translate) { translator = translate; }
bool speaks_english() { return translator == nullptr; }

std::string translated(const std::string& english) {
    const Translate translate = translator;
    std::string other = translate && !english.empty() ? translate(english.c_str()) : std::string();
    return other.empty() ? english : other;
}

} // namespace oddbounce
