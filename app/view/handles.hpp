// SPDX-License-Identifier: GPL-3.0-or-later
// Handles of what is chosen: of a collider, of the rays and probes of its body. Dragging one makes a change.
#pragma once

#include "session/session.hpp"
#include "view/mapping.hpp"

#include <QPainter>

namespace oddbounce {

struct Handle {
    enum Part {
        Middle,
        Side,
        Corner,
        Rim,   ///< of a radius
        Round, ///< of what the corners are rounded by
        Turn,
        Pass, ///< the way through a one-way
        RayStart,
        RayEnd,
        RayMiddle,
        Probe
    } part = Middle;
    /// Sides: along each axis, then against it; corners of a box: a bit for each axis; of other shapes: of
    /// the point; of a probe: its id.
    Id number = 0;
    Vec3 at{0.0};    ///< in world coordinates
    Vec3 along{0.0}; ///< unit vector: it moves along this line alone; zero: as the picture's plane lies
    /// World point. Turn, Pass: what it goes round; Round: the corner, and how far from it nothing is
    /// rounded.
    Vec3 about{0.0};
    double rest = 0.0;
    Vec3 sight{0.0, 0.0, 1.0}; ///< unit vector toward the person: what Turn turns about
    double grain = 0.0;        ///< what lengths are rounded to, unit
    double degrees = 0.5;      ///< ditto angles
    double part_of_way = 0.01; ///< ditto the parts of a direction
    /// For typed numbers: nothing but the noise of computing is rounded away.
    Handle exactly() const {
        Handle h = *this;
        h.grain *= 1e-6, h.degrees = h.part_of_way = 1e-9;
        return h;
    }
};

/// A number that a handle stands for, and can be given by typing.
struct HandleNumber {
    double value = 0.0;
    QString unit; ///< "px", "°"
};

/// Something with handles, and a change of it, as far as it is made.
class Handled {
  public:
    using Change = nlohmann::json;
    Handled(const Session& session, Change change) : session_(session), change_(std::move(change)) {}
    virtual ~Handled() = default;

    const Change& change() const { return change_; }
    /// Where the handles are with the change.
    virtual std::vector<Handle> handles(const Mapping& mapping) const = 0;
    /// Those that have room on the screen.
    virtual std::vector<Handle> shown(const Mapping& mapping) const { return handles(mapping); }
    /// The change with that handle at a world point. Of a box the opposite side or corner stays where it is;
    /// `symmetric`: the middle does.
    virtual Change dragged(const Handle& handle, const Vec3& to, bool symmetric = false) const = 0;
    /// Empty: none can be typed.
    virtual std::vector<HandleNumber> numbers(const Handle& handle) const = 0;
    /// Where the handle must be for these. Requires: as many as numbers() gives.
    virtual Vec3 place_for(const Handle& handle, const std::vector<double>& numbers) const = 0;
    /// "stoat", "ray sight".
    virtual QString thing() const = 0;
    /// "30 × 20 px", "radius 6 px, moved by 3, 0 px".
    virtual QString measures() const = 0;
    /// Empty: the change can be tried. Else what is wrong with it.
    virtual std::string defect() const { return {}; }
    /// What the change makes of it.
    virtual void paint(QPainter& painter, const Mapping& mapping) const = 0;

    /// The change changes nothing yet: it has targets only.
    bool plain() const;

  protected:
    const Session& session_;
    Change change_;
};

/// What has handles at this moment, what the finding is about first, each with the change of the chosen
/// candidate that dragging goes on from.
std::vector<std::unique_ptr<Handled>> handled(const Session& session);
/// The same thing with another change.
std::unique_ptr<Handled> handled_of(const Session& session, const nlohmann::json& change);
/// The collider whose handles are shown: of the chosen body one that the finding is about, else its first
/// with a shape; -1: none.
Slot handled_collider(const Session& session);

/// Where a handle is when the pixel is pointed at.
Vec3 led_to(const Handle& handle, const QPointF& pixel, const Mapping& mapping);
void paint_handles(QPainter& painter, const Mapping& mapping, const std::vector<Handle>& handles);

} // namespace oddbounce
