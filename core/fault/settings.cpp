// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/settings.hpp"

#include "recording/bad_input.hpp"

#include <algorithm>
#include <iterator>
#include <unordered_map>

namespace oddbounce {

namespace {
constexpr SettingInfo settings_table[] = {
    {"run.holes", 5, "frames",
     "a run with holes of up to this many frames is one finding: one cause, one finding"},
    {"answer.turned", 0.5, "share", "an answer leaves less than this share of the closing speed"},
    {"tunneling.least_depth", 1.0, "slops", "crossing less deep than the slop is a clip, not a crossing"},
    {"tunneling.corner_share", 0.05, "share",
     "past a corner, less deep than this share of the mover is a clip"},
    {"deep-overlap.share_of_extent", 0.05, "share",
     "deeper than 5 % of the mover is visible; below it solvers work"},
    {"deep-overlap.cause_match", 0.15, "share",
     "how near the depth must be to speed x step - gap to name the cause"},
    {"deep-overlap.solving_frames", 12, "frames",
     "a solver that saw the contact has that long to push it out; in proportion longer above 60 steps a "
     "second"},
    {"deep-overlap.shed_share", 0.75, "share",
     "a solver at work leaves less than this share of the depth in that time"},
    {"double-hit.window", 8, "frames", "without logged contacts, two turns farther apart are two approaches"},
    {"double-hit.turned_share", 0.25, "share",
     "a second answer turns at least this share of the first closing speed"},
    {"endless-resolve.least_passes", 8, "passes", "fewer are a loop at work"},
    {"endless-resolve.frames", 4, "frames", "reaching the cap so often is no accident"},
    {"false-footing.frames", 2, "frames", "footing may lag one frame at landing and leaving"},
    {"false-footing.slope_margin", 1.0, "degrees", "so near to its steepest ground a body may say either"},
    {"ray-short.farther", 0.25, "share",
     "a ray that must be longer by more than a quarter was not meant to reach"},
    {"pop-through.turned", 45, "degrees", "out on a side that looks another way by more than this"},
    {"pop-through.farther", 1.25, "times", "the way taken must be clearly longer than the way back"},
    {"pop-through.frames_inside", 3, "frames", "longer inside is an overlap of its own"},
    {"one-way-drop.asked", 8, "frames", "a wish to drop is a short press: it holds for so long"},
    {"flip-flop.turns", 3, "turns", "two turns are a bounce and a hit; three in a row are no motion"},
    {"wrong-face.angle", 45, "degrees", "farther from the normal than this another face was answered"},
    {"wrong-face.reversed_share", 0.25, "share",
     "turned back along the face by more than this: friction only stops"},
    {"speed-surge.share", 0.02, "share", "more than 2 % over what came in is no rounding"},
    {"speed-surge.steps", 3, "steps", "one push may be a game's own; three gains are a leak"},
    {"corner-spin.least_turn", 0.25, "degrees", "less turn a frame cannot be seen"},
    {"self-push.least", 0.1, "slops", "a push a frame below this is rounding"},
    {"self-push.frames", 3, "frames", "shorter is settling, not pushing"},
    {"wall-climb.frames", 3, "frames", "shorter is a step"},
    {"wall-climb.least_rise", 0.1, "share", "of its height: round feet rise over a kerb by less"},
    {"wall-climb.slope_margin", 1.0, "degrees", "so near to its steepest ground a body may walk"},
    {"unseen-blocker.near", 2.0, "slops", "something seen so near explains the stop"},
    {"unseen-blocker.frames", 4, "frames", "held by nothing for so long is no hiccup"},
    {"hit-outside-art.holes", 1, "frames", "contacts may miss one frame of a touch"},
    {"flush-contact.last_places", 16, "last places", "what one step of a test loses to rounding"},
    {"flush-contact.changes", 3, "changes", "begin and end of a touch are two"},
    {"trapped.frames", 10, "frames", "a body that gets out sooner was only pushed in"},
    {"stuck-on-edge.frames", 6, "frames", "a tenth of a second at 60 steps: a person notices"},
    {"stuck-on-edge.moved_share", 0.1, "share", "moving less than a tenth of what it should counts as stuck"},
    {"stuck-on-edge.trip_share", 0.5, "share", "losing more than half of the speed at a seam is a trip"},
    {"stuck-on-edge.thrown_share", 0.25, "share",
     "rising at more than this share of its speed at a seam: thrown up"},
    {"stuck-on-edge.lift", 2.0, "slops", "an obstacle lower than this is no obstacle: the run is flat"},
    {"stuck-on-edge.hook_share", 0.5, "share",
     "held well above its feet by less than half of its width: hooked"},
    {"stuck-on-edge.perch_share", 0.1, "share", "supported on less than a tenth of its width"},
    {"stuck-on-edge.hook_height", 0.2, "share", "held this far above its feet, by its own outline"},
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
    if (!s) throw BadInput("settings", 0, "'" + std::string(name) + "' is no setting", std::string(name));
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
