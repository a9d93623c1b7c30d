// SPDX-License-Identifier: GPL-3.0-or-later
// How safe is a fix? The start of a finding is varied many times, and moved again without the fix and with
// it.
#pragma once

#include "fix/verdict.hpp"

#include <functional>

namespace oddbounce {

/// How one start differs from the recorded one.
struct ShakenStart {
    double phase = 0.0;  ///< so much of a step farther along its way, -1..1
    double aside = 0.0;  ///< across its way, unit
    double faster = 0.0; ///< share of its speed
    double turned = 0.0; ///< of its velocity, radians
    bool fails_without = false, fails_with = false;
};

struct Shake {
    std::string fix, finding;        ///< its name; an id
    std::string unknown;             ///< why nothing can be told; empty: it can
    std::vector<ShakenStart> starts; ///< in order of their number; fewer than asked for where it was stopped
    std::size_t asked = 0;
    std::uint64_t seed = 0;

    std::size_t fails_without() const;
    std::size_t fails_with() const;
};

struct ShakeOptions {
    TryOptions tries;
    std::string finding; ///< its id; empty: the heaviest that the fix concerns
    std::size_t starts = 1000;
    std::uint64_t seed = 1;
    std::function<void(std::size_t done)> tried; ///< called now and then, from any thread, one at a time
};
/// Each start is moved a phase along its way, within the slop to the side, up to a twentieth faster or
/// slower, up to three degrees to either side. The same seed gives the same starts and results on any number
/// of threads. It fails where the fault of the finding is found again for its bodies, whenever in its window.
Shake shake(const Recording& recording, const Fix& fix, const ShakeOptions& options);

/// The courses from another start: without the fix, and with it.
struct OtherCourses {
    Track without, with;
};
/// Throws BadInput as try_fix does. Requires: nothing is unknown to the shake, which is of the same fix.
OtherCourses courses_of(const Recording& recording, const Fix& fix, const Shake& shake,
                        const ShakenStart& start, const TryOptions& tries);

/// Largest share of failures that would give as few as `fails` of `tried` in one of twenty cases (Clopper &
/// Pearson 1934, one-sided). Requires: tried > 0.
double upper_bound(std::size_t fails, std::size_t tried);

/// "fails 312 of 1 000 without it, 0 of 1 000 with it: at most 0.3 % (95 %)".
std::string shake_line(const Shake& shake);
/// What the failing starts have in common: "those that fail are faster". Empty: nothing that shows, or none
/// or all fail.
std::vector<std::string> in_common(const Shake& shake);
std::string text_of(const Shake& shake);
nlohmann::json json_of(const Shake& shake);

} // namespace oddbounce
