// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/moved_again.hpp"

#include "fault/account_text.hpp"
#include "fix/ordinary_play.hpp"
#include "fix/try_cache.hpp"

#include <fmt/ranges.h>
#include <tbb/parallel_for.h>

namespace oddbounce {

bool concerns(const Applied& applied, const Finding& f) {
    for (Id b : f.bodies)
        if (applied.motion.count(b)) return true;
    for (Id c : f.colliders)
        if (std::find(applied.colliders.begin(), applied.colliders.end(), c) != applied.colliders.end())
            return true;
    return applied.pairs;
}

bool by_motion(const Recording& r, const Finding& f) {
    const auto& needs = fault_by_id(f.fault)->needs;
    if (std::ranges::any_of(needs, [](Input i) { return i != Input::None; }) || f.colliders.size() < 2)
        return false;
    const World w = r.world_at(static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(f.first))));
    const Slot a = r.collider_slot(f.colliders[0]), b = r.collider_slot(f.colliders[1]);
    return a >= 0 && b >= 0 && w.does(a, b) == Does::Solid;
}

Slot moved_body(const Recording& r, const Applied& applied, const Finding& f) {
    const auto it = std::find_if(f.bodies.begin(), f.bodies.end(),
                                 [&](Id body) { return applied.motion.count(body) > 0; });
    return r.body_slot(it == f.bodies.end() ? f.bodies.at(0) : *it);
}

FitOptions fit_options(const TryOptions& options) {
    return {options.project, options.threads, options.control};
}

std::vector<const Finding*> concerned_findings(const Recording& r, const Applied& applied,
                                               const TryOptions& options) {
    std::vector<const Finding*> out;
    for (const Finding& f : options.before)
        if (!f.bodies.empty() && concerns(applied, f) &&
            (options.finding.empty() || f.id == options.finding) &&
            (!applied.motion.empty() || by_motion(r, f)))
            out.push_back(&f);
    return out;
}

const Finding* asked_about(const Applied& applied, const TryOptions& options, const std::string& finding) {
    const Finding* out = nullptr;
    for (const Finding& f : options.before) {
        const bool concerned =
            !f.expected && !f.bodies.empty() &&
            (applied.pairs ||
             std::ranges::any_of(f.bodies, [&](Id b) { return applied.motion.count(b) > 0; }) ||
             std::ranges::any_of(f.colliders,
                                 [&](Id c) { return std::ranges::count(applied.colliders, c) > 0; }));
        const bool asked = finding.empty() ? concerned && !rests_on_log(f) : f.id == finding;
        if (asked && (!out || f.weight > out->weight)) out = &f;
    }
    return out;
}

std::shared_ptr<const Touches> touches_in(const Recording& r, const TryOptions& options) {
    return kept(&TryCache::Inner::touches, "", options, [&] {
        return std::make_shared<const Touches>(touches_of(r, options.threads, options.control));
    });
}

Edits unchanged(const Recording& r) {
    Edits out;
    out.definitions = r.definitions(0, ~std::size_t(0));
    return out;
}

namespace {

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

} // namespace

Fit fitted(const Recording& r, const Finding& f, Slot body, const TryOptions& options) {
    return kept(&TryCache::Inner::fits, f.id + "/" + std::to_string(body), options, [&] {
        const auto [leader, its_body] = leader_of(r, f, body, options);
        const bool alone = leader->id == f.id;
        const Fit alike = alone ? Fit() : fitted(r, *leader, its_body, options);
        return fit_to(r, f, body, *touches_in(r, options), fit_options(options), alone ? nullptr : &alike);
    });
}

