// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/engine/moved_by_engine.hpp"

#include "fix/try_cache.hpp"
#include "language/say.hpp"

#include <fmt/format.h>

namespace oddbounce {

namespace {

constexpr std::size_t most_states =
    300'000; // of bodies that move, as many as are played from the first frame on

/// How far the engine is from what was recorded, at most, of the finding's bodies up to frame `last`.
double difference(const std::vector<World>& worlds, std::size_t first, std::size_t last, const Finding& f,
                  const Tracks& tracks) {
    double out = 0.0;
    for (const Id id : f.bodies) {
        const auto it = tracks.find(worlds.front().recording().body_slot(id));
        if (it == tracks.end()) continue;
        const auto& [body, track] = *it;
        for (std::size_t k = 0; k < track.points.size() && track.first + k <= last; ++k) {
            const World& w = worlds[track.first - first + k];
            out = std::max(out, glm::length(w.body(body).pose.at - track.points[k].pose.at));
        }
    }
    return out;
}

/// How far it may be. An engine is no loop of somebody else: it has to be as near as code.
double near_enough(const Recording& r, const Finding& f, const Settings& settings) {
    const World w = r.world_at(static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r.frame_index(f.first))));
    double extent = infinity;
    for (const Id id : f.bodies)
        if (const Slot b = r.body_slot(id); b >= 0 && w.body(b).def && w.body(b).def->moves == Moves::Dynamic)
            extent = std::min(extent, smallest_extent(w, b));
    return std::max(settings["verdict.track_slops_by_code"] * r.slop(),
                    extent < infinity ? settings["verdict.track_share_by_code"] * extent : 0.0);
}

bool would_play(const Recording& r, const Applied& applied, const Finding& f) {
    return !engine_of(r).empty() && !rests_on_log(f) && concerns(applied, f) &&
           std::ranges::any_of(f.bodies, [&](Id id) {
               const BodyDef* def = r.body_def(id);
               return def && def->moves == Moves::Dynamic;
           });
}

/// What the finding is about may be a response that the engine would not give.
bool guessed(const Recording& r, const Finding& f, const Pushes& pushes) {
    const std::ptrdiff_t from = r.frame_index(f.first), to = r.frame_index(f.last);
    for (std::size_t k = 0; k < pushes.steps.size(); ++k) {
        const auto index = static_cast<std::ptrdiff_t>(pushes.first + 1 + k);
        for (const auto& [body, push] : pushes.steps[k])
            if (push.guessed && index >= from && index <= to &&
                std::ranges::count(f.bodies, r.body_id(body)) > 0)
                return true;
    }
    return false;
}

/// The engine plays a window as it was recorded; `note` is told how far it was off.
template <class Note>
std::shared_ptr<const EngineScene> scene_in(const Recording& r, const Finding& f, const FrameWindow& w,
                                            const TryOptions& options, const Note& note) {
    const std::vector<World> worlds = worlds_of(r, w.first, w.last, options.control);
    auto out = std::make_shared<EngineScene>(EngineScene{w, pushes_in(worlds, w.first, options.control), {}});
    const Tracks tracks = played(worlds, w.first, out->pushes, EngineFix(), options.control);
    const double off = difference(worlds, w.first, w.last, f, tracks),
                 near = near_enough(r, f, options.project.settings);
    note(off, near, w.last - w.first);
    if (off > near || guessed(r, f, out->pushes) || (options.control && options.control->stop))
        return nullptr;
    out->near = bodies_near(worlds, f.bodies);
    const Tracks some = played(worlds, w.first, out->pushes, EngineFix(), options.control, &out->near);
    if (difference(worlds, w.first, w.last, f, some) > near) // others that they rest on count, too
        for (const auto& [body, track] : tracks) out->near.insert(body);
    return out;
}

class EngineMover {
  public:
    EngineMover(const Recording& r, Applied& applied, const TryOptions& options, Verdict& v)
        : r_(r), applied_(applied), options_(options), v_(v), fix_(engine_fix(r, applied.motion)),
          unfixed_(unchanged(r)) {}

