// SPDX-License-Identifier: GPL-3.0-or-later
// Candidate fixes of the chosen finding, a card each: its verdict counts everything that changed, each part
// opens its list.
#pragma once

#include "fixes/range_band.hpp"
#include "fixes/ranking.hpp"

#include <QFrame>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace oddbounce {

/// An entry of a verdict's list: what it is, and the moment to go to.
struct VerdictEntry {
    QString text;
    double moment = 0.0;
};
std::vector<VerdictEntry> entries_of(const Verdict& verdict, VerdictPart::List list,
                                     const Recording& recording);

/// One candidate. Space or a click shows it in the view.
class FixCard : public QFrame {
    Q_OBJECT
  public:
    FixCard(Session& session, int index, QWidget* parent = nullptr);
    QLabel* verdict() { return verdict_; }
    /// The loop that the game moves its body by, with what the fix changes; shown where the card is chosen.
    QLabel* loop() { return loop_; }
    /// Of its range; null: none is sought.
    RangeBand* band() { return band_; }
    /// How often it fails from other starts; null: that was not asked.
    QLabel* shaken() { return shaken_; }
    QPushButton* shake() { return shake_; }
    /// Asks which values of its numbers work, a button each.
    const std::vector<QPushButton*>& asks() const { return asks_; }
    /// Lists what a part of the verdict counts, as a menu; empty where it counts nothing.
    void open_list(VerdictPart::List list);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void contextMenuEvent(QContextMenuEvent*) override;

  private:
    const Candidate* candidate() const;
    void choose();
    QString verdict_html(const Candidate& c) const;

    Session& session_;
    int index_;
    void add_ranges(QVBoxLayout& column, const Candidate& c);
    void add_shake(QVBoxLayout& column, const Candidate& c);
    QLabel *name_, *verdict_, *loop_;
    RangeBand* band_ = nullptr;
    std::vector<QPushButton*> asks_;
    QLabel* shaken_ = nullptr;
    QPushButton* shake_ = nullptr;
};

class FixesPanel : public QWidget {
    Q_OBJECT
  public:
    explicit FixesPanel(Session& session, QWidget* parent = nullptr);
    void new_candidate();
    /// By the candidate's index, wherever they are shown.
    const std::vector<FixCard*>& cards() const { return cards_; }
    /// Shows the suggestions that fix nothing; hidden where there are none.
    QPushButton* without_success() { return without_success_; }

  private:
    void rebuild();

    Session& session_;
    QLabel *count_, *note_;
    QVBoxLayout* list_;
    QPushButton *add_, *without_success_;
    std::vector<FixCard*> cards_;
};

} // namespace oddbounce
