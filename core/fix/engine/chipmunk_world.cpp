// SPDX-License-Identifier: GPL-3.0-or-later
// Chipmunk2D 7 through its interface, as its connector (examples/chipmunk) logs it.
#include "fix/engine/engine_world.hpp"
#include "language/say.hpp"

#include <chipmunk/chipmunk.h>

#include <fcntl.h>
#include <map>
#include <mutex>
#include <unistd.h>

namespace oddbounce {

namespace {

cpVect vec(const Vec3& v) { return cpv(v.x, v.y); }
Vec3 vec(const cpVect& v) { return {v.x, v.y, 0.0}; }
constexpr double large = largest_of_an_engine;

/// The library greets on stdout when the first space is made, where our own output may be read by a program.
cpSpace* new_space() {
    static std::once_flag greeted;
    std::call_once(greeted, [] {
        std::fflush(stdout);
        const int out = dup(STDOUT_FILENO), nowhere = open("/dev/null", O_WRONLY | O_CLOEXEC);
        if (out >= 0 && nowhere >= 0) dup2(nowhere, STDOUT_FILENO);
        cpSpaceFree(cpSpaceNew());
        std::fflush(stdout);
        if (out >= 0 && nowhere >= 0) dup2(out, STDOUT_FILENO);
        for (const int file : {out, nowhere})
            if (file >= 0) close(file);
    });
    return cpSpaceNew();
}

class ChipmunkWorld : public EngineWorld {
  public:
    explicit ChipmunkWorld(const Recording& r) : owner_(new_space()), space_(owner_.get()) {
        const EngineKeys about(r.header.extra);
        check_state(Pose(), r.header.gravity, Vec3(0.0));
        cpSpaceSetGravity(space_, vec(r.header.gravity));
        cpSpaceSetIterations(space_, static_cast<int>(about.number("iterations", 1, 1000, 10)));
        cpSpaceSetDamping(space_, about.number("damping", 0, large, 1.0));
        cpSpaceSetCollisionSlop(space_, r.slop());
        cpSpaceSetCollisionBias(space_,
                                about.number("collision_bias", 0, 1, cpSpaceGetCollisionBias(space_)));
        cpSpaceSetCollisionPersistence(
            space_, static_cast<cpTimestamp>(about.number("collision_persistence", 0, 1000, 3)));
        cpCollisionHandler* handler = cpSpaceAddDefaultCollisionHandler(space_);
        handler->userData = this;
        handler->preSolveFunc = [](cpArbiter* arbiter, cpSpace*, void* me) -> cpBool {
            cpShape *a = nullptr, *b = nullptr;
            cpArbiterGetShapes(arbiter, &a, &b);
            return static_cast<ChipmunkWorld*>(me)->does(a, b) == Does::Solid ? cpTrue : cpFalse;
        };
    }
    ~ChipmunkWorld() override {
        while (!bodies_.empty()) remove(bodies_.begin()->first);
    }
    ChipmunkWorld(const ChipmunkWorld&) = delete;
    ChipmunkWorld& operator=(const ChipmunkWorld&) = delete;

    void add(const World& w, Slot slot, const EngineChange& change) override {
        const BodyState& b = w.body(slot);
        if (b.scale != Vec3(1.0)) throw CannotRebuild{say("{} is scaled", label(*b.def))};
        if (change.swept) throw CannotRebuild{translated("it has no swept test")};
        check_state(b.pose, b.velocity, b.angular_velocity);
        const EngineKeys about(b.def->extra);
        cpBody* body = nullptr;
        if (b.def->moves == Moves::Static)
            body = cpBodyNewStatic();
        else if (b.def->moves == Moves::Kinematic)
            body = cpBodyNewKinematic();
        else { // without a moment it is never turned
            const double mass = about.number("mass", 1e-9, large);
            const double moment = about.number("moment", 1e-9, large * large, INFINITY);
            Vec3 center(0.0);
            if (about.has("center"))
                for (const int axis : {0, 1})
                    center[axis] = about.numbers("center", 2, -large, large)[static_cast<std::size_t>(axis)];
            body = cpBodyNew(mass, change.lock_turn ? INFINITY : moment);
            cpBodySetCenterOfGravity(body, vec(center));
        }
        bodies_[slot] = body;
        cpBodySetPosition(body, vec(b.pose.at)), cpBodySetAngle(body, b.pose.turn.angle());
        cpBodySetVelocity(body, vec(b.velocity)), cpBodySetAngularVelocity(body, b.angular_velocity.z);
        cpSpaceAddBody(space_, body);
        for (const Slot c : w.colliders_of(slot)) add_collider(w, c, *body, change);
    }

