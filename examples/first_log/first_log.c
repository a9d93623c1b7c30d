/* SPDX-License-Identifier: MIT */
/* A ball that falls on a floor; the lines that begin with "bounce_" are all that recording needs. */
#include <bounce_recorder.h>

int main(int argc, char **argv) {
    bounce_header header = bounce_header_default();
    header.title = "falling ball", header.gravity_y = -900, header.logs = "contacts";
    bounce_log *log = bounce_open(argc > 1 ? argv[1] : "first.bouncelog", &header);
    bounce_body(log, 1, "ball", "ball", "kinematic");
    bounce_collider(log, 1, 1, BOUNCE_CIRCLE(8), NULL);
    bounce_body(log, 2, "floor", "floor", "static");
    bounce_collider(log, 2, 2, BOUNCE_BOX(400, 20), NULL);

    double y = 200, speed = 0;
    for (int n = 0; n < 120; ++n) {
        speed -= 900.0 / 60, y += speed / 60;
        const int hits = y < 18;
        if (hits) y = 18, speed = -0.6 * speed;

        bounce_frame(log, n);
        bounce_state(log, 1, 0, y, 0, 0, speed);
        if (hits) bounce_contact_at(log, 1, 2, NULL, 0, 10, 0, -1, 0, 0);
    }
    const int ok = bounce_ok(log);
    bounce_close(log);
    return ok ? 0 : 1;
}
