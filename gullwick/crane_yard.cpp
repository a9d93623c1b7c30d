// SPDX-License-Identifier: GPL-3.0-or-later
// The crane yard: scenes of three dimensions. y is up; x leads along the quay, z across it.
#include "scenes.hpp"

using bounce::Quat;
using bounce::Vec;

namespace {

double& part(Vec& v, int axis) { return Cuboid::part(v, axis); }
Vec axis_way(int axis, double length) {
    Vec v;
    part(v, axis) = length;
    return v;
}
/// Turned about up by an angle.
Quat about_up(double angle) { return {0, std::sin(angle / 2), 0, std::cos(angle / 2)}; }
/// In one plane with `b`, at the middle of what they share.
Vec between(const Cuboid& a, const Cuboid& b) {
    Vec out;
    for (const int axis : {0, 1, 2})
        part(out, axis) = (std::max(a.low(axis), b.low(axis)) + std::min(a.high(axis), b.high(axis))) / 2;
    return out;
}

/// A box that is moved one axis after the other and put back against what it met: the right way.
struct Mover {
    Cuboid box{1, {}, {18, 36, 18}};
    Vec v{};
    bool ground = true;

    void enter(Stage& s, const bounce::Body& body, const bounce::Surface& surface = {}) const {
        s.log.body(box.id, body), s.log.collider(box.id, box.id, bounce::box(box.size), surface);
    }
    void move(const Stage& s, const std::vector<Cuboid>& solid, const Vec& desired) {
        v = {desired.x, v.y + s.gravity * s.dt, desired.z};
        ground = false;
        for (const int axis : {0, 2, 1}) {
            part(box.at, axis) += part(v, axis) * s.dt;
            for (const Cuboid& b : solid) {
                if (!box.overlaps(b)) continue;
                const bool rises = part(v, axis) > 0;
                part(box.at, axis) = rises ? b.low(axis) - Cuboid::part(box.size, axis) / 2
                                           : b.high(axis) + Cuboid::part(box.size, axis) / 2;
                ground = ground || (axis == 1 && !rises);
                part(v, axis) = 0;
            }
        }
    }
    /// Logs its touches, place, desired velocity and grounded state.
    void describe(Stage& s, const std::vector<Cuboid>& solid, const Vec& desired) const {
        constexpr double near = 0.01;
        for (const Cuboid& b : solid)
            for (const int axis : {0, 1, 2}) {
                bool beside = true;
                for (const int other : {0, 1, 2})
                    beside = beside && (other == axis || (box.low(other) < b.high(other) - near &&
                                                          b.low(other) < box.high(other) - near));
                if (!beside) continue;
                if (std::abs(box.high(axis) - b.low(axis)) < near)
                    s.touch(box.id, b.id, between(box, b), axis_way(axis, 1));
                if (std::abs(box.low(axis) - b.high(axis)) < near)
                    s.touch(box.id, b.id, between(box, b), axis_way(axis, -1));
            }
        s.log.state(box.id, box.at, Quat(), v), s.log.desired(box.id, desired);
        if (ground) s.log.grounded(box.id);
    }
};

/// Where a segment first comes within `r` of a rectangle at x, -half..half in z and low..high in y; none:
/// above 1.
double meets(const Vec& from, const Vec& to, double r, double x, double half, double low, double high) {
    const double reach = x - r, way = to.x - from.x;
    if (from.x > reach || to.x <= reach || way <= 0) return 2;
    const double t = (reach - from.x) / way, y = from.y + (to.y - from.y) * t,
                 z = from.z + (to.z - from.z) * t;
    return y > low && y < high && z > -half && z < half ? t : 2;
}

} // namespace

