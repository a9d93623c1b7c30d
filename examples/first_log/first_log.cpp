// SPDX-License-Identifier: MIT
// A ball that falls on a floor; the lines that begin with "log" are all that recording needs.
#include <bounce_recorder.hpp>

int main(int argc, char** argv) {
    bounce::Header header;
    header.title = "falling ball", header.gravity_y = -900, header.logs = {"contacts"};
    bounce::Recorder log(argc > 1 ? argv[1] : "first.bouncelog", header);
    log.body(1, bounce::Body("ball", "ball", "kinematic"));
    log.collider(1, 1, bounce::circle(8));
    log.body(2, bounce::Body("floor", "floor"));
    log.collider(2, 2, bounce::box(400, 20));

    double y = 200, speed = 0;
    for (int n = 0; n < 120; ++n) {
        speed -= 900.0 / 60, y += speed / 60;
        const bool hits = y < 18;
        if (hits) y = 18, speed = -0.6 * speed;

        log.frame(n);
        log.state(1, 0, y, 0, 0, speed);
        if (hits) log.contact(bounce::Contact(1, 2).at(0, 10).normal(0, -1));
    }
    return log.ok() ? 0 : 1;
}
