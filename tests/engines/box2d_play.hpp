// SPDX-License-Identifier: MIT
// A Box2D world that is quickly furnished.
#pragma once

#include "../../examples/box2d/box2d_recorder.hpp"

#include <cstdlib>
#include <cstring>
#include <random>

struct Play {
    b2World world{{0.0f, -9.8f}};
    std::mt19937 random;

    float between(float a, float b) { return a + (b - a) * static_cast<float>(random() % 10001) / 10000.0f; }

    b2Body* add(b2BodyType type, b2Vec2 at, const b2Shape& shape, float friction, float restitution,
                std::uint16_t category = 1, std::uint16_t mask = 0xffff) {
        b2BodyDef def;
        def.type = type, def.position = at;
        b2FixtureDef fixture;
        fixture.shape = &shape, fixture.density = 1.0f, fixture.friction = friction,
        fixture.restitution = restitution, fixture.filter.categoryBits = category,
        fixture.filter.maskBits = mask;
        b2Body* body = world.CreateBody(&def);
        body->CreateFixture(&fixture);
        return body;
    }
    b2Body* box(b2BodyType type, b2Vec2 at, float w, float h, float friction = 0.5f, float restitution = 0.0f,
                std::uint16_t category = 1, std::uint16_t mask = 0xffff) {
        b2PolygonShape shape;
        shape.SetAsBox(w / 2, h / 2);
        return add(type, at, shape, friction, restitution, category, mask);
    }
    b2Body* ball(b2Vec2 at, float r, float restitution) {
        b2CircleShape shape;
        shape.m_radius = r;
        return add(b2_dynamicBody, at, shape, 0.4f, restitution);
    }
};
