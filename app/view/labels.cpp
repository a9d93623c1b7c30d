// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/labels.hpp"

#include <algorithm>
#include <array>
#include <numeric>

namespace oddbounce {

namespace {

constexpr double gap = 4.0; // pixels between a body and its name

double area_of(const QRectF& r) { return r.isEmpty() ? 0.0 : r.width() * r.height(); }

/// Places round the body, the best first.
std::array<QRectF, 10> places_for(const LabelRequest& l, const QRectF& in) {
    const double w = l.size.width(), h = l.size.height();
    const auto at = [&](double x, double y) { return QRectF(x, y, w, h); };
    const double middle = in.center().x() - w / 2, level = in.center().y() - h / 2;
    return {at(middle, in.bottom() + gap), at(middle, in.top() - h - gap), at(in.right() + gap, level),
            at(in.left() - w - gap, level), at(in.right() + gap, in.top()),
            at(in.right() + gap, in.bottom() - h), at(in.left(), in.bottom() + gap),
            at(in.left(), in.top() - h - gap),
            // a second row, where neighbors have taken the first
            at(middle, in.bottom() + 2 * gap + h), at(middle, in.top() - 2 * (h + gap))};
}

double covered(const QRectF& place, const std::vector<QRectF>& others, const QRectF& own) {
    double sum = 0.0;
    for (const QRectF& o : others)
        if (o != own) sum += area_of(o.intersected(place));
    return sum;
}

} // namespace

std::vector<std::optional<QRectF>> place_labels(const std::vector<LabelRequest>& requests,
                                                const std::vector<QRectF>& obstacles, const QRectF& area) {
    std::vector<std::optional<QRectF>> out(requests.size());
    std::vector<std::size_t> order(requests.size());
    std::iota(order.begin(), order.end(), 0);
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        return requests[a].priority > requests[b].priority;
    });
    std::vector<QRectF> taken;
    for (const std::size_t i : order) {
        const LabelRequest& l = requests[i];
        const QRectF in = l.body.intersected(area);
        if (in.isEmpty() && !area.contains(l.body.center())) continue;
        std::vector<QRectF> places;
        const bool roomy = in.width() > l.size.width() + 30 && in.height() > l.size.height() + 26;
        if (l.inside && roomy) places.emplace_back(in.topLeft() + QPointF(14, 12), l.size);
        for (const QRectF& p : places_for(l, in)) places.push_back(p);
        const QRectF* best = nullptr;
        double least = 0.0;
        for (const QRectF& p : places) {
            const bool free =
                area.contains(p) && std::none_of(taken.begin(), taken.end(), [&](const QRectF& t) {
                    return t.adjusted(-2, -1, 2, 1).intersects(p);
                });
            if (!free) continue;
            const double hidden = covered(p, obstacles, l.body);
            if (best && hidden >= least) continue;
            best = &p, least = hidden;
            if (hidden == 0.0) break;
        }
        constexpr double most_hidden = 0.15; // of the name
        if (!best || (least > most_hidden * area_of(*best) && l.priority < must_show)) continue;
        out[i] = *best, taken.push_back(*best);
    }
    return out;
}

} // namespace oddbounce
