// SPDX-License-Identifier: GPL-3.0-or-later
// The editor of a candidate fix.
#pragma once

#include "session/session.hpp"

#include <QDialog>

class QComboBox;
class QDoubleSpinBox;
class QLabel;

namespace oddbounce {

/// A change that can be made by hand: what it is called, its key in the fix, and its kind of value.
struct Knob {
    const char* name;
    const char* key;
    enum Kind { Length, Share, Choice, Size } kind;
    const char* choices; ///< for Choice, separated by |
    bool motion;         ///< a knob of the mover's motion model
};
const std::vector<Knob>& knobs();
/// The fix that turns one knob: `text` for a choice, `value` (and `second` for a size) else.
Fix fix_from_knob(const Session& session, Id collider, const Knob& knob, double value, double second,
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
    QDoubleSpinBox *value_, *second_;
    QLabel* hint_;
};

} // namespace oddbounce
