// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/range_chart.hpp"

#include "fault/account_text.hpp"
#include "theme/theme.hpp"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace oddbounce {

RangeChart::RangeChart(Session& session, QWidget* parent) : RangeBand(session, session.candidate(), parent) {
    setMinimumHeight(110);
    setAccessibleName(tr("what each value does"));
    connect(&session_, &Session::candidates_changed, this, [this] {
        index_ = session_.candidate(), chosen_ = -1;
        const Candidate* c = candidate();
        setAccessibleDescription(c ? QString::fromStdString(works_line(*c->range, *session_.recording()))
                                   : QString());
        update();
    });
}

const RangeMap* RangeChart::map() const {
    const auto i = static_cast<std::size_t>(index_);
    if (index_ < 0 || i >= session_.candidates().size()) return nullptr;
    const std::optional<RangeMap>& map = session_.candidates()[i].map;
    return map && !map->xs.empty() ? &*map : nullptr;
}

QRectF RangeChart::grid() const {
    const double line = fontMetrics().height() + 3.0;
    return {76.0, line + 4.0, width() - 92.0, height() - 2.0 * line - 8.0};
}

QRectF RangeChart::box_of(int cell) const {
    const RangeMap& m = *map();
    const QRectF all = grid();
    const double wide = all.width() / static_cast<double>(m.xs.size()),
                 tall = all.height() / static_cast<double>(m.ys.size());
    const auto columns = static_cast<int>(m.xs.size());
    return {all.left() + wide * (cell % columns), all.bottom() - tall * (cell / columns + 1), wide, tall};
}

int RangeChart::cell_at(const QPointF& pixel) const {
    const RangeMap* m = map();
    for (int i = 0; m && i < static_cast<int>(m->cells.size()); ++i)
        if (box_of(i).contains(pixel)) return i;
    return -1;
}

QString RangeChart::text_of(const FixNumber& n, double value) const {
    return QString::fromStdString(n.length() ? length_text(*session_.recording(), value) : figure(value));
}

void RangeChart::take_cell(int cell) {
    const RangeMap* m = map();
    if (!m || cell < 0) return;
    const double x = m->xs[static_cast<std::size_t>(cell) % m->xs.size()],
                 y = m->ys[static_cast<std::size_t>(cell) / m->xs.size()];
    const Fix& now = session_.candidates()[static_cast<std::size_t>(index_)].fix;
    Fix fix = with_number(with_number(now, m->across, x), m->up, y);
    fix.name = QString("%1 · %2 %3, %4 %5")
                   .arg(QString::fromStdString(now.name.substr(0, now.name.find(" \u00b7 "))),
                        QString::fromStdString(m->across.name), text_of(m->across, x),
                        QString::fromStdString(m->up.name), text_of(m->up, y))
                   .toStdString();
    session_.add_candidate(fix);
}

void RangeChart::mouseReleaseEvent(QMouseEvent* e) {
    if (!map()) return RangeBand::mouseReleaseEvent(e);
    if (e->button() == Qt::LeftButton) take_cell(cell_at(e->position()));
}

bool RangeChart::event(QEvent* e) {
    if (e->type() != QEvent::ToolTip || !map()) return RangeBand::event(e);
    auto* help = static_cast<QHelpEvent*>(e);
    if (const int cell = cell_at(help->pos()); cell >= 0)
        QToolTip::showText(
            help->globalPos(),
            plain_tip(QString::fromStdString(map()->cells[static_cast<std::size_t>(cell)].verdict)), this);
    return true;
}

/// A cell for each pair of values: full where it works, hollow where it fails, dotted where nobody can tell.
void RangeChart::paint_map(QPainter& p) const {
    const Theme& th = Theme::current();
    const RangeMap& m = *map();
    const double line = fontMetrics().height() + 3.0;
    for (int i = 0; i < static_cast<int>(m.cells.size()); ++i) {
        const RangePoint& cell = m.cells[static_cast<std::size_t>(i)];
        const QRectF box = box_of(i).adjusted(1, 1, -1, -1);
        const bool works = cell.outcome == RangePoint::Works;
        p.setPen(QPen(works ? th.moving : th.soft, 1,
                      cell.outcome == RangePoint::Unclear ? Qt::DotLine : Qt::SolidLine));
        p.setBrush(works ? QBrush(th.tint(th.moving, 0.55)) : QBrush(Qt::NoBrush));
        p.drawRect(box);
        if (cell.fresh > 0)
            p.setPen(Qt::NoPen), p.setBrush(th.finding), p.drawEllipse(box.center(), 3.0, 3.0);
    }
    const QRectF all = grid();
    p.setFont(type(12)), p.setPen(th.ink);
    const QString said = tr("%1 across, %2 up · full: works · hollow: fails · dot: new faults")
                             .arg(QString::fromStdString(m.across.name), QString::fromStdString(m.up.name));
    p.drawText(QRectF(8, 0, width() - 16.0, line), Qt::AlignLeft | Qt::AlignVCenter,
               p.fontMetrics().elidedText(said, Qt::ElideRight, width() - 16));
    p.setPen(th.soft), p.setFont(type(11));
    const QRectF below(all.left(), all.bottom() + 2, all.width(), line),
        left(0, all.top(), all.left() - 6, all.height());
    p.drawText(below, Qt::AlignLeft | Qt::AlignVCenter, text_of(m.across, m.xs.front()));
    p.drawText(below, Qt::AlignRight | Qt::AlignVCenter, text_of(m.across, m.xs.back()));
    p.drawText(left, Qt::AlignRight | Qt::AlignBottom, text_of(m.up, m.ys.front()));
    p.drawText(left, Qt::AlignRight | Qt::AlignTop, text_of(m.up, m.ys.back()));
    if (hasFocus())
        p.setPen(QPen(th.ink, 1)), p.setBrush(Qt::NoBrush),
            p.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
}

