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
/// What is to be plotted: "speed" of a body, "gap" or "closing" of a pair of colliders.
struct PlotQuery {
    QString what;
    Slot body = -1, a = -1, b = -1;
    bool operator==(const PlotQuery&) const = default;
    bool anything() const { return body >= 0 || (a >= 0 && b >= 0); }
};
/// Of the chosen body, or the finding's pair; without a pair it is the speed.
PlotQuery plot_query(const Session& session, const QString& what);
Plot empty_plot(const Recording& recording, const PlotQuery& query);
/// Adds the values of all frames that it does not have yet; nothing where there is nothing to plot. Reads
/// each of these frames once.
void plot_further(const Recording& recording, const PlotQuery& query, Plot& plot, Control* control = nullptr);

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