    void join(const World& w, Slot slot) override {
        for (const EngineKeys& j : EngineKeys(w.body(slot).def->extra).objects("joints")) {
            const auto to = static_cast<Id>(j.number("to", 0, 9e15));
            const auto a = bodies_.find(slot), b = bodies_.find(w.recording().body_slot(to));
            if (a == bodies_.end() || b == bodies_.end() || a == b) continue;
            const std::string type = j.text("type");
            const auto anchors = j.has("anchors") ? j.points("anchors") : std::array<Vec3, 2>();
            const bool collide = j.flag("collide", false);
            cpConstraint* made = nullptr;
            if (type == "pivot")
                made = cpPivotJointNew2(a->second, b->second, vec(anchors[0]), vec(anchors[1]));
            else if (type == "pin") {
                const double length = j.number("length", 0, large);
                made = cpPinJointNew(a->second, b->second, vec(anchors[0]), vec(anchors[1]));
                cpPinJointSetDist(made, length);
            } else if (type == "slide") {
                const auto limits = j.numbers("limits", 2, 0, large);
                made = cpSlideJointNew(a->second, b->second, vec(anchors[0]), vec(anchors[1]), limits[0],
                                       limits[1]);
            } else if (type == "spring") {
                const double length = j.number("length", 0, large),
                             stiffness = j.number("stiffness", 0, 1e30),
                             damping = j.number("damping", 0, 1e30);
                made = cpDampedSpringNew(a->second, b->second, vec(anchors[0]), vec(anchors[1]), length,
                                         stiffness, damping);
            } else if (type == "motor")
                made = cpSimpleMotorNew(a->second, b->second, j.number("rate", -large, large));
            else
                throw CannotRebuild{
                    say("a joint of {} is of a kind that is not logged", label(*w.body(slot).def))};
            cpConstraintSetCollideBodies(made, collide ? cpTrue : cpFalse);
            cpSpaceAddConstraint(space_, made);
        }
    }

    void remove(Slot slot) override {
        const auto it = bodies_.find(slot);
        if (it == bodies_.end()) return;
        std::vector<cpConstraint*> joints;
        cpBodyEachConstraint(
            it->second,
            [](cpBody*, cpConstraint* c, void* all) {
                static_cast<std::vector<cpConstraint*>*>(all)->push_back(c);
            },
            &joints);
        for (cpConstraint* c : joints) cpSpaceRemoveConstraint(space_, c), cpConstraintFree(c);
        std::erase_if(colliders_, [&](const auto& entry) {
            cpShape* shape = entry.first;
            if (cpShapeGetBody(shape) != it->second) return false;
            cpSpaceRemoveShape(space_, shape), cpShapeFree(shape);
            return true;
        });
        cpSpaceRemoveBody(space_, it->second), cpBodyFree(it->second);
        bodies_.erase(it);
    }
    bool has(Slot slot) const override { return bodies_.count(slot) > 0; }

    void place(Slot slot, const Pose& pose, const Vec3& velocity, const Vec3& spin) override {
        check_state(pose, velocity, spin);
        cpBody* b = bodies_.at(slot);
        const cpVect at = vec(pose.at), v = vec(velocity), was = cpBodyGetPosition(b),
                     had = cpBodyGetVelocity(b);
        if (was.x != at.x || was.y != at.y) cpBodySetPosition(b, at), moved(b);
        if (cpBodyGetAngle(b) != pose.turn.angle()) cpBodySetAngle(b, pose.turn.angle()), moved(b);
        if (had.x != v.x || had.y != v.y) cpBodySetVelocity(b, v);
        if (cpBodyGetAngularVelocity(b) != spin.z) cpBodySetAngularVelocity(b, spin.z);
    }

    void step(const World& now, double dt) override {
        now_ = &now;
        check_step(dt);
        cpSpaceStep(space_, dt);
        for (const auto& [slot, body] : bodies_)
            check_state({vec(cpBodyGetPosition(body)), Rotation::in_plane(cpBodyGetAngle(body))},
                        vec(cpBodyGetVelocity(body)), Vec3(0.0, 0.0, cpBodyGetAngularVelocity(body)));
    }

