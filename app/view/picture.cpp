// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/picture.hpp"

#include "fault/account_text.hpp"
#include "theme/theme.hpp"
#include "view/clipped.hpp"
#include "view/ulps.hpp"

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
    Vec3 at{0.0};      ///< where that length is
};

/// The measure that a finding without a touch draws, at the frame nearest to this moment.
const Mark* measure_of(const Session& s, const Finding& f) {
    const auto now = static_cast<std::int64_t>(s.recording()->number(s.instant().index));
    const Mark* best = nullptr;
    for (const Mark& m : f.marks)
        if (!m.arrow && !m.label.empty() && (!best || std::abs(m.frame - now) < std::abs(best->frame - now)))
            best = &m;
    return best;
}

/// The number that the finding is about, at this moment.
LoupeNumber loupe_number(const Session& s, const Finding& f) {
    const Recording& r = *s.recording();
    LoupeNumber out;
    out.at = f.at;
    if (f.shown_at) {
        const Mark* m = measure_of(s, f);
        if (!m) return out;
        out.size = glm::length(m->to - m->from), out.at = (m->from + m->to) * 0.5;
        out.text = QString::fromStdString(m->label);
        return out;
    }
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
    out.text = (gap < 0 ? Session::tr("depth %1") : Session::tr("gap %1"))
                   .arg(QString::fromStdString(length_text(r, std::abs(gap))));
    if (std::abs(gap) < 2.0 * std::min(ca.geometry->reach(), cb.geometry->reach()))
        out.at = (d.on_a + d.on_b) * 0.5;
    out.size = std::max(std::abs(gap), 0.5 * f.number("thickness"));
    return out;
}

/// Paper, what `paint` draws, a caption at the bottom, and the rim.
void paint_lens(QPainter& p, const QRectF& frame, const QString& caption,
                const std::function<void(QPainter&)>& paint) {
    constexpr double foot = 24.0; // pixels for the caption
    const Theme& th = Theme::current();
    QPainterPath shape;
    shape.addRoundedRect(frame, 8, 8);
    paint_clipped(p, shape, [&](QPainter& inner) {
        inner.fillRect(frame, th.panel);
        paint(inner);
        const QRectF strip(frame.left(), frame.bottom() - foot, frame.width(), foot);
        inner.fillRect(strip, th.panel);
        inner.setPen(th.ink), inner.setFont(type(12, true));
        inner.drawText(
            strip.adjusted(10, 0, -10, 0), Qt::AlignVCenter,
            inner.fontMetrics().elidedText(caption, Qt::ElideRight, static_cast<int>(strip.width()) - 20));
    });
    p.setBrush(Qt::NoBrush), p.setPen(QPen(th.ink, 1.4));
    p.drawPath(shape);
}

} // namespace

void paint_loupe(QPainter& p, const Session& s, const Mapping& outer, SceneOptions options) {
    const Finding* f = s.finding();
    if (!f) return;
    const Theme& th = Theme::current();
    const double side = std::clamp(outer.area.height() * 0.36, 90.0, 190.0);
    const QRectF frame(outer.area.left() + 14, outer.area.top() + 14, side * 1.15, side);
    if (is_rounding_sensitive(*f)) { // in place of the shapes enlarged: the numbers between them
        const QString apart =
            f->number("ulps") < 0.001
                ? Session::tr("on the edge")
                : Session::tr("%1 ULP").arg(QString::fromStdString(figure(f->number("ulps"))));
        return paint_lens(p, frame, apart,
                          [&](QPainter& inner) { paint_ulps(inner, frame.adjusted(0, 0, 0, -14), s, *f); });
    }
    const LoupeNumber number = loupe_number(s, *f);
    if (number.text.isEmpty()) return; // nothing small to show
    Mapping m = outer;
    m.area = frame.adjusted(0, 0, 0, -24);
    if (m.shows == Shows::Space) take_sight(m, s); // what counts is seen in the section
    m.center = number.at;
    // The length in question about a sixth of the loupe; never less than three times the view.
    const double slop = std::max(s.recording()->slop(), 1e-9);
    const double wanted = 0.16 * side / std::max(number.size, slop);
    m.scale = std::clamp(wanted, outer.scale * (f->shown_at ? 1.0 : 3.0), outer.scale * 60.0);
    constexpr double least_zoom = 1.5; // below, the view itself shows it
    if (m.scale < least_zoom * outer.scale) return;
    options.names = false, options.plain = false, options.line = 2.4, options.pale = 0.35,
    options.ghosts = false;
    const QString zoom = QString::fromStdString(figure(std::round(10.0 * m.scale / outer.scale) / 10.0));
    const QString both = number.text + QString("  ·  %1×").arg(zoom);
    const bool fits = QFontMetricsF(type(12, true)).horizontalAdvance(both) <= frame.width() - 20;
    paint_lens(p, frame, fits ? both : number.text, [&](QPainter& inner) {
        inner.setClipRect(m.area, Qt::IntersectClip);
        ScenePainter painter(inner, m, *s.recording(), s.instant(), options);
        painter.background(), painter.bodies(), painter.marks();
        inner.setClipRect(frame, Qt::ReplaceClip);
    });
    const QPointF target = outer.to(m.center);
    const double reach = 0.5 * side / m.scale * outer.scale;
    p.setBrush(Qt::NoBrush), p.setPen(QPen(th.soft, 1.0));
    p.drawRect(QRectF(target - QPointF(reach, reach), QSizeF(2 * reach, 2 * reach)));
}

