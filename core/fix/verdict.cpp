// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/verdict.hpp"

#include "fault/account_text.hpp"

#include <fmt/format.h>
#include <tbb/parallel_for.h>

#include <mutex>
#include <set>

namespace oddbounce {

namespace {

constexpr std::int64_t slack = 3;   // frames by which a finding may shift and still be the same
constexpr double same_number = 0.1; // share by which its numbers may differ

/// In order, those that meet made one.
void unite(std::vector<FrameRange>& all) {
    std::sort(all.begin(), all.end(),
              [](const FrameRange& a, const FrameRange& b) { return a.first < b.first; });
    std::vector<FrameRange> out;
    for (const FrameRange& s : all)
        if (!out.empty() && s.first <= out.back().last + 1)
            out.back().last = std::max(out.back().last, s.last);
        else
            out.push_back(s);
    all = std::move(out);
}

struct Judged {
    Scan scan;
    Touches touches;
};

} // namespace

struct TryCache::Inner {
    std::mutex mutex;
    std::map<std::string, Fit> fits;                               ///< by finding and body
    std::map<std::string, std::shared_ptr<const Judged>> unfixed;  ///< by what is moved again
    std::map<std::string, std::shared_ptr<const Touches>> touches; ///< one, of the recording
};
TryCache::TryCache() : inner_(std::make_unique<Inner>()) {}
TryCache::~TryCache() = default;

namespace {

/// What `make` gives, kept under `key` unless it was stopped.
template <class T, class Make>
T kept(std::map<std::string, T> TryCache::Inner::*all, const std::string& key, const TryOptions& options,
       const Make& make) {
    if (!options.cache) return make();
    TryCache::Inner& cache = options.cache->inner();
    {
        const std::lock_guard lock(cache.mutex);
        if (const auto it = (cache.*all).find(key); it != (cache.*all).end()) return it->second;
    }
    T out = make();
    const std::lock_guard lock(cache.mutex);
    if (!options.control || !options.control->stop) (cache.*all).emplace(key, out);
    return out;
}

/// A candidate fix can judge the finding: it rests on motion and shapes, or on what the fix changes in the
/// log.
bool can_judge(const Fault& fault, const std::set<Input>& log) {
    return std::ranges::any_of(fault.needs, [&](Input i) { return log.count(i) > 0; });
}
bool can_judge(const Finding& f, const std::set<Input>& log) {
    return !rests_on_log(f) || can_judge(*fault_by_id(f.fault), log);
}

void add_touches(const Recording& r, const Encounter& e, Touches& out) {
    if (e.does == Does::Ignore) return;
    const Id a = r.body_id(e.body_a), b = r.body_id(e.body_b);
    for (const Encounter::Touch& t : e.touches) out[std::minmax(a, b)].push_back({t.first, t.last});
}

Touches touches_of(const Recording& r, const TryOptions& options) {
    Touches out;
    EncounterStream encounters([&](Encounter&& e) { add_touches(r, e, out); });
    walk(r, {0, ~std::size_t(0), options.threads, options.control},
         [&](const Step& step) { encounters.step(step); });
    encounters.finish();
    for (auto& [pair, ranges] : out) unite(ranges);
    return out;
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
    for (const Finding& f : before) {
        std::size_t match_at = after.size();
        for (std::size_t i = 0; i < after.size() && match_at == after.size(); ++i)
            if (!used[i] && match(f, {after[i]})) match_at = i;
        if (match_at == after.size()) {
            v.fixed.push_back(f);
            continue;
        }
        used[match_at] = true;
        const Finding* was = match(f, unfixed);
        (same_numbers(was ? *was : f, after[match_at]) ? v.kept : v.changed).push_back(f);
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

/// Does the fix concern this finding: its motion, its colliders, or the pair of its layers?
bool concerns(const Applied& applied, const Finding& f) {
    for (Id b : f.bodies)
        if (applied.motion.count(b)) return true;
    for (Id c : f.colliders)
        if (std::find(applied.colliders.begin(), applied.colliders.end(), c) != applied.colliders.end())
            return true;
    return applied.pairs;
}

/// The finding is about what solid colliders do to each other: where a shape or a surface is changed, the
/// body goes another way.
bool by_motion(const Recording& r, const Finding& f) {
    const auto& needs = fault_by_id(f.fault)->needs;
    if (std::ranges::any_of(needs, [](Input i) { return i != Input::None; }) || f.colliders.size() < 2)
        return false;
    const World w = r.world_at(static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(f.first))));
    const Slot a = r.collider_slot(f.colliders[0]), b = r.collider_slot(f.colliders[1]);
    return a >= 0 && b >= 0 && w.does(a, b) == Does::Solid;
}

/// Whom a rerun moves: the finding's mover, or the other one where the fix changes how that one moves.
Slot moved_body(const Recording& r, const Applied& applied, const Finding& f) {
    const auto it = std::find_if(f.bodies.begin(), f.bodies.end(),
                                 [&](Id body) { return applied.motion.count(body) > 0; });
    return r.body_slot(it == f.bodies.end() ? f.bodies.at(0) : *it);
}

FitOptions fit_options(const TryOptions& options) {
    return {options.project, options.threads, options.control};
}

std::shared_ptr<const Touches> touches_in(const Recording& r, const TryOptions& options) {
    return kept(&TryCache::Inner::touches, "", options,
                [&] { return std::make_shared<const Touches>(touches_of(r, options)); });
}

/// The first finding of the same fault whose bodies are of the same kinds, and which of them is moved; the
/// finding itself where there is none before it. Whose code it is decides, not which of them is asked about.
std::pair<const Finding*, Slot> leader_of(const Recording& r, const Finding& f, Slot body,
                                          const TryOptions& options) {
    const World w = r.world_at(static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(f.first))));
    const auto kind = [&](Id id) {
        const Slot slot = r.body_slot(id);
        const BodyDef* def = slot < 0 ? nullptr : w.body(slot).def;
        return !def || def->kind.empty() ? "#" + std::to_string(id) : def->kind;
    };
    const auto moved = std::ranges::find(f.bodies, r.body_id(body)) - f.bodies.begin();
    for (const Finding& g : options.before) {
        if (&g == &f || g.id == f.id) break;
        if (g.fault != f.fault || g.bodies.size() != f.bodies.size() || g.expected) continue;
        bool alike = true;
        for (std::size_t i = 0; i < g.bodies.size(); ++i)
            alike = alike && kind(g.bodies[i]) == kind(f.bodies[i]);
        if (alike) return {&g, r.body_slot(g.bodies[static_cast<std::size_t>(moved)])};
    }
    return {&f, body};
}

