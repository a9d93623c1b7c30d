// SPDX-License-Identifier: GPL-3.0-or-later
// Scenes of passing through and missing.
#include "scenes.hpp"

/// A stoat jumps up under a deck. `wrong`: whoever overlaps a floor is set on top of it.
void jump_into_deck(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"pushed back"});
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "jump into a deck" : "jump into a deck, correct",
             -vary(1400),
             rate,
             {"desired", "grounded"}});
    std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 420, 40),
                                s.block("deck", "deck", vary(60), vary(92), vary(130), vary(16))};
    solid.push_back(s.block("shed", "quay", 190, 40, 40, 80));
    Walker w;
    w.x = solid[1].x - vary(40), w.y = 18;
    w.enter(s, courier());
    const double speed = vary(110), jump = std::sqrt(-2 * s.gravity * (solid[1].bottom() - w.h + vary(20)));
    const int start = static_cast<int>(rate / 2), frames = static_cast<int>(rate * 3);
    while (s.next(frames)) {
        const double desired = s.n() < start / 2 || s.n() > 2 * start ? 0 : w.ground ? speed : speed / 4;
        if (s.n() == start && w.ground) w.vy = jump;
        if (wrong && w.vy > 0) { // its own move: what overlaps is stood upon
            w.vx = desired, w.vy += s.gravity * s.dt, w.x += w.vx * s.dt, w.y += w.vy * s.dt,
            w.ground = false;
            if (w.box().overlaps(solid[1])) w.y = solid[1].top() + w.h / 2, w.vy = 0, w.ground = true;
        } else
            w.move(s, solid, desired);
        w.describe(s, solid, desired);
    }
}

/// A stoat walks against crates. `wrong`: one of them lies on a layer that couriers do not meet.
void walk_through_crate(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong({"layers meet"});
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "walk through a crate" : "walk through a crate, correct",
             -vary(1400),
             rate,
             {"desired", "grounded"}});
    const double size = vary(30);
    std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 520, 40)};
    const Block hard = s.block("crate", "crate", -100, size / 2, size, size);
    const Block soft = s.block("crate", "crate", 60, size / 2, size, size,
                               {"", way.faulty ? "scenery" : "crate", "solid", 0.4, 0, true});
    s.log.pair("courier", "scenery", way.has("layers meet") ? "solid" : "ignore");
    solid.push_back(hard);
    if (!wrong) solid.push_back(soft);
    Walker w;
    w.x = -190, w.y = 18;
    w.enter(s, courier());
    const double speed = vary(130);
    bool jumped = false;
    for (const int frames = static_cast<int>(rate * 4); s.next(frames);) {
        const double desired = s.n() < rate / 4 ? 0 : speed;
        const bool at_crate = w.box().right() > hard.left() - 0.1 && w.x < hard.x;
        if (at_crate && w.ground && !jumped && s.n() > rate) w.vy = 520, jumped = true;
        w.move(s, solid, desired);
        w.describe(s, solid, desired);
    }
}

/// A stoat on a plank that can be jumped up through reaches a second one. `wrong`: as soon as another such
/// plank is touched, none of them holds.
void plank_lets_go(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary,
            {wrong ? "dropped by a plank" : "held by a plank", -vary(1400), rate, {"desired", "grounded"}});
    const bounce::Surface one_way{"", "", "one-way", 0.5, 0, true};
    const Block quay = s.block("quay", "quay", 0, -20, 420, 40);
    const Block low = s.block("plank", "plank", -60, vary(80), 160, 6, one_way);
    const Block high = s.block("plank", "plank", 70, low.y + vary(20), 120, 6, one_way);
    Walker w;
    w.x = -110, w.y = low.top() + 18;
    w.enter(s, courier());
    const double speed = vary(90);
    bool falls = false;
    for (const int frames = static_cast<int>(rate * 2.5); s.next(frames);) {
        const bool touches = w.box().right() > high.left();
        const double desired = s.n() < rate / 4 || (touches && !wrong && w.x > high.left()) ? 0 : speed;
        falls = falls || (wrong && touches);
        w.vx = desired, w.vy += s.gravity * s.dt;
        const double feet = w.box().bottom();
        w.x += w.vx * s.dt, w.y += w.vy * s.dt, w.ground = false;
        for (const Block* b : {&quay, &low, &high}) {
            const bool holds = b == &quay || (!falls && feet >= b->top() - 1e-9);
            if (holds && w.box().overlaps(*b)) w.y = b->top() + w.h / 2, w.vy = 0, w.ground = true;
        }
        std::vector<Block> under = {quay};
        if (!falls && w.box().bottom() >= low.top() - 0.01) under.push_back(low);
        w.describe(s, under, desired);
        if (w.box().overlaps(high)) s.log.contact(bounce::Contact(w.id, high.id).active(false));
    }
}

/// A tall stoat feels for walls with points on its side. `wrong`: two of them, and a beam fits between.
void feelers(const std::string& path, const Way& way, Chance& vary) {
    const bool wrong = way.wrong();
    const double rate = vary.rate();
    Stage s(path, vary, {wrong ? "feelers" : "feelers, correct", -vary(1400), rate, {"desired", "grounded"}});
    const double thick = vary(10);
    std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 420, 40),
                                s.block("beam", "beam", 75, vary(19, 0.1), 60, thick)};
    const Block& beam = solid[1];
    Walker w;
    w.x = -80, w.y = 18;
    w.enter(s, courier());
    const int points =
        wrong ? static_cast<int>(way.by("points", 2)) : static_cast<int>(std::ceil(w.h / thick)) + 2;
    const auto point = [&](int i) { return -w.h / 2 + 1 + (w.h - 2) * i / (points - 1); };
    bool felt = false;
    for (int i = 0; i < points; ++i) {
        s.log.probe(i + 1, w.id, "right " + std::to_string(i + 1), w.w / 2, point(i), 1, 0);
        felt = felt || std::abs(w.y + point(i) - beam.y) < thick / 2;
    }
    const double speed = vary(100);
    for (const int frames = static_cast<int>(rate * 2); s.next(frames);) {
        // What it does not feel it runs into: its nose is in the beam before it turns back.
        const double desired = s.n() < rate / 4 ? 0 : s.n() < rate * 1.5 ? speed : -speed;
        if (wrong) {
            const double most = beam.left() - w.w / 2 + (felt ? 0 : 6);
            w.vx = desired, w.x = std::min(w.x + w.vx * s.dt, most);
            if (w.x >= most && desired > 0) w.vx = 0;
            w.ground = true, w.vy = 0;
        } else
            w.move(s, solid, desired);
        w.describe(s, solid, desired);
        if (wrong && !felt && w.box().overlaps(beam))
            s.touch(w.id, beam.id, beam.left(), beam.y, 1, 0, w.box().right() - beam.left());
    }
}
