// SPDX-License-Identifier: GPL-3.0-or-later
// Box2D 2.4 through its public interface, as its connector (examples/box2d) logs it.
#include "fix/engine/engine_world.hpp"
#include "language/say.hpp"

#include <box2d/box2d.h>

#include <map>

namespace oddbounce {

namespace {

constexpr double large = largest_of_an_engine;

b2Vec2 vec(const Vec3& v) { return {static_cast<float>(v.x), static_cast<float>(v.y)}; }
Vec3 vec(const b2Vec2& v) { return {v.x, v.y, 0.0}; }
float number(const EngineKeys& k, const char* key, double least, double most, double otherwise) {
    return static_cast<float>(k.number(key, least, most, otherwise));
}

class Box2dWorld : public EngineWorld, b2ContactListener, b2ContactFilter {
  public:
    explicit Box2dWorld(const Recording& r) : world_(vec(r.header.gravity)) {
        const EngineKeys about(r.header.extra);
        check_state(Pose(), r.header.gravity, Vec3(0.0));
        world_.SetContactListener(this), world_.SetContactFilter(this);
        world_.SetContinuousPhysics(about.flag("continuous", true));
        world_.SetSubStepping(about.flag("sub_stepping", false));
        world_.SetAllowSleeping(about.flag("sleeping", true));
        world_.SetWarmStarting(about.flag("warm_starting", true));
        if (about.has("iterations")) {
            const auto both = about.numbers("iterations", 2, 1, 1000);
            velocity_iterations_ = static_cast<int>(both[0]),
            position_iterations_ = static_cast<int>(both[1]);
        }
    }

    void add(const World& w, Slot slot, const EngineChange& change) override {
        const BodyState& b = w.body(slot);
        if (b.scale != Vec3(1.0)) throw CannotRebuild{say("{} is scaled", label(*b.def))};
        check_state(b.pose, b.velocity, b.angular_velocity);
        const EngineKeys about(b.def->extra);
        b2BodyDef def;
        def.type = b.def->moves == Moves::Static      ? b2_staticBody
                   : b.def->moves == Moves::Kinematic ? b2_kinematicBody
                                                      : b2_dynamicBody;
        def.position = vec(b.pose.at), def.angle = static_cast<float>(b.pose.turn.angle());
        def.linearVelocity = vec(b.velocity), def.angularVelocity = static_cast<float>(b.angular_velocity.z);
        if (about.has("damping")) {
            const auto both = about.numbers("damping", 2, 0, large);
            def.linearDamping = static_cast<float>(both[0]), def.angularDamping = static_cast<float>(both[1]);
        }
        def.gravityScale = number(about, "gravity_scale", -large, large, 1.0);
        def.bullet = about.flag("bullet", false) || change.swept;
        def.fixedRotation = about.flag("fixed_rotation", false) || change.lock_turn;
        def.allowSleep = about.flag("can_sleep", true);
        if (change.swept) world_.SetContinuousPhysics(true); // without it a bullet is none
        b2Body* body = bodies_[slot] = world_.CreateBody(&def);
        now_ = &w;
        for (const Slot c : w.colliders_of(slot)) add_collider(w, c, *body, change);
        // What the game set itself; where the fixtures say the same, they still do when the fix changes them.
        if (about.has("mass_data") && def.type == b2_dynamicBody) {
            const auto list = about.numbers("mass_data", 4, -large, large);
            b2MassData data{static_cast<float>(list[0]),
                            {static_cast<float>(list[2]), static_cast<float>(list[3])},
                            static_cast<float>(list[1])};
            const bool turns = !def.fixedRotation && data.I > 0.0f;
            if (data.mass <= 0.0f || data.I < 0.0f ||
                (turns && data.I <= data.mass * b2Dot(data.center, data.center)))
                throw CannotRebuild{say("what the log says of '{}' cannot be", "mass_data")};
            body->SetMassData(&data);
        }
    }

