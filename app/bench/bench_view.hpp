// SPDX-License-Identifier: GPL-3.0-or-later
// The same moment twice: as it was recorded, and as it is with the chosen candidate fix; beside each other or
// one over the other.
#pragma once

#include "access/spoken.hpp"
#include "view/picture.hpp"

#include <QWidget>

namespace oddbounce {

class BenchView : public QWidget, public Spoken {
    Q_OBJECT
  public:
    explicit BenchView(Session& session, QWidget* parent = nullptr);
    QString spoken() const override;
    bool overlaid() const { return overlaid_; }
    void set_overlaid(bool overlaid);
    /// Where the two sides look: the finding's surroundings.
    void look_at_finding();
    /// The moment at which a moved body is first elsewhere than recorded; none: it never is.
    std::optional<double> first_difference() const;

  protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseDoubleClickEvent(QMouseEvent*) override;

  private:
    enum class Side { Recorded, Fixed, Both };
    const Candidate* candidate() const;
    /// This moment of the recording as it is with the candidate, kept until either changes; null: its file is
    /// gone, as the session says.
    const Instant* fixed_instant() const;
    QRectF area_of(Side side) const;
    void paint_side(QPainter& p, Side side) const;
    QString numbers(const Recording& recording, const Instant& instant) const;
    QString title_of(Side side) const;

    Session& session_;
    Mapping mapping_;
    bool overlaid_ = false, looked_ = false;
    QPointF last_;
    mutable std::optional<Instant> fixed_;
    mutable std::shared_ptr<const Recording> fixed_of_;
    mutable double fixed_at_ = 0.0;
};

} // namespace oddbounce
