// SPDX-License-Identifier: MIT
// Records any Box2D 2.4 world through its public interface: bodies, fixtures, filters, contacts, rays.
//
//   bounce::Box2dRecorder log("run.bouncelog", world, 60);
//   log.name(body, "parcel", "parcel");
//   for (;;) { world.Step(1.0f / 60, 8, 3); log.frame(); }
//
// It becomes the world's contact listener and hands every call on to `next`, if one is given. What it takes to
// build the world again is logged too, so that a candidate fix can be tried by the engine itself.
#ifndef BOUNCE_BOX2D_RECORDER_HPP
#define BOUNCE_BOX2D_RECORDER_HPP

#include <bounce_recorder.hpp>

#include <box2d/box2d.h>

#include <map>
#include <set>
#include <tuple>

namespace bounce {

class Box2dRecorder : public b2ContactListener {
  public:
    Box2dRecorder(const std::string& path, b2World& world, double rate, const std::string& title = "",
                  b2ContactListener* next = nullptr, int velocity_iterations = 8,
                  int position_iterations = 3)
        : world_(world), next_(next),
          log_(path, header(world, rate, title, velocity_iterations, position_iterations)) {
        world.SetContactListener(this);
    }
    ~Box2dRecorder() override { world_.SetContactListener(next_); }

    // What a body is called; before the first frame that has it.
    void name(const b2Body* body, const std::string& name, const std::string& kind, bool upright = false) {
        names_[body] = Body(name, kind, moves(body));
        names_[body].upright = upright;
    }

    // After every Step().
    void frame(double dt = 0) {
        define_new();
        log_.frame(number_++, dt);
        std::set<const b2Body*> alive;
        for (const b2Body* b = world_.GetBodyList(); b; b = b->GetNext()) {
            alive.insert(b);
            const b2Vec2 p = b->GetPosition(), v = b->GetLinearVelocity();
            const bool still = b->GetType() == b2_staticBody && placed_.count(b) > 0;
            if (!still) log_.state(bodies_[b], p.x, p.y, b->GetAngle(), v.x, v.y, b->GetAngularVelocity());
            placed_.insert(b);
        }
        write_contacts();
        for (auto it = bodies_.begin(); it != bodies_.end();)
            if (alive.count(it->first))
                ++it;
            else
                forget(it->first), it = bodies_.erase(it);
        for (const auto& ray : rays_)
            log_.ray(ray.name, ray.caster, ray.from.x, ray.from.y, ray.to.x, ray.to.y, ray.hit);
        rays_.clear();
    }

    // Casts a ray in the world and logs it with what it hit. Returns the fixture or nullptr.
    b2Fixture* ray(const std::string& name, const b2Body* caster, b2Vec2 from, b2Vec2 to) {
        struct Closest : b2RayCastCallback {
            b2Fixture* hit = nullptr;
            float ReportFixture(b2Fixture* f, const b2Vec2&, const b2Vec2&, float fraction) override {
                if (f->IsSensor()) return -1;
                hit = f;
                return fraction;
            }
        } closest;
        world_.RayCast(&closest, from, to);
        define_new();
        rays_.push_back({name, caster ? bodies_[caster] : -1, from, to, closest.hit ? fixtures_[closest.hit] : -1});
        return closest.hit;
    }

    Recorder& log() { return log_; }

  private:
    static Header header(const b2World& world, double rate, const std::string& title, int velocity_iterations,
                         int position_iterations) {
        Header h;
        const auto flag = [](bool on) { return on ? "true" : "false"; };
        h.engine = "{\"name\":\"Box2D\",\"version\":\"" + std::to_string(b2_version.major) + "." +
                   std::to_string(b2_version.minor) + "\",\"iterations\":" +
                   detail::pair(velocity_iterations, position_iterations) +
                   ",\"continuous\":" + flag(world.GetContinuousPhysics()) +
                   ",\"sub_stepping\":" + flag(world.GetSubStepping()) +
                   ",\"sleeping\":" + flag(world.GetAllowSleeping()) +
                   ",\"warm_starting\":" + flag(world.GetWarmStarting()) + "}";
        h.title = title, h.unit = "m", h.rate = rate, h.float_bits = 32;
        h.gravity_x = world.GetGravity().x, h.gravity_y = world.GetGravity().y;
        h.slop = b2_linearSlop, h.skin = 2.0 * b2_polygonRadius; // polygons keep a rim round them
        h.logs = {"contacts", "rays"};
        return h;
    }
    static std::string moves(const b2Body* b) {
        return b->GetType() == b2_staticBody      ? "static"
               : b->GetType() == b2_kinematicBody ? "kinematic"
                                                  : "dynamic";
    }

