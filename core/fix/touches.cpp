// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/touches.hpp"

#include <algorithm>

namespace oddbounce {

void unite(std::vector<FrameRange>& all) {
    std::ranges::sort(all, {}, &FrameRange::first);
    std::vector<FrameRange> out;
    for (const FrameRange& s : all)
        if (!out.empty() && s.first <= out.back().last + 1)
            out.back().last = std::max(out.back().last, s.last);
        else
            out.push_back(s);
    all = std::move(out);
}

void add_touches(const Recording& r, const Encounter& e, Touches& out) {
    if (e.does == Does::Ignore) return;
    const Id a = r.body_id(e.body_a), b = r.body_id(e.body_b);
    for (const Encounter::Touch& t : e.touches) out[std::minmax(a, b)].push_back({t.first, t.last});
}

Touches touches_of(const Recording& r, int threads, Control* control) {
    Touches out;
    EncounterStream encounters([&](Encounter&& e) { add_touches(r, e, out); });
    walk(r, {0, ~std::size_t(0), threads, control}, [&](const Step& step) { encounters.step(step); });
    encounters.finish();
    for (auto& [pair, ranges] : out) unite(ranges);
    return out;
}

} // namespace oddbounce
