// SPDX-License-Identifier: GPL-3.0-or-later
// The changes of the chosen candidate: a slider for each number, a box for each choice.
#pragma once

#include "session/session.hpp"

#include <QWidget>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QPushButton;
class QSlider;
class QVBoxLayout;

namespace oddbounce {

/// Moving a slider says at once what becomes of the finding; letting go makes the change the person's own
/// candidate, or changes it where it is one.
class KnobPanel : public QWidget {
    Q_OBJECT
  public:
    explicit KnobPanel(Session& session, QWidget* parent = nullptr);
    /// A number of the candidate, as it can be turned.
    struct Row {
        FixNumber number;
        double from, to;
        QSlider* slider;
        QDoubleSpinBox* box;
        QPushButton* ask; ///< which values of it work?
    };
    const std::vector<Row>& rows() const { return rows_; }
    /// Asks for a map of two numbers; null: there are not two. Which ones: of more than two, what is chosen.
    QPushButton* map() { return map_; }
    QComboBox* map_across() { return map_across_; }
    QComboBox* map_up() { return map_up_; }
    /// Another change in the same candidate, chosen in the form.
    void add_change();
    void remove_change(std::size_t change);
    /// Puts a change aside, or back at the end of those that count.
    void switch_off(std::size_t change);
    void switch_on(std::size_t off);
    /// One place earlier.
    void move_up(std::size_t change);

  private:
    void rebuild();
    void add_heads(const Candidate& c, std::size_t change);
    void add_off(const Candidate& c);
    void add_map();
    void change_fix(const std::function<void(Fix&)>& how, const QString& said);
    void add_numbers(const Candidate& c, std::size_t change);
    void add_choices(const Candidate& c, std::size_t change);
    void put(const Fix& fix);
    QString named(const Fix& fix, const FixNumber& number, double value) const;
    const Candidate* candidate() const;

    Session& session_;
    QVBoxLayout* list_;
    QLabel* preview_;
    QPushButton *add_, *map_ = nullptr;
    QComboBox *map_across_ = nullptr, *map_up_ = nullptr;
    std::vector<Row> rows_;
    std::string shown_;                                       ///< the fix whose rows these are
    std::map<std::string, std::pair<double, double>> ranges_; ///< by name; kept while a slider is moved
    bool own_change_ = false;
};

} // namespace oddbounce