    void join(const World& w, Slot slot) override {
        for (const EngineKeys& j : EngineKeys(w.body(slot).def->extra).objects("joints")) {
            const auto to = static_cast<Id>(j.number("to", 0, 9e15));
            const auto a = bodies_.find(slot), b = bodies_.find(w.recording().body_slot(to));
            if (a == bodies_.end() || b == bodies_.end() || a == b) continue;
            const std::string type = j.text("type");
            const auto make = [&](auto def, const auto& more) {
                def.bodyA = a->second, def.bodyB = b->second;
                def.collideConnected = j.flag("collide", false);
                const auto anchors = j.points("anchors");
                def.localAnchorA = vec(anchors[0]), def.localAnchorB = vec(anchors[1]);
                more(def);
                world_.CreateJoint(&def);
            };
            const auto two = [&](const char* key, float& first, float& second, double least) {
                if (!j.has(key)) return false;
                const auto both = j.numbers(key, 2, least, 1e30);
                first = static_cast<float>(both[0]), second = static_cast<float>(both[1]);
                return true;
            };
            const auto springs = [&](auto& def) {
                def.stiffness = number(j, "stiffness", 0, 1e30, 0),
                def.damping = number(j, "damping", 0, 1e30, 0);
            };
            if (type == "revolute")
                make(b2RevoluteJointDef(), [&](b2RevoluteJointDef& def) {
                    def.referenceAngle = number(j, "angle", -large, large, 0);
                    def.enableLimit = two("limits", def.lowerAngle, def.upperAngle, -large);
                    def.enableMotor = two("motor", def.motorSpeed, def.maxMotorTorque, -large);
                });
            else if (type == "prismatic")
                make(b2PrismaticJointDef(), [&](b2PrismaticJointDef& def) {
                    def.referenceAngle = number(j, "angle", -large, large, 0);
                    two("axis", def.localAxisA.x, def.localAxisA.y, -1.0);
                    def.enableLimit = two("limits", def.lowerTranslation, def.upperTranslation, -large);
                    def.enableMotor = two("motor", def.motorSpeed, def.maxMotorForce, -large);
                });
            else if (type == "distance")
                make(b2DistanceJointDef(), [&](b2DistanceJointDef& def) {
                    def.length = static_cast<float>(j.number("length", 0, large));
                    two("limits", def.minLength, def.maxLength, 0.0);
                    springs(def);
                });
            else if (type == "wheel")
                make(b2WheelJointDef(), [&](b2WheelJointDef& def) {
                    two("axis", def.localAxisA.x, def.localAxisA.y, -1.0);
                    def.enableLimit = two("limits", def.lowerTranslation, def.upperTranslation, -large);
                    def.enableMotor = two("motor", def.motorSpeed, def.maxMotorTorque, -large);
                    springs(def);
                });
            else if (type == "weld")
                make(b2WeldJointDef(), [&](b2WeldJointDef& def) {
                    def.referenceAngle = number(j, "angle", -large, large, 0);
                    springs(def);
                });
            else
                throw CannotRebuild{
                    say("a joint of {} is of a kind that is not logged", label(*w.body(slot).def))};
        }
    }

    void remove(Slot slot) override {
        const auto it = bodies_.find(slot);
        if (it == bodies_.end()) return;
        for (b2Fixture* f = it->second->GetFixtureList(); f; f = f->GetNext()) colliders_.erase(f);
        world_.DestroyBody(it->second);
        bodies_.erase(it);
    }
    bool has(Slot slot) const override { return bodies_.count(slot) > 0; }

    void place(Slot slot, const Pose& pose, const Vec3& velocity, const Vec3& spin) override {
        check_state(pose, velocity, spin);
        b2Body& b = *bodies_.at(slot);
        const b2Vec2 at = vec(pose.at), v = vec(velocity);
        const auto angle = static_cast<float>(pose.turn.angle()), w = static_cast<float>(spin.z);
        if (b.GetPosition() != at || b.GetAngle() != angle) b.SetTransform(at, angle);
        if (b.GetLinearVelocity() != v) b.SetLinearVelocity(v);
        if (b.GetAngularVelocity() != w) b.SetAngularVelocity(w);
    }

    void step(const World& now, double dt) override {
        now_ = &now, began_.clear();
        for (const auto& [fixture, slot] : colliders_)
            if (auto& on = on_[slot]; on != at(now, slot).on)
                on = !on, const_cast<b2Fixture*>(fixture)->Refilter();
        check_step(dt);
        world_.Step(static_cast<float>(dt), velocity_iterations_, position_iterations_);
        for (const auto& [slot, body] : bodies_)
            check_state({vec(body->GetPosition()), Rotation::in_plane(static_cast<double>(body->GetAngle()))},
                        vec(body->GetLinearVelocity()), Vec3(0.0, 0.0, body->GetAngularVelocity()));
    }

