// SPDX-License-Identifier: GPL-3.0-or-later
#include "help/guide.hpp"

#include <QDialog>
#include <QFile>
#include <QLineEdit>
#include <QListWidget>
#include <QRegularExpression>
#include <QSplitter>
#include <QTextBlock>
#include <QTextBrowser>
#include <QVBoxLayout>

namespace oddbounce {

namespace {

/// The guide without its pictures, which are not beside the program, and with its links as text.
QString guide_text() {
    QFile file(":/user-guide.md");
    if (!file.open(QIODevice::ReadOnly)) return {};
    QString text = QString::fromUtf8(file.readAll());
    text.remove(QRegularExpression("!\\[[^\\]]*\\]\\([^)]*\\)\\n?"));
    text.replace(QRegularExpression("\\[([^\\]]*)\\]\\([^)]*\\)"), "\\1");
    return text;
}

} // namespace

void show_user_guide(QWidget* parent) {
    if (auto* there = parent->findChild<QDialog*>("guide")) return there->show(), there->raise();
    auto* dialog = new QDialog(parent);
    dialog->setObjectName("guide"), dialog->setWindowTitle(QDialog::tr("User guide")),
        dialog->resize(900, 640);
    auto* column = new QVBoxLayout(dialog);
    auto* search = new QLineEdit;
    search->setPlaceholderText(QDialog::tr("search the guide, Enter for the next place")),
        search->setClearButtonEnabled(true);
    auto* split = new QSplitter;
    auto* headings = new QListWidget;
    auto* text = new QTextBrowser;
    text->setOpenLinks(false), text->setAccessibleName(QDialog::tr("user guide"));
    text->document()->setDocumentMargin(18), text->setMarkdown(guide_text());
    headings->setAccessibleName(QDialog::tr("chapters"));
    std::vector<int> places;
    for (QTextBlock b = text->document()->begin(); b.isValid(); b = b.next())
        if (const int level = b.blockFormat().headingLevel(); level == 1 || level == 2)
            headings->addItem(b.text()), places.push_back(b.position());
    split->addWidget(headings), split->addWidget(text);
    split->setSizes({220, 680}), split->setStretchFactor(1, 1);
    column->addWidget(search), column->addWidget(split, 1);
    QObject::connect(headings, &QListWidget::currentRowChanged, text, [text, places](int row) {
        if (row < 0) return;
        QTextCursor at(text->document());
        at.movePosition(QTextCursor::End),
            text->setTextCursor(at); // so that the heading comes to lie at the top
        at.setPosition(places[static_cast<std::size_t>(row)]), text->setTextCursor(at);
    });
    QObject::connect(search, &QLineEdit::returnPressed, text, [text, search] {
        if (!text->find(search->text())) text->moveCursor(QTextCursor::Start), text->find(search->text());
    });
    dialog->show();
}

} // namespace oddbounce
