// SPDX-License-Identifier: GPL-3.0-or-later
// Why a rule does not report what it considered: each reason has a name and a sentence, and is told to
// whoever asks "why not?".
#pragma once

#include "recording/recording.hpp"

#include <map>
#include <set>

namespace oddbounce {

/// What the two numbers of a sentence measure: in the recording's units, in frames, as a share of 1, degrees.
enum class Measure { None, Length, Speed, Frames, Share, Degrees };

/// One reason of a rule. `limit`: the definition of the fault is not met, by a measure that it names; else an
/// excuse: the definition is met, and something else explains it.
struct Excuse {
    const char* id;       ///< unique within its fault: "clip"
    const char* sentence; ///< of what was considered; {0} is what was measured, {1} what would be told
    Measure measure = Measure::None;
    bool limit = false;
};
constexpr Excuse limit(const char* id, const char* sentence, Measure measure = Measure::None) {
    return {id, sentence, measure, true};
}
constexpr Excuse excuse(const char* id, const char* sentence, Measure measure = Measure::None) {
    return {id, sentence, measure, false};
}

/// What a rule considered: two colliders, or a body, or a ray.
struct Considered {
    Slot a = -1, b = -1; ///< colliders
    Slot body = -1;
    std::string ray;
    auto operator<=>(const Considered&) const = default;
};

/// What was not reported, in frames one after another.
struct Dismissal {
    std::string fault, excuse, text; ///< ids, and the sentence with its numbers
    std::int64_t first = 0, last = 0;
    std::vector<Id> bodies; ///< one or two; none: a ray without a caster
    std::vector<std::string> names;
    std::string ray;
};

/// "crate, floor", "crate, the ray 'left foot'"
std::string subject_text(const Dismissal& dismissal);

/// Collects what the rules of a scan considered and did not report. Not shared between threads.
class Dismissals {
  public:
    /// `without`: "tunneling/clip" is not accepted; to see what an excuse excuses. Empty: all are.
    Dismissals(const Recording& recording, std::string without = "")
        : recording_(recording), without_(std::move(without)) {}
    /// Frame indices. Returns false where the excuse is not accepted.
    bool take(const char* fault, const std::string& kind, const Excuse& excuse, const Considered& what,
              std::size_t first, std::size_t last, double measured, double limit);
    /// In order of frames, those of `kind` only where it is what `kind_of` says of their bodies.
    std::vector<Dismissal> told(const std::function<std::string(const std::vector<Id>&)>& kind_of) const;

  private:
    struct Key {
        std::string fault, kind;
        const Excuse* excuse;
        Considered what;
        auto operator<=>(const Key&) const = default;
    };
    struct Span {
        std::size_t first, last;
        double measured, limit;
    };
    static constexpr std::size_t most = 20000; ///< spans; what comes later is not kept
    const Recording& recording_;
    std::string without_;
    std::map<Key, std::vector<Span>> spans_;
    std::size_t count_ = 0;
};

} // namespace oddbounce
