// SPDX-License-Identifier: GPL-3.0-or-later
// What a fault is to the scan: a rule that sees every step, and a function that describes what it found.
#pragma once

#include "encounter/encounter.hpp"
#include "fault/excuse.hpp"
#include "fault/settings.hpp"
#include "observation/free_motion.hpp"
#include "observation/intent.hpp"
#include "observation/observed.hpp"
#include "observation/solver.hpp"

#include <array>
#include <span>

namespace oddbounce {

struct RuleContext {
    const Recording& recording;
    const Settings& settings;
    const Observed& observed; ///< of this step and those before it
    std::function<void(Finding&&)> found;
    const char* fault = "";           ///< its id
    std::string kind;                 ///< findings on bodies of this kind count; empty: of all others
    Dismissals* dismissals = nullptr; ///< null: nobody asks
    Shared shared{settings};
    Solver solver{settings, recording.header.rate};

    /// For `if (thin && passes(clip, …)) return;`: notes the reason where somebody asks. True, but where an
    /// excuse is not accepted. `first` and `last` are frame indices, `a` and `b` colliders.
    bool passes(const Excuse& excuse, std::size_t first, std::size_t last, Slot a, Slot b,
                double measured = 0.0, double limit = 0.0) const {
        return !dismissals ||
               dismissals->take(fault, kind, excuse, {a, b, -1, {}}, first, last, measured, limit);
    }
    bool passes(const Excuse& excuse, const Step& step, const Meeting& m, double measured = 0.0,
                double limit = 0.0) const {
        return passes(excuse, step.index, step.index, m.a, m.b, measured, limit);
    }
    bool passes_body(const Excuse& excuse, std::size_t first, std::size_t last, Slot body,
                     double measured = 0.0, double limit = 0.0) const {
        return !dismissals ||
               dismissals->take(fault, kind, excuse, {-1, -1, body, {}}, first, last, measured, limit);
    }
    bool passes_ray(const Excuse& excuse, std::size_t first, std::size_t last, const RayRow& ray) const {
        if (!dismissals) return true;
        const Slot caster = ray.caster ? recording.body_slot(*ray.caster) : -1;
        return dismissals->take(fault, kind, excuse, {-1, -1, caster, ray.name}, first, last, 0.0, 0.0);
    }
};

/// Sees every step in order, in one thread; keeps state only for what is under way.
class Rule {
  public:
    virtual ~Rule() = default;
    /// A definition that holds from the next step on; those before the first step that is scanned come too.
    virtual void define(const Definition&) {}
    virtual void step(const Step& step) = 0;
    virtual void finish() {}
    /// After the last step, with the findings of all rules: what only the whole recording tells of its own.
    virtual void settle(std::vector<Finding>&) {}
};

/// What a log must hold so that a fault can be judged: a channel, or definitions of a kind.
enum class Input { None, Rays, Events, Grounded, Iterations, Probes, Expect, Art };

struct Fault {
    const char* id;
    const char* title;               ///< for lists: "Tunneling"
    const char* what;                ///< one sentence for the user
    const char* headline;            ///< of one finding: "{mover} through {other}"; see headline()
    const char* headline_alone = ""; ///< of a finding on one body (a ray without caster); empty: as above
    std::array<Input, 2> needs{};
    std::unique_ptr<Rule> (*make_rule)(const RuleContext&);
    void (*describe)(const Recording&, Finding&); ///< writes the account
    /// True for a finding that rests on what the game logged (grounded, events, rays, iterations): no
    /// candidate fix can tell what it would log then. No function: none does.
    bool (*by_log)(const Finding&) = nullptr;
    std::span<const Excuse* const> excuses = {}; ///< why its rule does not report what it considered
};

/// For faults that always rest on what the game logged.
inline bool always_by_log(const Finding&) { return true; }

/// All faults that are judged, in the order of docs/faults.md.
std::span<const Fault> catalogue();
/// Entry by id; nullptr where there is none.
const Fault* fault_by_id(const std::string& id);
bool rests_on_log(const Finding& finding);
/// "parcel through net": the headline of its fault with {mover}, {other} and texts of facts ({kind},
/// {event}).
std::string headline(const Finding& finding);
/// The same by another pattern: that of another language.
std::string headline(const Finding& finding, const std::string& pattern);
/// The pattern that headline() uses for this finding; empty where the fault is unknown.
const char* headline_pattern(const Finding& finding);

extern const Fault tunneling_fault;
extern const Fault double_hit_fault;
extern const Fault deep_overlap_fault;
extern const Fault stuck_on_edge_fault;
extern const Fault false_grounded_fault;
extern const Fault ray_self_hit_fault;
extern const Fault ray_short_fault;
extern const Fault ray_wrong_answer_fault;
extern const Fault trapped_fault;
extern const Fault repeat_effect_fault;
extern const Fault no_reaction_fault;
extern const Fault unresolved_loop_fault;
extern const Fault pop_through_fault;
extern const Fault silent_overlap_fault;
extern const Fault one_way_drop_fault;
extern const Fault jitter_fault;
extern const Fault wrong_face_fault;
extern const Fault speed_surge_fault;
extern const Fault corner_spin_fault;
extern const Fault self_push_fault;
extern const Fault wall_climb_fault;
extern const Fault invisible_wall_fault;
extern const Fault blocked_motion_fault;
extern const Fault probe_gap_fault;
extern const Fault flush_contact_fault;
extern const Fault hit_outside_art_fault;
extern const Fault art_missed_fault;
extern const Fault ray_knife_edge_fault;

} // namespace oddbounce
