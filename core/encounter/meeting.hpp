// SPDX-License-Identifier: GPL-3.0-or-later
// How two colliders fared over one step, and the stream of these over a recording.
#pragma once

#include "recording/control.hpp"
#include "recording/recording.hpp"

#include <functional>
#include <span>
#include <tuple>

namespace oddbounce {

/// A place in which a pair touches: its colliders, and which one it is. What a rule keeps of it from step to
/// step goes by this.
using Place = std::tuple<Slot, Slot, int>;

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
    int place = 0;      ///< which place of the pair this is; the same from step to step while it lasts
    std::uint32_t places = 1;                ///< in how many the pair touches
    std::uint32_t first_place = 0;           ///< of the pair, in the step's list
    std::uint32_t faces = 0, first_face = 0; ///< ditto of faces; see Step::faces
    Place key() const { return {a, b, place}; }
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

/// What happened between colliders in one step.
struct Met {
    std::vector<Meeting> pairs;  ///< sorted by (a, b)
    std::vector<Meeting> places; ///< of the pairs that touch in several places
    std::vector<Distance> faces; ///< of solid pairs that are not both convex; see touching()
};
/// So many slops, and the recording's skin, is as far as faces are listed.
constexpr double listed_faces = 2.0;

/// Frames in which the whole game stood still, in order: half-open ranges of frame indices.
using Pauses = std::vector<std::pair<std::size_t, std::size_t>>;

/// Steps from that of one frame to that of a later one; those of the pauses between them do not count.
inline std::size_t steps_between(std::size_t from, std::size_t to, const Pauses* pauses) {
    std::size_t steps = to - from;
    if (pauses)
        for (auto p = pauses->rbegin(); p != pauses->rend() && p->first > from; ++p)
            steps -= p->second - p->first;
    return steps;
}

/// One step as every rule sees it. For the first frame `before` and `now` are the same world.
struct Step {
    const World& before;
    const World& now;
    std::shared_ptr<const Frame> frame;
    std::size_t index = 0; ///< of the frame in the recording
    Met met;
    mutable MeetingsByBody by_body = {};
    const Pauses* pauses = nullptr; ///< those before it that are not judged; null: none
    /// Steps from that of an earlier frame to this one.
    std::size_t since(std::size_t earlier) const { return steps_between(earlier, index, pauses); }
    /// Of pairs: each once, with its nearest or deepest place.
    const std::vector<Meeting>& meetings() const { return met.pairs; }
    /// Meetings with a collider of the body in them, in order.
    std::span<const Meeting* const> of(Slot body) const { return by_body.of(body, now, met.pairs); }
    /// A pair touches in as many places as it does: a figure in the corner of a tile map that is one collider
    /// has a floor and a wall. Each has its own gaps, normal, points, contact and sweep: the one in which its
    /// face is met. First the one that stands for the pair. Only solid pairs that touch, or meet on the way,
    /// have several; a face that is near without a touch is none.
    std::span<const Meeting> places(const Meeting& pair) const {
        return pair.places > 1 ? std::span(met.places).subspan(pair.first_place, pair.places)
                               : std::span(&pair, 1);
    }
    /// What `touching` says of the pair at the end of the step, as far as `listed_faces`. Empty: it is
    /// farther apart, or not solid, or both are convex, or neither is and they lie deep in each other.
    std::span<const Distance> faces(const Meeting& pair) const {
        return std::span(met.faces).subspan(pair.first_face, pair.faces);
    }
    /// Of all places of the body's solid pairs.
    template <class Test> bool any_place_of(Slot body, Test&& test) const {
        return std::ranges::any_of(of(body), [&](const Meeting* m) {
            return m->does == Does::Solid && std::ranges::any_of(places(*m), test);
        });
    }
};

/// Geometry of one step: all pairs that come within `near` of each other, `near` growing with size and
/// travel. Static colliders are indexed once per still scene. Not shared between threads.
class Pairing {
  public:
    Met meetings(const World& before, const World& now, const Frame& frame, bool first);

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
    void meet(const World& before, const World& now, Slot a, Slot b, bool first, Met& out) const;

    /// What the pair ended the step before with; null where that is not known.
    struct Ended {
        Slot a, b;
        double gap;
        std::uint32_t faces, first_face; // in last_faces_
    };
    const Ended* ended(Slot a, Slot b) const;
    std::span<const Distance> faces_of(const Ended& e) const {
        return std::span(last_faces_).subspan(e.first_face, e.faces);
    }

    Still still_;
    std::vector<Ended> last_; // of the step that led to frame `last_number_`, sorted
    std::vector<Distance> last_faces_;
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
