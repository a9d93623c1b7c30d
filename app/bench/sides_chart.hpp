// SPDX-License-Identifier: GPL-3.0-or-later
// From which sides a fault still shows: an arrow for each way on which the body comes to what it met.
#pragma once

#include "session/session.hpp"

#include <QWidget>

namespace oddbounce {

/// Of the chosen candidate. A click, or an arrow key and Enter, shows the courses from that side.
class SidesChart : public QWidget {
    Q_OBJECT
  public:
    explicit SidesChart(Session& session, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {220, 150}; }
    /// Where the arrow of a side begins.
    QPointF tail_of(std::size_t side) const;
    /// The side whose arrow begins near a place; none: there is none.
    std::optional<std::size_t> side_at(const QPointF& place) const;

  protected:
    void paintEvent(QPaintEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

  private:
    const Candidate* candidate() const; ///< null: it was not tried from all sides
    QPointF head_of(std::size_t side) const;
    QPointF on_screen(const Vec3& way) const;
    QRectF middle() const;
    QRectF drawing() const; ///< below the sentence, above the key
    QString said() const;
    void take(std::size_t side);

    Session& session_;
    std::size_t chosen_ = 0;
};

} // namespace oddbounce
