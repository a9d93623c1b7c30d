// SPDX-License-Identifier: GPL-3.0-or-later
// Texts for people. They are written in English, where they are needed; a program that speaks another
// language hands in a translator.
#pragma once

#include <fmt/format.h>

#include <string>

namespace oddbounce {

/// The text in another language; empty where there is none. May be called from any thread.
using Translate = std::string (*)(const char* english);
/// From now on texts are translated with it; null: they stay English. Texts that exist stay as they are.
void translate_with(Translate translate);
bool speaks_english();

/// The text in the reader's language; English where it has no translation.
std::string translated(const std::string& english);

/// `pattern` in the reader's language with the values in its places, as fmt::format does. Another language
/// may number them: "{1} in {0}". A translation whose places do not fit is not used.
template <class... Values>
std::string say(fmt::format_string<const Values&...> pattern, const Values&... values) {
    const fmt::string_view english = pattern;
    if (!speaks_english()) {
        try {
            return fmt::format(fmt::runtime(translated({english.data(), english.size()})), values...);
        } catch (const fmt::format_error&) { // its places do not fit
        }
    }
    return fmt::format(pattern, values...);
}

} // namespace oddbounce