    static std::string shape_of(const b2Shape& shape) {
        const auto at = [](const b2Vec2& v) { return std::pair<double, double>(v.x, v.y); };
        std::vector<std::pair<double, double>> list;
        switch (shape.GetType()) {
        case b2Shape::e_circle: {
            const auto& c = static_cast<const b2CircleShape&>(shape);
            return circle(c.m_radius, c.m_p.x, c.m_p.y);
        }
        case b2Shape::e_polygon: {
            const auto& p = static_cast<const b2PolygonShape&>(shape);
            for (int i = 0; i < p.m_count; ++i) list.push_back(at(p.m_vertices[i]));
            return polygon(list);
        }
        case b2Shape::e_edge: {
            const auto& e = static_cast<const b2EdgeShape&>(shape);
            return chain({at(e.m_vertex1), at(e.m_vertex2)});
        }
        default: {
            const auto& c = static_cast<const b2ChainShape&>(shape);
            for (int i = 0; i < c.m_count; ++i) list.push_back(at(c.m_vertices[i]));
            return chain(list);
        }
        }
    }

    using Filter = std::tuple<int, int, int, bool>; // category, mask, group, is of a dynamic body
    static bool collide(const Filter& a, const Filter& b) {
        const auto& [category_a, mask_a, group_a, dynamic_a] = a;
        const auto& [category_b, mask_b, group_b, dynamic_b] = b;
        if (!dynamic_a && !dynamic_b) return false; // the engine lets them pass
        if (group_a == group_b && group_a != 0) return group_a > 0;
        return (mask_a & category_b) != 0 && (category_a & mask_b) != 0;
    }
    std::string layer_of(const b2Fixture& f) {
        const Filter filter{f.GetFilterData().categoryBits, f.GetFilterData().maskBits,
                            f.GetFilterData().groupIndex, f.GetBody()->GetType() == b2_dynamicBody};
        const auto it = layers_.find(filter);
        if (it != layers_.end()) return it->second;
        const std::string name = "filter " + std::to_string(layers_.size() + 1);
        layers_[filter] = name;
        for (const auto& [other, other_name] : layers_)
            if (!collide(filter, other)) log_.pair(name, other_name, "ignore");
        return name;
    }

    // Bodies that a joint keeps from colliding belong together; a fixed one with several such joints is
    // ground.
    static std::set<const b2Body*> joined(const b2Body* body) {
        std::set<const b2Body*> out;
        for (const b2JointEdge* e = body->GetJointList(); e; e = e->next)
            if (!e->joint->GetCollideConnected()) out.insert(e->other);
        if (body->GetType() == b2_staticBody && out.size() > 1) out.clear();
        return out;
    }
    Id owner_of(const b2Body* body) const {
        std::set<const b2Body*> all{body};
        std::vector<const b2Body*> open{body};
        while (!open.empty()) {
            const b2Body* next = open.back();
            open.pop_back();
            for (const b2Body* other : joined(next))
                if (joined(other).count(next) && all.insert(other).second) open.push_back(other);
        }
        Id first = bodies_.at(body);
        for (const b2Body* b : all) first = std::min(first, bodies_.at(b));
        return first == bodies_.at(body) ? -1 : first;
    }

