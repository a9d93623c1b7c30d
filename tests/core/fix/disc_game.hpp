// SPDX-License-Identifier: GPL-3.0-or-later
// A small game of discs that push each other, written for itself: it shares no code with the models that
// fixes are judged by.
#pragma once

#include "core/scene.hpp"

#include <cmath>
#include <random>
#include <set>

namespace oddbounce::game {

using nlohmann::json;

struct Disc {
    double x = 0, y = 0, r = 1, vx = 0, vy = 0, mass = 1;
};

/// What the loop of the game does: the keys of a motion change, by their words.
struct DiscLoop {
    std::string tests = "after", response = "reflect", push = "nearest", other_takes = "half";
    int substeps = 4;
    bool depenetrate = true, gate = true;
    double restitution = 1, grow = 0;

    DiscLoop with(const json& change) const {
        DiscLoop l = *this;
        const auto take = [&](const char* key, auto& to) {
            if (change.contains(key)) to = change[key].get<std::remove_reference_t<decltype(to)>>();
        };
        take("tests", l.tests), take("response", l.response), take("substeps", l.substeps),
            take("other_takes", l.other_takes), take("gate", l.gate), take("restitution", l.restitution),
            take("grow", l.grow);
        if (change.contains("tests") || change.contains("response"))
            l.depenetrate = l.tests == "after" || l.tests == "substeps", l.push = "back";
        take("depenetrate", l.depenetrate), take("push", l.push);
        return l;
    }
};

struct Table {
    std::vector<Disc> discs;
    double rate = 60, slop = 0.5;
    int frames = 60;
    bool contacts = true, velocities = true;
    /// Half of the sides of a rectangle round the origin, 0: there is none; other code turns the discs at
    /// them and puts them back inside.
    double half_w = 0, half_h = 0;
};

class DiscGame {
  public:
    DiscGame(Table table, DiscLoop loop) : t_(std::move(table)), l_(std::move(loop)), dt_(1 / t_.rate) {
        for (Disc& d : t_.discs) d.r += l_.grow;
    }

    std::shared_ptr<Recording> recording() {
        json logs = json::array();
        if (t_.contacts) logs.push_back("contacts");
        Scene scene(json{{"rate", t_.rate}, {"slop", t_.slop}, {"logs", logs}});
        for (std::size_t i = 0; i < t_.discs.size(); ++i)
            scene.body(
                static_cast<int>(i) + 1, "kinematic", Scene::ball(t_.discs[i].r),
                {{"name", "ball " + std::to_string(i + 1)}, {"kind", "ball"}, {"mass", t_.discs[i].mass}});
        const bool walled = t_.half_w > 0;
        constexpr double thick = 20;
        for (int i = 0; walled && i < 4; ++i)
            scene.body(first_wall + i, "static",
                       i < 2 ? Scene::block(thick, 2 * (t_.half_h + thick))
                             : Scene::block(2 * t_.half_w, thick),
                       {{"name", "wall " + std::to_string(i + 1)}, {"kind", "wall"}});
        for (int n = 0; n < t_.frames; ++n) {
            hits_.clear();
            if (n > 0) step();
            if (n > 0 && walled) put_inside();
            json rows = json::array(), more = json::object();
            for (int i = 0; walled && n == 0 && i < 4; ++i)
                rows.push_back({first_wall + i, i < 2 ? (2 * i - 1) * (t_.half_w + thick / 2) : 0.0,
                                i < 2 ? 0.0 : (2 * i - 5) * (t_.half_h + thick / 2)});
            for (std::size_t i = 0; i < t_.discs.size(); ++i) {
                const Disc& d = t_.discs[i];
                rows.push_back({i + 1, d.x, d.y, 0});
                if (t_.velocities) rows.back().insert(rows.back().end(), {d.vx, d.vy});
            }
            if (t_.contacts) {
                more["contacts"] = json::array();
                for (const auto& [pair, normal] : hits_)
                    more["contacts"].push_back({{"a", pair.first + 1},
                                                {"b", pair.second + 1},
                                                {"normal", {normal.x, normal.y}},
                                                {"phase", was_.count(pair) ? "stay" : "begin"}});
            }
            scene.frame(rows, more);
            was_.clear();
            for (const auto& [pair, normal] : hits_) was_.insert(pair);
        }
        return scene.recording();
    }

