// SPDX-License-Identifier: MIT
// Records any Chipmunk2D 7 space through its interface: bodies, shapes, filters, sensors, contacts, rays.
//
//   bounce::ChipmunkRecorder log("run.bouncelog", space, 60);
//   log.name(body, "parcel", "parcel");
//   for (;;) { cpSpaceStep(space, 1.0 / 60); log.frame(); }
//
// It sets no collision handlers: what touches is asked after the step, so yours stay as they are. What it takes
// to build the space again is logged too, so that a candidate fix can be tried by the engine itself.
#ifndef BOUNCE_CHIPMUNK_RECORDER_HPP
#define BOUNCE_CHIPMUNK_RECORDER_HPP

#include <bounce_recorder.hpp>

#include <chipmunk/chipmunk.h>
#include <chipmunk/chipmunk_structs.h> // only for the kind of a shape, which the functions do not tell

#include <algorithm>
#include <map>
#include <set>
#include <tuple>

namespace bounce {

class ChipmunkRecorder {
  public:
    ChipmunkRecorder(const std::string& path, cpSpace* space, double rate, const std::string& title = "",
                     const std::string& unit = "unit")
        : space_(space), log_(path, header(space, rate, title, unit)) {}

    // What a body is called; before the first frame that has it.
    void name(const cpBody* body, const std::string& name, const std::string& kind, bool upright = false) {
        names_[body] = Body(name, kind, moves(body));
        names_[body].upright = upright;
    }

    // After every cpSpaceStep().
    void frame(double dt = 0) {
        alive_.clear(), shapes_now_.clear();
        const cpBody* own = cpSpaceGetStaticBody(space_); // shapes may hang on it though it is in no list
        alive_.push_back(own);
        cpSpaceEachBody(
            space_, [](cpBody* b, void* me) { self(me).alive_.push_back(b); }, this);
        cpSpaceEachShape(
            space_, [](cpShape* s, void* me) { self(me).shapes_now_.push_back(s); }, this);
        define_new();
        log_.frame(number_++, dt);
        for (const cpBody* b : alive_) {
            const cpVect p = cpBodyGetPosition(b), v = cpBodyGetVelocity(b);
            const bool still =
                cpBodyGetType(const_cast<cpBody*>(b)) == CP_BODY_TYPE_STATIC && placed_.count(b) > 0;
            if (!still)
                log_.state(bodies_[b], p.x, p.y, cpBodyGetAngle(b), v.x, v.y, cpBodyGetAngularVelocity(b));
            placed_.insert(b);
        }
        say_what_left();
        write_contacts();
        for (const Ray& r : rays_) log_.ray(r.name, r.caster, r.from.x, r.from.y, r.to.x, r.to.y, r.hit);
        rays_.clear();
    }

    // Casts a ray in the space and logs it with what it hit. Returns the shape or nullptr.
    const cpShape* ray(const std::string& name, const cpBody* caster, cpVect from, cpVect to, double radius = 0,
                       cpShapeFilter filter = CP_SHAPE_FILTER_ALL) {
        cpSegmentQueryInfo info;
        const cpShape* hit = cpSpaceSegmentQueryFirst(space_, from, to, radius, filter, &info);
        const auto mine = bodies_.find(caster);
        const auto other = shapes_.find(hit);
        rays_.push_back({name, mine == bodies_.end() ? -1 : mine->second, from, to,
                         other == shapes_.end() ? -1 : other->second});
        return hit;
    }

    Recorder& log() { return log_; }

  private:
    static ChipmunkRecorder& self(void* me) { return *static_cast<ChipmunkRecorder*>(me); }

    static Header header(cpSpace* space, double rate, const std::string& title, const std::string& unit) {
        Header h;
        h.title = title, h.unit = unit, h.rate = rate, h.float_bits = sizeof(cpFloat) == 8 ? 64 : 32;
        h.gravity_x = cpSpaceGetGravity(space).x, h.gravity_y = cpSpaceGetGravity(space).y;
        h.slop = cpSpaceGetCollisionSlop(space);
        h.logs = {"contacts", "rays"};
        h.engine = "{\"name\":\"Chipmunk\",\"version\":" + detail::quoted(cpVersionString) +
                   ",\"iterations\":" + std::to_string(cpSpaceGetIterations(space)) +
                   ",\"damping\":" + detail::number(cpSpaceGetDamping(space)) +
                   ",\"collision_bias\":" + detail::number(cpSpaceGetCollisionBias(space)) +
                   ",\"collision_persistence\":" + std::to_string(cpSpaceGetCollisionPersistence(space)) + "}";
        return h;
    }
    static std::string moves(const cpBody* b) {
        const cpBodyType type = cpBodyGetType(const_cast<cpBody*>(b));
        return type == CP_BODY_TYPE_STATIC ? "static" : type == CP_BODY_TYPE_KINEMATIC ? "kinematic" : "dynamic";
    }