/// A stoat lifts a lantern before itself. `wrong`: the lantern is solid for its own bearer.
void yard_lantern(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"ignored"});
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "lantern in the yard" : "lantern in the yard, correct",
             -vary(1400),
             rate,
             {"desired", "grounded"},
             32,
             true,
             3});
    const std::vector<Cuboid> solid = {s.block("quay", "quay", {0, -20, 0}, {520, 40, 260})};
    s.block("crane foot", "quay", {-180, 50, -70}, {40, 100, 40});
    Mover stoat;
    stoat.box.at = {-40, 18, 10};
    stoat.enter(s, courier());
    bounce::Body lamp("lantern", "lantern", "kinematic");
    lamp.owner = stoat.box.id;
    const double size = vary(10);
    s.log.body(2, lamp),
        s.log.collider(2, 2, bounce::box({size, size, size}), {"", "", "solid", 0.2, 0, true});
    if (!wrong) s.log.pair("courier", "lantern", "ignore");
    const double speed = vary(80), push = vary(1.2);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const Vec desired{0, 0, s.n() > rate && s.n() < rate * 1.5 ? speed : 0};
        stoat.move(s, solid, desired);
        const bool held = s.n() > rate / 2 && s.n() < rate;
        const double reach = stoat.box.size.z / 2 + size / 2 - (held ? push : -4);
        if (held && wrong) {
            s.touch(2, 1, {stoat.box.at.x, stoat.box.at.y, stoat.box.high(2)}, {0, 0, -1}, push);
            stoat.box.at.z -= push, stoat.v.z = -push / s.dt;
        }
        stoat.describe(s, solid, desired);
        const Vec& at = stoat.box.at;
        s.log.state(2, {at.x, at.y + 4, at.z + reach + (held && wrong ? push : 0)}, Quat(),
                    {0, 0, stoat.v.z});
    }
}

/// A hand cart runs into the corner of a shed. `wrong`: the corner turns it, though it is to stay upright.
void yard_cart(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"turn locked"});
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "cart at the shed's corner" : "cart at the shed's corner, correct",
             0,
             rate,
             {"desired"},
             32,
             true,
             3});
    const Cuboid shed = s.block("shed", "shed", {70, 30, vary(32, 0.1)}, {60, 60, 44});
    s.block("quay", "quay", {0, -30, 0}, {420, 40, 200});
    bounce::Body body("hand cart", "cart", "kinematic");
    body.upright = true;
    const Vec size{vary(40), 26, vary(28)};
    s.log.body(1, body), s.log.collider(1, 1, bounce::box(size), {"", "", "solid", 0.3, 0, true});
    const double speed = vary(140), spin = vary(1.6);
    double x = -60, turn = 0, v = 0;
    int met = -1;
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        const double desired = s.n() < rate / 4 || met >= 0 ? 0 : speed;
        v = desired;
        if (met < 0 && s.n() > 0) x += v * s.dt;
        double turning = 0;
        if (x + size.x / 2 >= shed.low(0) && met < 0) x = shed.low(0) - size.x / 2, v = 0, met = s.n();
        if (met == s.n()) s.touch(1, shed.id, {shed.low(0), 12, (shed.low(2) + size.z / 2) / 2}, {1, 0, 0});
        if (wrong && met >= 0 && s.n() - met < rate / 6)
            x -= 30 * s.dt, turning = spin, v = -30, turn += spin * s.dt;
        s.log.state(1, {x, 12, 0}, about_up(turn), {v, 0, 0}, {0, turning, 0}),
            s.log.desired(1, {desired, 0, 0});
    }
}

