// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/xml.hpp"

#include "recording/plain_text.hpp"

namespace oddbounce {

std::string xml_text(std::string_view text) {
    std::string out;
    for (const char c : plain_text(text, text.size() + 1, "\n\t")) switch (c) {
        case '&':
            out += "&amp;";
            break;
        case '<':
            out += "&lt;";
            break;
        case '>':
            out += "&gt;";
            break;
        case '"':
            out += "&quot;";
            break;
        case '\'':
            out += "&#39;";
            break;
        default:
            out += c;
        }
    return out;
}

} // namespace oddbounce
