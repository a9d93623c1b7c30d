// SPDX-License-Identifier: GPL-3.0-or-later
// What happened, sentence by sentence, and the numbers of this moment, as models.
#pragma once

#include "session/session.hpp"

#include <QAbstractListModel>
#include <QAbstractTableModel>

namespace oddbounce {

struct NumberRow {
    QString name, value;
    QString plots; ///< what a click plots: "speed", "gap", "closing"; empty for nothing
};
/// Figures of the finding's pair or ray, and of the chosen body, at this moment.
std::vector<NumberRow> numbers_at(const Session& session);

/// The account of the chosen finding; the cause comes last.
class AccountModel : public QAbstractListModel {
    Q_OBJECT
  public:
    enum Roles { Tag = Qt::UserRole + 1, Moment, IsCause, IsNow };
    explicit AccountModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    /// Row of the sentence that this moment has come to; -1: none yet.
    int current() const;

  private:
    double moment_of(const Sentence& s) const;
    QString tag_of(const Finding& f, std::size_t i) const;

    Session& session_;
};

/// Two columns: name and value.
class NumbersModel : public QAbstractTableModel {
    Q_OBJECT
  public:
    enum Roles { Plots = Qt::UserRole + 1 };
    explicit NumbersModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& = {}) const override { return 2; }
    QVariant data(const QModelIndex& index, int role) const override;

  private:
    void refresh();

    Session& session_;
    std::vector<NumberRow> rows_;
};

} // namespace oddbounce
