// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/scan.hpp"

#include "fault/account_text.hpp"
#include "observation/pause.hpp"
#include "recording/bad_input.hpp"
#include "recording/plain_text.hpp"

#include <tbb/blocked_range.h>
#include <tbb/info.h>
#include <tbb/parallel_for.h>
#include <tbb/task_arena.h>

#include <set>
#include <unordered_map>

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
bool in(const std::vector<std::string>& all, const std::string& one) {
    return std::find(all.begin(), all.end(), one) != all.end();
}

/// What two findings must share so that the strong one explains the weak one away. Always: their time.
enum class Share {
    Pair,      ///< both bodies of the strong one
    Mover,     ///< the strong one's first body
    Intrusion, ///< both bodies, in the frames in which the strong one saw the intrusion
    Alone,     ///< the weak one's only body
    All,       ///< all bodies of the weak one
    Touch,     ///< the very bodies; the strong one is of two responses, the weak one of two reports
    Sticks,    ///< both bodies; the strong one tells that one may stick in the other on purpose
    Unturned,  ///< the mover; the weak one tells that it was not turned
    Reports,   ///< both bodies; all that the weak one tells are reports of the strong one's hitbox
};
struct Explains {
    const char *strong, *weak;
    Share share;
};
constexpr Explains explanations[] = {
    {"trapped", "deep-overlap", Share::Pair},
    {"trapped", "silent-overlap", Share::Pair},
    {"silent-overlap", "deep-overlap", Share::Pair},
    {"pop-through", "deep-overlap", Share::Pair},
    {"pop-through", "tunneling", Share::Pair},
    {"pop-through", "silent-overlap", Share::Pair},
    {"pop-through", "wall-climb", Share::Pair},
    {"one-way-drop", "silent-overlap", Share::Pair},
    {"one-way-drop", "tunneling", Share::Pair},
    {"jitter", "deep-overlap", Share::Pair},
    {"jitter", "double-hit", Share::Pair},
    {"jitter", "silent-overlap", Share::Pair},
    {"jitter", "speed-surge", Share::Pair},
    {"jitter", "wrong-face", Share::Pair},
    {"self-push", "deep-overlap", Share::Pair},
    {"flush-contact", "double-hit", Share::Pair},
    {"flush-contact", "repeat-effect", Share::Pair},
    {"flush-contact", "false-grounded", Share::Pair},
    // What it sticks in holds it, no edge.
    {"deep-overlap", "stuck-on-edge", Share::Sticks},
    {"stuck-on-edge", "hit-outside-art", Share::Pair},
    {"stuck-on-edge", "wrong-face", Share::Pair},
    {"invisible-wall", "hit-outside-art", Share::Pair},
    {"one-way-drop", "false-grounded", Share::Pair},
    {"wall-climb", "false-grounded", Share::Pair},
    // Two responses that were told as two hits are one double hit.
    {"double-hit", "double-hit", Share::Touch},
    {"double-hit", "repeat-effect", Share::Reports},
    {"double-hit", "no-reaction", Share::Unturned},
    // A deep overlap with a brick whose response was cancelled by its neighbour is that double hit's
    // consequence.
    {"double-hit", "deep-overlap", Share::All},
    // A loop that pushes a body out of one thing into the next shows as all these, against each of them.
    {"unresolved-loop", "jitter", Share::Mover},
    {"unresolved-loop", "deep-overlap", Share::Mover},
    {"unresolved-loop", "pop-through", Share::Mover},
    {"unresolved-loop", "double-hit", Share::Mover},
    {"unresolved-loop", "wrong-face", Share::Mover},
    {"unresolved-loop", "flush-contact", Share::Mover},
    // Held by an edge, or by what it is in, it is not held by nothing.
    {"stuck-on-edge", "invisible-wall", Share::Alone},
    {"trapped", "invisible-wall", Share::Alone},
    // What holds a body otherwise leaves no way on unused.
    {"stuck-on-edge", "blocked-motion", Share::Mover},
    {"trapped", "blocked-motion", Share::Mover},
    {"invisible-wall", "blocked-motion", Share::Mover},
    {"jitter", "blocked-motion", Share::Mover},
    {"unresolved-loop", "blocked-motion", Share::Mover},
    // What came in between two probes ended inside: that is how it was found.
    {"probe-gap", "deep-overlap", Share::Intrusion},
    {"probe-gap", "silent-overlap", Share::Intrusion},
};

