// SPDX-License-Identifier: GPL-3.0-or-later
// More of what looks like a fault and is none: turns, rises, stands and rests (excuses_test).
#include "more_scenes.hpp"

namespace {

using bounce::Body;

enum class Turns { MillFaster, Dart };
/// A mill on a wagon, which rotates anyway, runs faster while it touches the quay; or a dart that points
/// where it flies glances off a slope.
void turning(const std::string& path, Chance& vary, Turns kind) {
    Stage s(path, vary, plain("turning", vary.rate()));
    const bool dart = kind == Turns::Dart;
    const Block quay = quay_of(s);
    Flyer f;
    f.x = dart ? -120 : 0, f.y = dart ? vary(22) : 40, f.vx = dart ? vary(300) : vary(12),
    f.vy = dart ? -vary(80) : 0;
    f.turn = dart ? std::atan2(f.vy, f.vx) : 0;
    f.enter(s, dart ? "dart" : "mill", bounce::box(dart ? 20 : 80, 4));
    while (s.next(90)) {
        if (!dart) f.spin = 1.0 + 0.1 * s.n();
        f.step(s);
        const double reach = std::abs(std::sin(f.turn)) * (dart ? 10 : 40) + std::abs(std::cos(f.turn)) * 2;
        if (f.y - reach <= 0) {
            if (dart) f.vy = std::abs(f.vy), f.turn = std::atan2(f.vy, f.vx), f.y = std::max(f.y, reach);
            s.touch(1, quay.id, f.x + reach, 0, 0, -1);
        }
        f.describe(s);
    }
}

enum class Carries { Falls, OnACart };
/// The wearer falls away from the lantern that it carries; or stands on a cart that takes it away from it.
void with_a_lantern(const std::string& path, Chance& vary, Carries kind) {
    const bool falls = kind == Carries::Falls;
    Stage s(path, vary, plain("with a lantern", vary.rate(), {"desired"}, -900));
    Body lantern("lantern", "lantern", "kinematic");
    lantern.owner = 1;
    Flyer stoat, cart;
    stoat.y = falls ? 600 : 28, stoat.enter(s, "stoat", bounce::box(18, 36));
    s.log.body(2, lantern), s.log.collider(2, 2, bounce::box(8, 8));
    cart.id = 3, cart.x = falls ? 500 : 0, cart.y = 5, cart.vx = falls ? 0 : vary(60),
    cart.enter(s, "cart", bounce::box(60, 10));
    while (s.next(60)) {
        if (falls && s.n() > 0) stoat.vy += s.gravity * s.dt;
        stoat.vx = cart.vx, stoat.step(s), cart.step(s);
        stoat.describe(s), cart.describe(s), s.log.desired(1, 0, 0);
        const double x = falls ? stoat.x : stoat.x - 13, y = falls ? stoat.y + 22 : stoat.y;
        s.log.state(2, x, y, 0, stoat.vx, stoat.vy);
        s.touch(1, 2, falls ? x : x + 4, falls ? y - 4 : y, falls ? 0 : -1, falls ? 1 : 0);
        if (!falls) s.touch(1, 3, stoat.x, 10, 0, -1);
    }
}

/// Two gulls press against a wall, and the one slowly slides over the other: it is the wall that stops them.
void press_and_overlap(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("press and overlap", rate, {"desired"}));
    const Block wall = s.block("wall", "wall", 60, 0, 20, 300);
    Flyer one, two;
    two.id = 2, one.x = two.x = 44, one.y = 0, two.y = 14;
    one.enter(s, "gull", bounce::box(12, 12)), two.enter(s, "gull", bounce::box(12, 12));
    const double speed = vary(60);
    for (const int frames = static_cast<int>(rate * 2.5); s.next(frames);) {
        two.vy = two.y > 6 ? -8 : 0, two.step(s);
        one.describe(s), two.describe(s);
        for (const bounce::Id id : {1, 2}) {
            s.log.desired(id, speed, 0);
            s.touch(id, wall.id, wall.left(), id == 1 ? 0 : two.y, 1, 0);
        }
        if (two.y < 12) s.touch(1, 2, 44, 6, 0, 1, 12 - two.y);
    }
}