    static std::string shape_of(const cpShape* s) {
        switch (s->klass->type) {
        case CP_CIRCLE_SHAPE: {
            const cpVect at = cpCircleShapeGetOffset(s);
            return circle(cpCircleShapeGetRadius(s), at.x, at.y);
        }
        case CP_SEGMENT_SHAPE: {
            const cpVect a = cpSegmentShapeGetA(s), b = cpSegmentShapeGetB(s);
            const double r = cpSegmentShapeGetRadius(s);
            return r > 0 ? capsule(a.x, a.y, b.x, b.y, r) : chain({{a.x, a.y}, {b.x, b.y}});
        }
        default: {
            std::vector<std::pair<double, double>> list;
            for (int i = 0; i < cpPolyShapeGetCount(s); ++i) {
                const cpVect v = cpPolyShapeGetVert(s, i);
                list.emplace_back(v.x, v.y);
            }
            return polygon(list, cpPolyShapeGetRadius(s));
        }
        }
    }

    using Filter = std::tuple<cpGroup, cpBitmask, cpBitmask, bool>; // group, categories, mask, dynamic body
    static bool collide(const Filter& a, const Filter& b) {
        const auto& [group_a, categories_a, mask_a, dynamic_a] = a;
        const auto& [group_b, categories_b, mask_b, dynamic_b] = b;
        if (!dynamic_a && !dynamic_b) return false; // the engine lets them pass
        return !(group_a != 0 && group_a == group_b) && (categories_a & mask_b) != 0 &&
               (categories_b & mask_a) != 0;
    }
    std::string layer_of(const cpShape* s) {
        const cpShapeFilter f = cpShapeGetFilter(s);
        const Filter filter{f.group, f.categories, f.mask,
                            cpBodyGetType(cpShapeGetBody(s)) == CP_BODY_TYPE_DYNAMIC};
        const auto it = layers_.find(filter);
        if (it != layers_.end()) return it->second;
        const std::string name = "filter " + std::to_string(layers_.size() + 1);
        layers_[filter] = name;
        for (const auto& [other, other_name] : layers_)
            if (!collide(filter, other)) log_.pair(name, other_name, "ignore");
        return name;
    }

    // Bodies that a constraint keeps from colliding belong together; a fixed one with several such is ground.
    static std::set<const cpBody*> joined(const cpBody* body) {
        std::set<const cpBody*> out;
        cpBodyEachConstraint(
            const_cast<cpBody*>(body),
            [](cpBody* b, cpConstraint* c, void* all) {
                if (cpConstraintGetCollideBodies(c)) return;
                const cpBody* other =
                    cpConstraintGetBodyA(c) == b ? cpConstraintGetBodyB(c) : cpConstraintGetBodyA(c);
                static_cast<std::set<const cpBody*>*>(all)->insert(other);
            },
            &out);
        if (cpBodyGetType(const_cast<cpBody*>(body)) == CP_BODY_TYPE_STATIC && out.size() > 1) out.clear();
        return out;
    }
    Id owner_of(const cpBody* body) const {
        std::set<const cpBody*> all{body};
        std::vector<const cpBody*> open{body};
        while (!open.empty()) {
            const cpBody* next = open.back();
            open.pop_back();
            for (const cpBody* other : joined(next))
                if (joined(other).count(next) && bodies_.count(other) && all.insert(other).second)
                    open.push_back(other);
        }
        Id first = bodies_.at(body);
        for (const cpBody* b : all) first = std::min(first, bodies_.at(b));
        return first == bodies_.at(body) ? -1 : first;
    }

