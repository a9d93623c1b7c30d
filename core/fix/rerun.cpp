// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/rerun.hpp"

#include "shape/directions.hpp"
#include "shape/reshaped.hpp"
#include "shape/touching.hpp"

#include <algorithm>
#include <utility>

namespace oddbounce {

namespace {

using Tests = MotionModel::Tests;
using Response = MotionModel::Response;

/// The game handles the body of this collider by code of which no model is known.
bool not_modeled(const MotionModel& model, const World& w, Slot collider) {
    return !model.as_recorded.empty() && model.as_recorded.count(kind_or_id(w, at(w, collider).body)) > 0;
}

/// What of each collider the model tests.
class TestedShapes {
  public:
    explicit TestedShapes(const MotionModel& model) : model_(model) {}
    const Geometry& of(const World& w, Slot c) {
        const Geometry& whole = *at(w, c).geometry;
        if (model_.tested == MotionModel::Tested::Shape && model_.inset == 0.0) return whole;
        auto& made = made_[c];
        if (!made) made = std::make_unique<Geometry>(shape(w, c, whole), Vec3(1.0));
        return *made;
    }

  private:
    Shape shape(const World& w, Slot c, const Geometry& whole) const {
        if (model_.tested == MotionModel::Tested::Shape) {
            Shape smaller = at(w, c).def->shape;
            if (w.body_of(c).scale != Vec3(1.0)) enlarge(smaller, longest(w.body_of(c).scale));
            grow(smaller, -model_.inset);
            if (defect(smaller).empty()) return smaller;
        }
        constexpr double point = 1e-6; // of its reach: as good as none
        Shape out;
        out.space = w.recording().header.space;
        out.kind = out.space == 2 ? ShapeKind::Circle : ShapeKind::Sphere;
        out.radius = point * std::max(whole.reach(), 1e-9), out.at = whole.bounds().center();
        if (model_.tested == MotionModel::Tested::Feet) {
            const Vec3& up = w.recording().header.up;
            out.at -= up * (glm::dot(glm::abs(up), whole.bounds().size()) * 0.5);
        }
        return out;
    }
    static double longest(const Vec3& scale) {
        const Vec3 size = glm::abs(scale);
        return size[longest_axis(size)];
    }
    const MotionModel& model_;
    std::map<Slot, std::unique_ptr<Geometry>> made_;
};

/// One body among the obstacles of one step.
class Stepper {
  public:
    /// `recorded_way`: it is where it was recorded, so that it meets what is not modeled only as recorded.
    Stepper(const World& before, const World& now, std::size_t index, Slot body, const MotionModel& model,
            TestedShapes& tested, Track& cost, bool recorded_way)
        : before_(before), now_(now), index_(index), body_(body), model_(model), tested_(tested), cost_(cost),
          up_(now.recording().header.up) {
        for (Slot c : now.colliders_of(body))
            if (now.live(c) && at(now, c).geometry->judged()) mine_.push_back(c);
        for (Slot c = 0; c < static_cast<Slot>(now.colliders().size()); ++c) {
            if (at(now, c).body == body || !now.live(c) || !at(now, c).geometry->judged() ||
                (recorded_way && not_modeled(model, now, c)))
                continue;
            const bool solid = std::any_of(mine_.begin(), mine_.end(),
                                           [&](Slot m) { return now.does(m, c) == Does::Solid; });
            if (!solid) continue;
            Box box = at(now, c).geometry->bounds(now.motion_since(before, at(now, c).body));
            box.grow(model.margin);
            others_.push_back({c, box});
        }
    }

    void step(TrackPoint& p, const BodyState& recorded) {
        was_ = std::move(p.hits), p.hits.clear();
        from_ = p.pose;
        const double dt = now_.dt(), speed = glm::length(p.velocity);
        if (model_.speed_cap > 0.0 && speed > model_.speed_cap) p.velocity *= model_.speed_cap / speed;
        target_turn_ = model_.lock_turn ? from_.turn.turned_on(p.angular_velocity * dt)
                                        : recorded.pose.turn.counted_from(from_.turn);
        if (model_.tests == Tests::Before) respond_again(p);
        switch (model_.tests) {
        case Tests::Before:
            answer_overlaps(p, 0.0, false);
            move(p, dt, 1.0);
            break;
        case Tests::After:
            move_and_test(p, dt, 1.0);
            break;
        case Tests::Substeps:
            for (int i = 1; i <= model_.substeps; ++i)
                move_and_test(p, dt / model_.substeps, static_cast<double>(i) / model_.substeps);
            break;
        case Tests::Swept:
            if (model_.step_height > 0.0 && now_.body(body_).has_desired) step_over(p);
            for_each_axis([&] { swept(p, dt); });
            break;
        }
        if (model_.tests != Tests::Before) respond_again(p);
    }

