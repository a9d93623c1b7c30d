// SPDX-License-Identifier: GPL-3.0-or-later
#include "help/coverage_dialog.hpp"

#include "fault/coverage.hpp"
#include "language/language.hpp"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QVBoxLayout>

namespace oddbounce {

CoverageDialog::CoverageDialog(const Session& session, QWidget* parent)
    : QDialog(parent), faults_(new QTreeWidget), about_(new QLabel), code_(new SnippetBox) {
    setWindowTitle(tr("What is judged")), resize(760, 600);
    auto* column = new QVBoxLayout(this);
    auto* line = new QLabel(QString::fromStdString(text_of(session.coverage())));
    line->setWordWrap(true), about_->setWordWrap(true);
    line->setTextFormat(Qt::PlainText), about_->setTextFormat(Qt::PlainText);
    faults_->setColumnCount(2), faults_->setHeaderLabels({tr("fault"), tr("state")});
    faults_->setRootIsDecorated(false), faults_->setAccessibleName(tr("faults"));
    faults_->header()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
    for (const Fault& fault : catalogue()) {
        auto* item = new QTreeWidgetItem({in_line(core_text(fault.title)), tr("judged")});
        if (const auto why = session.not_judged().find(fault.id); why != session.not_judged().end())
            item->setText(1, tr("not judged: %1").arg(QString::fromStdString(why->second)));
        item->setToolTip(0, core_text(fault.what)), item->setToolTip(1, item->text(1));
        QVariantList missing;
        if (session.recording())
            for (const Input input : missing_inputs(*session.recording(), fault))
                missing << static_cast<int>(input);
        item->setData(0, Qt::UserRole, missing);
        if (session.not_judged().count(fault.id)) // what needs attention comes first
            faults_->insertTopLevelItem(0, item);
        else
            faults_->addTopLevelItem(item);
    }
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    column->addWidget(line), column->addWidget(faults_, 2), column->addWidget(about_),
        column->addWidget(code_, 1), column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(faults_, &QTreeWidget::currentItemChanged, this, &CoverageDialog::show_lines);
    faults_->setCurrentItem(faults_->topLevelItem(0));
}

/// The recorder's calls for what the chosen fault lacks.
void CoverageDialog::show_lines() {
    const QTreeWidgetItem* item = faults_->currentItem();
    if (!item) return;
    std::vector<Snippet> lines;
    for (const QVariant& input : item->data(0, Qt::UserRole).toList())
        for (const RecorderLine& line : recorder_lines(static_cast<Input>(input.toInt()))) {
            auto it = std::find_if(lines.begin(), lines.end(),
                                   [&](const Snippet& s) { return s.language == line.language; });
            if (it == lines.end()) it = lines.insert(lines.end(), {line.language, {}});
            it->code += QString(line.code) + '\n';
        }
    about_->setText(lines.empty() ? item->toolTip(0)
                                  : item->toolTip(0) + '\n' + tr("Add to your game's recorder:"));
    code_->setVisible(!lines.empty());
    code_->show_snippets(std::move(lines));
}

} // namespace oddbounce
