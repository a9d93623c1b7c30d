// SPDX-License-Identifier: GPL-3.0-or-later
// The places in which a pair touches, as Pairing and the walk list them. Rules ask Step for them.
#pragma once

#include "encounter/meeting.hpp"

namespace oddbounce {

/// A gap or depth of no more than the rounding of places is none.
void take_for_touch(Meeting& meeting);

/// The step of a solid pair that is not both convex: its faces at the end, and place by place where it
/// touches in several.
class Places {
  public:
    Places(const World& now, const Meeting& pair, const Motion& move_a, const Motion& move_b);

    /// As far as `listed_faces`, unit.
    double listed() const { return listed_; }
    /// At the end of the step; see Step::faces.
    std::vector<Distance> faces() const;
    /// From the faces at the start and at the end of the step, as far as `listed`. Fewer than two places are
    /// none.
    std::vector<Meeting> list(std::span<const Distance> before, std::span<const Distance> after);

  private:
    Meeting* find(const Vec3& normal);
    void add(const Vec3& normal, double gap, const Vec3& on_a, const Vec3& on_b);
    Sweep met(std::span<const Distance> before) const;

    const Meeting& pair_;
    const Motion &ma_, &mb_;
    const Vec3 way_; // of a, as b sees it
    const Geometry &a_, &b_;
    const double slop_, touch_, listed_;
    std::vector<Meeting> all_;
};

/// Notes a contact of the log with the places that it belongs to: the one with its normal; without a normal,
/// all. `a`: the collider that is `a` in the places.
void mark_contact(const ContactRow& row, Slot a, std::span<Meeting> places);

/// Numbers the places of pairs, so that a place has the same number from step to step. Serial.
class PlaceNumbers {
  public:
    /// `index` and `now`: of the step's frame. Steps in order; one that is left out ends all places.
    void number(std::size_t index, const World& now, Met& met);

  private:
    struct Named {
        Slot a, b;
        int place;
        Vec3 normal;
    };
    static void name(const World& world, Meeting& m, std::span<const Named> was, std::vector<Named>& now,
                     std::size_t first);

    std::vector<Named> last_; // of the step before, by pair
    std::size_t next_ = 0;
};

} // namespace oddbounce
