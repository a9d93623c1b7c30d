// SPDX-License-Identifier: GPL-3.0-or-later
// One cause each: stops that take several frames, drops of few frames, reversals against what moves, bodies
// that hover or stand on slopes, gains at high rates, bodies that lie inside each other.
#include "more_scenes.hpp"

#include <sprites.hpp>

namespace {

// ---- stops

enum class Stops { ByNothing, LetsGo, StartsSlowly, AtAWall };
/// A stoat walks and is slowed down over some frames.
void slows_down(const std::string& path, Chance& vary, Stops kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("slows down", rate, {"desired"}));
    const Block quay = s.block("quay", "quay", 0, -20, 800, 40);
    Block wall;
    if (kind == Stops::AtAWall) wall = s.block("wall", "quay", 60, 60, 20, 120);
    Flyer stoat;
    stoat.x = -60, stoat.y = 18, stoat.enter(s, "stoat", bounce::box(18, 36));
    const double speed = vary(120), keeps = vary(0.5, 0.5);
    const int slows = static_cast<int>(rate * 0.6);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        double wants = speed;
        if (kind == Stops::LetsGo && s.n() >= slows) wants = 0;
        if (kind == Stops::StartsSlowly)
            stoat.vx = std::min(speed, speed * (s.n() - slows) / rate * 4),
            stoat.vx = std::max(stoat.vx, 0.0);
        else if (kind == Stops::AtAWall) {
            const double left = wall.left() - 9 - stoat.x;
            stoat.vx = std::min(speed, left * 8 < 2 ? left / s.dt : left * 8);
        } else if (s.n() >= slows)
            stoat.vx = s.n() > slows + 4 ? 0 : stoat.vx * keeps;
        else
            stoat.vx = speed;
        stoat.step(s);
        s.touch(1, quay.id, stoat.x, 0, 0, -1);
        if (kind == Stops::AtAWall && std::abs(wall.left() - 9 - stoat.x) < 0.01)
            s.touch(1, wall.id, wall.left(), 18, 1, 0);
        stoat.describe(s), s.log.desired(1, wants, 0);
    }
}

// ---- one-ways

/// A stoat falls on a thin plank and is through it in two or three frames; or it stands, sinks by a hair,
/// is put back, and drops in the next frame.
void falls_through(const std::string& path, Chance& vary, bool stood, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("falls through", rate, {"desired"}, -vary(1400)));
    bounce::Surface one_way;
    one_way.role = "one-way";
    const Block plank = s.block("plank", "plank", 0, -3, 160, 6, one_way);
    Flyer stoat;
    stoat.y = stood ? 18 : 60, stoat.enter(s, "stoat", bounce::box(18, 36));
    const double fast = vary(stood ? 24 : 30) * rate / 2; // through in some two frames
    const int drops = static_cast<int>(rate / 2);
    for (const int frames = static_cast<int>(rate * 1.2); s.next(frames);) {
        if (stood) {
            if (s.n() == drops - 2)
                stoat.y = 18 - 0.02;
            else if (s.n() == drops - 1)
                stoat.y = 18;
            stoat.vy = wrong && s.n() >= drops ? -fast : 0;
        } else
            stoat.vy = s.n() < drops ? 0 : -fast;
        const double was = stoat.y;
        stoat.step(s);
        if (!wrong && was >= 18 && stoat.y < 18) stoat.y = 18, stoat.vy = 0;
        if (stoat.y <= 18 && stoat.y > 17) s.touch(1, plank.id, 0, 0, 0, -1);
        stoat.describe(s), s.log.desired(1, 0, 0);
    }
}

