// SPDX-License-Identifier: GPL-3.0-or-later
// The tables of a bounce file (docs/bounce-file.md), their checksums, and what their columns hold.
#pragma once

#include "recording/database.hpp"
#include "recording/recording.hpp"

namespace oddbounce {

/// Name of each table and the statement that makes it. `tail` is there only while a session comes.
const std::vector<std::pair<std::string, std::string>>& tables();

/// What one row of the table `span` holds.
struct SpanRow {
    std::int64_t first = 0, frames = 0, first_number = 0, last_number = 0;
    std::string ticks, start, rows, rest;

    std::int64_t checksum() const {
        Checksum sum;
        for (const std::int64_t n : {first, frames, first_number, last_number}) sum.add(n);
        for (const std::string* bytes : {&ticks, &start, &rows, &rest}) sum.add(*bytes);
        return sum.value();
    }
};

/// Of what is in no span and no picture: about (but for the sum itself), definitions, placements.
std::int64_t checksum_of_rest(const Database& db);

/// Number, seconds of the step, and what it has, of each frame.
std::string ticks_of(const Span& span, const Recording& recording, int level);
/// Tells the feed of the frames that these ticks hold. Throws Damaged where they are out of order.
void note_ticks(Feed& feed, const std::string& bytes, std::size_t count);

/// The pictures inside a bounce file, by a connection of their own: one is asked for while other things are
/// written.
std::shared_ptr<const Pictures> carried_pictures(const std::string& path);

} // namespace oddbounce
