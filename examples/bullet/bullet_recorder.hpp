// SPDX-License-Identifier: MIT
// Records any Bullet 3 world of rigid bodies through its public interface: bodies, shapes, filters, contacts,
// rays.
//
//   bounce::BulletRecorder log("run.bouncelog", world, 60);
//   log.name(body, "parcel", "parcel");
//   for (;;) { world.stepSimulation(1.0f / 60, 0); log.frame(); }
//
// A frame is what one call of stepSimulation did: step by fixed steps (with 0 or 1 substeps), so that a frame
// is a step.
#ifndef BOUNCE_BULLET_RECORDER_HPP
#define BOUNCE_BULLET_RECORDER_HPP

#include <bounce_recorder.hpp>

#include <btBulletDynamicsCommon.h>

#include <map>
#include <set>
#include <tuple>

namespace bounce {

class BulletRecorder {
  public:
    // slop: what the game takes for no overlap; the solver leaves about a hundredth of a metre.
    BulletRecorder(const std::string& path, btDiscreteDynamicsWorld& world, double rate,
                   const std::string& title = "", double slop = 0.01)
        : world_(world), log_(path, header(world, rate, title, slop)) {}

    // What a body is called; before the first frame that has it.
    void name(const btCollisionObject* body, const std::string& name, const std::string& kind,
              bool upright = false) {
        names_[body] = Body(name, kind, moves(body));
        names_[body].upright = upright;
    }

    // After every step.
    void frame(double dt = 0) {
        define_new();
        log_.frame(number_++, dt);
        std::set<const btCollisionObject*> alive;
        for (int i = 0; i < world_.getNumCollisionObjects(); ++i) {
            const btCollisionObject* b = world_.getCollisionObjectArray()[i];
            alive.insert(b);
            const bool still = moves(b) == "static" && placed_.count(b) > 0;
            if (!still) state(b);
            placed_.insert(b);
        }
        for (auto it = bodies_.begin(); it != bodies_.end();)
            if (alive.count(it->first))
                ++it;
            else
                log_.removed(it->second), placed_.erase(it->first), colliders_.erase(it->first),
                    it = bodies_.erase(it);
        write_contacts();
        for (const auto& ray : rays_) log_.ray(ray.name, ray.caster, ray.from, ray.to, ray.hit);
        rays_.clear();
    }

    // Casts a ray in the world and logs it with what it hit. Returns the body or nullptr.
    const btCollisionObject* ray(const std::string& name, const btCollisionObject* caster,
                                 const btVector3& from, const btVector3& to) {
        btCollisionWorld::ClosestRayResultCallback closest(from, to);
        world_.rayTest(from, to, closest);
        define_new();
        const btCollisionObject* hit = closest.hasHit() ? closest.m_collisionObject : nullptr;
        rays_.push_back(
            {name, caster ? bodies_[caster] : -1, vec(from), vec(to), hit ? colliders_[hit].front() : -1});
        return hit;
    }

    Recorder& log() { return log_; }

  private:
    static Vec vec(const btVector3& v) {
        Vec out;
        out.x = v.x(), out.y = v.y(), out.z = v.z();
        return out;
    }
    static Quat quat(const btQuaternion& q) {
        Quat out;
        out.x = q.x(), out.y = q.y(), out.z = q.z(), out.w = q.w();
        return out;
    }
    static Header header(const btDiscreteDynamicsWorld& world, double rate, const std::string& title,
                         double slop) {
        Header h;
        const btVector3 g = world.getGravity();
        const btVector3 up = g.length2() > 0 ? -g.normalized() : btVector3(0, 1, 0);
        h.title = title, h.unit = "m", h.rate = rate, h.space = 3, h.float_bits = 8 * sizeof(btScalar);
        h.up_x = up.x(), h.up_y = up.y(), h.up_z = up.z();
        h.gravity_x = g.x(), h.gravity_y = g.y(), h.gravity_z = g.z();
        h.slop = slop, h.skin = gContactBreakingThreshold; // so near the engine keeps a contact
        h.logs = {"contacts", "rays"};
        return h;
    }
    static std::string moves(const btCollisionObject* b) {
        return b->isKinematicObject() ? "kinematic"
               : b->isStaticObject()  ? "static"
                                      : "dynamic"; // it may be both
    }
    void state(const btCollisionObject* b) {
        const btTransform& t = b->getWorldTransform();
        btVector3 v(0, 0, 0), w(0, 0, 0);
        if (const btRigidBody* body = btRigidBody::upcast(b))
            v = body->getLinearVelocity(), w = body->getAngularVelocity();
        log_.state(bodies_[b], vec(t.getOrigin()), quat(t.getRotation()), vec(v), vec(w));
    }

