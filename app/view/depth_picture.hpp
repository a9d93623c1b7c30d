// SPDX-License-Identifier: GPL-3.0-or-later
// A picture with depths: facets hide what lies behind them. No graphics card is asked.
#pragma once

#include "shape/vec.hpp"

#include <QImage>
#include <QLineF>
#include <QPolygonF>

#include <array>
#include <vector>

namespace oddbounce {

/// A point of the picture: pixels, and how near it is to the person who looks (more is nearer).
struct DeepPoint {
    double x = 0.0, y = 0.0, near = 0.0;
};

class DepthPicture {
  public:
    explicit DepthPicture(const QSize& size);
    /// A convex facet in one colour. Cost: its pixels.
    void fill(const std::vector<DeepPoint>& corners, const QColor& color);
    /// A ball: its middle, its radius in pixels, how much nearer a pixel is; `tones` from the dark side to
    /// the one that looks at the light (a unit vector: right, up, toward the person).
    void ball(const DeepPoint& middle, double radius, double depth_of_pixel,
              const std::array<QColor, 32>& tones, const std::array<double, 3>& light);
    /// The parts of a line that nothing hides, or those that something does. `slack`: how far behind a facet
    /// it may lie and still count as on it.
    void parts(const DeepPoint& from, const DeepPoint& to, double slack, std::vector<QLineF>& seen,
               std::vector<QLineF>& hidden) const;
    const QImage& image() const { return image_; }

  private:
    float depth_at(double x, double y) const;

    QImage image_;
    std::vector<float> depth_;
};

} // namespace oddbounce
