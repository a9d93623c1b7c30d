// SPDX-License-Identifier: GPL-3.0-or-later
// What a project decides about judging: its thresholds, and what is fine as it is. One JSON file,
// `odd-bounce.json`, in the folder of the recordings or above it.
#pragma once

#include "fault/settings.hpp"

namespace oddbounce {

/// A person's word that a finding is as it should be: this one, or every one of its fault between these
/// kinds.
struct Fine {
    std::string finding; ///< its id; empty: by rule
    std::string fault;   ///< of the rule
    std::vector<std::string>
        kinds; ///< of the rule: kinds of the first two bodies, in any order; one for a finding of one
    std::string why;
    bool operator==(const Fine&) const = default;
};

/// The rule that would cover this finding and its like.
Fine rule_for(const Finding& finding);
bool covers(const Fine& fine, const Finding& finding);
/// "every tunneling of parcel and net", "tunneling-91-2-12"
std::string text_of(const Fine& fine);

/// A list of {"finding":ID,"why":…} and {"fault":ID,"kinds":[A,B],"why":…}; throws BadInput naming `file`.
std::vector<Fine> fine_from_json(const nlohmann::json& json, const std::string& file);
nlohmann::json json_of(const std::vector<Fine>& fine);

struct Project {
    Settings settings;
    std::vector<Fine> fine;

    /// Says of each finding whether it is fine as it is, and why.
    void mark(std::vector<Finding>& findings) const;
};

/// {"name":number,…,"kinds":{"parcel":{"name":number,…},…},"fine":[…]}; throws BadInput naming an unknown
/// key, or what is no number from 0 on.
Project read_project(const std::string& path);
/// The same that read_project reads; only what is not at its default.
nlohmann::json json_of(const Project& project);
/// The nearest `odd-bounce.json` in the folder of the recording or above it; empty: there is none.
std::string project_file_of(const std::string& recording);

} // namespace oddbounce
