// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/png.hpp"

#include <png.h>

#include <cstring>

namespace oddbounce {

namespace {

struct Image : png_image {
    Image() {
        std::memset(static_cast<png_image*>(this), 0, sizeof(png_image));
        version = PNG_IMAGE_VERSION;
    }
    ~Image() { png_image_free(this); }
    Image(const Image&) = delete;
    Image& operator=(const Image&) = delete;
    [[noreturn]] void fail() const { throw NoPicture(std::string("is not a usable PNG: ") + message); }

    void begin(std::string_view png) {
        constexpr std::string_view signature = "\x89PNG\r\n\x1a\n";
        if (png.substr(0, signature.size()) != signature) throw NoPicture("is not a PNG");
        if (png.size() > most_png) throw NoPicture("is larger than 64 MiB");
        if (!png_image_begin_read_from_memory(this, png.data(), png.size())) fail();
        if (std::uint64_t(width) * height > most_pixels)
            throw NoPicture("has " + std::to_string(width) + " x " + std::to_string(height) +
                            " pixels, at most 16 000 000 are read");
        format = PNG_FORMAT_RGBA;
    }
};

Pixels sized(const png_image& image) {
    Pixels out;
    out.width = static_cast<int>(image.width), out.height = static_cast<int>(image.height);
    return out;
}

} // namespace

Pixels decode_png(std::string_view png) {
    Image image;
    image.begin(png);
    Pixels out = sized(image);
    out.rgba.resize(PNG_IMAGE_SIZE(image));
    if (!png_image_finish_read(&image, nullptr, out.rgba.data(), 0, nullptr)) image.fail();
    return out;
}

Pixels png_size(std::string_view png) {
    Image image;
    image.begin(png);
    return sized(image);
}

std::string encode_png(const Pixels& pixels) {
    Image image;
    image.width = static_cast<png_uint_32>(pixels.width),
    image.height = static_cast<png_uint_32>(pixels.height);
    image.format = PNG_FORMAT_RGBA;
    std::string out(PNG_IMAGE_PNG_SIZE_MAX(image), '\0');
    png_alloc_size_t size = out.size();
    if (!png_image_write_to_memory(&image, out.data(), &size, 0, pixels.rgba.data(), 0, nullptr))
        image.fail();
    out.resize(size);
    return out;
}

std::vector<std::string> mask_rows(const Pixels& pixels, double alpha, bool bottom_first) {
    std::vector<std::string> rows;
    for (int i = 0; i < pixels.height; ++i) {
        const int y = bottom_first ? pixels.height - 1 - i : i;
        std::string& row = rows.emplace_back(static_cast<std::size_t>(pixels.width), '.');
        for (int x = 0; x < pixels.width; ++x) {
            const int a = pixels.alpha(x, y);
            if (a > 0 && a >= alpha * 255.0) row[static_cast<std::size_t>(x)] = '#';
        }
    }
    return rows;
}

} // namespace oddbounce
