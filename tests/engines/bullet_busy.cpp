// SPDX-License-Identifier: MIT
// bullet_busy OUT.bouncelog SEED FRAMES [FAULT]: busy play stepped by Bullet: piles, rolling, restitution, a
// mesh, hulls, capsules, compounds, a kinematic lift, a hinge. Legal without FAULT; with one of `thin`,
// `filter` it has that fault seeded.
#include "bullet_play.hpp"

#include <algorithm>

namespace {
constexpr int scenery = 64, courier = 128;
}

int main(int argc, char** argv) {
    if (argc < 4) {
        std::fprintf(stderr, "bullet_busy: expected OUT.bouncelog SEED FRAMES [FAULT]\n");
        return 2;
    }
    const std::string fault = argc > 4 ? argv[4] : "";
    Play play;
    play.random.seed(static_cast<unsigned>(std::atoi(argv[2])));
    bounce::BulletRecorder log(argv[1], play.world, 60, "busy play in space");
    const auto f = [](auto v) { return static_cast<btScalar>(v); };
    log.name(play.box(0, {0, f(-0.5), 0}, {60, 1, 40}), "quay", "pier");
    log.name(play.box(0, {-30, 4, 0}, {1, 10, 40}), "west wall", "quay");
    log.name(play.box(0, {30, 4, 0}, {1, 10, 40}), "east wall", "quay");
    log.name(play.box(0, {0, 4, -20}, {60, 10, 1}), "north wall", "quay");
    log.name(play.box(0, {0, 4, 20}, {60, 10, 1}), "south wall", "quay");
    log.name(play.deck({18, 2, 8}, 8, 1), "deck", "deck");
    for (int i = 0; i < 24; ++i)
        log.name(play.box(1, {f(-20 + 2.5 * (i % 4)), f(0.55 + 1.05 * (i / 8)), f(-4 + 3.0 * (i / 4 % 2))},
                          {play.between(0.7, 1.1), 1, play.between(0.7, 1.1)}, play.between(0.3, 0.8)),
                 "crate", "crate");
    for (int i = 0; i < 16; ++i)
        log.name(play.ball({f(1 + 2.2 * (i % 8)), f(3 + 2 * (i / 8)), play.between(-6, 2)},
                           play.between(0.25, 0.6), play.between(0, 0.8)),
                 "drum", "drum");
    for (int i = 0; i < 6; ++i) {
        auto* hull = new btConvexHullShape;
        for (int k = 0; k < 14; ++k) { // over a sphere, the radius varied
            const double up = 1.0 - (2 * k + 1) / 14.0, level = std::sqrt(1 - up * up), turn = 2.4 * k;
            const btScalar r = play.between(0.4, 0.55);
            hull->addPoint(btVector3(f(level * std::cos(turn)), f(up), f(level * std::sin(turn))) * r,
                           k == 13);
        }
        log.name(play.add(1, {f(-20 + 3 * i), 9, 6}, hull, 0.5, 0.2), "stone", "stone");
        log.name(play.add(1, {f(-18 + 3 * i), 7, -10}, new btCapsuleShape(f(0.3), f(0.8)), 0.5, 0.1), "buoy",
                 "buoy");
    }
    std::vector<const btRigidBody*>
        yokes; // kicked over the deck, they trip on its edges: the engine does not help it
    for (int i = 0; i < 4; ++i) {
        auto* dumbbell = new btCompoundShape;
        for (const double side : {-0.5, 0.5}) {
            play.shapes.emplace_back(new btBoxShape(btVector3(f(0.3), f(0.3), f(0.3))));
            btTransform t;
            t.setIdentity(), t.setOrigin({f(side), 0, 0});
            dumbbell->addChildShape(t, play.shapes.back().get());
        }
        yokes.push_back(play.add(1, {f(16 + 1.5 * i), f(3.5 + i), 8}, dumbbell));
        log.name(yokes.back(), "yoke", "crate");
    }
    btRigidBody* lift = play.box(0, {8, f(2.2), 12}, {4, f(0.4), 4});
    lift->setCollisionFlags(lift->getCollisionFlags() | btCollisionObject::CF_KINEMATIC_OBJECT);
    lift->setActivationState(DISABLE_DEACTIVATION);
    log.name(lift, "lift", "lift");
    for (int i = 0; i < 3; ++i) {
        btRigidBody* crate = play.box(1, {f(7 + i), 3, 12}, {f(0.7), f(0.7), f(0.7)});
        crate->setActivationState(DISABLE_DEACTIVATION); // asleep, the lift would go through it
        log.name(crate, "crate", "crate");
    }
    btRigidBody* post = play.box(0, {0, 3, 14}, {f(0.3), f(0.3), f(0.3)});
    btRigidBody* sign = play.box(1, {0, 2, 14}, {1, 1, f(0.1)});
    log.name(post, "post", "quay"), log.name(sign, "sign", "sign");
    btHingeConstraint hinge(*post, *sign, {0, 0, 0}, {0, 1, 0}, {0, 0, 1}, {0, 0, 1});
    play.world.addConstraint(&hinge, true);

    btRigidBody* stoat = nullptr;
    if (fault == "filter") {
        log.name(play.box(0, {0, 20, 0}, {14, f(0.5), 6}, 0.2), "shelf", "shelf");
        log.name(play.box(0, {1, 21, 0}, {1, f(1.4), 2}, 0.5, 0, scenery, ~courier), "stall", "stall");
        log.name(play.box(0, {5, 21, 0}, {1, f(1.4), 2}, 0.5), "stall", "stall");
        stoat = play.box(1, {-3, f(20.75), 0}, {f(0.6), 1, f(0.6)}, 0.0, 0.0, courier, -1);
        stoat->setAngularFactor(0);
        log.name(stoat, "stoat", "courier", true);
    }
    if (fault == "thin") log.name(play.box(0, {-10, 20, 0}, {f(0.02), 4, 4}), "net", "net");

    const int frames = std::atoi(argv[3]);
    for (int n = 0; n < frames; ++n) {
        if (n % 90 == 30)
            log.name(play.ball({play.between(-20, 10), 12, play.between(-8, 8)}, f(0.3), 0.5), "buoy",
                     "buoy");
        if (fault == "thin" && n % 60 == 20 && n < 200) {
            btRigidBody* parcel = play.ball({-14, f(20.5), play.between(-1, 1)}, f(0.15), 0.1);
            parcel->setLinearVelocity({f(70 + n), 1, play.between(-2, 2)});
            log.name(parcel, "parcel", "parcel");
        }
        btTransform t = lift->getWorldTransform();
        t.setOrigin({8, f(2.2 + 0.6 * std::sin(0.02 * n)), 12});
        lift->setWorldTransform(t); // the engine finds its velocity
        if (stoat) stoat->activate(), stoat->setLinearVelocity({3, stoat->getLinearVelocity().y(), 0});
        if (n % 400 == 399) // a kick: everything wakes up
            for (const auto& b : play.bodies)
                if (b->getInvMass() > 0 && b.get() != stoat &&
                    std::ranges::find(yokes, b.get()) == yokes.end())
                    b->activate(), b->applyCentralImpulse(
                                       {play.between(-3, 3), play.between(0, 5), play.between(-3, 3)});
        play.world.stepSimulation(f(1.0 / 60), 0);
        log.frame();
    }
    play.world.removeConstraint(&hinge);
    return log.log().ok() ? 0 : 1;
}
