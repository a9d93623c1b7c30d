// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/view_widget.hpp"

#include "account/account_model.hpp"
#include "fault/account_text.hpp"
#include "language/language.hpp"
#include "theme/theme.hpp"
#include "view/outline_path.hpp"

#include <QInputDialog>
#include <QMouseEvent>
#include <QWheelEvent>

namespace oddbounce {

ViewWidget::ViewWidget(Session& session, QWidget* parent)
    : QWidget(parent), Spoken(QAccessible::Graphic), session_(session) {
    setMouseTracking(true);
    setMinimumSize(240, 180);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("view of the moment"));
    connect(&session_, &Session::recording_changed, this,
            [this] { fresh_ = true, measure_.clear(), look_at_all(); });
    connect(&session_, &Session::moment_changed, this, [this] { follow_body(), tell(this); });
    connect(&session_, &Session::finding_changed, this, [this] {
        options_ = scene_options(session_);
        if (session_.finding()) look_at_finding();
        update();
    });
    connect(&session_, &Session::body_changed, this,
            [this] { options_ = scene_options(session_), still_key_.clear(), update(); });
    connect(&session_, &Session::sight_changed, this, [this] { take_new_sight(); });
    connect(&session_, &Session::preview_changed, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::notes_changed, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::pictures_changed, this,
            [this] { options_ = scene_options(session_), still_key_.clear(), update(); });
    connect(&session_, &Session::candidates_changed, this,
            [this] { options_ = scene_options(session_), update(); });
    // The list of findings moves in memory while a scan runs: never keep a pointer into it.
    connect(&session_, &Session::findings_changed, this,
            [this] { options_ = scene_options(session_), update(); });
}

void ViewWidget::look_at_finding() {
    if (!session_.recording()) return;
    mapping_ = first_look(session_, rect());
    update();
}

void ViewWidget::look_at_all() {
    if (!session_.recording()) return;
    mapping_.area = rect();
    take_sight(mapping_, session_, false);
    Box box;
    const World& w = *session_.instant().now;
    for (Slot c = 0; c < static_cast<Slot>(w.colliders().size()); ++c)
        if (w.live(c))
            box.add(w.colliders()[static_cast<std::size_t>(c)].geometry->bounds(w.body_of(c).pose));
    if (box.empty()) box.add(Vec3(-1.0)), box.add(Vec3(1.0));
    mapping_.fit(box, 40.0);
    update();
}

void ViewWidget::toggle_hold() { hold_ = !hold_ && session_.body() >= 0, follow_body(), update(); }
void ViewWidget::toggle_ghosts() { ghosts_ = !ghosts_, update(); }
void ViewWidget::toggle_loupe() { loupe_ = !loupe_, update(); }
void ViewWidget::toggle_measure() {
    measuring_ = !measuring_, measure_.clear(), setCursor(measuring_ ? Qt::CrossCursor : Qt::ArrowCursor),
    update();
}

void ViewWidget::follow_body() {
    if (!hold_ || session_.body() < 0 || !session_.recording()) return;
    mapping_.center = session_.instant().pose(session_.body()).at;
    take_sight(mapping_, session_, false);
}

/// Static colliders, drawn once until the look or the still scene changes.
void ViewWidget::still_layer() {
    const Instant& t = session_.instant();
    const Mapping& m = mapping_;
    const bool shot = options_.pictures && session_.recording()->any_has(Recording::Screenshot);
    QString look;
    for (const Vec3& v : {m.center, m.right, m.up})
        for (int axis = 0; axis < 3; ++axis) look += QString::number(v[axis], 'g', 17) + ' ';
    const QString key = QString("%1 %2 %3 %4 %5 %6 %7 %8")
                            .arg(t.now->still_version())
                            .arg(look)
                            .arg(static_cast<int>(m.shows))
                            .arg(m.scale, 0, 'g', 17)
                            .arg(width())
                            .arg(height())
                            .arg(Theme::current().dark)
                            .arg(shot ? static_cast<int>(t.index) : -1) +
                        (options_.finding ? QString::fromStdString(options_.finding->id) : QString());
    if (key == still_key_) return;
    still_key_ = key;
    still_ = QPixmap(size() * devicePixelRatioF());
    still_.setDevicePixelRatio(devicePixelRatioF());
    QPainter p(&still_);
    SceneOptions o = options_;
    o.fixed_only = true;
    ScenePainter painter(p, m, *session_.recording(), t, o);
    painter.background(), painter.bodies();
}

