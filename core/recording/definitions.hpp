// SPDX-License-Identifier: GPL-3.0-or-later
// What a recording is about: header, bodies, colliders, pairs, pictures, probes, expectations, its end.
// Field meanings and defaults are those of docs/bounce-log.md.
#pragma once

#include "shape/shape.hpp"

#include <cstdint>
#include <memory>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace oddbounce {

using Id = std::int64_t;

enum class Moves { Static, Kinematic, Dynamic };
enum class Role { Solid, Sensor, OneWay };
/// What two colliders do on meeting.
enum class Does { Solid, Report, Ignore };

/// `End`: the log says where it ends, so one that does not was cut off.
enum class Channel { Contacts, Rays, Events, Desired, Grounded, Iterations, Unresolved, End };
inline constexpr int channel_count = 8;
const char* word(Channel channel);
const char* word(Moves moves);
const char* word(Role role);
const char* word(Does does);

/// Seconds of one step.
inline constexpr double shortest_step = 1e-9, longest_step = 1e6;

struct Header {
    std::string title;
    int space = 2;
    Vec3 up{0.0, 1.0, 0.0};
    std::string unit = "unit";
    double rate = 60.0;
    Vec3 gravity{0.0};
    int substeps = 1;
    int float_bits = 32;
    std::optional<double> slop; ///< as logged; Recording::slop() has the default
    double skin = 0.0;
    std::optional<double> rounding; ///< as logged; Recording::rounding() has what the places show
    std::array<bool, channel_count> logs{};
    std::string extra; ///< unknown keys, as the text of a JSON object; empty for none

    bool has(Channel c) const { return logs[static_cast<std::size_t>(c)]; }
    bool operator==(const Header&) const = default;
};

struct BodyDef {
    Id id = 0;
    std::string name, kind;
    Moves moves = Moves::Static;
    std::optional<Id> owner;
    bool ignores_owner = false; ///< and its other parts: no log says so, candidate fixes do
    bool upright = false, visible = true;
    std::optional<double> mass;
    double step = 0.0, slope = 50.0; ///< unit; degrees
    std::string extra;
    bool operator==(const BodyDef&) const = default;
};

/// What a person calls the body: its name, else its kind, else "body 7".
std::string label(const BodyDef& def);

struct ColliderDef {
    Id id = 0, body = 0;
    std::string name;
    Shape shape;
    std::string layer; ///< empty: the body's kind
    Role role = Role::Solid;
    std::optional<Vec3> pass; ///< one-way: the free direction; none: the header's up
    std::optional<double> friction;
    double restitution = 0.0;
    bool visible = true;
    std::string extra;
    bool operator==(const ColliderDef&) const = default;
};

struct PairDef {
    std::string first, second;
    Does does = Does::Solid;
    std::string extra;
    bool operator==(const PairDef&) const = default;
};

struct ArtDef {
    Id id = 0;
    std::optional<Id> body;
    std::string image;
    Vec3 at{0.0}, size{0.0};
    double alpha = 0.5;
    std::string extra;
    bool operator==(const ArtDef&) const = default;
};

struct ProbeDef {
    Id id = 0, body = 0;
    std::string name;
    Vec3 at{0.0}, guards{0.0};
    std::string extra;
    bool operator==(const ProbeDef&) const = default;
};

struct ExpectDef {
    std::string first, second, event;
    int within = 1;
    std::string extra;
    bool operator==(const ExpectDef&) const = default;
};

/// The game ended the log here.
struct EndDef {
    std::string extra;
    bool operator==(const EndDef&) const = default;
};

/// A line of a kind that this version does not know: kept as it is.
struct UnknownLine {
    std::string json;
    bool operator==(const UnknownLine&) const = default;
};

using Definition =
    std::variant<BodyDef, ColliderDef, PairDef, ArtDef, ProbeDef, ExpectDef, EndDef, UnknownLine>;

/// A definition that many may look at and nobody changes. Equal where they say the same.
class DefinitionRef {
  public:
    DefinitionRef(Definition d) : held_(std::make_shared<const Definition>(std::move(d))) {}
    template <class Alternative>
    requires std::is_constructible_v<Definition, Alternative> DefinitionRef(Alternative d)
        : DefinitionRef(Definition(std::move(d))) {}
    operator const Definition&() const { return *held_; }
    const Definition& operator*() const { return *held_; }
    bool operator==(const DefinitionRef& o) const { return held_ == o.held_ || *held_ == *o.held_; }

  private:
    std::shared_ptr<const Definition> held_;
};

} // namespace oddbounce
