// SPDX-License-Identifier: GPL-3.0-or-later
#include "theme/elided_label.hpp"

#include "theme/theme.hpp"

namespace oddbounce {

ElidedLabel::ElidedLabel(QWidget* parent) : QLabel(parent) {
    setTextFormat(Qt::PlainText);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Preferred);
}

void ElidedLabel::set_text(const QString& text) {
    whole_ = text;
    setAccessibleName(text);
    updateGeometry(), elide();
}

QSize ElidedLabel::sizeHint() const {
    return {fontMetrics().horizontalAdvance(whole_) + 4, QLabel::sizeHint().height()};
}

void ElidedLabel::resizeEvent(QResizeEvent*) { elide(); }

void ElidedLabel::elide() {
    const QString shown = fontMetrics().elidedText(whole_, Qt::ElideRight, width());
    setText(shown);
    setToolTip(shown == whole_ ? QString() : plain_tip(whole_));
}

} // namespace oddbounce
