// SPDX-License-Identifier: GPL-3.0-or-later
// What a person sees first: open, listen, record a game, recent recordings, and the samples with what is
// wrong in each.
#pragma once

#include <QFrame>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>

namespace oddbounce {

/// One situation, faulty and correct.
struct Sample {
    QString path, title, what;     ///< the faulty recording, and what is wrong in it
    QString group, fault;          ///< heading; name of the fault
    QString correct_path, correct; ///< the correct recording, and what is right in it
};
/// The samples that lie beside the program or in its share folder; empty where there are none.
std::vector<Sample> samples();
/// Where the small picture of a recording is kept for the list of recent ones.
QString thumbnail_path(const QString& recording);

class StartPage : public QWidget {
    Q_OBJECT
  public:
    explicit StartPage(QWidget* parent = nullptr);
    void show_recent(const QStringList& paths);
    /// Where games can send to; empty: nowhere.
    void show_listening(const QString& url);

  signals:
    void wants(const QString& path);
    void wants_dialog();
    void wants_games(); ///< listen, or stop
    void wants_recorders();
    void wants_theme();
    void wants_help();

  protected:
    void resizeEvent(QResizeEvent*) override;

  private:
    QWidget* head();
    QWidget* recent_list();
    QWidget* sample_list();
    void arrange();

    std::vector<Sample> samples_;
    QLabel* state_;
    QPushButton* listen_;
    QWidget* recent_;
    QVBoxLayout* head_;
    QBoxLayout* ways_; ///< the buttons: one row, or two where there is less room
    QWidget* picture_;
    QGridLayout *recent_grid_, *sample_grid_;
    std::vector<QWidget*> recent_cards_;
    std::vector<std::pair<QString, QWidget*>> sample_cards_; ///< with their group's heading
    std::vector<QLabel*> headings_;
    int across_ = 0;
};

} // namespace oddbounce
