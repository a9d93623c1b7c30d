// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/settings.hpp"

#include "recording/files.hpp"

#include <cmath>

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
     "a solver that saw the contact has that long to push it out"},
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

double Settings::operator[](const std::string& name) const { return threshold(name).value; }

Threshold Settings::threshold(const std::string& name) const {
    for (const SettingInfo& s : settings_table)
        if (name == s.name) {
            const auto it = changed_.find(name);
            return {name, it == changed_.end() ? s.value : it->second, s.unit};
        }
    throw BadInput("settings", 0, "'" + name + "' is no setting", name);
}

Settings Settings::read(const std::string& path) {
    const nlohmann::json json = nlohmann::json::parse(read_file(path, 1 << 20), nullptr, false);
    if (!json.is_object())
        throw BadInput(path, 0, "is not a settings file, expected a JSON object {\"name\": number, …}");
    Settings out;
    for (const auto& [name, value] : json.items()) {
        if (!value.is_number()) throw BadInput(path, 0, "'" + name + "' must be a number", name);
        bool known = false;
        for (const SettingInfo& s : settings_table) known = known || name == s.name;
        if (!known)
            throw BadInput(path, 0, "'" + name + "' is no setting, expected one of docs/faults.md", name);
        out.set(name, value.get<double>());
    }
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
