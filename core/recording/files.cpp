// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/files.hpp"

#include "recording/bounce_file.hpp"
#include "recording/log.hpp"
#include "recording/log_reader.hpp"
#include "recording/output_file.hpp"
#include "recording/pictured.hpp"
#include "recording/side_file.hpp"

#include <zstd.h>

#include <cerrno>
#include <chrono>
#include <cstdio>
#include <cstring>
#include <filesystem>
#include <unistd.h>

namespace oddbounce {

namespace {

constexpr std::uint64_t most_unpacked = std::uint64_t(64) << 30; // against compressed bombs
constexpr std::size_t piece_size = 1 << 20;
constexpr auto shown_after = std::chrono::milliseconds(200);

bool ends_with(const std::string& s, std::string_view end) {
    return s.size() >= end.size() && s.compare(s.size() - end.size(), end.size(), end) == 0;
}

[[noreturn]] void fail(const std::string& path, const char* doing, int reason) {
    throw BadInput(path, 0, std::string("cannot be ") + doing + ": " + std::strerror(reason));
}

// ---- reading in pieces

class Pieces {
  public:
    explicit Pieces(const std::string& path) : path_(path), block_(piece_size, '\0') {
        std::error_code error;
        if (std::filesystem::is_directory(path, error))
            throw BadInput(path, 0, "is a folder, expected a file");
        file_.reset(path == "-" ? stdin : std::fopen(path.c_str(), "rb"));
        if (!file_) fail(path, "opened", errno);
        const auto size = std::filesystem::file_size(path, error);
        if (!error) size_ = static_cast<double>(size);
        fill();
        constexpr std::string_view zstd_magic = "\x28\xB5\x2F\xFD";
        if (std::string_view(block_.data(), in_.size).substr(0, 4) == zstd_magic || ends_with(path, ".zst"))
            stream_.reset(ZSTD_createDStream()), plain_.resize(piece_size);
    }

    /// Empty: the end.
    std::string_view next() {
        if (!stream_) {
            const std::string_view piece(block_.data(), in_.size);
            pending_ = !piece.empty();
            return piece;
        }
        for (;;) {
            if (in_.pos == in_.size && !over_) fill();
            ZSTD_outBuffer out{plain_.data(), plain_.size(), 0};
            const std::size_t code = ZSTD_decompressStream(stream_.get(), &out, &in_);
            if (ZSTD_isError(code) && unpacked_ == 0)
                throw BadInput(path_, 0, "is not zstd data, expected a compressed bounce log");
            if (ZSTD_isError(code))
                throw BadInput(path_, 0, "is damaged: its compressed data cannot be read further");
            open_frame_ = code != 0;
            unpacked_ += out.pos;
            if (unpacked_ > most_unpacked)
                throw BadInput(path_, 0, "unpacks to more than 64 GiB, expected less");
            if (out.pos > 0) return {plain_.data(), out.pos};
            if (over_ && in_.pos == in_.size) {
                return {};
            }
        }
    }
    /// The piece is used; its place may be taken by the next.
    void used() {
        if (pending_ && !stream_) fill();
    }
    /// The compressed data ended within a frame: its writer was killed, or the file was cut.
    bool cut_off() const { return open_frame_; }
    double share() const { return size_ > 0.0 ? std::min(1.0, read_ / size_) : 0.0; }

  private:
    struct Close {
        void operator()(std::FILE* f) const {
            if (f != stdin) std::fclose(f);
        }
    };
    void fill() {
        const std::size_t n = std::fread(block_.data(), 1, block_.size(), file_.get());
        if (n == 0 && std::ferror(file_.get())) fail(path_, "read", errno);
        in_ = {block_.data(), n, 0}, over_ = n == 0, read_ += static_cast<double>(n);
    }

