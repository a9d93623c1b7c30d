// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/sides_chart.hpp"

#include "theme/theme.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace oddbounce {

namespace {

constexpr double mark = 5.0;  // half of the size of a mark, pixels
constexpr double apart = 9.0; // the straight arrow from the mirrored one, from the middle between them

bool judged(const Side& s) { return s.outcome == Side::Judged; }

} // namespace

SidesChart::SidesChart(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setMinimumSize(170, 110), setFocusPolicy(Qt::StrongFocus), setCursor(Qt::PointingHandCursor);
    setAccessibleName(tr("sides from which the fault shows"));
    connect(&session_, &Session::candidates_changed, this, [this] {
        const Candidate* c = candidate();
        if (!c || chosen_ >= c->sides->sides.size()) chosen_ = 0;
        setAccessibleDescription(c ? QString::fromStdString(text_of(*c->sides, *session_.recording()))
                                   : QString());
        update();
    });
}

const Candidate* SidesChart::candidate() const {
    const auto i = static_cast<std::size_t>(session_.candidate());
    if (session_.candidate() < 0 || i >= session_.candidates().size()) return nullptr;
    const Candidate& c = session_.candidates()[i];
    return c.sides && session_.recording() ? &c : nullptr;
}

/// Up is up; in space what leads to the front goes aslant.
QPointF SidesChart::on_screen(const Vec3& way) const {
    const Directions d = directions(*session_.recording());
    const Vec3 front = glm::cross(d.right(), d.up());
    constexpr double aslant = 0.72;
    const double f = d.space() == 3 ? glm::dot(way, front) * aslant : 0.0;
    return {glm::dot(way, d.right()) - f, -glm::dot(way, d.up()) + f};
}

QString SidesChart::said() const {
    const Candidate& c = *candidate();
    if (!c.shown_side) return QString::fromStdString(sides_line(*c.sides));
    const Side& shown = c.sides->sides[*c.shown_side];
    return tr("shown: %1").arg(QString::fromStdString(side_name(shown, directions(*session_.recording()))));
}

QRectF SidesChart::drawing() const {
    const QFontMetricsF metrics(type(12));
    const double head =
        metrics.boundingRect(QRectF(8, 0, width() - 16.0, height()), Qt::TextWordWrap, said()).height();
    return {0.0, head + 4.0, static_cast<double>(width()), height() - head - metrics.height() - 8.0};
}

QRectF SidesChart::middle() const {
    const QRectF in = drawing();
    const double size = std::clamp(0.3 * std::min(in.width(), in.height()), 14.0, 60.0);
    return {in.center().x() - 0.5 * size, in.center().y() - 0.5 * size, size, size};
}

QPointF SidesChart::head_of(std::size_t i) const {
    const Side& s = candidate()->sides->sides[i];
    const QPointF out = on_screen(s.from), along(-out.y(), out.x());
    return middle().center() + out * (0.5 * middle().width() + 3.0) + along * (s.mirrored ? apart : -apart);
}

QPointF SidesChart::tail_of(std::size_t i) const {
    const Side& s = candidate()->sides->sides[i];
    const QRectF in = drawing();
    const double room = 0.5 * (std::min(in.width(), in.height()) - middle().width()) - mark;
    const double spread = session_.recording()->header.space == 3 ? 0.0 : 0.35; // there are more of them
    const QPointF out = on_screen(s.from), along(-out.y(), out.x());
    return head_of(i) + out * std::max(14.0, room - 4.0) + along * (s.mirrored ? spread : -spread) * room;
}

std::optional<std::size_t> SidesChart::side_at(const QPointF& place) const {
    constexpr double near = 12.0; // pixels
    const Candidate* c = candidate();
    std::optional<std::size_t> best;
    double least = near;
    for (std::size_t i = 0; c && i < c->sides->sides.size(); ++i) {
        const QPointF from = tail_of(i), to = head_of(i), way = to - from;
        const double t =
            std::clamp(QPointF::dotProduct(place - from, way) / QPointF::dotProduct(way, way), 0.0, 1.0);
        const QPointF off = place - (from + way * t);
        if (const double d = std::hypot(off.x(), off.y()); d < least) least = d, best = i;
    }
    return best;
}

