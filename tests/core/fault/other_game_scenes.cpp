// SPDX-License-Identifier: GPL-3.0-or-later
// Bodies that take their time, stick to things, pass through each other or crowd, as in games of other kinds.
#include "more_scenes.hpp"

#include <set>

namespace {

// ---- what takes its time

enum class Boat { Turns, Held };
/// A boat of some weight slides along a harbour wall that it steers against, and turns round there; or stands
/// though half of what it wants leads along the wall.
void boat_at_a_wall(const std::string& path, Chance& vary, Boat kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("boat at a wall", rate, {"desired"}));
    const Block wall = s.block("wall", "quay", 0, -20, 9000, 40);
    Flyer boat;
    boat.y = 160, boat.enter(s, "boat", bounce::circle(10));
    const double takes_on = vary(1.5), wish = vary(500);
    for (const int frames = static_cast<int>(rate * 6); s.next(frames);) {
        const double t = s.n() / rate, way = t < 3 ? 1 : -1, to_x = way * 0.6 * wish, to_y = -0.8 * wish;
        if (s.n() > 0)
            boat.vx += (to_x - boat.vx) * takes_on * s.dt, boat.vy += (to_y - boat.vy) * takes_on * s.dt;
        const bool held = kind == Boat::Held && t > 4;
        if (held) boat.vx = boat.vy = 0;
        boat.step(s);
        if (boat.y <= 10) boat.y = 10, boat.vy = 0, s.touch(1, wall.id, boat.x, 0, 0, -1);
        boat.describe(s), s.log.desired(1, to_x, to_y);
    }
}

enum class Barge { Turns, Caught };
/// A heavy walker turns round where two blocks of a floor meet; or is caught there.
void barge_on_a_seam(const std::string& path, Chance& vary, Barge kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("barge on a seam", rate, {"desired", "grounded"}, -900));
    const Block one = s.block("quay", "quay", -200, -20, 400, 40),
                two = s.block("quay", "quay", 200, -20, 400, 40);
    Flyer barge;
    barge.x = -90, barge.y = 12, barge.enter(s, "barge", bounce::box(30, 24));
    const double takes_on = vary(1.2), wish = vary(90);
    bool caught = false;
    for (const int frames = static_cast<int>(rate * 6); s.next(frames);) {
        const double to = barge.x > -20 || s.n() / rate > 3 ? -wish : wish;
        if (s.n() > 0) barge.vx += (to - barge.vx) * takes_on * s.dt;
        caught = caught || (kind == Barge::Caught && barge.x + 15 + barge.vx * s.dt > 0);
        if (caught) barge.vx = 0, barge.x = -15;
        barge.step(s);
        s.touch(1, one.id, std::min(barge.x, 0.0), 0, 0, -1);
        if (barge.x + 15 >= 0) s.touch(1, two.id, 0, 0, caught ? 1 : 0, caught ? 0 : -1);
        barge.describe(s), s.log.desired(1, caught ? wish : to, 0), s.log.grounded(1);
    }
}

/// A diver swims where it likes in water that carries it, and drifts up along a wall after it let go.
void diver_at_a_wall(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("diver at a wall", rate, {"desired"}, -300));
    const Block wall = s.block("wall", "reef", 200, 0, 40, 2000);
    Flyer diver;
    diver.enter(s, "diver", bounce::box(20, 16));
    const double wish = vary(130), side = wall.left() - 10;
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        const int part = static_cast<int>(s.n() / rate) % 4; // down, up to the wall, lets go, down and away
        const double to_x = part == 1 || part == 2 ? wish
                            : part == 3            ? -wish
                                                   : 0,
                     to_y = part == 1   ? wish
                            : part == 2 ? 0
                                        : -wish;
        if (s.n() > 0)
            diver.vx += (to_x - diver.vx) * 3 * s.dt, diver.vy += (to_y - diver.vy) * 3 * s.dt - 20 * s.dt;
        diver.step(s);
        if (diver.x >= side) diver.x = side, diver.vx = 0, s.touch(1, wall.id, wall.left(), diver.y, 1, 0);
        diver.describe(s), s.log.desired(1, to_x, to_y);
    }
}

// ---- what sticks

