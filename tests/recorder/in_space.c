/* What a log holds of three dimensions, written by the C recorder: OUT, the path. */
#include <bounce_recorder.h>

int main(int argc, char **argv) {
    static const double corners[] = {0, 0, 0, 4, 0, 0, 0, 4, 0, 0, 0, 4};
    static const int faces[] = {0, 1, 2, 0, 2, 3};
    bounce_header h = bounce_header_default();
    bounce_log *log;
    if (argc != 2) return 2;
    h.title = "space", h.space = 3, h.gravity_y = -9.8, h.unit = "m", h.logs = "contacts,rays,desired";
    log = bounce_open(argv[1], &h);
    bounce_body(log, 1, "stoat", "courier", "kinematic");
    bounce_collider(log, 10, 1, bounce_capsule3(bounce_vec_of(0, -6, 0), bounce_vec_of(0, 6, 0), 8), NULL);
    bounce_body(log, 2, "pier", "pier", "static");
    bounce_collider(log, 20, 2,
                    bounce_box3(bounce_vec_of(10, 2, 6), bounce_vec_of(1, 2, 3), bounce_quat_of(0, 0.6, 0, 0.8)), NULL);
    bounce_collider(log, 21, 2, bounce_hull3(corners, 4), NULL);
    bounce_collider(log, 22, 2, bounce_mesh3(corners, 4, faces, 2), NULL);
    bounce_body(log, 3, "drum", "drum", "dynamic");
    bounce_collider(log, 30, 3, bounce_sphere3(0.5, bounce_vec_of(0, 0, 0.25)), NULL);
    bounce_probe3(log, 6, 1, "left", bounce_vec_of(-8, 14, 1), bounce_vec_of(-1, 0, 0));
    bounce_frame(log, 5);
    bounce_state_angular3(log, 1, bounce_vec_of(0.1, 1.0 / 3, 2), bounce_quat_of(0, 0.6, 0, 0.8), bounce_vec_of(2, 3, 4),
                          bounce_vec_of(0, 1, 0));
    bounce_place3(log, 2, bounce_vec_of(0, 0, 0));
    bounce_state3(log, 3, bounce_vec_of(1, 2, 3), bounce_quat_of(0, 0, 0, 1), bounce_vec_of(0, -1, 0));
    bounce_desired3(log, 1, bounce_vec_of(7, 0, 1));
    bounce_scale3(log, 1, bounce_vec_of(-1, 1, 1));
    bounce_contact_at3(log, 10, 20, "begin", bounce_vec_of(1, 2, 3), bounce_vec_of(0, -1, 0), 0.5, 3);
    bounce_ray3(log, "sight", 1, bounce_vec_of(0, 0, 0), bounce_vec_of(5, 5, 5), 20);
    bounce_close(log);
    return 0;
}
