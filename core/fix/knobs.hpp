// SPDX-License-Identifier: GPL-3.0-or-later
// Every key that a change of a fix may have: what it is called, what values it takes. Reading, the schema,
// the editor and ranges work from this table; a new knob is a new entry.
#pragma once

#include "fix/motion_model.hpp"

#include <nlohmann/json.hpp>

#include <span>
#include <string>
#include <variant>

namespace oddbounce {

struct Knob {
    /// The kind of change that has it.
    enum class Of { Collider, Pair, Parts, Motion, Ray, Probe, Event, Grounded } of;
    enum class Kind {
        Targets, ///< an id, a name, or a list of these; a name may end in *
        Number,
        Length, ///< in the recording's unit
        Count,
        Flag,
        Choice,
        Lengths, ///< one along each axis: two, in space three
        Frames,  ///< first and last
        Layers,  ///< two
        Turn,    ///< degrees, counter-clockwise as numbers are written; in space a rotation vector
        Way,     ///< a direction, of any length but 0
        Places,  ///< a list of [number, x, y], in space with z: what has that number goes there
        Points,  ///< a list of [x, y], in space with z
        Text,
    } kind;
    const char* key;
    const char* name;               ///< what a form calls it; empty: not offered in one
    double least = 0.0, most = 0.0; ///< of numbers; both 0: any
    std::string_view choices = {};  ///< of Choice, separated by |, in the order of the member's values
    bool names_change = false;      ///< a change that has it is one of this kind
    /// Where a motion knob is kept.
    std::variant<std::monostate, bool MotionModel::*, int MotionModel::*, double MotionModel::*,
                 std::optional<double> MotionModel::*, MotionModel::Tests MotionModel::*,
                 MotionModel::Axes MotionModel::*, MotionModel::Tested MotionModel::*,
                 MotionModel::Response MotionModel::*, MotionModel::Push MotionModel::*,
                 MotionModel::OneWay MotionModel::*, MotionModel::OtherTakes MotionModel::*>
        member = {};

    bool number() const { return kind == Kind::Number || kind == Kind::Length || kind == Kind::Count; }
    /// A number for each axis: any length, or degrees about it.
    bool by_axes() const { return kind == Kind::Lengths || kind == Kind::Turn; }
    bool bounded() const { return least != 0.0 || most != 0.0; }
};

std::span<const Knob> knobs();
/// Null: there is none.
const Knob* knob(Knob::Of of, const std::string& key);
/// What kind of change this is, by its keys.
Knob::Of change_kind(const nlohmann::json& change);
/// Empty: the value is one that the knob takes. Otherwise what was expected: "a number", "one of back,
/// nearest, up".
std::string expected_of(const Knob& knob, const nlohmann::json& value);
std::vector<std::string> choices_of(const Knob& knob);

nlohmann::json json_of(const MotionModel& model);
/// The knobs that `change` names, the others as in `base`.
MotionModel model_with(const nlohmann::json& change, MotionModel base);

/// "tests after, response slide, gate": what is not as usual.
std::string text_of(const MotionModel& model);

/// JSON schema of fix files (draft 2020-12).
nlohmann::json fix_schema();

} // namespace oddbounce
