// SPDX-License-Identifier: GPL-3.0-or-later
// A session that a running game sends: lines of a bounce log, kept in a bounce file as they come.
#pragma once

#include "recording/bad_input.hpp"
#include "recording/recording.hpp"

#include <functional>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

namespace oddbounce {

class LogReader;

/// "It just happened!": an event of this name is a remark of the game's, or of whoever plays it.
inline constexpr const char* mark_event = "mark";

/// A path in `folder` that does not exist yet, named after the title and the time.
std::string free_path(const std::string& folder, const Header& header);
/// `path`, or where it exists "NAME-2.bounce", "NAME-3.bounce", …
std::string free_path(const std::string& path);

class LiveSession {
  public:
    /// The file for a session, asked for when its header has come.
    using Name = std::function<std::string(const Header&)>;
    /// `keep_seconds`: how much of it is kept, to the next span; 0: all.
    explicit LiveSession(Name name, double keep_seconds = 0.0);
    ~LiveSession();

    /// The next lines, cut anywhere. Throws BadInput: the session is over, what came before stays.
    void take(std::string_view bytes);
    /// Null before the header. Grows while frames come, and stays when the session is over.
    std::shared_ptr<const Recording> recording() const { return recording_; }
    const std::string& path() const { return path_; }
    /// Marks that came since this was last asked.
    struct Mark {
        std::int64_t frame;
        std::string note;
        std::vector<Id> about;
    };
    std::vector<Mark> new_marks();
    /// The file is made whole. A session without frames leaves none. Throws BadInput.
    void end();

  private:
    void drop_old();
    void count(std::size_t frames_before, std::size_t bytes);

    Name name_;
    const double keep_seconds_;
    std::string head_, path_; ///< head_: bytes of a header line that is not whole yet
    std::unique_ptr<LogReader> reader_;
    std::shared_ptr<const Recording> recording_;
    std::size_t marked_ = 0;      ///< frames looked at for marks
    std::size_t since_frame_ = 0; ///< bytes
    bool over_ = false;
};

} // namespace oddbounce
