// SPDX-License-Identifier: GPL-3.0-or-later
// Games that log little: one map for all that is fixed, places without velocities, no contacts or those of
// some pairs only, teleports that nobody marks.
#include "more_scenes.hpp"

namespace {

// ---- a room that is one map

enum class Room { Ball, Walker, BallTurnedAlong };
/// A ball, or a walker, among floor, walls and blocks that are one collider, moved axis by axis; nothing but
/// places and velocities is logged. Or the ball is once turned along the floor, away from any wall.
void in_a_room(const std::string& path, Chance& vary, Room kind) {
    const double rate = vary.rate(), size = 20;
    const bool ball = kind != Room::Walker;
    Stage s(path, vary,
            untold("in a room", rate, ball ? std::vector<std::string>{} : std::vector<std::string>{"desired"},
                   ball ? 0 : -vary(1400)));
    const std::vector<std::string> rows = {"################", "#..............#", "#..............#",
                                           "#.....##.......#", "#.....##.......#", "#..............#",
                                           "#...........##.#", "#..............#", "################"};
    std::vector<std::string> from_below(rows.rbegin(), rows.rend());
    if (!ball) from_below[1] = "#...#..........#"; // a block on the floor
    s.prop(20, "map", "quay", bounce::cells(size, 0, 0, from_below), 0, 0);
    const double w = ball ? 10 : 14, h = ball ? 10 : 18;
    const auto solid = [&](double x, double y) {
        const auto row = static_cast<std::size_t>(std::clamp(y / size, 0.0, 8.0)),
                   column = static_cast<std::size_t>(std::clamp(x / size, 0.0, 15.0));
        return from_below[row][column] == '#';
    };
    const auto inside = [&](double x, double y) {
        const double hair = 1e-6;
        for (const double dx : {-w / 2 + hair, w / 2 - hair})
            for (const double dy : {-h / 2 + hair, h / 2 - hair})
                if (solid(x + dx, y + dy)) return true;
        return false;
    };
    Flyer f;
    f.x = vary(40), f.y = ball ? vary(50) : 29, f.enter(s, ball ? "ball" : "stoat", bounce::box(w, h));
    f.vx = vary(150), f.vy = ball ? vary(110) : 0;
    bool turned = false;
    for (const int frames = static_cast<int>(rate * 6); s.next(frames);) {
        const double wish = (static_cast<int>(s.n() / (rate * 1.3)) % 2 ? -1 : 1) * 150.0;
        if (!ball) f.vx = wish, f.vy += s.gravity * s.dt;
        if (!ball && s.n() % static_cast<int>(rate * 0.9) == 5 && inside(f.x, f.y - 1)) f.vy = 420;
        if (s.n() > 0) {
            const double speed = f.vx, to = f.x + f.vx * s.dt;
            if (inside(to, f.y)) {
                const double edge = speed > 0 ? std::floor((to + w / 2) / size) * size - w / 2
                                              : std::ceil((to - w / 2) / size) * size + w / 2;
                f.x = edge, f.vx = ball ? -f.vx : 0;
            } else
                f.x = to;
            const double up = f.y + f.vy * s.dt;
            if (inside(f.x, up)) {
                f.y = f.vy > 0 ? std::floor((up + h / 2) / size) * size - h / 2
                               : std::ceil((up - h / 2) / size) * size + h / 2;
                const bool away = f.x > 60 && f.x < 100;
                if (kind == Room::BallTurnedAlong && !turned && f.y < 30 && away)
                    f.vx = -f.vx, turned = true; // and goes on into the floor
                else
                    f.vy = ball ? -f.vy : 0;
            } else
                f.y = up;
        }
        f.describe(s);
        if (!ball) s.log.desired(1, wish, 0);
    }
}

// ---- games that log little

/// A board that code moves at whim, beside a wall: it is steered, and nobody says what it wants.
void at_whim(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("at whim", rate));
    const Block wall = s.block("wall", "pier", 100, 0, 20, 100);
    Flyer board;
    board.x = 40, board.enter(s, "board", bounce::box(40, 10));
    const double most = wall.left() - 20, wide = vary(150, 0.3);
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        const double was = board.x;
        board.vx = wide * std::sin(1.7 * s.n()) + 0.6 * wide * std::sin(0.31 * s.n() * s.n());
        board.x = std::clamp(board.x + board.vx * s.dt, 30.0, most), board.vx = (board.x - was) / s.dt;
        board.describe(s);
    }
}