  private:
    struct Vec {
        double x, y;
    };
    using Pair = std::pair<std::size_t, std::size_t>;
    static constexpr int first_wall = 100;

    void put_inside() {
        for (Disc& d : t_.discs)
            for (const auto& [at, v, half] :
                 {std::tuple(&d.x, &d.vx, t_.half_w - d.r), std::tuple(&d.y, &d.vy, t_.half_h - d.r)})
                if (std::abs(*at) > half) {
                    *at = *at > 0 ? half : -half;
                    *v = 0.85 * std::abs(*v) * (*at > 0 ? -1 : 1);
                }
    }

    void step() {
        from_ = t_.discs;
        if (l_.tests == "swept") return sweep();
        if (l_.tests == "before") {
            resolve(false, false), move(dt_);
            return;
        }
        const int parts = l_.tests == "substeps" ? l_.substeps : 1;
        for (int i = 0; i < parts; ++i) move(dt_ / parts), resolve(true, l_.depenetrate || puts_back());
    }
    bool puts_back() const {
        return l_.response == "return" || l_.response == "return-stop" || l_.response == "push-out";
    }
    void move(double dt) {
        for (Disc& d : t_.discs) d.x += d.vx * dt, d.y += d.vy * dt;
    }
    template <class Each> void each_pair(Each&& each) {
        for (std::size_t i = 0; i < t_.discs.size(); ++i)
            for (std::size_t k = i + 1; k < t_.discs.size(); ++k) {
                each(i, k);
                if (l_.other_takes == "same") each(k, i);
            }
    }
    void resolve(bool moved, bool places) {
        each_pair([&](std::size_t i, std::size_t k) {
            Disc &a = t_.discs[i], &b = t_.discs[k];
            const double x = b.x - a.x, y = b.y - a.y, apart = std::hypot(x, y), depth = a.r + b.r - apart;
            if (depth <= 0 || apart == 0) return;
            Vec n{x / apart, y / apart};
            double out = depth;
            if (moved && l_.push == "back" && depth > 1e-9) came_through(i, k, n, out);
            if (moved && l_.push == "up") {
                n = {0, -1};
                out = std::sqrt(std::max(0.0, (a.r + b.r) * (a.r + b.r) - x * x)) + y;
            }
            respond(i, k, n);
            if (!places) return;
            const double share = share_of(a, b);
            if (l_.response == "return" || l_.response == "return-stop") {
                if (share < 1) a.x = from_[i].x, a.y = from_[i].y;
                if (share > 0) b.x = from_[k].x, b.y = from_[k].y;
                return;
            }
            a.x -= n.x * out * (1 - share), a.y -= n.y * out * (1 - share);
            b.x += n.x * out * share, b.y += n.y * out * share;
        });
    }
    /// The normal where they met in this step, and the way back along it.
    void came_through(std::size_t i, std::size_t k, Vec& n, double& out) const {
        const Disc &a = t_.discs[i], &b = t_.discs[k], &a0 = from_[i], &b0 = from_[k];
        const double x0 = b0.x - a0.x, y0 = b0.y - a0.y, dx = (b.x - a.x) - x0, dy = (b.y - a.y) - y0;
        const double t = touch(x0, y0, dx, dy, a.r + b.r);
        if (t < 0 || t > 1) return;
        const double x = x0 + dx * t, y = y0 + dy * t, size = std::hypot(x, y);
        const Vec through{x / size, y / size};
        const double along = (b.x - a.x) * through.x + (b.y - a.y) * through.y,
                     across = (b.x - a.x) * through.y - (b.y - a.y) * through.x,
                     half = std::sqrt(std::max(0.0, size * size - across * across));
        const double back = half - along;
        if (back > 1.5 * std::hypot(dx, dy)) return;
        n = through, out = back;
    }
    /// When two whose centers are (x, y) apart touch, (dx, dy) being how that changes in the step; -1: they
    /// do not, or touch at first.
    static double touch(double x, double y, double dx, double dy, double radii) {
        const double a = dx * dx + dy * dy, b = x * dx + y * dy, c = x * x + y * y - radii * radii;
        if (c <= 0 || b >= 0 || b * b < a * c) return -1;
        return (-b - std::sqrt(b * b - a * c)) / a;
    }
    double share_of(const Disc& a, const Disc& b) const {
        return l_.other_takes == "half" ? 0.5 : l_.other_takes == "by-mass" ? a.mass / (a.mass + b.mass) : 0;
    }
    void respond(std::size_t i, std::size_t k, const Vec& n) {
        Disc &a = t_.discs[i], &b = t_.discs[k];
        const bool alone = l_.other_takes == "same";
        hits_.push_back({{i, k}, n});
        const double vx = alone ? a.vx : a.vx - b.vx, vy = alone ? a.vy : a.vy - b.vy,
                     closing = vx * n.x + vy * n.y, e = l_.restitution, factor = e > 0 ? e : 1;
        if (l_.gate && closing <= 0) return;
        double cx = 0, cy = 0; // how that is changed
        if (l_.response == "stop" || l_.response == "return-stop")
            cx = -vx, cy = -vy;
        else if (l_.response == "reverse-all")
            cx = -vx * (1 + factor), cy = -vy * (1 + factor);
        else if (l_.response == "reflect")
            cx = -n.x * (1 + e) * closing, cy = -n.y * (1 + e) * closing;
        else if (l_.response == "reverse")
            (std::abs(n.x) >= std::abs(n.y) ? cx : cy) =
                -(1 + factor) * (std::abs(n.x) >= std::abs(n.y) ? vx : vy);
        else if (l_.response != "none" && (closing > 0 || (l_.push == "up" && l_.depenetrate))) {
            const double part = 1 + (l_.response == "push-out" ? e : 0);
            cx = -n.x * part * closing, cy = -n.y * part * closing;
        }
        const double share = share_of(a, b);
        a.vx += cx * (1 - share), a.vy += cy * (1 - share), b.vx -= cx * share, b.vy -= cy * share;
    }
    void sweep() {
        double left = 1;
        for (std::size_t pass = 0; pass < 8 * t_.discs.size() && left > 0; ++pass) {
            double first = 2;
            Pair pair;
            Vec normal{};
            each_pair([&](std::size_t i, std::size_t k) {
                const Disc &a = t_.discs[i], &b = t_.discs[k];
                const double x = b.x - a.x, y = b.y - a.y, dx = (b.vx - a.vx) * dt_ * left,
                             dy = (b.vy - a.vy) * dt_ * left, apart = std::hypot(x, y);
                double t = touch(x, y, dx, dy, a.r + b.r);
                if (apart <= a.r + b.r && dx * x + dy * y < 0) t = 0;
                if (t < 0 || t > 1 || t >= first) return;
                const double nx = x + dx * t, ny = y + dy * t, size = std::hypot(nx, ny);
                first = t, pair = {i, k}, normal = {nx / size, ny / size};
            });
            move(dt_ * left * std::min(first, 1.0));
            if (first > 1) return;
            left *= 1 - first;
            respond(pair.first, pair.second, normal);
        }
    }

    Table t_;
    DiscLoop l_;
    double dt_;
    std::vector<Disc> from_;
    std::vector<std::pair<Pair, Vec>> hits_;
    std::set<Pair> was_;
};

} // namespace oddbounce::game
