// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/comparison.hpp"

#include "fault/account_text.hpp"
#include "fixes/ranking.hpp"
#include "theme/theme.hpp"

#include <QHeaderView>

namespace oddbounce {

ComparisonModel::ComparisonModel(Session& session, QObject* parent)
    : QAbstractTableModel(parent), session_(session) {
    for (auto signal : {&Session::candidates_changed, &Session::recording_changed})
        connect(&session_, signal, this, [this] {
            beginResetModel();
            order_ = ranked(session_);
            std::erase_if(order_, [&](int i) {
                return session_.candidates()[static_cast<std::size_t>(i)].state == Candidate::Advice;
            });
            endResetModel();
        });
}

int ComparisonModel::candidate_in(int row) const {
    return row < 0 || row >= rowCount() ? -1 : order_[static_cast<std::size_t>(row)];
}

int ComparisonModel::row_of(int candidate) const {
    const auto it = std::ranges::find(order_, candidate);
    return it == order_.end() ? -1 : static_cast<int>(it - order_.begin());
}

QString ComparisonModel::text(const Candidate& c, int column) const {
    const Verdict& v = c.verdict;
    const auto count = [](std::size_t n) { return n == 0 ? QString("–") : QString::number(n); };
    if (column == Name) return QString::fromStdString(c.fix.name);
    if (c.state != Candidate::Judged)
        return column == Fixes ? (c.state == Candidate::Failed ? tr("cannot be tried") : tr("trying…"))
                               : QString();
    const std::size_t all = v.fixed.size() + v.kept.size() + v.changed.size() + v.unclear.size();
    switch (column) {
    case Fixes:
        return tr("%1 of %2").arg(v.fixed.size()).arg(all);
    case Left:
        return v.unclear.empty() ? count(v.kept.size() + v.changed.size())
                                 : tr("%1 unclear").arg(v.unclear.size());
    case New:
        return count(v.fresh.size());
    case Contacts:
        return v.lost.empty() && v.gained.empty()
                   ? QString("–")
                   : QString("−%1 +%2").arg(v.lost.size()).arg(v.gained.size());
    case Works:
        return !c.range    ? QString("–")
               : c.seeking ? tr("trying…")
                           : QString::fromStdString(works_line(*c.range, *session_.recording()));
    case Fails:
        if (c.shaking) return tr("trying…");
        if (!c.shake) return "–";
        if (!c.shake->unknown.empty() || c.shake->starts.empty()) return tr("cannot tell");
        return tr("%1, at most %2 %")
            .arg(c.shake->fails_with())
            .arg(QString::fromStdString(
                figure(100.0 * upper_bound(c.shake->fails_with(), c.shake->starts.size()))));
    case Moves:
        return v.cost_after ? QString::fromStdString(figure(v.cost_after->moves)) : QString("–");
    default:
        return {};
    }
}

QVariant ComparisonModel::data(const QModelIndex& index, int role) const {
    const int i = candidate_in(index.row());
    if (i < 0 || i >= static_cast<int>(session_.candidates().size())) return {};
    const Candidate& c = session_.candidates()[static_cast<std::size_t>(i)];
    const Theme& th = Theme::current();
    if (role == Qt::DisplayRole || role == Qt::ToolTipRole) {
        QString said = text(c, index.column());
        if (role == Qt::ToolTipRole && index.column() == Moves)
            said = QString::fromStdString(cost_line(c.verdict));
        return role == Qt::ToolTipRole ? plain_tip(said) : said;
    }
    if (role == Qt::TextAlignmentRole)
        return index.column() == Name || index.column() == Works
                   ? QVariant(Qt::AlignLeft | Qt::AlignVCenter)
                   : QVariant(Qt::AlignRight | Qt::AlignVCenter);
    if (role == Qt::ForegroundRole && c.state == Candidate::Judged) {
        if (index.column() == Fixes)
            return c.verdict.fixes_all() ? th.moving : c.verdict.fixed.empty() ? th.candidate : th.ray;
        if (index.column() == New && !c.verdict.fresh.empty()) return th.finding;
    }
    return {};
}

QVariant ComparisonModel::headerData(int section, Qt::Orientation way, int role) const {
    if (way != Qt::Horizontal) return {};
    if (role == Qt::TextAlignmentRole)
        return section == Name || section == Works ? QVariant(Qt::AlignLeft | Qt::AlignVCenter)
                                                   : QVariant(Qt::AlignRight | Qt::AlignVCenter);
    const QString names[Columns] = {tr("candidate"),     tr("fixes"),        tr("left"),
                                    tr("new"),           tr("contacts"),     tr("values that work"),
                                    tr("fails of 1000"), tr("moves a frame")};
    const QString tips[Columns] = {
        tr("candidate fix, the best first"),
        tr("findings that it fixes"),
        tr("findings that it leaves, changes, or cannot tell of"),
        tr("new faults"),
        tr("contacts that are lost, and gained"),
        tr("which values of its number work, where that was asked"),
        tr("other starts from which the fault shows with it, where that was asked"),
        tr("what its loop costs: moves with a test after each")};
    if (role == Qt::DisplayRole) return names[section];
    return role == Qt::ToolTipRole ? QVariant(tips[section]) : QVariant();
}

Comparison::Comparison(Session& session, QWidget* parent)
    : QTableView(parent), session_(session), model_(new ComparisonModel(session, this)) {
    setModel(model_);
    setAccessibleName(tr("candidate fixes compared"));
    setSelectionBehavior(SelectRows), setSelectionMode(SingleSelection), setShowGrid(false);
    setFrameShape(QFrame::NoFrame), setFont(type(12)), horizontalHeader()->setFont(type(12));
    setHorizontalScrollMode(ScrollPerPixel), setVerticalScrollMode(ScrollPerPixel);
    verticalHeader()->hide(), verticalHeader()->setDefaultSectionSize(fontMetrics().height() + 8);
    horizontalHeader()->setHighlightSections(false), horizontalHeader()->setStretchLastSection(false);
    horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    horizontalHeader()->setSectionResizeMode(ComparisonModel::Name, QHeaderView::Stretch);
    setTextElideMode(Qt::ElideRight), setWordWrap(false);
    connect(selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& now) {
        const int i = model_->candidate_in(now.row());
        if (!following_ && i >= 0 && i != session_.candidate()) session_.choose_candidate(i);
    });
    connect(model_, &QAbstractItemModel::modelReset, this, &Comparison::follow);
}

void Comparison::follow() {
    following_ = true;
    const int row = model_->row_of(session_.candidate());
    if (row >= 0)
        setCurrentIndex(model_->index(row, 0));
    else
        clearSelection();
    following_ = false;
}

} // namespace oddbounce
