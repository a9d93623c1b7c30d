// SPDX-License-Identifier: GPL-3.0-or-later
// The list of findings: grouped by fault, worst first, filtered by words.
#pragma once

#include "session/session.hpp"

#include <QAbstractListModel>

namespace oddbounce {

class FindingsModel : public QAbstractListModel {
    Q_OBJECT
  public:
    enum Roles { IsGroup = Qt::UserRole + 1, FindingId, Frames, From, To, Count };

    explicit FindingsModel(Session& session, QObject* parent = nullptr);
    void filter(const QString& words);
    int row_of(const QString& id) const;

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;

  private:
    struct Row {
        bool group = false;
        QString title, id, frames, tip;
        double from = 0.0, to = 0.0; ///< frames, from the first
        int count = 0;
    };
    void rebuild();

    Session& session_;
    QString words_;
    std::vector<Row> rows_;
};

} // namespace oddbounce
