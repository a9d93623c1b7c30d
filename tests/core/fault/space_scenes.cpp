// SPDX-License-Identifier: GPL-3.0-or-later
// Small games in space, as their authors would write them: what a body does there that it cannot do in a
// plane.
#include "more_scenes.hpp"

#include <array>

namespace {

using bounce::Vec;

Vec operator+(const Vec& a, const Vec& b) { return {a.x + b.x, a.y + b.y, a.z + b.z}; }
Vec operator-(const Vec& a, const Vec& b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
Vec operator*(const Vec& a, double k) { return {a.x * k, a.y * k, a.z * k}; }
double dot(const Vec& a, const Vec& b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
double length(const Vec& a) { return std::sqrt(dot(a, a)); }
double& part(Vec& v, int axis) { return Cuboid::part(v, axis); }

Setting in_space(const char* title, double rate, std::vector<std::string> more = {}, double gravity = 0,
                 bool contacts = true) {
    return {title, gravity, rate, std::move(more), 32, contacts, 3};
}

/// Of a box, the point that is nearest to `p`.
Vec nearest(const Cuboid& c, Vec p) {
    for (const int axis : {0, 1, 2}) part(p, axis) = std::clamp(part(p, axis), c.low(axis), c.high(axis));
    return p;
}

// ---- a figure among boxes

enum class Figure { AllTested, OneCrateUntested };
/// An upright capsule walks about a yard, and is pushed out of what it overlaps, one box after another.
void figure_among_boxes(const std::string& path, Chance& vary, Figure kind) {
    const double rate = vary.rate();
    Stage s(path, vary, in_space("a figure among boxes", rate, {"desired"}, -980));
    const Cuboid all[] = {s.block("floor", "floor", {0, -50, 0}, {2000, 100, 2000}),
                          s.block("wall", "wall", {420, 150, 0}, {40, 300, 1000}),
                          s.block("wall", "wall", {0, 150, 420}, {1000, 300, 40}),
                          s.block("crate", "crate", {180, 40, -160}, {90, 80, 90}),
                          s.block("crate", "crate", {-160, 40, 200}, {90, 80, 90})};
    const double r = 30, half = 60;
    bounce::Body body("visitor", "visitor", "kinematic");
    body.upright = true;
    s.log.body(1, body), s.log.collider(1, 1, bounce::capsule(Vec{0, -half, 0}, Vec{0, half, 0}, r));
    Vec p{-300, r + half, -160}, v;
    const double speed = vary(150);
    const Vec goals[] = {{500, 0, -160}, {-160, 0, -160}, {-160, 0, 500}, {500, 0, 500}};
    std::size_t goal = 0;
    for (const int frames = static_cast<int>(rate * 16); s.next(frames);) {
        if (s.n() % static_cast<int>(rate * 4) == static_cast<int>(rate * 4) - 1) goal = (goal + 1) % 4;
        Vec way = goals[goal] - p;
        way.y = 0;
        const Vec wants = length(way) > 10 ? way * (speed / length(way)) : Vec{};
        if (s.n() > 0) {
            v = {wants.x, v.y - 980 * s.dt, wants.z};
            p = p + v * s.dt;
        }
        for (const Cuboid& c : all) {
            if (kind == Figure::OneCrateUntested && c.id == all[3].id) continue;
            Vec own = p;
            own.y = std::clamp((c.low(1) + c.high(1)) / 2, p.y - half, p.y + half);
            const Vec at = nearest(c, own), apart = own - at;
            const double d = length(apart);
            if (d >= r || d == 0) continue;
            const Vec n = apart * (1 / d);
            p = p + n * (r - d);
            if (dot(v, n) < 0) v = v - n * dot(v, n);
            s.touch(1, c.id, at, n * -1);
        }
        s.log.state(1, p, {}, v), s.log.desired(1, wants);
    }
}

// ---- a crowd

enum class Crowd { Pushes, OnePairUntested };
/// Visitors who walk about a square push each other aside, each by half; nothing is told but places, and what
/// they want.
void crowd(const std::string& path, Chance& vary, Crowd kind) {
    constexpr std::size_t many = 6;
    const double rate = vary.rate(), r = vary(35), half = 50, speed = vary(130);
    Stage s(path, vary, in_space("a crowd", rate, {"desired"}, -980, false));
    s.block("square", "floor", {0, -50, 0}, {3000, 100, 3000});
    std::array<Vec, many> at;
    for (std::size_t i = 0; i < many; ++i) {
        at[i] = {i < 3 ? -300.0 : 300.0, r + half, 200.0 * static_cast<double>(i % 3) + (i < 3 ? 4 : 0)};
        bounce::Body body("visitor " + std::to_string(i + 1), "visitor", "kinematic");
        body.upright = true;
        const auto id = static_cast<bounce::Id>(i + 1);
        s.log.body(id, body), s.log.collider(id, id, bounce::capsule(Vec{0, -half, 0}, Vec{0, half, 0}, r));
    }
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        const std::array<Vec, many> was = at;
        std::array<Vec, many> wants;
        for (std::size_t i = 0; i < many; ++i) { // to the other side of the square, past the one who comes
            Vec way = Vec{i < 3 ? 300.0 : -300.0, 0, 200.0 * static_cast<double>(i % 3)} - at[i];
            way.y = 0;
            wants[i] = length(way) > 10 ? way * (speed / length(way)) : Vec{};
            if (s.n() > 0) at[i] = at[i] + wants[i] * s.dt;
        }
        for (int turn = 0; turn < 12; ++turn)
            for (std::size_t i = 0; i < many; ++i)
                for (std::size_t k = i + 1; k < many; ++k) {
                    if (kind == Crowd::OnePairUntested && i == 0 && k == 3) continue;
                    const Vec apart = at[k] - at[i];
                    const double d = length(apart);
                    if (d >= 2 * r || d == 0) continue;
                    const Vec out = apart * ((2 * r - d) / 2 / d);
                    at[i] = at[i] - out, at[k] = at[k] + out;
                }
        for (std::size_t i = 0; i < many; ++i) {
            const auto id = static_cast<bounce::Id>(i + 1);
            s.log.state(id, at[i], {}, s.n() > 0 ? (at[i] - was[i]) * (1 / s.dt) : Vec{});
            s.log.desired(id, wants[i]);
        }
    }
}

// ---- a ball in a hall of bricks

enum class Bricks { Reflect, AlwaysOneAxis, NoneTested };
/// A ball in a hall is clamped between the walls, and breaks bricks that hang in it: it is pushed out of the
/// one that it is deepest in, and turned. Or its way along z is turned, whatever it hits; or a brick lets it
/// through.
void hall_of_bricks(const std::string& path, Chance& vary, Bricks kind, bool told) {
    const double rate = vary.rate(), r = vary(7);
    Stage s(path, vary, in_space("a hall of bricks", rate, {}, 0, told));
    const Vec half{160, 120, 200};
    std::array<Cuboid, 6> walls;
    for (int axis : {0, 1, 2})
        for (int side : {0, 1}) {
            Vec at, size = half * 2 + Vec{40, 40, 40};
            part(at, axis) = (side ? 1 : -1) * (Cuboid::part(half, axis) + 10), part(size, axis) = 20;
            walls[static_cast<std::size_t>(2 * axis + side)] = s.block("wall", "wall", at, size);
        }
    std::vector<Cuboid> bricks;
    for (int i = -2; i <= 2; ++i)
        for (int k = -1; k <= 1; ++k)
            bricks.push_back(s.block("brick", "brick", {56.0 * i, 56.0 * k, 40},
                                     {40, 40, kind == Bricks::AlwaysOneAxis ? 280.0 : 20.0}));
    s.log.body(1, bounce::Body("ball", "ball", "kinematic")), s.log.collider(1, 1, bounce::sphere(r));
    Vec p{vary(-60), vary(20), -140}, v{vary(kind == Bricks::AlwaysOneAxis ? 160 : 62), vary(-46), vary(140)};
    for (const int frames = static_cast<int>(rate * 12); s.next(frames);) {
        if (s.n() > 0) p = p + v * s.dt;
        for (int axis : {0, 1, 2}) {
            const double most = Cuboid::part(half, axis) - r;
            double &at = part(p, axis), &speed = part(v, axis);
            if (std::abs(at) <= most || at * speed <= 0) continue;
            const double side = at > 0 ? 1 : -1;
            at = side * most, speed = -speed;
            Vec n, on = p;
            part(n, axis) = side, part(on, axis) += side * r;
            s.touch(1, walls[static_cast<std::size_t>(2 * axis + (side > 0))].id, on, n);
        }
        std::size_t hit = bricks.size();
        double deepest = 0;
        for (std::size_t i = 0; i < bricks.size() && kind != Bricks::NoneTested; ++i)
            if (const double d = r - length(p - nearest(bricks[i], p)); d > deepest) deepest = d, hit = i;
        if (hit < bricks.size()) {
            const Cuboid brick = bricks[hit];
            const Vec at = nearest(brick, p), apart = p - at;
            if (length(apart) > 0) {
                const Vec n = apart * (1 / length(apart));
                p = p + n * deepest;
                if (kind == Bricks::AlwaysOneAxis)
                    v.z = -v.z;
                else if (dot(v, n) < 0)
                    v = v - n * (2 * dot(v, n));
                s.touch(1, brick.id, at, n * -1);
                s.log.removed(brick.id), bricks.erase(bricks.begin() + static_cast<std::ptrdiff_t>(hit));
            }
        }
        s.log.state(1, p, {}, v);
    }
}

// ---- a slit

/// A ball goes to and fro between a ceiling and bricks that break, in a slit that is hardly wider than it is;
/// only its places are told.
void slit_of_bricks(const std::string& path, Chance& vary, bool space) {
    const double rate = vary.rate(), room = vary(3);
    Setting setting = in_space("a slit", rate);
    setting.space = space ? 3 : 2;
    Stage s(path, vary, setting);
    const double r = 8;
    const auto block = [&](const char* name, double x, double y, double w, double h) {
        return space ? s.block(name, name, Vec{x, y, 0}, Vec{w, h, 60}).id
                     : s.block(name, name, x, y, w, h).id;
    };
    const bounce::Id ceiling = block("ceiling", 300, r + 10, 1200, 20);
    std::vector<std::pair<double, bounce::Id>> bricks;
    for (int i = 0; i < 40; ++i)
        bricks.push_back({20.0 * i, block("brick", 20.0 * i, -r - room - 10, 20, 20)});
    s.log.body(1, bounce::Body("ball", "ball", "kinematic"));
    s.log.collider(1, 1, space ? bounce::sphere(r) : bounce::circle(r));
    double x = 0, y = -0.5 * room, vy = 0.6 * room * rate;
    const double vx = 24 * rate;
    for (int frames = 30; s.next(frames);) {
        if (s.n() > 0) x += vx * s.dt, y += vy * s.dt;
        const auto touch = [&](bounce::Id other, double at, double up) {
            if (space)
                s.touch(1, other, Vec{x, at, 0}, Vec{0, up, 0});
            else
                s.touch(1, other, x, at, 0, up);
        };
        if (y > 0) y = 0, vy = -vy, touch(ceiling, r, 1);
        for (auto brick = bricks.begin(); brick != bricks.end() && y < -room; ++brick)
            if (std::abs(brick->first - x) <= 10) {
                y = -room, vy = -vy;
                touch(brick->second, -r - room, -1);
                s.log.removed(brick->second), bricks.erase(brick);
                break;
            }
        if (space)
            s.log.state(1, Vec{x, y, 0});
        else
            s.log.state(1, x, y);
    }
}

// ---- ground of triangles

/// A marble runs over hilly ground of triangles, pushed to and fro; or one square of the ground lets it
/// through.
void marble(const std::string& path, Chance& vary, bool hole) {
    constexpr int wide = 9; // corners a side
    const double rate = vary.rate(), r = 9, cell = 45, gravity = 300, push = 60;
    Stage s(path, vary, in_space("a marble", rate, {"desired"}, -gravity));
    const double hills = vary(10), along = vary(0.9);
    std::vector<Vec> corners;
    for (int k = 0; k < wide; ++k)
        for (int i = 0; i < wide; ++i)
            corners.push_back(
                {cell * i,
                 i % (wide - 1) && k % (wide - 1) ? hills * std::sin(along * i) * std::cos(along * k) : 90,
                 cell * k});
    std::vector<std::array<int, 3>> faces;
    for (int k = 0; k + 1 < wide; ++k)
        for (int i = 0; i + 1 < wide; ++i) {
            const int a = k * wide + i;
            faces.push_back({a, a + wide, a + 1}), faces.push_back({a + 1, a + wide, a + wide + 1});
        }
    s.prop(10, "ground", "ground", bounce::mesh(corners, faces), Vec{});
    s.log.body(1, bounce::Body("marble", "marble", "kinematic")), s.log.collider(1, 1, bounce::sphere(r));
    const auto closest = [](const Vec& p, const Vec& a, const Vec& b, const Vec& c) {
        Vec best = a;
        double least = length(p - a);
        const auto take = [&](const Vec& q) {
            if (const double d = length(p - q); d < least) least = d, best = q;
        };
        const auto on_edge = [&](const Vec& from, const Vec& to) {
            const Vec e = to - from;
            take(from + e * std::clamp(dot(p - from, e) / dot(e, e), 0.0, 1.0));
        };
        on_edge(a, b), on_edge(b, c), on_edge(c, a);
        const Vec u = b - a, w = c - a, to = p - a;
        const double uu = dot(u, u), uw = dot(u, w), ww = dot(w, w), pu = dot(to, u), pw = dot(to, w),
                     whole = uu * ww - uw * uw, at_u = (ww * pu - uw * pw) / whole,
                     at_w = (uu * pw - uw * pu) / whole;
        if (at_u >= 0 && at_w >= 0 && at_u + at_w <= 1) take(a + u * at_u + w * at_w);
        return best;
    };
    Vec p{cell * 4.3, 36, cell * 4.2}, v;
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        const double turn = 0.9 * std::floor(s.n() / rate);
        const Vec wants =
            hole ? Vec{push, 0, 0} : Vec{push * std::cos(2.4 * turn), 0, push * std::sin(2.4 * turn)};
        if (s.n() > 0)
            v = v + (wants + Vec{0, -gravity, 0}) * s.dt, v = v * (1 - 0.8 * s.dt), p = p + v * s.dt;
        for (int turns = 0; turns < 4; ++turns) {
            double deepest = 1e-9;
            Vec on;
            for (std::size_t f = 0; f < faces.size(); ++f) {
                if (hole && f / 2 % (wide - 1) == 5) continue; // a row of squares right across
                const Vec q = closest(p, corners[static_cast<std::size_t>(faces[f][0])],
                                      corners[static_cast<std::size_t>(faces[f][1])],
                                      corners[static_cast<std::size_t>(faces[f][2])]);
                if (r - length(p - q) > deepest) deepest = r - length(p - q), on = q;
            }
            if (deepest <= 1e-9 || length(p - on) == 0) break;
            const Vec n = (p - on) * (1 / length(p - on));
            p = p + n * deepest;
            if (dot(v, n) < 0) v = v - n * dot(v, n);
            s.touch(1, 10, on, n * -1);
        }
        s.log.state(1, p, {}, v), s.log.desired(1, wants);
    }
}

// ---- a lift, and a step

/// A porter walks against the side of a lift that rises, and under it as it is high enough: the top of its
/// head is pushed down by what is left. Or the lift is thin and quick, and passes through it in a step.
void beside_a_lift(const std::string& path, Chance& vary, bool through) {
    const double rate = vary.rate();
    Stage s(path, vary,
            in_space("beside a lift", rate,
                     through ? std::vector<std::string>{} : std::vector<std::string>{"desired"}, 0, through));
    bounce::Body porter("porter", "porter", "kinematic");
    porter.upright = true;
    s.log.body(1, porter), s.log.collider(1, 1, bounce::box(Vec{40, 90, 40}));
    s.log.body(2, bounce::Body("lift", "lift", "kinematic"));
    const double thick = through ? 6 : 30, rises = through ? 150 * rate : vary(90);
    s.log.collider(2, 2, bounce::box(Vec{120, thick, 120}));
    Vec p{-80, 45, 0}, lift{0, 30, 0};
    if (through) p = {0, 200, 0}, lift.y = -1225;
    const double speed = vary(90);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        Vec went;
        if (s.n() > 0) {
            lift.y += rises * s.dt;
            if (!through) went.x = speed * s.dt;
        }
        const Vec was = p;
        p = p + went;
        const Cuboid mine{1, p, {40, 90, 40}}, other{2, lift, {120, thick, 120}};
        if (!through && mine.overlaps(other)) {
            const double down = mine.high(1) - other.low(1), back = mine.high(0) - other.low(0);
            if (down < back)
                p.y -= down;
            else
                p.x -= back;
        } else if (!through && p.y < 45)
            p.y = std::min(45.0, p.y + 60 * s.dt);
        s.log.state(1, p, {}, s.n() > 0 ? (p - was) * (1 / s.dt) : Vec{});
        s.log.state(2, lift);
        if (!through) s.log.desired(1, {speed, 0, 0});
    }
}

