// SPDX-License-Identifier: GPL-3.0-or-later
// Seven small frames round the moment, same crop, same scale: what changes is seen at once.
#pragma once

#include "access/spoken.hpp"
#include "session/session.hpp"

#include <QWidget>

namespace oddbounce {

class StripWidget : public QWidget, public Spoken {
    Q_OBJECT
  public:
    explicit StripWidget(Session& session, QWidget* parent = nullptr);
    QString spoken() const override;

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;

  private:
    Session& session_;
};

/// The strip of the moment, within `area`.
void paint_strip(QPainter& p, const Session& session, const QRectF& area);

} // namespace oddbounce
