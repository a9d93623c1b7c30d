// SPDX-License-Identifier: GPL-3.0-or-later
// A small game of upright boxes, written for itself: what a verdict says of a change is compared with this
// game played with it. It shares no code with the models that fixes are judged by.
#pragma once

#include "core/scene.hpp"

#include <cmath>
#include <functional>
#include <random>
#include <set>

namespace oddbounce::game {

using nlohmann::json;

struct Rect {
    double x = 0, y = 0, w = 0, h = 0;
    bool one_way = false;
    double left() const { return x - w / 2; }
    double right() const { return x + w / 2; }
    double bottom() const { return y - h / 2; }
    double top() const { return y + h / 2; }
};

/// What the loop of the game does: the keys of a motion change, by their words.
struct Loop {
    std::string tests = "after", axes = "together", tested = "shape", response = "slide", push = "back",
                one_way = "usual";
    int substeps = 4;
    bool depenetrate = true, gate = true, once = false;
    double inset = 0, side_tolerance = 0, margin = 0, step_height = 0, speed_cap = 0, restitution = 0,
           friction = 0;
    double grow = 0; // of all that it meets

    Loop with(const json& change) const {
        Loop l = *this;
        const auto take = [&](const char* key, auto& to) {
            if (change.contains(key)) to = change[key].get<std::remove_reference_t<decltype(to)>>();
        };
        take("tests", l.tests), take("axes", l.axes), take("tested", l.tested), take("response", l.response),
            take("one_way", l.one_way), take("substeps", l.substeps), take("gate", l.gate),
            take("once", l.once), take("inset", l.inset), take("side_tolerance", l.side_tolerance),
            take("margin", l.margin), take("step_height", l.step_height), take("speed_cap", l.speed_cap),
            take("restitution", l.restitution), take("friction", l.friction), take("grow", l.grow);
        if (change.contains("tests") || change.contains("response"))
            l.depenetrate = l.tests == "after" || l.tests == "substeps", l.push = "back";
        take("depenetrate", l.depenetrate), take("push", l.push);
        return l;
    }
};

/// A world and what is to happen in it.
struct Play {
    std::vector<Rect> rects;
    Rect mover;
    double vx = 0, vy = 0, gravity = 0, rate = 60, slop = 0.5;
    int frames = 120;
    std::function<std::optional<std::array<double, 2>>(int)>
        desired; ///< what the code wants to move by; null: it flies
    bool contacts = true, kinematic = true, velocities = true;
    /// Walls all round, which other code handles: it puts the mover back inside, and keeps so much of its
    /// speed.
    std::optional<Rect> room;
    double keeps = 0.8;
};

class Game {
  public:
    Game(Play play, Loop loop) : p_(std::move(play)), l_(std::move(loop)), dt_(1 / p_.rate) {
        for (Rect& r : p_.rects) r.w += 2 * l_.grow, r.h += 2 * l_.grow;
    }

    std::shared_ptr<Recording> recording() {
        json logs = json::array();
        if (p_.contacts) logs.push_back("contacts");
        if (p_.desired) logs.push_back("desired");
        Scene scene(json{{"rate", p_.rate}, {"slop", p_.slop}, {"gravity", {0, p_.gravity}}, {"logs", logs}});
        scene.body(1, p_.kinematic ? "kinematic" : "dynamic", Scene::block(p_.mover.w, p_.mover.h),
                   {{"name", "mover"}, {"upright", true}}, {{"friction", l_.friction}});
        for (std::size_t i = 0; i < p_.rects.size(); ++i)
            scene.body(static_cast<int>(i) + 10, "static", Scene::block(p_.rects[i].w, p_.rects[i].h),
                       {{"name", "block " + std::to_string(i + 1)}, {"kind", "block"}},
                       {{"friction", 1.0}, {"role", p_.rects[i].one_way ? "one-way" : "solid"}});
        std::vector<Rect> walls;
        if (p_.room) {
            const Rect& r = *p_.room;
            constexpr double thick = 20;
            walls = {{r.left() - thick / 2, r.y, thick, r.h + 2 * thick},
                     {r.right() + thick / 2, r.y, thick, r.h + 2 * thick},
                     {r.x, r.bottom() - thick / 2, r.w, thick},
                     {r.x, r.top() + thick / 2, r.w, thick}};
        }
        for (std::size_t i = 0; i < walls.size(); ++i)
            scene.body(static_cast<int>(i) + first_wall + 10, "static", Scene::block(walls[i].w, walls[i].h),
                       {{"name", "wall " + std::to_string(i + 1)}, {"kind", "wall"}});
        for (int n = 0; n < p_.frames; ++n) {
            hits_.clear();
            if (n > 0) step(n);
            json rows = {{1, p_.mover.x, p_.mover.y, 0}}, more = json::object();
            if (p_.velocities) rows[0].insert(rows[0].end(), {p_.vx, p_.vy});
            for (std::size_t i = 0; n == 0 && i < walls.size(); ++i)
                rows.push_back({static_cast<int>(i) + first_wall + 10, walls[i].x, walls[i].y});
            if (n == 0)
                for (std::size_t i = 0; i < p_.rects.size(); ++i)
                    rows.push_back({static_cast<int>(i) + 10, p_.rects[i].x, p_.rects[i].y});
            if (p_.contacts) {
                more["contacts"] = json::array();
                for (const auto& [i, normal] : hits_)
                    more["contacts"].push_back({{"a", 1},
                                                {"b", i + 10},
                                                {"normal", {normal[0], normal[1]}},
                                                {"phase", was_.count(i) ? "stay" : "begin"}});
            }
            if (p_.desired) {
                const auto want = p_.desired(n);
                more["desired"] = {{1, want ? (*want)[0] : 0.0, want ? (*want)[1] : 0.0}};
            }
            scene.frame(rows, more);
            was_.clear();
            for (const auto& [i, normal] : hits_) was_.insert(i);
        }
        return scene.recording();
    }

