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

using Kind = Knob::Kind;

namespace {

/// A number for each axis.
bool for_axes(const Knob& k, int space) {
    return k.kind == Kind::Lengths || k.kind == Kind::Way || (k.kind == Kind::Turn && space == 3);
}

} // namespace

std::vector<const Knob*> offered_knobs() {
    std::vector<const Knob*> out;
    for (const Knob& k : knobs())
        if (*k.name && (k.of == Knob::Of::Collider || k.of == Knob::Of::Motion)) out.push_back(&k);
    return out;
}

Fix fix_from_knob(const Session& s, Id collider, const Knob& k, const Vec3& values, const QString& text) {
    const Recording& r = *s.recording();
    const double value = values.x;
    const World& w = *s.instant().now;
    const Slot slot = r.collider_slot(collider);
    const Id body = w.body_of(slot).def->id;
    const bool motion = k.of == Knob::Of::Motion, said = k.kind == Kind::Choice || k.kind == Kind::Flag;
    nlohmann::json change = {{motion ? "motion" : "colliders", {motion ? body : collider}}};
    if (k.kind == Kind::Flag)
        change[k.key] = text == "yes";
    else if (said)
        change[k.key] = text.toStdString();
    else if (for_axes(k, r.header.space))
        for (int axis = 0; axis < r.header.space; ++axis) change[k.key].push_back(values[axis]);
    else if (k.kind == Kind::Count)
        change[k.key] = std::lround(value);
    else
        change[k.key] = value;
    QStringList along;
    for (int axis = 0; axis < r.header.space; ++axis) along << QString::fromStdString(figure(values[axis]));
    const QString shown = said                          ? text
                          : for_axes(k, r.header.space) ? along.join(QString::fromUtf8(" × "))
                          : k.kind == Kind::Length      ? QString::fromStdString(length_text(r, value))
                                                        : QString::fromStdString(figure(value));
    return {(QString::fromStdString(body_name(w, w.colliders()[static_cast<std::size_t>(slot)].body)) + ": " +
             k.name + " " + shown)
                .toStdString(),
            nlohmann::json::array({change})};
}

CandidateDialog::CandidateDialog(Session& session, QWidget* parent) : QDialog(parent), session_(session) {
    setWindowTitle(tr("New candidate fix"));
    auto* form = new QFormLayout(this);
    target_ = new QComboBox, knob_ = new QComboBox, choice_ = new QComboBox;
    value_ = new QDoubleSpinBox, second_ = new QDoubleSpinBox, third_ = new QDoubleSpinBox;
    hint_ = new QLabel;
    hint_->setForegroundRole(QPalette::PlaceholderText), hint_->setWordWrap(true);
    for (QDoubleSpinBox* box : {value_, second_, third_}) box->setRange(-1e6, 1e6), box->setDecimals(3);
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
    for (const Knob* k : offered_knobs()) knob_->addItem(core_text(k->name));
    form->addRow(tr("collider"), target_), form->addRow(tr("change"), knob_), form->addRow(tr("to"), choice_),
        form->addRow(tr("by"), value_), form->addRow(tr("and"), second_), form->addRow(tr("and"), third_);
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
    const Knob& k = *offered_knobs()[static_cast<std::size_t>(std::max(0, knob_->currentIndex()))];
    auto* form = static_cast<QFormLayout*>(layout());
    const int space = session_.recording()->header.space;
    const bool choice = k.kind == Kind::Choice || k.kind == Kind::Flag, two = for_axes(k, space);
    choice_->clear();
    const std::vector<std::string> words =
        k.kind == Kind::Flag ? std::vector<std::string>{"yes", "no"} : choices_of(k);
    for (const std::string& one : words)
        choice_->addItem(core_text(one.c_str()), QString::fromStdString(one));
    const auto show = [&](QWidget* w, bool on) { w->setVisible(on), form->labelForField(w)->setVisible(on); };
    show(choice_, choice), show(value_, !choice), show(second_, two);
    show(third_, two && space == 3);
    const bool length = k.kind == Kind::Length;
    static_cast<QLabel*>(form->labelForField(value_))->setText(length ? tr("by") : tr("to"));
    const QString unit = length || k.kind == Kind::Lengths
                             ? " " + QString::fromStdString(session_.recording()->header.unit)
                         : k.kind == Kind::Turn ? QString::fromUtf8("°")
                                                : QString();
    for (QDoubleSpinBox* box : {value_, second_, third_}) box->setSuffix(unit);
    value_->setDecimals(k.kind == Kind::Count ? 0 : 3);
    value_->setRange(k.bounded() ? k.least : -1e6, k.bounded() ? std::min(k.most, 1e6) : 1e6);
    const Slot c = session_.recording()->collider_slot(target_->currentData().toLongLong());
    const auto& state = session_.instant().now->colliders()[static_cast<std::size_t>(std::max(0, c))];
    if (state.geometry) {
        const Vec3 extent = state.geometry->bounds().size();
        const QString key = k.key;
        if (key == "size")
            value_->setValue(extent.x), second_->setValue(extent.y), third_->setValue(extent.z);
        else if (k.kind == Kind::Way) {
            const Vec3 way = state.def->pass.value_or(session_.recording()->header.up);
            value_->setValue(way.x), second_->setValue(way.y), third_->setValue(way.z);
        } else if (two)
            value_->setValue(0.0), second_->setValue(0.0), third_->setValue(0.0);
        else if (key == "radius")
            value_->setValue(std::max(state.def->shape.radius, value_->minimum()));
        else if (key == "friction")
            value_->setValue(state.def->friction.value_or(0.0));
        else if (key == "restitution")
            value_->setValue(state.def->restitution);
        else if (length)
            value_->setValue(std::round(0.1 * std::min(extent.x, extent.y) * 10.0) / 10.0);
        else
            value_->setValue(k.kind == Kind::Count ? 4.0 : 0.0);
    }
    hint_->setText(
        k.of == Knob::Of::Motion
            ? tr("The body is moved again with this, after a motion model was fitted to the recording.")
            : tr("The recorded motion is kept, or the body is moved again, whichever the change needs."));
}

Fix CandidateDialog::fix() const {
    return fix_from_knob(session_, target_->currentData().toLongLong(),
                         *offered_knobs()[static_cast<std::size_t>(knob_->currentIndex())],
                         {value_->value(), second_->value(), third_->value()},
                         choice_->currentData().toString());
}

} // namespace oddbounce