    std::optional<Unfixed> run() {
        std::vector<const Finding*> left = played_findings(r_, applied_, options_);
        take_from_the_first_frame(left);
        for (const Finding* f : left)
            if (!take(*f)) out_.unproven.insert(f->id);
        if (scenes_.empty()) return {};
        unite();
        for (const Scene& s : scenes_) move(s);
        if (out_.moved.empty()) return {};
        applied_.recording = edited(r_, applied_.edits);
        out_.recording = edited(r_, unfixed_);
        return std::move(out_);
    }

  private:
    /// Frames that are played in one go, and the findings in them.
    struct Scene {
        std::size_t first = 0, last = 0;
        std::vector<const Finding*> findings;
    };

    bool stopped() const { return options_.control && options_.control->stop; }
    const std::vector<FrameWindow>& windows(const Finding& f) {
        std::vector<FrameWindow>& known = windows_[&f];
        if (known.empty()) known = windows_of(r_, f, moved_body(r_, applied_, f), *touches_in(r_, options_));
        return known;
    }

    /// What comes from the first frame on is what would have come. Takes those out of `left` that the engine
    /// follows so long.
    void take_from_the_first_frame(std::vector<const Finding*>& left) {
        std::size_t last = r_.begin();
        for (const Finding* f : left) last = std::max(last, windows(*f).front().last);
        const std::size_t movers = r_.world_at(last).movers().size();
        while (!left.empty() && (last - r_.begin()) * movers > most_states)
            last = r_.begin() + (last - r_.begin()) / 2;
        if (last <= r_.begin()) return;
        const std::vector<World> worlds = worlds_of(r_, r_.begin(), last, options_.control);
        whole_ = kept(&TryCache::Inner::scenes, "to " + std::to_string(last), options_, [&] {
            return std::make_shared<const EngineScene>(
                EngineScene{{-1, r_.begin(), last}, pushes_in(worlds, r_.begin(), options_.control), {}});
        });
        const Pushes& pushes = whole_->pushes;
        const Tracks tracks = played(worlds, r_.begin(), pushes, EngineFix(), options_.control);
        if (stopped()) return;
        std::erase_if(left, [&](const Finding* f) {
            if (windows(*f).front().last > last || guessed(r_, *f, pushes)) return false;
            const double off = difference(worlds, r_.begin(), windows(*f).front().last, *f, tracks),
                         near = near_enough(r_, *f, options_.project.settings);
            if (off > near) return false;
            const std::size_t end = windows(*f).front().last;
            note(off, near, end - r_.begin());
            scenes_.push_back({r_.begin(), end, {f}});
            return true;
        });
    }

    /// False: the engine does not follow the finding's bodies.
    bool take(const Finding& f) {
        const auto told = [this](double off, double near, std::size_t frames) { note(off, near, frames); };
        for (const FrameWindow& w : windows(f))
            if (scene_in(r_, f, w, options_, told)) {
                scenes_.push_back({w.first, w.last, {&f}});
                return true;
            }
        return false;
    }
    /// The verdict tells the worst of those that count, or the best of those that do not.
    void note(double off, double near, std::size_t frames) {
        EngineRerun& e = *v_.engine;
        const bool follows = off <= near, followed = e.frames > 0 && e.reproduces();
        const bool says_less = follows != followed ? !follows
                               : follows           ? off < e.largest_difference
                                                   : off > e.largest_difference;
        if (e.frames > 0 && says_less) return;
        e.largest_difference = off, e.near_enough = near, e.frames = frames;
    }

    void unite() {
        std::ranges::sort(scenes_, {}, &Scene::first);
        std::vector<Scene> out;
        for (Scene& s : scenes_)
            if (!out.empty() && s.first <= out.back().last + 1) {
                out.back().last = std::max(out.back().last, s.last);
                out.back().findings.insert(out.back().findings.end(), s.findings.begin(), s.findings.end());
            } else
                out.push_back(std::move(s));
        scenes_ = std::move(out);
    }

