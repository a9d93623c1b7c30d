// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/scan.hpp"

#include "recording/bad_input.hpp"

#include <set>

namespace oddbounce {

namespace {

std::string stem(const Finding& f) {
    std::string id = f.fault + "-" + std::to_string(f.first);
    for (std::size_t i = 0; i < std::min<std::size_t>(2, f.bodies.size()); ++i) id += "-" + std::to_string(f.bodies[i]);
    return id;
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
        if (!options.only.empty() && std::find(options.only.begin(), options.only.end(), fault.id) == options.only.end()) continue;
        if (recording.header.space != 2) {
            out.not_judged[fault.id] = "recordings of 3 dimensions are not judged yet";
            continue;
        }
        out.judged.push_back(fault.id);
        rules.push_back(fault.watch(context));
    }
    std::unique_ptr<EncounterStream> encounters;
    if (options.encounter) encounters = std::make_unique<EncounterStream>(options.encounter);
    out.complete = walk(recording, {options.first, options.last, options.threads, options.control}, [&](const Step& step) {
        for (const auto& rule : rules) rule->step(step);
        if (encounters) encounters->step(step);
    });
    for (const auto& rule : rules) rule->finish();
    if (encounters) encounters->finish();
    std::stable_sort(out.findings.begin(), out.findings.end(), [](const Finding& a, const Finding& b) {
        return a.weight != b.weight ? a.weight > b.weight : a.first != b.first ? a.first < b.first : a.id < b.id;
    });
    return out;
}

} // namespace oddbounce