/// A drum is thrown off a wall, and at the face once more, where it stands: the response ran again. Or only
/// its place is kept a frame longer.
void thrown_off(const std::string& path, Chance& vary, bool again) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("thrown off", rate));
    const Block wall = s.block("mole", "pier", 80, 0, 30, 300);
    Flyer drum;
    drum.x = -90, drum.enter(s, "drum", bounce::circle(9));
    drum.vx = vary(160), drum.vy = vary(50);
    const double more = vary(2.0, 0.08), face = wall.left() - 9;
    int hit = -1;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        drum.step(s);
        if (hit < 0 && drum.x > face) hit = s.n(), drum.vx *= -0.45;
        if (hit >= 0 && s.n() <= hit + 1) drum.x = face;
        if (again && s.n() == hit + 1) drum.vx *= more;
        drum.describe(s);
    }
}

enum class Sent { Steered, Faster };
/// A ball between two boards, sent back by where it hits, only places logged. Or it gets faster with each
/// hit.
void sent_back(const std::string& path, Chance& vary, Sent kind) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("sent back", rate));
    Flyer ball, left, right;
    ball.enter(s, "ball", bounce::circle(5)), left.id = 2, right.id = 3, left.x = -110, right.x = 110;
    left.enter(s, "board", bounce::box(8, 60)), right.enter(s, "board", bounce::box(8, 60));
    double speed = vary(160);
    ball.vx = speed, ball.vy = vary(20);
    for (const int frames = static_cast<int>(rate * 9); s.next(frames);) {
        if (s.n() > 0) ball.x += ball.vx * s.dt, ball.y += ball.vy * s.dt;
        for (Flyer* b : {&left, &right}) {
            const double to = ball.y + 12 * std::sin(0.9 * s.n()), by = 90 * s.dt;
            b->y += std::clamp(to - b->y, -by, by);
            const double side = b == &left ? 1 : -1, face = b->x + side * 9;
            if ((ball.x - face) * side >= 0 || ball.vx * side > 0) continue;
            if (kind == Sent::Faster) speed = std::min(1.3 * speed, 600.0);
            const double lean = 0.6 * (ball.y - b->y) / 30;
            ball.x = face, ball.vx = side * speed * std::cos(lean), ball.vy = speed * std::sin(lean);
        }
        for (const Flyer& f : {ball, left, right}) s.log.state(f.id, f.x, f.y);
    }
}

enum class Wrap { Unmarked, Shot };
/// A rock leaves the screen on one side and comes back on the other, and nobody marks the teleport. Or a shot
/// really flies through the wall.
void wraps(const std::string& path, Chance& vary, Wrap kind, bool speeds) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("wraps", rate));
    s.block("mast", "pier", 0, 0, 12, 80);
    Flyer rock;
    rock.x = kind == Wrap::Shot ? -225 : 120, rock.vx = kind == Wrap::Shot ? 90 * rate : vary(140);
    rock.y = kind == Wrap::Shot ? 3 : vary(10), rock.enter(s, "rock", bounce::circle(6));
    for (const int frames = static_cast<int>(rate * (kind == Wrap::Shot ? 0.3 : 1.3)); s.next(frames);) {
        rock.step(s);
        if (kind == Wrap::Unmarked && rock.x > 200) rock.x -= 400;
        if (speeds)
            rock.describe(s);
        else
            s.log.state(1, rock.x, rock.y);
    }
}

