// SPDX-License-Identifier: GPL-3.0-or-later
// Seven small frames round the moment, same crop, same scale: what changes is seen at once.
#pragma once

#include "session/session.hpp"
#include "view/mapping.hpp"

#include <QWidget>

namespace oddbounce {

class StripWidget : public QWidget {
    Q_OBJECT
  public:
    explicit StripWidget(Session& session, QWidget* parent = nullptr);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;

  private:
    static constexpr int count = 7;
    QRectF cell(int i) const;
    Mapping look(const QRectF& area) const;
    void paint(QPainter& p) const;

    Session& session_;
};

} // namespace oddbounce