enum class Sticks { ToACart, PushedOnly };
/// Bombs fall onto a cart and stick to its side, and go where it goes; or one hangs on the side of a cart
/// that only ever comes toward it.
void sticks(const std::string& path, Chance& vary, Sticks kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("sticks", rate, {}, -700));
    quay_of(s);
    Flyer cart, bomb;
    cart.id = 9, cart.y = 40, cart.enter(s, "cart", bounce::box(90, 60));
    bomb.y = 160, bomb.enter(s, "bomb", bounce::circle(6));
    const double wide = vary(60), fast = kind == Sticks::ToACart ? vary(2.2) : vary(0.3), dive = vary(200);
    double hold = 0, last = 0;
    bool stuck = false;
    for (const int frames = static_cast<int>(rate * 4); s.next(frames);) {
        cart.x = wide * std::sin(fast * s.n() / rate);
        cart.vx = s.n() > 0 ? (cart.x - last) / s.dt : 0, last = cart.x;
        const double side = cart.x + 45 + 6;
        if (!stuck && s.n() > 0) {
            bomb.vy -= 700 * s.dt, bomb.y += bomb.vy * s.dt;
            bomb.x = bomb.y > 60 ? side + dive * 0.02 * (bomb.y - 60) : side;
            stuck = bomb.y <= 50;
            if (stuck) bomb.y = 50, hold = bomb.y, bomb.vy = 0;
        }
        if (s.n() == 0) bomb.x = side + dive * 0.02 * 100;
        if (stuck) bomb.x = side, bomb.y = hold, bomb.vx = cart.vx, s.touch(1, 9, side - 6, bomb.y, -1, 0);
        cart.describe(s), bomb.describe(s);
    }
}

// ---- what passes

/// Shots leave the towers that fire them, which nobody tests them against; a gull that they reach is hit.
void leave_their_towers(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("leave their towers", rate));
    std::vector<Block> towers;
    for (const int i : {0, 1, 2}) towers.push_back(s.block("tower", "tower", 0, 100.0 * i, 30, 30));
    Flyer gulls[3], shots[3];
    for (int i = 0; i < 3; ++i) {
        gulls[i].id = 20 + i, gulls[i].x = vary(200), gulls[i].y = 100.0 * i;
        gulls[i].enter(s, "gull", bounce::circle(10));
        shots[i].id = 30 + i, shots[i].y = 100.0 * i + 2, shots[i].enter(s, "shot", bounce::circle(3));
    }
    const double fast = vary(240);
    std::set<int> gone;
    for (const int frames = static_cast<int>(rate * 3); s.next(frames);)
        for (int i = 0; i < 3; ++i) {
            Flyer &shot = shots[i], &gull = gulls[i];
            gull.describe(s);
            const int fired = static_cast<int>(rate * (0.3 + 0.5 * i));
            if (s.n() < fired || gone.count(i)) continue;
            if (s.n() > fired) shot.vx = fast, shot.step(s);
            if (shot.x + 13 >= gull.x) {
                shot.x = gull.x - 12, gone.insert(i), s.touch(30 + i, 20 + i, shot.x + 3, shot.y, 1, 0);
                shot.describe(s), s.log.removed(30 + i);
            } else
                shot.describe(s);
        }
}

/// Buoys drift over a basin that they leave on one side and enter on the other. Shots break them into two
/// that begin where the whole one was. Nobody tests buoys against each other.
void buoys_that_break(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), wide = 420, high = 300;
    Stage s(path, vary, untold("buoys that break", rate));
    std::vector<Flyer> buoys;
    std::vector<double> sizes;
    const auto launch = [&](double x, double y, double size, double way) {
        Flyer b;
        const double fast = vary(50);
        b.id = 10 + static_cast<int>(buoys.size()), b.x = x, b.y = y;
        b.vx = fast * std::cos(way), b.vy = fast * std::sin(way);
        b.enter(s, "buoy", bounce::circle(size)), buoys.push_back(b), sizes.push_back(size);
    };
    for (int i = 0; i < 7; ++i) launch(i * 60, std::fmod(vary(400), high), 30, 1.9 * i);
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        const std::size_t all = buoys.size();
        for (std::size_t i = 0; i < all; ++i) {
            Flyer& b = buoys[i];
            const double broken_at = 1 + static_cast<double>(i);
            if (i < 7 && s.n() / rate > broken_at) {
                if ((s.n() - 1) / rate > broken_at) continue;
                s.log.removed(b.id);
                for (const double way : {0.7, 2.9}) launch(buoys[i].x, buoys[i].y, 18, way + broken_at);
                continue;
            }
            b.step(s);
            b.x = std::fmod(b.x + wide, wide), b.y = std::fmod(b.y + high, high);
            s.log.state(b.id, b.x, b.y);
        }
    }
}

