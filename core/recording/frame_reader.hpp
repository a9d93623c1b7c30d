// SPDX-License-Identifier: GPL-3.0-or-later
// Reads frame lines of a bounce log: inner header of those that read logs and bounce files.
#pragma once

#include "recording/frame.hpp"
#include "recording/keys.hpp"

#include <functional>
#include <initializer_list>

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
  public:
    /// Called with (of what, key) for each key that nobody knows.
    using Unknown = std::function<void(const char*, const std::string&)>;
    FrameReader(const Header& header, Unknown unknown) : header_(header), unknown_(std::move(unknown)) {}

    /// Without the definitions before it; ids are not looked up. Throws BadInput.
    Frame read(JsonObject object, const Place& place);

  private:
    void read_body_rows(Frame& f, JsonValue list, const Place& place) const;
    void read_contacts(Frame& f, JsonValue list, const Place& place) const;
    void read_rays(Keys& k, Frame& f) const;
    void read_events(Keys& k, Frame& f) const;
    void read_shot(Keys& k, Frame& f) const;
    std::vector<IdVector> read_id_vectors(Keys& k, const char* key) const;

    const Header& header_;
    Unknown unknown_;
};

} // namespace oddbounce