    // What the engine knows of a body beside its place.
    static std::string about(const b2Body& b, const std::map<const b2Body*, Id>& ids) {
        const auto flag = [](bool on) { return on ? "true" : "false"; };
        std::string out = "{\"damping\":" + detail::pair(b.GetLinearDamping(), b.GetAngularDamping()) +
                          ",\"gravity_scale\":" + detail::number(b.GetGravityScale()) +
                          ",\"bullet\":" + flag(b.IsBullet()) +
                          ",\"fixed_rotation\":" + flag(b.IsFixedRotation()) +
                          ",\"can_sleep\":" + flag(b.IsSleepingAllowed());
        // Where the game sets its mass otherwise than the fixtures have it.
        b2MassData own, fixtures{0, {0, 0}, 0};
        b.GetMassData(&own);
        for (const b2Fixture* f = b.GetFixtureList(); f; f = f->GetNext()) {
            b2MassData m;
            f->GetMassData(&m);
            fixtures.mass += f->GetDensity() > 0 ? m.mass : 0, fixtures.center += m.mass * m.center,
                fixtures.I += m.I;
        }
        const auto differ = [](float a, float c) { return std::abs(a - c) > 1e-4f * std::abs(a) + 1e-6f; };
        const bool turns = !b.IsFixedRotation();
        if (b.GetType() == b2_dynamicBody &&
            (differ(own.mass, fixtures.mass > 0 ? fixtures.mass : 1) || (turns && differ(own.I, fixtures.I)) ||
             (fixtures.mass > 0 && differ(own.center.x, fixtures.center.x / fixtures.mass)) ||
             (fixtures.mass > 0 && differ(own.center.y, fixtures.center.y / fixtures.mass))))
            out += ",\"mass_data\":[" + detail::number(own.mass) + "," + detail::number(own.I) + "," +
                   detail::number(own.center.x) + "," + detail::number(own.center.y) + "]";
        std::string joints;
        for (const b2JointEdge* e = b.GetJointList(); e; e = e->next)
            if (e->joint->GetBodyA() == &b && ids.count(e->other))
                joints = joint(*e->joint, ids.at(e->other)) + (joints.empty() ? "" : "," + joints);
        return out + (joints.empty() ? "" : ",\"joints\":[" + joints + "]") + "}";
    }
    static std::string joint(const b2Joint& any, Id to) {
        const auto two = [](double a, double b) { return detail::pair(a, b); };
        std::string out = "{\"to\":" + std::to_string(to) +
                          (any.GetCollideConnected() ? ",\"collide\":true" : "");
        const auto anchors = [&](const auto& j) {
            const b2Vec2 &a = j.GetLocalAnchorA(), &b = j.GetLocalAnchorB();
            out += ",\"anchors\":[" + two(a.x, a.y) + "," + two(b.x, b.y) + "]";
        };
        switch (any.GetType()) {
        case e_revoluteJoint: {
            const auto& j = static_cast<const b2RevoluteJoint&>(any);
            anchors(j), out += ",\"type\":\"revolute\",\"angle\":" + detail::number(j.GetReferenceAngle());
            if (j.IsLimitEnabled()) out += ",\"limits\":" + two(j.GetLowerLimit(), j.GetUpperLimit());
            if (j.IsMotorEnabled()) out += ",\"motor\":" + two(j.GetMotorSpeed(), j.GetMaxMotorTorque());
            return out + "}";
        }
        case e_prismaticJoint: {
            const auto& j = static_cast<const b2PrismaticJoint&>(any);
            anchors(j), out += ",\"type\":\"prismatic\",\"angle\":" + detail::number(j.GetReferenceAngle());
            out += ",\"axis\":" + two(j.GetLocalAxisA().x, j.GetLocalAxisA().y);
            if (j.IsLimitEnabled()) out += ",\"limits\":" + two(j.GetLowerLimit(), j.GetUpperLimit());
            if (j.IsMotorEnabled()) out += ",\"motor\":" + two(j.GetMotorSpeed(), j.GetMaxMotorForce());
            return out + "}";
        }
        case e_distanceJoint: {
            const auto& j = static_cast<const b2DistanceJoint&>(any);
            anchors(j), out += ",\"type\":\"distance\",\"length\":" + detail::number(j.GetLength());
            out += ",\"limits\":" + two(j.GetMinLength(), j.GetMaxLength());
            return out + ",\"stiffness\":" + detail::number(j.GetStiffness()) +
                   ",\"damping\":" + detail::number(j.GetDamping()) + "}";
        }
        case e_wheelJoint: {
            const auto& j = static_cast<const b2WheelJoint&>(any);
            anchors(j), out += ",\"type\":\"wheel\"";
            out += ",\"axis\":" + two(j.GetLocalAxisA().x, j.GetLocalAxisA().y);
            if (j.IsLimitEnabled()) out += ",\"limits\":" + two(j.GetLowerLimit(), j.GetUpperLimit());
            if (j.IsMotorEnabled()) out += ",\"motor\":" + two(j.GetMotorSpeed(), j.GetMaxMotorTorque());
            return out + ",\"stiffness\":" + detail::number(j.GetStiffness()) +
                   ",\"damping\":" + detail::number(j.GetDamping()) + "}";
        }
        case e_weldJoint: {
            const auto& j = static_cast<const b2WeldJoint&>(any);
            anchors(j), out += ",\"type\":\"weld\",\"angle\":" + detail::number(j.GetReferenceAngle());
            return out + ",\"stiffness\":" + detail::number(j.GetStiffness()) +
                   ",\"damping\":" + detail::number(j.GetDamping()) + "}";
        }
        default:
            return out + ",\"type\":\"other\"}";
        }
    }
    // What it knows of a fixture beside its shape.
    static std::string about(const b2Fixture& f) {
        std::string out = "{\"density\":" + detail::number(f.GetDensity()) +
                          ",\"restitution_threshold\":" + detail::number(f.GetRestitutionThreshold());
        const auto ghosts = [&](const b2Vec2& a, const b2Vec2& b) {
            out += ",\"ghosts\":[" + detail::pair(a.x, a.y) + "," + detail::pair(b.x, b.y) + "]";
        };
        if (f.GetShape()->GetType() == b2Shape::e_chain) {
            const auto& c = static_cast<const b2ChainShape&>(*f.GetShape());
            out += ",\"chain\":true", ghosts(c.m_prevVertex, c.m_nextVertex);
        } else if (f.GetShape()->GetType() == b2Shape::e_edge) {
            const auto& e = static_cast<const b2EdgeShape&>(*f.GetShape());
            if (e.m_oneSided) ghosts(e.m_vertex0, e.m_vertex3);
        }
        return out + "}";
    }

