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

// ---- crates that are pushed from square to square

/// A stoat that walks from square to square and pushes the crate before it, if there is room; no contacts.
void pushes_crates(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), square = 32;
    Stage s(path, vary, untold("pushes crates", rate));
    Dice dice(vary);
    struct Square {
        int x, y;
        bool operator==(const Square&) const = default;
    };
    const auto outside = [](const Square& q) { return q.x < 1 || q.x > 7 || q.y < 1 || q.y > 5; };
    s.block("north wall", "wall", 128, 192, 288, square), s.block("south wall", "wall", 128, 0, 288, square);
    s.block("west wall", "wall", 0, 96, square, 160), s.block("east wall", "wall", 256, 96, square, 160);
    std::vector<Square> all{{2, 2}, {3, 3}, {5, 2}, {4, 4}, {6, 4}}; // the stoat is the first
    const auto id = [](std::size_t i) { return static_cast<bounce::Id>(i == 0 ? 1 : 99 + i); };
    for (std::size_t i = 0; i < all.size(); ++i)
        s.log.body(id(i), bounce::Body(i == 0 ? "stoat" : "crate", i == 0 ? "stoat" : "crate", "kinematic")),
            s.log.collider(id(i), id(i), bounce::box(square, square));
    const int takes = std::max(2, static_cast<int>(rate * vary(0.15)));
    Square way{0, 0};
    int gone = 0;
    std::vector<std::size_t> moves;
    const auto at = [&](const Square& q) {
        return static_cast<std::size_t>(std::find(all.begin(), all.end(), q) - all.begin());
    };
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        if (s.n() > 0 && moves.empty()) {
            way = dice.one_of<Square>({{1, 0}, {-1, 0}, {0, 1}, {0, -1}});
            const Square to{all[0].x + way.x, all[0].y + way.y}, behind{to.x + way.x, to.y + way.y};
            const std::size_t crate = at(to);
            if (!outside(to) && crate == all.size()) moves = {0};
            if (crate < all.size() && !outside(behind) && at(behind) == all.size()) moves = {0, crate};
            gone = 0;
        }
        gone += !moves.empty();
        for (std::size_t i = 0; i < all.size(); ++i) {
            const bool on = std::find(moves.begin(), moves.end(), i) != moves.end();
            const double part = on ? gone / static_cast<double>(takes) : 0.0;
            s.log.state(id(i), (all[i].x + way.x * part) * square, (all[i].y + way.y * part) * square);
        }
        if (gone < takes) continue;
        for (const std::size_t i : moves) all[i] = {all[i].x + way.x, all[i].y + way.y};
        moves.clear(), gone = 0;
    }
}

// ---- a ball, a board and stones that it breaks

/// The ball moves axis by axis; a board, which follows it, sends it back by where it is hit.
void breaks_stones(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Setting setting = plain("breaks stones", rate, {"events"});
    Stage s(path, vary, setting);
    Dice dice(vary);
    std::vector<Block> fixed = {
        s.block("top", "rail", 160, 245, 320, 10), s.block("left", "rail", -5, 120, 10, 240),
        s.block("right", "rail", 325, 120, 10, 240), s.block("bottom", "rail", 160, -5, 320, 10)};
    for (int row = 0; row < 3; ++row)
        for (int column = 0; column < 8; ++column)
            fixed.push_back(s.block("stone", "stone", 34 + column * 36, 210 - row * 16, 34, 12));
    Block ball{1, 160, 90, 6, 6}, board{2, 160, 15, 50, 8};
    s.log.body(1, bounce::Body("ball", "ball", "kinematic")), s.log.collider(1, 1, bounce::box(6, 6));
    s.log.body(2, bounce::Body("board", "board", "kinematic")), s.log.collider(2, 2, bounce::box(50, 8));
    const double speed = vary(170), board_speed = 260;
    double vx = 0.6 * speed, vy = -0.8 * speed;
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        const double was = board.x;
        const auto axis = [&](double& at, double& v, double Block::*place, double Block::*extent,
                              bool across) {
            at += v * s.dt;
            const auto hit =
                std::find_if(fixed.begin(), fixed.end(), [&](const Block& b) { return ball.overlaps(b); });
            if (hit == fixed.end()) return;
            const double way = v > 0 ? 1 : -1;
            at = (*hit).*place - way * ((*hit).*extent + 6) / 2, v = -v;
            s.touch(1, hit->id, ball.x, ball.y, across ? way : 0, across ? 0 : way);
            if (hit - fixed.begin() >= 4)
                s.log.event("broken", {1, hit->id}), s.log.removed(hit->id), fixed.erase(hit);
        };
        if (s.n() > 0) {
            const double to = ball.x + dice.between(-12, 12), most = board_speed * s.dt;
            board.x = std::clamp(board.x + std::clamp(to - board.x, -most, most), 25.0, 295.0);
            axis(ball.x, vx, &Block::x, &Block::w, true), axis(ball.y, vy, &Block::y, &Block::h, false);
            if (vy < 0 && ball.overlaps(board)) {
                ball.y = board.top() + 3;
                vx = speed * 0.8 * std::clamp((ball.x - board.x) / 25, -1.0, 1.0);
                vy = std::sqrt(speed * speed - vx * vx);
                s.touch(1, 2, ball.x, board.top(), 0, -1), s.log.event("sent back", {1, 2});
            }
        }
        s.log.state(2, board.x, board.y, 0, (board.x - was) / s.dt, 0);
        s.log.state(1, ball.x, ball.y, 0, vx, vy);
    }
}

