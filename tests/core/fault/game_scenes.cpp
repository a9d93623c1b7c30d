// SPDX-License-Identifier: GPL-3.0-or-later
// Things as other games log them: flight with velocities before or after the step, or none; bodies that are
// removed by what hits them; bodies that gravity pulls less.
#include "more_scenes.hpp"

namespace {

// ---- beside a wall

/// How a game steps and what it logs of the velocity: place before speed, speed before place, places alone.
enum class Steps { PlaceFirst, SpeedFirst, Unlogged };

/// A stoat jumps with a wall at its side and touches it while it rises. `pull`: its share of gravity.
/// `climbs`: on the way it holds its speed for a while, as gravity would not have it.
void beside_wall(const std::string& path, Chance& vary, Steps steps, double pull, bool climbs) {
    const double rate = vary.rate(), gravity = vary(1400) * (climbs ? 0.5 : 1.0);
    Stage s(path, vary, plain("beside a wall", rate, {"desired"}, -gravity));
    const Block quay = s.block("quay", "quay", -60, -20, 520, 40),
                wall = s.block("wall", "quay", 60, 200, 40, 400);
    double y = 18, vy = 0, x = wall.left() - 9 - 3;
    const double jump = vary(460) * std::sqrt(pull), wish = vary(80);
    s.log.body(1, courier()), s.log.collider(1, 1, bounce::box(18, 36));
    const int leaves = static_cast<int>(rate / 6), meets = leaves + static_cast<int>(rate / 12);
    const int held = climbs ? static_cast<int>(rate / 4) : 0;
    double climbing = 0;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const bool holds = climbs && s.n() > meets && s.n() <= meets + held;
        if (s.n() == leaves) vy = jump;
        if (s.n() == meets) climbing = vy;
        if (s.n() >= leaves) {
            if (holds) vy = climbing;
            if (steps != Steps::PlaceFirst && !holds) vy -= gravity * pull * s.dt;
            y += vy * s.dt;
            if (steps == Steps::PlaceFirst && !holds) vy -= gravity * pull * s.dt;
        }
        if (y <= 18) y = 18, vy = 0;
        if (s.n() >= meets) x = wall.left() - 9;
        if (y == 18) s.touch(1, quay.id, x, quay.top(), 0, -1);
        if (s.n() >= meets) s.touch(1, wall.id, wall.left(), y, 1, 0);
        if (steps == Steps::Unlogged)
            s.log.state(1, x, y);
        else
            s.log.state(1, x, y, 0, 0, vy);
        s.log.desired(1, s.n() >= leaves ? wish : 0, 0);
    }
}

/// Seen from above: a stoat walks to the lower wall and along it, and is "grounded" for a while.
void from_above(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("from above", rate, {"desired", "grounded"}));
    const Block wall = s.block("wall", "quay", 0, -60, 500, 40);
    Flyer stoat;
    stoat.x = -100, stoat.enter(s, "stoat", bounce::circle(9));
    const double speed = vary(80);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const bool rests = s.n() < rate / 4;
        stoat.vx = rests ? 0 : 0.5 * speed, stoat.vy = rests ? 0 : -speed;
        stoat.step(s);
        if (stoat.y < wall.top() + 9) stoat.y = wall.top() + 9, stoat.vy = 0;
        if (stoat.y == wall.top() + 9) s.touch(1, wall.id, stoat.x, wall.top(), 0, -1);
        stoat.describe(s), s.log.desired(1, rests ? 0 : 0.5 * speed, 0);
        if (stoat.y == wall.top() + 9 && s.n() < rate * 1.6) s.log.grounded(1);
    }
}

/// A stoat walks to a wall and stands before it; floor and wall are one map. `wrong`: the wall alone, high
/// up, counts as ground.
void corner_of_a_map(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("corner of a map", rate, {"desired", "grounded"}, -vary(1400)));
    std::vector<std::string> rows(12, "........................########");
    if (!wrong) rows[0] = rows[1] = std::string(32, '#');
    s.prop(20, "map", "quay", bounce::cells(16, 0, 0, rows), -256, -32);
    Flyer stoat;
    stoat.x = -20, stoat.y = wrong ? 90 : 18, stoat.enter(s, "stoat", bounce::box(18, 36));
    const double speed = vary(100), wall = -256 + 24 * 16 - 9;
    for (const int frames = static_cast<int>(rate * 2.5); s.next(frames);) {
        stoat.vx = speed, stoat.step(s);
        if (stoat.x >= wall) stoat.x = wall, stoat.vx = 0;
        const bool touches = stoat.x == wall;
        stoat.vy = wrong ? -40 : 0;
        if (!wrong) s.touch(1, 20, stoat.x, 0, 0, -1);
        stoat.describe(s), s.log.desired(1, speed, 0);
        if (touches || !wrong) s.log.grounded(1);
    }
}

// ---- removed by what hits it

