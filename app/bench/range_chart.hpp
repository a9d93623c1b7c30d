// SPDX-License-Identifier: GPL-3.0-or-later
// Which values of a number work, and what each of them leaves and breaks: a column a value.
#pragma once

#include "fixes/range_band.hpp"

namespace oddbounce {

/// Of the chosen candidate's range. A click on a value makes it a candidate of its own.
class RangeChart : public RangeBand {
    Q_OBJECT
  public:
    explicit RangeChart(Session& session, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {360, 150}; }

  protected:
    void paintEvent(QPaintEvent*) override;
};

} // namespace oddbounce
