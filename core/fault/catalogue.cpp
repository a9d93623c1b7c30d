// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/rule.hpp"

namespace oddbounce {

std::span<const Fault> catalogue() {
    static const Fault all[] = {
        tunneling_fault,      pop_through_fault,    silent_overlap_fault,  one_way_drop_fault,
        probe_gap_fault,      double_hit_fault,     repeat_effect_fault,   jitter_fault,
        wrong_face_fault,     speed_surge_fault,    deep_overlap_fault,    corner_spin_fault,
        self_push_fault,      stuck_on_edge_fault,  trapped_fault,         wall_climb_fault,
        invisible_wall_fault, blocked_motion_fault, false_grounded_fault,  hit_outside_art_fault,
        art_missed_fault,     ray_self_hit_fault,   ray_short_fault,       ray_wrong_answer_fault,
        ray_knife_edge_fault, flush_contact_fault,  unresolved_loop_fault, no_reaction_fault};
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

namespace {

/// What stands for `{key}` in a headline.
std::string headline_value(const Finding& f, const std::string& key) {
    if (key == "mover") return f.names.empty() ? "" : f.names[0];
    if (key == "other") return f.names.size() > 1 ? f.names[1] : "";
    const Fact* fact = f.fact(key);
    const std::string* text = fact ? std::get_if<std::string>(&fact->value) : nullptr;
    return text ? *text : "";
}

} // namespace

const char* headline_pattern(const Finding& f) {
    const Fault* fault = fault_by_id(f.fault);
    if (!fault) return "";
    const std::string full = fault->headline;
    const bool lacks = (full.find("{other}") != full.npos && f.names.size() < 2) ||
                       (full.find("{caster}") != full.npos && headline_value(f, "caster").empty());
    return lacks && *fault->headline_alone ? fault->headline_alone : fault->headline;
}

std::string headline(const Finding& f) {
    return fault_by_id(f.fault) ? headline(f, headline_pattern(f)) : f.fault;
}

std::string headline(const Finding& f, const std::string& pattern) {
    std::string out;
    for (std::size_t i = 0; i < pattern.size();) {
        const std::size_t end = pattern[i] == '{' ? pattern.find('}', i) : pattern.npos;
        if (end == pattern.npos)
            out += pattern[i++];
        else
            out += headline_value(f, pattern.substr(i + 1, end - i - 1)), i = end + 1;
    }
    return out;
}

} // namespace oddbounce
