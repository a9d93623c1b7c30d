// SPDX-License-Identifier: GPL-3.0-or-later
// SQLite and zstd in few words: inner header of what keeps bounce files.
#pragma once

#include "recording/bad_input.hpp"

#include <sqlite3.h>

#include <cstdint>
#include <memory>
#include <string>

namespace oddbounce {

class Database {
  public:
    Database(const std::string& path, int flags);
    void run(const char* sql);
    [[noreturn]] void fail(const char* doing) const;
    sqlite3* get() const { return db_.get(); }
    const std::string& path() const { return path_; }

  private:
    std::string path_;
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

std::string packed(const std::string& plain, int level);
/// Throws Damaged; refuses what unpacks to more than 1 GiB.
std::string unpacked(const std::string& bytes);

} // namespace oddbounce
