// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/art_look.hpp"

#include "recording/pictured.hpp"

#include "shape/directions.hpp"

namespace oddbounce {

namespace {

constexpr int samples = 128; // a side
constexpr std::size_t most_scales = 8;
constexpr std::size_t most_cells = 48; // a side: larger pictures are judged coarser

/// Cells twice as large, seen where two of their four are; enough for outlines, and large pictures cost less.
void coarsen(Shape& cells) {
    const std::vector<std::string>& expected = cells.layers.at(0);
    const auto seen = [&](std::size_t r, std::size_t c) {
        return r < expected.size() && c < expected[r].size() && expected[r][c] == '#';
    };
    std::vector<std::string> rows((expected.size() + 1) / 2);
    for (std::size_t r = 0; r < rows.size(); ++r)
        for (std::size_t c = 0; c < (expected[2 * r].size() + 1) / 2; ++c) {
            const int four = seen(2 * r, 2 * c) + seen(2 * r, 2 * c + 1) + seen(2 * r + 1, 2 * c) +
                             seen(2 * r + 1, 2 * c + 1);
            rows[r] += four >= 2 ? '#' : '.';
        }
    cells.layers = {rows}, cells.cell *= 2.0;
}

bool inside(const ArtLook::Seen& s, const Vec3& point, const Pose& pose) {
    return std::any_of(s.parts.begin(), s.parts.end(),
                       [&](const auto& g) { return point_distance(point, *g, pose) <= 0.0; });
}

Box bounds(const ArtLook::Seen& s, const Pose& pose) {
    Box out;
    for (const auto& g : s.parts) out.add(g->bounds(pose).low), out.add(g->bounds(pose).high);
    return out;
}

/// Calls `each` with the middle of every sample of the box.
template <class Each> void sample(const Box& box, Each&& each) {
    for (int i = 0; i < samples; ++i)
        for (int k = 0; k < samples; ++k)
            each(Vec3(box.low.x + (box.high.x - box.low.x) * (i + 0.5) / samples,
                      box.low.y + (box.high.y - box.low.y) * (k + 0.5) / samples, 0.0));
}

} // namespace

void ArtLook::define(const Definition& definition) {
    const auto* def = std::get_if<ArtDef>(&definition);
    if (!def) return;
    for (auto& [body, ids] : of_body_) std::erase(ids, def->id);
    std::erase_if(of_body_, [](const auto& entry) { return entry.second.empty(); });
    arts_.erase(def->id);
    const Slot body = def->body ? recording_.body_slot(*def->body) : -1;
    if (body < 0 || def->image.empty() || !(def->size.x > 0.0) || !(def->size.y > 0.0)) return;
    Art art{*def, {}, 1.0, {}};
    try {
        const std::string png = recording_.png(def->image);
        const Pixels size = png_size(png);
        const double wide = def->size.x / size.width, tall = def->size.y / size.height;
        art.tall = tall / wide;
        art.cells.kind = ShapeKind::Cells, art.cells.cell = wide, art.cells.alpha = def->alpha;
        art.cells.origin = {-0.5 * def->size.x, -0.5 * wide * size.height, 0.0};
        art.cells.at = {def->at.x, def->at.y / art.tall, 0.0};
        art.cells = cells_of(art.cells, png, recording_.header);
        while (std::max(art.cells.layers[0].size(), art.cells.layers[0][0].size()) > most_cells)
            coarsen(art.cells);
    } catch (const NoPicture&) {
        return; // said when the log was read
    }
    arts_.emplace(def->id, std::move(art));
    of_body_[body].push_back(def->id);
}

std::vector<Slot> ArtLook::drawn_bodies() const {
    std::vector<Slot> out;
    for (const auto& [body, ids] : of_body_) out.push_back(body);
    return out;
}

std::optional<Shape> ArtLook::pixels(Slot body) const {
    constexpr double square = 1e-6;
    const auto found = of_body_.find(body);
    if (found == of_body_.end()) return {};
    const Art& art = arts_.at(found->second.front());
    if (std::abs(art.tall - 1.0) > square) return {};
    return art.cells;
}

ArtLook::Seen ArtLook::seen(const World& w, Slot body) const {
    Seen out;
    const BodyState& state = w.body(body);
    const auto found = of_body_.find(body);
    if (found != of_body_.end())
        for (const Id id : found->second) {
            const Art& art = arts_.at(id);
            const Vec3 scale = state.scale * Vec3(1.0, art.tall, 1.0);
            auto it = std::find_if(art.made.begin(), art.made.end(),
                                   [&](const Scaled& s) { return s.scale == scale; });
            if (it == art.made.end()) {
                if (art.made.size() >= most_scales) art.made.erase(art.made.begin());
                art.made.push_back({scale, std::make_shared<const Geometry>(art.cells, scale)});
                it = art.made.end() - 1;
            }
            if (!it->geometry->judged()) continue;
            out.parts.push_back(it->geometry), out.art = true;
            out.half_pixel = std::max(out.half_pixel,
                                      0.5 * art.cells.cell * std::max(std::abs(scale.x), std::abs(scale.y)));
        }
    if (out.art || !state.def || !state.def->visible) return out;
    for (const Slot c : w.colliders_of(body))
        if (w.live(c) && at(w, c).def->visible && at(w, c).def->role != Role::Sensor &&
            at(w, c).geometry->judged())
            out.parts.push_back(at(w, c).geometry);
    return out;
}

Distance visible_gap(const ArtLook::Seen& a, const Pose& at_a, const ArtLook::Seen& b, const Pose& at_b,
                     double within) {
    Distance least;
    for (const auto& ga : a.parts)
        for (const auto& gb : b.parts) {
            const Distance d = distance(*ga, at_a, *gb, at_b, within);
            if (d.known && d.gap < least.gap) least = d;
        }
    return least;
}

double visible_depth(const ArtLook::Seen& a, const Pose& at_a, const ArtLook::Seen& b, const Pose& at_b) {
    double deepest = 0.0;
    for (const auto& ga : a.parts)
        for (const auto& gb : b.parts) {
            const Distance d = distance(*ga, at_a, *gb, at_b, 0.0);
            if (!d.known || d.gap >= 0.0) continue;
            double least = -d.gap;
            constexpr int ways = 16;
            for (const Vec3& way : Directions({0.0, 1.0, 0.0}, 2).all_round(ways)) // art is flat
                least = std::min(least, way_out(*ga, at_a, *gb, at_b, way));
            deepest = std::max(deepest, least);
        }
    return deepest;
}

double visible_overlap(const ArtLook::Seen& a, const Pose& at_a, const ArtLook::Seen& b, const Pose& at_b) {
    Box box = bounds(a, at_a);
    const Box other = bounds(b, at_b);
    box.low = glm::max(box.low, other.low), box.high = glm::min(box.high, other.high);
    if (box.low.x >= box.high.x || box.low.y >= box.high.y) return 0.0;
    int both = 0;
    sample(box, [&](const Vec3& p) { both += inside(a, p, at_a) && inside(b, p, at_b); });
    const Vec3 size = box.high - box.low;
    return size.x * size.y * both / (samples * samples);
}

double waste(const Geometry& collider, const ArtLook::Seen& art) {
    int all = 0, empty = 0;
    const Pose here;
    sample(collider.bounds(), [&](const Vec3& p) {
        if (point_distance(p, collider, here) > 0.0) return;
        ++all, empty += !inside(art, p, here);
    });
    return all > 0 ? static_cast<double>(empty) / all : 0.0;
}

} // namespace oddbounce
