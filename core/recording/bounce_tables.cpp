// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/bounce_tables.hpp"

#include "recording/bad_input.hpp"
#include "recording/log_reader.hpp"
#include "recording/pictured.hpp"
#include "recording/rows.hpp"

#include <mutex>

namespace oddbounce {

namespace {

class CarriedPictures : public Pictures {
  public:
    explicit CarriedPictures(const std::string& path) : db_(path, SQLITE_OPEN_READONLY) {}
    std::string png(const std::string& path) const override {
        const std::lock_guard lock(mutex_);
        try {
            Query q(db_, "SELECT png, checksum FROM picture WHERE path = ?");
            if (q.bind_text(1, path).next()) {
                std::string png = q.text(0);
                Checksum sum;
                sum.add(png);
                if (sum.value() != q.whole(1)) throw NoPicture("does not match its checksum");
                return png;
            }
        } catch (const BadInput& e) {
            throw NoPicture(e.what());
        }
        throw NoPicture("is not in the bounce file");
    }

  private:
    mutable std::mutex mutex_;
    Database db_;
};

} // namespace

std::shared_ptr<const Pictures> carried_pictures(const std::string& path) {
    return std::make_shared<const CarriedPictures>(path);
}

const std::vector<std::pair<std::string, std::string>>& tables() {
    static const std::vector<std::pair<std::string, std::string>> all = {
        {"about", "CREATE TABLE about (key TEXT PRIMARY KEY, value BLOB) WITHOUT ROWID"},
        {"definition", "CREATE TABLE definition (at INTEGER PRIMARY KEY, before INTEGER, kind TEXT, id "
                       "INTEGER, line TEXT)"},
        {"placed", "CREATE TABLE placed (body INTEGER PRIMARY KEY, first INTEGER)"},
        {"picture", "CREATE TABLE picture (path TEXT PRIMARY KEY, png BLOB, checksum INTEGER)"},
        {"span", "CREATE TABLE span (first INTEGER PRIMARY KEY, frames INTEGER, first_number INTEGER, "
                 "last_number INTEGER, "
                 "ticks BLOB, start BLOB, rows BLOB, rest BLOB, checksum INTEGER)"},
        {"tail", "CREATE TABLE tail (frame INTEGER, line TEXT)"}};
    return all;
}

std::int64_t checksum_of_rest(const Database& db) {
    Checksum sum;
    const auto add = [&](const char* sql, int columns) {
        Query q(db, sql);
        while (q.next())
            for (int c = 0; c < columns; ++c) sum.add(q.text(c));
    };
    add("SELECT key, value FROM about WHERE key <> 'checksum' ORDER BY key", 2);
    add("SELECT at, before, kind, id, line FROM definition ORDER BY at", 5);
    add("SELECT body, first FROM placed ORDER BY body", 2);
    return sum.value();
}

std::string ticks_of(const Span& span, const Recording& r, int level) {
    ByteWriter out;
    std::int64_t last = 0;
    std::vector<double> dt;
    for (std::size_t k = 0; k < span.frames.size(); ++k) {
        const Frame& f = *span.frames[k];
        out.whole(static_cast<std::int64_t>(static_cast<std::uint64_t>(f.number) -
                                            static_cast<std::uint64_t>(last)));
        last = f.number;
        out.byte(r.has(span.first + k));
        dt.push_back(f.dt);
    }
    write_column(out, dt);
    return packed(out.bytes(), level);
}

void note_ticks(Feed& feed, const std::string& bytes, std::size_t count) {
    const std::string plain = unpacked(bytes);
    ByteReader in(plain);
    std::vector<std::pair<std::int64_t, std::uint8_t>> ticks(count);
    std::uint64_t last = 0;
    for (auto& [number, has] : ticks) {
        last += static_cast<std::uint64_t>(in.whole());
        number = static_cast<std::int64_t>(last), has = in.byte();
    }
    std::vector<double> dt(count);
    read_column(in, dt);
    const Recording& r = *feed.recording();
    for (std::size_t i = 0; i < count; ++i) {
        const bool rises = r.empty() || ticks[i].first > r.number(r.size() - 1);
        const bool in_range = std::abs(ticks[i].first / 2) <= Keys::most_whole / 2 &&
                              dt[i] >= shortest_step && dt[i] <= longest_step;
        if (!rises || !in_range) throw Damaged("holds frames out of order");
        feed.know(ticks[i].first, dt[i], ticks[i].second);
    }
}

} // namespace oddbounce