    // What the engine knows of a body beside its place.
    std::string about(const cpBody* body) const {
        cpBody* b = const_cast<cpBody*>(body);
        const cpVect center = cpBodyGetCenterOfGravity(b);
        std::string out = "{\"center\":" + detail::pair(center.x, center.y);
        if (cpBodyGetType(b) == CP_BODY_TYPE_DYNAMIC) {
            out += ",\"mass\":" + detail::number(cpBodyGetMass(b));
            if (std::isfinite(cpBodyGetMoment(b))) out += ",\"moment\":" + detail::number(cpBodyGetMoment(b));
        }
        struct Joints {
            const ChipmunkRecorder& me;
            std::string all;
        } joints{*this, ""};
        cpBodyEachConstraint(
            b,
            [](cpBody* own, cpConstraint* c, void* data) {
                auto& [me, all] = *static_cast<Joints*>(data);
                const auto to = me.bodies_.find(cpConstraintGetBodyB(c));
                if (cpConstraintGetBodyA(c) == own && to != me.bodies_.end())
                    all += (all.empty() ? "" : ",") + joint(c, to->second);
            },
            &joints);
        return out + (joints.all.empty() ? "" : ",\"joints\":[" + joints.all + "]") + "}";
    }
    static std::string joint(const cpConstraint* c, Id to) {
        std::string out = "{\"to\":" + std::to_string(to) +
                          (cpConstraintGetCollideBodies(c) ? ",\"collide\":true" : "");
        const auto add = [&](const char* type, cpVect a, cpVect b) {
            out += std::string(",\"type\":\"") + type + "\",\"anchors\":[" + detail::pair(a.x, a.y) + "," +
                   detail::pair(b.x, b.y) + "]";
        };
        const bool usual = std::isinf(cpConstraintGetMaxForce(c)); // its force has no limit
        if (usual && cpConstraintIsPivotJoint(c))
            add("pivot", cpPivotJointGetAnchorA(c), cpPivotJointGetAnchorB(c));
        else if (usual && cpConstraintIsPinJoint(c))
            add("pin", cpPinJointGetAnchorA(c), cpPinJointGetAnchorB(c)),
                out += ",\"length\":" + detail::number(cpPinJointGetDist(c));
        else if (usual && cpConstraintIsSlideJoint(c))
            add("slide", cpSlideJointGetAnchorA(c), cpSlideJointGetAnchorB(c)),
                out += ",\"limits\":" + detail::pair(cpSlideJointGetMin(c), cpSlideJointGetMax(c));
        else if (usual && cpConstraintIsDampedSpring(c))
            add("spring", cpDampedSpringGetAnchorA(c), cpDampedSpringGetAnchorB(c)),
                out += ",\"length\":" + detail::number(cpDampedSpringGetRestLength(c)) +
                       ",\"stiffness\":" + detail::number(cpDampedSpringGetStiffness(c)) +
                       ",\"damping\":" + detail::number(cpDampedSpringGetDamping(c));
        else if (usual && cpConstraintIsSimpleMotor(c))
            out += ",\"type\":\"motor\",\"rate\":" + detail::number(cpSimpleMotorGetRate(c));
        else
            out += ",\"type\":\"other\"";
        return out + "}";
    }
    static std::size_t joints_of(const cpBody* b) {
        std::size_t count = 0;
        cpBodyEachConstraint(
            const_cast<cpBody*>(b),
            [](cpBody* own, cpConstraint* c, void* sum) {
                *static_cast<std::size_t*>(sum) += cpConstraintGetBodyA(c) == own;
            },
            &count);
        return count;
    }

    void define_new() {
        std::vector<const cpBody*> fresh;
        for (const cpBody* b : alive_)
            if (!bodies_.count(b)) bodies_[b] = ++last_body_, fresh.push_back(b);
        for (const cpBody* b : alive_) {
            const std::size_t joints = joints_of(b);
            if (joints_.count(b) && joints_[b] != joints) fresh.push_back(b);
            joints_[b] = joints;
        }
        for (const cpBody* b : fresh) {
            const auto named = names_.find(b);
            Body body = named != names_.end() ? named->second : Body("", "", moves(b));
            body.owner = owner_of(b), body.engine = about(b);
            log_.body(bodies_[b], body);
        }
        for (const cpShape* s : shapes_now_) {
            if (shapes_.count(s)) continue;
            Surface surface;
            surface.layer = layer_of(s), surface.role = cpShapeGetSensor(s) ? "sensor" : "solid";
            surface.friction = cpShapeGetFriction(s), surface.restitution = cpShapeGetElasticity(s);
            const cpVect runs = cpShapeGetSurfaceVelocity(s);
            if (runs.x != 0 || runs.y != 0)
                surface.engine = "{\"surface_velocity\":" + detail::pair(runs.x, runs.y) + "}";
            shapes_[s] = ++last_shape_;
            log_.collider(last_shape_, bodies_[cpShapeGetBody(s)], shape_of(s), surface);
        }
    }

