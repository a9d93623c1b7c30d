// SPDX-License-Identifier: GPL-3.0-or-later
// The bodies of the recording: find, show, hide, single out, and ask what stops the chosen one.
#pragma once

#include "session/session.hpp"

#include <QAbstractListModel>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QPushButton>

namespace oddbounce {

/// Bodies whose names hold all words of the filter, movers first. A tick means that the body is shown.
class BodiesModel : public QAbstractListModel {
    Q_OBJECT
  public:
    enum Roles { BodySlot = Qt::UserRole + 1, What };
    explicit BodiesModel(Session& session, QObject* parent = nullptr);
    void filter(const QString& words);
    int row_of(Slot body) const;

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    void rebuild();

  private:
    QString what_it_is(Slot body) const;
    bool is_sensor(Slot body) const;
    QPixmap icon(Slot body) const;

    Session& session_;
    QString words_;
    std::vector<Slot> bodies_;
};

class BodiesPanel : public QWidget {
    Q_OBJECT
  public:
    explicit BodiesPanel(Session& session, QWidget* parent = nullptr);
    QListView* list() const { return list_; }
    QLineEdit* filter_line() const { return filter_; }

  private:
    void refresh();

    Session& session_;
    BodiesModel* model_;
    QListView* list_;
    QLineEdit* filter_;
    QLabel* count_;
    QPushButton *alone_, *stops_, *all_;
    std::size_t known_ = 0; ///< bodies at the last refresh
};

} // namespace oddbounce
