// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/bounce_file.hpp"

#include "recording/clip.hpp"
#include "recording/log.hpp"
#include "recording/log_reader.hpp"
#include "recording/rows.hpp"

#include <sqlite3.h>
#include <zstd.h>

#include <algorithm>
#include <array>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <unistd.h>

namespace oddbounce {

namespace {

constexpr int application_id = 0x426F756E; // "Boun"
constexpr int version = 1;
constexpr std::size_t span_frames = 128; // few enough to be at hand at once, enough to pack well
constexpr std::size_t most_unpacked = std::size_t(1) << 30; // of one blob, against compressed bombs
constexpr int level = 7;

// ---- SQLite, in few words

class Database {
  public:
    Database(const std::string& path, int flags) : path_(path) {
        sqlite3* raw = nullptr;
        const int code = sqlite3_open_v2(path.c_str(), &raw, flags, nullptr);
        db_.reset(raw);
        if (code != SQLITE_OK) fail("opened");
    }
    void run(const char* sql) {
        if (sqlite3_exec(db_.get(), sql, nullptr, nullptr, nullptr) != SQLITE_OK) fail("written");
    }
    [[noreturn]] void fail(const char* doing) const {
        throw BadInput(path_, 0, std::string("cannot be ") + doing + ": " + sqlite3_errmsg(db_.get()));
    }
    sqlite3* get() const { return db_.get(); }
    const std::string& path() const { return path_; }

  private:
    std::string path_;
    std::unique_ptr<sqlite3, decltype(&sqlite3_close)> db_{nullptr, &sqlite3_close};
};

class Query {
  public:
    Query(const Database& db, const char* sql) : db_(db) {
        sqlite3_stmt* raw = nullptr;
        const int code = sqlite3_prepare_v2(db.get(), sql, -1, &raw, nullptr);
        statement_.reset(raw);
        if (code != SQLITE_OK)
            throw BadInput(db.path(), 0, "is not a bounce file: " + std::string(sqlite3_errmsg(db.get())));
    }
    Query& bind(int at, std::int64_t v) { return sqlite3_bind_int64(statement_.get(), at, v), *this; }
    Query& bind_text(int at, const char* v) {
        return sqlite3_bind_text(statement_.get(), at, v, -1, SQLITE_STATIC), *this;
    }
    Query& bind(int at, const std::string& v) {
        sqlite3_bind_blob64(statement_.get(), at, v.data(), v.size(), SQLITE_TRANSIENT);
        return *this;
    }
    bool next() {
        const int code = sqlite3_step(statement_.get());
        if (code != SQLITE_ROW && code != SQLITE_DONE) db_.fail("read");
        return code == SQLITE_ROW;
    }
    void done() {
        if (sqlite3_step(statement_.get()) != SQLITE_DONE) db_.fail("written");
        sqlite3_reset(statement_.get());
    }
    std::int64_t whole(int column) const { return sqlite3_column_int64(statement_.get(), column); }
    std::string text(int column) const {
        const void* bytes = sqlite3_column_blob(statement_.get(), column);
        const auto size = static_cast<std::size_t>(sqlite3_column_bytes(statement_.get(), column));
        return bytes ? std::string(static_cast<const char*>(bytes), size) : std::string();
    }

