// SPDX-License-Identifier: GPL-3.0-or-later
#include "timeline/lanes.hpp"

#include "fault/account_text.hpp"

#include <cmath>

namespace oddbounce {

std::vector<Lane> lanes_for(const Session& s, std::size_t most) {
    struct Ranked {
        Lane lane;
        double rank = 0.0;
    };
    std::map<std::pair<Slot, Slot>, Ranked> by_pair;
    const Finding* f = s.finding();
    for (const Encounter& e : s.encounters()) {
        if (e.does == Does::Ignore) continue;
        const Slot a = e.body_a, b = e.body_b;
        if (s.body() >= 0 && a != s.body() && b != s.body()) continue;
        Ranked& r = by_pair[{std::min(a, b), std::max(a, b)}];
        const bool mine_first = b == s.body() ? false : true;
        const auto name = [&](Slot body) { return body_name(*s.recording(), s.recording()->body_id(body)); };
        if (r.lane.encounters.empty())
            r.lane.name = QString::fromStdString(name(mine_first ? a : b) + " · " + name(mine_first ? b : a));
        r.lane.encounters.push_back(&e);
        r.rank += static_cast<double>(e.touching_frames()) + 0.01 * static_cast<double>(e.frames());
        const auto in = [&](Slot body) {
            return f && std::find(f->bodies.begin(), f->bodies.end(), s.recording()->body_id(body)) !=
                            f->bodies.end();
        };
        if (in(a) && in(b)) r.rank += 1e9;
    }
    std::vector<Ranked> all;
    for (auto& [pair, r] : by_pair) all.push_back(std::move(r));
    std::stable_sort(all.begin(), all.end(),
                     [](const Ranked& a, const Ranked& b) { return a.rank > b.rank; });
    std::vector<Lane> out;
    for (std::size_t i = 0; i < std::min(most, all.size()); ++i) out.push_back(std::move(all[i].lane));
    return out;
}

PlotQuery plot_query(const Session& s, const QString& what) {
    const Finding* f = s.finding();
    if (what == "speed" || !f || f->colliders.size() < 2) return {"speed", s.body(), -1, -1};
    return {what, -1, s.recording()->collider_slot(f->colliders[0]),
            s.recording()->collider_slot(f->colliders[1])};
}

namespace {

double value_at(const World& w, const PlotQuery& q) {
    if (q.body >= 0) {
        const BodyState& body = w.body(q.body);
        return body.present && body.velocity_known ? glm::length(body.velocity) : std::nan("");
    }
    const PairView v = pair_at(w, q.a, q.b);
    if (!v.known) return std::nan("");
    return q.what == "gap" ? v.gap : closing_speed(w, q.a, q.b, v.normal);
}

} // namespace

Plot empty_plot(const Recording& r, const PlotQuery& q) {
    return {q.what, QString::fromStdString(r.header.unit) + (q.what == "gap" ? "" : "/s"), {}};
}

void plot_further(const Recording& r, const PlotQuery& q, Plot& plot, Control* control) {
    if (!q.anything()) return;
    const std::size_t size = r.size();
    plot.values.resize(std::max(plot.values.size(), r.begin()), std::nan(""));
    std::size_t i = plot.values.size();
    if (i >= size) return;
    World w = i > 0 ? r.world_before(i) : World(r);
    for (; i < size; ++i) {
        if (control && control->stop) return;
        w.step(*r.frame(i));
        plot.values.push_back(value_at(w, q));
    }
}

void Ruler::zoom_at(double pixel, double factor, double most) {
    const double fixed = from(pixel),
                 span = std::clamp((last - first) / factor, 0.25, std::max(1.0, most * 1.1));
    const double share = (pixel - left) / (right - left);
    first = fixed - share * span, last = first + span;
    pan(0.0, most);
}

void Ruler::pan(double pixels, double most) {
    const double span = last - first, by = -pixels / (right - left) * span;
    first = std::clamp(first + by, -0.1 * span, std::max(-0.1 * span, most - 0.9 * span));
    last = first + span;
}

double Ruler::label_step(double pixels) const {
    const double least = pixels / (right - left) * (last - first),
                 ten = std::pow(10.0, std::floor(std::log10(std::max(least, 1e-9))));
    const double step = least <= ten       ? ten
                        : least <= 2 * ten ? 2 * ten
                        : least <= 5 * ten ? 5 * ten
                                           : 10 * ten;
    return std::max(1.0, step);
}

} // namespace oddbounce