  private:
    Motion motion_of(Slot other) const { return now_.motion_since(before_, at(now_, other).body); }
    Vec3 velocity_of(Slot other) const { return motion_of(other).travel() / now_.dt(); }
    Rotation turn_at(double t) const { return from_.turn.toward(target_turn_, t); }
    const Geometry& mine(Slot own) const { return tested_.of(now_, own); }
    const Geometry& theirs(Slot other) const { return *at(now_, other).geometry; }
    /// The game would test these two here.
    void count(Slot own, Slot other) const {
        ++cost_.tests, cost_.corners += mine(own).corner_count() + theirs(other).corner_count();
    }

    void move(TrackPoint& p, double dt, double t) const {
        ++cost_.moves;
        p.pose.at += p.velocity * axes_ * dt, p.pose.turn = turn_at(t);
    }
    /// Once for all axes, or for one after the other.
    template <class Each> void for_each_axis(Each&& each) {
        if (model_.axes == MotionModel::Axes::Together) return each();
        const int first = model_.axes == MotionModel::Axes::XThenY ? 0 : 1;
        for (const int axis : {first, 1 - first, 2}) {
            if (axis == now_.recording().header.space) break;
            axis_ = axis, axes_ = Vec3(0.0), axes_[axis] = 1.0;
            each();
        }
        axis_ = -1, axes_ = Vec3(1.0);
    }
    void move_and_test(TrackPoint& p, double dt, double t) {
        for_each_axis([&] {
            before_axis_ = p.pose;
            move(p, dt, t);
            answer_overlaps(p, t, model_.depenetrate);
        });
    }

    bool one_way_passes(Slot own, Slot other, const Vec3& relative_velocity, double depth) const {
        const ColliderDef& d = *at(now_, other).def;
        if (d.role != Role::OneWay) return false;
        const Vec3 pass = d.pass.value_or(up_);
        if (glm::dot(relative_velocity, pass) > 0.0) return true;
        switch (model_.one_way) {
        case MotionModel::OneWay::Falling:
            return false;
        case MotionModel::OneWay::FeetAbove:
            return -mine(own).along(from_, -pass) <
                   theirs(other).along(motion_of(other).from, pass) - now_.recording().slop();
        case MotionModel::OneWay::Usual:
            break;
        }
        return depth > 0.25 * theirs(other).extent() + glm::length(relative_velocity) * now_.dt();
    }
    /// It overlaps by no more than the tolerance across the face: it passes beside.
    bool beside(Slot own, const Pose& pose, Slot other, const Pose& at_other, const Vec3& normal) const {
        if (model_.side_tolerance <= 0.0) return false;
        for (const Vec3& across : Directions(up_, now_.recording().header.space).across(normal))
            for (const double side : {-1.0, 1.0})
                if (way_out(mine(own), pose, theirs(other), at_other, across * side) <= model_.side_tolerance)
                    return true;
        return false;
    }
    bool hit_before(Slot own, Slot other) const {
        return std::any_of(was_.begin(), was_.end(), [&](const TrackPoint::Hit& h) {
            return h.mine == own && h.other == other && !h.again;
        });
    }

    /// Velocity after meeting `other` along `normal` (body to other).
    void answer(TrackPoint& p, Slot own, Slot other, const Vec3& normal, double depth, const Vec3& point) {
        const Vec3 other_velocity = velocity_of(other);
        Vec3 v = p.velocity - other_velocity;
        const double closing = glm::dot(v, normal);
        p.hits.push_back({own, other, normal, point, depth, false, false});
        if ((model_.gate && closing <= 0.0) || (model_.once && hit_before(own, other))) return;
        const ColliderDef &dm = *at(now_, own).def, &d = *at(now_, other).def;
        const double e = model_.restitution.value_or(std::max(dm.restitution, d.restitution));
        switch (model_.response) {
        case Response::None:
            return;
        case Response::Stop:
        case Response::ReturnStop:
            v = Vec3(0.0);
            break;
        case Response::Reverse:
        case Response::ReverseX:
        case Response::ReverseY:
        case Response::ReverseZ: {
            const int axis = model_.response == Response::Reverse
                                 ? longest_axis(normal)
                                 : static_cast<int>(model_.response) - static_cast<int>(Response::ReverseX);
            v[axis] = -v[axis] * (e > 0.0 ? e : 1.0);
            break;
        }
        case Response::ReverseAll:
            v *= -(e > 0.0 ? e : 1.0);
            break;
        case Response::Reflect:
            v -= normal * (1.0 + e) * closing;
            break;
        default: // who is put on top of what it overlaps stands there, however fast it rose
            if (closing > 0.0 || (depth > 0.0 && model_.depenetrate && model_.push == MotionModel::Push::Up))
                v -= normal * (1.0 + (model_.response == Response::PushOut ? e : 0.0)) * closing;
        }
        rub(v, p, normal, std::max(0.0, closing), dm, d);
        if (model_.again > 0 && closing > 0.0 && !std::exchange(responded_, true))
            p.pending.push_back({index_ + static_cast<std::size_t>(model_.again), p.hits.back(),
                                 v + other_velocity - p.velocity});
        p.hits.back().responded = v + other_velocity != p.velocity;
        p.velocity = v + other_velocity;
    }