/// A stoat walks along a lift that takes it back as fast; or it is held there by nothing.
void on_a_lift(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate(), speed = vary(80);
    Stage s(path, vary, plain("on a lift", rate, {"desired", "grounded"}, -vary(1200)));
    Flyer lift, stoat;
    lift.id = 2, lift.y = -10, lift.enter(s, "lift", bounce::box(300, 20));
    stoat.x = -80, stoat.y = 18, stoat.enter(s, "stoat", bounce::box(18, 36));
    const int begins = static_cast<int>(rate * 0.6);
    for (const int frames = static_cast<int>(rate * 1.8); s.next(frames);) {
        const bool back = s.n() >= begins;
        lift.vx = back && !wrong ? -speed : 0, stoat.vx = back ? 0 : speed;
        lift.step(s), stoat.step(s), lift.describe(s), stoat.describe(s);
        s.touch(1, 2, stoat.x, 0, 0, -1), s.log.desired(1, speed, 0), s.log.grounded(1);
    }
}

/// A round stoat walks off the end of a plank; the game looks at its middle alone.
void walks_off(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("walks off", rate, {"desired"}, -vary(1200)));
    bounce::Surface one_way;
    one_way.role = "one-way";
    const Block plank = s.block("plank", "plank", 0, -5, 120, 10, one_way),
                quay = s.block("quay", "quay", 0, -120, 500, 40);
    Flyer stoat;
    stoat.x = -20, stoat.y = 12, stoat.enter(s, "stoat", bounce::circle(12));
    stoat.vx = vary(90);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        stoat.vy += s.gravity * s.dt, stoat.step(s);
        const bool on = stoat.y <= 12 && stoat.y > 0 && stoat.x < plank.right();
        if (on) stoat.y = 12, stoat.vy = 0, s.touch(1, plank.id, stoat.x, 0, 0, -1);
        if (stoat.y <= quay.top() + 12)
            stoat.y = quay.top() + 12, stoat.vy = 0, s.touch(1, quay.id, stoat.x, quay.top(), 0, -1);
        stoat.describe(s), s.log.desired(1, stoat.vx, 0);
    }
}

// ---- jitter

enum class Shakes { WallComes, WallGoes, Across, Bounces };
/// A ball that is reversed in every frame: by a wall that moves along with one half, or across the surface
/// while it sinks in. Or it bounces off that wall once.
void shakes(const std::string& path, Chance& vary, Shakes kind) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("shakes", rate));
    Flyer ball, wall;
    const double speed = vary(140) * rate / 60, share = vary(0.8, 0.1);
    wall.id = 2;
    const bool across = kind == Shakes::Across;
    ball.enter(s, "ball", bounce::circle(7));
    if (across)
        wall.x = 0, wall.y = -40, wall.enter(s, "crate", bounce::box(120, 80), "static");
    else
        wall.x = 60, wall.enter(s, "gate", bounce::box(30, 120));
    ball.x = across ? 0 : 60 - 15 - 7 - 0.4 * speed / rate, ball.y = across ? 30 : 0;
    bool met = false;
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        if (across) {
            ball.vy = -speed * 0.5;
            ball.vx = ball.y > 7 ? 0.3 * speed : ball.y > -60 ? (s.n() % 2 ? speed : -speed) : 0;
            if (ball.y <= -60) ball.vy = 0;
        } else {
            wall.vx = kind == Shakes::WallComes  ? -speed * share
                      : kind == Shakes::WallGoes ? speed * share
                                                 : 0;
            if (s.n() > rate / 2) wall.vx = 0;
            if (kind == Shakes::Bounces)
                ball.vx = met ? -speed : speed;
            else if (s.n() <= rate / 2)
                ball.vx = wall.vx * 0.1 + (s.n() % 2 ? -speed : speed);
            else
                ball.vx = -speed;
        }
        ball.step(s), wall.step(s);
        if (kind == Shakes::Bounces && !met && ball.x > wall.x - 15 - 7) ball.x = wall.x - 22, met = true;
        if (!across && kind != Shakes::Bounces && s.n() <= rate / 2) wall.x = ball.x + 15 + 7 - 0.3;
        ball.describe(s), wall.describe(s);
    }
}

// ---- standing