    std::string path_;
    std::unique_ptr<std::FILE, Close> file_;
    std::unique_ptr<ZSTD_DStream, decltype(&ZSTD_freeDStream)> stream_{nullptr, &ZSTD_freeDStream};
    std::string block_, plain_;
    ZSTD_inBuffer in_{nullptr, 0, 0};
    bool over_ = false, pending_ = false, open_frame_ = false;
    double size_ = 0.0, read_ = 0.0;
    std::uint64_t unpacked_ = 0;
};

/// `make`: where long logs are packed; null: nowhere.
std::shared_ptr<Recording> read_pieces(const std::string& path, Control* control, const Begun& begun,
                                       const Feed::MakeStore& make) {
    Pieces pieces(path);
    LogReader reader(path, make);
    if (path != "-") reader.draw_from(pictures_beside(path));
    const auto since = std::chrono::steady_clock::now();
    bool shown = !begun;
    for (;;) {
        if (control) {
            if (control->stop) return nullptr;
            control->progress = pieces.share();
        }
        const std::string_view piece = pieces.next();
        if (piece.empty()) break;
        reader.take(piece);
        pieces.used();
        if (shown || std::chrono::steady_clock::now() - since < shown_after) continue;
        const auto r = reader.recording();
        if (r && !r->empty()) shown = true, begun(r);
    }
    if (pieces.cut_off()) reader.warn("cut", "the compressed data ends too early; what comes before is kept");
    return reader.end();
}

std::shared_ptr<Recording> read_log(const std::string& path, Control* control, const Begun& begun) {
    const SideFile side(path);
    if (auto known = side.open()) return known;
    try {
        return read_pieces(path, control, begun, [&](const Header& header) { return side.create(header); });
    } catch (const BadInput& e) {
        if (path == "-" || !side.is_trouble_of(e)) throw;
        return read_pieces(path, control, begun, nullptr); // there is no room beside it: in memory then
    }
}

// ---- writing

class Packer {
  public:
    explicit Packer(OutputFile& to) : to_(to), stream_(ZSTD_createCCtx(), &ZSTD_freeCCtx) {
        ZSTD_CCtx_setParameter(stream_.get(), ZSTD_c_compressionLevel, 6);
        ZSTD_CCtx_setParameter(stream_.get(), ZSTD_c_checksumFlag, 1); // a flipped bit is an error when read
    }
    void write(std::string_view bytes, bool last) {
        ZSTD_inBuffer in{bytes.data(), bytes.size(), 0};
        std::string block(ZSTD_CStreamOutSize(), '\0');
        for (std::size_t left = 1; left != 0 || in.pos < in.size;) {
            ZSTD_outBuffer out{block.data(), block.size(), 0};
            left = ZSTD_compressStream2(stream_.get(), &out, &in, last ? ZSTD_e_end : ZSTD_e_continue);
            to_.write(std::string_view(block).substr(0, out.pos));
            if (!last && in.pos == in.size) break;
        }
    }

  private:
    OutputFile& to_;
    std::unique_ptr<ZSTD_CCtx, decltype(&ZSTD_freeCCtx)> stream_;
};

bool write_log(const Recording& r, const std::string& path, Control* control) {
    OutputFile file(path);
    std::optional<Packer> packer;
    if (ends_with(path, ".zst")) packer.emplace(file);
    std::size_t bytes = 0;
    write_log_pieces(r, [&](std::string_view piece) {
        bytes += piece.size();
        if (packer)
            packer->write(piece, false);
        else
            file.write(piece);
        return !(control && control->stop);
    });
    if (control && control->stop) return false;
    put_pictures_beside(r, path);
    if (packer) packer->write({}, true);
    file.done();
    return true;
}

} // namespace

std::shared_ptr<const Pictures> pictures_beside(const std::string& path) {
    return pictures_in(std::filesystem::path(path).parent_path().string());
}

std::shared_ptr<Recording> read_recording(const std::string& path, Control* control, const Begun& begun) {
    if (path != "-" && is_bounce_file(path)) return open_bounce_file(path);
    return read_log(path, control, begun);
}

bool write_recording(const Recording& r, const std::string& path, Control* control) {
    return ends_with(path, ".bounce") ? write_bounce_file(r, path, control) : write_log(r, path, control);
}

std::string read_file(const std::string& path, std::size_t most) {
    Pieces pieces(path);
    std::string out;
    for (std::string_view piece; !(piece = pieces.next()).empty(); pieces.used()) {
        out += piece;
        if (out.size() > most)
            throw BadInput(path, 0, "is larger than " + std::to_string(most >> 20) + " MiB, expected less");
    }
    return out;
}

std::string read_document(const std::string& path) {
    std::error_code error;
    if (std::filesystem::exists(path, error) && !std::filesystem::is_regular_file(path, error))
        throw BadInput(path, 0, "is not a regular file");
    return read_file(path, most_document);
}

void write_file(const std::string& path, std::string_view content) {
    OutputFile file(path);
    file.write(content);
    file.done();
}

} // namespace oddbounce
