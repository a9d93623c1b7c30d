// SPDX-License-Identifier: GPL-3.0-or-later
// The rows become lines of a bounce log, so that one reader checks everything.
#include "recording/csv_import.hpp"

#include "recording/files.hpp"
#include "recording/log_reader.hpp"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include <charconv>
#include <map>
#include <numbers>

namespace oddbounce {

using nlohmann::json;

namespace {

constexpr std::size_t most_columns = 100000;

/// Lines of fields (RFC 4180): quotes round a field, doubled inside it; any line end.
class Table {
  public:
    Table(std::string_view text, const std::string& name, char separator)
        : rest_(text), name_(name), separator_(separator) {
        if (rest_.substr(0, 3) == "\xEF\xBB\xBF") rest_.remove_prefix(3);
    }
    /// False at the end. Empty lines are skipped.
    bool next(std::vector<std::string>& fields) {
        do {
            if (rest_.empty()) return false;
            read(fields);
        } while (fields.size() == 1 && fields[0].empty());
        return true;
    }
    long line() const { return line_; }

  private:
    void read(std::vector<std::string>& fields) {
        line_ = next_line_++;
        fields.assign(1, "");
        bool quoted = false;
        std::size_t i = 0;
        for (; i < rest_.size(); ++i) {
            const char c = rest_[i];
            if (quoted) {
                if (c != '"') {
                    fields.back() += c;
                    next_line_ += c == '\n';
                } else if (i + 1 < rest_.size() && rest_[i + 1] == '"')
                    fields.back() += rest_[++i];
                else
                    quoted = false;
            } else if (c == '"' && fields.back().empty())
                quoted = true;
            else if (c == separator_) {
                fields.emplace_back();
                if (fields.size() > most_columns)
                    throw BadInput(name_, line_, "has too many columns, at most 100 000 are read");
            } else if (c == '\n')
                break;
            else if (c != '\r')
                fields.back() += c;
        }
        if (quoted) throw BadInput(name_, line_, "ends inside quotes");
        rest_.remove_prefix(std::min(i + 1, rest_.size()));
    }

    std::string_view rest_;
    const std::string& name_;
    char separator_;
    long line_ = 0, next_line_ = 1;
};

/// The columns of one body's row; below 0: there is none.
struct Columns {
    int x = -1, y = -1, z = -1, angle = -1, vx = -1, vy = -1, vz = -1, angular_velocity = -1;
};
constexpr std::pair<const char*, int Columns::*> column_keys[] = {
    {"x", &Columns::x},   {"y", &Columns::y},
    {"z", &Columns::z},   {"angle", &Columns::angle},
    {"vx", &Columns::vx}, {"vy", &Columns::vy},
    {"vz", &Columns::vz}, {"angular_velocity", &Columns::angular_velocity}};

class Import {
  public:
    Import(std::string_view csv, const std::string& csv_name, std::string_view mapping,
           const std::string& mapping_name, std::shared_ptr<const Pictures> pictures)
        : csv_name_(csv_name), mapping_name_(mapping_name), map_(json::parse(mapping, nullptr, false)),
          table_(csv, csv_name_, separator()), reader_(csv_name) {
        reader_.draw_from(std::move(pictures));
    }

    std::shared_ptr<Recording> run() {
        if (!table_.next(names_)) throw BadInput(csv_name_, 1, "is empty, expected a line of column names");
        read_mapping();
        begin();
        std::vector<std::string> row;
        while (table_.next(row)) take(row);
        flush();
        return reader_.end();
    }

  private:
    [[noreturn]] void bad(const std::string& key, const std::string& expected) const {
        throw BadInput(mapping_name_, 0, "'" + key + "' " + expected, key);
    }

    char separator() const {
        if (!map_.is_object() || !map_.contains("csv") || map_["csv"] != 1)
            throw BadInput(mapping_name_, 0, "is not a mapping, expected {\"csv\":1,…}", "csv");
        const std::string s = map_.contains("separator") && map_["separator"].is_string()
                                  ? map_["separator"].get<std::string>()
                                  : ",";
        if (s.size() != 1) bad("separator", "must be one character");
        return s[0];
    }

