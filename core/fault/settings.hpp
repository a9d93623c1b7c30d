// SPDX-License-Identifier: GPL-3.0-or-later
// Every threshold of the faults: name, unit, default, reason. One JSON file overrides them.
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
    double operator[](const std::string& name) const;
    Threshold threshold(const std::string& name) const;
    void set(const std::string& name, double value) { changed_[name] = value; }

    static std::span<const SettingInfo> table();
    /// {"name": number, …}; throws BadInput naming an unknown key or a value that is not a number.
    static Settings read(const std::string& path);

  private:
    std::map<std::string, double> changed_;
};

} // namespace oddbounce
