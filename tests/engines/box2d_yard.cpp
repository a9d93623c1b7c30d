// SPDX-License-Identifier: MIT
// box2d_yard OUT.bouncelog SEED FRAMES: legal play with all that moves bodies beside hits, stepped by Box2D:
// a bridge and puppets on joints, a cart with wheels on hills, a ferry and a slow mill moved by code, a
// sorter with a moving surface, fast parcels with continuous collision, bodies that are destroyed, a steered
// walker.
#include "box2d_play.hpp"

namespace {

struct Yard : Play, b2ContactListener {
    b2Fixture* sorter = nullptr;

    void PreSolve(b2Contact* c, const b2Manifold*) override {
        if (c->GetFixtureA() == sorter) c->SetTangentSpeed(3);
        if (c->GetFixtureB() == sorter) c->SetTangentSpeed(-3);
    }
    void pin(b2Body* a, b2Body* b, b2Vec2 at, float most = 0) {
        b2RevoluteJointDef joint;
        joint.Initialize(a, b, at);
        joint.enableLimit = most > 0, joint.lowerAngle = -most, joint.upperAngle = most;
        world.CreateJoint(&joint);
    }
};

void bridge(Yard& yard, bounce::Box2dRecorder& log) {
    b2Body* last = yard.box(b2_staticBody, {-58, 5}, 1, 1);
    log.name(last, "west pier", "pier");
    for (int i = 0; i < 14; ++i) {
        const float x = -57.0f + static_cast<float>(i);
        b2Body* plank = yard.box(b2_dynamicBody, {x, 5}, 1, 0.25f);
        log.name(plank, "plank", "plank"), yard.pin(last, plank, {x - 0.5f, 5}), last = plank;
    }
    b2Body* pier = yard.box(b2_staticBody, {-43, 5}, 1, 1);
    log.name(pier, "east pier", "pier"), yard.pin(last, pier, {-43.5f, 5});
    for (int i = 0; i < 5; ++i) {
        const float y = 7.0f + 1.5f * static_cast<float>(i);
        const float radius = yard.between(0.2f, 0.4f); // in an order that no compiler chooses
        log.name(yard.ball({yard.between(-55, -51), y}, radius, 0.3f), "drum", "drum");
        log.name(yard.box(b2_dynamicBody, {yard.between(-49, -46), y}, 0.6f, 0.6f), "crate", "crate");
    }
}

void puppet(Yard& yard, bounce::Box2dRecorder& log, float x, float y) {
    const auto limb = [&](b2Vec2 at, float w, float h) {
        b2Body* b = yard.box(b2_dynamicBody, at, w, h);
        log.name(b, "puppet", "puppet");
        return b;
    };
    b2Body *trunk = limb({x, y}, 0.6f, 1.2f), *head = limb({x, y + 0.9f}, 0.5f, 0.5f);
    yard.pin(trunk, head, {x, y + 0.6f}, 1);
    for (const float s : {-1.0f, 1.0f}) {
        b2Body *arm = limb({x + s * 0.65f, y + 0.3f}, 0.7f, 0.2f),
               *leg = limb({x + s * 0.2f, y - 1}, 0.25f, 0.9f);
        b2Body* hand = limb({x + s * 1.25f, y + 0.3f}, 0.6f, 0.18f);
        yard.pin(trunk, arm, {x + s * 0.3f, y + 0.3f}, 1), yard.pin(arm, hand, {x + s * 0.95f, y + 0.3f}, 1);
        yard.pin(trunk, leg, {x + s * 0.2f, y - 0.6f}, 1);
    }
}

/// Hills of one chain, and a cart with wheels on springs.
b2WheelJoint* cart(Yard& yard, bounce::Box2dRecorder& log) {
    std::vector<b2Vec2> line{{80, 20}};
    float y = 0;
    std::vector<b2Vec2> ground;
    for (int i = 0; i < 60; ++i) {
        ground.push_back({20.0f + static_cast<float>(i), y});
        y += i < 15 ? 0 : yard.between(-0.3f, 0.3f);
    }
    line.insert(line.end(), ground.rbegin(), ground.rend()), line.push_back({20, 20});
    b2ChainShape hills;
    hills.CreateChain(line.data(), static_cast<int>(line.size()), line.front(), line.back());
    log.name(yard.add(b2_staticBody, {0, 0}, hills, 0.6f, 0), "hills", "ground");
    b2Body* bed = yard.box(b2_dynamicBody, {24, 1.2f}, 3, 0.6f);
    log.name(bed, "cart", "cart");
    b2WheelJoint* driven = nullptr;
    for (const float x : {23.0f, 25.0f}) {
        b2Body* wheel = yard.ball({x, 0.7f}, 0.4f, 0);
        wheel->GetFixtureList()->SetFriction(0.9f), log.name(wheel, "wheel", "wheel");
        b2WheelJointDef joint;
        joint.Initialize(bed, wheel, wheel->GetPosition(), {0, 1});
        joint.enableMotor = true, joint.maxMotorTorque = 20;
        joint.enableLimit = true, joint.lowerTranslation = -0.25f, joint.upperTranslation = 0.25f;
        b2LinearStiffness(joint.stiffness, joint.damping, 4, 0.7f, bed, wheel);
        driven = static_cast<b2WheelJoint*>(yard.world.CreateJoint(&joint));
    }
    for (int i = 0; i < 6; ++i)
        log.name(yard.box(b2_dynamicBody, {40.0f, 4.0f + 1.1f * static_cast<float>(i)}, 0.8f, 0.8f), "crate",
                 "crate");
    return driven;
}

b2Body* walker(Yard& yard, bounce::Box2dRecorder& log) {
    b2Body* stoat = yard.box(b2_dynamicBody, {-10, 1.1f}, 0.6f, 1.8f, 0);
    stoat->SetFixedRotation(true), log.name(stoat, "stoat", "courier", true);
    for (int i = 0; i < 3; ++i)
        log.name(yard.box(b2_dynamicBody, {-5.0f + 3.0f * static_cast<float>(i), 0.4f}, 0.7f, 0.7f, 0.3f),
                 "crate", "crate");
    return stoat;
}

} // namespace

