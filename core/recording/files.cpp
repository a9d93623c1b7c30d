// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/log.hpp"

#include <zstd.h>

#include <cerrno>
#include <cstdio>
#include <cstring>
#include <filesystem>
#include <iostream>
#include <iterator>
#include <unistd.h>

namespace oddbounce {

namespace {

constexpr std::size_t most_unpacked = std::size_t(8) << 30; // against compressed bombs

bool ends_with(const std::string& s, const std::string& end) {
    return s.size() >= end.size() && s.compare(s.size() - end.size(), end.size(), end) == 0;
}

[[noreturn]] void fail(const std::string& path, const char* doing) {
    throw BadInput(path, 0, std::string("cannot be ") + doing + ": " + std::strerror(errno));
}

std::string unpacked(const std::string& packed, const std::string& path) {
    std::string out;
    std::unique_ptr<ZSTD_DStream, decltype(&ZSTD_freeDStream)> stream(ZSTD_createDStream(),
                                                                      &ZSTD_freeDStream);
    std::string block(ZSTD_DStreamOutSize(), '\0');
    ZSTD_inBuffer in{packed.data(), packed.size(), 0};
    while (in.pos < in.size) {
        ZSTD_outBuffer piece{block.data(), block.size(), 0};
        const std::size_t code = ZSTD_decompressStream(stream.get(), &piece, &in);
        if (ZSTD_isError(code)) throw BadInput(path, 0, "is not zstd data, expected a compressed bounce log");
        out.append(block.data(), piece.pos);
        if (out.size() > most_unpacked) throw BadInput(path, 0, "unpacks to more than 8 GiB, expected less");
        if (piece.pos == 0 && in.pos == in.size) break;
    }
    return out;
}

std::string packed(std::string_view plain) {
    std::string out(ZSTD_compressBound(plain.size()), '\0');
    out.resize(ZSTD_compress(out.data(), out.size(), plain.data(), plain.size(), 6));
    return out;
}

} // namespace

std::string read_file(const std::string& path, std::size_t most) {
    if (path == "-") return {std::istreambuf_iterator<char>(std::cin), {}};
    std::error_code error;
    if (std::filesystem::is_directory(path, error)) throw BadInput(path, 0, "is a folder, expected a file");
    std::unique_ptr<std::FILE, decltype(&std::fclose)> f(std::fopen(path.c_str(), "rb"), &std::fclose);
    if (!f) fail(path, "opened");
    std::string out;
    char block[1 << 16];
    for (std::size_t n; (n = std::fread(block, 1, sizeof block, f.get())) > 0;) {
        out.append(block, n);
        if (out.size() > most)
            throw BadInput(path, 0, "is larger than " + std::to_string(most >> 20) + " MiB, expected less");
    }
    if (std::ferror(f.get())) fail(path, "read");
    return out;
}

void write_file(const std::string& path, std::string_view content) {
    const std::string beside = path + ".part" + std::to_string(getpid());
    std::FILE* f = std::fopen(beside.c_str(), "wb");
    if (!f) fail(path, "written");
    const bool written =
        std::fwrite(content.data(), 1, content.size(), f) == content.size() && std::fflush(f) == 0;
    const int reason = errno;
    const bool closed = std::fclose(f) == 0;
    if (written && closed && std::rename(beside.c_str(), path.c_str()) == 0) return;
    if (!written) errno = reason;
    const int why = errno;
    std::remove(beside.c_str());
    errno = why;
    fail(path, "written");
}

std::shared_ptr<Recording> read_log(const std::string& path, Control* control) {
    std::string text = read_file(path);
    constexpr std::string_view zstd_magic = "\x28\xB5\x2F\xFD";
    if (std::string_view(text).substr(0, 4) == zstd_magic || ends_with(path, ".zst"))
        text = unpacked(text, path);
    return read_log_text(text, path, control);
}

void write_log(const Recording& recording, const std::string& path) {
    const std::string text = write_log_text(recording);
    write_file(path, ends_with(path, ".zst") ? packed(text) : text);
}

} // namespace oddbounce
