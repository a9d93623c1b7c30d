// SPDX-License-Identifier: GPL-3.0-or-later
// What the scenes of Gullwick Post share: a stage of fixed blocks, its clock and its book of touches; a
// walker.
#pragma once

#include <bounce_recorder.hpp>

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <initializer_list>
#include <map>
#include <string>
#include <vector>

/// Varies the numbers of a scene: the same scene with other speeds, sizes and rates. Seed 0: as drawn.
class Chance {
  public:
    explicit Chance(std::uint64_t seed = 0) : state_(seed), on_(seed != 0) {}
    /// `value`, up to `share` of it more or less.
    double operator()(double value, double share = 0.15);
    double rate(); ///< steps a second: 60, or another that games use
    double slop(); ///< half a pixel, or none given
    /// How much a step's time goes up and down: not at all, or by a fifth.
    double unevenness();

  private:
    double next(); ///< -1..1
    std::uint64_t state_;
    bool on_;
};

/// How a scene is played: the faulty way, the right way, or the faulty way with one change made to it.
struct Way {
    bool faulty = true;
    std::string change{}; ///< one of changes(); empty: none
    double amount = 0;    ///< of the change, where it has one

    bool has(const char* name) const { return faulty && change == name; }
    double by(const char* name, double otherwise = 0) const { return has(name) ? amount : otherwise; }
    /// False also where one of these changes is made, which mend it.
    bool wrong(std::initializer_list<const char*> mends = {}) const {
        return faulty && std::none_of(mends.begin(), mends.end(), [&](const char* m) { return has(m); });
    }
};

/// Axis-aligned box by centre and size. Body and collider share their number.
struct Block {
    bounce::Id id = 0;
    double x = 0, y = 0, w = 0, h = 0;
    double left() const { return x - w / 2; }
    double right() const { return x + w / 2; }
    double top() const { return y + h / 2; }
    double bottom() const { return y - h / 2; }
    bool overlaps(const Block& o) const {
        return left() < o.right() && o.left() < right() && bottom() < o.top() && o.bottom() < top();
    }
};

/// Ditto in space.
struct Cuboid {
    bounce::Id id = 0;
    bounce::Vec at{}, size{};
    double low(int axis) const { return part(at, axis) - part(size, axis) / 2; }
    double high(int axis) const { return part(at, axis) + part(size, axis) / 2; }
    bool overlaps(const Cuboid& o) const {
        for (const int axis : {0, 1, 2})
            if (low(axis) >= o.high(axis) || o.low(axis) >= high(axis)) return false;
        return true;
    }
    static double part(const bounce::Vec& v, int axis) { return axis == 0 ? v.x : axis == 1 ? v.y : v.z; }
    static double& part(bounce::Vec& v, int axis) { return axis == 0 ? v.x : axis == 1 ? v.y : v.z; }
};

struct Setting {
    std::string title;
    double gravity = 0, rate = 60;
    std::vector<std::string> more_logs{}; ///< beside contacts
    int float_bits = 32;
    bool contacts = true; ///< logged
    int space = 2;        ///< dimensions; y is up
};

class Stage {
  public:
    Stage(const std::string& path, Chance& vary, const Setting& setting);
    ~Stage() { end_frame(); }
    Stage(const Stage&) = delete;
    Stage& operator=(const Stage&) = delete;

    bounce::Recorder log;
    double dt; ///< of the step under way
    const double gravity;

    /// A static body with one box, placed in the first frame.
    Block block(const char* name, const char* kind, double x, double y, double w, double h,
                const bounce::Surface& surface = {});
    /// The same with any shape, at a place.
    void prop(bounce::Id id, const char* name, const char* kind, const std::string& shape, double x, double y,
              const bounce::Surface& surface = {});
    // The same in space.
    Cuboid block(const char* name, const char* kind, const bounce::Vec& at, const bounce::Vec& size,
                 const bounce::Surface& surface = {});
    void prop(bounce::Id id, const char* name, const char* kind, const std::string& shape,
              const bounce::Vec& at, const bounce::Surface& surface = {});
    void touch(bounce::Id a, bounce::Id b, const bounce::Vec& at, const bounce::Vec& normal,
               double depth = 0);
    /// Begins the next frame, until there were `frames`.
    bool next(int frames);
    int n() const { return n_; }
    /// Two colliders touch in this frame: begins, stays, and ends by itself. The normal leads from a to b.
    void touch(bounce::Id a, bounce::Id b, double x, double y, double nx, double ny, double depth = 0);
    bool touched_before(bounce::Id a, bounce::Id b) const { return before_.count({a, b}) > 0; }

  private:
    void end_frame();
    const char* phase(bounce::Id a, bounce::Id b);
    struct Fixed {
        bounce::Id id;
        bounce::Vec at;
    };
    const int space_;
    int n_ = -1;
    const bool contacts_;
    const double even_dt_, uneven_;
    std::vector<Fixed> fixed_;
    std::map<std::pair<bounce::Id, bounce::Id>, bool> before_, now_;
};

/// A stoat of one box, moved axis by axis and pushed out of what it met: the right way.
struct Walker {
    bounce::Id id = 1;
    double x = 0, y = 0, w = 18, h = 36, vx = 0, vy = 0;
    bool ground = true;

    Block box() const { return {id, x, y, w, h}; }
    /// Its body, collider and picture.
    void enter(Stage& stage, const bounce::Body& body, const bounce::Surface& surface = {});
    /// Moves by its desired velocity and gravity and is stopped by the blocks; logs nothing.
    void move(Stage& stage, const std::vector<Block>& solid, double desired);
    /// Logs its touches, place, desired velocity and grounded state.
    void describe(Stage& stage, const std::vector<Block>& solid, double desired) const;
};

bounce::Body courier();