    /// What a second part of the game gives for a hit that was responded to already: the same push again.
    void respond_again(TrackPoint& p) const {
        for (const TrackPoint::Again& a : p.pending) {
            const bool closing = glm::dot(p.velocity - velocity_of(a.hit.other), a.hit.normal) > 0.0;
            if (a.due != index_ || (model_.gate && !closing)) continue;
            p.velocity += a.push * model_.again_share;
            p.hits.push_back(a.hit);
            p.hits.back().again = true;
        }
        std::erase_if(p.pending, [&](const TrackPoint::Again& a) { return a.due <= index_; });
    }

    /// Coulomb friction against what the body does not steer itself: along its own desired velocity it has a
    /// grip.
    void rub(Vec3& v, const TrackPoint&, const Vec3& normal, double closing, const ColliderDef& a,
             const ColliderDef& b) const {
        const double mu =
            model_.friction.value_or(std::sqrt(a.friction.value_or(0.0) * b.friction.value_or(0.0)));
        if (mu <= 0.0) return;
        const Vec3 tangent = v - normal * glm::dot(v, normal);
        const double speed = glm::length(tangent);
        const BodyState& state = now_.body(body_);
        if (speed == 0.0) return;
        if (state.has_desired && std::abs(glm::dot(unit(state.desired), tangent / speed)) > 0.7) return;
        v -= tangent * std::min(1.0, mu * closing / speed);
    }

    void answer_overlaps(TrackPoint& p, double t, bool depenetrate) {
        if (model_.returns() || model_.response == Response::PushOut)
            depenetrate = depenetrate || model_.tests != Tests::Before;
        for (Slot own : mine_)
            for (const auto& [other, box] : others_) {
                if (!box.meets(mine(own).bounds(p.pose)) || now_.does(own, other) != Does::Solid) continue;
                const Pose at_other = motion_of(other).at(t);
                count(own, other);
                const Distance d = distance(mine(own), p.pose, theirs(other), at_other, model_.margin);
                if (!d.known || d.gap >= model_.margin) continue;
                if (one_way_passes(own, other, p.velocity - velocity_of(other), -d.gap)) continue;
                // A step that ended inside responds at the face it came through, if it came from outside.
                Vec3 normal = d.normal;
                double out = model_.margin - d.gap;
                if (axis_ >= 0) {
                    const double way = (p.pose.at - before_axis_.at - motion_of(other).travel())[axis_];
                    if (way == 0.0) continue; // it does not move on this axis
                    normal = axes_ * (way > 0.0 ? 1.0 : -1.0);
                    out = model_.margin + way_out(mine(own), p.pose, theirs(other), at_other, -normal);
                } else if (t > 0.0 && -d.gap > 1e-9)
                    choose_way(p, own, other, t, normal, out);
                if (beside(own, p.pose, other, at_other, normal)) continue;
                answer(p, own, other, normal, -d.gap, (d.on_a + d.on_b) * 0.5);
                if (!depenetrate) continue;
                p.hits.back().responded = true;
                if (model_.returns())
                    p.pose.at = axis_ >= 0 ? before_axis_.at : from_.at;
                else
                    p.pose.at -= normal * out;
            }
    }

    /// The way that the model pushes out: its normal, and how far.
    void choose_way(const TrackPoint& p, Slot own, Slot other, double t, Vec3& normal, double& out) const {
        if (model_.push == MotionModel::Push::Back) return through_face(p, own, other, t, normal, out);
        if (model_.push == MotionModel::Push::Nearest) return;
        normal = -up_;
        out = model_.margin + way_out(mine(own), p.pose, theirs(other), motion_of(other).at(t), up_);
    }

