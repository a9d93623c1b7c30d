// SPDX-License-Identifier: GPL-3.0-or-later
// A tree of boxes that do not move, asked which of them meet a given box.
#pragma once

#include "shape/vec.hpp"

#include <vector>

namespace oddbounce {

class BoxTree {
  public:
    BoxTree() = default;
    /// Box i is reported as i. Cost O(n log n).
    explicit BoxTree(const std::vector<Box>& boxes);

    /// Calls `found(i)` for every box that meets `query`, in no particular order. Cost O(log n + boxes
    /// found).
    template <class Found> void meeting(const Box& query, Found&& found) const {
        if (nodes_.empty()) return;
        int stack[64], top = 0;
        stack[top++] = 0;
        while (top > 0) {
            const Node& node = nodes_[static_cast<std::size_t>(stack[--top])];
            if (!node.box.meets(query)) continue;
            if (node.leaf >= 0)
                found(node.leaf);
            else
                stack[top++] = node.left, stack[top++] = node.right;
        }
    }

    /// Calls `found(i)` for every box that the segment from..to comes within `margin` of, nearer ones mostly
    /// first. `upto()` is asked for the share of the segment that still counts: a hit found makes it less.
    template <class Found, class Upto>
    void along(const Vec3& from, const Vec3& to, double margin, Found&& found, Upto&& upto) const {
        const Vec3 way = to - from;
        visit([&](const Box& box) { return enters(box, from, way, margin); }, found, upto);
    }
    /// Calls `found(i)` for every box that is no farther from the point than `upto()`, nearer ones mostly
    /// first.
    template <class Found, class Upto> void round(const Vec3& point, Found&& found, Upto&& upto) const {
        const auto away = [&](const Box& box) {
            return glm::length(glm::max(glm::max(box.low - point, point - box.high), Vec3(0.0)));
        };
        visit(away, found, upto);
    }

    /// Calls `found(i, j)` for pairs of boxes of two trees, the nearer ones of each branch first. `least`
    /// says for a box of each how near what they hold can be; what is not `worth` it is left out.
    template <class Least, class Worth, class Found>
    static void pairs(const BoxTree& a, const BoxTree& b, Least&& least, Worth&& worth, Found&& found) {
        if (a.nodes_.empty() || b.nodes_.empty()) return;
        struct Both {
            int a, b;
            double least;
        };
        Both stack[160];
        int top = 0;
        const auto both = [&](int i, int j) {
            return Both{
                i, j,
                least(a.nodes_[static_cast<std::size_t>(i)].box, b.nodes_[static_cast<std::size_t>(j)].box)};
        };
        stack[top++] = both(0, 0);
        while (top > 0) {
            const Both next = stack[--top];
            if (!worth(next.least)) continue;
            const Node &of_a = a.nodes_[static_cast<std::size_t>(next.a)],
                       &of_b = b.nodes_[static_cast<std::size_t>(next.b)];
            if (of_a.leaf >= 0 && of_b.leaf >= 0) {
                found(of_a.leaf, of_b.leaf);
                continue;
            }
            const Vec3 wide_a = of_a.box.size(), wide_b = of_b.box.size();
            const bool split_a = of_b.leaf >= 0 || (of_a.leaf < 0 && wide_a.x + wide_a.y + wide_a.z >=
                                                                         wide_b.x + wide_b.y + wide_b.z);
            const Both left = split_a ? both(of_a.left, next.b) : both(next.a, of_b.left),
                       right = split_a ? both(of_a.right, next.b) : both(next.a, of_b.right);
            const bool left_first = left.least <= right.least;
            stack[top++] = left_first ? right : left;
            stack[top++] = left_first ? left : right;
        }
    }

  private:
    template <class Cost, class Found, class Upto> void visit(Cost&& cost, Found&& found, Upto&& upto) const {
        if (nodes_.empty()) return;
        struct {
            int node;
            double cost;
        } stack[64];
        int top = 0;
        const auto push = [&](int node, double c) {
            if (c <= upto()) stack[top++] = {node, c};
        };
        push(0, cost(nodes_[0].box));
        while (top > 0) {
            const auto next = stack[--top];
            const Node& node = nodes_[static_cast<std::size_t>(next.node)];
            if (next.cost > upto()) continue;
            if (node.leaf >= 0) {
                found(node.leaf);
                continue;
            }
            const double left = cost(nodes_[static_cast<std::size_t>(node.left)].box),
                         right = cost(nodes_[static_cast<std::size_t>(node.right)].box);
            if (left <= right)
                push(node.right, right), push(node.left, left);
            else
                push(node.left, left), push(node.right, right);
        }
    }
    /// Share of from + way at which it comes within `margin` of the box; infinity: never, 0: it starts there.
    static double enters(const Box& box, const Vec3& from, const Vec3& way, double margin) {
        double first = 0.0, last = infinity;
        for (int i = 0; i < 3; ++i) {
            const double low = box.low[i] - margin - from[i], high = box.high[i] + margin - from[i];
            if (way[i] == 0.0) {
                if (low > 0.0 || high < 0.0) return infinity;
                continue;
            }
            const double u = low / way[i], v = high / way[i];
            first = std::max(first, std::min(u, v)), last = std::min(last, std::max(u, v));
        }
        return first <= last ? first : infinity;
    }

    struct Node {
        Box box;
        int left = -1, right = -1, leaf = -1;
    };
    int build(const std::vector<Box>& boxes, std::vector<int>& order, std::size_t from, std::size_t to);

    std::vector<Node> nodes_;
};

} // namespace oddbounce
