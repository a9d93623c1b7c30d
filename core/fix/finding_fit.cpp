// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/finding_fit.hpp"

#include <set>

namespace oddbounce {

namespace {

constexpr std::size_t lead = 12;        // frames of free motion before a finding: enough to see how it came
constexpr std::size_t tail = 20;        // frames after it: enough to see what becomes of it
constexpr std::size_t back = 240;       // frames to look back for one in which the body overlaps nothing
constexpr std::size_t long_finding = 8; // frames: shorter ones are fitted to their end only
constexpr std::int64_t slack = 3;       // frames by which a finding may shift and still be the same
constexpr std::size_t most_held_out = 3, most_alternatives = 8, most_tried = 24,
                      most_alternatives_of_solver = 5, most_tried_of_solver = 12;

bool same_fault(const Finding& a, const Finding& b) {
    if (a.fault != b.fault || a.last + slack < b.first || b.last + slack < a.first) return false;
    const std::set<Id> x(a.bodies.begin(), a.bodies.end()), y(b.bodies.begin(), b.bodies.end());
    const Id mover = a.bodies.empty() ? 0 : a.bodies[0];
    return x == y || (y.count(mover) &&
                      std::any_of(y.begin(), y.end(), [&](Id id) { return id != mover && x.count(id); }));
}

/// The frame from which a body is moved again, some before `first`: it is free of overlaps there, or as free
/// as it comes. A change is not to begin in the middle of what it would have kept from happening.
std::size_t start_before(const Recording& r, Slot body, std::size_t first) {
    std::size_t start = first; // not beyond where it came, or was put
    for (std::size_t k = 0; k < lead && start > r.begin(); ++k) {
        const World w = r.world_at(start);
        const BodyState& b = w.body(body);
        if (!b.present || b.teleported || b.fresh) break;
        --start;
    }
    while (start < first && !r.world_at(start).body(body).present) ++start;
    double least = infinity;
    for (std::size_t k = 0, at = start; k < back; ++k, --at) {
        const World w = r.world_at(at);
        if (!w.body(body).present || w.body(body).teleported) break;
        const double deep = overlap_at(w, body, w.body(body).pose);
        if (deep < least) least = deep, start = at;
        if (least <= exact_difference(r) || at == r.begin()) break;
    }
    return start;
}

} // namespace

std::vector<FrameWindow> windows_of(const Recording& r, const Finding& f, Slot body, const Touches& touches) {
    const auto found = static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(f.first)));
    const auto last = static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(f.last)));
    std::size_t first = found;
    for (const auto& [pair, ranges] : touches)
        if (std::ranges::count(f.bodies, pair.first) && std::ranges::count(f.bodies, pair.second))
            for (const FrameRange& range : ranges)
                if (range.first <= found && found <= range.last + 1) first = std::min(first, range.first);
    first = std::max(first, found > back ? found - back : 0);
    std::vector<FrameWindow> out;
    for (const std::size_t from : {first, found}) {
        const FrameWindow w{body, start_before(r, body, from), std::min(r.size() - 1, last + tail)};
        if (out.empty() || !(out.back() == w)) out.push_back(w);
    }
    return out;
}

