// SPDX-License-Identifier: GPL-3.0-or-later
// What lies inside a bounce file, as any bytes: it opens and can be judged, or is refused with a sentence.
// The input is cut at "\n--\n" into header, definitions, lines, rows, start and ticks of one span.
#include "damage.hpp"
#include "fault/scan.hpp"
#include "recording/bounce_file.hpp"
#include "recording/columns.hpp"
#include "recording/database.hpp"
#include "recording/log.hpp"

#include <cstdint>
#include <cstdio>
#include <unistd.h>

using namespace oddbounce;

namespace {

std::string path() { return "/tmp/fuzz_file" + std::to_string(getpid()) + ".bounce"; }

/// A file as a writer would lay it out, with these bytes in it.
void lay_out(const std::vector<std::string>& parts) {
    const std::string log = "{\"bounce\":1}\n{\"frame\":0}\n{\"frame\":1}\n";
    write_bounce_file(*read_log_text(log, "seed"), path());
    Database db(path(), SQLITE_OPEN_READWRITE);
    db.run("PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF; BEGIN;");
    const auto part = [&](std::size_t i) { return i < parts.size() ? parts[i] : std::string(); };
    Query(db, "UPDATE about SET value = ? WHERE key = 'header'").bind(1, part(0)).done();
    std::size_t at = 0;
    const std::string definitions = part(1);
    while (at < definitions.size()) {
        const std::size_t end = std::min(definitions.find('\n', at), definitions.size());
        Query(db, "INSERT INTO definition (before, kind, id, line) VALUES (0, 'x', 0, ?)")
            .bind(1, definitions.substr(at, end - at))
            .done();
        at = end + 1;
    }
    Query(db, "UPDATE span SET rest = ?, rows = ?, start = ?, ticks = ?, frames = ?")
        .bind(1, packed(part(2), 1))
        .bind(2, packed(part(3), 1))
        .bind(3, part(4).empty() ? std::string() : packed(part(4), 1))
        .bind(4, packed(part(5), 1))
        .bind(5, part(6).empty() ? 2 : static_cast<unsigned char>(part(6)[0]))
        .done();
    db.run("COMMIT");
    seal(path());
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    std::vector<std::string> parts(1);
    const std::string all(reinterpret_cast<const char*>(data), size);
    for (std::size_t i = 0; i < all.size();)
        if (all.compare(i, 4, "\n--\n") == 0)
            parts.emplace_back(), i += 4;
        else
            parts.back() += all[i++];
    try {
        lay_out(parts);
        const auto r = open_bounce_file(path());
        if (r->collider_count() > 64) return 0;
        ScanOptions options;
        options.threads = 1;
        scan(*r, options);
        write_log_text(*r);
    } catch (const BadInput&) {
    }
    return 0;
}
