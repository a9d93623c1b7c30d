// SPDX-License-Identifier: MIT
// A Chipmunk2D space that is quickly furnished.
#pragma once

#include "../../examples/chipmunk/chipmunk_recorder.hpp"

#include <cstdlib>
#include <cstring>
#include <random>

struct Play {
    cpSpace* space = cpSpaceNew();
    std::mt19937 random;

    double between(double a, double b) {
        return a + (b - a) * static_cast<double>(random() % 10001) / 10000.0;
    }

    cpBody* add(cpBody* body, cpVect at) {
        cpBodySetPosition(body, at);
        return cpSpaceAddBody(space, body);
    }
    cpShape* shaped(cpShape* shape, double friction, double elasticity) {
        cpShapeSetFriction(shape, friction), cpShapeSetElasticity(shape, elasticity);
        return cpSpaceAddShape(space, shape);
    }
    cpBody* box(bool fixed, cpVect at, double w, double h, double friction = 0.6, double elasticity = 0.0) {
        cpBody* b =
            add(fixed ? cpBodyNewStatic() : cpBodyNew(w * h / 400, cpMomentForBox(w * h / 400, w, h)), at);
        last = shaped(cpBoxShapeNew(b, w, h, 0), friction, elasticity);
        return b;
    }
    cpBody* ball(cpVect at, double r, double elasticity) {
        cpBody* b = add(cpBodyNew(r * r / 100, cpMomentForCircle(r * r / 100, 0, r, cpvzero)), at);
        last = shaped(cpCircleShapeNew(b, r, cpvzero), 0.4, elasticity);
        return b;
    }
    cpShape* last = nullptr;
};

inline void free_all(cpSpace* space) {
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
