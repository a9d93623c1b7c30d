// SPDX-License-Identifier: GPL-3.0-or-later
// What looks like a fault and is none: for each excuse of a rule a scene that needs it (excuses_test).
#include "more_scenes.hpp"

namespace {

using bounce::Body;
using bounce::Surface;

/// Its head touches a deck, its hurt box, which the deck ignores, reaches into it.
void hurt_box_in_deck(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("hurt box", vary.rate(), {"desired"}));
    s.log.pair("hurt", "deck", "ignore");
    Surface deck, hurt;
    deck.layer = "deck", hurt.layer = "hurt";
    const Block above = s.block("deck", "deck", 0, 60, 400, 20, deck);
    Flyer stoat;
    stoat.x = -60, stoat.y = above.bottom() - 18, stoat.vx = vary(60);
    stoat.enter(s, "stoat", bounce::box(18, 36));
    s.log.collider(2, 1, bounce::box(24, 44), hurt);
    while (s.next(60)) {
        stoat.step(s), stoat.describe(s), s.log.desired(1, stoat.vx, 0);
        s.touch(1, above.id, stoat.x, above.bottom(), 0, 1);
    }
}

/// A flipper sits in its table; a ball that lands on the table is told of, the flipper is not.
void flipper_in_table(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("flipper", vary.rate(), {}, -vary(900)));
    const Block table = quay_of(s);
    Flyer flipper, ball;
    flipper.id = 2, flipper.y = -10, flipper.enter(s, "flipper", bounce::box(60, 16));
    ball.x = 90, ball.y = 60, ball.enter(s, "ball", bounce::circle(6));
    while (s.next(90)) {
        flipper.turn = 0.2 * std::sin(0.2 * s.n()), flipper.describe(s);
        if (s.n() > 0) ball.vy += s.gravity * s.dt;
        ball.step(s);
        if (ball.y <= 6) ball.y = 6, ball.vy = -0.7 * ball.vy, s.touch(1, table.id, ball.x, 0, 0, -1);
        ball.describe(s);
    }
}

enum class Plank { SinksIn, DropsUntold };
/// Lands on a one-way and sinks in for some frames before it is put back; or stands there and drops, and
/// nothing tells whether it wanted to.
void on_a_plank(const std::string& path, Chance& vary, Plank kind) {
    const bool drops = kind == Plank::DropsUntold;
    const std::vector<std::string> logs =
        drops ? std::vector<std::string>{} : std::vector<std::string>{"desired"};
    Stage s(path, vary, plain("on a plank", vary.rate(), logs, -vary(900)));
    Surface one_way;
    one_way.role = "one-way";
    const Block plank = s.block("plank", "plank", 0, -4, 200, 8, one_way);
    Flyer stoat;
    stoat.y = drops ? 18 : 60, stoat.enter(s, "stoat", bounce::box(18, 36));
    int sunk = 0;
    while (s.next(90)) {
        if (s.n() > 0 && (drops ? s.n() > 40 : stoat.y > 18)) stoat.vy += s.gravity * s.dt;
        stoat.step(s);
        if (!drops && stoat.y < 18) {
            stoat.vy = 0, stoat.y = ++sunk < 4 ? std::min(stoat.y, 18 - vary(3)) : 18;
            s.touch(1, plank.id, stoat.x, 0, 0, -1, 18 - stoat.y);
        } else if (stoat.y == 18)
            s.touch(1, plank.id, stoat.x, 0, 0, -1);
        stoat.describe(s);
        if (!drops) s.log.desired(1, 0, 0);
    }
}

/// Lands, stands for some frames, and jumps off: nobody says what it wants.
void lands_then_jumps(const std::string& path, Chance& vary) {
    Stage s(path, vary, untold("lands, then jumps", vary.rate(), {}, -vary(900)));
    quay_of(s);
    Flyer stoat;
    stoat.y = 70, stoat.enter(s, "stoat", bounce::box(18, 36));
    int stands = 0;
    while (s.next(120)) {
        if (s.n() > 0 && stoat.y > 18) stoat.vy += s.gravity * s.dt;
        stoat.step(s);
        if (stoat.y <= 18) {
            stoat.y = 18, stoat.vy = 0;
            if (++stands == 4) stoat.vy = vary(380), stands = 0;
        }
        stoat.describe(s);
    }
}