enum class Ledge { SteppedUp, PutOnTop };
/// A figure walks across into a low plate, and is on it in the next step; or the same at a wall as high as
/// most of it.
void at_a_ledge(const std::string& path, Chance& vary, Ledge kind) {
    const double rate = vary.rate(), high = kind == Ledge::SteppedUp ? vary(24) : vary(75);
    Stage s(path, vary, in_space("at a ledge", rate, {"desired"}, -980));
    const Cuboid floor = s.block("floor", "floor", {0, -20, 0}, {800, 40, 800}),
                 plate = s.block("plate", "plate", {0, high / 2, 160}, {300, high, 200});
    bounce::Body body("porter", "porter", "kinematic");
    body.upright = true;
    s.log.body(1, body), s.log.collider(1, 1, bounce::box(Vec{40, 100, 40}));
    const double speed = vary(4) * rate;
    Vec p{10, 50, 60 - 10.5 * speed / rate - 20}, v;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const Vec wants{0.3 * speed, 0, speed};
        if (s.n() > 0) v = {wants.x, -980 * s.dt, wants.z}, p = p + v * s.dt;
        p.y = std::max(p.y, 50.0);
        Cuboid mine{1, p, {40, 100, 40}};
        const bool on = mine.overlaps({plate.id, plate.at, plate.size});
        if (on) p.y = plate.high(1) + 50;
        v.y = 0;
        mine.at = p;
        const bool stands_high = p.y > 51;
        s.touch(1, stands_high ? plate.id : floor.id, {p.x, p.y - 50, p.z}, {0, -1, 0});
        s.log.state(1, p, {}, v), s.log.desired(1, wants);
    }
}

