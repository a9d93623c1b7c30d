// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/rerun.hpp"

#include "fix/stepper.hpp"

#include <algorithm>
#include <deque>

namespace oddbounce {

namespace {

/// Velocity that the body sets out with: its own, changed as the recorded one was changed by no contact.
/// `wants`: what the game gives it in each step; null: it does not.
Vec3 intended(const World& before, const World& now, Slot body, const Vec3& velocity, bool touched,
              const Vec3* wants) {
    const BodyState &rec = now.body(body), &was = before.body(body);
    const Vec3 gravity = now.recording().header.gravity * now.dt();
    Vec3 v = velocity + gravity;
    if (!touched && rec.velocity_known && was.velocity_known) v = velocity + (rec.velocity - was.velocity);
    if (wants) {
        const Vec3& up = now.recording().header.up;
        const bool walks = glm::length(gravity) > 0.0;
        v += steered_part(now, (touched || !rec.velocity_known ? *wants : rec.velocity) - v);
        const double jump = glm::dot(rec.velocity - was.velocity, up);
        if (walks && touched && rec.velocity_known && was.velocity_known &&
            jump > 4.0 * glm::length(gravity) && glm::dot(was.velocity, up) > -2.0 * glm::length(gravity))
            v += up * (glm::dot(rec.velocity, up) - glm::dot(v, up)); // a jump: as recorded
    }
    return v;
}

/// It is where the recorded body is, and goes as that one does.
bool as_recorded(const TrackPoint& p, const World& w, Slot body) {
    const BodyState& b = w.body(body);
    const double slop = w.recording().slop();
    return glm::length(p.pose.at - b.pose.at) <= slop &&
           (!b.velocity_logged || glm::length(p.velocity - b.velocity) * w.dt() <= slop);
}

/// The recorded state at the end of step `k`. A velocity that is derived from places is a mean over the step,
/// in which a touch turned it: the next step tells.
TrackPoint recorded_point(const std::vector<World>& worlds, std::size_t k, Slot body) {
    TrackPoint p = point_of(worlds[k].body(body));
    if (worlds[k].body(body).velocity_logged || k + 1 == worlds.size()) return p;
    const World& next = worlds[k + 1];
    if (next.body(body).present && next.body(body).velocity_known)
        p.velocity = next.body(body).velocity - next.recording().header.gravity * next.dt();
    return p;
}

/// The bodies that a model moves: one, and those that take their part of what becomes of it.
class Moving {
  public:
    Moving(const std::vector<World>& worlds, Slot body, std::size_t first, const MotionModel& model,
           const RecordedSteps& steps)
        : worlds_(worlds), first_(first), model_(model), steps_(steps), tested_(model) {
        add(body, 0);
    }
    void start_at(const TrackPoint& p) { all_.front().track.points.front() = p; }
    /// It is moved as well, from the end of step `k` on.
    void add(Slot body, std::size_t k) {
        if (std::ranges::any_of(all_, [&](const One& o) { return o.body == body; })) return;
        One& one = all_.emplace_back();
        one.body = body, one.track.first = first_ + k;
        one.track.points.push_back(point_of(worlds_[k].body(body)));
    }
    /// Moves them in step `k`. False: that is not known.
    bool step(std::size_t k);
    /// False: one of them is not to go on.
    bool go_on(std::size_t k, const GoesOn& goes_on) const {
        return std::ranges::all_of(
            all_, [&](const One& o) { return o.ended || goes_on(k, o.body, o.track.points.back()); });
    }
    /// Of the first one.
    Track track() && {
        Track out = std::move(all_.front().track);
        for (std::size_t i = 1; i < all_.size(); ++i)
            if (all_[i].track.points.size() > 1)
                out.pushed.push_back({all_[i].body, std::move(all_[i].track)});
        return out;
    }

  private:
    struct One {
        Slot body = -1;
        Track track;
        bool ended = false;
        TrackPoint next;
        bool by_model = false; ///< in this step
        bool unknown = false;
    };
    void prepare(One& one, std::size_t k);
    /// Adds those that the hits are with and that may take their part. True: there are such.
    bool add_met(const std::vector<Hit>& hits, std::size_t k);