enum class Brick { Right, WrongFace, StaysAFrame };
/// A ball flies up against a brick, which breaks: it is removed in the frame of the hit, or in the next.
void breaks_brick(const std::string& path, Chance& vary, Brick kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("breaks a brick", rate));
    const Block brick = s.block("brick", "brick", 0, 100, 60, 20);
    Flyer ball;
    ball.x = -40, ball.y = -60, ball.vx = vary(60), ball.vy = vary(240);
    ball.enter(s, "ball", bounce::circle(5), "kinematic", {"", "ball", "solid", 0.0, 1.0});
    int hit = -1;
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        const double bottom = brick.bottom() - 5;
        ball.step(s);
        if (hit < 0 && ball.y > bottom) {
            hit = s.n();
            s.touch(1, brick.id, ball.x, brick.bottom(), 0, 1);
            ball.y = 2 * bottom - ball.y;
            if (kind == Brick::WrongFace)
                ball.y = bottom, ball.vx = -ball.vx;
            else
                ball.vy = -ball.vy;
            if (kind == Brick::WrongFace) s.log.removed(brick.id);
        }
        if (hit >= 0 && kind != Brick::WrongFace && s.n() == hit + (kind == Brick::StaysAFrame ? 1 : 0))
            s.log.removed(brick.id);
        ball.describe(s);
    }
}
/// A shell that vanishes in the frame in which it reaches a wall, without a last place.
void vanishes(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("vanishes", rate));
    const Block wall = s.block("wall", "quay", 100, 0, 8, 120);
    Flyer shell;
    shell.x = -100, shell.vx = vary(900), shell.enter(s, "shell", bounce::circle(4));
    bool gone = false;
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        if (gone) continue;
        shell.step(s);
        if (shell.x + 4 >= wall.left())
            gone = true, s.log.removed(1);
        else
            shell.describe(s);
    }
}
/// A parcel that is taken away by the stoat that reaches it, in the frame after they overlap.
void picked_up(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("picked up", rate));
    Flyer stoat, parcel;
    stoat.x = -60, stoat.vx = vary(120), stoat.enter(s, "stoat", bounce::box(18, 36));
    parcel.id = 2, parcel.enter(s, "parcel", bounce::circle(6));
    int met = -1;
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        stoat.step(s), stoat.describe(s);
        if (met < 0 && stoat.x + 9 > -6) met = s.n();
        if (met < 0 || s.n() < met + 1)
            parcel.describe(s);
        else if (s.n() == met + 1)
            s.log.removed(2);
    }
}

// ---- a paddle

enum class Paddle { Reflects, Steers, WrongAxis };
/// A ball meets a paddle that is faster than itself and moves along its face. It is reflected, sent another
/// way by where it hits, or reversed along the face.
void paddle(const std::string& path, Chance& vary, Paddle kind, bool wish) {
    const double rate = vary.rate();
    Stage s(path, vary,
            plain("paddle", rate, wish ? std::vector<std::string>{"desired"} : std::vector<std::string>{}));
    Flyer ball, board;
    ball.x = -100, ball.y = vary(10), ball.vx = vary(300), ball.vy = vary(80);
    ball.enter(s, "ball", bounce::circle(5), "kinematic", {"", "ball", "solid", 0.0, 1.0});
    board.id = 2, board.x = 40, board.y = -240, board.enter(s, "paddle", bounce::box(12, 600));
    const double fast = vary(700);
    bool gone = false; // with the hit
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        board.vy = kind == Paddle::WrongAxis || s.n() % 20 < 10 ? fast : -fast; // to and fro
        board.step(s), ball.step(s);
        const double face = board.x - 6 - 5;
        if (!gone && ball.vx > 0 && ball.x > face) {
            if (kind != Paddle::WrongAxis) ball.x = 2 * face - ball.x, ball.vx = -ball.vx;
            if (kind == Paddle::Steers) ball.vy = -1.5 * ball.vy;
            if (kind == Paddle::WrongAxis) ball.x = face, ball.vy = -ball.vy, gone = true, s.log.removed(2);
            s.touch(1, 2, board.x - 6, ball.y, 1, 0);
        }
        ball.describe(s);
        if (gone) continue;
        board.describe(s);
        if (wish) s.log.desired(2, 0, board.vy);
    }
}

// ---- inside each other

/// Two crates that code put into each other: one is eased out a little every frame, all the while it wants to
/// go on.
void eased_out(const std::string& path, Chance& vary, bool out) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("eased out", rate, {"desired"}));
    const Block shed = s.block("shed", "shed", 0, 0, 120, 120);
    Flyer cart;
    cart.x = -60 - 13 + 7, cart.enter(s, "cart", bounce::box(26, 20));
    const double wish = vary(70), ease = 6.5 / (rate * 0.6);
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        if (out && s.n() > 0) cart.x = std::max(cart.x - ease, -60.0 - 13 - 3);
        if (cart.x + 13 > -60) s.touch(1, shed.id, -60, 0, 1, 0, cart.x + 13 + 60);
        cart.describe(s), s.log.desired(1, out ? -wish : 0, out ? 0 : wish);
    }
}

