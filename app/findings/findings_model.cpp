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

void FindingsModel::rebuild() {
    beginResetModel();
    rows_.clear();
    std::vector<std::string> order;
    std::map<std::string, std::vector<Row>> groups;
    const QStringList words = words_.toLower().split(' ', Qt::SkipEmptyParts);
    for (const Finding& f : session_.findings()) {
        Row row;
        row.title = title_of(f), row.id = QString::fromStdString(f.id);
        row.frames = f.first == f.last ? QString("frame %1").arg(f.first)
                                       : QString("frames %1–%2").arg(f.first).arg(f.last);
        row.from = static_cast<double>(session_.recording()->frame_index(f.first));
        row.to = static_cast<double>(session_.recording()->frame_index(f.last));
        row.tip = QString("%1, %2").arg(fault_by_id(f.fault)->what, word(f.grade));
        const QString all =
            (row.title + " " + QString::fromStdString(f.fault) + " " + row.frames + " " + word(f.grade))
                .toLower();
        if (!std::all_of(words.begin(), words.end(), [&](const QString& w) { return all.contains(w); }))
            continue;
        if (!groups.count(f.fault)) order.push_back(f.fault);
        groups[f.fault].push_back(std::move(row));
    }
    for (const std::string& fault : order) {
        Row head;
        head.group = true, head.title = fault_by_id(fault)->title,
        head.count = static_cast<int>(groups[fault].size());
        head.tip = fault_by_id(fault)->what;
        rows_.push_back(head);
        for (Row& r : groups[fault]) rows_.push_back(std::move(r));
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
