// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/rule.hpp"

namespace oddbounce {

std::span<const Fault> catalogue() {
    static const Fault all[] = {
        tunneling_fault,      pop_through_fault,     silent_overlap_fault,   one_way_drop_fault,
        probe_gap_fault,      double_hit_fault,      repeat_effect_fault,    flip_flop_fault,
        wrong_face_fault,     speed_surge_fault,     deep_overlap_fault,     corner_spin_fault,
        self_push_fault,      stuck_on_edge_fault,   trapped_fault,          wall_climb_fault,
        unseen_blocker_fault, false_footing_fault,   hit_outside_art_fault,  art_missed_fault,
        ray_self_hit_fault,   ray_short_fault,       ray_wrong_answer_fault, ray_knife_edge_fault,
        flush_contact_fault,  endless_resolve_fault, no_reaction_fault};
    return all;
}

const Fault* fault_by_id(const std::string& id) {
    for (const Fault& f : catalogue())
        if (id == f.id) return &f;
    return nullptr;
}

bool rests_on_log(const Finding& f) {
    const Fault* fault = fault_by_id(f.fault);
    return fault && fault->by_log && fault->by_log(f);
}

} // namespace oddbounce
