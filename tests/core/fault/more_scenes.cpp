// SPDX-License-Identifier: GPL-3.0-or-later
#include "more_scenes.hpp"

namespace {

using bounce::Contact;

// ---- tunneling: thin things of all kinds, crossed between two frames

/// A fast drum crosses something thin. `what` places it at x = 0.
void crosses(const std::string& path, Chance& vary, void (*what)(Stage&), bool responded, bool low = false) {
    const double rate = vary.rate(), r = vary(5);
    Stage s(path, vary, plain("crosses", rate));
    what(s);
    Flyer f;
    f.vx = vary(70) * rate, f.x = -f.vx * s.dt * (5 + vary(0.5, 0.3)), f.y = low ? 80 + r + vary(3) : vary(4);
    f.enter(s, "parcel", bounce::circle(r));
    while (s.next(14)) {
        const bool before = f.x < 0;
        f.step(s);
        if (responded && before && f.x >= -r && f.vx > 0) {
            f.x = -r - 1, f.vx *= -0.5;
            s.log.contact(Contact(1, 10).at(-1, f.y).normal(1, 0).phase("begin"));
            s.log.contact(Contact(1, 10).phase("end"));
        }
        f.describe(s);
    }
}
void thin_box(Stage& s) { s.block("net", "net", 0, 0, 4, 160); }
void thin_chain(Stage& s) { s.prop(10, "rope", "rope", bounce::chain({{0, -80}, {3, 0}, {0, 80}}), 0, 0); }
void thin_cells(Stage& s) {
    s.prop(10, "fence", "fence", bounce::cells(8, 0, 0, std::vector<std::string>(20, "#")), -4, -80);
}
void thin_polygon(Stage& s) {
    s.prop(10, "sail", "sail", bounce::polygon({{-3, -80}, {3, -80}, {0, 80}}), 0, 0);
}
void turned_box(Stage& s) { s.prop(10, "plank", "plank", bounce::box(5, 160, 0, 0, 0.4), 0, 0); }
void held_back(Stage& s) {
    s.prop(10, "gate", "gate", bounce::box(4, 160), 0, 0, {"", "", "one-way", -1, 0, true, -1, 0});
}
void lets_through(Stage& s) {
    s.prop(10, "gate", "gate", bounce::box(4, 160), 0, 0, {"", "", "one-way", -1, 0, true, 1, 0});
}
void sensor(Stage& s) {
    s.prop(10, "slot", "slot", bounce::box(6, 160), 0, 0, {"", "", "sensor", -1, 0, true});
}

/// A bar that turns sweeps through a crate between two frames.
void bar_sweeps(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("bar", rate));
    s.block("crate", "crate", vary(70), 0, 8, 8);
    Flyer bar;
    bar.spin = 0.5 * rate, bar.turn = -0.5 * 4.5;
    bar.enter(s, "bar", bounce::box(200, 6));
    while (s.next(7)) bar.step(s), bar.describe(s);
}
/// Put elsewhere on purpose: it did not travel.
void teleports_over(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("teleport", vary.rate()));
    thin_box(s);
    Flyer f;
    f.x = -40, f.vx = 10, f.enter(s, "parcel", bounce::circle(5));
    while (s.next(20)) {
        f.step(s);
        if (s.n() == 8) f.x = 60, s.log.teleport(1);
        f.describe(s);
    }
}

// ---- standing

enum class Grounded { Ceiling, Wall, Never, Lag };
void grounded_state(const std::string& path, Chance& vary, Grounded kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("footing", rate, {"desired", "grounded"}, -vary(1400)));
    std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40)};
    const double high = vary(90);
    if (kind == Grounded::Ceiling) solid.push_back(s.block("deck", "deck", 0, high + 20, 300, 40));
    if (kind == Grounded::Wall) solid.push_back(s.block("shed", "shed", 60, 160, 60, 320));
    Walker w;
    w.y = 18, w.x = kind == Grounded::Wall ? 60 - 30 - 9 : 0;
    w.enter(s, courier());
    double hold = 0;
    bool lag = false;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        if (hold > 0 && hold < 0.15) w.vy = -2 * s.gravity * s.dt; // it presses upward
        const double desired = kind == Grounded::Wall ? 60 : s.n() > rate * 0.2 ? 40 : 0;
        if (s.n() == static_cast<int>(rate / 2)) w.vy = std::sqrt(-2 * s.gravity * high);
        w.move(s, solid, desired);
        // A body that is held at the ceiling, or slides down beside a wall, for long enough to be seen.
        const bool up = kind == Grounded::Ceiling && std::abs(w.box().top() - high) < 1e-9 && hold < 0.15;
        if (up) hold += s.dt, w.vy = 0;
        const bool ground = w.ground;
        const bool beside = kind == Grounded::Wall && !ground && w.y > 40;
        if (up || beside) w.ground = true;
        if (kind == Grounded::Never && s.n() > rate && s.n() < rate * 1.5) w.ground = false;
        if (kind == Grounded::Lag && ground && !lag && s.n() > rate / 2) w.ground = false;
        w.describe(s, solid, desired);
        lag = ground, w.ground = ground;
    }
}

