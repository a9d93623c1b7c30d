// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/findings_model.hpp"

#include "language/language.hpp"

#include <map>
#include <set>

namespace oddbounce {

namespace {
constexpr double heavy = 0.7, light = 0.5;
}

QStringList grouping_words() {
    return {FindingsModel::tr("by fault"), FindingsModel::tr("by body"), FindingsModel::tr("by pair"),
            FindingsModel::tr("by weight"), FindingsModel::tr("by mark")};
}

QStringList showing_words() {
    return {FindingsModel::tr("not marked"), FindingsModel::tr("weight above 0.7"),
            FindingsModel::tr("sure ones"), FindingsModel::tr("expected"), FindingsModel::tr("all")};
}

FindingsModel::FindingsModel(Session& session, QObject* parent)
    : QAbstractListModel(parent), session_(session) {
    connect(&session_, &Session::findings_changed, this, &FindingsModel::rebuild);
    connect(&session_, &Session::recording_changed, this, &FindingsModel::rebuild);
}

void FindingsModel::filter(const QString& words) {
    words_ = words;
    rebuild();
}

void FindingsModel::group(Grouping by) {
    grouping_ = by;
    rebuild();
}

void FindingsModel::show(Showing which) {
    showing_ = which;
    rebuild();
}

void FindingsModel::fold(int row, bool folded) {
    if (row < 0 || row >= rowCount()) return;
    const QString key = rows_[static_cast<std::size_t>(row)].key;
    if (folded)
        opened_.erase(key);
    else
        opened_.insert(key);
    rebuild();
}

FindingsModel::Row FindingsModel::row_for(const Finding& f) const {
    Row row;
    row.title = headline_text(f), row.id = QString::fromStdString(f.id);
    row.expected = f.expected.has_value(), row.ids = {row.id};
    row.key = QString::fromStdString(f.fault) + '\n' + row.title + (row.expected ? "\n1" : "\n0");
    row.frames =
        f.first == f.last ? tr("frame %1").arg(f.first) : tr("frames %1–%2").arg(f.first).arg(f.last);
    if (grouping_ != Grouping::Fault)
        row.prefix = title_in_line(f) + ", ";
    row.frames = row.prefix + row.frames;
    row.spans = {QPointF(static_cast<double>(session_.recording()->frame_index(f.first)),
                         static_cast<double>(session_.recording()->frame_index(f.last)))};
    row.tip = QString("%1, %2").arg(core_text(fault_by_id(f.fault)->what), core_text(word(f.grade)));
    if (f.expected) {
        row.frames = tr("expected: %1").arg(QString::fromStdString(*f.expected));
        row.tip += '\n' + row.frames;
    }
    return row;
}

QString FindingsModel::group_of(const Finding& f) const {
    switch (grouping_) {
    case Grouping::Fault:
        return title_of(f);
    case Grouping::Body:
        return QString::fromStdString(f.names.at(0));
    case Grouping::Pair: {
        QStringList names;
        for (std::size_t i = 0; i < std::min<std::size_t>(2, f.names.size()); ++i)
            names.push_back(QString::fromStdString(f.names[i]));
        names.sort();
        return names.join(tr(" and "));
    }
    case Grouping::Weight:
        return f.weight >= heavy ? tr("Heavy") : f.weight >= light ? tr("Medium") : tr("Light");
    case Grouping::Mark:
        return f.expected ? tr("Expected") : tr("Not marked");
    }
    return {};
}

bool FindingsModel::shown(const Finding& f, const Row& row) const {
    const bool wanted = showing_ == Showing::All        ? true
                        : showing_ == Showing::Expected ? row.expected
                        : row.expected                  ? false
                        : showing_ == Showing::Heavy    ? f.weight >= heavy
                        : showing_ == Showing::Sure     ? f.grade == Grade::Sure
                                                        : true;
    if (!wanted) return false;
    const QString all = (row.title + " " + QString::fromStdString(f.fault) + " " +
                         title_of(f) + " " + row.frames + " " + core_text(word(f.grade)))
                            .toLower();
    const QStringList words = words_.toLower().split(' ', Qt::SkipEmptyParts);
    return std::all_of(words.begin(), words.end(), [&](const QString& w) { return all.contains(w); });
}

void FindingsModel::rebuild() {
    beginResetModel();
    rows_.clear(), ids_.clear();
    QStringList order;
    std::map<QString, std::vector<Row>> groups;
    std::map<QString, QString> tips;
    for (const Finding& f : session_.findings()) {
        Row row = row_for(f);
        if (!shown(f, row)) continue;
        const QString group = group_of(f);
        if (!groups.count(group)) order.push_back(group);
        if (grouping_ == Grouping::Fault) tips[group] = core_text(fault_by_id(f.fault)->what);
        groups[group].push_back(std::move(row));
    }
    for (const QString& group : order) {
        Row head;
        head.group = true, head.title = group, head.tip = tips[group];
        head.count = static_cast<int>(groups[group].size());
        rows_.push_back(head);
        std::map<QString, std::vector<Row>> like;
        for (const Row& r : groups[group]) like[r.key].push_back(r);
        for (Row& r : groups[group])
            if (const auto it = like.find(r.key); it != like.end())
                add_like(std::move(it->second)), like.erase(it);
    }
    endResetModel();
}

/// One row for like findings, worst first, with the others below it if it is opened.
void FindingsModel::add_like(std::vector<Row> rows) {
    Row& head = rows.front();
    for (const Row& r : rows) ids_ += r.ids;
    if (rows.size() > 1) {
        head.count = static_cast<int>(rows.size()), head.folded = !opened_.count(head.key);
        if (head.folded) {
            double first = head.spans[0].x(), last = head.spans[0].y();
            head.ids.clear(), head.spans.clear();
            for (const Row& r : rows) {
                head.ids += r.id;
                const auto& from = &r == &head ? QPointF(first, last) : r.spans[0];
                head.spans.push_back(from);
                first = std::min(first, from.x()), last = std::max(last, from.y());
            }
            const Recording& recording = *session_.recording();
            if (!head.expected)
                head.frames = head.prefix + tr("%1 times, frames %2–%3")
                                                .arg(rows.size())
                                                .arg(recording.number(static_cast<std::size_t>(first)))
                                                .arg(recording.number(static_cast<std::size_t>(last)));
        }
    }
    const bool all = !head.folded;
    for (std::size_t i = 0; i < (all ? rows.size() : 1); ++i) {
        rows[i].like = i > 0;
        rows_.push_back(std::move(rows[i]));
    }
}

int FindingsModel::row_of(const QString& id) const {
    for (std::size_t i = 0; i < rows_.size(); ++i)
        if (!rows_[i].group && rows_[i].ids.contains(id)) return static_cast<int>(i);
    return -1;
}

int FindingsModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}

