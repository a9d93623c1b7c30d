// SPDX-License-Identifier: GPL-3.0-or-later
// Kinds of faults, and lawful play that looks like them, beside those of more_scenes.cpp.
#include "more_scenes.hpp"

namespace {

using bounce::Contact;
using bounce::Ray;

const bounce::Surface sensor{"", "", "sensor", -1, 0, true}, unseen{"", "", "solid", -1, 0, false};

int frames(double rate, double seconds) { return static_cast<int>(rate * seconds); }

/// A kinematic circle or box that goes straight.
struct Goer {
    bounce::Id id = 1;
    double x = 0, y = 0, vx = 0, vy = 0;
    void go(const Stage& s) {
        if (s.n() > 0) x += vx * s.dt, y += vy * s.dt;
    }
    void describe(Stage& s) const { s.log.state(id, x, y, 0, vx, vy, 0); }
};
Goer enter(Stage& s, bounce::Id id, const char* name, const std::string& shape, double x, double y,
           const char* moves = "kinematic", const bounce::Surface& surface = {}) {
    s.log.body(id, bounce::Body(name, name, moves)), s.log.collider(id, id, shape, surface);
    return {id, x, y, 0, 0};
}

// ---- sensors, events

enum class Passing { Silent, Reported, Twice, TwiceApart };
/// A drum rolls through a wide sensor.
void through_sensor(const std::string& path, Chance& vary, Passing kind) {
    const double rate = vary.rate();
    Stage s(path, vary, {"sensor", 0, rate, {"events"}});
    s.prop(10, "smoke", "smoke", bounce::box(60, 60), 0, 0, sensor);
    Goer d = enter(s, 1, "drum", bounce::circle(10), -90, 3);
    d.vx = vary(110);
    int since = -1, left = 0;
    while (s.next(frames(rate, kind == Passing::TwiceApart ? 4 : 2))) {
        d.go(s);
        if (kind == Passing::TwiceApart && d.x > 80) d.vx = -d.vx, d.x = 80;
        const bool in = std::abs(d.x) < 40;
        since = in ? since + 1 : -1;
        if (in && kind != Passing::Silent) s.touch(1, 10, d.x, 0, 1, 0);
        if (in && kind != Passing::Silent && (since == 0 || (kind == Passing::Twice && since == 4)))
            s.log.event("hurt", {1, 10}), ++left;
        d.describe(s);
    }
}

/// A drum strikes a buoy, is stopped, kinematic on and thrown back; both times the game counts a hit, and the
/// contact goes on.
void counted_and_answered_twice(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, {"counted", 0, rate, {"events"}});
    s.prop(10, "buoy", "buoy", bounce::circle(16), 0, 0);
    Goer d = enter(s, 1, "drum", bounce::circle(10), -120, 0, "kinematic", {"", "", "solid", 0.2, 1, true});
    const double speed = vary(140);
    d.vx = speed;
    int hit = -1;
    while (s.next(frames(rate, 2))) {
        if (hit < 0 || s.n() > hit + 2) d.go(s);
        if (hit < 0 && d.x >= -26) hit = s.n();
        const int since = hit < 0 ? -1 : s.n() - hit;
        if (since == 0) d.x = -26.0, d.vx = wrong ? 0 : -speed;
        if (wrong && since == 1) d.vx = 0.6 * speed;
        if (wrong && since == 2) d.vx = -0.6 * speed;
        if (since >= 0 && since <= 2) s.touch(1, 10, -16, 0, 1, 0);
        if (since == 0 || (wrong && since == 2)) s.log.event("hit", {1, 10});
        d.describe(s);
    }
}

