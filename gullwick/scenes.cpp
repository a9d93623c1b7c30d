// SPDX-License-Identifier: GPL-3.0-or-later
#include "scenes.hpp"

#include "sprites.hpp"

#include <bounce_recorder.hpp>

#include <algorithm>
#include <cmath>

namespace {

using bounce::Contact;

constexpr double dt = 1.0 / 60.0;

struct Point {
    double x, y;
};

bounce::Header header(const char* title, double gravity) {
    bounce::Header h;
    h.title = title, h.gravity_y = gravity, h.slop = 0.5;
    h.logs = {"contacts", "rays", "events", "desired", "grounded"};
    return h;
}

/// A static body with one box; body and collider share their number.
Block static_block(bounce::Recorder& log, bounce::Id id, const char* name, const char* kind, const Block& b,
                   const bounce::Surface& surface = {}) {
    log.body(id, bounce::Body(name, kind));
    log.collider(id, id, bounce::box(b.w, b.h), surface);
    return {id, b.x, b.y, b.w, b.h};
}

void place(bounce::Recorder& log, const Block& b) { log.state(b.id, b.x, b.y); }

/// Gap between a circle and a box, and the point of the box that is nearest.
double gap(const Point& c, double r, const Block& b, Point& nearest) {
    nearest = {std::clamp(c.x, b.left(), b.right()), std::clamp(c.y, b.bottom(), b.top())};
    return std::hypot(c.x - nearest.x, c.y - nearest.y) - r;
}

constexpr bounce::Id stoat = 1, parcel = 2, gull = 3;

void harbour_people(bounce::Recorder& log) {
    bounce::Body b("stoat", "courier", "kinematic");
    b.upright = true;
    log.body(stoat, b);
    log.collider(stoat, stoat, bounce::capsule(0, -8, 0, 8, 8), {"", "courier", "solid", 0.4, 0, true});
    log.art(1, stoat, sprite("stoat"), 16, 32);
    log.body(gull, bounce::Body("gull", "gull", "kinematic"));
    log.collider(gull, gull, bounce::circle(6));
    log.art(2, gull, sprite("gull"), 16, 16);
    log.pair("gull", "courier", "report"), log.pair("gull", "parcel", "ignore"),
        log.pair("courier", "parcel", "report");
}

/// Parcels thrown from the pier at a mooring net three pixels thick. `swept`: the game tests the way
/// between two frames; otherwise it looks at the end of the step only, and some go through.
void throw_parcels(const std::string& path, const Way& way) {
    const bool swept = !way.wrong({"swept"});
    const double grown = way.by("net grown"), r = 6 + way.by("parcel grown");
    const int moves = static_cast<int>(way.by("moves a step", 1));
    bounce::Recorder log(path, header(swept ? "net throw, caught" : "net throw", -900));
    const Block pier = static_block(log, 10, "pier", "pier", {0, -170, -20, 160, 40});
    const Block quay = static_block(log, 11, "quay", "pier", {0, 200, -20, 200, 40});
    const Block net = static_block(log, 12, "net", "net", {0, 130, 60, 3 + 2 * grown, 120 + 2 * grown});
    const Block sacks = static_block(log, 13, "sack wall", "quay", {0, 285, 50, 30, 100});
    const Block plank =
        static_block(log, 14, "plank", "plank", {0, -40, 40, 70, 6}, {"", "", "one-way", 0.5, 0, true});
    const Block slot =
        static_block(log, 15, "mail slot", "slot", {0, 235, 30, 30, 50}, {"", "", "sensor", -1, 0, true});
    harbour_people(log);
    log.body(parcel, bounce::Body("parcel", "parcel", "dynamic"));
    log.collider(parcel, parcel, bounce::circle(r), {"", "", "solid", 0.3, 0.2, true});
    log.art(3, parcel, sprite("parcel"), 11, 11);

    const double speeds[] = {1180, 1460, 1390, 1520, 1265, 1610};
    Point p{-150, 40}, v{0, 0};
    bool flying = false, in_slot = false;
    int rest = 0;
    for (int n = 0, thrown = 0; n < 420; ++n) {
        log.frame(n);
        if (n % 70 == 10 && thrown < 6)
            p = {-150, 40}, v = {speeds[thrown], 170}, flying = true, ++thrown, rest = 0,
            log.teleport(parcel), log.event("thrown", {stoat, parcel});
        else if (flying)
            v.y += -900 * dt;
        for (int move = 0; flying && !(n % 70 == 10) && move < moves; ++move) {
            Point to{p.x + v.x * dt / moves, p.y + v.y * dt / moves}, near{};
            if (swept && p.x + r <= net.left() && to.x + r > net.left() && to.y < net.top()) {
                to.x = net.left() - r;
                log.contact(
                    Contact(parcel, net.id).at(net.left(), to.y).normal(1, 0).depth(0).phase("begin"));
                log.event("caught", {parcel, net.id});
                v = {-0.1 * v.x, 0.2 * v.y};
            } else if (!swept && gap(to, r, net, near) < 0) {
                log.contact(
                    Contact(parcel, net.id).at(net.left(), to.y).normal(1, 0).depth(0).phase("begin"));
                log.event("caught", {parcel, net.id});
                to.x = net.left() - r, v = {-0.1 * v.x, 0.2 * v.y};
            }
            if (to.x + r > sacks.left()) {
                log.contact(
                    Contact(parcel, sacks.id).at(sacks.left(), to.y).normal(1, 0).depth(0).phase("begin"));
                to.x = sacks.left() - r, v = {-0.1 * v.x, v.y};
            }
            for (const Block* floor : {&pier, &quay})
                if (to.x > floor->left() && to.x < floor->right() && to.y - r < floor->top()) {
                    log.contact(Contact(parcel, floor->id)
                                    .at(to.x, floor->top())
                                    .normal(0, -1)
                                    .depth(0)
                                    .phase(rest ? "stay" : "begin"));
                    to.y = floor->top() + r, v = {0.9 * v.x, v.y < -60 ? -0.2 * v.y : 0}, ++rest;
                }
            p = to;
            const bool inside = gap(p, r, slot, near) < 0;
            if (inside)
                log.contact(Contact(parcel, slot.id).phase(in_slot ? "stay" : "begin"));
            else if (in_slot)
                log.contact(Contact(parcel, slot.id).phase("end"));
            in_slot = inside;
        }
        if (n == 0)
            for (const Block* b : {&pier, &quay, &net, &sacks, &plank, &slot}) place(log, *b);
        log.state(stoat, -170, 16.2, 0, 0, 0), log.desired(stoat, 0, 0), log.grounded(stoat);
        log.contact(Contact(stoat, pier.id).at(-170, 0).normal(0, -1).depth(0).phase(n ? "stay" : "begin"));
        log.state(parcel, p.x, p.y, 0, v.x, v.y);
        const double swing = 20 * std::sin(0.02 * n);
        log.state(gull, 20 + swing, 150, 0, 20 * 0.02 * 60 * std::cos(0.02 * n), 0);
        if (n % 6 == 0) log.ray("sight", gull, 20 + swing, 143, 60 + swing, 60);
    }
}

/// A drum thrown against a swinging buoy. `twice`: the game responds to the hit in its physics step and,
/// two frames later, gives the same push once more in its rules, while the two still touch.
void hit_buoy(const std::string& path, const Way& way) {
    const bool twice = way.wrong();
    const int later = static_cast<int>(way.by("given again later", 2));
    bounce::Recorder log(path, header(twice ? "buoy and drum" : "buoy and drum, correct", 0));
    const Block mole = static_block(log, 10, "mole", "pier", {0, -185, 0, 30, 200});
    const Block far_wall =
        static_block(log, 11, "mole", "pier", {0, 230, 0, 30, 200}, {"", "", "solid", 0.2, 1, true});
    const double bounce = twice ? 0.02 : 1;
    const Block plank = static_block(log, 12, "plank", "pier", {0, 22, -105, 446, 10});
    log.body(20, bounce::Body("buoy", "buoy", "kinematic")),
        log.collider(20, 20, bounce::circle(20), {"", "", "solid", 0.2, bounce, true});
    log.art(1, 20, sprite("buoy"), 40, 40);
    log.body(21, bounce::Body("drum", "drum", "dynamic")),
        log.collider(21, 21, bounce::box(26, 34), {"", "", "solid", 0.2, bounce, true});
    log.art(2, 21, sprite("drum"), 26, 34);
    const double r = 20, half = 13, start = -134;
    double x = 150, v = -230, buoy = start, reach = 0, push = 0;
    int again = -1;
    for (int n = 0; n < 300; ++n) {
        log.frame(n);
        const double next_buoy = start + 26 + 26 * std::sin(0.045 * n - 1.5708),
                     buoy_v = (next_buoy - buoy) / dt;
        buoy = next_buoy, x += v * dt, reach = buoy + r + half;
        const double face_v = n ? buoy_v : 0;
        if (x < reach + 0.05 && v < face_v) {
            x = reach + 0.05;
            log.contact(Contact(20, 21).at(buoy + r, 0).normal(1, 0).depth(0).phase("begin")),
                log.event("hit", {20, 21});
            push = (1 + bounce) * (face_v - v), v += push, again = twice && !way.has("once") ? n + later : -1;
        } else if (n == again && !(way.has("only while approaching") && v >= face_v)) {
            x = std::max(x, reach + 0.04);
            log.contact(Contact(20, 21).at(buoy + r, 0).normal(1, 0).depth(0).phase("begin")),
                log.event("hit", {20, 21});
            v += push;
        } else if (again >= 0 && n == again - 1)
            log.contact(Contact(20, 21).phase("end"));
        if (x + half > far_wall.left()) {
            x = far_wall.left() - half, v = -v > -150 ? -v : -230;
            log.contact(Contact(21, far_wall.id).at(far_wall.left(), 0).normal(1, 0).depth(0).phase("begin"));
        }
        if (n == 0)
            for (const Block* b : {&mole, &far_wall, &plank}) place(log, *b);
        log.state(20, buoy, 0, 0, face_v, 0), log.state(21, x, 0, 0, v, 0);
    }
}

/// A stoat jumps at the side of a pier and keeps pressing on. `sticky`: friction holds it there.
void jump_at_pier(const std::string& path, const Way& way) {
    const bool sticky = way.wrong();
    const double friction = way.by("friction", 0.4), pier_friction = sticky ? 0.9 : 0.0;
    bounce::Recorder log(path, header(sticky ? "pier hang" : "pier slide", -1400));
    const Block low =
        static_block(log, 10, "landing", "pier", {0, -120, -20, 200, 40}, {"", "", "solid", 0.5, 0, true});
    const Block pier = static_block(log, 11, "pier", "pier", {0, 100, 20, 160, 120},
                                    {"", "", "solid", pier_friction, 0, true});
    bounce::Body body("stoat", "courier", "kinematic");
    body.upright = true;
    log.body(stoat, body),
        log.collider(stoat, stoat, bounce::box(18, 36), {"", "", "solid", friction, 0, true});
    log.art(1, stoat, sprite("stoat"), 18, 36);
    double x = -150, y = 18, vx = 0, vy = 0;
    bool ground = true, wall = false;
    for (int n = 0; n < 200; ++n) {
        log.frame(n);
        const double desired = n < 8 ? 0 : n < 110 ? 150 : n < 125 ? -150 : 0;
        vx = desired;
        if (n == 50 && ground) vy = 420, ground = false, log.event("jump", {stoat});
        vy += -1400 * dt;
        if (wall && desired > 0 && vy < 0) // friction of what it presses with
            vy = std::min(0.0, vy + std::sqrt(friction * pier_friction) * desired);
        x += vx * dt, y += vy * dt;
        const bool beside = y - 18 < pier.top() && y + 18 > pier.bottom();
        const bool was = wall;
        wall = beside && x + 9 > pier.left() - 0.01;
        if (wall) {
            x = pier.left() - 9, vx = 0;
            log.contact(Contact(stoat, pier.id)
                            .at(pier.left(), y)
                            .normal(1, 0)
                            .depth(0)
                            .phase(was ? "stay" : "begin"));
        } else if (was)
            log.contact(Contact(stoat, pier.id).phase("end"));
        const bool stood = ground;
        ground = x - 9 < low.right() && y - 18 <= low.top() + 0.01 && vy <= 0;
        if (ground) {
            y = low.top() + 18, vy = 0, log.grounded(stoat);
            log.contact(Contact(stoat, low.id)
                            .at(x, low.top())
                            .normal(0, -1)
                            .depth(0)
                            .phase(stood && n ? "stay" : "begin"));
        }
        if (n == 0) place(log, low), place(log, pier);
        log.state(stoat, x, y, 0, vx, vy), log.desired(stoat, desired, 0);
    }
}

/// A walk over a row of planks. `catches`: every plank is tested as a box of its own, and a foot that
/// has sunk in by a hair stops at the next plank's corner.
void walk_planks(const std::string& path, const Way& way) {
    const bool catches = way.wrong();
    bounce::Recorder log(path, header(catches ? "plank seam" : "plank walk", -1400));
    std::vector<Block> planks;
    for (int i = 0; i < 9; ++i)
        planks.push_back(static_block(log, 10 + i, "plank", "pier", {0, -160.0 + 40 * i, -20, 40, 40},
                                      {"", "", "solid", 0.5, 0, true}));
    const Block crate = static_block(log, 30, "crate", "crate", {0, 190, 14, 28, 28});
    bounce::Body body("stoat", "courier", "kinematic");
    body.upright = true;
    log.body(stoat, body), log.collider(stoat, stoat, bounce::box(20, 36), {"", "", "solid", 0.4, 0, true});
    log.art(1, stoat, sprite("stoat"), 20, 36);
    double x = -150, v = 0;
    const double y = 18 - 0.04;
    int stopped = 0, under = -1;
    for (int n = 0; n < 220; ++n) {
        log.frame(n);
        const double desired = n < 5 ? 0 : n < 190 ? 110 : 0;
        v = desired;
        double to = x + v * dt;
        const double seams[] = {20, 100};
        bool caught = false;
        for (const double seam : seams)
            if (catches && stopped < 22 && x + 10 <= seam + 1e-9 && to + 10 > seam && desired > 0)
                to = seam - 10, v = stopped ? 0 : (to - x) / dt, caught = true;
        if (caught)
            ++stopped;
        else if (stopped && to + 10 > 20 && to + 10 < 90)
            stopped = 0;
        if (to + 10 > crate.left()) {
            to = crate.left() - 10, v = 0;
            log.contact(Contact(stoat, 30).at(crate.left(), y).normal(1, 0).depth(0).phase("stay"));
        }
        x = to;
        const int now = std::clamp(static_cast<int>((x + 180) / 40), 0, 8);
        log.contact(Contact(stoat, 10 + now)
                        .at(x, 0)
                        .normal(0, -1)
                        .depth(0.04)
                        .phase(now == under ? "stay" : "begin"));
        if (caught)
            log.contact(Contact(stoat, 10 + now + 1)
                            .at(x + 10, 0)
                            .normal(1, 0)
                            .depth(0)
                            .phase(stopped == 1 ? "begin" : "stay"));
        under = now;
        if (n == 0) {
            for (const Block& b : planks) place(log, b);
            place(log, crate);
        }
        log.state(stoat, x, y, 0, v, 0), log.desired(stoat, desired, 0), log.grounded(stoat);
    }
}

/// A hand cart rolled against a bollard. `late`: it is tested where it stood, then moved.
void roll_cart(const std::string& path, const Way& way) {
    const bool late = way.wrong({"tested after"});
    const double grown = way.by("bollard grown");
    bounce::Recorder log(path, header(late ? "hand cart" : "hand cart, correct", -1400));
    const Block quay = static_block(log, 10, "quay", "pier", {0, 0, -20, 420, 40});
    const Block bollard =
        static_block(log, 11, "bollard", "bollard", {0, 60, 16, 20 + 2 * grown, 32 + 2 * grown});
    const Block shed = static_block(log, 12, "shed", "quay", {0, -180, 40, 40, 80});
    log.body(20, bounce::Body("hand cart", "cart", "kinematic")),
        log.collider(20, 20, bounce::box(40, 26), {"", "", "solid", 0.3, 0, true});
    log.art(1, 20, sprite("cart"), 40, 26);
    double x = -110.5, v = 0;
    bool touch = false;
    for (int n = 0; n < 240; ++n) {
        log.frame(n);
        const int phase = n % 80;
        const double desired = phase < 50 ? 205 + 14.0 * (n / 80) : -205;
        const auto overlaps = [&](double at) {
            return at + 20 > bollard.left() && at - 20 < bollard.right();
        };
        const bool was = touch;
        v = desired;
        if (late) {
            if (overlaps(x) && desired > 0) v = 0; // tested before it moves: too late
            x += v * dt, touch = overlaps(x);
        } else {
            x += v * dt, touch = overlaps(x);
            if (touch) x = bollard.left() - 20, v = 0, touch = desired > 0;
        }
        x = std::max(x, shed.right() + 20.5);
        const double depth = std::max(0.0, x + 20 - bollard.left());
        if (touch)
            log.contact(Contact(20, 11)
                            .at(bollard.left(), 13)
                            .normal(1, 0)
                            .depth(depth)
                            .phase(was ? "stay" : "begin"));
        else if (was)
            log.contact(Contact(20, 11).phase("end"));
        log.contact(Contact(20, 10).at(x, 0).normal(0, -1).depth(0).phase(n ? "stay" : "begin"));
        if (n == 0)
            for (const Block* b : {&quay, &bollard, &shed}) place(log, *b);
        log.state(20, x, 13, 0, v, 0), log.desired(20, desired, 0), log.grounded(20);
    }
}

} // namespace

