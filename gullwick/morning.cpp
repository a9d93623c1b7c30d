// SPDX-License-Identifier: GPL-3.0-or-later
#include "morning.hpp"

#include <bounce_recorder.hpp>

#include <cmath>

namespace {

constexpr double dt = 1.0 / 60, gravity = 900, length = 2000, plank = 50;
constexpr int planks = 40, hopping = 150, gulls = 8;
constexpr int first_plank = 1000, first_gull = 500, stoat = 900, net = 901, thrown = 902, sacks = 903;
constexpr int between_throws = 600, every_third = 3; // frames; one that is faster than the net is thick

/// Height and speed of a parcel that bounces without loss, each with a beat of its own.
struct Hop {
    double y, v, since;
};
Hop hop(int i, int n) {
    const double period = 0.9 + 0.01 * (i % 17), t = std::fmod(n * dt + i * 0.37, period),
                 up = 0.5 * gravity * period;
    return {5 + up * t - 0.5 * gravity * t * t, up - gravity * t, t};
}

void define(bounce::Recorder& log) {
    for (int i = 0; i < planks; ++i) {
        log.body(first_plank + i, bounce::Body("plank", "pier", "static"));
        log.collider(first_plank + i, first_plank + i, bounce::box(plank, 20));
    }
    for (int i = 0; i < hopping; ++i) {
        log.body(i, bounce::Body("parcel " + std::to_string(i), "post", "dynamic"));
        log.collider(i, i, bounce::circle(5), {"", "", "solid", 0, 1, true});
    }
    for (int i = 0; i < gulls; ++i) {
        log.body(first_gull + i, bounce::Body("gull " + std::to_string(i), "gull", "kinematic"));
        log.collider(first_gull + i, first_gull + i, bounce::circle(6));
    }
    log.body(stoat, bounce::Body("stoat", "courier", "kinematic"));
    log.collider(stoat, stoat, bounce::capsule(0, -8, 0, 8, 8));
    log.body(net, bounce::Body("net", "net", "static")), log.collider(net, net, bounce::box(4, 160));
    log.body(sacks, bounce::Body("sack wall", "quay", "static"));
    log.collider(sacks, sacks, bounce::box(40, 300));
    log.body(thrown, bounce::Body("thrown parcel", "throw", "dynamic"));
    log.collider(thrown, thrown, bounce::circle(6));
    for (const char* other : {"post", "courier", "gull", "throw"}) log.pair("post", other, "ignore");
    for (const char* other : {"courier", "pier", "gull"}) log.pair("throw", other, "ignore");
}

} // namespace

int morning(const std::string& path, double minutes) {
    bounce::Header header;
    header.title = "morning post", header.gravity_y = -gravity, header.unit = "px", header.slop = 0.5;
    header.logs = {"contacts", "events"};
    bounce::Recorder log(path, header);
    define(log);
    const int frames = static_cast<int>(minutes * 3600);
    int passed = 0, throws = 0;
    double x = 2100, v = 0, step = 0; // of the thrown parcel
    bool flies = false;
    for (int n = 0; n < frames; ++n) {
        log.frame(n);
        for (int i = 0; n == 0 && i < planks; ++i) log.state(first_plank + i, plank * i, -10);
        if (n == 0) log.state(net, 2300, 80), log.state(sacks, 2500, 100);
        for (int i = 0; i < hopping; ++i) {
            const Hop h = hop(i, n);
            const double along = std::fmod(i * 9.7 + n * 0.8, length - 2 * plank);
            if (n > 0 && along < 0.8) log.teleport(i); // back to the start of the pier
            log.state(i, along, h.y, 0, 48, h.v);
            if (h.since < dt)
                log.contact(bounce::Contact(i, first_plank + static_cast<int>((along + plank / 2) / plank))
                                .at(along, 0)
                                .normal(0, -1));
        }
        for (int i = 0; i < gulls; ++i) {
            const double a = 0.01 * n + i;
            log.state(first_gull + i, 250 * i + 60 * std::cos(a), 400 + 40 * std::sin(a), 0,
                      -36 * std::sin(a), 24 * std::cos(a));
        }
        log.state(stoat, 300 + 200 * std::sin(0.004 * n), 16.2, 0, 48 * std::cos(0.004 * n), 0);
        if (n % between_throws == 60) {
            const bool fast = throws++ % every_third == every_third - 1;
            x = 2100, step = fast ? 38.0 : 7.0, v = step / dt, flies = true;
            log.teleport(thrown), log.event("thrown", {stoat, thrown});
        } else if (flies) {
            const double to = x + step;
            const bool meets = x + 6 <= 2298 && to + 6 > 2298; // its front reaches the net in this step
            if (meets && to - 6 < 2302) {
                x = 2292, v = 0, flies = false;
                log.contact(bounce::Contact(thrown, net).at(2298, 100).normal(1, 0).depth(0).phase("begin"));
            } else if (to + 6 > 2480) {
                x = 2474, v = 0, flies = false;
                log.contact(
                    bounce::Contact(thrown, sacks).at(2480, 100).normal(1, 0).depth(0).phase("begin"));
            } else
                passed += meets, x = to;
        }
        log.state(thrown, x, 100, 0, v, 0);
    }
    return passed;
}
