// SPDX-License-Identifier: GPL-3.0-or-later
// A recording as a game would log it that tells less.
#pragma once

#include <nlohmann/json.hpp>

#include <sstream>

struct Told {
    bool contacts = true, velocities = true;
};

/// The log without the channels that are not told. `log` has 2D body rows: id, x, y, turn, then velocities.
inline std::string telling(const std::string& log, const Told& told) {
    if (told.contacts && told.velocities) return log;
    constexpr std::size_t places = 4; // of a body row
    std::istringstream lines(log);
    std::string out;
    for (std::string line; std::getline(lines, line);) {
        nlohmann::json o = nlohmann::json::parse(line);
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
inline constexpr Told tellings[] = {{true, true}, {false, true}, {true, false}, {false, false}};