    /// The column of that name, named by `key` of `from`; -1 where the key is not there.
    int column(const json& from, const char* key) const {
        if (!from.contains(key)) return -1;
        if (!from[key].is_string()) bad(key, "must be the name of a column");
        const std::string name = from[key];
        const auto at = std::find(names_.begin(), names_.end(), name);
        if (at == names_.end())
            bad(key, "names the column '" + name + "', which " + csv_name_ + " does not have");
        return static_cast<int>(at - names_.begin());
    }
    Columns columns(const json& from) const {
        Columns out;
        for (const auto& [key, member] : column_keys) out.*member = column(from, key);
        if (out.x < 0 || out.y < 0) bad(out.x < 0 ? "x" : "y", "is missing, expected the name of a column");
        return out;
    }
    double factor(const char* key, double otherwise) const {
        if (!map_.contains(key)) return otherwise;
        if (!map_[key].is_number() || map_[key].get<double>() == 0.0)
            bad(key, "must be a number other than 0");
        return map_[key];
    }

    void read_mapping() {
        static constexpr const char* known[] = {
            "csv",    "separator",   "frame",  "time",   "body", "bodies",
            "header", "definitions", "length", "angles", "x",    "y",
            "z",      "angle",       "vx",     "vy",     "vz",   "angular_velocity"};
        for (const auto& [key, value] : map_.items())
            if (std::find_if(std::begin(known), std::end(known),
                             [&, k = key](const char* w) { return k == w; }) == std::end(known))
                bad(key, "is an unknown key of a mapping");
        frame_ = column(map_, "frame"), time_ = column(map_, "time"), body_ = column(map_, "body");
        length_ = factor("length", 1.0);
        if (map_.contains("angles")) {
            if (map_["angles"] != "degrees" && map_["angles"] != "radians")
                bad("angles", "must be \"degrees\" or \"radians\"");
            if (map_["angles"] == "degrees") angle_ = std::numbers::pi / 180.0;
        }
        if (body_ >= 0) {
            columns_ = columns(map_);
            if (frame_ < 0 && time_ < 0) bad("frame", "is missing, expected the column of frames, or 'time'");
            return;
        }
        if (!map_.contains("bodies") || !map_["bodies"].is_array() || map_["bodies"].empty())
            bad("body", "is missing, expected the column of the body, or 'bodies': one entry for each body");
        for (const json& b : map_["bodies"]) {
            if (!b.is_object() || !b.contains("body") || !b["body"].is_number_integer())
                bad("bodies", "must be entries like {\"body\":1,\"x\":COLUMN,\"y\":COLUMN}");
            wide_.emplace_back(b["body"].get<Id>(), columns(b));
        }
    }

    /// Header and definitions: lines of a log, as they are.
    void begin() {
        json header = map_.value("header", json::object());
        if (!header.is_object()) bad("header", "must be an object, the header of a log");
        header["bounce"] = 1;
        plane_ = header.value("space", 2) != 3;
        give(header.dump() + "\n");
        const json definitions = map_.value("definitions", json::array());
        if (!definitions.is_array()) bad("definitions", "must be a list of lines of a log");
        for (const json& d : definitions) {
            if (!d.is_object() || d.contains("frame")) bad("definitions", "must be bodies, colliders, pairs");
            if (d.contains("body") && !d.contains("collider") && d["body"].is_number_integer() &&
                d.contains("name") && d["name"].is_string())
                ids_[d["name"]] = d["body"].get<Id>();
            give(d.dump() + "\n");
        }
    }

    /// What the log's reader has to say of these lines is the mapping's fault.
    void give(const std::string& lines) {
        try {
            reader_.take(lines);
        } catch (const BadInput& e) {
            const std::string what = e.what();
            const std::size_t at = what.find(": ");
            throw BadInput(mapping_name_, 0, at == std::string::npos ? what : what.substr(at + 2), e.key());
        }
    }

    std::optional<double> number(const std::vector<std::string>& row, int column) const {
        if (column < 0 || static_cast<std::size_t>(column) >= row.size()) return {};
        std::string_view text = row[static_cast<std::size_t>(column)];
        while (!text.empty() && text.front() == ' ') text.remove_prefix(1);
        while (!text.empty() && text.back() == ' ') text.remove_suffix(1);
        if (text.empty()) return {};
        if (text.front() == '+') text.remove_prefix(1);
        double v = 0.0;
        const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), v);
        if (error != std::errc() || end != text.data() + text.size() || !std::isfinite(v))
            throw BadInput(csv_name_, table_.line(),
                           "'" + names_[static_cast<std::size_t>(column)] + "' is '" +
                               row[static_cast<std::size_t>(column)].substr(0, 40) + "', expected a number");
        return v;
    }