enum class Untold { FoesAndCoins, OneCoin };
/// Foes walk through coins that only the stoat takes; contacts of the stoat are logged. Or one of its coins
/// is not.
void untold_pairs(const std::string& path, Chance& vary, Untold kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("untold pairs", rate, {"events"}));
    bounce::Surface coin;
    coin.role = "sensor";
    for (int i = 0; i < 4; ++i) s.prop(20 + i, "coin", "coin", bounce::circle(5), -120 + 60 * i, 0, coin);
    Flyer stoat, foe;
    stoat.x = -200, stoat.enter(s, "stoat", bounce::box(18, 36));
    foe.id = 2, foe.x = 100, foe.enter(s, "foe", bounce::box(14, 14));
    s.log.pair("stoat", "foe", "ignore");
    const double speed = vary(160);
    std::vector<bool> taken(4, false);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        stoat.vx = speed, foe.vx = kind == Untold::OneCoin ? 0 : -speed * 0.6;
        stoat.step(s), foe.step(s), stoat.describe(s), foe.describe(s);
        for (int i = 0; i < 4; ++i) {
            const auto k = static_cast<std::size_t>(i);
            if (taken[k] || std::abs(stoat.x - (-120 + 60 * i)) >= 13) continue;
            if (kind == Untold::OneCoin && i == 2) continue;
            taken[k] = true, s.touch(1, 20 + i, -120 + 60 * i, 0, 1, 0);
            s.log.event("coin", {1, static_cast<bounce::Id>(20 + i)}), s.log.removed(20 + i);
        }
    }
}

/// A flipper that turns in a table of edges; its axle lies in the table's end.
void flipper_in_table(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("flipper", rate));
    s.prop(20, "table", "quay", bounce::chain({{-100, 30}, {0, 0}}), 0, 0);
    s.log.body(1, bounce::Body("flipper", "flipper", "kinematic"));
    s.log.collider(1, 1, bounce::capsule(0, 0, 40, 0, 4));
    const double wide = vary(0.5);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);)
        s.log.state(1, 0, 0, -0.3 + wide * std::sin(5.0 * s.n() / rate));
}

/// A stoat stands on the quay, with its contact logged, and is then driven right through it.
void driven_through(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("driven through", rate));
    const Block quay = s.block("quay", "quay", 0, -8, 400, 16);
    Flyer stoat;
    stoat.y = 18, stoat.enter(s, "stoat", bounce::box(18, 36));
    const int falls = static_cast<int>(rate / 2);
    const double fast = vary(75, 0.1) * rate;
    for (const int frames = static_cast<int>(rate * 0.8); s.next(frames);) {
        stoat.vy = s.n() >= falls ? -fast : 0;
        stoat.step(s), stoat.describe(s);
        if (s.n() < falls) s.touch(1, quay.id, 0, 0, 0, -1);
    }
}