void take_sight(Mapping& m, const Session& s, bool section) {
    if (s.recording()->header.space == 2) return m.look_up(s.recording()->header.up);
    const Sight& sight = section ? s.section() : s.sight();
    m.right = sight.right, m.up = sight.up;
    m.shows = sight.section ? Shows::Section : Shows::Space;
    m.center += m.toward() * glm::dot(sight.at - m.center, m.toward());
}

Mapping first_look(const Session& s, const QRectF& area) {
    Mapping m;
    m.area = area;
    const Recording& r = *s.recording();
    take_sight(m, s, false);
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
            const World w = s.world_at(static_cast<std::size_t>(i));
            if (!w.body(mover).present) continue;
            add(w, mover);
            for (Slot c : w.colliders_of(mover))
                if (w.live(c))
                    reach = std::max(reach, w.colliders()[static_cast<std::size_t>(c)].geometry->reach());
        }
        box.add(f->at);
        const std::ptrdiff_t shown =
            f->shown_at ? std::max<std::ptrdiff_t>(0, r.frame_index(*f->shown_at)) : first;
        if (f->fact("ray") && shown < static_cast<std::ptrdiff_t>(r.size())) // all of it
            for (const RayRow& ray : s.frame(static_cast<std::size_t>(shown))->rays)
                if (is_ray_of(ray, *f)) box.add(ray.from), box.add(ray.at.value_or(ray.to));
        box.grow(3.5 * reach);
    } else {
        const World w = s.world_at(s.instant().index);
        for (const bool moving : {true, false})
            for (Slot b = 0; b < static_cast<Slot>(w.bodies().size()); ++b) {
                const BodyState& state = w.body(b);
                if (state.present && state.def && ((state.def->moves != Moves::Static) == moving)) add(w, b);
            }
    }
    if (box.empty()) box.add(Vec3(-1.0)), box.add(Vec3(1.0));
    m.fit(box, 40.0);
    return m;
}

SceneOptions scene_options(const Session& s) {
    SceneOptions o;
    o.body = s.body(), o.finding = s.finding(), o.hidden = s.hidden(), o.pictures = s.pictures();
    if (s.recording() && s.asks_what_stops() && s.body() >= 0)
        for (Slot b = 0; b < static_cast<Slot>(s.recording()->body_count()); ++b)
            if (b != s.body() && s.does_to_chosen(b) != Does::Solid) o.faint.insert(b);
    const int i = s.candidate();
    if (i < 0 || i >= static_cast<int>(s.candidates().size())) return o;
    const Candidate& c = s.candidates()[static_cast<std::size_t>(i)];
    if (c.state != Candidate::Judged) return o;
    o.shapes = &c.verdict.shapes, o.probes = &c.verdict.probes, o.fix = &c.fix;
    if (c.verdict.tracks.empty()) return o;
    const Id mover = s.finding() && c.verdict.tracks.count(s.finding()->bodies[0])
                         ? s.finding()->bodies[0]
                         : c.verdict.tracks.begin()->first;
    o.course = &c.verdict.tracks.at(mover), o.course_body = s.recording()->body_slot(mover);
    return o;
}

namespace {
constexpr double note_lasts = 1.0; // frames before and after its moment
}

std::vector<NoteSlip> note_slips(const Session& s, const Mapping& m) {
    std::vector<NoteSlip> out;
    const QFontMetricsF metrics(type(12));
    for (std::size_t i = 0; s.recording() && i < s.notes().size(); ++i) {
        const Note& n = s.notes()[i];
        if (std::abs(s.moment_of(n) - s.moment()) > note_lasts) continue;
        NoteSlip slip;
        slip.index = i, slip.pin = m.to(n.at), slip.text = QString::fromStdString(n.text);
        const QRectF room(0, 0, 200, 200);
        slip.box = metrics.boundingRect(room, Qt::TextWordWrap, slip.text).adjusted(-7, -5, 12, 5);
        slip.box.moveTopLeft(slip.pin + QPointF(18, 14));
        if (slip.box.right() > m.area.right() - 6) slip.box.moveRight(slip.pin.x() - 18);
        if (slip.box.bottom() > m.area.bottom() - 6) slip.box.moveBottom(slip.pin.y() - 14);
        out.push_back(slip);
    }
    return out;
}

