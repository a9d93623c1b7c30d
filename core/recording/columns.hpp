// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers in columns, small and without loss: what a bounce file packs its frames with (docs/bounce-file.md).
#pragma once

#include <cstdint>
#include <span>
#include <stdexcept>
#include <string>
#include <string_view>
#include <vector>

namespace oddbounce {

/// What ByteReader and read_column throw where the bytes cannot be what a writer wrote.
struct Damaged : std::runtime_error {
    using std::runtime_error::runtime_error;
};

class ByteWriter {
  public:
    void byte(std::uint8_t b) { out_ += static_cast<char>(b); }
    void varint(std::uint64_t v) { ///< 7 bits a byte, low ones first
        for (; v >= 0x80; v >>= 7) byte(static_cast<std::uint8_t>(v | 0x80));
        byte(static_cast<std::uint8_t>(v));
    }
    void whole(std::int64_t v); ///< signed, small near zero
    const std::string& bytes() const { return out_; }

  private:
    std::string out_;
};

class ByteReader {
  public:
    explicit ByteReader(std::string_view bytes) : at_(bytes.data()), end_(bytes.data() + bytes.size()) {}
    std::uint8_t byte() {
        if (at_ == end_) throw Damaged("ends too early");
        return static_cast<std::uint8_t>(*at_++);
    }
    std::uint64_t varint() {
        if (at_ != end_ && !(*at_ & 0x80)) return static_cast<std::uint8_t>(*at_++);
        return long_varint();
    }
    std::int64_t whole() {
        const std::uint64_t v = varint();
        return static_cast<std::int64_t>((v >> 1) ^ (~(v & 1) + 1));
    }
    /// A count of things of which each takes at least one more byte, or of at most `most`.
    std::size_t count(std::size_t most);
    bool empty() const { return at_ == end_; }
    std::size_t left() const { return static_cast<std::size_t>(end_ - at_); } ///< bytes

  private:
    std::uint64_t long_varint();
    const char *at_, *end_;
};

/// Writes the values so that read_column gives back the same bits. Tried for the smallest: decimal fractions
/// of up to 15 digits after the point, or the bits themselves; each as it is, or as the difference from the
/// last value, from the straight line through the last two, or the parabola through the last three.
void write_column(ByteWriter& out, std::span<const double> values);
/// Reads as many values as `values` has room for. Throws Damaged.
void read_column(ByteReader& in, std::span<double> values);

} // namespace oddbounce
