// SPDX-License-Identifier: GPL-3.0-or-later
// The pictures that a recording names by path, kept together with it wherever it goes.
#pragma once

#include "recording/bad_input.hpp"
#include "recording/recording.hpp"

#include <functional>
#include <string>

namespace oddbounce {

/// Calls `each` with every picture's path that the frame, or the definition, names.
void each_picture_path(const Definition& definition, const std::function<void(const std::string&)>& each);
void each_picture_path(const Frame& frame, const std::function<void(const std::string&)>& each);

/// A shape of cells with the rows that the picture gives it. Throws NoPicture.
Shape cells_of(const Shape& shape, const std::string& png, const Header& header);

/// The recording's pictures become files below the folder of the log at `path`, as it names them. A picture
/// that is there already stays; those that the recording itself lacks stay missing. Throws BadInput where
/// another file has the name.
void put_pictures_beside(const Recording& recording, const std::string& path);

} // namespace oddbounce
