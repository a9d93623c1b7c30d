// SPDX-License-Identifier: GPL-3.0-or-later
#include "strip/strip_widget.hpp"

#include "theme/theme.hpp"
#include "view/clipped.hpp"
#include "view/picture.hpp"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

namespace oddbounce {

namespace {

constexpr int count = 7;

QRectF cell_of(const QRectF& area, int i) {
    const double gap = 8.0, w = (area.width() - gap * (count + 1)) / count;
    return {area.left() + gap + i * (w + gap), area.top() + 7.0, w, area.height() - 14.0};
}

Mapping look(const Session& session, const QRectF& area) {
    const Recording& r = *session.recording();
    Mapping m;
    m.area = area;
    take_sight(m, session);
    const auto middle = static_cast<std::ptrdiff_t>(std::round(session.moment()));
    Box box;
    const Finding* f = session.finding();
    const Slot body = session.body();
    double reach = 1.0;
    for (std::ptrdiff_t i = middle - 1; i <= middle + 1; ++i) {
        if (i < static_cast<std::ptrdiff_t>(r.begin()) || i >= static_cast<std::ptrdiff_t>(r.size()))
            continue;
        const World w = session.world_at(static_cast<std::size_t>(i));
        if (f && f->fact("ray"))
            for (const RayRow& ray : session.frame(static_cast<std::size_t>(i))->rays)
                if (is_ray_of(ray, *f)) box.add(ray.from), box.add(ray.at.value_or(ray.to));
        for (Slot b = 0; b < static_cast<Slot>(w.bodies().size()); ++b) {
            const BodyState& state = w.body(b);
            const bool wanted = body >= 0 ? b == body : state.def && state.def->moves != Moves::Static;
            if (!wanted || !state.present) continue;
            for (Slot c : w.colliders_of(b))
                if (w.live(c))
                    box.add(w.colliders()[static_cast<std::size_t>(c)].geometry->bounds(state.pose)),
                        reach = std::max(reach, w.colliders()[static_cast<std::size_t>(c)].geometry->reach());
        }
    }
    const double near = f ? session.moment() - session.touch_moment(*f) : 1e9;
    if (f && std::abs(near) < 20.0) box.add(f->at);
    if (box.empty()) box.add(Vec3(-1.0)), box.add(Vec3(1.0));
    box.grow(0.6 * reach);
    m.fit(box, 4.0);
    return m;
}

void paint_frame(QPainter& p, const Session& session, const Mapping& m, int index, bool now) {
    const Theme& th = Theme::current();
    const Instant t = session.instant_at(index);
    SceneOptions o;
    o.body = -1, o.finding = session.finding(), o.names = false, o.grid = false, o.plain = true, o.line = 1.3,
    o.pictures = session.pictures();
    ScenePainter painter(p, m, *session.recording(), t, o);
    painter.background(), painter.bodies(), painter.subject();
    p.setFont(type(12, now)), p.setPen(now ? th.ink : th.soft);
    const QString number = QString::number(session.recording()->number(static_cast<std::size_t>(index)));
    const QRectF tag(m.area.left() + 1, m.area.bottom() - 19, p.fontMetrics().horizontalAdvance(number) + 12,
                     18);
    p.fillRect(tag, th.tint(th.panel, 0.85));
    p.drawText(tag, Qt::AlignCenter, number);
}

} // namespace

void paint_strip(QPainter& p, const Session& session, const QRectF& area) {
    const Theme& th = Theme::current();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(area, th.panel);
    if (!session.recording()) return;
    const auto middle = static_cast<int>(std::round(session.moment()));
    Mapping m = look(session, cell_of(area, count / 2));
    for (int i = 0; i < count; ++i) {
        const int index = middle - count / 2 + i;
        const bool now = i == count / 2;
        m.area = cell_of(area, i);
        QPainterPath frame;
        frame.addRoundedRect(m.area, 4, 4);
        if (index >= static_cast<int>(session.first_moment()) &&
            index <= static_cast<int>(session.last_moment()))
            paint_clipped(p, frame, [&](QPainter& cell) { paint_frame(cell, session, m, index, now); });
        p.setBrush(Qt::NoBrush), p.setPen(QPen(now ? th.ink : th.rule, now ? 1.8 : 1.0));
        p.drawPath(frame);
    }
}

StripWidget::StripWidget(Session& session, QWidget* parent)
    : QWidget(parent), Spoken(QAccessible::Graphic), session_(session) {
    setMinimumHeight(96);
    setMaximumHeight(120), setFocusPolicy(Qt::TabFocus);
    setToolTip(tr("Frames around the moment. Click one to go there."));
    setAccessibleName(tr("frames around the moment"));
    for (auto signal : {&Session::recording_changed, &Session::moment_changed, &Session::finding_changed,
                        &Session::body_changed, &Session::sight_changed, &Session::findings_changed, &Session::pictures_changed})
        connect(&session_, signal, this, [this] { tell(this); });
}

void StripWidget::paintEvent(QPaintEvent*) {
    QPainter p(this);
    paint_strip(p, session_, rect());
    p.end(), paint_focus(this);
}

QString StripWidget::spoken() const {
    if (!session_.recording()) return {};
    const Recording& r = *session_.recording();
    const double middle = std::round(session_.moment());
    const auto number = [&](double frame) {
        return r.number(
            static_cast<std::size_t>(std::clamp(frame, session_.first_moment(), session_.last_moment())));
    };
    return tr("frames %1 to %2, now at frame %3")
        .arg(number(middle - count / 2))
        .arg(number(middle + count / 2))
        .arg(number(middle));
}

void StripWidget::mousePressEvent(QMouseEvent* e) {
    if (e->button() != Qt::LeftButton || !session_.recording()) return;
    for (int i = 0; i < count; ++i)
        if (cell_of(rect(), i).contains(e->position()))
            return session_.set_moment(std::round(session_.moment()) - count / 2 + i);
}

} // namespace oddbounce