    // ---- shapes
    struct Part {
        const btCollisionShape* shape;
        btTransform at;
    };
    static std::vector<Part> parts(const btCollisionShape* shape) {
        if (!shape->isCompound()) return {{shape, btTransform::getIdentity()}};
        std::vector<Part> out;
        const auto* all = static_cast<const btCompoundShape*>(shape);
        for (int i = 0; i < all->getNumChildShapes(); ++i)
            out.push_back({all->getChildShape(i), all->getChildTransform(i)});
        return out;
    }
    static std::string placed(std::string shape, const btTransform& at) {
        shape.pop_back();
        return shape + ",\"at\":" + vec(at.getOrigin()).json() +
               ",\"rotation\":" + quat(at.getRotation()).json() + "}";
    }
    // Boxes, hulls and meshes keep a margin round a core.
    static std::string rounded(std::string shape, double margin) {
        shape.pop_back();
        return shape + ",\"round\":" + detail::number(margin) + "}";
    }
    static std::string prism(int axis, double half, double bottom, double top) {
        std::vector<Vec> points;
        constexpr int around = 24;
        for (int i = 0; i < around; ++i)
            for (const double end : {-1.0, 1.0}) {
                const double a = 6.283185307179586 * i / around, r = end < 0 ? bottom : top;
                btVector3 p(0, 0, 0);
                p[axis] = static_cast<btScalar>(end * half);
                p[(axis + 1) % 3] = static_cast<btScalar>(r * std::cos(a));
                p[(axis + 2) % 3] = static_cast<btScalar>(r * std::sin(a));
                points.push_back(vec(p));
            }
        return hull(points);
    }
    static std::string mesh_of(const btConcaveShape& shape) {
        struct Triangles : btTriangleCallback {
            std::vector<Vec> points;
            std::vector<std::array<int, 3>> faces;
            std::map<std::tuple<double, double, double>, int> known;
            void processTriangle(btVector3* t, int, int) override {
                std::array<int, 3> face{};
                for (std::size_t k = 0; k < 3; ++k) {
                    const Vec p = vec(t[k]);
                    const auto [it, fresh] =
                        known.emplace(std::tuple(p.x, p.y, p.z), static_cast<int>(points.size()));
                    if (fresh) points.push_back(p);
                    face[k] = it->second;
                }
                faces.push_back(face);
            }
        } all;
        btVector3 low, high;
        shape.getAabb(btTransform::getIdentity(), low, high);
        shape.processAllTriangles(&all, low, high);
        return rounded(mesh(all.points, all.faces), shape.getMargin());
    }
    static std::string shape_of(const btCollisionShape& shape) {
        switch (shape.getShapeType()) {
        case SPHERE_SHAPE_PROXYTYPE:
            return "{\"type\":\"sphere\",\"r\":" +
                   detail::number(static_cast<const btSphereShape&>(shape).getRadius()) + "}";
        case BOX_SHAPE_PROXYTYPE: { // its margin rounds its edges
            const btVector3 half = static_cast<const btBoxShape&>(shape).getHalfExtentsWithoutMargin();
            return rounded("{\"type\":\"box\",\"size\":" + vec(half * 2).json() + "}", shape.getMargin());
        }
        case CAPSULE_SHAPE_PROXYTYPE: {
            const auto& c = static_cast<const btCapsuleShape&>(shape);
            btVector3 end(0, 0, 0);
            end[c.getUpAxis()] = c.getHalfHeight();
            return capsule(vec(-end), vec(end), c.getRadius());
        }
        case CYLINDER_SHAPE_PROXYTYPE: {
            const auto& c = static_cast<const btCylinderShape&>(shape);
            const int axis = c.getUpAxis();
            return prism(axis, c.getHalfExtentsWithMargin()[axis], c.getRadius(), c.getRadius());
        }
        case CONE_SHAPE_PROXYTYPE: {
            const auto& c = static_cast<const btConeShape&>(shape);
            return prism(c.getConeUpIndex(), c.getHeight() / 2, c.getRadius(), 0.0);
        }
        case CONVEX_HULL_SHAPE_PROXYTYPE: {
            const auto& h = static_cast<const btConvexHullShape&>(shape);
            std::vector<Vec> points;
            for (int i = 0; i < h.getNumPoints(); ++i) points.push_back(vec(h.getScaledPoint(i)));
            return rounded(hull(points), h.getMargin());
        }
        case STATIC_PLANE_PROXYTYPE: { // as a very large box below it
            const auto& p = static_cast<const btStaticPlaneShape&>(shape);
            constexpr btScalar wide = 1000, deep = 10;
            const btQuaternion turn = shortestArcQuat(btVector3(0, 1, 0), p.getPlaneNormal());
            const btTransform at(turn, p.getPlaneNormal() * (p.getPlaneConstant() - deep / 2));
            return placed("{\"type\":\"box\",\"size\":" + vec(btVector3(wide, deep, wide)).json() + "}", at);
        }
        default:
            if (shape.isConcave()) return mesh_of(static_cast<const btConcaveShape&>(shape));
            btVector3 low, high; // of a kind that has no counterpart: its bounds
            shape.getAabb(btTransform::getIdentity(), low, high);
            return box(vec(high - low), vec((low + high) / 2));
        }
    }

