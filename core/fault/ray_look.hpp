// SPDX-License-Identifier: GPL-3.0-or-later
// What a logged ray meets, by the shapes: shared by the faults of rays.
#pragma once

#include "fault/finding.hpp"
#include "fault/runs.hpp"
#include "recording/world.hpp"

#include <array>
#include <optional>

namespace oddbounce {

/// Everything on the ray's line up to `reach` times its length, that it may hit by its layers and skip list;
/// nearest first. Fractions are of its own length.
struct RayMeets {
    Slot collider = -1;
    double fraction = 0.0, exit = 0.0;
    bool inside = false; ///< it starts inside: fraction is 0
};
std::vector<RayMeets> look_along(const World& world, const RayRow& ray, double reach = 1.0);

/// The colliders that the ray may hit by its layers and skip list, and whose bounds it comes within `margin`
/// of.
std::vector<Slot> near_ray(const World& world, const RayRow& ray, const Vec3& to, double margin = 0.0);

/// The collider's body is the caster, its owner or one of its parts.
bool is_own(const World& world, const RayRow& ray, Slot collider);

/// What a ray says of the cell that it hit, against the shapes.
struct CellAnswer {
    std::array<int, 3> logged{}, right{}; ///< column, row, layer
    double apart = 0.0;                   ///< from the point of the hit to the logged cell
    bool wrong() const { return logged != right; }
};
/// None where it logs no cell, hits no cells, or misses the collider by the shapes.
std::optional<CellAnswer> cell_answer(const World& world, const RayRow& ray);
/// ", cell 3, 4", in space with its layer: for sentences.
std::string cell_text(const std::array<int, 3>& cell, int space);
/// Width of a ray's numbers in bits, and the ULP of a number so wide.
int float_bits(const Recording& recording, const RayRow& ray);
double ulp(double value, int bits);
/// The ULPs of a ray's coordinates along each axis, the larger of both ends.
Vec3 ray_ulps(const Recording& recording, const RayRow& ray);
/// The cell behind a point of cells, as the ray goes.
std::array<int, 3> cell_behind(const World& world, Slot cells, const Vec3& point, const Vec3& way);

/// "the net", "the stoat's own collider", "nothing".
std::string answer_text(const World& world, const RayRow& ray, Slot collider);

/// Bad casts of one ray, by its name and caster, one after another: with holes of a few frames, or as long as
/// it is usually not cast.
struct RayRun {
    std::size_t first = 0, last = 0;
    std::size_t casts = 0;
    RayRow ray;         ///< the first bad one
    bool blind = false; ///< it passes through something that its layers leave out
    double number = 0.0;
    double most = 0.0;     ///< how wrong the worst cast was, in whatever measure its fault has
    std::size_t worst = 0; ///< frame index of that cast
    RayRow worst_ray;
    void measure(double wrong, const RayRow& cast, std::size_t index) {
        if (wrong > most || casts == 1) most = wrong, worst = index, worst_ray = cast;
    }
    Slot collider = -1;
    bool before = false; ///< the cast before it was good, and hit something
};
class RayRuns {
  public:
    using Key = std::pair<std::string, Id>;
    RayRuns(std::size_t holes, std::function<void(RayRun&, bool hits_after)> close)
        : holes_(holes), close_(std::move(close)) {}
    /// Every step first.
    void step(const Step& step);
    /// The run that this bad cast belongs to.
    RayRun& bad(const RayRow& ray, std::size_t index);
    void good(const RayRow& ray, std::size_t index);
    void finish();

  private:
    struct State {
        RayRun run;
        bool open = false, hit = false;
        std::optional<RayRun> cut; ///< one that was under way when the recording began
        bool cut_hit = false;
        bool whole = false;              ///< one was seen from its beginning to its end
        std::size_t cast = 0, pause = 1; ///< the last one, and how long after the one before
    };
    State& cast(const RayRow& ray, std::size_t index);
    void end(State& s, bool hits_after);
    std::size_t holes_;
    std::optional<std::size_t> first_;
    std::size_t last_ = 0;
    const Pauses* pauses_ = nullptr;
    std::function<void(RayRun&, bool)> close_;
    std::map<Key, State> rays_;
};

/// What the findings of rays have in common.
Finding ray_finding(const char* fault, const Recording& recording, const RayRun& run, const World& world);
/// "The ray 'left foot' of the stoat"
std::string ray_name(const Finding& finding);
/// Says in the account that there were more such casts.
void describe_end(Finding& finding);

/// The collider that the log says was hit; -1: none.
Slot logged(const Recording& recording, const RayRow& ray);

} // namespace oddbounce
