// SPDX-License-Identifier: GPL-3.0-or-later
// What a project decides about judging: its thresholds, and which findings are expected. One JSON file,
// `odd-bounce.json`, in the folder of the recordings or above it.
#pragma once

#include "fault/settings.hpp"

namespace oddbounce {

/// A person says that a finding is expected: this one, or every one of its fault between these kinds.
struct Expected {
    std::string finding; ///< its id; empty: by rule
    std::string fault;   ///< of the rule
    std::vector<std::string>
        kinds; ///< of the rule: kinds of the first two bodies, in any order; one for a finding of one
    std::string reason;
    bool operator==(const Expected&) const = default;
};

/// The rule that would cover this finding and its like.
Expected rule_for(const Finding& finding);
bool covers(const Expected& expected, const Finding& finding);
/// "every tunneling of parcel and net", "tunneling-91-2-12"
std::string text_of(const Expected& expected);

/// A list of {"finding":ID,"reason":…} and {"fault":ID,"kinds":[A,B],"reason":…}; throws BadInput naming
/// `file`.
std::vector<Expected> expected_from_json(const nlohmann::json& json, const std::string& file);
nlohmann::json json_of(const std::vector<Expected>& expected);

struct Project {
    Settings settings;
    std::vector<Expected> expected;

    /// Says of each finding whether it is expected, and why.
    void mark(std::vector<Finding>& findings) const;
};

/// {"name":number,…,"kinds":{"parcel":{"name":number,…},…},"expected":[…]}; throws BadInput naming an unknown
/// key, or a value that is not a number of at least 0.
Project read_project(const std::string& path);
/// The same that read_project reads; only what is not at its default.
nlohmann::json json_of(const Project& project);
/// The nearest `odd-bounce.json` in the folder of the recording or above it; empty: there is none.
std::string project_file_of(const std::string& recording);

} // namespace oddbounce