namespace {

bool sets(const Fix& fix, const char* key) {
    return std::any_of(fix.changes.begin(), fix.changes.end(),
                       [&](const nlohmann::json& c) { return c.contains(key); });
}

/// A collider is given another surface: a motion change that has the same key says how the code responds.
bool sets_surface(const Fix& fix, const char* key) {
    return std::ranges::any_of(fix.changes, [&](const nlohmann::json& c) {
        return c.contains(key) && change_kind(c) == Knob::Of::Collider;
    });
}

/// A stretch in which a body is moved again: by the model that was fitted, and by it as the fix changes it.
struct Stretch {
    FrameWindow window;
    MotionModel as_was, with_fix;
    bool response_seen = false; ///< or not to be asked: the model is not the game's
    bool ordinary = false;      ///< no finding is in it
    std::vector<Slot> also;     ///< bodies that are moved from its first frame on, too
};

/// A stretch, and how the bodies go in it without the fix, and with it.
struct Moved {
    Stretch stretch;
    Track was, is;
};

/// The stretches move a body in the same frames.
bool meet(const Moved& a, const Moved& b) {
    for (const Track Moved::*one : {&Moved::was, &Moved::is})
        for (const auto& [body, track] : all_of(a.stretch.window.body, a.*one))
            for (const auto& [other, their] : all_of(b.stretch.window.body, b.*one))
                if (body == other && track.first <= their.first + their.points.size() &&
                    their.first <= track.first + track.points.size())
                    return true;
    return false;
}

/// Nothing is known of what comes after that frame index.
void end_at(Track& t, std::size_t last) {
    if (t.first + t.points.size() > last + 1) t.points.resize(last >= t.first ? last + 1 - t.first : 0);
    for (Pushed& p : t.pushed) end_at(p.track, last);
    std::erase_if(t.pushed, [](const Pushed& p) { return p.track.points.size() < 2; });
}

/// What is found in a window without the fix, and with it, as far as both are known.
struct Found {
    std::vector<Finding> before, after;
    std::size_t last = 0; ///< frame index
};
Found found(const Recording& r, const Applied& applied, const Stretch& s, const RecordedSteps& steps,
            const TryOptions& options) {
    FrameWindow w = s.window;
    const auto moved = [&](const Recording& in, const MotionModel& model) {
        return rerun(in, w.body, w.first, w.last, model, options.control, &steps);
    };
    Track was = moved(r, s.as_was), track = moved(*applied.recording, s.with_fix);
    w.last = w.first + std::min(was.points.size(), track.points.size()) - 1;
    end_at(was, w.last), end_at(track, w.last);
    return {found_in(r, w, all_of(w.body, was), unchanged(r), fit_options(options)),
            found_in(r, w, all_of(w.body, track), applied.edits, fit_options(options)), w.last};
}

/// The frame up to which a track must be known to tell whether a finding is fixed.
std::size_t needed_for(const Recording& r, const Finding& f, const FrameWindow& w) {
    constexpr std::size_t after = 4; // frames
    const auto last = static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(f.last)));
    return std::min(w.last, last + after);
}

/// A finding's window is part of it.
bool is_in(const Stretch& s, const FrameWindow& own) {
    return (own.body == s.window.body || std::ranges::count(s.also, own.body) > 0) &&
           own.first >= s.window.first && own.last <= s.window.last;
}