    void say_what_left() {
        const std::set<const cpBody*> alive(alive_.begin(), alive_.end());
        const std::set<const cpShape*> shapes(shapes_now_.begin(), shapes_now_.end());
        for (auto it = shapes_.begin(); it != shapes_.end();)
            if (shapes.count(it->first))
                ++it;
            else
                log_.off(it->second), it = shapes_.erase(it);
        for (auto it = bodies_.begin(); it != bodies_.end();)
            if (alive.count(it->first))
                ++it;
            else
                log_.removed(it->second), placed_.erase(it->first), names_.erase(it->first),
                    joints_.erase(it->first), it = bodies_.erase(it);
    }

    // ---- contacts: every touching pair after the step; what was not there before began, what is gone ended
    using Pair = std::pair<Id, Id>;
    const char* phase_of(const Pair& p) {
        touching_now_.insert(p);
        return touching_.count(p) ? "stay" : "begin";
    }
    void keep(cpArbiter* arbiter) {
        cpShape *a = nullptr, *b = nullptr;
        cpArbiterGetShapes(arbiter, &a, &b);
        const Id ia = shapes_[a], ib = shapes_[b];
        const Pair pair = std::minmax(ia, ib);
        if (!written_.insert(pair).second) return; // the other body told of it already
        const cpContactPointSet points = cpArbiterGetContactPointSet(arbiter);
        const double impulse = std::abs(cpvdot(cpArbiterTotalImpulse(arbiter), points.normal));
        const char* phase = phase_of(pair);
        for (int i = 0; i < points.count; ++i) {
            const cpVect at = cpvlerp(points.points[i].pointA, points.points[i].pointB, 0.5);
            log_.contact(Contact(ia, ib)
                             .at(at.x, at.y)
                             .normal(points.normal.x, points.normal.y)
                             .depth(-points.points[i].distance)
                             .impulse(impulse / points.count)
                             .phase(phase));
        }
    }
    void write_contacts() {
        written_.clear(), touching_now_.clear();
        for (const cpBody* b : alive_)
            if (cpBodyGetType(const_cast<cpBody*>(b)) == CP_BODY_TYPE_DYNAMIC)
                cpBodyEachArbiter(
                    const_cast<cpBody*>(b),
                    [](cpBody*, cpArbiter* arbiter, void* me) { self(me).keep(arbiter); }, this);
        for (const cpShape* s : shapes_now_) // a sensor's meetings are in no list
            if (cpShapeGetSensor(s)) {
                sensor_ = s;
                cpSpaceShapeQuery(
                    space_, const_cast<cpShape*>(s),
                    [](cpShape* other, cpContactPointSet*, void* me) { self(me).notice(other); }, this);
            }
        for (const Pair& p : touching_)
            if (!touching_now_.count(p)) log_.contact(Contact(p.first, p.second).phase("end"));
        touching_.swap(touching_now_);
    }
    void notice(const cpShape* other) {
        if (cpShapeGetBody(other) == cpShapeGetBody(sensor_)) return;
        const Pair pair = std::minmax(shapes_[sensor_], shapes_[other]);
        if (written_.insert(pair).second)
            log_.contact(Contact(pair.first, pair.second).phase(phase_of(pair)));
    }

    struct Ray {
        std::string name;
        Id caster;
        cpVect from, to;
        Id hit;
    };
    cpSpace* space_;
    Recorder log_;
    Id number_ = 0, last_body_ = 0, last_shape_ = 0;
    std::vector<const cpBody*> alive_;
    std::vector<const cpShape*> shapes_now_;
    const cpShape* sensor_ = nullptr;
    std::map<const cpBody*, Id> bodies_;
    std::map<const cpShape*, Id> shapes_;
    std::map<const cpBody*, std::size_t> joints_;
    std::map<const cpBody*, Body> names_;
    std::set<const cpBody*> placed_;
    std::map<Filter, std::string> layers_;
    std::set<Pair> touching_, touching_now_, written_;
    std::vector<Ray> rays_;
};

} // namespace bounce

#endif
