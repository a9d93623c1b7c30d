// SPDX-License-Identifier: GPL-3.0-or-later
// The list of findings: grouped, like ones folded into one row, worst first, filtered by words and by what is
// to be shown.
#pragma once

#include "session/session.hpp"

#include <QAbstractListModel>
#include <QPointF>

namespace oddbounce {

/// What the list is divided by, and which findings it shows. In the order of their words.
enum class Grouping { Fault, Body, Pair, Weight, Mark };
enum class Showing { Open, Heavy, Sure, Expected, All };
QStringList grouping_words();
QStringList showing_words();

class FindingsModel : public QAbstractListModel {
    Q_OBJECT
  public:
    enum Roles {
        IsGroup = Qt::UserRole + 1,
        IsExpected,
        FindingId,
        Frames,
        Spans, ///< QList<QPointF>: from and to, as shares of the recording
        Count, ///< of a group's findings, or of the like ones in a row
        IsFolded,
        IsLike, ///< one of an opened row's like findings
    };

    explicit FindingsModel(Session& session, QObject* parent = nullptr);
    void filter(const QString& words);
    void group(Grouping by);
    void show(Showing which);
    /// Opens or folds the row of like findings.
    void fold(int row, bool folded);
    /// The row that shows the finding, folded or not; -1: none.
    int row_of(const QString& id) const;
    /// All findings that the filter shows, in the list's order; those in folded rows too.
    const QStringList& ids() const { return ids_; }

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;

  private:
    struct Row {
        bool group = false, expected = false, folded = false, like = false;
        QString title, id, prefix, frames, tip,
            key; ///< prefix: the fault, where no heading names it; key: the same for like findings
        std::vector<QPointF> spans; ///< frames, from the first
        QStringList ids;            ///< that it stands for
        int count = 0;
    };
    void rebuild();
    void add_like(std::vector<Row> rows);
    Row row_for(const Finding& finding) const;
    QString group_of(const Finding& finding) const;
    bool shown(const Finding& finding, const Row& row) const;

    Session& session_;
    QString words_;
    Grouping grouping_ = Grouping::Fault;
    Showing showing_ = Showing::Open;
    std::vector<Row> rows_;
    std::set<QString> opened_;
    QStringList ids_;
};

} // namespace oddbounce