// ---- two mallets and a puck

/// The mallets go where their players want; the puck is moved in small parts and pushed out of what it meets.
void mallets_and_puck(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), w = 300, h = 180;
    Stage s(path, vary, plain("mallets and puck", rate));
    Dice dice(vary);
    s.block("south rail", "rail", w / 2, -10, w + 40, 20),
        s.block("north rail", "rail", w / 2, h + 10, w + 40, 20);
    s.block("west rail", "rail", -10, h / 2, 20, h), s.block("east rail", "rail", w + 10, h / 2, 20, h);
    std::vector<Disc> mallets{{50, 90, 0, 0, 14, true}, {250, 90, 0, 0, 14, true}};
    std::vector<std::pair<double, double>> wanted{{50, 90}, {250, 90}};
    Disc puck{150, 90, vary(160), vary(110), 9, true};
    for (const bounce::Id id : {1, 2})
        s.log.body(id, bounce::Body("mallet", "mallet", "kinematic")),
            s.log.collider(id, id, bounce::circle(14));
    s.log.body(3, bounce::Body("puck", "puck", "kinematic")), s.log.collider(3, 3, bounce::circle(9));
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        for (std::size_t k = 0; k < 2 && s.n() > 0; ++k) {
            Disc& m = mallets[k];
            if (dice.now_and_then(0.3, s.dt))
                wanted[k] = {dice.between(20, 125) + (k == 0 ? 0 : 155), dice.between(20, 160)};
            const double dx = wanted[k].first - m.x, dy = wanted[k].second - m.y, d = std::hypot(dx, dy);
            const double speed = std::min(250.0, d / s.dt);
            m.vx = d > 1e-9 ? dx / d * speed : 0, m.vy = d > 1e-9 ? dy / d * speed : 0;
            m.x += m.vx * s.dt, m.y += m.vy * s.dt;
        }
        constexpr int parts = 8;
        for (int part = 0; part < parts && s.n() > 0; ++part) {
            puck.x += puck.vx * s.dt / parts, puck.y += puck.vy * s.dt / parts;
            for (std::size_t k = 0; k < 2; ++k) {
                const Disc& m = mallets[k];
                const double d = m.to(puck), nx = (puck.x - m.x) / d, ny = (puck.y - m.y) / d;
                if (d >= m.r + puck.r) continue;
                puck.x = m.x + nx * (m.r + puck.r), puck.y = m.y + ny * (m.r + puck.r);
                const double in = (puck.vx - m.vx) * nx + (puck.vy - m.vy) * ny;
                if (in < 0) puck.vx -= 2 * in * nx, puck.vy -= 2 * in * ny;
                s.touch(static_cast<bounce::Id>(k + 1), 3, m.x + nx * m.r, m.y + ny * m.r, nx, ny);
            }
            if (puck.x < puck.r)
                puck.x = puck.r, puck.vx = std::abs(puck.vx), s.touch(3, 12, 0, puck.y, -1, 0);
            if (puck.x > w - puck.r)
                puck.x = w - puck.r, puck.vx = -std::abs(puck.vx), s.touch(3, 13, w, puck.y, 1, 0);
            if (puck.y < puck.r)
                puck.y = puck.r, puck.vy = std::abs(puck.vy), s.touch(3, 10, puck.x, 0, 0, -1);
            if (puck.y > h - puck.r)
                puck.y = h - puck.r, puck.vy = -std::abs(puck.vy), s.touch(3, 11, puck.x, h, 0, 1);
        }
        const double fast = std::hypot(puck.vx, puck.vy), most = 400;
        if (fast > most) puck.vx *= most / fast, puck.vy *= most / fast;
        for (std::size_t k = 0; k < 2; ++k)
            s.log.state(static_cast<bounce::Id>(k + 1), mallets[k].x, mallets[k].y, 0, mallets[k].vx,
                        mallets[k].vy);
        s.log.state(3, puck.x, puck.y, 0, puck.vx, puck.vy);
    }
}

