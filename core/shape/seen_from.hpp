// SPDX-License-Identifier: GPL-3.0-or-later
// What the queries share: places relative to a point near them, boxes as a body sees them.
#pragma once

#include "shape/geometry.hpp"

namespace oddbounce {

/// World coordinates are taken relative to this point, so that nothing depends on how far off the scene is.
inline Pose relative(const Pose& pose, const Vec3& to) {
    Pose p = pose;
    p.at -= to;
    return p;
}

/// The box as the body sees it; without limits along z.
inline Box seen_from(const Pose& pose, const Box& world) {
    Box local = pose.unplace(world);
    local.low.z = -infinity, local.high.z = infinity;
    return local;
}

/// A box of the body's frame in the world: the upright one that holds it.
inline Box placed(const Pose& pose, const Box& local) {
    if (pose.turn.upright()) return {pose.at + local.low, pose.at + local.high};
    const Vec3 center = pose.place(local.center()), half = 0.5 * local.size();
    const Vec3 across = pose.turn.turn(Vec3(half.x, 0.0, 0.0)), up = pose.turn.turn(Vec3(0.0, half.y, 0.0));
    const Vec3 reach = glm::abs(across) + glm::abs(up);
    return {center - reach, center + reach};
}

/// Along x or y: how far apart two boxes are, else (below zero) how far one is inside the other at least.
/// What they hold is no nearer, and no deeper in each other.
inline double apart(const Box& p, const Box& q) {
    double gap = -infinity;
    for (const int axis : {0, 1})
        gap = std::max({gap, q.low[axis] - p.high[axis], p.low[axis] - q.high[axis]});
    return gap;
}

/// Where a body that moves so sees, from its first pose, what lies in the box (in the world, at any time).
/// It turns round its origin: corners turned by all of it, and what an arc bulges beyond its chord.
/// Everywhere (not finite) for more than half a turn.
inline Box seen_from(const Motion& move, const Box& world) {
    Box all = world;
    const Vec3 travel = move.travel();
    all.add(world.low - travel), all.add(world.high - travel);
    Box local = seen_from(move.from, all);
    const double turning = move.turning();
    if (turning == 0.0) return local;
    if (turning > 3.0) return Box{Vec3(-infinity), Vec3(infinity)};
    Pose turned = move.from;
    turned.turn = move.to.turn;
    double farthest = 0.0;
    for (int i = 0; i < 4; ++i)
        farthest = std::max(farthest,
                            glm::length(Vec2(i & 1 ? all.high.x : all.low.x, i & 2 ? all.high.y : all.low.y) -
                                        flat(move.from.at)));
    local.add(seen_from(turned, all));
    local.grow(farthest * (1.0 - std::cos(0.5 * turning)));
    return local;
}

} // namespace oddbounce
