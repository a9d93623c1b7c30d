// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/database.hpp"

#include "recording/columns.hpp"

#include <algorithm>
#include <filesystem>
#include <zstd.h>

namespace oddbounce {

namespace {
constexpr std::size_t most_unpacked = std::size_t(1) << 30; // of one blob, against compressed bombs
constexpr int longest_statement = 10000;                    // bytes of SQL
constexpr int longest_value = 1 << 30;                      // bytes of one value
// Steps of SQLite's machine: a row takes some twenty and some bytes. What takes more than this runs in
// circles.
constexpr int stride = 100000;
constexpr std::int64_t least_steps = 10000000, steps_per_byte = 20;

/// Steps that a statement on this file may take, in strides.
std::int64_t strides_for(const std::string& path) {
    std::error_code unknown;
    const auto bytes = std::filesystem::file_size(path, unknown);
    return (least_steps + (unknown ? 0 : static_cast<std::int64_t>(bytes)) * steps_per_byte) / stride;
}
} // namespace

Database::Database(const std::string& path, int flags) : path_(path) {
    sqlite3* raw = nullptr;
    const int code = sqlite3_open_v2(path.c_str(), &raw, flags, nullptr);
    db_.reset(raw);
    if (code != SQLITE_OK) fail("opened");
    sqlite3_busy_timeout(raw, 2000);
    // A file from a stranger is data: it runs nothing and changes nothing of the library.
    const bool our_own = flags & SQLITE_OPEN_CREATE; // being written: its journal may be turned off
    sqlite3_db_config(raw, SQLITE_DBCONFIG_DEFENSIVE, our_own ? 0 : 1, nullptr);
    sqlite3_db_config(raw, SQLITE_DBCONFIG_TRUSTED_SCHEMA, 0, nullptr);
    sqlite3_db_config(raw, SQLITE_DBCONFIG_ENABLE_TRIGGER, 0, nullptr);
    sqlite3_db_config(raw, SQLITE_DBCONFIG_ENABLE_VIEW, 0, nullptr);
    sqlite3_limit(raw, SQLITE_LIMIT_SQL_LENGTH, longest_statement);
    sqlite3_limit(raw, SQLITE_LIMIT_LENGTH, longest_value);
    sqlite3_limit(raw, SQLITE_LIMIT_ATTACHED, 0);
    if (!our_own) {
        struct Budget {
            static int count(void* self) {
                const auto* db = static_cast<const Database*>(self);
                return ++*db->strides_ > db->most_strides_;
            }
        };
        most_strides_ = strides_for(path);
        sqlite3_progress_handler(raw, stride, &Budget::count, this);
    }
    sqlite3_exec(raw, "PRAGMA cell_size_check = ON; PRAGMA mmap_size = 0", nullptr, nullptr, nullptr);
}

void Database::check_schema(const std::vector<std::pair<std::string, std::string>>& tables) const {
    Query q(*this, "SELECT type, name, sql FROM sqlite_master");
    std::size_t found = 0;
    while (q.next()) {
        const std::string type = q.text(0), name = q.text(1), sql = q.text(2);
        if (type == "index" && name.starts_with("sqlite_autoindex_")) continue;
        const auto known = std::find(tables.begin(), tables.end(), std::pair(name, sql));
        if (type != "table" || known == tables.end())
            throw BadInput(path_, 0, "is not a bounce file: it has a " + type + " '" + name + "' of its own");
        ++found;
    }
    if (found < tables.size() - 1) throw BadInput(path_, 0, "is not a bounce file: it lacks tables");
}

void Database::run(const char* sql) {
    if (sqlite3_exec(db_.get(), sql, nullptr, nullptr, nullptr) != SQLITE_OK) fail("written");
}

void Database::fail(const char* doing) const {
    throw BadInput(path_, 0, std::string("cannot be ") + doing + ": " + sqlite3_errmsg(db_.get()));
}

Query::Query(const Database& db, const char* sql) : db_(db) {
    sqlite3_stmt* raw = nullptr;
    db.begin_work();
    const int code = sqlite3_prepare_v2(db.get(), sql, -1, &raw, nullptr);
    statement_.reset(raw);
    if (code != SQLITE_OK)
        throw BadInput(db.path(), 0, "is not a bounce file: " + std::string(sqlite3_errmsg(db.get())));
}

Query& Query::bind_text(int at, const std::string& v) {
    return sqlite3_bind_text64(statement_.get(), at, v.data(), v.size(), SQLITE_TRANSIENT, SQLITE_UTF8),
           *this;
}

Query& Query::bind(int at, const std::string& v) {
    return sqlite3_bind_blob64(statement_.get(), at, v.data(), v.size(), SQLITE_TRANSIENT), *this;
}

bool Query::next() {
    const int code = sqlite3_step(statement_.get());
    if (code != SQLITE_ROW && code != SQLITE_DONE) db_.fail("read");
    return code == SQLITE_ROW;
}

void Query::done() {
    if (sqlite3_step(statement_.get()) != SQLITE_DONE) db_.fail("written");
    sqlite3_reset(statement_.get());
}

std::string Query::text(int column) const {
    const void* bytes = sqlite3_column_blob(statement_.get(), column);
    const auto size = static_cast<std::size_t>(sqlite3_column_bytes(statement_.get(), column));
    return bytes ? std::string(static_cast<const char*>(bytes), size) : std::string();
}

std::string packed(const std::string& plain, int level) {
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

} // namespace oddbounce
