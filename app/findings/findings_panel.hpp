// SPDX-License-Identifier: GPL-3.0-or-later
// The findings of the recording, with their filter and the state of the scan.
#pragma once

#include "findings/findings_model.hpp"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QPushButton>

namespace oddbounce {

class FindingsPanel : public QWidget {
    Q_OBJECT
  public:
    explicit FindingsPanel(Session& session, QWidget* parent = nullptr);
    QLineEdit* filter_line() const { return filter_; }
    QListView* list() const { return list_; }
    QComboBox* grouping() const { return grouping_; }
    QComboBox* showing() const { return showing_; }
    /// Chooses the next finding that the filter shows, or the one before; round at the ends.
    void step(int by);
    /// The finding after this one in the list; empty: it is the only one.
    QString after(const QString& id) const;

  protected:
    bool eventFilter(QObject*, QEvent*) override;

  private:
    void refresh();
    QString count_text() const;
    QString note_text() const;

    Session& session_;
    FindingsModel* model_;
    QListView* list_;
    QLineEdit* filter_;
    QComboBox *grouping_, *showing_;
    QLabel *count_, *note_;
    QPushButton* stop_;
};

} // namespace oddbounce