enum class Stands { Hovers, HoversHigh, WholePixels };
/// A stoat walks a part of a pixel above the quay, as games do that step by pixels; or clearly above it.
void stands_above(const std::string& path, Chance& vary, Stands kind) {
    const double rate = vary.rate(), above = kind == Stands::HoversHigh ? vary(12) : vary(0.7, 0.2);
    Stage s(path, vary, plain("stands above", rate, {"desired", "grounded"}, -vary(1400)));
    s.block("quay", "quay", 0, -20, 800, 40);
    Flyer stoat;
    stoat.x = -60, stoat.y = 18 + above, stoat.enter(s, "stoat", bounce::box(18, 36));
    const double speed = vary(80);
    double exact = stoat.x;
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        exact += speed * s.dt;
        stoat.vx = speed, stoat.x = kind == Stands::WholePixels ? std::floor(exact) : exact;
        stoat.describe(s), s.log.desired(1, speed, 0), s.log.grounded(1);
    }
}
/// A stoat walks and falls, and is never said to be grounded; or is, where it stands.
void never_grounded(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("never grounded", rate, {"desired", "grounded"}, -vary(1400)));
    const std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 600, 40)};
    Walker w;
    w.y = 60, w.x = -100, w.enter(s, courier());
    const double speed = vary(60);
    for (const int frames = static_cast<int>(rate * 2.5); s.next(frames);) {
        w.move(s, solid, speed);
        const bool ground = w.ground;
        if (wrong) w.ground = false;
        w.describe(s, solid, speed), w.ground = ground;
    }
}
/// A stoat that stands on a slope, on one corner of its box.
void stands_on_slope(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), rise = vary(0.5);
    Stage s(path, vary, plain("on a slope", rate, {"desired", "grounded"}, -vary(1400)));
    s.prop(20, "bank", "quay", bounce::chain({{-200, -200 * rise}, {200, 200 * rise}}), 0, 0);
    Flyer stoat;
    bounce::Body b = courier();
    s.log.body(1, b), s.log.collider(1, 1, bounce::box(18, 36));
    stoat.x = -40, stoat.y = (stoat.x + 9) * rise + 18 + 60;
    double vy = 0;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        vy += s.gravity * s.dt, stoat.y += vy * s.dt;
        const double floor = (stoat.x + 9) * rise + 18;
        const bool on = stoat.y <= floor;
        if (on) stoat.y = floor, vy = 0;
        const double size = std::hypot(rise, 1.0);
        if (on) s.touch(1, 20, stoat.x + 9, floor - 18, rise / size, -1 / size), s.log.grounded(1);
        s.log.state(1, stoat.x, stoat.y, 0, 0, vy), s.log.desired(1, 0, 0);
    }
}
/// A stoat lands and jumps a few frames later. Nothing but places and velocities is logged.
void lands_and_jumps(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("lands and jumps", rate, {}, -vary(1400)));
    s.block("quay", "quay", 0, -20, 420, 40);
    Flyer stoat;
    stoat.y = 50, stoat.enter(s, "stoat", bounce::box(18, 36));
    int landed = 0;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        stoat.vy += s.gravity * s.dt, stoat.step(s);
        if (stoat.y <= 18) stoat.y = 18, stoat.vy = 0, ++landed;
        if (landed == 4) stoat.vy = 420, landed = 0;
        stoat.describe(s);
    }
}

// ---- gains

/// A slow ball bounces off a wall with more speed than it came with, or with just that.
void gains(const std::string& path, Chance& vary, double factor) {
    const double rate = 120;
    Stage s(path, vary, plain("gains", rate));
    const Block wall = s.block("wall", "pier", 60, 0, 20, 120);
    Flyer ball;
    ball.x = -10, ball.vx = vary(100), ball.vy = vary(12);
    ball.enter(s, "ball", bounce::circle(6), "kinematic", {"", "", "solid", 0, 1, true});
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        ball.step(s);
        if (ball.vx > 0 && ball.x + 6 >= wall.left()) {
            ball.x = wall.left() - 6, ball.vx *= -factor, ball.vy *= factor;
            s.touch(1, wall.id, wall.left(), ball.y, 1, 0);
        }
        ball.describe(s);
    }
}