/// A drum is stopped at a board, which its code draws back three frames later, while the contact flickers. Or
/// the drum is thrown off then.
void drawn_back(const std::string& path, Chance& vary, bool thrown) {
    const double rate = vary.rate();
    Stage s(path, vary, {"drawn back", 0, rate});
    Goer drum = enter(s, 1, "drum", bounce::circle(10), -110, 0, "dynamic"),
         board = enter(s, 2, "board", bounce::box(10, 80), 20, 0);
    const double speed = vary(150), face = board.x - 15;
    drum.vx = speed;
    int hit = -1;
    while (s.next(frames(rate, 2))) {
        drum.go(s), board.go(s);
        if (hit < 0 && drum.x >= face) hit = s.n(), drum.x = face, drum.vx = 0;
        const int since = hit < 0 ? -1 : s.n() - hit;
        if (since == 3) (thrown ? drum.vx : board.vx) = (thrown ? -0.7 : 0.7) * speed;
        if (since == 0 || since == 3) s.touch(1, 2, face + 10, 0, 1, 0);
        drum.describe(s), board.describe(s);
    }
}

// ---- responses

/// A drum in a wall: its place jumps back and forth across the face, each frame.
void across_face(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate(), by = vary(4);
    Stage s(path, vary, {"across", 0, rate});
    const Block wall = s.block("mole", "pier", 80, 0, 40, 300);
    Goer d = enter(s, 1, "drum", bounce::circle(10), -30, 0);
    d.vx = vary(150);
    bool met = false;
    int k = 0;
    while (s.next(frames(rate, 1.5))) {
        if (!met) d.go(s), met = d.x + 10 >= wall.left();
        if (met && wrong && k < 14)
            d.x = wall.left() - 10 + (k % 2 ? -by : by), d.vx = (k % 2 ? -2 : 2) * by * rate, ++k;
        else if (met)
            d.x = wall.left() - 10, d.vx = 0;
        if (d.x + 10 >= wall.left()) s.touch(1, wall.id, wall.left(), 0, 1, 0, d.x + 10 - wall.left());
        d.describe(s);
    }
}
/// A kinematic cart without spin is turned by a post that it strikes off its middle.
void struck_off_middle(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, {"post", 0, rate});
    s.prop(10, "post", "post", bounce::circle(6), 0, 0);
    Goer cart = enter(s, 1, "cart", bounce::box(40, 26), -90, vary(8));
    cart.vx = vary(120);
    double turn = 0;
    bool hit = false;
    while (s.next(frames(rate, 1.5))) {
        cart.go(s);
        if (!hit && cart.x + 20 >= -6) {
            s.touch(1, 10, -6, 0, 1, 0), hit = true;
            cart.x = wrong ? -34 : -26, cart.vx = -30, turn = wrong ? 0.2 : 0;
        }
        s.log.state(1, cart.x, cart.y, turn, cart.vx, 0, 0);
    }
}
/// A gate that closes pushes a crate into the wall behind it.
void pushed_into_wall(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate(), deep = vary(7);
    Stage s(path, vary, {"gate", 0, rate});
    const Block wall = s.block("mole", "pier", 100, 0, 40, 200);
    Goer gate = enter(s, 1, "gate", bounce::box(20, 80), -60, 0);
    Goer crate = enter(s, 2, "crate", bounce::box(30, 30), 20, 0, "dynamic");
    gate.vx = vary(60);
    while (s.next(frames(rate, 2.5))) {
        gate.go(s);
        const double most = wall.left() - 15 + (wrong ? deep : 0);
        if (gate.x > most - 25) gate.x = most - 25, gate.vx = 0;
        const double was = crate.x;
        crate.x = std::max(crate.x, gate.x + 25), crate.vx = s.n() ? (crate.x - was) / s.dt : 0;
        if (gate.x + 10 >= crate.x - 15 - 1e-6) s.touch(1, 2, gate.x + 10, 0, 1, 0);
        if (crate.x + 15 >= wall.left())
            s.touch(2, wall.id, wall.left(), 0, 1, 0, crate.x + 15 - wall.left());
        gate.describe(s), crate.describe(s);
    }
}
/// A parcel is set down by its place, half in a crate; both are left there.
void set_into(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, {"set down", 0, rate});
    const Block crate = s.block("crate", "crate", 0, 0, 60, 40);
    Goer p = enter(s, 1, "parcel", bounce::box(20, 20), -60, 60);
    const double deep = vary(6);
    while (s.next(frames(rate, 1))) {
        const double down = std::min(1.0, s.n() / (rate * 0.3));
        const double was = p.x, wasy = p.y;
        p.x = -60 + 60 * down, p.y = 60 - (60 - crate.top() - 10 + (wrong ? deep : 0)) * down;
        if (s.n()) p.vx = (p.x - was) / s.dt, p.vy = (p.y - wasy) / s.dt;
        if (p.y - 10 <= crate.top() + 1e-9)
            s.touch(1, crate.id, p.x, crate.top(), 0, -1, crate.top() - p.y + 10);
        p.describe(s);
    }
}
/// A drum gains speed by a factor in each frame, and nobody says what it wants to move.
void runs_away(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, {"runs away", 0, rate});
    s.block("quay", "quay", 0, -40, 4000, 20);
    Goer d = enter(s, 1, "drum", bounce::circle(10), -300, 0);
    d.vx = vary(60);
    while (s.next(frames(rate, 1.4))) {
        if (wrong && s.n() > rate / 2 && s.n() < rate / 2 + 14) d.vx *= 1.12;
        d.go(s), d.describe(s);
    }
}
/// A drum that a solver moves: it gains at every fourth frame, or hangs on a spring that no log shows.
void gains_by_jerks(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, {"jerks", 0, rate});
    s.block("quay", "quay", 0, -40, 4000, 20);
    Goer d = enter(s, 1, "drum", bounce::circle(10), -300, 0, "dynamic");
    const double speed = vary(240), stiff = vary(30);
    d.vx = wrong ? speed : 0;
    while (s.next(frames(rate, 1.4))) {
        const int n = s.n() - static_cast<int>(rate / 2);
        if (wrong && n > 0 && n < 24 && n % 4 == 0) d.vx *= 1.15;
        if (!wrong) d.vx += stiff * (-200 - d.x) * s.dt;
        d.go(s), d.describe(s);
    }
}
/// A crate that a solver moves stays where it came to lie inside a bollard, though the hit is told; or comes
/// out step by step.
void lies_inside(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, {"lies", 0, rate});
    const Block wall = s.block("bollard", "quay", 0, 0, 60, 120);
    Goer c = enter(s, 1, "crate", bounce::box(30, 30), -120, 0, "dynamic");
    const double deep = 3 + vary(1);
    c.vx = vary(180);
    int since = -1;
    while (s.next(frames(rate, 1.5))) {
        if (since < 0)
            c.go(s);
        else if (!wrong || since >= 6)
            c.x -= (c.x + 15 - wall.left()) * (wrong ? 1 : 0.25);
        if (since < 0 && c.x + 15 > wall.left()) c.x = wall.left() - 15 + deep, c.vx = 0, since = 0;
        if (since >= 0) s.touch(1, wall.id, wall.left(), 0, 1, 0), ++since;
        c.describe(s);
    }
}
/// A cushion that may throw harder than it was hit.
void on_cushion(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, {"cushion", 0, rate});
    const Block pad = s.block("buffer", "buffer", 0, 0, 60, 20, {"", "", "solid", 0.2, 1.4, true});
    Goer d = enter(s, 1, "drum", bounce::circle(10), 0, 120);
    d.vy = -vary(200);
    while (s.next(frames(rate, 1.2))) {
        d.go(s);
        if (d.vy < 0 && d.y - 10 <= pad.top()) {
            d.y = pad.top() + 10, d.vy *= -1.4;
            s.touch(1, pad.id, 0, pad.top(), 0, -1);
        }
        d.describe(s);
    }
}

