// SPDX-License-Identifier: GPL-3.0-or-later
// A fuzzer's bytes as choices: whole inputs are built from them, so that most of them get past the readers.
// When the bytes are used up, every choice is the first and calmest one.
#pragma once

#include "recording/definitions.hpp"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <string>

namespace oddbounce {

using json = nlohmann::json;

class Choices {
  public:
    Choices(const std::uint8_t* data, std::size_t size) : at_(data), end_(data + size) {}

    unsigned byte() { return at_ < end_ ? *at_++ : 0; }
    unsigned below(unsigned n) { return byte() % n; }
    bool rarely() { return byte() > 235; }
    bool often() { return byte() > 100; }
    double number() {
        static constexpr double odd[] = {0.0,      -0.0, 1e-300, 1e-9, 0.1,   1.0 / 3, 1e6,
                                         16777217, 1e15, 1e25,   -1e9, 1e300, -1e300,  9007199254740993.0};
        if (rarely()) return odd[below(std::size(odd))];
        return static_cast<std::int8_t>(byte()) / 4.0;
    }
    std::int64_t whole() {
        constexpr double most = 9.2e18;
        return static_cast<std::int64_t>(std::clamp(number(), -most, most));
    }
    double length() { return rarely() ? number() : (1 + below(64)) / 4.0; }
    std::int64_t id() { return rarely() ? whole() : 1 + below(5); }
    std::string name() {
        static const char* const names[] = {"stoat",    "parcel", "net",   "<img src=x>",
                                            "a\x1b[2J", "",       "crate", "a very long name that goes on"};
        return names[below(std::size(names))];
    }
    json point() { return {number(), number()}; }

