// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/knobs.hpp"

#include "fault/account_text.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace oddbounce {

using nlohmann::json;

namespace {

using Of = Knob::Of;
using Kind = Knob::Kind;
using M = MotionModel;

constexpr double any_size = 1e12; // largest number that a knob takes

constexpr Knob table[] = {
    {Of::Collider, Kind::Targets, "colliders", "", 0, 0, {}, true},
    {Of::Collider, Kind::Targets, "bodies", ""},
    {Of::Collider, Kind::Targets, "kinds", ""},
    {Of::Collider, Kind::Targets, "layers", ""},
    {Of::Collider, Kind::Length, "grow", "grow by"},
    {Of::Collider, Kind::Number, "grow_percent", "grow by a share", -99.9, 1e6},
    {Of::Collider, Kind::Lengths, "size", "size"},
    {Of::Collider, Kind::Lengths, "move", "move by"},
    {Of::Collider, Kind::Length, "radius", "", 1e-9, any_size},
    {Of::Collider, Kind::Turn, "turn", "turn by"},
    {Of::Collider, Kind::Places, "corners", ""},
    {Of::Collider, Kind::Length, "round", "round the corners by", 0, any_size},
    {Of::Collider, Kind::Choice, "fit", "another shape", 0, 0, "circle|ellipse|box|capsule|hull|pixels"},
    {Of::Collider, Kind::Choice, "around", "", 0, 0, "shape|picture"},
    {Of::Collider, Kind::Number, "friction", "friction", 0, any_size},
    {Of::Collider, Kind::Number, "restitution", "restitution", 0, any_size},
    {Of::Collider, Kind::Choice, "role", "role", 0, 0, "solid|sensor|one-way"},
    {Of::Collider, Kind::Way, "pass", "way through a one-way"},
    {Of::Collider, Kind::Text, "layer", ""},
    {Of::Collider, Kind::Flag, "on", ""},
    {Of::Collider, Kind::Frames, "frames", ""},

    {Of::Pair, Kind::Layers, "pair", "", 0, 0, {}, true},
    {Of::Pair, Kind::Choice, "does", "", 0, 0, "solid|report|ignore"},

    {Of::Parts, Kind::Targets, "parts", "", 0, 0, {}, true},
    {Of::Parts, Kind::Choice, "owner", "", 0, 0, "ignored"},

    {Of::Motion, Kind::Targets, "motion", "", 0, 0, {}, true},
    {Of::Motion, Kind::Targets, "motion_kinds", "", 0, 0, {}, true},
    {Of::Motion, Kind::Choice, "tests", "when it tests", 0, 0, "before|after|swept|substeps", false,
     &M::tests},
    {Of::Motion, Kind::Count, "substeps", "sub-steps", 1, 1000, {}, false, &M::substeps},
    {Of::Motion, Kind::Choice, "axes", "axes", 0, 0, "together|x-then-y|y-then-x", false, &M::axes},
    {Of::Motion, Kind::Choice, "tested", "what of it is tested", 0, 0, "shape|center|feet", false,
     &M::tested},
    {Of::Motion, Kind::Length, "inset", "tested shape smaller by", -any_size, any_size, {}, false, &M::inset},
    {Of::Motion, Kind::Choice, "response", "how it responds", 0, 0,
     "reverse|reflect|slide|stop|return|push-out|reverse-all|reverse-x|reverse-y|reverse-z|return-stop|none",
     false, &M::response},
    {Of::Motion, Kind::Choice, "other_takes", "what another moving body takes of it", 0, 0,
     "none|same|half|by-mass|all", false, &M::other_takes},
    {Of::Motion, Kind::Flag, "movers_first", "", 0, 0, {}, false, &M::movers_first},
    {Of::Motion, Kind::Flag, "depenetrate", "push it out of overlaps", 0, 0, {}, false, &M::depenetrate},
    {Of::Motion, Kind::Choice, "push", "which way it is pushed out", 0, 0, "back|nearest|up", false,
     &M::push},
    {Of::Motion, Kind::Flag, "gate", "respond only while approaching", 0, 0, {}, false, &M::gate},
    {Of::Motion, Kind::Flag, "once", "respond once per touch", 0, 0, {}, false, &M::once},
    {Of::Motion,
     Kind::Length,
     "side_tolerance",
     "tolerance at the sides",
     0,
     any_size,
     {},
     false,
     &M::side_tolerance},
    {Of::Motion, Kind::Choice, "one_way", "what stops it at a one-way", 0, 0, "usual|falling|feet-above",
     false, &M::one_way},
    {Of::Motion, Kind::Count, "again", "", 0, 60, {}, false, &M::again},
    {Of::Motion, Kind::Number, "again_share", "", 0, any_size, {}, false, &M::again_share},
    {Of::Motion, Kind::Length, "margin", "margin to surfaces", 0, any_size, {}, false, &M::margin},
    {Of::Motion, Kind::Length, "step_height", "step height", 0, any_size, {}, false, &M::step_height},
    {Of::Motion, Kind::Number, "speed_cap", "largest speed", 0, any_size, {}, false, &M::speed_cap},
    {Of::Motion, Kind::Flag, "lock_turn", "a touch does not turn it", 0, 0, {}, false, &M::lock_turn},
    {Of::Motion, Kind::Flag, "steered", "", 0, 0, {}, false, &M::steered},
    {Of::Motion, Kind::Number, "restitution", "", 0, any_size, {}, false, &M::restitution},
    {Of::Motion, Kind::Number, "friction", "", 0, any_size, {}, false, &M::friction},

    {Of::Ray, Kind::Targets, "rays", "", 0, 0, {}, true},
    {Of::Ray, Kind::Targets, "casters", ""},
    {Of::Ray, Kind::Length, "start", "start it farther along by"},
    {Of::Ray, Kind::Length, "extend", "extend it by"},
    {Of::Ray, Kind::Length, "aside", "move it aside by"},
    {Of::Ray, Kind::Length, "across", "move it aside the other way by (in space)"},
    {Of::Ray, Kind::Turn, "turn", "turn it about its start by"},
    {Of::Ray, Kind::Length, "stride", "stride", 1e-9, any_size},
    {Of::Ray, Kind::Targets, "skip", ""},
    {Of::Ray, Kind::Flag, "skip_own", "skip the colliders of its caster"},
    {Of::Ray, Kind::Text, "add_layer", ""},
    {Of::Ray, Kind::Choice, "take", "which hit it takes", 0, 0, "nearest"},
    {Of::Ray, Kind::Choice, "cells", "how it finds the cell", 0, 0, "walked"},
    {Of::Ray, Kind::Count, "float_bits", "", 32, 64},

    {Of::Probe, Kind::Targets, "probes", "", 0, 0, {}, true},
    {Of::Probe, Kind::Choice, "side", "", 0, 0, "left|right|upper|lower|+x|-x|+y|-y|+z|-z"},
    {Of::Probe, Kind::Count, "count", "probes on that side", 2, 10000},
    {Of::Probe, Kind::Length, "feature", "no wider apart than", 1e-9, any_size},
    {Of::Probe, Kind::Places, "places", ""},
    {Of::Probe, Kind::Points, "add", ""},

    {Of::Event, Kind::Targets, "events", "", 0, 0, {}, true},
    {Of::Event, Kind::Choice, "fire", "when it fires", 0, 0, "once-per-touch"},

    {Of::Grounded, Kind::Targets, "grounded", "", 0, 0, {}, true},
    {Of::Grounded, Kind::Choice, "by", "by what it is grounded", 0, 0, "floor-contacts"},
};

/// Numbers, finite ones.
bool numbers(const json& v, std::size_t least, std::size_t most) {
    return v.is_array() && v.size() >= least && v.size() <= most && std::ranges::all_of(v, [](const json& e) {
               return e.is_number() && std::abs(e.get<double>()) <= any_size;
           });
}
/// Any number of such lists.
bool lists_of_numbers(const json& v, std::size_t least, std::size_t most) {
    return v.is_array() && !v.empty() &&
           std::ranges::all_of(v, [&](const json& e) { return numbers(e, least, most); });
}

bool list_of(const json& v, std::size_t size, bool (json::*is)() const noexcept) {
    return v.is_array() && v.size() == size &&
           std::all_of(v.begin(), v.end(), [&](const json& e) { return (e.*is)(); });
}

std::string joined(const std::vector<std::string>& words) {
    std::string out;
    for (const std::string& w : words) out += (out.empty() ? "" : ", ") + w;
    return out;
}

int index_of(const Knob& k, const json& value) {
    const auto all = choices_of(k);
    return static_cast<int>(std::find(all.begin(), all.end(), value.get<std::string>()) - all.begin());
}

json list_schema(const char* item, int least, int most) {
    return {{"type", "array"}, {"items", {{"type", item}}}, {"minItems", least}, {"maxItems", most}};
}

/// The schema of one knob's value.
json schema_of(const Knob& k) {
    const auto numbers = [](int least, int most) { return list_schema("number", least, most); };
    const json target = {{"anyOf", {{{"type", "integer"}}, {{"type", "string"}}}}};
    switch (k.kind) {
    case Kind::Targets:
        return {
            {"anyOf", {{{"type", "integer"}}, {{"type", "string"}}, {{"type", "array"}, {"items", target}}}}};
    case Kind::Number:
    case Kind::Length:
    case Kind::Count: {
        json out = {{"type", k.kind == Kind::Count ? "integer" : "number"}};
        if (k.bounded()) out["minimum"] = k.least;
        if (k.bounded() && k.most < any_size) out["maximum"] = k.most;
        return out;
    }
    case Kind::Flag:
        return {{"type", "boolean"}};
    case Kind::Choice:
        return {{"enum", choices_of(k)}};
    case Kind::Text:
        return {{"type", "string"}};
    case Kind::Turn:
        return {{"anyOf", {{{"type", "number"}}, numbers(3, 3)}}};
    case Kind::Lengths:
    case Kind::Way:
        return numbers(2, 3);
    case Kind::Places:
        return {{"type", "array"}, {"items", numbers(3, 4)}};
    case Kind::Points:
        return {{"type", "array"}, {"items", numbers(2, 3)}};
    case Kind::Frames:
    case Kind::Layers:
        break;
    }
    return list_schema(k.kind == Kind::Layers ? "string" : "integer", 2, 2);
}

} // namespace

