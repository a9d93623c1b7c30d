// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/clip.hpp"

#include <algorithm>
#include <map>

namespace oddbounce {

namespace {

/// The definitions in force, each once: bodies, colliders and what belongs to them, pairs, the rest.
class InForce {
  public:
    void take(const Definition& d) {
        if (const auto* body = std::get_if<BodyDef>(&d))
            bodies_[body->id] = *body;
        else if (const auto* collider = std::get_if<ColliderDef>(&d))
            colliders_[collider->id] = *collider;
        else if (const auto* pair = std::get_if<PairDef>(&d))
            pairs_[std::minmax(pair->first, pair->second)] = *pair;
        else if (const auto* art = std::get_if<ArtDef>(&d))
            arts_[art->id] = *art;
        else if (const auto* probe = std::get_if<ProbeDef>(&d))
            probes_[probe->id] = *probe;
        else
            rest_.push_back(d);
    }
    std::vector<DefinitionRef> all() const {
        std::vector<DefinitionRef> out;
        for (const auto& [id, d] : bodies_) out.emplace_back(d);
        for (const auto& [id, d] : colliders_) out.emplace_back(d);
        for (const auto& [names, d] : pairs_) out.emplace_back(d);
        for (const auto& [id, d] : arts_) out.emplace_back(d);
        for (const auto& [id, d] : probes_) out.emplace_back(d);
        out.insert(out.end(), rest_.begin(), rest_.end());
        return out;
    }

  private:
    std::map<Id, BodyDef> bodies_;
    std::map<Id, ColliderDef> colliders_;
    std::map<std::pair<std::string, std::string>, PairDef> pairs_;
    std::map<Id, ArtDef> arts_;
    std::map<Id, ProbeDef> probes_;
    std::vector<DefinitionRef> rest_;
};

BodyRow row_of(Id id, const BodyState& b) {
    BodyRow row;
    row.id = id, row.set_pose(b.pose);
    if (b.velocity_known)
        row.velocity = b.velocity, row.angular_velocity = b.angular_velocity,
        row.given = BodyRow::AngularVelocity;
    return row;
}

/// Bodies that are placed in none of the frames though the recording places them elsewhere.
std::set<Id> never_there(const Recording& whole, const Draft& part) {
    std::set<Id> out;
    for (std::size_t b = 0; b < whole.body_count(); ++b)
        if (whole.ever_placed(static_cast<Slot>(b))) out.insert(whole.body_id(static_cast<Slot>(b)));
    for (const Frame& f : part.frames)
        for (const BodyRow& row : f.bodies) out.erase(row.id);
    return out;
}

} // namespace

Frame opening(const Recording& r, std::size_t index) {
    Frame out = *r.frame(index);
    InForce in_force;
    for (const Recording::Defined& d : r.definitions(0, index + 1)) in_force.take(d.definition);
    out.before = in_force.all();
    out.bodies.clear(), out.removed.clear(), out.teleport.clear(), out.on.clear(), out.off.clear(),
        out.scale.clear();
    const World w = r.world_at(index);
    for (std::size_t b = 0; b < w.bodies().size(); ++b) {
        const BodyState& state = w.bodies()[b];
        if (!state.def) continue;
        if (state.scale != Vec3(1.0)) out.scale.push_back({state.def->id, state.scale});
        if (!state.waiting && state.present && !state.leaving)
            out.bodies.push_back(row_of(state.def->id, state));
    }
    for (const ColliderState& c : w.colliders())
        if (c.def && !c.on) out.off.push_back(c.def->id);
    return out;
}

std::shared_ptr<Recording> clip(const Recording& r, std::size_t first, std::size_t last) {
    const std::size_t start = std::max(r.begin(), first > 0 ? first - 1 : 0);
    Draft out;
    out.file = r.file, out.header = r.header, out.warnings = r.reader_warnings();
    out.header.slop = r.slop(), out.header.rounding = r.rounding(), out.pictures = r.pictures();
    out.frames.push_back(start == 0 ? *r.frame(0) : opening(r, start));
    for (std::size_t i = start + 1; i <= last; ++i) out.frames.push_back(*r.frame(i));
    const std::set<Id> absent = never_there(r, out);
    if (r.header.has(Channel::End) && !(last + 1 == r.size() && r.cut_off()))
        out.after.emplace_back(EndDef{});
    leave_out(out, absent);
    return out.recorded();
}

std::shared_ptr<Recording> without(const Recording& r, const std::set<Id>& bodies) {
    Draft out = draft_of(r);
    leave_out(out, bodies);
    return out.recorded();
}

void leave_out(Draft& out, const std::set<Id>& bodies) {
    std::set<Id> colliders;
    const auto removed_body = [&](Id id) { return bodies.count(id) > 0; };
    const auto removed_collider = [&](Id id) { return colliders.count(id) > 0; };
    const auto clean = [&](std::vector<DefinitionRef>& definitions) {
        for (const Definition& d : definitions)
            if (const auto* c = std::get_if<ColliderDef>(&d); c && removed_body(c->body))
                colliders.insert(c->id);
        for (DefinitionRef& d : definitions) {
            const auto* b = std::get_if<BodyDef>(&*d);
            if (!b || !b->owner || !removed_body(*b->owner)) continue;
            BodyDef own = *b;
            own.owner.reset();
            d = own;
        }
        std::erase_if(definitions, [&](const Definition& d) {
            if (const auto* b = std::get_if<BodyDef>(&d)) return removed_body(b->id);
            if (const auto* c = std::get_if<ColliderDef>(&d)) return removed_body(c->body);
            if (const auto* a = std::get_if<ArtDef>(&d)) return a->body && removed_body(*a->body);
            if (const auto* p = std::get_if<ProbeDef>(&d)) return removed_body(p->body);
            return false;
        });
    };
    for (Frame& f : out.frames) {
        clean(f.before);
        std::erase_if(f.bodies, [&](const BodyRow& b) { return removed_body(b.id); });
        for (auto* ids : {&f.removed, &f.teleport, &f.grounded}) std::erase_if(*ids, removed_body);
        for (auto* ids : {&f.on, &f.off}) std::erase_if(*ids, removed_collider);
        for (auto* rows : {&f.scale, &f.desired, &f.unresolved})
            std::erase_if(*rows, [&](const IdVector& v) { return removed_body(v.id); });
        std::erase_if(f.iterations, [&](const IdCount& c) { return removed_body(c.id); });
        std::erase_if(f.contacts,
                      [&](const ContactRow& c) { return removed_collider(c.a) || removed_collider(c.b); });
        std::erase_if(f.rays, [&](const RayRow& ray) {
            return (ray.caster && removed_body(*ray.caster)) || (ray.hit && removed_collider(*ray.hit));
        });
        for (RayRow& ray : f.rays) std::erase_if(ray.skip, removed_collider);
        std::erase_if(f.events, [&](const EventRow& e) {
            return std::any_of(e.about.begin(), e.about.end(), removed_body);
        });
    }
    clean(out.after);
}

} // namespace oddbounce
