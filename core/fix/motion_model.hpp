// SPDX-License-Identifier: GPL-3.0-or-later
// How a body is moved again by a rerun: the knobs that gameplay code has.
#pragma once

#include <map>
#include <optional>
#include <set>
#include <string>

namespace oddbounce {

/// What becomes of a body where it meets something.
struct TouchRule {
    /// Reverse: of the axis along the normal; ReverseAll: of the whole velocity; ReverseX, Y, Z: of that
    /// axis, whatever face is hit. ReturnStop: back to the place before, and stop. None: nothing comes of it.
    enum class Response {
        Reverse,
        Reflect,
        Slide,
        Stop,
        Return,
        PushOut,
        ReverseAll,
        ReverseX,
        ReverseY,
        ReverseZ,
        ReturnStop,
        None
    } response = Response::Slide;
    bool depenetrate = false; ///< pushes the body out of what it overlaps
    /// Which way: over the face that it came through, the nearest one, or along up whatever it overlaps.
    enum class Push { Back, Nearest, Up } push = Push::Back;
    bool gate = false;                           ///< responds only while approaching
    bool once = false;                           ///< responds only in the step in which a touch begins
    std::optional<double> restitution, friction; ///< none: the colliders' own

    /// Of MotionModel::at_kind: by code of its own after the step, not where the model tests.
    bool afterwards = false;

    bool operator==(const TouchRule&) const = default;
    /// It puts the body back where it was before the step.
    bool returns() const { return response == Response::Return || response == Response::ReturnStop; }
    /// It ends outside of what it overlaps.
    bool ends_outside() const { return depenetrate || returns() || response == Response::PushOut; }
};

struct MotionModel : TouchRule {
    enum class Tests { Before, After, Swept, Substeps } tests = Tests::After;
    int substeps = 4; ///< for Tests::Substeps
    /// Which axes move and are tested together. One after the other: what is in the way on one axis does not
    /// stop the other one.
    enum class Axes { Together, XThenY, YThenX } axes = Axes::Together;
    /// What of the body is tested: all of it, the middle of its bounds, the middle of their lower edge.
    enum class Tested { Shape, Center, Feet } tested = Tested::Shape;
    double inset = 0.0;          ///< the tested shape is so much smaller on all sides, unit
    double side_tolerance = 0.0; ///< what overlaps by no more than this across the face is not hit, unit
    /// What stops a body at a one-way. Usual: moving against it, not yet deep in it. Falling: moving against
    /// it, however deep. FeetAbove: being clear of it before the step.
    enum class OneWay { Usual, Falling, FeetAbove } one_way = OneWay::Usual;
    int again = 0;            ///< frames after which the same push is given once more; 0: never
    double again_share = 1.0; ///< of that push, 1: all of it
    double margin = 0.0;      ///< distance kept from surfaces, unit
    double step_height = 0.0; ///< ground that it steps up without being stopped, unit
    double speed_cap = 0.0;   ///< largest speed, unit/s; 0: none
    bool lock_turn = false;   ///< a touch does not turn it
    /// What another moving body takes of a response. None: it goes as recorded. Same: it responds for itself,
    /// as this one would to a thing at rest. Else a part of the change of velocity and place, the other way.
    enum class OtherTakes { None, Same, Half, ByMass, All } other_takes = OtherTakes::None;
    bool movers_first = false; ///< it meets those that take their part before all else
    /// The game gives it its desired velocity in each step, whatever stopped it. Where none is logged, that
    /// is the velocity that it has at first.
    bool steered = false;
    /// No touch changed its recorded velocity: what changed there, its code did.
    bool unanswered = false;
    /// Kinds of bodies (see `kind_or_id`) at which the model was not seen to do what the game does. Where it
    /// meets these on its recorded way it goes as recorded; on another way, what it would do there is not
    /// known.
    std::set<std::string> as_recorded;
    bool recorded_no_more = false; ///< these, or it, are changed: not even on its recorded way is it known
    /// What it does at these kinds, where that differs.
    std::map<std::string, TouchRule> at_kind;
    /// Kinds of moving bodies that may take their part; see other_takes.
    std::set<std::string> partners;

    bool operator==(const MotionModel&) const = default;
    TouchRule& rule() { return *this; }
    const TouchRule& rule() const { return *this; }
    const TouchRule& rule_at(const std::string& kind) const {
        const auto it = at_kind.find(kind);
        return it == at_kind.end() ? *this : it->second;
    }
};

} // namespace oddbounce
