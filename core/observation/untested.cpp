// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/untested.hpp"

#include "observation/free_motion.hpp"
#include "observation/measures.hpp"
#include "observation/pause.hpp"
#include "observation/solver.hpp"

namespace oddbounce {

Kinds kinds_of(const World& world, Slot a, Slot b) {
    const auto kind = [&](Slot body) {
        return world.body(body).def ? world.body(body).def->kind : std::string();
    };
    return std::minmax(kind(a), kind(b));
}

int Untested::kind(const World& world, Slot body) {
    int& known = kind_[body];
    if (known == 0) {
        const std::string& name = world.body(body).def->kind;
        const auto [it, fresh] = kinds_.emplace(name, static_cast<int>(names_.size()) + 1);
        if (fresh) names_.push_back(name);
        known = name.empty() ? -1 : it->second;
    }
    return known;
}

/// The log tells of the two, one is taken away as they come to touch, or what they did to each other turned
/// them. What else touches them may have turned them as well; what breaks is taken away with its pieces in
/// it.
bool Untested::answered(const Step& step, const Meeting& m) {
    const bool born = step.now.body_of(m.a).fresh || step.now.body_of(m.b).fresh;
    const bool comes = !born && m.gap_before >= -step.now.recording().slop();
    if (m.contact || (comes && (!step.now.stays(m.a) || !step.now.stays(m.b)))) return true;
    const Slot a = at(step.now, m.a).body, b = at(step.now, m.b).body;
    if (event_about(*step.frame, step.now.body(a).def->id, step.now.body(b).def->id)) return true;
    if (all_stand(step)) return false; // the game has halted: what follows tells
    if (leap(step, m.a, put_elsewhere) > 0.0 || leap(step, m.b, put_elsewhere) > 0.0) return false;
    const ClosingChange c =
        closing_change(step.before, step.now, m.a, m.b, m.normal, (m.on_a + m.on_b) * 0.5);
    if (c.before < closing_that_matters(step) || c.after > turned * c.before) return false;
    constexpr double both = 2.0; // the speed before and the one after are rounded
    if (c.before - c.after <= both * m.error / step.now.dt()) return false;
    if (either_solved(step.now, m.a, m.b)) return true; // in a pile everything touches several
    // A floor does not push the way that a neighbor does.
    const auto elsewhere = [&](Slot own, const Vec3& way) {
        return step.any_place_of(own, [&](const Meeting& o) {
            const Slot x = at(step.now, o.a).body, y = at(step.now, o.b).body;
            const Vec3 away = x == own ? -o.normal : o.normal;
            return o.does == Does::Solid && (x != a || y != b) && (x != b || y != a) && touches(step, o) &&
                   glm::dot(away, way) > pushes_so;
        });
    };
    return !elsewhere(a, -m.normal) && !elsewhere(b, m.normal);
}

void Untested::step(const Step& step) {
    for (const Meeting& m : step.meetings()) {
        if (m.does != Does::Solid || !touches(step, m)) continue;
        const Slot a = at(step.now, m.a).body, b = at(step.now, m.b).body;
        const int ka = kind(step.now, a), kb = kind(step.now, b);
        if (ka < 0 || kb < 0 || one_owner(step.now, m.a, m.b)) continue;
        Met& met = met_[std::minmax(ka, kb)];
        if (met.answered.size() >= surely) continue;
        const std::pair<Slot, Slot> bodies = std::minmax(a, b);
        if (!met.answered.count(bodies) && answered(step, m)) met.answered.insert(bodies);
        if (m.gap_after >= 0.0 || -m.gap_after < limits_.depth * moving_extent(step.now, m.a, m.b)) continue;
        if (met.passed.empty()) met.a = m.a, met.b = m.b, met.first = step.index;
        met.last = step.index, met.deepest = std::max(met.deepest, -m.gap_after);
        met.passed.insert(bodies);
    }
}

bool Untested::passes(const Met& met) const {
    const auto passed = static_cast<double>(met.passed.size());
    return passed >= limits_.pairs && static_cast<double>(met.answered.size()) < limits_.responses * passed;
}

const Untested::Met* Untested::met(const Kinds& kinds) const {
    const auto a = kinds_.find(kinds.first), b = kinds_.find(kinds.second);
    if (a == kinds_.end() || b == kinds_.end()) return nullptr;
    const auto met = met_.find(std::minmax(a->second, b->second));
    return met == met_.end() ? nullptr : &met->second;
}

bool Untested::of(const Kinds& kinds) const {
    const Met* met = this->met(kinds);
    return met && passes(*met);
}

bool Untested::answers(const Kinds& kinds) const {
    const Met* met = this->met(kinds);
    return met && !met->answered.empty();
}

std::vector<std::pair<Kinds, const Untested::Met*>> Untested::all() const {
    std::vector<std::pair<Kinds, const Met*>> out;
    for (const auto& [kinds, met] : met_)
        if (passes(met))
            out.push_back({std::minmax(names_[static_cast<std::size_t>(kinds.first - 1)],
                                       names_[static_cast<std::size_t>(kinds.second - 1)]),
                           &met});
    std::ranges::sort(out, {}, [](const auto& one) { return one.first; });
    return out;
}

} // namespace oddbounce