void ViewWidget::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Theme& th = Theme::current();
    if (!session_.recording()) return p.fillRect(rect(), th.paper);
    mapping_.area = rect();
    SceneOptions o = options_;
    o.ghosts = ghosts_;
    if (mapping_.shows == Shows::Space) {
        if (session_.finding()) o.plane = session_.section();
        o.plane_half = 0.3 * std::min(width(), height()) / mapping_.scale;
    } else if (mapping_.shows != Shows::Space) {
        still_layer();
        p.drawPixmap(0, 0, still_);
        o.moving_only = true;
    }
    ScenePainter painter(p, mapping_, *session_.recording(), session_.instant(), o);
    if (mapping_.shows == Shows::Space) painter.background();
    painter.bodies(), painter.marks(), painter.scale_bar();
    if (mapping_.shows != Shows::Plane) painter.axes();
    if (loupe_) paint_loupe(p, session_, mapping_, options_);
    paint_notes(p, session_, mapping_);
    paint_drag(p);
    measure_lines(p);
    if (hold_) {
        p.setPen(th.soft), p.setFont(type(12));
        p.drawText(rect().adjusted(0, 10, -14, 0), Qt::AlignRight | Qt::AlignTop,
                   tr("following the body · H lets go"));
    }
    p.end(), paint_focus(this);
}

/// The moment, the finding, and its first numbers.
QString ViewWidget::spoken() const {
    if (!session_.recording()) return {};
    QStringList out{session_.moment_text()};
    if (session_.finding()) out << headline_text(*session_.finding());
    constexpr std::size_t most = 4;
    const std::vector<NumberRow> rows = numbers_at(session_);
    for (std::size_t i = 0; i < std::min(most, rows.size()); ++i) out << rows[i].name + ' ' + rows[i].value;
    return out.join(", ");
}

void ViewWidget::measure_lines(QPainter& p) const {
    if (!measuring_) return;
    const Theme& th = Theme::current();
    const Recording& r = *session_.recording();
    p.setFont(type(12, true));
    std::vector<Vec3> points = measure_;
    points.push_back(measure_tip_);
    p.setPen(QPen(th.ink, 1.2, Qt::DashLine));
    for (std::size_t i = 1; i < points.size(); ++i)
        p.drawLine(mapping_.to(points[i - 1]), mapping_.to(points[i]));
    QString text = tr("measure: click the first point");
    if (points.size() == 2) text = QString::fromStdString(length_text(r, glm::length(points[1] - points[0])));
    if (points.size() >= 3) {
        const Vec3 u = unit(points[0] - points[1]), v = unit(points[2] - points[1]);
        const double angle = glm::degrees(std::acos(std::clamp(glm::dot(u, v), -1.0, 1.0)));
        text = tr("%1, %2, angle %3°")
                   .arg(QString::fromStdString(length_text(r, glm::length(points[1] - points[0]))),
                        QString::fromStdString(length_text(r, glm::length(points[2] - points[1]))))
                   .arg(angle, 0, 'f', 1);
    }
    const QPointF q = mapping_.to(points.back()) + QPointF(14, -10);
    const QRectF box = p.fontMetrics().boundingRect(text).toRectF().translated(q).adjusted(-6, -4, 6, 4);
    p.fillRect(box, th.panel);
    p.setPen(th.ink);
    p.drawText(q, text);
}

Slot ViewWidget::body_under(const QPointF& pixel) const {
    if (!session_.recording()) return -1;
    if (mapping_.shows == Shows::Space) return body_in_sight(pixel);
    const Instant& t = session_.instant();
    const Vec3 p = mapping_.from(pixel);
    Slot best = -1;
    double nearest = 8.0 / mapping_.scale;
    bool best_moves = false;
    for (Slot c = 0; c < static_cast<Slot>(t.now->colliders().size()); ++c) {
        const ColliderState& state = t.now->colliders()[static_cast<std::size_t>(c)];
        if (!state.geometry || state.body < 0 || !t.present(state.body)) continue;
        Box box = state.geometry->bounds(t.pose(state.body));
        box.grow(nearest);
        if (!box.holds(p)) continue;
        const double d = point_distance(p, *state.geometry, t.pose(state.body));
        const bool moves = t.now->body_of(c).def->moves != Moves::Static;
        if (d > nearest || (best_moves && !moves)) continue;
        if (moves && !best_moves)
            best = state.body, best_moves = true, nearest = std::max(d, 0.0);
        else
            best = state.body, nearest = std::max(d, 0.0);
    }
    return best;
}