std::span<const Knob> knobs() { return table; }

const Knob* knob(Of of, const std::string& key) {
    const auto it = std::ranges::find_if(table, [&](const Knob& k) { return k.of == of && key == k.key; });
    return it == std::end(table) ? nullptr : it;
}

Of change_kind(const json& change) {
    for (const Knob& k : table)
        if (k.names_change && change.contains(k.key)) return k.of;
    return Of::Collider;
}

std::vector<std::string> choices_of(const Knob& k) {
    std::vector<std::string> out;
    std::string_view rest = k.choices;
    while (!rest.empty()) {
        const std::size_t end = std::min(rest.find('|'), rest.size());
        out.emplace_back(rest.substr(0, end));
        rest.remove_prefix(std::min(end + 1, rest.size()));
    }
    return out;
}

std::string expected_of(const Knob& k, const json& v) {
    const auto in_bounds = [&] {
        return v.is_number() && std::isfinite(v.get<double>()) && std::abs(v.get<double>()) <= any_size &&
               (!k.bounded() || (v.get<double>() >= k.least && v.get<double>() <= k.most));
    };
    std::string bounds;
    if (k.bounded())
        bounds = k.most >= any_size ? (k.least < 0.0 ? std::string() : " of " + figure(k.least) + " or more")
                                    : " from " + figure(k.least) + " to " + figure(k.most);
    const auto target = [](const json& t) { return t.is_string() || t.is_number_integer(); };
    switch (k.kind) {
    case Kind::Targets:
        return target(v) || (v.is_array() && std::all_of(v.begin(), v.end(), target))
                   ? ""
                   : "an id, a name, or a list of these";
    case Kind::Number:
    case Kind::Length:
        return in_bounds() ? "" : "a number" + bounds;
    case Kind::Count:
        return in_bounds() && std::floor(v.get<double>()) == v.get<double>() ? "" : "a whole number" + bounds;
    case Kind::Flag:
        return v.is_boolean() ? "" : "true or false";
    case Kind::Choice: {
        const auto all = choices_of(k);
        const bool known = v.is_string() && std::find(all.begin(), all.end(), v) != all.end();
        return known ? "" : (all.size() > 1 ? "one of " : "") + joined(all);
    }
    case Kind::Lengths:
        return numbers(v, 2, 3) ? "" : "two numbers, [x,y], in space three";
    case Kind::Turn:
        return numbers(json::array({v}), 1, 1) || numbers(v, 3, 3)
                   ? ""
                   : "a number of degrees, in space three, about x, y and z";
    case Kind::Way:
        return numbers(v, 2, 3) &&
                       std::ranges::any_of(v, [](const json& e) { return e.get<double>() != 0.0; })
                   ? ""
                   : "a direction, [x,y], in space [x,y,z]";
    case Kind::Frames:
        return list_of(v, 2, &json::is_number_integer) ? "" : "two frames, [first,last]";
    case Kind::Layers:
        return list_of(v, 2, &json::is_string) ? "" : "two layers, [\"one\",\"other\"]";
    case Kind::Places: {
        const auto whole = [](const json& e) {
            const double number = e[0].get<double>();
            return number >= 0.0 && std::floor(number) == number;
        };
        return lists_of_numbers(v, 3, 4) && std::ranges::all_of(v, whole)
                   ? ""
                   : "a list of places, [[number,x,y],…], in space with z";
    }
    case Kind::Points:
        return lists_of_numbers(v, 2, 3) ? "" : "a list of points, [[x,y],…], in space with z";
    case Kind::Text:
        break;
    }
    return v.is_string() ? "" : "a text";
}

