// SPDX-License-Identifier: GPL-3.0-or-later
// Small parts of the window: text that gives way, a bar for errors, icons of the toolbar.
#pragma once

#include <QFrame>
#include <QIcon>
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

/// A sentence about what went wrong; it stays until it is dismissed or the next thing works.
class ErrorBar : public QFrame {
    Q_OBJECT
  public:
    explicit ErrorBar(QWidget* parent = nullptr);
    void show_error(const QString& sentence);
    QString sentence() const { return text_->text(); }

  private:
    QLabel* text_;
};

enum class Sign { Play, Pause, Back, On, First, Last, Ghosts, Loupe, Measure, Theme };
/// Drawn in the theme's ink.
QIcon icon_of(Sign sign);

} // namespace oddbounce