// ---- ULPs, loops

/// A stoat stands flush with a wall; its loop takes one pass and two in turn.
void passes_flicker(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate(), face = vary(71.3);
    Stage s(path, vary, {"iterations", 0, rate, {"iterations"}});
    s.prop(10, "shed", "shed", bounce::box(40, 80), face + 20, 0);
    Goer d = enter(s, 1, "stoat", bounce::box(18, 36), face - 60, 0);
    d.vx = vary(90);
    const float flush = static_cast<float>(face - 9), hair = std::nextafterf(flush, 1e9f);
    while (s.next(frames(rate, 1.5))) {
        d.go(s);
        const bool there = d.x >= face - 9;
        if (there) d.x = wrong && s.n() % 2 ? hair : flush;
        if (there) s.touch(1, 10, face, 0, 1, 0);
        s.log.state(1, d.x, 0, 0, there ? 0 : d.vx, 0),
            s.log.iterations(1, there && wrong && s.n() % 2 ? 2 : 1);
    }
}

// ---- seen and invisible

/// A stoat is stopped by a body that nobody sees, or by one that everybody does.
void body_not_seen(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, {"not seen", -vary(1400), rate, {"desired", "grounded"}});
    std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40)};
    bounce::Body ghost("edge", "edge");
    ghost.visible = !wrong;
    s.log.body(30, ghost), s.log.collider(30, 30, bounce::box(20, 80));
    solid.push_back({30, 60, 40, 20, 80});
    Walker w;
    w.x = -80, w.y = 18, w.enter(s, courier());
    const double speed = vary(110);
    while (s.next(frames(rate, 2))) {
        if (s.n() == 0) s.log.state(30, 60, 40);
        const double desired = s.n() < rate / 4 ? 0 : speed;
        w.move(s, solid, desired), w.describe(s, solid, desired);
    }
}