/// Fitted once for a finding and a body. What an alike finding showed is tried first.
Fit fitted(const Recording& r, const Finding& f, Slot body, const TryOptions& options) {
    return kept(&TryCache::Inner::fits, f.id + "/" + std::to_string(body), options, [&] {
        const auto [leader, its_body] = leader_of(r, f, body, options);
        const bool alone = leader->id == f.id;
        const Fit alike = alone ? Fit() : fitted(r, *leader, its_body, options);
        return fit_to(r, f, body, *touches_in(r, options), fit_options(options), alone ? nullptr : &alike);
    });
}

bool sets(const Fix& fix, const char* key) {
    return std::any_of(fix.changes.begin(), fix.changes.end(),
                       [&](const nlohmann::json& c) { return c.contains(key); });
}

/// A stretch in which a body is moved again: by the model that was fitted, and by it as the fix changes it.
struct Stretch {
    FrameWindow window;
    MotionModel as_was, with_fix;
    bool response_seen = false; ///< or not to be asked: the model is not the game's
};

/// What a model says of a fix: whether it fixes the finding, and which faults are new.
struct Opinion {
    bool fixed = false;
    std::set<std::string> fresh;
    bool operator==(const Opinion&) const = default;
};
Opinion opinion(const Recording& r, const Applied& applied, const Finding& f, const FrameWindow& w,
                const MotionModel& as_was, const MotionModel& with_fix, const RecordedSteps& steps,
                const TryOptions& options) {
    const auto found = [&](const Recording& in, const Edits& edits, const MotionModel& model) {
        const Track track = rerun(in, w.body, w.first, w.last, model, options.control, &steps);
        return found_in(r, w, track, edits, fit_options(options));
    };
    Edits unfixed;
    unfixed.definitions = r.definitions(0, ~std::size_t(0));
    const auto before = found(r, unfixed, as_was), after = found(*applied.recording, applied.edits, with_fix);
    Opinion out;
    out.fixed = !match(f, after);
    for (const Finding& g : after)
        if (!match(g, before) && !match(g, {f})) out.fresh.insert(g.fault);
    return out;
}

