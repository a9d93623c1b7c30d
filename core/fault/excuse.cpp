// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/excuse.hpp"

#include "fault/account_text.hpp"

#include <cmath>

namespace oddbounce {

namespace {

std::string measured_text(const Recording& r, Measure measure, double value) {
    switch (measure) {
    case Measure::Length:
        return length_text(r, value);
    case Measure::Speed:
        return speed_text(r, value);
    case Measure::Frames:
        return count_text(value, "frame");
    case Measure::Share:
        return percent(value);
    case Measure::Degrees:
        return figure(value) + "°";
    case Measure::None:
        break;
    }
    return figure(value);
}

} // namespace

std::string subject_text(const Dismissal& d) {
    std::string out;
    for (const std::string& name : d.names) out += (out.empty() ? "" : ", ") + name;
    if (!d.ray.empty()) out += (out.empty() ? "" : ", ") + say("the ray '{}'", d.ray);
    return out;
}

bool Dismissals::take(const char* fault, const std::string& kind, const Excuse& excuse,
                      const Considered& what, std::size_t first, std::size_t last, double measured,
                      double limit) {
    constexpr std::size_t holes = 2; // frames, within one span
    if (!without_.empty() && without_ == std::string(fault) + '/' + excuse.id) return false;
    std::vector<Span>& spans = spans_[{fault, kind, &excuse, what}];
    if (!spans.empty() && first <= spans.back().last + 1 + holes && first >= spans.back().first) {
        Span& span = spans.back();
        span.last = std::max(span.last, last);
        if (std::abs(measured) > std::abs(span.measured)) span.measured = measured, span.limit = limit;
    } else if (count_ < most) {
        spans.push_back({first, last, measured, limit});
        ++count_;
    }
    return true;
}

std::vector<Dismissal>
Dismissals::told(const std::function<std::string(const std::vector<Id>&)>& kind_of) const {
    // In order of frames, so that the worlds that are asked for are at hand.
    std::vector<std::pair<const Key*, const Span*>> all;
    for (const auto& [key, spans] : spans_)
        for (const Span& span : spans) all.emplace_back(&key, &span);
    std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) {
        return std::tie(a.second->first, a.second->last) < std::tie(b.second->first, b.second->last);
    });
    std::vector<Dismissal> out;
    for (const auto& [key, span] : all) {
        Dismissal d;
        d.fault = key->fault, d.excuse = key->excuse->id, d.ray = key->what.ray;
        d.first = recording_.number(span->first), d.last = recording_.number(span->last);
        const World w = recording_.world_at(span->first);
        std::vector<Slot> bodies;
        if (key->what.body >= 0) bodies.push_back(key->what.body);
        for (const Slot c : {key->what.a, key->what.b})
            if (c >= 0 && w.colliders()[static_cast<std::size_t>(c)].def) bodies.push_back(at(w, c).body);
        for (const Slot body : bodies)
            if (w.body(body).def) {
                d.bodies.push_back(w.body(body).def->id);
                d.names.push_back(body_name(w, body));
            }
        if (kind_of(d.bodies) != key->kind) continue;
        const std::string measured = measured_text(recording_, key->excuse->measure, span->measured),
                          least = measured_text(recording_, key->excuse->measure, span->limit);
        d.text = fmt::format(fmt::runtime(translated(key->excuse->sentence)), measured, least);
        out.push_back(std::move(d));
    }
    return out;
}

} // namespace oddbounce
