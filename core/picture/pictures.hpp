// SPDX-License-Identifier: GPL-3.0-or-later
// Where the pictures of a recording lie: in the log itself, in the log's folder, inside a bounce file.
#pragma once

#include "picture/png.hpp"

#include <functional>
#include <memory>
#include <string>

namespace oddbounce {

/// True for "data:image/png;base64,…": the picture is in the log itself.
bool is_data_uri(std::string_view image);
/// The PNG in such a URI. Throws NoPicture.
std::string png_in_uri(std::string_view uri);
std::string uri_of_png(std::string_view png);

/// Pictures by the path that the log names. Safe from several threads.
class Pictures {
  public:
    virtual ~Pictures() = default;
    /// The PNG as it is stored. Throws NoPicture.
    virtual std::string png(const std::string& path) const = 0;
};

/// Files in a folder and below it; what leads out of it, by links too, is refused.
std::shared_ptr<const Pictures> pictures_in(const std::string& folder);

} // namespace oddbounce
