// SPDX-License-Identifier: GPL-3.0-or-later
// From which starts a fault still shows: the share that fails, without the fix and with it.
#pragma once

#include "session/session.hpp"

#include <QWidget>

namespace oddbounce {

/// Of the chosen candidate's shake. Left and right choose a column, a click or Enter shows a start of it:
/// one that fails with the fix, else one that fails without it.
class ShakeChart : public QWidget {
    Q_OBJECT
  public:
    enum class Trait { Phase, Aside, Faster, Turned };
    explicit ShakeChart(Session& session, QWidget* parent = nullptr);
    QSize sizeHint() const override { return {360, 150}; }
    void set_trait(Trait trait);
    /// The number of a start that stands for the column; none: none was tried there.
    std::optional<std::size_t> start_in(int column) const;
    int column_at(double x) const;
    static constexpr int columns = 20;

  protected:
    void paintEvent(QPaintEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

  private:
    const Candidate* candidate() const; ///< null: it was not shaken
    int column_of(const ShakenStart& start) const;
    void take(int column);
    QString ends(bool most) const;

    Session& session_;
    Trait trait_ = Trait::Phase;
    int chosen_ = -1;
};

} // namespace oddbounce
