// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/fix.hpp"

#include "fix/reshape.hpp"
#include "recording/files.hpp"
#include "shape/fitted.hpp"

#include <set>

namespace oddbounce {

using nlohmann::json;

namespace {

constexpr const char* tests_words[] = {"before", "after", "swept", "substeps"};
constexpr const char* response_words[] = {"reverse", "reflect",  "slide",      "stop",
                                          "return",  "push-out", "reverse-all"};
constexpr const char* push_words[] = {"back", "nearest", "up"};

struct KeyRule {
    const char* key;
    const char* kind; // number, text, flag, vector, list, range
};
constexpr KeyRule collider_keys[] = {
    {"colliders", "targets"}, {"bodies", "targets"},     {"kinds", "targets"},
    {"layers", "targets"},    {"grow", "number"},        {"grow_percent", "number"},
    {"round", "number"},      {"move", "vector"},        {"size", "vector"},
    {"fit", "text"},          {"role", "text"},          {"layer", "text"},
    {"friction", "number"},   {"restitution", "number"}, {"on", "flag"},
    {"frames", "vector"}};
constexpr KeyRule pair_keys[] = {{"pair", "list"}, {"does", "text"}};
constexpr KeyRule motion_keys[] = {
    {"motion", "targets"},  {"tests", "text"},    {"response", "text"},      {"depenetrate", "flag"},
    {"push", "text"},       {"gate", "flag"},     {"again", "number"},       {"again_share", "number"},
    {"substeps", "number"}, {"margin", "number"}, {"step_height", "number"}, {"restitution", "number"},
    {"friction", "number"}};

/// The kind in an error's words.
const char* expected_of(const std::string& kind) {
    if (kind == "number") return "a number";
    if (kind == "text") return "a text";
    if (kind == "flag") return "true or false";
    if (kind == "vector") return "two numbers, [x,y]";
    if (kind == "list") return "two layers, [\"one\",\"other\"]";
    return "an id, a name, or a list of these";
}

bool fits(const json& v, const std::string& kind) {
    if (kind == "number") return v.is_number() && std::isfinite(v.get<double>());
    if (kind == "text") return v.is_string();
    if (kind == "flag") return v.is_boolean();
    if (kind == "vector") return v.is_array() && v.size() == 2 && v[0].is_number() && v[1].is_number();
    if (kind == "list") return v.is_array() && v.size() == 2 && v[0].is_string() && v[1].is_string();
    if (!v.is_array()) return v.is_string() || v.is_number_integer();
    return std::all_of(v.begin(), v.end(),
                       [](const json& e) { return e.is_string() || e.is_number_integer(); });
}

template <std::size_t N> bool one_of(const json& v, const char* const (&words)[N]) {
    return std::any_of(std::begin(words), std::end(words), [&](const char* w) { return v == w; });
}

void check_words(const json& c, const std::string& where, const std::string& file) {
    constexpr const char* roles[] = {"solid", "sensor", "one-way"};
    constexpr const char* does[] = {"solid", "report", "ignore"};
    const auto need = [&](const char* key, const auto& words, const char* list) {
        if (c.contains(key) && !one_of(c[key], words))
            throw BadInput(file, 0, where + "'" + key + "' must be one of " + list, key);
    };
    need("role", roles, "solid, sensor, one-way"), need("does", does, "solid, report, ignore");
    need("tests", tests_words, "before, after, swept, substeps");
    need("response", response_words, "reverse, reflect, slide, stop, return, push-out, reverse-all");
    need("push", push_words, "back, nearest, up");
    if (c.contains("fit") && !fit_kind(c["fit"]))
        throw BadInput(file, 0, where + "'fit' must be one of circle, ellipse, box, capsule, hull", "fit");
}

void check_change(const json& c, std::size_t index, const std::string& file) {
    const std::string where = "change " + std::to_string(index + 1) + ": ";
    if (!c.is_object()) throw BadInput(file, 0, where + "must be an object");
    const bool motion = c.contains("motion"), pair = c.contains("pair");
    const std::span<const KeyRule> keys = motion ? std::span<const KeyRule>(motion_keys)
                                          : pair ? std::span<const KeyRule>(pair_keys)
                                                 : std::span<const KeyRule>(collider_keys);
    for (const auto& [key, value] : c.items()) {
        const std::string name = key;
        const auto rule =
            std::find_if(keys.begin(), keys.end(), [&](const KeyRule& k) { return name == k.key; });
        if (rule == keys.end())
            throw BadInput(file, 0, where + "'" + key + "' is an unknown key of this change", key);
        if (!fits(value, rule->kind))
            throw BadInput(file, 0, where + "'" + key + "' must be " + expected_of(rule->kind), key);
    }
    if (pair && !c.contains("does")) throw BadInput(file, 0, where + "'does' is missing", "does");
    const bool targeted =
        c.contains("colliders") || c.contains("bodies") || c.contains("kinds") || c.contains("layers");
    if (!motion && !pair && !targeted)
        throw BadInput(file, 0, where + "has no target, expected colliders, bodies, kinds or layers");
    check_words(c, where, file);
}

bool named(const json& targets, std::optional<Id> id, const std::string& name) {
    if (targets.is_number_integer()) return id && targets.get<Id>() == *id;
    if (targets.is_string()) return name_matches(targets.get<std::string>(), name);
    return std::any_of(targets.begin(), targets.end(), [&](const json& t) { return named(t, id, name); });
}

bool targets(const json& change, const ColliderDef& c, const BodyDef& b) {
    if (change.contains("colliders") && named(change["colliders"], c.id, c.name)) return true;
    if (change.contains("bodies") && named(change["bodies"], b.id, b.name)) return true;
    if (change.contains("kinds") && named(change["kinds"], {}, b.kind)) return true;
    return change.contains("layers") && named(change["layers"], {}, c.layer.empty() ? b.kind : c.layer);
}

void change_collider(ColliderDef& c, const json& change, const std::string& fix) {
    reshape(c.shape, change);
    if (const std::string why = defect(c.shape); !why.empty())
        throw BadInput(fix, 0, "makes collider " + std::to_string(c.id) + " unusable: " + why);
    if (change.contains("role")) {
        const std::string role = change["role"];
        c.role = role == "solid" ? Role::Solid : role == "sensor" ? Role::Sensor : Role::OneWay;
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

bool name_matches(const std::string& pattern, const std::string& name) {
    if (!pattern.empty() && pattern.back() == '*')
        return name.compare(0, pattern.size() - 1, pattern, 0, pattern.size() - 1) == 0;
    return pattern == name;
}

const char* word(MotionModel::Tests t) { return tests_words[static_cast<int>(t)]; }
const char* word(MotionModel::Response a) { return response_words[static_cast<int>(a)]; }
const char* word(MotionModel::Push p) { return push_words[static_cast<int>(p)]; }

json json_of(const MotionModel& m) {
    json j = {{"tests", word(m.tests)},
              {"response", word(m.response)},
              {"depenetrate", m.depenetrate},
              {"gate", m.gate},
              {"margin", m.margin}};
    if (m.tests == MotionModel::Tests::Substeps) j["substeps"] = m.substeps;
    if (m.again > 0) j["again"] = m.again, j["again_share"] = m.again_share;
    if (m.push != MotionModel::Push::Back) j["push"] = word(m.push);
    if (m.step_height > 0.0) j["step_height"] = m.step_height;
    if (m.restitution) j["restitution"] = *m.restitution;
    if (m.friction) j["friction"] = *m.friction;
    return j;
}

MotionModel model_with(const json& c, MotionModel m) {
    const auto index = [](const json& v, const auto& words) {
        return static_cast<int>(
            std::find_if(std::begin(words), std::end(words), [&](const char* w) { return v == w; }) -
            std::begin(words));
    };
    if (c.contains("tests")) m.tests = static_cast<MotionModel::Tests>(index(c["tests"], tests_words));
    if (c.contains("response"))
        m.response = static_cast<MotionModel::Response>(index(c["response"], response_words));
    // Whoever tests after the move and slides means to end outside; say "depenetrate": false to try the
    // other.
    if (c.contains("response") || c.contains("tests"))
        m.depenetrate = m.tests == MotionModel::Tests::After || m.tests == MotionModel::Tests::Substeps,
        m.push = MotionModel::Push::Back;
    if (c.contains("push")) m.push = static_cast<MotionModel::Push>(index(c["push"], push_words));
    if (c.contains("depenetrate")) m.depenetrate = c["depenetrate"];
    if (c.contains("gate")) m.gate = c["gate"];
    const auto count = [&](const char* key, double least, double most) {
        return static_cast<int>(std::clamp(c[key].get<double>(), least, most));
    };
    if (c.contains("again")) m.again = count("again", 0, 60);
    if (c.contains("again_share")) m.again_share = c["again_share"];
    if (c.contains("substeps")) m.substeps = count("substeps", 1, 1000);
    if (c.contains("margin")) m.margin = c["margin"];
    if (c.contains("step_height")) m.step_height = c["step_height"];
    if (c.contains("restitution")) m.restitution = c["restitution"].get<double>();
    if (c.contains("friction")) m.friction = c["friction"].get<double>();
    return m;
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
    return fix;
}

Fix read_fix(const std::string& path) {
    return fix_from_json(json::parse(read_document(path), nullptr, false), path);
}

json json_of(const Fix& fix) { return {{"fix", 1}, {"name", fix.name}, {"changes", fix.changes}}; }

Applied apply(const Fix& fix, const Recording& r) {
    Applied out;
    auto& definitions = out.edits.definitions = r.definitions(0, ~std::size_t(0));
    std::map<Id, BodyDef> bodies;
    std::set<Id> changed;
    for (std::size_t n = 0; n < fix.changes.size(); ++n) {
        const json& change = fix.changes[n];
        const bool pair = change.contains("pair"), motion = change.contains("motion");
        if (pair) change_pair(change, definitions), out.pairs = true;
        bool hit = pair;
        std::set<Id> switched;
        for (Recording::Defined& d : definitions) {
            if (const auto* b = std::get_if<BodyDef>(&*d.definition)) {
                bodies[b->id] = *b;
                if (motion && named(change["motion"], b->id, b->name)) out.motion[b->id] = change, hit = true;
            }
            const auto* c = std::get_if<ColliderDef>(&*d.definition);
            if (!c || motion || pair || !targets(change, *c, bodies[c->body])) continue;
            ColliderDef other = *c;
            change_collider(other, change, fix.name);
            switched.insert(other.id), changed.insert(other.id), hit = true, out.shapes = true;
            d.definition = std::move(other);
        }
        for (Id id : switched) switch_collider(r, id, change, out.edits);
        if (!hit)
            throw BadInput(fix.name.empty() ? "fix" : fix.name, 0,
                           "change " + std::to_string(n + 1) + " matches nothing in this recording");
    }
    out.colliders.assign(changed.begin(), changed.end());
    out.recording = edited(r, out.edits);
    return out;
}

} // namespace oddbounce
