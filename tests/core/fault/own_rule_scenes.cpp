// SPDX-License-Identifier: GPL-3.0-or-later
// Rules that a game has of its own: paddles that add speed, flippers that turn, feet that ride over the rim
// of a step, a hitbox that strikes once, bricks that break.
#include "more_scenes.hpp"

namespace {

enum class Gain { EachTime, Once };
/// A ball between two paddles, each of which gives back a share more than came in; or one hit does, by
/// mistake. No restitution is logged.
void paddles(const std::string& path, Chance& vary, Gain kind) {
    const double rate = vary.rate(), share = vary(1.06, 0.02);
    Stage s(path, vary, plain("paddles", rate));
    const Block ends[] = {s.block("left paddle", "paddle", -200, 0, 10, 300),
                          s.block("right paddle", "paddle", 200, 0, 10, 300)};
    Flyer ball;
    ball.id = 9, ball.vx = vary(220), ball.vy = vary(8), ball.enter(s, "ball", bounce::circle(6));
    int hits = 0;
    for (const int frames = static_cast<int>(rate * 12); s.next(frames);) {
        ball.step(s);
        for (const Block& end : ends) {
            const double side = end.x < 0 ? end.right() + 6 : end.left() - 6;
            if (end.x < 0 ? ball.x > side || ball.vx > 0 : ball.x < side || ball.vx < 0) continue;
            const bool more = kind == Gain::EachTime || hits == 2;
            ++hits, ball.x = side, ball.vx = -ball.vx * (more ? (kind == Gain::Once ? 1.5 : share) : 1);
            s.touch(9, end.id, end.x < 0 ? end.right() : end.left(), ball.y, end.x < 0 ? -1 : 1, 0);
        }
        ball.describe(s);
    }
}

/// A ball lies against a flipper that begins to turn, from where it stands, and throws it.
void flipper(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), fast = vary(9);
    Stage s(path, vary, untold("flipper", rate, {}, -500));
    Flyer arm, ball;
    arm.id = 8, arm.turn = -0.5, arm.enter(s, "flipper", bounce::capsule(0, 0, 80, 0, 6));
    ball.id = 9, ball.enter(s, "ball", bounce::circle(8));
    const double along = vary(60);
    double out = 0, speed = 0; // of the ball, from the arm
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const bool up = s.n() > rate / 2 && arm.turn < 0.5;
        arm.spin = up ? fast : 0;
        if (s.n() > 0) arm.turn += arm.spin * s.dt;
        speed = up ? fast * along : speed - 500 * s.dt;
        out = std::max(0.0, up ? 0 : out + speed * s.dt);
        if (out == 0 && !up) speed = 0;
        const double c = std::cos(arm.turn), q = std::sin(arm.turn), x = ball.x, y = ball.y;
        ball.x = along * c - (14 + out) * q, ball.y = along * q + (14 + out) * c;
        ball.vx = s.n() > 0 ? (ball.x - x) / s.dt : 0, ball.vy = s.n() > 0 ? (ball.y - y) / s.dt : 0;
        arm.describe(s), ball.describe(s);
    }
}

/// A keeper with a round foot walks up stairs no higher than its step height: at the rim it stands on the
/// edge.
void stairs(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), r = 10, rise = vary(6), speed = vary(70);
    Stage s(path, vary, untold("stairs", rate, {"desired", "grounded"}, -700));
    const Block parts[] = {s.block("yard", "floor", -100, -20, 200, 40),
                           s.block("step", "step", 30, rise / 2, 60, rise),
                           s.block("step", "step", 90, rise, 60, 2 * rise),
                           s.block("landing", "step", 220, 1.5 * rise, 200, 3 * rise)};
    bounce::Body body("keeper", "keeper", "kinematic");
    body.upright = true, body.step = 12;
    s.log.body(9, body), s.log.collider(9, 9, bounce::capsule(0, -14, 0, 14, r));
    double x = -60, y = 24, vy = 0;
    for (const int frames = static_cast<int>(rate * 3); s.next(frames);) {
        if (s.n() > 0) x += speed * s.dt;
        double ground = 0; // where the middle of the lower round lies, over all parts
        for (const Block& p : parts) {
            const double aside = std::max({p.left() - x, x - p.right(), 0.0});
            if (aside < r) ground = std::max(ground, p.top() + std::sqrt(r * r - aside * aside));
        }
        const double before = y;
        y = ground + 14, vy = s.n() > 0 ? (y - before) / s.dt : 0;
        s.log.state(9, x, y, 0, speed, vy), s.log.desired(9, speed, 0), s.log.grounded(9);
    }
}

