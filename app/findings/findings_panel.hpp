// SPDX-License-Identifier: GPL-3.0-or-later
// The left side: findings above, bodies below.
#pragma once

#include "findings/findings_model.hpp"

#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QPushButton>

namespace oddbounce {

class FindingsPanel : public QWidget {
    Q_OBJECT
  public:
    explicit FindingsPanel(Session& session, QWidget* parent = nullptr);
    QLineEdit* filter_line() const { return filter_; }
    QListView* list() const { return list_; }

  private:
    void refresh();

    Session& session_;
    FindingsModel* model_;
    QListView* list_;
    QLineEdit* filter_;
    QLabel *count_, *note_;
    QPushButton* stop_;
};

class BodiesPanel : public QWidget {
    Q_OBJECT
  public:
    explicit BodiesPanel(Session& session, QWidget* parent = nullptr);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    bool event(QEvent*) override;

  private:
    void show_chosen();
    std::vector<Slot> rows() const;
    Slot at(const QPointF& pixel) const;

    Session& session_;
    int scroll_ = 0;
};

} // namespace oddbounce
