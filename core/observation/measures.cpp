// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/measures.hpp"

namespace oddbounce {

const std::string& layer_of(const World& w, Slot c) {
    const ColliderDef& def = *at(w, c).def;
    return def.layer.empty() ? w.body_of(c).def->kind : def.layer;
}

double moving_extent(const World& w, Slot a, Slot b) {
    double extent = infinity;
    for (const Slot c : {a, b})
        if (w.body_of(c).def->moves != Moves::Static && !at(w, c).geometry->open())
            extent = std::min(extent, at(w, c).geometry->extent());
    return extent < infinity ? extent : 0.0;
}

bool left_out_before(const Recording& r, std::size_t index) {
    constexpr double more_than_one = 1.5; // steps: those of varying length are one
    return index > r.begin() && r.number(index) > r.number(index - 1) + 1 &&
           r.frame(index)->dt * r.header.rate > more_than_one;
}

bool clear_way(const Geometry& mine, std::initializer_list<Pose> poses, const Geometry& theirs,
               const Pose& there, double slop) {
    constexpr int looks = 8; // on the part of a leg that overlaps
    for (auto from = poses.begin(), to = from + 1; to != poses.end(); ++from, ++to) {
        const Motion leg{*from, *to};
        const Sweep s = sweep(mine, leg, theirs, {there, there});
        if (s.status == Status::None) continue;
        if (theirs.open() || s.status == Status::Undecided) return false;
        for (int i = 0; i <= looks; ++i) {
            const double t = s.first + (std::min(1.0, s.last) - s.first) * i / looks;
            if (distance(mine, leg.at(t), theirs, there, 0.0).gap < -slop) return false;
        }
    }
    return true;
}

} // namespace oddbounce
