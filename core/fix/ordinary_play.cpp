// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/ordinary_play.hpp"

#include "fault/account_text.hpp"
#include "fix/finding_fit.hpp"

namespace oddbounce {

namespace {

/// From some frames before the touch, as far as the body was moved by itself, and free of overlaps there.
std::optional<FrameWindow> window_of(const Recording& r, Slot body, const FrameRange& touch,
                                     const OrdinaryPlayOptions& options) {
    std::size_t first = touch.first;
    std::size_t last = touch.first;
    while (last + 1 < r.size() && last < touch.first + options.tail) {
        const World w = r.world_at(last + 1);
        const BodyState& b = w.body(body);
        if (!b.present || b.fresh || b.teleported) break;
        ++last;
    }
    for (std::size_t k = 0; k < options.lead && first > r.begin(); ++k) {
        const World w = r.world_at(first);
        const BodyState& b = w.body(body);
        if (!b.present || b.fresh || b.teleported) break;
        --first;
    }
    const World start = r.world_at(first);
    if (first == touch.first || !start.body(body).present ||
        overlap_at(start, body, start.body(body).pose) > exact_difference(r))
        return {};
    return FrameWindow{body, first, last};
}

/// Some of them, spread: the first, the last, those between.
template <class T> std::vector<T> spread(const std::vector<T>& all, std::size_t most) {
    if (all.size() <= most) return all;
    std::vector<T> out;
    for (std::size_t i = 0; i < most; ++i)
        out.push_back(all[i * (all.size() - 1) / std::max<std::size_t>(most - 1, 1)]);
    return out;
}

} // namespace

std::vector<OrdinaryPlay> ordinary_play(const Recording& r, Slot body, const Touches& touches,
                                        const std::vector<Finding>& findings,
                                        const std::function<bool(Id, Id)>& wanted,
                                        const OrdinaryPlayOptions& options) {
    const std::string kind = body_kind(r, r.body_id(body));
    const auto alike = [&](Id id) { return body_kind(r, id) == kind; };
    const auto index = [&](std::int64_t number) {
        return static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(number)));
    };
    std::map<Id, std::vector<FrameRange>> faults; // by body
    for (const Finding& f : findings)
        for (const Id id : f.bodies) faults[id].push_back({index(f.first), index(f.last)});
    const auto faulty = [&](Id id, std::size_t first, std::size_t last) {
        const auto it = faults.find(id);
        return it != faults.end() && std::ranges::any_of(it->second, [&](const FrameRange& f) {
                   return f.first <= last + options.lead && first <= f.last + options.lead;
               });
    };
    struct Meets {
        Slot body;
        FrameRange touch;
    };
    std::map<std::string, std::vector<Meets>> met; // by the kind of what is met
    for (const auto& [pair, ranges] : touches)
        for (const auto& [one, other] :
             {std::pair(pair.first, pair.second), std::pair(pair.second, pair.first)}) {
            if (!alike(one) || !wanted(one, other)) continue;
            for (const FrameRange& touch : ranges)
                if (touch.first > r.begin() && !faulty(one, touch.first, touch.first + options.tail))
                    met[body_kind(r, other)].push_back({r.body_slot(one), touch});
        }
    std::vector<OrdinaryPlay> out;
    for (auto& [what, all] : met) {
        std::ranges::stable_sort(all, {}, [](const Meets& m) { return m.touch.first; });
        for (const Meets& m : spread(all, options.of_each_kind)) {
            const BodyDef* def = r.world_at(m.touch.first).body(m.body).def;
            if (out.size() == options.most || !def || def->moves == Moves::Static) continue;
            const std::optional<FrameWindow> w = window_of(r, m.body, m.touch, options);
            const auto meets = [&](const OrdinaryPlay& o) { return o.window.meets(*w); };
            if (w && std::ranges::none_of(out, meets)) out.push_back({*w, m.touch.first});
        }
    }
    return out;
}

} // namespace oddbounce
