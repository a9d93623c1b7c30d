// SPDX-License-Identifier: GPL-3.0-or-later
// Scenes of responses: too many, too strong, the wrong way, none.
#include "scenes.hpp"

#include "sprites.hpp"

namespace {

/// A drum that rolls or flies: one circle without a weight of its own.
struct Drum {
    bounce::Id id = 1;
    double x = 0, y = 0, r = 10, vx = 0, vy = 0;

    void enter(Stage& s, double bounce = 0) const {
        s.log.body(id, bounce::Body("drum", "drum", "kinematic"));
        s.log.collider(id, id, bounce::circle(r), {"", "", "solid", 0.2, bounce, true});
        s.log.art(id, id, sprite("ring"), 2 * r, 2 * r);
    }
    void describe(Stage& s) const { s.log.state(id, x, y, 0, vx, vy); }
};

} // namespace

/// A stoat puts mail into a slot. `wrong`: the postage is paid in every frame of the touch, not once.
void mail_slot(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"paid once"});
    const double rate = vary.rate();
    Stage s(
        path, vary,
        {wrong ? "mail slot" : "mail slot, correct", -vary(1400), rate, {"desired", "grounded", "events"}});
    const std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40)};
    const Block slot = s.block("mail slot", "slot", 0, 20, vary(24), 40, {"", "", "sensor", -1, 0, true});
    Walker w;
    w.x = -150, w.y = 18;
    w.enter(s, courier());
    double speed = vary(100);
    bool inside = false;
    for (const int frames = static_cast<int>(rate * 2.5); s.next(frames);) {
        const double desired = s.n() < rate / 4 ? 0 : w.x > 150 ? 0 : speed;
        w.move(s, solid, desired);
        const bool now = w.box().overlaps(slot);
        if (now) {
            s.touch(w.id, slot.id, slot.x, w.y, 1, 0);
            if (wrong || !inside) s.log.event("paid", {w.id, slot.id}), speed *= 1.03;
        }
        inside = now;
        w.describe(s, solid, desired);
    }
}

/// A drum rolls against a mole. `wrong`: its speed is turned round whenever it overlaps, and nothing puts it
/// outside.
void drum_in_wall(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "drum in the wall" : "drum in the wall, correct", 0, rate});
    const Block mole = s.block("mole", "pier", 60, 0, vary(50), 160);
    s.block("mole", "pier", -170, 0, 40, 160);
    Drum d;
    d.r = vary(10), d.vx = vary(260);
    d.x = mole.left() - d.r - d.vx * s.dt * (std::floor(rate / 3) + vary(0.12));
    d.enter(s);
    double speed = d.vx;
    const int over = static_cast<int>(rate * 1.2);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        if (s.n() > 0) d.x += d.vx * s.dt;
        if (d.x < -110) d.vx = 0, d.x = -110;
        if (d.x + d.r > mole.left()) {
            if (wrong && !s.touched_before(d.id, mole.id) && d.vx > 0) // well in, however long the step was
                d.x = mole.left() - d.r + 0.88 * d.vx * s.dt;
            s.touch(d.id, mole.id, mole.left(), 0, 1, 0, d.x + d.r - mole.left());
            if (!wrong)
                d.x = mole.left() - d.r, d.vx = -speed;
            else if (s.n() > over)
                d.vx = -std::abs(d.vx);
            else
                d.vx *= s.touched_before(d.id, mole.id) ? -1 : -0.4; // slower out than in: never quite free
        }
        d.describe(s);
    }
}

/// A drum drops onto a crate. `wrong`: the game takes the side for the top and sends it back the way it came.
void drum_on_crate(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"reflected"});
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "drum on a crate" : "drum on a crate, correct", 0, rate});
    const Block crate = s.block("crate", "crate", 0, 0, vary(140), vary(50));
    s.block("quay", "quay", 0, -90, 420, 30);
    Drum d;
    d.vx = vary(150), d.vy = -vary(190), d.x = -20 - d.vx * 0.4, d.y = crate.top() + d.r - d.vy * 0.4;
    d.enter(s, 1);
    for (const int frames = static_cast<int>(rate * 1.2); s.next(frames);) {
        const double floor = crate.top() + d.r, to = d.y + d.vy * s.dt;
        if (s.n() > 0 && d.vy < 0 && to < floor) {
            const double share = (d.y - floor) / (d.y - to);
            d.x += d.vx * s.dt * share, d.y = floor;
            s.touch(d.id, crate.id, d.x, crate.top(), 0, -1);
            if (wrong) d.vx = -d.vx; // and down it goes no further, but along
            d.vy = -d.vy;
            d.x += d.vx * s.dt * (1 - share), d.y += d.vy * s.dt * (1 - share);
        } else if (s.n() > 0)
            d.x += d.vx * s.dt, d.y = to;
        d.describe(s);
    }
}

