// SPDX-License-Identifier: GPL-3.0-or-later
// Reads frame lines of a bounce log: inner header of those that read logs and bounce files.
#pragma once

#include "recording/frame.hpp"
#include "recording/keys.hpp"

#include <functional>
#include <initializer_list>
#include <optional>

namespace oddbounce {

/// The value of an enum that is written as one of `words`, in the enum's order.
template <class Enum>
Enum choice(Keys& k, const char* key, Enum otherwise, std::initializer_list<const char*> words) {
    if (!k.has(key)) return otherwise;
    const std::string given = k.text(key);
    std::string list;
    int i = 0;
    for (const char* w : words) {
        if (given == w) return static_cast<Enum>(i);
        list += std::string(i++ ? ", " : "") + "\"" + w + "\"";
    }
    k.place().fail(key, "is \"" + given + "\", expected one of " + list);
}

class FrameReader {
    using JsonRows = simdjson::ondemand::array;

  public:
    /// Called with (of what, key) for each key that nobody knows.
    using Unknown = std::function<void(const char*, const std::string&)>;
    FrameReader(const Header& header, Unknown unknown) : header_(header), unknown_(std::move(unknown)) {}

    /// Without the definitions before it; ids are not looked up. None where the line is no JSON object.
    /// Requires: simdjson::SIMDJSON_PADDING bytes can be read behind the line. Throws BadInput.
    std::optional<Frame> read(std::string_view line, const Place& place);
    /// The same without rows of bodies, which lie elsewhere.
    Frame read(JsonObject object, const Place& place);
    /// The last frame that was read had a `dt`; else it is 1 / rate.
    bool gave_dt() const { return gave_dt_; }

  private:
    std::optional<Frame> read_in_order(std::string_view line, const Place& place);
    std::vector<BodyRow> read_body_rows(JsonRows list, const Place& place);
    void read_body_row(BodyRow& row, JsonRows numbers, const Place& place) const;
    void read_contacts(Frame& f, JsonValue list, const Place& place) const;
    void read_rays(Keys& k, Frame& f) const;
    void read_events(Keys& k, Frame& f) const;
    void read_screenshot(Keys& k, Frame& f) const;
    std::vector<IdVector> read_id_vectors(Keys& k, const char* key) const;

    const Header& header_;
    bool gave_dt_ = false;
    Unknown unknown_;
    simdjson::ondemand::parser rows_;
    simdjson::dom::parser parser_;
    std::size_t rows_before_ = 0; ///< the next frame most likely has as many
    std::string rest_;            ///< the line without its rows of bodies
};

} // namespace oddbounce