/// Two gulls walk on, side by side and inside each other, just as they want to.
void walk_inside_each_other(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("walk inside each other", rate, {"desired"}));
    Flyer one, two;
    two.id = 2, one.y = two.y = 0, one.x = 0, two.x = 7;
    one.enter(s, "gull", bounce::box(12, 12)), two.enter(s, "gull", bounce::box(12, 12));
    const double speed = vary(60);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        one.vx = two.vx = speed, one.step(s), two.step(s);
        one.describe(s), two.describe(s);
        for (const bounce::Id id : {1, 2}) s.log.desired(id, speed, 0);
        s.touch(1, 2, (one.x + two.x) / 2, 0, 1, 0, 5);
    }
}

/// A gull presses against the side of a wall: one that never falls, or one that hangs there from the first
/// frame on and falls when it lets go.
void hovers_at_a_wall(const std::string& path, Chance& vary, bool hangs) {
    Stage s(path, vary, plain("hovers at a wall", vary.rate(), {"desired"}, -900));
    const Block wall = s.block("wall", "wall", 60, 0, 20, 300);
    Flyer gull;
    gull.x = hangs ? wall.left() - 8 : 0, gull.vx = hangs ? 0 : vary(80);
    gull.enter(s, "gull", bounce::box(16, 16));
    while (s.next(120)) {
        const bool lets_go = hangs && s.n() > 80;
        if (lets_go) gull.vy += s.gravity * s.dt;
        gull.step(s);
        if (gull.x > wall.left() - 8) gull.x = wall.left() - 8, gull.vx = 0;
        if (gull.vx == 0 && !lets_go) s.touch(1, wall.id, wall.left(), 0, 1, 0);
        gull.describe(s), s.log.desired(1, lets_go ? 0 : 80, 0);
    }
}

enum class Rises { Ladder, WholePixels };
/// Climbs a wall because it wants to; or jumps along one, in a game that keeps whole pixels.
void rises_at_a_wall(const std::string& path, Chance& vary, Rises kind) {
    const bool ladder = kind == Rises::Ladder;
    Stage s(path, vary, plain("rises at a wall", ladder ? vary.rate() : 60, {"desired"}, -400));
    const Block quay = quay_of(s), wall = s.block("wall", "quay", 40, 200, 20, 400);
    Flyer stoat;
    const double speed = vary(70);
    stoat.x = wall.left() - 9, stoat.y = 18, stoat.enter(s, "stoat", bounce::box(18, 36));
    double y = 18, vy = ladder ? speed : 220;
    while (s.next(60)) {
        if (s.n() > 0) y += vy * s.dt;
        if (!ladder) vy += s.gravity * s.dt;
        if (y < 18) y = 18, vy = 0, s.touch(1, quay.id, stoat.x, 0, 0, -1);
        stoat.y = ladder ? y : std::floor(y);
        s.touch(1, wall.id, wall.left(), stoat.y, 1, 0);
        if (ladder)
            stoat.vy = vy, stoat.describe(s), s.log.desired(1, 0, speed);
        else
            s.log.state(1, stoat.x, stoat.y), s.log.desired(1, 30, 0);
    }
}

/// Wades into mud, which takes its speed little by little, though it still wants on.
void wades(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("wades", rate, {"desired"}));
    const Block quay = quay_of(s);
    Flyer stoat;
    const double speed = vary(120);
    stoat.x = -200, stoat.y = 18, stoat.vx = speed, stoat.enter(s, "stoat", bounce::box(18, 36));
    while (s.next(static_cast<int>(rate * 5))) {
        const double t = s.n() / rate;
        stoat.vx = t < 1 ? speed : std::max(0.0, speed * (1 - (t - 1) / 2));
        stoat.step(s), stoat.describe(s), s.log.desired(1, speed, 0);
        s.touch(1, quay.id, stoat.x, 0, 0, -1);
    }
}

