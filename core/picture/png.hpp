// SPDX-License-Identifier: GPL-3.0-or-later
// PNG pictures as pixels, and pixels as the cells of a mask.
#pragma once

#include <cstdint>
#include <stdexcept>
#include <string>
#include <string_view>
#include <vector>

namespace oddbounce {

/// Why a picture cannot be used, as the end of a sentence ("is not a PNG").
class NoPicture : public std::runtime_error {
  public:
    using std::runtime_error::runtime_error;
};

/// Red, green, blue, alpha, a byte each, not premultiplied; rows from the top.
struct Pixels {
    int width = 0, height = 0;
    std::vector<std::uint8_t> rgba;

    std::uint8_t alpha(int x, int y) const {
        return rgba[(static_cast<std::size_t>(y) * static_cast<std::size_t>(width) +
                     static_cast<std::size_t>(x)) *
                        4 +
                    3];
    }
    bool operator==(const Pixels&) const = default;
};

inline constexpr int most_pixels = 16000000;       ///< of one picture
inline constexpr std::size_t most_png = 64u << 20; ///< bytes

/// Any PNG of at most `most_pixels` pixels. Throws NoPicture.
Pixels decode_png(std::string_view png);
/// Only the size, from the first bytes; rgba stays empty. Throws NoPicture.
Pixels png_size(std::string_view png);
std::string encode_png(const Pixels& pixels);

/// Rows of '#' and '.': '#' where a pixel's alpha (0..1) is at least `alpha`; a wholly clear pixel never is.
/// `bottom_first`: row 0 is the picture's bottom row, else its top row.
std::vector<std::string> mask_rows(const Pixels& pixels, double alpha, bool bottom_first);

} // namespace oddbounce
