// SPDX-License-Identifier: GPL-3.0-or-later
#include "fixes/candidate_dialog.hpp"

#include "fault/account_text.hpp"
#include "language/language.hpp"
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
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "grow by"), "grow", Knob::Length, "", false},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "size"), "size", Knob::Size, "", false},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "move by"), "move", Knob::Size, "", false},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "round the corners by"), "round", Knob::Length, "",
         false},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "another shape"), "fit", Knob::Choice,
         "circle|ellipse|box|capsule|hull", false},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "friction"), "friction", Knob::Share, "", false},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "restitution"), "restitution", Knob::Share, "",
         false},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "role"), "role", Knob::Choice,
         "solid|sensor|one-way", false},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "when it tests"), "tests", Knob::Choice,
         "before|after|swept|substeps", true},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "how it responds"), "response", Knob::Choice,
         "reverse|reverse-all|reflect|slide|stop|return|push-out", true},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "which way it is pushed out"), "push", Knob::Choice,
         "back|nearest|up", true},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "respond only while approaching"), "gate",
         Knob::Choice, "yes|no", true},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "margin to surfaces"), "margin", Knob::Length, "",
         true},
        {QT_TRANSLATE_NOOP("oddbounce::CandidateDialog", "step height"), "step_height", Knob::Length, "",
         true},
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
    setWindowTitle(tr("New candidate fix"));
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
    for (const Knob& k : knobs()) knob_->addItem(tr(k.name));
    form->addRow(tr("collider"), target_), form->addRow(tr("change"), knob_), form->addRow(tr("to"), choice_),
        form->addRow(tr("by"), value_), form->addRow(tr("and"), second_);
    form->addRow(hint_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Try"));
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
    for (const QString& one : QString(k.choices).split('|')) choice_->addItem(core_text(one.toUtf8()), one);
    const auto show = [&](QWidget* w, bool on) { w->setVisible(on), form->labelForField(w)->setVisible(on); };
    show(choice_, choice), show(value_, !choice), show(second_, size);
    static_cast<QLabel*>(form->labelForField(value_))
        ->setText(k.kind == Knob::Share || size ? tr("to") : tr("by"));
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
        else if (QString(k.key) == "restitution")
            value_->setValue(state.def->restitution);
        else
            value_->setValue(std::round(0.1 * std::min(extent.x, extent.y) * 10.0) / 10.0);
    }
    hint_->setText(
        k.motion
            ? tr("The body is moved again with this, after a motion model was fitted to the recording.")
            : tr("The recorded motion is kept, or the body is moved again, whichever the change needs."));
}

Fix CandidateDialog::fix() const {
    return fix_from_knob(session_, target_->currentData().toLongLong(),
                         knobs()[static_cast<std::size_t>(knob_->currentIndex())], value_->value(),
                         second_->value(), choice_->currentData().toString());
}

} // namespace oddbounce
