// SPDX-License-Identifier: GPL-3.0-or-later
// Parts that paint themselves, for screen readers.
#pragma once

#include <QAccessible>
#include <QWidget>

namespace oddbounce {

/// A widget that can say in words what it shows now.
class Spoken {
  public:
    explicit Spoken(QAccessible::Role role) : role_(role) {}
    virtual ~Spoken() = default;
    virtual QString spoken() const = 0;
    QAccessible::Role role() const { return role_; }

  protected:
    /// What is shown has changed: repaints, and tells a screen reader that reads this part.
    static void tell(QWidget* part);
    /// The rim of the part that has the focus.
    static void paint_focus(QWidget* part);

  private:
    QAccessible::Role role_;
};

/// From now on screen readers ask such widgets. Once per program.
void answer_screen_readers();

} // namespace oddbounce