/// In order; those of one body that overlap made one: it is moved again once, by the model of the first.
void unite(std::vector<Stretch>& all) {
    std::ranges::sort(all, {}, [](const Stretch& s) { return std::pair(s.window.body, s.window.first); });
    std::vector<Stretch> out;
    for (const Stretch& s : all)
        if (!out.empty() && s.window.meets(out.back().window))
            out.back().window.last = std::max(out.back().window.last, s.window.last);
        else
            out.push_back(s);
    all = std::move(out);
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

/// One try: what it moves again, and what can be said of it.
class Mover {
  public:
    Mover(const Recording& r, const Fix& fix, Applied& applied, const TryOptions& options, Verdict& v)
        : r_(r), fix_(fix), applied_(applied), options_(options), v_(v) {
        if (!options_.cache) options_.cache = &for_this_try_;
        concerned_ = concerned_findings(r, applied, options);
    }

    Unfixed run() {
        fit_all();
        for (std::size_t i = 0; i < fits_.size(); ++i) take(*concerned_[i], fits_[i]);
        unite(all_);
        if (options_.finding.empty()) add_ordinary_play();
        move();
        return std::move(out_);
    }

  private:
    void fit_all();
    void take(const Finding& f, const Fit& fit);
    bool agree(const Finding& f, const Fit& fit) const;
    void add_ordinary_play();
    std::size_t alike_to(const Stretch& s) const;
    bool certain(const Stretch& s, const Fit& fit) const;
    Moved moved(const Stretch& s) const;
    std::vector<Moved> all_moved();
    void move();
    void note_known(const Stretch& s, std::size_t last);
    void doubt(const Stretch& s);
    MotionModel fixed(Slot body, const MotionModel& model) const {
        return fixed_model(r_.body_id(body), model, fix_, applied_);
    }

    const Recording& r_;
    const Fix& fix_;
    Applied& applied_;
    TryOptions options_;
    Verdict& v_;
    TryCache for_this_try_; // those that lead others are fitted once
    std::vector<const Finding*> concerned_;
    std::vector<Fit> fits_; // of these
    std::vector<Stretch> all_;
    Unfixed out_;
};

void Mover::fit_all() {
    const auto fit_one = [&](std::size_t i) {
        fits_[i] = fitted(r_, *concerned_[i], moved_body(r_, applied_, *concerned_[i]), options_);
    };
    std::set<std::string> leaders; // first
    for (const Finding* f : concerned_) {
        const auto [leader, body] = leader_of(r_, *f, moved_body(r_, applied_, *f), options_);
        if (leaders.insert(leader->id).second) fitted(r_, *leader, body, options_);
    }
    fits_.resize(concerned_.size());
    if (options_.threads == 1)
        for (std::size_t i = 0; i < fits_.size(); ++i) fit_one(i);
    else
        tbb::parallel_for(std::size_t(0), fits_.size(), fit_one);
}

/// Other models that reproduce the game as well say the same of the fix.
bool Mover::agree(const Finding& f, const Fit& fit) const {
    const FrameWindow& w = fit.window;
    // Friction that was fitted with another response may have stood for what that one does.
    const bool doubtful = sets(fix_, "response") && !sets(fix_, "friction") &&
                          fixed(w.body, fit.model).friction.value_or(0.0) > 0.0;
    if (!fit.reproduces || !fit.response_seen || (fit.alternatives.empty() && !doubtful)) return true;
    const RecordedSteps steps = recorded_steps(r_, w.body, w.first, w.last, options_.control);
    const auto says = [&](const MotionModel& model, bool rubs) {
        MotionModel with_fix = fixed(w.body, model);
        if (!rubs) with_fix.friction.reset();
        return opinion(r_, applied_, f, w, model, with_fix, steps, options_);
    };
    const Opinion first = says(fit.model, true);
    if (!first.known) return true; // that is told otherwise
    return (!doubtful || says(fit.model, false) == first) &&
           std::ranges::all_of(fit.alternatives,
                               [&](const MotionModel& other) { return says(other, true) == first; });
}

/// Findings of the stretch that end later than `last` cannot be judged.
void Mover::note_known(const Stretch& s, std::size_t last) {
    for (std::size_t i = 0; i < fits_.size(); ++i)
        if (is_in(s, fits_[i].window) && needed_for(r_, *concerned_[i], fits_[i].window) > last)
            out_.unproven.insert(concerned_[i]->id), v_.ends_early = true;
}

/// Its findings cannot be judged.
void Mover::doubt(const Stretch& s) {
    for (std::size_t i = 0; i < fits_.size(); ++i)
        if (is_in(s, fits_[i].window)) out_.unproven.insert(concerned_[i]->id);
}

void Mover::take(const Finding& f, const Fit& fit) {
    const FrameWindow& w = fit.window;
    if (!fit.reproduces) out_.unproven.insert(f.id);
    // Where the game does nothing, only what to do tells what it would do.
    if (fit.model.unanswered) {
        v_.response_unseen = true;
        if (!sets(fix_, "response")) out_.unproven.insert(f.id);
    }
    v_.as_recorded.insert(fit.replayed.begin(), fit.replayed.end());
    if (too_fast_at_first(r_, w, applied_)) out_.unproven.insert(f.id), v_.begins_before = true;
    const bool worse =
        !v_.fit || (v_.fit->reproduces && !fit.reproduces) ||
        (v_.fit->reproduces == fit.reproduces && fit.largest_difference > v_.fit->largest_difference);
    const MotionModel with_fix = fixed(w.body, fit.model);
    if (worse) {
        v_.fit = fit, v_.loop = FittedLoop{r_.body_id(w.body), other_body(r_, f, w), fit.model, with_fix};
        v_.loop->as_was.as_recorded = v_.loop->with_fix.as_recorded = fit.replayed;
    }
    all_.push_back({w, fit.model, with_fix, fit.response_seen || !fit.reproduces, false, {}});
    if (!agree(f, fit)) out_.unproven.insert(f.id), v_.models_disagree = true;
}

/// The last frame up to which the model does there what the game did.
std::size_t Mover::alike_to(const Stretch& s) const {
    const FrameWindow& w = s.window;
    const RecordedSteps steps = recorded_steps(r_, w.body, w.first, w.last, options_.control);
    const Track track = rerun(r_, w.body, w.first, w.last, s.as_was, options_.control, &steps);
    const double most = near_enough(r_, w, options_.project.settings);
    std::size_t last = w.first + track.points.size() - 1;
    for (const auto& [body, one] : all_of(w.body, track))
        for (std::size_t i = one.first + 1; i < one.first + one.points.size() && i <= last; ++i)
            if (glm::length(r_.world_at(i).body(body).pose.at - one.points[i - one.first].pose.at) > most)
                last = i - 1;
    return last;
}

/// Nothing breaks there, or the same by every model that reproduces the game.
bool Mover::certain(const Stretch& s, const Fit& fit) const {
    const FrameWindow& w = s.window;
    const RecordedSteps steps = recorded_steps(r_, w.body, w.first, w.last, options_.control);
    const auto breaks = [&](const Stretch& one) {
        const Found f = found(r_, applied_, one, steps, options_);
        std::set<std::string> out;
        for (const Finding& g : f.after)
            if (!match(g, f.before)) out.insert(g.fault);
        return out;
    };
    const std::set<std::string> first = breaks(s);
    return first.empty() || std::ranges::all_of(fit.alternatives, [&](const MotionModel& other) {
               return breaks({s.window, other, fixed(s.window.body, other), true, true, {}}) == first;
           });
}

/// Where nothing is faulty, the fix must leave it so.
void Mover::add_ordinary_play() {
    constexpr std::size_t seen_after = 4; // frames of the response, at least
    std::set<Id> reshaped;
    const World last = r_.world_at(r_.size() - 1);
    for (const Id id : applied_.colliders)
        if (const Slot c = r_.collider_slot(id); c >= 0) reshaped.insert(r_.body_id(at(last, c).body));
    const auto wanted = [&](Id one, Id other) {
        return applied_.motion.count(one) > 0 || applied_.pairs || reshaped.count(one) ||
               reshaped.count(other);
    };
    std::set<std::string> kinds; // of bodies that were looked at
    for (std::size_t i = 0; i < fits_.size(); ++i) {
        const Fit& fit = fits_[i];
        const Slot body = fit.window.body;
        if (!fit.reproduces || !fit.response_seen || out_.unproven.count(concerned_[i]->id) ||
            !kinds.insert(body_kind(r_, r_.body_id(body))).second)
            continue;
        const auto modeled = [&](Id one, Id other) {
            return wanted(one, other) && !fit.model.as_recorded.count(kind_or_id(last, r_.body_slot(other)));
        };
        for (const OrdinaryPlay& w :
             ordinary_play(r_, body, *touches_in(r_, options_), options_.before, modeled)) {
            const auto meets = [&](const Stretch& s) { return s.window.meets(w.window); };
            if (std::ranges::any_of(all_, meets) || (options_.control && options_.control->stop)) continue;
            Stretch s{w.window, fit.model, fixed(w.window.body, fit.model), true, true, {}};
            s.window.last = alike_to(s);
            if (s.window.last < w.touched + seen_after || !certain(s, fit)) continue;
            all_.push_back(s);
        }
    }
}

Moved Mover::moved(const Stretch& s) const {
    const FrameWindow& w = s.window;
    // What the recorded body touched, in the fixed recording too: a stop at what the fix takes away was
    // no wish of its own.
    const RecordedSteps steps = recorded_steps(r_, w.body, w.first, w.last, options_.control);
    return {
        s, rerun(r_, w.body, w.first, w.last, s.as_was, options_.control, &steps, s.also),
        rerun(*applied_.recording, w.body, w.first, w.last, s.with_fix, options_.control, &steps, s.also)};
}

/// Stretches in which the same body is moved at the same time are made one.
std::vector<Moved> Mover::all_moved() {
    std::vector<Moved> out;
    for (const Stretch& s : all_) {
        Moved one = moved(s);
        for (auto it = out.begin(); it != out.end();) {
            if (!meet(*it, one)) {
                ++it;
                continue;
            }
            if (one.stretch.ordinary) break;
            Stretch both = it->stretch;
            const FrameWindow& w = one.stretch.window;
            both.window.first = std::min(both.window.first, w.first);
            both.window.last = std::max(both.window.last, w.last);
            both.also.insert(both.also.end(), one.stretch.also.begin(), one.stretch.also.end());
            if (w.body != both.window.body) both.also.push_back(w.body);
            const World begin = r_.world_at(both.window.first);
            const auto is_there = [&](Slot body) { return begin.body(body).present; };
            if (!is_there(both.window.body) || !std::ranges::all_of(both.also, is_there))
                doubt(both); // nor is it known where it would come to be
            out.erase(it), one = moved(both), it = out.begin();
        }
        if (one.stretch.ordinary &&
            std::ranges::any_of(out, [&](const Moved& other) { return meet(other, one); }))
            continue;
        v_.ordinary_play += one.stretch.ordinary;
        out.push_back(std::move(one));
    }
    return out;
}

void Mover::move() {
    Edits unfixed = unchanged(r_);
    Cost before, after;
    double frames = 0.0;
    const auto add = [](Cost& cost, const Track& track) {
        cost.moves += static_cast<double>(track.moves), cost.tests += static_cast<double>(track.tests);
        cost.corners += static_cast<double>(track.corners);
    };
    for (const auto& [s, was, is] : all_moved()) {
        const FrameWindow& w = s.window;
        for (const auto& [body, track] : all_of(w.body, was)) {
            unfixed.moved.push_back(moved_along(r_, body, track));
            out_.moved +=
                fmt::format("{} {}-{} {} {} {}\n", body, track.first, w.last, json_of(s.as_was).dump(),
                            fmt::join(s.as_was.as_recorded, ","), fmt::join(s.also, ","));
        }
        if (responds(is) && !s.response_seen) v_.response_unseen = true;
        add(before, was), add(after, is), frames += static_cast<double>(was.points.size()) - 1.0;
        note_difference(r_, was, is, v_);
        if (!s.as_was.as_recorded.empty())
            note_known(s, w.first + std::min(was.points.size(), is.points.size()) - 1);
        for (const auto& [body, track] : all_of(w.body, is)) {
            v_.tracks[r_.body_id(body)].push_back(track);
            applied_.edits.moved.push_back(moved_along(*applied_.recording, body, track));
        }
    }
    const auto each = [&](const Cost& c) {
        return Cost{c.moves / frames, c.tests / frames, c.corners / frames};
    };
    if (frames > 0.0) v_.cost_before = each(before), v_.cost_after = each(after);
    applied_.recording = edited(r_, applied_.edits);
    out_.recording = edited(r_, unfixed);
}

} // namespace