// ---- inside each other

enum class Inside { Crates, SetIn, PressedALittle };
/// Crates of a solver that lie inside each other and drift apart slowly; a crate that code sets into a wall;
/// a crate that its load presses in a little.
void lies_inside(const std::string& path, Chance& vary, Inside kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("lies inside", rate, {}, -vary(900)));
    const Block quay = s.block("quay", "quay", 0, -20, 420, 40);
    Flyer low, high;
    high.id = 2;
    const double depth = kind == Inside::PressedALittle ? 0.4 : kind == Inside::SetIn ? vary(16) : vary(26);
    low.y = 15, high.y = kind == Inside::SetIn ? 200 : 45 - depth, low.x = high.x = 0;
    if (kind == Inside::SetIn) low.x = 60;
    low.enter(s, "crate", bounce::box(30, 30), "dynamic"),
        high.enter(s, "box", bounce::box(30, 30), "dynamic");
    const int set = static_cast<int>(rate / 2), lasts = static_cast<int>(rate / 2);
    const double leaves = depth / (rate * 0.6);
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        s.touch(1, quay.id, low.x, 0, 0, -1);
        if (kind == Inside::SetIn) {
            if (s.n() == set) high.y = 15 - depth;
            if (s.n() > set && s.n() < set + lasts) high.y += depth / lasts;
            if (s.n() >= set + lasts) high.y = 15;
            if (s.n() < set) high.y = 15 + 60;
            if (s.n() >= set) s.touch(2, quay.id, 0, 0, 0, -1, 15 - high.y);
        } else {
            if (kind == Inside::Crates && s.n() > 0) high.y = std::min(high.y + leaves, 45.0);
            s.touch(1, 2, 0, 30, 0, 1, 45 - high.y);
        }
        low.describe(s), high.describe(s);
    }
}

// ---- blocked

enum class Refused { AtABuoy, Squarely, InACorner, Slides, ByFriction };
/// A circle pushed at something, seen from above: slantwise at a round thing, squarely at a wall, into a
/// corner; it slides along; friction holds what a solver moves.
void refused(const std::string& path, Chance& vary, Refused kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("refused", rate, {"desired"}));
    const bool corner = kind == Refused::InACorner;
    if (kind == Refused::AtABuoy)
        s.prop(10, "buoy", "buoy", bounce::circle(40), 60, 0);
    else
        s.prop(10, "map", "quay",
               corner ? bounce::cells(20, 0, 0, {"......", ".....#", ".....#", ".....#", ".....#", "######"})
                      : bounce::cells(20, 0, 0, {"......", ".....#", ".....#", ".....#", ".....#", "....."}),
               -60, -60);
    bounce::Surface rough{"", "", "solid", kind == Refused::ByFriction ? 0.9 : 0.2, 0, true};
    Flyer cart;
    cart.x = -30, cart.y = kind == Refused::AtABuoy ? vary(22) : corner ? 20 : -10;
    cart.enter(s, "cart", bounce::circle(10), kind == Refused::ByFriction ? "dynamic" : "kinematic", rough);
    const double vx = vary(90), vy = kind == Refused::Squarely || kind == Refused::AtABuoy ? 0 : vary(60);
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        const double x = cart.x + vx * s.dt, y = cart.y + vy * s.dt;
        const bool buoy = kind == Refused::AtABuoy && std::hypot(x - 60, y) < 50;
        const bool wall = kind != Refused::AtABuoy && x + 10 > 40, roof = corner && y + 10 > 40;
        const bool all = kind == Refused::ByFriction && wall;
        cart.vx = buoy || wall ? 0 : vx, cart.vy = buoy || roof || all ? 0 : vy;
        cart.step(s), cart.describe(s), s.log.desired(1, vx, vy);
        if (wall) s.touch(1, 10, 40, cart.y, 1, 0);
    }
}

