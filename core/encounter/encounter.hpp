// SPDX-License-Identifier: GPL-3.0-or-later
// Encounters: what happens between two colliders from coming near to parting.
#pragma once

#include "encounter/meeting.hpp"

#include <map>

namespace oddbounce {

/// approach -> touch -> response -> parting. Frames are indices into the recording.
struct Encounter {
    Slot a = -1, b = -1;           ///< colliders
    Slot body_a = -1, body_b = -1; ///< their bodies
    Does does = Does::Solid;
    std::size_t first = 0, last = 0;
    /// Frames in whose step (or at whose end) they touched, as long as the depth stayed much the same.
    struct Touch {
        std::size_t first, last;
        double depth; ///< largest at a frame's end, 0: none
    };
    std::vector<Touch> touches;
    std::vector<std::size_t> responses; ///< frames in which their closing speed turned or a contact began
    double deepest = 0.0;               ///< largest depth at a frame's end
    std::size_t frames() const { return last - first + 1; }
    std::size_t touching_frames() const;
};

/// Collects encounters from steps in order; each is handed to `done` when the pair has parted
/// (or at `finish`), in order of parting. Memory: the encounters still open.
class EncounterStream {
  public:
    explicit EncounterStream(std::function<void(Encounter&&)> done) : done_(std::move(done)) {}
    void step(const Step& step);
    void finish();

  private:
    std::function<void(Encounter&&)> done_;
    std::map<std::pair<Slot, Slot>, Encounter> open_;
};

/// The two touch in this step: the log has a contact of them, or they come as near as so many slops, the
/// recording's skin and `more`, unit.
bool touches(const Step& step, const Meeting& meeting, double slops = 1.0, double more = 0.0);

/// True where the step responds to the meeting: a closing that matters is turned. Shared by encounters and
/// faults.
bool turns_closing(const Step& step, const Meeting& meeting);
/// Least closing speed that matters, unit/s: it covers the slop in one step, and twice gravity's gain.
double closing_that_matters(const Step& step);

/// The log says that a contact of these two colliders begins in this frame; one that is let through does not
/// count.
bool logged_begin(const Frame& frame, Id collider_a, Id collider_b);
/// An event of this frame is about both bodies, perhaps among others.
bool event_about(const Frame& frame, Id body_a, Id body_b);

/// Another body, one that moves, touches one of the two as well: a crowd, in which a solver pushes many at
/// once.
bool touched_by_third(const Step& step, const Meeting& meeting);

} // namespace oddbounce
