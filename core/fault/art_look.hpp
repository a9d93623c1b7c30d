// SPDX-License-Identifier: GPL-3.0-or-later
// What a player sees of a body: the visible pixels of its art, else the outlines of its seen colliders.
// Shared by the faults of shape against picture.
#pragma once

#include "recording/recording.hpp"

#include <map>
#include <optional>

namespace oddbounce {

class ArtLook {
  public:
    explicit ArtLook(const Recording& recording) : recording_(recording) {}
    /// Every definition first: takes in those of art.
    void define(const Definition& definition);
    /// True for a body that has art that can be used.
    bool drawn(Slot body) const { return of_body_.count(body) > 0; }
    bool any() const { return !of_body_.empty(); }
    /// Bodies that have art, by slot.
    std::vector<Slot> drawn_bodies() const;

    /// All that is seen of a body, in its frame at its scale; empty: nothing.
    struct Seen {
        std::vector<std::shared_ptr<const Geometry>> parts;
        double half_pixel = 0.0; ///< of its art; 0 without
        bool art = false;
    };
    Seen seen(const World& world, Slot body) const;
    /// The visible pixels of its first art as cells in its frame, before its scale; none: it has no art, or
    /// pixels that are not square.
    std::optional<Shape> pixels(Slot body) const;

  private:
    struct Scaled {
        Vec3 scale{0.0};
        std::shared_ptr<const Geometry> geometry;
    };
    struct Art {
        ArtDef def;
        Shape cells;                      // in pixels of its own width
        double tall = 1.0;                // height of a pixel, in widths
        mutable std::vector<Scaled> made; // the few scales that are in use
    };
    const Recording& recording_;
    std::map<Id, Art> arts_;
    std::map<Slot, std::vector<Id>> of_body_;
};

/// Gap of two seen bodies at two places (below zero: a depth that is never too small); not known where one
/// shows nothing or they are farther apart than `within`.
Distance visible_gap(const ArtLook::Seen& a, const Pose& at_a, const ArtLook::Seen& b, const Pose& at_b,
                     double within = infinity);
/// The least move that parts them, among 16 directions and what `seen_gap` says; 0 where they are apart.
double visible_depth(const ArtLook::Seen& a, const Pose& at_a, const ArtLook::Seen& b, const Pose& at_b);
/// Area that both cover, by sampling 128 x 128 points.
double visible_overlap(const ArtLook::Seen& a, const Pose& at_a, const ArtLook::Seen& b, const Pose& at_b);
/// Share of the collider's area that its body's art leaves empty, 0..1, sampled likewise.
double waste(const Geometry& collider, const ArtLook::Seen& art);

} // namespace oddbounce
