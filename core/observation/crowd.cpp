// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/crowd.hpp"
#include "encounter/encounter.hpp"
#include "observation/solver.hpp"

#include <algorithm>

namespace oddbounce {

namespace {
constexpr double hardly = 0.1; // of the closing speed that matters: slower, nobody presses
}

Vec3 beyond(const Vec3& vector, const std::vector<Vec3>& directions) {
    constexpr int turns = 60;         // directions at sharp angles take as many
    constexpr double settled = 1e-12; // of the vector: a turn that changes less is the last
    std::vector<double> along(directions.size(), 0.0);
    Vec3 left = vector;
    double changed = infinity;
    for (int turn = 0; turn < turns && changed > settled * glm::length(vector); ++turn) {
        changed = 0.0;
        for (std::size_t i = 0; i < directions.size(); ++i) {
            const double more = std::max(glm::dot(left, directions[i]), -along[i]);
            along[i] += more, left -= more * directions[i];
            changed = std::max(changed, std::abs(more));
        }
    }
    return left;
}

std::vector<Vec3> pushes_of_others(const Step& step, const Meeting& m, Slot own) {
    const Slot body = at(step.now, own).body;
    std::vector<Vec3> out;
    step.any_place_of(body, [&](const Meeting& o) {
        if (o.key() != m.key() && o.does == Does::Solid && touches(step, o))
            out.push_back(at(step.now, o.a).body == body ? -o.normal : o.normal);
        return false;
    });
    return out;
}

bool of_one_crowd(const World& world, Slot a, Slot b) {
    const std::string &one = world.body_of(a).def->kind, &other = world.body_of(b).def->kind;
    return !one.empty() && one == other && moved_by_code(world, a) && moved_by_code(world, b);
}

bool crowded(const Step& step, const Meeting& m) {
    if (!of_one_crowd(step.now, m.a, m.b)) return false;
    const double matters = hardly * closing_that_matters(step);
    const auto drive = [](const BodyState& b) -> const Vec3& {
        return b.has_desired ? b.desired : b.velocity;
    };
    // What it wants may be logged with the step that it leads to, or with the next one.
    const auto drives = [&](Slot c, const Vec3& way) {
        return glm::dot(drive(step.now.body_of(c)), way) > matters ||
               (step.before.live(c) && glm::dot(drive(step.before.body_of(c)), way) > matters);
    };
    // One that pushed may be as far off by the end of the step as it goes in one.
    const auto goes = [&](Slot c) {
        const BodyState& b = step.now.body_of(c);
        return std::max(glm::length(b.velocity), glm::length(drive(b))) * step.now.dt();
    };
    const bool driven = drives(m.a, m.normal) || drives(m.b, -m.normal);
    constexpr double near_side = -0.1; // cosine: one that stands on the other one's side does not press it in
    const auto pushed = [&](Slot own, const Vec3& in) {
        return std::ranges::any_of(step.of(at(step.now, own).body), [&](const Meeting* o) {
            const bool is_a = at(step.now, o->a).body == at(step.now, own).body;
            const Vec3 push = is_a ? -o->normal : o->normal;
            return o != &m && o->does == Does::Solid && of_one_crowd(step.now, o->a, o->b) &&
                   touches(step, *o, 1.0, std::max(goes(o->a), goes(o->b))) &&
                   glm::dot(push, in) > near_side && (driven || drives(is_a ? o->b : o->a, push));
        });
    };
    return pushed(m.a, m.normal) || pushed(m.b, -m.normal);
}

} // namespace oddbounce
