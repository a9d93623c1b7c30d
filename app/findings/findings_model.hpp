// SPDX-License-Identifier: GPL-3.0-or-later
// The list of findings: grouped, worst first, filtered by words and by what is to be shown.
#pragma once

#include "session/session.hpp"

#include <QAbstractListModel>

namespace oddbounce {

/// What the list is divided by, and which findings it shows. In the order of their words.
enum class Grouping { Fault, Body, Pair, Weight, Mark };
enum class Showing { Open, Heavy, Proven, Fine, All };
inline constexpr const char* grouping_words[] = {"by fault", "by body", "by pair", "by weight", "by mark"};
inline constexpr const char* showing_words[] = {"not marked", "the heavy ones", "the proven ones",
                                                "marked as fine", "all"};

class FindingsModel : public QAbstractListModel {
    Q_OBJECT
  public:
    enum Roles { IsGroup = Qt::UserRole + 1, IsFine, FindingId, Frames, From, To, Count };

    explicit FindingsModel(Session& session, QObject* parent = nullptr);
    void filter(const QString& words);
    void group(Grouping by);
    void show(Showing which);
    int row_of(const QString& id) const;

    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;

  private:
    struct Row {
        bool group = false, fine = false;
        QString title, id, frames, tip;
        double from = 0.0, to = 0.0; ///< frames, from the first
        int count = 0;
    };
    void rebuild();
    Row row_for(const Finding& finding) const;
    QString group_of(const Finding& finding) const;
    bool shown(const Finding& finding, const Row& row) const;

    Session& session_;
    QString words_;
    Grouping grouping_ = Grouping::Fault;
    Showing showing_ = Showing::Open;
    std::vector<Row> rows_;
};

} // namespace oddbounce
