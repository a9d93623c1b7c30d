// SPDX-License-Identifier: GPL-3.0-or-later
// How a game records itself: a whole program per language, and a check that a first log arrived.
#pragma once

#include "session/session.hpp"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>

namespace oddbounce {

struct Snippet {
    QString language, code;
};
/// The first program of each section of docs/recording.md.
std::vector<Snippet> snippets();

/// Code in the chosen language, read-only, with a button that copies it.
class SnippetBox : public QWidget {
    Q_OBJECT
  public:
    explicit SnippetBox(QWidget* parent = nullptr);
    void show_snippets(std::vector<Snippet> snippets);
    QString code() const { return code_->toPlainText(); }
    QComboBox* languages() const { return languages_; }

  private:
    std::vector<Snippet> snippets_;
    QComboBox* languages_;
    QPlainTextEdit* code_;
};

class RecordDialog : public QDialog {
    Q_OBJECT
  public:
    RecordDialog(Session& session, QWidget* parent);

  signals:
    void wants_dialog(); ///< open the log that the game wrote
    void wants_games();  ///< listen, or stop

  private:
    void refresh();
    Session& session_;
    QLabel* state_;
    QPushButton* listen_;
};

} // namespace oddbounce