/// A paper slip with a folded corner, on a thread to its pin.
void paint_notes(QPainter& p, const Session& s, const Mapping& m) {
    const Theme& th = Theme::current();
    p.setFont(type(12));
    for (const NoteSlip& n : note_slips(s, m)) {
        const QPointF near(std::clamp(n.pin.x(), n.box.left(), n.box.right()),
                           std::clamp(n.pin.y(), n.box.top(), n.box.bottom()));
        p.setPen(QPen(th.ink, 1.0));
        p.drawLine(n.pin, near);
        p.setBrush(th.ink);
        p.drawEllipse(n.pin, 2.6, 2.6);
        const double fold = 8.0;
        QPolygonF slip{n.box.topLeft(), n.box.topRight() - QPointF(fold, 0),
                       n.box.topRight() + QPointF(0, fold), n.box.bottomRight(), n.box.bottomLeft()};
        p.setBrush(th.panel);
        p.drawPolygon(slip);
        p.drawPolyline(QPolygonF{n.box.topRight() - QPointF(fold, 0), n.box.topRight() + QPointF(-fold, fold),
                                 n.box.topRight() + QPointF(0, fold)});
        p.drawText(n.box.adjusted(7, 5, -10, -5), Qt::TextWordWrap, n.text);
    }
}

void paint_moment(QPainter& p, const Session& s, const Mapping& m, SceneOptions options, bool loupe) {
    p.save();
    p.setClipRect(m.area);
    ScenePainter painter(p, m, *s.recording(), s.instant(), options);
    painter.background(), painter.bodies(), painter.marks(), painter.scale_bar();
    if (loupe) paint_loupe(p, s, m, options);
    paint_notes(p, s, m);
    p.restore();
}

namespace {

QByteArray svg_of(const QSize& size, const QString& title, const std::function<void(QPainter&)>& paint) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QSvgGenerator svg;
    svg.setOutputDevice(&buffer), svg.setSize(size), svg.setViewBox(QRect(QPoint(0, 0), size)),
        svg.setResolution(96), svg.setTitle(title.toHtmlEscaped()); // it is written as it stands
    QPainter p(&svg);
    paint(p);
    p.end();
    // Qt writes the size in millimetres of a screen that nobody has; pixels are what was asked for.
    static const QRegularExpression millimetres("width=\"[0-9.]+mm\" height=\"[0-9.]+mm\"");
    return QString::fromUtf8(bytes)
        .replace(millimetres, QString("width=\"%1\" height=\"%2\"").arg(size.width()).arg(size.height()))
        .toUtf8();
}

} // namespace

void paint_moment_at(QPainter& p, const Session& s, const Instant& t, const Mapping& m,
                     SceneOptions options) {
    QPainterPath area;
    area.addRect(m.area);
    paint_clipped(p, area, [&](QPainter& q) {
        ScenePainter painter(q, m, *s.recording(), t, options);
        painter.background(), painter.bodies(), painter.marks(), painter.scale_bar();
    });
}

QImage image_of(const QSize& size, const std::function<void(QPainter&)>& paint, double scale) {
    QImage image(size * scale, QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(scale);
    image.fill(Theme::current().panel);
    QPainter p(&image);
    paint(p);
    return image;
}

bool save_drawing(const QString& path, const QSize& size, const QString& title,
                  const std::function<void(QPainter&)>& paint, QString& error) {
    QByteArray bytes;
    if (path.endsWith(".svg", Qt::CaseInsensitive)) {
        bytes = svg_of(size, title, paint);
    } else if (path.endsWith(".png", Qt::CaseInsensitive)) {
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        image_of(size, paint, saved_scale).save(&buffer, "PNG");
    } else {
        error = Session::tr("%1: expected a name that ends in .png or .svg").arg(path);
        return false;
    }
    QSaveFile file(path);
    if (file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size() && file.commit()) return true;
    error = Session::tr("%1: cannot be written: %2").arg(path, file.errorString());
    return false;
}

bool save_picture(const Session& s, const QString& path, const QSize& size, QString& error) {
    const Mapping m = first_look(s, QRectF(QPointF(0, 0), QSizeF(size)));
    const SceneOptions options = scene_options(s);
    return save_drawing(
        path, size, QString::fromStdString(s.recording()->header.title),
        [&](QPainter& p) { paint_moment(p, s, m, options, true); }, error);
}

} // namespace oddbounce
