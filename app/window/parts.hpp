// SPDX-License-Identifier: GPL-3.0-or-later
// Small parts of the window: a bar for errors, icons of the toolbar.
#pragma once

#include "theme/elided_label.hpp"

#include <QFrame>
#include <QIcon>
#include <QLabel>

namespace oddbounce {

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