/// Two carts run along two lanes. `wrong`: the pane of a crane that was taken down is still there, unseen.
void yard_pane(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"switched off"});
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "pane across two lanes" : "two lanes",
             -vary(1400),
             rate,
             {"desired", "grounded"},
             32,
             true,
             3});
    std::vector<Cuboid> solid = {s.block("quay", "quay", {0, -20, 0}, {620, 40, 220})};
    bounce::Surface unseen;
    unseen.layer = "crane", unseen.visible = false;
    const Cuboid pane = s.block("old crane", "crane", {vary(60), 40, 0}, {4, 80, vary(140)}, unseen);
    s.block("shed", "shed", {-40, 30, -90}, {60, 60, 30});
    std::vector<Mover> carts(2);
    for (int i = 0; i < 2; ++i) {
        carts[static_cast<std::size_t>(i)].box = {
            1 + i, {-110.0 - 30 * i, 13, i ? 40.0 : -40.0}, {40, 26, 28}};
        bounce::Body body(i ? "south cart" : "north cart", "cart", "kinematic");
        body.upright = true;
        carts[static_cast<std::size_t>(i)].enter(s, body);
    }
    if (wrong) solid.push_back(pane);
    const double speed = vary(110);
    for (const int frames = static_cast<int>(rate * 2.2); s.next(frames);) {
        if (s.n() == 0 && !wrong) s.log.off(pane.id);
        const Vec desired{s.n() < rate / 4 ? 0 : speed, 0, 0};
        for (Mover& cart : carts) cart.move(s, solid, desired), cart.describe(s, solid, desired);
    }
}

/// A crane's hook looks for a crate, and looks again at the point that it found. `wrong`: the second look
/// ends a hair before it.
void yard_hook(const std::string& path, const Way& way, Chance& vary) {
    const double rate = vary.rate();
    Stage s(
        path, vary,
        {way.faulty ? "hook's second look" : "hook's second look, correct", 0, rate, {"rays"}, 32, true, 3});
    s.block("quay", "quay", {0, -20, 0}, {420, 40, 260});
    const double size = vary(40), short_by = vary(0.8);
    const Cuboid crate = s.block("crate", "crate", {0, size / 2, 10}, {2 * size, size, 2 * size});
    s.log.body(1, bounce::Body("hook", "hook", "kinematic")), s.log.collider(1, 1, bounce::sphere(8));
    const double swing = vary(22), pace = vary(1.5), tall = vary(150);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const double t = s.n() * s.dt, x = swing * std::sin(pace * t),
                     z = 10 + 0.5 * swing * std::cos(pace * t);
        const Vec at{x, tall, z};
        s.log.state(1, at, Quat(),
                    {s.n() ? swing * pace * std::cos(pace * t) : 0, 0,
                     s.n() ? -0.5 * swing * pace * std::sin(pace * t) : 0});
        if (s.n() % 6) continue;
        const Vec hit{x, crate.high(1), z};
        s.log.ray(bounce::Ray("first look", {x, tall - 9, z}, {x, -10, z})
                      .caster(1)
                      .skip({1})
                      .hit(crate.id)
                      .at(hit));
        const Vec from{-120, tall, -60}; // from the crane's cabin
        const double dx = hit.x - from.x, dy = hit.y - from.y, dz = hit.z - from.z,
                     far = std::sqrt(dx * dx + dy * dy + dz * dz);
        const double share = way.faulty ? 1 + (way.by("extended") - short_by) / far : 1 + 2 / far;
        bounce::Ray second("second look", from,
                           {from.x + dx * share, from.y + dy * share, from.z + dz * share});
        second.after("first look").skip({1});
        if (share >= 1) second.hit(crate.id).at(hit);
        s.log.ray(second);
    }
}

/// A hand picks cells of the mail sorter from above. `wrong`: it aims at the edge between two cells.
void yard_sorter(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "sorter in the yard" : "sorter in the yard, correct", 0, rate, {"rays"}, 32, true, 3});
    const double cell = 0.1, left = -20.3;
    const std::vector<std::string> layer(2, std::string(400, '#'));
    s.prop(10, "mail sorter", "sorter",
           bounce::cells(cell, Vec(), std::vector<std::vector<std::string>>(24, layer)), {left, -0.2, -1.2});
    s.log.body(1, bounce::Body("hand", "hand", "kinematic")), s.log.collider(1, 1, bounce::sphere(1.5));
    const double tall = vary(30);
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        const int column = 50 + 2 * s.n(), row = 7;
        const double x = left + cell * (column + (wrong ? way.by("aside") / cell : 0.5)),
                     z = -1.2 + cell * (row + 0.5);
        s.log.state(1, {x, tall, z});
        if (s.n() % 3) continue;
        s.log.ray(bounce::Ray("pick", {x, tall - 2, z}, {x, -10, z})
                      .caster(1)
                      .skip({1})
                      .hit(10)
                      .at({x, 0, z})
                      .cell(column, 1, row));
    }
}

