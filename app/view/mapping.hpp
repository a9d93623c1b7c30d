// SPDX-License-Identifier: GPL-3.0-or-later
// Between the world and the pixels of a picture: equal units on both axes, the recording's up is up. A scene
// of three dimensions is looked at along a line of sight, without perspective: cut by the plane of the
// picture, or whole.
#pragma once

#include "shape/pose.hpp"

#include <QPointF>
#include <QRectF>

namespace oddbounce {

inline double length(const QPointF& v) { return std::hypot(v.x(), v.y()); }

/// Pixels for a unit: from the widest scene that a log can hold to a part of a ULP.
inline constexpr double least_scale = 1e-32, most_scale = 1e12;

/// How a picture shows the scene: the plane as it is; space cut by the plane of the picture; space from
/// outside.
enum class Shows { Plane, Section, Space };

struct Mapping {
    Vec3 center{0.0};          ///< world point in the middle of the rectangle, in the plane of the picture
    double scale = 1.0;        ///< pixels a unit
    Vec3 up{0.0, 1.0, 0.0};    ///< unit vector
    Vec3 right{1.0, 0.0, 0.0}; ///< ditto, across it
    QRectF area;               ///< pixels
    Shows shows = Shows::Plane;

    /// Toward the person who looks at the picture.
    Vec3 toward() const { return glm::cross(right, up); }
    QPointF to(const Vec3& world) const {
        const Vec3 d = world - center;
        return area.center() + QPointF(glm::dot(d, right) * scale, -glm::dot(d, up) * scale);
    }
    QPointF to(const Vec2& world) const { return to(raised(world)); }
    /// The point of the picture's plane that lies at the pixel.
    Vec3 from(const QPointF& pixel) const {
        const QPointF d = pixel - area.center();
        return center + right * (d.x() / scale) - up * (d.y() / scale);
    }
    /// Direction of a world vector in pixels, a unit long for a unit vector in the picture's plane.
    QPointF way(const Vec3& v) const { return {glm::dot(v, right), -glm::dot(v, up)}; }
    /// A point, or a direction, of a body that is placed so.
    QPointF to(const Pose& pose, const Vec3& local) const { return to(pose.place(local)); }
    QPointF way(const Pose& pose, const Vec3& local) const { return way(pose.turn.turn(local)); }
    /// World box of all that is seen, without limits along the line of sight.
    Box seen() const {
        Box box;
        for (const QPointF& p : {area.topLeft(), area.topRight(), area.bottomLeft(), area.bottomRight()})
            box.add(from(p));
        const Vec3 sight = toward();
        constexpr double straight = 1e-9; // a line of sight along an axis leaves the others alone
        for (int axis = 0; axis < 3; ++axis)
            if (std::abs(sight[axis]) > straight) box.low[axis] = -infinity, box.high[axis] = infinity;
        return box;
    }
    /// Enlarges by `factor`, the world point under `pixel` staying where it is.
    void zoom_at(const QPointF& pixel, double factor) {
        const Vec3 fixed = from(pixel);
        scale = std::clamp(scale * factor, least_scale, most_scale);
        center += fixed - from(pixel);
    }
    void pan(const QPointF& by) { center -= right * (by.x() / scale) - up * (by.y() / scale); }
    /// Shows the whole box with `margin` pixels round it.
    void fit(const Box& box, double margin) {
        const Vec3 size = box.size();
        const double w = glm::dot(glm::abs(right), size), h = glm::dot(glm::abs(up), size);
        const double room_w = std::max(10.0, area.width() - 2 * margin),
                     room_h = std::max(10.0, area.height() - 2 * margin);
        // Of the middle only what lies in the picture: its plane stays where it is.
        const Vec3 by = box.center() - center;
        center = shows == Shows::Plane ? Vec3(box.center().x, box.center().y, 0.0)
                                       : center + by - toward() * glm::dot(by, toward());
        scale = std::clamp(std::min(room_w / std::max(w, 1e-9), room_h / std::max(h, 1e-9)), least_scale,
                           most_scale);
    }
    /// Of a scene of the plane.
    void look_up(const Vec3& along) {
        up = unit(raised(flat(along)), {0.0, 1.0, 0.0});
        right = raised(right_of(flat(up)));
        if (right.x < 0.0) right = -right; // y down, or turned: what is right in the log stays right
    }
};

/// A round length (1, 2, 5 x 10^n) that is at most `pixels` wide.
inline double scale_bar_length(double scale, double pixels) {
    const double most = pixels / scale, ten = std::pow(10.0, std::floor(std::log10(most)));
    return most >= 5 * ten ? 5 * ten : most >= 2 * ten ? 2 * ten : ten;
}

} // namespace oddbounce
