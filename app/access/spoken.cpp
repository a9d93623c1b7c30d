// SPDX-License-Identifier: GPL-3.0-or-later
#include "access/spoken.hpp"

#include "theme/theme.hpp"

#include <QAccessibleWidget>
#include <QPainter>

namespace oddbounce {

namespace {

class SpokenPart : public QAccessibleWidget {
  public:
    SpokenPart(QWidget* widget, const Spoken& part) : QAccessibleWidget(widget, part.role()), part_(part) {}
    QString text(QAccessible::Text which) const override {
        return which == QAccessible::Value ? part_.spoken() : QAccessibleWidget::text(which);
    }

  private:
    const Spoken& part_; // lives as long as the widget
};

QAccessibleInterface* interface_of(const QString&, QObject* object) {
    auto* widget = qobject_cast<QWidget*>(object);
    const auto* part = dynamic_cast<const Spoken*>(widget);
    return part ? new SpokenPart(widget, *part) : nullptr;
}

} // namespace

void Spoken::tell(QWidget* part) {
    part->update();
    if (!part->hasFocus() || !QAccessible::isActive()) return;
    QAccessibleValueChangeEvent event(part, dynamic_cast<const Spoken*>(part)->spoken());
    QAccessible::updateAccessibility(&event);
}

void Spoken::paint_focus(QWidget* part) {
    if (!part->hasFocus()) return;
    QPainter p(part);
    p.setPen(QPen(Theme::current().soft, 1.0));
    p.drawRect(part->rect().adjusted(0, 0, -1, -1));
}

void answer_screen_readers() {
    static const bool once = (QAccessible::installFactory(interface_of), true);
    Q_UNUSED(once);
}

} // namespace oddbounce
