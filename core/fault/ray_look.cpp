// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/ray_look.hpp"

#include "fault/account_text.hpp"
#include "observation/measures.hpp"

#include <algorithm>

namespace oddbounce {

namespace {

bool may_hit(const World& w, const RayRow& ray, Slot c) {
    const ColliderState& state = at(w, c);
    if (!w.stays(c) || !state.geometry->judged()) return false;
    if (std::find(ray.skip.begin(), ray.skip.end(), state.def->id) != ray.skip.end()) return false;
    if (!ray.layers) return state.def->role != Role::Sensor;
    const std::string& layer = layer_of(w, c);
    return std::find(ray.layers->begin(), ray.layers->end(), layer) != ray.layers->end();
}

} // namespace

std::vector<Slot> near_ray(const World& w, const RayRow& ray, const Vec3& to, double margin) {
    std::vector<Slot> out;
    Box box;
    box.add(ray.from), box.add(to), box.grow(margin);
    for (Slot c = 0; c < static_cast<Slot>(w.colliders().size()); ++c)
        if (may_hit(w, ray, c) && at(w, c).geometry->bounds(w.body_of(c).pose).meets(box)) out.push_back(c);
    return out;
}

std::vector<RayMeets> look_along(const World& w, const RayRow& ray, double reach) {
    std::vector<RayMeets> out;
    const Vec3 way = (ray.to - ray.from) * reach;
    for (const Slot c : near_ray(w, ray, ray.from + way)) {
        const Pose& pose = w.body_of(c).pose;
        const RayHit hit = ray_cast(ray.from, ray.from + way, *at(w, c).geometry, pose);
        if (hit.status == Status::None) continue;
        const bool inside = hit.status == Status::Started;
        out.push_back({c, inside ? 0.0 : hit.fraction * reach, hit.exit * reach, inside});
    }
    std::sort(out.begin(), out.end(), [](const RayMeets& a, const RayMeets& b) {
        return a.fraction != b.fraction ? a.fraction < b.fraction : a.collider < b.collider;
    });
    return out;
}

bool is_own(const World& w, const RayRow& ray, Slot c) {
    if (!ray.caster || c < 0) return false;
    const Slot caster = w.recording().body_slot(*ray.caster);
    const BodyDef* own = caster < 0 ? nullptr : w.body(caster).def;
    const BodyDef* other = w.body_of(c).def;
    return own && other && own->owner.value_or(own->id) == other->owner.value_or(other->id);
}

int float_bits(const Recording& r, const RayRow& ray) {
    return ray.float_bits != 0 ? ray.float_bits : r.header.float_bits;
}

double ulp(double value, int bits) {
    const double size = std::abs(value);
    if (bits == 64) return std::nextafter(size, infinity) - size;
    const float f = static_cast<float>(size);
    return static_cast<double>(std::nextafter(f, std::numeric_limits<float>::infinity())) -
           static_cast<double>(f);
}

Vec3 ray_ulps(const Recording& r, const RayRow& ray) {
    const int bits = float_bits(r, ray);
    Vec3 out(0.0);
    for (int axis = 0; axis < r.header.space; ++axis)
        out[axis] = std::max(ulp(ray.from[axis], bits), ulp(ray.to[axis], bits));
    return out;
}

std::array<int, 3> cell_behind(const World& w, Slot c, const Vec3& point, const Vec3& way) {
    constexpr double into = 1e-3; // of a cell: clear of the face
    const Shape& s = at(w, c).def->shape;
    const BodyState& body = w.body_of(c);
    return cell_at_point(s, body.pose.unplace(point + unit(way) * (into * s.cell)) / body.scale);
}

std::optional<CellAnswer> cell_answer(const World& w, const RayRow& ray) {
    const Slot hit = ray.hit ? w.recording().collider_slot(*ray.hit) : -1;
    if (hit < 0 || ray.cell.size() < 2 || !w.stays(hit) || at(w, hit).def->shape.kind != ShapeKind::Cells)
        return {};
    const RayHit met = ray_cast(ray.from, ray.to, *at(w, hit).geometry, w.body_of(hit).pose);
    if (met.status != Status::Found) return {};
    CellAnswer out;
    const Shape& s = at(w, hit).def->shape;
    out.right = cell_behind(w, hit, met.at, ray.to - ray.from);
    const BodyState& body = w.body_of(hit);
    const Vec3 local = s.turn.turn_back(body.pose.unplace(met.at) / body.scale - s.at) - s.origin;
    double farthest = 0.0;
    out.logged = out.right; // of an axis that is not logged nothing is known
    for (std::size_t i = 0; i < std::min<std::size_t>(ray.cell.size(), 3); ++i) {
        out.logged[i] = ray.cell[i];
        const int axis = static_cast<int>(i);
        const double low = ray.cell[i] * s.cell;
        farthest = std::max({farthest, (low - local[axis]) * std::abs(body.scale[axis]),
                             (local[axis] - low - s.cell) * std::abs(body.scale[axis])});
    }
    out.apart = farthest;
    return out;
}

std::string cell_text(const std::array<int, 3>& cell, int space) {
    return space == 2 ? say(", cell {}, {}", cell[0], cell[1])
                      : say(", cell {}, {}, {}", cell[0], cell[1], cell[2]);
}

std::string answer_text(const World& w, const RayRow& ray, Slot c) {
    if (c < 0 || !w.body_of(c).def) return translated("nothing");
    const std::string name = body_name(w, at(w, c).body);
    return is_own(w, ray, c) ? say("{} itself", the(name)) : the(name);
}

// ---- describing

Finding ray_finding(const char* fault, const Recording& r, const RayRun& run, const World& w) {
    Finding f;
    f.fault = fault, f.first = r.number(run.first), f.last = r.number(run.last);
    f.at = run.ray.from, f.shown_at = r.number(run.worst);
    if (run.ray.caster) f.bodies.push_back(*run.ray.caster), f.names.push_back(body_name(r, *run.ray.caster));
    if (run.collider >= 0) {
        const Id body = w.body_of(run.collider).def->id;
        f.colliders.push_back(r.collider_id(run.collider));
        if (!run.ray.caster || body != *run.ray.caster)
            f.bodies.push_back(body), f.names.push_back(body_name(r, body));
    }
    if (run.ray.caster) f.facts.push_back({"caster", f.names[0], "text"});
    f.facts.push_back({"ray", run.ray.name.empty() ? "a ray" : run.ray.name, "text"});
    add_fact(f, "casts", static_cast<double>(run.casts), "casts");
    return f;
}

std::string ray_name(const Finding& f) {
    const std::string name = std::get<std::string>(f.fact("ray")->value);
    const Fact* caster = f.fact("caster");
    const bool unnamed = name == "a ray";
    if (!caster) return unnamed ? translated("A ray") : say("The ray '{}'", name);
    const std::string owner = the(std::get<std::string>(caster->value));
    return unnamed ? say("A ray of {}", owner) : say("The ray '{}' of {}", name, owner);
}

void describe_end(Finding& f) {
    if (f.last > f.first)
        AccountWriter(f).at(f.last, say("The last of {} such casts.", figure(f.number("casts"))));
}

// ---- runs

void RayRuns::step(const Step& step) {
    if (!first_) first_ = step.index;
    last_ = step.index, pauses_ = step.pauses;
}

/// A run that the recording's beginning cuts off waits: it is told only where no whole one is.
void RayRuns::end(State& s, bool hits_after) {
    s.open = false;
    if (s.run.first == first_)
        s.cut = s.run, s.cut_hit = hits_after;
    else
        s.whole = true, close_(s.run, hits_after);
}

RayRuns::State& RayRuns::cast(const RayRow& ray, std::size_t index) {
    State& s = rays_[{ray.name, ray.caster.value_or(-1)}];
    const std::size_t since = steps_between(s.cast, index, pauses_);
    if (s.open && since > std::max(holes_ + 1, 2 * s.pause)) end(s, false);
    if (since > 0) s.pause = since;
    s.cast = index;
    return s;
}

RayRun& RayRuns::bad(const RayRow& ray, std::size_t index) {
    State& s = cast(ray, index);
    if (!s.open) s.run = RayRun(), s.run.first = index, s.run.ray = ray, s.run.before = s.hit;
    s.open = true, s.run.last = index, ++s.run.casts;
    return s.run;
}

void RayRuns::good(const RayRow& ray, std::size_t index) {
    State& s = cast(ray, index);
    s.hit = ray.hit.has_value();
    if (s.open && steps_between(s.run.last, index, pauses_) > std::max(holes_, 2 * s.pause)) end(s, s.hit);
}

void RayRuns::finish() {
    for (auto& [key, s] : rays_) {
        const bool to_the_end = s.open && s.run.last == last_;
        if (s.open && !to_the_end) end(s, s.hit);
        if (s.whole) continue;
        if (s.cut) close_(*s.cut, s.cut_hit);
        if (to_the_end) close_(s.run, s.hit);
    }
}

Slot logged(const Recording& r, const RayRow& ray) { return ray.hit ? r.collider_slot(*ray.hit) : -1; }

} // namespace oddbounce
