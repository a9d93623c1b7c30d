// SPDX-License-Identifier: GPL-3.0-or-later
// What the scan reports.
#pragma once

#include "recording/definitions.hpp"

#include <nlohmann/json.hpp>

#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace oddbounce {

enum class Grade { Sure, Likely, Hint };
const char* word(Grade grade);

struct Fact {
    std::string key;
    std::variant<double, std::string, Vec3> value;
    std::string unit; ///< "text" for a text; the unit of its parts for a vector
};

/// A moment this close to the end of a step, as a share of it, is the end: a hit found a rounding before the
/// end must not show the velocities from before it.
inline constexpr double moment_snap = 1e-3;

/// One sentence of the account. `fraction` places it within the step that ends with `frame`.
struct Sentence {
    std::int64_t frame = 0;
    std::optional<double> fraction;
    std::string text;
    bool cause = false; ///< the last one: what causes the fault, or what would decide between causes
};

/// A candidate fix: a name and the changes of a fix document (docs/fix-file.md). Without changes: advice, for
/// what only the game's code can mend.
struct Suggestion {
    std::string name;
    nlohmann::json changes;
};

struct Threshold {
    std::string name;
    double value = 0.0;
    std::string unit;
};

/// A line that the picture of a finding needs, in world coordinates: a way, a normal, or a measure between
/// two points.
struct Mark {
    std::int64_t frame = 0; ///< the frame that it belongs to
    Vec3 from{0.0}, to{0.0};
    bool arrow = false; ///< it leads to `to`; else a measure, or without any length a note at that place
    std::string label;  ///< "54.1 px out"
};

struct Finding {
    std::string id, fault;
    std::int64_t first = 0, last = 0;      ///< frame numbers of the log
    std::vector<Id> bodies;                ///< the mover first
    std::vector<std::string> names, kinds; ///< of the bodies
    std::optional<std::string> expected;   ///< a person says that it is as it should be, and why
    std::vector<Id> colliders;
    Vec3 at{0.0};
    double fraction = 1.0; ///< the time of impact in the step that ends with `last`, where one is known
    std::optional<std::int64_t> shown_at; ///< the frame that shows it best, where that is not the touch
    Grade grade = Grade::Sure;
    std::string assumes; ///< what a grade below `sure` rests on
    double weight = 0.0;
    std::vector<Fact> facts;
    std::vector<Threshold> thresholds;
    // Written by describe(), which costs more than finding it:
    bool described = false;
    std::vector<Sentence> account;
    std::vector<Suggestion> suggest;
    std::vector<Mark> marks;
    static constexpr std::size_t most_marked = 240; ///< frames of a long run that get marks

    const Fact* fact(const std::string& key) const;
    /// A fact's number; 0 where there is none.
    double number(const std::string& key) const;
};

} // namespace oddbounce