    TrackPoint point(Slot slot) const override {
        const b2Body& b = *bodies_.at(slot);
        TrackPoint out;
        out.pose = {vec(b.GetPosition()), Rotation::in_plane(static_cast<double>(b.GetAngle()))};
        out.velocity = vec(b.GetLinearVelocity()), out.angular_velocity.z = b.GetAngularVelocity();
        for (const b2ContactEdge* e = b.GetContactList(); e; e = e->next)
            if (e->contact->IsTouching() && e->contact->IsEnabled()) add_hits(out, b, *e->contact);
        for (const Begun& began : began_) // and ended in the same step
            if (began.a == slot || began.b == slot) {
                TrackPoint::Hit h = began.hit;
                if (began.b == slot) std::swap(h.mine, h.other), h.normal = -h.normal;
                if (std::ranges::none_of(out.hits, [&](const TrackPoint::Hit& o) {
                        return o.mine == h.mine && o.other == h.other;
                    }))
                    out.hits.push_back(h);
            }
        return out;
    }

  private:
    void add_collider(const World& w, Slot slot, b2Body& body, const EngineChange& change) {
        const ColliderState& c = at(w, slot);
        if (!c.def || !c.geometry)
            throw CannotRebuild{say("a collider of {} has no shape", label(*w.body(c.body).def))};
        if (c.def->role == Role::OneWay)
            throw CannotRebuild{
                say("what {} lets through is the game's own code", label(*w.body(c.body).def))};
        const std::string name = label(*w.body(c.body).def);
        const EngineKeys about(c.def->extra);
        on_[slot] = c.on;
        const auto make = [&](const b2Shape& shape) {
            b2FixtureDef def;
            def.shape = &shape;
            def.density = number(about, "density", 0, large, 0);
            def.friction =
                static_cast<float>(std::max(0.0, change.friction.value_or(c.def->friction.value_or(0.0))));
            def.restitution =
                static_cast<float>(std::max(0.0, change.restitution.value_or(c.def->restitution)));
            def.restitutionThreshold =
                number(about, "restitution_threshold", 0, large, def.restitutionThreshold);
            def.isSensor = c.def->role == Role::Sensor;
            colliders_[body.CreateFixture(&def)] = slot;
        };
        const Shape& s = c.def->shape;
        const auto circle = [&](const Vec3& at) {
            check_state({at, {}}, Vec3(s.radius, 0, 0), Vec3(0.0));
            b2CircleShape out;
            out.m_p = vec(at), out.m_radius = static_cast<float>(s.radius);
            make(out);
        };
        switch (s.kind) {
        case ShapeKind::Circle:
            return circle(s.at);
        case ShapeKind::Capsule: { // a box and a circle at each end
            Shape middle;
            middle.kind = ShapeKind::Polygon;
            const Vec3 along = s.b - s.a, side = unit(Vec3(-along.y, along.x, 0.0)) * s.radius;
            middle.points = {s.a - side, s.b - side, s.b + side, s.a + side};
            make(polygon(middle, name));
            return circle(s.a), circle(s.b);
        }
        case ShapeKind::Box:
        case ShapeKind::Polygon:
            return make(polygon(s, name));
        case ShapeKind::Chain:
            return make_chain(s, about, name, make);
        default:
            throw CannotRebuild{say("{} has a shape that the engine has not", name)};
        }
    }

    /// The corners in their order: the engine's own function would begin with another one.
    static b2PolygonShape polygon(const Shape& s, const std::string& whose) {
        const std::vector<Vec3> corners = engine_polygon(s, whose);
        if (corners.size() > b2_maxPolygonVertices)
            throw CannotRebuild{say("{} has more corners than the engine's shapes", whose)};
        b2PolygonShape out;
        out.m_count = static_cast<int>(corners.size());
        for (int i = 0; i < out.m_count; ++i) out.m_vertices[i] = vec(corners[static_cast<std::size_t>(i)]);
        b2Vec2 center(0.0f, 0.0f);
        float whole = 0.0f;
        const b2Vec2 origin = out.m_vertices[0];
        for (int i = 0; i < out.m_count; ++i) {
            const b2Vec2 p = out.m_vertices[i], q = out.m_vertices[i + 1 < out.m_count ? i + 1 : 0];
            const b2Vec2 e1 = p - origin, e2 = q - origin;
            const float part = 0.5f * b2Cross(e1, e2);
            whole += part, center += part / 3.0f * (e1 + e2);
            out.m_normals[i] = b2Cross(q - p, 1.0f);
            out.m_normals[i].Normalize();
        }
        out.m_centroid = (1.0f / whole) * center + origin;
        out.m_radius = static_cast<float>(s.radius) + b2_polygonRadius;
        return out;
    }