    TrackPoint point(Slot slot) const override {
        cpBody* b = bodies_.at(slot);
        TrackPoint out;
        out.pose = {vec(cpBodyGetPosition(b)), Rotation::in_plane(cpBodyGetAngle(b))};
        out.velocity = vec(cpBodyGetVelocity(b)), out.angular_velocity.z = cpBodyGetAngularVelocity(b);
        struct Asked {
            const ChipmunkWorld& world;
            TrackPoint& out;
        } asked{*this, out};
        if (now_)
            cpBodyEachArbiter(
                b,
                [](cpBody*, cpArbiter* arbiter, void* data) {
                    auto& [world, point] = *static_cast<Asked*>(data);
                    world.add_hits(point, arbiter);
                },
                &asked);
        return out;
    }

  private:
    void add_collider(const World& w, Slot slot, cpBody& body, const EngineChange& change) {
        const ColliderState& c = at(w, slot);
        const std::string name = label(*w.body(c.body).def);
        const auto no = [&](std::string why) { return CannotRebuild{std::move(why)}; };
        if (!c.def || !c.geometry) throw no(say("a collider of {} has no shape", name));
        if (c.def->role == Role::OneWay) throw no(say("what {} lets through is the game's own code", name));
        const EngineKeys about(c.def->extra);
        Vec3 runs(0.0);
        if (about.has("surface_velocity"))
            for (const int axis : {0, 1})
                runs[axis] =
                    about.numbers("surface_velocity", 2, -large, large)[static_cast<std::size_t>(axis)];
        const auto make = [&](cpShape* shape) {
            cpShapeSetFriction(shape, std::max(0.0, change.friction.value_or(c.def->friction.value_or(0.0))));
            cpShapeSetElasticity(shape, std::max(0.0, change.restitution.value_or(c.def->restitution)));
            cpShapeSetSensor(shape, c.def->role == Role::Sensor ? cpTrue : cpFalse);
            cpShapeSetSurfaceVelocity(shape, vec(runs));
            colliders_[shape] = slot;
            cpSpaceAddShape(space_, shape);
        };
        const Shape& s = c.def->shape;
        const auto polygon = [&] {
            std::vector<cpVect> corners;
            for (const Vec3& p : engine_polygon(s, name)) corners.push_back(vec(p));
            make(cpPolyShapeNewRaw(&body, static_cast<int>(corners.size()), corners.data(), s.radius));
        };
        switch (s.kind) {
        case ShapeKind::Circle:
            return make(cpCircleShapeNew(&body, s.radius, vec(s.at)));
        case ShapeKind::Box:
        case ShapeKind::Polygon:
            return polygon();
        case ShapeKind::Capsule:
            return make(cpSegmentShapeNew(&body, vec(s.a), vec(s.b), s.radius));
        case ShapeKind::Chain:
            for (std::size_t i = 0; i + (s.closed ? 0 : 1) < s.points.size(); ++i)
                make(cpSegmentShapeNew(&body, vec(s.at + s.turn.turn(s.points[i])),
                                       vec(s.at + s.turn.turn(s.points[(i + 1) % s.points.size()])), 0.0));
            return;
        default:
            throw no(say("{} has a shape that the engine has not", name));
        }
    }

    void moved(cpBody* b) const {
        if (cpBodyGetType(b) == CP_BODY_TYPE_STATIC) cpSpaceReindexShapesForBody(space_, b);
    }
    Slot collider(cpShape* s) const { return colliders_.at(s); }
    Does does(cpShape* a, cpShape* b) const {
        const Slot c = collider(a), d = collider(b);
        return at(*now_, c).on && at(*now_, d).on ? now_->does(c, d) : Does::Ignore;
    }
    void add_hits(TrackPoint& out, cpArbiter* arbiter) const {
        cpShape *mine = nullptr, *other = nullptr; // the body that is asked about is the first
        cpArbiterGetShapes(arbiter, &mine, &other);
        if (does(mine, other) == Does::Ignore) return;
        const cpContactPointSet points = cpArbiterGetContactPointSet(arbiter);
        for (int i = 0; i < points.count; ++i)
            out.hits.push_back({collider(mine), collider(other), vec(points.normal),
                                vec(cpvlerp(points.points[i].pointA, points.points[i].pointB, 0.5)),
                                -points.points[i].distance, false, true});
    }

    struct Free {
        void operator()(cpSpace* s) const { cpSpaceFree(s); }
    };
    std::unique_ptr<cpSpace, Free> owner_;
    cpSpace* space_;
    std::map<Slot, cpBody*> bodies_;
    std::map<cpShape*, Slot> colliders_;
    const World* now_ = nullptr;
};

} // namespace

std::unique_ptr<EngineWorld> new_chipmunk_world(const Recording& r) {
    return std::make_unique<ChipmunkWorld>(r);
}

} // namespace oddbounce