// ---- rays

enum class Cast { Before, Elsewhere, Nearer };
/// A gull looks at a cart that rolls by.
void looks_at_cart(const std::string& path, Chance& vary, Cast kind) {
    const double rate = vary.rate();
    Stage s(path, vary, {"looks", 0, rate, {"rays"}});
    Goer cart = enter(s, 1, "cart", bounce::box(30, 20), -60, 0),
         gull = enter(s, 2, "gull", bounce::circle(6), 0, 90);
    const Block far = s.block("quay", "quay", 0, -60, 400, 40);
    s.block("crate", "crate", 150, 0, 20, 20);
    cart.vx = vary(80);
    while (s.next(frames(rate, 1.5))) {
        const double was = cart.x;
        cart.go(s);
        const double x = kind == Cast::Before ? was : cart.x; // rays are cast before the move
        const bool under = std::abs(x) <= 15;
        Ray ray("down", 0, 80, 0, -70);
        ray.caster(2);
        if (kind == Cast::Elsewhere && under)
            ray.hit(11).at(0, 10);
        else if (kind == Cast::Nearer && under)
            ray.hit(far.id).at(0, far.top());
        else if (under)
            ray.hit(1).at(0, 10);
        else
            ray.hit(far.id).at(0, far.top());
        s.log.ray(ray);
        cart.describe(s), gull.describe(s);
    }
}

// ---- probes

/// A stoat with two feet that feel for ground, and a thin post below; or with enough of them.
void feet(const std::string& path, Chance& vary, int count) {
    const double rate = vary.rate(), wide = vary(40), post = vary(14);
    Stage s(path, vary, {"feet", -vary(1400), rate, {"desired", "grounded"}});
    const std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40),
                                      s.block("post", "post", 60, 10, post, 20)};
    Walker w;
    w.w = wide, w.x = -80, w.y = 18, w.enter(s, courier());
    for (int i = 0; i < count; ++i)
        s.log.probe(i + 1, 1, "foot", -wide / 2 + 1 + (wide - 2) * i / (count - 1), -18, 0, -1);
    while (s.next(frames(rate, 2))) {
        const double desired = s.n() < rate / 4 ? 0 : vary(60, 0);
        w.move(s, solid, desired), w.describe(s, solid, desired);
    }
}

