// SPDX-License-Identifier: GPL-3.0-or-later
// A set of directions in the order in which they were added, each once. Used inside core/shape.
#pragma once

#include "shape/vec.hpp"

#include <cmath>
#include <cstdint>
#include <unordered_map>
#include <utility>
#include <vector>

namespace oddbounce {

/// Directions closer than about 1.4e-6 rad are the same. Adding takes constant time, also for outlines of
/// many corners.
class DirectionSet {
  public:
    /// Unit vectors; the zero vector is left out.
    void add(const Vec2& way) {
        if (way == Vec2(0.0) || knows(way)) return;
        all_.push_back(way);
        if (all_.size() == few + 1)
            for (std::size_t i = 0; i < all_.size(); ++i) cells_.emplace(cell(all_[i], 0, 0), i);
        else if (all_.size() > few)
            cells_.emplace(cell(way, 0, 0), all_.size() - 1);
    }
    const std::vector<Vec2>& all() const { return all_; }
    std::vector<Vec2> take() { return std::move(all_); }

  private:
    static constexpr std::size_t few = 32; // up to here they are compared one by one
    static constexpr double width = 2e-6;  // of a cell: more than the distance of two that are the same
    static bool same(const Vec2& a, const Vec2& b) { return glm::dot(a, b) > 1.0 - 1e-12; }
    static std::int64_t cell(const Vec2& v, int dx, int dy) {
        const auto x = static_cast<std::int64_t>(std::floor(v.x / width)) + dx,
                   y = static_cast<std::int64_t>(std::floor(v.y / width)) + dy;
        return x * (std::int64_t(1) << 22) + y;
    }
    bool knows(const Vec2& way) const {
        if (all_.size() <= few) {
            for (const Vec2& w : all_)
                if (same(w, way)) return true;
            return false;
        }
        for (int dx = -1; dx <= 1; ++dx)
            for (int dy = -1; dy <= 1; ++dy) {
                const auto [from, to] = cells_.equal_range(cell(way, dx, dy));
                for (auto it = from; it != to; ++it)
                    if (same(all_[it->second], way)) return true;
            }
        return false;
    }

    std::vector<Vec2> all_;
    std::unordered_multimap<std::int64_t, std::size_t> cells_;
};

} // namespace oddbounce
