// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/columns.hpp"

#include <algorithm>
#include <bit>
#include <cmath>

namespace oddbounce {

void ByteWriter::whole(std::int64_t v) {
    varint((static_cast<std::uint64_t>(v) << 1) ^ static_cast<std::uint64_t>(v >> 63));
}

std::uint64_t ByteReader::long_varint() {
    std::uint64_t v = 0;
    for (unsigned shift = 0; shift < 64; shift += 7) {
        const std::uint8_t b = byte();
        v |= static_cast<std::uint64_t>(b & 0x7F) << shift;
        if (b < 0x80) return v;
    }
    throw Damaged("holds a number of more than 64 bits");
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

std::uint64_t unsign(std::int64_t v) { return static_cast<std::uint64_t>(v); }

/// What is expected after the values so far, by the polynomial through the last `Order` of them.
template <unsigned Order> std::int64_t foretold(const std::int64_t* p) {
    if constexpr (Order == 0) return 0;
    if constexpr (Order == 1) return p[-1];
    if constexpr (Order == 2) return static_cast<std::int64_t>(2 * unsign(p[-1]) - unsign(p[-2]));
    return static_cast<std::int64_t>(3 * unsign(p[-1]) - 3 * unsign(p[-2]) + unsign(p[-3]));
}
/// The same for bits: the polynomial runs through the numbers, not through their bits.
template <unsigned Order> std::int64_t foretold_bits(const std::int64_t* p) {
    if constexpr (Order < 2) return foretold<Order>(p);
    const double a = from_order(p[-1]), b = from_order(p[-2]);
    if constexpr (Order == 2) return in_order(2 * a - b);
    return in_order(3 * a - 3 * b + from_order(p[-3]));
}
template <unsigned Order> std::int64_t foretold(const std::int64_t* p, bool bits) {
    return bits ? foretold_bits<Order>(p) : foretold<Order>(p);
}
/// The first values have fewer before them.
template <unsigned Order> std::int64_t expected(const std::int64_t* values, std::size_t i, bool bits) {
    if (i >= Order) [[likely]]
        return foretold<Order>(values + i, bits);
    if (i == 0) return 0;
    if (i == 1) return foretold<1>(values + i, bits);
    return foretold<2>(values + i, bits);
}

template <unsigned Order> void differences(const Wholes& values, bool bits, Wholes& out) {
    for (std::size_t i = 0; i < values.size(); ++i)
        out[i] =
            static_cast<std::int64_t>(unsign(values[i]) - unsign(expected<Order>(values.data(), i, bits)));
}

std::size_t size_of(const Wholes& values) {
    std::size_t bytes = 0;
    for (std::int64_t v : values) {
        const std::uint64_t z = (static_cast<std::uint64_t>(v) << 1) ^ static_cast<std::uint64_t>(v >> 63);
        bytes += static_cast<std::size_t>(std::bit_width(z | 1) + 6) / 7;
    }
    return bytes;
}

template <unsigned Order>
void read_values(ByteReader& in, bool bits, double unit, Wholes& wholes, std::span<double> out) {
    for (std::size_t i = 0; i < out.size(); ++i) {
        const std::int64_t e = expected<Order>(wholes.data(), i, bits);
        wholes[i] = static_cast<std::int64_t>(unsign(in.whole()) + unsign(e));
        out[i] = bits ? from_order(wholes[i]) : static_cast<double>(wholes[i]) / unit;
        if (!std::isfinite(out[i])) throw Damaged("holds a number that is not finite");
    }
}

} // namespace

void write_column(ByteWriter& out, std::span<const double> values) {
    thread_local Wholes wholes, best, tried; // used again and again: columns are many and short
    wholes.resize(values.size()), tried.resize(values.size());
    const int digits = digits_of(values, wholes);
    const bool bits = digits < 0;
    if (bits)
        for (std::size_t i = 0; i < values.size(); ++i) wholes[i] = in_order(values[i]);
    best = wholes;
    unsigned best_order = 0;
    std::size_t best_size = size_of(best);
    const auto attempt = [&](unsigned order) {
        const std::size_t size = size_of(tried);
        if (size < best_size) std::swap(best, tried), best_size = size, best_order = order;
    };
    differences<1>(wholes, bits, tried), attempt(1);
    differences<2>(wholes, bits, tried), attempt(2);
    differences<3>(wholes, bits, tried), attempt(3);
    out.byte(static_cast<std::uint8_t>((bits ? bits_mode : digits) | static_cast<int>(best_order << 6)));
    for (std::int64_t v : best) out.whole(v);
}

void read_column(ByteReader& in, std::span<double> values) {
    const std::uint8_t head = in.byte(), mode = head & 0x3F;
    if (mode > bits_mode) throw Damaged("holds a column of an unknown kind");
    const bool bits = mode == bits_mode;
    const double unit = bits ? 1.0 : ten_to[mode];
    thread_local Wholes wholes;
    wholes.resize(values.size());
    switch (head >> 6) {
    case 0:
        return read_values<0>(in, bits, unit, wholes, values);
    case 1:
        return read_values<1>(in, bits, unit, wholes, values);
    case 2:
        return read_values<2>(in, bits, unit, wholes, values);
    default:
        return read_values<3>(in, bits, unit, wholes, values);
    }
}

} // namespace oddbounce
