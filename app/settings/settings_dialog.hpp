// SPDX-License-Identifier: GPL-3.0-or-later
// The project's thresholds: shown, changed for all bodies or one kind, with what it would do at once.
#pragma once

#include "settings/settings_model.hpp"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QTableView>

namespace oddbounce {

class SettingsDialog : public QDialog {
    Q_OBJECT
  public:
    explicit SettingsDialog(Session& session, QWidget* parent = nullptr);
    void open_afresh();
    SettingsModel& model() { return *model_; }
    QComboBox* kinds() const { return kinds_; }
    QPushButton* keep() const { return keep_; }
    QString effect_text() const { return effect_->text(); }

  private:
    QWidget* table();
    QWidget* effects();
    void show_effect();
    void show_reason();
    void list_kinds();

    Session& session_;
    SettingsModel* model_;
    QComboBox* kinds_;
    QLineEdit* filter_;
    QTableView* table_;
    QLabel *reason_, *effect_, *file_;
    QListWidget* list_;
    QWidget* space_; ///< where the list is, while it is empty
    QPushButton *keep_, *reset_;
};

} // namespace oddbounce
