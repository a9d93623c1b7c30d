// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/fine_dialog.hpp"

#include <QDialogButtonBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace oddbounce {

FineDialog::FineDialog(const Finding& finding, const std::vector<Finding>& all, bool by_rule, QWidget* parent)
    : QDialog(parent), id_(finding.id), by_rule_(rule_for(finding)) {
    setWindowTitle("Fine as it is");
    const auto like =
        std::count_if(all.begin(), all.end(), [&](const Finding& f) { return covers(by_rule_, f); });
    const QString frames = finding.first == finding.last
                               ? QString("frame %1").arg(finding.first)
                               : QString("frames %1–%2").arg(finding.first).arg(finding.last);
    one_ = new QRadioButton("only this one, " + frames);
    rule_ =
        new QRadioButton(QString("%1 (%2 here)").arg(QString::fromStdString(text_of(by_rule_))).arg(like));
    (by_rule ? rule_ : one_)->setChecked(true);
    why_ = new QLineEdit;
    why_->setPlaceholderText("a word why"), why_->setAccessibleName("why it is fine");
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText("It is fine");
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* kept = new QLabel("Kept with the case beside the recording; oddb scan passes it over too.");
    kept->setWordWrap(true);
    auto* box = new QVBoxLayout(this);
    box->setSpacing(10);
    for (QWidget* w : std::initializer_list<QWidget*>{one_, rule_, why_, kept, buttons}) box->addWidget(w);
    setMinimumWidth(380);
    why_->setFocus();
}

Fine FineDialog::fine() const {
    Fine fine = rule_->isChecked() ? by_rule_ : Fine{id_, {}, {}, {}};
    const QString why = why_->text().trimmed();
    fine.why = why.isEmpty() ? "no reason given" : why.toStdString();
    return fine;
}

} // namespace oddbounce
