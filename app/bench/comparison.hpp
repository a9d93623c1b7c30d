// SPDX-License-Identifier: GPL-3.0-or-later
// All candidate fixes side by side: what each fixes, leaves and breaks, which values work, how safe it is,
// what it costs.
#pragma once

#include "session/session.hpp"

#include <QAbstractTableModel>
#include <QTableView>

namespace oddbounce {

class ComparisonModel : public QAbstractTableModel {
    Q_OBJECT
  public:
    enum Column { Name, Fixes, Left, New, Contacts, Works, Fails, Moves, Columns };
    explicit ComparisonModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& = {}) const override { return static_cast<int>(order_.size()); }
    int columnCount(const QModelIndex& = {}) const override { return Columns; }
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation way, int role) const override;
    /// The candidate in a row, and the row of one; -1: none.
    int candidate_in(int row) const;
    int row_of(int candidate) const;

  private:
    QString text(const Candidate& c, int column) const;
    Session& session_;
    std::vector<int> order_;
};

/// A click on a row chooses the candidate.
class Comparison : public QTableView {
    Q_OBJECT
  public:
    explicit Comparison(Session& session, QWidget* parent = nullptr);

  private:
    void follow();
    Session& session_;
    ComparisonModel* model_;
    bool following_ = false;
};

} // namespace oddbounce