  private:
    static constexpr int first_wall = 20; // among what is hit
    using Vec = std::array<double, 2>;
    struct Face {
        Vec normal; // from the mover to the block
        double out; // how far it must go back to be clear
    };

    void step(int n) {
        from_ = p_.mover;
        p_.vy += p_.gravity * dt_;
        want_.reset();
        if (p_.desired) want_ = p_.desired(n);
        if (want_) {
            p_.vx = (*want_)[0];
            if (p_.gravity == 0) p_.vy = (*want_)[1];
        }
        const double speed = std::hypot(p_.vx, p_.vy);
        if (l_.speed_cap > 0 && speed > l_.speed_cap)
            p_.vx *= l_.speed_cap / speed, p_.vy *= l_.speed_cap / speed;
        if (l_.tests == "before") {
            test(from_, false);
            p_.mover.x += p_.vx * dt_, p_.mover.y += p_.vy * dt_;
        } else if (l_.tests == "swept") {
            if (l_.step_height > 0 && want_) step_up();
            if (l_.axes == "together") sweep(true, true);
            if (l_.axes == "x-then-y") sweep(true, false), sweep(false, true);
            if (l_.axes == "y-then-x") sweep(false, true), sweep(true, false);
        } else {
            const int count = l_.tests == "substeps" ? l_.substeps : 1;
            for (int i = 0; i < count; ++i) {
                if (l_.axes == "together") move(true, true, dt_ / count);
                if (l_.axes == "x-then-y") move(true, false, dt_ / count), move(false, true, dt_ / count);
                if (l_.axes == "y-then-x") move(false, true, dt_ / count), move(true, false, dt_ / count);
            }
        }
        if (p_.room) keep_inside();
    }

    void keep_inside() {
        const Rect &r = *p_.room, m = p_.mover;
        const auto wall = [&](int i, double over, double& at, double& speed, double side) {
            if (over <= 0) return;
            at -= side * over;
            speed = -side * std::abs(speed) * p_.keeps;
            hits_.push_back({first_wall + i, i < 2 ? Vec{side, 0} : Vec{0, side}});
        };
        wall(0, r.left() - m.left(), p_.mover.x, p_.vx, -1),
            wall(1, m.right() - r.right(), p_.mover.x, p_.vx, 1);
        wall(2, r.bottom() - m.bottom(), p_.mover.y, p_.vy, -1),
            wall(3, m.top() - r.top(), p_.mover.y, p_.vy, 1);
    }

    Rect tested(const Rect& m) const {
        if (l_.tested == "center") return {m.x, m.y, 0, 0};
        if (l_.tested == "feet") return {m.x, m.bottom(), 0, 0};
        return {m.x, m.y, m.w - 2 * l_.inset, m.h - 2 * l_.inset};
    }
    bool overlaps(const Rect& t, const Rect& r) const {
        const double dx = std::abs(t.x - r.x) - (t.w + r.w) / 2, dy = std::abs(t.y - r.y) - (t.h + r.h) / 2;
        if (l_.margin > 0)
            return std::hypot(std::max(dx, 0.0), std::max(dy, 0.0)) < l_.margin &&
                   (dx < l_.margin && dy < l_.margin);
        return dx < 0 && dy < 0;
    }
    static double depth_x(const Rect& t, const Rect& r) { return (t.w + r.w) / 2 - std::abs(t.x - r.x); }
    static double depth_y(const Rect& t, const Rect& r) { return (t.h + r.h) / 2 - std::abs(t.y - r.y); }

