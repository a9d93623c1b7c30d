// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/findings_model.hpp"

#include <map>
#include <set>

namespace oddbounce {

namespace {

/// "parcel through net", "stoat on pier, hung on a side"
QString title_of(const Finding& f) {
    QString mover = f.names.empty() ? "" : QString::fromStdString(f.names[0]),
            other = f.names.size() > 1 ? QString::fromStdString(f.names[1]) : "";
    const Fact* kind = f.fact("kind");
    const QString how = kind ? QString::fromStdString(std::get<std::string>(kind->value)) : "";
    const auto text = [&](const char* key) {
        const Fact* fact = f.fact(key);
        return fact ? QString::fromStdString(std::get<std::string>(fact->value)) : QString();
    };
    if (f.fault.compare(0, 4, "ray-") == 0)
        return "'" + text("ray") + (text("caster").isEmpty() ? "'" : "' of " + text("caster"));
    if (f.fault == "false-footing") return mover + ", " + text("kind");
    if (f.fault == "no-reaction" || f.fault == "repeat-effect")
        return mover + " and " + other + ", " + text("event");
    if (f.fault == "probe-gap") return mover + ", " + how;
    if (other.isEmpty()) return f.fault == "unseen-blocker" ? mover + ", by nothing recorded" : mover;
    static const std::map<std::string, const char*> between = {
        {"trapped", "inside"},        {"endless-resolve", "inside"}, {"deep-overlap", "inside"},
        {"silent-overlap", "inside"}, {"tunneling", "through"},      {"pop-through", "through"},
        {"one-way-drop", "through"},  {"wrong-face", "off"},         {"speed-surge", "off"},
        {"flip-flop", "against"},     {"flush-contact", "at"},       {"unseen-blocker", "at"},
        {"self-push", "pushed by"},   {"wall-climb", "up"},          {"hit-outside-art", "and"},
        {"art-missed", "and"}};
    static const std::set<std::string> with_kind = {"silent-overlap", "wrong-face"};
    if (const auto it = between.find(f.fault); it != between.end())
        return mover + " " + it->second + " " + other + (with_kind.count(f.fault) ? ", " + how : "");
    if (f.fault == "stuck-on-edge") return mover + " on " + other + ", " + how;
    return mover + " on " + other + (how.isEmpty() || how == "twice" ? "" : ", " + how);
}

} // namespace

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

FindingsModel::Row FindingsModel::row_for(const Finding& f) const {
    Row row;
    row.title = title_of(f), row.id = QString::fromStdString(f.id), row.fine = f.fine.has_value();
    row.frames = f.first == f.last ? QString("frame %1").arg(f.first)
                                   : QString("frames %1–%2").arg(f.first).arg(f.last);
    if (grouping_ != Grouping::Fault)
        row.frames = QString::fromUtf8(fault_by_id(f.fault)->title).toLower() + ", " + row.frames;
    row.from = static_cast<double>(session_.recording()->frame_index(f.first));
    row.to = static_cast<double>(session_.recording()->frame_index(f.last));
    row.tip = QString("%1, %2").arg(fault_by_id(f.fault)->what, word(f.grade));
    if (f.fine) {
        row.frames = "fine: " + QString::fromStdString(*f.fine);
        row.tip += "\nFine as it is: " + QString::fromStdString(*f.fine);
    }
    return row;
}

QString FindingsModel::group_of(const Finding& f) const {
    constexpr double heavy = 0.7, light = 0.5;
    switch (grouping_) {
    case Grouping::Fault:
        return fault_by_id(f.fault)->title;
    case Grouping::Body:
        return QString::fromStdString(f.names.at(0));
    case Grouping::Pair: {
        QStringList names;
        for (std::size_t i = 0; i < std::min<std::size_t>(2, f.names.size()); ++i)
            names.push_back(QString::fromStdString(f.names[i]));
        names.sort();
        return names.join(" and ");
    }
    case Grouping::Weight:
        return f.weight >= heavy ? "Heavy" : f.weight >= light ? "Middling" : "Light";
    case Grouping::Mark:
        return f.fine ? "Fine as they are" : "Not marked";
    }
    return {};
}

bool FindingsModel::shown(const Finding& f, const Row& row) const {
    constexpr double heavy = 0.7;
    const bool wanted = showing_ == Showing::All      ? true
                        : showing_ == Showing::Fine   ? row.fine
                        : row.fine                    ? false
                        : showing_ == Showing::Heavy  ? f.weight >= heavy
                        : showing_ == Showing::Proven ? f.grade == Grade::Sure
                                                      : true;
    if (!wanted) return false;
    const QString all = (row.title + " " + QString::fromStdString(f.fault) + " " +
                         fault_by_id(f.fault)->title + " " + row.frames + " " + word(f.grade))
                            .toLower();
    const QStringList words = words_.toLower().split(' ', Qt::SkipEmptyParts);
    return std::all_of(words.begin(), words.end(), [&](const QString& w) { return all.contains(w); });
}

void FindingsModel::rebuild() {
    beginResetModel();
    rows_.clear();
    QStringList order;
    std::map<QString, std::vector<Row>> groups;
    std::map<QString, QString> tips;
    for (const Finding& f : session_.findings()) {
        Row row = row_for(f);
        if (!shown(f, row)) continue;
        const QString group = group_of(f);
        if (!groups.count(group)) order.push_back(group);
        if (grouping_ == Grouping::Fault) tips[group] = fault_by_id(f.fault)->what;
        groups[group].push_back(std::move(row));
    }
    for (const QString& group : order) {
        Row head;
        head.group = true, head.title = group, head.tip = tips[group];
        head.count = static_cast<int>(groups[group].size());
        rows_.push_back(head);
        for (Row& r : groups[group]) rows_.push_back(std::move(r));
    }
    endResetModel();
}

int FindingsModel::row_of(const QString& id) const {
    for (std::size_t i = 0; i < rows_.size(); ++i)
        if (!rows_[i].group && rows_[i].id == id) return static_cast<int>(i);
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
    case IsFine:
        return r.fine;
    case FindingId:
        return r.id;
    case Frames:
        return r.frames;
    case From:
        return share(r.from);
    case To:
        return share(r.to);
    case Count:
        return r.count;
    default:
        return {};
    }
}

} // namespace oddbounce
