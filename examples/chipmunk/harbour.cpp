// SPDX-License-Identifier: MIT
// chipmunk_harbour OUT.bouncelog fast|slow: a corner of Gullwick harbour, stepped by Chipmunk2D, which tests
// where things are and not the way between. Fast, the parcels pass through the net; slow, it stops them.
#include "chipmunk_recorder.hpp"

#include <cstring>

namespace {

cpBody* add(cpSpace* space, cpBody* body, cpVect at) {
    cpBodySetPosition(body, at);
    return cpSpaceAddBody(space, body);
}

cpBody* box(cpSpace* space, bool fixed, cpVect at, double w, double h, double friction = 0.6) {
    cpBody* b = add(space, fixed ? cpBodyNewStatic() : cpBodyNew(1, cpMomentForBox(1, w, h)), at);
    cpShapeSetFriction(cpSpaceAddShape(space, cpBoxShapeNew(b, w, h, 0)), friction);
    return b;
}

cpBody* ball(cpSpace* space, cpVect at, cpVect velocity, double r, double elasticity) {
    cpBody* b = add(space, cpBodyNew(1, cpMomentForCircle(1, 0, r, cpvzero)), at);
    cpBodySetVelocity(b, velocity);
    cpShape* s = cpSpaceAddShape(space, cpCircleShapeNew(b, r, cpvzero));
    cpShapeSetFriction(s, 0.4), cpShapeSetElasticity(s, elasticity);
    return b;
}

void free_all(cpSpace* space) {
    std::vector<cpShape*> shapes;
    std::vector<cpBody*> bodies;
    cpSpaceEachShape(
        space, [](cpShape* s, void* all) { static_cast<std::vector<cpShape*>*>(all)->push_back(s); },
        &shapes);
    cpSpaceEachBody(
        space, [](cpBody* b, void* all) { static_cast<std::vector<cpBody*>*>(all)->push_back(b); }, &bodies);
    for (cpShape* s : shapes) cpSpaceRemoveShape(space, s), cpShapeFree(s);
    for (cpBody* b : bodies) cpSpaceRemoveBody(space, b), cpBodyFree(b);
    cpSpaceFree(space);
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 3 || (std::strcmp(argv[2], "fast") != 0 && std::strcmp(argv[2], "slow") != 0)) {
        std::fprintf(stderr, "chipmunk_harbour: expected OUT.bouncelog fast|slow\n");
        return 2;
    }
    const bool fast = std::strcmp(argv[2], "fast") == 0;
    cpSpace* space = cpSpaceNew();
    cpSpaceSetGravity(space, cpv(0, -600)), cpSpaceSetIterations(space, 20);
    bool ok = false;
    {
        bounce::ChipmunkRecorder log(argv[1], space, 60, fast ? "harbour, fast" : "harbour, slow", "px");
        log.name(box(space, true, cpv(0, -20), 1600, 40), "quay", "pier");
        log.name(box(space, true, cpv(200, 80), 4, 160), "net", "net");
        log.name(box(space, true, cpv(480, 100), 40, 200), "shed", "quay");
        cpBody* slipway = add(space, cpBodyNewStatic(), cpv(-300, 0));
        cpShapeSetFriction(cpSpaceAddShape(space, cpSegmentShapeNew(slipway, cpv(-120, 90), cpv(60, 4), 3)),
                           0.3);
        log.name(slipway, "slipway", "pier");
        cpShape* scale = cpSpaceAddShape(space, cpBoxShapeNew2(slipway, cpBBNew(90, 0, 150, 60), 0));
        cpShapeSetSensor(scale, 1);
        for (int i = 0; i < 5; ++i)
            log.name(box(space, false, cpv(0, 18 + 36.2 * i), 36, 36), "crate", "crate");
        log.name(ball(space, cpv(-380, 140), cpvzero, 14, 0.1), "drum", "drum");
        log.name(ball(space, cpv(90, 220), cpv(8, 0), 11, 0.6), "buoy", "buoy");
        for (int n = 0; n < 360; ++n) {
            if (n % 60 == 20)
                log.name(ball(space, cpv(100, 60 + 6.0 * n / 60),
                              cpv(fast ? 1500 + 60.0 * (n / 60) : 160, 40), 5, 0.2),
                         "parcel", "parcel");
            cpSpaceStep(space, 1.0 / 60);
            if (n % 5 == 0) log.ray("watch", nullptr, cpv(190, 150), cpv(-200, 8));
            log.frame();
        }
        ok = log.log().ok();
    }
    free_all(space);
    return ok ? 0 : 1;
}
