// SPDX-License-Identifier: GPL-3.0-or-later
// "Why not?": which rules considered the chosen body about this moment, what they measured, and why they did
// not report it.
#pragma once

#include "session/session.hpp"

#include <QDialog>
#include <QLabel>
#include <QTreeWidget>

namespace oddbounce {

/// Follows the chosen body and the moment; a click on a row goes to its frame.
class WhyNotDialog : public QDialog {
    Q_OBJECT
  public:
    WhyNotDialog(Session& session, QWidget* parent);
    QTreeWidget* reasons() const { return reasons_; }
    QLabel* about() const { return about_; }
    QLabel* rest() const { return rest_; }
    bool looking() const { return soon_.isActive() || work_.running(); }

  private:
    /// Frame numbers.
    struct Range {
        std::int64_t first, now, last;
    };
    void look();
    void list(const Scan& scan, const Range& range, Id body, bool of_body);
    void add(const QString& fault, std::int64_t first, std::int64_t last, const QString& who,
             const QString& why, const Range& range);

    Session& session_;
    QLabel *about_, *rest_;
    QTreeWidget* reasons_;
    QTimer soon_;
    Background work_;
};

} // namespace oddbounce
