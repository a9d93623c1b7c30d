// SPDX-License-Identifier: GPL-3.0-or-later
// Words and figures for the same frame: the finding's account above, numbers of this moment below.
#pragma once

#include "session/session.hpp"

#include <QWidget>

namespace oddbounce {

struct NumberRow {
    QString name, value;
    QString plots; ///< what a click plots: "speed", "gap", "closing"; empty for nothing
};
/// Figures of the finding's pair, or of the chosen body, at this moment.
std::vector<NumberRow> numbers_at(const Session& session);

class AccountPanel : public QWidget {
    Q_OBJECT
  public:
    explicit AccountPanel(Session& session, QWidget* parent = nullptr);

  signals:
    void wants_plot(const QString& what);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;

  private:
    struct Spot {
        QRectF where;
        double moment = -1.0;
        QString plots;
    };
    double sentence_moment(const Sentence& s) const;
    int current_sentence(const Finding& f) const;
    double paint_account(QPainter& p, double y, double bottom);
    double paint_numbers(QPainter& p, double y);

    Session& session_;
    std::vector<Spot> spots_;
    double scroll_ = 0.0, overflow_ = 0.0;
};

} // namespace oddbounce
