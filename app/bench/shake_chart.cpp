// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/shake_chart.hpp"

#include "fault/account_text.hpp"
#include "theme/theme.hpp"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <array>
#include <numbers>

namespace oddbounce {

namespace {

double value_of(const ShakenStart& s, ShakeChart::Trait trait) {
    switch (trait) {
    case ShakeChart::Trait::Phase:
        return s.phase;
    case ShakeChart::Trait::Aside:
        return s.aside;
    case ShakeChart::Trait::Faster:
        return s.faster;
    default:
        return s.turned;
    }
}

/// The largest value on either side.
double span_of(const Shake& s, ShakeChart::Trait trait) {
    double out = 1e-9;
    for (const ShakenStart& one : s.starts) out = std::max(out, std::abs(value_of(one, trait)));
    return out;
}

constexpr double side = 36.0;

} // namespace

ShakeChart::ShakeChart(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setMinimumHeight(110), setFocusPolicy(Qt::StrongFocus), setCursor(Qt::PointingHandCursor);
    setAccessibleName(tr("share of starts that fail"));
    setToolTip(tr("hollow: without · full: with the fix"));
    connect(&session_, &Session::candidates_changed, this, [this] {
        const Candidate* c = candidate();
        setAccessibleDescription(c ? QString::fromStdString(shake_line(*c->shake)) : QString());
        update();
    });
}

void ShakeChart::set_trait(Trait trait) { trait_ = trait, chosen_ = -1, update(); }

const Candidate* ShakeChart::candidate() const {
    const auto i = static_cast<std::size_t>(session_.candidate());
    if (session_.candidate() < 0 || i >= session_.candidates().size()) return nullptr;
    const Candidate& c = session_.candidates()[i];
    return c.shake && !c.shake->starts.empty() ? &c : nullptr;
}

int ShakeChart::column_of(const ShakenStart& s) const {
    const double span = span_of(*candidate()->shake, trait_);
    return std::clamp(static_cast<int>((value_of(s, trait_) / span + 1.0) / 2.0 * columns), 0, columns - 1);
}

int ShakeChart::column_at(double x) const {
    const int column = static_cast<int>(std::floor((x - side) / (width() - 2.0 * side) * columns));
    return column < 0 || column >= columns ? -1 : column;
}

std::optional<std::size_t> ShakeChart::start_in(int column) const {
    const Candidate* c = candidate();
    std::optional<std::size_t> best;
    int rank = -1;
    for (std::size_t i = 0; c && i < c->shake->starts.size(); ++i) {
        const ShakenStart& s = c->shake->starts[i];
        const int is = s.fails_with ? 2 : s.fails_without ? 1 : 0;
        if (column_of(s) == column && is > rank) rank = is, best = i;
    }
    return best;
}

void ShakeChart::take(int column) {
    const Candidate* c = candidate();
    if (!c || column < 0) return;
    chosen_ = column;
    const std::optional<std::size_t> start = start_in(column);
    session_.show_start(session_.candidate(), c->shown_start == start ? std::nullopt : start);
}

void ShakeChart::mouseReleaseEvent(QMouseEvent* e) {
    if (e->button() == Qt::LeftButton && rect().contains(e->position().toPoint()))
        take(column_at(e->position().x()));
}

void ShakeChart::keyPressEvent(QKeyEvent* e) {
    const int way = e->key() == Qt::Key_Right ? 1 : e->key() == Qt::Key_Left ? -1 : 0;
    if (way != 0) {
        chosen_ = std::clamp(chosen_ + way, 0, columns - 1);
        return update();
    }
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) return take(chosen_);
    QWidget::keyPressEvent(e);
}

QString ShakeChart::ends(bool most) const {
    const double span = span_of(*candidate()->shake, trait_) * (most ? 1.0 : -1.0);
    const auto signed_figure = [](double value) {
        return QString(value < 0.0 ? "−" : "+") + QString::fromStdString(figure(std::abs(value)));
    };
    switch (trait_) {
    case Trait::Phase:
        return tr("%1 step").arg(signed_figure(span));
    case Trait::Aside:
        return signed_figure(span) + ' ' + QString::fromStdString(session_.recording()->header.unit);
    case Trait::Faster:
        return signed_figure(100.0 * span) + " %";
    default:
        return signed_figure(span * 180.0 / std::numbers::pi) + "°";
    }
}

