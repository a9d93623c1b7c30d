// SPDX-License-Identifier: GPL-3.0-or-later
#include "settings/settings_dialog.hpp"

#include "language/language.hpp"
#include "theme/theme.hpp"

#include <QDir>
#include <QDoubleSpinBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace oddbounce {

namespace {

/// Numbers from 0 on, stepped in what their unit makes a small step.
class NumberEditor : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem&,
                          const QModelIndex& index) const override {
        auto* spin = new QDoubleSpinBox(parent);
        const QString unit = index.siblingAtColumn(SettingsModel::Unit).data(Qt::EditRole).toString();
        const bool share = unit == "share" || unit == "slops" || unit == "times";
        spin->setRange(0.0, 1e9), spin->setDecimals(share ? 3 : 1), spin->setSingleStep(share ? 0.05 : 1.0);
        spin->setFrame(false);
        return spin;
    }
};

} // namespace

SettingsDialog::SettingsDialog(Session& session, QWidget* parent)
    : QDialog(parent), session_(session), model_(new SettingsModel(session, this)) {
    setWindowTitle(tr("Project settings"));
    resize(900, 560);
    auto* across = new QHBoxLayout(this);
    across->setContentsMargins(18, 16, 18, 16), across->setSpacing(18);
    across->addWidget(table(), 3), across->addWidget(effects(), 2);
    connect(model_, &SettingsModel::counted, this, &SettingsDialog::show_effect);
    connect(&model_->work(), &Background::progress, this, [this](double share, double) {
        effect_->setText(tr("Judging with these values: %1 %").arg(static_cast<int>(share * 100)));
    });
    connect(kinds_, &QComboBox::currentIndexChanged, this, [this](int row) {
        model_->choose_kind(row <= 0 ? QString() : kinds_->currentText());
        show_reason();
    });
    connect(filter_, &QLineEdit::textChanged, model_, &SettingsModel::filter);
    connect(table_->selectionModel(), &QItemSelectionModel::currentChanged, this,
            &SettingsDialog::show_reason);
    connect(model_, &SettingsModel::dataChanged, this, &SettingsDialog::show_reason);
    connect(reset_, &QPushButton::clicked, this, [this] {
        if (table_->currentIndex().isValid()) model_->reset(table_->currentIndex().row());
    });
    connect(keep_, &QPushButton::clicked, this, [this] {
        session_.keep_settings(model_->draft());
        model_->start();
    });
    connect(list_, &QListWidget::itemClicked, this, [this](const QListWidgetItem* item) {
        if (const QString id = item->data(Qt::UserRole).toString(); !id.isEmpty())
            session_.choose_finding(id);
    });
}

QWidget* SettingsDialog::table() {
    auto* side = new QWidget;
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0), column->setSpacing(8);
    auto* head = new QHBoxLayout;
    kinds_ = new QComboBox, filter_ = new QLineEdit;
    kinds_->setAccessibleName(tr("for")), kinds_->setMinimumWidth(150);
    filter_->setPlaceholderText(tr("filter: fault, word…")), filter_->setClearButtonEnabled(true);
    head->addWidget(new QLabel(tr("for"))), head->addWidget(kinds_), head->addWidget(filter_, 1);
    table_ = new QTableView;
    table_->setModel(model_),
        table_->setItemDelegateForColumn(SettingsModel::Value, new NumberEditor(table_));
    table_->setShowGrid(false), table_->verticalHeader()->hide(),
        table_->verticalHeader()->setDefaultSectionSize(26);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setEditTriggers(QAbstractItemView::AllEditTriggers);
    table_->setAccessibleName(tr("thresholds"));
    QHeaderView* heads = table_->horizontalHeader();
    heads->setSectionResizeMode(SettingsModel::Name, QHeaderView::Stretch);
    heads->resizeSection(SettingsModel::Value, 80);
    for (const int one : {SettingsModel::Unit, SettingsModel::Default})
        heads->setSectionResizeMode(one, QHeaderView::ResizeToContents);
    heads->setHighlightSections(false);
    reason_ = new QLabel;
    reason_->setWordWrap(true), reason_->setForegroundRole(QPalette::PlaceholderText),
        reason_->setMinimumHeight(34);
    reset_ = new QPushButton(tr("Reset to default"));
    reset_->setToolTip(tr("Gives the chosen threshold its default value again"));
    auto* foot = new QHBoxLayout;
    foot->addWidget(reason_, 1), foot->addWidget(reset_);
    column->addLayout(head), column->addWidget(table_, 1), column->addLayout(foot);
    return side;
}

