// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/guard.hpp"

#include "fault/account_text.hpp"

#include <fmt/format.h>

namespace oddbounce {

namespace {

/// It is of that fault, and all bodies named take part.
bool is(const Finding& f, const Check& check) {
    return f.fault == check.fault && std::ranges::all_of(check.bodies, [&](const std::string& name) {
               return std::ranges::any_of(f.names,
                                          [&](const std::string& own) { return name_matches(name, own); });
           });
}

CheckResult absent(const Check& check, const std::vector<Finding>& findings) {
    std::string who;
    for (const std::string& name : check.bodies) who += (who.empty() ? " of " : ", ") + name;
    CheckResult out{"no " + check.fault + who, true, ""};
    for (const Finding& f : findings) {
        if (f.expected || !is(f, check)) continue;
        if (out.holds) out.why = fmt::format("{}, frames {} to {}", headline(f), f.first, f.last);
        out.holds = false;
    }
    return out;
}

CheckResult held(const Recording& r, const Fix& fix, const TryOptions& options) {
    const Verdict v = try_fix(r, fix, options);
    return {"'" + fix.name + "' fixes it", v.fixes_all() && !v.nothing_to_fix(), verdict_line(v)};
}

} // namespace

std::vector<CheckResult> guard(const Recording& r, const Case& kept, const Project& project, int threads,
                               Control* control) {
    ScanOptions scan_options;
    scan_options.project = project, scan_options.threads = threads, scan_options.control = control;
    scan_options.accounts = false;
    TryCache cache;
    TryOptions options;
    options.project = project, options.threads = threads, options.control = control, options.cache = &cache;
    options.before = scan(r, scan_options).findings;
    std::vector<CheckResult> out;
    for (const Check& check : kept.checks)
        out.push_back(check.holds ? held(r, *check.holds, options) : absent(check, options.before));
    return out;
}

} // namespace oddbounce
