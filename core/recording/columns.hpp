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
    void varint(std::uint64_t v); ///< 7 bits a byte, low ones first
    void whole(std::int64_t v);   ///< signed, small near zero
    const std::string& bytes() const { return out_; }

  private:
    std::string out_;
};

class ByteReader {
  public:
    explicit ByteReader(std::string_view bytes) : at_(bytes) {}
    std::uint8_t byte();
    std::uint64_t varint();
    std::int64_t whole();
    /// A count of things of which each takes at least one more byte, or of at most `most`.
    std::size_t count(std::size_t most);
    bool empty() const { return at_.empty(); }

  private:
    std::string_view at_;
};

/// Writes the values so that read_column gives back the same bits. Tried for the smallest: decimal fractions
/// of up to 15 digits after the point, or the bits themselves; each as it is, or as the difference from the
/// last value, from the straight line through the last two, or the parabola through the last three.
void write_column(ByteWriter& out, std::span<const double> values);
/// Reads `count` values. Throws Damaged.
std::vector<double> read_column(ByteReader& in, std::size_t count);

} // namespace oddbounce