    Face nearest(const Rect& t, const Rect& r) const {
        const double dx = depth_x(t, r), dy = depth_y(t, r);
        if (dx < dy) return {{t.x < r.x ? 1.0 : -1.0, 0}, dx + l_.margin};
        return {{0, t.y < r.y ? 1.0 : -1.0}, dy + l_.margin};
    }
    /// Back out of it on one axis; `side`: 1 from the left, or from below.
    Face out_on_x(const Rect& t, const Rect& r, double side) const {
        return {{side, 0}, (t.w + r.w) / 2 - (r.x - t.x) * side + l_.margin};
    }
    Face out_on_y(const Rect& t, const Rect& r, double side) const {
        return {{0, side}, (t.h + r.h) / 2 - (r.y - t.y) * side + l_.margin};
    }
    /// The face through which it came from where it was.
    Face came_through(const Rect& was, const Rect& t, const Rect& r) const {
        constexpr double hair = 1e-9;
        const double x = depth_x(was, r), y = depth_y(was, r); // below zero: apart on that axis
        if (x > hair && y > hair) return nearest(t, r);
        const double moved_x = std::abs(t.x - was.x), moved_y = std::abs(t.y - was.y);
        const double enter_x = x <= hair && moved_x > 0 ? -x / moved_x : -1,
                     enter_y = y <= hair && moved_y > 0 ? -y / moved_y : -1;
        if (enter_x >= enter_y) return out_on_x(t, r, was.x < r.x ? 1.0 : -1.0);
        return out_on_y(t, r, was.y < r.y ? 1.0 : -1.0);
    }
    bool lets_through(const Rect& r, double vy) const {
        if (!r.one_way) return false;
        if (vy > 0) return true;
        if (l_.one_way == "falling") return false;
        return tested(from_).bottom() < r.top() - p_.slop;
    }
    bool tolerated(const Rect& t, const Rect& r, const Vec& normal) const {
        if (l_.side_tolerance <= 0) return false;
        return (normal[0] != 0 ? depth_y(t, r) : depth_x(t, r)) <= l_.side_tolerance;
    }

    void move(bool x, bool y, double dt) {
        const Rect was = p_.mover;
        if (x) p_.mover.x += p_.vx * dt;
        if (y) p_.mover.y += p_.vy * dt;
        const bool puts =
            l_.response == "return" || l_.response == "return-stop" || l_.response == "push-out";
        test(was, l_.depenetrate || puts, x != y, x);
    }
    void test(const Rect& was, bool places, bool one_axis = false, bool x_axis = false) {
        for (std::size_t i = 0; i < p_.rects.size(); ++i) {
            const Rect &r = p_.rects[i], t = tested(p_.mover);
            if (!overlaps(t, r) || lets_through(r, p_.vy)) continue;
            Face face = nearest(t, r);
            if (one_axis) {
                const double way = x_axis ? p_.mover.x - was.x : p_.mover.y - was.y;
                if (way == 0) continue;
                const double side = way > 0 ? 1 : -1;
                face = x_axis ? out_on_x(t, r, side) : out_on_y(t, r, side);
            } else if (l_.tests != "before" && l_.push == "back")
                face = came_through(tested(from_), t, r);
            else if (l_.tests != "before" && l_.push == "up")
                face = {{0, -1}, r.top() - t.bottom() + l_.margin};
            if (tolerated(t, r, face.normal)) continue;
            respond(static_cast<int>(i), face.normal);
            if (!places) continue;
            if (l_.response == "return" || l_.response == "return-stop") {
                p_.mover.x = one_axis ? was.x : from_.x, p_.mover.y = one_axis ? was.y : from_.y;
            } else
                p_.mover.x -= face.normal[0] * face.out, p_.mover.y -= face.normal[1] * face.out;
        }
    }
    void respond(int i, const Vec& n) {
        hits_.push_back({i, n});
        const double closing = p_.vx * n[0] + p_.vy * n[1], e = l_.restitution;
        if (l_.gate && closing <= 0) return;
        if (l_.once && was_.count(i)) return;
        const double factor = e > 0 ? e : 1;
        if (l_.response == "none") return;
        if (l_.response == "stop" || l_.response == "return-stop")
            p_.vx = p_.vy = 0;
        else if (l_.response == "reverse")
            (n[0] != 0 ? p_.vx : p_.vy) *= -factor;
        else if (l_.response == "reverse-x")
            p_.vx *= -factor;
        else if (l_.response == "reverse-y")
            p_.vy *= -factor;
        else if (l_.response == "reverse-all")
            p_.vx *= -factor, p_.vy *= -factor;
        else if (l_.response == "reflect")
            p_.vx -= n[0] * (1 + e) * closing, p_.vy -= n[1] * (1 + e) * closing;
        else if (closing > 0 || l_.push == "up") {
            const double part = 1 + (l_.response == "push-out" ? e : 0);
            p_.vx -= n[0] * part * closing, p_.vy -= n[1] * part * closing;
        }
        if (l_.friction > 0 && closing > 0 && n[0] != 0) { // at walls: along the ground it is steered
            const double most = l_.friction * closing;
            p_.vy -= std::clamp(p_.vy, -most, most);
        }
    }

