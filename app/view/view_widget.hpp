// SPDX-License-Identifier: GPL-3.0-or-later
// The view: pan, zoom, hover, measure; what it draws is the scene painter's.
#pragma once

#include "access/spoken.hpp"
#include "view/handles.hpp"
#include "view/picture.hpp"

#include <QLineEdit>
#include <QPixmap>
#include <QPointer>
#include <QWidget>

namespace oddbounce {

class ViewWidget : public QWidget, public Spoken {
    Q_OBJECT
  public:
    explicit ViewWidget(Session& session, QWidget* parent = nullptr);
    QString spoken() const override;

    void look_at_finding(); ///< Z
    void look_at_all();
    void toggle_hold();    ///< H: the chosen body stays where it is on the screen
    void toggle_ghosts();  ///< G
    void toggle_loupe();   ///< L
    void toggle_measure(); ///< M
    void drop_note();      ///< D: at the pointer, else at the finding
    void drop_note_at(const QPointF& pixel);
    bool holds() const { return hold_; }
    bool shows_ghosts() const { return ghosts_; }
    bool shows_loupe() const { return loupe_; }
    bool measures() const { return measuring_; }
    // Of a scene of three dimensions:
    void toggle_section();                    ///< K: cut by a plane, or from outside
    void look_along(int axis);                ///< along x, y or z
    void turn_sight(double right, double up); ///< degrees, about what is in the middle
    void show_telling_plane();                ///< Shift+K: the finding's own plane again
    void push_plane(double by);               ///< toward the person, unit
    void push_plane_by_pixels(double pixels); ///< ditto, as far as it looks
    Slot body_under(const QPointF& pixel) const;
    Slot body_in_sight(const QPointF& pixel) const;
    const Mapping& mapping() const { return mapping_; }
    /// What the pointer is over, as a sentence; empty for nothing.
    QString hover_text(const QPointF& pixel) const;

  signals:
    void hovered(const QString& text);

  protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void mouseDoubleClickEvent(QMouseEvent*) override;
    void leaveEvent(QEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool event(QEvent*) override;
    bool eventFilter(QObject*, QEvent*) override;

  private:
    void still_layer();
    void measure_lines(QPainter& p) const;
    void edit_note(const NoteSlip& slip);
    void ask_note(const Vec3& at);
    void take_new_sight();
    void follow_body();
    /// What is led by a handle, and the handle.
    struct Held {
        std::shared_ptr<const Handled> of;
        Handle handle;
    };
    std::vector<Held> held_by_handles() const;
    std::optional<Held> handle_under(const QPointF& pixel) const;
    QString handle_text(const Held& held) const;
    void drag_to(const QPointF& pixel, bool symmetric);
    void drop_handle();
    void keep_change(const Handled& before, const Handled& now);
    void type_numbers(const Held& held);
    void take_typed();
    void end_typing();
    void paint_drag(QPainter& p) const;

    /// A handle that is being dragged.
    struct Drag : Held {
        std::unique_ptr<Handled> now; ///< with the change; null: it has not moved yet
    };
    std::optional<Drag> drag_;
    /// A handle whose numbers are being typed, and where.
    std::optional<Held> typed_;
    QPointer<QLineEdit> typing_;

    Session& session_;
    Mapping mapping_;
    QPixmap still_;
    Mapping still_mapping_;
    QString still_key_;
    bool hold_ = false, ghosts_ = false, loupe_ = true, measuring_ = false, fresh_ = true, dragged_ = false;
    QPointF pressed_, last_;
    std::vector<Vec3> measure_; ///< up to three clicked points: length, then angle
    Vec3 measure_tip_{0.0};
    SceneOptions options_;
};

} // namespace oddbounce
