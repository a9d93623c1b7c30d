// SPDX-License-Identifier: GPL-3.0-or-later
// SQLite and zstd in few words: inner header of what keeps bounce files.
#pragma once

#include "recording/bad_input.hpp"

#include <sqlite3.h>

#include <cstdint>
#include <memory>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace oddbounce {

class Database {
  public:
    Database(const Database&) = delete;
    /// Reading: the schema must be exactly `tables` (name and statement that made each), and nothing of it is
    /// trusted.
    Database(const std::string& path, int flags);
    void check_schema(const std::vector<std::pair<std::string, std::string>>& tables) const;
    void run(const char* sql);
    [[noreturn]] void fail(const char* doing) const;
    sqlite3* get() const { return db_.get(); }
    const std::string& path() const { return path_; }
    /// A statement begins: it may take as much work as the size of the file explains.
    void begin_work() const { *strides_ = 0; }

  private:
    std::string path_;
    std::unique_ptr<std::int64_t> strides_ = std::make_unique<std::int64_t>(0); // of the statement under way
    std::int64_t most_strides_ = 0;
    // v2: queries may end after it
    std::unique_ptr<sqlite3, decltype(&sqlite3_close_v2)> db_{nullptr, &sqlite3_close_v2};
};

class Query {
  public:
    Query(const Database& db, const char* sql);
    Query& bind(int at, std::int64_t v) { return sqlite3_bind_int64(statement_.get(), at, v), *this; }
    Query& bind_text(int at, const std::string& v);
    Query& bind(int at, const std::string& v);
    bool next();
    void done();
    std::int64_t whole(int column) const { return sqlite3_column_int64(statement_.get(), column); }
    std::string text(int column) const;

  private:
    const Database& db_;
    std::unique_ptr<sqlite3_stmt, decltype(&sqlite3_finalize)> statement_{nullptr, &sqlite3_finalize};
};

/// FNV-1a, 64 bits: notices damage, not forgery.
class Checksum {
  public:
    void add(std::string_view bytes) {
        add(static_cast<std::int64_t>(bytes.size()));
        for (const char c : bytes) mix(static_cast<unsigned char>(c));
    }
    void add(std::int64_t number) {
        for (int shift = 0; shift < 64; shift += 8) mix(static_cast<std::uint64_t>(number) >> shift & 0xFF);
    }
    std::int64_t value() const { return static_cast<std::int64_t>(sum_); }

  private:
    void mix(std::uint64_t byte) { sum_ = (sum_ ^ byte) * 1099511628211u; }
    std::uint64_t sum_ = 14695981039346656037u;
};

std::string packed(const std::string& plain, int level);
/// Throws Damaged; refuses what unpacks to more than 1 GiB.
std::string unpacked(const std::string& bytes);

} // namespace oddbounce