    static bool same(const Track& a, const Track& b) {
        return std::ranges::equal(a.points, b.points, [](const TrackPoint& p, const TrackPoint& q) {
            return p.pose.at == q.pose.at && p.pose.turn == q.pose.turn;
        });
    }
    /// In what the fix makes larger: it would have met that before.
    bool begins_inside(Slot body, const Track& t) const {
        const Pose& pose = t.points.front().pose;
        return overlap_at(applied_.recording->world_at(t.first), body, pose) >
               overlap_at(r_.world_at(t.first), body, pose) + r_.slop();
    }
    /// What it does from there on it would not have done.
    void doubt(Slot body, std::size_t from) {
        const Id id = r_.body_id(body);
        out_.doubtful.insert(id), v_.begins_before = true;
        for (const Finding& f : options_.before)
            if (std::ranges::count(f.bodies, id) > 0 && f.last >= r_.number(from)) out_.unproven.insert(f.id);
    }

    void move(const Scene& s) {
        const auto played_in = [&](const std::vector<World>& worlds, const Pushes& pushes,
                                   const EngineFix& fix) {
            return played(worlds, s.first, pushes, fix, options_.control);
        };
        const std::vector<World> worlds = worlds_of(r_, s.first, s.last, options_.control);
        const Pushes pushes =
            whole_ && s.first == r_.begin() ? whole_->pushes : pushes_in(worlds, s.first, options_.control);
        const Tracks was = played_in(worlds, pushes, EngineFix());
        bool follows = false;
        for (const Finding* f : s.findings)
            if (difference(worlds, s.first, windows(*f).front().last, *f, was) <=
                    near_enough(r_, *f, options_.project.settings) &&
                !guessed(r_, *f, pushes))
                follows = true;
            else
                out_.unproven.insert(f->id);
        if (!follows) return;
        const Tracks is =
            played_in(worlds_of(*applied_.recording, s.first, s.last, options_.control), pushes, fix_);
        if (stopped()) return;
        for (const auto& [body, track] : is) {
            if (begins_inside(body, track)) doubt(body, track.first);
            const Track& before = was.at(body);
            if (same(before, track) || track.points.size() < 2) continue;
            unfixed_.moved.push_back(moved_along(r_, body, before));
            applied_.edits.moved.push_back(moved_along(*applied_.recording, body, track));
            v_.tracks[r_.body_id(body)].push_back(track);
            note_difference(r_, before, track, v_);
            out_.moved += fmt::format("engine {} {}-{}\n", body, s.first, s.last);
        }
        if (out_.moved.empty()) out_.moved = "engine\n"; // the fix changes nothing there
    }

    const Recording& r_;
    Applied& applied_;
    const TryOptions& options_;
    Verdict& v_;
    const EngineFix fix_;
    std::map<const Finding*, std::vector<FrameWindow>> windows_;
    std::shared_ptr<const EngineScene> whole_; // from the first frame on
    std::vector<Scene> scenes_;
    Edits unfixed_;
    Unfixed out_;
};

} // namespace

std::vector<const Finding*> played_findings(const Recording& r, const Applied& applied,
                                            const TryOptions& options) {
    std::vector<const Finding*> out;
    for (const Finding& f : options.before)
        if (would_play(r, applied, f) && (options.finding.empty() || f.id == options.finding))
            out.push_back(&f);
    return out;
}

std::shared_ptr<const EngineScene> engine_scene(const Recording& r, const Applied& applied, const Finding& f,
                                                const TryOptions& options) {
    if (!would_play(r, applied, f)) return nullptr;
    const Slot body = moved_body(r, applied, f);
    return kept(&TryCache::Inner::scenes, f.id + "/" + std::to_string(body), options,
                [&]() -> std::shared_ptr<const EngineScene> {
                    try {
                        for (const FrameWindow& w : windows_of(r, f, body, *touches_in(r, options)))
                            if (auto scene = scene_in(r, f, w, options, [](double, double, std::size_t) {}))
                                return scene;
                    } catch (const CannotRebuild&) { // the verdict says why
                    }
                    return nullptr;
                });
}

std::optional<Unfixed> move_by_engine(const Recording& r, Applied& applied, const TryOptions& options,
                                      Verdict& v) {
    if (played_findings(r, applied, options).empty()) return {};
    v.engine.emplace().engine = engine_of(r);
    try {
        if (auto out = EngineMover(r, applied, options, v).run()) return out;
        if (v.engine->reproduces()) // it goes the same way, by what may not be pushes
            v.engine->why_not = translated("in the frames of the finding code may respond to touches itself");
    } catch (const CannotRebuild& no) {
        v.engine->why_not = no.why;
    }
    return {};
}

} // namespace oddbounce