/// A stoat runs into the corner of a room that is one map, and rests there inside floor and wall by `deep`
/// units: a game's own margin; or far deeper.
void in_the_corner(const std::string& path, Chance& vary, double deep) {
    const double rate = vary.rate(), size = 20;
    Stage s(path, vary, plain("in the corner", rate, {"desired", "grounded"}, -1200));
    s.prop(10, "map", "quay",
           bounce::cells(size, 0, 0, {"##########", "#........#", "#........#", "#........#"}), 0, 0);
    const double w = 14, h = 18, wish = -vary(110), floor = size + h / 2 - deep, wall = size + w / 2 - deep;
    Flyer stoat;
    stoat.x = vary(120), stoat.y = size + h / 2, stoat.enter(s, "stoat", bounce::box(w, h));
    for (const int frames = static_cast<int>(rate * 3); s.next(frames);) {
        stoat.vx = stoat.x > wall ? wish : 0;
        stoat.step(s);
        const bool at_wall = stoat.x <= wall + 1e-9;
        if (at_wall) stoat.x = wall, stoat.y = floor, stoat.vx = 0;
        s.touch(1, 10, stoat.x, size, 0, -1, size + h / 2 - stoat.y);
        if (at_wall) s.touch(1, 10, size, stoat.y, -1, 0, deep);
        stoat.describe(s), s.log.desired(1, at_wall && deep > 1 ? 0 : wish, 0), s.log.grounded(1);
    }
}

} // namespace

const std::vector<MoreScene>& game_scenes() {
    static const std::vector<MoreScene> all = {
        {"jumps beside a wall, place first", "",
         [](auto& p, auto& v) { beside_wall(p, v, Steps::PlaceFirst, 1, false); }},
        {"jumps beside a wall, speed first", "",
         [](auto& p, auto& v) { beside_wall(p, v, Steps::SpeedFirst, 1, false); }},
        {"jumps beside a wall, no speeds", "",
         [](auto& p, auto& v) { beside_wall(p, v, Steps::Unlogged, 1, false); }},
        {"floats beside a wall", "",
         [](auto& p, auto& v) { beside_wall(p, v, Steps::PlaceFirst, 0.3, false); }},
        {"floats beside a wall, no speeds", "",
         [](auto& p, auto& v) { beside_wall(p, v, Steps::Unlogged, 0.3, false); }},
        {"climbs a wall in a jump", "wall-climb",
         [](auto& p, auto& v) { beside_wall(p, v, Steps::PlaceFirst, 1, true); }},
        {"climbs a wall in a jump, no speeds", "wall-climb",
         [](auto& p, auto& v) { beside_wall(p, v, Steps::Unlogged, 1, true); }},
        {"climbs a wall, pulled less", "wall-climb",
         [](auto& p, auto& v) { beside_wall(p, v, Steps::SpeedFirst, 0.5, true); }},
        {"rests a little inside a corner", "", [](auto& p, auto& v) { in_the_corner(p, v, 0.3); }},
        {"rests deep inside a corner", "deep-overlap", [](auto& p, auto& v) { in_the_corner(p, v, 4); }},
        {"stands in the corner of a map", "", [](auto& p, auto& v) { corner_of_a_map(p, v, false); }},
        {"slides down a map's wall, grounded", "false-grounded",
         [](auto& p, auto& v) { corner_of_a_map(p, v, true); }},
        {"walks along a wall, seen from above", "", from_above},
        {"breaks a brick", "", [](auto& p, auto& v) { breaks_brick(p, v, Brick::Right); }},
        {"breaks a brick a frame later", "",
         [](auto& p, auto& v) { breaks_brick(p, v, Brick::StaysAFrame); }},
        {"breaks a brick, turned the wrong way", "wrong-face",
         [](auto& p, auto& v) { breaks_brick(p, v, Brick::WrongFace); }},
        {"reflected by a fast paddle", "", [](auto& p, auto& v) { paddle(p, v, Paddle::Reflects, true); }},
        {"reflected by a fast paddle, nothing said", "",
         [](auto& p, auto& v) { paddle(p, v, Paddle::Reflects, false); }},
        {"steered by a paddle", "", [](auto& p, auto& v) { paddle(p, v, Paddle::Steers, true); }},
        {"steered by a paddle, nothing said", "",
         [](auto& p, auto& v) { paddle(p, v, Paddle::Steers, false); }},
        {"reversed along a paddle", "wrong-face",
         [](auto& p, auto& v) { paddle(p, v, Paddle::WrongAxis, true); }, "ball"},
        {"vanishes at a wall", "", vanishes},
        {"is picked up", "", picked_up},
        {"is set inside and eased out", "deep-overlap", [](auto& p, auto& v) { eased_out(p, v, true); }},
        {"stays inside", "trapped", [](auto& p, auto& v) { eased_out(p, v, false); }},
    };
    return all;
}
