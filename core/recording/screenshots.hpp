// SPDX-License-Identifier: GPL-3.0-or-later
// What the player saw, from a folder of pictures that the game or a screen recorder wrote.
#pragma once

#include "recording/bad_input.hpp"
#include "recording/recording.hpp"

#include <array>
#include <memory>
#include <optional>
#include <string>

namespace oddbounce {

struct ScreenshotFolder {
    /// Holds PNGs whose names end in a number: the frame's, or with `first` the pictures in the order of
    /// their numbers are those of frame `first` and the frames after it. A file rects.csv in it, rows of
    /// frame,x0,y0,x1,y1, says where each lies.
    std::string folder;
    std::optional<std::array<double, 4>> rect; ///< x0, y0, x1, y1, where rects.csv says nothing; world
    std::string follow;                        ///< name or id of the body that `rect` is measured from
    std::optional<std::int64_t> first;
};

/// The recording with these shots, in place of its own in those frames. `base` must outlive the result, and
/// be complete. Throws BadInput: no picture fits a frame, one has no place, a picture is none.
std::shared_ptr<Recording> with_screenshots(const Recording& base, const ScreenshotFolder& screenshots);

} // namespace oddbounce
