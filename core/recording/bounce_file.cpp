// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/bounce_file.hpp"

#include "recording/bounce_tables.hpp"
#include "recording/log.hpp"
#include "recording/log_reader.hpp"
#include "recording/output_file.hpp"
#include "recording/pictured.hpp"
#include "recording/rows.hpp"

#include <algorithm>
#include <charconv>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <nlohmann/json.hpp>
#include <set>
#include <unistd.h>
#include <utility>

namespace oddbounce {

namespace {

constexpr int application_id = 0x426F756E; // "Boun"
constexpr int version = 3;
constexpr int quick = 3, small = 9; // how hard zstd tries: while frames come, and for a file that is kept

/// Calls `work`; bytes that nobody wrote become a sentence.
template <class Work> auto whole(const std::string& path, Work&& work) {
    try {
        return work();
    } catch (const Damaged& e) {
        throw BadInput(path, 0, std::string("is damaged: it ") + e.what());
    }
}

std::string lines_of(const std::vector<DefinitionRef>& definitions, int space) {
    std::string out;
    for (const Definition& d : definitions) out += line_of(d, space) + "\n";
    return out;
}

template <class Each> void each_line(std::string_view text, Each&& each) {
    while (!text.empty()) {
        const std::size_t end = std::min(text.find('\n'), text.size());
        if (end > 0) each(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
    }
}

const char* kind_of(const Definition& d) {
    static constexpr const char* words[] = {"body", "collider", "pair", "art", "probe", "expect", "end", "unknown"};
    static_assert(std::size(words) == std::variant_size_v<Definition>);
    return words[d.index()];
}
std::int64_t id_of(const Definition& d) {
    if (const auto* b = std::get_if<BodyDef>(&d)) return b->id;
    if (const auto* c = std::get_if<ColliderDef>(&d)) return c->id;
    return 0;
}

std::string about(const Database& db, const char* key) {
    Query q(db, "SELECT value FROM about WHERE key = ?");
    q.bind_text(1, key);
    if (!q.next())
        throw BadInput(db.path(), 0, std::string("lacks '") + key + "', expected it in the table about");
    return q.text(0);
}

/// A value that a session which was not ended lacks.
std::optional<std::string> about_if(const Database& db, const char* key) {
    Query q(db, "SELECT value FROM about WHERE key = ?");
    q.bind_text(1, key);
    if (!q.next()) return {};
    return q.text(0);
}

class BounceFile : public Store {
  public:
    struct Live {};
    /// For reading.
    BounceFile(const std::string& path, const std::string& name)
        : name_(name), db_(path, SQLITE_OPEN_READONLY) {
        Query id(db_, "PRAGMA application_id"), form(db_, "PRAGMA user_version");
        if (!id.next() || id.whole(0) != application_id)
            throw BadInput(name, 0, "is a database of another program, expected a bounce file");
        if (!form.next() || form.whole(0) != version)
            throw BadInput(name, 0,
                           "is version " + std::to_string(form.whole(0)) + ", expected " +
                               std::to_string(version));
        db_.check_schema(tables());
    }
    /// For writing, at first beside `path`.
    BounceFile(const std::string& path, const Header& header, int level)
        : name_(path), beside_(part_of(path)), header_(header), level_(level),
          db_((check_output(path), sweep_parts(path), std::remove(beside_.c_str()), beside_),
              SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE) {
        db_.run("PRAGMA page_size = 4096; PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF; BEGIN;");
        lay_out();
    }
    /// For writing while frames come: everything that has come is there at any time.
    BounceFile(Live, const std::string& path, const Header& header)
        : name_(path), live_(true), header_(header), db_(path, SQLITE_OPEN_READWRITE | SQLITE_OPEN_CREATE) {
        db_.run("PRAGMA page_size = 4096; PRAGMA journal_mode = WAL; PRAGMA synchronous = NORMAL;"
                "PRAGMA max_page_count = 4194304; BEGIN;"); // 16 GiB
        lay_out();
        db_.run("COMMIT");
    }
    ~BounceFile() override {
        if (!beside_.empty()) std::remove(beside_.c_str());
    }

    const Database& database() const { return db_; }
    void carry_pictures() { carries_ = true; }

    void put(const Span& span, const Recording& r) override {
        if (beside_.empty() && !live_) return; // opened for reading: what was in no span stays in memory
        const std::lock_guard lock(mutex_);
        if (live_) db_.run("BEGIN");
        Query define(db_, "INSERT INTO definition (before, kind, id, line) VALUES (?, ?, ?, ?)");
        for (const auto& f : span.frames) carry(*f, r);
        Query place(db_, "INSERT OR IGNORE INTO placed VALUES (?, ?)");
        const std::size_t end = span.first + span.frames.size();
        for (const Recording::Defined& d : r.definitions(std::exchange(defined_, end), end))
            define.bind(1, static_cast<std::int64_t>(d.before)).bind_text(2, kind_of(d.definition)),
                define.bind(3, id_of(d.definition)).bind_text(4, line_of(d.definition, header_.space)).done();
        std::vector<Frame> frames;
        std::string rest;
        for (const auto& f : span.frames) {
            const auto index = static_cast<std::int64_t>(span.first + frames.size());
            for (const BodyRow& row : f->bodies)
                if (const auto slot = static_cast<std::size_t>(row.mark.slot); !is_placed(slot))
                    placed_[slot] = true, place.bind(1, row.id).bind(2, index), place.done();
            rest += line_of(*f, r.header, false) + "\n";
            frames.push_back(*f);
        }
        SpanRow row{static_cast<std::int64_t>(span.first),
                    static_cast<std::int64_t>(frames.size()),
                    frames.front().number,
                    frames.back().number,
                    ticks_of(span, r, level_),
                    span.start ? packed(pack_world(*span.start), level_) : std::string(),
                    packed(pack_rows(frames, header_.space), level_),
                    packed(rest, level_)};
        Query insert(db_, "INSERT INTO span VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)");
        insert.bind(1, row.first).bind(2, row.frames).bind(3, row.first_number).bind(4, row.last_number);
        insert.bind(5, row.ticks).bind(6, row.start).bind(7, row.rows).bind(8, row.rest);
        insert.bind(9, row.checksum()).done();
        if (live_) db_.run("DELETE FROM tail; COMMIT");
    }

    void arrived(const Frame& f, std::size_t index) override {
        if (!live_) return;
        const std::lock_guard lock(mutex_);
        db_.run("BEGIN");
        Query insert(db_, "INSERT INTO tail VALUES (?, ?)");
        insert.bind(1, static_cast<std::int64_t>(index));
        for (const Definition& d : f.before) insert.bind_text(2, line_of(d, header_.space)).done();
        insert.bind_text(2, line_of(f, header_)).done();
        db_.run("COMMIT");
    }

    Span get(std::size_t first, const Recording& r) const override {
        return whole(name_, [&] {
            SpanRow row;
            {
                const std::lock_guard lock(mutex_);
                Query q(db_,
                        "SELECT first, frames, first_number, last_number, ticks, start, rows, rest, checksum "
                        "FROM span WHERE first = ?");
                q.bind(1, static_cast<std::int64_t>(first));
                if (!q.next()) throw Damaged("lacks frames that it should hold");
                row = {q.whole(0), q.whole(1), q.whole(2), q.whole(3),
                       q.text(4),  q.text(5),  q.text(6),  q.text(7)};
                if (row.checksum() != q.whole(8))
                    throw Damaged("holds frames that do not match their checksum");
            }
            const auto count =
                static_cast<std::size_t>(std::clamp<std::int64_t>(row.frames, 0, Recording::span_frames));
            Span span;
            span.first = first;
            std::vector<Frame> frames = read_rest(unpacked(row.rest), r);
            if (frames.size() != count) throw Damaged("holds another number of frames than it says");
            unpack_rows(unpacked(row.rows), frames, r.header.space);
            const std::string& start = row.start;
            for (const Recording::Defined& d : r.definitions(first, first + count))
                frames[d.before - first].before.push_back(d.definition);
            for (Frame& f : frames) {
                check(f, first + span.frames.size(), span.frames.empty() ? nullptr : span.frames.back().get(),
                      r);
                span.frames.push_back(std::make_shared<const Frame>(std::move(f)));
            }
            if (start.empty() != (first == 0)) throw Damaged("lacks the state at the start of its frames");
            if (!start.empty())
                span.start = std::make_shared<const World>(
                    unpack_world(unpacked(start), r, r.definitions_before(first)));
            return span;
        });
    }

    void drop_before(std::size_t first) override {
        const std::lock_guard lock(mutex_);
        Query q(db_, "DELETE FROM span WHERE first < ?");
        q.bind(1, static_cast<std::int64_t>(first)).done();
    }

    void finish(const Recording& r) override {
        if (beside_.empty() && !live_) return;
        const std::lock_guard lock(mutex_);
        for (const Definition& d : r.after()) carry(d, r);
        insert_about("after", lines_of(r.after(), header_.space));
        insert_about("rounding", fmt::format("{}", r.rounding()));
        insert_about("warnings", nlohmann::json(r.reader_warnings())
                                     .dump(-1, ' ', false, nlohmann::json::error_handler_t::replace));
        insert_about("checksum", std::to_string(checksum_of_rest(db_)));
        if (live_) return db_.run("DROP TABLE tail; PRAGMA journal_mode = DELETE");
        db_.run("COMMIT");
        put_in_place(std::exchange(beside_, {}), name_);
    }

  private:
    void lay_out() {
        db_.run("PRAGMA application_id = 1114600814; PRAGMA user_version = 3");
        for (const auto& [name, sql] : tables())
            if (name != "tail" || live_) db_.run(sql.c_str());
        insert_about("header", line_of(header_));
        if (live_) insert_about("after", ""), insert_about("warnings", "[]");
    }
    void insert_about(const char* key, const std::string& value) {
        Query insert(db_, "INSERT OR REPLACE INTO about VALUES (?, ?)");
        insert.bind_text(1, key).bind(2, value).done();
    }
    /// Pictures that are files come inside; one that is missing stays so.
    template <class Part> void carry(const Part& part, const Recording& r) {
        if (!carries_) return;
        each_picture_path(part, [&](const std::string& path) {
            if (!carried_.insert(path).second) return;
            try {
                const std::string png = r.png(path);
                Checksum sum;
                sum.add(png);
                Query(db_, "INSERT INTO picture VALUES (?, ?, ?)")
                    .bind_text(1, path)
                    .bind(2, png)
                    .bind(3, sum.value())
                    .done();
            } catch (const NoPicture&) {
            }
        });
    }
    bool is_placed(std::size_t slot) {
        if (slot >= placed_.size()) placed_.resize(slot + 1, false);
        return placed_[slot];
    }
    std::vector<Frame> read_rest(const std::string& text, const Recording& r) const {
        std::vector<Frame> out;
        simdjson::dom::parser parser;
        FrameReader reader(r.header, [](const char*, const std::string&) {});
        const Place place{name_, 0};
        each_line(text, [&](std::string_view line) {
            simdjson::dom::object object;
            if (parser.parse(line.data(), line.size()).get(object) != simdjson::SUCCESS)
                throw Damaged("holds a line that is not a JSON object");
            out.push_back(reader.read(object, place));
        });
        return out;
    }
    /// Slots of the rows; rows that no reader of a log would let pass are refused.
    static void check(Frame& f, std::size_t index, const Frame* before, const Recording& r) {
        if (const auto unknown = resolve(f, index, before, r))
            throw Damaged(std::string("names in '") + unknown->key + "' " +
                          (unknown->collider ? "collider " : "body ") + std::to_string(unknown->id) +
                          ", which is not defined");
    }

    std::string name_, beside_;
    const bool live_ = false;
    const Header header_; ///< for writing
    int level_ = quick;
    std::size_t defined_ = 0; ///< definitions before frames up to here are written
    std::vector<bool> placed_;
    bool carries_ = false;
    std::set<std::string> carried_; ///< pictures
    mutable std::mutex mutex_;      // of the database
    Database db_;
};

/// A body that a definition names and none defines.
std::optional<Id> unknown_body(const Recording& r) {
    const auto missing = [&](std::optional<Id> id) { return id && r.body_slot(*id) < 0; };
    for (const Recording::Defined& d : r.definitions(0, ~std::size_t(0))) {
        const Definition& one = d.definition;
        std::optional<Id> named;
        if (const auto* b = std::get_if<BodyDef>(&one)) named = b->owner;
        if (const auto* c = std::get_if<ColliderDef>(&one)) named = c->body;
        if (const auto* a = std::get_if<ArtDef>(&one)) named = a->body;
        if (const auto* p = std::get_if<ProbeDef>(&one)) named = p->body;
        if (missing(named)) return named;
    }
    return {};
}

/// The step that places are rounded to.
double step_of(const std::string& text) {
    double step = -1.0;
    const auto read = std::from_chars(text.data(), text.data() + text.size(), step);
    if (read.ec != std::errc() || read.ptr != text.data() + text.size() || !(step >= 0.0 && step < infinity))
        throw Damaged("holds a rounding that is not a number");
    return step;
}

/// The messages of a file that is written beside name the file that was asked for.
template <class Work> auto naming(const std::string& path, Work&& work) {
    try {
        return work();
    } catch (const BadInput& e) {
        const std::string what = e.what(), beside = part_of(path);
        if (what.compare(0, beside.size(), beside) != 0) throw;
        throw BadInput(path, 0, what.substr(beside.size() + 2));
    }
}

} // namespace

bool is_bounce_file(const std::string& path) {
    std::ifstream f(path, std::ios::binary);
    char head[16] = {};
    return f.read(head, sizeof head) &&
           std::string_view(head, sizeof head) == std::string_view("SQLite format 3\0", 16);
}

std::unique_ptr<Store> live_bounce_file(const std::string& path, const Header& header) {
    if (std::filesystem::exists(path)) throw BadInput(path, 0, "exists already, expected a new name");
    return std::make_unique<BounceFile>(BounceFile::Live(), path, header);
}

namespace {

constexpr std::int64_t most_frames = std::int64_t(1) << 32;

/// Frames that came last and are in no span yet: lines of a log. Of a session that was not ended.
std::vector<std::string> tail_of(const Database& db) {
    std::vector<std::string> out;
    Query there(db, "SELECT count(*) FROM sqlite_master WHERE name = 'tail'");
    if (!there.next() || there.whole(0) == 0) return out;
    Query q(db, "SELECT line FROM tail ORDER BY frame, rowid");
    while (q.next()) out.push_back(q.text(0));
    return out;
}

void take_tail(Feed& feed, const std::vector<std::string>& lines, const Header& header,
               const std::string& name) {
    feed.resume();
    FrameReader reader(header, [](const char*, const std::string&) {});
    simdjson::dom::parser parser;
    std::vector<DefinitionRef> before;
    for (const std::string& line : lines) {
        simdjson::dom::object object;
        if (parser.parse(line).get(object) != simdjson::SUCCESS)
            throw Damaged("holds a line that is not a JSON object");
        simdjson::dom::element number;
        if (object["frame"].get(number) != simdjson::SUCCESS) {
            if (auto d = LogReader::definition(line, header, name)) before.emplace_back(std::move(*d));
            continue;
        }
        std::optional<Frame> read =
            reader.read(std::string_view(simdjson::padded_string(line)), Place{name, 0});
        if (!read) throw Damaged("holds a frame that cannot be read");
        Frame& f = *read;
        const Recording& r = *feed.recording();
        if (!r.empty() && f.number <= r.number(r.size() - 1)) throw Damaged("holds frames out of order");
        f.before = std::move(before);
        before.clear();
        if (feed.take(std::move(f))) throw Damaged("names what is not defined");
    }
}

} // namespace

std::shared_ptr<Recording> open_bounce_file(const std::string& path, const std::string& given_name,
                                            std::shared_ptr<const Pictures> pictures) {
    const std::string name = given_name.empty() ? path : given_name;
    return whole(name, [&] {
        auto file = std::make_unique<BounceFile>(path, name);
        const Database& db = file->database();
        const Header header = LogReader::header(about(db, "header"), name);
        const std::string after = about(db, "after"), warnings = about(db, "warnings");
        if (const auto sum = about_if(db, "checksum"); sum && *sum != std::to_string(checksum_of_rest(db)))
            throw Damaged("holds definitions that do not match their checksum");
        std::vector<Recording::Defined> definitions;
        const auto definition = [&](std::string_view line) {
            auto d = LogReader::definition(line, header, name);
            if (!d) throw Damaged("holds an unusable definition");
            return DefinitionRef(std::move(*d));
        };
        Query defined(db, "SELECT before, line FROM definition ORDER BY at");
        while (defined.next())
            definitions.push_back({static_cast<std::size_t>(std::max<std::int64_t>(0, defined.whole(0))),
                                   definition(defined.text(1))});
        std::vector<std::pair<std::size_t, std::string>> spans;
        Query span(db, "SELECT first, frames, ticks, first_number FROM span ORDER BY first");
        std::size_t size = 0, begin = 0;
        std::int64_t begin_number = 0;
        while (span.next()) {
            const std::int64_t first = span.whole(0), count = span.whole(1);
            if (spans.empty() && first > 0 && first < most_frames) // the beginning is not kept any more
                begin = size = static_cast<std::size_t>(first), begin_number = span.whole(3);
            if (first != static_cast<std::int64_t>(size) || size % Recording::span_frames != 0 || count < 1 ||
                count > static_cast<std::int64_t>(Recording::span_frames))
                throw Damaged("lacks frames that it should hold");
            size += static_cast<std::size_t>(count);
            spans.emplace_back(static_cast<std::size_t>(count), span.text(2));
        }
        const auto tail = tail_of(db);
        std::vector<Id> placed;
        Query row(db, "SELECT body FROM placed");
        while (row.next()) placed.push_back(row.whole(0));

        Feed feed(name, header, std::move(file));
        if (const auto rounding = about_if(db, "rounding")) feed.know_rounding(step_of(*rounding));
        feed.draw_from(pictures ? pictures : carried_pictures(path));
        std::size_t last = 0;
        for (Recording::Defined& d : definitions) {
            if (d.before < last || d.before >= std::max<std::size_t>(1, size))
                throw Damaged("holds definitions out of order");
            feed.know(last = d.before, std::move(d.definition));
        }
        if (const auto missing = unknown_body(*feed.recording()))
            throw Damaged("names body " + std::to_string(*missing) + ", which is not defined");
        if (begin > 0) feed.skip(begin, begin_number);
        for (const auto& [count, ticks] : spans) note_ticks(feed, ticks, count);
        for (const Id id : placed) {
            const Slot body = feed.recording()->body_slot(id);
            if (body < 0) throw Damaged("places a body that is not defined");
            feed.note_placed(body);
        }
        const auto sentences = nlohmann::json::parse(warnings, nullptr, false);
        if (sentences.is_array())
            for (const auto& s : sentences)
                if (s.is_string()) feed.warn(s);
        if (!tail.empty()) take_tail(feed, tail, header, name);
        std::vector<DefinitionRef> rest;
        each_line(after, [&](std::string_view line) { rest.push_back(definition(line)); });
        feed.finish(std::move(rest));
        return feed.recording();
    });
}

std::unique_ptr<Store> new_bounce_file(const std::string& path, const Header& header) {
    return naming(path, [&] { return std::make_unique<BounceFile>(path, header, quick); });
}

bool write_bounce_file(const Recording& r, const std::string& path, Control* control) {
    return naming(path, [&] {
        BounceFile file(path, r.header, small);
        file.carry_pictures();
        for (std::size_t first = r.begin(); first < r.size(); first += Recording::span_frames) {
            if (control && control->stop) return false;
            if (control) control->progress = static_cast<double>(first) / static_cast<double>(r.size());
            file.put(*r.span_of(first), r);
        }
        file.finish(r);
        return true;
    });
}

} // namespace oddbounce
