// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/pictures.hpp"

#include <array>
#include <cerrno>
#include <cstring>
#include <filesystem>
#include <fstream>

namespace oddbounce {

namespace fs = std::filesystem;

namespace {

constexpr std::string_view uri_head = "data:image/png;base64,";
constexpr char alphabet[] = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";

class Folder : public Pictures {
  public:
    explicit Folder(fs::path folder) : folder_(std::move(folder)) {}

    std::string png(const std::string& path) const override {
        std::error_code error;
        const fs::path root = fs::canonical(folder_, error), file = fs::canonical(root / path, error);
        if (error) throw NoPicture("cannot be opened: " + error.message());
        const fs::path inside = file.lexically_relative(root);
        if (inside.empty() || *inside.begin() == "..") throw NoPicture("leads out of the log's folder");
        if (!fs::is_regular_file(file, error)) throw NoPicture("is not a file");
        if (fs::file_size(file, error) > most_png || error) throw NoPicture("is larger than 64 MiB");
        std::ifstream in(file, std::ios::binary);
        std::string bytes((std::istreambuf_iterator<char>(in)), {});
        if (!in && !in.eof()) throw NoPicture(std::string("cannot be read: ") + std::strerror(errno));
        return bytes;
    }

  private:
    fs::path folder_;
};

} // namespace

bool is_data_uri(std::string_view image) { return image.substr(0, uri_head.size()) == uri_head; }

std::string png_in_uri(std::string_view uri) {
    static const auto values = [] {
        std::array<std::int8_t, 256> out{};
        out.fill(-1);
        for (int i = 0; i < 64; ++i)
            out[static_cast<unsigned char>(alphabet[i])] = static_cast<std::int8_t>(i);
        return out;
    }();
    uri.remove_prefix(uri_head.size());
    while (!uri.empty() && uri.back() == '=') uri.remove_suffix(1);
    std::string out;
    out.reserve(uri.size() / 4 * 3 + 2);
    std::uint32_t bits = 0;
    int held = 0;
    for (const char c : uri) {
        const int value = values[static_cast<unsigned char>(c)];
        if (value < 0) throw NoPicture("is no base64");
        bits = bits << 6 | static_cast<std::uint32_t>(value), held += 6;
        if (held < 8) continue;
        held -= 8;
        out += static_cast<char>(bits >> held & 0xFF);
    }
    return out;
}

std::string uri_of_png(std::string_view png) {
    std::string out(uri_head);
    for (std::size_t i = 0; i < png.size(); i += 3) {
        const auto byte = [&](std::size_t k) {
            return i + k < png.size() ? static_cast<std::uint32_t>(static_cast<unsigned char>(png[i + k]))
                                      : 0u;
        };
        const std::uint32_t bits = byte(0) << 16 | byte(1) << 8 | byte(2);
        for (std::size_t k = 0; k < 4; ++k)
            out += i + k <= png.size() ? alphabet[bits >> (18 - 6 * k) & 63] : '=';
    }
    return out;
}

std::shared_ptr<const Pictures> pictures_in(const std::string& folder) {
    return std::make_shared<Folder>(folder.empty() ? fs::path(".") : fs::path(folder));
}

} // namespace oddbounce
