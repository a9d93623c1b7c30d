// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/live.hpp"

#include "recording/bounce_file.hpp"
#include "recording/log_reader.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <ctime>
#include <filesystem>

namespace oddbounce {

namespace fs = std::filesystem;

namespace {
constexpr std::size_t longest_header = 1 << 20;
constexpr std::size_t most_without_frame = std::size_t(64) << 20; // bytes of definitions, or of one frame
} // namespace

std::string free_path(const std::string& path) {
    const fs::path p(path);
    std::error_code error;
    fs::path out = p;
    for (int n = 2; fs::exists(out, error); ++n)
        out = p.parent_path() / (p.stem().string() + "-" + std::to_string(n) + p.extension().string());
    return out.string();
}

std::string free_path(const std::string& folder, const Header& header) {
    std::string name;
    for (const char c : header.title.substr(0, 60))
        name += std::isalnum(static_cast<unsigned char>(c)) ? c : '-';
    if (name.empty()) name = "session";
    const std::time_t now = std::time(nullptr);
    std::tm parts{};
    localtime_r(&now, &parts);
    char time[32];
    std::strftime(time, sizeof time, "-%Y-%m-%d-%H%M%S", &parts);
    return free_path((fs::path(folder) / (name + time + ".bounce")).string());
}

LiveSession::LiveSession(Name name, double keep_seconds)
    : name_(std::move(name)), keep_seconds_(keep_seconds) {}

LiveSession::~LiveSession() {
    try {
        end();
    } catch (const BadInput&) { // whoever wants to know calls it
    }
}

void LiveSession::take(std::string_view bytes) {
    if (over_) return;
    const std::size_t frames = recording_ ? recording_->size() : 0;
    try {
        if (!reader_) {
            head_.append(bytes);
            const std::size_t line = head_.find('\n');
            if (line == std::string::npos && head_.size() < longest_header) return;
            const Header header = LogReader::header(head_.substr(0, line), "session");
            path_ = name_(header);
            reader_ = std::make_unique<LogReader>(
                path_, [path = path_](const Header& h) { return live_bounce_file(path, h); },
                LogReader::Keep::InStore);
            const std::string all = std::move(head_);
            reader_->take(all);
        } else
            reader_->take(bytes);
        recording_ = reader_->recording();
        count(frames, bytes.size());
    } catch (const BadInput&) {
        if (reader_) recording_ = reader_->recording(), reader_->forget_rest();
        head_.clear();
        over_ = true;
        end();
        throw;
    }
    drop_old();
}

/// What came since the last frame waits in memory.
void LiveSession::count(std::size_t frames_before, std::size_t bytes) {
    since_frame_ = recording_ && recording_->size() > frames_before ? 0 : since_frame_ + bytes;
    if (since_frame_ > most_without_frame)
        throw BadInput(path_, 0, fmt::format("sent {} MiB without a frame", most_without_frame >> 20));
}

void LiveSession::drop_old() {
    const auto r = recording();
    if (keep_seconds_ <= 0.0 || !r || r->empty()) return;
    const double oldest = r->seconds_at(r->size() - 1) - keep_seconds_;
    std::size_t first = r->begin();
    while (first + Recording::span_frames < r->size() &&
           r->seconds_at(first + Recording::span_frames) <= oldest)
        first += Recording::span_frames;
    if (first > r->begin()) reader_->feed()->drop_before(first);
}

std::vector<LiveSession::Mark> LiveSession::new_marks() {
    std::vector<Mark> out;
    const auto r = recording();
    if (!r) return out;
    for (marked_ = std::max(marked_, r->begin()); marked_ < r->size(); ++marked_) {
        if (!(r->has(marked_) & Recording::Events)) continue;
        for (const EventRow& e : r->frame(marked_)->events)
            if (e.name == mark_event) out.push_back({r->number(marked_), e.note, e.about});
    }
    return out;
}

void LiveSession::end() {
    over_ = true;
    const auto reader = std::move(reader_);
    if (!reader) return;
    const bool empty = !reader->recording() || reader->recording()->empty();
    if (reader->recording()) reader->end();
    if (!empty || path_.empty()) return;
    std::error_code error;
    fs::remove(path_, error);
}

} // namespace oddbounce