json json_of(const MotionModel& m) {
    static constexpr const char* always[] = {"tests", "response", "depenetrate", "gate"};
    const MotionModel usual;
    json out = json::object();
    for (const Knob& k : table)
        std::visit(
            [&]<class Member>(Member member) {
                if constexpr (!std::is_same_v<Member, std::monostate>) {
                    const auto& value = m.*member;
                    if (value == usual.*member &&
                        std::ranges::find(always, std::string_view(k.key)) == std::end(always))
                        return;
                    using Value = std::remove_cvref_t<decltype(value)>;
                    if constexpr (std::is_enum_v<Value>)
                        out[k.key] = choices_of(k)[static_cast<std::size_t>(value)];
                    else if constexpr (std::is_same_v<Value, std::optional<double>>)
                        out[k.key] = *value;
                    else
                        out[k.key] = value;
                }
            },
            k.member);
    if (m.tests != M::Tests::Substeps) out.erase("substeps");
    if (m.again == 0) out.erase("again_share");
    for (const auto& [kind, rule] : m.at_kind) {
        MotionModel alone;
        alone.rule() = rule;
        out["at"][kind] = json_of(alone),
        out["at"][kind]["tests"] =
            rule.afterwards ? "after"
                            : choices_of(*knob(Of::Motion, "tests"))[static_cast<std::size_t>(m.tests)];
    }
    return out;
}