    template <class Make>
    static void make_chain(const Shape& s, const EngineKeys& about, const std::string& whose,
                           const Make& make) {
        std::vector<b2Vec2> points;
        for (const Vec3& p : s.points) {
            const Vec3 there = s.at + s.turn.turn(p);
            check_state({there, {}}, Vec3(0.0), Vec3(0.0));
            if (!points.empty() &&
                b2DistanceSquared(points.back(), vec(there)) <= b2_linearSlop * b2_linearSlop)
                throw CannotRebuild{say("points of {} are too near to each other for the engine", whose)};
            points.push_back(vec(there));
        }
        std::optional<std::array<Vec3, 2>> ghosts;
        if (about.has("ghosts")) ghosts = about.points("ghosts");
        if (points.size() == 2 && !about.flag("chain", false)) {
            b2EdgeShape edge;
            if (ghosts)
                edge.SetOneSided(vec((*ghosts)[0]), points[0], points[1], vec((*ghosts)[1]));
            else
                edge.SetTwoSided(points[0], points[1]);
            return make(edge);
        }
        b2ChainShape chain;
        if (s.closed && points.size() > 2)
            chain.CreateLoop(points.data(), static_cast<int>(points.size()));
        else
            chain.CreateChain(points.data(), static_cast<int>(points.size()),
                              ghosts ? vec((*ghosts)[0]) : 2.0f * points[0] - points[1],
                              ghosts ? vec((*ghosts)[1]) : 2.0f * points.back() - points[points.size() - 2]);
        make(chain);
    }

    Slot collider(const b2Fixture* f) const { return colliders_.at(f); }
    Slot body(const b2Fixture* f) const { return at(*now_, collider(f)).body; }
    Does does(b2Fixture* a, b2Fixture* b) const {
        const Slot c = collider(a), d = collider(b);
        return at(*now_, c).on && at(*now_, d).on ? now_->does(c, d) : Does::Ignore;
    }
    bool ShouldCollide(b2Fixture* a, b2Fixture* b) override { return does(a, b) != Does::Ignore; }
    void PreSolve(b2Contact* c, const b2Manifold*) override {
        if (does(c->GetFixtureA(), c->GetFixtureB()) == Does::Report) c->SetEnabled(false);
    }
    struct Begun {
        Slot a, b;
        TrackPoint::Hit hit;
    };
    void BeginContact(b2Contact* c) override {
        if (c->GetManifold()->pointCount == 0) return;
        b2WorldManifold m;
        c->GetWorldManifold(&m);
        began_.push_back({body(c->GetFixtureA()),
                          body(c->GetFixtureB()),
                          {collider(c->GetFixtureA()), collider(c->GetFixtureB()), vec(m.normal),
                           vec(m.points[0]), -static_cast<double>(m.separations[0]), false, true}});
    }
    void add_hits(TrackPoint& out, const b2Body& own, b2Contact& c) const {
        const bool first = c.GetFixtureA()->GetBody() == &own;
        const Slot mine = collider(first ? c.GetFixtureA() : c.GetFixtureB()),
                   other = collider(first ? c.GetFixtureB() : c.GetFixtureA());
        b2WorldManifold m;
        c.GetWorldManifold(&m);
        const Vec3 normal = vec(m.normal) * (first ? 1.0 : -1.0);
        for (int i = 0; i < c.GetManifold()->pointCount; ++i)
            out.hits.push_back(
                {mine, other, normal, vec(m.points[i]), -static_cast<double>(m.separations[i]), false, true});
    }

    b2World world_;
    int velocity_iterations_ = 8, position_iterations_ = 3;
    std::map<Slot, b2Body*> bodies_;
    std::map<const b2Fixture*, Slot> colliders_;
    std::map<Slot, bool> on_;
    const World* now_ = nullptr;
    std::vector<Begun> began_;
};

} // namespace

std::unique_ptr<EngineWorld> new_box2d_world(const Recording& r) { return std::make_unique<Box2dWorld>(r); }

} // namespace oddbounce