/// Balls in a box of four rails, each pushed out of what it met and sent off at the end of the step, with so
/// many times the speed at which they closed.
void balls_in_a_box(const std::string& path, Chance& vary, double gives) {
    const double rate = vary.rate(), wide = vary(300), tall = vary(200);
    Stage s(path, vary, plain("balls in a box", rate));
    const Block rails[] = {s.block("rail", "rail", -10, tall / 2, 20, tall + 40),
                           s.block("rail", "rail", wide + 10, tall / 2, 20, tall + 40),
                           s.block("rail", "rail", wide / 2, -10, wide, 20),
                           s.block("rail", "rail", wide / 2, tall + 10, wide, 20)};
    constexpr bounce::Id count = 8;
    std::vector<Flyer> balls(count);
    std::vector<double> radius;
    for (bounce::Id i = 0; i < count; ++i) {
        Flyer& b = balls[static_cast<std::size_t>(i)];
        b.id = i + 1, radius.push_back(vary(9));
        b.x = wide * (0.2 + 0.2 * static_cast<double>(i % 4)), b.y = tall * (i < 4 ? 0.3 : 0.7);
        b.vx = vary(i % 2 == 0 ? 80 : -70), b.vy = vary(i % 3 == 0 ? 60 : -50);
        b.enter(s, "ball", bounce::circle(radius.back()));
    }
    for (const int frames = static_cast<int>(rate * (gives > 1 ? 2 : 6)); s.next(frames);) {
        for (Flyer& b : balls) b.step(s);
        for (std::size_t i = 0; i < balls.size() && s.n() > 0; ++i)
            for (std::size_t j = i + 1; j < balls.size(); ++j) {
                Flyer &a = balls[i], &b = balls[j];
                const double far = std::hypot(b.x - a.x, b.y - a.y), deep = radius[i] + radius[j] - far;
                if (deep <= 0) continue;
                const double nx = (b.x - a.x) / far, ny = (b.y - a.y) / far;
                a.x -= nx * deep / 2, a.y -= ny * deep / 2, b.x += nx * deep / 2, b.y += ny * deep / 2;
                const double closing = (a.vx - b.vx) * nx + (a.vy - b.vy) * ny;
                const double push = closing > 0 ? closing * (1 + gives) / 2 : 0;
                a.vx -= push * nx, a.vy -= push * ny, b.vx += push * nx, b.vy += push * ny;
                s.touch(a.id, b.id, a.x + nx * radius[i], a.y + ny * radius[i], nx, ny);
            }
        for (std::size_t i = 0; i < balls.size() && s.n() > 0; ++i) {
            Flyer& b = balls[i];
            const double r = radius[i];
            if (b.x < r) b.x = r, b.vx = std::abs(b.vx), s.touch(b.id, rails[0].id, 0, b.y, -1, 0);
            if (b.x > wide - r)
                b.x = wide - r, b.vx = -std::abs(b.vx), s.touch(b.id, rails[1].id, wide, b.y, 1, 0);
            if (b.y < r) b.y = r, b.vy = std::abs(b.vy), s.touch(b.id, rails[2].id, b.x, 0, 0, -1);
            if (b.y > tall - r)
                b.y = tall - r, b.vy = -std::abs(b.vy), s.touch(b.id, rails[3].id, b.x, tall, 0, 1);
        }
        for (const Flyer& b : balls) b.describe(s);
    }
}

/// A puck is thrown back by a mallet that stands, and in the next step the mallet goes off across its way.
void mallet_goes_off(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), speed = vary(6, 0.2) * rate, off = vary(8, 0.2) * rate;
    Stage s(path, vary, plain("mallet goes off", rate));
    Flyer mallet, puck;
    mallet.id = 2, mallet.x = vary(60), mallet.y = vary(80), mallet.enter(s, "mallet", bounce::circle(14));
    const double nx = std::cos(vary(0.9)), ny = -std::sqrt(1 - nx * nx);
    puck.x = mallet.x + nx * 110, puck.y = mallet.y + ny * 110, puck.vx = -nx * speed, puck.vy = -ny * speed;
    puck.enter(s, "puck", bounce::circle(9));
    for (bool hit = false; s.next(40);) {
        if (hit && mallet.vx == 0) mallet.vx = -ny * off * 0.97, mallet.vy = nx * off * 0.97;
        mallet.step(s), puck.step(s);
        const double far = std::hypot(puck.x - mallet.x, puck.y - mallet.y);
        if (far < 23 && !hit) {
            hit = true, puck.vx = nx * speed, puck.vy = ny * speed;
            puck.x = mallet.x + nx * (46 - far), puck.y = mallet.y + ny * (46 - far);
            s.touch(2, 1, mallet.x + nx * 14, mallet.y + ny * 14, nx, ny);
        }
        mallet.describe(s), puck.describe(s);
    }
}

