// SPDX-License-Identifier: GPL-3.0-or-later
// Lines and the header; definitions are read in log_definitions.cpp, frames in frame_reader.cpp.
#include "recording/log_reader.hpp"
#include "recording/conventions.hpp"

#include "recording/log.hpp"
#include "recording/pictured.hpp"
#include "recording/plain_text.hpp"
#include "shape/directions.hpp"

#include <fmt/format.h>

namespace oddbounce {

namespace {
constexpr std::size_t longest_line = std::size_t(1) << 30;
constexpr std::size_t most_defined = std::size_t(256) << 20; // bytes of all definitions: they stay in memory

/// Nearly all lines of a log: their first key tells what they are.
bool begins_as_frame(std::string_view line) {
    return line.starts_with("{\"frame\":") && line.size() > 9 &&
           (line[9] == '-' || (line[9] >= '0' && line[9] <= '9'));
}
} // namespace

LogReader::LogReader(const std::string& file, Feed::MakeStore store, Keep keep)
    : file_(file), store_(std::move(store)), keep_(keep) {}
LogReader::~LogReader() = default;

void LogReader::fail_header() const {
    throw BadInput(file_, 1, "is not a bounce log, expected the header {\"bounce\":1,…} on line 1", "bounce");
}

int LogReader::space() const { return feed_ ? feed_->recording()->header.space : 2; }

void LogReader::warn(const std::string& kind, const std::string& sentence) {
    if (!warned_.insert(kind).second) return;
    if (feed_)
        feed_->warn(sentence);
    else
        early_.push_back(sentence);
}

void LogReader::take(std::string_view bytes) {
    carry_.reserve(carry_.size() + bytes.size() + simdjson::SIMDJSON_PADDING);
    carry_.append(bytes);
    std::size_t at = 0;
    for (;;) {
        const std::size_t end =
            carry_.find('\n', std::max(at, carry_.size() - std::min(carry_.size(), bytes.size())));
        if (end == std::string::npos) break;
        read_line(std::string_view(carry_).substr(at, end - at), true);
        at = end + 1;
    }
    carry_.erase(0, at);
    if (carry_.size() > longest_line) throw BadInput(file_, line_ + 1, "is longer than 1 GiB");
}

std::shared_ptr<Recording> LogReader::end() {
    if (!carry_.empty()) {
        carry_.reserve(carry_.size() + simdjson::SIMDJSON_PADDING);
        read_line(carry_, false);
    }
    carry_.clear();
    if (!feed_) fail_header();
    check_pending();
    for (const std::string& doubt : doubts_about(*feed_->recording())) feed_->warn(doubt);
    feed_->finish(std::move(before_));
    return feed_->recording();
}

void LogReader::forget_rest() {
    carry_.clear();
    before_.clear();
    pending_.clear();
}

void LogReader::read_line(std::string_view line, bool whole) {
    ++line_;
    if (line_ == 1 && line.substr(0, 3) == "\xEF\xBB\xBF") line.remove_prefix(3);
    if (line.find_first_not_of(" \t\r") == std::string_view::npos) {
        if (line_ == 1) fail_header();
        return;
    }
    if (feed_ && begins_as_frame(line)) return read_frame(line, whole);
    simdjson::dom::object object;
    // Lines are followed by what the parser may look at beyond their ends.
    const auto parsed = parser_.parse(line.data(), line.size(), false);
    if (parsed.get(object) != simdjson::SUCCESS) return not_json(whole);
    Keys keys(object, place(), space());
    if (!feed_) return begin(read_header(keys));
    simdjson::dom::element number;
    if (object["frame"].get(number) == simdjson::SUCCESS && !number.is_null())
        read_frame(line, whole);
    else {
        if (!read_definition(keys)) keep_unknown(object, line);
        defined_ += line.size();
        if (defined_ > most_defined)
            throw BadInput(file_, line_,
                           fmt::format("defines more than {} MiB, expected less", most_defined >> 20));
    }
}

void LogReader::not_json(bool whole) {
    if (!feed_) fail_header();
    if (whole) throw BadInput(file_, line_, "is not a JSON object, expected one object a line");
    warn("cut", "line " + std::to_string(line_) + " is cut off and was left out");
}

void LogReader::begin(Header header) {
    if (keep_ == Keep::InStore) {
        auto store = store_(header);
        feed_.emplace(file_, std::move(header), std::move(store));
    } else
        feed_.emplace(file_, std::move(header), std::move(store_));
    feed_->draw_from(pictures_);
    frames_.emplace(feed_->recording()->header,
                    [this](const char* of, const std::string& key) { unknown_key(of, key); });
    for (const std::string& sentence : early_) feed_->warn(sentence);
}

/// One that is missing or broken costs a warning: the rest of the recording is as good as ever.
void LogReader::check_picture(Keys& k, const std::string& image, const Shape* shape) {
    if (!feed_ || image.empty()) return;
    try {
        const std::string png = feed_->recording()->png(image);
        if (shape)
            cells_of(*shape, png, feed_->recording()->header);
        else
            png_size(png);
    } catch (const NoPicture& e) {
        const std::string name = is_data_uri(image) ? "in 'image'" : "'" + image + "'";
        warn("picture " + image, "line " + std::to_string(k.place().line) + ": the picture " + name + " " +
                                     e.what() + (shape ? "; the collider has no shape" : ""));
    }
}

void LogReader::unknown_key(const char* of, const std::string& key) {
    warn(std::string(of) + "." + key, "line " + std::to_string(line_) + ": unknown key '" + key + "' of " +
                                          of + " was kept, not interpreted");
}

std::string LogReader::rest(Keys& k, const char* of) {
    return k.rest([&](const std::string& key) {
        if (key != "engine") unknown_key(of, key); // for whoever builds the engine's world again
    });
}

void LogReader::keep_unknown(const JsonObject& object, std::string_view line) {
    std::string kind = "without keys";
    for (const auto& field : object) {
        kind = "'" + std::string(field.key) + "'";
        break;
    }
    warn("kind " + kind,
         "line " + std::to_string(line_) + ": unknown line kind " + kind + " was kept, not interpreted");
    while (!line.empty() && (line.back() == '\r' || line.back() == ' ')) line.remove_suffix(1);
    before_.emplace_back(UnknownLine{std::string(line)});
}

namespace {
/// "+y", or the numbers where it is along no axis.
std::string way_text(const Vec3& v) {
    const Vec3 way = glm::normalize(v);
    const std::string axis = axis_along(way);
    if (!axis.empty()) return (way[longest_axis(way)] > 0.0 ? "+" : "-") + axis;
    return fmt::format("({:g}, {:g}, {:g})", v.x, v.y, v.z);
}
} // namespace

Header LogReader::read_header(Keys& k) {
    if (!k.has("bounce")) fail_header();
    if (const auto version = k.whole("bounce"); version != 1)
        k.place().fail("bounce", "is version " + std::to_string(version) + ", expected 1");
    Header h;
    h.space = static_cast<int>(k.whole("space", 2));
    if (h.space != 2 && h.space != 3)
        k.place().fail("space", "is " + std::to_string(h.space) + ", expected 2 or 3");
    return read_header_values(h, k.in_space(h.space));
}

Header LogReader::read_header_values(Header h, Keys k) {
    k.has("bounce"), k.has("space");
    h.title = k.text("title");
    h.up = k.vector("up", Vec3(0.0, 1.0, 0.0));
    if (glm::length(h.up) == 0.0) k.place().fail("up", "must not be zero");
    h.up = glm::normalize(h.up);
    h.unit = k.text("unit", "unit");
    constexpr std::size_t longest_unit = 16;
    if (plain_text(h.unit, longest_unit) != h.unit)
        k.place().fail("unit", "must be at most 16 characters without control characters");
    h.rate = k.positive("rate", 60.0);
    if (!(h.rate * longest_step >= 1.0 && h.rate * shortest_step <= 1.0))
        k.place().fail("rate", "must be between 1e-6 and 1e9");
    h.gravity = k.vector("gravity", Vec3(0.0));
    constexpr double downward = 0.5; // cosine: more aslant is hardly meant
    if (-glm::dot(h.gravity, h.up) < downward * glm::length(h.gravity))
        warn("gravity", "line 1: gravity points along " + way_text(h.gravity) + " while up is " +
                            way_text(h.up) + ": is one of them meant otherwise?");
    // Games fall faster than on earth, but not a hundred times.
    const double pull = glm::length(h.gravity);
    constexpr double most_m = 300.0, least_cm = 50.0;
    if ((h.unit == "m" && pull > most_m) || (h.unit == "cm" && pull > 0.0 && pull < least_cm))
        warn("unit", fmt::format("line 1: gravity is {:g} {}/s²: are lengths in {}?", pull, h.unit,
                                 h.unit == "m" ? "cm" : "m"));
    h.substeps = static_cast<int>(std::clamp<std::int64_t>(k.whole("substeps", 1), 0, 1000000));
    if (h.substeps < 1) k.place().fail("substeps", "must be 1 or more");
    h.float_bits = static_cast<int>(k.whole("float", 32));
    if (h.float_bits != 32 && h.float_bits != 64) k.place().fail("float", "must be 32 or 64");
    if (k.has("slop")) h.slop = k.number("slop");
    if (h.slop && *h.slop < 0.0) k.place().fail("slop", "must not be negative");
    h.skin = k.number("skin", 0.0);
    if (k.has("rounding")) h.rounding = k.number("rounding");
    if (h.rounding && *h.rounding < 0.0) k.place().fail("rounding", "must not be negative");
    for (const std::string& name : k.texts("logs")) {
        bool known = false;
        for (int c = 0; c < channel_count; ++c)
            if (name == word(static_cast<Channel>(c))) h.logs[static_cast<std::size_t>(c)] = known = true;
        if (!known) warn("channel " + name, "line 1: unknown channel '" + name + "' in 'logs' was ignored");
    }
    h.extra = rest(k, "header");
    return h;
}

void LogReader::check_pending() {
    for (const Pending& p : pending_)
        if (!bodies_.count(p.body))
            throw BadInput(file_, p.line,
                           std::string("'") + p.key + "' names body " + std::to_string(p.body) +
                               ", expected one that is defined",
                           p.key);
    pending_.clear();
}

/// Of frames that are not logged, the next one that is has taken as many steps; or the numbers go by two,
/// say, and every step is there. Velocities tell which.
double LogReader::steps_passed(const Frame& f) {
    constexpr std::int64_t most = 8; // more is a pause, not a step
    const std::int64_t passed = f.number - *last_number_;
    const auto r = feed_->recording();
    if (passed < 2 || passed > most || r->empty()) return 1.0;
    const auto before = r->frame(r->size() - 1);
    for (std::size_t i = 0; i < std::min(f.bodies.size(), before->bodies.size()); ++i) {
        const BodyRow &is = f.bodies[i], &was = before->bodies[i];
        if (is.id != was.id || is.given < BodyRow::Velocity || was.given < BodyRow::Velocity) continue;
        const double way = glm::length(is.at - was.at),
                     step = 0.5 * (glm::length(is.velocity) + glm::length(was.velocity)) * f.dt;
        one_step_off_ += std::abs(way - step),
            all_steps_off_ += std::abs(way - step * static_cast<double>(passed));
    }
    return one_step_off_ < all_steps_off_ ? 1.0 : static_cast<double>(passed);
}

void LogReader::read_frame(std::string_view line, bool whole) {
    std::optional<Frame> read = frames_->read(line, place());
    if (!read) return not_json(whole);
    check_pending();
    Frame& f = *read;
    if (last_number_ && f.number <= *last_number_)
        place().fail("frame", "is " + std::to_string(f.number) + " after " + std::to_string(*last_number_) +
                                  ", expected rising numbers");
    const std::int64_t number = f.number;
    if (!frames_->gave_dt() && last_number_) f.dt *= steps_passed(f);
    f.before = std::move(before_);
    before_.clear();
    if (const auto unknown = feed_->take(std::move(f))) {
        before_ = std::move(f.before); // a session goes on without this frame
        place().fail(unknown->key, std::string("names ") + (unknown->collider ? "collider " : "body ") +
                                       std::to_string(unknown->id) + ", expected one defined before");
    }
    last_number_ = number;
}

std::optional<Definition> LogReader::definition(std::string_view line, const Header& header,
                                                const std::string& file) {
    LogReader reader(file);
    simdjson::padded_string text(line);
    simdjson::dom::object object;
    if (reader.parser_.parse(text).get(object) != simdjson::SUCCESS) return {};
    Keys keys(object, Place{reader.file_, 0}, header.space);
    if (!reader.read_definition(keys)) return UnknownLine{std::string(line)};
    return *reader.before_.front();
}

Header LogReader::header(std::string_view line, const std::string& file) {
    LogReader reader(file);
    simdjson::padded_string text(line);
    simdjson::dom::object object;
    if (reader.parser_.parse(text).get(object) != simdjson::SUCCESS) reader.fail_header();
    Keys keys(object, Place{reader.file_, 0}, 2);
    return reader.read_header(keys);
}

std::shared_ptr<Recording> read_log_text(std::string_view text, const std::string& file, Control* control,
                                         std::shared_ptr<const Pictures> pictures) {
    LogReader reader(file);
    reader.draw_from(std::move(pictures));
    constexpr std::size_t piece = 1 << 18;
    for (std::size_t at = 0; at < text.size(); at += piece) {
        if (control) {
            if (control->stop) return nullptr;
            control->progress = static_cast<double>(at) / static_cast<double>(text.size());
        }
        reader.take(text.substr(at, piece));
    }
    return reader.end();
}

} // namespace oddbounce
