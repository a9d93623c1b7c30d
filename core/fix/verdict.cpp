// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/verdict.hpp"

#include "fault/telling.hpp"

#include <fmt/format.h>

#include <set>

namespace oddbounce {

namespace {

constexpr std::size_t lead = 12;    // frames of free motion before a finding: enough to see how it came
constexpr std::size_t tail = 20;    // frames after it: enough to see what becomes of it
constexpr std::int64_t slack = 3;   // frames by which a finding may shift and still be the same
constexpr double same_number = 0.1; // share by which its numbers may differ

/// Touching pairs of bodies, frame by frame.
using Touches = std::map<std::pair<Id, Id>, std::set<std::size_t>>;

struct Judged {
    Scan scan;
    Touches touches;
};

Judged judge(const Recording& r, const TryOptions& options) {
    Judged out;
    ScanOptions scan_options;
    scan_options.settings = options.settings, scan_options.threads = options.threads,
    scan_options.control = options.control;
    scan_options.encounter = [&](Encounter&& e) {
        if (e.does == Does::Nothing) return;
        const auto id = [&](Slot body) { return r.body_ids()[static_cast<std::size_t>(body)]; };
        const Id a = id(e.body_a), b = id(e.body_b);
        const auto key = std::minmax(a, b);
        out.touches[{key.first, key.second}].insert(e.touches.begin(), e.touches.end());
    };
    out.scan = scan(r, scan_options);
    return out;
}

bool same_fault(const Finding& a, const Finding& b) {
    if (a.fault != b.fault || a.last + slack < b.first || b.last + slack < a.first) return false;
    const std::set<Id> x(a.bodies.begin(), a.bodies.end()), y(b.bodies.begin(), b.bodies.end());
    const Id mover = a.bodies.empty() ? 0 : a.bodies[0];
    return x == y || (y.count(mover) &&
                      std::any_of(y.begin(), y.end(), [&](Id id) { return id != mover && x.count(id); }));
}

bool same_numbers(const Finding& a, const Finding& b) {
    for (const char* key : {"depth", "frames", "travel", "frames_between"}) {
        const double x = a.number(key), y = b.number(key);
        if (std::abs(x - y) > same_number * std::max(std::abs(x), std::abs(y))) return false;
    }
    return true;
}

void compare_findings(const std::vector<Finding>& before, const std::vector<Finding>& after, Verdict& v) {
    std::vector<bool> used(after.size(), false);
    for (const Finding& f : before) {
        std::size_t match = after.size();
        for (std::size_t i = 0; i < after.size() && match == after.size(); ++i)
            if (!used[i] && same_fault(f, after[i])) match = i;
        if (match == after.size()) {
            v.cleared.push_back(f);
            continue;
        }
        used[match] = true;
        (same_numbers(f, after[match]) ? v.kept : v.changed).push_back(f);
    }
    for (std::size_t i = 0; i < after.size(); ++i)
        if (!used[i]) v.fresh.push_back(after[i]);
}

void runs_missing_in(const Touches& some, const Touches& others, const Recording& r,
                     std::vector<TouchRun>& out) {
    for (const auto& [pair, frames] : some) {
        const auto it = others.find(pair);
        TouchRun* run = nullptr;
        for (const std::size_t i : frames) {
            const bool near = it != others.end() && (it->second.count(i) || it->second.count(i + 1) ||
                                                     (i > 0 && it->second.count(i - 1)));
            if (near) {
                run = nullptr;
                continue;
            }
            if (run && run->last + slack >= r.frames[i].number)
                run->last = r.frames[i].number;
            else
                out.push_back({pair.first, pair.second, r.frames[i].number, r.frames[i].number}),
                    run = &out.back();
        }
    }
}

/// Does the fix concern this finding: its motion, its colliders, or the pair of its layers?
bool concerns(const Applied& applied, const Finding& f) {
    for (Id b : f.bodies)
        if (applied.motion.count(b)) return true;
    for (Id c : f.colliders)
        if (std::find(applied.colliders.begin(), applied.colliders.end(), c) != applied.colliders.end())
            return true;
    return applied.pairs;
}

struct Window {
    Slot body;
    std::size_t first, last;
};

Window window_of(const Recording& r, const Finding& f) {
    const auto first = static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(f.first)));
    const auto last = static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(f.last)));
    std::size_t start = first > lead ? first - lead : 0;
    const Slot body = r.body_slot(f.bodies.at(0));
    while (start < first && !r.world_at(start).bodies()[static_cast<std::size_t>(body)].present) ++start;
    return {body, start, std::min(r.frames.size() - 1, last + tail)};
}

/// The model that does what the game did round this finding, and whether the fault shows again with it.
Fit fit_to(const Recording& r, const Finding& f, const TryOptions& options) {
    const Window w = window_of(r, f);
    const auto last = static_cast<std::size_t>(r.frame_index(f.last));
    Fit out = fit(r, w.body, w.first, std::min(last + 2, w.last),
                  static_cast<int>(f.number("frames_between")), options.control);
    const auto again = r.clone();
    again->index();
    follow(*again, w.body, rerun(*again, w.body, w.first, w.last, out.model, options.control));
    again->index();
    ScanOptions scan_options;
    scan_options.only = {f.fault}, scan_options.settings = options.settings,
    scan_options.threads = options.threads;
    scan_options.control = options.control;
    scan_options.first = w.first, scan_options.last = w.last;
    const Scan s = scan(*again, scan_options);
    out.reproduces =
        std::any_of(s.findings.begin(), s.findings.end(), [&](const Finding& g) { return same_fault(f, g); });
    return out;
}