enum class Held { ByAPost, ByAnother };
/// Presses slantwise against a wall and is held there: by a post that the log names and the shapes do not
/// show, or by another one that presses against it.
void held_at_a_wall(const std::string& path, Chance& vary, Held kind) {
    Stage s(path, vary, plain("held at a wall", vary.rate(), {"desired"}));
    const Block wall = s.block("wall", "wall", 60, 0, 20, 300),
                post = s.block("post", "post", 20, 60, 40, 10);
    Flyer stoat, other;
    stoat.x = wall.left() - 9, other.id = 2, other.x = stoat.x, other.y = 18;
    stoat.enter(s, "stoat", bounce::box(18, 18));
    if (kind == Held::ByAnother) other.enter(s, "gull", bounce::box(18, 18));
    const double speed = vary(90);
    while (s.next(90)) {
        stoat.describe(s), s.log.desired(1, speed, speed), s.touch(1, wall.id, wall.left(), 0, 1, 0);
        if (kind == Held::ByAPost)
            s.touch(1, post.id, stoat.x, 9, 0, 1);
        else {
            other.describe(s), s.log.desired(2, speed, -speed);
            s.touch(2, wall.id, wall.left(), 18, 1, 0), s.touch(1, 2, stoat.x, 9, 0, 1);
        }
    }
}

enum class Rests { LogsNowAndThen, Flickers };
/// Rests flush: the game logs the contact only now and then; or a solver has laid it down and it flickers a
/// few times.
void rests_flush(const std::string& path, Chance& vary, Rests kind) {
    Stage s(path, vary, plain("rests flush", 60, {}, -900));
    const Block quay = quay_of(s);
    Flyer crate;
    crate.y = 12,
    crate.enter(s, "crate", bounce::box(24, 24), kind == Rests::Flickers ? "dynamic" : "kinematic");
    const int phase = static_cast<int>(vary(8, 0.5));
    while (s.next(kind == Rests::Flickers ? 50 : 600)) {
        crate.describe(s);
        const bool told = kind == Rests::Flickers ? s.n() % 16 != phase : (s.n() / 140) % 2 == 0;
        if (told) s.touch(1, quay.id, 0, 0, 0, -1);
    }
}

/// Stands flush at a wall and wants into it now and then: only then the game has a contact to tell.
void presses_now_and_then(const std::string& path, Chance& vary) {
    Stage s(path, vary, plain("presses now and then", vary.rate(), {"desired"}));
    const Block wall = s.block("wall", "quay", 40, 0, 40, 200);
    Flyer stoat;
    stoat.x = wall.left() - 9, stoat.enter(s, "stoat", bounce::circle(9));
    const double speed = vary(90);
    const int presses = 2 + static_cast<int>(vary(4, 0.5));
    while (s.next(90)) {
        const bool wants = s.n() / presses % 2 == 0;
        stoat.describe(s), s.log.desired(1, wants ? speed : 0, 0);
        if (wants) s.touch(1, wall.id, wall.left(), 0, 1, 0);
    }
}

/// A slow drum is turned at a wall, early in a step: its means show one response in two steps.
void turns_within_a_step(const std::string& path, Chance& vary) {
    bounce::Header about;
    about.title = "turns within a step", about.rate = 60, about.slop = 0.5;
    bounce::Recorder log(path, about);
    const double travel = 1.5 * about.slop, early = 0.35, radius = vary(50);
    log.body(10, bounce::Body("wall", "quay")), log.collider(10, 10, bounce::box(100, 400));
    log.body(1, bounce::Body("drum", "drum", "kinematic")), log.collider(1, 1, bounce::circle(radius));
    const int before = 20 + static_cast<int>(vary(10, 0.5));
    const double turned = (before + early) * travel;
    for (int n = 0; n < 60; ++n) {
        log.frame(n);
        if (n == 0) log.state(10, 150, 0);
        const double way = n * travel;
        log.state(1, 100 - radius - std::abs(turned - way), 0);
    }
}

