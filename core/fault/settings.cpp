// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/settings.hpp"

#include "recording/bad_input.hpp"

#include <algorithm>
#include <iterator>
#include <unordered_map>

namespace oddbounce {

namespace {
constexpr SettingInfo settings_table[] = {
    {"run.holes", 5, "frames", "occurrences with gaps of up to this many frames are one finding"},
    {"response.turned", 0.5, "share", "a response leaves less than this share of the closing speed"},
    {"tunneling.least_depth", 1.0, "slops", "a crossing shallower than the slop is a graze"},
    {"tunneling.corner_share", 0.05, "share",
     "around a corner, a crossing shallower than this share of the mover is a graze"},
    {"deep-overlap.share_of_extent", 0.05, "share",
     "deeper than 5 % of the mover is visible; solvers leave less"},
    {"deep-overlap.cause_match", 0.15, "share",
     "how close the depth must be to speed × step − gap to name that cause"},
    {"deep-overlap.solving_frames", 12, "frames",
     "time that a solver has to push the body out; proportionally more above 60 steps per second"},
    {"deep-overlap.shed_share", 0.75, "share",
     "a working solver leaves less than this share of the depth in that time"},
    {"double-hit.window", 8, "frames",
     "without logged contacts, two responses farther apart belong to two approaches"},
    {"double-hit.turned_share", 0.25, "share",
     "a second response changes the closing speed by at least this share of the first"},
    {"unresolved-loop.least_iterations", 8, "iterations", "a loop that needs fewer works as intended"},
    {"unresolved-loop.frames", 4, "frames", "reaching the cap once may be an accident"},
    {"false-grounded.frames", 2, "frames", "the grounded state may lag one frame at landing and leaving"},
    {"false-grounded.slope_margin", 1.0, "degrees", "this close to the slope limit either state is correct"},
    {"ray-short.farther", 0.25, "share", "a ray that would have to be longer by more was not meant to reach"},
    {"pop-through.turned", 45, "degrees",
     "the side it leaves by differs by more than this from the side it came in by"},
    {"pop-through.farther", 1.25, "times", "the way out must be clearly longer than the way back"},
    {"pop-through.frames_inside", 3, "frames", "a body that stays inside longer is a deep overlap"},
    {"one-way-drop.asked", 8, "frames", "a request to drop is a short press; it counts for this long"},
    {"jitter.turns", 3, "turns", "two reversals can be a bounce; three in a row are not"},
    {"wrong-face.angle", 45, "degrees",
     "a response farther from the normal than this belongs to another face"},
    {"wrong-face.reversed_share", 0.25, "share",
     "reversed along the face by more than this; friction can only stop"},
    {"speed-surge.share", 0.02, "share", "more than 2 % above the incoming speed is not rounding"},
    {"speed-surge.steps", 3, "steps", "one push may be intended; three gains in a row are not"},
    {"corner-spin.least_turn", 0.25, "degrees", "less rotation per frame is not visible"},
    {"self-push.least", 0.1, "slops", "a smaller push per frame is rounding"},
    {"self-push.frames", 3, "frames", "a shorter push is settling"},
    {"wall-climb.frames", 3, "frames", "a shorter rise is a step"},
    {"wall-climb.least_rise", 0.1, "share", "of its height: round feet rise over a curb by less"},
    {"wall-climb.slope_margin", 1.0, "degrees", "this close to the slope limit walking is correct"},
    {"invisible-wall.near", 2.0, "slops", "a visible collider this close explains the stop"},
    {"invisible-wall.frames", 4, "frames", "a shorter stop may be a hiccup"},
    {"hit-outside-art.holes", 1, "frames", "the log may miss one frame of a contact"},
    {"flush-contact.ulps", 16, "ULP", "what one step of a test loses to rounding"},
    {"flush-contact.changes", 3, "changes", "the begin and end of one contact are two"},
    {"trapped.frames", 10, "frames", "a body that gets out sooner was only pushed in"},
    {"stuck-on-edge.frames", 6, "frames", "a tenth of a second at 60 steps per second: a player notices"},
    {"stuck-on-edge.moved_share", 0.1, "share",
     "moving less than this share of what it should counts as stuck"},
    {"stuck-on-edge.trip_share", 0.5, "share",
     "losing more than this share of the speed at an internal edge is a trip"},
    {"stuck-on-edge.launch_share", 0.25, "share",
     "rising at more than this share of its speed at an internal edge: launched upward"},
    {"stuck-on-edge.lift", 2.0, "slops", "a run with bumps lower than this is flat"},
    {"stuck-on-edge.overhang_share", 0.5, "share",
     "held above its feet by less than this share of its width"},
    {"stuck-on-edge.ledge_share", 0.1, "share", "supported on less than this share of its width"},
    {"stuck-on-edge.overhang_height", 0.2, "share", "held this far above its feet, as a share of its height"},
};
} // namespace

std::span<const SettingInfo> Settings::table() { return settings_table; }

namespace {
/// Rules ask in every step: by hash.
const SettingInfo* info_of(std::string_view name) {
    static const auto by_name = [] {
        std::unordered_map<std::string_view, const SettingInfo*> all;
        for (const SettingInfo& s : settings_table) all.emplace(s.name, &s);
        return all;
    }();
    const auto it = by_name.find(name);
    return it == by_name.end() ? nullptr : it->second;
}
} // namespace

double Settings::operator[](std::string_view name) const {
    const SettingInfo* s = info_of(name);
    if (!s)
        throw BadInput("settings", 0, "'" + std::string(name) + "' is an unknown setting", std::string(name));
    if (changed_.empty()) return s->value;
    const auto all = changed_.find("");
    if (all == changed_.end()) return s->value;
    const auto own = all->second.find(std::string(name));
    return own == all->second.end() ? s->value : own->second;
}

bool Settings::known(const std::string& name) { return info_of(name) != nullptr; }

Threshold Settings::threshold(const std::string& name) const {
    const double value = (*this)[name];
    return {name, value, info_of(name)->unit};
}

void Settings::set(const std::string& name, double value, const std::string& kind) {
    changed_[kind].erase(name);
    if ((*this)[name] != value) changed_[kind][name] = value; // what holds otherwise is no change
    std::erase_if(changed_, [](const auto& entry) { return entry.second.empty(); });
}

Settings Settings::of_kind(const std::string& kind) const {
    Settings out;
    for (const std::string& from : {std::string(), kind})
        if (const auto own = changed_.find(from); own != changed_.end())
            for (const auto& [name, value] : own->second) out.changed_[""][name] = value;
    return out;
}

const char* word(Grade grade) {
    return grade == Grade::Sure ? "sure" : grade == Grade::Likely ? "likely" : "hint";
}

const Fact* Finding::fact(const std::string& key) const {
    for (const Fact& f : facts)
        if (f.key == key) return &f;
    return nullptr;
}

double Finding::number(const std::string& key) const {
    const Fact* f = fact(key);
    const double* d = f ? std::get_if<double>(&f->value) : nullptr;
    return d ? *d : 0.0;
}

} // namespace oddbounce