const std::vector<Scene>& scenes() {
    static const char *const passing = "Passing through", *const responses = "Wrong response",
                             *const stuck = "Stuck, or grounded on nothing",
                             *const seen = "Shape and picture", *const rays = "Rays",
                             *const numbers = "Rounding, loops and events",
                             *const yard = "The crane yard: three dimensions";
    static const std::vector<Scene> all = {
        {"net-throw", "net-throw-caught", "tunneling", passing, "Net throw",
         "Parcels fly through a mooring net that is thinner than one step of their flight.",
         "Net throw, caught", "The same throws, tested along the whole step.",
         [](const std::string& p, const Way& way, Chance&) { throw_parcels(p, way); }},
        {"jump-into-deck", "jump-into-deck-correct", "pop-through", passing, "Jump into a deck",
         "A stoat jumps against a deck from below and is put on top of it.", "Jump into a deck, correct",
         "Its head is stopped and it falls again.", jump_into_deck},
        {"walk-through-crate", "walk-through-crate-correct", "silent-overlap", passing,
         "Walk through a crate", "One crate stops the stoat, the next does not: it is on another layer.",
         "Walk through a crate, correct", "Both crates stop it.", walk_through_crate},
        {"plank-lets-go", "plank-lets-go-correct", "one-way-drop", passing, "Dropped by a plank",
         "A one-way plank lets the stoat fall as soon as it touches another one.", "Held by a plank",
         "Each plank holds what is above it.", plank_lets_go},
        {"feelers", "feelers-correct", "probe-gap", passing, "Feelers",
         "A tall stoat tests for walls at two points, and a beam fits between them.", "Feelers, correct",
         "There are enough points for the thinnest beam.", feelers},
        {"hand-cart", "hand-cart-correct", "deep-overlap", passing, "Hand cart",
         "The cart is tested before it is moved and ends inside the bollard.", "Hand cart, correct",
         "Tested after the move and pushed out.",
         [](const std::string& p, const Way& way, Chance&) { roll_cart(p, way); }},
        {"buoy-drum", "buoy-drum-correct", "double-hit", responses, "Buoy and drum",
         "A drum that hits a buoy gets two responses and leaves too fast.", "Buoy and drum, correct",
         "One hit, one response.", [](const std::string& p, const Way& way, Chance&) { hit_buoy(p, way); }},
        {"mail-slot", "mail-slot-correct", "repeat-effect", responses, "Mail slot",
         "The postage is paid in every frame of the contact, and the stoat gets faster and faster.",
         "Mail slot, correct", "Paid once per contact.", mail_slot},
        {"drum-in-wall", "drum-in-wall-correct", "jitter", responses, "Drum in the wall",
         "A drum is reversed in every frame in which it overlaps the mole, and jitters inside it.",
         "Drum at the wall", "Pushed out first, then reversed.", drum_in_wall},
        {"drum-on-crate", "drum-on-crate-correct", "wrong-face", responses, "Drum on a crate",
         "A drum that drops on top of a crate responds as if it had hit the side too.",
         "Drum on a crate, correct", "The top was hit, and only that axis is reversed.", drum_on_crate},
        {"drum-between-moles", "drum-between-moles-correct", "speed-surge", responses, "Drum between moles",
         "Every wall returns the drum faster than it came.", "Drum between moles, correct",
         "It leaves as fast as it came.", drum_between_moles},
        {"cart-at-corner", "cart-at-corner-correct", "corner-spin", responses, "Cart at a corner",
         "A cart that should never rotate is turned by the corner that it hits.", "Cart at a corner, correct",
         "It stops upright.", cart_at_corner},
        {"lantern", "lantern-correct", "self-push", responses, "Lantern",
         "The stoat lifts its lantern and is pushed around by it.", "Lantern, correct",
         "The stoat and its lantern ignore each other.", lantern},
        {"pier-hang", "pier-slide", "stuck-on-edge", stuck, "Pier hang",
         "A jumping stoat that presses against the side of the pier hangs there in mid-air.", "Pier slide",
         "The same jump without friction: it slides down.",
         [](const std::string& p, const Way& way, Chance&) { jump_at_pier(p, way); }},
        {"plank-seam", "plank-walk", "stuck-on-edge", stuck, "Plank seam",
         "Walking over level planks, the stoat stops dead at an internal edge.", "Plank walk",
         "The same walk goes on to the crate.",
         [](const std::string& p, const Way& way, Chance&) { walk_planks(p, way); }},
        {"cart-in-shed", "cart-in-shed-correct", "trapped", stuck, "Cart in the shed",
         "Once the cart is inside, every move is refused.", "Cart at the shed",
         "It is pushed out and stays free.", cart_in_shed},
        {"shed-wall", "shed-wall-correct", "blocked-motion", stuck, "Along the shed",
         "Pushed slantwise at a shed, the cart stops dead and does not slide along it.",
         "Along the shed, correct", "Only the part of its velocity that leads into the wall is lost.",
         along_the_shed},
        {"quay-wall", "quay-wall-correct", "wall-climb", stuck, "Up the quay wall",
         "A rule for low steps lifts the stoat up a wall that is far too steep.", "At the quay wall",
         "The wall is too steep and stops it.", quay_wall},
        {"empty-place", "empty-place-correct", "invisible-wall", stuck, "Empty place",
         "The stoat is stopped where nothing is visible.", "Empty place, correct",
         "The collider that was left behind there is switched off.", empty_place},
        {"pier-edge", "pier-edge-correct", "false-grounded", stuck, "Edge of the pier",
         "The stoat is still grounded after it has walked off the pier, and jumps in mid-air.",
         "Edge of the pier, correct", "Beyond the edge it falls.", edge_of_pier},
        {"gull-box", "gull-box-correct", "hit-outside-art", seen, "Gull in a box",
         "A parcel hits the empty corner of the box around the gull.", "Gull in its outline",
         "Tested by its picture, and the parcel misses.", gull_box},
        {"stoat-ears", "stoat-ears-correct", "art-missed", seen, "Through the ears",
         "The parcel flies through the stoat's head, which its collider does not cover.", "At the ears",
         "The collider covers the picture.", stoat_ears},
        {"gull-sight", "gull-sight-correct", "ray-self-hit", rays, "Gull's sight",
         "The gull's sight ray starts inside its own body and sees nothing else.", "Gull's sight, correct",
         "The ray skips the gull's own body.", gull_sight},
        {"lamp-beams", "lamp-beams-correct", "ray-short", rays, "Lamp beams",
         "A second beam, aimed at the point that the first one hit, ends just before it.",
         "Lamp beams, correct", "Aimed a little beyond that point.", lamp_beams},
        {"gull-crates", "gull-crates-correct", "ray-wrong-answer", rays, "Gull and crates",
         "The sight ray reports the last crate in its way, not the first.", "Gull and crates, correct",
         "It reports the nearest.", gull_and_crates},
        {"mail-sorter", "mail-sorter-correct", "ray-knife-edge", rays, "Mail sorter",
         "The ray picks at the edge between two cells, where rounding decides.", "Mail sorter, correct",
         "It aims at the middle of a cell.", mail_sorter},
        {"flush-wall", "flush-wall-correct", "flush-contact", numbers, "Flush with the wall",
         "The stoat leans on a wall, and the test says yes and no in turn.", "Flush with the wall, correct",
         "It says yes as long as it leans.", flush_wall},
        {"narrow-gap", "narrow-gap-correct", "unresolved-loop", numbers, "Narrow gap",
         "A loop pushes the parcel out of one crate into the other and never finishes.",
         "Narrow gap, correct", "There is room between the crates.", narrow_gap},
        {"parcel-taken", "parcel-taken-correct", "no-reaction", numbers, "Parcel not taken",
         "The parcel touches the stoat, and nothing happens.", "Parcel taken",
         "It is picked up one frame later.", letter_box},
        {"yard-sail", "yard-sail-caught", "tunneling", yard, "Parcels at the sail",
         "Thrown fast enough, parcels pass through a sail, which is only as thick as a triangle.", "Sail, caught",
         "The way between two frames is tested.", yard_sail},
        {"yard-lantern", "yard-lantern-correct", "self-push", yard, "Lantern in the yard",
         "The stoat lifts its lantern before itself and is pushed back by it.", "Lantern in the yard, correct",
         "The stoat and its lantern ignore each other.", yard_lantern},
        {"yard-cart", "yard-cart-correct", "corner-spin", yard, "Cart at the shed's corner",
         "A cart that should never rotate is turned by the corner of a shed.", "Cart at the shed's corner, correct",
         "It stops upright.", yard_cart},
        {"yard-pane", "yard-lanes", "invisible-wall", yard, "Pane across two lanes",
         "The pane of a crane that was taken down still stops the carts on both lanes.", "Two lanes",
         "The pane is off.", yard_pane},
        {"yard-deck", "yard-deck-walk", "stuck-on-edge", yard, "Edges of the deck",
         "On a level deck of triangles the stoat stops dead at edges between two of them.", "Over the deck",
         "The same walk goes on to the crate.", yard_deck},
        {"yard-ramp", "yard-ramp-walk", "blocked-motion", yard, "Too steep for its step",
         "The stoat may walk that slope, but each step would have to rise higher than it may.", "Up the ramp",
         "It may rise high enough.", yard_ramp},
        {"yard-hook", "yard-hook-correct", "ray-short", yard, "Hook's second look",
         "A second ray, aimed at the first one's hit, ends a hair before it.", "Hook's second look, correct",
         "It goes on a little.", yard_hook},
        {"yard-sorter", "yard-sorter-correct", "ray-knife-edge", yard, "Sorter in the yard",
         "The ray picks at the edge between two cells, where rounding decides.", "Sorter in the yard, correct",
         "It aims at the middle of a cell.", yard_sorter},
    };
    return all;
}