enum class Horn { Once, EveryFrame };
/// A ram butts an ewe: its horn is on for a tenth of a second, and strikes once; or in each frame.
void ram(const std::string& path, Chance& vary, Horn kind) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("ram", rate, {"events", "desired"}));
    Flyer ram, ewe;
    ram.id = 8, ewe.id = 9, ewe.x = vary(70), ram.enter(s, "ram", bounce::box(30, 60));
    bounce::Surface horn;
    horn.role = "sensor";
    s.log.collider(80, 8, bounce::box(30, 12, 30, 10), horn), ewe.enter(s, "ewe", bounce::box(30, 60));
    double thrown = 0;
    bool on = true, struck = false;
    for (const int frames = static_cast<int>(rate * 4); s.next(frames);) {
        const double t = std::fmod(s.n() / rate, 1.0);
        const bool now = t > 0.5 && t < 0.6;
        if (now != on) now ? s.log.on(80) : s.log.off(80);
        on = now, struck = struck && on;
        const double walks = t < 0.3 ? 60 : 0;
        if (s.n() > 0)
            ram.x = std::min(ram.x + walks * s.dt, ewe.x - 30), ewe.x += thrown * s.dt, thrown *= 0.8;
        if (on && ewe.x - ram.x < 60 && (kind == Horn::EveryFrame || !struck))
            struck = true, thrown = 40, s.log.event("hit", {8, 9});
        s.log.state(8, ram.x, 0), s.log.state(9, ewe.x, 0);
        s.log.desired(8, walks, 0), s.log.desired(9, 0, 0);
    }
}

enum class Breaks { Turned, Forgotten, LetThrough, Never };
/// A ball bounces up and down between the floor and a column of bricks, the lowest of which breaks at each
/// hit. The game turns the ball; forgets it twice; lets it through four bricks in a row; or never
/// turns it. It does so at the face, or puts the ball back to where it was.
void column(const std::string& path, Chance& vary, Breaks kind, bool puts_back) {
    const double rate = vary.rate(), speed = vary(560);
    Stage s(path, vary, untold("column of bricks", rate));
    const Block floor = s.block("floor", "floor", 0, -110, 200, 20);
    const Block roof = s.block("roof", "floor", 0, 900, 200, 20);
    std::vector<Block> bricks;
    for (int k = 0; k < 21; ++k) bricks.push_back(s.block("brick", "brick", 0, 40.0 * k, 60, 10));
    Flyer ball;
    ball.id = 9, ball.x = vary(4), ball.y = -60, ball.vy = speed, ball.enter(s, "ball", bounce::circle(5));
    std::size_t hits = 0;
    Block board; // enters beside it, and goes again
    for (const int frames = static_cast<int>(rate * (kind == Breaks::LetThrough ? 38 : 18));
         s.next(frames);) {
        const double was = ball.y;
        ball.step(s);
        constexpr int enters = 4;
        if (s.n() == enters) board = s.block("board", "board", ball.x + 35, ball.y, 60, 10);
        if (s.n() == enters + 2) s.log.removed(board.id);
        const auto turn = [&](double y) { ball.y = puts_back ? was : y, ball.vy = -ball.vy; };
        if (ball.vy < 0 && ball.y - 5 < floor.top()) turn(floor.top() + 5);
        if (ball.vy > 0 && ball.y + 5 > roof.bottom()) turn(roof.bottom() - 5);
        if (hits < bricks.size() && ball.vy > 0 && ball.y + 5 > bricks[hits].bottom()) {
            const bool through = kind == Breaks::Never ||
                                 (kind == Breaks::Forgotten && (hits == 9 || hits == 11)) ||
                                 (kind == Breaks::LetThrough && hits >= 9 && hits < 13);
            if (!through) turn(bricks[hits].bottom() - 5);
            s.log.removed(bricks[hits++].id);
        }
        ball.describe(s);
    }
}

/// Gulls in formation step aside together, or one of them alone: it is pushed out of a shot that comes from
/// below, sideways, though down is nearer.
void formation(const std::string& path, Chance& vary, bool together) {
    const double rate = vary.rate(), stride = vary(4);
    Stage s(path, vary, untold("formation", rate));
    std::vector<Flyer> gulls(5);
    for (std::size_t k = 0; k < gulls.size(); ++k) {
        gulls[k].id = static_cast<bounce::Id>(1 + k), gulls[k].x = 40.0 * static_cast<double>(k);
        gulls[k].enter(s, "gull", bounce::box(16, 10));
    }
    Flyer shot;
    shot.id = 9, shot.enter(s, "shot", bounce::box(8, 6));
    constexpr int every = 10, meets = 4 * every; // in that frame it comes in by half a stride
    constexpr double climbs = 3;                 // px a frame
    const double left = gulls[2].x - 8 + (together ? 3 * stride : 0); // of the gull that it meets
    shot.x = left + 0.6 * stride - 4;
    for (constexpr int frames = 100; s.next(frames);) {
        for (Flyer& gull : gulls)
            if (s.n() > 0 && s.n() % every == 0 && (together || (&gull == &gulls[2] && s.n() == meets)))
                gull.x += stride;
        shot.y = -8 + 0.5 * stride + climbs * (s.n() - meets);
        for (Flyer& gull : gulls) s.log.state(gull.id, gull.x, gull.y, 0);
        s.log.state(9, shot.x, shot.y, 0);
    }
}