// ---- lawful play

/// A lift carries a stoat and a crate up and down.
void lift(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), high = vary(60);
    Stage s(path, vary, {"lift", -vary(1400), rate, {"desired", "grounded"}});
    s.block("quay", "quay", 0, -60, 620, 40);
    s.log.body(2, bounce::Body("lift", "lift", "kinematic")), s.log.collider(2, 2, bounce::box(120, 14));
    s.log.body(1, courier()), s.log.collider(1, 1, bounce::box(18, 36));
    enter(s, 3, "crate", bounce::box(24, 24), 0, 0, "dynamic");
    double was = 0;
    while (s.next(frames(rate, 4))) {
        const double y = high * 0.5 * (1 - std::cos(1.5 * s.n() * s.dt)), v = s.n() ? (y - was) / s.dt : 0;
        was = y;
        s.log.state(2, 0, y, 0, 0, v), s.log.state(1, -30, y + 25, 0, 0, v),
            s.log.state(3, 30, y + 19, 0, 0, v, 0);
        s.touch(1, 2, -30, y + 7, 0, -1), s.touch(3, 2, 30, y + 7, 0, -1);
        s.log.desired(1, 0, 0), s.log.grounded(1);
    }
}
/// Up a slope, along, and down the other side.
void over_hill(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), rise = vary(0.5);
    Stage s(path, vary, {"hill", -vary(1400), rate, {"desired", "grounded"}});
    const double foot = -60, top = 60, tall = 80 * rise;
    s.block("quay", "quay", 0, -20, 620, 40);
    s.prop(20, "hill", "quay", bounce::polygon({{foot - 80, 0}, {foot, tall}, {top, tall}, {top + 80, 0}}), 0,
           0);
    s.log.body(1, courier()), s.log.collider(1, 1, bounce::circle(10));
    const double speed = vary(120), slope = std::atan(rise), side = 10 / std::cos(slope);
    double x = -220, was_y = 10;
    while (s.next(frames(rate, 4))) {
        const double desired = s.n() < rate / 4 || x > 220 ? 0 : speed;
        if (s.n()) x += desired * s.dt;
        // The height of a circle's middle that rolls over it, as its rounded outline has it.
        const double up = (x - foot + 80) * rise + side, down = (top + 80 - x) * rise + side;
        double y = std::max(10.0, std::min({up, down, tall + 10}));
        double nx = 0, ny = -1, on = y - 10;
        bounce::Id under = y <= 10 ? 10 : 20;
        if (y > 10 && y < tall + 10)
            nx = up < down ? std::sin(slope) : -std::sin(slope), ny = -std::cos(slope), on = y + 10 * ny;
        s.touch(1, under, x + 10 * nx, on, nx, ny);
        s.log.state(1, x, y, 0, desired, s.n() ? (y - was_y) / s.dt : 0), s.log.desired(1, desired, 0),
            s.log.grounded(1);
        was_y = y;
    }
}
/// A drum falls, bounces lower and lower, and comes to rest.
void comes_to_rest(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), g = vary(1400), e = vary(0.55);
    Stage s(path, vary, {"rest", -g, rate});
    const Block quay = s.block("quay", "quay", 0, -20, 620, 40);
    Goer d = enter(s, 1, "drum", bounce::circle(10), -100, 130, "dynamic", {"", "", "solid", 0.3, e, true});
    d.vx = vary(40);
    while (s.next(frames(rate, 4))) {
        if (s.n()) {
            d.vy -= g * s.dt;
            d.x += d.vx * s.dt, d.y += d.vy * s.dt;
            if (d.y - 10 < quay.top()) {
                d.y = quay.top() + 10;
                d.vy = -d.vy * e < 2 * g * s.dt ? 0 : -d.vy * e;
            }
        }
        if (d.y - 10 <= quay.top()) s.touch(1, quay.id, d.x, quay.top(), 0, -1);
        d.describe(s);
    }
}
enum class Deck { Lands, Bumps, Third, SlidesDown };
/// A stoat jumps up through a one-way and lands on it; bumps its head; stands on a third of its width; slides
/// down a wall that it leans on.
void decks(const std::string& path, Chance& vary, Deck kind) {
    const double rate = vary.rate(), g = vary(1400);
    Stage s(path, vary, {"decks", -g, rate, {"desired", "grounded"}});
    std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40)};
    const double high = vary(70);
    const bool one_way = kind == Deck::Lands;
    const Block deck = kind == Deck::SlidesDown
                           ? s.block("shed", "shed", 60, 200, 60, 400)
                           : s.block("plank", "plank", 0, high + 4, 120, 8,
                                     {"", "", one_way ? "one-way" : "solid", 0.4, 0, true});
    if (!one_way) solid.push_back(deck);
    Walker w;
    w.x = 0, w.y = 18;
    if (kind == Deck::Third) w.x = deck.right() + 9 - 6, w.y = deck.top() + 18;
    if (kind == Deck::SlidesDown) w.x = deck.left() - 9, w.y = 150;
    w.enter(s, courier());
    const double jump = std::sqrt(2 * g * (high + 40));
    bool landed = false;
    while (s.next(frames(rate, 2))) {
        const double desired = kind == Deck::SlidesDown ? 60 : 0;
        if ((kind == Deck::Lands || kind == Deck::Bumps) && s.n() == frames(rate, 0.3)) w.vy = jump;
        const double foot = w.y - 18;
        std::vector<Block> all = solid;
        if (one_way && (landed || (foot >= deck.top() - 1e-9 && w.vy <= 0))) all.push_back(deck);
        w.move(s, all, desired);
        if (kind == Deck::SlidesDown && w.vy < -80) w.y += (-80 - w.vy) * s.dt, w.vy = -80;
        if (kind == Deck::SlidesDown && w.y < 18) w.y = 18, w.vy = 0, w.ground = true;
        landed = one_way && w.ground && w.y > high;
        w.describe(s, all, desired);
    }
}
/// A stoat pushes a crate along the quay.
void pushes_crate(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), speed = vary(60);
    Stage s(path, vary, {"pushes", -vary(1400), rate, {"desired", "grounded"}});
    s.block("quay", "quay", 0, -20, 820, 40);
    s.log.body(1, courier()), s.log.collider(1, 1, bounce::box(18, 36));
    Goer crate = enter(s, 2, "crate", bounce::box(30, 30), 0, 15, "dynamic");
    double x = -80;
    while (s.next(frames(rate, 3))) {
        const double desired = s.n() < rate / 4 ? 0 : s.n() < rate * 2 ? speed : -speed;
        if (s.n()) x += desired * s.dt;
        const double was = crate.x;
        crate.x = std::max(crate.x, x + 24), crate.vx = s.n() ? (crate.x - was) / s.dt : 0;
        if (x + 24 >= crate.x - 1e-9) s.touch(1, 2, x + 9, 15, 1, 0);
        s.touch(1, 10, x, 0, 0, -1), s.touch(2, 10, crate.x, 0, 0, -1);
        s.log.state(1, x, 18, 0, desired, 0), s.log.desired(1, desired, 0), s.log.grounded(1),
            crate.describe(s);
    }
}

} // namespace