    // ---- filters
    using Filter = std::tuple<int, int, bool>; // group, mask, is of a body that moves by forces
    static bool collide(const Filter& a, const Filter& b) {
        const auto& [group_a, mask_a, dynamic_a] = a;
        const auto& [group_b, mask_b, dynamic_b] = b;
        if (!dynamic_a && !dynamic_b) return false; // the engine lets them pass
        return (group_a & mask_b) != 0 && (group_b & mask_a) != 0;
    }
    std::string layer_of(const btCollisionObject& b) {
        const btBroadphaseProxy* proxy = b.getBroadphaseHandle();
        const Filter filter{proxy ? proxy->m_collisionFilterGroup : 1,
                            proxy ? proxy->m_collisionFilterMask : -1, !b.isStaticOrKinematicObject()};
        const auto it = layers_.find(filter);
        if (it != layers_.end()) return it->second;
        const std::string name = "filter " + std::to_string(layers_.size() + 1);
        layers_[filter] = name;
        for (const auto& [other, other_name] : layers_)
            if (!collide(filter, other)) log_.pair(name, other_name, "ignore");
        return name;
    }

    // Bodies that a constraint keeps from colliding belong together.
    Id owner_of(const btCollisionObject* b) const {
        const btRigidBody* body = btRigidBody::upcast(b);
        std::set<const btCollisionObject*> all{b};
        std::vector<const btRigidBody*> open;
        if (body) open.push_back(body);
        while (!open.empty()) {
            const btRigidBody* next = open.back();
            open.pop_back();
            for (int i = 0; i < next->getNumConstraintRefs(); ++i) {
                btTypedConstraint* c = const_cast<btRigidBody*>(next)->getConstraintRef(i);
                const btRigidBody* other =
                    &c->getRigidBodyA() == next ? &c->getRigidBodyB() : &c->getRigidBodyA();
                const bool passes = !const_cast<btRigidBody*>(next)->checkCollideWithOverride(other);
                if (passes && !other->isStaticObject() && bodies_.count(other) && all.insert(other).second)
                    open.push_back(other);
            }
        }
        Id first = bodies_.at(b);
        for (const btCollisionObject* o : all) first = std::min(first, bodies_.at(o));
        return first == bodies_.at(b) ? -1 : first;
    }