bool sets(const Fix& fix, const char* key) {
    return std::any_of(fix.changes.begin(), fix.changes.end(),
                       [&](const nlohmann::json& c) { return c.contains(key); });
}

void rerun_all(const Recording& r, const Fix& fix, Applied& applied, const TryOptions& options, Verdict& v) {
    std::vector<std::pair<Window, MotionModel>> windows;
    for (const Finding& f : options.before) {
        if (!concerns(applied, f) || (!options.finding.empty() && f.id != options.finding)) continue;
        const Fit one = fit_to(r, f, options);
        const bool worse =
            !v.fit || (v.fit->reproduces && !one.reproduces) ||
            (v.fit->reproduces == one.reproduces && one.largest_difference > v.fit->largest_difference);
        if (worse) v.fit = one;
        const auto change = applied.motion.find(f.bodies[0]);
        const Window w = window_of(r, f);
        // Windows of one body that overlap are one: it is moved again once.
        if (!windows.empty() && windows.back().first.body == w.body && windows.back().first.last >= w.first &&
            windows.back().first.first <= w.first) {
            windows.back().first.last = std::max(windows.back().first.last, w.last);
            continue;
        }
        windows.emplace_back(w, change != applied.motion.end() ? model_with(change->second, one.model)
                                                               : one.model);
    }
    for (auto& [w, model] : windows) {
        // A surface that the fix sets counts, not the value that the fit found for it.
        if (sets(fix, "friction") && applied.shapes) model.friction.reset();
        if (sets(fix, "bounce")) model.restitution.reset();
        const Track track = rerun(*applied.recording, w.body, w.first, w.last, model, options.control);
        v.tracks[r.body_ids()[static_cast<std::size_t>(w.body)]].push_back(track);
    }
    for (const auto& [id, tracks] : v.tracks)
        for (const Track& t : tracks) follow(*applied.recording, applied.recording->body_slot(id), t);
    applied.recording->index();
}

/// True where the finding begins in the frame in which a body that was moved again is put back on its
/// recorded way: what it meets there is the recording's, not the candidate's.
bool begins_at_return(const Finding& f, const Verdict& v, const Recording& r) {
    const std::ptrdiff_t first = r.frame_index(f.first);
    return std::any_of(f.bodies.begin(), f.bodies.end(), [&](Id body) {
        const auto it = v.tracks.find(body);
        return it != v.tracks.end() && std::any_of(it->second.begin(), it->second.end(), [&](const Track& t) {
                   return static_cast<std::ptrdiff_t>(t.first + t.points.size()) == first;
               });
    });
}

} // namespace

Verdict try_fix(const Recording& recording, const Fix& fix, const TryOptions& options) {
    Verdict v;
    v.fix = fix.name;
    Applied applied = apply(fix, recording);
    Method method = options.method;
    const bool concerned = std::any_of(options.before.begin(), options.before.end(),
                                       [&](const Finding& f) { return concerns(applied, f); });
    if (method == Method::Auto) {
        method = !applied.motion.empty() ? Method::Rerun : Method::Recheck;
        if (method == Method::Recheck && applied.shapes && concerned) {
            const auto f = std::find_if(options.before.begin(), options.before.end(),
                                        [&](const Finding& one) { return concerns(applied, one); });
            if (fit_to(recording, *f, options).reproduces) method = Method::Rerun;
        }
    }
    v.method = method;
    if (!applied.colliders.empty() && !applied.recording->frames.empty()) {
        const World last = applied.recording->world_at(applied.recording->frames.size() - 1);
        for (Id id : applied.colliders)
            v.shapes[id] =
                last.colliders()[static_cast<std::size_t>(applied.recording->collider_slot(id))].geometry;
    }
    if (method == Method::Rerun && concerned) rerun_all(recording, fix, applied, options, v);
    const Judged before = judge(recording, options), after = judge(*applied.recording, options);
    v.complete = before.scan.complete && after.scan.complete;
    compare_findings(options.before, after.scan.findings, v);
    std::erase_if(v.fresh, [&](const Finding& f) { return begins_at_return(f, v, recording); });
    runs_missing_in(after.touches, before.touches, recording, v.gained);
    runs_missing_in(before.touches, after.touches, recording, v.lost);
    return v;
}

std::string verdict_line(const Verdict& v) {
    const std::size_t all = v.cleared.size() + v.kept.size() + v.changed.size();
    std::string line = v.kept.empty() && v.changed.empty()
                           ? fmt::format("clears {} of {}", v.cleared.size(), all)
                       : v.cleared.empty() ? fmt::format("clears none of {}", all)
                                           : fmt::format("clears {} of {}", v.cleared.size(), all);
    line += v.fresh.empty() ? ", nothing new" : fmt::format(", {} new", v.fresh.size());
    if (v.fit && !v.fit->reproduces) line += " · model unproven";
    return line;
}

} // namespace oddbounce
