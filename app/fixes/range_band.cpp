// SPDX-License-Identifier: GPL-3.0-or-later
#include "fixes/range_band.hpp"

#include "fault/account_text.hpp"
#include "theme/theme.hpp"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace oddbounce {

namespace {

constexpr double side = 8.0, top = 8.0, tall = 12.0; // of the band, px

} // namespace

RangeBand::RangeBand(Session& session, int candidate, QWidget* parent)
    : QWidget(parent), session_(session), index_(candidate) {
    setFocusPolicy(Qt::StrongFocus), setCursor(Qt::PointingHandCursor);
    setAccessibleName(tr("values tried"));
    if (const Candidate* c = RangeBand::candidate())
        setAccessibleDescription(QString::fromStdString(works_line(*c->range, *session_.recording())));
}

QSize RangeBand::sizeHint() const { return {200, static_cast<int>(top + tall) + fontMetrics().height() + 6}; }

const Candidate* RangeBand::candidate() const {
    const auto i = static_cast<std::size_t>(index_);
    return i < session_.candidates().size() && session_.candidates()[i].range ? &session_.candidates()[i]
                                                                              : nullptr;
}

double RangeBand::x_of(double value) const {
    const Candidate& c = *candidate();
    return side + (width() - 2.0 * side) * (value - c.from) / (c.to - c.from);
}

int RangeBand::point_at(double x) const {
    const Candidate* c = candidate();
    int best = -1;
    for (std::size_t i = 0; c && i < c->range->points.size(); ++i) {
        const auto off = [&](std::size_t k) { return std::abs(x_of(c->range->points[k].value) - x); };
        if (best < 0 || off(i) < off(static_cast<std::size_t>(best))) best = static_cast<int>(i);
    }
    return best;
}

QString RangeBand::value_text(double value) const {
    const FixNumber& n = candidate()->range->number;
    return QString::fromStdString(n.length() ? length_text(*session_.recording(), value) : figure(value));
}

QString RangeBand::text_of_point(int point) const {
    const Candidate& c = *candidate();
    const RangePoint& p = c.range->points[static_cast<std::size_t>(point)];
    return QString("%1: %2").arg(value_text(p.value), QString::fromStdString(p.verdict));
}

void RangeBand::take(int point) {
    const Candidate* c = candidate();
    if (!c || point < 0) return;
    const FixNumber& n = c->range->number;
    const double value = c->range->points[static_cast<std::size_t>(point)].value;
    Fix fix = with_number(c->fix, n, value);
    const QString as = tr(" · %1 %2").arg(QString::fromStdString(n.name), value_text(value));
    fix.name += as.toStdString();
    session_.add_candidate(fix);
}

void RangeBand::mouseReleaseEvent(QMouseEvent* e) {
    if (e->button() == Qt::LeftButton && rect().contains(e->position().toPoint()))
        take(point_at(e->position().x()));
}

void RangeBand::keyPressEvent(QKeyEvent* e) {
    const Candidate* c = candidate();
    const int count = c ? static_cast<int>(c->range->points.size()) : 0;
    const int way = e->key() == Qt::Key_Right ? 1 : e->key() == Qt::Key_Left ? -1 : 0;
    if (way != 0 && count > 0) {
        chosen_ = std::clamp(chosen_ + way, 0, count - 1);
        setAccessibleDescription(text_of_point(chosen_));
        return update();
    }
    if ((e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) && chosen_ >= 0) return take(chosen_);
    QWidget::keyPressEvent(e);
}

bool RangeBand::event(QEvent* e) {
    if (e->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(e);
        if (const int point = point_at(help->pos().x()); point >= 0)
            QToolTip::showText(help->globalPos(), plain_tip(text_of_point(point)), this);
        return true;
    }
    return QWidget::event(e);
}

/// What works is a full band; values that were tried are ticks: full where they work, hollow where they fail,
/// dotted where nobody can tell.
void RangeBand::paintEvent(QPaintEvent*) {
    const Candidate* c = candidate();
    if (!c) return;
    const Theme& th = Theme::current();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF band(side, top, width() - 2.0 * side, tall);
    p.setPen(QPen(th.rule, 1)), p.setBrush(th.paper), p.drawRect(band);
    const auto& points = c->range->points;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const bool joined = i + 1 < points.size() && points[i].outcome == RangePoint::Works &&
                            points[i + 1].outcome == RangePoint::Works;
        if (joined)
            p.fillRect(QRectF(QPointF(x_of(points[i].value), top + 1),
                              QPointF(x_of(points[i + 1].value), top + tall - 1)),
                       th.tint(th.moving, 0.55));
    }
    for (std::size_t i = 0; i < points.size(); ++i) {
        const double x = x_of(points[i].value);
        const bool works = points[i].outcome == RangePoint::Works;
        QPen pen(works ? th.moving : th.soft, static_cast<int>(i) == chosen_ && hasFocus() ? 3.0
                                              : works                                      ? 2.0
                                                                                           : 1.0);
        if (points[i].outcome == RangePoint::Unclear) pen.setStyle(Qt::DotLine);
        p.setPen(pen);
        p.drawLine(QPointF(x, works ? top : top + tall * 0.5), QPointF(x, top + tall));
    }
    // The value that the fix has.
    const double at = x_of(c->range->number.value);
    p.setPen(Qt::NoPen), p.setBrush(th.candidate);
    p.drawPolygon(QPolygonF({QPointF(at - 4, 0), QPointF(at + 4, 0), QPointF(at, 7)}));
    p.setPen(th.soft), p.setFont(type(11));
    const QRectF below(side, top + tall + 1, band.width(), height() - top - tall - 1);
    p.drawText(below, Qt::AlignLeft | Qt::AlignTop, value_text(c->from));
    p.drawText(below, Qt::AlignRight | Qt::AlignTop, value_text(c->to));
    if (hasFocus())
        p.setPen(QPen(th.ink, 1)), p.setBrush(Qt::NoBrush),
            p.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
}

} // namespace oddbounce