    const std::vector<World>& worlds_;
    std::size_t first_;
    const MotionModel& model_;
    const RecordedSteps& steps_;
    TestedShapes tested_;
    std::deque<One> all_;
};

bool Moving::add_met(const std::vector<Hit>& hits, std::size_t k) {
    const std::size_t before = all_.size();
    for (const Hit& h : hits)
        if (const Slot body = at(worlds_[k], h.other).body;
            may_join(model_, worlds_[k - 1], body) && worlds_[k].body(body).present)
            add(body, k - 1);
    return all_.size() > before;
}

/// Where it sets out from in step `k`, or where it is put as recorded.
void Moving::prepare(One& one, std::size_t k) {
    const World &before = worlds_[k - 1], &now = worlds_[k];
    const BodyState& rec = now.body(one.body);
    const BodySteps& steps = steps_.of(one.body);
    TrackPoint& p = one.next = one.track.points.back();
    one.by_model = one.unknown = false;
    const std::vector<Hit>& touches = steps.touches[k - 1];
    const bool by_others =
        !model_.as_recorded.empty() && as_recorded(p, before, one.body) && !touches.empty() &&
        std::ranges::all_of(touches, [&](const Hit& h) { return not_modeled(model_, now, h.other); });
    if (rec.teleported || rec.fresh) {
        p = point_of(rec);
    } else if (by_others && model_.recorded_no_more) {
        one.unknown = true;
    } else if (by_others) {
        p = recorded_point(worlds_, k, one.body);
        p.hits = touches, ++one.track.moves;
        for (Hit& h : p.hits) h.responded = false; // not by the model
    } else {
        // A velocity that is derived from places changes by a touch in the step after it, too.
        const bool touched =
            !model_.unanswered &&
            (!touches.empty() || (!rec.velocity_logged && k > 1 && !steps.touches[k - 2].empty()));
        const bool steered =
            model_.steered ||
            (rec.has_desired && (steps.follows_desired || rec.def->moves == Moves::Kinematic));
        const Vec3& wants = rec.has_desired ? rec.desired : one.track.points.front().velocity;
        p.velocity = intended(before, now, one.body, p.velocity, touched, steered ? &wants : nullptr);
        if (!touched) p.angular_velocity += rec.angular_velocity - before.body(one.body).angular_velocity;
        one.by_model = true;
    }
}

bool Moving::step(std::size_t k) {
    const World &before = worlds_[k - 1], &now = worlds_[k];
    for (One& one : all_) one.ended = one.ended || !now.body(one.body).present;
    if (all_.front().ended) return false;
    const bool take_part = model_.other_takes != MotionModel::OtherTakes::None;
    for (std::size_t i = 0; take_part && i < all_.size(); ++i)
        if (!all_[i].ended) add_met(steps_.of(all_[i].body).touches[k - 1], k);
    for (bool more = true; more;) {
        std::vector<Mover> movers;
        for (One& one : all_) {
            if (one.ended) continue;
            prepare(one, k);
            if (!one.by_model) continue;
            const bool recorded_way =
                !model_.as_recorded.empty() && as_recorded(one.track.points.back(), before, one.body);
            movers.push_back({one.body, one.next, one.track, recorded_way});
        }
        if (!movers.empty()) oddbounce::step({before, now, first_ + k, model_, tested_}, movers);
        more = false;
        for (std::size_t i = 0; take_part && i < movers.size(); ++i)
            more = add_met(movers[i].point.hits, k) || more;
    }
    if (std::ranges::any_of(all_, [](const One& one) { return !one.ended && one.unknown; })) return false;
    for (const One& one : all_)
        if (!one.ended && one.by_model && std::ranges::any_of(one.next.hits, [&](const Hit& h) {
                return not_modeled(model_, now, h.other);
            }))
            return false;
    for (One& one : all_)
        if (!one.ended) one.track.points.push_back(std::move(one.next));
    return true;
}

} // namespace

Tracks all_of(Slot body, const Track& track) {
    Tracks out{{body, track}};
    for (const Pushed& p : track.pushed) out.emplace(p.body, p.track);
    return out;
}

TrackPoint point_of(const BodyState& b) {
    return {b.pose, b.velocity_known ? b.velocity : Vec3(0.0), b.angular_velocity, {}, {}};
}

std::vector<World> worlds_of(const Recording& r, std::size_t first, std::size_t last,
                             const Control* control) {
    std::vector<World> out{r.world_at(first)};
    for (std::size_t i = first + 1; i <= last && !(control && control->stop); ++i)
        out.push_back(out.back()), out.back().step(*r.frame(i));
    return out;
}

Track rerun(const Recording& r, Slot body, std::size_t first, std::size_t last, const MotionModel& model,
            const Control* control, const RecordedSteps* steps, const std::vector<Slot>& also) {
    const RecordedSteps found = steps ? RecordedSteps() : recorded_steps(r, body, first, last, control);
    return rerun(worlds_of(r, first, last, control), body, first, model, steps ? *steps : found, control, {},
                 nullptr, also);
}

Track rerun(const std::vector<World>& worlds, Slot body, std::size_t first, const MotionModel& model,
            const RecordedSteps& steps, const Control* control, const GoesOn& goes_on,
            const TrackPoint* start, const std::vector<Slot>& also) {
    Moving moving(worlds, body, first, model, steps);
    if (start) moving.start_at(*start);
    for (const Slot other : also) moving.add(other, 0);
    const std::size_t known = std::min(worlds.size(), steps.touches.size() + 1);
    for (std::size_t k = 1; k < known && !(control && control->stop); ++k)
        if (!moving.step(k) || (goes_on && !moving.go_on(k, goes_on))) break;
    return std::move(moving).track();
}

Edits::Moved moved_along(const Recording& r, Slot body, const Track& track, bool placed) {
    Edits::Moved out;
    const std::size_t from = placed ? 0 : 1;
    out.body = r.body_id(body), out.first = track.first + from, out.placed = placed;
    const World world = r.world_at(track.first);
    for (const Slot c : world.colliders_of(body)) out.colliders.push_back(r.collider_id(c));
    // What a log does not tell, rules are not to know of the moved body either.
    const bool told = world.body(body).velocity_logged;
    // At an edge, or a corner, of what stands still the normal may be that of any face beside it.
    const auto is_of_a_face = [&](const TrackPoint::Hit& h) {
        const BodyState& other = world.body_of(h.other);
        return !other.def || other.def->moves != Moves::Static || !at(world, h.other).geometry ||
               at(world, h.other).geometry->has_face(other.pose, -h.normal);
    };
    std::vector<std::pair<Id, Id>> touching;
    for (std::size_t k = from; k < track.points.size(); ++k) {
        const TrackPoint& p = track.points[k];
        BodyRow& row = out.rows.emplace_back();
        row.id = out.body, row.set_pose(p.pose);
        row.velocity = p.velocity, row.given = told ? BodyRow::Velocity : BodyRow::Rotation;
        auto& contacts = out.contacts.emplace_back();
        std::vector<std::pair<Id, Id>> now;
        for (const TrackPoint::Hit& h : p.hits) {
            const std::pair<Id, Id> pair{r.collider_id(h.mine), r.collider_id(h.other)};
            if (std::find(now.begin(), now.end(), pair) != now.end()) {
                if (h.again) contacts.back().phase = Phase::Begin;
                continue;
            }
            now.push_back(pair);
            ContactRow c;
            c.a = pair.first, c.b = pair.second, c.at = h.at, c.depth = h.depth;
            if (is_of_a_face(h)) c.normal = h.normal;
            const bool stays = std::find(touching.begin(), touching.end(), pair) != touching.end();
            c.phase = stays && !h.again ? Phase::Stay : Phase::Begin;
            contacts.push_back(c);
        }
        touching = now;
    }
    return out;
}

} // namespace oddbounce
