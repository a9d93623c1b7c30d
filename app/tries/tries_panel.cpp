// SPDX-License-Identifier: GPL-3.0-or-later
#include "tries/tries_panel.hpp"

#include "fault/telling.hpp"
#include "theme/theme.hpp"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QHelpEvent>
#include <QLabel>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QToolTip>

namespace oddbounce {

const std::vector<Knob>& knobs() {
    static const std::vector<Knob> all = {
        {"grow by", "grow", Knob::Length, "", false},
        {"size", "size", Knob::Size, "", false},
        {"move by", "move", Knob::Size, "", false},
        {"round its corners by", "round", Knob::Length, "", false},
        {"another shape", "fit", Knob::Choice, "circle|ellipse|box|capsule|hull", false},
        {"friction", "friction", Knob::Share, "", false},
        {"restitution", "bounce", Knob::Share, "", false},
        {"role", "role", Knob::Choice, "solid|sensor|one-way", false},
        {"when its motion is tested", "tests", Knob::Choice, "before|after|swept|substeps", true},
        {"how it answers", "answer", Knob::Choice, "flip|reflect|slide|stop|go-back|push-out", true},
        {"answer only while closing", "gate", Knob::Choice, "yes|no", true},
        {"distance kept from surfaces", "margin", Knob::Length, "", true},
        {"step height", "step_height", Knob::Length, "", true},
    };
    return all;
}

Fix fix_from_knob(const Session& s, Id collider, const Knob& k, double value, double second,
                  const QString& text) {
    const Recording& r = *s.recording();
    const World& w = *s.instant().now;
    const Slot slot = r.collider_slot(collider);
    const Id body = w.body_of(slot).def->id;
    nlohmann::json change;
    if (k.motion)
        change["motion"] = {body};
    else
        change["colliders"] = {collider};
    if (k.kind == Knob::Choice && QString(k.key) == "gate")
        change[k.key] = text == "yes";
    else if (k.kind == Knob::Choice)
        change[k.key] = text.toStdString();
    else if (k.kind == Knob::Size)
        change[k.key] = {value, second};
    else
        change[k.key] = value;
    const QString shown = k.kind == Knob::Choice ? text
                          : k.kind == Knob::Size
                              ? QString("%1 × %2").arg(QString::fromStdString(figure(value)),
                                                       QString::fromStdString(figure(second)))
                          : k.kind == Knob::Length ? QString::fromStdString(length_text(r, value))
                                                   : QString::fromStdString(figure(value));
    return {(QString::fromStdString(body_name(w, w.colliders()[static_cast<std::size_t>(slot)].body)) + ": " +
             k.name + " " + shown)
                .toStdString(),
            {change}};
}

CandidateDialog::CandidateDialog(Session& session, QWidget* parent) : QDialog(parent), session_(session) {
    setWindowTitle("New candidate");
    auto* form = new QFormLayout(this);
    target_ = new QComboBox, knob_ = new QComboBox, choice_ = new QComboBox;
    value_ = new QDoubleSpinBox, second_ = new QDoubleSpinBox;
    hint_ = new QLabel;
    hint_->setForegroundRole(QPalette::PlaceholderText), hint_->setWordWrap(true);
    for (QDoubleSpinBox* box : {value_, second_}) box->setRange(-1e6, 1e6), box->setDecimals(3);
    const World& w = *session_.instant().now;
    const Finding* f = session_.finding();
    const auto add = [&](Slot c) {
        const ColliderState& state = w.colliders()[static_cast<std::size_t>(c)];
        if (!state.def || state.body < 0) return;
        const QString part =
            state.def->name.empty() ? QString() : ", " + QString::fromStdString(state.def->name);
        target_->addItem(QString::fromStdString(body_name(w, state.body)) + part,
                         QVariant::fromValue<qlonglong>(state.def->id));
    };
    if (f)
        for (Id id : f->colliders) add(session_.recording()->collider_slot(id));
    else
        for (Slot c = 0; c < static_cast<Slot>(w.colliders().size()); ++c) add(c);
    for (const Knob& k : knobs()) knob_->addItem(k.name);
    form->addRow("collider", target_), form->addRow("change", knob_), form->addRow("to", choice_),
        form->addRow("by", value_), form->addRow("and", second_);
    form->addRow(hint_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText("Try it");
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(knob_, &QComboBox::currentIndexChanged, this, &CandidateDialog::knob_changed);
    connect(target_, &QComboBox::currentIndexChanged, this, &CandidateDialog::knob_changed);
    knob_changed();
}

void CandidateDialog::knob_changed() {
    const Knob& k = knobs()[static_cast<std::size_t>(std::max(0, knob_->currentIndex()))];
    auto* form = static_cast<QFormLayout*>(layout());
    const bool choice = k.kind == Knob::Choice, size = k.kind == Knob::Size;
    choice_->clear();
    choice_->addItems(QString(k.choices).split('|'));
    const auto show = [&](QWidget* w, bool on) { w->setVisible(on), form->labelForField(w)->setVisible(on); };
    show(choice_, choice), show(value_, !choice), show(second_, size);
    static_cast<QLabel*>(form->labelForField(value_))->setText(k.kind == Knob::Share || size ? "to" : "by");
    const QString unit =
        k.kind == Knob::Length || size ? " " + QString::fromStdString(session_.recording()->header.unit) : "";
    value_->setSuffix(unit), second_->setSuffix(unit);
    const Slot c = session_.recording()->collider_slot(target_->currentData().toLongLong());
    const auto& state = session_.instant().now->colliders()[static_cast<std::size_t>(std::max(0, c))];
    if (state.geometry) {
        const Vec3 extent = state.geometry->bounds().size();
        if (QString(k.key) == "size")
            value_->setValue(extent.x), second_->setValue(extent.y);
        else if (QString(k.key) == "move")
            value_->setValue(0.0), second_->setValue(0.0);
        else if (QString(k.key) == "friction")
            value_->setValue(state.def->friction.value_or(0.0));
        else if (QString(k.key) == "bounce")
            value_->setValue(state.def->bounce);
        else
            value_->setValue(std::round(0.1 * std::min(extent.x, extent.y) * 10.0) / 10.0);
    }
    hint_->setText(k.motion
                       ? "The body is moved again with this; first the model is fitted to what was recorded."
                       : "Recorded motion stays, or the body is moved again, whichever the change needs.");
}

Fix CandidateDialog::fix() const {
    return fix_from_knob(session_, target_->currentData().toLongLong(),
                         knobs()[static_cast<std::size_t>(knob_->currentIndex())], value_->value(),
                         second_->value(), choice_->currentText());
}

TriesPanel::TriesPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setMinimumHeight(150);
    add_ = new QPushButton("new candidate…", this);
    add_->setToolTip("Change a collider or how a body moves, and see whether it clears the fault (C)");
    connect(add_, &QPushButton::clicked, this, &TriesPanel::new_candidate);
    for (auto signal : {&Session::recording_changed, &Session::candidates_changed, &Session::finding_changed})
        connect(&session_, signal, this, [this] {
            setMinimumHeight(static_cast<int>(card(static_cast<int>(session_.candidates().size())).top()) +
                             40);
            update();
        });
}

QRectF TriesPanel::card(int i) const { return {14.0, 36.0 + i * 52.0, width() - 28.0, 46.0}; }

void TriesPanel::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Theme& th = Theme::current();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), th.panel);
    p.setPen(QPen(th.rule, 1.0));
    p.drawLine(QPointF(0, 0.5), QPointF(width(), 0.5));
    p.setPen(th.ink), p.setFont(type(14, true));
    p.drawText(QRectF(16, 8, 120, 24), Qt::AlignVCenter, "Try");
    const auto& all = session_.candidates();
    p.setPen(th.soft), p.setFont(type(12));
    if (!all.empty())
        p.drawText(QRectF(100, 8, width() - 116, 24), Qt::AlignVCenter | Qt::AlignRight,
                   QString("%1 candidate%2").arg(all.size()).arg(all.size() == 1 ? "" : "s"));
    if (all.empty())
        p.drawText(QRectF(16, 36, width() - 32, 40), Qt::TextWordWrap,
                   "Choose a finding: it suggests changes, and each is tried on this recording.");
    for (std::size_t i = 0; i < all.size(); ++i) {
        const Candidate& c = all[i];
        const QRectF r = card(static_cast<int>(i));
        const bool chosen = session_.candidate() == static_cast<int>(i);
        p.setPen(QPen(chosen ? th.candidate : th.rule, chosen ? 1.6 : 1.0)),
            p.setBrush(chosen ? th.chosen : th.paper);
        p.drawRoundedRect(r, 4, 4);
        p.fillRect(QRectF(r.left(), r.top() + 3, 3, r.height() - 6), th.candidate);
        if (c.state == Candidate::Advice) { // a sentence, and nothing to try
            p.setPen(th.ink), p.setFont(type(12));
            p.drawText(r.adjusted(12, 3, -8, -3), Qt::AlignVCenter | Qt::TextWordWrap,
                       QString::fromStdString(c.fix.name));
            continue;
        }
        p.setPen(th.ink), p.setFont(type(13, true));
        p.drawText(r.adjusted(12, 5, -10, 0), Qt::AlignTop,
                   p.fontMetrics().elidedText(QString::fromStdString(c.fix.name), Qt::ElideRight,
                                              static_cast<int>(r.width()) - 24));
        QString line;
        QColor color = th.soft;
        if (c.state == Candidate::Waiting) line = "waits for its turn";
        if (c.state == Candidate::Judging) line = "being tried…";
        if (c.state == Candidate::Failed) line = c.sentence, color = th.finding;
        if (c.state == Candidate::Judged) {
            line = QString::fromStdString(verdict_line(c.verdict));
            color = c.verdict.clears_all() ? th.moving : c.verdict.cleared.empty() ? th.candidate : th.ray;
        }
        p.setPen(color), p.setFont(type(12));
        p.drawText(r.adjusted(12, 0, -10, -6), Qt::AlignBottom,
                   p.fontMetrics().elidedText(line, Qt::ElideRight, static_cast<int>(r.width()) - 24));
    }
    const double y = all.empty() ? 80.0 : card(static_cast<int>(all.size())).top();
    add_->setGeometry(14, static_cast<int>(y), 140, 28);
    add_->setEnabled(session_.recording() && session_.recording()->header.space == 2);
}

