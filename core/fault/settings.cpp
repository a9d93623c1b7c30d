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
    {"shared.toward", 0.5, "cosine", "within 60 degrees of a direction it leads that way"},
    {"shared.leans", 0.3, "cosine", "beyond about 73 degrees of a direction it leads across"},
    {"shared.up", 0.7, "cosine", "within 45 degrees of up, or of another normal, it is the same side"},
    {"shared.same_face", 0.9, "cosine", "within 26 degrees two normals are of one face"},
    {"shared.hardly", 0.1, "share", "less than a tenth of what there was is hardly anything"},
    {"shared.partly", 0.25, "share", "a quarter of what there was is a part that shows"},
    {"shared.clear", 2.0, "slops", "farther than this, two things are clear of each other"},
    {"solver.reach", 4.0, "slops", "a solver sees what is this near, and pushes from there"},
    {"solver.frames", 12, "frames",
     "time that a solver has to push bodies apart; proportionally more above 60 steps per second"},
    {"solver.shed", 0.75, "share", "a working solver leaves less than this share of the depth in that time"},
    {"solver.eased", 0.8, "share", "of the deepest: by then a solver has got it out so far"},
    {"solver.deepest", 0.5, "share", "of the smaller extent: no solver lets anything in deeper"},
    {"solver.pressed", 0.25, "share", "of the smaller extent: deeper than this no load presses"},
    {"solver.parted", 0.75, "share",
     "of the closing speed: in a crowd a solver leaves less of it, and others drive the pair on"},
    {"solver.friction", 1.0, "share",
     "of the change into a face: so much along it friction may take where the log says nothing of it"},
    {"solver.rattles", 3, "times", "as many reversals as by code: its bodies rattle, as crowds do"},
    {"solver.rattle_speed", 2.0, "times", "the closing speed that matters: slower, they rattle"},
    {"solver.rattle_width", 4, "slops", "a solver's bodies rattle farther, and those of a crowd"},
    {"solver.flickers", 10, "changes", "a contact that it lays down ends and begins again now and then"},
    {"tunneling.least_depth", 1.0, "slops", "a crossing shallower than the slop is a graze"},
    {"tunneling.rests_on", 0.7, "cosine",
     "a face that faces the way more than this is what the body rested on"},
    {"tunneling.jump", 8, "times",
     "a way so much longer than its speed and its size explain is a teleport that nobody marked"},
    {"tunneling.corner_share", 0.05, "share",
     "around a corner, a crossing shallower than this share of the mover is a graze"},
    {"tunneling.round_share", 0.25, "share",
     "what goes round a corner cuts it no deeper than this share of the smaller one that moves"},
    {"deep-overlap.share_of_extent", 0.05, "share",
     "deeper than 5 % of the mover is visible; solvers leave less"},
    {"deep-overlap.cause_match", 0.15, "share",
     "how close the depth must be to speed × step − gap to name that cause"},
    {"deep-overlap.plateau", 0.01, "share", "of the depth: a smaller change is none"},
    {"double-hit.pressed", 3, "frames", "what has touched for longer is pressed together: no hit begins"},
    {"double-hit.window", 8, "frames",
     "without logged contacts, two responses farther apart belong to two approaches"},
    {"double-hit.turned_share", 0.25, "share",
     "a second response changes the closing speed by at least this share of the first"},
    {"probe-gap.one_side", 0.99, "cosine", "within 8 degrees two probes guard the same side"},
    {"unresolved-loop.least_iterations", 8, "iterations", "a loop that needs fewer works as intended"},
    {"unresolved-loop.frames", 4, "frames", "reaching the cap once may be an accident"},
    {"verdict.track_slops", 4, "slops",
     "a model whose track is this near the recorded one does as the game did"},
    {"verdict.track_slops_by_code", 1, "slops",
     "the same where code moves the body: it rounds less than a solver"},
    {"verdict.track_share_by_code", 0.05, "share",
     "the same where code moves the body: another loop than its own is soon far off"},
    {"verdict.track_share", 0.15, "share",
     "of the body's smaller side: for large bodies that is near enough"},
    {"unresolved-loop.closes", 0.1, "share",
     "of its way a body went up to the other, in the step before the log breaks off"},
    {"false-grounded.frames", 2, "frames", "the grounded state may lag one frame at landing and leaving"},
    {"false-grounded.never", 30, "frames", "who stands that long and is never grounded has a stale state"},
    {"false-grounded.hover", 0.05, "share",
     "of its extent: a body that does not sink this close above ground is held there by its own game"},
    {"false-grounded.slope_margin", 1.0, "degrees", "this close to the slope limit either state is correct"},
    {"ray-short.margin", 0.01, "share", "of the ray: what an extension reaches beyond what it must"},
    {"ray-short.farther", 0.25, "share", "a ray that would have to be longer by more was not meant to reach"},
    {"pop-through.turned", 45, "degrees",
     "the side it leaves by differs by more than this from the side it came in by"},
    {"pop-through.least", 0.05, "slops", "a shallower overlap before the push is rounding"},
    {"pop-through.that_way", 0.5, "cosine", "it is moved toward the side on which it ends"},
    {"pop-through.farther", 1.25, "times", "the way out must be clearly longer than the way back"},
    {"pop-through.step", 0.35, "heights",
     "what stands upright may step up so far, where the log gives no step height"},
    {"pop-through.frames_inside", 3, "frames", "a body that stays inside longer is a deep overlap"},
    {"one-way-drop.asked", 8, "frames", "a request to drop is a short press; it counts for this long"},
    {"repeat-effect.apart", 3, "frames", "an effect from afar may come once; not in every frame"},
    {"jitter.turns", 3, "turns", "two reversals can be a bounce; three in a row are not"},
    {"jitter.width", 0.02, "share", "less far back and forth, of the smaller one, cannot be seen"},
    {"jitter.alike", 0.7, "share", "a reversal by a contact keeps so much of the speed, or adds as little"},
    {"jitter.slow_half", 0.02, "share",
     "of the reversal: against a moving surface one half may be slow, but a stop is no reversal"},
    {"wrong-face.angle", 45, "degrees",
     "a response farther from the normal than this belongs to another face"},
    {"wrong-face.spin", 0.2, "share", "of the speed along the face: more spin turns a body there"},
    {"wrong-face.as_desired", 0.2, "share",
     "of the desired velocity: this close to it, it does what it wants"},
    {"wrong-face.reversed_share", 0.25, "share",
     "reversed along the face by more than this; friction can only stop"},
    {"speed-surge.rule_touches", 3, "touches", "so many that give back the same share more are no accident"},
    {"speed-surge.rule_share", 0.02, "share", "shares that differ by no more are the same"},
    {"speed-surge.share", 0.02, "share", "more than 2 % above the incoming speed is not rounding"},
    {"speed-surge.falls", 2.0, "times", "what gravity adds in a step: by so much speeds may differ"},
    {"speed-surge.lasts", 0.8, "share", "of the speed that was gained: one step later it is still there"},
    {"speed-surge.coincides", 0.8, "share",
     "of the gains: an event that fires in so many of them has to do with them"},
    {"speed-surge.steps", 3, "steps", "one push may be intended; three gains in a row are not"},
    {"corner-spin.least_turn", 0.25, "degrees", "less rotation per frame is not visible"},
    {"self-push.least", 0.1, "slops", "a smaller push per frame is rounding"},
    {"self-push.frames", 3, "frames", "a shorter push is settling"},
    {"wall-climb.frames", 3, "frames", "a shorter rise is a step"},
    {"wall-climb.overhang", 100.0, "degrees", "a surface that leans over more is no wall to climb"},
    {"wall-climb.least_step", 0.02, "slops", "a smaller rise in a step is rounding"},
    {"wall-climb.least_rise", 0.1, "share", "of its height: round feet rise over a curb by less"},
    {"wall-climb.slope_margin", 1.0, "degrees", "this close to the slope limit walking is correct"},
    {"invisible-wall.near", 2.0, "slops", "a visible collider this close explains the stop"},
    {"invisible-wall.frames", 4, "frames", "a shorter stop may be a hiccup"},
    {"invisible-wall.ahead", 2.0, "steps", "of the desired velocity: what is this near stops it"},
    {"invisible-wall.grazes", 0.01, "cosine", "a face that faces the way less than this is passed"},
    {"invisible-wall.slowing", 0.25, "s", "a stop that takes longer is no hit"},
    {"invisible-wall.moved_share", 0.5, "share", "of the desired velocity: it was under way"},
    {"invisible-wall.stands_share", 0.1, "share", "of the desired velocity: slower, it stands"},
    {"art-missed.lenient", 4, "times", "so often between two kinds it is how their colliders are meant"},
    {"blocked-motion.frames", 6, "frames", "a tenth of a second at 60 steps per second: a player notices"},
    {"blocked-motion.ahead", 4.0, "slops", "at least so far ahead the way must be free"},
    {"blocked-motion.room", 0.05, "share", "of its extent: where there is less room, nobody misses it"},
    {"blocked-motion.rounded", 0.5, "s", "so long what turns slowly may stand, among rounded places"},
    {"blocked-motion.moved_share", 0.1, "share", "of the desired velocity: whatever moves more gets on"},
    {"blocked-motion.along_share", 0.3, "share", "of the desired velocity: less leads into the face"},
    {"blocked-motion.faces", 0.05, "cosine", "a face that faces the way less than this lets it pass"},
    {"blocked-motion.level", 0.999, "cosine", "within 2.6 degrees of level there is no slope"},
    {"blocked-motion.slope_margin", 1.0, "degrees", "this close to the slope limit stopping is correct"},
    {"blocked-motion.same_face", 0.9, "cosine", "a logged normal this close is that of the face itself"},
    {"blocked-motion.against", 0.3, "cosine", "a logged contact that faces the way more than this stops it"},
    {"hit-outside-art.tighter", 0.99, "share", "of the area: another shape must save a hundredth"},
    {"hit-outside-art.holes", 1, "frames", "the log may miss one frame of a contact"},
    {"no-reaction.within", 8, "frames",
     "without an `expect`: an event that comes later belongs to something else"},
    {"no-reaction.others", 4, "hits", "fewer of them show no rule"},
    {"no-reaction.others_share", 0.8, "share", "of all hits of the two layers: fewer show no rule"},
    {"no-reaction.turned", 8, "hits", "fewer that turned what struck them show no rule"},
    {"no-reaction.rest", 2.0, "s", "a game may let a body rest this long between two such events"},
    {"ray-wrong-answer.cell", 0.01, "slops", "a cell this close to the point of the hit is rounding"},
    {"ray-knife-edge.ulps", 8, "ULP", "what computing the point of a hit loses to rounding"},
    {"flush-contact.ulps", 16, "ULP", "what one step of a test loses to rounding"},
    {"flush-contact.changes", 3, "changes", "the begin and end of one contact are two"},
    {"silent-overlap.untested_pairs", 3, "pairs",
     "so many of two kinds inside each other are no accident: the game may not test them"},
    {"silent-overlap.untested_responses", 0.1, "share",
     "of these pairs: if more ever get a response, the game does test them"},
    {"silent-overlap.untested_depth", 0.25, "share",
     "of the smaller extent that moves: a test that exists does not let them in so deep"},
    {"trapped.frames", 10, "frames", "a body that gets out sooner was only pushed in"},
    {"trapped.shallow", 1.0, "s", "an overlap that is too shallow to see must hold them for this long"},
    {"stuck-on-edge.frames", 6, "frames", "a tenth of a second at 60 steps per second: a player notices"},
    {"stuck-on-edge.moved_share", 0.1, "share",
     "moving less than this share of what it should counts as stuck"},
    {"stuck-on-edge.trip_share", 0.5, "share",
     "losing more than this share of the speed at an internal edge is a trip"},
    {"stuck-on-edge.launch_share", 0.25, "share",
     "rising at more than this share of its speed at an internal edge: launched upward"},
    {"stuck-on-edge.ran", 4.0, "times", "of what can be seen, or of a step's fall: it ran, or was thrown"},
    {"stuck-on-edge.ahead", 4.0, "slops", "at least so far ahead the way must be free, however slow it goes"},
    {"stuck-on-edge.launch_ahead", 20.0, "slops",
     "and so much farther where it is launched upward: what rises there is a slope"},
    {"stuck-on-edge.goes_on", 0.9, "share", "of its speed: a body that moves so far in the step goes on"},
    {"stuck-on-edge.room", 4.0, "slops", "beside what holds it, it could fall at least so far"},
    {"stuck-on-edge.goes_with", 0.02, "share",
     "of the way of what it touches: it goes with that as if it were attached"},
    {"stuck-on-edge.room_by_size", 0.1, "share", "of its size: and at least so far"},
    {"stuck-on-edge.lift", 2.0, "slops", "a run with bumps lower than this is flat"},
    {"stuck-on-edge.overhang_share", 0.5, "share",
     "held above its feet by less than this share of its width"},
    {"stuck-on-edge.ledge_share", 0.1, "share", "supported on less than this share of its width"},
    {"stuck-on-edge.overhang_height", 0.2, "share", "held this far above its feet, as a share of its height"},
};
} // namespace

Shared::Shared(const Settings& s)
    : toward(s["shared.toward"]), leans(s["shared.leans"]), up(s["shared.up"]),
      same_face(s["shared.same_face"]), hardly(s["shared.hardly"]), partly(s["shared.partly"]),
      turned(s["response.turned"]), clear(s["shared.clear"]) {}

Solver::Solver(const Settings& s, double rate)
    : reach(s["solver.reach"]), shed(s["solver.shed"]), eased(s["solver.eased"]),
      deepest(s["solver.deepest"]), pressed(s["solver.pressed"]), parted(s["solver.parted"]),
      friction(s["solver.friction"]), rattle_speed(s["solver.rattle_speed"]),
      rattle_width(s["solver.rattle_width"]),
      frames(static_cast<std::size_t>(s["solver.frames"] * std::max(1.0, rate / 60.0))),
      rattles(static_cast<std::size_t>(s["solver.rattles"])),
      flickers(static_cast<std::size_t>(s["solver.flickers"])) {}

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
