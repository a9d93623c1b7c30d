// SPDX-License-Identifier: GPL-3.0-or-later
// Reads a bounce log line by line: inner header of the reader's two sources. Others use log.hpp.
#pragma once

#include "recording/control.hpp"
#include "recording/keys.hpp"
#include "recording/recording.hpp"

#include <functional>
#include <initializer_list>
#include <unordered_set>

namespace oddbounce {

/// The value of an enum that is written as one of `words`, in the enum's order.
template <class Enum>
Enum choice(Keys& k, const char* key, Enum otherwise, std::initializer_list<const char*> words) {
    if (!k.has(key)) return otherwise;
    const std::string given = k.text(key);
    std::string list;
    int i = 0;
    for (const char* w : words) {
        if (given == w) return static_cast<Enum>(i);
        list += std::string(i++ ? ", " : "") + "\"" + w + "\"";
    }
    k.place().fail(key, "is \"" + given + "\", expected one of " + list);
}

class LogReader {
  public:
    /// `rows`, if given, adds the body rows that the lines do not hold, before the recording is finished.
    LogReader(const std::string& file, Control* control, std::function<void(Recording&)> rows = nullptr)
        : file_(file), control_(control), rows_(std::move(rows)), out_(std::make_shared<Recording>()) {
        out_->file = file;
    }

    /// Null where it was stopped.
    std::shared_ptr<Recording> read(std::string_view text);

  private:
    Place place() const { return {file_, line_}; }
    [[noreturn]] void fail_header() const;

    void read_line(std::string_view line, bool whole);

    void warn(const std::string& kind, const std::string& sentence) {
        if (warned_.insert(kind).second) out_->warnings.push_back(sentence);
    }
    std::string rest(Keys& k, const char* of);
    void keep_unknown(const JsonObject& object, std::string_view line);

    void read_header(Keys& k);

    void read_header_values(Header& h, Keys k);

    void read_body(Keys& k);
    void read_collider(Keys& k);
    Shape read_shape(Keys k);
    void read_points(Keys& k, Shape& s);
    void read_cells(Keys& k, Shape& s);
    void read_pair(Keys& k);
    void read_art(Keys& k);
    void read_probe(Keys& k);
    void read_expect(Keys& k);

    void read_frame(Keys& k);
    void read_body_rows(Keys& k, Frame& f);
    void read_contacts(Keys& k, Frame& f);
    void read_rays(Keys& k, Frame& f);
    void read_events(Keys& k, Frame& f);
    std::vector<IdVector> read_id_vectors(Keys& k, const char* key);
    void check_pending();

    Id body_id(double id, const Place& p, const char* key) const {
        return body_id(static_cast<Id>(id), p, key);
    }
    Id body_id(Id id, const Place& p, const char* key) const {
        if (!bodies_.count(id))
            p.fail(key, "names body " + std::to_string(id) + ", expected one defined before");
        return id;
    }
    Id collider_id(Id id, const Place& p, const char* key) const {
        if (!colliders_.count(id))
            p.fail(key, "names collider " + std::to_string(id) + ", expected one defined before");
        return id;
    }
    std::vector<Id> body_ids(Keys& k, const char* key) {
        std::vector<Id> ids = k.ids(key);
        for (Id id : ids) body_id(id, k.place(), key);
        return ids;
    }
    std::vector<Id> collider_ids(Keys& k, const char* key) {
        std::vector<Id> ids = k.ids(key);
        for (Id id : ids) collider_id(id, k.place(), key);
        return ids;
    }

    void take_rows();
    std::shared_ptr<Recording> finish();

    const std::string file_;
    Control* control_;
    std::function<void(Recording&)> rows_;
    long line_ = 0;
    bool header_ = false;
    simdjson::dom::parser parser_;
    std::shared_ptr<Recording> out_;
    std::vector<Definition> before_;
    std::unordered_set<Id> bodies_, colliders_, placed_;
    struct Pending {
        long line;
        const char* key;
        Id body;
    };
    std::vector<Pending> pending_; // bodies named before they were defined
    std::unordered_set<std::string> warned_;
};

} // namespace oddbounce
