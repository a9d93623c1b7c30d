// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/coverage.hpp"

#include "language/say.hpp"

namespace oddbounce {

const char* word(Input input) {
    switch (input) {
    case Input::Rays:
        return "rays";
    case Input::Events:
        return "events";
    case Input::Grounded:
        return "grounded";
    case Input::Iterations:
        return "iterations";
    case Input::Probes:
        return "probe";
    case Input::Expect:
        return "expect";
    case Input::Art:
        return "art";
    case Input::None:
        break;
    }
    return "";
}

namespace {

template <class Kind> bool defines(const Recording& r) {
    for (const Recording::Defined& d : r.definitions(0, ~std::size_t(0)))
        if (std::holds_alternative<Kind>(*d.definition)) return true;
    return !r.complete();
}

bool logs(const Recording& r, Input input) {
    switch (input) {
    case Input::Rays:
        return r.header.has(Channel::Rays);
    case Input::Events:
        return r.header.has(Channel::Events);
    case Input::Grounded:
        return r.header.has(Channel::Grounded);
    case Input::Iterations:
        // Where a log ends says that a loop never did.
        return r.header.has(Channel::Iterations) || r.header.has(Channel::End);
    case Input::Probes:
        return defines<ProbeDef>(r);
    case Input::Expect:
        return defines<ExpectDef>(r);
    case Input::Art:
        return defines<ArtDef>(r);
    case Input::None:
        break;
    }
    return true;
}

} // namespace

std::vector<Input> missing_inputs(const Recording& recording, const Fault& fault) {
    std::vector<Input> out;
    for (const Input input : fault.needs)
        if (!logs(recording, input)) out.push_back(input);
    return out;
}

std::string text_of(const Coverage& c) {
    const std::string text = say("{} of {} faults judged", c.judged, c.asked);
    if (c.missing.empty()) return text;
    std::string inputs;
    std::size_t i = 0;
    for (const Input input : c.missing) {
        const std::string before = i == 0 ? "" : i + 1 == c.missing.size() ? translated(" and ") : ", ";
        inputs += fmt::format("{}`{}`", before, word(input)), ++i;
    }
    return c.judged == 0 ? say("{}; log {} for the others", text, inputs)
                         : say("{}; log {} for the rest", text, inputs);
}

std::vector<RecorderLine> recorder_lines(Input input) {
    switch (input) {
    case Input::Rays:
        return {
            {"C++", "log.ray(\"sight\", caster, x0, y0, x1, y1, hit);"},
            {"C", "bounce_ray(log, \"sight\", caster, x0, y0, x1, y1, hit);"},
            {"Python", "log.ray(\"sight\", (x0, y0), (x1, y1), caster=caster, hit=hit)"},
            {"JavaScript", "log.ray('sight', [x0, y0], [x1, y1], { caster, hit });"},
            {"Lua", "log:ray(\"sight\", { x0, y0 }, { x1, y1 }, { caster = caster, hit = hit })"},
            {"any", "\"rays\":[{\"name\":\"sight\",\"caster\":1,\"from\":[0,0],\"to\":[90,0],\"hit\":4}]"}};
    case Input::Events:
        return {{"C++", "log.event(\"picked\", {stoat, parcel});"},
                {"C", "bounce_event(log, \"picked\", stoat, parcel);"},
                {"Python", "log.event(\"picked\", [stoat, parcel])"},
                {"JavaScript", "log.event('picked', [stoat, parcel]);"},
                {"Lua", "log:event(\"picked\", { stoat, parcel })"},
                {"any", "\"events\":[{\"name\":\"picked\",\"about\":[1,2]}]"}};
    case Input::Grounded:
        return {{"C++", "if (stoat.grounded) log.grounded(1);"},
                {"C", "if (stoat.grounded) bounce_grounded(log, 1);"},
                {"Python", "if stoat.grounded: log.grounded(1)"},
                {"JavaScript", "if (stoat.grounded) log.grounded(1);"},
                {"Lua", "if stoat.grounded then log:grounded(1) end"},
                {"any", "\"grounded\":[1]"}};
    case Input::Iterations:
        return {{"C++", "log.iterations(1, n);"},   {"C", "bounce_iterations(log, 1, n);"},
                {"Python", "log.iterations(1, n)"}, {"JavaScript", "log.iterations(1, n);"},
                {"Lua", "log:iterations(1, n)"},    {"any", "\"iterations\":[[1,3]]"}};
    case Input::Probes:
        return {{"C++", "log.probe(1, stoat, \"left foot\", -8, -14, 0, -1);"},
                {"C", "bounce_probe(log, 1, stoat, \"left foot\", -8, -14, 0, -1);"},
                {"Python", "log.probe(1, stoat, (-8, -14), (0, -1), \"left foot\")"},
                {"JavaScript", "log.probe(1, stoat, [-8, -14], [0, -1], 'left foot');"},
                {"Lua", "log:probe(1, stoat, { -8, -14 }, { 0, -1 }, \"left foot\")"},
                {"any", "{\"probe\":1,\"body\":1,\"name\":\"left foot\",\"at\":[-8,-14],\"guards\":[0,-1]}"}};
    case Input::Expect:
        return {
            {"C++", "log.expect(\"courier\", \"parcel\", \"picked\", 3);"},
            {"C", "bounce_expect(log, \"courier\", \"parcel\", \"picked\", 3);"},
            {"Python", "log.expect(\"courier\", \"parcel\", \"picked\", 3)"},
            {"JavaScript", "log.expect('courier', 'parcel', 'picked', 3);"},
            {"Lua", "log:expect(\"courier\", \"parcel\", \"picked\", 3)"},
            {"any", "{\"expect\":{\"pair\":[\"courier\",\"parcel\"],\"event\":\"picked\",\"within\":3}}"}};
    case Input::Art:
        return {{"C++", "log.art(1, stoat, \"stoat.png\", 24, 32);"},
                {"C", "bounce_art(log, 1, stoat, \"stoat.png\", 24, 32, 0, 0);"},
                {"Python", "log.art(1, \"stoat.png\", (24, 32), body=stoat)"},
                {"JavaScript", "log.art(1, 'stoat.png', [24, 32], { body: stoat });"},
                {"Lua", "log:art(1, \"stoat.png\", { 24, 32 }, { body = stoat })"},
                {"any", "{\"art\":1,\"body\":1,\"image\":\"stoat.png\",\"at\":[0,0],\"size\":[24,32]}"}};
    case Input::None:
        break;
    }
    return {};
}

} // namespace oddbounce