    static std::size_t joints_of(const b2Body& b) {
        std::size_t count = 0;
        for (const b2JointEdge* e = b.GetJointList(); e; e = e->next) count += e->joint->GetBodyA() == &b;
        return count;
    }
    // What is destroyed may leave its address to something else.
    void forget(const b2Body* b) {
        log_.removed(bodies_[b]), placed_.erase(b), joints_.erase(b);
        for (const b2Fixture* f : fixtures_of_[b]) fixtures_.erase(f);
        fixtures_of_.erase(b);
    }

    // In the order in which they were made; the engine lists the latest first.
    void define_new() {
        std::vector<b2Body*> all;
        for (b2Body* b = world_.GetBodyList(); b; b = b->GetNext()) all.push_back(b);
        std::vector<b2Body*> fresh;
        for (auto b = all.rbegin(); b != all.rend(); ++b)
            if (!bodies_.count(*b)) bodies_[*b] = ++last_body_, fresh.push_back(*b);
        for (b2Body* b : all) {
            const std::size_t joints = joints_of(*b);
            const bool joined_anew = joints_.count(b) && joints_[b] != joints;
            joints_[b] = joints;
            if (joined_anew) fresh.push_back(b);
        }
        for (const b2Body* b : fresh) {
            const auto named = names_.find(b);
            Body body = named != names_.end() ? named->second : Body("", "", moves(b));
            body.owner = owner_of(b), body.engine = about(*b, bodies_);
            log_.body(bodies_[b], body);
        }
        for (auto b = all.rbegin(); b != all.rend(); ++b) {
            std::vector<b2Fixture*> own;
            for (b2Fixture* f = (*b)->GetFixtureList(); f; f = f->GetNext())
                if (!fixtures_.count(f)) own.push_back(f);
            for (auto f = own.rbegin(); f != own.rend(); ++f) {
                Surface s;
                s.layer = layer_of(**f), s.role = (*f)->IsSensor() ? "sensor" : "solid";
                s.friction = (*f)->GetFriction(), s.restitution = (*f)->GetRestitution();
                s.engine = about(**f);
                fixtures_[*f] = ++last_fixture_, fixtures_of_[*b].push_back(*f);
                log_.collider(last_fixture_, bodies_[*b], shape_of(*(*f)->GetShape()), s);
            }
        }
    }

