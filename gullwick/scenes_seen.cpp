// SPDX-License-Identifier: GPL-3.0-or-later
// Scenes of what is seen: shapes against pictures, and rays.
#include "scenes.hpp"

#include "sprites.hpp"

namespace {
void perched_gull(Stage& s, bounce::Id id, double size, const std::string& shape) {
    s.log.body(id, bounce::Body("gull", "gull", "kinematic"));
    s.log.collider(id, id, shape), s.log.art(id, id, sprite("gull"), size, size);
}
} // namespace

/// A parcel flies past a gull, then at it. `wrong`: the gull is tested as the box round its picture, and its
/// empty corner is hit.
void gull_box(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"pixels"});
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "gull in a box" : "gull in its outline", 0, rate, {"events"}});
    s.block("quay", "quay", 0, -170, 420, 40);
    const double size = vary(60), cell = size / 12;
    const double half = size / 2 + way.by("gull grown");
    perched_gull(s, 1, size,
                 wrong ? bounce::box(2 * half, 2 * half)
                       : bounce::mask(sprite("gull"), cell, -size / 2, -size / 2));
    s.log.body(2, bounce::Body("parcel", "parcel", "kinematic"));
    s.log.collider(2, 2, bounce::box(10, 10)), s.log.art(2, 2, sprite("parcel"), 10, 10);
    s.log.pair("gull", "parcel", "report");
    // Past its lower right corner, which is empty in the picture.
    const double speed = vary(240);
    double x = size / 2 + 90, y = -size / 2 + 3;
    for (const int frames = static_cast<int>(rate * 1.4); s.next(frames);) {
        if (s.n() > rate / 4) x -= speed * s.dt * 0.70710678, y -= 0.4 * speed * s.dt * 0.70710678;
        if (s.n() == 0) x = size / 2 + 60, y = -size / 2 + 3 + 0.4 * 58;
        s.log.state(1, 0, 0, 0, 0, 0), s.log.state(2, x, y);
        const bool in_box = x - 5 < half && x + 5 > -half && y - 5 < half && y + 5 > -half;
        if (wrong && in_box) {
            s.touch(1, 2, std::min(x, half), std::max(y, -half), 1, 0);
            if (!s.touched_before(1, 2)) s.log.event("hit", {1, 2});
        }
    }
}

/// Parcels are thrown at a stoat's head. `wrong`: its collider ends below its ears, and they fly through
/// them.
void stoat_ears(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "through the ears" : "through the ears, correct", 0, rate, {"events"}});
    const double grown = way.by("both grown");
    s.block("quay", "quay", 0, -60 - grown, 420, 40);
    const double w = 48, h = 80, low = vary(40, 0.1);
    s.log.body(1, courier()), s.log.art(1, 1, sprite("stoat"), w, h);
    if (wrong)
        s.log.collider(1, 1, bounce::box(w - 4 + 2 * grown, low + 2 * grown, 0, -h / 2 + low / 2));
    else
        s.log.collider(1, 1, bounce::box(w - 4, h));
    s.log.body(2, bounce::Body("parcel", "parcel", "kinematic"));
    const double own = 6 + grown; // half of the parcel
    s.log.collider(2, 2, bounce::box(2 * own, 2 * own)), s.log.art(2, 2, sprite("parcel"), 12, 12);
    s.log.pair("courier", "parcel", "report");
    const double speed = vary(200), y = h / 2 - 22, top = wrong ? -h / 2 + low + grown : h / 2;
    double x = -110;
    bool taken = false;
    for (const int frames = static_cast<int>(rate * 1.3); s.next(frames);) {
        if (s.n() > rate / 5 && !taken) x += speed * s.dt;
        s.log.state(1, 0, 0, 0, 0, 0);
        const bool touches = y - own < top && x + own > -w / 2 + 2 - grown && x < w / 2 && !taken;
        if (touches) s.touch(1, 2, x + own, y, -1, 0), s.log.event("picked", {1, 2}), taken = true;
        s.log.state(2, x, y, 0);
        if (touches) s.log.off(2);
    }
}