/// A drum goes back and forth between two moles. `wrong`: each of them gives back more than it got.
void drum_between_moles(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "drum between moles" : "drum between moles, correct", 0, rate});
    const double gain = wrong ? way.by("restitution", vary(1.18, 0.05)) : 1.0;
    const Block a = s.block("mole", "pier", -120, 0, 40, 120), b = s.block("mole", "pier", 120, 0, 40, 120);
    Drum d;
    d.x = vary(10), d.r = vary(10), d.vx = vary(220);
    d.enter(s, 1);
    for (const int frames = static_cast<int>(rate * 1.1); s.next(frames);) {
        double to = s.n() > 0 ? d.x + d.vx * s.dt : d.x;
        for (const Block* wall : {&a, &b}) {
            const bool right = wall == &b;
            const double face = right ? wall->left() - d.r : wall->right() + d.r;
            if (right ? to > face : to < face) {
                to = face, d.vx *= -gain;
                s.touch(d.id, wall->id, right ? wall->left() : wall->right(), 0, right ? 1 : -1, 0);
            }
        }
        d.x = to;
        d.describe(s);
    }
}

/// A cart that should never turn hits the corner of a bollard. `wrong`: the push off its centre turns it.
void cart_at_corner(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"turn locked"});
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "cart at a corner" : "cart at a corner, correct", 0, rate, {"desired"}});
    const Block bollard = s.block("bollard", "bollard", 60, vary(20, 0.1), 24, 30);
    bounce::Body cart("hand cart", "cart", "kinematic");
    cart.upright = true;
    const double w = vary(40), h = vary(26);
    s.log.body(1, cart), s.log.collider(1, 1, bounce::box(w, h), {"", "", "solid", 0.3, 0, true});
    s.log.art(1, 1, sprite("cart"), w, h);
    const double speed = vary(140), spin = -vary(1.6);
    double x = -60, turn = 0, v = 0;
    int met = -1;
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        const double desired = s.n() < rate / 4 || met >= 0 ? 0 : speed;
        v = desired;
        if (met < 0 && s.n() > 0) x += v * s.dt;
        double turning = 0;
        if (x + w / 2 >= bollard.left() && met < 0) x = bollard.left() - w / 2, v = 0, met = s.n();
        if (met == s.n()) s.touch(1, bollard.id, bollard.left(), (bollard.bottom() + h / 2) / 2, 1, 0);
        if (wrong && met >= 0 && s.n() - met < rate / 6)
            x -= 30 * s.dt, turning = spin, v = -30, turn += spin * s.dt;
        s.log.state(1, x, 0, turn, v, 0, turning), s.log.desired(1, desired, 0);
    }
}

/// A stoat carries a lantern. `wrong`: the lantern's box is solid for its own bearer and pushes it away.
void lantern(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"ignored"});
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "lantern" : "lantern, correct", -vary(1400), rate, {"desired", "grounded"}});
    const std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40)};
    Walker w;
    w.x = -60, w.y = 18;
    w.enter(s, courier());
    bounce::Body lamp("lantern", "lantern", "kinematic");
    lamp.owner = w.id;
    const double size = vary(10);
    s.log.body(2, lamp), s.log.collider(2, 2, bounce::box(size, size), {"", "", "solid", 0.2, 0, true});
    if (!wrong) s.log.pair("courier", "lantern", "ignore");
    const double speed = vary(80), push = vary(1.2);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const double desired = s.n() > rate && s.n() < rate * 1.5 ? speed : 0;
        w.move(s, solid, desired);
        const bool held = s.n() > rate / 2 && s.n() < rate; // it lifts the lantern before itself
        const double reach = w.w / 2 + size / 2 - (held ? push : -4);
        if (held && wrong) {
            s.touch(2, w.id, w.x + w.w / 2, w.y, -1, 0, push);
            w.x -= push, w.vx = -push / s.dt;
        }
        w.describe(s, solid, desired);
        s.log.state(2, w.x + reach + (held && wrong ? push : 0), w.y + 4, 0, w.vx, 0);
    }
}

/// A parcel is handed to the stoat. `wrong`: it touches, and is never taken.
void letter_box(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(
        path, vary,
        {wrong ? "parcel not taken" : "parcel taken", -vary(1400), rate, {"desired", "grounded", "events"}});
    const std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40)};
    Walker w;
    w.x = 40, w.y = 18;
    w.enter(s, courier());
    s.log.body(2, bounce::Body("parcel", "parcel", "kinematic"));
    s.log.collider(2, 2, bounce::box(12, 12)), s.log.art(2, 2, sprite("parcel"), 12, 12);
    s.log.pair("courier", "parcel", "report"), s.log.expect("courier", "parcel", "picked", 3);
    const double speed = vary(120);
    double x = -80;
    bool taken = false;
    int met = -1;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        if (s.n() > rate / 3 && !taken && (met < 0 || wrong)) x += speed * s.dt;
        w.move(s, solid, 0);
        const bool touches = x + 6 > w.box().left() && x - 6 < w.box().right() && !taken;
        if (touches) s.touch(w.id, 2, w.box().left(), 10, -1, 0);
        if (touches && met < 0) met = s.n();
        if (met >= 0 && s.n() == met + 1 && !wrong) {
            s.log.event("picked", {w.id, 2});
            taken = true, s.log.off(2);
        }
        w.describe(s, solid, 0);
        s.log.state(2, taken ? w.x : x, taken ? w.y + 6 : 10, 0, 0, 0);
    }
}
