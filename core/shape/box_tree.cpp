// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/box_tree.hpp"

namespace oddbounce {

BoxTree::BoxTree(const std::vector<Box>& boxes) {
    std::vector<int> order;
    for (std::size_t i = 0; i < boxes.size(); ++i)
        if (!boxes[i].empty()) order.push_back(static_cast<int>(i));
    if (order.empty()) return;
    nodes_.reserve(2 * order.size());
    build(boxes, order, 0, order.size());
}

int BoxTree::build(const std::vector<Box>& boxes, std::vector<int>& order, std::size_t from, std::size_t to) {
    const int self = static_cast<int>(nodes_.size());
    nodes_.emplace_back();
    Box all;
    for (std::size_t i = from; i < to; ++i) all.add(boxes[static_cast<std::size_t>(order[i])]);
    Node node;
    node.box = all;
    if (to - from == 1) {
        node.leaf = order[from];
    } else {
        const Vec3 size = all.size();
        const int axis = size.x >= size.y && size.x >= size.z ? 0 : size.y >= size.z ? 1 : 2;
        const std::size_t middle = (from + to) / 2; // by halves: depth stays below the query's stack
        const auto key = [&](int i) { return boxes[static_cast<std::size_t>(i)].center()[axis]; };
        const auto at = [&](std::size_t i) { return order.begin() + static_cast<std::ptrdiff_t>(i); };
        std::nth_element(at(from), at(middle), at(to), [&](int i, int j) { return key(i) < key(j); });
        node.left = build(boxes, order, from, middle);
        node.right = build(boxes, order, middle, to);
    }
    nodes_[static_cast<std::size_t>(self)] = node;
    return self;
}

} // namespace oddbounce
