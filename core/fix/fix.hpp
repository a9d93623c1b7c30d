// SPDX-License-Identifier: GPL-3.0-or-later
// A candidate fix: a document of changes, and its effect on a recording's definitions.
#pragma once

#include "fix/knobs.hpp"
#include "recording/bad_input.hpp"
#include "recording/edited.hpp"

#include <nlohmann/json.hpp>

#include <string>

namespace oddbounce {

/// {"fix":1,"name":"…","changes":[…],"off":[…]}; see docs/fix-file.md for the changes and their targets.
struct Fix {
    std::string name;
    nlohmann::json changes = nlohmann::json::array();
    nlohmann::json off = nlohmann::json::array(); ///< changes that are put aside: they change nothing
};

/// Checks every key of every change. Throws BadInput naming the change and what was expected.
Fix fix_from_json(const nlohmann::json& json, const std::string& file);
Fix read_fix(const std::string& path);
nlohmann::json json_of(const Fix& fix);

/// "net*" matches "net" and "nets"; no other wildcard.
bool name_matches(const std::string& pattern, const std::string& name);

/// An id or a name that a change's targets name: one, or any of a list.
bool target_matches(const nlohmann::json& targets, std::optional<Id> id, const std::string& name);
BadInput matches_nothing(const Fix& fix, std::size_t change);

/// What a fix touches in a recording.
struct Applied {
    Edits edits;
    std::shared_ptr<const Recording> recording; ///< with these edits
    std::vector<Id> colliders;                  ///< that were changed
    bool pairs = false;                         ///< what some pair does was changed
    std::map<Id, std::vector<ProbeDef>> probes; ///< body -> its probes, where they were changed
    std::map<Id, nlohmann::json> motion;        ///< body -> its motion change
    bool shapes = false;                        ///< a shape, role, friction or restitution was changed
};
/// Throws BadInput where a target names nothing in the recording, or a changed shape is unusable. What it
/// changes in the rows of the log is left to change_log. The recording must outlive the result.
Applied apply(const Fix& fix, const Recording& recording);

} // namespace oddbounce
