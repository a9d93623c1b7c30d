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

} // namespace oddbounce