/// A drum of a solver lands on a lift, and is carried; soon the lift drops away below it.
void lift_drops_away(const std::string& path, Chance& vary) {
    Stage s(path, vary, untold("lift drops away", vary.rate()));
    Flyer drum, lift;
    drum.y = 50, drum.vy = -vary(240), drum.enter(s, "drum", bounce::box(20, 20), "dynamic");
    lift.id = 2, lift.y = -5, lift.vy = vary(60), lift.enter(s, "lift", bounce::box(80, 10));
    int carried = 0;
    while (s.next(60)) {
        if (s.n() > 0 && drum.vy < 0 && drum.y + drum.vy * s.dt <= lift.y + 15 + lift.vy * s.dt)
            drum.vy = lift.vy, drum.y = lift.y + 15;
        carried += drum.vy == lift.vy;
        if (carried == 4) lift.vy = -6 * lift.vy, ++carried;
        drum.step(s), lift.step(s), drum.describe(s), lift.describe(s);
    }
}

/// Falls on the seam of two crates; both contacts are logged one frame before the velocity turns.
void turns_a_frame_late(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("turns late", vary.rate()));
    const Block left = s.block("crate", "crate", -15, 0, 30, 30),
                right = s.block("crate", "crate", 15, 0, 30, 30);
    Flyer ball;
    ball.y = 70, ball.vy = -vary(120), ball.enter(s, "ball", bounce::box(8, 8));
    bool met = false;
    while (s.next(80)) {
        if (met && ball.vy < 0) ball.vy = -ball.vy;
        ball.step(s);
        if (!met && ball.y <= 19 + 60 * s.dt) {
            ball.y = 19, met = true;
            s.touch(1, left.id, -2, 15, 0, -1), s.touch(1, right.id, 2, 15, 0, -1);
        }
        ball.describe(s);
    }
}

enum class Wanders { Turns, Flees };
/// A gull of which nobody says what it wants: it turns every few frames, also where it comes to a wall, along
/// it; or leaves the wall at twice its speed.
void wanders(const std::string& path, Chance& vary, Wanders kind) {
    Stage s(path, vary, plain("wanders", vary.rate()));
    const Block wall = s.block("wall", "wall", 100, 0, 20, 400);
    Flyer gull;
    const double speed = vary(160);
    gull.x = -60, gull.vx = speed, gull.enter(s, "gull", bounce::box(16, 16));
    while (s.next(300)) {
        if (s.n() % 4 == 3) { // a quarter turn in the open, back to the wall in the end
            const bool along = gull.vx == 0;
            gull.vx = along ? speed : 0, gull.vy = along ? 0 : (s.n() % 2 ? speed : -speed);
        }
        gull.step(s);
        if (gull.x >= wall.left() - 8) {
            gull.x = wall.left() - 8;
            if (gull.vx > 0) {
                if (kind == Wanders::Turns)
                    gull.vx = 0, gull.vy = speed;
                else
                    gull.vx = -2 * speed;
            }
            s.touch(1, wall.id, wall.left(), gull.y, 1, 0);
        }
        gull.describe(s);
    }
}

/// A paddle follows a ball with a shaking hand, also where it stops at the wall.
void paddle_shakes(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("paddle shakes", vary.rate()));
    const Block wall = s.block("wall", "wall", 100, 0, 20, 200);
    Flyer paddle;
    const double hand = vary(3) / s.dt;
    paddle.x = -40, paddle.enter(s, "paddle", bounce::box(50, 8));
    while (s.next(240)) {
        const double drift = s.n() < 120 ? 2.0 : 0.0;
        paddle.vx = hand * (s.n() % 2 ? -1.0 : 1.0 + drift);
        const double edge = wall.left() - 25;
        if (paddle.x + paddle.vx * s.dt > edge) paddle.vx = (edge - paddle.x) / s.dt;
        paddle.step(s);
        if (paddle.x > edge - 1e-9) s.touch(1, wall.id, wall.left(), 0, 1, 0);
        paddle.describe(s);
    }
}

/// A ball between two walls that stand hardly farther apart than it is wide: each sends it to the other.
void between_walls(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("between walls", vary.rate()));
    const Block left = s.block("wall", "wall", -14, 0, 20, 200),
                right = s.block("wall", "wall", 14, 0, 20, 200);
    Flyer ball;
    const double gap = 2.0; // beside the ball
    ball.vx = vary(3.0) / s.dt, ball.vy = vary(20);
    s.log.body(1, Body("ball", "ball", "kinematic"));
    s.log.collider(1, 1, bounce::box(8 - gap, 8));
    const double low = left.right() + (8 - gap) / 2, high = right.left() - (8 - gap) / 2;
    ball.x = low;
    while (s.next(40)) {
        ball.step(s);
        if (ball.x >= high)
            ball.x = high, ball.vx = -ball.vx, s.touch(1, right.id, right.left(), ball.y, 1, 0);
        if (ball.x <= low && ball.vx < 0)
            ball.x = low, ball.vx = -ball.vx, s.touch(1, left.id, left.right(), ball.y, -1, 0);
        ball.describe(s);
    }
}

