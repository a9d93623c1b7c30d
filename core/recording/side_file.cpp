// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/side_file.hpp"

#include "recording/behind.hpp"
#include "recording/bounce_file.hpp"
#include "recording/files.hpp"

#include <algorithm>
#include <atomic>
#include <cstdlib>
#include <filesystem>
#include <sys/stat.h>
#include <unistd.h>
#include <vector>

namespace oddbounce {

namespace fs = std::filesystem;

namespace {

constexpr std::uintmax_t most_kept = std::uintmax_t(4) << 30; // bytes
constexpr int form = 3;                                       // raised when what is packed from a log changes

fs::path folder() {
    const char* given = std::getenv("XDG_CACHE_HOME");
    if (given && *given) return fs::path(given) / "odd-bounce";
    const char* home = std::getenv("HOME");
    return home && *home ? fs::path(home) / ".cache" / "odd-bounce" : fs::path();
}

/// FNV-1a: names only; a file is believed for its name, which holds what the system knows of the log.
std::uint64_t hash(const std::string& text) {
    std::uint64_t h = 14695981039346656037u;
    for (const char c : text) h = (h ^ static_cast<unsigned char>(c)) * 1099511628211u;
    return h;
}

void make_room(const fs::path& in) {
    struct Kept {
        fs::path path;
        fs::file_time_type time;
        std::uintmax_t size;
    };
    std::vector<Kept> all;
    std::error_code error;
    std::uintmax_t sum = 0;
    for (const auto& entry : fs::directory_iterator(in, error)) {
        if (!entry.is_regular_file(error)) continue;
        all.push_back({entry.path(), entry.last_write_time(error), entry.file_size(error)});
        sum += all.back().size;
    }
    std::sort(all.begin(), all.end(), [](const Kept& a, const Kept& b) { return a.time < b.time; });
    for (const Kept& k : all) {
        if (sum <= most_kept) break;
        if (fs::remove(k.path, error)) sum -= k.size;
    }
}

/// Spans in a file that is nobody's after this process.
class Passing : public Store {
  public:
    Passing(const std::string& path, const Header& header)
        : path_(path), file_(new_bounce_file(path, header)) {}
    void put(const Span& span, const Recording& r) override { file_->put(span, r); }
    Span get(std::size_t first, const Recording& r) const override { return file_->get(first, r); }
    void drop_before(std::size_t first) override { file_->drop_before(first); }
    void finish(const Recording& r) override {
        file_->finish(r);
        std::error_code error;
        fs::remove(path_, error); // it stays open
    }

  private:
    std::string path_;
    std::unique_ptr<Store> file_;
};

} // namespace

SideFile::SideFile(const std::string& log) : log_(log) {
    std::error_code error;
    const fs::path full = fs::canonical(log, error);
    if (error || !fs::is_regular_file(full, error)) return;
    struct stat s {};
    const fs::path in = folder();
    if (stat(full.c_str(), &s) != 0 || in.empty()) return;
    // The time of the last change of the entry (ctime) cannot be set back by whoever replaces the content.
    std::string key = full.string();
    for (const std::int64_t n :
         {std::int64_t(s.st_size), std::int64_t(s.st_mtim.tv_sec), std::int64_t(s.st_mtim.tv_nsec),
          std::int64_t(s.st_ctim.tv_sec), std::int64_t(s.st_ctim.tv_nsec),
          static_cast<std::int64_t>(s.st_ino), static_cast<std::int64_t>(s.st_dev), std::int64_t(form)})
        key += "|" + std::to_string(n);
    char name[32];
    std::snprintf(name, sizeof name, "%016llx.bounce", static_cast<unsigned long long>(hash(key)));
    path_ = (in / name).string();
}

std::shared_ptr<Recording> SideFile::open() const {
    std::error_code error;
    if (path_.empty() || !fs::exists(path_, error)) return nullptr;
    try {
        auto known = open_bounce_file(path_, log_, pictures_beside(log_));
        fs::last_write_time(path_, fs::file_time_type::clock::now(), error);
        return known;
    } catch (const BadInput&) {
        fs::remove(path_, error); // of no use: the log is read again
        return nullptr;
    }
}

bool SideFile::is_trouble_of(const BadInput& e) const {
    const auto begins = [&](const std::string& path) {
        return !path.empty() && e.file().compare(0, path.size(), path) == 0;
    };
    return begins(path_) || begins(beside_);
}

std::unique_ptr<Store> SideFile::create(const Header& header) const {
    std::error_code error;
    if (!path_.empty()) {
        fs::create_directories(fs::path(path_).parent_path(), error);
        make_room(fs::path(path_).parent_path());
        try {
            return behind(new_bounce_file(path_, header));
        } catch (const BadInput&) {
        }
    }
    static std::atomic<int> count{0};
    const fs::path beside = fs::temp_directory_path(error) / ("odd-bounce-" + std::to_string(getpid()) + "-" +
                                                              std::to_string(count++) + ".bounce");
    beside_ = beside.string();
    try {
        return behind(std::make_unique<Passing>(beside.string(), header));
    } catch (const BadInput&) {
        return nullptr;
    }
}

} // namespace oddbounce
