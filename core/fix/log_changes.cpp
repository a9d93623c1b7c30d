// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/log_changes.hpp"

#include "fault/ray_look.hpp"
#include "fix/reshape.hpp"
#include "observation/support.hpp"

#include <algorithm>

namespace oddbounce {

using nlohmann::json;
using Of = Knob::Of;

namespace {

std::optional<Input> input_of(const json& change) {
    switch (change_kind(change)) {
    case Of::Ray:
        return Input::Rays;
    case Of::Event:
        return Input::Events;
    case Of::Grounded:
        return Input::Grounded;
    default:
        return {};
    }
}

std::string text_fact(const Finding& f, const char* key) {
    const Fact* fact = f.fact(key);
    return fact && std::holds_alternative<std::string>(fact->value) ? std::get<std::string>(fact->value)
                                                                    : std::string();
}

/// Rays of one frame, cast again as a change asks for.
class Recast {
  public:
    Recast(const json& change, const World& w) : change_(change), w_(w) {}

    bool targets(const RayRow& ray) const {
        if (!target_matches(change_["rays"], {}, ray.name)) return false;
        if (!change_.contains("casters")) return true;
        const Slot caster = ray.caster ? w_.recording().body_slot(*ray.caster) : -1;
        return caster >= 0 && w_.body(caster).def &&
               target_matches(change_["casters"], ray.caster, w_.body(caster).def->name);
    }
    bool takes_nearest() const { return change_.contains("take"); }
    RayRow of(const RayRow& was) const {
        RayRow ray = was;
        const double length = glm::length(was.to - was.from);
        if (length > 0.0) {
            const Vec3 way = (was.to - was.from) / length;
            if (change_.contains("extend")) ray.to += way * change_["extend"].get<double>();
            if (change_.contains("start"))
                ray.from += way * std::min(change_["start"].get<double>(), length * (1.0 - 1e-6));
        }
        const std::vector<Vec3> across =
            length > 0.0 ? directions(w_.recording()).across(was.to - was.from) : std::vector<Vec3>();
        for (std::size_t i = 0; i < across.size(); ++i)
            if (const char* key = i == 0 ? "aside" : "across"; change_.contains(key)) {
                const Vec3 by = across[i] * change_[key].get<double>();
                ray.from += by, ray.to += by;
            }
        if (change_.contains("turn"))
            ray.to = ray.from + Rotation::in_space(glm::dquat(1.0, 0.0, 0.0, 0.0))
                                    .turned_on(radians_of(change_["turn"]))
                                    .turn(ray.to - ray.from);
        for (Slot c = 0; c < static_cast<Slot>(w_.colliders().size()); ++c)
            if (w_.live(c) && skips(was, c)) ray.skip.push_back(at(w_, c).def->id);
        if (change_.contains("add_layer") && ray.layers) ray.layers->push_back(change_["add_layer"]);
        if (change_.contains("stride") && ray.step) ray.step = change_["stride"].get<double>();
        if (change_.contains("float_bits")) ray.float_bits = change_["float_bits"];
        const bool another = ray.from != was.from || ray.to != was.to || ray.skip != was.skip ||
                             ray.layers != was.layers || ray.step != was.step;
        if (another || takes_nearest()) cast(ray);
        if (change_.contains("cells") && ray.hit) walk_cells(ray);
        return ray;
    }
    /// What the shapes say of a ray.
    void cast(RayRow& ray) const {
        const auto meets = ray.step && *ray.step > 0.0 ? strided(ray) : look_along(w_, ray);
        const bool cells = !ray.cell.empty();
        ray.hit.reset(), ray.at.reset(), ray.normal.reset(), ray.cell.clear();
        if (meets.empty()) return;
        const RayMeets& first = meets.front();
        ray.hit = at(w_, first.collider).def->id;
        ray.at = ray.from + (ray.to - ray.from) * first.fraction;
        const RayHit hit =
            ray_cast(ray.from, ray.to, *at(w_, first.collider).geometry, w_.body_of(first.collider).pose);
        if (hit.status == Status::Found) ray.normal = hit.normal;
        if (cells) walk_cells(ray);
    }