/// A knight walks through imps; only its blade and what of them it may hurt are tested. The blade reaches
/// into a wall that nobody tests it against.
void only_the_blade(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("only the blade", rate, {"events"}));
    const Block wall = s.block("wall", "yard", 200, 0, 40, 400);
    Flyer knight, imp;
    knight.x = -100, knight.enter(s, "knight", bounce::circle(10), "kinematic", {"", "body"});
    s.log.collider(11, 1, bounce::box(36, 6, 28), {"", "blade", "sensor"});
    imp.id = 2, imp.enter(s, "imp", bounce::circle(9), "kinematic", {"", "foe"});
    s.log.collider(12, 2, bounce::circle(9), {"", "hurt", "sensor"});
    for (const char* other : {"foe", "hurt"}) s.log.pair("body", other, "ignore");
    s.log.pair("blade", "foe", "ignore"), s.log.pair("foe", "hurt", "ignore");
    const double fast = vary(90), side = wall.left() - 10;
    bool hurt = false;
    for (const int frames = static_cast<int>(rate * 5); s.next(frames);) {
        knight.vx = knight.x < side ? fast : 0, knight.step(s);
        if (knight.x >= side) knight.x = side, s.touch(1, wall.id, wall.left(), 0, 1, 0);
        const bool reaches = knight.x + 46 >= -9 && knight.x + 10 <= 9;
        if (reaches) s.touch(11, 12, -9, 0, 1, 0);
        if (reaches && !hurt) hurt = true, s.log.event("slash", {1, 2});
        knight.describe(s), imp.describe(s);
    }
}

enum class Row { Pushed, Knocked };
/// Code puts drums of a row apart pair by pair, each frame once: the last pair pushes one into the next. Or
/// knocks it there.
void put_apart_one_by_one(const std::string& path, Chance& vary, Row kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("put apart one by one", rate));
    Flyer drums[3];
    for (int i = 0; i < 3; ++i) drums[i].id = 1 + i, drums[i].enter(s, "drum", bounce::circle(10));
    drums[1].x = 40, drums[2].x = 62, drums[0].x = -20;
    if (kind == Row::Knocked) drums[2].y = -36, drums[2].vy = 12 * rate; // passes by
    double fast = kind == Row::Pushed ? vary(70) : (40 + vary(8)) / 3 * rate;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        drums[0].vx = fast;
        for (Flyer& d : drums) d.step(s);
        for (const auto& [a, b] : {std::pair(1, 2), std::pair(0, 1)}) {
            const double dx = drums[b].x - drums[a].x, dy = drums[b].y - drums[a].y, far = std::hypot(dx, dy),
                         in = 20 - far;
            if (in <= 0) continue;
            drums[a].x -= in / 2 * dx / far, drums[b].x += in / 2 * dx / far;
            drums[a].y -= in / 2 * dy / far, drums[b].y += in / 2 * dy / far;
            if (kind == Row::Knocked) fast = 0;
            s.touch(1 + a, 1 + b, drums[a].x + 10 * dx / far, drums[a].y + 10 * dy / far, dx / far, dy / far);
        }
        for (const Flyer& d : drums) d.describe(s);
    }
}

enum class Parasol { Hangs, Slides };
/// A stoat under a parasol falls no faster than it can, drifts against a wall and hangs there; or slides on.
void falls_at_its_limit(const std::string& path, Chance& vary, Parasol kind) {
    const double rate = vary.rate(), gravity = -900, limit = vary(150);
    Stage s(path, vary, plain("falls at its limit", rate, {"desired"}, gravity));
    const Block wall = s.block("wall", "quay", 160, 0, 40, 2400);
    Flyer stoat;
    stoat.x = 20, stoat.y = 300, stoat.enter(s, "stoat", bounce::box(18, 30));
    const double drifts = vary(60), side = wall.left() - 9;
    for (const int frames = static_cast<int>(rate * 4); s.next(frames);) {
        if (s.n() > 0) stoat.vx = drifts, stoat.vy = std::max(stoat.vy + gravity * s.dt, -limit);
        stoat.step(s);
        if (stoat.x >= side) {
            if (kind == Parasol::Hangs) stoat.y -= stoat.vy * s.dt, stoat.vy = 0;
            stoat.x = side, stoat.vx = 0;
            s.touch(1, wall.id, wall.left(), stoat.y, 1, 0);
        }
        stoat.describe(s), s.log.desired(1, drifts, 0);
    }
}

