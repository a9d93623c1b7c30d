// SPDX-License-Identifier: GPL-3.0-or-later
// What a person adds to a recording: candidates, notes, and what is expected, kept beside it as
// NAME.case.json.
#pragma once

#include "fault/project.hpp"
#include "fix/fix.hpp"

#include <vector>

namespace oddbounce {

/// A remark at a place and time of the recording.
struct Note {
    std::int64_t frame = 0; ///< number of the frame that ended last
    double part = 0.0;      ///< of the step after it, 0..1
    Vec3 at{0.0};           ///< world, unit
    std::string text;
    bool operator==(const Note&) const = default;
};

/// What `oddb guard` asks of the recording: that a fix holds, else that a fault is gone.
struct Check {
    std::string fault;               ///< its id
    std::vector<std::string> bodies; ///< names that the finding must have; one may end in *
    std::optional<Fix> holds;        ///< set: this is to fix all that it concerns, and nothing new breaks
};

struct Case {
    std::vector<Fix> fixes;
    std::vector<Note> notes;
    std::vector<Expected> expected;
    std::vector<Check> checks;
};

/// Throws BadInput naming `file` and what was expected.
Case case_from_json(const nlohmann::json& json, const std::string& file);
nlohmann::json json_of(const Case& all, const std::string& recording);
/// Where a recording's case is kept.
std::string case_path_of(const std::string& recording);
/// An empty case where there is none.
Case read_case(const std::string& path);
/// What judging this recording goes by: the project's file (`settings`, else the nearest), and the
/// recording's case.
Project project_of(const std::string& recording, const std::string& settings = "");

} // namespace oddbounce