    void sweep(bool on_x, bool on_y) {
        double left = 1;
        for (int pass = 0; pass < 8 && left > 0; ++pass) {
            const double dx = on_x ? p_.vx * dt_ * left : 0, dy = on_y ? p_.vy * dt_ * left : 0;
            double first = 2;
            int hit = -1;
            Vec normal{};
            for (std::size_t i = 0; i < p_.rects.size(); ++i) {
                Rect r = p_.rects[i];
                r.w += 2 * l_.margin, r.h += 2 * l_.margin;
                if (lets_through(p_.rects[i], p_.vy)) continue;
                double t;
                Vec n;
                if (meets(tested(p_.mover), dx, dy, r, t, n) && t < first)
                    first = t, hit = static_cast<int>(i), normal = n;
            }
            if (hit < 0) {
                p_.mover.x += dx, p_.mover.y += dy;
                return;
            }
            p_.mover.x += dx * first, p_.mover.y += dy * first, left *= 1 - first;
            respond(hit, normal);
        }
    }
    bool meets(const Rect& t, double dx, double dy, const Rect& r, double& time, Vec& normal) const {
        constexpr double hair = 1e-9;
        const double x = depth_x(t, r), y = depth_y(t, r);
        if (x > hair && y > hair) { // it begins inside
            const Face f = nearest(t, r);
            time = 0, normal = f.normal;
            return dx * f.normal[0] + dy * f.normal[1] > 0;
        }
        const double side_x = t.x < r.x ? 1 : -1, side_y = t.y < r.y ? 1 : -1;
        double enter = -1;
        int axis = -1;
        const auto slab = [&](double depth, double way, int which) {
            if (depth <= hair) { // apart, or flush
                if (way <= 0) return false;
                const double at = std::max(0.0, -depth / way);
                if (at > enter) enter = at, axis = which;
            }
            return true;
        };
        if (!slab(x, dx * side_x, 0) || !slab(y, dy * side_y, 1) || axis < 0 || enter > 1) return false;
        // On the other axis it must not have left before, nor only graze.
        const Rect at{t.x + dx * enter, t.y + dy * enter, t.w, t.h};
        const double later = std::min(1.0, enter + 0.01);
        const Rect then{t.x + dx * later, t.y + dy * later, t.w, t.h};
        if ((axis == 0 ? depth_y(then, r) : depth_x(then, r)) <= hair) return false;
        normal = axis == 0 ? Vec{side_x, 0} : Vec{0, side_y};
        if (tolerated(at, r, normal)) return false;
        time = enter;
        return true;
    }
    bool free_at(const Rect& t) const {
        for (const Rect& r : p_.rects)
            if (depth_x(t, r) > 1e-9 && depth_y(t, r) > 1e-9) return false;
        return true;
    }
    void step_up() {
        Rect ahead = tested(p_.mover);
        ahead.x += p_.vx * dt_;
        if (p_.vx == 0 || free_at(ahead)) return;
        double rise = 0; // onto the highest of what is in the way
        for (const Rect& r : p_.rects)
            if (depth_x(ahead, r) > 1e-9 && depth_y(ahead, r) > 1e-9)
                rise = std::max(rise, r.top() - ahead.bottom());
        ahead.y += rise;
        if (rise <= l_.step_height && free_at(ahead)) p_.mover.y += rise + 1e-7;
    }

    Play p_;
    Loop l_;
    double dt_;
    Rect from_;
    std::optional<Vec> want_;
    std::vector<std::pair<int, Vec>> hits_;
    std::set<int> was_;
};

} // namespace oddbounce::game