// ---- shots

/// Shots fly from a turret among buoys that drift; a shot that hits is gone in that frame. Or they are so
/// fast that one passes through a buoy.
void shots_among_buoys(const std::string& path, Chance& vary, bool fast) {
    const double rate = vary.rate(), speed = fast ? 62 * rate : 8 * rate;
    Stage s(path, vary, in_space("shots among buoys", rate));
    const double wide = fast ? 5 : 16;
    s.log.body(2, bounce::Body("buoy", "buoy", "kinematic")), s.log.collider(2, 2, bounce::sphere(wide));
    const Vec way = Vec{vary(0.5), vary(-0.3), 1} * (1 / length(Vec{0.5, -0.3, 1}));
    const Vec buoy_at = way * (fast ? 62 * 6.5 : 180);
    bounce::Id shot = 10;
    Vec p;
    bool flying = false;
    for (int frames = 90; s.next(frames);) {
        bool gone = false;
        if (!flying && s.n() % 30 == 4) {
            ++shot, flying = true, p = {};
            s.log.body(shot, bounce::Body("shot", "shot", "kinematic")),
                s.log.collider(shot, shot, bounce::sphere(3));
            s.log.state(shot, p, {}, way * speed);
        } else if (flying) {
            p = p + way * (speed * s.dt);
            gone = length(p - buoy_at) < wide + 3;
            s.log.state(shot, p, {}, way * speed);
            if (gone) s.touch(shot, 2, p, way);
            if (gone || length(p) > 800) s.log.removed(shot), flying = false;
        }
        s.log.state(2, buoy_at);
    }
}

} // namespace