void note_difference(const Recording& r, const Track& was, const Track& track, Verdict& v) {
    constexpr double turned = 1e-3; // radians
    const double seen = exact_difference(r) + r.slop();
    for (std::size_t k = 0; k < std::min(was.points.size(), track.points.size()); ++k) {
        const Pose &a = was.points[k].pose, &b = track.points[k].pose;
        if (glm::length(a.at - b.at) <= seen && Motion{a, b}.turning() < turned) continue;
        const std::int64_t number = r.number(was.first + k);
        if (!v.first_difference || number < *v.first_difference) v.first_difference = number;
        return;
    }
}

namespace {

/// The fix changes the body, those that it pushes, or what the model goes by as recorded.
bool changes_recorded(Id body, const MotionModel& model, const Applied& applied) {
    if (model.as_recorded.empty()) return false;
    const Recording& r = *applied.recording;
    const World w = r.world_at(r.size() - 1);
    return applied.pairs || std::ranges::any_of(applied.colliders, [&](Id id) {
               const Slot c = r.collider_slot(id);
               if (c < 0) return false;
               const std::string kind = kind_or_id(w, at(w, c).body);
               return r.body_id(at(w, c).body) == body || model.partners.count(kind) > 0 ||
                      model.as_recorded.count(kind) > 0;
           });
}

} // namespace

