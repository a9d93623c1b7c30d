// SPDX-License-Identifier: GPL-3.0-or-later
// Animals that press to one place and push each other apart, as code does that takes pair by pair.
#include "more_scenes.hpp"

#include <numbers>
#include <optional>

namespace {

struct Place {
    double x = 0, y = 0;
};

/// How they are put apart: once, or in some turns; all of what overlaps, or a part in each.
struct Pushes {
    int turns = 1;
    double share = 1;
    bool boxes = false; ///< along the shorter of two axes
    bool told = false;  ///< contacts are logged, and as velocity what each wants
};

enum class Ends { Stay, GoHome, Held };

constexpr std::size_t many = 10, first_goat = 20;

bounce::Id id_of(std::size_t goat) { return static_cast<bounce::Id>(first_goat + goat); }

/// Pushes two of them apart, by half each; one that is held goes nowhere. Returns the normal from a to b;
/// none where they do not overlap.
std::optional<Place> put_apart(Place& a, Place& b, double size, const Pushes& pushes, bool a_held,
                               bool b_held) {
    const double x = b.x - a.x, y = b.y - a.y, far = std::hypot(x, y);
    Place normal{x / far, y / far};
    double deep = size - far;
    if (pushes.boxes) {
        const bool along_x = std::abs(x) > std::abs(y);
        normal = {along_x ? std::copysign(1, x) : 0, along_x ? 0 : std::copysign(1, y)};
        deep = size - std::max(std::abs(x), std::abs(y));
    }
    if (deep <= 0 || far == 0) return {};
    const double of_a = a_held ? 0 : b_held ? 1 : 0.5, of_b = b_held ? 0 : 1 - of_a;
    a.x -= normal.x * deep * pushes.share * of_a, a.y -= normal.y * deep * pushes.share * of_a;
    b.x += normal.x * deep * pushes.share * of_b, b.y += normal.y * deep * pushes.share * of_b;
    return normal;
}

/// Goats walk to a trough and press. They stay there; or go home after a while; or would, but two that
/// get into each other by then stay for good.
void goats(const std::string& path, Chance& vary, const Pushes& pushes, Ends ends) {
    const double rate = vary.rate(), size = vary(22), speed = vary(70);
    Setting setting = plain("goats at a trough", rate, {"desired"});
    setting.contacts = pushes.told;
    Stage s(path, vary, setting);
    const Block wall = s.block("fence", "fence", 180, 0, 40, 600);
    std::vector<Place> home, at;
    for (std::size_t i = 0; i < many; ++i) {
        const double round = static_cast<double>(i) * 2 * std::numbers::pi / static_cast<double>(many);
        home.push_back({vary(130) * std::cos(round), vary(130) * std::sin(round)});
        const bounce::Id id = id_of(i);
        s.log.body(id, bounce::Body("goat " + std::to_string(i + 1), "goat", "kinematic"));
        s.log.collider(id, id, pushes.boxes ? bounce::box(size, size) : bounce::circle(size / 2));
    }
    at = home;
    std::vector<bool> held(many);
    std::vector<Place> wants(many);
    const Place trough{vary(90), vary(40)};
    const int leave = static_cast<int>(rate * 4.5);
    for (const int frames = static_cast<int>(rate * 6.5); s.next(frames);) {
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
            wants[i] = {x * share, y * share};
            s.log.desired(id_of(i), x * share, y * share);
            if (s.n() > 0 && !held[i]) at[i].x += x * share * s.dt, at[i].y += y * share * s.dt;
        }
        for (int turn = 0; turn < pushes.turns && s.n() > 0; ++turn)
            for (std::size_t i = 0; i < many; ++i)
                for (std::size_t k = 0; k < i; ++k)
                    if (const auto n = put_apart(at[k], at[i], size, pushes, held[k], held[i]);
                        n && pushes.told)
                        s.touch(id_of(k), id_of(i), (at[i].x + at[k].x) / 2, (at[i].y + at[k].y) / 2, n->x,
                                n->y);
        for (std::size_t i = 0; i < many; ++i) {
            at[i].x = std::min(at[i].x, wall.left() - size / 2);
            const bounce::Id id = id_of(i);
            if (pushes.told)
                s.log.state(id, at[i].x, at[i].y, 0, wants[i].x, wants[i].y);
            else
                s.log.state(id, at[i].x, at[i].y);
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
        {"goats that tell what touches", "",
         [](auto& p, auto& v) {
             goats(p, v, {2, 1, false, true}, Ends::GoHome);
         }},
        {"square goats that tell what touches", "",
         [](auto& p, auto& v) {
             goats(p, v, {2, 1, true, true}, Ends::GoHome);
         }},
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
