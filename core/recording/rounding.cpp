// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/rounding.hpp"

#include <cmath>

namespace oddbounce {

namespace {
constexpr double close = 1e-6; // of a step: what a multiple of it may be off by

double sign(double x) { return x > 0.0 ? 1.0 : x < 0.0 ? -1.0 : 0.0; }

template <class Steps> std::size_t first_of(const Steps& steps, std::size_t from, double x) {
    const auto multiple = [&](double step) { return std::abs(x / step - std::round(x / step)) <= close; };
    while (from < steps.size() && !multiple(steps[from])) ++from;
    return from;
}
} // namespace

double RoundedPlaces::candidate() const {
    return std::max(binary_ < binary.size() ? binary[binary_] : 0.0,
                    decimal_ < decimal.size() ? decimal[decimal_] : 0.0);
}

void RoundedPlaces::place(double x) {
    const double was = candidate();
    binary_ = first_of(binary, binary_, x), decimal_ = first_of(decimal, decimal_, x);
    if (candidate() != was) wobbles_ = 0;
}

void RoundedPlaces::take(const Frame& frame, const World& before) {
    if (candidate() == 0.0) return;
    for (const BodyRow& row : frame.bodies) {
        const auto slot = static_cast<std::size_t>(row.mark.slot);
        if (slot >= before.bodies().size()) continue;
        const BodyState& was = before.bodies()[slot];
        if (!was.def || was.def->moves == Moves::Static || was.waiting || !was.present) continue;
        const Vec3 by = row.at - was.pose.at;
        Moved& m = moved_[row.mark.slot];
        const bool follows = m.number == before.number();
        for (int axis = 0; axis < 3; ++axis) {
            const auto k = static_cast<std::size_t>(axis);
            if (by[axis] != 0.0) place(row.at[axis]);
            const double way = sign(by[axis]), change = by[axis] - m.by[axis];
            const bool one = follows && std::abs(std::abs(change) - candidate()) <= close * candidate();
            if (way * m.way[k] < 0.0 || !follows || (change != 0.0 && !one))
                m.changed[k] = 0.0;
            else if (one)
                wobbles_ += m.changed[k] * change < 0.0 ? 1 : 0, m.changed[k] = sign(change);
            if (way != 0.0) m.way[k] = way;
        }
        m.by = by, m.number = frame.number;
    }
    if (candidate() == 0.0) moved_.clear();
}

} // namespace oddbounce