  private:
    bool skips(const RayRow& ray, Slot c) const {
        const ColliderState& state = at(w_, c);
        if (change_.value("skip_own", false) && is_own(w_, ray, c)) return true;
        return change_.contains("skip") && (target_matches(change_["skip"], state.def->id, state.def->name) ||
                                            target_matches(change_["skip"], {}, w_.body_of(c).def->name));
    }
    void walk_cells(RayRow& ray) const {
        const Slot c = w_.recording().collider_slot(*ray.hit);
        if (c < 0 || !w_.stays(c) || at(w_, c).def->shape.kind != ShapeKind::Cells) return;
        const RayHit met = ray_cast(ray.from, ray.to, *at(w_, c).geometry, w_.body_of(c).pose);
        if (met.status != Status::Found) return;
        const auto cell = cell_behind(w_, c, met.at, ray.to - ray.from);
        ray.cell.assign(cell.begin(), cell.begin() + w_.recording().header.space);
    }
    /// What a ray meets that is tested at points only.
    std::vector<RayMeets> strided(const RayRow& ray) const {
        const double length = glm::length(ray.to - ray.from);
        const auto near = near_ray(w_, ray, ray.to);
        for (double along = 0.0; length > 0.0 && along <= length; along += *ray.step)
            for (const Slot c : near)
                if (point_distance(ray.from + (ray.to - ray.from) * (along / length), *at(w_, c).geometry,
                                   w_.body_of(c).pose) <= 0.0)
                    return {{c, along / length, along / length, along == 0.0}};
        return {};
    }

    const json& change_;
    const World& w_;
};

/// Goes through the frames with their worlds and what touches in them.
class Rewriter {
  public:
    Rewriter(const Fix& fix, const Recording& base, const std::vector<Finding>& findings, Applied& applied)
        : fix_(fix), base_(base), recording_(*applied.recording), findings_(findings), edits_(applied.edits) {
        for (std::size_t i = 0; i < fix.changes.size(); ++i)
            if (input_of(fix.changes[i])) changes_.push_back({&fix.changes[i], i});
    }
    LogChanges run(const WalkOptions& where) {
        if (changes_.empty()) return {};
        walk(recording_, where, [&](const Step& step) {
            for (Change& c : changes_) rewrite(c, step);
        });
        for (const Change& c : changes_)
            if (!c.matched && !(where.control && where.control->stop)) throw matches_nothing(fix_, c.index);
        return std::move(out_);
    }

  private:
    struct Change {
        const json* keys;
        std::size_t index;
        bool matched = false;
    };
    void rewrite(Change& change, const Step& step) {
        switch (change_kind(*change.keys)) {
        case Of::Ray:
            return cast_rays(change, step);
        case Of::Event:
            return fire_once(change, step);
        default:
            return ground(change, step);
        }
    }

    void count(Input input, const std::string& name, std::size_t index) {
        const std::int64_t number = base_.number(index);
        auto it = std::ranges::find_if(
            out_.rows, [&](const LogChanges::Rows& r) { return r.input == input && r.name == name; });
        if (it == out_.rows.end()) it = out_.rows.insert(it, {input, name, 0, number, number});
        ++it->count, it->last = number;
    }

    /// The rows of this frame as other changes left them.
    template <class Row>
    std::vector<Row> rows(const std::map<std::size_t, std::vector<Row>>& edited, const std::vector<Row>& own,
                          std::size_t index) const {
        const auto it = edited.find(index);
        return it == edited.end() ? own : it->second;
    }

    void cast_rays(Change& change, const Step& step) {
        const Recast recast(*change.keys, step.now);
        std::vector<RayRow> all = rows(edits_.rays, step.frame->rays, step.index);
        bool changed = false;
        std::map<std::string, Vec3> moved; // how far the hit of a ray moved that others are aimed at
        for (RayRow& ray : all) {
            const RayRow was = ray;
            if (const auto aim = moved.find(ray.after); !ray.after.empty() && aim != moved.end())
                ray.to += aim->second, recast.cast(ray);
            if (recast.targets(ray)) change.matched = true, verify(recast, was, step), ray = recast.of(ray);
            if (ray == was) continue;
            changed = true;
            if (ray.hit != was.hit || ray.cell != was.cell) count(Input::Rays, ray.name, step.index);
            if (ray.at && was.at && *ray.at != *was.at) moved[ray.name] = *ray.at - *was.at;
        }
        if (changed) edits_.rays[step.index] = std::move(all);
    }
    /// Does the log say of this cast what the shapes say?
    void verify(const Recast& recast, const RayRow& logged, const Step& step) {
        if (recast.takes_nearest()) return; // that is what the shapes say
        const std::int64_t number = base_.number(step.index);
        for (const Finding& f : findings_)
            if (f.first <= number && number <= f.last && text_fact(f, "ray") == logged.name) return;
        RayRow again = logged;
        recast.cast(again);
        ++out_.casts, out_.agree += again.hit == logged.hit;
    }