QWidget* SettingsDialog::effects() {
    auto* side = new QWidget;
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0), column->setSpacing(8);
    auto* title = new QLabel(tr("Effect on this recording"));
    title->setFont(type(14, true));
    effect_ = new QLabel, file_ = new QLabel;
    effect_->setWordWrap(true), file_->setWordWrap(true);
    file_->setForegroundRole(QPalette::PlaceholderText);
    list_ = new QListWidget;
    list_->setAccessibleName(tr("effect on this recording"));
    space_ = new QWidget;
    keep_ = new QPushButton;
    auto* close = new QPushButton(tr("Close"));
    connect(close, &QPushButton::clicked, this, &QDialog::hide);
    auto* foot = new QHBoxLayout;
    foot->addStretch(), foot->addWidget(keep_), foot->addWidget(close);
    column->addWidget(title), column->addWidget(effect_), column->addWidget(list_, 1),
        column->addWidget(space_, 1), column->addWidget(file_), column->addLayout(foot);
    return side;
}

void SettingsDialog::open_afresh() {
    model_->start();
    list_kinds();
    if (!table_->currentIndex().isValid()) table_->setCurrentIndex(model_->index(0, SettingsModel::Name));
    show_effect(), show_reason();
    show(), raise();
}

void SettingsDialog::list_kinds() {
    const QString chosen = kinds_->currentIndex() > 0 ? kinds_->currentText() : QString();
    kinds_->clear();
    kinds_->addItem(tr("all bodies"));
    kinds_->addItems(model_->kinds());
    kinds_->setCurrentIndex(std::max(0, chosen.isEmpty() ? 0 : kinds_->findText(chosen)));
}

void SettingsDialog::show_reason() {
    const QModelIndex at = table_->currentIndex();
    reset_->setEnabled(at.isValid() && model_->own(at.row()));
    reason_->setText(at.isValid() ? core_text(model_->info(at.row()).reason) : QString());
}

void SettingsDialog::show_effect() {
    const SettingsModel::Effect& e = model_->effect();
    list_->clear();
    const auto add = [&](const Finding& f, const char* sign) {
        QString names = QString::fromStdString(f.names.at(0));
        if (f.names.size() > 1) names = tr("%1 and %2").arg(names, QString::fromStdString(f.names[1]));
        auto* item = new QListWidgetItem(
            tr("%1 %2, %3, frame %4").arg(sign, title_in_line(f), names).arg(f.first), list_);
        item->setForeground(*sign == '+' ? Theme::current().finding : Theme::current().soft);
        if (*sign == '-') item->setData(Qt::UserRole, QString::fromStdString(f.id));
    };
    const auto count = [](std::size_t n) { return n == 1 ? tr("1 finding") : tr("%1 findings").arg(n); };
    if (!model_->changed())
        effect_->setText(tr("No value is changed yet. Change one to see its effect on this recording."));
    else if (!e.known)
        effect_->setText(tr("Judging with these values…"));
    else if (e.disappearing.empty() && e.appearing.empty())
        effect_->setText(tr("The findings stay the same."));
    else
        effect_->setText(tr("%1 would disappear, %2 would appear.")
                             .arg(count(e.disappearing.size()), count(e.appearing.size())));
    for (const Finding& f : e.appearing) add(f, "+");
    for (const Finding& f : e.disappearing) add(f, "-");
    list_->setVisible(list_->count() > 0), space_->setVisible(list_->count() == 0);
    keep_->setEnabled(model_->changed());
    keep_->setText(tr("Save to project"));
    file_->setText(tr("Saved in %1 for all recordings in this folder and below. oddb uses it too.")
                       .arg(QDir::toNativeSeparators(session_.project_path())));
}

} // namespace oddbounce
