// SPDX-License-Identifier: GPL-3.0-or-later
#include "fixes/ranking.hpp"

#include <numeric>

namespace oddbounce {

bool fixes_nothing(const Session& session, int index) {
    const Candidate& c = session.candidates()[static_cast<std::size_t>(index)];
    return c.state == Candidate::Judged && !session.is_own(index) && c.verdict.fixed.empty() &&
           c.verdict.changed.empty() && c.verdict.unclear.empty();
}

std::vector<int> ranked(const Session& session) {
    const auto& all = session.candidates();
    std::vector<int> order(all.size());
    std::iota(order.begin(), order.end(), 0);
    const auto busy = [](const Candidate& c) {
        return c.state == Candidate::Waiting || c.state == Candidate::Judging;
    };
    if (std::ranges::any_of(all, busy)) return order;
    const auto rank = [&](int i) {
        const Candidate& c = all[static_cast<std::size_t>(i)];
        const Verdict& v = c.verdict;
        const int kind = c.state != Candidate::Judged ? 3
                         : fixes_nothing(session, i)  ? 5
                         : session.is_own(i)          ? 4
                         : v.fixes_all()              ? 0
                         : !v.fixed.empty()           ? 1
                                                      : 2;
        const std::size_t open = v.kept.size() + v.changed.size() + v.unclear.size() + v.fresh.size();
        return std::tuple(kind, kind < 3 ? open : 0, kind < 3 ? v.lost.size() + v.gained.size() : 0);
    };
    std::ranges::stable_sort(order, {}, rank);
    return order;
}

} // namespace oddbounce
