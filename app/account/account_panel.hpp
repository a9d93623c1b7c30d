// SPDX-License-Identifier: GPL-3.0-or-later
// What happened, and the numbers at this moment. A click on a sentence goes there, a click on a number plots
// it.
#pragma once

#include "account/account_model.hpp"

#include <QLabel>
#include <QListView>
#include <QSplitter>
#include <QTableView>

namespace oddbounce {

class ElidedLabel;

class AccountPanel : public QWidget {
    Q_OBJECT
  public:
    explicit AccountPanel(Session& session, QWidget* parent = nullptr);
    QListView* sentences() { return sentences_; }
    QTableView* numbers() { return numbers_; }
    QSplitter* splitter() { return split_; }

  signals:
    void wants_plot(const QString& what);

  private:
    QWidget* build_account();
    QWidget* build_numbers();
    void refresh();
    void follow_moment();

    Session& session_;
    AccountModel* account_;
    NumbersModel* figures_;
    QListView* sentences_;
    QTableView* numbers_;
    QSplitter* split_;
    QLabel *note_, *moment_, *assumes_, *no_numbers_;
    ElidedLabel* fault_;
};

} // namespace oddbounce
