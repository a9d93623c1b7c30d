// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/expected_dialog.hpp"

#include <QDialogButtonBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace oddbounce {

ExpectedDialog::ExpectedDialog(const Finding& finding, const std::vector<Finding>& all, bool by_rule,
                               QWidget* parent)
    : QDialog(parent), id_(finding.id), by_rule_(rule_for(finding)) {
    setWindowTitle(tr("Mark as expected"));
    const auto like =
        std::count_if(all.begin(), all.end(), [&](const Finding& f) { return covers(by_rule_, f); });
    const QString frames = finding.first == finding.last
                               ? tr("frame %1").arg(finding.first)
                               : tr("frames %1–%2").arg(finding.first).arg(finding.last);
    one_ = new QRadioButton(tr("only this finding, %1").arg(frames));
    rule_ =
        new QRadioButton(tr("%1 (%2 here)").arg(QString::fromStdString(text_of(by_rule_))).arg(like));
    (by_rule ? rule_ : one_)->setChecked(true);
    reason_ = new QLineEdit;
    reason_->setPlaceholderText(tr("reason")), reason_->setAccessibleName(tr("reason"));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Mark as expected"));
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* kept =
        new QLabel(
            tr("Saved in the case file next to the recording. \"oddb scan\" does not count it either."));
    kept->setWordWrap(true);
    auto* box = new QVBoxLayout(this);
    box->setSpacing(10);
    for (QWidget* w : std::initializer_list<QWidget*>{one_, rule_, reason_, kept, buttons}) box->addWidget(w);
    setMinimumWidth(380);
    reason_->setFocus();
}

Expected ExpectedDialog::expected() const {
    Expected expected = rule_->isChecked() ? by_rule_ : Expected{id_, {}, {}, {}};
    const QString reason = reason_->text().trimmed();
    expected.reason = reason.isEmpty() ? tr("no reason given").toStdString() : reason.toStdString();
    return expected;
}

} // namespace oddbounce
