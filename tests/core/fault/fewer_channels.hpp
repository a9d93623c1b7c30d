// SPDX-License-Identifier: GPL-3.0-or-later
// A recording as a game would log it that tells less.
#pragma once

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <set>
#include <sstream>
#include <vector>

struct Told {
    bool contacts = true, velocities = true;
    int every = 1;        ///< frame of so many; what changes in the others is told with the next one
    bool rounded = false; ///< the places of what moves, as of a game that logs whole pixels
};

/// Numbers of a body row before its velocities: id, place, turn.
inline std::size_t places_of(std::size_t space) { return space == 2 ? 4 : 8; }

/// The log with places of all that is not static rounded, to no more than a sixth of the median collider.
/// Velocities, which would tell more, are left out.
inline std::string rounded(const std::string& log) {
    std::istringstream lines(log);
    std::vector<nlohmann::json> all;
    std::vector<double> extents;
    std::set<std::int64_t> fixed;
    for (std::string line; std::getline(lines, line);) {
        const nlohmann::json& o = all.emplace_back(nlohmann::json::parse(line));
        const bool part = o.contains("collider") || o.contains("art") || o.contains("probe");
        if (o.contains("body") && !part && o.value("moves", "static") == "static")
            fixed.insert(o["body"].get<std::int64_t>());
        if (!o.contains("collider") || !o.contains("shape")) continue;
        const nlohmann::json& shape = o["shape"];
        if (shape.contains("size"))
            extents.push_back(std::min(shape["size"][0].get<double>(), shape["size"][1].get<double>()));
        else if (shape.contains("r"))
            extents.push_back(2.0 * shape["r"].get<double>());
    }
    if (extents.empty()) return log;
    std::nth_element(extents.begin(), extents.begin() + static_cast<std::ptrdiff_t>(extents.size() / 2),
                     extents.end());
    double step = 1.0;
    while (6.0 * step > extents[extents.size() / 2]) step *= 0.1;
    all.front()["rounding"] = step;
    std::string out;
    const std::size_t space = all.front().value("space", 2u);
    for (nlohmann::json& o : all) {
        if (o.contains("frame") && o.contains("bodies"))
            for (nlohmann::json& row : o["bodies"]) {
                if (fixed.count(row[0].get<std::int64_t>()) > 0) continue;
                for (std::size_t place = 1; place <= space; ++place)
                    row[place] = std::round(row[place].get<double>() / step) * step;
                while (row.size() > places_of(space)) row.erase(row.size() - 1);
            }
        out += o.dump() + '\n';
    }
    return out;
}

/// The log without the channels that are not told.
inline std::string telling(const std::string& log, const Told& told) {
    if (told.rounded) return rounded(log);
    if (told.contacts && told.velocities && told.every == 1) return log;
    std::istringstream lines(log);
    std::size_t places = places_of(2);
    constexpr double slowest = 20.0; // frames a second: less shows no motion
    std::string out;
    nlohmann::json left_out; // the frames since the last one that is told
    for (std::string line; std::getline(lines, line);) {
        nlohmann::json o = nlohmann::json::parse(line);
        if (o.contains("space")) places = places_of(o["space"].get<std::size_t>());
        if (o.contains("rate") && o["rate"].get<double>() < slowest * told.every) return log;
        if (o.contains("frame") && left_out.is_object()) { // time passed, and what was changed stays changed
            if (o.contains("dt")) o["dt"] = o["dt"].get<double>() + left_out["dt"].get<double>();
            for (const char* change : {"on", "off", "removed", "teleport", "events"})
                for (const nlohmann::json& one : left_out.value(change, nlohmann::json::array()))
                    o[change].push_back(one);
            for (const auto& [was, is] : {std::pair("on", "off"), {"off", "on"}}) // the later one holds
                if (const auto later = nlohmann::json::parse(line).value(is, nlohmann::json::array());
                    o.contains(was))
                    std::erase_if(o[was].get_ref<nlohmann::json::array_t&>(), [&](const nlohmann::json& id) {
                        return std::find(later.begin(), later.end(), id) != later.end();
                    });
        }
        if (o.contains("frame") && o["frame"].get<int>() % told.every != 0) {
            left_out = o;
            continue;
        }
        if (o.contains("frame")) left_out = {};
        if (!told.contacts) {
            o.erase("contacts");
            if (o.contains("logs")) {
                nlohmann::json logs = nlohmann::json::array();
                for (const nlohmann::json& channel : o["logs"])
                    if (channel != "contacts") logs.push_back(channel);
                o["logs"] = logs;
            }
        }
        if (!told.velocities && o.contains("frame") && o.contains("bodies"))
            for (nlohmann::json& row : o["bodies"])
                while (row.size() > places) row.erase(row.size() - 1);
        out += o.dump() + '\n';
    }
    return out;
}
inline constexpr Told tellings[] = {{true, true},    {false, true},    {true, false},         {false, false},
                                    {true, true, 2}, {true, false, 2}, {true, false, 1, true}};