namespace {

const std::string& kind_of_body(const Recording& r, Id id, const World& w) {
    static const std::string none;
    const Slot slot = r.body_slot(id);
    return slot >= 0 && w.body(slot).def ? w.body(slot).def->kind : none;
}

/// Other times at which the body, or one of its kind, touches another one that `meant` accepts; the nearest
/// in time first.
std::vector<FrameWindow> occurrences(const Recording& r, const FrameWindow& w, const Touches& touches,
                                     std::size_t most, const std::function<bool(Id)>& meant) {
    const World then = r.world_at(w.last);
    const Id mover = r.body_id(w.body);
    const std::string& own = kind_of_body(r, mover, then);
    std::vector<FrameWindow> out;
    for (const auto& [pair, ranges] : touches)
        for (const auto& [one, other] :
             {std::pair(pair.first, pair.second), std::pair(pair.second, pair.first)}) {
            const bool alike = one == mover || (!own.empty() && own == kind_of_body(r, one, then));
            if (!alike || !meant(other)) continue;
            const Slot body = r.body_slot(one);
            if (then.body(body).def && then.body(body).def->moves == Moves::Static) continue;
            for (const FrameRange& range : ranges) {
                constexpr std::size_t before = 4, after = 4; // frames
                const std::size_t first = range.first > before ? range.first - before : 0;
                const FrameWindow held{body, first, std::min(range.first + after, r.size() - 1)};
                const bool same = body == w.body && held.first <= w.last && w.first <= held.last;
                if (!same && range.first > r.begin() && r.world_at(first).body(body).present)
                    out.push_back(held);
            }
        }
    const auto away = [&](const FrameWindow& o) {
        return o.first > w.first ? o.first - w.first : w.first - o.first;
    };
    std::ranges::stable_sort(out, {}, away);
    if (out.size() > most) out.resize(most);
    return out;
}

/// The same of what the finding's one touches, or one of its kind.
std::vector<FrameWindow> occurrences(const Recording& r, const Finding& f, const FrameWindow& w,
                                     const Touches& touches) {
    const World then = r.world_at(w.last);
    return occurrences(r, w, touches, most_held_out, [&](Id other) {
        const std::string& kind = kind_of_body(r, other, then);
        return std::ranges::any_of(f.bodies, [&](Id id) {
            return id != r.body_id(w.body) &&
                   (id == other || (!kind.empty() && kind == kind_of_body(r, id, then)));
        });
    });
}

} // namespace

double smallest_extent(const World& w, Slot body) {
    double out = infinity;
    for (const Slot c : w.colliders_of(body))
        if (w.live(c) && at(w, c).geometry->extent() > 0.0) out = std::min(out, at(w, c).geometry->extent());
    return out;
}

namespace {

bool moved_by_code(const Recording& r, const FrameWindow& w) {
    return moved_by_code(r.world_at(w.first), w.body, recorded_steps(r, w.body, w.first, w.last));
}

} // namespace

double near_enough(const Recording& r, const FrameWindow& w, const Settings& settings) {
    const double extent = smallest_extent(r.world_at(w.first), w.body);
    const bool by_code = moved_by_code(r, w);
    const double slops = settings[by_code ? "verdict.track_slops_by_code" : "verdict.track_slops"],
                 share = settings[by_code ? "verdict.track_share_by_code" : "verdict.track_share"];
    return std::max(slops * r.slop(), extent < infinity ? share * extent : 0.0);
}

double overlap_at(const World& w, Slot body, const Pose& pose) {
    double deepest = 0.0;
    for (const Slot mine : w.colliders_of(body)) {
        if (!w.live(mine)) continue;
        const Geometry& own = *at(w, mine).geometry;
        const Box box = own.bounds(pose);
        for (Slot c = 0; c < static_cast<Slot>(w.colliders().size()); ++c) {
            if (!w.live(c) || at(w, c).body == body || at(w, c).def->role == Role::OneWay ||
                !at(w, c).geometry->bounds(w.body_of(c).pose).meets(box) || w.does(mine, c) != Does::Solid)
                continue;
            const Distance d = distance(own, pose, *at(w, c).geometry, w.body_of(c).pose, 0.0);
            if (d.known) deepest = std::max(deepest, -d.gap);
        }
    }
    return deepest;
}

bool responds(const Track& track) {
    return std::ranges::any_of(track.points, [](const TrackPoint& p) {
        return std::ranges::any_of(p.hits, [](const TrackPoint::Hit& h) { return h.responded; });
    });
}

bool shows_later_or_sooner(const Finding& f, const Finding& g) {
    constexpr auto near = static_cast<std::int64_t>(tail); // as far as a body is moved again
    return f.fault == g.fault &&
           std::set<Id>(f.bodies.begin(), f.bodies.end()) == std::set<Id>(g.bodies.begin(), g.bodies.end()) &&
           g.first <= f.last + near && f.first <= g.last + near;
}

const Finding* match(const Finding& f, const std::vector<Finding>& among) {
    const auto it = std::ranges::find_if(among, [&](const Finding& g) { return same_fault(f, g); });
    return it == among.end() ? nullptr : &*it;
}

std::vector<Finding> found_in(const Recording& r, const FrameWindow& w, const Tracks& tracks, Edits edits,
                              const FitOptions& options, const std::string& only, bool placed) {
    for (const auto& [body, track] : tracks)
        if (track.points.size() > 1)
            edits.moved.push_back(moved_along(r, body, track, placed && body == w.body));
    const auto moved = edited(r, edits);
    ScanOptions scan_options;
    for (const Fault& fault : catalogue())
        if (only.empty() ? !fault.by_log : only == fault.id) scan_options.only.push_back(fault.id);
    scan_options.project = options.project, scan_options.threads = options.threads;
    scan_options.control = options.control, scan_options.accounts = false;
    scan_options.first = w.first, scan_options.last = w.last;
    return scan(*moved, scan_options).findings;
}

