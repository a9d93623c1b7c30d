// SPDX-License-Identifier: GPL-3.0-or-later
// Reads a bounce log piece by piece into a recording: inner header of those who have pieces (files, streams,
// live sessions). Others use log.hpp.
#pragma once

#include "recording/frame_reader.hpp"
#include "recording/recording.hpp"

#include <optional>
#include <unordered_set>

namespace oddbounce {

class LogReader {
  public:
    /// Where whole spans go: to a store only when they become too many for memory, or from the first.
    enum class Keep { InMemory, InStore };
    explicit LogReader(const std::string& file, Feed::MakeStore store = nullptr, Keep keep = Keep::InMemory);
    /// Where pictures lie that are named by path. Before the first byte.
    void draw_from(std::shared_ptr<const Pictures> pictures) { pictures_ = std::move(pictures); }
    ~LogReader();

    /// The next bytes, cut anywhere. Throws BadInput.
    void take(std::string_view bytes);
    /// No more bytes come: what is left is a last line without its end.
    std::shared_ptr<Recording> end();
    /// Null before the header.
    std::shared_ptr<Recording> recording() const { return feed_ ? feed_->recording() : nullptr; }
    Feed* feed() { return feed_ ? &*feed_ : nullptr; }
    /// What came after the last frame is left out: bytes of a line, definitions.
    void forget_rest();

    /// One definition as it is written in a log, none where the line is none. For bounce files.
    static std::optional<Definition> definition(std::string_view line, const Header& header,
                                                const std::string& file);
    static Header header(std::string_view line, const std::string& file);

    /// Says the sentence once for each kind.
    void warn(const std::string& kind, const std::string& sentence);

  private:
    Place place() const { return {file_, line_}; }
    int space() const;
    [[noreturn]] void fail_header() const;
    void read_line(std::string_view line, bool whole);
    void begin(Header header);
    std::string rest(Keys& k, const char* of);
    void unknown_key(const char* of, const std::string& key);
    void check_picture(Keys& k, const std::string& image, const Shape* shape);
    void keep_unknown(const JsonObject& object, std::string_view line);

    Header read_header(Keys& k);
    Header read_header_values(Header h, Keys k);
    bool read_definition(Keys& k);
    void read_body(Keys& k);
    void read_collider(Keys& k);
    Shape read_shape(Keys k);
    void read_points(Keys& k, Shape& s);
    void read_cells(Keys& k, Shape& s);
    void read_pair(Keys& k);
    void read_art(Keys& k);
    void read_probe(Keys& k);
    void read_expect(Keys& k);
    void read_end(Keys& k);
    void read_frame(std::string_view line, bool whole);
    double steps_passed(const Frame& frame);
    void not_json(bool whole);
    void check_pending();

    const std::string file_;
    Feed::MakeStore store_;
    Keep keep_;
    std::shared_ptr<const Pictures> pictures_;
    long line_ = 0;
    std::size_t defined_ = 0; ///< bytes of definitions and unknown lines
    std::string carry_;       ///< the bytes of a line whose end has not come yet
    simdjson::dom::parser parser_;
    std::optional<Feed> feed_;
    std::optional<FrameReader> frames_;
    std::optional<std::int64_t> last_number_;
    double one_step_off_ = 0.0, all_steps_off_ = 0.0; ///< how badly velocities fit ways over numbers left out
    std::vector<DefinitionRef> before_;
    std::unordered_set<Id> bodies_, colliders_;
    struct Pending {
        long line;
        const char* key;
        Id body;
    };
    std::vector<Pending> pending_; ///< bodies named before they were defined
    std::unordered_set<std::string> warned_;
    std::vector<std::string> early_; ///< warnings before there is a recording
};

} // namespace oddbounce
