// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/verdict.hpp"

#include "fault/account_text.hpp"
#include "fix/engine/moved_by_engine.hpp"
#include "fix/moved_again.hpp"
#include "fix/try_cache.hpp"

#include <fmt/ranges.h>

namespace oddbounce {

TryCache::TryCache() : inner_(std::make_unique<Inner>()) {}
TryCache::~TryCache() = default;

namespace {

std::string listed(const std::set<std::string>& words) { return fmt::format("{}", fmt::join(words, ", ")); }

constexpr std::int64_t slack = 3;   // frames by which a finding may shift and still be the same
constexpr double same_number = 0.1; // share by which its numbers may differ

/// A candidate fix can judge the finding: it rests on motion and shapes, or on what the fix changes in the
/// log.
bool can_judge(const Fault& fault, const std::set<Input>& log) {
    return std::ranges::any_of(fault.needs, [&](Input i) { return log.count(i) > 0; });
}
bool can_judge(const Finding& f, const std::set<Input>& log) {
    return !rests_on_log(f) || can_judge(*fault_by_id(f.fault), log);
}

/// `log`: what the fix changes in it.
Judged judge(const Recording& r, const TryOptions& options, const std::set<Input>& log) {
    Judged out;
    ScanOptions scan_options;
    scan_options.project = options.project, scan_options.threads = options.threads,
    scan_options.control = options.control, scan_options.accounts = false;
    for (const Fault& fault : catalogue())
        if (fault.by_log != always_by_log || can_judge(fault, log)) scan_options.only.push_back(fault.id);
    scan_options.encounter = [&](Encounter&& e) { add_touches(r, e, out.touches); };
    out.scan = scan(r, scan_options);
    std::erase_if(out.scan.findings, [&](const Finding& f) { return !can_judge(f, log) || f.expected; });
    for (auto& [pair, ranges] : out.touches) unite(ranges);
    return out;
}

bool same_numbers(const Finding& a, const Finding& b) {
    for (const char* key : {"depth", "frames", "travel", "frames_between"}) {
        const double x = a.number(key), y = b.number(key);
        if (std::abs(x - y) > same_number * std::max(std::abs(x), std::abs(y))) return false;
    }
    return true;
}

/// `unfixed` is what is found without the fix: in the recording, or where bodies are moved again, there.
void compare_findings(const std::vector<Finding>& before, const std::vector<Finding>& unfixed,
                      const std::vector<Finding>& after, Verdict& v) {
    std::vector<bool> used(after.size(), false);
    std::vector<const Finding*> gone;
    for (const Finding& f : before) {
        std::size_t match_at = after.size();
        for (std::size_t i = 0; i < after.size() && match_at == after.size(); ++i)
            if (!used[i] && match(f, {after[i]})) match_at = i;
        if (match_at == after.size()) {
            gone.push_back(&f);
            continue;
        }
        used[match_at] = true;
        const Finding* was = match(f, unfixed);
        (same_numbers(was ? *was : f, after[match_at]) ? v.kept : v.changed).push_back(f);
    }
    // A fault that only shows at another time is not fixed.
    for (const Finding* f : gone) {
        std::size_t i = 0;
        while (i < after.size() &&
               (used[i] || match(after[i], unfixed) || !shows_later_or_sooner(*f, after[i])))
            ++i;
        if (i < after.size()) used[i] = true;
        (i < after.size() ? v.changed : v.fixed).push_back(*f);
    }
    for (std::size_t i = 0; i < after.size(); ++i)
        if (!used[i] && !match(after[i], unfixed)) v.fresh.push_back(after[i]);
}

/// Touches of `some` that have none of `others` within a frame of them; holes of a few frames are closed.
void runs_missing_in(const Touches& some, const Touches& others, const Recording& r,
                     std::vector<TouchRun>& out) {
    static const std::vector<FrameRange> none;
    for (const auto& entry : some) {
        const auto& [pair, ranges] = entry;
        const auto it = others.find(pair);
        const std::vector<FrameRange>& there = it == others.end() ? none : it->second;
        TouchRun* run = nullptr;
        const auto missing = [&](std::size_t first, std::size_t last) {
            if (run && run->last + slack >= r.number(first))
                run->last = r.number(last);
            else
                out.push_back({entry.first.first, entry.first.second, r.number(first), r.number(last)}),
                    run = &out.back();
        };
        auto near = there.begin();
        for (const FrameRange& s : ranges) {
            std::size_t from = s.first;
            while (near != there.end() && near->last + 1 < s.first) ++near;
            for (auto n = near; n != there.end() && n->first <= s.last + 1 && from <= s.last; ++n) {
                if (n->first > from + 1) missing(from, n->first - 2);
                run = nullptr; // what follows is another run
                from = std::max(from, n->last + 2);
            }
            if (from <= s.last) missing(from, s.last);
        }
    }
}

bool on_log(const Fix& fix, const Finding& f) {
    return std::ranges::any_of(fix.changes, [&](const nlohmann::json& c) { return change_concerns(c, f); });
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

/// Recorded motion stays where a pair or what is logged is changed: what a body does in the frames of a
/// finding is what came of that fault, and shows again under another name where the fault no longer
/// explains it.
bool came_of_the_fault(const Finding& f, const Verdict& v, const Applied& applied) {
    if (v.method != Method::Recheck || applied.shapes) return false;
    const auto told = [&](const std::vector<Finding>& all) {
        return std::ranges::any_of(all, [&](const Finding& g) {
            return g.first <= f.last + slack && f.first <= g.last + slack &&
                   std::ranges::count(g.bodies, f.bodies.at(0)) > 0;
        });
    };
    return !f.bodies.empty() && (told(v.fixed) || told(v.kept) || told(v.changed));
}

/// A body of the finding is moved again in its frames.
bool moved_again(const Finding& f, const Verdict& v, const Recording& r) {
    const std::ptrdiff_t first = r.frame_index(f.first), last = r.frame_index(f.last);
    return std::ranges::any_of(f.bodies, [&](Id body) {
        const auto it = v.tracks.find(body);
        return it != v.tracks.end() && std::ranges::any_of(it->second, [&](const Track& t) {
                   const auto begin = static_cast<std::ptrdiff_t>(t.first);
                   return begin < last && first < begin + static_cast<std::ptrdiff_t>(t.points.size());
               });
    });
}

/// The change of a shape or a surface changes how a body goes: the finding is about solid colliders that
/// meet.
bool moves_change(const Recording& r, const Applied& applied, const std::vector<Finding>& findings) {
    return applied.shapes && std::ranges::any_of(findings, [&](const Finding& f) {
               return concerns(applied, f) && by_motion(r, f);
           });
}

} // namespace

Verdict try_fix(const Recording& recording, const Fix& fix, const TryOptions& given) {
    Verdict v;
    TryOptions options = given;
    std::vector<Finding> expected; // as they are: neither they nor what becomes of them counts
    for (const Finding& f : options.before)
        if (f.expected) expected.push_back(f);
    std::erase_if(options.before, [](const Finding& f) { return f.expected.has_value(); });
    const std::set<Input> log = log_inputs(fix);
    v.not_judged = std::erase_if(options.before, [&](const Finding& f) { return !can_judge(f, log); });
    v.fix = fix.name;
    Applied applied = apply(fix, recording);
    Method method = options.method;
    const bool concerned = std::any_of(options.before.begin(), options.before.end(),
                                       [&](const Finding& f) { return concerns(applied, f); });
    const bool moves = !applied.motion.empty() || moves_change(recording, applied, options.before);
    if (method == Method::Auto)
        method =
            moves || !played_findings(recording, applied, options).empty() ? Method::Rerun : Method::Recheck;
    if (!applied.colliders.empty() && !applied.recording->empty()) {
        const World last = applied.recording->world_at(applied.recording->size() - 1);
        for (Id id : applied.colliders)
            v.shapes[id] =
                last.colliders()[static_cast<std::size_t>(applied.recording->collider_slot(id))].geometry;
    }
    v.probes = applied.probes;
    Unfixed unfixed;
    if (method == Method::Rerun && concerned) {
        if (auto by_engine = move_by_engine(recording, applied, options, v))
            unfixed = std::move(*by_engine);
        else if (moves)
            unfixed = move_again(recording, fix, applied, options, v);
        else
            method = Method::Recheck;
    }
    v.method = method;
    if (!log.empty()) {
        LogChanges changes = change_log(fix, recording, options.before, applied,
                                        {.threads = options.threads, .control = options.control});
        v.rows = std::move(changes.rows), v.casts_unlike = !changes.trusted();
        if (v.casts_unlike)
            for (const Finding& f : options.before)
                if (f.fact("ray") && on_log(fix, f)) unfixed.unproven.insert(f.id);
    }
    std::string key = unfixed.moved;
    for (const Input input : log) key += fmt::format("log {}\n", static_cast<int>(input));
    const std::shared_ptr<const Judged> judged = kept(&TryCache::Inner::unfixed, key, options, [&] {
        return std::make_shared<const Judged>(
            judge(unfixed.recording ? *unfixed.recording : recording, options, log));
    });
    const Judged &before = *judged, after = judge(*applied.recording, options, log);
    v.played = applied.recording;
    v.complete = before.scan.complete && after.scan.complete;
    const auto shown = [&](const Finding& f) {
        return !unfixed.unproven.count(f.id) &&
               (!moved_again(f, v, recording) || match(f, before.scan.findings));
    };
    std::vector<Finding> told;
    for (const Finding& f : options.before) (shown(f) ? told : v.unclear).push_back(f);
    if (told.empty() && !v.unclear.empty()) return v; // what a model does that is not the game's says nothing
    compare_findings(told, before.scan.findings, after.scan.findings, v);
    std::erase_if(v.fresh, [&](const Finding& f) {
        return std::ranges::any_of(f.bodies, [&](Id id) { return unfixed.doubtful.count(id) > 0; }) ||
               match(f, expected) || match(f, v.unclear) || begins_at_return(f, v, recording) ||
               came_of_the_fault(f, v, applied);
    });
    runs_missing_in(after.touches, before.touches, recording, v.gained);
    runs_missing_in(before.touches, after.touches, recording, v.lost);
    return v;
}

namespace {

/// "changes 12 results of 'sight'", "drops 29 'paid'".
std::string rows_text(const LogChanges::Rows& rows) {
    const std::string name = rows.name.empty() ? translated("no name") : "'" + rows.name + "'";
    switch (rows.input) {
    case Input::Events:
        return say("drops {} of {}", count_text(static_cast<double>(rows.count), "event"), name);
    case Input::Grounded:
        return say("changes the grounded state of {} in {}", the(rows.name),
                   count_text(static_cast<double>(rows.count), "frame"));
    default:
        return say("changes {} of {}", count_text(static_cast<double>(rows.count), "result"), name);
    }
}

} // namespace

std::string FindingModels::cannot_start_elsewhere() const {
    if (!reproduces()) return translated("the model does not reproduce this game");
    if (engine || fit.replayed.empty()) return {};
    return say("what it does at {} is known only as recorded", listed(fit.replayed));
}

FindingModels models_for(const Recording& r, const Fix& fix, const Finding& f, const TryOptions& options) {
    FindingModels out;
    out.applied = apply(fix, r);
    const Slot body = moved_body(r, out.applied, f);
    try {
        out.engine_fix = engine_fix(r, out.applied.motion);
        if ((out.engine = engine_scene(r, out.applied, f, options))) {
            out.fit.window = out.engine->window;
            return out;
        }
    } catch (const CannotRebuild&) { // it is left to the models
    }
    out.fit = fitted(r, f, body, options);
    if (out.fit.replayed.empty())
        out.fit.model.as_recorded.clear(); // from another start it may come to anything
    out.with_fix = fixed_model(r.body_id(out.fit.window.body), out.fit.model, fix, out.applied);
    return out;
}

namespace {

/// As opinion, by the engine. Nothing: it cannot play it.
std::optional<Opinion> opinion_of_engine(const Recording& r, const Applied& applied, const Finding& f,
                                         const TryOptions& options) {
    const auto scene = engine_scene(r, applied, f, options);
    if (!scene) return {};
    const FrameWindow& w = scene->window;
    const auto found = [&](const Recording& in, const Edits& edits, const EngineFix& fix) {
        const auto worlds = worlds_of(in, w.first, w.last, options.control);
        Tracks all = played(worlds, w.first, scene->pushes, fix, options.control, &scene->near);
        return found_in(r, w, other_than_recorded(worlds, w.first, std::move(all), w.body), edits,
                        fit_options(options));
    };
    try {
        return opinion_of(f, found(r, unchanged(r), EngineFix()),
                          found(*applied.recording, applied.edits, engine_fix(r, applied.motion)));
    } catch (const CannotRebuild&) {
        return {};
    }
}

} // namespace

QuickVerdict try_quickly(const Recording& r, const Fix& fix, const Finding& f, const TryOptions& options) {
    QuickVerdict out;
    Applied applied = apply(fix, r);
    const bool about_rows =
        !applied.probes.empty() ||
        std::ranges::any_of(fix.changes, [&](const nlohmann::json& c) { return change_concerns(c, f); });
    if (!about_rows && !concerns(applied, f)) {
        out.outcome = QuickVerdict::Kept;
        return out;
    }
    const auto take = [&](const Opinion& says) {
        out.outcome = says.fixed ? QuickVerdict::Fixed : QuickVerdict::Kept;
        out.fresh.assign(says.fresh.begin(), says.fresh.end());
    };
    if (const auto says = opinion_of_engine(r, applied, f, options)) {
        take(*says);
        return out;
    }
    if (applied.motion.empty() && !by_motion(r, f)) { // recorded motion stays
        constexpr std::size_t around = 30;            // frames
        const auto index = [&](std::int64_t number) {
            return static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(number)));
        };
        ScanOptions scan_options;
        scan_options.only = {f.fault}, scan_options.project = options.project, scan_options.accounts = false;
        scan_options.threads = options.threads, scan_options.control = options.control;
        scan_options.first = index(f.first) > around ? index(f.first) - around : 0;
        scan_options.last = std::min(index(f.last) + around, r.size() - 1);
        if (!log_inputs(fix).empty() &&
            !change_log(fix, r, options.before, applied,
                        {scan_options.first, scan_options.last, options.threads, options.control})
                 .trusted())
            return out;
        const bool found = match(f, scan(*applied.recording, scan_options).findings);
        out.outcome = found ? QuickVerdict::Kept : QuickVerdict::Fixed;
        return out;
    }
    const Fit fit = fitted(r, f, moved_body(r, applied, f), options);
    if (!fit.reproduces) return out;
    const FrameWindow& w = fit.window;
    const RecordedSteps steps = recorded_steps(r, w.body, w.first, w.last, options.control);
    const Opinion says = opinion(r, applied, f, w, fit.model,
                                 fixed_model(r.body_id(w.body), fit.model, fix, applied), steps, options);
    if (says.known) take(says);
    return out;
}

