// SPDX-License-Identifier: GPL-3.0-or-later
// Whole small games, played at random and right: what a scene of one event does not show.
#include "more_scenes.hpp"

#include <random>

namespace {

class Dice {
  public:
    explicit Dice(Chance& vary) : engine_(static_cast<std::uint64_t>(vary(1e9, 0.5))) {}
    double between(double low, double high) {
        return low + (high - low) * (static_cast<double>(engine_() - engine_.min()) /
                                     static_cast<double>(engine_.max() - engine_.min()));
    }
    /// Once in so many seconds.
    bool now_and_then(double seconds, double dt) { return between(0, 1) * seconds < dt; }
    template <class T> const T& one_of(const std::vector<T>& all) {
        return all[static_cast<std::size_t>(between(0, 0.999999) * static_cast<double>(all.size()))];
    }

  private:
    std::mt19937_64 engine_;
};

// ---- a courier on a map of tiles

/// A map that is one collider, for bodies that move axis by axis and are put against what they meet.
class TileMap {
  public:
    static constexpr double tile = 16;
    explicit TileMap(std::vector<std::string> rows) : rows_(std::move(rows)) {}
    std::string shape() const { return bounce::cells(tile, 0, 0, rows_); }
    /// The box, moved; true where a tile is in its way: then it ends against it.
    bool move(Block& b, double dx, double dy) const {
        Block to = b;
        to.x += dx, to.y += dy;
        const bool meets = overlaps(to);
        if (meets && dx != 0) to.x = put(to.x, b.w, dx);
        if (meets && dy != 0) to.y = put(to.y, b.h, dy);
        b = to;
        return meets;
    }
    bool overlaps(const Block& b) const {
        constexpr double hair = 1e-6;
        for (int c = index(b.left() + hair); c <= index(b.right() - hair); ++c)
            for (int r = index(b.bottom() + hair); r <= index(b.top() - hair); ++r)
                if (rows_.at(static_cast<std::size_t>(r)).at(static_cast<std::size_t>(c)) == '#') return true;
        return false;
    }

  private:
    static int index(double x) { return static_cast<int>(std::floor(x / tile)); }
    static double put(double x, double extent, double way) {
        return way > 0 ? std::floor((x + extent / 2) / tile) * tile - extent / 2
                       : std::ceil((x - extent / 2) / tile) * tile + extent / 2;
    }
    std::vector<std::string> rows_; // from below
};

void courier_on_tiles(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), gravity = vary(900);
    Stage s(path, vary, plain("courier on tiles", rate, {"desired", "grounded", "events"}, -gravity));
    Dice dice(vary);
    const TileMap map({"########################", "#...#..........##......#", "#.......###............#",
                       "#.....................##", "#..........####........#", "#....##............#####",
                       "#.....................##", "#...........##.........#", "#......................#",
                       "########################"});
    s.prop(20, "yard", "quay", map.shape(), 0, 0);
    Block stoat{1, 40, 23, 10, 14}, cart{2, 150, 21, 12, 10};
    s.log.body(1, courier()), s.log.collider(1, 1, bounce::box(stoat.w, stoat.h));
    s.log.body(2, bounce::Body("cart", "cart", "kinematic")),
        s.log.collider(2, 2, bounce::box(cart.w, cart.h));
    s.log.pair("courier", "cart", "ignore");
    const double speed = vary(110), jump = vary(340);
    double want = 0, vy = 0, rolls = vary(40);
    bool ground = true;
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        if (dice.now_and_then(0.5, s.dt)) want = dice.one_of<double>({-speed, speed, speed, -speed, 0});
        if (ground && dice.now_and_then(0.5, s.dt)) vy = jump;
        double vx = want;
        if (s.n() > 0) {
            if (map.move(stoat, vx * s.dt, 0)) {
                s.touch(1, 20, vx > 0 ? stoat.right() : stoat.left(), stoat.y, vx > 0 ? 1 : -1, 0);
                vx = 0;
            }
            vy -= gravity * s.dt, ground = false;
            if (map.move(stoat, 0, vy * s.dt)) {
                ground = vy < 0;
                s.touch(1, 20, stoat.x, ground ? stoat.bottom() : stoat.top(), 0, ground ? -1 : 1);
                vy = 0;
            }
            if (Block to = cart; map.move(to, rolls * s.dt, 0))
                rolls = -rolls;
            else
                cart = to;
        }
        s.touch(2, 20, cart.x, cart.bottom(), 0, -1);
        s.log.state(1, stoat.x, stoat.y, 0, vx, vy), s.log.state(2, cart.x, cart.y, 0, rolls, 0);
        s.log.desired(1, want, 0);
        if (ground) s.log.grounded(1);
    }
}

