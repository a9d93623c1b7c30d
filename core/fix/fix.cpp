// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/fix.hpp"

#include "fault/art_look.hpp"
#include "fix/probe_changes.hpp"
#include "fix/reshape.hpp"
#include "recording/files.hpp"
#include "shape/fitted.hpp"

#include <set>

namespace oddbounce {

using nlohmann::json;

namespace {

void check_change(const json& c, std::size_t index, const std::string& file) {
    const std::string where = "change " + std::to_string(index + 1) + ": ";
    if (!c.is_object()) throw BadInput(file, 0, where + "must be an object");
    const Knob::Of of = change_kind(c);
    bool targeted = false;
    for (const auto& [key, value] : c.items()) {
        const Knob* k = knob(of, key);
        if (!k) throw BadInput(file, 0, where + "'" + key + "' is an unknown key of this change", key);
        if (const std::string expected = expected_of(*k, value); !expected.empty())
            throw BadInput(file, 0, where + "'" + key + "' must be " + expected, key);
        targeted =
            targeted || k->names_change || (of == Knob::Of::Collider && k->kind == Knob::Kind::Targets);
    }
    if (of == Knob::Of::Pair && !c.contains("does"))
        throw BadInput(file, 0, where + "'does' is missing", "does");
    if (of == Knob::Of::Parts && !c.contains("owner"))
        throw BadInput(file, 0, where + "'owner' is missing", "owner");
    if (!targeted)
        throw BadInput(file, 0, where + "has no target, expected colliders, bodies, kinds or layers");
}

bool targets(const json& change, const ColliderDef& c, const BodyDef& b) {
    if (change.contains("colliders") && target_matches(change["colliders"], c.id, c.name)) return true;
    if (change.contains("bodies") && target_matches(change["bodies"], b.id, b.name)) return true;
    if (change.contains("kinds") && target_matches(change["kinds"], {}, b.kind)) return true;
    return change.contains("layers") &&
           target_matches(change["layers"], {}, c.layer.empty() ? b.kind : c.layer);
}

bool moves(const json& change, const BodyDef& b) {
    return (change.contains("motion") && target_matches(change["motion"], b.id, b.name)) ||
           (change.contains("motion_kinds") && target_matches(change["motion_kinds"], {}, b.kind));
}

/// A change that asks for a shape round the picture of the body, or for its pixels.
bool fits_picture(const json& change) {
    return change.contains("fit") &&
           (change["fit"] == "pixels" || change.value("around", "shape") == "picture");
}

/// What it asks for. Throws BadInput where the body shows no picture.
Shape fitted_to_picture(const json& change, const ColliderDef& c, const Recording& r, const ArtLook& art,
                        const std::string& fix) {
    const std::optional<Shape> pixels = art.pixels(r.body_slot(c.body));
    if (!pixels)
        throw BadInput(fix, 0,
                       "the body of collider " + std::to_string(c.id) +
                           " has no picture with square pixels to fit a shape to");
    if (change["fit"] == "pixels") return *pixels;
    const OutlinePoints points = outline_points(Geometry(*pixels, Vec3(1.0)));
    return change["fit"] == "capsule" ? capsule_round(points) : fitted(points, change["fit"]);
}

void change_collider(ColliderDef& c, json change, const Recording& r, const ArtLook& art,
                     const std::string& fix) {
    if (fits_picture(change)) c.shape = fitted_to_picture(change, c, r, art, fix), change.erase("fit");
    for (const json& corner : change.value("corners", json::array()))
        if (corner[0].get<double>() >= static_cast<double>(c.shape.points.size()))
            throw BadInput(fix, 0, "collider " + std::to_string(c.id) + " has no corner " + corner[0].dump(),
                           "corners");
    reshape(c.shape, change);
    const ShapeKind kind = c.shape.kind;
    if (change.contains("radius") && kind != ShapeKind::Circle && kind != ShapeKind::Sphere &&
        kind != ShapeKind::Capsule)
        throw BadInput(fix, 0, "collider " + std::to_string(c.id) + " has no radius", "radius");
    if (const std::string why = defect(c.shape); !why.empty())
        throw BadInput(fix, 0, "makes collider " + std::to_string(c.id) + " unusable: " + why);
    if (change.contains("role")) {
        const std::string role = change["role"];
        c.role = role == "solid" ? Role::Solid : role == "sensor" ? Role::Sensor : Role::OneWay;
    }
    if (change.contains("pass")) {
        Vec3 way(0.0);
        for (int axis = 0; axis < std::min(c.shape.space, static_cast<int>(change["pass"].size())); ++axis)
            way[axis] = change["pass"][static_cast<std::size_t>(axis)];
        if (way == Vec3(0.0)) throw BadInput(fix, 0, "'pass' is no direction in the plane", "pass");
        c.pass = unit(way);
    }
    if (change.contains("layer")) c.layer = change["layer"];
    if (change.contains("friction")) c.friction = change["friction"].get<double>();
    if (change.contains("restitution")) c.restitution = change["restitution"];
}

void switch_collider(const Recording& r, Id id, const json& change, Edits& edits) {
    if (!change.contains("on") || r.empty()) return;
    Edits::Switched s{id, change["on"], 0, r.size() - 1};
    if (change.contains("frames")) {
        const auto from = change["frames"][0].get<std::int64_t>(),
                   to = change["frames"][1].get<std::int64_t>();
        while (s.first <= s.last && r.number(s.first) < from) ++s.first;
        while (s.last > s.first && r.number(s.last) > to) --s.last;
        if (s.first > s.last || r.number(s.last) > to) return;
    }
    edits.switched.push_back(s);
}

/// The pair holds from the first frame on; other definitions of it give way.
void change_pair(const json& change, std::vector<Recording::Defined>& definitions) {
    const std::string first = change["pair"][0], second = change["pair"][1], does = change["does"];
    std::erase_if(definitions, [&](const Recording::Defined& d) {
        const auto* p = std::get_if<PairDef>(&*d.definition);
        return p &&
               ((p->first == first && p->second == second) || (p->first == second && p->second == first));
    });
    const PairDef pair{first, second,
                       does == "solid"    ? Does::Solid
                       : does == "report" ? Does::Report
                                          : Does::Ignore,
                       ""};
    const auto at = std::find_if(definitions.begin(), definitions.end(),
                                 [](const Recording::Defined& d) { return d.before > 0; });
    definitions.insert(at, {0, pair});
}

} // namespace

bool target_matches(const json& targets, std::optional<Id> id, const std::string& name) {
    if (targets.is_number_integer()) return id && targets.get<Id>() == *id;
    if (targets.is_string()) return name_matches(targets.get<std::string>(), name);
    return std::any_of(targets.begin(), targets.end(),
                       [&](const json& t) { return target_matches(t, id, name); });
}

BadInput matches_nothing(const Fix& fix, std::size_t change) {
    return BadInput(fix.name.empty() ? "fix" : fix.name, 0,
                    "change " + std::to_string(change + 1) + " matches nothing in this recording");
}

bool name_matches(const std::string& pattern, const std::string& name) {
    if (!pattern.empty() && pattern.back() == '*')
        return name.compare(0, pattern.size() - 1, pattern, 0, pattern.size() - 1) == 0;
    return pattern == name;
}

Fix fix_from_json(const json& j, const std::string& file) {
    if (!j.is_object() || !j.contains("fix") || j["fix"] != 1)
        throw BadInput(file, 0, "is not a fix, expected {\"fix\":1,\"name\":…,\"changes\":[…]}", "fix");
    Fix fix;
    if (j.contains("name") && j["name"].is_string()) fix.name = j["name"];
    if (!j.contains("changes") || !j["changes"].is_array() || j["changes"].empty())
        throw BadInput(file, 0, "'changes' is missing, expected a list of one or more", "changes");
    for (std::size_t i = 0; i < j["changes"].size(); ++i) check_change(j["changes"][i], i, file);
    fix.changes = j["changes"];
    if (!j.contains("off")) return fix;
    if (!j["off"].is_array()) throw BadInput(file, 0, "'off' must be a list of changes", "off");
    for (const json& change : j["off"])
        check_change(change, fix.changes.size() + fix.off.size(), file), fix.off.push_back(change);
    return fix;
}

Fix read_fix(const std::string& path) {
    return fix_from_json(json::parse(read_document(path), nullptr, false), path);
}

json json_of(const Fix& fix) {
    json out{{"fix", 1}, {"name", fix.name}, {"changes", fix.changes}};
    if (!fix.off.empty()) out["off"] = fix.off;
    return out;
}

Applied apply(const Fix& fix, const Recording& r) {
    using Of = Knob::Of;
    Applied out;
    auto& definitions = out.edits.definitions = r.definitions(0, ~std::size_t(0));
    std::map<Id, BodyDef> bodies;
    std::set<Id> changed;
    ArtLook art(r);
    if (std::ranges::any_of(fix.changes, fits_picture))
        for (const Recording::Defined& d : definitions) art.define(*d.definition);
    for (std::size_t n = 0; n < fix.changes.size(); ++n) {
        const json& change = fix.changes[n];
        const Of of = change_kind(change);
        bool hit = of == Of::Ray || of == Of::Event || of == Of::Grounded;
        if (of == Of::Pair) change_pair(change, definitions), out.pairs = hit = true;
        std::set<Id> switched;
        for (Recording::Defined& d : definitions) {
            if (const auto* b = std::get_if<BodyDef>(&*d.definition)) {
                bodies[b->id] = *b;
                if (of == Of::Motion && moves(change, *b)) out.motion[b->id] = change, hit = true;
                if (of == Of::Parts && b->owner && target_matches(change["parts"], b->id, b->name)) {
                    BodyDef part = *b;
                    part.ignores_owner = out.pairs = hit = true;
                    d.definition = std::move(part);
                }
                continue;
            }
            const auto* c = std::get_if<ColliderDef>(&*d.definition);
            if (!c || of != Of::Collider || !targets(change, *c, bodies[c->body])) continue;
            ColliderDef other = *c;
            change_collider(other, change, r, art, fix.name);
            switched.insert(other.id), changed.insert(other.id), hit = true, out.shapes = true;
            d.definition = std::move(other);
        }
        for (Id id : switched) switch_collider(r, id, change, out.edits);
        if (of == Of::Probe) hit = change_probes(change, r, bodies, definitions, fix.name);
        if (!hit) throw matches_nothing(fix, n);
        if (of != Of::Probe) continue;
        for (const auto& [id, body] : bodies)
            if (target_matches(change["probes"], id, body.name)) out.probes[id].clear();
        for (const Recording::Defined& d : definitions)
            if (const auto* p = std::get_if<ProbeDef>(&*d.definition); p && out.probes.count(p->body))
                out.probes[p->body].push_back(*p);
    }
    out.colliders.assign(changed.begin(), changed.end());
    out.recording = edited(r, out.edits);
    return out;
}

} // namespace oddbounce
