// SPDX-License-Identifier: GPL-3.0-or-later
// The fix bench: the chosen finding as recorded and with a candidate fix, the knobs of the fix, which values
// work, how safe it is, from which sides it works, and all candidates compared.
#pragma once

#include "bench/bench_view.hpp"
#include "bench/comparison.hpp"
#include "bench/knob_panel.hpp"
#include "bench/range_chart.hpp"
#include "bench/shake_chart.hpp"
#include "bench/sides_chart.hpp"

#include <QPushButton>
#include <QSplitter>

class QCheckBox;
class QComboBox;
class QLabel;

namespace oddbounce {

class BenchPage : public QWidget {
    Q_OBJECT
  public:
    explicit BenchPage(Session& session, QWidget* parent = nullptr);
    BenchView& view() { return *view_; }
    KnobPanel& knobs() { return *knobs_; }
    RangeChart& range() { return *range_; }
    ShakeChart& shake() { return *shake_; }
    SidesChart& sides() { return *sides_; }
    Comparison& comparison() { return *comparison_; }
    QPushButton* ask_shake() { return ask_shake_; }
    QPushButton* ask_sides() { return ask_sides_; }
    QPushButton* keep() { return keep_; }
    QPushButton* to_difference() { return to_difference_; }
    QSplitter* splitter() { return across_; }
    void toggle_overlay();

  signals:
    void wants_candidate(); ///< a new one, in the form

  protected:
    void showEvent(QShowEvent*) override;

  private:
    QWidget* left_side();
    QWidget* right_side();
    void refresh();
    void choose_best(); ///< the best candidate, unless one was chosen
    void rename();

    Session& session_;
    QSplitter* across_;
    QLabel *finding_, *name_, *verdict_, *loop_;
    KnobPanel* knobs_;
    BenchView* view_;
    RangeChart* range_;
    ShakeChart* shake_;
    SidesChart* sides_;
    Comparison* comparison_;
    QCheckBox* overlay_;
    QComboBox* trait_;
    QPushButton *ask_shake_, *ask_sides_, *keep_, *to_difference_, *rename_, *copy_, *remove_;
};

} // namespace oddbounce
