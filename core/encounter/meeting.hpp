// SPDX-License-Identifier: GPL-3.0-or-later
// How two colliders fared over one step, and the stream of these over a recording.
#pragma once

#include "recording/control.hpp"
#include "recording/recording.hpp"

#include <functional>
#include <span>

namespace oddbounce {

/// Two live colliders of different bodies that are near each other at some time of one step.
/// `a` has the lower collider id. Gaps are signed: below zero they are depths.
struct Meeting {
    Slot a = -1, b = -1;
    Does does = Does::Solid;
    double gap_before =
        infinity; ///< at the end of the frame before; infinity: farther than `near`, or no step
    double gap_after = infinity; ///< at the end of this frame
    Vec3 normal{0.0};            ///< from a to b, at the end of this frame (or the first touch)
    Vec3 on_a{0.0}, on_b{0.0};   ///< closest or deepest points, ditto
    Sweep sweep;                 ///< over the step; Started where it began touching
    bool contact = false;        ///< the log has a contact entry of this pair in this frame
    bool lasts = false;          ///< ditto, one that does not end
    double error = 0.0; ///< what its gaps may be wrong by, where places are rounded; a gap of no more is 0
    /// Closest distance known for the step as a whole.
    double closest() const {
        return sweep.status == Status::Found || sweep.status == Status::Started
                   ? std::min({0.0, gap_before, gap_after})
                   : std::min(gap_before, gap_after);
    }
};

/// A step's meetings by body, made at the first question. Not shared between threads.
class MeetingsByBody {
  public:
    std::span<const Meeting* const> of(Slot body, const World& now, const std::vector<Meeting>& all);

  private:
    std::vector<std::uint32_t> begins_; // where each body's begin in list_; empty: not made yet
    std::vector<const Meeting*> list_;
};

/// One step as every rule sees it. For the first frame `before` and `now` are the same world.
struct Step {
    const World& before;
    const World& now;
    std::shared_ptr<const Frame> frame;
    std::size_t index = 0;         ///< of the frame in the recording
    std::vector<Meeting> meetings; ///< sorted by (a, b)
    mutable MeetingsByBody by_body = {};
    /// Meetings with a collider of the body in them, in order.
    std::span<const Meeting* const> of(Slot body) const { return by_body.of(body, now, meetings); }
};

/// Geometry of one step: all pairs that come within `near` of each other, `near` growing with size and
/// travel. Static colliders are indexed once per still scene. Not shared between threads.
class Pairing {
  public:
    std::vector<Meeting> meetings(const World& before, const World& now, const Frame& frame, bool first);

  private:
    struct Mover {
        Slot collider;
        Box swept;
    };
    struct Still {
        std::vector<Slot> colliders;
        BoxTree tree;
        std::uint64_t version = ~std::uint64_t(0);
    };
    void index_still(const World& now);
    void meet(const World& before, const World& now, Slot a, Slot b, bool first,
              std::vector<Meeting>& out) const;

    /// Known from the step before; infinity where it is not.
    double gap_before(Slot a, Slot b) const;
    struct Gap {
        Slot a, b;
        double gap;
    };

    Still still_;
    std::vector<Gap> last_; // of the step that led to frame `last_number_`, sorted
    std::int64_t last_number_ = -1;
};

/// How near a pair must come to be an encounter: part of the smaller body's size, and two steps of travel.
double nearing_distance(const Geometry& a, const Geometry& b, double travel, double slop);

struct WalkOptions {
    std::size_t first = 0, last = ~std::size_t(0); ///< frame indices, inclusive
    int threads = 0;                               ///< 0: all cores
    Control* control = nullptr;
};

/// Calls `each` for every step in order, in one thread at a time; meetings are computed ahead on all
/// cores by spans of frames. Memory: a few spans. Same calls for any number of threads.
/// Returns false where it was stopped.
bool walk(const Recording& recording, const WalkOptions& options,
          const std::function<void(const Step&)>& each);

/// Speed at which the pair closes along `normal` (from a to b), unit/s; below zero they part.
double closing_speed(const World& world, Slot a, Slot b, const Vec3& normal);
/// Closing speed of the two surfaces at the world point `at` of `now`, at the end of both frames: the bodies'
/// turning counts. What a contact changes is this, not the speed of the bodies' middles.
struct ClosingChange {
    double before, after;
    double turned() const { return before - after; }
};
ClosingChange closing_change(const World& before, const World& now, Slot a, Slot b, const Vec3& normal,
                             const Vec3& at);
/// Travel of a's body relative to b's over the step.
Vec3 relative_travel(const World& before, const World& now, Slot a, Slot b);

} // namespace oddbounce