MotionModel model_with(const json& c, MotionModel base) {
    MotionModel m = std::move(base);
    for (const Knob& k : table) {
        if (k.of != Of::Motion || !c.contains(k.key)) continue;
        const json& v = c[k.key];
        std::visit(
            [&]<class Member>(Member member) {
                if constexpr (!std::is_same_v<Member, std::monostate>) {
                    using Value = std::remove_cvref_t<decltype(m.*member)>;
                    if constexpr (std::is_enum_v<Value>)
                        m.*member = static_cast<Value>(index_of(k, v));
                    else if constexpr (std::is_same_v<Value, std::optional<double>>)
                        m.*member = v.get<double>();
                    else if constexpr (std::is_same_v<Value, int>)
                        m.*member = static_cast<int>(std::clamp(v.get<double>(), k.least, k.most));
                    else
                        m.*member = v.get<Value>();
                }
            },
            k.member);
    }
    // Whoever tests after the move and slides means to end outside; say "depenetrate": false to try the
    // other.
    if (c.contains("response") || c.contains("tests")) {
        if (!c.contains("depenetrate"))
            m.depenetrate = m.tests == M::Tests::After || m.tests == M::Tests::Substeps;
        if (!c.contains("push")) m.push = M::Push::Back;
    }
    return m;
}

std::string text_of(const MotionModel& m) {
    std::string out;
    const json all = json_of(m);
    for (const Knob& k : table) {
        if (k.of != Of::Motion || !all.contains(k.key)) continue;
        const json& v = all[k.key];
        if (v == false) continue;
        out += (out.empty() ? "" : ", ") + std::string(k.key);
        if (v.is_string()) out += " " + v.get<std::string>();
        if (v.is_number()) out += " " + figure(v.get<double>());
    }
    return out;
}

json fix_schema() {
    json changes = json::array();
    for (const Of of :
         {Of::Collider, Of::Pair, Of::Parts, Of::Motion, Of::Ray, Of::Probe, Of::Event, Of::Grounded}) {
        json properties = json::object(), needs = json::array();
        for (const Knob& k : table) {
            if (k.of != of) continue;
            properties[k.key] = schema_of(k);
            if (k.names_change || (of == Of::Collider && k.kind == Kind::Targets))
                needs.push_back({{"required", {k.key}}});
        }
        changes.push_back({{"type", "object"},
                           {"properties", properties},
                           {"anyOf", needs},
                           {"additionalProperties", false}});
    }
    const json list = {{"type", "array"}, {"items", {{"anyOf", changes}}}};
    json counted = list;
    counted["minItems"] = 1;
    return {{"$schema", "https://json-schema.org/draft/2020-12/schema"},
            {"title", "A candidate fix"},
            {"type", "object"},
            {"required", {"fix", "changes"}},
            {"properties",
             {{"fix", {{"const", 1}}}, {"name", {{"type", "string"}}}, {"changes", counted}, {"off", list}}}};
}

} // namespace oddbounce