const std::vector<MoreScene>& further_scenes() {
    static const std::vector<MoreScene> all = {
        {"in a sensor unreported", "silent-overlap",
         [](auto& p, auto& v) { through_sensor(p, v, Passing::Silent); }},
        {"in a sensor reported", "", [](auto& p, auto& v) { through_sensor(p, v, Passing::Reported); }},
        {"hurt twice by one touch", "double-hit",
         [](auto& p, auto& v) { through_sensor(p, v, Passing::Twice); }},
        {"hurt once a touch", "", [](auto& p, auto& v) { through_sensor(p, v, Passing::TwiceApart); }},
        {"counted, and a response twice", "double-hit",
         [](auto& p, auto& v) { counted_and_answered_twice(p, v, true); }},
        {"counted, and a response once", "",
         [](auto& p, auto& v) { counted_and_answered_twice(p, v, false); }},
        {"thrown off a board later", "double-hit", [](auto& p, auto& v) { drawn_back(p, v, true); }},
        {"a board drawn back", "", [](auto& p, auto& v) { drawn_back(p, v, false); }},
        {"reversed across a face", "jitter", [](auto& p, auto& v) { across_face(p, v, true); }},
        {"stops at a face", "", [](auto& p, auto& v) { across_face(p, v, false); }},
        {"turned by a post", "corner-spin", [](auto& p, auto& v) { struck_off_middle(p, v, true); }},
        {"stopped by a post", "", [](auto& p, auto& v) { struck_off_middle(p, v, false); }},
        {"pushed into a wall", "deep-overlap", [](auto& p, auto& v) { pushed_into_wall(p, v, true); }},
        {"pushed to a wall", "", [](auto& p, auto& v) { pushed_into_wall(p, v, false); }},
        {"set down into a crate", "deep-overlap", [](auto& p, auto& v) { set_into(p, v, true); }},
        {"set down on a crate", "", [](auto& p, auto& v) { set_into(p, v, false); }},
        {"runs away", "speed-surge", [](auto& p, auto& v) { runs_away(p, v, true); }},
        {"rolls on with no desired velocity", "", [](auto& p, auto& v) { runs_away(p, v, false); }},
        {"gains by jerks", "speed-surge", [](auto& p, auto& v) { gains_by_jerks(p, v, true); }},
        {"swings on a spring", "", [](auto& p, auto& v) { gains_by_jerks(p, v, false); }},
        {"lies inside a bollard", "deep-overlap", [](auto& p, auto& v) { lies_inside(p, v, true); }},
        {"is pushed out by a solver", "", [](auto& p, auto& v) { lies_inside(p, v, false); }},
        {"thrown by a cushion", "", on_cushion},
        {"one pass and two", "flush-contact", [](auto& p, auto& v) { passes_flicker(p, v, true); }},
        {"one pass always", "", [](auto& p, auto& v) { passes_flicker(p, v, false); }},
        {"stopped by an unseen body", "invisible-wall", [](auto& p, auto& v) { body_not_seen(p, v, true); }},
        {"stopped by a seen body", "", [](auto& p, auto& v) { body_not_seen(p, v, false); }},
        {"cast before the move", "", [](auto& p, auto& v) { looks_at_cart(p, v, Cast::Before); }},
        {"told of a crate elsewhere", "ray-wrong-answer",
         [](auto& p, auto& v) { looks_at_cart(p, v, Cast::Elsewhere); }},
        {"told of what lies behind", "ray-wrong-answer",
         [](auto& p, auto& v) { looks_at_cart(p, v, Cast::Nearer); }},
        {"two feet round a post", "probe-gap", [](auto& p, auto& v) { feet(p, v, 2); }},
        {"feet enough", "", [](auto& p, auto& v) { feet(p, v, 5); }},
        {"on a lift", "", lift},
        {"over a hill", "", over_hill},
        {"comes to rest", "", comes_to_rest},
        {"lands on a plank from below", "", [](auto& p, auto& v) { decks(p, v, Deck::Lands); }},
        {"bumps its head", "", [](auto& p, auto& v) { decks(p, v, Deck::Bumps); }},
        {"stands on a third of itself", "", [](auto& p, auto& v) { decks(p, v, Deck::Third); }},
        {"slides down a wall", "", [](auto& p, auto& v) { decks(p, v, Deck::SlidesDown); }},
        {"pushes a crate", "", pushes_crate},
    };
    return all;
}