enum class Slope { Stops, TooSteep, Walks };
/// A stoat walks at a slope and stops at its foot, though it may walk it; or it is too steep for it.
void at_a_slope(const std::string& path, Chance& vary, Slope kind, bool one_map) {
    const double rate = vary.rate(), angle = (kind == Slope::TooSteep ? vary(65, 0.1) : vary(28)) * 0.0174533;
    Stage s(path, vary, plain("at a slope", rate, {"desired", "grounded"}, -vary(1400)));
    const double rise = std::tan(angle);
    if (one_map)
        s.prop(10, "map", "quay",
               bounce::polygon({{-200, -40}, {260, -40}, {260, rise * 200}, {60, 0}, {-200, 0}}), 0, 0);
    else {
        s.prop(10, "quay", "quay", bounce::box(460, 40), 30, -20);
        s.prop(11, "bank", "quay", bounce::polygon({{60, 0}, {260, 0}, {260, rise * 200}}), 0, 0);
    }
    bounce::Body stoat = courier();
    if (kind == Slope::TooSteep) stoat.slope = 45;
    s.log.body(1, stoat), s.log.collider(1, 1, bounce::box(18, 36));
    double x = -60;
    const double speed = vary(100);
    for (const int frames = static_cast<int>(rate * 2.5); s.next(frames);) {
        double v = speed;
        x += v * s.dt;
        if (x + 9 > 60 && kind != Slope::Walks) x = 51, v = 0;
        const double up = std::max(0.0, x + 9 - 60) * rise;
        s.touch(1, 10, x, 0, 0, -1);
        s.log.state(1, x, 18 + up, 0, v, up > 0 ? v * rise : 0), s.log.desired(1, speed, 0),
            s.log.grounded(1);
        if (x > 150) break;
    }
}

/// A stoat walks at a low box and stops, though the log gives it a step height that suffices, or does not.
void at_a_step(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate(), tall = wrong ? 6 : 14;
    Stage s(path, vary, plain("at a step", rate, {"desired", "grounded"}, -vary(1400)));
    const Block quay = s.block("quay", "quay", 30, -20, 460, 40),
                low = s.block("box", "crate", 100, tall / 2, 80, tall);
    bounce::Body stoat = courier();
    stoat.step = 9;
    s.log.body(1, stoat), s.log.collider(1, 1, bounce::box(18, 36));
    double x = -20;
    const double speed = vary(100);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        double v = speed;
        x += v * s.dt;
        if (x + 9 > low.left()) x = low.left() - 9, v = 0, s.touch(1, low.id, low.left(), 3, 1, 0);
        s.touch(1, quay.id, x, 0, 0, -1);
        s.log.state(1, x, 18, 0, v, 0), s.log.desired(1, speed, 0), s.log.grounded(1);
    }
}

// ---- pictures

/// Parcels fly through the ears of a stoat, which its collider leaves out: one, or one after another.
void through_the_ears(const std::string& path, Chance& vary, int parcels) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("through the ears", rate, {"events"}));
    const double w = 48, h = 80, low = vary(40, 0.1), speed = vary(240);
    s.log.body(1, courier()), s.log.art(1, 1, sprite("stoat"), w, h);
    s.log.collider(1, 1, bounce::box(w - 4, low, 0, -h / 2 + low / 2));
    for (int i = 0; i < parcels; ++i) {
        s.log.body(2 + i, bounce::Body("parcel", "parcel", "kinematic"));
        s.log.collider(2 + i, 2 + i, bounce::box(12, 12)), s.log.art(2 + i, 2 + i, sprite("parcel"), 12, 12);
    }
    s.log.pair("courier", "parcel", "report");
    for (const int frames = static_cast<int>(rate * (0.9 + 0.8 * parcels)); s.next(frames);) {
        s.log.state(1, 0, 0, 0, 0, 0);
        for (int i = 0; i < parcels; ++i)
            s.log.state(2 + i, -90 - 190 * i + speed * s.n() / rate, h / 2 - 22, 0);
    }
}

// ---- shallow overlaps