  private:
    const std::uint8_t *at_, *end_;
};

inline json shape_from(Choices& c) {
    switch (c.below(7)) {
    case 0:
        return {{"type", "circle"}, {"r", c.length()}, {"at", c.point()}};
    case 1:
        return {{"type", "box"}, {"size", {c.length(), c.length()}}, {"angle", c.number()}};
    case 2:
        return {{"type", "capsule"}, {"a", c.point()}, {"b", c.point()}, {"r", c.length()}};
    case 3: { // regular, or a star that crosses itself
        json points = json::array();
        const unsigned n = 3 + c.below(40), turn = 1 + (c.rarely() ? c.below(7) : 0);
        const double r = c.length();
        for (unsigned i = 0; i < n; ++i)
            points.push_back({r * std::cos(6.28 * turn * i / n), r * std::sin(6.28 * turn * i / n)});
        return {{"type", "polygon"}, {"points", points}};
    }
    case 4: {
        json points = json::array();
        for (unsigned n = 3 + c.below(6); n > 0; --n) points.push_back(c.point());
        return {{"type", c.often() ? "chain" : "polygon"}, {"points", points}, {"closed", c.often()}};
    }
    case 5: {
        json rows = json::array();
        for (unsigned n = 1 + c.below(6); n > 0; --n) {
            std::string row;
            for (unsigned k = 1 + c.below(8); k > 0; --k) row += c.often() ? '#' : '.';
            rows.push_back(row);
        }
        return {{"type", "cells"}, {"cell", c.length()}, {"origin", c.point()}, {"rows", rows}};
    }
    default:
        return {{"type", c.rarely() ? "hull" : "circle"}, {"r", c.length()}};
    }
}

inline json definition_from(Choices& c) {
    static const char* const moves[] = {"kinematic", "dynamic", "static"};
    static const char* const roles[] = {"solid", "sensor", "one-way"};
    switch (c.below(8)) {
    case 0:
    case 1: {
        json body = {{"body", c.id()}, {"name", c.name()}, {"kind", c.name()}, {"moves", moves[c.below(3)]}};
        if (c.rarely()) body["owner"] = c.id();
        if (c.rarely()) body["visible"] = false, body["upright"] = true;
        if (c.rarely()) body["slope"] = c.number(), body["step"] = c.length();
        return body;
    }
    case 2:
    case 3:
    case 4: {
        json collider = {{"collider", c.id()},
                         {"body", c.id()},
                         {"shape", shape_from(c)},
                         {"role", roles[c.rarely() ? c.below(3) : 0]}};
        if (c.rarely()) collider["layer"] = c.name();
        if (c.rarely()) collider["restitution"] = c.number(), collider["friction"] = c.number();
        return collider;
    }
    case 5:
        return {{"pair", {c.name(), c.name()}}, {"does", c.often() ? "solid" : "ignore"}};
    case 6:
        return {{"probe", c.id()}, {"body", c.id()}, {"at", c.point()}, {"guards", c.point()}};
    default:
        return {
            {"expect", {{"pair", {c.name(), c.name()}}, {"event", c.name()}, {"within", 1 + c.below(9)}}}};
    }
}

inline json frame_from(Choices& c, std::int64_t number, unsigned bodies) {
    json rows = json::array(), frame = {{"frame", number}};
    for (unsigned b = 1; b <= bodies; ++b) {
        if (number > 0 && c.rarely()) continue;
        json row = {b, c.number(), c.number()};
        if (c.often()) row.push_back(c.number());
        if (row.size() == 4 && c.often()) row.insert(row.end(), {c.number(), c.number()});
        rows.push_back(row);
    }
    frame["bodies"] = rows;
    if (c.rarely()) frame["teleport"] = {c.id()};
    if (c.rarely()) frame["removed"] = {c.id()};
    if (c.rarely()) frame["off"] = {c.id()};
    if (c.rarely()) frame["dt"] = c.number();
    if (c.rarely()) frame["scale"] = {{c.id(), c.number(), c.number()}};
    if (c.rarely()) frame["desired"] = {{c.id(), c.number(), c.number()}};
    if (c.rarely()) frame["grounded"] = {c.id()};
    if (c.rarely()) frame["iterations"] = {{c.id(), c.below(200)}};
    if (c.rarely()) frame["unresolved"] = {{c.id(), c.number(), c.number()}};
    if (c.rarely())
        frame["contacts"] = {{{"a", c.id()}, {"b", c.id()}, {"normal", c.point()}, {"depth", c.number()}}};
    if (c.rarely()) frame["events"] = {{{"name", c.name()}, {"about", {c.id(), c.id()}}}};
    if (c.rarely())
        frame["rays"] = {{{"name", c.name()},
                          {"caster", c.id()},
                          {"from", c.point()},
                          {"to", c.point()},
                          {"hit", c.id()}}};
    return frame;
}

/// A log of a few bodies. Long ones have several spans; their later frames follow from few bytes.
inline std::string log_from(Choices& c) {
    json header = {
        {"bounce", 1},
        {"title", c.name()},
        {"unit", c.rarely() ? c.name() : "px"},
        {"up", {0, c.often() ? 1 : -1}},
        {"logs", {"contacts", "events", "rays", "grounded", "desired", "iterations", "unresolved"}}};
    if (c.rarely()) header["rate"] = c.number();
    if (c.rarely()) header["slop"] = c.number();
    if (c.rarely()) header["gravity"] = c.point();
    if (c.rarely()) header["float"] = c.often() ? 32 : 64;
    std::string out = header.dump() + '\n';
    const unsigned bodies = 1 + c.below(5);
    for (unsigned b = 1; b <= bodies; ++b) {
        out +=
            json{{"body", b}, {"kind", c.name()}, {"moves", b == 1 ? "kinematic" : "static"}}.dump() + '\n';
        out += json{{"collider", b}, {"body", b}, {"shape", shape_from(c)}}.dump() + '\n';
    }
    for (unsigned n = c.below(4); n > 0; --n) out += definition_from(c).dump() + '\n';
    const unsigned frames = 1 + c.below(24), calm = c.rarely() ? 300 : 0;
    for (unsigned f = 0; f < frames; ++f) {
        if (c.rarely()) out += definition_from(c).dump() + '\n';
        out += frame_from(c, f, bodies).dump() + '\n';
    }
    for (unsigned f = 0; f < calm; ++f) {
        if (f == calm / 2 && c.often()) out += definition_from(c).dump() + '\n';
        out += json{{"frame", frames + f}, {"bodies", {{1, 0.5 * f, 0.25 * (f % 7)}}}}.dump() + '\n';
    }
    return out;
}

inline json change_from(Choices& c) {
    static const char* const tests[] = {"before", "after", "swept", "substeps"};
    static const char* const responses[] = {"reverse", "reflect", "slide", "stop", "return", "push-out", "reverse-all"};
    switch (c.below(6)) {
    case 0:
        return {{"colliders", {c.id()}}, {"grow", c.number()}};
    case 1:
        return {{"colliders", {c.id()}}, {"size", {c.length(), c.length()}}};
    case 2:
        return {{"colliders", {c.id()}}, {"friction", c.length()}, {"round", c.length()}};
    case 3:
        return {{"pair", {c.name(), c.name()}}, {"does", "solid"}};
    case 4:
        return {{"colliders", {c.id()}}, {"fit", c.often() ? "capsule" : "hull"}};
    default:
        return {{"motion", {c.id()}}, {"tests", tests[c.below(4)]}, {"response", responses[c.below(7)]}};
    }
}

} // namespace oddbounce