const std::vector<MoreScene>& space_scenes() {
    static const std::vector<MoreScene> all = {
        {"a figure among boxes", "",
         [](const std::string& p, Chance& v) { figure_among_boxes(p, v, Figure::AllTested); }},
        {"a figure walks into a crate", "silent-overlap",
         [](const std::string& p, Chance& v) { figure_among_boxes(p, v, Figure::OneCrateUntested); }},
        {"a crowd pushes", "", [](const std::string& p, Chance& v) { crowd(p, v, Crowd::Pushes); }},
        {"two of a crowd do not push", "deep-overlap",
         [](const std::string& p, Chance& v) { crowd(p, v, Crowd::OnePairUntested); }},
        {"a ball among bricks", "",
         [](const std::string& p, Chance& v) { hall_of_bricks(p, v, Bricks::Reflect, true); }},
        {"a ball among bricks always turns along z", "wrong-face",
         [](const std::string& p, Chance& v) { hall_of_bricks(p, v, Bricks::AlwaysOneAxis, true); }},
        {"a ball in a slit of bricks", "",
         [](const std::string& p, Chance& v) { slit_of_bricks(p, v, true); }},
        {"a disc in a slit of bricks", "",
         [](const std::string& p, Chance& v) { slit_of_bricks(p, v, false); }},
        {"a marble on triangles", "", [](const std::string& p, Chance& v) { marble(p, v, false); }},
        {"a marble falls through a row of triangles", "deep-overlap",
         [](const std::string& p, Chance& v) { marble(p, v, true); }},
        {"under a lift that rises", "", [](const std::string& p, Chance& v) { beside_a_lift(p, v, false); }},
        {"a quick lift passes through", "tunneling",
         [](const std::string& p, Chance& v) { beside_a_lift(p, v, true); }},
        {"steps onto a plate", "",
         [](const std::string& p, Chance& v) { at_a_ledge(p, v, Ledge::SteppedUp); }},
        {"put on top of a wall", "pop-through",
         [](const std::string& p, Chance& v) { at_a_ledge(p, v, Ledge::PutOnTop); }},
        {"shots among buoys", "", [](const std::string& p, Chance& v) { shots_among_buoys(p, v, false); }},
        {"a shot passes through a buoy", "tunneling",
         [](const std::string& p, Chance& v) { shots_among_buoys(p, v, true); }},
    };
    return all;
}
