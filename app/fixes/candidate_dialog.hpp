// SPDX-License-Identifier: GPL-3.0-or-later
// The editor of a candidate fix.
#pragma once

#include "session/session.hpp"

#include <QDialog>

class QComboBox;
class QDoubleSpinBox;
class QLabel;

namespace oddbounce {

/// The knobs that a form offers for a collider and the body that it is part of.
std::vector<const Knob*> offered_knobs();
/// The fix that turns one knob: `text` for a choice, else the first value, or of lengths one for each axis.
Fix fix_from_knob(const Session& session, Id collider, const Knob& knob, const Vec3& values,
                  const QString& text);

class CandidateDialog : public QDialog {
    Q_OBJECT
  public:
    explicit CandidateDialog(Session& session, QWidget* parent = nullptr);
    Fix fix() const;

  private:
    void knob_changed();

    Session& session_;
    QComboBox *target_, *knob_, *choice_;
    QDoubleSpinBox *value_, *second_, *third_;
    QLabel* hint_;
};

} // namespace oddbounce