std::string kind_of(const Finding& f) {
    const Fact* fact = f.fact("kind");
    const std::string* text = fact ? std::get_if<std::string>(&fact->value) : nullptr;
    return text ? *text : std::string();
}

bool shares(const Finding& strong, const Finding& weak, Share what) {
    const auto both = [&] {
        return strong.bodies.size() > 1 && in(weak.bodies, strong.bodies[0]) &&
               in(weak.bodies, strong.bodies[1]);
    };
    switch (what) {
    case Share::Pair:
        return both();
    case Share::Mover:
        return in(weak.bodies, strong.bodies[0]);
    case Share::Intrusion:
        return strong.fact("intruded_frame") && both() &&
               strong.number("intruded_frame") <= static_cast<double>(weak.last) &&
               static_cast<double>(weak.first) <= strong.number("intruded_last");
    case Share::Alone:
        return weak.colliders.size() == 1 && in(strong.bodies, weak.bodies[0]);
    case Share::All:
        return std::all_of(weak.bodies.begin(), weak.bodies.end(),
                           [&](Id id) { return in(strong.bodies, id); });
    case Share::Touch:
        return kind_of(strong) == "twice" && kind_of(weak) == "event" && strong.bodies == weak.bodies;
    case Share::Sticks:
        return kind_of(strong) == "sticks" && both();
    case Share::Unturned:
        return kind_of(weak) == "unturned" && weak.bodies[0] == strong.bodies[0];
    case Share::Reports:
        return kind_of(strong) == "reported" && both() && strong.first <= weak.first &&
               weak.last <= strong.last;
    }
    return false;
}

bool explains(const Finding& strong, const Finding& weak) {
    return std::any_of(std::begin(explanations), std::end(explanations), [&](const Explains& e) {
        return strong.fault == e.strong && weak.fault == e.weak &&
               (e.share == Share::Intrusion || overlap_in_time(strong, weak)) &&
               shares(strong, weak, e.share);
    });
}

/// Those that are asked for, and those that may explain one of them away, or what explains it.
std::set<std::string> judged_for(const std::vector<std::string>& only) {
    std::set<std::string> out(only.begin(), only.end());
    for (bool grows = true; grows;) {
        grows = false;
        for (const Explains& e : explanations)
            if (out.count(e.weak)) grows = out.insert(e.strong).second || grows;
    }
    return out;
}

/// A run that the end of the recording cuts off is told only where no whole one is: it says nothing new, and
/// less of it.
bool told_whole(std::int64_t end, const Finding& whole, const Finding& cut) {
    static const std::set<std::string> runs{"flush-contact", "wall-climb", "jitter", "self-push"};
    return runs.count(cut.fault) && whole.fault == cut.fault && whole.bodies == cut.bodies &&
           cut.first < cut.last && cut.last == end && whole.last < cut.first && whole.first < whole.last;
}

/// One body sunk into neighbours (tiles of one floor) is sunk in once.
bool one_cause(const Recording& r, const Finding& a, const Finding& b) {
    if (a.fault != "deep-overlap" || b.fault != a.fault || a.bodies[0] != b.bodies[0] ||
        !overlap_in_time(a, b))
        return false;
    const World w = r.world_at(static_cast<std::size_t>(r.frame_index(std::max(a.first, b.first))));
    return pair_at(w, r.collider_slot(a.colliders[1]), r.collider_slot(b.colliders[1])).gap <= r.slop();
}

/// Which findings may be explained by which: those that name the first body of the other one.
class SharedBodies {
  public:
    explicit SharedBodies(const std::vector<Finding>& all) {
        for (std::size_t i = 0; i < all.size(); ++i) {
            for (const Id body : all[i].bodies) naming_[body].push_back(i);
            if (!all[i].bodies.empty()) first_[all[i].bodies[0]].push_back(i);
        }
    }
    /// In rising order, each once.
    std::vector<std::size_t> of(const Finding& f) const {
        std::set<std::size_t> out;
        const auto add = [&](const auto& by_body, Id body) {
            if (const auto it = by_body.find(body); it != by_body.end())
                out.insert(it->second.begin(), it->second.end());
        };
        if (!f.bodies.empty()) add(naming_, f.bodies[0]);
        for (const Id body : f.bodies) add(first_, body);
        return {out.begin(), out.end()};
    }

