/* Everything that a log can hold of two dimensions, written by the C recorder: OUT, the path. */
#include <bounce_recorder.h>

#include <math.h>

int main(int argc, char **argv) {
    static const double line[] = {0, 0, 10, 0}, corner[] = {0, 0, 4, 0, 0, 3};
    bounce_header h = bounce_header_default();
    bounce_surface feet = {"feet", "courier", "solid", 0.4, 0.1, 0}, trigger = bounce_surface_default();
    bounce_traits traits = bounce_traits_default();
    bounce_log *log;
    if (argc != 2) return 2;
    h.title = "quote \" and line\n", h.up_y = -1, h.slop = 0.25, h.logs = "contacts,rays,events,desired,grounded,unresolved,iterations,end";
    log = bounce_open(argv[1], &h);
    trigger.role = "sensor";
    traits.upright = 1, traits.step = 4, traits.slope = 40;
    bounce_body_with(log, 1, "stoat", "courier", "kinematic", &traits);
    bounce_collider(log, 10, 1, BOUNCE_CAPSULE(0, -6, 0, 6, 8), &feet);
    bounce_body(log, 2, "pier", "pier", "static");
    bounce_collider(log, 20, 2, BOUNCE_CHAIN(line, 2), NULL);
    bounce_body(log, 3, "crate", "crate", "dynamic");
    bounce_collider(log, 30, 3, BOUNCE_POLYGON(corner, 3), &trigger);
    bounce_pair(log, "courier", "pier", "solid");
    bounce_probe(log, 6, 1, "left-top", -8, 14, -1, 0);
    bounce_expect(log, "courier", "pier", "landed", 3);
    bounce_art(log, 4, 1, "stoat.png", 24, 32, 0, 2);
    bounce_backdrop(log, 5, "sky.png", 400, 300, 10, 20);
    bounce_off(log, 30); /* of the next frame */
    bounce_frame(log, 5);
    bounce_state_angular(log, 1, 0.1, 1.0 / 3, 0.5, 2, 3, 4);
    bounce_place(log, 2, 0, 0);
    bounce_state(log, 3, NAN, 1e-7, 0, 0, INFINITY);
    bounce_desired(log, 1, 7, 0);
    bounce_grounded(log, 1);
    bounce_scale(log, 1, -1, 1);
    bounce_unresolved(log, 1, 0.25, 0.5);
    bounce_iterations(log, 1, 3);
    bounce_contact_at(log, 10, 20, "begin", 1, 2, 0, -1, 0.5, 3);
    bounce_ray(log, "sight", 1, 0, 0, 5, 5, 20);
    bounce_ray(log, "miss", -1, 0, 0, 5, 5, -1);
    bounce_event(log, "landed", 1, 2);
    bounce_screenshot(log, "shots/5.png", 0, 0, 320, 180);
    bounce_frame_dt(log, 6, 0.02);
    bounce_teleport(log, 1);
    bounce_off(log, 10);
    bounce_on(log, 20);
    bounce_removed(log, 2);
    const int ok = bounce_ok(log);
    bounce_close(log);
    return ok ? 0 : 1;
}
