// SPDX-License-Identifier: GPL-3.0-or-later
// A candidate fix: a document of changes, and its effect on a recording's definitions.
#pragma once

#include "recording/edited.hpp"

#include <nlohmann/json.hpp>

#include <string>

namespace oddbounce {

/// {"fix":1,"name":"…","changes":[…]}; see docs/fix-file.md for the changes and their targets.
struct Fix {
    std::string name;
    nlohmann::json changes = nlohmann::json::array();
};

/// Checks every key of every change. Throws BadInput naming the change and what was expected.
Fix fix_from_json(const nlohmann::json& json, const std::string& file);
Fix read_fix(const std::string& path);
nlohmann::json json_of(const Fix& fix);

/// "net*" matches "net" and "nets"; no other wildcard.
bool name_matches(const std::string& pattern, const std::string& name);

/// How a body is moved again by a rerun: the knobs that gameplay code has.
struct MotionModel {
    enum class Tests { Before, After, Swept, Substeps } tests = Tests::After;
    /// Reverse: of the axis along the normal; ReverseAll: of the whole velocity.
    enum class Response {
        Reverse,
        Reflect,
        Slide,
        Stop,
        Return,
        PushOut,
        ReverseAll
    } response = Response::Slide;
    bool depenetrate = false; ///< pushes the body out of what it overlaps
    /// Which way: over the face that it came through, the nearest one, or along up whatever it overlaps.
    enum class Push { Back, Nearest, Up } push = Push::Back;
    bool gate = false;        ///< responds only while approaching
    int substeps = 4;         ///< for Tests::Substeps
    int again = 0;            ///< frames after which the same push is given once more; 0: never
    double again_share = 1.0; ///< of that push, 1: all of it
    double margin = 0.0;      ///< distance kept from surfaces, unit
    double step_height = 0.0; ///< ground that it steps up without being stopped, unit
    std::optional<double> restitution, friction; ///< none: the colliders' own

    bool operator==(const MotionModel&) const = default;
};
const char* word(MotionModel::Tests tests);
const char* word(MotionModel::Response response);
const char* word(MotionModel::Push push);
nlohmann::json json_of(const MotionModel& model);
/// The knobs that `change` names, the others as in `base`.
MotionModel model_with(const nlohmann::json& change, MotionModel base);

/// What a fix touches in a recording.
struct Applied {
    Edits edits;
    std::shared_ptr<const Recording> recording; ///< with these edits
    std::vector<Id> colliders;                  ///< that were changed
    bool pairs = false;                         ///< some pair of layers was changed
    std::map<Id, nlohmann::json> motion;        ///< body -> its motion change
    bool shapes = false;                        ///< a shape, role, friction or restitution was changed
};
/// Throws BadInput where a target names nothing in the recording, or a changed shape is unusable. The
/// recording must outlive the result.
Applied apply(const Fix& fix, const Recording& recording);

} // namespace oddbounce
