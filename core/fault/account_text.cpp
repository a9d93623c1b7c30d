// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/account_text.hpp"

#include "shape/directions.hpp"
#include "shape/touching.hpp"

#include <fmt/format.h>

namespace oddbounce {

namespace {
constexpr const char* minus = "\u2212";
constexpr const char* thin_space = "\u202f"; // a line does not break there

void group_thousands(std::string& text) {
    for (std::size_t i = std::min(text.find('.'), text.size()); i > 3;) i -= 3, text.insert(i, thin_space);
}

void strip_zeros(std::string& text) {
    if (text.find('.') == std::string::npos) return;
    text.erase(text.find_last_not_of('0') + 1);
    if (text.back() == '.') text.pop_back();
}

/// "1.91 × 10⁻⁶"
std::string power_of_ten(double size) {
    static const char* const raised[] = {"⁰", "¹", "²", "³", "⁴", "⁵", "⁶", "⁷", "⁸", "⁹"};
    const std::string plain = fmt::format("{:.2e}", size);
    const std::size_t e = plain.find('e');
    std::string mantissa = plain.substr(0, e);
    strip_zeros(mantissa);
    const int exponent = std::stoi(plain.substr(e + 1));
    std::string out = mantissa + "\u00A0×\u00A010" + (exponent < 0 ? "⁻" : "");
    for (const char digit : std::to_string(std::abs(exponent))) out += raised[digit - '0'];
    return out;
}
} // namespace

std::string figure(double value, double nothing) {
    if (!std::isfinite(value)) return translated("unknown");
    const double size = std::abs(value);
    if (size == 0.0 || size < nothing) return "0";
    std::string text;
    if (size < 1e-4 || size >= 1e9) {
        text = power_of_ten(size);
    } else {
        const int whole_digits = static_cast<int>(std::floor(std::log10(size))) + 1; // below 1: zero or less
        text = fmt::format("{:.{}f}", size, std::max(0, 3 - whole_digits));
        strip_zeros(text);
        group_thousands(text);
    }
    return value < 0.0 && text != "0" ? minus + text : text;
}

std::string length_text(const Recording& r, double value, double nothing) {
    return figure(value, nothing) + " " + r.header.unit;
}
std::string speed_text(const Recording& r, double value) {
    return figure(value) + " " + r.header.unit + "/s";
}

std::string vector_text(const Vec3& v, const std::string& unit, int space) {
    const bool in_plane = space == 2 || (space == 0 && v.z == 0.0);
    const std::string text = in_plane ? fmt::format("({}, {})", figure(v[0]), figure(v[1]))
                                      : fmt::format("({}, {}, {})", figure(v[0]), figure(v[1]), figure(v[2]));
    return unit.empty() ? text : text + " " + unit;
}

std::string normal_text(const Vec3& normal) {
    constexpr double least = 5e-4; // a part that three digits do not show
    Vec3 n = normal;
    for (int i = 0; i < 3; ++i)
        if (std::abs(n[i]) < least) n[i] = 0.0;
    return say("normal {}", vector_text(n, ""));
}

std::string percent(double share) { return figure(std::round(share * 100.0)) + " %"; }

std::string count_text(double count, const std::string& noun) {
    // the other language may have other plurals: "{} frames" is translated as a whole
    const std::string pattern = "{} " + noun + (count == 1.0 ? "" : "s");
    return fmt::format(fmt::runtime(translated(pattern)), figure(count));
}

std::string body_name(const World& world, Slot body) {
    const BodyDef& def = *world.body(body).def;
    const std::string name = label(def);
    return world.recording().shares_label(name) ? name + " #" + std::to_string(def.id) : name;
}

std::string body_name(const Recording& recording, Id id) {
    const BodyDef* def = recording.body_def(id);
    if (!def) return say("body {}", id);
    const std::string name = label(*def);
    return recording.shares_label(name) ? name + " #" + std::to_string(id) : name;
}

std::string body_kind(const Recording& recording, Id id) {
    const BodyDef* def = recording.body_def(id);
    return def && !def->kind.empty() ? def->kind : body_name(recording, id);
}

namespace {
/// A common noun of one to three words in small letters; anything else is how a program names a thing.
bool common_noun(const std::string& name) {
    constexpr std::ptrdiff_t most_words = 3;
    const auto small = [](char c) { return (c >= 'a' && c <= 'z') || c == ' ' || c == '-'; };
    return !name.empty() && std::all_of(name.begin(), name.end(), small) &&
           std::count(name.begin(), name.end(), ' ') < most_words;
}
} // namespace

// Other languages need the gender of the noun, which nobody tells: names stand alone there.
std::string the(const std::string& name) {
    return speaks_english() && common_noun(name) ? "the " + name : name;
}
std::string sentence_the(const std::string& name) {
    return speaks_english() && common_noun(name) ? "The " + name : name;
}

PairView pair_at(const World& world, Slot a, Slot b) {
    PairView v;
    if (!world.live(a) || !world.live(b)) return v;
    const ColliderState &ca = world.colliders()[static_cast<std::size_t>(a)],
                        &cb = world.colliders()[static_cast<std::size_t>(b)];
    const Distance d = distance(*ca.geometry, world.body_of(a).pose, *cb.geometry, world.body_of(b).pose);
    v.known = d.known, v.gap = d.gap, v.normal = d.normal, v.on_a = d.on_a, v.on_b = d.on_b;
    return v;
}

PairView pair_toward(const World& world, Slot a, Slot b, const Vec3& way, double far) {
    PairView v = pair_at(world, a, b);
    const Geometry &ga = *world.colliders()[static_cast<std::size_t>(a)].geometry,
                   &gb = *world.colliders()[static_cast<std::size_t>(b)].geometry;
    if (!v.known || (ga.convex() && gb.convex()) || glm::dot(v.normal, way) > one_place) return v;
    const Pose &pa = world.body_of(a).pose, &pb = world.body_of(b).pose;
    Motion move{pa, pa};
    move.to.at += way * far;
    const double slop = world.recording().slop();
    const Sweep met = sweep_off_faces(ga, move, gb, {pb, pb}, touching(ga, pa, gb, pb, slop), slop);
    if (met.status != Status::Found) return v;
    v.gap = met.first * far, v.normal = met.normal;
    v.on_b = met.on_b, v.on_a = met.on_b - way * v.gap;
    return v;
}

namespace {

/// "+x", or "−x" where v points the other way.
std::string axis_name(int axis, const Vec3& v) {
    static constexpr const char* names[] = {"x", "y", "z"};
    return std::string(v[axis] > 0.0 ? "+" : "−") + names[axis];
}

/// In space nobody knows where one looks from: level directions are called by their axes. "along +x and −z",
/// "up", "along +x and down"; parts that hardly matter are left out.
std::string way_in_space(const Recording& r, const Vec3& v) {
    constexpr double matters = 0.3827; // sine of 22.5 degrees
    const Vec3 up = r.header.up;
    const double length = glm::length(v), rise = glm::dot(v, up) / length;
    const Vec3 level = (v - up * glm::dot(v, up)) / length;
    std::string axes;
    const bool axis_up = *axis_along(up) != 0;
    if (!axis_up) return say("along {}", vector_text(glm::round(v / length * 100.0) / 100.0, "", 3));
    for (int axis = 0; axis < 3; ++axis)
        if (std::abs(level[axis]) > matters)
            axes = axes.empty() ? axis_name(axis, level) : say("{} and {}", axes, axis_name(axis, level));
    const std::string upright =
        std::abs(rise) > matters ? translated(rise > 0.0 ? "up" : "down") : std::string();
    if (axes.empty()) return upright;
    return upright.empty() ? say("along {}", axes) : say("along {}, {}", axes, upright);
}

} // namespace

std::string side_word(const Recording& r, const Vec3& away) {
    if (r.header.space == 3) {
        const double up = glm::dot(away, r.header.up);
        constexpr double mostly = 0.7071; // of the whole
        if (std::abs(up) >= mostly * glm::length(away)) return translated(up >= 0.0 ? "above" : "below");
        return say("on the {} side of", axis_name(longest_axis(away - r.header.up * up), away));
    }
    const double up = glm::dot(away, r.header.up), right = glm::dot(away, directions(r).right());
    if (std::abs(up) >= std::abs(right)) return translated(up >= 0.0 ? "above" : "below");
    return translated(right >= 0.0 ? "right of" : "left of");
}

std::string place_text(const Recording& r, const PairView& v) {
    constexpr double nothing = 0.01; // slops
    if (std::abs(v.gap) < nothing * r.slop()) return translated("touching");
    return length_text(r, std::abs(v.gap)) + " " +
           (v.gap < 0.0 ? translated("inside") : side_word(r, -v.normal));
}

namespace {
/// The eight ways in which something may go: level or upright first, then slantwise.
enum class Bearing { Right, Left, Up, Down, RightUp, RightDown, LeftUp, LeftDown };
Bearing bearing(const Recording& r, const Vec3& way) {
    const double up = glm::dot(way, r.header.up), right = glm::dot(way, directions(r).right());
    const auto [less, more] = std::minmax({std::abs(up), std::abs(right)});
    constexpr double slantwise = 0.4142; // tangent of 22.5 degrees
    if (less > slantwise * more)
        return right > 0.0 ? (up > 0.0 ? Bearing::RightUp : Bearing::RightDown)
                           : (up > 0.0 ? Bearing::LeftUp : Bearing::LeftDown);
    if (std::abs(up) >= std::abs(right)) return up > 0.0 ? Bearing::Up : Bearing::Down;
    return right > 0.0 ? Bearing::Right : Bearing::Left;
}
} // namespace

std::string motion_text(const Recording& r, const Vec3& velocity) {
    const double speed = glm::length(velocity);
    if (speed * 100.0 < r.slop() * r.header.rate) return translated("at rest");
    const std::string at = speed_text(r, speed);
    const bool falls = glm::length(r.header.gravity) > 0.0;
    if (r.header.space == 3) {
        const std::string way = way_in_space(r, velocity);
        if (falls && way == translated("up")) return say("rising at {}", at);
        if (falls && way == translated("down")) return say("falling at {}", at);
        return say("moving {} at {}", way, at);
    }
    switch (bearing(r, velocity)) {
    case Bearing::Right:
        return say("moving right at {}", at);
    case Bearing::Left:
        return say("moving left at {}", at);
    case Bearing::Up:
        return falls ? say("rising at {}", at) : say("moving up at {}", at);
    case Bearing::Down:
        return falls ? say("falling at {}", at) : say("moving down at {}", at);
    case Bearing::RightUp:
        return say("moving right and up at {}", at);
    case Bearing::RightDown:
        return say("moving right and down at {}", at);
    case Bearing::LeftUp:
        return say("moving left and up at {}", at);
    case Bearing::LeftDown:
        break;
    }
    return say("moving left and down at {}", at);
}

std::string desired_text(const Recording& r, const Vec3& desired) {
    const double speed = glm::length(desired);
    if (speed == 0.0) return translated("wants to stand still");
    const std::string at = speed_text(r, speed);
    if (r.header.space == 3) return say("wants to move {} at {}", way_in_space(r, desired), at);
    switch (bearing(r, desired)) {
    case Bearing::Right:
        return say("wants to move right at {}", at);
    case Bearing::Left:
        return say("wants to move left at {}", at);
    case Bearing::Up:
        return say("wants to move up at {}", at);
    case Bearing::Down:
        return say("wants to move down at {}", at);
    case Bearing::RightUp:
        return say("wants to move right and up at {}", at);
    case Bearing::RightDown:
        return say("wants to move right and down at {}", at);
    case Bearing::LeftUp:
        return say("wants to move left and up at {}", at);
    case Bearing::LeftDown:
        break;
    }
    return say("wants to move left and down at {}", at);
}

void name_bodies(const World& world, const std::vector<Slot>& colliders, Finding& f) {
    for (Slot c : colliders) {
        const ColliderState& state = world.colliders()[static_cast<std::size_t>(c)];
        const Id body = world.body_of(c).def->id;
        if (std::find(f.colliders.begin(), f.colliders.end(), state.def->id) == f.colliders.end())
            f.colliders.push_back(state.def->id);
        if (std::find(f.bodies.begin(), f.bodies.end(), body) != f.bodies.end()) continue;
        f.bodies.push_back(body), f.names.push_back(body_name(world, state.body));
    }
}

nlohmann::json mover_target(const World& world, const Finding& f) {
    const BodyDef* def = world.body(world.recording().body_slot(f.bodies.at(0))).def;
    if (def && !def->name.empty()) return def->name;
    return f.bodies[0];
}

Threshold note_threshold(Finding& f, const Threshold& t) {
    f.thresholds.push_back(t);
    return t;
}

void add_fact(Finding& f, const std::string& key, double value, const std::string& unit, double nothing) {
    f.facts.push_back({key, std::abs(value) < nothing ? 0.0 : value, unit});
}

} // namespace oddbounce