/// A drum that is logged as upright bounces off a mole in a game without gravity: the face turns it, or both
/// axes are reversed.
void upright_drum(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("upright drum", rate));
    const Block mole = s.block("mole", "pier", 120, 0, 40, 900);
    bounce::Body body("drum", "drum", "kinematic");
    body.upright = true;
    s.log.body(1, body), s.log.collider(1, 1, bounce::box(20, 20));
    Flyer drum;
    drum.vx = vary(220), drum.vy = vary(140);
    for (const int frames = static_cast<int>(rate * 1.2); s.next(frames);) {
        drum.step(s);
        if (drum.x + 10 > mole.left() && drum.vx > 0) {
            drum.x = mole.left() - 10, drum.vx = -drum.vx;
            if (wrong) drum.vy = -drum.vy;
            s.touch(1, mole.id, mole.left(), drum.y, 1, 0);
        }
        drum.describe(s);
    }
}

enum class Pressed { Hangs, Falls };
enum class Speed { Unlogged, AsItGoes, AsSet };
/// Code sets the speed of a stoat of a solver along the ground in each step, and logs no wish: it jumps from
/// the quay against a wall and hangs there by friction until the key is let go; or falls along the wall. Its
/// speed is logged as it goes, as the code set it, or not at all, its places on a grid of a quarter then.
void pressed_to_a_wall(const std::string& path, Chance& vary, Pressed kind, Speed speed) {
    const double rate = speed == Speed::Unlogged ? 60 : vary.rate(), gravity = -900,
                 run = speed == Speed::Unlogged ? 150 : vary(150);
    Stage s(path, vary, untold("pressed to a wall", rate, {}, gravity));
    s.block("quay", "quay", 0, -20, 700, 40);
    const Block wall = s.block("wall", "quay", 180, 150, 40, 400);
    bounce::Body body("stoat", "stoat", "dynamic");
    body.upright = vary(1) > 1;
    s.log.body(1, body), s.log.collider(1, 1, bounce::box(18, 30));
    const double side = wall.left() - 9, leap = speed == Speed::Unlogged ? 330 : vary(330);
    double x = side - std::round(run * 0.5), y = 15, vy = 0;
    bool jumped = false;
    for (const int frames = static_cast<int>(rate * 3); s.next(frames);) {
        const bool pressed = s.n() / rate < 2.2;
        if (s.n() > 0) {
            vy += gravity * s.dt, x = std::min(x + (pressed ? run * s.dt : 0), side);
            if (!jumped && x > side - run * 0.2) jumped = true, vy = leap;
            if (x == side && pressed && kind == Pressed::Hangs) vy = 0;
            y += vy * s.dt;
            if (y <= 15) y = 15, vy = 0;
        }
        const double vx = pressed && (speed == Speed::AsSet || x < side) ? run : 0;
        if (speed == Speed::Unlogged)
            s.log.state(1, x, y);
        else
            s.log.state(1, x, y, 0, vx, vy);
    }
}

enum class Skiff { InOneStep, InTwo, Past };
/// A skiff that steps by whole pixels, with nothing logged but places, goes through a post, over it in one
/// step or inside it in one frame; or goes by beside it.
void whole_pixel_skiff(const std::string& path, Chance& vary, Skiff kind) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("whole pixel skiff", rate));
    s.block("post", "post", 0, 0, 4, 40);
    Flyer().enter(s, "skiff", bounce::box(6, 6));
    const double step = std::round(18 + vary(6));
    double at = -std::round(step * 6) - (kind == Skiff::InTwo ? 0 : std::round(step / 2));
    for (const int frames = static_cast<int>(rate); s.next(frames); at += step)
        s.log.state(1, at, kind == Skiff::Past ? 40 : 0);
}

// ---- what stays at a face