/// Parcels are thrown at a sail, which is a mesh without an inside. `wrong`: only where a step ends is
/// tested.
void yard_sail(const std::string& path, const Way& way, Chance& vary) {
    const bool swept = !way.wrong({"swept"});
    const double rate = vary.rate(), r = vary(5);
    Stage s(path, vary, {swept ? "sail, caught" : "parcels at the sail", -vary(600), rate, {}, 32, true, 3});
    const Cuboid quay = s.block("quay", "quay", {0, -20, 0}, {620, 40, 260});
    const double x = 90, half = vary(60), tall = vary(110);
    s.prop(20, "sail", "sail",
           bounce::mesh({{0, 0, -half}, {0, 0, half}, {0, tall, half}, {0, tall, -half}},
                        {{0, 1, 2}, {0, 2, 3}}),
           {x, 0, 0});
    s.log.body(1, bounce::Body("parcel", "parcel", "kinematic"));
    s.log.collider(1, 1, bounce::sphere(r), {"", "", "solid", 0.3, 0, true});
    const double speed = vary(1700) * rate / 60;
    Vec at{-120, r, 0}, v{};
    int thrown = 0;
    for (const int frames = static_cast<int>(rate * 2.4); s.next(frames);) {
        if (s.n() % static_cast<int>(rate * 0.75) == static_cast<int>(rate / 4)) { // from the pile again
            v = {speed * (1 + 0.06 * thrown), 40, 0};
            at = {x - 6.5 * v.x / rate, 60, -20.0 + 18 * thrown},
            ++thrown; // the sail is halfway through a step
            s.log.teleport(1);
        } else {
            v.y += s.gravity * s.dt;
            Vec to{at.x + v.x * s.dt, at.y + v.y * s.dt, at.z + v.z * s.dt};
            if (to.y < quay.high(1) + r) to.y = quay.high(1) + r, v = {};
            double t = meets(at, to, r, x, half, 0, tall);
            const bool over =
                t > 1 && std::abs(to.x - x) < r && to.y > 0 && to.y < tall && std::abs(to.z) < half;
            if (over || (swept && t <= 1)) {
                to.x = to.x < x || swept ? x - r : x + r, v.x = 0;
                s.touch(1, 20, {x, to.y, to.z}, {to.x < x ? 1.0 : -1.0, 0, 0});
            }
            at = to;
            if (at.y <= quay.high(1) + r + 1e-9) s.touch(1, quay.id, {at.x, quay.high(1), at.z}, {0, -1, 0});
        }
        s.log.state(1, at, Quat(), v);
    }
}

