// SPDX-License-Identifier: GPL-3.0-or-later
#include "account/account_model.hpp"

#include "fault/account_text.hpp"
#include "view/scene_painter.hpp"

#include <cmath>

namespace oddbounce {

namespace {

/// The finding's figures that a person decides by, in the order in which they are read.
void add_facts(const Finding& f, std::vector<NumberRow>& rows) {
    const std::pair<const char*, QString> names[] = {
        {"thickness", NumbersModel::tr("thickness along the path")},
        {"safe_speed", NumbersModel::tr("fastest that cannot tunnel")},
        {"substeps_needed", NumbersModel::tr("sub-steps needed")},
        {"expected_depth", NumbersModel::tr("speed × step − gap")},
        {"friction_needed", NumbersModel::tr("friction that holds it")},
        {"overhang", NumbersModel::tr("overhang")},
        {"speed_lost", NumbersModel::tr("speed lost")},
        {"launch_speed", NumbersModel::tr("launched upward at")},
        {"frames_between", NumbersModel::tr("frames between responses")},
        {"separation_between", NumbersModel::tr("widest gap between")}};
    for (const auto& [key, name] : names) {
        const Fact* fact = f.fact(key);
        const double* v = fact ? std::get_if<double>(&fact->value) : nullptr;
        if (!v) continue;
        const bool plain = fact->unit.empty() || fact->unit == "count" || fact->unit == "frames";
        rows.push_back({name, QString::fromStdString(figure(*v, 0.0) + (plain ? "" : " " + fact->unit)), {}});
    }
}

/// The ray that the finding is about, at this moment.
void add_ray(const Session& s, const Finding& f, std::vector<NumberRow>& rows) {
    const Recording& r = *s.recording();
    for (const RayRow& ray : s.instant().frame->rays) {
        if (!is_ray_of(ray, f)) continue;
        const auto add = [&](const QString& name, const std::string& value) {
            rows.push_back({name, QString::fromStdString(value), {}});
        };
        add(NumbersModel::tr("length of the ray"), length_text(r, glm::length(ray.to - ray.from)));
        const Slot hit = ray.hit ? r.collider_slot(*ray.hit) : -1;
        const bool known = hit >= 0 && s.instant().now->body_of(hit).def;
        add(NumbersModel::tr("logged hit"), known
                                                ? body_name(*s.instant().now, at(*s.instant().now, hit).body)
                                                : NumbersModel::tr("none").toStdString());
        if (ray.at)
            add(NumbersModel::tr("hit at a distance of"), length_text(r, glm::length(*ray.at - ray.from)));
        return;
    }
    rows.push_back({NumbersModel::tr("ray"), NumbersModel::tr("not cast in this frame"), {}});
}

} // namespace

std::vector<NumberRow> numbers_at(const Session& s) {
    std::vector<NumberRow> rows;
    if (!s.recording()) return rows;
    const Recording& r = *s.recording();
    const Instant& t = s.instant();
    const auto add = [&](const QString& name, const std::string& value, const char* plots = "") {
        rows.push_back({name, QString::fromStdString(value), plots});
    };
    const Finding* f = s.finding();
    const World& speeds = t.fraction < 1.0 ? *t.before : *t.now; // within a step it still moves as it set out
    if (f && f->colliders.size() > 1) {
        const Slot a = r.collider_slot(f->colliders[0]), b = r.collider_slot(f->colliders[1]);
        if (t.now->live(a) && t.now->live(b)) {
            const auto &ca = t.now->colliders()[static_cast<std::size_t>(a)],
                       &cb = t.now->colliders()[static_cast<std::size_t>(b)];
            const Distance d = distance(*ca.geometry, t.pose(ca.body), *cb.geometry, t.pose(cb.body));
            const QString pair =
                QString::fromStdString(f->names[0] + "–" + (f->names.size() > 1 ? f->names[1] : f->names[0]));
            const double tiny = 1e-6 * std::min(ca.geometry->reach(), cb.geometry->reach());
            if (d.known) {
                add((d.gap < -tiny ? NumbersModel::tr("depth %1") : NumbersModel::tr("gap %1")).arg(pair),
                    length_text(r, std::abs(d.gap) < tiny ? 0.0 : std::abs(d.gap)), "gap");
                const double closing = closing_speed(speeds, a, b, d.normal);
                add(closing >= 0 ? NumbersModel::tr("approaching at") : NumbersModel::tr("parting at"),
                    speed_text(r, std::abs(closing)), "closing");
            }
        }
    }
    if (f && f->fact("ray")) add_ray(s, *f, rows);
    const Slot body = s.body();
    const bool there = body >= 0 && t.present(body);
    if (there && speeds.body(body).velocity_known) {
        const Vec3 velocity = speeds.body(body).velocity;
        add(NumbersModel::tr("speed of %1").arg(QString::fromStdString(body_name(*t.now, body))),
            speed_text(r, glm::length(velocity)), "speed");
        add(NumbersModel::tr("travel per frame"), length_text(r, glm::length(velocity) * t.now->dt()));
    }
    if (f) add_facts(*f, rows);
    if (!there) return rows;
    const BodyState& now = t.now->bodies()[static_cast<std::size_t>(body)];
    const Pose pose = t.pose(body);
    if (now.has_desired)
        add(NumbersModel::tr("desired velocity"),
            vector_text(now.desired, r.header.unit + "/s", r.header.space));
    if (r.header.has(Channel::Grounded) && (now.has_desired || now.grounded))
        add(NumbersModel::tr("grounded"),
            (now.grounded ? NumbersModel::tr("yes") : NumbersModel::tr("no")).toStdString());
    if (now.velocity_known)
        add(NumbersModel::tr("velocity"), vector_text(now.velocity, r.header.unit + "/s", r.header.space));
    add(NumbersModel::tr("position"), vector_text(pose.at, r.header.unit, r.header.space));
    if (r.header.space == 2) {
        add(NumbersModel::tr("angle"), figure(glm::degrees(pose.turn.angle())) + "°");
        return rows;
    }
    const Vec3 turn = Rotation().to(pose.turn);
    const double degrees = glm::degrees(glm::length(turn));
    constexpr double upright = 0.005;
    add(NumbersModel::tr("turned by"),
        figure(degrees) + "°" +
            (degrees < upright ? ""
                               : NumbersModel::tr(" about %1")
                                     .arg(QString::fromStdString(
                                         vector_text(glm::round(unit(turn) * 100.0) / 100.0, "", 3)))
                                     .toStdString()));
    return rows;
}

// ---- what happened

AccountModel::AccountModel(Session& session, QObject* parent)
    : QAbstractListModel(parent), session_(session) {
    for (auto signal : {&Session::recording_changed, &Session::finding_changed, &Session::findings_changed})
        connect(&session_, signal, this, [this] { beginResetModel(), endResetModel(); });
    connect(&session_, &Session::moment_changed, this, [this] {
        if (const int rows = rowCount(); rows > 0) emit dataChanged(index(0), index(rows - 1), {IsNow});
    });
}

double AccountModel::moment_of(const Sentence& s) const {
    const auto i = static_cast<double>(session_.recording()->frame_index(s.frame));
    return s.fraction ? i - 1.0 + *s.fraction : i;
}

/// Sentences of the latest moment that has come. The cause is of no moment.
int AccountModel::current() const {
    const Finding* f = session_.finding();
    int best = -1;
    for (std::size_t i = 0; f && i < f->account.size(); ++i) {
        const Sentence& s = f->account[i];
        if (s.cause || moment_of(s) > session_.moment() + moment_snap) continue;
        if (best < 0 || moment_of(s) > moment_of(f->account[static_cast<std::size_t>(best)]))
            best = static_cast<int>(i);
    }
    return best;
}

int AccountModel::rowCount(const QModelIndex& parent) const {
    const Finding* f = session_.finding();
    return parent.isValid() || !f ? 0 : static_cast<int>(f->account.size());
}

/// "370", "370 + 16 %"; empty where the sentence before is of the same moment.
QString AccountModel::tag_of(const Finding& f, std::size_t i) const {
    const Sentence& s = f.account[i];
    if (s.cause) return tr("Cause");
    if (s.fraction) return QString("+%1 %").arg(qRound(*s.fraction * 100.0));
    const bool repeats =
        i > 0 && !f.account[i - 1].cause && std::abs(moment_of(f.account[i - 1]) - moment_of(s)) < 1e-9;
    return repeats ? QString() : QString::number(s.frame);
}

QVariant AccountModel::data(const QModelIndex& index, int role) const {
    const Finding* f = session_.finding();
    if (!f || !index.isValid() || index.row() >= rowCount()) return {};
    const auto i = static_cast<std::size_t>(index.row());
    const Sentence& s = f->account[i];
    switch (role) {
    case Qt::DisplayRole: {
        QString text = QString::fromStdString(s.text);
        if (s.cause && !text.isEmpty())
            text[0] = text[0].toUpper(); // "Cause" stands beside it, not before it
        return text;
    }
    case Qt::AccessibleTextRole: {
        const QString moment = s.cause ? tr("Cause")
                               : s.fraction
                                   ? tr("frame %1 + %2 %").arg(s.frame - 1).arg(qRound(*s.fraction * 100.0))
                                   : tr("frame %1").arg(s.frame);
        return moment + ": " + QString::fromStdString(s.text);
    }
    case Tag:
        return tag_of(*f, i);
    case Moment:
        return s.cause ? QVariant() : QVariant(moment_of(s));
    case IsCause:
        return s.cause;
    case IsNow: {
        const int now = current();
        return now >= 0 && !s.cause &&
               std::abs(moment_of(s) - moment_of(f->account[static_cast<std::size_t>(now)])) < 1e-9;
    }
    default:
        return {};
    }
}

// ---- numbers

NumbersModel::NumbersModel(Session& session, QObject* parent)
    : QAbstractTableModel(parent), session_(session) {
    for (auto signal : {&Session::recording_changed, &Session::moment_changed, &Session::finding_changed,
                        &Session::body_changed, &Session::findings_changed})
        connect(&session_, signal, this, &NumbersModel::refresh);
}

/// Rows that stay keep their place, so that a selection survives while time moves.
void NumbersModel::refresh() {
    std::vector<NumberRow> now = numbers_at(session_);
    if (now.size() != rows_.size()) {
        beginResetModel();
        rows_ = std::move(now);
        endResetModel();
        return;
    }
    rows_ = std::move(now);
    if (!rows_.empty()) emit dataChanged(index(0, 0), index(rowCount() - 1, 1));
}

int NumbersModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}

QVariant NumbersModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const NumberRow& row = rows_[static_cast<std::size_t>(index.row())];
    switch (role) {
    case Qt::DisplayRole:
        return index.column() == 0 ? row.name : row.value;
    case Qt::AccessibleTextRole:
        return row.name + ": " + row.value;
    case Qt::TextAlignmentRole:
        return QVariant(Qt::AlignVCenter | (index.column() == 0 ? Qt::AlignLeft : Qt::AlignRight));
    case Qt::ToolTipRole:
        return row.plots.isEmpty() ? QVariant() : QVariant(tr("Click to plot this in the timeline"));
    case Plots:
        return row.plots;
    default:
        return {};
    }
}

} // namespace oddbounce
