// SPDX-License-Identifier: GPL-3.0-or-later
// The sample recordings of Gullwick Post: of each fault one faulty and one right way of doing the same thing.
#pragma once

#include "stage.hpp"

struct Scene {
    const char* file;       ///< name without ending
    const char* right_file; ///< of the right way
    const char* fault;      ///< what is found in it
    const char* group;      ///< heading on the start page
    const char* title;
    const char* what; ///< what is wrong in it, in words that a newcomer understands
    const char* right_title;
    const char* right; ///< what is done right
    void (*write)(const std::string& path, const Way& way, Chance& vary);
};

const std::vector<Scene>& scenes();

/// A change to a faulty way of doing it, as a person would try it: made in the program, and said as a fix.
struct Change {
    const char* file; ///< of the scene
    const char* name; ///< as the program knows it
    double amount;
    const char* fix; ///< the changes of a fix document
};
const std::vector<Change>& changes();

// One function a situation.
// scenes_passing.cpp
void jump_into_deck(const std::string& path, const Way& way, Chance& vary);
void walk_through_crate(const std::string& path, const Way& way, Chance& vary);
void plank_lets_go(const std::string& path, const Way& way, Chance& vary);
void feelers(const std::string& path, const Way& way, Chance& vary);
// scenes_responses.cpp
void mail_slot(const std::string& path, const Way& way, Chance& vary);
void drum_in_wall(const std::string& path, const Way& way, Chance& vary);
void drum_on_crate(const std::string& path, const Way& way, Chance& vary);
void drum_between_moles(const std::string& path, const Way& way, Chance& vary);
void cart_at_corner(const std::string& path, const Way& way, Chance& vary);
void lantern(const std::string& path, const Way& way, Chance& vary);
void letter_box(const std::string& path, const Way& way, Chance& vary);
// scenes_stuck.cpp
void cart_in_shed(const std::string& path, const Way& way, Chance& vary);
void along_the_shed(const std::string& path, const Way& way, Chance& vary);
void quay_wall(const std::string& path, const Way& way, Chance& vary);
void empty_place(const std::string& path, const Way& way, Chance& vary);
void edge_of_pier(const std::string& path, const Way& way, Chance& vary);
void narrow_gap(const std::string& path, const Way& way, Chance& vary);
void flush_wall(const std::string& path, const Way& way, Chance& vary);
// scenes_seen.cpp
void gull_box(const std::string& path, const Way& way, Chance& vary);
void stoat_ears(const std::string& path, const Way& way, Chance& vary);
void gull_sight(const std::string& path, const Way& way, Chance& vary);
void lamp_beams(const std::string& path, const Way& way, Chance& vary);
void gull_and_crates(const std::string& path, const Way& way, Chance& vary);
void mail_sorter(const std::string& path, const Way& way, Chance& vary);
// crane_yard.cpp: in space
void yard_lantern(const std::string& path, const Way& way, Chance& vary);
void yard_cart(const std::string& path, const Way& way, Chance& vary);
void yard_pane(const std::string& path, const Way& way, Chance& vary);
void yard_hook(const std::string& path, const Way& way, Chance& vary);
void yard_sorter(const std::string& path, const Way& way, Chance& vary);
void yard_sail(const std::string& path, const Way& way, Chance& vary);
void yard_deck(const std::string& path, const Way& way, Chance& vary);
void yard_ramp(const std::string& path, const Way& way, Chance& vary);
