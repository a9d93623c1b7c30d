// SPDX-License-Identifier: GPL-3.0-or-later
// A floor and a wall are one collider: a tile map, a terrain, an outline. What goes wrong at the wall shows
// as it does where they are two, though the body stands on the floor meanwhile.
#include "more_scenes.hpp"

#include <deque>

namespace {

enum class Map { Blocks, Cells, Chain, Polygon };
enum class Wall { Right, Gains, Reverses, Absent, PutsBeyond, TurnsBoth, Flickers };

constexpr double cell = 20, wall_at = 520, height = 240, width = 800;

/// The colliders of floor and wall; both are 20 where they are blocks.
void build(Stage& s, Map map, double thick) {
    using P = std::vector<std::pair<double, double>>;
    const double far = wall_at + thick;
    const P outline = {{0, 0},        {width, 0},        {width, cell},   {far, cell},
                       {far, height}, {wall_at, height}, {wall_at, cell}, {0, cell}};
    if (map == Map::Blocks) {
        s.prop(20, "floor", "quay", bounce::box(width, cell), width / 2, cell / 2);
        s.prop(21, "wall", "quay", bounce::box(thick, height - cell), wall_at + thick / 2,
               (height + cell) / 2);
        return;
    }
    if (map == Map::Cells) {
        std::vector<std::string> rows(static_cast<std::size_t>(height / cell),
                                      std::string(static_cast<std::size_t>(width / cell), '.'));
        rows[0].assign(rows[0].size(), '#');
        for (std::size_t y = 1; y < rows.size(); ++y)
            for (double x = wall_at; x < far; x += cell) rows[y][static_cast<std::size_t>(x / cell)] = '#';
        s.prop(20, "map", "quay", bounce::cells(cell, 0, 0, rows), 0, 0);
    } else
        s.prop(20, "map", "quay", map == Map::Chain ? bounce::chain(outline, true) : bounce::polygon(outline),
               0, 0);
}

template <Map map, Wall wall, bool on_floor> void at_a_wall(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), w = vary(16), h = vary(18), pull = vary(900),
                 thick = wall == Wall::Absent || wall == Wall::PutsBeyond ? cell : 3 * cell;
    // One step leads to the other side, with a third of it to spare on both.
    const double speed =
        wall == Wall::Absent ? 2.4 * (thick + w) * rate : std::min(vary(260, 0.2), 4.5 * rate);
    Setting setting = plain("at the wall", rate, {}, -pull);
    setting.float_bits = 64;
    Stage s(path, vary, setting);
    build(s, map, thick);
    s.log.body(1, bounce::Body("parcel", "parcel", "kinematic")), s.log.collider(1, 1, bounce::box(w, h));
    const bounce::Id floor = 20, side = map == Map::Blocks ? 21 : 20;
    double x = wall_at - w / 2 - speed / rate * (wall == Wall::Absent ? 3.3 : vary(7.6, 0.2)),
           y = cell + h / 2 + (on_floor ? 0 : vary(130)), vx = speed, vy = on_floor ? 0 : -vary(150);
    bool met = false;
    for (const int frames = 50; s.next(frames);) {
        if (s.n() > 0) vy -= pull * s.dt, x += vx * s.dt, y += vy * s.dt;
        if (y - h / 2 <= cell) {
            y = cell + h / 2, vy = 0;
            s.touch(1, floor, x, cell, 0, -1);
        }
        if (wall == Wall::Flickers && x + w / 2 > wall_at - 1) { // a last digit less in every other frame
            x = wall_at - w / 2 - (s.n() % 2 ? 4.5e-16 * wall_at : 0), vx = 0;
            if (s.n() % 2 == 0) s.touch(1, side, wall_at, y, 1, 0);
        }
        const double deep = x + w / 2 - wall_at;
        if (wall != Wall::Absent && wall != Wall::Flickers && deep > 0 &&
            !(wall == Wall::PutsBeyond && met)) {
            s.touch(1, side, wall_at, y, 1, 0);
            if (wall == Wall::Reverses)
                x = met ? x : wall_at - w / 2 + 1.2 * speed / rate, vx = -vx; // it never gets out
            else if (wall == Wall::PutsBeyond)
                x = wall_at + thick + w / 2 + 0.1;
            else {
                x = wall_at - w / 2;
                vx = -vx * (wall == Wall::Gains ? 2.0 : 0.9);
                if (wall == Wall::TurnsBoth) vy = -vy;
            }
            met = true;
        }
        s.log.state(1, x, y, 0, vx, vy);
    }
}

template <Map map, bool on_floor> void add(std::vector<MoreScene>& all, const std::string& where) {
    static std::deque<std::string> names;
    const auto scene = [&](const char* what, const char* fault, auto* write) {
        names.push_back(std::string(what) + where);
        all.push_back({names.back().c_str(), fault, write});
    };
    scene("a bounce off ", "", at_a_wall<map, Wall::Right, on_floor>);
    scene("more speed off ", "speed-surge", at_a_wall<map, Wall::Gains, on_floor>);
    scene("back and forth in ", "jitter", at_a_wall<map, Wall::Reverses, on_floor>);
    scene("through ", "tunneling", at_a_wall<map, Wall::Absent, on_floor>);
    scene("put beyond ", "pop-through", at_a_wall<map, Wall::PutsBeyond, on_floor>);
    scene("a flickering contact with ", "flush-contact", at_a_wall<map, Wall::Flickers, on_floor>);
    if (!on_floor) scene("both axes turned by ", "wrong-face", at_a_wall<map, Wall::TurnsBoth, on_floor>);
}

} // namespace

const std::vector<MoreScene>& map_scenes() {
    static const std::vector<MoreScene> all = [] {
        std::vector<MoreScene> list;
        add<Map::Blocks, true>(list, "a wall beside a floor");
        add<Map::Cells, true>(list, "the wall of a tile map, on its floor");
        add<Map::Chain, true>(list, "the wall of an outline, on its floor");
        add<Map::Polygon, true>(list, "the wall of a terrain, on its floor");
        add<Map::Cells, false>(list, "the wall of a tile map, in the air");
        add<Map::Chain, false>(list, "the wall of an outline, in the air");
        return list;
    }();
    return all;
}