int main(int argc, char** argv) {
    if (argc < 4) {
        std::fprintf(stderr, "box2d_yard: expected OUT.bouncelog SEED FRAMES\n");
        return 2;
    }
    Yard yard;
    yard.random.seed(static_cast<unsigned>(std::atoi(argv[2])));
    bounce::Box2dRecorder log(argv[1], yard.world, 60, "yard", &yard);
    log.name(yard.box(b2_staticBody, {-20, -0.5f}, 80, 1), "quay", "pier");
    for (const float x : {-60.0f, 19.5f}) log.name(yard.box(b2_staticBody, {x, 10}, 1, 20), "wall", "quay");
    bridge(yard, log);
    for (int i = 0; i < 2; ++i)
        puppet(yard, log, -36.0f + 4.0f * static_cast<float>(i), 5.0f + yard.between(0, 2));
    b2WheelJoint* motor = cart(yard, log);
    b2Body* stoat = walker(yard, log);
    b2Body* belt = yard.box(b2_staticBody, {-20, 9}, 10, 0.5f);
    yard.sorter = belt->GetFixtureList(), log.name(belt, "sorter", "belt");
    b2Body* ferry = yard.box(b2_kinematicBody, {8, 3}, 5, 0.5f);
    log.name(ferry, "ferry", "lift");
    for (int i = 0; i < 4; ++i)
        log.name(yard.box(b2_dynamicBody, {6.0f + static_cast<float>(i), 3.6f}, 0.7f, 0.7f), "crate",
                 "crate");
    b2PolygonShape arm;
    arm.SetAsBox(3, 0.2f);
    b2Body* mill = yard.add(b2_kinematicBody, {14, 9}, arm, 0.5f, 0);
    mill->SetAngularVelocity(0.8f), log.name(mill, "mill", "mill");
    std::vector<b2Body*> parcels;
    const int frames = std::atoi(argv[3]);
    for (int n = 0; n < frames; ++n) {
        const float t = static_cast<float>(n) / 60;
        ferry->SetLinearVelocity({1.5f * std::sin(0.7f * t), 0.5f * std::cos(0.9f * t)});
        motor->SetMotorSpeed((n / 240) % 3 == 0 ? -12.0f : (n / 240) % 3 == 1 ? 0.0f : 10.0f);
        stoat->SetLinearVelocity({(n / 300) % 2 ? -3.0f : 3.0f, stoat->GetLinearVelocity().y});
        if (n % 120 == 60) stoat->ApplyLinearImpulseToCenter({0, stoat->GetMass() * 5}, true);
        if (n % 40 == 0) {
            b2Body* parcel = n % 80 ? yard.ball({-24, 10}, 0.25f, 0.2f)
                                    : yard.box(b2_dynamicBody, {14, 12.6f}, 0.4f, 0.4f);
            if (n % 120 == 40) parcel->SetBullet(true), parcel->SetLinearVelocity({60, 8});
            log.name(parcel, "parcel", "parcel"), parcels.push_back(parcel);
        }
        if (parcels.size() > 12) yard.world.DestroyBody(parcels.front()), parcels.erase(parcels.begin());
        yard.world.Step(1.0f / 60, 8, 3);
        log.frame();
    }
    return log.log().ok() ? 0 : 1;
}
