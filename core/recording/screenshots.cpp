// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/screenshots.hpp"

#include "recording/edited.hpp"
#include "recording/files.hpp"

#include <algorithm>
#include <charconv>
#include <filesystem>
#include <map>

namespace oddbounce {

namespace fs = std::filesystem;

namespace {

using Rect = std::array<double, 4>;

/// Pictures of a folder under its own name; all others are the recording's.
class WithFolder : public Pictures {
  public:
    WithFolder(std::shared_ptr<const Pictures> rest, std::string prefix, const std::string& folder)
        : rest_(std::move(rest)), prefix_(std::move(prefix)), folder_(pictures_in(folder)) {}
    std::string png(const std::string& path) const override {
        if (path.compare(0, prefix_.size(), prefix_) == 0) return folder_->png(path.substr(prefix_.size()));
        if (!rest_) throw NoPicture("is a path, but this recording has no folder");
        return rest_->png(path);
    }

  private:
    std::shared_ptr<const Pictures> rest_;
    std::string prefix_;
    std::shared_ptr<const Pictures> folder_;
};

/// "shot_0120.png": 120.
std::optional<std::int64_t> number_of(const std::string& name) {
    const fs::path path(name);
    std::string ending = path.extension().string();
    std::transform(ending.begin(), ending.end(), ending.begin(),
                   [](unsigned char c) { return std::tolower(c); });
    const std::string stem = path.stem().string();
    const std::size_t digits = stem.find_last_not_of("0123456789") + 1;
    std::int64_t number = 0;
    const char* end = stem.data() + stem.size();
    if (ending != ".png" || std::from_chars(stem.data() + digits, end, number).ec != std::errc() ||
        digits == stem.size())
        return {};
    return number;
}

std::map<std::int64_t, std::string> pictures_of(const ScreenshotFolder& screenshots) {
    std::error_code error;
    std::map<std::int64_t, std::string> out;
    fs::directory_iterator entries(screenshots.folder, error);
    if (error) throw BadInput(screenshots.folder, 0, "cannot be opened: " + error.message());
    for (const auto& entry : entries) {
        const std::string name = entry.path().filename().string();
        const auto number = number_of(name);
        if (number && !out.emplace(*number, name).second)
            throw BadInput(entry.path().string(), 0,
                           "has the number of " + out.at(*number) + ", expected one picture a frame");
    }
    if (out.empty())
        throw BadInput(screenshots.folder, 0,
                       "holds no picture whose name ends in a number, expected shot_0001.png, …");
    return out;
}

/// Rows of frame,x0,y0,x1,y1; a first line of names may stand above.
std::map<std::int64_t, Rect> rects_of(const std::string& path) {
    std::map<std::int64_t, Rect> out;
    std::error_code error;
    if (!fs::exists(path, error)) return out;
    const std::string text = read_file(path, std::size_t(1) << 28);
    long line = 0;
    for (std::size_t at = 0; at < text.size();) {
        const std::size_t end = std::min(text.find('\n', at), text.size());
        const char *p = text.data() + at, *stop = text.data() + end;
        at = end + 1;
        if (++line; p == stop || *p == '\r') continue;
        std::int64_t frame = 0;
        Rect rect{};
        auto read = std::from_chars(p, stop, frame);
        bool good = read.ec == std::errc();
        for (double& v : rect) {
            good = good && read.ptr < stop && *read.ptr == ',';
            if (good)
                read = std::from_chars(read.ptr + 1, stop, v),
                good = read.ec == std::errc() && std::isfinite(v);
        }
        if (good && (read.ptr == stop || *read.ptr == '\r'))
            out[frame] = rect;
        else if (line > 1)
            throw BadInput(path, line, "is not a row frame,x0,y0,x1,y1");
    }
    return out;
}

Slot body_of(const Recording& r, const std::string& name) {
    for (std::size_t b = 0; b < r.body_count(); ++b) {
        const Id id = r.body_id(static_cast<Slot>(b));
        if (name == std::to_string(id) || name == r.body_def(id)->name) return static_cast<Slot>(b);
    }
    throw BadInput(r.file, 0, "has no body '" + name + "'");
}

} // namespace

std::shared_ptr<Recording> with_screenshots(const Recording& base, const ScreenshotFolder& screenshots) {
    if (base.header.space != 2)
        throw BadInput(base.file, 0, "has three dimensions, expected two for pictures");
    const auto pictures = pictures_of(screenshots);
    const auto rects = rects_of((fs::path(screenshots.folder) / "rects.csv").string());
    if (fs::canonical(screenshots.folder).filename().string().find_first_of("\\:") != std::string::npos)
        throw BadInput(screenshots.folder, 0,
                       "has '\\' or ':' in its name, expected a name that a log can hold");
    const std::string prefix = fs::canonical(screenshots.folder).filename().string() + "/";
    Edits edits;
    edits.definitions = base.definitions(0, base.size());
    edits.pictures = std::make_shared<WithFolder>(base.pictures(), prefix, screenshots.folder);
    const Slot follow = screenshots.follow.empty() ? -1 : body_of(base, screenshots.follow);
    std::size_t next = screenshots.first ? base.index_from(*screenshots.first) : 0;
    for (const auto& [number, name] : pictures) {
        const std::ptrdiff_t found =
            screenshots.first ? static_cast<std::ptrdiff_t>(next++) : base.frame_index(number);
        if (found < static_cast<std::ptrdiff_t>(base.begin()) ||
            found >= static_cast<std::ptrdiff_t>(base.size()))
            continue;
        const auto index = static_cast<std::size_t>(found);
        ScreenshotRow row;
        row.image = prefix + name;
        try {
            png_size(edits.pictures->png(row.image));
        } catch (const NoPicture& e) {
            throw BadInput((fs::path(screenshots.folder) / name).string(), 0, e.what());
        }
        if (const auto own = rects.find(base.number(index)); own != rects.end())
            row.rect = own->second;
        else if (screenshots.rect) {
            row.rect = *screenshots.rect;
            if (follow >= 0) {
                const Vec3 at = base.world_at(index).bodies()[static_cast<std::size_t>(follow)].pose.at;
                row.rect[0] += at.x, row.rect[1] += at.y, row.rect[2] += at.x, row.rect[3] += at.y;
            }
        } else
            throw BadInput(screenshots.folder, 0,
                           "does not say where the picture of frame " + std::to_string(base.number(index)) +
                               " lies, expected it in rects.csv or from --rect");
        edits.screenshots[index] = std::move(row);
    }
    if (edits.screenshots.empty())
        throw BadInput(screenshots.folder, 0,
                       "holds no picture with the number of a frame, expected " +
                           std::to_string(base.number(base.begin())) + " to " +
                           std::to_string(base.number(base.size() - 1)));
    return edited(base, edits);
}

} // namespace oddbounce
