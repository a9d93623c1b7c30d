// SPDX-License-Identifier: GPL-3.0-or-later
// What the timeline shows, as data: lanes of encounters, rays, events, and plotted numbers.
#pragma once

#include "session/session.hpp"

namespace oddbounce {

/// One encounter of the chosen body (or finding), in frame indices.
struct Lane {
    QString name; ///< "parcel · net"
    std::vector<const Encounter*> encounters;
};

/// Lanes of the chosen body, those of the finding first; without a body the ones with most touches.
std::vector<Lane> lanes_for(const Session& session, std::size_t most);

/// A number over the frames; NaN where it is not known.
struct Plot {
    QString name, unit;
    std::vector<double> values;
};
/// `what`: "speed" of the chosen body, "gap" or "closing" of the finding's pair. Reads every frame once.
Plot plot_of(const Session& session, const QString& what);

/// Where frames lie on the screen.
struct Ruler {
    double first = 0.0, last = 1.0; ///< frames at the two ends
    double left = 0.0, right = 1.0; ///< pixels
    double to(double frame) const { return left + (frame - first) / (last - first) * (right - left); }
    double from(double pixel) const { return first + (pixel - left) / (right - left) * (last - first); }
    void zoom_at(double pixel, double factor, double most);
    void pan(double pixels, double most);
    /// Whole-frame step of the labels (1, 2, 5, 10, ...) so that they stand at least `pixels` apart.
    double label_step(double pixels) const;
};

} // namespace oddbounce
