// SPDX-License-Identifier: GPL-3.0-or-later
// A person's word that a finding is as it should be: this one or all like it, and why.
#pragma once

#include "fault/project.hpp"

#include <QDialog>
#include <QLineEdit>
#include <QRadioButton>

namespace oddbounce {

class ExpectedDialog : public QDialog {
    Q_OBJECT
  public:
    /// `all`: of the recording, for how many the rule would cover. `by_rule`: what is chosen at first.
    ExpectedDialog(const Finding& finding, const std::vector<Finding>& all, bool by_rule,
                   QWidget* parent = nullptr);
    Expected expected() const;
    QRadioButton* one() const { return one_; }
    QRadioButton* rule() const { return rule_; }
    QLineEdit* reason() const { return reason_; }

  private:
    std::string id_;
    Expected by_rule_;
    QRadioButton *one_, *rule_;
    QLineEdit* reason_;
};

} // namespace oddbounce
