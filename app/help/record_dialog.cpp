// SPDX-License-Identifier: GPL-3.0-or-later
#include "help/record_dialog.hpp"

#include <QApplication>
#include <QClipboard>
#include <QDialogButtonBox>
#include <QFile>
#include <QFontDatabase>
#include <QHBoxLayout>
#include <QSettings>
#include <QVBoxLayout>

namespace oddbounce {

std::vector<Snippet> snippets() {
    QFile file(":/recording.md");
    std::vector<Snippet> out;
    if (!file.open(QIODevice::ReadOnly)) return out;
    QString section;
    bool inside = false;
    for (const QString& line : QString::fromUtf8(file.readAll()).split('\n')) {
        if (inside) {
            inside = !line.startsWith("```");
            if (inside) out.back().code += line + '\n';
        } else if (line.startsWith("## "))
            section = line.mid(3);
        else if (line.startsWith("```") && line.size() > 3 && line != "```sh" && !section.isEmpty())
            out.push_back({section, {}}), section.clear(), inside = true;
    }
    return out;
}

SnippetBox::SnippetBox(QWidget* parent)
    : QWidget(parent), languages_(new QComboBox), code_(new QPlainTextEdit) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* row = new QHBoxLayout;
    auto* copy = new QPushButton(tr("Copy the code"));
    languages_->setAccessibleName(tr("language")), code_->setAccessibleName(tr("code"));
    row->addWidget(languages_), row->addStretch(), row->addWidget(copy);
    code_->setReadOnly(true), code_->setLineWrapMode(QPlainTextEdit::NoWrap), code_->setTabChangesFocus(true);
    code_->setFont(QFontDatabase::systemFont(QFontDatabase::FixedFont));
    column->addLayout(row), column->addWidget(code_, 1);
    connect(copy, &QPushButton::clicked, this, [this] { QApplication::clipboard()->setText(code()); });
    connect(languages_, &QComboBox::currentIndexChanged, this, [this](int i) {
        if (i < 0 || i >= static_cast<int>(snippets_.size())) return code_->clear();
        code_->setPlainText(snippets_[static_cast<std::size_t>(i)].code);
    });
    connect(languages_, &QComboBox::activated, this,
            [this] { QSettings().setValue("language of code", languages_->currentText()); });
}

void SnippetBox::show_snippets(std::vector<Snippet> snippets) {
    snippets_ = std::move(snippets);
    languages_->clear();
    for (const Snippet& s : snippets_) languages_->addItem(s.language);
    const int known = languages_->findText(QSettings().value("language of code").toString());
    if (known >= 0) languages_->setCurrentIndex(known);
}

RecordDialog::RecordDialog(Session& session, QWidget* parent)
    : QDialog(parent), session_(session), state_(new QLabel), listen_(new QPushButton) {
    setWindowTitle(tr("Record your game")), resize(760, 560);
    auto* column = new QVBoxLayout(this);
    auto* how = new QLabel(
        tr("1. Copy the recorder of your language from the folder \"recorder\" into your game.\n"
           "2. Call it as below: definitions first, then every frame after its physics step.\n"
           "3. Run the game and open the log that it wrote, or listen and let the game send its frames."));
    how->setWordWrap(true);
    auto* box = new SnippetBox;
    box->show_snippets(snippets());
    auto* open = new QPushButton(tr("Open the log…"));
    auto* row = new QHBoxLayout;
    row->addWidget(open), row->addWidget(listen_), row->addWidget(state_, 1);
    state_->setTextFormat(Qt::PlainText), state_->setWordWrap(true), state_->setAccessibleName(tr("state"));
    state_->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    column->addWidget(how), column->addWidget(box, 1), column->addLayout(row), column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(open, &QPushButton::clicked, this, &RecordDialog::wants_dialog);
    connect(listen_, &QPushButton::clicked, this, &RecordDialog::wants_games);
    for (auto signal : {&Session::live_changed, &Session::grown, &Session::recording_changed})
        connect(&session_, signal, this, &RecordDialog::refresh);
    refresh();
}

void RecordDialog::refresh() {
    listen_->setText(session_.listening() ? tr("Stop listening") : tr("Listen"));
    if (session_.live())
        state_->setText(tr("%1 frames have arrived.").arg(session_.recording()->kept()));
    else if (session_.listening())
        state_->setText(tr("Listening at %1, for pages at %2. No frames have arrived yet.")
                            .arg(session_.listening_at(), session_.page_address()));
    else
        state_->clear();
}

} // namespace oddbounce