// ---- gulls that crowd round a courier who throws pebbles at them

struct Disc {
    double x = 0, y = 0, vx = 0, vy = 0, r = 0;
    bool there = false;
    double to(const Disc& o) const { return std::hypot(o.x - x, o.y - y); }
};

/// The point of a block that is nearest to a disc.
std::pair<double, double> nearest(const Block& b, const Disc& d) {
    return {std::clamp(d.x, b.left(), b.right()), std::clamp(d.y, b.bottom(), b.top())};
}
const Block* in_the_way(const std::vector<Block>& blocks, const Disc& d) {
    for (const Block& b : blocks)
        if (const auto [x, y] = nearest(b, d); std::hypot(d.x - x, d.y - y) < d.r) return &b;
    return nullptr;
}
/// Axis by axis; a way that is blocked is not gone.
void walk(const std::vector<Block>& blocks, Disc& d, double dx, double dy) {
    for (const auto& [x, y] : {std::pair(dx, 0.0), {0.0, dy}}) {
        Disc to = d;
        to.x += x, to.y += y;
        if (!in_the_way(blocks, to)) d = to;
    }
}

/// The whole way, and out of what it met: it slides along that.
void slide(const std::vector<Block>& blocks, Disc& d, double dx, double dy) {
    d.x += dx, d.y += dy;
    for (int again = 0; again < 4; ++again)
        for (const Block& b : blocks) {
            const auto [x, y] = nearest(b, d);
            if (const double apart = std::hypot(d.x - x, d.y - y); apart < d.r && apart > 0)
                d.x = x + (d.x - x) / apart * d.r, d.y = y + (d.y - y) / apart * d.r;
        }
}