// ---- stuck

enum class Catch { Perch, Hook, Trip, Walks };
void catches(const std::string& path, Chance& vary, Catch kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("catches", rate, {"desired", "grounded"}, -vary(1400)));
    const double tile = vary(40);
    std::vector<Block> row;
    for (int i = 0; i < 8; ++i) row.push_back(s.block("plank", "plank", -160 + tile * i, -20, tile, 40));
    Walker w;
    w.x = -150, w.y = 18;
    if (kind == Catch::Perch) w.x = row.back().right() + w.w / 2 - 0.05 * w.w;
    const bool hooked = kind == Catch::Hook;
    if (hooked) w.x = row.back().right() + w.w / 2 + 0.01, w.y = -2;
    w.enter(s, courier());
    if (hooked) // a lantern box that sticks out of its side at shoulder height
        s.log.collider(90, w.id, bounce::box(8, 6, -w.w / 2, 5), {"", "", "solid", 0.4, 0, true});
    const double speed = vary(110);
    int after = -1;
    for (const int frames = static_cast<int>(rate * 1.8); s.next(frames);) {
        if (kind == Catch::Perch || hooked) {
            // It should fall and does not.
            w.vx = w.vy = 0, w.ground = true;
            const double top = 0;
            if (hooked)
                w.y = top + 3 - 5, s.touch(90, row.back().id, row.back().right() - 2, 0, 0, -1);
            else
                s.touch(w.id, row.back().id, row.back().right(), 0, 0, -1);
            s.log.state(w.id, w.x, w.y, 0, 0, 0), s.log.desired(w.id, 0, 0);
            s.log.grounded(w.id);
            continue;
        }
        const double desired = s.n() < rate / 4 ? 0 : w.x > 60 ? 0 : speed;
        const double was = w.x;
        w.move(s, row, desired);
        // At one seam it loses nearly all of its speed for a few frames.
        const double seam = row[3].left();
        if (kind == Catch::Trip && was + 9 < seam && w.x + 9 >= seam && after < 0) after = s.n();
        if (after >= 0 && s.n() - after < 3) {
            w.x = seam - 9, w.vx = 0;
            s.touch(w.id, row[3].id, seam, 0, 1, 0);
        }
        w.describe(s, row, desired);
    }
}

// ---- responses