/// A courier of which nobody says where it wants to go turns when it likes, also at the wall that holds it.
void goes_at_will(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), wide = vary(200), speed = vary(110);
    Stage s(path, vary, plain("goes at will", rate));
    s.prop(20, "arena", "quay", bounce::chain({{0, 0}, {wide, 0}, {wide, wide}, {0, wide}}, true), 0, 0);
    Flyer courier;
    courier.x = courier.y = wide / 2, courier.enter(s, "courier", bounce::circle(9));
    double turn = vary(1);
    for (const int frames = static_cast<int>(rate * 12); s.next(frames);) {
        if (s.n() % std::max(1, static_cast<int>(rate * 0.6)) == 0) turn += vary(2.1);
        const auto leaves = [&](double at, double by) {
            return at > 9 && at < wide - 9 && std::abs(at + by * s.dt - wide / 2) > wide / 2 - 9;
        };
        const double vx = speed * std::cos(turn), vy = speed * std::sin(turn);
        if (leaves(courier.x, vx) || leaves(courier.y, vy)) turn += vary(1.1);
        courier.vx = speed * std::cos(turn), courier.vy = speed * std::sin(turn);
        courier.step(s);
        const auto keep = [&](double& at, double nx, double ny) {
            const double kept = std::clamp(at, 9.0, wide - 9.0);
            if (kept == at) return;
            const double side = at < kept ? -1 : 1;
            at = kept,
            s.touch(1, 20, courier.x + side * nx * 9, courier.y + side * ny * 9, side * nx, side * ny);
        };
        keep(courier.x, 1, 0), keep(courier.y, 0, 1);
        courier.describe(s);
    }
}

/// A board swings up under a ball, throws it off and swings back at once.
void board_swings_back(const std::string& path, Chance& vary) {
    const double rate = 60, speed = vary(500), spin = vary(10);
    Stage s(path, vary, plain("board swings back", rate));
    s.log.body(2, bounce::Body("board", "board", "kinematic"));
    s.log.collider(2, 2, bounce::capsule(0, 0, 55, 0, 5));
    Flyer ball;
    ball.x = vary(35, 0.2), ball.y = 80, ball.vy = -speed, ball.enter(s, "ball", bounce::circle(8));
    double turn = -0.5;
    for (bool hit = false; s.next(30);) {
        const double turns =
            hit ? std::max(-spin, (-0.5 - turn) / s.dt) : std::min(spin, (0.3 - turn) / s.dt);
        for (int part = 0; part < 8 && s.n() > 0; ++part) {
            const double dt = s.dt / 8;
            turn += turns * dt, ball.x += ball.vx * dt, ball.y += ball.vy * dt;
            const double nx = -std::sin(turn), ny = std::cos(turn), on = ball.x * ny - ball.y * nx,
                         gap = ball.x * nx + ball.y * ny - 13;
            if (gap > 0 || on > 55) continue;
            const double closing = turns * on - ball.vx * nx - ball.vy * ny;
            ball.x -= gap * nx, ball.y -= gap * ny;
            if (closing > 0) ball.vx += 1.4 * closing * nx, ball.vy += 1.4 * closing * ny, hit = true;
            s.touch(2, 1, ball.x - 8 * nx, ball.y - 8 * ny, nx, ny);
        }
        s.log.state(2, 0, 0, turn, 0, 0, turns), ball.describe(s);
    }
}

/// A lift goes up and down as a wave does; gravity pulls others.
void lift_on_a_wave(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), high = vary(70), pace = vary(0.8);
    Stage s(path, vary, plain("lift on a wave", rate, {}, -vary(1200)));
    s.log.body(1, bounce::Body("lift", "lift", "kinematic")), s.log.collider(1, 1, bounce::box(80, 12));
    double was = -high, time = 0;
    for (const int frames = static_cast<int>(rate * 6); s.next(frames);) {
        if (s.n() > 0) time += s.dt;
        const double y = -high * std::cos(pace * time);
        s.log.state(1, 0, y, 0, 0, (y - was) / s.dt), was = y;
    }
}

