// SPDX-License-Identifier: GPL-3.0-or-later
// What holds a body that should fall: the side of something, a narrow ledge, its own outline. The part of
// stuck-on-edge that needs no way on.
#pragma once

#include "fault/edge_look.hpp"
#include "fault/rule.hpp"

#include <optional>
#include <set>
#include <unordered_map>

namespace oddbounce {

namespace held_up {
inline constexpr Excuse no_way_down =
    limit("no-way-down", "moved aside, it could not fall either: something is below");
inline constexpr Excuse balanced =
    excuse("balanced", "only a solver moves it: it rests where its forces are in balance");
inline constexpr Excuse enough_ground =
    limit("enough-ground", "{0} of its width is supported; less than {1} is reported", Measure::Share);
inline constexpr Excuse in_a_pile = excuse("pile", "it is held by others that move: a pile");
inline constexpr Excuse attached =
    excuse("attached", "such a body goes where the other goes, also away from it: code attaches it there");
inline constexpr Excuse rounded =
    excuse("rounded", "its places are rounded: a fall that begins does not show yet");
} // namespace held_up

/// Kinds of edges that hold a body.
enum class EdgeKind { None, Seam, Hung, Perch, Hook };

/// What was seen of it in one step.
struct EdgeEvidence {
    EdgeKind kind = EdgeKind::None;
    Slot mine = -1;
    std::vector<Slot> others;
    Vec3 at{0.0};
    double friction = 0.0, overhang = 0.0, lost = 0.0, thrown = 0.0, missed = infinity;
    bool trip = false;
};

class HeldUp {
  public:
    HeldUp(const RuleContext& context, const EdgeLook& look);
    /// Requires: the body touches something solid. Every step of it, in order.
    EdgeEvidence look(const Step& step, Slot body);
    /// It, or another of its kind, was seen to go with what it touched, also where that went away from it.
    bool attaches(Slot body) const;

  private:
    void note_attached(const Step& step, Slot body, const Face& side);
    std::optional<double> does_not_fall(const Step& step, Slot body);
    EdgeEvidence hung(const Step& step, Slot body, Slot mine, const std::vector<Face>& sides);
    EdgeEvidence carried(const Step& step, Slot body, Slot mine, const std::vector<Face>& all,
                         const std::vector<Face>& below) const;

    const RuleContext& context_;
    const Recording& r_;
    Vec3 up_;
    double slop_, gravity_, moved_share_;
    std::size_t frames_;
    std::unordered_map<Slot, int> still_;
    std::set<Slot> attached_;
    std::set<std::string> attached_kinds_;
    const EdgeLook& look_;
};

} // namespace oddbounce
