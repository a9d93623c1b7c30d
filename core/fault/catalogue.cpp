// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/rule.hpp"

namespace oddbounce {

std::span<const Fault> catalogue() {
    static const Fault all[] = {tunneling_fault,     double_hit_fault,  deep_overlap_fault,
                                stuck_on_edge_fault, trapped_fault,     false_footing_fault,
                                repeat_effect_fault, no_reaction_fault, endless_resolve_fault,
                                ray_self_hit_fault,  ray_short_fault,   ray_wrong_answer_fault};
    return all;
}

const Fault* fault_by_id(const std::string& id) {
    for (const Fault& f : catalogue())
        if (id == f.id) return &f;
    return nullptr;
}

} // namespace oddbounce