/// In order; those of one body that overlap made one: it is moved again once, by the model of the first.
void unite(std::vector<Stretch>& all) {
    std::ranges::sort(all, {}, [](const Stretch& s) { return std::pair(s.window.body, s.window.first); });
    std::vector<Stretch> out;
    for (const Stretch& s : all)
        if (!out.empty() && out.back().window.body == s.window.body &&
            s.window.first <= out.back().window.last + 1)
            out.back().window.last = std::max(out.back().window.last, s.window.last);
        else
            out.push_back(s);
    all = std::move(out);
}

/// The recording in which the bodies are moved again without the fix: what differs from it, the fix does.
struct Unfixed {
    std::shared_ptr<const Recording> recording;
    std::string moved;              ///< what is moved again, and how: the same, the same recording
    std::set<std::string> unproven; ///< ids of findings that the fitted model does not show
};

/// The fitted model as the fix changes it. A surface that the fix sets counts, not the value that the fit
/// found for it.
MotionModel fixed_model(Id body, const MotionModel& as_was, const Fix& fix, const Applied& applied) {
    const auto change = applied.motion.find(body);
    MotionModel out = change != applied.motion.end() ? model_with(change->second, as_was) : as_was;
    if (sets(fix, "friction") && applied.shapes) out.friction.reset();
    if (sets(fix, "restitution") && applied.shapes) out.restitution.reset();
    return out;
}

/// Whom the finding says that it meets; 0: nobody.
Id other_body(const Recording& r, const Finding& f, const FrameWindow& w) {
    const auto it = std::ranges::find_if(f.bodies, [&](Id id) { return id != r.body_id(w.body); });
    return it == f.bodies.end() ? 0 : *it;
}

/// A cap of the speed would have changed how the body comes to where it is moved from.
bool too_fast_at_first(const Recording& r, const FrameWindow& w, const Applied& applied) {
    const auto change = applied.motion.find(r.body_id(w.body));
    const World world = r.world_at(w.first);
    const BodyState& b = world.body(w.body);
    return change != applied.motion.end() && b.velocity_known &&
           change->second.value("speed_cap", 0.0) > 0.0 &&
           change->second["speed_cap"].get<double>() < glm::length(b.velocity);
}

