// SPDX-License-Identifier: GPL-3.0-or-later
// A line of text that is cut off with an ellipsis where there is no room for it, and then has a tool tip.
#pragma once

#include <QLabel>

namespace oddbounce {

/// One line that is shortened where there is no room, with the whole in its tooltip. Never rich text.
class ElidedLabel : public QLabel {
    Q_OBJECT
  public:
    explicit ElidedLabel(QWidget* parent = nullptr);
    void set_text(const QString& text);
    QString whole() const { return whole_; }
    QSize minimumSizeHint() const override { return {24, QLabel::minimumSizeHint().height()}; }
    QSize sizeHint() const override;

  protected:
    void resizeEvent(QResizeEvent*) override;

  private:
    void elide();
    QString whole_;
};

} // namespace oddbounce
