// SPDX-License-Identifier: GPL-3.0-or-later
#include "observation/faces.hpp"

#include "shape/touching.hpp"

namespace oddbounce {

std::vector<Vec3> logged_normals(const Step& step, Slot own, Slot other) {
    std::vector<Vec3> out;
    for (const ContactRow& c : step.frame->contacts) {
        const bool is_a = c.mark_a.slot == own && c.mark_b.slot == other,
                   is_b = c.mark_a.slot == other && c.mark_b.slot == own;
        if ((is_a || is_b) && c.active && c.phase != Phase::End && c.normal)
            out.push_back(is_a ? *c.normal : -*c.normal);
    }
    return out;
}

Face face_of(const Step& step, const Meeting& m, Slot body) {
    const bool is_a = at(step.now, m.a).body == body;
    return {is_a ? m.a : m.b,       is_a ? m.b : m.a, is_a ? m.normal : -m.normal,
            is_a ? m.on_b : m.on_a, m.gap_after,      m.lasts};
}

std::vector<Face> faces_of(const Step& step, const Meeting& m, Slot body, double near) {
    std::vector<Face> out{face_of(step, m, body)};
    const auto [own, other] = std::pair(out[0].own, out[0].other);
    const Geometry &mine = *at(step.now, own).geometry, &met = *at(step.now, other).geometry;
    if (m.gap_after > near || (mine.convex() && met.convex())) return out;
    const std::vector<Vec3> logged = m.lasts ? logged_normals(step, own, other) : std::vector<Vec3>();
    // Where the log says nothing of normals its contact may be that of any face.
    const auto told = [&](const Vec3& normal) {
        constexpr double same_face = 0.9; // cosine
        return m.lasts && (logged.empty() || std::any_of(logged.begin(), logged.end(), [&](const Vec3& n) {
                               return glm::dot(n, normal) > same_face;
                           }));
    };
    const auto take = [&, own = own, other = other](const Vec3& normal, const Vec3& on, double gap) {
        if (normal != out[0].normal && gap <= near)
            out.push_back({own, other, normal, on, gap, told(normal)});
    };
    const bool listed = near <= listed_faces * step.now.recording().slop() + step.now.recording().header.skin;
    if (listed && !step.faces(m).empty()) {
        for (const Distance& d : step.faces(m))
            own == m.a ? take(d.normal, d.on_b, d.gap) : take(-d.normal, d.on_a, d.gap);
        return out;
    }
    const Distance known{true, m.gap_after, out[0].normal, own == m.a ? m.on_a : m.on_b, out[0].at};
    for (const Distance& d :
         touching(mine, step.now.body_of(own).pose, met, step.now.body_of(other).pose, near, &known))
        take(d.normal, d.on_b, d.gap);
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
