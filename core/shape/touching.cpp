// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/touching.hpp"

#include "shape/near_faces.hpp"
#include "shape/seen_from.hpp"

namespace oddbounce {

namespace {

constexpr double one_face = 0.996; // cosine, within 5 degrees

} // namespace

std::vector<Distance> touching(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b,
                               double within, const Distance* known) {
    const Distance nearest = known ? *known : distance(a, at_a, b, at_b, within);
    if (!nearest.known || nearest.gap > within) return {};
    if (a.convex() && b.convex()) return {nearest};
    const Vec3 base = at_a.at;
    const Pose pa = relative(at_a, base), pb = relative(at_b, base);
    std::vector<Distance> all = faces_near(a, pa, b, pb, within);
    for (const Distance& d : faces_near(b, pb, a, pa, within))
        all.push_back({true, d.gap, -d.normal, d.on_b, d.on_a});
    std::stable_sort(all.begin(), all.end(), shallower);
    std::vector<Distance> out;
    const auto take = [&](const Distance& d) {
        const auto same = [&](const Distance& o) { return glm::dot(o.normal, d.normal) > one_face; };
        if (std::any_of(out.begin(), out.end(), same) || !on_outlines(d, a, pa, b, pb)) return false;
        out.push_back(d);
        out.back().on_a += base, out.back().on_b += base;
        return true;
    };
    // The way out of a corner is no face's: the deepest face stands for it.
    const bool corner =
        nearest.gap < 0.0 && !a.has_face(pa, nearest.normal) && !b.has_face(pb, -nearest.normal);
    for (auto d = all.rbegin(); corner && out.empty() && d != all.rend(); ++d)
        if (d->gap < 0.0) take(*d);
    if (out.empty()) out.push_back(nearest);
    for (const Distance& d : all) take(d);
    return out;
}

namespace {
constexpr int rounds = 2; // in a corner the second face may lead back to the first

Vec3 lift_off(const std::vector<Distance>& faces, double slop) {
    Vec3 lift{0.0};
    for (int i = 0; i < rounds; ++i)
        for (const Distance& f : faces)
            if (f.gap >= -slop) lift -= f.normal * std::max(0.0, slop - f.gap + glm::dot(lift, f.normal));
    return lift;
}
} // namespace

Vec3 lift_off_faces(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b, double slop) {
    return lift_off(touching(a, at_a, b, at_b, slop), slop);
}

Sweep sweep_off_faces(const Geometry& a, const Motion& move_a, const Geometry& b, const Motion& move_b,
                      std::span<const Distance> near, double slop) {
    std::vector<Distance> faces;
    std::ranges::copy_if(near, std::back_inserter(faces), [&](const Distance& d) { return d.gap <= slop; });
    if (faces.empty()) return sweep(a, move_a, b, move_b);
    if (faces[0].gap < -slop) return {};
    const Vec3 way = move_a.travel() - move_b.travel();
    const auto off_these = [&]() -> Sweep {
        Vec3 travel = way;
        for (int i = 0; i < rounds; ++i)
            for (const Distance& f : faces) travel -= f.normal * std::max(0.0, glm::dot(travel, f.normal));
        Motion along = move_a;
        along.from.at += lift_off(faces, slop);
        along.to.at = along.from.at + travel + move_b.travel();
        const Sweep found = sweep(a, along, b, move_b);
        const bool same = std::ranges::any_of(
            faces, [&](const Distance& f) { return glm::dot(f.normal, found.normal) > one_place; });
        return same ? Sweep{} : found;
    };
    const Sweep beyond = off_these();
    const auto enters = [&](const Distance& f) { return glm::dot(way, f.normal) - f.gap > slop; };
    if (std::erase_if(faces, enters) == 0) return beyond.status == Status::Found ? beyond : Sweep{};
    const Sweep into = off_these();
    const auto deep = [&](const Sweep& s) {
        return s.status == Status::Found || s.status == Status::Started
                   ? (1.0 - s.first) * glm::dot(way, s.normal)
                   : 0.0;
    };
    if (std::max(deep(beyond), deep(into)) <= 0.0) return {};
    return deep(into) > deep(beyond) ? into : beyond;
}

} // namespace oddbounce
