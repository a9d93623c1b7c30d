// SPDX-License-Identifier: GPL-3.0-or-later
// Animals that press to one place and push each other apart, as code does that takes pair by pair.
#include "more_scenes.hpp"

#include <numbers>

namespace {

struct Place {
    double x = 0, y = 0;
};

/// How they are put apart: once, or in some turns; all of what overlaps, or a part in each.
struct Pushes {
    int turns = 1;
    double share = 1;
    bool boxes = false; ///< along the shorter of two axes
};

enum class Ends { Stay, GoHome, Held };

constexpr std::size_t many = 10, first_goat = 20;

/// Pushes two of them apart, by half each; one that is held goes nowhere.
void put_apart(Place& a, Place& b, double size, const Pushes& pushes, bool a_held, bool b_held) {
    double x = b.x - a.x, y = b.y - a.y;
    if (pushes.boxes) {
        const double in_x = size - std::abs(x), in_y = size - std::abs(y);
        if (in_x <= 0 || in_y <= 0) return;
        const bool along_x = in_x < in_y;
        x = along_x ? std::copysign(in_x, x) : 0, y = along_x ? 0 : std::copysign(in_y, y);
    } else {
        const double far = std::hypot(x, y);
        if (far >= size || far == 0) return;
        x *= (size - far) / far, y *= (size - far) / far;
    }
    const double of_a = a_held ? 0 : b_held ? 1 : 0.5, of_b = b_held ? 0 : 1 - of_a;
    a.x -= x * pushes.share * of_a, a.y -= y * pushes.share * of_a;
    b.x += x * pushes.share * of_b, b.y += y * pushes.share * of_b;
}

/// Goats walk to a trough and press. They stay there; or go home after a while; or would, but two that
/// get into each other by then stay for good.
void goats(const std::string& path, Chance& vary, const Pushes& pushes, Ends ends) {
    const double rate = vary.rate(), size = vary(22), speed = vary(70);
    Stage s(path, vary, untold("goats at a trough", rate, {"desired"}));
    const Block wall = s.block("fence", "fence", 180, 0, 40, 600);
    std::vector<Place> home, at;
    for (std::size_t i = 0; i < many; ++i) {
        const double round = static_cast<double>(i) * 2 * std::numbers::pi / static_cast<double>(many);
        home.push_back({vary(130) * std::cos(round), vary(130) * std::sin(round)});
        const auto id = static_cast<bounce::Id>(first_goat + i);
        s.log.body(id, bounce::Body("goat " + std::to_string(i + 1), "goat", "kinematic"));
        s.log.collider(id, id, pushes.boxes ? bounce::box(size, size) : bounce::circle(size / 2));
    }
    at = home;
    std::vector<bool> held(many);
    const Place trough{vary(90), vary(40)};
    const int leave = static_cast<int>(rate * 5);
    for (const int frames = static_cast<int>(rate * 9); s.next(frames);) {
        const bool leaves = ends != Ends::Stay && s.n() >= leave;
        if (ends == Ends::Held && s.n() == leave) { // the nearest two that live far apart
            std::size_t one = 0, other = many / 2;
            const auto apart = [&](std::size_t i, std::size_t k) {
                return std::hypot(at[i].x - at[k].x, at[i].y - at[k].y);
            };
            for (std::size_t i = 0; i < many; ++i)
                for (std::size_t k = 0; k + 3 <= i; ++k)
                    if (i - k <= many - 3 && apart(i, k) < apart(one, other)) one = i, other = k;
            const double share = 0.88 * size / apart(one, other);
            at[one] = {at[other].x + (at[one].x - at[other].x) * share,
                       at[other].y + (at[one].y - at[other].y) * share};
            held[one] = held[other] = true;
        }
        for (std::size_t i = 0; i < many; ++i) {
            const Place& to = leaves ? home[i] : trough;
            const double x = to.x - at[i].x, y = to.y - at[i].y, far = std::hypot(x, y);
            const double share = speed / std::max(far, 20.0); // slower where it arrives
            s.log.desired(static_cast<bounce::Id>(first_goat + i), x * share, y * share);
            if (s.n() > 0 && !held[i]) at[i].x += x * share * s.dt, at[i].y += y * share * s.dt;
        }
        for (int turn = 0; turn < pushes.turns && s.n() > 0; ++turn)
            for (std::size_t i = 0; i < many; ++i)
                for (std::size_t k = 0; k < i; ++k) put_apart(at[k], at[i], size, pushes, held[k], held[i]);
        for (std::size_t i = 0; i < many; ++i) {
            at[i].x = std::min(at[i].x, wall.left() - size / 2);
            s.log.state(static_cast<bounce::Id>(first_goat + i), at[i].x, at[i].y);
        }
    }
}

} // namespace

const std::vector<MoreScene>& crowd_scenes() {
    static const std::vector<MoreScene> all = {
        {"goats press to a trough", "", [](auto& p, auto& v) { goats(p, v, {}, Ends::Stay); }},
        {"goats put apart in three turns", "", [](auto& p, auto& v) { goats(p, v, {3}, Ends::Stay); }},
        {"goats put apart by a part", "",
         [](auto& p, auto& v) {
             goats(p, v, {2, 0.6}, Ends::GoHome);
         }},
        {"goats come and go", "", [](auto& p, auto& v) { goats(p, v, {}, Ends::GoHome); }},
        {"square goats press to a trough", "",
         [](auto& p, auto& v) {
             goats(p, v, {2, 1, true}, Ends::Stay);
         }},
        {"square goats come and go", "",
         [](auto& p, auto& v) {
             goats(p, v, {2, 1, true}, Ends::GoHome);
         }},
        {"goats that overlap cannot leave", "trapped", [](auto& p, auto& v) { goats(p, v, {}, Ends::Held); }},
    };
    return all;
}