std::string quick_line(const QuickVerdict& v) {
    std::string out = v.outcome == QuickVerdict::Fixed  ? translated("fixed")
                      : v.outcome == QuickVerdict::Kept ? translated("still there")
                                                        : translated("cannot tell");
    for (const std::string& id : v.fresh) out += " · " + say("new: {}", translated(fault_by_id(id)->title));
    return out;
}

std::vector<VerdictPart> verdict_parts(const Verdict& v) {
    using Part = VerdictPart;
    const std::size_t judged = v.fixed.size() + v.kept.size() + v.changed.size(),
                      all = judged + v.unclear.size();
    const auto counted = [](std::size_t n, const char* noun) {
        return count_text(static_cast<double>(n), noun);
    };
    std::vector<Part> parts;
    if (all == 0) parts.push_back({Part::None, translated("nothing to fix")});
    if (judged > 0 && v.fixed.empty()) parts.push_back({Part::Kept, say("fixes none of {}", all)});
    if (!v.fixed.empty()) parts.push_back({Part::Fixed, say("fixes {} of {}", v.fixed.size(), all)});
    if (!v.unclear.empty()) parts.push_back({Part::Unclear, say("cannot tell for {}", v.unclear.size())});
    if (!v.changed.empty()) parts.push_back({Part::Changed, say("{} changed", v.changed.size())});
    if (!v.fresh.empty()) parts.push_back({Part::New, counted(v.fresh.size(), "new fault")});
    if (!v.lost.empty()) parts.push_back({Part::Lost, say("loses {}", counted(v.lost.size(), "contact"))});
    if (!v.gained.empty())
        parts.push_back({Part::Gained, say("gains {}", counted(v.gained.size(), "contact"))});
    if (judged > 0 && v.fresh.empty() && v.lost.empty() && v.gained.empty() && v.rows.empty())
        parts.push_back({Part::None, translated("nothing new breaks")});
    for (const LogChanges::Rows& rows : v.rows) parts.push_back({Part::None, rows_text(rows)});
    if (v.casts_unlike)
        parts.push_back({Part::None, translated("the rays in the log are not what the shapes say")});
    if (v.models_disagree)
        parts.push_back({Part::None, translated("several loops fit, and they do not agree")});
    if (!v.as_recorded.empty())
        parts.push_back({Part::None, say("what it does at {} stays as recorded", listed(v.as_recorded))});
    if (v.ends_early)
        parts.push_back(
            {Part::None, translated("it would soon come to something of which no model is known")});
    if (v.begins_before) parts.push_back({Part::None, translated("it would have come another way before")});
    if (v.engine && v.engine->why_not.empty() && !v.unclear.empty())
        parts.push_back({Part::None, say("{} does not do the same again", v.engine->engine)});
    if (v.fit && !v.fit->reproduces)
        parts.push_back({Part::None, translated("the model does not reproduce this game")});
    if (v.response_unseen) parts.push_back({Part::None, translated("the game was not seen to respond")});
    if (v.not_judged > 0 && all == 0)
        parts.push_back({Part::None, translated("what the game logs cannot be tried")});
    return parts;
}

std::string verdict_line(const Verdict& v) {
    std::string line;
    for (const VerdictPart& part : verdict_parts(v)) line += (line.empty() ? "" : " \u00b7 ") + part.text;
    return line;
}

} // namespace oddbounce
