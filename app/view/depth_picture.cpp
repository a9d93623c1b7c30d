// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/depth_picture.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

namespace oddbounce {

DepthPicture::DepthPicture(const QSize& size)
    : image_(size, QImage::Format_ARGB32_Premultiplied),
      depth_(static_cast<std::size_t>(size.width()) * static_cast<std::size_t>(size.height()),
             -std::numeric_limits<float>::infinity()) {
    image_.fill(Qt::transparent);
}

void DepthPicture::fill(const std::vector<DeepPoint>& c, const QColor& color) {
    if (c.size() < 3) return;
    // The plane near = a x + b y + d, from the corners that span the most.
    double a = 0.0, b = 0.0, most = 0.0;
    for (std::size_t i = 1; i + 1 < c.size(); ++i) {
        const double ux = c[i].x - c[0].x, uy = c[i].y - c[0].y, un = c[i].near - c[0].near;
        const double vx = c[i + 1].x - c[0].x, vy = c[i + 1].y - c[0].y, vn = c[i + 1].near - c[0].near;
        const double area = ux * vy - uy * vx;
        if (std::abs(area) <= most) continue;
        most = std::abs(area), a = (un * vy - vn * uy) / area, b = (ux * vn - vx * un) / area;
    }
    if (most < 1e-9) return; // seen from its edge
    const double d = c[0].near - a * c[0].x - b * c[0].y;
    const auto [low, high] = std::ranges::minmax(c, {}, &DeepPoint::y);
    const int first = std::max(0, static_cast<int>(std::ceil(std::max(low.y, -1.0) - 0.5))),
              last = std::min(image_.height() - 1, static_cast<int>(std::floor(std::min(high.y, 1e6) - 0.5)));
    const QRgb rgb = qPremultiply(color.rgba());
    for (int y = first; y <= last; ++y) {
        const double middle = y + 0.5;
        double left = std::numeric_limits<double>::infinity(), right = -left;
        for (std::size_t i = 0; i < c.size(); ++i) {
            const DeepPoint &p = c[i], &q = c[(i + 1) % c.size()];
            if ((p.y < middle) == (q.y < middle)) continue;
            const double x = p.x + (q.x - p.x) * (middle - p.y) / (q.y - p.y);
            left = std::min(left, x), right = std::max(right, x);
        }
        if (left > right) continue;
        const int from = std::max(0, static_cast<int>(std::ceil(std::max(left, -1.0) - 0.5))),
                  to = std::min(image_.width() - 1, static_cast<int>(std::floor(std::min(right, 1e6) - 0.5)));
        auto* pixels = reinterpret_cast<QRgb*>(image_.scanLine(y));
        float* depths =
            depth_.data() + static_cast<std::size_t>(y) * static_cast<std::size_t>(image_.width());
        for (int x = from; x <= to; ++x) {
            const auto near = static_cast<float>(a * (x + 0.5) + b * middle + d);
            if (near > depths[x]) depths[x] = near, pixels[x] = rgb;
        }
    }
}

void DepthPicture::ball(const DeepPoint& m, double radius, double depth_of_pixel,
                        const std::array<QColor, 32>& tones, const std::array<double, 3>& light) {
    if (!(radius > 0.0) || m.x + radius < 0.0 || m.y + radius < 0.0 || m.x - radius > image_.width() ||
        m.y - radius > image_.height())
        return;
    std::array<QRgb, 32> rgb{};
    for (std::size_t i = 0; i < tones.size(); ++i) rgb[i] = qPremultiply(tones[i].rgba());
    const auto first_of = [](double low) { return std::max(0, static_cast<int>(std::ceil(low - 0.5))); };
    const auto last_of = [](double high, int most) {
        return static_cast<int>(std::min(high - 0.5, most - 1.0));
    };
    for (int y = first_of(m.y - radius); y <= last_of(m.y + radius, image_.height()); ++y) {
        const double up = (m.y - y - 0.5) / radius;
        if (std::abs(up) > 1.0) continue;
        const double half = radius * std::sqrt(1.0 - up * up);
        auto* pixels = reinterpret_cast<QRgb*>(image_.scanLine(y));
        float* depths =
            depth_.data() + static_cast<std::size_t>(y) * static_cast<std::size_t>(image_.width());
        for (int x = first_of(m.x - half); x <= last_of(m.x + half, image_.width()); ++x) {
            const double right = (x + 0.5 - m.x) / radius, left = 1.0 - up * up - right * right;
            if (left < 0.0) continue;
            const double toward = std::sqrt(left);
            const auto near = static_cast<float>(m.near + toward * radius * depth_of_pixel);
            if (near <= depths[x]) continue;
            const double lit = std::max(0.0, right * light[0] + up * light[1] + toward * light[2]);
            depths[x] = near, pixels[x] = rgb[static_cast<std::size_t>(std::min(lit, 1.0) * 31.0)];
        }
    }
}

float DepthPicture::depth_at(double x, double y) const {
    const int column = static_cast<int>(x), row = static_cast<int>(y);
    if (x < 0.0 || y < 0.0 || column >= image_.width() || row >= image_.height())
        return -std::numeric_limits<float>::infinity();
    return depth_[static_cast<std::size_t>(row) * static_cast<std::size_t>(image_.width()) +
                  static_cast<std::size_t>(column)];
}

void DepthPicture::parts(const DeepPoint& from, const DeepPoint& to, double slack, std::vector<QLineF>& seen,
                         std::vector<QLineF>& hidden) const {
    // Only what lies in the picture is looked at.
    double begin = 0.0, end = 1.0;
    const auto clip = [&](double p, double q, double most) {
        const double d = q - p;
        if (d == 0.0) return void(p < 0.0 || p > most ? begin = 2.0 : 0.0);
        const auto [low, high] = std::minmax({-p / d, (most - p) / d});
        begin = std::max(begin, low), end = std::min(end, high);
    };
    clip(from.x, to.x, image_.width()), clip(from.y, to.y, image_.height());
    if (begin >= end) return;
    constexpr double every = 2.0; // pixels
    const double pixels = std::hypot(to.x - from.x, to.y - from.y) * (end - begin);
    const int steps = std::max(1, static_cast<int>(std::ceil(pixels / every)));
    const auto at = [&](double t) {
        return QPointF(from.x + (to.x - from.x) * t, from.y + (to.y - from.y) * t);
    };
    double since = begin;
    bool was = false;
    for (int i = 0; i <= steps; ++i) {
        const double t = begin + (end - begin) * (i + 0.5) / steps;
        bool is = was;
        if (i < steps) {
            const QPointF p = at(t);
            is = from.near + (to.near - from.near) * t + slack < static_cast<double>(depth_at(p.x(), p.y()));
            if (i == 0) was = is;
        }
        if (is == was && i < steps) continue;
        const double until = i == steps ? end : begin + (end - begin) * i / steps;
        (was ? hidden : seen).push_back({at(since), at(until)});
        since = until, was = is;
    }
}

} // namespace oddbounce