    void through_face(const TrackPoint& p, Slot own, Slot other, double t, Vec3& normal, double& out) const {
        Motion move{from_, p.pose};
        const Motion other_move{motion_of(other).from, motion_of(other).at(t)};
        const Sweep s = sweep(mine(own), move, theirs(other), other_move);
        if (s.status != Status::Found) return;
        const double back = way_out(mine(own), p.pose, theirs(other), other_move.to, -s.normal);
        if (back > glm::length(move.travel() - other_move.travel()) * 1.5 + model_.margin) return;
        normal = s.normal, out = back + model_.margin;
    }

    /// Corner on corner, level with each other: they touch and never overlap, so nothing is in the way. Or it
    /// passes beside, as far as the model tolerates.
    bool grazes(Slot own, Slot other, const Motion& move, const Motion& other_move, const Sweep& s) const {
        if (s.status != Status::Found) return false;
        const double later = std::min(1.0, s.first + 0.01);
        const Geometry &a = mine(own), &b = theirs(other);
        if (distance(a, move.at(later), b, other_move.at(later), model_.margin + a.reach()).gap >
            model_.margin - 1e-9 * a.reach())
            return true;
        Pose inside = move.at(s.first);
        inside.at += s.normal * now_.recording().slop();
        return beside(own, inside, other, other_move.at(s.first), s.normal);
    }

    /// The face of a shape of parts that is met by who touches others of its faces.
    Sweep off_faces(Slot own, Slot other, const Motion& move, const Motion& other_move) const {
        const Geometry &a = mine(own), &b = theirs(other);
        if (a.convex() && b.convex()) return {};
        const double near = now_.recording().slop() + model_.margin;
        return sweep_off_faces(a, move, b, other_move, touching(a, move.from, b, other_move.from, near),
                               near);
    }

    bool free_at(const Pose& pose) const {
        for (Slot own : mine_)
            for (const auto& [other, box] : others_)
                if (box.meets(mine(own).bounds(pose)) && now_.does(own, other) == Does::Solid &&
                    distance(mine(own), pose, theirs(other), motion_of(other).to, 0.0).gap < 0.0)
                    return false;
        return true;
    }

    /// Time of impact by time of impact, with what is left of the step.
    void swept(TrackPoint& p, double dt) {
        double t = 0.0;
        for (int pass = 0; pass < 8 && t < 1.0; ++pass) {
            Motion move{p.pose, p.pose};
            move.to.at += p.velocity * axes_ * dt * (1.0 - t);
            move.to.turn = turn_at(1.0), move.from.turn = turn_at(t);
            ++cost_.moves;
            Sweep first;
            Slot hit = -1, met_by = -1;
            for (Slot own : mine_)
                for (const auto& [other, box] : others_) {
                    if (!box.meets(mine(own).bounds(move)) || now_.does(own, other) != Does::Solid) continue;
                    const Motion all = motion_of(other), other_move{axis_ >= 0 ? all.to : all.at(t), all.to};
                    SweepQuery query;
                    query.margin = model_.margin;
                    count(own, other);
                    Sweep s = sweep(mine(own), move, theirs(other), other_move, query);
                    if (s.status == Status::None) continue;
                    if (s.status == Status::Started) {
                        const Distance d = distance(mine(own), move.from, theirs(other), other_move.from,
                                                    model_.margin + mine(own).reach());
                        if (d.known) s.normal = d.normal, s.on_a = d.on_a;
                    }
                    const auto closes = [&] {
                        return glm::dot((p.velocity - velocity_of(other)) * axes_, s.normal) > 1e-9;
                    };
                    // On the floor of a tile map it may still meet the wall of it.
                    if (s.status == Status::Started && !closes()) s = off_faces(own, other, move, other_move);
                    if (s.status == Status::None || !closes()) continue; // parting or along
                    if (one_way_passes(own, other, p.velocity - velocity_of(other), 0.0)) continue;
                    if (grazes(own, other, move, other_move, s)) continue;
                    if (hit < 0 || s.first < first.first) first = s, hit = other, met_by = own;
                }
            if (hit < 0) {
                p.pose = move.to;
                return;
            }
            p.pose = move.at(first.first);
            t += (1.0 - t) * first.first;
            Vec3 normal = first.normal;
            if (axis_ >= 0) normal = axes_ * (normal[axis_] > 0.0 ? 1.0 : -1.0);
            answer(p, met_by, hit, normal, 0.0, first.on_a);
        }
        p.pose.turn = turn_at(1.0);
    }