/// A solver turns a drum at a wall in two steps: first most of its speed, then what restitution gives back.
void turned_in_two_steps(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), speed = vary(500), first = vary(0.2), second = vary(0.55);
    Stage s(path, vary, untold("turned in two steps", rate));
    const Block wall = s.block("wall", "quay", 150, 0, 100, 400);
    bounce::Surface lively;
    lively.restitution = 0.6;
    Flyer drum;
    drum.vx = speed, drum.enter(s, "drum", bounce::circle(20), "dynamic", lively);
    int turned = 0;
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        drum.step(s);
        if (turned == 0 && drum.x + 20 > wall.left())
            drum.x = wall.left() - 20, drum.vx = -first * speed, turned = s.n();
        else if (turned > 0 && s.n() == turned + 1)
            drum.x = wall.left() - 20, drum.vx = -second * speed;
        drum.describe(s);
    }
}

/// A stoat on a crate's corner: it stood beside it, slides off along it, and goes on above it.
void slides_along_and_up(const std::string& path, Chance& vary) {
    const double rate = 120, speed = vary(168), to_the_corner = vary(0.3, 0.5);
    Setting setting = plain("slides along and up", rate);
    Stage s(path, vary, setting);
    const Block wall = s.block("wall", "quay", 100, 0, 20, 400);
    s.log.body(1, bounce::Body("gull", "gull", "kinematic")), s.log.collider(1, 1, bounce::box(16, 16));
    double x = wall.left() - 8 - 8.1 * speed / rate, y = wall.top() + 8 - to_the_corner;
    bool along = false;
    for (const int frames = 60; s.next(frames);) {
        if (s.n() > 0) (along ? y : x) += speed * s.dt;
        if (!along && x + 8 >= wall.left() - 0.2 * speed / rate) along = true;
        if (along && y - 8 < wall.top()) s.touch(1, wall.id, wall.left(), y, 1, 0);
        s.log.state(1, x, y);
    }
}

/// A courier walks up to a crate and along it, past its corner, by so much a frame however long the frame is.
void past_a_crate(const std::string& path, Chance& vary) {
    const double rate = 50, step = 16.0 / 3.0;
    const int stands = 1 + static_cast<int>(vary(3, 0.9));
    Setting setting = untold("past a crate", rate);
    Stage s(path, vary, setting);
    s.log.body(2, bounce::Body("crate", "crate", "kinematic")), s.log.collider(2, 2, bounce::box(32, 32));
    s.log.body(1, bounce::Body("courier", "courier", "kinematic")), s.log.collider(1, 1, bounce::box(32, 32));
    int along = 0;
    double x = 32, y = vary(2) > 2 ? 0 : 16;
    const double from = y;
    for (const int frames = 60; s.next(frames);) {
        if (s.n() > 0 && x < 160)
            x = std::min(160.0, x + step);
        else if (x >= 160 && ++along > stands)
            y = from + (along - stands) * step;
        s.log.state(2, 192, 0), s.log.state(1, x, y);
    }
}

/// A ball turns at a wall of a game that leaves frames out, and was turned at the ceiling in the one before.
void turned_at_two_walls_between_frames(const std::string& path, Chance& vary) {
    const double rate = 90, right = 150, top = 100, r = vary(10);
    Stage s(path, vary, plain("two walls between frames", rate));
    const Block wall = s.block("wall", "quay", right + 10, 0, 20, 340),
                ceiling = s.block("ceiling", "quay", 0, top + 10, 300, 20);
    Flyer ball;
    ball.vx = vary(900), ball.vy = vary(110);
    // It meets the ceiling one frame before the wall.
    ball.x = right - r - 9.6 * ball.vx / rate, ball.y = top - r - 8.4 * ball.vy / rate;
    ball.enter(s, "ball", bounce::circle(r));
    for (int n = 0; s.next(40); ++n) {
        ball.step(s);
        if (ball.y + r > ceiling.bottom() && ball.vy > 0) {
            ball.y = ceiling.bottom() - r, ball.vy = -ball.vy;
            s.touch(1, ceiling.id, ball.x, ceiling.bottom(), 0, 1);
        }
        if (ball.x + r > wall.left() && ball.vx > 0) {
            ball.x = wall.left() - r, ball.vx = -ball.vx;
            s.touch(1, wall.id, wall.left(), ball.y, 1, 0);
        }
        ball.describe(s);
    }
}