/// A drum rolls on a quay and gains speed in every frame with nothing that pushes it.
void gains(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("gains", rate, {"desired", "events"}));
    s.block("quay", "quay", 0, -20, 4000, 40);
    Flyer f;
    f.vx = vary(60), f.x = -100, f.y = 10, f.enter(s, "drum", bounce::circle(10));
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        if (wrong && s.n() > rate / 3 && s.n() < rate / 3 + 12) f.vx *= 1.08;
        f.step(s), s.touch(1, 10, f.x, 0, 0, -1), s.log.desired(1, 0, 0), f.describe(s);
    }
}
/// A drum hits a wall and is sent back turned in both components.
void corner_of_room(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("both", rate));
    const Block wall = s.block("mole", "pier", 100, 0, 40, 400);
    Flyer f;
    f.vx = vary(200), f.vy = vary(160), f.x = -60, f.y = -120,
    f.enter(s, "drum", bounce::circle(10), "kinematic", {"", "", "solid", 0, 1, true});
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        f.step(s);
        if (f.x + 10 > wall.left() && f.vx > 0) {
            f.x = wall.left() - 10, f.vx = -f.vx;
            if (wrong) f.vy = -f.vy;
            s.touch(1, wall.id, wall.left(), f.y, 1, 0);
        }
        f.describe(s);
    }
}
/// A ball on a paddle that moves down after it: it is hit, hit, and hit.
void paid_without_speed(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("bell", rate, {"events"}));
    const Block bell = s.block("bell", "bell", 0, 0, 20, 60);
    Flyer f;
    f.x = -80, f.vx = vary(90),
    f.enter(s, "drum", bounce::circle(10), "kinematic", {"", "", "solid", 0.5, 0, true});
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        f.step(s);
        if (f.x + 10 >= bell.left()) {
            f.x = bell.left() - 10, f.vx = 0;
            const bool first = !s.touched_before(1, bell.id);
            s.touch(1, bell.id, bell.left(), 0, 1, 0);
            if (first || (wrong && s.n() < rate * 1.6)) s.log.event("rung", {1, bell.id});
        }
        f.describe(s);
    }
}
/// The hands of the stoat push it about: both are parts of one owner.
void hands(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate(), push = vary(1.5);
    Stage s(path, vary, plain("hands", rate, {"desired"}));
    s.block("quay", "quay", 0, -40, 620, 40);
    Flyer body, hand;
    body.enter(s, "stoat", bounce::box(18, 36));
    hand.id = 2, hand.y = 4;
    bounce::Body b("hand", "hand", "kinematic");
    b.owner = 1;
    s.log.body(2, b), s.log.collider(2, 2, bounce::circle(5));
    if (!wrong) s.log.pair("stoat", "hand", "ignore");
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        const bool on = s.n() > rate / 3 && s.n() < rate / 3 + 10;
        const double reach = on ? 13 : 16;
        if (on && wrong)
            body.x -= push, body.vx = -push / s.dt, s.touch(2, 1, body.x + 9, 4, -1, 0, 1);
        else
            body.vx = 0;
        hand.x = body.x + reach;
        body.describe(s), hand.describe(s), s.log.desired(1, 0, 0);
    }
}
/// One swing of a hook; the same parcel is reported again while the swing lasts.
void swing(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("swing", rate, {"events"}));
    Flyer hook, parcel;
    hook.x = -30, hook.enter(s, "hook", bounce::box(30, 10), "kinematic", {"", "", "sensor", -1, 0, true});
    parcel.id = 2, parcel.x = 0, parcel.enter(s, "parcel", bounce::circle(8));
    const int on = static_cast<int>(rate / 4), off = static_cast<int>(rate * 0.6);
    bool hit = false, inside = false;
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        if (s.n() == 0 || s.n() == off) s.log.off(1);
        if (s.n() == on) s.log.on(1);
        // The parcel shakes in and out of the hook's reach.
        parcel.y = s.n() > on ? 8 + 9 * std::sin(0.5 * (s.n() - on)) : 20;
        const bool now = s.n() >= on && s.n() < off && parcel.y < 12.9;
        if (now) {
            s.touch(1, 2, 0, 5, 0, 1);
            if (!inside && (wrong || !hit)) s.log.event("hit", {1, 2});
            hit = hit || !inside;
        }
        inside = now;
        hook.describe(s), s.log.state(2, parcel.x, parcel.y);
    }
}

// ---- overlap

/// A cart rolls through a crate; the crate should stop it and no contact is ever logged.
void unreported(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("unreported", rate));
    const Block crate = s.block("crate", "crate", 0, 0, 40, 40);
    Flyer f;
    f.x = -100, f.y = wrong ? vary(20) : 42, f.vx = vary(120), f.enter(s, "cart", bounce::box(24, 24));
    (void)crate;
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) f.step(s), f.describe(s);
}
/// Two walkers end inside each other; whichever way they want to move, they stay.
void two_walkers(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate(), speed = vary(1.6) * rate;
    Stage s(path, vary, plain("two walkers", rate, {"desired"}));
    s.block("quay", "quay", 0, -60, 620, 40);
    Flyer a, b;
    // They meet in the middle of a step, deep enough to be seen.
    b.id = 2, b.x = 10 + speed / rate * (20 - vary(0.8)), a.x = -b.x;
    a.enter(s, "stoat", bounce::box(20, 30)), b.enter(s, "stoat", bounce::box(20, 30));
    const int turn = static_cast<int>(rate * 1.2);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const double desired = s.n() < turn ? speed : -speed;
        const auto inside = [&] { return b.x - a.x < 20; };
        const bool held = wrong && inside();
        a.vx = held ? 0 : desired, b.vx = held ? 0 : -desired;
        a.step(s), b.step(s);
        if (!wrong && inside()) {
            const double middle = (a.x + b.x) / 2;
            a.x = middle - 10, b.x = middle + 10, a.vx = b.vx = 0;
        }
        if (b.x - a.x <= 20) s.touch(1, 2, (a.x + b.x) / 2, 0, 1, 0, 20 - (b.x - a.x));
        a.describe(s), b.describe(s), s.log.desired(1, desired, 0), s.log.desired(2, -desired, 0);
    }
}
/// A cart is pushed into a wall and put out on the other side of it.
void through_a_wall(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate(), thick = vary(30);
    Stage s(path, vary, plain("wall", rate));
    const Block wall = s.block("mole", "pier", 0, 0, thick, 200);
    Flyer f;
    f.vx = vary(9) * rate, f.x = -wall.w / 2 - 12 - f.vx * s.dt * (8 + vary(0.5, 0.3));
    f.enter(s, "cart", bounce::box(24, 24));
    while (s.next(24)) {
        f.step(s);
        if (f.x + 12 > wall.left() && f.x - 12 < wall.right() && f.vx > 0) {
            f.x = wrong ? wall.right() + 12 : wall.left() - 12, f.vx = wrong ? f.vx : 0;
            s.touch(1, wall.id, wrong ? wall.right() : wall.left(), 0, wrong ? -1 : 1, 0);
        }
        f.describe(s);
    }
}

} // namespace