  private:
    std::unordered_map<Id, std::vector<std::size_t>> naming_, first_;
};

Dismissal dismissal_of(const Finding& f, const char* excuse, std::string text) {
    Dismissal d;
    d.fault = f.fault, d.excuse = excuse, d.text = std::move(text);
    d.first = f.first, d.last = f.last, d.bodies = f.bodies, d.names = f.names;
    return d;
}

/// One cause, one finding. What goes is noted in `dismissed`, if that is set.
/// `end`: the number of the last frame that is judged.
void tidy(const Recording& r, std::int64_t end, std::vector<Finding>& all,
          std::vector<Dismissal>* dismissed) {
    const SharedBodies shared(all);
    std::vector<bool> gone(all.size(), false);
    for (std::size_t i = 0; i < all.size(); ++i)
        for (const std::size_t j : shared.of(all[i])) {
            if (i == j || gone[i] || gone[j]) continue;
            if (explains(all[i], all[j]) || told_whole(end, all[i], all[j])) {
                gone[j] = true;
                if (dismissed)
                    dismissed->push_back(
                        dismissal_of(all[j], "explained",
                                     say("it is what comes of this: {}, {}",
                                         translated(fault_by_id(all[i].fault)->title), headline(all[i]))));
            } else if (one_cause(r, all[i], all[j]) &&
                       (all[i].number("depth") > all[j].number("depth") ||
                        (all[i].number("depth") == all[j].number("depth") && i < j))) {
                all[i].first = std::min(all[i].first, all[j].first),
                all[i].last = std::max(all[i].last, all[j].last);
                for (std::size_t k = 1; k < all[j].bodies.size(); ++k)
                    if (!in(all[i].bodies, all[j].bodies[k]))
                        all[i].bodies.push_back(all[j].bodies[k]), all[i].names.push_back(all[j].names[k]),
                            all[i].kinds.push_back(all[j].kinds[k]);
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

/// Of kinds that pass through each other all over the recording one hint is told, and no single case.
void leave_untested(const Untested& untested, std::vector<Finding>& all, std::vector<Dismissal>* dismissed) {
    static const std::set<std::string> such{"silent-overlap", "deep-overlap", "pop-through", "tunneling"};
    std::erase_if(all, [&](const Finding& f) {
        if (!such.count(f.fault) || f.kinds.size() < 2 || kind_of(f) == "untested" ||
            kind_of(f) == "filtered" || !untested.of(std::minmax(f.kinds[0], f.kinds[1])))
            return false;
        if (dismissed)
            dismissed->push_back(
                dismissal_of(f, "untested",
                             say("nothing ever comes of it where bodies of the kinds '{}' and '{}' meet",
                                 f.kinds[0], f.kinds[1])));
        return true;
    });
}

/// Two that code moves pass through each other, and nothing tells that bodies of these kinds ever collide:
/// neither the log, `said`, nor a response.
void doubt_unanswered(const Recording& r, const Observed& observed, const std::set<Kinds>& said,
                      std::vector<Finding>& all) {
    static const std::set<std::string> such{"deep-overlap", "pop-through"};
    for (Finding& f : all) {
        if (!such.count(f.fault) || f.kinds.size() < 2 || f.kinds[0].empty() || f.kinds[1].empty() ||
            f.colliders.size() < 2 || r.header.has(Channel::Contacts) ||
            observed.untested().answers(std::minmax(f.kinds[0], f.kinds[1])))
            continue;
        const World w = r.world_at(static_cast<std::size_t>(r.frame_index(f.first)));
        const Slot a = r.collider_slot(f.colliders[0]), b = r.collider_slot(f.colliders[1]);
        if (!moved_by_code(w, a) || !moved_by_code(w, b) ||
            said.count(std::minmax(layer_of(w, a), layer_of(w, b))))
            continue;
        f.grade = Grade::Hint;
        f.assumes = translated("nothing in the recording tells that bodies of these kinds collide");
    }
}

/// In the order of frames, so that the worlds that accounts ask for are at hand.
void describe_all(const Recording& r, std::vector<Finding>& all, const ScanOptions& options) {
    std::stable_sort(all.begin(), all.end(),
                     [](const Finding& a, const Finding& b) { return a.first < b.first; });
    const int cores = tbb::info::default_concurrency();
    tbb::task_arena arena(options.threads > 0 ? std::min(options.threads, cores) : cores);
    arena.execute([&] {
        tbb::parallel_for(tbb::blocked_range<std::size_t>(0, all.size(), 16), [&](const auto& some) {
            for (std::size_t i = some.begin(); i < some.end(); ++i)
                if (!options.control || !options.control->stop) describe(r, all[i]);
        });
    });
}

/// Game code is shared: what is to be changed about how one body moves is changed for all of its kind, where
/// its name does not name them all.
void meant_for_kind(const Recording& r, Suggestion& s) {
    for (nlohmann::json& change : s.changes) {
        if (!change.contains("motion") || change["motion"].size() != 1) continue;
        const nlohmann::json who = change["motion"].is_array() ? change["motion"][0] : change["motion"];
        const auto named = [&](const BodyDef& b) {
            return who.is_string() ? b.name == who.get<std::string>() : b.id == who.get<Id>();
        };
        std::string kind;
        std::vector<const BodyDef*> movers;
        for (Slot b = 0; b < static_cast<Slot>(r.body_count()); ++b) {
            const BodyDef* def = r.body_def(r.body_id(b));
            if (!def || def->moves == Moves::Static) continue;
            movers.push_back(def);
            if (named(*def)) kind = def->kind;
        }
        if (kind.empty() ||
            std::ranges::all_of(movers, [&](const BodyDef* b) { return b->kind != kind || named(*b); }))
            continue;
        change.erase("motion"), change["motion_kinds"] = {kind};
        s.name += say(" (all of kind '{}')", kind);
    }
}

} // namespace

void describe(const Recording& r, Finding& f) {
    if (std::exchange(f.described, true)) return;
    constexpr std::size_t most = 2000; // characters of a sentence
    fault_by_id(f.fault)->describe(r, f);
    for (Suggestion& s : f.suggest) meant_for_kind(r, s);
    // Names from the recording may be in every text: they are made safe to show.
    for (Sentence& s : f.account) s.text = plain_text(s.text, most);
    f.assumes = plain_text(f.assumes, most);
    for (Suggestion& s : f.suggest) s.name = plain_text(s.name, most);
    for (Mark& m : f.marks) m.label = plain_text(m.label, most);
}

Scan scan(const Recording& recording, const ScanOptions& options) {
    Scan out;
    for (const std::string& id : options.only)
        if (!fault_by_id(id)) throw BadInput("--only", 0, "unknown fault '" + id + "'", id);
    const std::set<std::string> needed = judged_for(options.only);
    const auto asked = [&](const std::string& fault) {
        return options.only.empty() || in(options.only, fault);
    };
    std::set<std::string> ids;
    // A kind with thresholds of its own has rules of its own; each reports only findings on that kind.
    std::map<std::string, Settings> settings{{"", options.project.settings}};
    for (const auto& [kind, own] : options.project.settings.changed())
        if (!kind.empty()) settings[kind] = options.project.settings.of_kind(kind);
    const auto kind_of_rule = [&](const Finding& f) {
        for (const std::string& kind : f.kinds)
            if (settings.count(kind)) return kind;
        return std::string();
    };
    const auto take = [&](Finding&& f, const std::string& kind) {
        for (const Id id : f.bodies) f.kinds.push_back(body_kind(recording, id));
        if (kind_of_rule(f) != kind) return;
        const std::string name = stem(f);
        f.id = name;
        for (int n = 2; !ids.insert(f.id).second; ++n) f.id = name + "-" + std::to_string(n);
        for (const Expected& one : options.project.expected)
            if (covers(one, f)) f.expected = one.reason;
        if (options.found && asked(f.fault)) {
            Finding told = f; // what is made one of several is described anew
            if (options.accounts) describe(recording, told);
            options.found(told);
        }
        out.findings.push_back(std::move(f));
    };
    const Settings& all = options.project.settings;
    Observed observed({all["silent-overlap.untested_pairs"], all["silent-overlap.untested_responses"],
                       all["silent-overlap.untested_depth"]});
    std::optional<Dismissals> dismissals;
    if (options.dismissed || !options.without.empty()) dismissals.emplace(recording, options.without);
    std::vector<std::unique_ptr<Rule>> rules;
    for (const Fault& fault : catalogue()) {
        if (!options.only.empty() && !needed.count(fault.id)) continue;
        const bool told = asked(fault.id);
        out.coverage.asked += told;
        if (const std::vector<Input> missing = missing_inputs(recording, fault); !missing.empty()) {
            if (!told) continue;
            std::string inputs;
            for (const Input input : missing)
                inputs += (inputs.empty() ? "`" : ", `") + std::string(word(input)) + "`";
            out.not_judged[fault.id] = say("log {}", inputs);
            out.coverage.missing.insert(missing.begin(), missing.end());
            continue;
        }
        if (told) ++out.coverage.judged, out.judged.push_back(fault.id);
        for (const auto& entry : settings)
            rules.push_back(
                fault.make_rule({recording, entry.second, observed,
                                 [&take, kind = entry.first](Finding&& f) { take(std::move(f), kind); },
                                 fault.id, entry.first, dismissals ? &*dismissals : nullptr}));
    }
    std::unique_ptr<EncounterStream> encounters;
    if (options.encounter) encounters = std::make_unique<EncounterStream>(options.encounter);
    PauseFilter pauses(recording);
    bool begun = false;
    std::int64_t end = 0;
    const auto judge = [&](const Step& step) {
        end = step.now.number();
        observed.step(step);
        for (const auto& rule : rules) rule->step(step);
    };
    std::set<Kinds> said; // layers that a line says collide
    const auto define = [&](const Definition& d) {
        if (const auto* pair = std::get_if<PairDef>(&d); pair && pair->does == Does::Solid)
            said.insert(std::minmax(pair->first, pair->second));
        for (const auto& rule : rules) rule->define(d);
    };
    out.complete = walk(recording, {options.first, options.last, options.threads, options.control},
                        [&](const Step& step) {
                            if (std::exchange(begun, true))
                                for (const Definition& d : step.frame->before) define(d);
                            else
                                for (const Recording::Defined& d : recording.definitions(0, step.index + 1))
                                    define(d.definition);
                            if (encounters) encounters->step(step);
                            pauses.step(step, judge);
                        });
    pauses.finish(judge);
    for (const auto& rule : rules) rule->finish();
    for (const auto& rule : rules) rule->settle(out.findings);
    if (encounters) encounters->finish();
    if (dismissals)
        out.dismissed = dismissals->told([&](const std::vector<Id>& bodies) {
            for (const Id id : bodies)
                if (const std::string kind = body_kind(recording, id); settings.count(kind)) return kind;
            return std::string();
        });
    leave_untested(observed.untested(), out.findings, options.dismissed ? &out.dismissed : nullptr);
    doubt_unanswered(recording, observed, said, out.findings);
    tidy(recording, end, out.findings, options.dismissed ? &out.dismissed : nullptr);
    std::erase_if(out.findings, [&](const Finding& f) { return !asked(f.fault); });
    std::erase_if(out.dismissed, [&](const Dismissal& d) { return !asked(d.fault); });
    std::stable_sort(out.dismissed.begin(), out.dismissed.end(),
                     [](const Dismissal& a, const Dismissal& b) { return a.first < b.first; });
    options.project.mark(out.findings); // what was made one may be of other bodies now
    if (options.accounts) describe_all(recording, out.findings, options);
    std::stable_sort(out.findings.begin(), out.findings.end(), [](const Finding& a, const Finding& b) {
        return a.weight != b.weight ? a.weight > b.weight
               : a.first != b.first ? a.first < b.first
                                    : a.id < b.id;
    });
    return out;
}

} // namespace oddbounce
