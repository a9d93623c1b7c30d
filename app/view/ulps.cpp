// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/ulps.hpp"

#include "fault/account_text.hpp"
#include "theme/theme.hpp"

#include <QPainter>

#include <cmath>

namespace oddbounce {

namespace {

QString text_fact(const Finding& f, const char* key) {
    const Fact* fact = f.fact(key);
    const std::string* text = fact ? std::get_if<std::string>(&fact->value) : nullptr;
    return text ? QString::fromStdString(*text) : QString();
}

/// Of a ray's answer, told in both widths; else of two surfaces.
bool of_a_ray(const Finding& f) { return f.fact("answer_64") != nullptr; }

/// What is left and right of the edge; what both answers begin with, the name of the body, is left out.
std::pair<QString, QString> sides(const Finding& f) {
    if (!of_a_ray(f))
        return {QString::fromStdString(f.names.at(0)),
                QString::fromStdString(f.names.size() > 1 ? f.names[1] : "")};
    QString left = text_fact(f, "answer_64"), right = text_fact(f, "answer_32");
    const qsizetype from = left.indexOf(", ") + 2;
    if (from > 1 && left.left(from) == right.left(from)) left = left.mid(from), right = right.mid(from);
    return {left, right};
}

/// How many ULPs lie between the two surfaces at this moment; below zero: overlapped.
std::optional<double> places_now(const Session& s, const Finding& f) {
    if (of_a_ray(f) || f.colliders.size() < 2) return {};
    const PairView v = pair_at(*s.instant().now, s.recording()->collider_slot(f.colliders[0]),
                               s.recording()->collider_slot(f.colliders[1]));
    if (!v.known || f.number("ulp") <= 0.0) return {};
    return v.gap / f.number("ulp");
}

} // namespace

bool is_rounding_sensitive(const Finding& f) {
    return f.fact("ulps") && f.fact("ulp");
}

void paint_ulps(QPainter& p, const QRectF& area, const Session& s, const Finding& f) {
    const Theme& th = Theme::current();
    const double apart = f.number("ulps"), widest = std::max(4.0, std::ceil(std::abs(apart)) + 3.0);
    const double pitch = area.width() * 0.5 / widest, edge = area.center().x();
    const auto x = [&](double places) { return edge + places * pitch; };
    // What lies to the right of the edge, as in the view: a finding's other body.
    p.fillRect(QRectF(edge, area.top() + 20, area.right() - edge, area.height() - 50),
               th.tint(th.finding, 0.12));
    for (double k = -widest; k <= widest; k += 1.0) {
        p.setPen(QPen(th.tint(th.soft, 0.55), 1.0));
        p.drawLine(QPointF(x(k), area.top() + 20), QPointF(x(k), area.bottom() - 30));
    }
    p.setPen(QPen(th.finding, 2.0));
    p.drawLine(QPointF(edge, area.top() + 20), QPointF(edge, area.bottom() - 30));
    p.setFont(type(11));
    const bool ray = of_a_ray(f);
    // Where it lies: as told by the finding, or at this moment.
    const double at = std::clamp(-places_now(s, f).value_or(apart), -widest + 0.5, widest - 0.5);
    const double y = area.center().y() - 4;
    p.setPen(QPen(ray ? th.ray : th.moving, 2.4));
    if (ray) {
        p.drawLine(QPointF(area.left() + 6, y), QPointF(x(at), y));
        p.setBrush(th.ray), p.drawEllipse(QPointF(x(at), y), 4, 4);
    } else {
        p.drawLine(QPointF(x(at), area.top() + 24), QPointF(x(at), area.bottom() - 34));
        p.fillRect(QRectF(area.left(), area.top() + 24, x(at) - area.left(), area.height() - 58),
                   th.tint(th.moving, 0.16));
    }
    p.setPen(th.soft);
    const auto [left, right] = sides(f);
    const QRectF head(area.left() + 8, area.top() + 2, area.width() - 16, 18);
    p.drawText(head, Qt::AlignVCenter, left);
    p.drawText(head, Qt::AlignVCenter | Qt::AlignRight, right);
    const std::string& unit = s.recording()->header.unit;
    p.drawText(QRectF(area.left(), area.bottom() - 28, area.width(), 16), Qt::AlignCenter,
               Session::tr("lines %1 %2 apart")
                   .arg(QString::fromStdString(figure(f.number("ulp"), 0.0)))
                   .arg(QString::fromStdString(unit)));
}

} // namespace oddbounce