/// A door that hangs in the gap between two walls swings open and shut: its corner turns a little into the
/// wall. Or a chest stands where it swings.
void door(const std::string& path, Chance& vary, bool chest) {
    const double rate = vary.rate(), speed = vary(1.2), thick = vary(8);
    Stage s(path, vary, untold("door", rate));
    s.block("wall", "wall", -30 - 0.35 * thick, 0, 60, 10), s.block("wall", "wall", 120, 0, 60, 10);
    if (chest) s.block("chest", "chest", 40, 50, 20, 20);
    Flyer leaf;
    leaf.id = 9,
    leaf.enter(s, "door",
               bounce::polygon({{0, -thick / 2}, {80, -thick / 2}, {80, thick / 2}, {0, thick / 2}}));
    for (const int frames = static_cast<int>(rate * 4); s.next(frames);) {
        const double t = s.n() / rate;
        leaf.spin = s.n() == 0 || t > 2.4 ? 0 : t < 1.2 ? speed : -speed;
        leaf.step(s), leaf.describe(s);
    }
}

/// Arrows fly into a butt and lie still in it; the game logs so, of each.
void arrows(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), speed = vary(900), in = vary(9);
    Stage s(path, vary, untold("arrows", rate, {"events"}));
    const Block butt = s.block("butt", "butt", 200, 0, 40, 120);
    std::vector<Flyer> all;
    for (const int frames = static_cast<int>(rate * 3); s.next(frames);) {
        if (s.n() % static_cast<int>(rate * 0.8) == 1) {
            Flyer arrow;
            arrow.id = static_cast<bounce::Id>(20 + all.size()), arrow.x = -100, arrow.vx = speed;
            arrow.y = -30 + 20.0 * static_cast<double>(all.size()),
            arrow.enter(s, "arrow", bounce::box(24, 2));
            all.push_back(arrow), all.back().describe(s);
            continue;
        }
        for (Flyer& arrow : all) {
            if (arrow.vx > 0 && arrow.x + 12 + arrow.vx * s.dt > butt.left())
                arrow.vx = 0, arrow.x = butt.left() - 12 + in, s.log.event("sticks", {arrow.id, butt.id});
            arrow.step(s), arrow.describe(s);
        }
    }
}

/// Splinters burst from one place, fall through each other and bounce on the street until they lie.
void splinters(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("splinters", rate, {}, -900));
    const Block street = s.block("street", "street", 0, -10, 1200, 20);
    std::vector<Flyer> all(12);
    for (std::size_t k = 0; k < all.size(); ++k) {
        Flyer& one = all[k];
        one.id = static_cast<bounce::Id>(20 + k), one.y = 60;
        one.vx = vary(30) * (static_cast<double>(k % 6) - 2.5), one.vy = vary(k < 6 ? 180 : 320);
        one.enter(s, "splinter", bounce::circle(5));
    }
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);)
        for (Flyer& one : all) {
            if (s.n() > 0) one.vy -= 900 * s.dt;
            one.step(s);
            if (one.y < street.top() + 5)
                one.y = street.top() + 5, one.vx *= 0.7, one.vy = one.vy < -60 ? -0.4 * one.vy : 0;
            one.describe(s);
        }
}

} // namespace

const std::vector<MoreScene>& own_rule_scenes() {
    static const std::vector<MoreScene> all = {
        {"paddles that add speed are told once", "speed-surge",
         [](auto& p, auto& v) { paddles(p, v, Gain::EachTime); }},
        {"one hit that adds speed", "speed-surge", [](auto& p, auto& v) { paddles(p, v, Gain::Once); }},
        {"a flipper throws a ball that lies on it", "", flipper},
        {"a round foot on stairs", "", stairs},
        {"a horn strikes once", "", [](auto& p, auto& v) { ram(p, v, Horn::Once); }},
        {"a horn strikes in every frame", "double-hit",
         [](auto& p, auto& v) { ram(p, v, Horn::EveryFrame); }},
        {"all bricks turn the ball", "", [](auto& p, auto& v) { column(p, v, Breaks::Turned, false); }},
        {"all bricks put the ball back", "", [](auto& p, auto& v) { column(p, v, Breaks::Turned, true); }},
        {"two bricks break and do not turn the ball", "no-reaction",
         [](auto& p, auto& v) { column(p, v, Breaks::Forgotten, false); }},
        {"two bricks break and do not put the ball back", "no-reaction",
         [](auto& p, auto& v) { column(p, v, Breaks::Forgotten, true); }},
        {"let through four bricks", "", [](auto& p, auto& v) { column(p, v, Breaks::LetThrough, false); }},
        {"a door in its frame", "", [](auto& p, auto& v) { door(p, v, false); }},
        {"a door swings through a chest", "deep-overlap", [](auto& p, auto& v) { door(p, v, true); }},
        {"arrows stick in a butt", "deep-overlap", arrows},
        {"splinters fall through each other", "silent-overlap", splinters},
        {"one gull is pushed aside", "pop-through", [](auto& p, auto& v) { formation(p, v, false); }},
        {"gulls step aside together", "", [](auto& p, auto& v) { formation(p, v, true); }},
        {"breaks all bricks on its way", "", [](auto& p, auto& v) { column(p, v, Breaks::Never, true); }},
    };
    return all;
}