/// A stoat hops up through a plank that lets it pass; its feet come almost to the top, and it falls back.
void almost_on_the_plank(const std::string& path, Chance& vary) {
    const double rate = 120, pull = vary(1200), up = vary(300);
    Stage s(path, vary, plain("almost on the plank", rate, {"desired", "grounded"}, -pull));
    const Block quay = quay_of(s);
    const double top = up * up / (2 * pull) - 0.3;
    bounce::Surface one_way;
    one_way.role = "one-way";
    s.prop(20, "plank", "plank", bounce::box(60, 4), 0, top - 2, one_way);
    bounce::Body body("stoat", "stoat", "kinematic");
    body.upright = true, s.log.body(1, body), s.log.collider(1, 1, bounce::box(18, 36));
    double y = 18, vy = 0;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const bool stood = y <= 18;
        if (s.n() % 70 == 20) vy = up;
        if (!stood || vy > 0) vy -= pull * s.dt, y += vy * s.dt;
        if (y <= 18) y = 18, vy = 0;
        if (y <= 18 || stood) s.touch(1, quay.id, 0, 0, 0, -1);
        s.log.state(1, 0, y, 0, 0, vy), s.log.desired(1, 0, 0);
        if (y <= 18) s.log.grounded(1);
    }
}

/// A guard catches a courier that runs into it: the courier starts anew elsewhere, and no teleport is marked.
void caught_and_sent_back(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), speed = vary(90), home = vary(120), side = vary(60);
    Stage s(path, vary, plain("caught and sent back", rate, {"desired", "events"}));
    Flyer courier, guard;
    guard.id = 2, guard.x = 30, guard.vx = -vary(30), guard.enter(s, "guard", bounce::box(22, 22));
    courier.x = -20, courier.vx = speed, courier.enter(s, "courier", bounce::box(20, 20));
    bool caught = false;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        if (caught) courier.x = home, courier.y = -side, courier.vx = courier.vy = 0;
        caught = false, courier.step(s), guard.step(s);
        if (guard.x - courier.x < 21 && courier.y == 0)
            caught = true, s.log.event("caught", {2, 1}), s.touch(1, 2, courier.x + 10, 0, 1, 0);
        courier.describe(s), guard.describe(s);
        s.log.desired(1, courier.vx, 0);
    }
}

} // namespace

const std::vector<MoreScene>& little_log_scenes() {
    static const std::vector<MoreScene> all = {
        {"a ball in a room of one map", "", [](auto& p, auto& v) { in_a_room(p, v, Room::Ball); }},
        {"a walker in a room of one map", "", [](auto& p, auto& v) { in_a_room(p, v, Room::Walker); }},
        {"thrown off again", "double-hit", [](auto& p, auto& v) { thrown_off(p, v, true); }},
        {"thrown off once", "", [](auto& p, auto& v) { thrown_off(p, v, false); }},
        {"a board moves at whim", "", at_whim},
        {"sent back by where it hits, no speeds", "",
         [](auto& p, auto& v) { sent_back(p, v, Sent::Steered); }},
        {"sent back ever faster, no speeds", "speed-surge",
         [](auto& p, auto& v) { sent_back(p, v, Sent::Faster); }},
        {"wraps round the screen", "", [](auto& p, auto& v) { wraps(p, v, Wrap::Unmarked, true); }},
        {"wraps round the screen, no speeds", "",
         [](auto& p, auto& v) { wraps(p, v, Wrap::Unmarked, false); }},
        {"shot through a mast, no speeds", "tunneling",
         [](auto& p, auto& v) { wraps(p, v, Wrap::Shot, false); }},
        {"foes walk through coins", "", [](auto& p, auto& v) { untold_pairs(p, v, Untold::FoesAndCoins); }},
        {"one coin is not taken", "silent-overlap",
         [](auto& p, auto& v) { untold_pairs(p, v, Untold::OneCoin); }},
        {"a flipper in its table, little logged", "", flipper_in_table},
        {"a mallet goes off as it is hit", "", mallet_goes_off},
        {"caught and sent back", "", caught_and_sent_back},
        {"goes at will in an arena", "", goes_at_will},
        {"a board swings back", "", board_swings_back},
        {"a lift on a wave", "", lift_on_a_wave},
        {"almost on the plank", "", almost_on_the_plank},
        {"balls in a box", "", [](auto& p, auto& v) { balls_in_a_box(p, v, 1.0); }},
        {"balls give each other speed", "speed-surge", [](auto& p, auto& v) { balls_in_a_box(p, v, 1.25); }},
        {"driven through the quay it stands on", "tunneling", driven_through},
    };
    return all;
}
