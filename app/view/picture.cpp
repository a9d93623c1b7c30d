// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/picture.hpp"

#include "fault/telling.hpp"
#include "theme/theme.hpp"

#include <QBuffer>
#include <QFile>
#include <QImage>
#include <QPainterPath>
#include <QRegularExpression>
#include <QSaveFile>
#include <QSvgGenerator>

namespace oddbounce {

namespace {

struct LoupeNumber {
    QString text;
    double size = 0.0; ///< the length that must be readable, unit
    Vec2 at{0.0};      ///< where that length is
};

/// The number that the finding is about, at this moment.
LoupeNumber loupe_number(const Session& s, const Finding& f) {
    const Recording& r = *s.recording();
    LoupeNumber out;
    out.at = flat(f.at);
    if (f.colliders.size() < 2) return out;
    const Instant& t = s.instant();
    const Slot a = r.collider_slot(f.colliders[0]), b = r.collider_slot(f.colliders[1]);
    if (!t.now->live(a) || !t.now->live(b)) return out;
    const auto& ca = t.now->colliders()[static_cast<std::size_t>(a)];
    const auto& cb = t.now->colliders()[static_cast<std::size_t>(b)];
    const Distance d = distance(*ca.geometry, t.pose(ca.body), *cb.geometry, t.pose(cb.body));
    if (!d.known) return out;
    const double tiny = 1e-6 * std::min(ca.geometry->reach(), cb.geometry->reach());
    const double gap = std::abs(d.gap) < tiny ? 0.0 : d.gap;
    out.text = (gap < 0 ? "depth " : "gap ") + QString::fromStdString(length_text(r, std::abs(gap)));
    if (std::abs(gap) < 2.0 * std::min(ca.geometry->reach(), cb.geometry->reach()))
        out.at = flat((d.on_a + d.on_b) * 0.5);
    out.size = std::max(std::abs(gap), 0.5 * f.number("thickness"));
    return out;
}

} // namespace

void paint_loupe(QPainter& p, const Session& s, const Mapping& outer, SceneOptions options) {
    const Finding* f = s.finding();
    if (!f) return;
    const Theme& th = Theme::current();
    const double side = std::clamp(outer.area.height() * 0.36, 90.0, 190.0);
    const QRectF frame(outer.area.left() + 14, outer.area.top() + 14, side * 1.15, side);
    const LoupeNumber number = loupe_number(s, *f);
    Mapping m = outer;
    m.area = frame.adjusted(0, 0, 0, -24);
    m.center = number.at;
    // The length in question about a sixth of the loupe; never less than three times the view.
    const double slop = std::max(s.recording()->slop(), 1e-9);
    const double wanted = 0.16 * side / std::max(number.size, slop);
    m.scale = std::clamp(wanted, outer.scale * 3.0, outer.scale * 60.0);
    options.names = false, options.plain = false, options.line = 2.4, options.ghosts = false;
    QPainterPath shape;
    shape.addRoundedRect(frame, 8, 8);
    p.save();
    p.setClipPath(shape);
    p.fillRect(frame, th.panel);
    p.save();
    p.setClipRect(m.area, Qt::IntersectClip);
    ScenePainter painter(p, m, *s.recording(), s.instant(), options);
    painter.background(), painter.bodies(), painter.marks();
    p.restore();
    p.fillRect(QRectF(frame.left(), frame.bottom() - 24, frame.width(), 24), th.panel);
    p.setPen(th.ink), p.setFont(type(12, true));
    p.drawText(QRectF(frame.left() + 10, frame.bottom() - 24, frame.width() - 20, 24), Qt::AlignVCenter,
               number.text + QString("%1×%2")
                                 .arg(number.text.isEmpty() ? "" : "  ·  ")
                                 .arg(QString::fromStdString(figure(std::round(m.scale / outer.scale)))));
    p.restore();
    p.setBrush(Qt::NoBrush), p.setPen(QPen(th.ink, 1.4));
    p.drawPath(shape);
    const QPointF target = outer.to(m.center);
    const double reach = 0.5 * side / m.scale * outer.scale;
    p.setPen(QPen(th.soft, 1.0));
    p.drawRect(QRectF(target - QPointF(reach, reach), QSizeF(2 * reach, 2 * reach)));
}

Mapping first_look(const Session& s, const QRectF& area) {
    Mapping m;
    m.area = area;
    const Recording& r = *s.recording();
    m.look_up(r.header.up);
    Box box;
    const auto add = [&](const World& w, Slot body) {
        for (Slot c : w.colliders_of(body))
            if (w.live(c))
                box.add(w.colliders()[static_cast<std::size_t>(c)].geometry->bounds(w.body_of(c).pose));
    };
    if (const Finding* f = s.finding()) {
        const std::ptrdiff_t first = std::max<std::ptrdiff_t>(0, r.frame_index(f->first)),
                             last = std::max<std::ptrdiff_t>(0, r.frame_index(f->last));
        const Slot mover = r.body_slot(f->bodies.at(0));
        double reach = 0.0;
        for (std::ptrdiff_t i = first; i <= std::min(last, first + 60); ++i) {
            const World w = r.world_at(static_cast<std::size_t>(i));
            if (!w.bodies()[static_cast<std::size_t>(mover)].present) continue;
            add(w, mover);
            for (Slot c : w.colliders_of(mover))
                if (w.live(c))
                    reach = std::max(reach, w.colliders()[static_cast<std::size_t>(c)].geometry->reach());
        }
        box.add(f->at);
        box.grow(3.5 * reach);
    } else {
        const World w = r.world_at(s.instant().index);
        for (const bool moving : {true, false})
            for (Slot b = 0; b < static_cast<Slot>(w.bodies().size()); ++b) {
                const BodyState& state = w.bodies()[static_cast<std::size_t>(b)];
                if (state.present && state.def && ((state.def->moves != Moves::Fixed) == moving)) add(w, b);
            }
    }
    if (box.empty()) box.add(Vec3(-1.0)), box.add(Vec3(1.0));
    m.fit(box, 40.0);
    return m;
}

SceneOptions scene_options(const Session& s, std::shared_ptr<Recording>& changed) {
    SceneOptions o;
    o.body = s.body(), o.finding = s.finding();
    changed.reset();
    const int i = s.candidate();
    if (i < 0 || i >= static_cast<int>(s.candidates().size())) return o;
    const Candidate& c = s.candidates()[static_cast<std::size_t>(i)];
    if (c.state != Candidate::Judged || c.verdict.tracks.empty()) return o;
    const Id mover = s.finding() && c.verdict.tracks.count(s.finding()->bodies[0])
                         ? s.finding()->bodies[0]
                         : c.verdict.tracks.begin()->first;
    o.course = &c.verdict.tracks.at(mover), o.course_body = s.recording()->body_slot(mover);
    changed = apply(c.fix, *s.recording()).recording;
    o.changed = changed.get();
    return o;
}

void paint_moment(QPainter& p, const Session& s, const Mapping& m, SceneOptions options, bool loupe) {
    p.save();
    p.setClipRect(m.area);
    ScenePainter painter(p, m, *s.recording(), s.instant(), options);
    painter.background(), painter.bodies(), painter.marks(), painter.scale_bar();
    if (loupe) paint_loupe(p, s, m, options);
    p.restore();
}

bool save_picture(const Session& s, const QString& path, const QSize& size, QString& error) {
    const QRectF area(QPointF(0, 0), QSizeF(size));
    const Mapping m = first_look(s, area);
    std::shared_ptr<Recording> changed;
    const SceneOptions options = scene_options(s, changed);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    if (path.endsWith(".svg", Qt::CaseInsensitive)) {
        QSvgGenerator svg;
        svg.setOutputDevice(&buffer), svg.setSize(size), svg.setViewBox(area), svg.setResolution(96);
        svg.setTitle(QString::fromStdString(s.recording()->header.title));
        QPainter p(&svg);
        paint_moment(p, s, m, options, true);
        p.end();
        // Qt writes the size in millimetres of a screen that nobody has; pixels are what was asked for.
        static const QRegularExpression millimetres("width=\"[0-9.]+mm\" height=\"[0-9.]+mm\"");
        bytes = QString::fromUtf8(bytes)
                    .replace(millimetres,
                             QString("width=\"%1\" height=\"%2\"").arg(size.width()).arg(size.height()))
                    .toUtf8();
    } else if (path.endsWith(".png", Qt::CaseInsensitive)) {
        QImage image(size, QImage::Format_ARGB32_Premultiplied);
        QPainter p(&image);
        paint_moment(p, s, m, options, true);
        p.end();
        image.save(&buffer, "PNG");
    } else {
        error = path + ": expected a name that ends in .png or .svg";
        return false;
    }
    QSaveFile file(path);
    if (file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size() && file.commit()) return true;
    error = path + ": cannot be written: " + file.errorString();
    return false;
}

} // namespace oddbounce
