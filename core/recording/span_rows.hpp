// SPDX-License-Identifier: GPL-3.0-or-later
// What a span weighs in memory.
#pragma once

#include "recording/recording.hpp"

namespace oddbounce {

/// In rows of some 200 bytes.
inline std::size_t rows_of(const Span& span) {
    std::size_t rows = 0;
    for (const auto& f : span.frames) rows += f->bodies.size() + f->contacts.size() + 8;
    return rows;
}

} // namespace oddbounce