enum class Shallow { Held, WalkApart, Rest };
/// Two stoats overlap by a little; both want to go apart, and are held, or go; or they want nothing.
void overlap_a_little(const std::string& path, Chance& vary, Shallow kind) {
    const double rate = vary.rate(), depth = vary(0.65, 0.1);
    Stage s(path, vary, untold("overlap a little", rate, {"desired"}));
    Flyer left, right;
    left.x = -9 + depth / 2, right.x = 9 - depth / 2, right.id = 2;
    left.enter(s, "stoat", bounce::box(18, 36)), right.enter(s, "gull", bounce::box(18, 36));
    const double wish = kind == Shallow::Rest ? 0 : vary(70);
    for (const int frames = static_cast<int>(rate * 2.5); s.next(frames);) {
        if (kind == Shallow::WalkApart && s.n() > rate / 2) left.vx = -wish, right.vx = wish;
        const bool wants = kind == Shallow::Held || left.vx < 0;
        left.step(s), right.step(s), left.describe(s), right.describe(s);
        s.log.desired(1, wants ? -wish : 0, 0), s.log.desired(2, wants ? wish : 0, 0);
    }
}

// ---- terrain
/// A ball bounces off a corner of the ground, as its normal there has it.
void bounces_at_vertex(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), slope = vary(0.35);
    Stage s(path, vary, plain("at a vertex", rate));
    s.prop(20, "bank", "quay", bounce::chain({{-300, -300 * slope}, {0, 0}, {300, -300 * slope}}), 0, 0);
    Flyer ball;
    const double r = 8, speed = vary(260), angle = vary(0.5); // of the normal at the corner, from up
    const double lean = std::min(std::abs(angle), 0.8 * std::atan(slope));
    const double nx = -std::sin(lean), ny = std::cos(lean);
    ball.enter(s, "ball", bounce::circle(r), "kinematic", {"", "", "solid", 0, 1, true});
    double vx = speed, vy = -speed * 0.4;
    const int hits = static_cast<int>(rate / 3);
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        if (s.n() == hits) {
            const double closing = vx * nx + vy * ny;
            vx -= 2 * closing * nx, vy -= 2 * closing * ny;
            s.touch(1, 20, 0, 0, -nx, -ny);
        }
        const double k = s.n() - hits, even = 1 / rate;
        const double t = s.n() <= hits ? k * even : k * even;
        const double from_vx = s.n() < hits ? speed : vx, from_vy = s.n() < hits ? -speed * 0.4 : vy;
        s.log.state(1, r * nx + from_vx * t, r * ny + from_vy * t, 0, s.n() < hits ? speed : vx,
                    s.n() < hits ? -speed * 0.4 : vy);
    }
}

} // namespace

