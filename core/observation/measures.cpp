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

} // namespace oddbounce
