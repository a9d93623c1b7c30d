// SPDX-License-Identifier: GPL-3.0-or-later
// A recording as plain data, and back.
#include "recording/bad_input.hpp"
#include "recording/clip.hpp"
#include "recording/recording.hpp"

namespace oddbounce {

std::shared_ptr<Recording> Draft::recorded() const {
    Feed feed(file, header);
    feed.draw_from(pictures);
    for (const std::string& w : warnings) feed.warn(w);
    for (const Frame& f : frames)
        if (const auto unknown = feed.take(Frame(f)))
            throw BadInput(file, 0, "names " + std::to_string(unknown->id) + ", which is not defined",
                           unknown->key);
    feed.finish(after);
    return feed.recording();
}

Draft draft_of(const Recording& r) {
    Draft out;
    out.file = r.file, out.header = r.header, out.after = r.after();
    out.pictures = r.pictures();
    for (std::size_t i = r.begin(); i < r.size(); ++i)
        out.frames.push_back(i == r.begin() && i > 0 ? opening(r, i) : *r.frame(i));
    return out;
}

} // namespace oddbounce
