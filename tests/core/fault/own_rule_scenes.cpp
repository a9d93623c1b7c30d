// SPDX-License-Identifier: GPL-3.0-or-later
// Rules that a game has of its own: paddles that add speed, flippers that turn, feet that ride over the rim
// of a step, a hitbox that strikes once.
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
    };
    return all;
}