/// Above the line what a value fixes (full), leaves (hollow) and leaves open (dotted); below it new faults.
void RangeChart::paintEvent(QPaintEvent*) {
    const Theme& th = Theme::current();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(type(12)), p.setPen(th.soft);
    if (map()) return paint_map(p);
    const Candidate* c = candidate();
    if (!c) {
        p.drawText(rect().adjusted(16, 0, -16, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Ask which values of a number work: what each of them does is shown here."));
        return;
    }
    const Range& range = *c->range;
    std::size_t most_up = 1, most_down = 0;
    for (const RangePoint& v : range.points)
        most_up = std::max(most_up, v.fixed + v.left + v.unclear), most_down = std::max(most_down, v.fresh);
    const double line = fontMetrics().height() + 3.0, top = line + 8.0, low = height() - line - 4.0;
    const double one = (low - top) / static_cast<double>(most_up + most_down),
                 base = top + one * static_cast<double>(most_up);
    // What works, as a light stretch behind all.
    for (const Range::Works& w : range.works)
        p.fillRect(QRectF(QPointF(x_of(w.from) - 3, top - 4), QPointF(x_of(w.to) + 3, low)),
                   th.tint(th.moving, 0.14));
    p.setPen(QPen(th.rule, 1)), p.drawLine(QPointF(8, base), QPointF(width() - 8.0, base));
    for (std::size_t i = 0; i < range.points.size(); ++i) {
        const RangePoint& v = range.points[i];
        const double x = x_of(v.value), wide = static_cast<int>(i) == chosen_ && hasFocus() ? 9.0 : 6.0;
        double y = base;
        const auto stack = [&](std::size_t count, const QPen& pen, const QBrush& brush, double way) {
            if (count == 0) return;
            const double tall = one * static_cast<double>(count);
            p.setPen(pen), p.setBrush(brush);
            const double from = way < 0.0 ? y - tall : y;
            p.drawRect(QRectF(x - wide / 2, from + 0.5, wide, std::max(1.0, tall - 1.0)));
            y += way * tall;
        };
        stack(v.fixed, QPen(th.moving, 1), th.moving, -1.0);
        stack(v.left, QPen(th.soft, 1.2), Qt::NoBrush, -1.0);
        stack(v.unclear, QPen(th.soft, 1.2, Qt::DotLine), Qt::NoBrush, -1.0);
        y = base;
        stack(v.fresh, QPen(th.finding, 1), th.finding, 1.0);
    }
    const double at = x_of(range.number.value);
    p.setPen(Qt::NoPen), p.setBrush(th.candidate);
    p.drawPolygon(QPolygonF({QPointF(at - 5, top - 12), QPointF(at + 5, top - 12), QPointF(at, top - 4)}));
    p.setFont(type(12));
    p.setPen(th.ink);
    const QString said = QString::fromStdString(range.number.name) + ": " +
                         (c->seeking ? tr("%1 values tried…").arg(range.points.size())
                                     : QString::fromStdString(works_line(range, *session_.recording())));
    p.drawText(QRectF(8, 0, width() - 16.0, line), Qt::AlignLeft | Qt::AlignVCenter,
               p.fontMetrics().elidedText(said, Qt::ElideRight, width() - 16));
    p.setPen(th.soft), p.setFont(type(11));
    const QRectF below(8, height() - line, width() - 16.0, line);
    p.drawText(below, Qt::AlignLeft | Qt::AlignVCenter, value_text(c->from));
    p.drawText(below, Qt::AlignRight | Qt::AlignVCenter, value_text(c->to));
    p.drawText(below, Qt::AlignHCenter | Qt::AlignVCenter,
               most_down > 0 ? tr("full: fixed · hollow: left · below: new faults")
                             : tr("full: fixed · hollow: left · dotted: cannot tell"));
    if (hasFocus())
        p.setPen(QPen(th.ink, 1)), p.setBrush(Qt::NoBrush),
            p.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
}

} // namespace oddbounce