void TriesPanel::mousePressEvent(QMouseEvent* e) {
    for (int i = 0; i < static_cast<int>(session_.candidates().size()); ++i) {
        if (!card(i).contains(e->position())) continue;
        if (e->button() == Qt::RightButton) return session_.remove_candidate(i);
        return session_.choose_candidate(session_.candidate() == i ? -1 : i);
    }
}

bool TriesPanel::event(QEvent* e) {
    if (e->type() != QEvent::ToolTip) return QWidget::event(e);
    const auto* help = static_cast<QHelpEvent*>(e);
    for (int i = 0; i < static_cast<int>(session_.candidates().size()); ++i) {
        const Candidate& c = session_.candidates()[static_cast<std::size_t>(i)];
        if (!card(i).contains(help->pos())) continue;
        if (c.state == Candidate::Judged)
            QToolTip::showText(help->globalPos(),
                               QString::fromStdString(text_of(c.verdict, *session_.recording()))
                                   .toHtmlEscaped()
                                   .replace("\n", "<br>"));
        else
            QToolTip::showText(help->globalPos(), QString::fromStdString(c.fix.name));
        return true;
    }
    QToolTip::hideText();
    return true;
}

void TriesPanel::new_candidate() {
    if (!session_.recording() || session_.recording()->header.space == 3) return;
    CandidateDialog dialog(session_, this);
    if (dialog.exec() == QDialog::Accepted) session_.add_candidate(dialog.fix());
}

} // namespace oddbounce
