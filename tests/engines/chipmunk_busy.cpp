// SPDX-License-Identifier: MIT
// chipmunk_busy OUT.bouncelog SEED FRAMES [FAULT]: busy play stepped by Chipmunk2D, 120 times a second:
// piles, rolling, restitution. Legal without FAULT; with one of `thin`, `filter`, `ray` it has
// that fault seeded.
#include "chipmunk_play.hpp"

int main(int argc, char** argv) {
    if (argc < 4) {
        std::fprintf(stderr, "chipmunk_busy: expected OUT.bouncelog SEED FRAMES [FAULT [CHANGE AMOUNT]]\n");
        return 2;
    }
    const std::string fault = argc > 4 ? argv[4] : "", change = argc > 6 ? argv[5] : "";
    const auto by = [&](const char* name, double otherwise) {
        return change == name ? std::atof(argv[6]) : otherwise;
    };
    const cpGroup group = change == "collide" ? CP_NO_GROUP : 7;
    Play play;
    play.random.seed(static_cast<unsigned>(std::atoi(argv[2])));
    cpSpaceSetGravity(play.space, cpv(0, -600)), cpSpaceSetIterations(play.space, 30);
    bool ok = false;
    {
        bounce::ChipmunkRecorder log(argv[1], play.space, 120, "busy play", "px");
        log.name(play.box(true, cpv(0, -20), 2400, 40), "quay", "pier");
        log.name(play.box(true, cpv(-1000, 300), 40, 700), "west wall", "quay");
        log.name(play.box(true, cpv(1000, 300), 40, 700), "east wall", "quay");
        for (int i = 0; i < 24; ++i)
            log.name(
                play.box(false, cpv(-700 + 90 * (i % 8), 20.2 + 40.3 * (i / 8)), play.between(30, 44), 40),
                "crate", "crate");
        for (int i = 0; i < 26; ++i)
            log.name(play.ball(cpv(60 + 90 * (i % 9), 80 + 70 * (i / 9)), play.between(9, 20),
                               play.between(0, 0.7)),
                     "drum", "drum");
        cpBody* picker = nullptr;
        if (fault == "filter") {
            // The shed and the carts of one group let each other pass; other carts meet the other shed.
            for (int k = 0; k < 2; ++k) {
                log.name(play.box(true, cpv(-300 + 400 * k, 660), 60, 60), "shed", "shed");
                if (k == 0)
                    cpShapeSetFilter(play.last,
                                     cpShapeFilterNew(group, CP_ALL_CATEGORIES, CP_ALL_CATEGORIES));
                cpBody* cart = play.box(false, cpv(-420 + 400 * k, 660), 30, 30);
                if (k == 0)
                    cpShapeSetFilter(play.last,
                                     cpShapeFilterNew(group, CP_ALL_CATEGORIES, CP_ALL_CATEGORIES));
                log.name(cart, "cart", "cart");
                cpBodySetVelocity(cart, cpv(260, 150));
            }
        }
        if (fault == "ray") log.name(picker = play.ball(cpv(-900, 400), 16, 0.2), "gull", "gull");
        if (fault == "thin") log.name(play.box(true, cpv(0, 560), by("thick", 4), 160), "net", "net");
        const int frames = std::atoi(argv[3]), substeps = static_cast<int>(by("substeps", 1));
        std::vector<cpBody*> parcels;
        for (int n = 0; n < frames; ++n) {
            if (fault == "thin" && n % 60 == 20 && n < 200) {
                cpBody* parcel = play.ball(cpv(-110, 560), 5, 0.2);
                cpBodySetVelocity(parcel, cpv(7000 + 900 * (n / 60), 40));
                log.name(parcel, "parcel", "parcel"), parcels.push_back(parcel);
            }
            for (int k = 0; k < substeps; ++k) cpSpaceStep(play.space, 1.0 / 120 / substeps);
            for (cpBody* parcel : parcels)
                cpBodySetVelocity(parcel, cpvclamp(cpBodyGetVelocity(parcel), by("cap", 1e9)));
            if (picker && n % 3 == 0)
                log.ray("look", picker, cpBodyGetPosition(picker),
                        cpvadd(cpBodyGetPosition(picker), cpv(300, 0)));
            log.frame();
        }
        ok = log.log().ok();
    }
    free_all(play.space);
    return ok ? 0 : 1;
}