const std::vector<MoreScene>& more_scenes() {
    static const std::vector<MoreScene> all = {
        {"crosses a box", "tunneling", [](auto& p, auto& v) { crosses(p, v, thin_box, false); }},
        {"crosses a chain", "tunneling", [](auto& p, auto& v) { crosses(p, v, thin_chain, false); }},
        {"crosses cells", "tunneling", [](auto& p, auto& v) { crosses(p, v, thin_cells, false); }},
        {"crosses a polygon", "tunneling", [](auto& p, auto& v) { crosses(p, v, thin_polygon, false); }},
        {"crosses a turned box", "tunneling", [](auto& p, auto& v) { crosses(p, v, turned_box, false); }},
        {"crosses a one-way against it", "tunneling",
         [](auto& p, auto& v) { crosses(p, v, held_back, false); }},
        {"crosses a sensor unreported", "tunneling", [](auto& p, auto& v) { crosses(p, v, sensor, false); }},
        {"a bar sweeps through", "tunneling", bar_sweeps},
        {"responds", "", [](auto& p, auto& v) { crosses(p, v, thin_box, true); }},
        {"responds to a chain", "", [](auto& p, auto& v) { crosses(p, v, thin_chain, true); }},
        {"passes a one-way its way", "", [](auto& p, auto& v) { crosses(p, v, lets_through, false); }},
        {"misses narrowly", "", [](auto& p, auto& v) { crosses(p, v, thin_box, false, true); }},
        {"teleports over it", "", teleports_over},
        {"grounded at the ceiling", "false-grounded",
         [](auto& p, auto& v) { grounded_state(p, v, Grounded::Ceiling); }},
        {"grounded beside a wall", "false-grounded",
         [](auto& p, auto& v) { grounded_state(p, v, Grounded::Wall); }},
        {"not grounded on the quay", "false-grounded",
         [](auto& p, auto& v) { grounded_state(p, v, Grounded::Never); }},
        {"grounded one frame late", "", [](auto& p, auto& v) { grounded_state(p, v, Grounded::Lag); }},
        {"perched on a corner", "stuck-on-edge", [](auto& p, auto& v) { catches(p, v, Catch::Perch); }},
        {"hooked by its lantern", "stuck-on-edge", [](auto& p, auto& v) { catches(p, v, Catch::Hook); }},
        {"trips at a seam", "stuck-on-edge", [](auto& p, auto& v) { catches(p, v, Catch::Trip); }},
        {"walks over the seams", "", [](auto& p, auto& v) { catches(p, v, Catch::Walks); }},
        {"gains speed by nothing", "speed-surge", [](auto& p, auto& v) { gains(p, v, true); }},
        {"rolls on", "", [](auto& p, auto& v) { gains(p, v, false); }},
        {"both components turned", "wrong-face", [](auto& p, auto& v) { corner_of_room(p, v, true); }},
        {"one component turned", "", [](auto& p, auto& v) { corner_of_room(p, v, false); }},
        {"rung in every frame", "repeat-effect", [](auto& p, auto& v) { paid_without_speed(p, v, true); }},
        {"rung once", "", [](auto& p, auto& v) { paid_without_speed(p, v, false); }},
        {"pushed by its hand", "self-push", [](auto& p, auto& v) { hands(p, v, true); }},
        {"hand that does not push", "", [](auto& p, auto& v) { hands(p, v, false); }},
        {"one swing twice", "double-hit", [](auto& p, auto& v) { swing(p, v, true); }},
        {"one swing once", "", [](auto& p, auto& v) { swing(p, v, false); }},
        {"overlaps unreported", "silent-overlap", [](auto& p, auto& v) { unreported(p, v, true); }},
        {"passes beside", "", [](auto& p, auto& v) { unreported(p, v, false); }},
        {"two walkers inside each other", "trapped", [](auto& p, auto& v) { two_walkers(p, v, true); }},
        {"two walkers meet", "", [](auto& p, auto& v) { two_walkers(p, v, false); }},
        {"out behind the wall", "pop-through", [](auto& p, auto& v) { through_a_wall(p, v, true); }},
        {"stopped by the wall", "", [](auto& p, auto& v) { through_a_wall(p, v, false); }},
    };
    return all;
}