    /// Events about two bodies fire in the first frame of their touch in which they did fire.
    void fire_once(Change& change, const Step& step) {
        touching(step);
        std::vector<EventRow> all = rows(edits_.events, step.frame->events, step.index), kept;
        for (EventRow& e : all) {
            const bool meant = e.about.size() == 2 && target_matches((*change.keys)["events"], {}, e.name);
            change.matched = change.matched || meant;
            if (meant && !first_of_touch(change, e)) {
                count(Input::Events, e.name, step.index);
                continue;
            }
            kept.push_back(std::move(e));
        }
        if (kept.size() != step.frame->events.size()) edits_.events[step.index] = std::move(kept);
    }
    bool first_of_touch(const Change& change, const EventRow& e) {
        const auto it = touches_.find(std::minmax(e.about[0], e.about[1]));
        if (it == touches_.end()) return false; // no touch: no event
        return it->second.fired.insert({change.index, e.name}).second;
    }
    void touching(const Step& step) {
        if (touched_in_ == step.index + 1) return;
        touched_in_ = step.index + 1;
        std::map<Pair, Touch> now;
        const auto add = [&](Slot a, Slot b, bool begins) {
            const BodyDef *p = a < 0 ? nullptr : step.now.body_of(a).def,
                          *q = b < 0 ? nullptr : step.now.body_of(b).def;
            if (!p || !q) return;
            const Pair pair = std::minmax(p->id, q->id);
            if (now.count(pair)) return;
            const auto was = touches_.find(pair);
            now.emplace(pair, begins || was == touches_.end() ? Touch{} : was->second);
        };
        for (const ContactRow& c : step.frame->contacts)
            if (c.phase != Phase::End) add(c.mark_a.slot, c.mark_b.slot, c.phase == Phase::Begin);
        for (const Meeting& m : step.meetings())
            if (m.does != Does::Ignore && m.closest() <= 0.0) add(m.a, m.b, false);
        touches_ = std::move(now);
    }

    void ground(Change& change, const Step& step) {
        std::vector<Id> all = rows(edits_.grounded, step.frame->grounded, step.index);
        bool changed = false;
        for (const Slot body : step.now.movers()) {
            const BodyState& b = step.now.body(body);
            if (!b.present || !target_matches((*change.keys)["grounded"], b.def->id, b.def->name)) continue;
            change.matched = true;
            const auto faces = touched_faces(step, body);
            const bool stands =
                std::ranges::any_of(faces, [&](const Face& f) { return walkable(step.now, body, f.normal); });
            const bool stood = std::find(all.begin(), all.end(), b.def->id) != all.end();
            if (stands == stood) continue;
            changed = true, count(Input::Grounded, b.def->name, step.index);
            if (stands)
                all.push_back(b.def->id);
            else
                std::erase(all, b.def->id);
        }
        if (changed) edits_.grounded[step.index] = std::move(all);
    }

    using Pair = std::pair<Id, Id>;
    struct Touch {
        std::set<std::pair<std::size_t, std::string>> fired;
    };
    const Fix& fix_;
    const Recording& base_;
    const Recording& recording_;
    const std::vector<Finding>& findings_;
    Edits& edits_;
    std::vector<Change> changes_;
    std::map<Pair, Touch> touches_;
    std::size_t touched_in_ = 0;
    LogChanges out_;
};

} // namespace

std::vector<RayRow> changed_rays(const Fix& fix, const World& world, const std::vector<RayRow>& rays) {
    std::vector<RayRow> out = rays;
    for (const json& change : fix.changes) {
        if (change_kind(change) != Of::Ray) continue;
        const Recast recast(change, world);
        for (RayRow& ray : out)
            if (recast.targets(ray)) ray = recast.of(ray);
    }
    return out;
}

std::set<Input> log_inputs(const Fix& fix) {
    std::set<Input> out;
    for (const json& change : fix.changes)
        if (const auto input = input_of(change)) out.insert(*input);
    return out;
}

bool change_concerns(const json& change, const Finding& f) {
    switch (change_kind(change)) {
    case Of::Ray: {
        const std::string name = text_fact(f, "ray");
        return f.fact("ray") && target_matches(change["rays"], {}, name == "a ray" ? "" : name);
    }
    case Of::Event:
        return f.fact("event") && target_matches(change["events"], {}, text_fact(f, "event"));
    case Of::Grounded:
        return std::ranges::find(fault_by_id(f.fault)->needs, Input::Grounded) !=
                   fault_by_id(f.fault)->needs.end() &&
               !f.bodies.empty() && target_matches(change["grounded"], f.bodies[0], f.names[0]);
    default:
        return false;
    }
}

LogChanges change_log(const Fix& fix, const Recording& recording, const std::vector<Finding>& findings,
                      Applied& applied, const WalkOptions& where) {
    LogChanges out = Rewriter(fix, recording, findings, applied).run(where);
    out.inputs = log_inputs(fix);
    applied.recording = edited(recording, applied.edits);
    return out;
}

} // namespace oddbounce
