// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/faces.hpp"

#include "shape/touching.hpp"

namespace oddbounce {

std::vector<Face> faces_of(const Step& step, const Meeting& m, Slot body, double near) {
    const bool is_a = at(step.now, m.a).body == body;
    const Slot own = is_a ? m.a : m.b, other = is_a ? m.b : m.a;
    std::vector<Face> out{
        {own, other, is_a ? m.normal : -m.normal, is_a ? m.on_b : m.on_a, m.gap_after, m.contact}};
    const Geometry &mine = *at(step.now, own).geometry, &met = *at(step.now, other).geometry;
    if (m.gap_after > near || (mine.convex() && met.convex())) return out;
    constexpr double one_face = 0.996; // cosine, within 5 degrees
    for (const Distance& d :
         touching(mine, step.now.body_of(own).pose, met, step.now.body_of(other).pose, near))
        if (glm::dot(d.normal, out[0].normal) <= one_face)
            out.push_back({own, other, d.normal, d.on_b, d.gap, m.contact});
    return out;
}

std::vector<Face> faces_at(const Step& step, Slot body, double near) {
    std::vector<Face> out;
    for (const Meeting* m : step.of(body)) {
        if (m->does != Does::Solid) continue;
        const std::vector<Face> some = faces_of(step, *m, body, near);
        out.insert(out.end(), some.begin(), some.end());
    }
    return out;
}

} // namespace oddbounce
