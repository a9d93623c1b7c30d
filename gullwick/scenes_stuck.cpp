// SPDX-License-Identifier: GPL-3.0-or-later
// Scenes of standing and being stuck, of ULPs and loops.
#include "scenes.hpp"

#include "sprites.hpp"

/// A hand cart is pushed at a shed. `wrong`: it is tested where it stands and then moved; once inside, every
/// move is refused.
void cart_in_shed(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"pushed out", "tested after"});
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "cart in the shed" : "cart at the shed", 0, rate, {"desired"}});
    const double grown = way.by("shed grown");
    const Block shed = s.block("shed", "shed", 60, 10, vary(80) + 2 * grown, 60 + 2 * grown);
    s.block("quay", "quay", 0, -33, 420, 40);
    s.log.body(1, bounce::Body("hand cart", "cart", "kinematic"));
    s.log.collider(1, 1, bounce::box(40, 26), {"", "", "solid", 0.3, 0, true});
    s.log.art(1, 1, sprite("cart"), 40, 26);
    const double speed = std::max(vary(170), 0.0) * rate / 60;
    Block cart{1, shed.left() + grown - 20 - speed * s.dt * 5.4, 0, 40, 26};
    double v = 0;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const double desired = s.n() < 2 ? 0 : (s.n() / static_cast<int>(rate / 3)) % 2 ? -speed : speed;
        const bool was_in = cart.overlaps(shed);
        v = wrong && was_in ? 0 : desired;
        cart.x += v * s.dt;
        if (wrong && !was_in && cart.overlaps(shed) && grown == 0)
            cart.x = std::max(cart.x, shed.left() - 20 + 1.7); // seen
        if (!wrong && cart.overlaps(shed)) cart.x = shed.left() - 20, v = 0;
        if (cart.right() >= shed.left())
            s.touch(1, shed.id, shed.left(), 0, 1, 0, cart.right() - shed.left());
        s.log.state(1, cart.x, cart.y, 0, v, 0), s.log.desired(1, desired, 0);
    }
}

/// A hand cart is pushed slantwise at a shed, seen from above. `wrong`: a move that would end inside is
/// refused as a whole; else one axis at a time.
void along_the_shed(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"slides"});
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "along the shed" : "along the shed, correct", 0, rate, {"desired"}});
    const double grown = way.by("shed grown");
    const Block shed = s.block("shed", "shed", 70, 0, vary(80) + 2 * grown, 180 + 2 * grown);
    s.log.body(1, bounce::Body("hand cart", "cart", "kinematic"));
    s.log.collider(1, 1, bounce::box(40, 26), {"", "", "solid", 0.3, 0, true});
    s.log.art(1, 1, sprite("cart"), 40, 26);
    const double vx = vary(70), vy = vary(50);
    Block cart{1, -40, -60, 40, 26};
    for (const int frames = static_cast<int>(rate * 2.2); s.next(frames);) {
        const bool pushed = s.n() >= 2 && s.n() < rate * 1.8;
        const double wx = pushed ? vx : 0, wy = pushed ? vy : 0;
        Block next = cart;
        next.x += wx * s.dt, next.y += wy * s.dt;
        double moved_x = wx, moved_y = wy;
        if (next.right() > shed.left()) moved_x = 0, moved_y = wrong ? 0 : wy;
        cart.x += moved_x * s.dt, cart.y += moved_y * s.dt;
        if (next.right() > shed.left() && shed.left() - cart.right() < 2)
            s.touch(1, shed.id, shed.left(), cart.y, 1, 0);
        s.log.state(1, cart.x, cart.y, 0, moved_x, moved_y), s.log.desired(1, wx, wy);
    }
}

/// A stoat walks against the steep wall of the quay. `wrong`: its rule for low steps lifts it up the wall.
void quay_wall(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "up the quay wall" : "up the quay wall, correct",
             -vary(1400),
             rate,
             {"desired", "grounded"}});
    const std::vector<Block> solid = {s.block("quay", "quay", -60, -20, 520, 40)};
    const double lean = vary(30), tall = vary(100), foot = 40;
    s.prop(20, "quay wall", "quay", bounce::polygon({{0, 0}, {lean, tall}, {120, tall}, {120, 0}}), foot, 0);
    Walker w;
    w.x = -40, w.y = 18;
    w.enter(s, courier());
    const double speed = vary(120), length = std::hypot(lean, tall);
    double up = 0;
    for (const int frames = static_cast<int>(rate * 1.8); s.next(frames);) {
        const double desired = s.n() < rate / 4 ? 0 : s.n() < rate * 1.5 ? speed : -speed;
        const double was = w.y;
        if (w.box().right() + desired * s.dt > foot && desired > 0) {
            if (wrong) up = std::min(up + 0.6 * speed * s.dt, tall * 0.7);
            w.x = foot - w.w / 2 + up * lean / tall, w.y = 18 + up, w.vx = 0;
            w.vy = (w.y - was) / s.dt, w.ground = true;
            s.touch(w.id, 20, foot + up * lean / tall, up, tall / length, -lean / length);
        } else
            w.move(s, solid, desired), up = std::max(0.0, w.y - 18);
        w.describe(s, solid, desired);
    }
}

