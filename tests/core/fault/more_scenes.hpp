// SPDX-License-Identifier: GPL-3.0-or-later
// More ways of doing it wrong, and right, than the samples show: for tests alone.
#pragma once

#include <stage.hpp>

/// A mover that flies straight from (x, y) at (vx, vy); `stop` at a frame: stands from then on.
struct Flyer {
    bounce::Id id = 1;
    double x = 0, y = 0, vx = 0, vy = 0, turn = 0, spin = 0;
    void enter(Stage& s, const char* name, const std::string& shape, const char* moves = "kinematic",
               const bounce::Surface& surface = {}) const {
        s.log.body(id, bounce::Body(name, name, moves)), s.log.collider(id, id, shape, surface);
    }
    void step(Stage& s) {
        if (s.n() > 0) x += vx * s.dt, y += vy * s.dt, turn += spin * s.dt;
    }
    void describe(Stage& s) const { s.log.state(id, x, y, turn, vx, vy, spin); }
};

inline Setting plain(const char* title, double rate, std::vector<std::string> more = {}, double gravity = 0) {
    return {title, gravity, rate, std::move(more)};
}

/// A setting without contacts.
inline Setting untold(const char* title, double rate, std::vector<std::string> more = {},
                      double gravity = 0) {
    Setting s = plain(title, rate, std::move(more), gravity);
    s.contacts = false;
    return s;
}

/// A quay whose top is at 0.
inline Block quay_of(Stage& s) { return s.block("quay", "quay", 0, -20, 800, 40); }

struct MoreScene {
    const char* name;
    const char* fault; ///< what must be found; empty: nothing
    void (*write)(const std::string& path, Chance& vary);
    const char* about = ""; ///< the name that the finding must give first; empty: any
    bool by_all = false;    ///< it takes all that is logged to see that it is right
};
const std::vector<MoreScene>& more_scenes();
const std::vector<MoreScene>& effect_scenes();
const std::vector<MoreScene>& further_scenes();
const std::vector<MoreScene>& game_scenes();
const std::vector<MoreScene>& cause_scenes();
const std::vector<MoreScene>& little_log_scenes();
const std::vector<MoreScene>& excuse_scenes();
const std::vector<MoreScene>& still_scenes();
const std::vector<MoreScene>& small_game_scenes();
const std::vector<MoreScene>& map_scenes();
const std::vector<MoreScene>& other_game_scenes();
const std::vector<MoreScene>& crowd_scenes();
const std::vector<MoreScene>& own_rule_scenes();
const std::vector<MoreScene>& space_scenes();
/// All of them.
inline std::vector<MoreScene> every_more_scene() {
    std::vector<MoreScene> all;
    for (const auto* some :
         {&more_scenes(), &effect_scenes(), &further_scenes(), &game_scenes(), &cause_scenes(),
          &little_log_scenes(), &excuse_scenes(), &still_scenes(), &small_game_scenes(), &map_scenes(),
          &other_game_scenes(), &crowd_scenes(), &own_rule_scenes(), &space_scenes()})
        all.insert(all.end(), some->begin(), some->end());
    return all;
}
