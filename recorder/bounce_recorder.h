/* SPDX-License-Identifier: MIT */
/* Records a game's physics as a bounce log. One C99 header, no dependencies.
 *
 *   bounce_header h = bounce_header_default();
 *   h.gravity_y = -900, h.logs = "contacts";                  // channels, separated by commas
 *   bounce_log *log = bounce_open("run.bouncelog", &h);
 *   bounce_body(log, 7, "stoat", "courier", "kinematic");
 *   bounce_collider(log, 12, 7, BOUNCE_CIRCLE(8), NULL);
 *   for (;;) {
 *       ... step the game ...
 *       bounce_frame(log, n);
 *       bounce_state(log, 7, x, y, angle, vx, vy);
 *       bounce_contact(log, 12, 31, "begin");
 *   }
 *   bounce_close(log);
 *
 * It never stops the game: the first failure is said once on stderr, after which every call does nothing; every function
 * takes NULL. A frame is written when the next one begins. Not for two threads at once. */
#ifndef BOUNCE_RECORDER_H
#define BOUNCE_RECORDER_H

#include <errno.h>
#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

#ifdef __cplusplus
extern "C" {
#endif

typedef long long bounce_id;

typedef struct {
    const char *title, *unit, *logs; /* logs: "contacts,rays,events,desired,grounded" as far as you write them;
                                        "end": the log says that it ends, so a game that hangs or crashes shows */
    double up_x, up_y, rate, gravity_x, gravity_y, slop, skin; /* a negative slop: the reader's default */
    int float_bits, substeps;
    int space; /* dimensions: 2 or 3 */
    double up_z, gravity_z;
} bounce_header;

/* For games of three dimensions (space in the header is 3): functions and shapes with a 3 in their names take these. */
typedef struct {
    double x, y, z;
} bounce_vec;
typedef struct {
    double x, y, z, w; /* of unit length */
} bounce_quat;

/* What a body is besides its name. */
typedef struct {
    bounce_id owner;          /* the body that it is a part of; below zero: none */
    int upright, visible;        /* meant never to turn; the player can see it */
    double mass, step, slope; /* step: the height that it may step up; slope: degrees that it may walk; negative: not known */
} bounce_traits;

/* What a collider is besides its shape; NULL for a plain solid one. */
typedef struct {
    const char *name, *layer, *role; /* role: solid, sensor, one-way */
    double friction, restitution;         /* a negative friction: not known */
    int visible;
} bounce_surface;

enum { BOUNCE_BODIES, BOUNCE_REMOVED, BOUNCE_TELEPORT, BOUNCE_ON, BOUNCE_OFF, BOUNCE_SCALE, BOUNCE_DESIRED, BOUNCE_GROUNDED,
       BOUNCE_UNRESOLVED, BOUNCE_ITERATIONS, BOUNCE_CONTACTS, BOUNCE_RAYS, BOUNCE_EVENTS, BOUNCE_LISTS };

typedef struct {
    char *text;
    size_t length, room;
} bounce_text;

typedef struct {
    FILE *file;
    int open, ends;
    bounce_text head, lists[BOUNCE_LISTS], line;
} bounce_log;

/* ---- inner */
static const size_t bounce_most = (size_t)64 << 20; /* bytes of one frame: a game that never ends one must not fill memory */

static void bounce_fail(bounce_log *log, const char *what) {
    fprintf(stderr, "bounce recorder: %s: %s; recording stops\n", what, strerror(errno));
    if (log->file) fclose(log->file);
    log->file = NULL;
}

static void bounce_put(bounce_log *log, bounce_text *t, const char *s, size_t n) {
    if (!log->file) return;
    if (t->length + n + 1 > t->room) {
        size_t room = t->room ? t->room : 256;
        char *more;
        while (room < t->length + n + 1) room *= 2;
        more = room <= bounce_most ? (char *)realloc(t->text, room) : NULL;
        if (!more) {
            errno = ENOMEM;
            bounce_fail(log, "cannot keep the frame");
            return;
        }
        t->text = more, t->room = room;
    }
    memcpy(t->text + t->length, s, n);
    t->length += n, t->text[t->length] = 0;
}
static void bounce_puts(bounce_log *log, bounce_text *t, const char *s) { bounce_put(log, t, s, strlen(s)); }

static void bounce_number(bounce_log *log, bounce_text *t, double v) {
    static const int digits[] = {6, 9, 15, 17}; /* the shortest that reads back */
    char text[32];
    int i;
    if (!(v - v == 0)) v = 0; /* JSON has no infinities */
    for (i = 0; i < 4; ++i) {
        snprintf(text, sizeof text, "%.*g", digits[i], v);
        if (strtod(text, NULL) == v) break;
    }
    bounce_puts(log, t, text);
}

static void bounce_quoted(bounce_log *log, bounce_text *t, const char *s) {
    bounce_puts(log, t, "\"");
    for (; s && *s; ++s) {
        char code[8];
        if (*s == '"' || *s == '\\')
            code[0] = '\\', code[1] = *s, code[2] = 0;
        else if ((unsigned char)*s < 0x20)
            snprintf(code, sizeof code, "\\u%04x", (unsigned)(unsigned char)*s);
        else
            code[0] = *s, code[1] = 0;
        bounce_puts(log, t, code);
    }
    bounce_puts(log, t, "\"");
}

static void bounce_list_of(bounce_log *log, bounce_text *t, const double *values, int count) {
    int i;
    for (i = 0; i < count; ++i) bounce_puts(log, t, i ? "," : ""), bounce_number(log, t, values[i]);
}

/* Format: i id, n number, s quoted text, v vector of three, q quaternion (both without brackets); every other character
 * stands for itself. */
static void bounce_format(bounce_log *log, bounce_text *t, const char *format, ...) {
    va_list values;
    char id[24];
    double n[4];
    bounce_vec v;
    bounce_quat q;
    va_start(values, format);
    for (; *format; ++format)
        if (*format == '%') {
            ++format;
            if (*format == 'i') {
                snprintf(id, sizeof id, "%lld", va_arg(values, bounce_id));
                bounce_puts(log, t, id);
            } else if (*format == 'n')
                bounce_number(log, t, va_arg(values, double));
            else if (*format == 'v')
                v = va_arg(values, bounce_vec), n[0] = v.x, n[1] = v.y, n[2] = v.z, bounce_list_of(log, t, n, 3);
            else if (*format == 'q')
                q = va_arg(values, bounce_quat), n[0] = q.x, n[1] = q.y, n[2] = q.z, n[3] = q.w,
                bounce_list_of(log, t, n, 4);
            else
                bounce_quoted(log, t, va_arg(values, const char *));
        } else
            bounce_put(log, t, format, 1);
    va_end(values);
}

static void bounce_write(bounce_log *log) {
    if (log->file && (fwrite(log->line.text, 1, log->line.length, log->file) != log->line.length ||
                      fputc('\n', log->file) == EOF || fflush(log->file) != 0))
        bounce_fail(log, "cannot write the log any further");
    log->line.length = 0;
}

static void bounce_finish(bounce_log *log) {
    static const char *const keys[] = {"bodies", "removed", "teleport", "on", "off", "scale", "desired", "grounded", "unresolved", "iterations", "contacts", "rays", "events"};
    int i;
    if (!log->open) return;
    log->open = 0;
    bounce_put(log, &log->line, log->head.text ? log->head.text : "", log->head.length);
    for (i = 0; i < BOUNCE_LISTS; ++i) {
        if (log->lists[i].length) {
            bounce_format(log, &log->line, ",%s:[", keys[i]);
            bounce_put(log, &log->line, log->lists[i].text, log->lists[i].length);
            bounce_puts(log, &log->line, "]");
        }
        log->lists[i].length = 0;
    }
    bounce_puts(log, &log->line, "}");
    bounce_write(log);
}

/* The list of the open frame, with the comma that it needs; NULL where there is none. */
static bounce_text *bounce_list(bounce_log *log, int which) {
    bounce_text *t;
    if (!log || !log->file) return NULL;
    t = &log->lists[which]; /* while no frame is open it waits for the next one */
    if (t->length > 64000000) return NULL; /* a game that never calls frame must not fill the memory */
    if (t->length) bounce_puts(log, t, ",");
    return t;
}
static void bounce_id_in(bounce_log *log, int which, bounce_id id) {
    bounce_text *t = bounce_list(log, which);
    if (t) bounce_format(log, t, "%i", id);
}

/* ---- what a game calls */
static inline bounce_header bounce_header_default(void) {
    bounce_header h = {"", "px", "", 0, 1, 60, 0, 0, -1, 0, 32, 1, 2, 0, 0};
    return h;
}
static inline bounce_traits bounce_traits_default(void) {
    bounce_traits t = {-1, 0, 1, -1, 0, -1};
    return t;
}
static inline bounce_surface bounce_surface_default(void) {
    bounce_surface s = {"", "", "solid", -1, 0, 1};
    return s;
}

/* Shapes in the body's frame: a kind and its numbers. Points live as long as the call. */
typedef struct {
    char kind; /* c circle, b box, k capsule, p polygon, l chain; in space S sphere, B box, K capsule, H hull, M mesh */
    double n[10];
    const double *points; /* x, y, x, y, …; in space x, y, z, … */
    int count;
    const int *faces; /* of a mesh: three corners each, by their numbers */
    int face_count;
} bounce_shape;
static inline bounce_shape bounce_simple(char kind, double a, double b, double c, double d, double e) {
    bounce_shape s = {kind, {a, b, c, d, e, 0, 0, 0, 0, 0}, NULL, 0, NULL, 0};
    return s;
}
static inline bounce_shape bounce_points(char kind, const double *points, int count) {
    bounce_shape s = {kind, {0, 0, 0, 0, 0, 0, 0, 0, 0, 0}, points, count, NULL, 0};
    return s;
}
static inline bounce_shape bounce_sphere3(double r, bounce_vec at) {
    bounce_shape s = {'S', {r, at.x, at.y, at.z, 0, 0, 0, 0, 0, 0}, NULL, 0, NULL, 0};
    return s;
}
static inline bounce_shape bounce_box3(bounce_vec size, bounce_vec at, bounce_quat rotation) {
    bounce_shape s = {'B', {size.x, size.y, size.z, at.x, at.y, at.z, rotation.x, rotation.y, rotation.z, rotation.w},
                      NULL, 0, NULL, 0};
    return s;
}
static inline bounce_shape bounce_capsule3(bounce_vec a, bounce_vec b, double r) {
    bounce_shape s = {'K', {a.x, a.y, a.z, b.x, b.y, b.z, r, 0, 0, 0}, NULL, 0, NULL, 0};
    return s;
}
/* The convex hull of points. */
static inline bounce_shape bounce_hull3(const double *points, int count) { return bounce_points('H', points, count); }
/* Triangles; they have no inside. */
static inline bounce_shape bounce_mesh3(const double *points, int count, const int *faces, int face_count) {
    bounce_shape s = bounce_points('M', points, count);
    s.faces = faces, s.face_count = face_count;
    return s;
}
#define BOUNCE_CIRCLE(r) bounce_simple('c', r, 0, 0, 0, 0)
#define BOUNCE_BOX(w, h) bounce_simple('b', w, h, 0, 0, 0)
#define BOUNCE_BOX_AT(w, h, x, y, angle) bounce_simple('b', w, h, x, y, angle)
#define BOUNCE_CAPSULE(ax, ay, bx, by, r) bounce_simple('k', ax, ay, bx, by, r)
#define BOUNCE_POLYGON(points, count) bounce_points('p', points, count)
#define BOUNCE_CHAIN(points, count) bounce_points('l', points, count)

static inline bounce_vec bounce_vec_of(double x, double y, double z) {
    bounce_vec v = {x, y, z};
    return v;
}
static inline bounce_quat bounce_quat_of(double x, double y, double z, double w) {
    bounce_quat q = {x, y, z, w};
    return q;
}

static inline bounce_log *bounce_open(const char *path, const bounce_header *h) {
    bounce_log *log = (bounce_log *)calloc(1, sizeof *log);
    const char *at;
    if (!log) return NULL;
    log->file = fopen(path, "wb");
    if (!log->file) {
        fprintf(stderr, "bounce recorder: cannot write %s: %s; recording stops\n", path, strerror(errno));
        return log;
    }
    bounce_format(log, &log->line,
                  "{\"bounce\":1,\"title\":%s,\"space\":%i,\"up\":[%n,%n", h->title, (bounce_id)(h->space == 3 ? 3 : 2),
                  h->up_x, h->up_y);
    if (h->space == 3) bounce_format(log, &log->line, ",%n", h->up_z);
    bounce_format(log, &log->line, "],\"unit\":%s,\"rate\":%n,\"gravity\":[%n,%n", h->unit, h->rate, h->gravity_x,
                  h->gravity_y);
    if (h->space == 3) bounce_format(log, &log->line, ",%n", h->gravity_z);
    bounce_format(log, &log->line, "],\"substeps\":%i,\"float\":%i", (bounce_id)h->substeps, (bounce_id)h->float_bits);
    if (h->slop >= 0) bounce_format(log, &log->line, ",\"slop\":%n", h->slop);
    if (h->skin != 0) bounce_format(log, &log->line, ",\"skin\":%n", h->skin);
    bounce_puts(log, &log->line, ",\"logs\":[");
    for (at = h->logs; at && *at;) {
        const size_t n = strcspn(at, ",");
        bounce_puts(log, &log->line, at == h->logs ? "\"" : ",\"");
        bounce_put(log, &log->line, at, n);
        bounce_puts(log, &log->line, "\"");
        log->ends |= n == 3 && !strncmp(at, "end", n);
        at += n + (at[n] == ',');
    }
    bounce_puts(log, &log->line, "]}");
    bounce_write(log);
    return log;
}
static inline int bounce_ok(const bounce_log *log) { return log && log->file; }
/* Writes the frame now, not when the next begins: for a game that may hang in its next step. */
static inline void bounce_flush(bounce_log *log) {
    if (log) bounce_finish(log);
}
static inline void bounce_close(bounce_log *log) {
    int i;
    if (!log) return;
    bounce_finish(log);
    if (log->file && log->ends) bounce_puts(log, &log->line, "{\"end\":true}"), bounce_write(log);
    if (log->file) fclose(log->file);
    for (i = 0; i < BOUNCE_LISTS; ++i) free(log->lists[i].text);
    free(log->head.text), free(log->line.text), free(log);
}

/* Definitions: before the first frame that uses them, or between frames. moves: fixed, driven, solved. traits: NULL for
 * none. */
static inline void bounce_body_with(bounce_log *log, bounce_id id, const char *name, const char *kind, const char *moves,
                                    const bounce_traits *traits) {
    const bounce_traits t = traits ? *traits : bounce_traits_default();
    if (!bounce_ok(log)) return;
    bounce_finish(log);
    bounce_format(log, &log->line, "{\"body\":%i,\"name\":%s,\"kind\":%s,\"moves\":%s", id, name, kind, moves);
    if (t.owner >= 0) bounce_format(log, &log->line, ",\"owner\":%i", t.owner);
    if (t.upright) bounce_puts(log, &log->line, ",\"upright\":true");
    if (!t.visible) bounce_puts(log, &log->line, ",\"visible\":false");
    if (t.mass >= 0) bounce_format(log, &log->line, ",\"mass\":%n", t.mass);
    if (t.step != 0) bounce_format(log, &log->line, ",\"step\":%n", t.step);
    if (t.slope >= 0) bounce_format(log, &log->line, ",\"slope\":%n", t.slope);
    bounce_puts(log, &log->line, "}");
    bounce_write(log);
}
static inline void bounce_body(bounce_log *log, bounce_id id, const char *name, const char *kind, const char *moves) {
    bounce_body_with(log, id, name, kind, moves, NULL);
}
static void bounce_solid(bounce_log *log, const bounce_shape *s) {
    const double *n = s->n;
    bounce_text *t = &log->line;
    int i;
    if (s->kind == 'S')
        bounce_format(log, t, "{\"type\":\"sphere\",\"r\":%n,\"at\":[%n,%n,%n]}", n[0], n[1], n[2], n[3]);
    else if (s->kind == 'B')
        bounce_format(log, t, "{\"type\":\"box\",\"size\":[%n,%n,%n],\"at\":[%n,%n,%n],\"rotation\":[%n,%n,%n,%n]}", n[0],
                      n[1], n[2], n[3], n[4], n[5], n[6], n[7], n[8], n[9]);
    else if (s->kind == 'K')
        bounce_format(log, t, "{\"type\":\"capsule\",\"a\":[%n,%n,%n],\"b\":[%n,%n,%n],\"r\":%n}", n[0], n[1], n[2], n[3],
                      n[4], n[5], n[6]);
    else {
        bounce_puts(log, t, s->kind == 'H' ? "{\"type\":\"hull\",\"points\":[" : "{\"type\":\"mesh\",\"points\":[");
        for (i = 0; i < s->count; ++i)
            bounce_format(log, t, i ? ",[%n,%n,%n]" : "[%n,%n,%n]", s->points[3 * i], s->points[3 * i + 1], s->points[3 * i + 2]);
        bounce_puts(log, t, s->kind == 'H' ? "]" : "],\"faces\":[");
        for (i = 0; i < s->face_count; ++i)
            bounce_format(log, t, i ? ",[%i,%i,%i]" : "[%i,%i,%i]", (bounce_id)s->faces[3 * i],
                          (bounce_id)s->faces[3 * i + 1], (bounce_id)s->faces[3 * i + 2]);
        bounce_puts(log, t, s->kind == 'H' ? "}" : "]}");
    }
}
static inline void bounce_collider(bounce_log *log, bounce_id id, bounce_id body, bounce_shape s, const bounce_surface *f) {
    int i;
    if (!bounce_ok(log)) return;
    bounce_finish(log);
    bounce_format(log, &log->line, "{\"collider\":%i,\"body\":%i,\"shape\":", id, body);
    if (s.kind < 'a')
        bounce_solid(log, &s);
    else if (s.kind == 'c')
        bounce_format(log, &log->line, "{\"type\":\"circle\",\"r\":%n,\"at\":[%n,%n]}", s.n[0], s.n[1], s.n[2]);
    else if (s.kind == 'b')
        bounce_format(log, &log->line, "{\"type\":\"box\",\"size\":[%n,%n],\"at\":[%n,%n],\"angle\":%n}", s.n[0], s.n[1],
                      s.n[2], s.n[3], s.n[4]);
    else if (s.kind == 'k')
        bounce_format(log, &log->line, "{\"type\":\"capsule\",\"a\":[%n,%n],\"b\":[%n,%n],\"r\":%n}", s.n[0], s.n[1],
                      s.n[2], s.n[3], s.n[4]);
    else {
        bounce_puts(log, &log->line, s.kind == 'p' ? "{\"type\":\"polygon\",\"points\":[" : "{\"type\":\"chain\",\"points\":[");
        for (i = 0; i < s.count; ++i)
            bounce_format(log, &log->line, i ? ",[%n,%n]" : "[%n,%n]", s.points[2 * i], s.points[2 * i + 1]);
        bounce_puts(log, &log->line, "]}");
    }
    if (f && f->name && *f->name) bounce_format(log, &log->line, ",\"name\":%s", f->name);
    if (f && f->layer && *f->layer) bounce_format(log, &log->line, ",\"layer\":%s", f->layer);
    if (f && f->role) bounce_format(log, &log->line, ",\"role\":%s", f->role);
    if (f && f->friction >= 0) bounce_format(log, &log->line, ",\"friction\":%n", f->friction);
    if (f && f->restitution != 0) bounce_format(log, &log->line, ",\"restitution\":%n", f->restitution);
    if (f && !f->visible) bounce_puts(log, &log->line, ",\"visible\":false");
    bounce_puts(log, &log->line, "}");
    bounce_write(log);
}
/* A point of the body at which the game tests for ground or wall, and the direction that it guards. */
static inline void bounce_probe(bounce_log *log, bounce_id id, bounce_id body, const char *name, double x, double y,
                                double guards_x, double guards_y) {
    if (!bounce_ok(log)) return;
    bounce_finish(log);
    bounce_format(log, &log->line, "{\"probe\":%i,\"body\":%i,\"name\":%s,\"at\":[%n,%n],\"guards\":[%n,%n]}", id,
                  body, name, x, y, guards_x, guards_y);
    bounce_write(log);
}
static inline void bounce_probe3(bounce_log *log, bounce_id id, bounce_id body, const char *name, bounce_vec at,
                                 bounce_vec guards) {
    if (!bounce_ok(log)) return;
    bounce_finish(log);
    bounce_format(log, &log->line, "{\"probe\":%i,\"body\":%i,\"name\":%s,\"at\":[%v],\"guards\":[%v]}", id, body, name, at,
                  guards);
    bounce_write(log);
}
/* A contact of these two layers must be followed by the event within so many frames. */
static inline void bounce_expect(bounce_log *log, const char *a, const char *b, const char *event, int within) {
    if (!bounce_ok(log)) return;
    bounce_finish(log);
    bounce_format(log, &log->line, "{\"expect\":{\"pair\":[%s,%s],\"event\":%s,\"within\":%i}}", a, b, event,
                  (bounce_id)within);
    bounce_write(log);
}
/* What two layers do on meeting: solid, report, ignore. */
static inline void bounce_pair(bounce_log *log, const char *a, const char *b, const char *does) {
    if (!bounce_ok(log)) return;
    bounce_finish(log);
    bounce_format(log, &log->line, "{\"pair\":[%s,%s],\"does\":%s}", a, b, does);
    bounce_write(log);
}

/* What the player sees: a picture centred on (x, y) of the body, its top toward up. image: a PNG's path within the log's
 * folder, or a data:image/png;base64, URI. */
static inline void bounce_art(bounce_log *log, bounce_id id, bounce_id body, const char *image, double w, double h, double x,
                              double y) {
    if (!bounce_ok(log)) return;
    bounce_finish(log);
    bounce_format(log, &log->line, "{\"art\":%i,\"body\":%i,\"image\":%s,\"at\":[%n,%n],\"size\":[%n,%n]}", id, body,
                  image, x, y, w, h);
    bounce_write(log);
}
/* A picture in the world that is nobody's. */
static inline void bounce_backdrop(bounce_log *log, bounce_id id, const char *image, double w, double h, double x, double y) {
    if (!bounce_ok(log)) return;
    bounce_finish(log);
    bounce_format(log, &log->line, "{\"art\":%i,\"image\":%s,\"at\":[%n,%n],\"size\":[%n,%n]}", id, image, x, y, w, h);
    bounce_write(log);
}

/* One frame: the state at the end of a step. Numbers rise. dt in seconds; 0: as the header's rate says. */
static inline void bounce_frame_dt(bounce_log *log, bounce_id number, double dt) {
    if (!bounce_ok(log)) return;
    bounce_finish(log);
    log->head.length = 0, log->open = 1;
    bounce_format(log, &log->head, "{\"frame\":%i", number);
    if (dt > 0) bounce_format(log, &log->head, ",\"dt\":%n", dt);
}
static inline void bounce_frame(bounce_log *log, bounce_id number) { bounce_frame_dt(log, number, 0); }
/* What the player saw in this frame, and where in the world it lies; once a frame. */
static inline void bounce_screenshot(bounce_log *log, const char *image, double x0, double y0, double x1, double y1) {
    if (bounce_ok(log) && log->open)
        bounce_format(log, &log->head, ",\"screenshot\":{\"image\":%s,\"rect\":[%n,%n,%n,%n]}", image, x0, y0, x1, y1);
}
static inline void bounce_place(bounce_log *log, bounce_id body, double x, double y) {
    bounce_text *t = bounce_list(log, BOUNCE_BODIES);
    if (t) bounce_format(log, t, "[%i,%n,%n]", body, x, y);
}
static inline void bounce_state(bounce_log *log, bounce_id body, double x, double y, double angle, double vx, double vy) {
    bounce_text *t = bounce_list(log, BOUNCE_BODIES);
    if (t) bounce_format(log, t, "[%i,%n,%n,%n,%n,%n]", body, x, y, angle, vx, vy);
}
static inline void bounce_state_angular(bounce_log *log, bounce_id body, double x, double y, double angle, double vx, double vy,
                                     double angular_velocity) {
    bounce_text *t = bounce_list(log, BOUNCE_BODIES);
    if (t) bounce_format(log, t, "[%i,%n,%n,%n,%n,%n,%n]", body, x, y, angle, vx, vy, angular_velocity);
}
static inline void bounce_place3(bounce_log *log, bounce_id body, bounce_vec at) {
    bounce_text *t = bounce_list(log, BOUNCE_BODIES);
    if (t) bounce_format(log, t, "[%i,%v]", body, at);
}
static inline void bounce_state3(bounce_log *log, bounce_id body, bounce_vec at, bounce_quat rotation, bounce_vec velocity) {
    bounce_text *t = bounce_list(log, BOUNCE_BODIES);
    if (t) bounce_format(log, t, "[%i,%v,%q,%v]", body, at, rotation, velocity);
}
static inline void bounce_state_angular3(bounce_log *log, bounce_id body, bounce_vec at, bounce_quat rotation,
                                         bounce_vec velocity, bounce_vec angular_velocity) {
    bounce_text *t = bounce_list(log, BOUNCE_BODIES);
    if (t) bounce_format(log, t, "[%i,%v,%q,%v,%v]", body, at, rotation, velocity, angular_velocity);
}
static inline void bounce_desired3(bounce_log *log, bounce_id body, bounce_vec v) {
    bounce_text *t = bounce_list(log, BOUNCE_DESIRED);
    if (t) bounce_format(log, t, "[%i,%v]", body, v);
}
static inline void bounce_scale3(bounce_log *log, bounce_id body, bounce_vec by) {
    bounce_text *t = bounce_list(log, BOUNCE_SCALE);
    if (t) bounce_format(log, t, "[%i,%v]", body, by);
}
static inline void bounce_unresolved3(bounce_log *log, bounce_id body, bounce_vec at) {
    bounce_text *t = bounce_list(log, BOUNCE_UNRESOLVED);
    if (t) bounce_format(log, t, "[%i,%v]", body, at);
}
static inline void bounce_desired(bounce_log *log, bounce_id body, double vx, double vy) {
    bounce_text *t = bounce_list(log, BOUNCE_DESIRED);
    if (t) bounce_format(log, t, "[%i,%n,%n]", body, vx, vy);
}
/* Mirrored or stretched from this frame on: a mirrored side is negative. */
static inline void bounce_scale(bounce_log *log, bounce_id body, double x, double y) {
    bounce_text *t = bounce_list(log, BOUNCE_SCALE);
    if (t) bounce_format(log, t, "[%i,%n,%n]", body, x, y);
}
/* Where it was before overlaps were resolved; how many times the resolving loop ran. */
static inline void bounce_unresolved(bounce_log *log, bounce_id body, double x, double y) {
    bounce_text *t = bounce_list(log, BOUNCE_UNRESOLVED);
    if (t) bounce_format(log, t, "[%i,%n,%n]", body, x, y);
}
static inline void bounce_iterations(bounce_log *log, bounce_id body, int times) {
    bounce_text *t = bounce_list(log, BOUNCE_ITERATIONS);
    if (t) bounce_format(log, t, "[%i,%i]", body, (bounce_id)times);
}
static inline void bounce_grounded(bounce_log *log, bounce_id body) { bounce_id_in(log, BOUNCE_GROUNDED, body); }
static inline void bounce_teleport(bounce_log *log, bounce_id body) { bounce_id_in(log, BOUNCE_TELEPORT, body); }
static inline void bounce_removed(bounce_log *log, bounce_id body) { bounce_id_in(log, BOUNCE_REMOVED, body); }
static inline void bounce_on(bounce_log *log, bounce_id collider) { bounce_id_in(log, BOUNCE_ON, collider); }
static inline void bounce_off(bounce_log *log, bounce_id collider) { bounce_id_in(log, BOUNCE_OFF, collider); }
/* phase: begin, stay, end, or NULL. */
static inline void bounce_contact(bounce_log *log, bounce_id a, bounce_id b, const char *phase) {
    bounce_text *t = bounce_list(log, BOUNCE_CONTACTS);
    if (!t) return;
    bounce_format(log, t, "{\"a\":%i,\"b\":%i", a, b);
    if (phase) bounce_format(log, t, ",\"phase\":%s", phase);
    bounce_puts(log, t, "}");
}
/* With its point, its unit normal from a to b, depth and impulse. */
static inline void bounce_contact_at(bounce_log *log, bounce_id a, bounce_id b, const char *phase, double x, double y,
                                     double nx, double ny, double depth, double impulse) {
    bounce_text *t = bounce_list(log, BOUNCE_CONTACTS);
    if (!t) return;
    bounce_format(log, t, "{\"a\":%i,\"b\":%i,\"at\":[%n,%n],\"normal\":[%n,%n],\"depth\":%n,\"impulse\":%n", a, b, x, y,
                  nx, ny, depth, impulse);
    if (phase) bounce_format(log, t, ",\"phase\":%s", phase);
    bounce_puts(log, t, "}");
}
static inline void bounce_contact_at3(bounce_log *log, bounce_id a, bounce_id b, const char *phase, bounce_vec at,
                                      bounce_vec normal, double depth, double impulse) {
    bounce_text *t = bounce_list(log, BOUNCE_CONTACTS);
    if (!t) return;
    bounce_format(log, t, "{\"a\":%i,\"b\":%i,\"at\":[%v],\"normal\":[%v],\"depth\":%n,\"impulse\":%n", a, b, at, normal, depth,
                  impulse);
    if (phase) bounce_format(log, t, ",\"phase\":%s", phase);
    bounce_puts(log, t, "}");
}
static void bounce_ray_end(bounce_log *log, bounce_text *t, bounce_id caster, bounce_id hit) {
    if (caster >= 0) bounce_format(log, t, ",\"caster\":%i", caster);
    if (hit >= 0)
        bounce_format(log, t, ",\"hit\":%i}", hit);
    else
        bounce_puts(log, t, ",\"hit\":null}");
}
static inline void bounce_ray3(bounce_log *log, const char *name, bounce_id caster, bounce_vec from, bounce_vec to,
                               bounce_id hit) {
    bounce_text *t = bounce_list(log, BOUNCE_RAYS);
    if (!t) return;
    bounce_format(log, t, "{\"name\":%s,\"from\":[%v],\"to\":[%v]", name, from, to);
    bounce_ray_end(log, t, caster, hit);
}
/* caster, hit: below zero for none. */
static inline void bounce_ray(bounce_log *log, const char *name, bounce_id caster, double x0, double y0, double x1, double y1,
                              bounce_id hit) {
    bounce_text *t = bounce_list(log, BOUNCE_RAYS);
    if (!t) return;
    bounce_format(log, t, "{\"name\":%s,\"from\":[%n,%n],\"to\":[%n,%n]", name, x0, y0, x1, y1);
    bounce_ray_end(log, t, caster, hit);
}
/* An event about up to two bodies; below zero for none. Named "mark" it is a remark: its note, if it is not NULL, is
   shown at that moment. */
static inline void bounce_note(bounce_log *log, const char *name, bounce_id a, bounce_id b, const char *note) {
    bounce_text *t = bounce_list(log, BOUNCE_EVENTS);
    if (!t) return;
    bounce_format(log, t, "{\"name\":%s,\"about\":[", name);
    if (a >= 0) bounce_format(log, t, "%i", a);
    if (b >= 0) bounce_format(log, t, a >= 0 ? ",%i" : "%i", b);
    bounce_puts(log, t, "]");
    if (note) bounce_format(log, t, ",\"note\":%s", note);
    bounce_puts(log, t, "}");
}
static inline void bounce_event(bounce_log *log, const char *name, bounce_id a, bounce_id b) {
    bounce_note(log, name, a, b, NULL);
}

#ifdef __cplusplus
}
#endif

#endif