/// A gull looks out for the stoat. `wrong`: its sight begins inside its own body and ends there.
void gull_sight(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"skips its own"});
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "gull's sight" : "gull's sight, correct",
             -vary(1400),
             rate,
             {"desired", "grounded", "rays"}});
    const std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 420, 40)};
    Walker w;
    w.x = -120, w.y = 18;
    w.enter(s, courier());
    const double r = vary(8), high = vary(110);
    perched_gull(s, 2, 24, bounce::circle(r));
    const double speed = vary(90);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const double desired = s.n() < rate / 4 ? 0 : w.x > 130 ? 0 : speed;
        w.move(s, solid, desired), w.describe(s, solid, desired);
        s.log.state(2, 60, high, 0, 0, 0);
        // Where the sight line comes to the stoat's top.
        const double dx = w.x - 60, dy = w.y - high, reach = std::hypot(dx, dy);
        const double start = way.by("starts farther on") / reach, from_x = 60 + dx * start,
                     from_y = high + dy * start;
        bounce::Ray sight("sight", from_x, from_y, w.x, w.y);
        sight.caster(2);
        if (wrong && start * reach < r)
            sight.hit(2).at(from_x, from_y);
        else {
            double enter = 0; // slabs of the stoat's box
            for (const auto& [from, along, low, top] :
                 {std::tuple{60.0, dx, w.box().left(), w.box().right()},
                  std::tuple{high, dy, w.box().bottom(), w.box().top()}})
                if (along != 0) enter = std::max(enter, std::min((low - from) / along, (top - from) / along));
            if (!wrong) sight.skip({2});
            sight.hit(w.id).at(60 + dx * enter, high + dy * enter);
        }
        if (s.n() % 4 == 0 && reach > 0) s.log.ray(sight);
    }
}

/// The lamp's beam finds a buoy, and a second beam is aimed at the point that the first one hit. `wrong`: it
/// ends a hair before it.
void lamp_beams(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "lamp beams" : "lamp beams, correct", 0, rate, {"rays"}});
    s.block("lamp house", "quay", -150, -20, 30, 80), s.block("quay", "quay", 0, -80, 420, 40);
    const double r = vary(18), x = 90, short_by = vary(0.8);
    s.log.body(1, bounce::Body("buoy", "buoy", "kinematic")), s.log.collider(1, 1, bounce::circle(r));
    s.log.art(1, 1, sprite("buoy"), 2 * r, 2 * r);
    const double swing = vary(26), pace = vary(1.5);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const double t = s.n() * s.dt, y = swing * std::sin(pace * t);
        s.log.state(1, x, y, 0, 0, s.n() ? swing * pace * std::cos(pace * t) : 0);
        if (s.n() % 6) continue;
        // From the lamp house, level, to the face of the buoy.
        const double lamp_x = -130, from_y = y + 4, hit_x = x - std::sqrt(r * r - 16);
        s.log.ray(bounce::Ray("first beam", lamp_x, from_y, x + 60, from_y).hit(1).at(hit_x, from_y));
        const double bx = -60, by = 90, dx = hit_x - bx, dy = from_y - by, far = std::hypot(dx, dy);
        const double share = way.faulty ? 1 + (way.by("extended") - short_by) / far : 1 + 2 / far;
        bounce::Ray second("second beam", bx, by, bx + dx * share, by + dy * share);
        second.after("first beam");
        if (share >= 1) second.hit(1).at(hit_x, from_y);
        s.log.ray(second);
    }
}

/// A gull looks along a row of crates. `wrong`: it is told of the last crate that its sight meets, not of the
/// first.
void gull_and_crates(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"nearest"});
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "gull and crates" : "gull and crates, correct", 0, rate, {"rays"}});
    const double size = vary(30);
    s.block("quay", "quay", 0, -60, 420, 40);
    const Block near = s.block("crate", "crate", 0, size / 2, size, size),
                far = s.block("crate", "crate", vary(90), size / 2, size, size);
    perched_gull(s, 1, 24, bounce::circle(8));
    const double swing = vary(6), pace = vary(2);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        const double t = s.n() * s.dt, y = size / 2 + swing * std::sin(pace * t), x = -120;
        s.log.state(1, x, y, 0, 0, s.n() ? swing * pace * std::cos(pace * t) : 0);
        if (s.n() % 5) continue;
        const Block& told = wrong ? far : near;
        s.log.ray(bounce::Ray("sight", x + 9, y, 190, y).caster(1).hit(told.id).at(told.left(), y));
    }
}

/// A hand picks cells of the mail sorter from above. `wrong`: it aims at the edge between two cells, where
/// the last digit decides.
void mail_sorter(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "mail sorter" : "mail sorter, correct", 0, rate, {"rays"}});
    const double cell = 0.1, left = -40.3;
    const int columns = 800;
    s.prop(10, "mail sorter", "sorter",
           bounce::cells(cell, 0, 0, {std::string(columns, '#'), std::string(columns, '#')}), left, -0.2);
    s.log.body(1, bounce::Body("hand", "hand", "kinematic")), s.log.collider(1, 1, bounce::circle(1.5));
    const double tall = vary(30);
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        const int column = 150 + 3 * s.n();
        const double x = left + cell * (column + (wrong ? way.by("aside") / cell : 0.5));
        s.log.state(1, x, tall, 0, 0, 0);
        if (s.n() % 3) continue;
        s.log.ray(
            bounce::Ray("pick", x, tall - 2, x, -10).caster(1).skip({1}).hit(10).at(x, 0).cell(column, 1));
    }
}
