// SPDX-License-Identifier: GPL-3.0-or-later
// Between the world and the pixels of a picture: equal units on both axes, the recording's up is up.
#pragma once

#include "shape/pose.hpp"

#include <QPointF>
#include <QRectF>

namespace oddbounce {

inline double length(const QPointF& v) { return std::hypot(v.x(), v.y()); }

/// Pixels for a unit: from the widest scene that a log can hold to a part of a ULP.
inline constexpr double least_scale = 1e-32, most_scale = 1e12;

struct Mapping {
    Vec2 center{0.0};   ///< world point in the middle of the rectangle
    double scale = 1.0; ///< pixels a unit
    Vec2 up{0.0, 1.0};  ///< unit vector
    Vec2 right{1.0, 0.0};
    QRectF area; ///< pixels

    QPointF to(const Vec2& world) const {
        const Vec2 d = world - center;
        return area.center() + QPointF(glm::dot(d, right) * scale, -glm::dot(d, up) * scale);
    }
    Vec2 from(const QPointF& pixel) const {
        const QPointF d = pixel - area.center();
        return center + right * (d.x() / scale) - up * (d.y() / scale);
    }
    /// Direction of a world vector in pixels, a unit long for a unit vector.
    /// A point, or a direction, of a body that is placed so.
    QPointF to(const Pose& pose, const Vec2& local) const { return to(flat(pose.place(raised(local)))); }
    QPointF way(const Pose& pose, const Vec2& local) const { return way(flat(pose.turn.turn(raised(local)))); }
    QPointF way(const Vec2& v) const { return {glm::dot(v, right), -glm::dot(v, up)}; }
    /// World box of all that is seen.
    Box seen() const {
        Box box;
        for (const QPointF& p : {area.topLeft(), area.topRight(), area.bottomLeft(), area.bottomRight()}) {
            const Vec2 w = from(p);
            box.add(Vec3(w.x, w.y, -infinity)), box.add(Vec3(w.x, w.y, infinity));
        }
        return box;
    }
    /// Enlarges by `factor`, the world point under `pixel` staying where it is.
    void zoom_at(const QPointF& pixel, double factor) {
        const Vec2 fixed = from(pixel);
        scale = std::clamp(scale * factor, least_scale, most_scale);
        center += fixed - from(pixel);
    }
    void pan(const QPointF& by) { center -= right * (by.x() / scale) - up * (by.y() / scale); }
    /// Shows the whole box with `margin` pixels round it.
    void fit(const Box& box, double margin) {
        const Vec3 size = box.size();
        const Vec2 c = flat(box.center());
        const double w = std::abs(right.x) * size.x + std::abs(right.y) * size.y,
                     h = std::abs(up.x) * size.x + std::abs(up.y) * size.y;
        const double room_w = std::max(10.0, area.width() - 2 * margin),
                     room_h = std::max(10.0, area.height() - 2 * margin);
        center = c;
        scale = std::clamp(std::min(room_w / std::max(w, 1e-9), room_h / std::max(h, 1e-9)), least_scale,
                           most_scale);
    }
    void look_up(const Vec3& along) {
        up = unit(flat(along), {0.0, 1.0});
        right = right_of(up);
        if (right.x < 0.0) right = -right; // y down, or turned: what is right in the log stays right
    }
};

/// A round length (1, 2, 5 x 10^n) that is at most `pixels` wide.
inline double scale_bar_length(double scale, double pixels) {
    const double most = pixels / scale, ten = std::pow(10.0, std::floor(std::log10(most)));
    return most >= 5 * ten ? 5 * ten : most >= 2 * ten ? 2 * ten : ten;
}

} // namespace oddbounce
