// SPDX-License-Identifier: GPL-3.0-or-later
#include "settings/settings_model.hpp"

#include "fault/account_text.hpp"
#include "language/language.hpp"
#include "theme/theme.hpp"

#include <set>

namespace oddbounce {

namespace {

/// "Tunneling: least depth"
QString words_of(const SettingInfo& s) {
    const QString name = s.name;
    const qsizetype point = name.indexOf('.');
    const Fault* fault = fault_by_id(name.left(point).toStdString());
    const QString of = fault                        ? core_text(fault->title)
                       : name.startsWith("run")     ? SettingsModel::tr("Runs")
                       : name.startsWith("shared")  ? SettingsModel::tr("All rules")
                       : name.startsWith("solver")  ? SettingsModel::tr("Solver")
                       : name.startsWith("verdict") ? SettingsModel::tr("Verdicts")
                                                    : SettingsModel::tr("Response");
    const QString what = name.mid(point + 1).replace('_', ' ').replace('-', ' ');
    return of + ": " + core_text(what.toUtf8());
}

/// The same finding, though its run may have grown or shrunk.
bool same(const Finding& a, const Finding& b) {
    return a.fault == b.fault && a.bodies == b.bodies && a.first <= b.last && b.first <= a.last;
}

/// Findings of `some` that have no like in `others`.
std::vector<Finding> missing_in(const std::vector<Finding>& some, const std::vector<Finding>& others) {
    std::vector<Finding> out;
    for (const Finding& f : some)
        if (std::none_of(others.begin(), others.end(), [&](const Finding& o) { return same(f, o); }))
            out.push_back(f);
    return out;
}

} // namespace

SettingsModel::SettingsModel(Session& session, QObject* parent)
    : QAbstractTableModel(parent), session_(session) {
    connect(&work_, &Background::failed, this, [this] { emit counted(); });
    connect(&session_, &Session::recording_changed, this, &SettingsModel::start);
    start();
}

void SettingsModel::start() {
    draft_ = session_.settings();
    filter(words_);
    count();
}

void SettingsModel::choose_kind(const QString& kind) {
    kind_ = kind.toStdString();
    emit dataChanged(index(0, 0), index(std::max(0, rowCount() - 1), columns - 1));
}

void SettingsModel::filter(const QString& words) {
    beginResetModel();
    words_ = words, rows_.clear();
    const QStringList all = words.toLower().split(' ', Qt::SkipEmptyParts);
    for (const SettingInfo& s : Settings::table()) {
        const QString text = (words_of(s) + " " + s.name + " " + core_text(s.reason)).toLower();
        if (std::all_of(all.begin(), all.end(), [&](const QString& w) { return text.contains(w); }))
            rows_.push_back(&s);
    }
    // What all faults share, then as the faults are listed.
    const auto place = [](const SettingInfo* s) {
        const std::string id = std::string(s->name).substr(0, std::string(s->name).find('.'));
        const Fault* fault = fault_by_id(id);
        return fault ? fault - catalogue().data() : -1;
    };
    std::stable_sort(rows_.begin(), rows_.end(),
                     [&](const SettingInfo* a, const SettingInfo* b) { return place(a) < place(b); });
    endResetModel();
}

bool SettingsModel::own(int row) const {
    const auto kind = draft_.changed().find(kind_);
    return kind != draft_.changed().end() && kind->second.count(info(row).name) > 0;
}

double SettingsModel::value(int row) const { return draft_.of_kind(kind_)[info(row).name]; }

void SettingsModel::reset(int row) {
    const std::string name = info(row).name;
    Settings all = draft_;
    draft_.set(name, kind_.empty() ? info(row).value : all[name], kind_);
    emit dataChanged(index(row, 0), index(row, columns - 1));
    count();
}

QStringList SettingsModel::kinds() const {
    std::set<QString> all;
    if (const Recording* r = session_.recording())
        for (Slot b = 0; b < static_cast<Slot>(r->body_count()); ++b)
            all.insert(QString::fromStdString(body_kind(*r, r->body_id(b))));
    for (const auto& [kind, own] : draft_.changed())
        if (!kind.empty()) all.insert(QString::fromStdString(kind));
    return {all.begin(), all.end()};
}

/// Judges the recording by the draft, in the background.
void SettingsModel::count() {
    effect_ = {};
    work_.stop();
    if (!session_.recording() || !session_.recording()->complete() || !changed()) {
        effect_.known = !changed();
        emit counted();
        return;
    }
    auto found = std::make_shared<std::vector<Finding>>();
    Project project = session_.judged_by();
    project.settings = draft_;
    work_.run(
        [r = session_.shared_recording(), project, found](Background::Work& work) {
            ScanOptions options;
            options.project = project, options.control = &work, options.accounts = false;
            *found = scan(*r, options).findings;
        },
        [this, found] {
            effect_.disappearing = missing_in(session_.findings(), *found),
            effect_.appearing = missing_in(*found, session_.findings());
            effect_.known = true;
            emit counted();
        });
    emit counted();
}

int SettingsModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}
int SettingsModel::columnCount(const QModelIndex&) const { return columns; }

QVariant SettingsModel::headerData(int section, Qt::Orientation orientation, int role) const {
    const QString heads[] = {tr("threshold"), tr("value"), tr("unit"), tr("default")};
    if (orientation == Qt::Horizontal && role == Qt::TextAlignmentRole)
        return int((section == Value || section == Default ? Qt::AlignRight : Qt::AlignLeft) |
                   Qt::AlignVCenter);
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole) return {};
    return heads[section];
}

Qt::ItemFlags SettingsModel::flags(const QModelIndex& index) const {
    const Qt::ItemFlags all = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    return index.column() == Value ? all | Qt::ItemIsEditable : all;
}

QVariant SettingsModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid()) return {};
    const SettingInfo& s = info(index.row());
    if (role == Qt::ToolTipRole) return QString("%1\n%2").arg(core_text(s.reason), s.name);
    if (role == Qt::FontRole) return type(13, index.column() == Value && own(index.row()));
    if (role == Qt::ForegroundRole)
        return index.column() == Value && own(index.row()) ? Theme::current().candidate
               : index.column() >= Unit                    ? Theme::current().soft
                                                           : Theme::current().ink;
    if (role == Qt::TextAlignmentRole && (index.column() == Value || index.column() == Default))
        return int(Qt::AlignRight | Qt::AlignVCenter);
    if (role != Qt::DisplayRole && role != Qt::EditRole) return {};
    switch (index.column()) {
    case Name:
        return words_of(s);
    case Value:
        return role == Qt::EditRole ? QVariant(value(index.row()))
                                    : QString::fromStdString(figure(value(index.row())));
    case Unit:
        return role == Qt::EditRole ? QString(s.unit) : core_text(s.unit);
    default:
        return QString::fromStdString(figure(s.value));
    }
}

bool SettingsModel::setData(const QModelIndex& at, const QVariant& to, int role) {
    bool number = false;
    const double v = to.toDouble(&number);
    if (role != Qt::EditRole || at.column() != Value || !number || !std::isfinite(v) || v < 0.0) return false;
    if (v == value(at.row())) return true;
    draft_.set(info(at.row()).name, v, kind_);
    emit dataChanged(index(at.row(), 0), index(at.row(), columns - 1));
    count();
    return true;
}

} // namespace oddbounce
