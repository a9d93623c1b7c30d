// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/scene_painter.hpp"

#include "fault/account_text.hpp"
#include "session/picture_cache.hpp"
#include "theme/theme.hpp"
#include "view/clipped.hpp"
#include "view/outline_path.hpp"

#include <QPainterPath>

namespace oddbounce {

std::vector<ProbeDef> probes_of(const Recording& r, Id body, std::size_t index) {
    std::map<Id, ProbeDef> all; // the last definition of each counts
    for (const Recording::Defined& d : r.definitions(0, index + 1))
        if (const auto* probe = std::get_if<ProbeDef>(&*d.definition); probe && probe->body == body)
            all[probe->id] = *probe;
    std::vector<ProbeDef> out;
    for (auto& [id, probe] : all) out.push_back(std::move(probe));
    return out;
}

Qt::PenStyle dash_for(Qt::PenStyle style, double pixels) {
    constexpr double longest = 20000.0;
    return pixels > longest ? Qt::SolidLine : style;
}

ScenePainter::ScenePainter(QPainter& painter, const Mapping& mapping, const Recording& recording,
                           const Instant& instant, const SceneOptions& options)
    : p_(painter), m_(mapping), r_(recording), t_(instant), o_(options), seen_(mapping.seen()) {
    p_.setRenderHint(QPainter::Antialiasing);
}

bool ScenePainter::in_finding(Slot c) const {
    if (!o_.finding) return false;
    const auto& all = o_.finding->colliders;
    return std::find(all.begin(), all.end(), r_.collider_id(c)) != all.end();
}

bool ScenePainter::seen(const Geometry& g, const Pose& pose) const { return g.bounds(pose).meets(seen_); }

void ScenePainter::background() {
    const Theme& th = Theme::current();
    p_.fillRect(m_.area, th.paper);
    if (!o_.grid) return;
    const double step = scale_bar_length(m_.scale, 120.0);
    p_.setPen(QPen(th.tint(th.rule, 0.55), 1.0));
    const Vec3 corner = m_.from(m_.area.bottomLeft());
    const auto lines = [&](const Vec3& along, double pixels, const auto& draw) {
        constexpr double most_places = 1e12; // farther from the origin the grid has no places any more
        const double from = glm::dot(corner, along) / step;
        if (!(std::abs(from) < most_places)) return;
        const int count = static_cast<int>(pixels / (step * m_.scale)) + 2;
        for (int k = 0; k < count; ++k) draw(m_.to(along * ((std::floor(from) + k) * step)));
    };
    lines(m_.right, m_.area.width(), [&](const QPointF& q) {
        p_.drawLine(QPointF(q.x(), m_.area.top()), QPointF(q.x(), m_.area.bottom()));
    });
    lines(m_.up, m_.area.height(), [&](const QPointF& q) {
        p_.drawLine(QPointF(m_.area.left(), q.y()), QPointF(m_.area.right(), q.y()));
    });
}

void ScenePainter::bodies() {
    if (m_.shows == Shows::Space) return bodies_in_space();
    const bool both = !o_.fixed_only && !o_.moving_only;
    for (const bool moving : {false, true}) {
        if (!both && moving != o_.moving_only) continue;
        if (o_.pictures) pictures(moving);
        for (Slot c = 0; c < static_cast<Slot>(t_.now->colliders().size()); ++c) {
            const ColliderState& state = at(*t_.now, c);
            if (!state.geometry || state.body < 0 || o_.hidden.count(state.body)) continue;
            if ((t_.now->body_of(c).def->moves != Moves::Static) != moving || !t_.present(state.body))
                continue;
            p_.setOpacity(o_.faint.count(state.body) ? 0.22 : 1.0);
            collider(c);
            p_.setOpacity(1.0);
        }
    }
    smooth(true);
}

/// `place`: the world point at (x, y) of the picture, 0 to 1 from its left and its top.
void ScenePainter::picture(const QImage& image, const std::function<Vec3(double, double)>& place) {
    if (image.isNull()) return;
    const QPointF corner = m_.to(place(0, 0)), x = m_.to(place(1, 0)) - corner,
                  y = m_.to(place(0, 1)) - corner;
    const double w = image.width(), h = image.height();
    p_.save();
    p_.setTransform(QTransform(x.x() / w, x.y() / w, y.x() / h, y.y() / h, corner.x(), corner.y()), true);
    p_.setRenderHint(QPainter::SmoothPixmapTransform, length(x) < 2.0 * w);
    p_.drawImage(QPointF(0, 0), image);
    p_.restore();
}

/// What the player saw, paled so that shapes stand out: shot and backdrops with the static bodies.
void ScenePainter::pictures(bool moving) {
    if (m_.shows != Shows::Plane) return; // a picture is of the plane
    p_.setOpacity(o_.pale);
    if (!moving) {
        const PictureCache::Screenshot screenshot = o_.pictures->screenshot(t_.index);
        const auto [x0, y0, x1, y1] = screenshot.rect;
        const Vec3 a(x0, y0, 0.0), b(x1, y1, 0.0), middle = 0.5 * (a + b);
        const double w = std::abs(glm::dot(b - a, m_.right)), h = std::abs(glm::dot(b - a, m_.up));
        picture(screenshot.image, [&](double x, double y) {
            return middle + m_.right * ((x - 0.5) * w) + m_.up * ((0.5 - y) * h);
        });
    }
    for (const ArtDef* art : o_.pictures->art(t_.index)) {
        const Slot body = art->body ? r_.body_slot(*art->body) : -1;
        const BodyState* state = nullptr;
        if (art->body) {
            if (body < 0 || o_.hidden.count(body) || !t_.present(body)) continue;
            state = &t_.now->bodies()[static_cast<std::size_t>(body)];
        }
        if ((state && state->def->moves != Moves::Static) != moving) continue;
        p_.setOpacity(o_.pale * (o_.faint.count(body) ? 0.3 : 1.0));
        const QImage image = o_.pictures->image(art->image);
        if (!image.isNull()) dressed_.insert(body);
        picture(image, [&](double x, double y) {
            const Vec3 local =
                art->at + m_.right * ((x - 0.5) * art->size.x) + m_.up * ((0.5 - y) * art->size.y);
            return state ? t_.pose(body).place(local * state->scale) : local;
        });
    }
    p_.setOpacity(1.0);
}

void ScenePainter::collider(Slot c) {
    const Theme& th = Theme::current();
    const ColliderState& state = at(*t_.now, c);
    const Pose pose = t_.pose(state.body);
    const Geometry& g = *state.geometry;
    if (!seen(g, pose)) return;
    const BodyDef& body = *t_.now->body_of(c).def;
    const bool moving = body.moves != Moves::Static, chosen = state.body == o_.body;
    const bool mark = in_finding(c) && body.id != o_.finding->bodies.front(); // what it met
    const double size = glm::length(g.bounds().size()) * m_.scale;
    const bool small = size < 10.0 && !mark && !chosen;
    if (small)
        return speck(g, pose, state.def->role == Role::Sensor ? th.sensor : moving ? th.moving : th.fixed);
    smooth(true);
    const std::vector<PixelLine> lines = lines_of(g, pose, m_);
    if (lines.empty()) return beyond(c, pose);
    const QPainterPath path = path_of(lines);
    const QColor line = mark ? th.finding : moving ? th.moving : th.fixed;
    QPen pen(line, o_.line + (chosen ? 0.9 : 0.0), Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin);
    if (!state.on) {
        pen = QPen(th.soft, o_.line, dash_for(Qt::CustomDashLine, size));
        if (pen.style() == Qt::CustomDashLine) pen.setDashPattern({9.0, 7.0});
        p_.strokePath(path, pen);
        return;
    }
    if (state.def->role == Role::Sensor) {
        pen = QPen(mark ? th.finding : th.sensor, o_.line + 0.7, dash_for(Qt::CustomDashLine, size),
                   Qt::RoundCap);
        if (pen.style() == Qt::CustomDashLine) pen.setDashPattern({0.1, 2.4});
        p_.strokePath(path, pen);
        return;
    }
    const bool hidden_thing = !state.def->visible || !body.visible;
    if (moving && !mark && !g.open() && !dressed_.count(state.body))
        p_.fillPath(path, th.tint(th.moving, chosen ? 0.20 : 0.13));
    if (mark && !g.open()) p_.fillPath(path, th.tint(th.finding, 0.13));
    if (hidden_thing && size > 12.0) cross_hatch(path, th.tint(line, 0.7));
    if (!moving && !mark && !hidden_thing && size > 14.0 && !g.open()) hatch(lines);
    p_.strokePath(path, pen);
    if (state.def->role == Role::OneWay)
        comb(lines, m_.to(pose, g.bounds().center()), state.def->pass.value_or(r_.header.up));
    if (moving && !o_.plain && size > 14.0 && m_.shows == Shows::Plane) heading(g, pose);
    if (hidden_thing && size > 24.0) struck_eye(path.boundingRect().center());
}

/// What the picture's plane does not cut: its outline along the line of sight, faint where it lies beyond the
/// plane, in dashes where it moves in front of it. Fixed things in front would only be in the way.
void ScenePainter::beyond(Slot c, const Pose& pose) {
    const Theme& th = Theme::current();
    const ColliderState& state = at(*t_.now, c);
    const Geometry& g = *state.geometry;
    const bool moving = t_.now->body_of(c).def->moves != Moves::Static;
    const bool in_front = glm::dot(pose.place(g.bounds().center()) - m_.center, m_.toward()) > 0.0;
    constexpr std::size_t most_corners = 4000; // of a mesh: more would be a grey cloud
    if ((in_front && !moving && !in_finding(c)) || g.corner_count() > most_corners) return;
    Mapping whole = m_;
    whole.shows = Shows::Space;
    QPen pen(th.tint(in_finding(c) ? th.finding : moving ? th.moving : th.fixed, moving ? 0.55 : 0.3), 1.0);
    if (in_front) pen.setStyle(Qt::DashLine);
    p_.strokePath(outline_path(g, pose, whole), pen);
}

/// Too small for any drawing code but colour: a plain outline, quickly.
void ScenePainter::speck(const Geometry& g, const Pose& pose, const QColor& color) {
    smooth(false); // switched as seldom as may be: it costs as much as drawing one
    p_.setPen(QPen(color, 0)), p_.setBrush(Qt::NoBrush);
    const Box box = g.bounds(pose);
    const QRectF where = QRectF(m_.to(box.low), m_.to(box.high)).normalized();
    constexpr std::size_t most = 16; // corners; more of them look like a box, so small
    const std::size_t corners = g.outlines().size() == 1 ? g.outlines()[0].points.size() : 0;
    if (corners > 2 && corners <= most) {
        QPointF q[most];
        int n = 0;
        for (const Vec2& v : g.outlines()[0].points) q[n++] = m_.to(pose, raised(v));
        p_.drawPolygon(q, n);
    } else if (m_.shows == Shows::Section) {
        for (const PixelLine& line : lines_of(g, pose, m_)) p_.drawPolygon(line.points);
    } else
        p_.drawRect(where);
}

void ScenePainter::smooth(bool on) {
    if (p_.testRenderHint(QPainter::Antialiasing) != on) p_.setRenderHint(QPainter::Antialiasing, on);
}

namespace {
/// From where to where an edge that begins at `u` and goes `n` pixels along `e` may be in sight.
std::pair<double, double> part_in_sight(const QPointF& u, const QPointF& e, double n, const QRectF& view) {
    const double middle = QPointF::dotProduct(view.center() - u, e),
                 half = length(QPointF(view.width(), view.height()));
    return {std::max(0.0, middle - half), std::min(n, middle + half)};
}
} // namespace

/// Short diagonal strokes from the edge inward: solid ground seen in section.
void ScenePainter::hatch(const std::vector<PixelLine>& lines) {
    const Theme& th = Theme::current();
    p_.setPen(QPen(th.tint(th.fixed, 0.55), 1.0));
    for (const PixelLine& line : lines) {
        if (!line.closed || line.points.size() < 3) continue;
        const QPolygonF& q = line.points;
        double area = 0.0;
        for (qsizetype i = 0; i < q.size(); ++i) {
            const QPointF &u = q[i], &v = q[(i + 1) % q.size()];
            area += u.x() * v.y() - u.y() * v.x();
        }
        const QRectF box = q.boundingRect();
        const double deep = std::min(7.0, 0.35 * std::min(box.width(), box.height()));
        const QRectF view = m_.area.adjusted(-20, -20, 20, 20);
        for (qsizetype i = 0; i < q.size(); ++i) {
            const QPointF &u = q[i], &v = q[(i + 1) % q.size()];
            const double n = length(v - u);
            if (n < 2.0) continue;
            const QPointF e = (v - u) / n, in = area > 0 ? QPointF(-e.y(), e.x()) : QPointF(e.y(), -e.x());
            auto [from, to] = part_in_sight(u, e, n, view);
            to = std::min(to, n - deep * 0.8);
            for (double s = std::ceil((from + 3.0) / 6.0) * 6.0; s < to; s += 6.0) {
                const QPointF a = u + e * s;
                if (view.contains(a)) p_.drawLine(a, a + in * deep + e * deep * 0.8);
            }
        }
    }
}

/// Teeth on the side that holds: where a body lands that arrives against `pass`.
void ScenePainter::comb(const std::vector<PixelLine>& lines, const QPointF& middle, const Vec3& pass) {
    const Theme& th = Theme::current();
    p_.setPen(QPen(th.fixed, 1.4));
    const QPointF out = m_.way(pass);
    for (const PixelLine& line : lines)
        for (qsizetype i = 0; i < line.points.size(); ++i) {
            if (!line.closed && i + 1 == line.points.size()) break;
            const QPointF &u = line.points[i], &v = line.points[(i + 1) % line.points.size()];
            const double n = length(v - u);
            const QPointF e = n > 0 ? (v - u) / n : QPointF();
            if (std::abs(QPointF::dotProduct(e, out)) > 0.7) continue;
            if (line.closed && QPointF::dotProduct((u + v) / 2 - middle, out) < 0) continue;
            const auto [from, to] = part_in_sight(u, e, n, m_.area);
            for (double s = 4.0 + 8.0 * std::ceil(from / 8.0); s < to; s += 8.0)
                p_.drawLine(u + e * s, u + e * s + out * 5.0);
        }
}

void ScenePainter::cross_hatch(const QPainterPath& path, const QColor& color) {
    p_.setPen(QPen(color, 0.9));
    const QRectF box = path.boundingRect().intersected(m_.area);
    for (double s = -box.height(); s < box.width(); s += 9.0)
        for (const bool rises : {true, false}) {
            const QPointF low(box.left() + s, rises ? box.bottom() : box.top()),
                high(low.x() + box.height(), rises ? box.top() : box.bottom());
            for (const QLineF& part : inside(path, {low, high})) p_.drawLine(part);
        }
}

void ScenePainter::struck_eye(const QPointF& c) {
    const Theme& th = Theme::current();
    p_.setPen(QPen(th.ink, 1.3));
    p_.setBrush(th.panel);
    p_.drawEllipse(c, 9.0, 9.0);
    QPainterPath eye;
    eye.moveTo(c + QPointF(-6, 0)), eye.quadTo(c + QPointF(0, -6), c + QPointF(6, 0)),
        eye.quadTo(c + QPointF(0, 6), c + QPointF(-6, 0));
    p_.setBrush(Qt::NoBrush);
    p_.drawPath(eye);
    p_.drawEllipse(c, 1.6, 1.6);
    p_.drawLine(c + QPointF(-6, 6), c + QPointF(6, -6));
}

/// A notch at the body's front (its own +x): turned and mirrored bodies show it.
void ScenePainter::heading(const Geometry& g, const Pose& pose) {
    const Theme& th = Theme::current();
    const Vec3 front(g.bounds().high.x, 0.5 * (g.bounds().low.y + g.bounds().high.y), 0.0);
    const QPointF tip = m_.to(pose, front), u = m_.way(pose, Vec3(1.0, 0.0, 0.0)), side(-u.y(), u.x());
    const QPointF notch[3] = {tip - u * 1.0, tip - u * 6.0 + side * 3.5, tip - u * 6.0 - side * 3.5};
    p_.setPen(Qt::NoPen);
    p_.setBrush(th.moving);
    p_.drawPolygon(notch, 3);
}

void ScenePainter::scale_bar() {
    const Theme& th = Theme::current();
    const double units = scale_bar_length(m_.scale, 110.0), pixels = units * m_.scale;
    const QPointF left(m_.area.left() + 18, m_.area.bottom() - 16);
    const auto bar = [&](const QPen& pen) {
        p_.setPen(pen);
        p_.drawLine(left, left + QPointF(pixels, 0)),
            p_.drawLine(left + QPointF(0, -4), left + QPointF(0, 4)),
            p_.drawLine(left + QPointF(pixels, -4), left + QPointF(pixels, 4));
    };
    bar(QPen(th.paper, 5.0, Qt::SolidLine, Qt::RoundCap)); // a rim: what lies there stays in sight
    bar(QPen(th.ink, 1.8));
    p_.setFont(type(12)), p_.setPen(th.ink);
    halo_text(p_, QRectF(left.x(), left.y() - 24, std::max(pixels, 80.0), 18),
              QString::fromStdString(length_text(r_, units)));
}

} // namespace oddbounce