Qt::ItemFlags FindingsModel::flags(const QModelIndex& index) const {
    const bool group = index.isValid() && rows_[static_cast<std::size_t>(index.row())].group;
    return group ? Qt::ItemIsEnabled : Qt::ItemIsEnabled | Qt::ItemIsSelectable;
}

QVariant FindingsModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const Row& r = rows_[static_cast<std::size_t>(index.row())];
    const auto share = [&](double frame) { // of the recording, which may still grow
        const double first = session_.first_moment();
        return std::clamp((frame - first) / std::max(1.0, session_.last_moment() - first), 0.0, 1.0);
    };
    switch (role) {
    case Qt::DisplayRole:
        return r.title;
    case Qt::ToolTipRole:
        return r.tip;
    case IsGroup:
        return r.group;
    case IsExpected:
        return r.expected;
    case FindingId:
        return r.id;
    case Frames:
        return r.frames;
    case Spans: {
        QList<QPointF> out;
        for (const QPointF& span : r.spans) out.push_back({share(span.x()), share(span.y())});
        return QVariant::fromValue(out);
    }
    case IsFolded:
        return r.folded;
    case IsLike:
        return r.like;
    case Qt::AccessibleTextRole:
        return r.group ? tr("%1: %2 findings").arg(r.title).arg(r.count)
                       : r.title + ", " + r.frames + (r.folded ? ", " + tr("folded") : QString());
    case Count:
        return r.count;
    default:
        return {};
    }
}

} // namespace oddbounce