void SidesChart::take(std::size_t side) {
    const Candidate* c = candidate();
    if (!c || side >= c->sides->sides.size() || !judged(c->sides->sides[side])) return;
    chosen_ = side;
    const bool shown = c->shown_side == side;
    session_.show_side(session_.candidate(), shown ? std::nullopt : std::optional(side));
}

void SidesChart::mouseReleaseEvent(QMouseEvent* e) {
    if (e->button() != Qt::LeftButton) return;
    if (const auto side = side_at(e->position())) take(*side);
}

void SidesChart::keyPressEvent(QKeyEvent* e) {
    const Candidate* c = candidate();
    const int way = e->key() == Qt::Key_Right ? 1 : e->key() == Qt::Key_Left ? -1 : 0;
    if (c && !c->sides->sides.empty() && way != 0) {
        const std::size_t all = c->sides->sides.size();
        chosen_ = (chosen_ + all + static_cast<std::size_t>(way + 1) - 1) % all;
        return update();
    }
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) return take(chosen_);
    QWidget::keyPressEvent(e);
}

/// A cross: it still fails. A ring: it failed without the fix. A dot: it fails in neither. Dashed: not known.
void SidesChart::paintEvent(QPaintEvent*) {
    const Theme& th = Theme::current();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(type(12)), p.setPen(th.soft);
    const Candidate* c = candidate();
    if (!c || !c->sides->unknown.empty()) {
        p.drawText(rect().adjusted(12, 0, -12, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   c ? QString::fromStdString(sides_line(*c->sides))
                     : tr("Ask from which sides the fault shows: each way to the obstacle is drawn here."));
        return;
    }
    const double line = p.fontMetrics().height() + 3.0;
    const Sides& sides = *c->sides;
    p.setPen(th.ink);
    p.drawText(QRectF(8, 0, width() - 16.0, height()), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap,
               said());
    p.setPen(QPen(th.fixed, 1.4)), p.setBrush(th.tint(th.fixed, 0.12)), p.drawRect(middle());
    for (std::size_t i = 0; i < sides.sides.size(); ++i) {
        const Side& s = sides.sides[i];
        const bool fails = judged(s) && !s.with.empty(), failed = judged(s) && !s.without.empty();
        const QColor color = fails ? th.finding : failed ? th.candidate : th.soft;
        const QPointF from = tail_of(i), to = head_of(i),
                      way = (to - from) / std::hypot(to.x() - from.x(), to.y() - from.y()),
                      aside(-way.y(), way.x());
        const bool shown = c->shown_side == i;
        p.setPen(QPen(color, shown ? 2.4 : 1.4, judged(s) ? Qt::SolidLine : Qt::DashLine));
        p.setBrush(Qt::NoBrush);
        p.drawLine(from + way * (mark + 2.0), to);
        p.drawPolyline(QPolygonF{to - way * 6.0 + aside * 3.5, to, to - way * 6.0 - aside * 3.5});
        if (!judged(s)) continue;
        if (fails) {
            p.drawLine(from - QPointF(mark, mark), from + QPointF(mark, mark));
            p.drawLine(from - QPointF(mark, -mark), from + QPointF(mark, -mark));
        } else {
            if (!failed) p.setBrush(color);
            p.drawEllipse(from, failed ? mark : 2.5, failed ? mark : 2.5);
        }
        if (hasFocus() && i == chosen_) {
            p.setPen(QPen(th.ink, 1)), p.setBrush(Qt::NoBrush);
            p.drawEllipse(from, mark + 4.0, mark + 4.0);
        }
    }
    p.setPen(th.soft), p.setFont(type(11));
    p.drawText(QRectF(4, height() - line, width() - 8.0, line), Qt::AlignCenter,
               p.fontMetrics().elidedText(tr("× still fails · ○ fixed · ● right"), Qt::ElideRight,
                                          width() - 8));
    if (hasFocus()) p.setPen(QPen(th.ink, 1)), p.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
}

} // namespace oddbounce