enum class Tells { All, Places, WholePixels };
/// A ball in a court is put back at each wall, and the speed towards it reversed; at one wall the other axis
/// is.
void in_a_court(const std::string& path, Chance& vary, bool wrong, Tells tells) {
    const double rate = tells == Tells::WholePixels ? 60 : vary.rate();
    Stage s(path, vary, tells == Tells::All ? plain("court", rate) : untold("court", rate));
    const Block floor = s.block("south wall", "wall", 0, -130, 480, 40);
    const Block others[] = {s.block("north wall", "wall", 0, 130, 480, 40),
                            s.block("west wall", "wall", -220, 0, 40, 220),
                            s.block("east wall", "wall", 220, 0, 40, 220)};
    Flyer ball;
    ball.x = vary(-80), ball.y = vary(20), ball.vx = vary(190), ball.vy = -vary(140);
    ball.enter(s, "ball", bounce::circle(10));
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        ball.step(s);
        if (ball.y <= -100) {
            double& turned = wrong ? ball.vx : ball.vy;
            turned = -turned, ball.y = -100, s.touch(1, floor.id, ball.x, -110, 0, -1);
        }
        if (ball.y >= 100) ball.y = 100, ball.vy = -ball.vy, s.touch(1, others[0].id, ball.x, 110, 0, 1);
        if (ball.x <= -190) ball.x = -190, ball.vx = -ball.vx, s.touch(1, others[1].id, -200, ball.y, -1, 0);
        if (ball.x >= 190) ball.x = 190, ball.vx = -ball.vx, s.touch(1, others[2].id, 200, ball.y, 1, 0);
        if (tells == Tells::All) ball.describe(s);
        if (tells == Tells::Places) s.log.state(1, ball.x, ball.y);
        if (tells == Tells::WholePixels) s.log.state(1, std::round(ball.x), std::round(ball.y));
    }
}

/// Two carts on lanes of their own stop in the same frame at what nobody logs, for good or for a while.
void two_carts_stop(const std::string& path, Chance& vary, bool for_good) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("two carts stop", rate, {"desired"}));
    Flyer carts[2];
    const double wish = vary(120);
    for (int i = 0; i < 2; ++i)
        carts[i].id = 1 + i, carts[i].y = 200.0 * i, carts[i].enter(s, "cart", bounce::box(40, 24));
    for (const int frames = static_cast<int>(rate * 3); s.next(frames);) {
        const double t = s.n() / rate;
        const bool held = t > 1 && (for_good || t < 2.5);
        for (Flyer& cart : carts) {
            cart.vx = held ? 0 : t >= 2.5 ? -wish : wish, cart.step(s), cart.describe(s);
            s.log.desired(cart.id, t >= 2.5 && !for_good ? -wish : wish, 0);
        }
    }
}

/// A crate is let down, stands, and trembles for a while before its floor is to give way.
void trembles(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), wide = vary(2.5), sinks = vary(200);
    Stage s(path, vary, untold("trembles", rate));
    quay_of(s);
    Flyer crate;
    crate.y = 60, crate.enter(s, "crate", bounce::box(20, 20));
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        crate.y = std::max(10.0, crate.y - sinks * s.dt);
        const bool trembles_now = crate.y == 10.0 && s.n() < rate;
        s.log.state(1, trembles_now ? (s.n() % 2 == 0 ? wide : -wide) : 0.0, crate.y);
    }
}

/// A cart runs to and fro in a slot that is hardly longer than it is, and is pressed to its floor.
void in_a_slot(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), speed = vary(90), room = speed / rate * vary(0.8);
    Stage s(path, vary, plain("slot", rate, {}, -900));
    const Block floor = s.block("deck", "deck", 0, -20, 300, 40);
    const Block left = s.block("buffer", "buffer", -40, 30, 40, 60),
                right = s.block("buffer", "buffer", 40 + room, 30, 40, 60);
    Flyer cart;
    cart.y = 12, cart.vx = speed, cart.enter(s, "cart", bounce::box(40, 24));
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        cart.vy = -900 / rate, cart.step(s), cart.y = 12, s.touch(1, floor.id, cart.x, 0, 0, -1);
        const bool ends[] = {cart.x <= 0, cart.x >= room};
        cart.x = std::clamp(cart.x, 0.0, room);
        if (ends[0]) cart.vx = speed, s.touch(1, left.id, -20, 12, -1, 0);
        if (ends[1]) cart.vx = -speed, s.touch(1, right.id, room + 20, 12, 1, 0);
        cart.describe(s);
    }
}

} // namespace

