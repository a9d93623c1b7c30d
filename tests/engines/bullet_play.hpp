// SPDX-License-Identifier: MIT
// A Bullet world that is quickly furnished.
#pragma once

#include "../../examples/bullet/bullet_recorder.hpp"

#include <cstdlib>
#include <memory>
#include <random>

struct Play {
    btDefaultCollisionConfiguration configuration;
    btCollisionDispatcher dispatcher{&configuration};
    btDbvtBroadphase broadphase;
    btSequentialImpulseConstraintSolver solver;
    btDiscreteDynamicsWorld world{&dispatcher, &broadphase, &solver, &configuration};
    std::vector<std::unique_ptr<btCollisionShape>> shapes;
    std::vector<std::unique_ptr<btTriangleMesh>> meshes;
    std::vector<std::unique_ptr<btRigidBody>> bodies;
    std::mt19937 random;

    Play() { world.setGravity({0, btScalar(-9.8), 0}); }
    ~Play() {
        for (const auto& b : bodies) world.removeRigidBody(b.get());
    }
    btScalar between(double a, double b) {
        return static_cast<btScalar>(a + (b - a) * static_cast<double>(random() % 10001) / 10000.0);
    }
    btRigidBody* add(btScalar mass, const btVector3& at, btCollisionShape* shape, double friction = 0.5,
                     double restitution = 0.0, int group = 0, int mask = -1) {
        shapes.emplace_back(shape);
        btVector3 inertia(0, 0, 0);
        if (mass > 0) shape->calculateLocalInertia(mass, inertia);
        bodies.push_back(std::make_unique<btRigidBody>(mass, nullptr, shape, inertia));
        btRigidBody* b = bodies.back().get();
        btTransform t;
        t.setIdentity(), t.setOrigin(at), b->setWorldTransform(t), b->setInterpolationWorldTransform(t);
        b->setFriction(static_cast<btScalar>(friction)),
            b->setRestitution(static_cast<btScalar>(restitution));
        if (group)
            world.addRigidBody(b, group, mask);
        else
            world.addRigidBody(b);
        return b;
    }
    btRigidBody* box(btScalar mass, const btVector3& at, const btVector3& size, double friction = 0.5,
                     double restitution = 0.0, int group = 0, int mask = -1) {
        return add(mass, at, new btBoxShape(size / 2), friction, restitution, group, mask);
    }
    btRigidBody* ball(const btVector3& at, btScalar r, double restitution) {
        return add(1, at, new btSphereShape(r), 0.4, restitution);
    }
    /// A level deck of triangles, `n` squares on each side.
    btRigidBody* deck(const btVector3& at, int n, btScalar square, double friction = 0.5) {
        meshes.push_back(std::make_unique<btTriangleMesh>());
        const auto p = [&](int x, int z) {
            return btVector3((static_cast<btScalar>(x) - static_cast<btScalar>(n) / 2) * square, 0,
                             (static_cast<btScalar>(z) - static_cast<btScalar>(n) / 2) * square);
        };
        for (int x = 0; x < n; ++x)
            for (int z = 0; z < n; ++z)
                meshes.back()->addTriangle(p(x, z), p(x, z + 1), p(x + 1, z + 1)),
                    meshes.back()->addTriangle(p(x, z), p(x + 1, z + 1), p(x + 1, z));
        return add(0, at, new btBvhTriangleMeshShape(meshes.back().get(), true), friction);
    }
};
