// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/loop_text.hpp"

#include "fault/account_text.hpp"

namespace oddbounce {

namespace {

using Tests = MotionModel::Tests;
using Response = MotionModel::Response;
using Push = MotionModel::Push;

std::string indented(int levels, const std::string& text) {
    return std::string(2 * static_cast<std::size_t>(levels), ' ') + text;
}

/// " · 0.8"; empty: 1.
std::string times(std::optional<double> factor) {
    return factor && *factor > 0.0 && *factor != 1.0 ? " · " + figure(*factor) : std::string();
}

/// What it does to velocities and places where it tests.
std::vector<std::string> response_lines(const MotionModel& m, const Recording& r) {
    std::vector<std::string> out;
    const std::string e = m.restitution ? figure(*m.restitution) : translated("restitution");
    const bool bounces = !m.restitution || *m.restitution > 0.0;
    switch (m.response) {
    case Response::Reverse:
        out.push_back(say("velocity[axis] = −velocity[axis]{}, the axis of the face", times(m.restitution)));
        break;
    case Response::ReverseX:
    case Response::ReverseY:
    case Response::ReverseZ: {
        constexpr const char* axes[] = {"x", "y", "z"};
        const auto axis = static_cast<std::size_t>(m.response) - static_cast<std::size_t>(Response::ReverseX);
        out.push_back(say("velocity.{0} = −velocity.{0}{1}", std::string(axes[axis]), times(m.restitution)));
        break;
    }
    case Response::None:
        return {translated("nothing comes of it")};
    case Response::ReverseAll:
        out.push_back(say("velocity = −velocity{}", times(m.restitution)));
        break;
    case Response::Reflect:
        out.push_back(bounces ? say("velocity −= (1 + {}) · its part along the normal", e)
                              : translated("velocity −= its part along the normal"));
        break;
    case Response::Stop:
    case Response::ReturnStop:
        out.push_back(translated("velocity = 0"));
        break;
    case Response::PushOut:
        if (bounces) {
            out.push_back(say("velocity −= (1 + {}) · its part into the face", e));
            break;
        }
        [[fallthrough]];
    case Response::Slide:
    case Response::Return:
        out.push_back(translated("velocity −= its part into the face"));
        break;
    }
    if (m.friction.value_or(0.0) > 0.0)
        out.push_back(say("along the face, velocity loses by friction {}", figure(*m.friction)));
    const bool tests_places = m.tests == Tests::After || m.tests == Tests::Substeps;
    const bool pushes = tests_places && (m.depenetrate || m.returns() || m.response == Response::PushOut);
    if (pushes && m.returns())
        out.push_back(translated("position = position before the step"));
    else if (pushes)
        out.push_back(translated(m.push == Push::Back ? "position −= overlap, over the face it came through"
                                 : m.push == Push::Nearest ? "position −= overlap, over the nearest face"
                                                           : "position += the way out upward"));
    using OtherTakes = MotionModel::OtherTakes;
    if (m.other_takes == OtherTakes::Same)
        out.push_back(translated("then the same for the other one"));
    else if (m.other_takes != OtherTakes::None)
        out.push_back(translated(
            m.other_takes == OtherTakes::Half     ? "if the other one moves, it takes half of that"
            : m.other_takes == OtherTakes::ByMass ? "if the other one moves, both share that by their mass"
                                                  : "if the other one moves, it takes all of that"));
    if (m.movers_first) out.push_back(translated("those that move first, then the others"));
    if (m.one_way != MotionModel::OneWay::Usual)
        out.push_back(translated(m.one_way == MotionModel::OneWay::Falling
                                     ? "at a one-way only if it moves against it"
                                     : "at a one-way only if it was above it before the step"));
    if (m.step_height > 0.0)
        out.push_back(say("but first: step up, if that takes at most {}", length_text(r, m.step_height)));
    return out;
}

} // namespace

namespace {

/// What the loop tests: "the stoat", "the center of the stoat", "the stoat, 2 px smaller on all sides,".
std::string tested_text(const MotionModel& m, const std::string& mover, const Recording& r) {
    if (m.tested == MotionModel::Tested::Center) return say("the center of {}", mover);
    if (m.tested == MotionModel::Tested::Feet) return say("the middle of the lower edge of {}", mover);
    if (m.inset > 0.0) return say("{}, {} smaller on all sides,", mover, length_text(r, m.inset));
    return mover;
}

/// "if the drum overlaps the crate and moves toward it:"
std::string condition(const MotionModel& m, const std::string& mover, const std::string& other,
                      const Recording& r) {
    const std::string tested = tested_text(m, mover, r);
    std::string out = m.margin > 0.0
                          ? say("{} is closer than {} to {}", tested, length_text(r, m.margin), other)
                          : say("{} overlaps {}", tested, other);
    if (m.side_tolerance > 0.0)
        out = say("{} by more than {} at its sides", out, length_text(r, m.side_tolerance));
    if (m.once) out = say("{}, and did not in the step before", out);
    return m.gate ? say("if {} and moves toward it:", out) : say("if {}:", out);
}

} // namespace

std::vector<std::string> loop_of(const MotionModel& m, const std::string& mover, const std::string& other,
                                 const Recording& r) {
    std::vector<std::string> out{translated("each step:")};
    const bool apart = m.axes != MotionModel::Axes::Together;
    const auto line = [&](int levels, const std::string& text) { out.push_back(indented(levels, text)); };
    const auto test = [&](int levels) {
        line(levels, condition(m, mover, other, r));
        for (const std::string& one : response_lines(m, r)) line(levels + 1, one);
    };
    if (m.steered) line(1, translated("velocity = desired velocity"));
    if (m.speed_cap > 0.0) line(1, say("speed = at most {}", speed_text(r, m.speed_cap)));
    int level = 1;
    const auto for_axes = [&] {
        if (apart)
            line(level++, translated(m.axes == MotionModel::Axes::XThenY
                                         ? "on the x axis alone, then on the y axis alone:"
                                         : "on the y axis alone, then on the x axis alone:"));
    };
    switch (m.tests) {
    case Tests::Before:
        test(1), line(1, translated("position += velocity · dt"));
        break;
    case Tests::After:
        for_axes();
        line(level, translated("position += velocity · dt")), test(level);
        break;
    case Tests::Substeps:
        line(level++, say("{} times:", m.substeps));
        for_axes();
        line(level, say("position += velocity · dt / {}", m.substeps)), test(level);
        break;
    case Tests::Swept:
        for_axes();
        line(level, m.margin > 0.0 ? say("move along velocity · dt, to {} before the first touch with {}",
                                         length_text(r, m.margin), other)
                                   : say("move along velocity · dt, up to the first touch with {}", other));
        if (m.tested != MotionModel::Tested::Shape || m.inset > 0.0)
            line(level, say("what touches is {}", tested_text(m, mover, r)));
        line(level, translated(m.gate ? "if it touches and moves toward it:" : "if it touches:"));
        for (const std::string& one : response_lines(m, r)) line(level + 1, one);
        line(level + 1, translated("go on with the rest of the step"));
        break;
    }
    if (m.again > 0) {
        const std::string later = count_text(static_cast<double>(m.again), "frame"),
                          share = times(m.again_share);
        line(1, m.gate ? say("{} later, once more, if it moves toward it: the same push{}", later, share)
                       : say("{} later, once more: the same push{}", later, share));
    }
    if (m.lock_turn) line(1, translated("the touch does not change its rotation"));
    for (const auto& [kind, rule] : m.at_kind) {
        MotionModel there = m;
        there.rule() = rule, there.other_takes = MotionModel::OtherTakes::None;
        there.movers_first = false, there.step_height = 0.0, there.one_way = MotionModel::OneWay::Usual;
        there.tests = rule.afterwards ? Tests::After : m.tests;
        line(1, rule.gate ? say("at {}, if it moves toward it:", kind) : say("at {}:", kind));
        for (const std::string& one : response_lines(there, r)) line(2, one);
    }
    for (const std::string& kind : m.as_recorded) line(1, say("at {}: as recorded", kind));
    return out;
}

std::vector<LoopLine> changed_lines(const std::vector<std::string>& was, const std::vector<std::string>& is) {
    // common[i][k]: so many lines that what follows was[i] and is[k] have in common
    std::vector<std::vector<std::size_t>> common(was.size() + 1, std::vector<std::size_t>(is.size() + 1, 0));
    for (std::size_t i = was.size(); i-- > 0;)
        for (std::size_t k = is.size(); k-- > 0;)
            common[i][k] =
                was[i] == is[k] ? common[i + 1][k + 1] + 1 : std::max(common[i + 1][k], common[i][k + 1]);
    std::vector<LoopLine> out;
    std::size_t i = 0, k = 0;
    while (i < was.size() || k < is.size())
        if (i < was.size() && k < is.size() && was[i] == is[k])
            out.push_back({LoopLine::Same, was[i]}), ++i, ++k;
        else if (i < was.size() && (k == is.size() || common[i + 1][k] >= common[i][k + 1]))
            out.push_back({LoopLine::Gone, was[i++]});
        else
            out.push_back({LoopLine::New, is[k++]});
    return out;
}

} // namespace oddbounce