namespace {

/// Kinds of the bodies that the finding is about, without the moved one.
std::set<std::string> kinds_met(const Recording& r, const Finding& f, const FrameWindow& w) {
    const World world = r.world_at(w.first);
    std::set<std::string> out;
    for (const Id id : f.bodies)
        if (const Slot slot = r.body_slot(id); slot >= 0 && slot != w.body)
            out.insert(kind_or_id(world, slot));
    return out;
}

/// Kinds that the body touches in the window, and, where they are pushed, those of its kind that it meets.
std::set<std::string> kinds_touched(const Recording& r, const FrameWindow& w, bool pushes) {
    const World world = r.world_at(w.last);
    const RecordedSteps steps = recorded_steps(r, w.body, w.first, w.last);
    const std::string own = kind_or_id(world, w.body);
    std::set<std::string> out;
    std::vector<Slot> bodies{w.body};
    for (std::size_t i = 0; i < bodies.size(); ++i)
        for (const auto& touches : steps.of(bodies[i]).touches)
            for (const Hit& h : touches) {
                const Slot other = at(world, h.other).body;
                const std::string kind = kind_or_id(world, other);
                out.insert(kind);
                if (pushes && kind == own && steps.others.count(other) && !std::ranges::count(bodies, other))
                    bodies.push_back(other);
            }
    return out;
}

/// Kinds that the body touches in the window and that the finding is not about.
std::set<std::string> others_in(const Recording& r, const Finding& f, const FrameWindow& w) {
    std::set<std::string> out = kinds_touched(r, w, true);
    for (const std::string& own : kinds_met(r, f, w)) out.erase(own);
    return out;
}

/// What the body meets in none of the windows in which the model does what the game did: what it would do
/// there is not known. `own`: what the finding is about.
void leave_unseen(const Recording& r, const FrameWindow& fitted, const std::vector<FrameWindow>& held,
                  const std::set<std::string>& own, MotionModel& model) {
    std::set<std::string> seen = own;
    seen.merge(kinds_touched(r, fitted, true));
    for (const FrameWindow& w : held) seen.merge(kinds_touched(r, w, true));
    const World world = r.world_at(fitted.last);
    for (const ColliderState& c : world.colliders())
        if (c.def && c.body != fitted.body && c.def->role != Role::Sensor)
            if (const std::string kind = kind_or_id(world, c.body); !seen.count(kind))
                model.as_recorded.insert(kind);
}

/// What it does at some of them may be what the model does, too.
void model_what_fits(const Recording& r, const FrameWindow& fitted, double near, MotionModel& model) {
    for (const std::string& kind : std::set<std::string>(model.as_recorded)) {
        MotionModel fewer = model;
        fewer.as_recorded.erase(kind);
        if (difference(r, fitted, fewer) <= near) model = fewer;
    }
}

/// What it does at kinds of which the model knows nothing, where the recording shows it: here, and elsewhere.
/// `alone`: only by what it does where it touches nothing else.
void learn_rules(const Recording& r, const FrameWindow& fitted, const Touches& touches, double near,
                 const Control* control, bool alone, MotionModel& model) {
    constexpr std::size_t looked_at = 4, alone_among = 16; // occurrences
    const World world = r.world_at(fitted.last);
    for (const std::string& kind : std::set<std::string>(model.as_recorded)) {
        std::vector<FrameWindow> windows =
            occurrences(r, fitted, touches, alone ? alone_among : looked_at,
                        [&](Id other) { return kind_or_id(world, r.body_slot(other)) == kind; });
        if (alone)
            std::erase_if(windows, [&](const FrameWindow& w) {
                return kinds_touched(r, w, true) != std::set<std::string>{kind};
            });
        windows.resize(std::min(windows.size(), looked_at));
        const auto learned = with_rule_for(r, model, kind, windows, near, control);
        if (learned && (alone || difference(r, fitted, *learned) <= near)) model = *learned;
    }
}

/// What a model does at kinds that the finding is not about: the same as at those that it is about; what
/// shows where they are met alone; or it goes there as recorded.
enum class Others { Same, Alone, AsRecorded };

/// It tests or responds otherwise than all of these: what a fix does may depend on it.
bool tells_more(const MotionModel& m, const std::vector<const MotionModel*>& than) {
    const auto loop = [](const MotionModel& o) {
        return std::tuple(o.tests, o.axes, o.tested, o.push, o.depenetrate);
    };
    return std::ranges::none_of(than, [&](const MotionModel* o) { return loop(*o) == loop(m); }) ||
           std::ranges::none_of(than, [&](const MotionModel* o) { return o->response == m.response; });
}

/// `last`: up to where the model is to follow the recorded track.
Fit fit_in(const Recording& r, const Finding& f, const FrameWindow& w, std::size_t last,
           const Touches& touches, const FitOptions& options, const Fit* alike, Others others) {
    Fit out;
    out.window = w;
    out.near_enough = near_enough(r, w, options.project.settings);
    const FrameWindow fitted{w.body, w.first, std::min(last, w.last)};
    out.frames = fitted.last - fitted.first;
    const std::vector<FrameWindow> held = occurrences(r, f, w, touches);
    out.held_out = held.size();
    std::vector<MotionModel> known;
    if (alike) {
        known = alike->alternatives;
        known.insert(known.begin(), alike->model);
    }
    const bool by_code = moved_by_code(r, w); // what a solver does shows no rule of any one kind
    MotionModel base;
    base.partners = kinds_met(r, f, w);
    base.partners.insert(kind_or_id(r.world_at(w.first), w.body));
    if (others != Others::Same) {
        base.as_recorded = others_in(r, f, w);
        for (const std::string& kind : base.as_recorded) base.partners.erase(kind);
        if (others == Others::Alone && by_code)
            learn_rules(r, fitted, touches, out.near_enough, options.control, true, base);
        if (others == Others::Alone ? base.at_kind.empty() : base.as_recorded.empty()) return out;
    }
    const std::vector<FittedModel> models = fit(r, fitted, static_cast<int>(f.number("frames_between")),
                                                out.near_enough, held, options.control, known, base);
    if (models.empty()) return out;
    const auto take = [&](const FittedModel& m) {
        out.model = m.model, out.largest_difference = m.difference, out.held_difference = m.held_out;
    };
    take(models.front());
    Edits unchanged;
    unchanged.definitions = r.definitions(0, ~std::size_t(0));
    const double exact = exact_difference(r);
    double bound = infinity;
    bool speeds_fit = false, shares = false; // the taken one
    std::vector<const MotionModel*> told;    // those that do
    std::size_t tried = 0;
    for (const FittedModel& m : models) {
        const bool near = m.difference <= out.near_enough &&
                          ((m.difference <= exact && !m.model.unanswered) || m.held_out <= out.near_enough);
        if (!near || m.both() > bound || (speeds_fit && m.speed_difference > exact) ||
            (shares && !m.shares()))
            continue;
        // What a solver does many loops do nearly; these need not differ.
        if (by_code && !told.empty() && !tells_more(m.model, told)) continue;
        if (++tried > (by_code ? most_tried : most_tried_of_solver)) break;
        const Track track = rerun(r, w.body, w.first, w.last, m.model, options.control);
        if (!match(f, found_in(r, w, all_of(w.body, track), unchanged, options))) continue;
        told.push_back(&m.model);
        if (out.reproduces) {
            out.alternatives.push_back(m.model);
            if (out.alternatives.size() == (by_code ? most_alternatives : most_alternatives_of_solver)) break;
            continue;
        }
        take(m), out.reproduces = true, bound = about_as_near(m.both(), exact);
        speeds_fit = m.speed_difference <= exact, shares = m.shares();
        out.response_seen = responds(track);
    }
    if (!out.reproduces) return out;
    if (others == Others::AsRecorded) model_what_fits(r, fitted, out.near_enough, out.model);
    const bool pushes = out.model.other_takes != MotionModel::OtherTakes::None;
    std::set<std::string> replayed;
    for (const std::string& kind : kinds_touched(r, fitted, pushes))
        if (out.model.as_recorded.count(kind)) replayed.insert(kind);
    leave_unseen(r, fitted, out.held_difference <= out.near_enough ? held : std::vector<FrameWindow>(),
                 kinds_met(r, f, w), out.model);
    for (MotionModel& m : out.alternatives) m.as_recorded = out.model.as_recorded;
    if (by_code) learn_rules(r, fitted, touches, out.near_enough, options.control, false, out.model);
    std::ranges::set_intersection(replayed, out.model.as_recorded,
                                  std::inserter(out.replayed, out.replayed.end()));
    for (MotionModel& m : out.alternatives) {
        MotionModel learned = m;
        learned.as_recorded = out.model.as_recorded, learned.at_kind = out.model.at_kind;
        if (difference(r, fitted, learned) <= out.near_enough) m = learned;
    }
    if (out.held_difference <= out.near_enough)
        for (const FrameWindow& o : held)
            out.response_seen =
                out.response_seen || responds(rerun(r, o.body, o.first, o.last, out.model, options.control));
    return out;
}

} // namespace

