// SPDX-License-Identifier: MIT
// chipmunk_yard OUT.bouncelog SEED FRAMES: legal play with all that moves bodies beside hits, stepped by
// Chipmunk2D 120 times a second: chains of links, springs, hills of thick lines, a ferry moved by code, a
// sorter with a moving surface, motors, rounded stones.
#include "chipmunk_play.hpp"

namespace {

void chain(Play& play, bounce::ChipmunkRecorder& log, double x) {
    cpBody* last = cpSpaceGetStaticBody(play.space);
    for (int i = 0; i < 6; ++i) {
        cpBody* link = play.box(false, cpv(x + 20 + 40 * i, 600), 36, 12);
        log.name(link, "link", "link");
        cpConstraint* pin = cpPivotJointNew(last, link, cpv(x + 40 * i, 600));
        cpConstraintSetCollideBodies(pin, cpFalse), cpSpaceAddConstraint(play.space, pin);
        last = link;
    }
}

void springs(Play& play, bounce::ChipmunkRecorder& log) {
    cpBody* last = nullptr;
    for (int i = 0; i < 8; ++i) {
        cpBody* b = i % 2 ? play.ball(cpv(-900 + 90 * i, 120), 20, 0.3)
                          : play.box(false, cpv(-900 + 90 * i, 120), 40, 30);
        log.name(b, i % 2 ? "drum" : "crate", i % 2 ? "drum" : "crate");
        if (last) cpSpaceAddConstraint(play.space, cpDampedSpringNew(last, b, cpvzero, cpvzero, 70, 300, 3));
        last = b;
    }
    cpBody* mill = play.box(false, cpv(300, 700), 160, 16);
    log.name(mill, "mill", "mill");
    cpBody* ground = cpSpaceGetStaticBody(play.space);
    cpSpaceAddConstraint(play.space, cpPivotJointNew(mill, ground, cpv(300, 700)));
    cpSpaceAddConstraint(play.space, cpSimpleMotorNew(ground, mill, play.between(1, 2)));
}

void hills(Play& play, bounce::ChipmunkRecorder& log) {
    cpBody* ground = cpSpaceGetStaticBody(play.space);
    cpVect last = cpv(400, 60);
    for (int i = 1; i <= 11; ++i) {
        const cpVect next = cpv(400 + 50 * i, 60 + 50 * std::cos(0.6 * i) + play.between(-5, 5));
        play.shaped(cpSegmentShapeNew(ground, last, next, 3), 0.8, 0.1);
        last = next;
    }
    for (int i = 0; i < 8; ++i) {
        const cpVect at = cpv(450 + 60 * i, 300 + 20 * i);
        log.name(i % 2 ? play.ball(at, play.between(8, 20), play.between(0, 0.4))
                       : play.box(false, at, 34, 34),
                 "stone", "stone");
    }
}

} // namespace

int main(int argc, char** argv) {
    if (argc < 4) {
        std::fprintf(stderr, "chipmunk_yard: expected OUT.bouncelog SEED FRAMES\n");
        return 2;
    }
    Play play;
    play.random.seed(static_cast<unsigned>(std::atoi(argv[2])));
    cpSpaceSetGravity(play.space, cpv(0, -600)), cpSpaceSetIterations(play.space, 30);
    bool ok = false;
    {
        bounce::ChipmunkRecorder log(argv[1], play.space, 120, "yard", "px");
        log.name(play.box(true, cpv(0, -20), 2400, 40), "quay", "pier");
        for (const double x : {-1000.0, 1000.0})
            log.name(play.box(true, cpv(x, 300), 40, 900), "wall", "quay");
        chain(play, log, -700), chain(play, log, -300);
        springs(play, log), hills(play, log);
        cpBody* sorter = play.box(true, cpv(0, 300), 500, 20, 0.8);
        cpShapeSetSurfaceVelocity(play.last, cpv(play.between(80, 160), 0)),
            log.name(sorter, "sorter", "belt");
        cpBody* ferry = play.add(cpBodyNewKinematic(), cpv(0, 120));
        play.shaped(cpBoxShapeNew(ferry, 240, 20, 0), 1, 0), log.name(ferry, "ferry", "lift");
        for (int i = 0; i < 3; ++i)
            log.name(play.box(false, cpv(-60 + 60 * i, 148), 36, 36), "crate", "crate");
        const int frames = std::atoi(argv[3]);
        for (int n = 0; n < frames; ++n) {
            const double t = n / 120.0;
            cpBodySetVelocity(ferry, cpv(60 * std::sin(0.7 * t), 15 * std::cos(0.9 * t)));
            if (n % 90 == 0 && n < 1800)
                log.name(n % 180 ? play.ball(cpv(-220, 330), 14, 0.2)
                                 : play.box(false, cpv(-220, 340), 30, 30),
                         "parcel", "parcel");
            cpSpaceStep(play.space, 1.0 / 120);
            log.frame();
        }
        ok = log.log().ok();
    }
    free_all(play.space);
    return ok ? 0 : 1;
}