/// A mallet that stands is hit, and goes off by itself in the next frame, away from what hit it.
void goes_off_after_the_hit(const std::string& path, Chance& vary) {
    const double rate = 90, quick = vary(240);
    Stage s(path, vary, plain("goes off after the hit", rate));
    Flyer mallet, puck;
    mallet.id = 1, mallet.enter(s, "mallet", bounce::circle(14));
    puck.id = 2, puck.enter(s, "puck", bounce::circle(9));
    puck.x = -120, puck.vx = vary(300);
    int met = -1;
    for (const int frames = 120; s.next(frames);) {
        // It goes to and fro at will, long before anything comes near it.
        const int beat = s.n() % 12;
        mallet.vy = mallet.vx = 0;
        if (met < 0 && s.n() < 20 && beat > 3) mallet.vx = beat < 8 ? 100 : -100;
        if (met >= 0 && s.n() > met) mallet.vx = quick;
        mallet.step(s), puck.step(s);
        if (met < 0 && mallet.x - puck.x < 23) {
            puck.x = mallet.x - 23, puck.vx *= -0.9, met = s.n();
            s.touch(1, 2, mallet.x - 14, 0, -1, 0);
        }
        mallet.describe(s), puck.describe(s);
    }
}

/// A piston comes down on a wave, as fast as things fall, and rests beside a stoat that presses against it.
void piston_rests(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), pull = vary(900), high = vary(80), pace = std::sqrt(0.65 * pull / high);
    Stage s(path, vary, plain("piston rests", rate, {"desired"}, -pull));
    const Block quay = quay_of(s);
    s.log.body(2, bounce::Body("piston", "piston", "kinematic")), s.log.collider(2, 2, bounce::box(50, 100));
    bounce::Body body("stoat", "stoat", "kinematic");
    body.upright = true, s.log.body(1, body), s.log.collider(1, 1, bounce::box(16, 30));
    double was = 0, time = 0;
    for (const int frames = static_cast<int>(rate * 4); s.next(frames);) {
        if (s.n() > 0) time += s.dt;
        const double y = 62 + high * (1 + std::cos(pace * time));
        s.log.state(2, 0, y, 0, 0, s.n() > 0 ? (y - was) / s.dt : 0), was = y;
        s.log.state(1, -33, 15, 0, 0, 0), s.log.desired(1, 60, 0);
        s.touch(1, quay.id, -33, 0, 0, -1);
        if (y < 80) s.touch(1, 2, -25, 20, 1, 0);
    }
}

/// A drum falls into the gap between two crates and is wedged there.
void wedged_in_a_pile(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), pull = vary(900), r = vary(10), half = r * 0.98;
    Stage s(path, vary, plain("wedged in a pile", rate, {}, -pull));
    const Block quay = quay_of(s);
    for (const bounce::Id id : {2, 3})
        s.log.body(id, bounce::Body("crate", "crate", "dynamic")),
            s.log.collider(id, id, bounce::box(40, 40));
    Flyer drum;
    drum.enter(s, "drum", bounce::circle(r), "dynamic");
    const double rest = 40 + std::sqrt(r * r - half * half);
    drum.y = rest + vary(60);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        if (drum.y > rest) drum.vy -= pull * s.dt, drum.step(s);
        const bool rests = drum.y <= rest;
        if (rests) drum.y = rest, drum.vy = 0;
        for (const bounce::Id id : {2, 3}) {
            const double side = id == 2 ? -1 : 1;
            s.log.state(id, side * (20 + half), 20, 0, 0, 0);
            s.touch(id, quay.id, side * (20 + half), 0, 0, -1);
            if (rests) s.touch(1, id, side * half, 40, side * half / r, -(rest - 40) / r);
        }
        drum.describe(s);
    }
}

