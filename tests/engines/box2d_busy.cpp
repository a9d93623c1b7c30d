// SPDX-License-Identifier: MIT
// box2d_busy OUT.bouncelog SEED FRAMES [FAULT]: busy play stepped by Box2D: piles, rolling, restitution, a
// sensor, a see-saw. Legal without FAULT; with one of `thin`, `seam`, `hang`, `filter`, `ray` it has that
// fault seeded.
#include "box2d_play.hpp"

namespace {

constexpr std::uint16_t scenery = 2, courier = 4;

} // namespace

/// A game that responds to touches itself: what its fixtures say of friction does not count.
struct Sticky : b2ContactListener {
    void PreSolve(b2Contact* c, const b2Manifold*) override { c->SetFriction(0.9f); }
};

int main(int argc, char** argv) {
    if (argc < 4) {
        std::fprintf(stderr, "box2d_busy: expected OUT.bouncelog SEED FRAMES [FAULT [CHANGE AMOUNT]]\n");
        return 2;
    }
    const std::string fault = argc > 4 ? argv[4] : "", change = argc > 6 ? argv[5] : "";
    const auto by = [&](const char* name, float otherwise) {
        return change == name ? static_cast<float>(std::atof(argv[6])) : otherwise;
    };
    Play play;
    play.random.seed(static_cast<unsigned>(std::atoi(argv[2])));
    play.world.SetContinuousPhysics(fault != "thin" || change == "swept");
    Sticky sticky;
    bounce::Box2dRecorder log(argv[1], play.world, 60, "busy play", fault == "sticky" ? &sticky : nullptr);
    log.name(play.box(b2_staticBody, {0, -0.5f}, 60, 1), "quay", "pier");
    log.name(play.box(b2_staticBody, {-30, 8}, 1, 20), "west wall", "quay");
    log.name(play.box(b2_staticBody, {30, 8}, 1, 20), "east wall", "quay");
    for (int i = 0; i < 30; ++i)
        log.name(
            play.box(b2_dynamicBody,
                     {-20.0f + 3.0f * static_cast<float>(i % 6), 0.6f + 1.05f * static_cast<float>(i / 6)},
                     play.between(0.7f, 1.1f), 1.0f, play.between(0.3f, 0.8f)),
            "crate", "crate");
    for (int i = 0; i < 20; ++i)
        log.name(play.ball({1.0f + 2.2f * static_cast<float>(i % 8), 3.0f + 2.0f * static_cast<float>(i / 8)},
                           play.between(0.25f, 0.6f), play.between(0, 0.8f)),
                 "drum", "drum");
    for (int i = 0; i < 6; ++i) {
        b2PolygonShape shape;
        b2Vec2 points[5];
        for (int k = 0; k < 5; ++k)
            points[k] = {0.5f * std::cos(1.2566f * static_cast<float>(k)),
                         0.5f * std::sin(1.2566f * static_cast<float>(k))};
        shape.Set(points, 5);
        log.name(play.add(b2_dynamicBody, {-20.0f + 3.0f * static_cast<float>(i), 13}, shape, 0.5f, 0.2f),
                 "stone", "stone");
    }
    b2Body* beam = play.box(b2_dynamicBody, {24, 2}, 6, 0.3f);
    log.name(beam, "see-saw", "beam");
    b2Body* hinge = play.box(b2_staticBody, {24, 0.9f}, 0.2f, 1.8f);
    log.name(hinge, "hinge", "quay");
    b2RevoluteJointDef joint;
    joint.Initialize(beam, hinge, {24, 2});
    play.world.CreateJoint(&joint);

    b2Body* stoat = nullptr;
    if (fault == "seam") {
        for (int i = 0; i < 8; ++i)
            log.name(play.box(b2_staticBody,
                              {-6.0f + static_cast<float>(i), 20.0f + (i >= 4 ? 0.012f : 0.0f)}, 1, 0.5f, 0),
                     "plank", "plank");
        stoat = play.box(b2_dynamicBody, {-5.5f, 20.76f}, 0.6f, 1.0f, by("friction", 0.0f));
    } else if (fault == "hang" || fault == "sticky") {
        log.name(play.box(b2_staticBody, {0, 24}, 1, 8, 0.9f), "post", "quay");
        stoat = play.box(b2_dynamicBody, {-1.5f, 25}, 0.6f, 1.0f,
                         by("friction", fault == "sticky" ? 0.1f : 0.9f));
    } else if (fault == "filter") {
        log.name(play.box(b2_staticBody, {0, 20}, 12, 0.5f, 0.2f), "shelf", "shelf");
        log.name(play.box(b2_staticBody, {1, 21}, 1, 1.4f, 0.5f, 0, scenery,
                          change == "collide" ? 0xffff : static_cast<std::uint16_t>(~courier)),
                 "stall", "stall");
        log.name(play.box(b2_staticBody, {5, 21}, 1, 1.4f, 0.5f, 0), "stall", "stall");
        stoat = play.box(b2_dynamicBody, {-3, 20.76f}, 0.6f, 1.0f, 0.0f, 0.0f, courier);
    }
    if (stoat) stoat->GetFixtureList()->GetShape()->m_radius += by("round", 0.0f);
    if (stoat) stoat->SetFixedRotation(true), log.name(stoat, "stoat", "courier", true);

    const int frames = std::atoi(argv[3]), substeps = static_cast<int>(by("substeps", 1));
    std::vector<b2Body*> parcels;
    for (int n = 0; n < frames; ++n) {
        if (n % 90 == 30) log.name(play.ball({play.between(-20, 20), 16}, 0.3f, 0.5f), "buoy", "buoy");
        if (fault == "thin" && n == 5)
            log.name(play.box(b2_staticBody, {-10, 20}, by("thick", 0.02f), 4), "net", "net");
        if (fault == "thin" && n % 60 == 20 && n < 200) {
            b2Body* parcel = play.ball({-14, 20.5f}, 0.15f, 0.1f);
            parcel->SetLinearVelocity({70.0f + static_cast<float>(n), 1.0f});
            parcel->SetBullet(change == "swept"), parcels.push_back(parcel);
            log.name(parcel, "parcel", "parcel");
        }
        if (stoat && (fault == "hang" || fault == "sticky") && n < 150)
            stoat->ApplyForceToCenter({12.0f, 0}, true);
        if (stoat && (fault == "filter" || (fault == "seam" && n == 0)))
            stoat->SetLinearVelocity({3.0f, stoat->GetLinearVelocity().y});
        if (n % 400 == 399) // a kick: everything wakes up
            for (b2Body* b = play.world.GetBodyList(); b; b = b->GetNext())
                if (b->GetType() == b2_dynamicBody && b != stoat)
                    b->ApplyLinearImpulseToCenter(
                        {b->GetMass() * play.between(-3, 3), b->GetMass() * play.between(0, 5)}, true);
        for (int k = 0; k < substeps; ++k) play.world.Step(1.0f / 60 / static_cast<float>(substeps), 8, 3);
        for (b2Body* parcel : parcels)
            if (const b2Vec2 v = parcel->GetLinearVelocity(); v.Length() > by("cap", 1e9f))
                parcel->SetLinearVelocity(by("cap", 0) / v.Length() * v);
        log.frame();
    }
    return log.log().ok() ? 0 : 1;
}
