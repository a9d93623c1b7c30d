// SPDX-License-Identifier: GPL-3.0-or-later
#include "strip/strip_widget.hpp"

#include "theme/theme.hpp"
#include "view/scene_painter.hpp"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

namespace oddbounce {

StripWidget::StripWidget(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setMinimumHeight(96);
    setMaximumHeight(120);
    setToolTip("The frames round the moment. A click goes there; Ctrl+C copies the strip as a picture, the "
               "right button saves it.");
    for (auto signal : {&Session::recording_changed, &Session::moment_changed, &Session::finding_changed,
                        &Session::body_changed, &Session::findings_changed, &Session::pictures_changed})
        connect(&session_, signal, this, qOverload<>(&QWidget::update));
}

QRectF StripWidget::cell(int i) const {
    const double gap = 8.0, w = (width() - gap * (count + 1)) / count;
    return {gap + i * (w + gap), 7.0, w, height() - 14.0};
}

Mapping StripWidget::look(const QRectF& area) const {
    const Recording& r = *session_.recording();
    Mapping m;
    m.area = area;
    m.look_up(r.header.up);
    const auto middle = static_cast<std::ptrdiff_t>(std::round(session_.moment()));
    Box box;
    const Finding* f = session_.finding();
    const Slot body = session_.body();
    double reach = 1.0;
    for (std::ptrdiff_t i = middle - 1; i <= middle + 1; ++i) {
        if (i < static_cast<std::ptrdiff_t>(r.begin()) || i >= static_cast<std::ptrdiff_t>(r.size()))
            continue;
        const World w = session_.world_at(static_cast<std::size_t>(i));
        for (Slot b = 0; b < static_cast<Slot>(w.bodies().size()); ++b) {
            const BodyState& state = w.body(b);
            const bool wanted = body >= 0 ? b == body : state.def && state.def->moves != Moves::Fixed;
            if (!wanted || !state.present) continue;
            for (Slot c : w.colliders_of(b))
                if (w.live(c))
                    box.add(w.colliders()[static_cast<std::size_t>(c)].geometry->bounds(state.pose)),
                        reach = std::max(reach, w.colliders()[static_cast<std::size_t>(c)].geometry->reach());
        }
    }
    const double near = f ? session_.moment() - session_.touch_moment(*f) : 1e9;
    if (f && std::abs(near) < 20.0) box.add(f->at);
    if (box.empty()) box.add(Vec3(-1.0)), box.add(Vec3(1.0));
    box.grow(0.6 * reach);
    m.fit(box, 4.0);
    return m;
}

void StripWidget::paint(QPainter& p) const {
    const Theme& th = Theme::current();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), th.panel);
    if (!session_.recording() || session_.recording()->header.space == 3) return;
    const auto middle = static_cast<int>(std::round(session_.moment()));
    const Mapping base = look(cell(3));
    for (int i = 0; i < count; ++i) {
        const int index = middle - 3 + i;
        const QRectF area = cell(i);
        QPainterPath frame;
        frame.addRoundedRect(area, 4, 4);
        const bool now = i == 3;
        if (index >= static_cast<int>(session_.first_moment()) &&
            index <= static_cast<int>(session_.last_moment())) {
            p.save();
            p.setClipPath(frame);
            Mapping m = base;
            m.area = area;
            const Instant t = session_.instant_at(index);
            SceneOptions o;
            o.body = -1, o.finding = session_.finding(), o.names = false, o.grid = false, o.plain = true,
            o.line = 1.3, o.pictures = session_.pictures();
            ScenePainter painter(p, m, *session_.recording(), t, o);
            painter.background(), painter.bodies();
            p.setFont(type(12, now)), p.setPen(now ? th.ink : th.soft);
            const QString number =
                QString::number(session_.recording()->number(static_cast<std::size_t>(index)));
            const QRectF tag(area.left() + 1, area.bottom() - 19,
                             p.fontMetrics().horizontalAdvance(number) + 12, 18);
            p.fillRect(tag, th.tint(th.panel, 0.85));
            p.drawText(tag, Qt::AlignCenter, number);
            p.restore();
        }
        p.setBrush(Qt::NoBrush), p.setPen(QPen(now ? th.ink : th.rule, now ? 1.8 : 1.0));
        p.drawPath(frame);
    }
}

void StripWidget::paintEvent(QPaintEvent*) {
    QPainter p(this);
    paint(p);
}

void StripWidget::mousePressEvent(QMouseEvent* e) {
    if (e->button() != Qt::LeftButton || !session_.recording()) return;
    for (int i = 0; i < count; ++i)
        if (cell(i).contains(e->position()))
            return session_.set_moment(std::round(session_.moment()) - 3 + i);
}

} // namespace oddbounce
