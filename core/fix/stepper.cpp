// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/stepper.hpp"

#include "shape/directions.hpp"
#include "shape/reshaped.hpp"
#include "shape/touching.hpp"

#include <algorithm>
#include <deque>
#include <utility>

namespace oddbounce {

using Tests = MotionModel::Tests;
using Response = MotionModel::Response;
using OtherTakes = MotionModel::OtherTakes;

bool not_modeled(const MotionModel& model, const World& w, Slot collider) {
    return !model.as_recorded.empty() && model.as_recorded.count(kind_or_id(w, at(w, collider).body)) > 0;
}

bool may_join(const MotionModel& model, const World& w, Slot body) {
    const BodyState& b = w.body(body);
    return model.other_takes != OtherTakes::None && b.present && b.def && b.def->moves != Moves::Static &&
           model.partners.count(kind_or_id(w, body)) > 0;
}

const Geometry& TestedShapes::of(const World& w, Slot c) {
    const Geometry& whole = *at(w, c).geometry;
    if (model_.tested == MotionModel::Tested::Shape && model_.inset == 0.0) return whole;
    auto& made = made_[c];
    if (!made) made = std::make_unique<Geometry>(shape(w, c, whole), Vec3(1.0));
    return *made;
}

Shape TestedShapes::shape(const World& w, Slot c, const Geometry& whole) const {
    if (model_.tested == MotionModel::Tested::Shape) {
        Shape smaller = at(w, c).def->shape;
        const Vec3 size = glm::abs(w.body_of(c).scale);
        if (w.body_of(c).scale != Vec3(1.0)) enlarge(smaller, size[longest_axis(size)]);
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

namespace {

// What the models take for granted; none of it is fitted.
constexpr double touching_only = 1e-9;       // unit: deeper than this is inside
constexpr double closes_at = 1e-9;           // unit/s: less is along, or parting
constexpr double usual_one_way_depth = 0.25; // of its extent: who is deeper in passes on, besides one step
constexpr double steered_grip = 0.7; // cosine: within 45 degrees of its wish friction does not brake it
constexpr double way_back = 1.5;     // of the step: who is farther in did not come through that face now
constexpr double soon_after = 0.01;  // of the step: a graze is clear again by then
constexpr int halvings = 24;         // of the step height, to the least lift that is free

/// Which axes move and are tested now.
struct Axes {
    Vec3 all{1.0};
    int only = -1; ///< the one that does; -1: all
};

class Walker;

/// What a body meets, as it is now.
struct Opponent {
    Slot collider;
    Motion so_far;           ///< since the step began
    Vec3 travel;             ///< since the axes that move now began to
    Vec3 velocity;           ///< unit/s
    Walker* moved = nullptr; ///< null: it goes as recorded
    const TouchRule* rule = nullptr;
};

/// A body in a step.
class Walker {
  public:
    Walker(const StepOfModel& step, const Mover& mover, const Axes& axes, const std::vector<Mover>& all)
        : before_(step.before), now_(step.now), index_(step.index), body_(mover.body), model_(step.model),
          tested_(step.tested), p_(mover.point), cost_(mover.cost), axes_(axes),
          up_(now_.recording().header.up) {
        const auto is_moved = [&](Slot body) {
            return std::ranges::any_of(all, [&](const Mover& m) { return m.body == body; });
        };
        for (Slot c : now_.colliders_of(body_))
            if (now_.live(c) && at(now_, c).geometry->judged()) mine_.push_back(c);
        for (Slot c = 0; c < static_cast<Slot>(now_.colliders().size()); ++c) {
            if (is_moved(at(now_, c).body) || !now_.live(c) || !at(now_, c).geometry->judged() ||
                (mover.recorded_way && not_modeled(model_, now_, c)))
                continue;
            const bool solid = std::any_of(mine_.begin(), mine_.end(),
                                           [&](Slot m) { return now_.does(m, c) == Does::Solid; });
            if (!solid) continue;
            Box box = at(now_, c).geometry->bounds(motion_of(c));
            box.grow(model_.margin);
            others_.push_back({c, box});
        }
    }

    void set_out() {
        was_ = std::move(p_.hits), p_.hits.clear();
        from_ = before_axes_ = p_.pose;
        const BodyState& recorded = now_.body(body_);
        const double speed = glm::length(p_.velocity);
        if (model_.speed_cap > 0.0 && speed > model_.speed_cap) p_.velocity *= model_.speed_cap / speed;
        target_turn_ = model_.lock_turn ? from_.turn.turned_on(p_.angular_velocity * now_.dt())
                                        : recorded.pose.turn.counted_from(from_.turn);
    }
    void move(double dt, double t) {
        ++cost_.moves;
        before_axes_ = p_.pose;
        p_.pose.at += p_.velocity * axes_.all * dt, p_.pose.turn = turn_at(t);
    }

    /// `t`: how much of the step is over.
    void meet_recorded(double t, bool places, bool afterwards) {
        for (Slot own : mine_)
            for (const auto& [other, box] : others_) {
                if (rule_at(other).afterwards != afterwards || !box.meets(mine(own).bounds(p_.pose)) ||
                    now_.does(own, other) != Does::Solid)
                    continue;
                const Motion all = motion_of(other);
                meet(own,
                     {other,
                      {all.from, all.at(t)},
                      all.travel(),
                      velocity_of(other),
                      nullptr,
                      &rule_at(other)},
                     t, places);
            }
    }
    void meet_moved(Walker& partner, double t, bool places) {
        for (Slot own : mine_)
            for (Slot other : partner.mine_)
                if (now_.does(own, other) == Does::Solid) meet(own, partner.as_opponent(other), t, places);
    }

    /// What a second part of the game gives for a hit that was responded to already: the same push again.
    void respond_again(const std::function<Vec3(Slot)>& velocity_of_body) const {
        for (const TrackPoint::Again& a : p_.pending) {
            const Vec3 relative = p_.velocity - velocity_of_body(at(now_, a.hit.other).body);
            const bool closing = glm::dot(relative, a.hit.normal) > 0.0;
            if (a.due != index_ || (rule_at(a.hit.other).gate && !closing)) continue;
            p_.velocity += a.push * model_.again_share;
            p_.hits.push_back(a.hit);
            p_.hits.back().again = true;
        }
        std::erase_if(p_.pending, [&](const TrackPoint::Again& a) { return a.due <= index_; });
    }

    /// Lifts the body over what is lower than the step height, if the way above is free.
    void step_over() {
        const Vec3 way = p_.velocity - up_ * glm::dot(p_.velocity, up_);
        if (glm::length(way) == 0.0) return;
        Pose ahead = p_.pose;
        ahead.at += way * now_.dt();
        if (free_at(ahead)) return;
        ahead.at += up_ * model_.step_height;
        if (!free_at(ahead)) return;
        double low = 0.0, high = model_.step_height; // the least lift that is free
        for (int i = 0; i < halvings; ++i) {
            const double middle = 0.5 * (low + high);
            Pose at_middle = ahead;
            at_middle.at -= up_ * (model_.step_height - middle);
            (free_at(at_middle) ? high : low) = middle;
        }
        p_.pose.at += up_ * high;
    }

    /// The first touch of a sweep over what is left of the step.
    struct FirstTouch {
        Walker* of = nullptr; ///< null: there is none
        Slot own = -1;
        Sweep sweep;
        Opponent other;
    };
    /// Where it wants to go with what is left of the step, from `t` on.
    void plan(double t) {
        ++cost_.moves;
        way_ = {p_.pose, p_.pose};
        way_.to.at += p_.velocity * axes_.all * now_.dt() * (1.0 - t);
        way_.to.turn = turn_at(1.0), way_.from.turn = turn_at(t);
    }
    void find_recorded(double t, FirstTouch& first) {
        for (Slot own : mine_)
            for (const auto& [other, box] : others_) {
                if (rule_at(other).afterwards || !box.meets(mine(own).bounds(way_)) ||
                    now_.does(own, other) != Does::Solid)
                    continue;
                const Motion all = motion_of(other);
                find(own, {other, all, all.travel(), velocity_of(other), nullptr, &rule_at(other)},
                     {axes_.only >= 0 ? all.to : all.at(t), all.to}, first);
            }
    }
    void find_moved(Walker& partner, FirstTouch& first) {
        for (Slot own : mine_)
            for (Slot other : partner.mine_)
                if (now_.does(own, other) == Does::Solid)
                    find(own, partner.as_opponent(other), partner.way_, first);
    }
    /// `share`: of that way.
    void go(double share) { p_.pose = share < 1.0 ? way_.at(share) : way_.to; }
    void end_turn() { p_.pose.turn = turn_at(1.0); }
    void respond(const FirstTouch& touch) {
        Vec3 normal = touch.sweep.normal;
        if (axes_.only >= 0) normal = axes_.all * (normal[axes_.only] > 0.0 ? 1.0 : -1.0);
        answer(touch.own, touch.other, normal, 0.0, touch.sweep.on_a);
    }

    Slot body() const { return body_; }
    const Vec3& velocity() const { return p_.velocity; }

  private:
    Motion motion_of(Slot other) const { return now_.motion_since(before_, at(now_, other).body); }
    Vec3 velocity_of(Slot other) const { return motion_of(other).travel() / now_.dt(); }
    Rotation turn_at(double t) const { return from_.turn.toward(target_turn_, t); }
    const Geometry& mine(Slot own) const { return tested_.of(now_, own); }
    const Geometry& theirs(const Opponent& o) const { return *at(now_, o.collider).geometry; }
    Opponent as_opponent(Slot own) {
        return {own, {from_, p_.pose}, p_.pose.at - before_axes_.at, p_.velocity, this, &rule_at(own)};
    }
    const TouchRule& rule_at(Slot collider) const {
        return model_.at_kind.empty() ? model_ : model_.rule_at(kind_or_id(now_, at(now_, collider).body));
    }
    /// The game would test these two here.
    void count(Slot own, const Opponent& o) const {
        ++cost_.tests, cost_.corners += mine(own).corner_count() + theirs(o).corner_count();
    }

    bool one_way_passes(Slot own, const Opponent& o, double depth) const {
        const ColliderDef& d = *at(now_, o.collider).def;
        if (d.role != Role::OneWay) return false;
        const Vec3 pass = d.pass.value_or(up_), relative_velocity = p_.velocity - o.velocity;
        if (glm::dot(relative_velocity, pass) > 0.0) return true;
        switch (model_.one_way) {
        case MotionModel::OneWay::Falling:
            return false;
        case MotionModel::OneWay::FeetAbove:
            return -mine(own).along(from_, -pass) <
                   theirs(o).along(o.so_far.from, pass) - now_.recording().slop();
        case MotionModel::OneWay::Usual:
            break;
        }
        return depth > usual_one_way_depth * theirs(o).extent() + glm::length(relative_velocity) * now_.dt();
    }
    /// It overlaps by no more than the tolerance across the face: it passes beside.
    bool beside(Slot own, const Pose& pose, const Opponent& o, const Pose& at_other,
                const Vec3& normal) const {
        if (model_.side_tolerance <= 0.0) return false;
        for (const Vec3& across : Directions(up_, now_.recording().header.space).across(normal))
            for (const double side : {-1.0, 1.0})
                if (way_out(mine(own), pose, theirs(o), at_other, across * side) <= model_.side_tolerance)
                    return true;
        return false;
    }
    bool hit_before(Slot own, Slot other) const {
        return std::any_of(was_.begin(), was_.end(), [&](const TrackPoint::Hit& h) {
            return h.mine == own && h.other == other && !h.again;
        });
    }
    /// What the other one takes of a response, 0..1.
    double share_of(const Opponent& o) const {
        if (!o.moved) return 0.0;
        switch (model_.other_takes) {
        case OtherTakes::None:
        case OtherTakes::Same:
            return 0.0;
        case OtherTakes::All:
            return 1.0;
        case OtherTakes::ByMass:
            if (const auto one = now_.body(body_).def->mass, other = now_.body(o.moved->body_).def->mass;
                one && other && *one + *other > 0.0)
                return *one / (*one + *other);
            [[fallthrough]];
        case OtherTakes::Half:
            break;
        }
        return 0.5;
    }

    /// Velocities after meeting it along `normal` (from the body).
    void answer(Slot own, const Opponent& o, const Vec3& normal, double depth, const Vec3& point) {
        const bool alone = o.moved && model_.other_takes == OtherTakes::Same;
        const Vec3 other_velocity = alone ? Vec3(0.0) : o.velocity;
        Vec3 v = p_.velocity - other_velocity;
        const double closing = glm::dot(v, normal);
        p_.hits.push_back({own, o.collider, normal, point, depth, false, false});
        if (o.moved && !alone)
            o.moved->p_.hits.push_back({o.collider, own, -normal, point, depth, false, false});
        const TouchRule& rule = *o.rule;
        if ((rule.gate && closing <= 0.0) || (rule.once && hit_before(own, o.collider))) return;
        const ColliderDef &dm = *at(now_, own).def, &d = *at(now_, o.collider).def;
        const double e = rule.restitution.value_or(std::max(dm.restitution, d.restitution));
        switch (rule.response) {
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
            const int axis = rule.response == Response::Reverse
                                 ? longest_axis(normal)
                                 : static_cast<int>(rule.response) - static_cast<int>(Response::ReverseX);
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
            if (closing > 0.0 || (depth > 0.0 && rule.depenetrate && rule.push == MotionModel::Push::Up))
                v -= normal * (1.0 + (rule.response == Response::PushOut ? e : 0.0)) * closing;
        }
        rub(v, normal, std::max(0.0, closing), dm, d, rule);
        const double share = share_of(o);
        const Vec3 after = v + other_velocity, change = after - p_.velocity;
        if (model_.again > 0 && closing > 0.0 && !std::exchange(responded_, true)) {
            const std::size_t due = index_ + static_cast<std::size_t>(model_.again);
            p_.pending.push_back({due, p_.hits.back(), change * (1.0 - share)});
            if (share > 0.0) o.moved->p_.pending.push_back({due, o.moved->p_.hits.back(), change * -share});
        }
        p_.hits.back().responded = share < 1.0 && after != p_.velocity;
        p_.velocity = share > 0.0 ? p_.velocity + change * (1.0 - share) : after;
        if (share > 0.0) {
            o.moved->p_.hits.back().responded = after != p_.velocity;
            o.moved->p_.velocity -= change * share;
        }
    }

    /// Coulomb friction against what the body does not steer itself: along its own desired velocity it has a
    /// grip.
    void rub(Vec3& v, const Vec3& normal, double closing, const ColliderDef& a, const ColliderDef& b,
             const TouchRule& rule) const {
        const double mu =
            rule.friction.value_or(std::sqrt(a.friction.value_or(0.0) * b.friction.value_or(0.0)));
        if (mu <= 0.0) return;
        const Vec3 tangent = v - normal * glm::dot(v, normal);
        const double speed = glm::length(tangent);
        const BodyState& state = now_.body(body_);
        if (speed == 0.0) return;
        if (state.has_desired && std::abs(glm::dot(unit(state.desired), tangent / speed)) > steered_grip)
            return;
        v -= tangent * std::min(1.0, mu * closing / speed);
    }

    /// Responds to an overlap, if there is one.
    void meet(Slot own, const Opponent& o, double t, bool places) {
        count(own, o);
        const Pose& at_other = o.so_far.to;
        const Distance d = distance(mine(own), p_.pose, theirs(o), at_other, model_.margin);
        if (!d.known || d.gap >= model_.margin) return;
        if (one_way_passes(own, o, -d.gap)) return;
        // A step that ended inside responds at the face it came through, if it came from outside.
        Vec3 normal = d.normal;
        double out = model_.margin - d.gap;
        if (axes_.only >= 0) {
            const double way = (p_.pose.at - before_axes_.at - o.travel)[axes_.only];
            if (way == 0.0) return; // it does not move on this axis
            normal = axes_.all * (way > 0.0 ? 1.0 : -1.0);
            out = model_.margin + way_out(mine(own), p_.pose, theirs(o), at_other, -normal);
        } else if (t > 0.0 && -d.gap > touching_only)
            choose_way(own, o, normal, out);
        if (beside(own, p_.pose, o, at_other, normal)) return;
        answer(own, o, normal, -d.gap, (d.on_a + d.on_b) * 0.5);
        if (!places || !o.rule->ends_outside()) return;
        p_.hits.back().responded = true;
        const double share = share_of(o);
        if (o.rule->returns()) {
            const auto put_back = [&](Walker& w) {
                w.p_.pose.at = axes_.only >= 0 ? w.before_axes_.at : w.from_.at;
            };
            if (share < 1.0) put_back(*this);
            if (share > 0.0) put_back(*o.moved);
            return;
        }
        p_.pose.at -= normal * (out * (1.0 - share));
        if (share > 0.0) o.moved->p_.pose.at += normal * (out * share);
    }

    /// The way that the model pushes out: its normal, and how far.
    void choose_way(Slot own, const Opponent& o, Vec3& normal, double& out) const {
        if (o.rule->push == MotionModel::Push::Back) return through_face(own, o, normal, out);
        if (o.rule->push == MotionModel::Push::Nearest) return;
        normal = -up_;
        out = model_.margin + way_out(mine(own), p_.pose, theirs(o), o.so_far.to, up_);
    }
    void through_face(Slot own, const Opponent& o, Vec3& normal, double& out) const {
        const Motion move{from_, p_.pose};
        const Sweep s = sweep(mine(own), move, theirs(o), o.so_far);
        if (s.status != Status::Found) return;
        const double back = way_out(mine(own), p_.pose, theirs(o), o.so_far.to, -s.normal);
        if (back > glm::length(move.travel() - o.so_far.travel()) * way_back + model_.margin) return;
        normal = s.normal, out = back + model_.margin;
    }

    void find(Slot own, const Opponent& o, const Motion& other_move, FirstTouch& first) {
        SweepQuery query;
        query.margin = model_.margin;
        count(own, o);
        Sweep s = sweep(mine(own), way_, theirs(o), other_move, query);
        if (s.status == Status::None) return;
        if (s.status == Status::Started) {
            const Distance d =
                distance(mine(own), way_.from, theirs(o), other_move.from, model_.margin + mine(own).reach());
            if (d.known) s.normal = d.normal, s.on_a = d.on_a;
        }
        const auto closes = [&] {
            return glm::dot((p_.velocity - o.velocity) * axes_.all, s.normal) > closes_at;
        };
        // On the floor of a tile map it may still meet the wall of it.
        if (s.status == Status::Started && !closes()) s = off_faces(own, o, other_move);
        if (s.status == Status::None || !closes()) return; // parting or along
        if (one_way_passes(own, o, 0.0) || grazes(own, o, other_move, s)) return;
        if (!first.of || s.first < first.sweep.first) first = {this, own, s, o};
    }
    /// Corner on corner, level with each other: they touch and never overlap, so nothing is in the way. Or it
    /// passes beside, as far as the model tolerates.
    bool grazes(Slot own, const Opponent& o, const Motion& other_move, const Sweep& s) const {
        if (s.status != Status::Found) return false;
        const double later = std::min(1.0, s.first + soon_after);
        const Geometry &a = mine(own), &b = theirs(o);
        if (distance(a, way_.at(later), b, other_move.at(later), model_.margin + a.reach()).gap >
            model_.margin - 1e-9 * a.reach())
            return true;
        Pose inside = way_.at(s.first);
        inside.at += s.normal * now_.recording().slop();
        return beside(own, inside, o, other_move.at(s.first), s.normal);
    }
    /// The face of a shape of parts that is met by who touches others of its faces.
    Sweep off_faces(Slot own, const Opponent& o, const Motion& other_move) const {
        const Geometry &a = mine(own), &b = theirs(o);
        if (a.convex() && b.convex()) return {};
        const double near = now_.recording().slop() + model_.margin;
        return sweep_off_faces(a, way_, b, other_move, touching(a, way_.from, b, other_move.from, near),
                               near);
    }
    bool free_at(const Pose& pose) const {
        for (Slot own : mine_)
            for (const auto& [other, box] : others_)
                if (box.meets(mine(own).bounds(pose)) && now_.does(own, other) == Does::Solid &&
                    distance(mine(own), pose, *at(now_, other).geometry, motion_of(other).to, 0.0).gap < 0.0)
                    return false;
        return true;
    }

    const World &before_, &now_;
    std::size_t index_;
    Slot body_;
    const MotionModel& model_;
    TestedShapes& tested_;
    TrackPoint& p_;
    Track& cost_;
    const Axes& axes_;
    Vec3 up_;
    Pose from_, before_axes_;
    Motion way_;
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

/// All that are moved, in one step.
class Group {
  public:
    Group(const StepOfModel& step, const std::vector<Mover>& movers)
        : before_(step.before), now_(step.now), model_(step.model), main_(movers.front().body) {
        for (const Mover& m : movers) order_.push_back(&walkers_.emplace_back(step, m, axes_, movers));
        std::ranges::sort(order_, {}, &Walker::body);
    }

    void run() {
        const double dt = now_.dt();
        for (Walker* w : order_) w->set_out();
        if (model_.tests == Tests::Before) respond_again();
        switch (model_.tests) {
        case Tests::Before:
            meet(0.0, false);
            for (Walker* w : order_) w->move(dt, 1.0);
            break;
        case Tests::After:
            move_and_test(dt, 1.0);
            break;
        case Tests::Substeps:
            for (int i = 1; i <= model_.substeps; ++i)
                move_and_test(dt / model_.substeps, static_cast<double>(i) / model_.substeps);
            break;
        case Tests::Swept:
            for (Walker* w : order_)
                if (model_.step_height > 0.0 && now_.body(w->body()).has_desired) w->step_over();
            for_each_axis([&] { swept(); });
            break;
        }
        for (Walker* w : order_) w->meet_recorded(1.0, true, true);
        if (model_.tests != Tests::Before) respond_again();
    }

  private:
    /// Once for all axes, or for one after the other.
    template <class Each> void for_each_axis(Each&& each) {
        if (model_.axes == MotionModel::Axes::Together) return each();
        const int first = model_.axes == MotionModel::Axes::XThenY ? 0 : 1;
        for (const int axis : {first, 1 - first, 2}) {
            if (axis == now_.recording().header.space) break;
            axes_.only = axis, axes_.all = Vec3(0.0), axes_.all[axis] = 1.0;
            each();
        }
        axes_ = {};
    }
    void move_and_test(double dt, double t) {
        for_each_axis([&] {
            for (Walker* w : order_) w->move(dt, t);
            meet(t, true);
        });
    }
    /// `places`: they are put outside of what they overlap, if that is what becomes of it.
    void meet(double t, bool places) {
        const auto each_other = [&] {
            each_pair([&](Walker& one, Walker& other) { one.meet_moved(other, t, places); });
        };
        if (model_.movers_first) each_other();
        for (Walker* w : order_) w->meet_recorded(t, places, false);
        if (!model_.movers_first) each_other();
    }
    /// Who gives and who takes: each of both where they do the same.
    template <class Each> void each_pair(Each&& each) {
        for (std::size_t i = 0; i < order_.size(); ++i)
            for (std::size_t k = i + 1; k < order_.size(); ++k) {
                Walker &a = *order_[i], &b = *order_[k];
                if (model_.other_takes == OtherTakes::Same)
                    each(a, b), each(b, a);
                else if (b.body() == main_)
                    each(b, a);
                else
                    each(a, b);
            }
    }
    void respond_again() {
        for (Walker* w : order_)
            w->respond_again([&](Slot body) {
                const auto it = std::ranges::find(order_, body, &Walker::body);
                return it != order_.end() ? (*it)->velocity()
                                          : now_.motion_since(before_, body).travel() / now_.dt();
            });
    }

    /// Time of impact by time of impact, with what is left of the step.
    void swept() {
        double t = 0.0;
        const std::size_t most = 8 * order_.size(); // touches
        for (std::size_t pass = 0; pass < most && t < 1.0; ++pass) {
            Walker::FirstTouch first;
            for (Walker* w : order_) w->plan(t);
            for (Walker* w : order_) w->find_recorded(t, first);
            each_pair([&](Walker& one, Walker& other) { one.find_moved(other, first); });
            for (Walker* w : order_) w->go(first.of ? first.sweep.first : 1.0);
            if (!first.of) return;
            t += (1.0 - t) * first.sweep.first;
            first.of->respond(first);
        }
        for (Walker* w : order_) w->end_turn();
    }

    const World &before_, &now_;
    const MotionModel& model_;
    Slot main_; ///< whom the model is about
    Axes axes_;
    std::deque<Walker> walkers_;
    std::vector<Walker*> order_; ///< by their slots, as a loop over all bodies would come to them
};

} // namespace

void step(const StepOfModel& one, const std::vector<Mover>& movers) { Group(one, movers).run(); }

} // namespace oddbounce
