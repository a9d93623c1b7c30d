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

    /// Calls `found(i, j)` for pairs of boxes of two trees, the nearer ones of each branch first. `place_a`
    /// and `place_b` put a box where the trees meet; `least` says for two of these how near what they hold
    /// can be; what is not `worth` it is left out.
    template <class PlaceA, class PlaceB, class Least, class Worth, class Found>
    static void pairs(const BoxTree& a, const BoxTree& b, PlaceA&& place_a, PlaceB&& place_b, Least&& least,
                      Worth&& worth, Found&& found) {
        if (a.nodes_.empty() || b.nodes_.empty()) return;
        struct Both {
            int a, b;
            double least;
        };
        Both stack[160];
        int top = 0;
        const auto at = [](const BoxTree& tree, int i) -> const Node& {
            return tree.nodes_[static_cast<std::size_t>(i)];
        };
        stack[top++] = {0, 0, least(place_a(at(a, 0).box), place_b(at(b, 0).box))};
        while (top > 0) {
            const Both next = stack[--top];
            if (!worth(next.least)) continue;
            const Node &p = at(a, next.a), &q = at(b, next.b);
            if (p.leaf >= 0 && q.leaf >= 0) {
                found(p.leaf, q.leaf);
                continue;
            }
            const Vec3 wide_p = p.box.size(), wide_q = q.box.size();
            const bool split_a = q.leaf >= 0 || (p.leaf < 0 && wide_p.x + wide_p.y + wide_p.z >=
                                                                   wide_q.x + wide_q.y + wide_q.z);
            Both left = next, right = next;
            if (split_a) {
                const Box other = place_b(q.box);
                left.a = p.left, left.least = least(place_a(at(a, p.left).box), other);
                right.a = p.right, right.least = least(place_a(at(a, p.right).box), other);
            } else {
                const Box other = place_a(p.box);
                left.b = q.left, left.least = least(other, place_b(at(b, q.left).box));
                right.b = q.right, right.least = least(other, place_b(at(b, q.right).box));
            }
            const bool left_first = left.least <= right.least;
            for (const Both& branch : {left_first ? right : left, left_first ? left : right})
                if (worth(branch.least)) stack[top++] = branch;
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