enum class Lands { TurnsRound, WallJump };
/// A walker turns round in the frame in which it lands; or falls along a wall, comes to it and jumps off it.
void walker_lands(const std::string& path, Chance& vary, Lands kind) {
    const bool wall_jump = kind == Lands::WallJump;
    const std::vector<std::string> logs =
        wall_jump ? std::vector<std::string>{"desired"} : std::vector<std::string>{};
    Stage s(path, vary, plain("walker lands", vary.rate(), logs, -vary(900)));
    const Block quay = quay_of(s), wall = s.block("wall", "quay", 120, 200, 20, 400);
    Body stoat("stoat", "stoat", "kinematic");
    stoat.upright = true;
    Flyer f;
    f.x = wall_jump ? 60 : 0, f.y = wall_jump ? 220 : 80, f.vx = vary(110);
    s.log.body(1, stoat), s.log.collider(1, 1, bounce::box(18, 36));
    while (s.next(60)) {
        if (s.n() > 0 && f.y > 18) f.vy += s.gravity * s.dt;
        f.step(s);
        if (f.x > wall.left() - 9) {
            f.x = wall.left() - 9, f.vx = -f.vx, f.vy = vary(300);
            s.touch(1, wall.id, wall.left(), f.y, 1, 0);
        }
        if (f.y <= 18) {
            if (f.vy < 0 && !wall_jump) f.vx = -f.vx;
            f.y = 18, f.vy = 0, s.touch(1, quay.id, f.x, 0, 0, -1);
        }
        f.describe(s);
        if (wall_jump) s.log.desired(1, f.vx, 0);
    }
}

/// Meets a block a hair beside its corner: by rounding it is the side that is met, the game takes the top.
void meets_a_corner(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("meets a corner", vary.rate()));
    const Block block = s.block("block", "block", 0, 0, 40, 40);
    Flyer ball;
    const double vx = -vary(150), vy = -vary(150), hair = 0.02, until = vary(0.3);
    ball.x = block.right() + 4 - vx * until, ball.y = block.top() + 4 - hair - vy * until;
    ball.vx = vx, ball.vy = vy, ball.enter(s, "ball", bounce::box(8, 8), "dynamic");
    while (s.next(60)) {
        const bool meets = s.n() > 0 && ball.vy < 0 && ball.y + ball.vy * s.dt < block.top() + 4 &&
                           ball.x + ball.vx * s.dt < block.right() + 4;
        ball.step(s);
        if (meets) ball.y = block.top() + 4, ball.vy = -ball.vy, s.touch(1, block.id, 20, 20, 0, -1);
        ball.describe(s);
    }
}

/// Goes past a block's corner slantwise: moved across first, it is below it, and then comes against its
/// underside.
void moves_axis_by_axis(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("axis by axis", vary.rate()));
    const Block block = s.block("block", "block", 0, 60, 40, 20);
    Flyer ball;
    const double vx = -vary(4) / s.dt, vy = vary(8) / s.dt;
    const int hits = 6; // the step in which it passes the corner
    ball.x = block.right() + 4 - 0.4 * vx * s.dt - hits * vx * s.dt;
    ball.y = block.bottom() - 4 - 0.2 * vy * s.dt - hits * vy * s.dt;
    ball.vx = vx, ball.vy = vy, ball.enter(s, "ball", bounce::box(8, 8));
    const auto inside = [&](double x, double y) { return Block{0, x, y, 8, 8}.overlaps(block); };
    while (s.next(40)) {
        if (s.n() > 0) {
            const double x = ball.x + ball.vx * s.dt, y = ball.y + ball.vy * s.dt;
            if (inside(x, ball.y))
                ball.vx = -ball.vx, s.touch(1, block.id, block.right(), ball.y, -1, 0);
            else
                ball.x = x;
            if (inside(ball.x, y))
                ball.y = block.bottom() - 4, ball.vy = -ball.vy,
                s.touch(1, block.id, ball.x, block.bottom(), 0, 1);
            else
                ball.y = y;
        }
        ball.describe(s);
    }
}

