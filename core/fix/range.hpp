// SPDX-License-Identifier: GPL-3.0-or-later
// Which values of a number of a fix work.
#pragma once

#include "fix/verdict.hpp"

#include <functional>

namespace oddbounce {

/// A number in a fix that can be varied.
struct FixNumber {
    std::size_t change = 0; ///< index into Fix::changes
    const Knob* knob = nullptr;
    int part = -1;      ///< which of several; -1: it stands alone
    double value = 0.0; ///< in the fix
    /// "grow"; of two numbers with its axis; with the change's number, from 1, where the fix has several
    /// changes: "2.grow".
    std::string name;

    bool whole() const { return knob->kind == Knob::Kind::Count; }
    /// In the unit of the recording.
    bool length() const { return knob->kind == Knob::Kind::Length || knob->kind == Knob::Kind::Lengths; }
};
std::vector<FixNumber> numbers_of(const Fix& fix);
/// By its name. Throws BadInput, naming those that there are.
FixNumber number_named(const Fix& fix, const std::string& name);
Fix with_number(const Fix& fix, const FixNumber& number, double value);

struct RangePoint {
    double value = 0.0;
    /// Works: it fixes all that it concerns, and nothing new breaks. Unclear: the verdict cannot tell.
    enum Outcome { Fails, Works, Unclear } outcome = Fails;
    std::string verdict;                                     ///< its line, or why the value is no use
    std::size_t fixed = 0, left = 0, unclear = 0, fresh = 0; ///< findings; left: kept or changed
};
struct Range {
    FixNumber number;
    std::vector<RangePoint> points; ///< by value
    /// Stretches of values that work. Their ends lie between a value that works and one that does not, or at
    /// an end of what was asked for.
    struct Works {
        double from = 0.0, to = 0.0;
        bool fails_below = false,
             fails_above = false; ///< a value beyond that end was tried, and does not work for sure
    };
    std::vector<Works> works;
    bool complete = true; ///< false: stopped
};

struct RangeOptions {
    TryOptions tries;
    double from = 0.0, to = 1.0; ///< from < to
    std::size_t values = 9;      ///< at least 2, evenly spread; ends of what works are sought beside
    std::function<void(const RangePoint&)> tried; ///< called for each value as soon as it is known
};
/// Tries the values, and seeks the ends of what works by halving, to a thousandth of the range.
Range range_of(const Recording& recording, const Fix& fix, const FixNumber& number,
               const RangeOptions& options);
/// Two numbers together: each value of one with each value of the other.
struct RangeMap {
    FixNumber across, up;
    std::vector<double> xs, ys;
    std::vector<RangePoint> cells; ///< one row of xs for each of ys; fewer where it was stopped
    bool complete() const { return cells.size() == xs.size() * ys.size(); }
};
struct MapOptions {
    TryOptions tries;
    std::pair<double, double> across{0.0, 1.0}, up{0.0, 1.0}; ///< from, to
    std::size_t values = 7;                                   ///< of each, at least 2, evenly spread
    std::function<void(const RangeMap&)> tried;               ///< called with what is known after each value
};
/// Requires: two different numbers of the fix.
RangeMap map_of(const Recording& recording, const Fix& fix, const FixNumber& across, const FixNumber& up,
                const MapOptions& options);
std::string text_of(const RangeMap& map, const Recording& recording);
nlohmann::json json_of(const RangeMap& map, const Recording& recording);

/// What to ask for where nobody says: from nothing to twice the value, or to 1.
std::pair<double, double> usual_range(const FixNumber& number);

/// "works from 4.1 px to 12 px, middle 8.1 px", "no value works", "cannot tell".
std::string works_line(const Range& range, const Recording& recording);
std::string text_of(const Range& range, const Recording& recording);
nlohmann::json json_of(const Range& range, const Recording& recording);

} // namespace oddbounce
