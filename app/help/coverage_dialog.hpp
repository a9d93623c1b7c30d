// SPDX-License-Identifier: GPL-3.0-or-later
// Which faults were judged, which not and why, and what the game's recorder has to log for them.
#pragma once

#include "help/record_dialog.hpp"

#include <QTreeWidget>

namespace oddbounce {

class CoverageDialog : public QDialog {
    Q_OBJECT
  public:
    CoverageDialog(const Session& session, QWidget* parent);
    QTreeWidget* faults() const { return faults_; }
    SnippetBox* code() const { return code_; }

  private:
    void show_lines();
    QTreeWidget* faults_;
    QLabel* about_;
    SnippetBox* code_;
};

} // namespace oddbounce