/// A stoat walks over a level deck of triangles. `wrong`: edges between two of them stop it.
void yard_deck(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "edges of the deck" : "over the deck",
             -vary(1400),
             rate,
             {"desired", "grounded"},
             32,
             true,
             3});
    const int squares = 8;
    const double square = vary(40), half = squares * square / 2;
    std::vector<Vec> points;
    std::vector<std::array<int, 3>> faces;
    for (int i = 0; i <= squares; ++i)
        for (int k = 0; k <= squares; ++k) points.push_back({i * square - half, 0, k * square - half});
    for (int i = 0; i < squares; ++i)
        for (int k = 0; k < squares; ++k) {
            const int p = i * (squares + 1) + k, q = p + squares + 1;
            faces.push_back({p, p + 1, q + 1}), faces.push_back({p, q + 1, q});
        }
    s.prop(20, "deck", "deck", bounce::mesh(points, faces), {0, 0, 0});
    const Cuboid crate = s.block("crate", "crate", {half - 20, 14, 0}, {28, 28, 60});
    s.log.body(1, courier());
    const Vec size{20, 36, 20};
    s.log.collider(1, 1, bounce::box(size), {"", "", "solid", 0.4, 0, true});
    const double speed = vary(110), sunk = 0.04, y = size.y / 2 - sunk, z = 0.2 * square;
    double x = -half + 20, v = 0;
    const int held = static_cast<int>(rate / 3);
    int stopped = 0;
    for (const int frames = static_cast<int>(rate * 3.4); s.next(frames);) {
        const double desired = s.n() < rate / 10 || s.n() > rate * 3 ? 0 : speed;
        v = desired;
        double to = x + v * s.dt;
        bool caught = false;
        for (const double seam : {-2 * square, square})
            if (wrong && stopped < held && x + size.x / 2 <= seam + 1e-9 && to + size.x / 2 > seam &&
                desired > 0)
                to = seam - size.x / 2, v = stopped ? 0 : (to - x) / s.dt, caught = true;
        if (caught)
            ++stopped;
        else if (stopped && to + size.x / 2 > -square && to + size.x / 2 < 0.5 * square)
            stopped = 0;
        if (to + size.x / 2 > crate.low(0)) {
            to = crate.low(0) - size.x / 2, v = 0;
            s.touch(1, crate.id, {crate.low(0), y, z}, {1, 0, 0});
        }
        x = to;
        s.touch(1, 20, {x, 0, z}, {0, -1, 0}, sunk);
        if (caught) s.touch(1, 20, {x + size.x / 2, 0, z}, {1, 0, 0});
        s.log.state(1, {x, y, z}, Quat(), {v, 0, 0}), s.log.desired(1, {desired, 0, 0}), s.log.grounded(1);
    }
}

/// A stoat walks up a ramp. `wrong`: each step would have to rise by more than its step height lets it.
void yard_ramp(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"steps up"});
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "too steep for its step" : "up the ramp",
             -vary(1400),
             rate,
             {"desired", "grounded"},
             32,
             true,
             3});
    s.block("quay", "quay", {0, -20, 0}, {420, 40, 200});
    const double rise = vary(0.55), foot = 20, length = 120;
    s.prop(20, "ramp", "ramp",
           bounce::hull({{0, 0, -50},
                         {length, length * rise, -50},
                         {length, 0, -50},
                         {0, 0, 50},
                         {length, length * rise, 50},
                         {length, 0, 50}}),
           {foot, 0, 0});
    const double speed = vary(100), needs = speed / rate * rise;
    bounce::Body body = courier();
    body.slope = 45, body.step = needs * (wrong ? 0.6 : 1.5);
    const Vec size{18, 36, 18};
    s.log.body(1, body), s.log.collider(1, 1, bounce::box(size));
    double x = -60, y = size.y / 2, v = 0;
    for (const int frames = static_cast<int>(rate * 1.8); s.next(frames);) {
        const double desired = s.n() < rate / 4 || s.n() > rate * 1.6 ? 0 : speed, was = y;
        v = desired;
        double to = x + v * s.dt;
        const double front = to + size.x / 2 - foot;
        if (front > 0 && wrong) to = foot - size.x / 2, v = to > x ? (to - x) / s.dt : 0;
        if (front > 0 && !wrong) y = size.y / 2 + front * rise;
        x = to;
        const double lean = std::sqrt(1 + rise * rise);
        if (x + size.x / 2 >= foot - 1e-9)
            s.touch(1, 20, {x + size.x / 2, y - size.y / 2, 0}, {rise / lean, -1 / lean, 0});
        if (x + size.x / 2 <= foot + 1e-9) s.touch(1, 10, {x, 0, 0}, {0, -1, 0});
        s.log.state(1, {x, y, 0}, Quat(), {v, s.n() ? (y - was) / s.dt : 0, 0});
        s.log.desired(1, {desired, 0, 0}), s.log.grounded(1);
    }
}