/// A stoat that stands still lands on a slope and jumps from it in the next frame.
void lands_and_jumps(const std::string& path, Chance& vary) {
    const double rate = vary.rate(), gravity = vary(1000), slant = vary(0.12, 0.5);
    Stage s(path, vary, plain("lands and jumps", rate, {"desired", "grounded"}, -gravity));
    s.prop(20, "bank", "bank", bounce::chain({{-300, 300 * slant}, {300, -300 * slant}}), 0, 0);
    s.log.body(1, courier()), s.log.collider(1, 1, bounce::circle(10));
    const double length = std::hypot(1, slant), rests = 10 * length, jump = vary(370);
    double y = 60, vy = 0;
    bool ground = false;
    for (const int frames = static_cast<int>(rate * 3); s.next(frames);) {
        if (s.n() > 0) {
            if (ground) vy = jump;
            ground = false;
            vy -= gravity * s.dt, y += vy * s.dt;
            if (y <= rests) y = rests, vy = 0, ground = true;
        }
        if (ground)
            s.touch(1, 20, -10 * slant / length, y - 10 / length, -slant / length, -1 / length),
                s.log.grounded(1);
        s.log.state(1, 0, y, 0, 0, vy), s.log.desired(1, 0, 0);
    }
}

// ---- a cart that drives

/// It turns a while, drives against a wall askew and is sent back the way it came, its engine pushing.
void cart_drives(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("cart drives", rate));
    const Block wall = s.block("wall", "quay", 0, 200, 600, 40);
    Flyer cart;
    cart.x = -150, cart.y = 20, cart.enter(s, "cart", bounce::circle(12));
    const double fast = vary(130), askew = vary(0.9), turns = 0.6;
    double speed = fast, heading = askew - turns;
    for (const int frames = static_cast<int>(rate * 5); s.next(frames);) {
        if (s.n() > 0 && s.n() < rate / 2) heading += turns * 2 / rate, cart.turn = heading;
        const bool meets = cart.y + std::sin(heading) * speed * s.dt > wall.bottom() - 12;
        if (s.n() > 0 && meets) {
            cart.y = wall.bottom() - 12, speed = -0.3 * fast;
            s.touch(1, wall.id, cart.x, wall.bottom(), 0, 1);
        } else if (s.n() > 0)
            speed = std::min(fast, speed + fast * s.dt);
        cart.turn = heading, cart.vx = std::cos(heading) * speed, cart.vy = std::sin(heading) * speed;
        if (!meets) cart.step(s), cart.turn = heading;
        cart.describe(s);
    }
}

// ---- who looks ahead for walls only

/// A crab looks a little ahead, from its middle, for walls; gulls that walk before it are none.
void looks_ahead(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("looks ahead", rate, {"rays"}));
    const Block wall = s.block("wall", "quay", 200, 0, 40, 100),
                back = s.block("back wall", "quay", -200, 0, 40, 100);
    Flyer crab, gull;
    crab.id = 1, crab.enter(s, "crab", bounce::box(12, 12));
    gull.id = 2, gull.x = 22, gull.enter(s, "gull", bounce::box(8, 8));
    s.log.pair("crab", "gull", "ignore");
    crab.vx = vary(60);
    constexpr double far = 30;
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        if (crab.x > wall.left() - 8) crab.vx = -std::abs(crab.vx);
        if (crab.x < back.right() + 8) crab.vx = std::abs(crab.vx);
        crab.step(s);
        gull.x = crab.x + (crab.vx > 0 ? 22 : -22), gull.y = std::abs(crab.x) < 100 ? 0 : 80;
        const double side = crab.vx > 0 ? 1 : -1, face = side > 0 ? wall.left() : back.right();
        bounce::Ray ray("ahead", crab.x, 0, crab.x + side * far, 0);
        ray.caster(1);
        if (std::abs(face - crab.x) <= far) ray.hit(side > 0 ? wall.id : back.id).at(face, 0);
        s.log.ray(ray);
        crab.describe(s), gull.describe(s);
        s.log.teleport(2);
    }
}

// ---- who is struck

/// A stoat that goes on wanting to walk right is struck from afar and thrown back: the game tells of it.
void thrown_back(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, untold("thrown back", rate, {"desired", "events"}));
    Flyer stoat, gull;
    stoat.x = -100, stoat.enter(s, "stoat", bounce::circle(9));
    gull.id = 2, gull.x = 90, gull.y = 60, gull.enter(s, "gull", bounce::circle(9));
    const double walks = vary(100), blow = vary(300);
    const int struck = static_cast<int>(rate * vary(0.7));
    double thrown = 0;
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        stoat.vx = thrown > 5 ? -thrown : walks;
        stoat.step(s), stoat.describe(s), gull.describe(s);
        s.log.desired(1, walks, 0);
        thrown *= std::exp(-6 * s.dt);
        if (s.n() == struck) thrown = blow, s.log.event("struck", {2, 1});
    }
}

} // namespace

const std::vector<MoreScene>& small_game_scenes() {
    static const std::vector<MoreScene> all = {
        {"a courier on a map of tiles", "", courier_on_tiles},
        {"gulls crowd round a courier", "", gulls_crowd},
        {"crates pushed from square to square", "", pushes_crates},
        {"a ball breaks stones", "", breaks_stones},
        {"two mallets and a puck", "", mallets_and_puck},
        {"lands on a bank and jumps", "", lands_and_jumps},
        {"a cart drives against a wall", "", cart_drives},
        {"a crab looks ahead for walls", "", looks_ahead},
        {"thrown back by a blow", "", thrown_back},
    };
    return all;
}
