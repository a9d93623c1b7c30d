// SPDX-License-Identifier: GPL-3.0-or-later
// The one exception that crosses the core's border.
#pragma once

#include <stdexcept>
#include <string>

namespace oddbounce {

/// A file or a call that cannot be used. `what()` is the sentence for the person:
/// "net.bouncelog:12: 'rate' is -3, expected a positive number".
class BadInput : public std::runtime_error {
  public:
    BadInput(const std::string& file, long line, const std::string& sentence, const std::string& key = "");
    const std::string& file() const { return file_; }
    const std::string& key() const { return key_; }
    long line() const { return line_; }

  private:
    std::string file_, key_;
    long line_;
};

} // namespace oddbounce
