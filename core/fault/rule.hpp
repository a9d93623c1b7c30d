// SPDX-License-Identifier: GPL-3.0-or-later
// What a fault is to the scan: a watcher of steps, and a teller of what it found.
#pragma once

#include "encounter/encounter.hpp"
#include "fault/settings.hpp"

#include <span>

namespace oddbounce {

struct RuleContext {
    const Recording& recording;
    const Settings& settings;
    std::function<void(Finding&&)> found;
};

/// Sees every step in order, in one thread; keeps state only for what is under way.
class Rule {
  public:
    virtual ~Rule() = default;
    virtual void step(const Step& step) = 0;
    virtual void finish() {}
};

struct Fault {
    const char* id;
    const char* title; ///< for lists: "Tunneling"
    const char* what;  ///< one sentence for the user
    std::unique_ptr<Rule> (*watch)(const RuleContext&);
    void (*tell)(const Recording&, Finding&); ///< writes the account
    /// Why it cannot be judged, as a sentence's part ("events were not logged"); empty, or no function: it
    /// can.
    std::string (*why_not)(const Recording&) = nullptr;
    /// It rests on what the game said (footing, events, rays, passes): no candidate can tell what it would
    /// say then.
    bool by_log = false;
};

/// All faults that are judged, in the order of docs/faults.md.
std::span<const Fault> catalogue();
/// Entry by id; nullptr where there is none.
const Fault* fault_by_id(const std::string& id);

extern const Fault tunneling_fault;
extern const Fault double_hit_fault;
extern const Fault deep_overlap_fault;
extern const Fault stuck_on_edge_fault;
extern const Fault false_footing_fault;
extern const Fault ray_self_hit_fault;
extern const Fault ray_short_fault;
extern const Fault ray_wrong_answer_fault;
extern const Fault trapped_fault;
extern const Fault repeat_effect_fault;
extern const Fault no_reaction_fault;
extern const Fault endless_resolve_fault;

} // namespace oddbounce