const std::vector<MoreScene>& cause_scenes() {
    static const std::vector<MoreScene> all = {
        {"slowed to a stop by nothing", "invisible-wall",
         [](auto& p, auto& v) { slows_down(p, v, Stops::ByNothing); }},
        {"lets go and slows down", "", [](auto& p, auto& v) { slows_down(p, v, Stops::LetsGo); }},
        {"starts slowly", "", [](auto& p, auto& v) { slows_down(p, v, Stops::StartsSlowly); }},
        {"slows down to a wall", "", [](auto& p, auto& v) { slows_down(p, v, Stops::AtAWall); }},
        {"falls through a plank in two frames", "one-way-drop",
         [](auto& p, auto& v) { falls_through(p, v, false, true); }},
        {"wobbles and drops through a plank", "one-way-drop",
         [](auto& p, auto& v) { falls_through(p, v, true, true); }},
        {"lands on a plank", "", [](auto& p, auto& v) { falls_through(p, v, false, false); }},
        {"wobbles on a plank", "", [](auto& p, auto& v) { falls_through(p, v, true, false); }},
        {"walks off a plank", "", walks_off},
        {"taken back by a lift", "", [](auto& p, auto& v) { on_a_lift(p, v, false); }},
        {"held on a lift by nothing", "invisible-wall", [](auto& p, auto& v) { on_a_lift(p, v, true); }},
        {"shakes at a gate that comes", "jitter", [](auto& p, auto& v) { shakes(p, v, Shakes::WallComes); }},
        {"shakes at a gate that goes", "jitter", [](auto& p, auto& v) { shakes(p, v, Shakes::WallGoes); }},
        {"shakes across a top face", "jitter", [](auto& p, auto& v) { shakes(p, v, Shakes::Across); }},
        {"bounces off a gate", "", [](auto& p, auto& v) { shakes(p, v, Shakes::Bounces); }},
        {"hovers a hair above ground", "", [](auto& p, auto& v) { stands_above(p, v, Stands::Hovers); }},
        {"steps whole pixels above ground", "",
         [](auto& p, auto& v) { stands_above(p, v, Stands::WholePixels); }},
        {"hovers high and believes it is grounded", "false-grounded",
         [](auto& p, auto& v) { stands_above(p, v, Stands::HoversHigh); }},
        {"is never grounded", "false-grounded", [](auto& p, auto& v) { never_grounded(p, v, true); }},
        {"is grounded where it stands", "", [](auto& p, auto& v) { never_grounded(p, v, false); }},
        {"stands on a slope with one corner", "", stands_on_slope},
        {"lands and jumps", "", lands_and_jumps},
        {"gains at 120 steps", "speed-surge", [](auto& p, auto& v) { gains(p, v, 1.2); }},
        {"keeps its speed at 120 steps", "", [](auto& p, auto& v) { gains(p, v, 1.0); }},
        {"crates lie inside each other", "deep-overlap",
         [](auto& p, auto& v) { lies_inside(p, v, Inside::Crates); }},
        {"a crate is set into the quay", "deep-overlap",
         [](auto& p, auto& v) { lies_inside(p, v, Inside::SetIn); }},
        {"a crate is pressed in a little", "",
         [](auto& p, auto& v) { lies_inside(p, v, Inside::PressedALittle); }},
        {"one parcel through the ears", "art-missed", [](auto& p, auto& v) { through_the_ears(p, v, 1); }},
        {"parcels through the ears", "art-missed", [](auto& p, auto& v) { through_the_ears(p, v, 5); }},
        {"held by a little overlap", "trapped",
         [](auto& p, auto& v) { overlap_a_little(p, v, Shallow::Held); }},
        {"walk apart from a little overlap", "",
         [](auto& p, auto& v) { overlap_a_little(p, v, Shallow::WalkApart); }},
        {"rest in a little overlap", "", [](auto& p, auto& v) { overlap_a_little(p, v, Shallow::Rest); }},
        {"refused at a buoy", "blocked-motion", [](auto& p, auto& v) { refused(p, v, Refused::AtABuoy); }},
        {"stops squarely at a wall", "", [](auto& p, auto& v) { refused(p, v, Refused::Squarely); }},
        {"stops in a corner", "", [](auto& p, auto& v) { refused(p, v, Refused::InACorner); }},
        {"slides along a wall", "", [](auto& p, auto& v) { refused(p, v, Refused::Slides); }},
        {"held by friction at a wall", "", [](auto& p, auto& v) { refused(p, v, Refused::ByFriction); }},
        {"stops at a slope that it may walk", "blocked-motion",
         [](auto& p, auto& v) { at_a_slope(p, v, Slope::Stops, false); }},
        {"stops at a slope of the same map", "blocked-motion",
         [](auto& p, auto& v) { at_a_slope(p, v, Slope::Stops, true); }},
        {"stops at a slope that is too steep", "",
         [](auto& p, auto& v) { at_a_slope(p, v, Slope::TooSteep, true); }},
        {"walks up a slope", "", [](auto& p, auto& v) { at_a_slope(p, v, Slope::Walks, false); }},
        {"stops at a step that it may climb", "blocked-motion",
         [](auto& p, auto& v) { at_a_step(p, v, true); }},
        {"stops at a box that is too high", "", [](auto& p, auto& v) { at_a_step(p, v, false); }},
        {"bounces at a corner of the ground", "", bounces_at_vertex},
    };
    return all;
}
