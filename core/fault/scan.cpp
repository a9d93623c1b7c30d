// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/scan.hpp"

#include "fault/telling.hpp"
#include "recording/bad_input.hpp"

#include <set>

namespace oddbounce {

namespace {

std::string stem(const Finding& f) {
    std::string id = f.fault + "-" + std::to_string(f.first);
    for (std::size_t i = 0; i < std::min<std::size_t>(2, f.bodies.size()); ++i)
        id += "-" + std::to_string(f.bodies[i]);
    return id;
}

bool overlap_in_time(const Finding& a, const Finding& b) { return a.first <= b.last && b.first <= a.last; }
bool in(const std::vector<Id>& ids, Id id) { return std::find(ids.begin(), ids.end(), id) != ids.end(); }

/// A deep overlap with a brick whose answer was cancelled by its neighbour is that double hit's consequence.
bool explains(const Finding& strong, const Finding& weak) {
    static const std::pair<const char*, const char*> same_pair[] = {
        {"trapped", "deep-overlap"},          {"trapped", "silent-overlap"},
        {"silent-overlap", "deep-overlap"},   {"pop-through", "deep-overlap"},
        {"pop-through", "tunneling"},         {"pop-through", "silent-overlap"},
        {"pop-through", "wall-climb"},        {"one-way-drop", "silent-overlap"},
        {"one-way-drop", "tunneling"},        {"flip-flop", "deep-overlap"},
        {"flip-flop", "double-hit"},          {"flip-flop", "silent-overlap"},
        {"flip-flop", "speed-surge"},         {"flip-flop", "wrong-face"},
        {"self-push", "deep-overlap"},        {"flush-contact", "double-hit"},
        {"flush-contact", "repeat-effect"},   {"stuck-on-edge", "hit-outside-art"},
        {"unseen-blocker", "hit-outside-art"}};
    for (const auto& [s, w] : same_pair)
        if (strong.fault == s && weak.fault == w && overlap_in_time(strong, weak) &&
            strong.bodies.size() > 1 && in(weak.bodies, strong.bodies[0]) &&
            in(weak.bodies, strong.bodies[1]))
            return true;
    // Held by an edge, or by what it is in, it is not held by nothing.
    if (weak.fault == "unseen-blocker" && weak.colliders.size() == 1 &&
        (strong.fault == "stuck-on-edge" || strong.fault == "trapped"))
        return overlap_in_time(strong, weak) && in(strong.bodies, weak.bodies[0]);
    if (strong.fault != "double-hit" || weak.fault != "deep-overlap" || !overlap_in_time(strong, weak))
        return false;
    return std::all_of(weak.bodies.begin(), weak.bodies.end(), [&](Id id) { return in(strong.bodies, id); });
}

/// A run that the end of the recording cuts off is told only where no whole one is: it says nothing new, and
/// less of it.
bool told_whole(const Recording& r, const Finding& whole, const Finding& cut) {
    static const std::set<std::string> runs{"flush-contact", "wall-climb", "flip-flop", "self-push"};
    return runs.count(cut.fault) && whole.fault == cut.fault && whole.bodies == cut.bodies &&
           cut.first < cut.last && cut.last == r.number(r.size() - 1) && whole.last < cut.first &&
           whole.first < whole.last;
}

/// One body sunk into neighbours (tiles of one floor) is sunk in once.
bool one_cause(const Recording& r, const Finding& a, const Finding& b) {
    if (a.fault != "deep-overlap" || b.fault != a.fault || a.bodies[0] != b.bodies[0] ||
        !overlap_in_time(a, b))
        return false;
    const World w = r.world_at(static_cast<std::size_t>(r.frame_index(std::max(a.first, b.first))));
    return pair_at(w, r.collider_slot(a.colliders[1]), r.collider_slot(b.colliders[1])).gap <= r.slop();
}

/// One cause, one finding.
void tidy(const Recording& r, std::vector<Finding>& all) {
    std::vector<bool> gone(all.size(), false);
    for (std::size_t i = 0; i < all.size(); ++i)
        for (std::size_t j = 0; j < all.size(); ++j) {
            if (i == j || gone[i] || gone[j]) continue;
            if (explains(all[i], all[j]) || told_whole(r, all[i], all[j]))
                gone[j] = true;
            else if (one_cause(r, all[i], all[j]) &&
                     (all[i].number("depth") > all[j].number("depth") ||
                      (all[i].number("depth") == all[j].number("depth") && i < j))) {
                all[i].first = std::min(all[i].first, all[j].first),
                all[i].last = std::max(all[i].last, all[j].last);
                for (std::size_t k = 1; k < all[j].bodies.size(); ++k)
                    if (!in(all[i].bodies, all[j].bodies[k]))
                        all[i].bodies.push_back(all[j].bodies[k]), all[i].names.push_back(all[j].names[k]);
                all[i].colliders.insert(all[i].colliders.end(), all[j].colliders.begin() + 1,
                                        all[j].colliders.end());
                gone[j] = true;
            }
        }
    std::size_t kept = 0;
    for (std::size_t i = 0; i < all.size(); ++i)
        if (!gone[i]) {
            if (kept != i) all[kept] = std::move(all[i]);
            ++kept;
        }
    all.resize(kept);
}

} // namespace

Scan scan(const Recording& recording, const ScanOptions& options) {
    Scan out;
    for (const std::string& id : options.only)
        if (!fault_by_id(id)) throw BadInput("--only", 0, "'" + id + "' is no fault that is judged", id);
    std::set<std::string> ids;
    const auto take = [&](Finding&& f) {
        const std::string name = stem(f);
        f.id = name;
        for (int n = 2; !ids.insert(f.id).second; ++n) f.id = name + "-" + std::to_string(n);
        fault_by_id(f.fault)->tell(recording, f);
        if (options.found) options.found(f);
        out.findings.push_back(std::move(f));
    };
    const RuleContext context{recording, options.settings, take};
    std::vector<std::unique_ptr<Rule>> rules;
    for (const Fault& fault : catalogue()) {
        if (!options.only.empty() &&
            std::find(options.only.begin(), options.only.end(), fault.id) == options.only.end())
            continue;
        if (recording.header.space != 2) {
            out.not_judged[fault.id] = "recordings of 3 dimensions are not judged yet";
            continue;
        }
        if (const std::string why = fault.why_not ? fault.why_not(recording) : ""; !why.empty()) {
            out.not_judged[fault.id] = why;
            continue;
        }
        out.judged.push_back(fault.id);
        rules.push_back(fault.watch(context));
    }
    std::unique_ptr<EncounterStream> encounters;
    if (options.encounter) encounters = std::make_unique<EncounterStream>(options.encounter);
    out.complete = walk(recording, {options.first, options.last, options.threads, options.control},
                        [&](const Step& step) {
                            for (const auto& rule : rules) rule->step(step);
                            if (encounters) encounters->step(step);
                        });
    for (const auto& rule : rules) rule->finish();
    if (encounters) encounters->finish();
    tidy(recording, out.findings);
    std::stable_sort(out.findings.begin(), out.findings.end(), [](const Finding& a, const Finding& b) {
        return a.weight != b.weight ? a.weight > b.weight
               : a.first != b.first ? a.first < b.first
                                    : a.id < b.id;
    });
    return out;
}

} // namespace oddbounce
