// SPDX-License-Identifier: GPL-3.0-or-later
#include "window/parts.hpp"

#include "theme/theme.hpp"

#include <QHBoxLayout>
#include <QPainter>
#include <QPainterPath>
#include <QToolButton>

namespace oddbounce {

ErrorBar::ErrorBar(QWidget* parent) : QFrame(parent) {
    setObjectName("error");
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(14, 6, 8, 6);
    text_ = new QLabel;
    text_->setTextFormat(Qt::PlainText), text_->setWordWrap(true);
    text_->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    auto* close = new QToolButton;
    close->setText(tr("Dismiss"));
    connect(close, &QToolButton::clicked, this, &QWidget::hide);
    row->addWidget(text_, 1), row->addWidget(close);
    hide();
}

void ErrorBar::show_error(const QString& sentence) {
    text_->setText(sentence);
    text_->setAccessibleName(tr("error: %1").arg(sentence));
    setVisible(!sentence.isEmpty());
}

namespace {

QPolygonF triangle(double tip, double base) { return {{tip, 9.0}, {base, 3.5}, {base, 14.5}}; }

void draw(QPainter& p, Sign sign, const QColor& ink) {
    p.setPen(QPen(ink, 1.5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin)), p.setBrush(ink);
    switch (sign) {
    case Sign::Play:
        p.drawPolygon(triangle(14.5, 5.0));
        break;
    case Sign::Pause:
        p.drawRect(QRectF(5, 4, 2.4, 10)), p.drawRect(QRectF(10.6, 4, 2.4, 10));
        break;
    case Sign::Back:
        p.drawPolygon(triangle(5.0, 12.0));
        break;
    case Sign::On:
        p.drawPolygon(triangle(13.0, 6.0));
        break;
    case Sign::First:
        p.drawLine(QPointF(4, 4), QPointF(4, 14)), p.drawPolygon(triangle(6.5, 14.0));
        break;
    case Sign::Last:
        p.drawLine(QPointF(14, 4), QPointF(14, 14)), p.drawPolygon(triangle(11.5, 4.0));
        break;
    case Sign::Ghosts: // an outline and where it was before
        p.setBrush(Qt::NoBrush), p.drawEllipse(QPointF(12, 9), 4.2, 4.2);
        p.setPen(QPen(ink, 1.0, Qt::DotLine)), p.drawEllipse(QPointF(7.5, 9), 4.2, 4.2);
        break;
    case Sign::Loupe:
        p.setBrush(Qt::NoBrush), p.drawRoundedRect(QRectF(3, 3, 9, 9), 2, 2);
        p.drawLine(QPointF(12, 12), QPointF(15.5, 15.5));
        break;
    case Sign::Measure: // a length between two ticks
        p.drawLine(QPointF(3.5, 14), QPointF(14.5, 5)), p.drawLine(QPointF(2, 12), QPointF(5, 16)),
            p.drawLine(QPointF(13, 3), QPointF(16, 7));
        break;
    case Sign::Theme: {
        p.setBrush(Qt::NoBrush), p.drawEllipse(QPointF(9, 9), 5.6, 5.6);
        QPainterPath half;
        half.moveTo(9, 3.4), half.arcTo(QRectF(3.4, 3.4, 11.2, 11.2), 90, -180), half.closeSubpath();
        p.fillPath(half, ink);
        break;
    }
    }
}

} // namespace

QIcon icon_of(Sign sign) {
    constexpr int size = 18;
    QIcon icon;
    for (const int fine : {1, 2, 3}) {
        QPixmap pixmap(size * fine, size * fine);
        pixmap.setDevicePixelRatio(fine);
        pixmap.fill(Qt::transparent);
        QPainter p(&pixmap);
        p.setRenderHint(QPainter::Antialiasing);
        draw(p, sign, Theme::current().ink);
        p.end();
        icon.addPixmap(pixmap);
    }
    return icon;
}

} // namespace oddbounce
