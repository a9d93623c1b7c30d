// SPDX-License-Identifier: GPL-3.0-or-later
// A small log in few words, for tests: lengths in px, 60 steps a second, y up, slop 0.5.
#pragma once

#include "recording/files.hpp"
#include "recording/log.hpp"

#include <nlohmann/json.hpp>

namespace oddbounce {

class Scene {
  public:
    using json = nlohmann::json;

    explicit Scene(const json& header = json::object()) {
        json h = {{"bounce", 1}, {"unit", "px"}, {"rate", 60}, {"slop", 0.5}};
        h.update(header);
        line(h);
    }
    /// A body and its one collider, both of this id; `more` goes to the body, `surface` to the collider.
    Scene& body(int id, const char* moves, const json& shape, const json& more = json::object(),
                const json& surface = json::object()) {
        json b = {{"body", id}, {"moves", moves}}, c = {{"collider", id}, {"body", id}, {"shape", shape}};
        b.update(more), c.update(surface);
        return line(b), line(c);
    }
    Scene& line(const json& l) {
        text_ += l.dump() + "\n";
        return *this;
    }
    /// The next frame: rows of bodies, and whatever else is in `more`.
    Scene& frame(const json& rows, const json& more = json::object()) {
        json f = {{"frame", next_++}, {"bodies", rows}};
        f.update(more);
        return line(f);
    }
    std::shared_ptr<Recording> recording() const { return read_log_text(text_, "scene"); }
    const std::string& text() const { return text_; }

    static json ball(double r) { return {{"type", "circle"}, {"r", r}}; }
    static json block(double w, double h, double x = 0.0, double y = 0.0) {
        return {{"type", "box"}, {"size", {w, h}}, {"at", {x, y}}};
    }

  private:
    std::string text_;
    int next_ = 0;
};

/// Equal to the last bit: header, frames with all that stands before them, what follows the last.
inline bool equal(const Recording& a, const Recording& b) {
    return a.header == b.header && a.after() == b.after() && draft_of(a).frames == draft_of(b).frames;
}

} // namespace oddbounce