MotionModel fixed_model(Id body, const MotionModel& as_was, const Fix& fix, const Applied& applied) {
    const auto change = applied.motion.find(body);
    MotionModel out = change != applied.motion.end() ? model_with(change->second, as_was) : as_was;
    out.recorded_no_more = changes_recorded(body, out, applied);
    const auto reset = [&](std::optional<double> TouchRule::*value) {
        (out.*value).reset();
        for (auto& [kind, rule] : out.at_kind) (rule.*value).reset();
    };
    if (sets_surface(fix, "friction")) reset(&TouchRule::friction);
    if (sets_surface(fix, "restitution")) reset(&TouchRule::restitution);
    return out;
}

Opinion opinion(const Recording& r, const Applied& applied, const Finding& f, const FrameWindow& w,
                const MotionModel& as_was, const MotionModel& with_fix, const RecordedSteps& steps,
                const TryOptions& options) {
    const Found both = found(r, applied, {w, as_was, with_fix, true, false, {}}, steps, options);
    if (both.last < needed_for(r, f, w)) return {false, {}, false};
    return opinion_of(f, both.before, both.after);
}

Opinion opinion_of(const Finding& f, const std::vector<Finding>& before, const std::vector<Finding>& after) {
    Opinion out;
    out.fixed = !match(f, after) && std::ranges::none_of(after, [&](const Finding& g) {
        return shows_later_or_sooner(f, g) && !match(g, before);
    });
    for (const Finding& g : after)
        if (!match(g, before) && !match(g, {f}) && !shows_later_or_sooner(f, g)) out.fresh.insert(g.fault);
    return out;
}

Unfixed move_again(const Recording& recording, const Fix& fix, Applied& applied, const TryOptions& options,
                   Verdict& verdict) {
    return Mover(recording, fix, applied, options, verdict).run();
}

} // namespace oddbounce