/// A column for like starts: hollow what fails without the fix, full what fails with it.
void ShakeChart::paintEvent(QPaintEvent*) {
    const Theme& th = Theme::current();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(type(12)), p.setPen(th.soft);
    const Candidate* c = candidate();
    if (!c) {
        p.drawText(rect().adjusted(16, 0, -16, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Ask how safe the fix is: from which starts the fault still shows is drawn here."));
        return;
    }
    struct Column {
        std::size_t tried = 0, without = 0, with = 0;
    };
    std::array<Column, columns> all;
    for (const ShakenStart& s : c->shake->starts) {
        Column& one = all[static_cast<std::size_t>(column_of(s))];
        ++one.tried, one.without += s.fails_without, one.with += s.fails_with;
    }
    QString said = QString::fromStdString(shake_line(*c->shake));
    if (c->shown_start) {
        const ShakenStart& s = c->shake->starts[*c->shown_start];
        said = tr("start %1 is shown: it %2 without the fix, and %3 with it")
                   .arg(*c->shown_start + 1)
                   .arg(s.fails_without ? tr("fails") : tr("does not fail"),
                        s.fails_with ? tr("fails") : tr("does not fail"));
    }
    const QRectF head(8, 0, width() - 16.0, height());
    const double said_height = p.boundingRect(head, Qt::TextWordWrap, said).height();
    const double line = fontMetrics().height() + 3.0, top = said_height + 9.0, low = height() - line - 4.0,
                 wide = (width() - 2.0 * side) / columns;
    p.setPen(QPen(th.rule, 1));
    for (const double share : {0.0, 0.5, 1.0}) {
        const double y = low - (low - top) * share;
        p.drawLine(QPointF(side, y), QPointF(width() - side, y));
    }
    p.setPen(th.soft), p.setFont(type(11));
    p.drawText(QRectF(0, top - line / 2, side - 4, line), Qt::AlignRight | Qt::AlignVCenter, "100 %");
    p.drawText(QRectF(0, low - line / 2, side - 4, line), Qt::AlignRight | Qt::AlignVCenter, "0 %");
    for (int i = 0; i < columns; ++i) {
        const Column& one = all[static_cast<std::size_t>(i)];
        if (one.tried == 0) continue;
        const double x = side + wide * i, tried = static_cast<double>(one.tried);
        const auto bar = [&](std::size_t fails, double inset) {
            const double tall = (low - top) * static_cast<double>(fails) / tried;
            return QRectF(x + inset, low - tall, wide - 2.0 * inset, tall);
        };
        p.setPen(QPen(th.soft, 1.2)), p.setBrush(Qt::NoBrush);
        if (one.without > 0) p.drawRect(bar(one.without, 1.5));
        p.setPen(Qt::NoPen), p.setBrush(th.candidate);
        if (one.with > 0) p.drawRect(bar(one.with, 4.0));
        if (i == chosen_) {
            p.setPen(QPen(th.ink, hasFocus() ? 1.6 : 1.0)), p.setBrush(Qt::NoBrush);
            p.drawRect(QRectF(x, top - 2, wide, low - top + 4));
        }
    }
    p.setFont(type(12)), p.setPen(th.ink);
    p.drawText(head, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, said);
    p.setPen(th.soft), p.setFont(type(11));
    const QRectF below(side, height() - line, width() - 2.0 * side, line);
    p.drawText(below, Qt::AlignLeft | Qt::AlignVCenter, ends(false));
    p.drawText(below, Qt::AlignRight | Qt::AlignVCenter, ends(true));
    const QString key = tr("hollow: without · full: with the fix");
    const auto wide_of = [&](const QString& text) { return p.fontMetrics().horizontalAdvance(text); };
    if (wide_of(ends(false)) + wide_of(key) + wide_of(ends(true)) + 24 < below.width())
        p.drawText(below, Qt::AlignHCenter | Qt::AlignVCenter, key);
    if (hasFocus()) p.setPen(QPen(th.ink, 1)), p.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
}

} // namespace oddbounce