    /// Lifts the body over what is lower than the step height, if the way above is free.
    void step_over(TrackPoint& p) const {
        const Vec3 way = p.velocity - up_ * glm::dot(p.velocity, up_);
        if (glm::length(way) == 0.0) return;
        Pose ahead = p.pose;
        ahead.at += way * now_.dt();
        if (free_at(ahead)) return;
        ahead.at += up_ * model_.step_height;
        if (!free_at(ahead)) return;
        double low = 0.0, high = model_.step_height; // the least lift that is free
        for (int i = 0; i < 24; ++i) {
            const double middle = 0.5 * (low + high);
            Pose at_middle = ahead;
            at_middle.at -= up_ * (model_.step_height - middle);
            (free_at(at_middle) ? high : low) = middle;
        }
        p.pose.at += up_ * high;
    }

    const World &before_, &now_;
    std::size_t index_;
    Slot body_;
    const MotionModel& model_;
    TestedShapes& tested_;
    Track& cost_;
    Vec3 up_;
    Pose from_, before_axis_;
    Vec3 axes_{1.0}; ///< those that move now
    int axis_ = -1;  ///< the one that does; -1: all
    std::vector<TrackPoint::Hit> was_;
    Rotation target_turn_;
    std::vector<Slot> mine_;
    struct Other {
        Slot slot;
        Box box; // in this step, with the margin
    };
    std::vector<Other> others_;
    bool responded_ = false;
};

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

} // namespace

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
            const Control* control, const RecordedSteps* steps) {
    const RecordedSteps found = steps ? RecordedSteps() : recorded_steps(r, body, first, last, control);
    return rerun(worlds_of(r, first, last, control), body, first, model, steps ? *steps : found, control);
}

Track rerun(const std::vector<World>& worlds, Slot body, std::size_t first, const MotionModel& model,
            const RecordedSteps& steps, const Control* control,
            const std::function<bool(const TrackPoint&)>& goes_on, const TrackPoint* start) {
    Track track;
    track.first = first;
    track.points.push_back(start ? *start : point_of(worlds.front().body(body)));
    TestedShapes tested(model);
    for (std::size_t k = 1; k < worlds.size() && k <= steps.touches.size() && !(control && control->stop);
         ++k) {
        const World &before = worlds[k - 1], &now = worlds[k];
        const BodyState& rec = now.body(body);
        TrackPoint p = track.points.back();
        if (!rec.present) break;
        const bool recorded_way = !model.as_recorded.empty() && as_recorded(p, before, body);
        const std::vector<Hit>& touches = steps.touches[k - 1];
        const bool by_others =
            recorded_way && !touches.empty() &&
            std::ranges::all_of(touches, [&](const Hit& h) { return not_modeled(model, now, h.other); });
        if (rec.teleported || rec.fresh) {
            p = point_of(rec);
        } else if (by_others) {
            p = recorded_point(worlds, k, body);
            p.hits = touches, ++track.moves;
            for (Hit& h : p.hits) h.responded = false; // not by the model
        } else {
            // A velocity that is derived from places changes by a touch in the step after it, too.
            const bool touched =
                !model.unanswered &&
                (!touches.empty() || (!rec.velocity_logged && k > 1 && !steps.touches[k - 2].empty()));
            const bool steered =
                model.steered ||
                (rec.has_desired && (steps.follows_desired || rec.def->moves == Moves::Kinematic));
            const Vec3& wants = rec.has_desired ? rec.desired : track.points.front().velocity;
            p.velocity = intended(before, now, body, p.velocity, touched, steered ? &wants : nullptr);
            if (!touched) p.angular_velocity += rec.angular_velocity - before.body(body).angular_velocity;
            Stepper(before, now, first + k, body, model, tested, track, recorded_way).step(p, rec);
            if (std::ranges::any_of(p.hits, [&](const Hit& h) { return not_modeled(model, now, h.other); }))
                break; // what the game would do there is not known
        }
        track.points.push_back(std::move(p));
        if (goes_on && !goes_on(track.points.back())) break;
    }
    return track;
}

Edits::Moved moved_along(const Recording& r, Slot body, const Track& track, bool placed) {
    Edits::Moved out;
    const std::size_t from = placed ? 0 : 1;
    out.body = r.body_id(body), out.first = track.first + from, out.placed = placed;
    const World world = r.world_at(track.first);
    for (const Slot c : world.colliders_of(body)) out.colliders.push_back(r.collider_id(c));
    // What a log does not tell, rules are not to know of the moved body either.
    const bool told = world.body(body).velocity_logged;
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
            c.a = pair.first, c.b = pair.second, c.at = h.at, c.normal = h.normal, c.depth = h.depth;
            const bool stays = std::find(touching.begin(), touching.end(), pair) != touching.end();
            c.phase = stays && !h.again ? Phase::Stay : Phase::Begin;
            contacts.push_back(c);
        }
        touching = now;
    }
    return out;
}

} // namespace oddbounce
