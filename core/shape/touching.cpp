// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/touching.hpp"

#include "shape/near_faces.hpp"
#include "shape/seen_from.hpp"

namespace oddbounce {

namespace {

constexpr double one_face = 0.996; // cosine, within 5 degrees

} // namespace

std::vector<Distance> touching(const Geometry& a, const Pose& at_a, const Geometry& b, const Pose& at_b,
                               double within) {
    const Distance nearest = distance(a, at_a, b, at_b, within);
    if (!nearest.known) return {};
    if (a.convex() && b.convex()) return {nearest};
    const Vec3 base = at_a.at;
    const Pose pa = relative(at_a, base), pb = relative(at_b, base);
    std::vector<Distance> all = faces_near(a, pa, b, pb, within);
    for (const Distance& d : faces_near(b, pb, a, pa, within))
        all.push_back({true, d.gap, -d.normal, d.on_b, d.on_a});
    for (Distance& d : all) d.on_a += base, d.on_b += base;
    std::stable_sort(all.begin(), all.end(), shallower);
    // The way out of a corner is no face's: the deepest face stands for it.
    if (nearest.gap < 0.0 && !all.empty() && !a.has_face(pa, nearest.normal) &&
        !b.has_face(pb, -nearest.normal))
        all.insert(all.begin(),
                   *std::min_element(all.begin(), all.end(),
                                     [](const Distance& u, const Distance& v) { return u.gap < v.gap; }));
    else
        all.insert(all.begin(), nearest);
    std::vector<Distance> out;
    for (const Distance& d : all)
        if (std::none_of(out.begin(), out.end(),
                         [&](const Distance& o) { return glm::dot(o.normal, d.normal) > one_face; }))
            out.push_back(d);
    return out;
}

} // namespace oddbounce
