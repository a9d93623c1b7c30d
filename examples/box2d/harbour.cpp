// SPDX-License-Identifier: MIT
// box2d_harbour OUT.bouncelog on|off: a corner of Gullwick harbour, stepped by Box2D with its continuous
// collision on or off. Off, the fast parcels pass through the net; the crates, the drum and the slow parcel
// behave in both.
#include "box2d_recorder.hpp"

#include <cstring>

namespace {

b2Body* box(b2World& world, b2BodyType type, b2Vec2 at, float w, float h, float density = 1.0f,
            float friction = 0.5f, float angle = 0.0f) {
    b2BodyDef def;
    def.type = type, def.position = at, def.angle = angle;
    b2PolygonShape shape;
    shape.SetAsBox(w / 2, h / 2);
    b2FixtureDef fixture;
    fixture.shape = &shape, fixture.density = density, fixture.friction = friction;
    b2Body* body = world.CreateBody(&def);
    body->CreateFixture(&fixture);
    return body;
}

b2Body* ball(b2World& world, b2Vec2 at, b2Vec2 velocity, float r, float restitution) {
    b2BodyDef def;
    def.type = b2_dynamicBody, def.position = at, def.linearVelocity = velocity;
    b2CircleShape shape;
    shape.m_radius = r;
    b2FixtureDef fixture;
    fixture.shape = &shape, fixture.density = 1.0f, fixture.friction = 0.3f,
    fixture.restitution = restitution;
    b2Body* body = world.CreateBody(&def);
    body->CreateFixture(&fixture);
    return body;
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 3 || (std::strcmp(argv[2], "on") != 0 && std::strcmp(argv[2], "off") != 0)) {
        std::fprintf(stderr, "box2d_harbour: expected OUT.bouncelog on|off\n");
        return 2;
    }
    const bool continuous = std::strcmp(argv[2], "on") == 0;
    b2World world({0.0f, -9.8f});
    world.SetContinuousPhysics(continuous);
    bounce::Box2dRecorder log(argv[1], world, 60, continuous ? "harbour, continuous" : "harbour, discrete");

    log.name(box(world, b2_staticBody, {0.0f, -0.5f}, 40.0f, 1.0f), "quay", "pier");
    b2Body* net = box(world, b2_staticBody, {6.0f, 2.0f}, 0.02f, 4.0f);
    log.name(net, "net", "net");
    log.name(box(world, b2_staticBody, {12.0f, 2.0f}, 0.5f, 4.0f), "shed", "quay");
    log.name(box(world, b2_staticBody, {-9.0f, 0.6f}, 5.0f, 0.3f, 1.0f, 0.6f, -0.3f), "ramp", "pier");
    b2BodyDef rail;
    b2Body* line = world.CreateBody(&rail);
    // Chains have one side, the right of their way: this one is walked from its low end, so that it holds
    // from above.
    const b2Vec2 steps[] = {{-12.5f, 0.05f}, {-14.0f, 0.05f}, {-16.0f, 3.0f}};
    b2ChainShape slope;
    slope.CreateChain(steps, 3, {-11.0f, 0.05f}, {-17.0f, 4.0f});
    line->CreateFixture(&slope, 0.0f);
    log.name(line, "slipway", "pier");
    for (int i = 0; i < 5; ++i)
        log.name(box(world, b2_dynamicBody, {0.0f, 0.55f + 1.02f * static_cast<float>(i)}, 1.0f, 1.0f),
                 "crate", "crate");
    log.name(box(world, b2_dynamicBody, {-9.5f, 2.2f}, 0.8f, 0.5f, 1.0f, 0.2f, -0.3f), "sledge", "crate");
    log.name(ball(world, {-15.0f, 4.0f}, {0.0f, 0.0f}, 0.4f, 0.1f), "drum", "drum");
    log.name(ball(world, {3.0f, 5.0f}, {0.3f, 0.0f}, 0.3f, 0.7f), "buoy", "buoy");

    for (int n = 0; n < 360; ++n) {
        if (n % 60 == 20) {
            const float speed = n < 60 ? 9.0f : 62.0f + 3.7f * static_cast<float>(n / 60);
            b2Body* parcel =
                ball(world, {3.0f, 1.2f + 0.3f * static_cast<float>(n / 60)}, {speed, 1.0f}, 0.15f, 0.2f);
            log.name(parcel, "parcel", "parcel");
        }
        world.Step(1.0f / 60, 8, 3);
        if (n % 5 == 0) log.ray("watch", net, {5.5f, 3.5f}, {0.0f, 0.2f});
        log.frame();
    }
    return log.log().ok() ? 0 : 1;
}