void gulls_crowd(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("gulls crowd", rate, {"events", "desired"}));
    Dice dice(vary);
    const std::vector<Block> walls = {
        s.block("north wall", "wall", 200, 310, 440, 20), s.block("south wall", "wall", 200, -10, 440, 20),
        s.block("west wall", "wall", -10, 150, 20, 300),  s.block("east wall", "wall", 410, 150, 20, 300),
        s.block("shed", "wall", 150, 150, 40, 80),        s.block("stack", "wall", 290, 90, 60, 30)};
    Disc stoat{60, 60, 0, 0, 8, true};
    std::vector<Disc> gulls(8), pebbles(24);
    const auto gull_id = [](std::size_t i) { return static_cast<bounce::Id>(100 + i); };
    const auto pebble_id = [](std::size_t i) { return static_cast<bounce::Id>(200 + i); };
    const auto enter = [&](bounce::Id id, const char* kind, double r) {
        s.log.body(id, bounce::Body(kind, kind, "kinematic")), s.log.collider(id, id, bounce::circle(r));
    };
    enter(1, "courier", stoat.r);
    for (std::size_t i = 0; i < gulls.size(); ++i) enter(gull_id(i), "gull", 8);
    for (std::size_t i = 0; i < pebbles.size(); ++i) enter(pebble_id(i), "pebble", 3);
    for (const char* kind : {"pebble", "gull"}) s.log.pair(kind, "courier", "ignore");
    s.log.pair("pebble", "pebble", "ignore");
    const double walks = vary(90), flies = vary(40), throws = vary(300);
    double way = 0;
    std::size_t next_gull = 0, next_pebble = 0;
    for (const int frames = static_cast<int>(rate * 9); s.next(frames);) {
        if (dice.now_and_then(0.4, s.dt)) way = dice.between(0, 6.28);
        if (s.n() > 0) slide(walls, stoat, walks * std::cos(way) * s.dt, walks * std::sin(way) * s.dt);
        for (std::size_t i = 0; i < pebbles.size(); ++i) {
            Disc& p = pebbles[i];
            if (!p.there) continue;
            constexpr int parts = 8; // of a step, so that none passes through
            for (int k = 0; k < parts && p.there; ++k) {
                p.x += p.vx * s.dt / parts, p.y += p.vy * s.dt / parts;
                if (const Block* b = in_the_way(walls, p)) {
                    const auto [x, y] = nearest(*b, p);
                    s.touch(pebble_id(i), b->id, x, y, (x - p.x) / p.r, (y - p.y) / p.r);
                    p.there = false;
                }
                for (std::size_t g = 0; g < gulls.size() && p.there; ++g) {
                    if (!gulls[g].there || p.to(gulls[g]) >= p.r + gulls[g].r) continue;
                    s.touch(pebble_id(i), gull_id(g), p.x, p.y, (gulls[g].x - p.x) / p.to(gulls[g]),
                            (gulls[g].y - p.y) / p.to(gulls[g]));
                    s.log.event("struck", {pebble_id(i), gull_id(g)});
                    s.log.state(gull_id(g), gulls[g].x, gulls[g].y), s.log.removed(gull_id(g));
                    p.there = gulls[g].there = false;
                }
            }
            s.log.state(pebble_id(i), p.x, p.y, 0, p.vx, p.vy);
            if (!p.there) s.log.removed(pebble_id(i));
        }
        for (Disc& g : gulls)
            if (const double d = g.to(stoat); g.there && d > 20)
                walk(walls, g, (stoat.x - g.x) / d * flies * s.dt, (stoat.y - g.y) / d * flies * s.dt);
        for (std::size_t i = 0; i < gulls.size(); ++i)
            for (std::size_t j = i + 1; j < gulls.size(); ++j) { // half each, in one go: not where a wall is
                Disc &a = gulls[i], &b = gulls[j];
                const double d = a.to(b), in = a.r + b.r - d, nx = (b.x - a.x) / d, ny = (b.y - a.y) / d;
                if (!a.there || !b.there || in <= 0) continue;
                s.touch(gull_id(i), gull_id(j), a.x + nx * a.r, a.y + ny * a.r, nx, ny, in);
                walk(walls, a, -nx * in / 2, -ny * in / 2), walk(walls, b, nx * in / 2, ny * in / 2);
            }
        const auto apart = [&](const Disc& d) {
            const auto far = [&](const Disc& o) { return !o.there || d.to(o) > d.r + o.r; };
            return std::all_of(gulls.begin(), gulls.end(), far) &&
                   std::all_of(pebbles.begin(), pebbles.end(), far);
        };
        if (const Disc g{dice.one_of<double>({50, 350}), 250, 0, 0, 8, true};
            next_gull < gulls.size() && dice.now_and_then(1, s.dt) && apart(g))
            gulls[next_gull++] = g;
        const double a = dice.between(0, 6.28);
        if (const Disc p{stoat.x, stoat.y, throws * std::cos(a), throws * std::sin(a), 3, true};
            next_pebble < pebbles.size() && dice.now_and_then(0.4, s.dt) && apart(p) && !in_the_way(walls, p))
            pebbles[next_pebble] = p, s.log.state(pebble_id(next_pebble++), p.x, p.y, 0, p.vx, p.vy);
        s.log.state(1, stoat.x, stoat.y), s.log.desired(1, walks * std::cos(way), walks * std::sin(way));
        for (std::size_t i = 0; i < gulls.size(); ++i)
            if (gulls[i].there) s.log.state(gull_id(i), gulls[i].x, gulls[i].y);
    }
}

} // namespace

const std::vector<MoreScene>& small_game_scenes() {
    static const std::vector<MoreScene> all = {
        {"a courier on a map of tiles", "", courier_on_tiles},
        {"gulls crowd round a courier", "", gulls_crowd},
    };
    return all;
}
