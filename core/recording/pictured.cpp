// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/pictured.hpp"

#include "recording/files.hpp"

#include <filesystem>
#include <set>

namespace oddbounce {

namespace fs = std::filesystem;

namespace {
void describe(const std::string& image, const std::function<void(const std::string&)>& each) {
    if (!image.empty() && !is_data_uri(image)) each(image);
}
} // namespace

void each_picture_path(const Definition& d, const std::function<void(const std::string&)>& each) {
    if (const auto* c = std::get_if<ColliderDef>(&d)) describe(c->shape.image, each);
    if (const auto* a = std::get_if<ArtDef>(&d)) describe(a->image, each);
}

void each_picture_path(const Frame& f, const std::function<void(const std::string&)>& each) {
    for (const Definition& d : f.before) each_picture_path(d, each);
    if (f.screenshot) describe(f.screenshot->image, each);
}

Shape cells_of(const Shape& shape, const std::string& png, const Header& header) {
    Shape out = shape;
    out.layers = {mask_rows(decode_png(png), shape.alpha, header.up.y >= 0.0)};
    if (const std::string why = defect(out); !why.empty()) throw NoPicture("cannot be a shape: " + why);
    return out;
}

namespace {

/// Whoever made the recording: a picture gets a picture's name, and it stays in the folder of the log.
void check_unpacked(const fs::path& folder, const std::string& path) {
    const auto refuse = [&](const std::string& why) {
        throw BadInput((folder / path).string(), 0, "is not written: " + why);
    };
    const fs::path name(path);
    std::string ending = name.extension().string();
    for (char& c : ending) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    if (ending != ".png") refuse("expected a name that ends in .png");
    fs::path at = folder;
    for (const fs::path& part : name) {
        if (part.string().starts_with('.')) refuse("expected a name without hidden parts");
        at /= part;
        if (fs::is_symlink(fs::symlink_status(at))) refuse("'" + at.string() + "' is a link");
    }
}

} // namespace

void put_pictures_beside(const Recording& r, const std::string& log) {
    if (!r.pictures()) return;
    std::set<std::string> paths;
    const auto take = [&](const std::string& path) { paths.insert(path); };
    for (const Recording::Defined& d : r.definitions(0, ~std::size_t(0)))
        each_picture_path(d.definition, take);
    for (const Definition& d : r.after()) each_picture_path(d, take);
    for (std::size_t i = r.begin(); i < r.size(); ++i)
        if (r.has(i) & Recording::Screenshot) each_picture_path(*r.frame(i), take);
    const fs::path folder = fs::path(log).parent_path();
    std::erase_if(paths, [&](const std::string& path) {
        try {
            return png_size(r.png(path)), false; // whoever made the recording, only pictures are written
        } catch (const NoPicture&) {
            return true;
        }
    });
    for (const std::string& path : paths) check_unpacked(folder, path); // before the first is written
    for (const std::string& path : paths) {
        const std::string png = r.png(path);
        const fs::path to = folder / path;
        std::error_code error;
        if (fs::exists(to, error)) {
            if (read_file(to.string(), most_png) != png)
                throw BadInput(to.string(), 0,
                               "is there already with other content, expected the picture or nothing");
            continue;
        }
        if (to.has_parent_path()) fs::create_directories(to.parent_path(), error);
        write_file(to.string(), png);
    }
}

} // namespace oddbounce
