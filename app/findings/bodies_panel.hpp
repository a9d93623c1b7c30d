// SPDX-License-Identifier: GPL-3.0-or-later
// The bodies of the recording: show, hide, single out, and ask what stops the chosen one.
#pragma once

#include "session/session.hpp"

#include <QPushButton>
#include <QWidget>

namespace oddbounce {

class BodiesPanel : public QWidget {
    Q_OBJECT
  public:
    explicit BodiesPanel(Session& session, QWidget* parent = nullptr);

  protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    bool event(QEvent*) override;

  private:
    void show_chosen();
    std::vector<Slot> rows() const;
    Slot at(const QPointF& pixel) const;

    void paint_row(QPainter& p, Slot body, double y) const;
    QString what_it_is(Slot body, bool sensor) const;
    int head() const;

    Session& session_;
    QPushButton *alone_, *stops_;
    int scroll_ = 0;
};

} // namespace oddbounce