/// A shot begins inside a foe that stands close; a frame later it has hit it, and is gone.
void shot_from_close_by(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("shot from close by", vary.rate(), {"events"}));
    Flyer foe;
    foe.enter(s, "foe", bounce::circle(8));
    const int fires = 20;
    while (s.next(50)) {
        foe.describe(s);
        if (s.n() == fires)
            s.log.body(2, Body("shot", "shot", "kinematic")), s.log.collider(2, 2, bounce::circle(3));
        if (s.n() == fires || s.n() == fires + 1) s.log.state(2, vary(5), 2.0 * (s.n() - fires), 0, 0, 120);
        if (s.n() == fires + 1) s.touch(1, 2, 0, 5, 0, 1), s.log.event("shot", {2, 1}), s.log.removed(2);
    }
}

/// A gust throws the ball back just before the wall: contacts are logged, and there is none.
void thrown_back_before_the_wall(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("thrown back", vary.rate()));
    const Block wall = s.block("wall", "wall", 100, 0, 20, 200);
    Flyer ball;
    ball.vx = vary(150), ball.enter(s, "ball", bounce::circle(5));
    while (s.next(80)) {
        ball.step(s);
        if (ball.vx > 0 && ball.x + ball.vx * s.dt > wall.left() - 5)
            ball.x = wall.left() - 5.1, ball.vx = -2.5 * ball.vx;
        ball.describe(s);
    }
}

/// A crate of a solver comes to the quay in the very last frame.
void in_the_last_frame(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("last frame", vary.rate(), {}, -900));
    quay_of(s);
    Flyer crate;
    crate.y = 12 + vary(60), crate.enter(s, "crate", bounce::box(24, 24), "dynamic");
    while (crate.y >= 12 && s.next(400)) {
        if (s.n() > 0) crate.vy += s.gravity * s.dt;
        crate.step(s), crate.describe(s);
    }
}

/// A crate of a solver is pressed in by a heavy one, with a contact in every frame, and comes out again when
/// that one goes.
void pressed_in(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("pressed in", vary.rate(), {}, -900));
    const Block quay = quay_of(s);
    Flyer crate, heavy;
    heavy.id = 2;
    crate.enter(s, "crate", bounce::box(24, 24), "dynamic"),
        heavy.enter(s, "stone", bounce::box(24, 24), "dynamic");
    const double deep = vary(3.0);
    const int frames = 160;
    while (s.next(frames)) {
        const double t = static_cast<double>(s.n()) / frames;
        const double depth =
            deep * std::sin(3.14159265 * std::min(1.0, t * 1.3)) * (1 + 0.05 * std::sin(s.n() * 0.7));
        crate.y = 12 - std::max(0.0, depth), heavy.y = crate.y + 24;
        crate.describe(s), heavy.describe(s);
        s.touch(1, quay.id, 0, 0, 0, -1, std::max(0.0, depth)), s.touch(1, 2, 0, crate.y + 12, 0, 1);
    }
}

} // namespace

const std::vector<MoreScene>& excuse_scenes() {
    static const std::vector<MoreScene> all = {
        {"a hurt box in the deck", "", hurt_box_in_deck},
        {"a flipper in its table", "", flipper_in_table},
        {"sinks into a plank and is put back", "",
         [](const std::string& p, Chance& v) { on_a_plank(p, v, Plank::SinksIn); }},
        {"drops, and nobody says why", "",
         [](const std::string& p, Chance& v) { on_a_plank(p, v, Plank::DropsUntold); }},
        {"lands, stands, jumps", "", lands_then_jumps},
        {"a lift drops away", "", lift_drops_away},
        {"turns a frame after two contacts", "", turns_a_frame_late},
        {"wanders along a wall", "", [](const std::string& p, Chance& v) { wanders(p, v, Wanders::Turns); }},
        {"flees from a wall", "", [](const std::string& p, Chance& v) { wanders(p, v, Wanders::Flees); }},
        {"a paddle shakes at the wall", "", paddle_shakes},
        {"between two walls", "", between_walls},
        {"turns round as it lands", "",
         [](const std::string& p, Chance& v) { walker_lands(p, v, Lands::TurnsRound); }},
        {"jumps off a wall", "",
         [](const std::string& p, Chance& v) { walker_lands(p, v, Lands::WallJump); }},
        {"meets a block at its corner", "", meets_a_corner},
        {"moves axis by axis past a corner", "", moves_axis_by_axis},
        {"a shot from close by", "", shot_from_close_by},
        {"thrown back before the wall", "", thrown_back_before_the_wall, "", true},
        {"comes down in the last frame", "", in_the_last_frame},
        {"pressed in and out again", "", pressed_in, "", true},
    };
    return all;
}