/// A stoat walks over an empty place. `wrong`: a collider was left behind there, with nothing to be seen.
void empty_place(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"switched off"});
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "empty place" : "empty place, correct", -vary(1400), rate, {"desired", "grounded"}});
    std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40)};
    const Block left_over =
        s.block("old crate", "crate", 20, 20, vary(30), vary(40), {"", "crate", "solid", 0.4, 0, false});
    s.block("shed", "shed", 240, 40, 60, 80);
    Walker w;
    w.x = -110, w.y = 18;
    w.enter(s, courier());
    if (wrong) solid.push_back(left_over);
    const double speed = vary(110);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        if (s.n() == 0 && !wrong) s.log.off(left_over.id);
        const double desired = s.n() < rate / 4 ? 0 : speed;
        w.move(s, solid, desired);
        w.describe(s, solid, desired);
    }
}

/// A stoat walks off a pier and jumps. `wrong`: it counts as standing for a while after the edge.
void edge_of_pier(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"grounded by floors"});
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "edge of the pier" : "edge of the pier, correct",
             -vary(1400),
             rate,
             {"desired", "grounded"}});
    const std::vector<Block> solid = {s.block("pier", "pier", -80, 60, 200, 40),
                                      s.block("quay", "quay", 0, -20, 620, 40)};
    Walker w;
    w.x = -60, w.y = solid[0].top() + 18;
    w.enter(s, courier());
    const double speed = vary(120), jump = vary(420);
    const int late = std::max(5, static_cast<int>(rate / 8));
    int off = -1;
    bool jumped = false;
    for (const int frames = static_cast<int>(rate * 2.4); s.next(frames);) {
        const double desired = s.n() < rate / 4 || w.x > 140 ? 0 : speed;
        const bool stood = w.ground;
        w.move(s, solid, desired);
        if (off < 0 && stood && !w.ground && s.n() > 0) off = s.n();
        const bool said = w.ground || (wrong && off >= 0 && !jumped && s.n() - off < late);
        if (way.faulty && off >= 0 && !jumped && s.n() - off == late - 1) w.vy = jump, jumped = true;
        const bool ground = w.ground;
        w.ground = said, w.describe(s, solid, desired), w.ground = ground;
    }
}

/// A large parcel is let down between two crates, and a loop pushes it out of whatever it overlaps. `wrong`:
/// they stand a hair too close, and every push out of one is a push into the other.
void narrow_gap(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "narrow gap" : "narrow gap, correct", 0, rate, {"iterations"}});
    const double room = wrong ? 39.6 : 41, tall = vary(36);
    const Block quay = s.block("quay", "quay", 0, -20, 420, 40);
    const Block a = s.block("crate", "crate", -room / 2 - 18, tall / 2, 36, tall),
                b = s.block("crate", "crate", room / 2 + 18, tall / 2, 36, tall);
    s.log.body(1, bounce::Body("parcel", "parcel", "kinematic"));
    s.log.collider(1, 1, bounce::box(40, 26), {"", "", "solid", 0.3, 0, true});
    s.log.art(1, 1, sprite("parcel"), 40, 26);
    Block cart{1, 0, 90, 40, 26};
    const double speed = vary(70);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const double was = cart.y;
        cart.y = std::max(13.0, cart.y - speed * s.dt);
        int passes = 1;
        for (; passes < 24 && (cart.overlaps(a) || cart.overlaps(b)); ++passes)
            cart.x = cart.overlaps(a) ? a.right() + 20 : b.left() - 20;
        const double v = (cart.y - was) / s.dt;
        for (const Block* side : {&a, &b})
            if (cart.bottom() < side->top() && cart.right() >= side->left() && cart.left() <= side->right())
                s.touch(1, side->id, side == &a ? a.right() : b.left(), cart.y, side == &a ? -1 : 1, 0, 0);
        if (cart.y <= 13) s.touch(1, quay.id, cart.x, 0, 0, -1);
        s.log.state(1, cart.x, cart.y, 0, 0, s.n() ? v : 0), s.log.iterations(1, passes);
    }
}

/// A stoat leans on a wall. `wrong`: the place where it stops is rounded, and the test says yes and no in
/// turn.
void flush_wall(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "flush with the wall" : "flush with the wall, correct",
             -vary(1400),
             rate,
             {"desired", "grounded"}});
    const std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40),
                                      s.block("shed", "shed", 130, 40, 60, 80)};
    Walker w;
    w.x = 10, w.y = 18;
    w.enter(s, courier());
    const double speed = vary(120), face = solid[1].left() - w.w / 2;
    const double hair = std::nextafter(static_cast<float>(face), 0.0f);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const double desired = s.n() < rate / 4 ? 0 : speed;
        w.move(s, solid, desired);
        const bool leans = w.x == face;
        const bool yes = !wrong || s.n() % 2 == 0;
        if (leans && !yes) w.x = hair; // rounded away from the wall: the test says no
        const std::vector<Block> met = yes ? solid : std::vector<Block>{solid[0]};
        w.describe(s, met, desired);
    }
}
