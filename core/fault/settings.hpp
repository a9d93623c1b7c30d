// SPDX-License-Identifier: GPL-3.0-or-later
// Every threshold of the faults: name, unit, default, reason; changed for all, or for bodies of one kind.
#pragma once

#include "fault/finding.hpp"

#include <map>
#include <span>

namespace oddbounce {

struct SettingInfo {
    const char* name;
    double value;
    const char* unit;
    const char* reason;
};

class Settings {
  public:
    /// Value by name. Requires: a name of the table.
    double operator[](std::string_view name) const;
    Threshold threshold(const std::string& name) const;
    /// For all bodies, or for a finding whose first body with settings of its own is of this kind.
    /// The default itself is no change.
    void set(const std::string& name, double value, const std::string& kind = "");
    /// What holds for a kind, its own settings before those of all.
    Settings of_kind(const std::string& kind) const;
    /// kind -> name -> value; the kind of what holds for all is empty.
    using Changes = std::map<std::string, std::map<std::string, double>>;
    const Changes& changed() const { return changed_; }
    bool operator==(const Settings&) const = default;

    static std::span<const SettingInfo> table();
    static bool known(const std::string& name);

  private:
    Changes changed_;
};

/// Measures that rules share, so that all mean the same by "toward" and by "hardly".
struct Shared {
    explicit Shared(const Settings& settings);
    double toward, leans, up, same_face; ///< cosines
    double hardly, partly, turned;       ///< shares
    double clear;                        ///< slops
};

/// What an iterative or impulse solver legitimately leaves and a game's own code does not: the settings
/// `solver.…`, each with its reason. `rate` in steps per second.
struct Solver {
    Solver(const Settings& settings, double rate);
    double reach;                  ///< slops
    double shed, eased;            ///< shares of a depth
    double deepest, pressed;       ///< shares of an extent
    double parted, friction;       ///< shares of a change of speed
    double rattle_speed;           ///< times the closing speed that matters
    double rattle_width;           ///< slops
    std::size_t frames;            ///< for pushing apart, at this rate
    std::size_t rattles, flickers; ///< times as many reversals; changes of one contact
};

} // namespace oddbounce
