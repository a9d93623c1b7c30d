// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/plain_text.hpp"

#include <fmt/format.h>

namespace oddbounce {

namespace {

struct Character {
    char32_t code = 0;
    std::size_t bytes = 1;
    bool valid = false;
};

/// The first character of a text that is not empty.
Character first_of(std::string_view text) {
    const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(text[i]); };
    const unsigned char lead = byte(0);
    if (lead < 0x80) return {lead, 1, true};
    const std::size_t bytes = lead >= 0xF0 ? 4 : lead >= 0xE0 ? 3 : 2;
    if (lead < 0xC2 || lead > 0xF4 || text.size() < bytes) return {lead, 1, false};
    char32_t code = lead & (0xFFu >> (bytes + 1));
    for (std::size_t i = 1; i < bytes; ++i) {
        if ((byte(i) & 0xC0) != 0x80) return {lead, 1, false};
        code = (code << 6) | (byte(i) & 0x3Fu);
    }
    constexpr char32_t least[] = {0, 0, 0x80, 0x800, 0x10000};
    const bool surrogate = code >= 0xD800 && code <= 0xDFFF;
    if (code < least[bytes] || code > 0x10FFFF || surrogate) return {lead, 1, false};
    return {code, bytes, true};
}

bool is_control(char32_t c) { return c < 0x20 || (c >= 0x7F && c < 0xA0) || c == 0x2028 || c == 0x2029; }

/// Marks and overrides of the direction of writing, and the byte order mark.
bool turns_direction(char32_t c) {
    return (c >= 0x200E && c <= 0x200F) || (c >= 0x202A && c <= 0x202E) || (c >= 0x2066 && c <= 0x2069) ||
           c == 0xFEFF;
}

} // namespace

std::string plain_text(std::string_view text, std::size_t most, std::string_view keep) {
    std::string out;
    for (std::size_t count = 0; !text.empty(); ++count) {
        const Character c = first_of(text);
        if (count + 1 >= most && text.size() > c.bytes) return out + "…";
        const bool kept = c.bytes == 1 && keep.find(text[0]) != keep.npos;
        if (!c.valid || (is_control(c.code) && c.code < 0x100 && !kept))
            out += fmt::format("\\x{:02x}", static_cast<unsigned>(c.code));
        else if (is_control(c.code) && !kept)
            out += fmt::format("\\u{{{:x}}}", static_cast<unsigned>(c.code));
        else if (turns_direction(c.code))
            out += fmt::format("\\u{{{:x}}}", static_cast<unsigned>(c.code));
        else
            out += text.substr(0, c.bytes);
        text.remove_prefix(c.bytes);
    }
    return out;
}

} // namespace oddbounce
