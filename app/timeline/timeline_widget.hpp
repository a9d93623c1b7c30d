// SPDX-License-Identifier: GPL-3.0-or-later
// The timeline: a lane an encounter, findings on top, events and rays, a plot on the same ruler.
#pragma once

#include "access/spoken.hpp"
#include "timeline/lanes.hpp"

#include <QWidget>

class QScrollBar;

namespace oddbounce {

class TimelineWidget : public QWidget, public Spoken {
    Q_OBJECT
  public:
    explicit TimelineWidget(Session& session, QWidget* parent = nullptr);
    QString spoken() const override;
    void plot(const QString& what); ///< "speed", "gap", "closing"
    const Ruler& ruler() const { return ruler_; }
    const Plot& plotted() const { return plot_; }

  protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;

  private:
    void refresh();
    void refresh_plot();
    QString plot_title() const;
    void go_on_plotting();
    void take_in();
    void show_moment();
    void grow();
    void go_to(const QPointF& pixel, bool sixteenths);
    void refresh_scroll();
    std::size_t first_lane() const;
    std::size_t visible_lanes() const;
    void paint_ruler(QPainter& p);
    void paint_findings(QPainter& p, double y);
    void paint_lane(QPainter& p, const Lane& lane, double y);
    void paint_rays(QPainter& p, double y);
    void paint_events(QPainter& p, double y);
    void paint_notes(QPainter& p, double y);
    /// The note whose mark is at this pixel of the notes' row; -1: none.
    int note_at(const QPointF& pixel) const;
    double notes_top() const;
    void paint_plot(QPainter& p, const QRectF& area);
    void label(QPainter& p, double y, const QString& text) const;
    std::pair<std::size_t, std::size_t> visible() const;

    Session& session_;
    Ruler ruler_;
    std::vector<Lane> lanes_;
    QScrollBar* scroll_;   ///< through the lanes, where not all fit
    std::size_t fits_ = 1; ///< lanes
    Plot plot_;
    PlotQuery plotted_;
    Background plot_work_;
    QString what_ = "speed";
    QPointF last_;
    QElapsedTimer lanes_age_; ///< of a recording that grows
    bool rays_ = false, events_ = false;
};

} // namespace oddbounce
