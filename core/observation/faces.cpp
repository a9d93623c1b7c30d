// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/faces.hpp"

#include "shape/touching.hpp"

namespace oddbounce {

Face face_of(const Step& step, const Meeting& m, Slot body) {
    const bool is_a = at(step.now, m.a).body == body;
    return {is_a ? m.a : m.b,       is_a ? m.b : m.a, is_a ? m.normal : -m.normal,
            is_a ? m.on_b : m.on_a, m.gap_after,      m.contact};
}

std::vector<Face> faces_of(const Step& step, const Meeting& m, Slot body, double near) {
    std::vector<Face> out{face_of(step, m, body)};
    const auto [own, other] = std::pair(out[0].own, out[0].other);
    const Geometry &mine = *at(step.now, own).geometry, &met = *at(step.now, other).geometry;
    if (m.gap_after > near || (mine.convex() && met.convex())) return out;
    const Distance known{true, m.gap_after, out[0].normal, own == m.a ? m.on_a : m.on_b, out[0].at};
    for (const Distance& d :
         touching(mine, step.now.body_of(own).pose, met, step.now.body_of(other).pose, near, &known))
        if (d.normal != out[0].normal) out.push_back({own, other, d.normal, d.on_b, d.gap, m.contact});
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