    void define_new() {
        std::vector<const btCollisionObject*> fresh;
        for (int i = 0; i < world_.getNumCollisionObjects(); ++i) {
            const btCollisionObject* b = world_.getCollisionObjectArray()[i];
            if (!bodies_.count(b)) bodies_[b] = ++last_body_, fresh.push_back(b);
        }
        for (const btCollisionObject* b : fresh) {
            const auto named = names_.find(b);
            Body body = named != names_.end() ? named->second : Body("", "", moves(b));
            body.owner = owner_of(b);
            log_.body(bodies_[b], body);
            Surface s;
            s.layer = layer_of(*b);
            s.role = b->getCollisionFlags() & btCollisionObject::CF_NO_CONTACT_RESPONSE ? "sensor" : "solid";
            s.friction = b->getFriction(), s.restitution = b->getRestitution();
            for (const Part& part : parts(b->getCollisionShape())) {
                colliders_[b].push_back(++last_collider_);
                const std::string shape = shape_of(*part.shape);
                const bool there = part.at.getOrigin().length2() == 0 && part.at.getRotation().w() == 1;
                log_.collider(last_collider_, bodies_[b], there ? shape : placed(shape, part.at), s);
            }
        }
    }

    // ---- contacts: all points that the engine keeps, of pairs that began, go on, or ended in this step
    Id collider_of(const btCollisionObject* b, int part) {
        const std::vector<Id>& all = colliders_[b];
        return part >= 0 && part < static_cast<int>(all.size()) ? all[static_cast<std::size_t>(part)]
                                                                : all.front();
    }
    void write_contacts() {
        std::set<std::pair<Id, Id>> now;
        btDispatcher* dispatcher = world_.getDispatcher();
        for (int i = 0; i < dispatcher->getNumManifolds(); ++i) {
            const btPersistentManifold* m = dispatcher->getManifoldByIndexInternal(i);
            const btCollisionObject *a = m->getBody0(), *b = m->getBody1();
            if (!bodies_.count(a) || !bodies_.count(b)) continue;
            for (int k = 0; k < m->getNumContacts(); ++k) {
                const btManifoldPoint& p = m->getContactPoint(k);
                const std::pair<Id, Id> pair{
                    collider_of(a, a->getCollisionShape()->isCompound() ? p.m_index0 : 0),
                    collider_of(b, b->getCollisionShape()->isCompound() ? p.m_index1 : 0)};
                now.insert(pair);
                const btVector3 at = (p.getPositionWorldOnA() + p.getPositionWorldOnB()) / 2;
                log_.contact(Contact(pair.first, pair.second)
                                 .at(vec(at))
                                 .normal(vec(-p.m_normalWorldOnB)) // from a to b
                                 .depth(-p.getDistance())
                                 .impulse(p.getAppliedImpulse())
                                 .phase(touched_.count(pair) ? "stay" : "begin"));
            }
        }
        for (const auto& pair : touched_)
            if (!now.count(pair) && defined(pair.first) && defined(pair.second))
                log_.contact(Contact(pair.first, pair.second).phase("end"));
        touched_ = std::move(now);
    }
    bool defined(Id collider) const {
        for (const auto& [body, all] : colliders_)
            for (const Id id : all)
                if (id == collider) return true;
        return false;
    }

    struct Ray {
        std::string name;
        Id caster;
        Vec from, to;
        Id hit;
    };
    btDiscreteDynamicsWorld& world_;
    Recorder log_;
    Id number_ = 0, last_body_ = 0, last_collider_ = 0;
    std::map<const btCollisionObject*, Id> bodies_;
    std::map<const btCollisionObject*, std::vector<Id>> colliders_;
    std::map<const btCollisionObject*, Body> names_;
    std::set<const btCollisionObject*> placed_;
    std::map<Filter, std::string> layers_;
    std::set<std::pair<Id, Id>> touched_;
    std::vector<Ray> rays_;
};

} // namespace bounce

#endif