    Id body_of(const std::vector<std::string>& row) const {
        const std::string text =
            static_cast<std::size_t>(body_) < row.size() ? row[static_cast<std::size_t>(body_)] : "";
        if (const auto named = ids_.find(text); named != ids_.end()) return named->second;
        Id id = 0;
        const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), id);
        if (error != std::errc() || end != text.data() + text.size() || text.empty())
            throw BadInput(csv_name_, table_.line(),
                           "names body '" + text.substr(0, 40) +
                               "', expected an id or a name from 'definitions'");
        return id;
    }

    void add(Id body, const Columns& c, const std::vector<std::string>& row) {
        const auto x = number(row, c.x), y = number(row, c.y), z = number(row, c.z);
        if (!x || !y) return; // it is not there in this frame
        const auto angle = number(row, c.angle), vx = number(row, c.vx), vy = number(row, c.vy),
                   vz = number(row, c.vz), spin = number(row, c.angular_velocity);
        std::string out = fmt::format("[{},{},{}", body, *x * length_, *y * length_);
        if (!plane_) out += fmt::format(",{}", z.value_or(0.0) * length_);
        const bool moves = vx && vy;
        if (plane_ && (angle || moves)) out += fmt::format(",{}", angle.value_or(0.0) * angle_);
        if (!plane_ && moves) out += ",0,0,0,1";
        if (moves) out += fmt::format(",{},{}", *vx * length_, *vy * length_);
        if (moves && !plane_) out += fmt::format(",{}", vz.value_or(0.0) * length_);
        if (moves && plane_ && spin) out += fmt::format(",{}", *spin * angle_);
        rows_ += (rows_.empty() ? "" : ",") + out + "]";
    }

    void take(const std::vector<std::string>& row) {
        const auto frame = number(row, frame_), time = number(row, time_);
        if (frame_ >= 0 && (!frame || *frame != std::floor(*frame) || std::abs(*frame) > 9e15))
            throw BadInput(csv_name_, table_.line(), "has no frame, expected a whole number");
        const bool another = body_ < 0 || !open_ || (frame_ >= 0 ? *frame != number_ : time != time_now_);
        if (another) {
            flush();
            number_ = frame_ >= 0 ? *frame : open_ ? number_ + 1.0 : 0.0;
            if (time && time_now_) {
                step_ = *time - *time_now_;
                if (!(*step_ > 0.0))
                    throw BadInput(csv_name_, table_.line(), "goes back in time, expected rising times");
            }
            open_ = true, time_now_ = time, line_of_frame_ = table_.line();
        }
        if (body_ >= 0)
            add(body_of(row), columns_, row);
        else
            for (const auto& [id, columns] : wide_) add(id, columns, row);
    }

    void flush() {
        if (!open_) return;
        std::string line = fmt::format("{{\"frame\":{}", static_cast<std::int64_t>(number_));
        if (step_) line += fmt::format(",\"dt\":{}", *step_);
        try {
            reader_.take(line + ",\"bodies\":[" + rows_ + "]}\n");
        } catch (const BadInput& e) {
            const std::string what = e.what();
            const std::size_t at = what.find(": ");
            throw BadInput(csv_name_, line_of_frame_, at == std::string::npos ? what : what.substr(at + 2),
                           e.key());
        }
        rows_.clear(), step_.reset();
    }

    const std::string csv_name_, mapping_name_;
    const json map_;
    Table table_;
    LogReader reader_;
    std::vector<std::string> names_;
    int frame_ = -1, time_ = -1, body_ = -1;
    Columns columns_;
    std::vector<std::pair<Id, Columns>> wide_;
    std::map<std::string, Id> ids_;
    double length_ = 1.0, angle_ = 1.0;
    bool plane_ = true;

    bool open_ = false;
    double number_ = 0.0;
    std::optional<double> time_now_, step_;
    long line_of_frame_ = 0;
    std::string rows_;
};

} // namespace

std::shared_ptr<Recording> import_csv_text(std::string_view csv, const std::string& csv_name,
                                           std::string_view mapping, const std::string& mapping_name,
                                           std::shared_ptr<const Pictures> pictures) {
    try {
        return Import(csv, csv_name, mapping, mapping_name, std::move(pictures)).run();
    } catch (const json::exception&) {
        throw BadInput(mapping_name, 0, "is not a mapping, expected the keys of docs/csv-import.md");
    }
}

std::shared_ptr<Recording> import_csv(const std::string& csv, const std::string& mapping) {
    return import_csv_text(read_file(csv, std::size_t(4) << 30), csv, read_document(mapping), mapping,
                           pictures_beside(mapping));
}

} // namespace oddbounce