/// The nearest body along the line of sight.
Slot ViewWidget::body_in_sight(const QPointF& pixel) const {
    const Instant& t = session_.instant();
    Box all;
    for (Slot c = 0; c < static_cast<Slot>(t.now->colliders().size()); ++c)
        if (t.now->live(c)) all.add(at(*t.now, c).geometry->bounds(t.pose(at(*t.now, c).body)));
    if (all.empty()) return -1;
    const double far = glm::length(all.size()) + glm::length(all.center() - mapping_.center);
    const Vec3 middle = mapping_.from(pixel), from = middle + mapping_.toward() * far,
               to = middle - mapping_.toward() * far;
    Slot best = -1;
    double nearest = infinity;
    for (Slot c = 0; c < static_cast<Slot>(t.now->colliders().size()); ++c) {
        const ColliderState& state = at(*t.now, c);
        if (!t.now->live(c) || !t.present(state.body) || session_.hidden(state.body)) continue;
        const RayHit hit = ray_cast(from, to, *state.geometry, t.pose(state.body));
        if (hit.status != Status::None && hit.fraction < nearest) nearest = hit.fraction, best = state.body;
    }
    return best;
}

/// The sight was turned or pushed: what is in the middle stays there.
void ViewWidget::take_new_sight() {
    if (!session_.recording()) return;
    const Vec3 held = session_.sight().at;
    const QPointF before = mapping_.to(held);
    take_sight(mapping_, session_, false);
    mapping_.pan(before - mapping_.to(held));
    still_key_.clear(), tell(this), update();
}

void ViewWidget::toggle_section() {
    if (!session_.recording() || session_.recording()->header.space == 2) return;
    if (!session_.sight().section) return session_.set_sight(session_.section());
    session_.set_sight(from_outside(session_.section(), session_.recording()->header.up));
}

void ViewWidget::look_along(int axis) {
    if (!session_.recording() || session_.recording()->header.space == 2) return;
    Vec3 along(0.0);
    along[axis] = -1.0;
    Sight s = sight_along(session_.sight().at, along, session_.recording()->header.up);
    s.section = session_.sight().section;
    session_.set_sight(s);
}

void ViewWidget::turn_sight(double right, double up) {
    if (!session_.recording() || session_.recording()->header.space == 2) return;
    session_.set_sight(turned(session_.sight(), right, up, session_.recording()->header.up));
}

void ViewWidget::show_telling_plane() {
    if (!session_.recording()) return;
    if (!session_.sight().section) session_.set_sight(session_.section());
    session_.take_telling_sight();
    session_.finding() ? look_at_finding() : look_at_all();
}

void ViewWidget::push_plane_by_pixels(double pixels) { push_plane(pixels / mapping_.scale); }

void ViewWidget::push_plane(double by) {
    if (!session_.recording() || mapping_.shows != Shows::Section) return;
    Sight s = session_.sight();
    s.at += s.toward() * by;
    session_.set_sight(s);
}

QString ViewWidget::hover_text(const QPointF& pixel) const {
    if (!session_.recording()) return {};
    const Recording& r = *session_.recording();
    const Vec3 at = mapping_.from(pixel);
    QStringList place;
    for (int axis = 0; axis < r.header.space; ++axis) place << QString::fromStdString(figure(at[axis]));
    QString text = mapping_.shows == Shows::Space
                       ? QString()
                       : place.join(", ") + ' ' + QString::fromStdString(r.header.unit);
    const Slot body = body_under(pixel);
    if (body < 0) return text;
    const BodyState& b = session_.instant().now->bodies()[static_cast<std::size_t>(body)];
    text += QString("   ·   %1, %2")
                .arg(QString::fromStdString(body_name(*session_.instant().now, body)),
                     core_text(word(b.def->moves)));
    if (b.def->moves != Moves::Static)
        text += QString(", %1").arg(QString::fromStdString(motion_text(r, b.velocity)));
    for (Slot c : session_.instant().now->colliders_of(body)) {
        const ColliderDef& d = *session_.instant().now->colliders()[static_cast<std::size_t>(c)].def;
        text += QString("   ·   %1 %2%3")
                    .arg(core_text(word(d.shape.kind)), core_text(word(d.role)),
                         d.layer.empty() ? "" : tr(", layer %1").arg(QString::fromStdString(d.layer)));
        break;
    }
    return text;
}

void ViewWidget::resizeEvent(QResizeEvent*) {
    mapping_.area = rect();
    if (!fresh_ || !session_.recording()) return;
    if (session_.finding())
        look_at_finding();
    else
        look_at_all();
}

void ViewWidget::wheelEvent(QWheelEvent* e) {
    fresh_ = false;
    if (mapping_.shows == Shows::Section && e->modifiers() & Qt::ShiftModifier) {
        constexpr double per_notch = 4.0; // pixels
        const int notches = e->angleDelta().y() != 0 ? e->angleDelta().y() : e->angleDelta().x();
        return push_plane_by_pixels(notches / 120.0 * per_notch);
    }
    mapping_.zoom_at(e->position(), std::pow(1.0015, e->angleDelta().y()));
    update();
}

