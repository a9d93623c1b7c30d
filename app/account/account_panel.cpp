// SPDX-License-Identifier: GPL-3.0-or-later
#include "account/account_panel.hpp"

#include "fault/telling.hpp"
#include "theme/theme.hpp"

#include <QMouseEvent>
#include <QPainter>

#include <cmath>

namespace oddbounce {

namespace {

/// The finding's figures that a person decides by, in the order in which they are read.
void add_facts(const Finding& f, std::vector<NumberRow>& rows) {
    static const std::pair<const char*, const char*> names[] = {{"thickness", "thickness along the path"},
                                                                {"safe_speed", "fastest that cannot tunnel"},
                                                                {"substeps_needed", "sub-steps needed"},
                                                                {"expected_depth", "speed × step − gap"},
                                                                {"friction_needed", "friction that holds it"},
                                                                {"overhang", "overhang"},
                                                                {"speed_lost", "speed lost"},
                                                                {"thrown_up", "thrown up at"},
                                                                {"frames_between", "frames between answers"},
                                                                {"separation_between", "widest gap between"}};
    for (const auto& [key, name] : names) {
        const Fact* fact = f.fact(key);
        const double* v = fact ? std::get_if<double>(&fact->value) : nullptr;
        if (!v) continue;
        const bool plain = fact->unit.empty() || fact->unit == "count" || fact->unit == "frames";
        rows.push_back({name, QString::fromStdString(figure(*v) + (plain ? "" : " " + fact->unit)), {}});
    }
}

} // namespace

std::vector<NumberRow> numbers_at(const Session& s) {
    std::vector<NumberRow> rows;
    if (!s.recording() || s.recording()->header.space == 3) return rows;
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
                add(d.gap < -tiny ? "depth " + pair : "gap " + pair,
                    length_text(r, std::abs(d.gap) < tiny ? 0.0 : std::abs(d.gap)), "gap");
                const double closing = closing_speed(speeds, a, b, d.normal);
                add(closing >= 0 ? "closing at" : "parting at", speed_text(r, std::abs(closing)), "closing");
            }
        }
    }
    const Slot body = s.body();
    const bool there = body >= 0 && t.present(body);
    if (there && speeds.body(body).velocity_known) {
        const Vec3 velocity = speeds.body(body).velocity;
        add("speed of " + QString::fromStdString(body_name(*t.now, body)),
            speed_text(r, glm::length(velocity)), "speed");
        add("travel a frame", length_text(r, glm::length(velocity) * t.now->dt()));
    }
    if (f) add_facts(*f, rows);
    if (!there) return rows;
    const BodyState& now = t.now->bodies()[static_cast<std::size_t>(body)];
    const Pose pose = t.pose(body);
    if (now.wishes) add("wish", figure(now.wish.x) + ", " + figure(now.wish.y));
    if (r.header.has(Channel::Grounded) && (now.wishes || now.grounded))
        add("grounded", now.grounded ? "yes" : "no");
    if (now.velocity_known) add("velocity", figure(now.velocity.x) + ", " + figure(now.velocity.y));
    add("place", figure(pose.at.x) + ", " + figure(pose.at.y));
    add("angle", figure(glm::degrees(pose.angle)) + "°");
    return rows;
}

AccountPanel::AccountPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setMouseTracking(true);
    setMinimumHeight(260);
    for (auto signal : {&Session::recording_changed, &Session::moment_changed, &Session::body_changed,
                        &Session::findings_changed})
        connect(&session_, signal, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::finding_changed, this, [this] { scroll_ = 0.0, update(); });
}

double AccountPanel::sentence_moment(const Sentence& s) const {
    const auto i = static_cast<double>(session_.recording()->frame_index(s.frame));
    return s.fraction ? i - 1.0 + *s.fraction : i;
}

/// The last sentence whose time has come.
int AccountPanel::current_sentence(const Finding& f) const {
    int best = -1;
    for (std::size_t i = 0; i < f.account.size(); ++i)
        if (sentence_moment(f.account[i]) <= session_.moment() + 1e-6 &&
            (best < 0 || sentence_moment(f.account[i]) >
                             sentence_moment(f.account[static_cast<std::size_t>(best)]) + 1e-9))
            best = static_cast<int>(i);
    return best;
}

void AccountPanel::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Theme& th = Theme::current();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), th.panel);
    spots_.clear();
    if (!session_.recording()) return;
    // The account comes first; the numbers get what is left, at least seven rows of it.
    const double split = height() - std::min(44.0 + 22.0 * 7.0,
                                             44.0 + 22.0 * static_cast<double>(numbers_at(session_).size()));
    p.save();
    p.setClipRect(QRectF(0, 40, width(), split - 40));
    const double end = paint_account(p, 40.0 - scroll_, split);
    overflow_ = std::max(0.0, end + scroll_ - split);
    p.restore();
    p.setPen(th.ink), p.setFont(type(14, true));
    p.drawText(QRectF(16, 10, 120, 24), Qt::AlignVCenter, "Account");
    if (const Finding* f = session_.finding()) {
        p.setFont(type(12)), p.setPen(f->fine ? th.soft : th.finding);
        p.drawText(QRectF(100, 10, width() - 116, 24), Qt::AlignVCenter | Qt::AlignRight,
                   QString("%1 · %2").arg(QString::fromUtf8(fault_by_id(f->fault)->title).toLower(),
                                          f->fine ? "fine as it is" : word(f->grade)));
    }
    const double line = std::min(split, std::max(end, 100.0) + 8.0);
    p.setPen(QPen(th.rule, 1.0));
    p.drawLine(QPointF(0, line), QPointF(width(), line));
    paint_numbers(p, line + 8.0);
}