    // Contacts that began, went on, or ended in this step; all points of a manifold.
    void BeginContact(b2Contact* c) override {
        began_.insert(c);
        keep_points(c, "begin");
        if (next_) next_->BeginContact(c);
    }
    void EndContact(b2Contact* c) override {
        ended_.emplace_back(c->GetFixtureA(), c->GetFixtureB());
        if (next_) next_->EndContact(c);
    }
    void PreSolve(b2Contact* c, const b2Manifold* old) override {
        if (next_) next_->PreSolve(c, old);
    }
    void PostSolve(b2Contact* c, const b2ContactImpulse* impulse) override {
        double sum = 0;
        for (int i = 0; i < impulse->count; ++i) sum += impulse->normalImpulses[i];
        impulses_[c] += sum;
        if (next_) next_->PostSolve(c, impulse);
    }
    struct Point {
        b2Fixture *a, *b;
        bool placed;
        b2Vec2 at, normal;
        double depth, impulse;
        const char* phase;
    };
    void keep_points(b2Contact* c, const char* phase) {
        b2WorldManifold m;
        c->GetWorldManifold(&m);
        const int count = c->GetManifold()->pointCount;
        const double impulse = impulses_.count(c) ? impulses_[c] : 0;
        if (count == 0) points_.push_back({c->GetFixtureA(), c->GetFixtureB(), false, {}, {}, 0, 0, phase});
        for (int i = 0; i < count; ++i)
            points_.push_back({c->GetFixtureA(), c->GetFixtureB(), true, m.points[i], m.normal,
                               -static_cast<double>(m.separations[i]), impulse / count, phase});
    }
    void write_contacts() {
        for (b2Contact* c = world_.GetContactList(); c; c = c->GetNext())
            if (c->IsTouching() && !began_.count(c)) keep_points(c, "stay");
        for (const Point& p : points_) {
            Contact entry(fixtures_[p.a], fixtures_[p.b]);
            if (p.placed)
                entry.at(p.at.x, p.at.y).normal(p.normal.x, p.normal.y).depth(p.depth).impulse(p.impulse);
            log_.contact(entry.phase(p.phase));
        }
        for (const auto& [a, b] : ended_)
            if (fixtures_.count(a) && fixtures_.count(b))
                log_.contact(Contact(fixtures_[a], fixtures_[b]).phase("end"));
        points_.clear(), began_.clear(), ended_.clear(), impulses_.clear();
    }

    struct Ray {
        std::string name;
        Id caster;
        b2Vec2 from, to;
        Id hit;
    };
    b2World& world_;
    b2ContactListener* next_;
    Recorder log_;
    Id number_ = 0, last_body_ = 0, last_fixture_ = 0;
    std::map<const b2Body*, Id> bodies_;
    std::map<const b2Fixture*, Id> fixtures_;
    std::map<const b2Body*, std::vector<const b2Fixture*>> fixtures_of_;
    std::map<const b2Body*, std::size_t> joints_;
    std::map<const b2Body*, Body> names_;
    std::set<const b2Body*> placed_;
    std::map<Filter, std::string> layers_;
    std::vector<Point> points_;
    std::set<const b2Contact*> began_;
    std::vector<std::pair<const b2Fixture*, const b2Fixture*>> ended_;
    std::map<const b2Contact*, double> impulses_;
    std::vector<Ray> rays_;
};

} // namespace bounce

#endif
