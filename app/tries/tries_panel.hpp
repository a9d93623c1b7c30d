// SPDX-License-Identifier: GPL-3.0-or-later
// Candidate fixes of the chosen finding, each with its verdict; and the editor of one.
#pragma once

#include "session/session.hpp"

#include <QDialog>
#include <QVBoxLayout>
#include <QWidget>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QPushButton;

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

class TriesPanel : public QWidget {
    Q_OBJECT
  public:
    explicit TriesPanel(Session& session, QWidget* parent = nullptr);
    void new_candidate();

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    bool event(QEvent*) override;

  private:
    QRectF card(int i) const;

    Session& session_;
    QPushButton* add_;
};

} // namespace oddbounce
