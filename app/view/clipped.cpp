// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/clipped.hpp"

#include <QImage>
#include <QPaintEngine>

#include <algorithm>

namespace oddbounce {

void paint_clipped(QPainter& p, const QPainterPath& shape, const std::function<void(QPainter&)>& paint) {
    if (!p.paintEngine() || p.paintEngine()->type() != QPaintEngine::SVG) {
        p.save();
        p.setClipPath(shape, Qt::IntersectClip);
        paint(p);
        p.restore();
        return;
    }
    constexpr double fine = 3.0;
    const QRectF box = shape.boundingRect();
    QImage image((box.size() * fine).toSize(), QImage::Format_ARGB32_Premultiplied);
    if (image.isNull()) return;
    image.fill(Qt::transparent);
    QPainter inner(&image);
    inner.setRenderHints(p.renderHints());
    inner.scale(fine, fine), inner.translate(-box.topLeft());
    inner.setClipPath(shape);
    paint(inner);
    inner.end();
    p.drawImage(box, image);
}

std::vector<QLineF> inside(const QPainterPath& path, const QLineF& line) {
    const QPointF from = line.p1(), way = line.p2() - line.p1();
    std::vector<double> cuts{0.0, 1.0};
    for (const QPolygonF& polygon : path.toSubpathPolygons())
        for (qsizetype i = 0; i + 1 < polygon.size(); ++i) {
            const QPointF edge = polygon[i + 1] - polygon[i], d = polygon[i] - from;
            const double across = way.x() * edge.y() - way.y() * edge.x();
            if (across == 0.0) continue;
            const double t = (d.x() * edge.y() - d.y() * edge.x()) / across,
                         s = (d.x() * way.y() - d.y() * way.x()) / across;
            if (s >= 0.0 && s < 1.0 && t > 0.0 && t < 1.0) cuts.push_back(t);
        }
    std::sort(cuts.begin(), cuts.end());
    std::vector<QLineF> out;
    for (std::size_t i = 0; i + 1 < cuts.size(); ++i)
        if (cuts[i + 1] > cuts[i] && path.contains(line.pointAt(0.5 * (cuts[i] + cuts[i + 1]))))
            out.emplace_back(line.pointAt(cuts[i]), line.pointAt(cuts[i + 1]));
    return out;
}

} // namespace oddbounce