namespace {

/// What the finding is about turned the body in the window, or one of its kind one of the body's at another
/// time.
bool answers(const Recording& r, const Finding& f, const FrameWindow& fitted, const Touches& touches) {
    const World world = r.world_at(fitted.first);
    if (!world.body(fitted.body).velocity_logged) return true; // a mean over a step tells too little
    const std::set<std::string> met = kinds_met(r, f, fitted);
    std::vector<FrameWindow> all = occurrences(r, f, fitted, touches);
    all.push_back(fitted);
    return std::ranges::any_of(all, [&](const FrameWindow& w) {
        const RecordedSteps steps = recorded_steps(r, w.body, w.first, w.last);
        return std::ranges::any_of(steps.touches, [&](const std::vector<Hit>& touched) {
            return std::ranges::any_of(touched, [&](const Hit& h) {
                return h.responded && met.count(kind_or_id(world, at(world, h.other).body)) > 0;
            });
        });
    });
}

} // namespace

Fit fit_to(const Recording& r, const Finding& f, Slot body, const Touches& touches, const FitOptions& options,
           const Fit* alike) {
    // To its end, and to its middle: what lets a body go again may be something else that the game does.
    const auto index = [&](std::int64_t number) {
        return static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(number)));
    };
    const std::size_t first = index(f.first), last = index(f.last), middle = first + (last - first) / 2;
    Fit nearest, only_here; // the latter does the same in no other occurrence
    Fit inexact;            // code moves the body: with rules for the others it may come nearer
    std::vector<const Fit*> passes{nullptr};
    if (alike && alike->reproduces) passes.insert(passes.begin(), alike);
    const std::vector<FrameWindow> windows = windows_of(r, f, body, touches);
    // All that it touches by one loop; else by what was recorded, but for what the finding is about.
    const auto off = [](const Fit& fit) { return fit.largest_difference + fit.held_difference; };
    const bool by_code = moved_by_code(r, windows.front());
    for (const Others others : {Others::Same, Others::Alone, Others::AsRecorded})
        for (const Fit* known : passes)
            for (const std::size_t end : {last, middle}) {
                const bool tried = end != last && nearest.window.body >= 0 && last - first < long_finding;
                if (tried || (known && others != Others::Same)) break;
                for (const FrameWindow& w : windows) {
                    if (inexact.reproduces && others != Others::Alone) break;
                    Fit fit = fit_in(r, f, w, end + 2, touches, options, known, others);
                    if (fit.reproduces && fit.held_difference <= fit.near_enough) {
                        if (others == Others::Same && !known && by_code && off(fit) > exact_difference(r))
                            inexact = fit;
                        else
                            return inexact.reproduces && off(inexact) <= off(fit) ? inexact : fit;
                    } else if (fit.reproduces && !only_here.reproduces)
                        only_here = fit;
                    if (!known && nearest.window.body < 0) nearest = std::move(fit);
                }
            }
    if (inexact.reproduces) return inexact;
    if (only_here.reproduces) return only_here;
    // Or nothing comes of it, here and elsewhere.
    if (answers(r, f, {body, windows.front().first, std::min(last + 2, windows.front().last)}, touches))
        return nearest;
    Fit nothing;
    nothing.model.response = MotionModel::Response::None, nothing.model.unanswered = true;
    Fit fit = fit_in(r, f, windows.front(), last + 2, touches, options, &nothing, Others::Same);
    return fit.reproduces ? fit : nearest;
}

} // namespace oddbounce