double AccountPanel::paint_account(QPainter& p, double y, double bottom) {
    const Theme& th = Theme::current();
    const Finding* f = session_.finding();
    if (!f) {
        p.setPen(th.soft), p.setFont(type(13));
        const bool none = session_.findings().empty() && !session_.scanning();
        QString text = session_.scan_complete() ? "Nothing went wrong that is judged so far. " : "";
        text += "Step through the frames, or choose a body to see its encounters.";
        if (!none)
            text = "Choose a finding: what happened is told here, frame by frame.  N goes to the next one.";
        if (session_.recording()->header.space == 3) text.clear();
        const QRectF box(16, y, width() - 32, bottom - y);
        QRectF used;
        p.drawText(box, Qt::TextWordWrap | Qt::AlignTop, text, &used);
        return used.bottom();
    }
    const int now = current_sentence(*f);
    for (std::size_t i = 0; i < f->account.size(); ++i) {
        const Sentence& s = f->account[i];
        const double left = 62.0, room = width() - left - 18.0;
        p.setFont(type(13));
        const QString text = QString::fromStdString(s.text).replace("/s", "/\u2060s"); // never broken there
        const QRectF need =
            p.fontMetrics()
                .boundingRect(QRect(0, 0, static_cast<int>(room), 2000), Qt::TextWordWrap, text)
                .toRectF();
        const QRectF box(8, y, width() - 16.0, need.height() + 10.0);
        const double m = sentence_moment(s);
        const bool here =
            now >= 0 && std::abs(m - sentence_moment(f->account[static_cast<std::size_t>(now)])) < 1e-9;
        if (here) {
            p.setPen(Qt::NoPen), p.setBrush(th.chosen);
            p.drawRoundedRect(box, 4, 4);
        }
        p.setPen(here ? th.ink : th.soft), p.setFont(type(12, here));
        const bool repeats = i > 0 && !s.fraction && std::abs(sentence_moment(f->account[i - 1]) - m) < 1e-9;
        const QString tag = s.fraction ? QString("+%1").arg(*s.fraction, 0, 'f', 2)
                            : repeats  ? QString()
                                       : QString::number(s.frame);
        p.drawText(QRectF(8, y + 5, left - 18, 18), Qt::AlignRight | Qt::AlignTop, tag);
        p.setPen(th.ink), p.setFont(type(13));
        p.drawText(QRectF(left, y + 4, room, need.height() + 2), Qt::TextWordWrap, text);
        const QRectF in_sight = box.intersected(QRectF(0, 40, width(), bottom - 40));
        if (!in_sight.isEmpty()) spots_.push_back({in_sight, m, {}});
        y += box.height() + 1.0;
    }
    if (!f->assumes.empty()) {
        p.setPen(th.soft), p.setFont(type(12));
        QRectF used;
        p.drawText(QRectF(62, y + 4, width() - 80, 60), Qt::TextWordWrap,
                   QString("%1: %2.").arg(word(f->grade), QString::fromStdString(f->assumes)), &used);
        y = used.bottom() + 4;
    }
    return y;
}

double AccountPanel::paint_numbers(QPainter& p, double y) {
    const Theme& th = Theme::current();
    const std::vector<NumberRow> rows = numbers_at(session_);
    p.setPen(th.ink), p.setFont(type(14, true));
    p.drawText(QRectF(16, y, 120, 24), Qt::AlignVCenter, "Numbers");
    p.setPen(th.soft), p.setFont(type(12));
    p.drawText(QRectF(100, y, width() - 116, 24), Qt::AlignVCenter | Qt::AlignRight, session_.moment_text());
    y += 28;
    if (rows.empty() && session_.recording()->header.space == 2)
        p.drawText(QRectF(16, y, width() - 32, 40), Qt::TextWordWrap,
                   "Choose a body or a finding for its figures.");
    for (const NumberRow& row : rows) {
        if (y + 20.0 > height()) break; // whole rows only
        p.setPen(th.soft), p.setFont(type(13));
        p.drawText(QRectF(16, y, width() - 32, 22), Qt::AlignVCenter | Qt::AlignLeft, row.name);
        QFont figures = type(13);
        p.setPen(th.ink), p.setFont(figures);
        p.drawText(QRectF(16, y, width() - 32, 22), Qt::AlignVCenter | Qt::AlignRight, row.value);
        if (!row.plots.isEmpty()) spots_.push_back({QRectF(8, y, width() - 16, 22), -1.0, row.plots});
        y += 22;
    }
    return y;
}

void AccountPanel::mousePressEvent(QMouseEvent* e) {
    for (const Spot& s : spots_) {
        if (!s.where.contains(e->position())) continue;
        if (!s.plots.isEmpty())
            emit wants_plot(s.plots);
        else
            session_.set_moment(s.moment);
        return;
    }
}

void AccountPanel::mouseMoveEvent(QMouseEvent* e) {
    const auto spot = std::find_if(spots_.begin(), spots_.end(),
                                   [&](const Spot& s) { return s.where.contains(e->position()); });
    setCursor(spot == spots_.end() ? Qt::ArrowCursor : Qt::PointingHandCursor);
    setToolTip(spot == spots_.end()    ? ""
               : spot->plots.isEmpty() ? "Click: go there"
                                       : "Click: plot " + spot->plots + " in the timeline");
}

void AccountPanel::wheelEvent(QWheelEvent* e) {
    scroll_ = std::clamp(scroll_ - e->angleDelta().y() / 2.0, 0.0, overflow_);
    update();
}

} // namespace oddbounce