Unfixed rerun_all(const Recording& r, const Fix& fix, Applied& applied, const TryOptions& options,
                  Verdict& v) {
    Unfixed out;
    std::vector<Stretch> all;
    std::vector<const Finding*> concerned;
    for (const Finding& f : options.before)
        if (!f.bodies.empty() && concerns(applied, f) &&
            (options.finding.empty() || f.id == options.finding) &&
            (!applied.motion.empty() || by_motion(r, f)))
            concerned.push_back(&f);
    std::vector<Fit> fits(concerned.size());
    TryCache for_this_try; // those that lead others are fitted once
    TryOptions kept_options = options;
    if (!kept_options.cache) kept_options.cache = &for_this_try;
    const auto fit_one = [&](std::size_t i) {
        fits[i] = fitted(r, *concerned[i], moved_body(r, applied, *concerned[i]), kept_options);
    };
    std::set<std::string> leaders; // first
    for (const Finding* f : concerned) {
        const auto [leader, body] = leader_of(r, *f, moved_body(r, applied, *f), options);
        if (leaders.insert(leader->id).second) fitted(r, *leader, body, kept_options);
    }
    if (options.threads == 1)
        for (std::size_t i = 0; i < fits.size(); ++i) fit_one(i);
    else
        tbb::parallel_for(std::size_t(0), fits.size(), fit_one);
    for (std::size_t i = 0; i < fits.size(); ++i) {
        const Finding& f = *concerned[i];
        const Fit& one = fits[i];
        const FrameWindow& w = one.window;
        if (!one.reproduces) out.unproven.insert(f.id);
        if (too_fast_at_first(r, w, applied)) out.unproven.insert(f.id), v.begins_before = true;
        const bool worse =
            !v.fit || (v.fit->reproduces && !one.reproduces) ||
            (v.fit->reproduces == one.reproduces && one.largest_difference > v.fit->largest_difference);
        const MotionModel with_fix = fixed_model(r.body_id(w.body), one.model, fix, applied);
        if (worse)
            v.fit = one, v.loop = FittedLoop{r.body_id(w.body), other_body(r, f, w), one.model, with_fix};
        all.push_back({w, one.model, with_fix, one.response_seen || !one.reproduces});
        // Friction that was fitted with another response may have stood for what that one does.
        const bool doubtful =
            sets(fix, "response") && !sets(fix, "friction") && with_fix.friction.value_or(0.0) > 0.0;
        if (!one.reproduces || !one.response_seen || (one.alternatives.empty() && !doubtful)) continue;
        // Other models that reproduce the game as well must say the same.
        const RecordedSteps steps = recorded_steps(r, w.body, w.first, w.last, options.control);
        const auto says = [&](const MotionModel& model, bool rubs) {
            MotionModel fixed = fixed_model(r.body_id(w.body), model, fix, applied);
            if (!rubs) fixed.friction.reset();
            return opinion(r, applied, f, w, model, fixed, steps, options);
        };
        const Opinion first = says(one.model, true);
        if (doubtful && !(says(one.model, false) == first))
            out.unproven.insert(f.id), v.models_disagree = true;
        for (const MotionModel& other : one.alternatives)
            if (!(says(other, true) == first)) {
                out.unproven.insert(f.id), v.models_disagree = true;
                break;
            }
    }
    unite(all);
    Edits unfixed;
    unfixed.definitions = r.definitions(0, ~std::size_t(0));
    for (auto& [w, as_was, with_fix, response_seen] : all) {
        // What the recorded body touched, in the fixed recording too: a stop at what the fix takes away was
        // no wish of its own.
        const RecordedSteps steps = recorded_steps(r, w.body, w.first, w.last, options.control);
        const Track was = rerun(r, w.body, w.first, w.last, as_was, options.control, &steps);
        unfixed.moved.push_back(moved_along(r, w.body, was));
        out.moved += fmt::format("{} {}-{} {}\n", w.body, w.first, w.last, json_of(as_was).dump());
        const Track track =
            rerun(*applied.recording, w.body, w.first, w.last, with_fix, options.control, &steps);
        if (responds(track) && !response_seen) v.response_unseen = true;
        v.tracks[r.body_id(w.body)].push_back(track);
        applied.edits.moved.push_back(moved_along(*applied.recording, w.body, track));
    }
    applied.recording = edited(r, applied.edits);
    out.recording = edited(r, unfixed);
    return out;
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

/// Recorded motion stays where probes are added: that the body goes in between the old ones there is what the
/// fix mends.
bool went_through_gap(const Finding& f, const Verdict& v, Method method) {
    return method == Method::Recheck && std::ranges::any_of(v.fixed, [&](const Finding& gap) {
               const std::set<Id> both(gap.bodies.begin(), gap.bodies.end());
               return std::ranges::find(fault_by_id(gap.fault)->needs, Input::Probes) !=
                          fault_by_id(gap.fault)->needs.end() &&
                      gap.first <= f.first && f.last <= gap.last && both.size() == f.bodies.size() &&
                      std::ranges::all_of(f.bodies, [&](Id id) { return both.count(id) > 0; });
           });
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
    if (method == Method::Auto)
        method = !applied.motion.empty() || moves_change(recording, applied, options.before)
                     ? Method::Rerun
                     : Method::Recheck;
    v.method = method;
    if (!applied.colliders.empty() && !applied.recording->empty()) {
        const World last = applied.recording->world_at(applied.recording->size() - 1);
        for (Id id : applied.colliders)
            v.shapes[id] =
                last.colliders()[static_cast<std::size_t>(applied.recording->collider_slot(id))].geometry;
    }
    Unfixed unfixed;
    if (method == Method::Rerun && concerned) unfixed = rerun_all(recording, fix, applied, options, v);
    if (!log.empty()) {
        LogChanges changes =
            change_log(fix, recording, options.before, applied, options.threads, options.control);
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
        return match(f, expected) || match(f, v.unclear) || begins_at_return(f, v, recording) ||
               went_through_gap(f, v, method);
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

FindingModels models_for(const Recording& r, const Fix& fix, const Finding& f, const TryOptions& options) {
    FindingModels out;
    out.applied = apply(fix, r);
    out.fit = fitted(r, f, moved_body(r, out.applied, f), options);
    out.with_fix = fixed_model(r.body_id(out.fit.window.body), out.fit.model, fix, out.applied);
    return out;
}

QuickVerdict try_quickly(const Recording& r, const Fix& fix, const Finding& f, const TryOptions& options) {
    QuickVerdict out;
    const Applied applied = apply(fix, r);
    if (!concerns(applied, f)) {
        out.outcome = QuickVerdict::Kept;
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
    out.outcome = says.fixed ? QuickVerdict::Fixed : QuickVerdict::Kept;
    out.fresh.assign(says.fresh.begin(), says.fresh.end());
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
    if (v.begins_before) parts.push_back({Part::None, translated("it would have come another way before")});
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