const std::vector<MoreScene>& other_game_scenes() {
    static const std::vector<MoreScene> all = {
        {"a boat turns along a wall", "",
         [](const std::string& p, Chance& v) { boat_at_a_wall(p, v, Boat::Turns); }},
        {"a boat stands at a wall", "blocked-motion",
         [](const std::string& p, Chance& v) { boat_at_a_wall(p, v, Boat::Held); }},
        {"a barge turns on a seam", "",
         [](const std::string& p, Chance& v) { barge_on_a_seam(p, v, Barge::Turns); }},
        {"a barge is caught by a seam", "stuck-on-edge",
         [](const std::string& p, Chance& v) { barge_on_a_seam(p, v, Barge::Caught); }},
        {"a diver drifts along a wall", "", diver_at_a_wall},
        {"a bomb sticks to a cart", "",
         [](const std::string& p, Chance& v) { sticks(p, v, Sticks::ToACart); }},
        {"a bomb hangs on a cart that comes", "stuck-on-edge",
         [](const std::string& p, Chance& v) { sticks(p, v, Sticks::PushedOnly); }},
        {"shots leave their towers", "silent-overlap", leave_their_towers},
        {"buoys break, and pass through each other", "silent-overlap", buoys_that_break},
        {"only the blade is tested", "", only_the_blade},
        {"falls at its limit and hangs", "stuck-on-edge",
         [](const std::string& p, Chance& v) { falls_at_its_limit(p, v, Parasol::Hangs); }},
        {"falls at its limit and slides", "",
         [](const std::string& p, Chance& v) { falls_at_its_limit(p, v, Parasol::Slides); }},
        {"an upright drum reverses both axes", "wrong-face",
         [](const std::string& p, Chance& v) { upright_drum(p, v, true); }},
        {"an upright drum bounces", "", [](const std::string& p, Chance& v) { upright_drum(p, v, false); }},
        {"hangs pressed to a wall", "stuck-on-edge",
         [](const std::string& p, Chance& v) { pressed_to_a_wall(p, v, Pressed::Hangs, Speed::AsItGoes); }},
        {"hangs pressed, speed as it was set", "stuck-on-edge",
         [](const std::string& p, Chance& v) { pressed_to_a_wall(p, v, Pressed::Hangs, Speed::AsSet); }},
        {"hangs pressed, on a grid", "stuck-on-edge",
         [](const std::string& p, Chance& v) { pressed_to_a_wall(p, v, Pressed::Hangs, Speed::Unlogged); }},
        {"falls along a wall that it is pressed to", "",
         [](const std::string& p, Chance& v) { pressed_to_a_wall(p, v, Pressed::Falls, Speed::AsItGoes); }},
        {"a whole-pixel skiff goes over a post", "tunneling",
         [](const std::string& p, Chance& v) { whole_pixel_skiff(p, v, Skiff::InOneStep); }},
        {"a whole-pixel skiff goes through a post", "pop-through",
         [](const std::string& p, Chance& v) { whole_pixel_skiff(p, v, Skiff::InTwo); }},
        {"a whole-pixel skiff goes by", "",
         [](const std::string& p, Chance& v) { whole_pixel_skiff(p, v, Skiff::Past); }},
        {"put apart one by one", "",
         [](const std::string& p, Chance& v) { put_apart_one_by_one(p, v, Row::Pushed); }, "", true},
        {"knocked into the next", "",
         [](const std::string& p, Chance& v) { put_apart_one_by_one(p, v, Row::Knocked); }, "", true},
        {"a court turns the wrong axis", "jitter",
         [](const std::string& p, Chance& v) { in_a_court(p, v, true, Tells::All); }},
        {"a court turns the right axis", "",
         [](const std::string& p, Chance& v) { in_a_court(p, v, false, Tells::All); }},
        {"a court of places turns the wrong axis", "jitter",
         [](const std::string& p, Chance& v) { in_a_court(p, v, true, Tells::Places); }},
        {"a court of places turns the right axis", "",
         [](const std::string& p, Chance& v) { in_a_court(p, v, false, Tells::Places); }},
        {"a court of whole pixels turns the wrong axis", "jitter",
         [](const std::string& p, Chance& v) { in_a_court(p, v, true, Tells::WholePixels); }},
        {"a court of whole pixels turns the right axis", "",
         [](const std::string& p, Chance& v) { in_a_court(p, v, false, Tells::WholePixels); }},
        {"a crate trembles where it stands", "", trembles},
        {"two carts stop at once", "invisible-wall",
         [](const std::string& p, Chance& v) { two_carts_stop(p, v, true); }},
        {"two carts stop at once, and turn back", "invisible-wall",
         [](const std::string& p, Chance& v) { two_carts_stop(p, v, false); }},
        {"reversed in a slot", "", in_a_slot},
    };
    return all;
}
