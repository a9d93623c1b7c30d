// SPDX-License-Identifier: GPL-3.0-or-later
// Kinds of small games that are played by many loops, and what is changed in them.
#pragma once

#include "core/fix/disc_game.hpp"
#include "core/fix/small_game.hpp"
#include "fault/scan.hpp"

namespace oddbounce::game {

class Dice {
  public:
    explicit Dice(std::uint64_t seed) : random_(seed * 0x9E3779B97F4A7C15ull + 7) {}
    double operator()(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(random_);
    }
    bool coin() { return random_() % 2 != 0; }
    Play play() {
        Play p;
        const double rates[] = {30, 60, 120};
        p.rate = rates[random_() % 3], p.slop = coin() ? 0.1 : 0.5, p.contacts = coin();
        return p;
    }

  private:
    std::mt19937_64 random_;
};

using Want = std::optional<std::array<double, 2>>;

/// Walks right from some frame on.
inline std::function<Want(int)> walks(int begin, double speed) {
    return [=](int n) -> Want { return std::array<double, 2>{n < begin ? 0 : speed, 0}; };
}

inline Play at_a_net(Dice& dice) {
    Play p = dice.play();
    p.mover = {0, 0, dice(6, 20), dice(6, 20)};
    const double w = dice(1, 14), speed = dice(0.2, 2.5) * (w + p.mover.w) * p.rate, angle = dice(-0.4, 0.4);
    p.vx = speed * std::cos(angle), p.vy = speed * std::sin(angle), p.frames = 60;
    p.rects = {{p.vx / p.rate * dice(14, 20) + p.mover.w / 2 + w / 2, 0, w, 900}};
    return p;
}
inline Play onto_a_crate(Dice& dice) {
    Play p = dice.play();
    p.mover = {0, 0, dice(10, 24), dice(10, 24)}, p.frames = 50;
    const double w = dice(40, 90), h = dice(30, 80), n = dice(8, 16), speed = dice(120, 420),
                 angle = dice(0.3, 1.2);
    p.vx = speed * std::cos(angle), p.vy = -speed * std::sin(angle);
    const double x = p.vx / p.rate * n, y = p.vy / p.rate * n;
    if (dice.coin())
        p.rects = {{x + dice(-0.4, 0.4) * w, y - p.mover.h / 2 - h / 2, w, h}};
    else
        p.rects = {{x + p.mover.w / 2 + w / 2, y + dice(-0.4, 0.4) * h, w, h}};
    return p;
}
inline Play along_planks(Dice& dice) {
    Play p = dice.play();
    p.gravity = -dice(600, 1600), p.frames = static_cast<int>(p.rate * 1.8);
    const double plank = dice(30, 70);
    for (int i = 0; i < 8; ++i) p.rects.push_back({i * plank + plank / 2 - 40, -10, plank, 20});
    p.mover = {-10, 0, dice(12, 24), dice(20, 40)}, p.mover.y = p.mover.h / 2;
    p.desired = walks(static_cast<int>(p.rate / 4), dice(60, 160));
    return p;
}
inline Play against_a_wall(Dice& dice) {
    Play p = dice.play();
    p.gravity = -dice(600, 1400), p.rects = {{0, -10, 700, 20}, {120, 160, 40, 340}};
    p.mover = {100 - dice(30, 60), dice(140, 260), dice(12, 24), dice(20, 36)};
    p.desired = walks(0, dice(80, 200)), p.frames = static_cast<int>(p.rate * 1.2), p.kinematic = dice.coin();
    return p;
}
inline Play along_a_shed(Dice& dice) {
    Play p = dice.play();
    p.mover = {0, 0, dice(14, 30), dice(14, 30)}, p.frames = static_cast<int>(p.rate * 1.5);
    p.rects = {{dice(50, 90) + p.mover.w / 2 + 20, 0, 40, 1200}};
    const double x = dice(60, 200), y = dice(60, 200);
    p.desired = [=](int n) -> Want { return std::array<double, 2>{n < 5 ? 0 : x, n < 5 ? 0 : y}; };
    return p;
}
inline Play onto_a_curb(Dice& dice) {
    Play p = dice.play();
    const double height = dice(2, 12);
    p.gravity = -dice(600, 1600), p.frames = static_cast<int>(p.rate * 1.8);
    p.rects = {{0, -10, 260, 20}, {230, height / 2 - 10, 200, 20 + height}};
    p.mover = {60, 0, dice(12, 24), dice(24, 40)}, p.mover.y = p.mover.h / 2;
    p.desired = walks(static_cast<int>(p.rate / 4), dice(60, 160));
    return p;
}

/// A ball among blocks, in a room whose walls other code handles.
inline Play in_a_room(Dice& dice) {
    Play p = dice.play();
    const double w = dice(160, 320), h = dice(120, 260);
    p.room = Rect{0, 0, w, h}, p.keeps = dice.coin() ? 1.0 : dice(0.5, 0.95);
    p.mover = {dice(-0.4, -0.2) * w, dice(-0.3, 0.3) * h, dice(6, 14), dice(6, 14)};
    const double speed = dice(120, 420), angle = dice(-1.2, 1.2);
    p.vx = speed * std::cos(angle), p.vy = speed * std::sin(angle), p.frames = static_cast<int>(2.5 * p.rate);
    if (dice.coin()) p.gravity = -dice(150, 500);
    p.velocities = dice.coin();
    for (int i = 0; i < 3; ++i)
        p.rects.push_back({dice(-0.1, 0.38) * w, (i - 1) * 0.3 * h, dice(12, 40), dice(8, 0.2 * h)});
    return p;
}

struct GameKind {
    const char* name;
    Play (*make)(Dice&);
    std::vector<json> loops; ///< each a way of moving that shows a fault somewhere
};

inline const std::vector<GameKind>& games() {
    static const std::vector<GameKind> all = {
        {"at a net",
         at_a_net,
         {{{"response", "reflect"}, {"restitution", 1.0}},
          {{"response", "slide"}},
          {{"response", "reverse-all"}},
          {{"tests", "before"}, {"response", "reverse"}},
          {{"tests", "substeps"}, {"substeps", 2}, {"response", "reflect"}, {"restitution", 0.7}},
          {{"tested", "center"}, {"response", "reflect"}, {"restitution", 1.0}}}},
        {"onto a crate",
         onto_a_crate,
         {{{"response", "reverse-all"}},
          {{"response", "reverse"}, {"depenetrate", false}, {"gate", false}, {"restitution", 0.6}},
          {{"response", "reverse-all"}, {"depenetrate", false}, {"gate", false}},
          {{"tested", "center"}, {"response", "reverse"}}}},
        {"along planks", along_planks, {{{"tests", "before"}}, {{"push", "nearest"}, {"response", "stop"}}}},
        {"against a wall",
         against_a_wall,
         {{{"tests", "swept"}, {"friction", 1.0}},
          {{"axes", "x-then-y"}, {"friction", 1.0}},
          {{"response", "stop"}, {"tests", "swept"}}}},
        {"along a shed",
         along_a_shed,
         {{{"response", "return"}}, {{"response", "stop"}, {"tests", "swept"}}}},
        {"onto a curb", onto_a_curb, {{{"push", "up"}}}},
        {"in a room",
         in_a_room,
         {{{"response", "reverse-y"}},
          {{"response", "reverse-x"}, {"push", "nearest"}},
          {{"response", "reverse-all"}},
          {{"response", "reflect"}, {"restitution", 0.9}, {"depenetrate", false}, {"gate", false}},
          {{"tested", "center"}, {"response", "reflect"}, {"restitution", 1.0}},
          {{"response", "return-stop"}},
          {{"response", "none"}}}}};
    return all;
}

inline const std::vector<json>& changes() {
    static const std::vector<json> all = {
        {{"tests", "swept"}},
        {{"tests", "substeps"}, {"substeps", 2}},
        {{"tests", "substeps"}, {"substeps", 8}},
        {{"gate", true}},
        {{"once", true}},
        {{"axes", "x-then-y"}},
        {{"axes", "y-then-x"}},
        {{"response", "slide"}},
        {{"response", "reflect"}},
        {{"response", "reverse"}},
        {{"response", "stop"}},
        {{"response", "return"}},
        {{"tests", "after"}, {"response", "push-out"}},
        {{"tests", "swept"}, {"response", "slide"}},
        {{"push", "nearest"}, {"depenetrate", true}},
        {{"push", "up"}, {"depenetrate", true}},
        {{"depenetrate", true}},
        {{"tested", "center"}},
        {{"tested", "feet"}},
        {{"inset", 2.0}},
        {{"side_tolerance", 3.0}},
        {{"margin", 0.5}},
        {{"step_height", 14.0}, {"tests", "swept"}, {"response", "slide"}},
        {{"friction", 0.0}},
        {{"restitution", 0.8}},
        {{"speed_cap", 150.0}},
        {{"grow", 1.0}},
        {{"grow", 6.0}},
    };
    return all;
}

/// Discs that run into another one, or into a row, each on a table of its own.
inline Table on_tables(Dice& dice) {
    Table t;
    const Play p = dice.play();
    t.rate = p.rate, t.slop = p.slop, t.contacts = p.contacts, t.frames = 45;
    t.velocities = dice.coin();
    const bool masses = dice.coin();
    for (int table = 0; table < 3; ++table) {
        const double r = dice(4, 14), angle = dice(-3.1, 3.1), aside = dice(-1.4, 1.4) * r,
                     speed = dice(0.15, table == 0 ? 2.5 : 0.8) * 2 * r * t.rate;
        const double x = std::cos(angle), y = std::sin(angle), height = 4000.0 * table;
        t.discs.push_back({0, height, r, speed * x, speed * y, 1});
        double far = speed / t.rate * dice(12, 18) + 2 * r;
        for (int left = dice.coin() ? 1 : 2; left > 0; --left) {
            t.discs.push_back(
                {far * x - aside * y, height + far * y + aside * x, r, 0, 0, masses ? dice(0.3, 4) : 1});
            far += 2 * r + dice(2.5, 3 * r);
        }
        if (dice.coin())
            t.discs.back().vx = dice(-0.2, 0.2) * speed, t.discs.back().vy = dice(-0.2, 0.2) * speed;
    }
    return t;
}
/// Some discs in a room.
inline Table within_walls(Dice& dice) {
    Table t;
    const Play p = dice.play();
    t.rate = p.rate, t.slop = p.slop, t.contacts = p.contacts, t.velocities = dice.coin();
    t.frames = static_cast<int>(t.rate);
    t.half_w = dice(150, 300), t.half_h = dice(120, 240);
    const double r = dice(5, 12);
    for (int i = 0; i < 8; ++i) {
        const double angle = dice(-3.1, 3.1), speed = dice(0.2, 1.4) * 2 * r * t.rate;
        t.discs.push_back({(i % 4 - 1.5) * 0.5 * t.half_w + dice(-0.1, 0.1) * t.half_w,
                           (i / 4 - 0.5) * t.half_h + dice(-0.2, 0.2) * t.half_h, r, speed * std::cos(angle),
                           speed * std::sin(angle), 1});
    }
    return t;
}
struct DiscGameKind {
    const char* name;
    Table (*make)(Dice&);
};
inline constexpr DiscGameKind disc_games[] = {{"on tables", on_tables}, {"within walls", within_walls}};
inline const std::vector<json>& disc_loops() {
    static const std::vector<json> all = {
        {{"push", "nearest"}},
        {{"push", "nearest"}, {"other_takes", "by-mass"}, {"restitution", 0.8}},
        {{"push", "nearest"}, {"other_takes", "same"}},
        {{"depenetrate", false}, {"gate", false}},
        {{"depenetrate", false}, {"gate", false}, {"response", "reverse-all"}},
        {{"depenetrate", false}},
        {{"response", "slide"}, {"push", "nearest"}},
        {{"response", "stop"}, {"push", "nearest"}},
        {{"tests", "before"}},
        {{"tests", "substeps"}, {"substeps", 2}, {"push", "nearest"}},
    };
    return all;
}
inline const std::vector<json>& disc_changes() {
    static const std::vector<json> all = {
        {{"tests", "swept"}},
        {{"tests", "substeps"}, {"substeps", 2}},
        {{"tests", "substeps"}, {"substeps", 8}},
        {{"gate", true}},
        {{"response", "slide"}},
        {{"response", "reflect"}},
        {{"response", "stop"}},
        {{"response", "return"}},
        {{"tests", "swept"}, {"response", "slide"}},
        {{"push", "nearest"}, {"depenetrate", true}},
        {{"depenetrate", true}},
        {{"other_takes", "half"}},
        {{"other_takes", "same"}},
        {{"other_takes", "by-mass"}},
        {{"restitution", 0.6}},
        {{"grow", 1.0}},
        {{"grow", -1.0}},
    };
    return all;
}

inline std::vector<Finding> found(const Recording& r) {
    ScanOptions options;
    options.threads = 1; // many short scans
    return scan(r, options).findings;
}

/// By its fault; or also by whom it is about.
inline std::string named(const Finding& f, bool by_bodies) {
    std::string out = f.fault;
    if (by_bodies)
        for (const Id id : std::set<Id>(f.bodies.begin(), f.bodies.end())) out += " " + std::to_string(id);
    return out;
}
inline std::set<std::string> faults(const std::vector<Finding>& findings, bool by_bodies = false) {
    std::set<std::string> out;
    for (const Finding& f : findings) out.insert(named(f, by_bodies));
    return out;
}

/// The changed game's faults; none where they depend on whether contacts are logged: the scan, not the
/// verdict, decides there. `PlayedBy`: the game that plays it.
template <class PlayedBy, class Play, class Loop>
std::optional<std::set<std::string>> played_again_by(const Play& play, const Loop& loop,
                                                     bool by_bodies = false) {
    std::set<std::string> by_log[2];
    for (const bool contacts : {false, true}) {
        Play p = play;
        p.contacts = contacts;
        by_log[contacts] = faults(found(*PlayedBy(p, loop).recording()), by_bodies);
    }
    if (by_log[0] != by_log[1]) return {};
    return by_log[0];
}
inline std::optional<std::set<std::string>> played_again(const Play& play, const Loop& loop) {
    return played_again_by<Game>(play, loop);
}

/// The loop of a game, from the words that say how it differs from the usual one.
inline Loop loop_of(const json& described) {
    Loop loop = Loop{}.with(described);
    if (described.contains("push")) loop.push = described["push"];
    return loop;
}
/// As a change of a fix, for the mover or for all that it meets.
inline json as_fix(const json& change, const json& moved = {1},
                   const json& met = {10, 11, 12, 13, 14, 15, 16, 17}) {
    json whole = change;
    if (change.contains("grow"))
        whole["colliders"] = met;
    else
        whole["motion"] = moved;
    return {{"fix", 1}, {"changes", json::array({whole})}};
}

} // namespace oddbounce::game