  private:
    const Database& db_;
    std::unique_ptr<sqlite3_stmt, decltype(&sqlite3_finalize)> statement_{nullptr, &sqlite3_finalize};
};

// ---- blobs

std::string packed(const std::string& plain) {
    std::string out(ZSTD_compressBound(plain.size()), '\0');
    out.resize(ZSTD_compress(out.data(), out.size(), plain.data(), plain.size(), level));
    return out;
}

std::string unpacked(const std::string& bytes) {
    const unsigned long long size = ZSTD_getFrameContentSize(bytes.data(), bytes.size());
    if (size == ZSTD_CONTENTSIZE_ERROR || size == ZSTD_CONTENTSIZE_UNKNOWN)
        throw Damaged("is not packed data");
    if (size > most_unpacked) throw Damaged("unpacks to more than 1 GiB");
    std::string out(static_cast<std::size_t>(size), '\0');
    const std::size_t got = ZSTD_decompress(out.data(), out.size(), bytes.data(), bytes.size());
    if (ZSTD_isError(got) || got != out.size()) throw Damaged("is not packed data");
    return out;
}

// ---- spans

std::string lines_of(std::span<const Frame> frames, const Header& h) {
    std::string out;
    for (const Frame& f : frames) {
        for (const Definition& d : f.before) out += line_of(d, h.space) + "\n";
        out += line_of(f, h, false) + "\n";
    }
    return out;
}

struct Stored {
    std::string lines, rows; ///< rows: packed
    std::size_t frames = 0;
};

/// Header, spans one after another, and what follows the last frame.
std::shared_ptr<Recording> assembled(const std::string& path, const std::string& head,
                                     const std::vector<Stored>& spans, const std::string& after,
                                     Control* control) {
    std::string text = head + "\n";
    std::size_t frames = 0;
    for (const Stored& s : spans) text += s.lines, frames += s.frames;
    text += after;
    const auto rows = [&](Recording& r) {
        if (r.frames.size() != frames) throw Damaged("holds another number of frames than it says");
        std::size_t at = 0;
        for (const Stored& s : spans) {
            unpack_rows(unpacked(s.rows), std::span(r.frames).subspan(at, s.frames), r.header.space);
            at += s.frames;
        }
    };
    return LogReader(path, control, rows).read(text);
}

Database opened(const std::string& path) {
    Database db(path, SQLITE_OPEN_READONLY);
    Query id(db, "PRAGMA application_id"), form(db, "PRAGMA user_version");
    if (!id.next() || id.whole(0) != application_id)
        throw BadInput(path, 0, "is a database of another program, expected a bounce file");
    if (!form.next() || form.whole(0) != version)
        throw BadInput(
            path, 0, "is version " + std::to_string(form.whole(0)) + ", expected " + std::to_string(version));
    return db;
}

std::string about(const Database& db, const char* key) {
    Query q(db, "SELECT value FROM about WHERE key = ?");
    q.bind_text(1, key);
    if (!q.next())
        throw BadInput(db.path(), 0, std::string("lacks '") + key + "', expected it in the table about");
    return q.text(0);
}

/// Calls `work`; bytes that nobody wrote become a sentence.
template <class Work> auto whole(const std::string& path, Work&& work) {
    try {
        return work();
    } catch (const Damaged& e) {
        throw BadInput(path, 0, std::string("is damaged: it ") + e.what());
    }
}

void write_spans(const Database& db, const Recording& r) {
    Query insert(db, "INSERT INTO span VALUES (?, ?, ?, ?, ?, ?, ?)");
    for (std::size_t first = 0; first < r.frames.size(); first += span_frames) {
        const std::size_t count = std::min(span_frames, r.frames.size() - first);
        std::vector<Frame> frames(r.frames.begin() + static_cast<std::ptrdiff_t>(first),
                                  r.frames.begin() + static_cast<std::ptrdiff_t>(first + count));
        std::string start;
        if (first > 0) {
            Frame before = opening(r, first - 1);
            start = packed(lines_of(std::span(&before, 1), r.header)) +
                    packed(pack_rows(std::span(&before, 1), r.header.space));
        }
        insert.bind(1, static_cast<std::int64_t>(first)).bind(2, static_cast<std::int64_t>(count));
        insert.bind(3, frames.front().number).bind(4, frames.back().number);
        insert.bind(5, start).bind(6, packed(pack_rows(frames, r.header.space)));
        insert.bind(7, packed(lines_of(frames, r.header))).done();
    }
}

} // namespace

bool is_bounce_file(const std::string& path) {
    std::ifstream f(path, std::ios::binary);
    char head[16] = {};
    return f.read(head, sizeof head) &&
           std::string_view(head, sizeof head) == std::string_view("SQLite format 3\0", 16);
}

std::size_t count_frames(const std::string& path) {
    const Database db = opened(path);
    Query q(db, "SELECT coalesce(sum(frames), 0) FROM span");
    return q.next() ? static_cast<std::size_t>(std::max<std::int64_t>(0, q.whole(0))) : 0;
}

std::shared_ptr<Recording> read_bounce_file(const std::string& path, Control* control) {
    return whole(path, [&]() -> std::shared_ptr<Recording> {
        const Database db = opened(path);
        std::vector<Stored> spans;
        Query q(db, "SELECT rest, rows, frames FROM span ORDER BY first");
        while (q.next()) {
            if (control && control->stop) return nullptr;
            spans.push_back({unpacked(q.text(0)), q.text(1),
                             static_cast<std::size_t>(std::max<std::int64_t>(0, q.whole(2)))});
        }
        return assembled(path, about(db, "header"), spans, about(db, "after"), control);
    });
}

std::shared_ptr<Recording> read_span_of(const std::string& path, std::size_t index) {
    return whole(path, [&] {
        const Database db = opened(path);
        Query q(db,
                "SELECT rest, rows, frames, start FROM span WHERE first <= ? ORDER BY first DESC LIMIT 1");
        q.bind(1, static_cast<std::int64_t>(index));
        if (!q.next()) throw BadInput(path, 0, "holds no frames, expected at least one");
        std::vector<Stored> spans{{unpacked(q.text(0)), q.text(1),
                                   static_cast<std::size_t>(std::max<std::int64_t>(0, q.whole(2)))}};
        if (const std::string start = q.text(3); !start.empty()) {
            const std::size_t lines = ZSTD_findFrameCompressedSize(start.data(), start.size());
            if (ZSTD_isError(lines) || lines > start.size()) throw Damaged("is not packed data");
            spans.insert(spans.begin(), {unpacked(start.substr(0, lines)), start.substr(lines), 1});
        }
        return assembled(path, about(db, "header"), spans, "", nullptr);
    });
}

void write_bounce_file(const Recording& r, const std::string& path) {
    const std::string beside = path + ".part" + std::to_string(getpid());
    std::remove(beside.c_str());
    try {
        Database db(beside, SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE);
        db.run("PRAGMA page_size = 8192; PRAGMA journal_mode = OFF; PRAGMA application_id = 1114600814;"
               "PRAGMA user_version = 1; BEGIN;"
               "CREATE TABLE about (key TEXT PRIMARY KEY, value BLOB) WITHOUT ROWID;"
               "CREATE TABLE span (first INTEGER PRIMARY KEY, frames INTEGER, first_number INTEGER,"
               " last_number INTEGER, start BLOB, rows BLOB, rest BLOB);"
               "CREATE INDEX span_number ON span (first_number);");
        Query insert(db, "INSERT INTO about VALUES (?, ?)");
        std::string after;
        for (const Definition& d : r.after) after += line_of(d, r.header.space) + "\n";
        insert.bind_text(1, "header").bind(2, line_of(r.header)).done();
        insert.bind_text(1, "after").bind(2, after).done();
        write_spans(db, r);
        db.run("COMMIT");
    } catch (const BadInput& e) {
        std::remove(beside.c_str());
        const std::string what = e.what();
        const std::size_t at = what.find(beside);
        throw BadInput(path, 0, at == 0 ? what.substr(beside.size() + 2) : what);
    }
    std::error_code error;
    std::filesystem::rename(beside, path, error);
    if (!error) return;
    std::remove(beside.c_str());
    throw BadInput(path, 0, "cannot be written: " + error.message());
}

std::shared_ptr<Recording> read_recording(const std::string& path, Control* control) {
    return path != "-" && is_bounce_file(path) ? read_bounce_file(path, control) : read_log(path, control);
}

void write_recording(const Recording& r, const std::string& path) {
    if (path.size() >= 7 && path.compare(path.size() - 7, 7, ".bounce") == 0)
        write_bounce_file(r, path);
    else
        write_log(r, path);
}

} // namespace oddbounce
