// SPDX-License-Identifier: GPL-3.0-or-later
// Which values of a number of a candidate work: a band over the values that were tried.
#pragma once

#include "session/session.hpp"

#include <QWidget>

namespace oddbounce {

/// A click on a value makes it a candidate of its own. Left and right choose a value, Enter takes it.
class RangeBand : public QWidget {
    Q_OBJECT
  public:
    RangeBand(Session& session, int candidate, QWidget* parent = nullptr);
    QSize sizeHint() const override;
    /// The tried value nearest to x; -1: none is tried yet.
    int point_at(double x) const;
    double x_of(double value) const;
    void take(int point);

  protected:
    void paintEvent(QPaintEvent*) override; ///< a band; a chart has more room
    void mouseReleaseEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool event(QEvent*) override;

    const Candidate* candidate() const; ///< null: there is no range of it
    QString text_of_point(int point) const;
    QString value_text(double value) const;

    Session& session_;
    int index_, chosen_ = -1;
};

} // namespace oddbounce