/// A stoat on the quay presses against a curb that is a little higher, and jumps onto it.
void jumps_onto_a_curb(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), pull = vary(1000), up = vary(320), speed = vary(90);
    Stage s(path, vary, plain("jumps onto a curb", rate, {"desired"}, -pull));
    const Block quay = quay_of(s), curb = s.block("curb", "quay", 100, 2, 120, 4);
    bounce::Body body("stoat", "stoat", "kinematic");
    body.upright = true, s.log.body(1, body), s.log.collider(1, 1, bounce::box(16, 24));
    double x = curb.left() - 8, y = 12, vy = 0;
    bool stands = true;
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        const bool jumps = stands && s.n() == static_cast<int>(rate / 2);
        if (jumps) vy = up;
        if (jumps || !stands) vy -= pull * s.dt, y += vy * s.dt;
        const double low = x > curb.left() - 8 ? 16 : 12;
        stands = y <= low && vy <= 0;
        if (stands) y = low, vy = 0, s.touch(1, low > 12 ? curb.id : quay.id, x, low - 12, 0, -1);
        if (s.n() > 0 && (y >= 16 && !jumps)) x += speed * s.dt;
        if (x == curb.left() - 8) s.touch(1, curb.id, curb.left(), 2, 1, 0);
        s.log.state(1, x, y, 0, speed, vy), s.log.desired(1, speed, 0);
    }
}

} // namespace

const std::vector<MoreScene>& still_scenes() {
    static const std::vector<MoreScene> all = {
        {"a mill runs faster", "", [](const std::string& p, Chance& v) { turning(p, v, Turns::MillFaster); }},
        {"a dart glances off", "", [](const std::string& p, Chance& v) { turning(p, v, Turns::Dart); }, "",
         true},
        {"falls with a lantern", "",
         [](const std::string& p, Chance& v) { with_a_lantern(p, v, Carries::Falls); }},
        {"rides with a lantern", "",
         [](const std::string& p, Chance& v) { with_a_lantern(p, v, Carries::OnACart); }},
        {"hovers at a wall", "", [](const std::string& p, Chance& v) { hovers_at_a_wall(p, v, false); }},
        {"hangs from the first frame on", "stuck-on-edge",
         [](const std::string& p, Chance& v) { hovers_at_a_wall(p, v, true); }},
        {"climbs because it wants to", "",
         [](const std::string& p, Chance& v) { rises_at_a_wall(p, v, Rises::Ladder); }},
        {"jumps along a wall in whole pixels", "",
         [](const std::string& p, Chance& v) { rises_at_a_wall(p, v, Rises::WholePixels); }},
        {"wades into mud", "", wades},
        {"held by a post that is not shown", "",
         [](const std::string& p, Chance& v) { held_at_a_wall(p, v, Held::ByAPost); }, "", true},
        {"held by another", "",
         [](const std::string& p, Chance& v) { held_at_a_wall(p, v, Held::ByAnother); }},
        {"rests flush, told now and then", "",
         [](const std::string& p, Chance& v) { rests_flush(p, v, Rests::LogsNowAndThen); }},
        {"rests flush and flickers a little", "",
         [](const std::string& p, Chance& v) { rests_flush(p, v, Rests::Flickers); }},
        {"a slow drum turns within a step", "", turns_within_a_step},
        {"a solver turns a drum in two steps", "", turned_in_two_steps},
        {"along a wall and past its corner", "", slides_along_and_up},
        {"past a crate", "", past_a_crate},
        {"two walls between frames", "", turned_at_two_walls_between_frames},
        {"a mallet goes off after the hit", "", goes_off_after_the_hit},
        {"a piston rests beside a stoat", "", piston_rests},
        {"wedged in a pile", "", wedged_in_a_pile},
        {"jumps onto a curb", "", jumps_onto_a_curb},
        {"walk inside each other", "deep-overlap", walk_inside_each_other},
        {"overlap while a wall stops both", "deep-overlap", press_and_overlap},
        {"presses a wall now and then", "", presses_now_and_then},
    };
    return all;
}