void ViewWidget::keyPressEvent(QKeyEvent* e) {
    if (e->key() != Qt::Key_Escape || !drag_) return QWidget::keyPressEvent(e);
    drag_.reset(), session_.end_preview(), update();
}

/// While a handle is dragged Escape lets it go, and does nothing else.
bool ViewWidget::event(QEvent* e) {
    if (e->type() == QEvent::ShortcutOverride && drag_ && static_cast<QKeyEvent*>(e)->key() == Qt::Key_Escape)
        e->accept();
    return QWidget::event(e);
}

void ViewWidget::mousePressEvent(QMouseEvent* e) {
    pressed_ = last_ = e->position(), dragged_ = false;
    const auto handle = e->button() == Qt::LeftButton ? handle_under(e->position()) : std::nullopt;
    if (!handle) return;
    drag_.emplace();
    static_cast<Held&>(*drag_) = *handle;
    setFocus();
}

void ViewWidget::mouseMoveEvent(QMouseEvent* e) {
    if (!session_.recording()) return;
    measure_tip_ = mapping_.from(e->position());
    if (drag_) {
        last_ = e->position();
        dragged_ = dragged_ || (e->position() - pressed_).manhattanLength() > 2;
        if (dragged_) drag_to(e->position(), e->modifiers() & Qt::AltModifier);
        return;
    }
    const auto handle = e->buttons() ? std::nullopt : handle_under(e->position());
    if (!measuring_) setCursor(handle ? Qt::SizeAllCursor : Qt::ArrowCursor);
    const bool turns = mapping_.shows != Shows::Plane &&
                       (e->buttons() & Qt::RightButton ||
                        (mapping_.shows == Shows::Space && e->buttons() & Qt::LeftButton && !measuring_));
    if (turns) {
        dragged_ = dragged_ || (e->position() - pressed_).manhattanLength() > 4;
        constexpr double degrees_per_pixel = 0.4;
        const QPointF by = (e->position() - last_) * degrees_per_pixel;
        if (dragged_) fresh_ = false, turn_sight(by.x(), by.y());
    } else if (e->buttons() & (Qt::LeftButton | Qt::MiddleButton)) {
        dragged_ = dragged_ || (e->position() - pressed_).manhattanLength() > 4;
        if (dragged_) fresh_ = false, mapping_.pan(e->position() - last_), update();
    } else
        emit hovered(handle ? handle_text(*handle) : hover_text(e->position()));
    if (measuring_) update();
    last_ = e->position();
}

void ViewWidget::mouseReleaseEvent(QMouseEvent* e) {
    if (drag_ && e->button() == Qt::LeftButton) return drop_handle();
    if (typing_) return; // of the double click that opened it
    if (dragged_ || e->button() != Qt::LeftButton || !session_.recording()) return;
    if (measuring_) {
        if (measure_.size() == 3) measure_.clear();
        measure_.push_back(mapping_.from(e->position()));
        return update();
    }
    session_.choose_body(body_under(e->position()));
}

void ViewWidget::edit_note(const NoteSlip& slip) {
    bool ok = false;
    const QString text = QInputDialog::getMultiLineText(
        this, tr("Note"), tr("Clear the text to remove the note."), slip.text, &ok);
    if (ok) session_.change_note(slip.index, text);
}

void ViewWidget::drop_note() {
    if (!session_.recording()) return;
    const QPointF pointer = mapFromGlobal(QCursor::pos());
    Vec3 at = mapping_.center;
    if (rect().contains(pointer.toPoint()) && underMouse())
        at = mapping_.from(pointer);
    else if (session_.finding())
        at = session_.finding()->at;
    ask_note(at);
}

void ViewWidget::drop_note_at(const QPointF& pixel) {
    if (session_.recording()) ask_note(mapping_.from(pixel));
}

void ViewWidget::ask_note(const Vec3& at) {
    bool ok = false;
    const QString text = QInputDialog::getMultiLineText(
        this, tr("Note"), tr("Saved with the case, at this place and moment:"), {}, &ok);
    if (ok) session_.add_note(at, text);
}

void ViewWidget::mouseDoubleClickEvent(QMouseEvent* e) {
    if (const auto handle = handle_under(e->position())) return type_numbers(*handle);
    for (const NoteSlip& slip : note_slips(session_, mapping_))
        if (slip.box.contains(e->position())) return edit_note(slip);
    session_.finding() ? look_at_finding() : look_at_all();
}
void ViewWidget::leaveEvent(QEvent*) { emit hovered({}); }

} // namespace oddbounce
