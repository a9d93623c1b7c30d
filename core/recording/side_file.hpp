// SPDX-License-Identifier: GPL-3.0-or-later
// What a long log was packed into while it was read, so that it opens at once the next time.
#pragma once

#include "recording/bad_input.hpp"
#include "recording/recording.hpp"

#include <memory>
#include <string>

namespace oddbounce {

/// Lies in $XDG_CACHE_HOME/odd-bounce (~/.cache/odd-bounce), named after the log's path, size and time; where
/// that cannot be written, in the folder for temporary files, for this once. The oldest give way when there
/// are more than 4 GiB.
class SideFile {
  public:
    explicit SideFile(const std::string& log);
    /// The log as it was packed before; null where it was not, or was changed since.
    std::shared_ptr<Recording> open() const;
    /// For a feed. Null where there is no room anywhere: then it stays in memory.
    std::unique_ptr<Store> create(const Header& header) const;
    /// True where this is the side file's trouble (a full disk), not the log's.
    bool is_trouble_of(const BadInput& e) const;

  private:
    mutable std::string beside_; ///< where there is no cache
    std::string log_, path_;     ///< path_ empty: the log is no file that stays
};

} // namespace oddbounce
