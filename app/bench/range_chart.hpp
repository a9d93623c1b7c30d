// SPDX-License-Identifier: GPL-3.0-or-later
// Which values of a number work, and what each of them leaves and breaks: a column a value.
#pragma once

#include "fixes/range_band.hpp"

namespace oddbounce {

/// Of the chosen candidate's range, or map of two numbers. A click on a value, or a cell, makes it a
/// candidate of its own.
class RangeChart : public RangeBand {
    Q_OBJECT
  public:
    explicit RangeChart(Session& session, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {360, 150}; }

    /// The cell of the map at a place; -1: there is none.
    int cell_at(const QPointF& pixel) const;
    void take_cell(int cell);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    bool event(QEvent*) override;

  private:
    const RangeMap* map() const;
    QRectF grid() const;
    QRectF box_of(int cell) const;
    QString text_of(const FixNumber& number, double value) const;
    void paint_map(QPainter& p) const;
};

} // namespace oddbounce
