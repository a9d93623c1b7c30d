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

  private:
    struct Node {
        Box box;
        int left = -1, right = -1, leaf = -1;
    };
    int build(const std::vector<Box>& boxes, std::vector<int>& order, std::size_t from, std::size_t to);

    std::vector<Node> nodes_;
};

} // namespace oddbounce
