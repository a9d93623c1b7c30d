// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/columns.hpp"

#include <algorithm>
#include <bit>
#include <cmath>

namespace oddbounce {

void ByteWriter::varint(std::uint64_t v) {
    for (; v >= 0x80; v >>= 7) byte(static_cast<std::uint8_t>(v | 0x80));
    byte(static_cast<std::uint8_t>(v));
}
void ByteWriter::whole(std::int64_t v) {
    varint((static_cast<std::uint64_t>(v) << 1) ^ static_cast<std::uint64_t>(v >> 63));
}

std::uint8_t ByteReader::byte() {
    if (at_.empty()) throw Damaged("ends too early");
    const auto b = static_cast<std::uint8_t>(at_.front());
    at_.remove_prefix(1);
    return b;
}
std::uint64_t ByteReader::varint() {
    std::uint64_t v = 0;
    for (unsigned shift = 0; shift < 64; shift += 7) {
        const std::uint8_t b = byte();
        v |= static_cast<std::uint64_t>(b & 0x7F) << shift;
        if (b < 0x80) return v;
    }
    throw Damaged("holds a number of more than 64 bits");
}
std::int64_t ByteReader::whole() {
    const std::uint64_t v = varint();
    return static_cast<std::int64_t>((v >> 1) ^ (~(v & 1) + 1));
}
std::size_t ByteReader::count(std::size_t most) {
    const std::uint64_t n = varint();
    if (n > most) throw Damaged("counts more than there can be");
    return static_cast<std::size_t>(n);
}

namespace {

constexpr int digits_most = 15;
constexpr std::uint8_t bits_mode = 16;
constexpr double ten_to[digits_most + 1] = {1e0, 1e1, 1e2,  1e3,  1e4,  1e5,  1e6,  1e7,
                                            1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15};
constexpr double largest_whole = 9007199254740992.0; // 2^53: wholes below it are exact

using Wholes = std::vector<std::int64_t>;

/// The doubles' bits as wholes in the order of the numbers: neighbours differ by one.
std::int64_t in_order(double d) {
    const auto bits = std::bit_cast<std::int64_t>(d);
    return bits >= 0 ? bits : bits ^ 0x7FFFFFFFFFFFFFFF;
}
double from_order(std::int64_t i) { return std::bit_cast<double>(i >= 0 ? i : i ^ 0x7FFFFFFFFFFFFFFF); }

/// True where n / 10^digits is this very double.
bool decimal(double d, int digits, std::int64_t& n) {
    const double scaled = d * ten_to[digits];
    if (!(std::abs(scaled) < largest_whole)) return false;
    n = std::llround(scaled);
    return std::bit_cast<std::uint64_t>(static_cast<double>(n) / ten_to[digits]) ==
           std::bit_cast<std::uint64_t>(d);
}

/// The fewest digits after the point that give all values exactly; -1: none do.
int digits_of(std::span<const double> values, Wholes& wholes) {
    int digits = 0;
    for (std::size_t i = 0; i < values.size();) {
        if (decimal(values[i], digits, wholes[i])) {
            ++i;
            continue;
        }
        do
            if (++digits > digits_most) return -1;
        while (!decimal(values[i], digits, wholes[i]));
        i = 0; // the ones before want the same digits
    }
    return digits;
}

/// What is expected after `p[0..n)`, by the polynomial through the last `order` values.
std::int64_t expected(const std::int64_t* p, std::size_t n, unsigned order) {
    const auto u = [&](std::size_t back) { return static_cast<std::uint64_t>(p[n - back]); };
    const std::size_t known = std::min<std::size_t>(order, n);
    if (known == 0) return 0;
    if (known == 1) return p[n - 1];
    return static_cast<std::int64_t>(known == 2 ? 2 * u(1) - u(2) : 3 * u(1) - 3 * u(2) + u(3));
}
/// The same for bits: the polynomial runs through the numbers, not through their bits.
std::int64_t expected_bits(const std::int64_t* p, std::size_t n, unsigned order) {
    const std::size_t known = std::min<std::size_t>(order, n);
    if (known < 2) return expected(p, n, order);
    const double a = from_order(p[n - 1]), b = from_order(p[n - 2]);
    return in_order(known == 2 ? 2 * a - b : 3 * a - 3 * b + from_order(p[n - 3]));
}

Wholes differences(const Wholes& values, unsigned order, bool bits) {
    Wholes out(values.size());
    for (std::size_t i = 0; i < values.size(); ++i) {
        const std::int64_t e =
            bits ? expected_bits(values.data(), i, order) : expected(values.data(), i, order);
        out[i] =
            static_cast<std::int64_t>(static_cast<std::uint64_t>(values[i]) - static_cast<std::uint64_t>(e));
    }
    return out;
}

std::size_t size_of(const Wholes& values) {
    std::size_t bytes = 0;
    for (std::int64_t v : values) {
        const std::uint64_t z = (static_cast<std::uint64_t>(v) << 1) ^ static_cast<std::uint64_t>(v >> 63);
        bytes += static_cast<std::size_t>(std::bit_width(z | 1) + 6) / 7;
    }
    return bytes;
}

} // namespace

void write_column(ByteWriter& out, std::span<const double> values) {
    Wholes wholes(values.size());
    const int digits = digits_of(values, wholes);
    const bool bits = digits < 0;
    if (bits)
        for (std::size_t i = 0; i < values.size(); ++i) wholes[i] = in_order(values[i]);
    Wholes best = wholes;
    unsigned best_order = 0;
    for (unsigned order = 1; order <= 3; ++order)
        if (Wholes tried = differences(wholes, order, bits); size_of(tried) < size_of(best))
            best = std::move(tried), best_order = order;
    out.byte(static_cast<std::uint8_t>((bits ? bits_mode : digits) | static_cast<int>(best_order << 6)));
    for (std::int64_t v : best) out.whole(v);
}

std::vector<double> read_column(ByteReader& in, std::size_t count) {
    const std::uint8_t head = in.byte(), mode = head & 0x3F;
    const unsigned order = head >> 6;
    if (mode > bits_mode) throw Damaged("holds a column of an unknown kind");
    const bool bits = mode == bits_mode;
    Wholes wholes(count);
    std::vector<double> out(count);
    for (std::size_t i = 0; i < count; ++i) {
        const std::int64_t e =
            bits ? expected_bits(wholes.data(), i, order) : expected(wholes.data(), i, order);
        wholes[i] =
            static_cast<std::int64_t>(static_cast<std::uint64_t>(in.whole()) + static_cast<std::uint64_t>(e));
        out[i] = bits ? from_order(wholes[i]) : static_cast<double>(wholes[i]) / ten_to[mode];
        if (!std::isfinite(out[i])) throw Damaged("holds a number that is none");
    }
    return out;
}

} // namespace oddbounce
