// SPDX-License-Identifier: GPL-3.0-or-later
// What somebody who means harm does to the inside of a bounce file, checksums made anew afterwards.
#pragma once

#include "choices.hpp"
#include "recording/columns.hpp"
#include "recording/database.hpp"

#include <filesystem>
#include <fstream>

namespace oddbounce {

/// The checksums of docs/bounce-file.md, over what the file holds now.
inline void seal(const std::string& path) {
    Database db(path, SQLITE_OPEN_READWRITE);
    std::vector<std::pair<std::int64_t, std::int64_t>> sums;
    {
        Query q(db, "SELECT first, frames, first_number, last_number, ticks, start, rows, rest FROM span");
        while (q.next()) {
            Checksum sum;
            for (int c = 0; c < 4; ++c) sum.add(q.whole(c));
            for (int c = 4; c < 8; ++c) sum.add(q.text(c));
            sums.emplace_back(q.whole(0), sum.value());
        }
    }
    for (const auto& [first, sum] : sums)
        Query(db, "UPDATE span SET checksum = ? WHERE first = ?").bind(1, sum).bind(2, first).done();
    Query(db, "DELETE FROM about WHERE key = 'checksum'").done(); // as of a session that was not ended
}

/// Unpacks a blob, changes one byte, packs it again.
inline std::string bent(const std::string& blob, Choices& c) {
    std::string plain = blob.empty() ? blob : unpacked(blob);
    if (!plain.empty()) plain[(c.byte() * 256 + c.byte()) % plain.size()] = static_cast<char>(c.byte());
    return packed(plain, 1);
}

inline void damage(const std::string& path, Choices& c) {
    {
        Database db(path, SQLITE_OPEN_READWRITE);
        const auto some = [&] { return static_cast<std::int64_t>(128 * c.below(4)); };
        const auto number = [&] { return c.whole(); };
        for (unsigned n = c.below(3); n > 0; --n) {
            const char* const columns[] = {"rows", "rest", "ticks", "start"};
            const std::string column = columns[c.below(4)];
            switch (c.below(12)) {
            case 0: {
                std::string blob;
                {
                    Query q(db, ("SELECT " + column + " FROM span WHERE first = ?").c_str());
                    if (!q.bind(1, some()).next()) break;
                    blob = q.text(0);
                }
                Query(db, ("UPDATE span SET " + column + " = ? WHERE first = ?").c_str())
                    .bind(1, bent(blob, c))
                    .bind(2, some())
                    .done();
                break;
            }
            case 1:
                Query(db, ("UPDATE span SET " + column + " = (SELECT " + column +
                           " FROM span ORDER BY first DESC LIMIT 1) WHERE first = ?")
                              .c_str())
                    .bind(1, some())
                    .done();
                break;
            case 2:
                Query(db, ("UPDATE span SET " + column + " = NULL WHERE first = ?").c_str())
                    .bind(1, some())
                    .done();
                break;
            case 3:
                Query(db, "UPDATE definition SET before = ? WHERE at = ?")
                    .bind(1, number())
                    .bind(2, c.id())
                    .done();
                break;
            case 4:
                Query(db, "UPDATE definition SET line = ? WHERE at = ?")
                    .bind(1, definition_from(c).dump())
                    .bind(2, c.id())
                    .done();
                break;
            case 5:
                Query(db, "DELETE FROM definition WHERE at = ?").bind(1, c.id()).done();
                break;
            case 6:
                Query(db, "UPDATE span SET frames = ? WHERE first = ?")
                    .bind(1, number())
                    .bind(2, some())
                    .done();
                break;
            case 7:
                Query(db, "INSERT OR REPLACE INTO placed VALUES (?, ?)")
                    .bind(1, c.id())
                    .bind(2, number())
                    .done();
                break;
            case 8:
                Query(db, "DELETE FROM span WHERE first = ?").bind(1, some()).done();
                break;
            case 9:
                Query(db, "UPDATE span SET first_number = ?, last_number = ?")
                    .bind(1, number())
                    .bind(2, number())
                    .done();
                break;
            case 10: {
                static const char* const schemas[] = {
                    "CREATE VIEW more AS SELECT * FROM span",
                    "CREATE TABLE more (x)",
                    "CREATE INDEX more ON span (frames)",
                    "CREATE TRIGGER more AFTER DELETE ON tail BEGIN DELETE FROM span; END",
                    "DROP TABLE placed",
                    "CREATE TABLE tail (frame INTEGER, line TEXT)"};
                sqlite3_exec(db.get(), schemas[c.below(std::size(schemas))], nullptr, nullptr, nullptr);
                sqlite3_exec(db.get(), "INSERT INTO tail VALUES (0, '{\"frame\":900}')", nullptr, nullptr,
                             nullptr);
                break;
            }
            default:
                Query(db, "UPDATE about SET value = ? WHERE key = ?")
                    .bind(1, std::string(c.often() ? "{\"bounce\":1,\"space\":3}" : "["))
                    .bind_text(2, c.often()   ? "header"
                                  : c.often() ? "after"
                                              : "warnings")
                    .done();
            }
        }
    }
    seal(path);
    if (!c.rarely()) return;
    std::fstream file(path, std::ios::in | std::ios::out | std::ios::binary); // and bytes of the file itself
    const auto size = static_cast<unsigned>(std::filesystem::file_size(path));
    for (unsigned n = 1 + c.below(4); n > 0; --n)
        file.seekp((c.byte() * 65536u + c.byte() * 256u + c.byte()) % size),
            file.put(static_cast<char>(c.byte()));
}

} // namespace oddbounce
