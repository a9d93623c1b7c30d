// SPDX-License-Identifier: GPL-3.0-or-later
// oddb listen and oddb send: sessions of running games.
#pragma once

#include "fault/project.hpp"

#include <string>

namespace oddbounce {

struct ListenCall {
    std::string out; ///< a .bounce file, or a folder for one file a session
    std::string address = "127.0.0.1", format = "text", settings;
    std::string token; ///< what pages must name; empty: a new one
    int port = -1;     ///< below 0: the usual one
    double keep_minutes = 0.0;
    bool once = false, no_scan = false;
};
struct ListenResult {
    bool found = false;
    bool whole = true; ///< false: a session could not be judged to its end
};
/// Until interrupted, or the first session's end.
ListenResult listen(const ListenCall& call);

struct SendCall {
    std::string file, to;
    bool follow = false;
    double pace = 0.0; ///< frames a second; 0: as fast as they are taken
};
void send(const SendCall& call);

} // namespace oddbounce
