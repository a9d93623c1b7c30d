// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/scene_painter.hpp"

#include "fault/telling.hpp"
#include "theme/theme.hpp"
#include "view/outline_path.hpp"

#include <QPainterPath>

namespace oddbounce {

namespace {

const ColliderState& at(const World& w, Slot c) { return w.colliders()[static_cast<std::size_t>(c)]; }
QPointF along(const Vec2& v, const Mapping& m) { return QPointF(glm::dot(v, m.right), -glm::dot(v, m.up)); }
double length(const QPointF& v) { return std::hypot(v.x(), v.y()); }

void arrow(QPainter& p, const QPointF& from, const QPointF& to, const QColor& color, bool hollow) {
    const QPointF d = to - from;
    const double n = length(d);
    if (n < 4.0) return;
    const QPointF u = d / n, side(-u.y(), u.x());
    p.setPen(QPen(color, hollow ? 1.4 : 1.8));
    p.setBrush(hollow ? QBrush(Theme::current().panel) : QBrush(color));
    p.drawLine(from, to - u * 8.0);
    const QPointF head[3] = {to, to - u * 9.0 + side * 4.5, to - u * 9.0 - side * 4.5};
    p.drawPolygon(head, 3);
}

/// Text that stays readable over lines: a rim of paper round it.
void halo_text(QPainter& p, const QRectF& where, const QString& text) {
    QPainterPath path;
    path.addText(where.left(), where.top() + p.fontMetrics().ascent(), p.font(), text);
    p.strokePath(path, QPen(Theme::current().tint(Theme::current().paper, 0.9), 3.0, Qt::SolidLine,
                            Qt::RoundCap, Qt::RoundJoin));
    p.drawText(where, Qt::AlignLeft | Qt::AlignTop, text);
}

} // namespace

ScenePainter::ScenePainter(QPainter& painter, const Mapping& mapping, const Recording& recording,
                           const Instant& instant, const SceneOptions& options)
    : p_(painter), m_(mapping), r_(recording), t_(instant), o_(options), seen_(mapping.seen()) {
    p_.setRenderHint(QPainter::Antialiasing);
}

bool ScenePainter::in_finding(Slot c) const {
    if (!o_.finding) return false;
    const auto& all = o_.finding->colliders;
    return std::find(all.begin(), all.end(), r_.collider_ids()[static_cast<std::size_t>(c)]) != all.end();
}

bool ScenePainter::seen(const Geometry& g, const Pose& pose) const { return g.bounds(pose).meets(seen_); }

void ScenePainter::background() {
    const Theme& th = Theme::current();
    p_.fillRect(m_.area, th.paper);
    if (!o_.grid) return;
    const double step = scale_bar_length(m_.scale, 120.0);
    p_.setPen(QPen(th.tint(th.rule, 0.55), 1.0));
    const Vec2 corner = m_.from(m_.area.bottomLeft());
    const double x0 = std::floor(glm::dot(corner, m_.right) / step) * step,
                 y0 = std::floor(glm::dot(corner, m_.up) / step) * step;
    for (double x = x0; (x - glm::dot(corner, m_.right)) * m_.scale < m_.area.width() + step * m_.scale;
         x += step) {
        const double px = m_.to(m_.right * x).x();
        p_.drawLine(QPointF(px, m_.area.top()), QPointF(px, m_.area.bottom()));
    }
    for (double y = y0; (y - glm::dot(corner, m_.up)) * m_.scale < m_.area.height() + step * m_.scale;
         y += step) {
        const double py = m_.to(m_.up * y).y();
        p_.drawLine(QPointF(m_.area.left(), py), QPointF(m_.area.right(), py));
    }
}

void ScenePainter::bodies() {
    const bool both = !o_.fixed_only && !o_.moving_only;
    for (const bool moving : {false, true}) {
        if (!both && moving != o_.moving_only) continue;
        for (Slot c = 0; c < static_cast<Slot>(t_.now->colliders().size()); ++c) {
            const ColliderState& state = at(*t_.now, c);
            if (!state.geometry || state.body < 0 || o_.hidden.count(state.body)) continue;
            if ((t_.now->body_of(c).def->moves != Moves::Fixed) != moving || !t_.present(state.body))
                continue;
            p_.setOpacity(o_.faint.count(state.body) ? 0.22 : 1.0);
            collider(c);
            p_.setOpacity(1.0);
        }
    }
}

void ScenePainter::collider(Slot c) {
    const Theme& th = Theme::current();
    const ColliderState& state = at(*t_.now, c);
    const Pose pose = t_.pose(state.body);
    const Geometry& g = *state.geometry;
    if (!seen(g, pose)) return;
    const BodyDef& body = *t_.now->body_of(c).def;
    const bool moving = body.moves != Moves::Fixed, chosen = state.body == o_.body;
    const bool mark = in_finding(c) && body.id != o_.finding->bodies.front(); // what it met
    const double size = glm::length(g.bounds().size()) * m_.scale;
    const bool small = size < 10.0 && !mark && !chosen;
    if (small)
        return speck(g, pose, state.def->role == Role::Sensor ? th.sensor : moving ? th.moving : th.fixed);
    const QPainterPath path = outline_path(g, pose, m_);
    const QColor line = mark ? th.finding : moving ? th.moving : th.fixed;
    QPen pen(line, o_.line + (chosen ? 0.9 : 0.0), Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin);
    if (!state.on) {
        pen = QPen(th.soft, o_.line, Qt::CustomDashLine);
        pen.setDashPattern({9.0, 7.0});
        p_.strokePath(path, pen);
        return;
    }
    if (state.def->role == Role::Sensor) {
        pen = QPen(mark ? th.finding : th.sensor, o_.line + 0.7, Qt::CustomDashLine, Qt::RoundCap);
        pen.setDashPattern({0.1, 2.4});
        p_.strokePath(path, pen);
        return;
    }
    const bool hidden_thing = !state.def->seen || !body.seen;
    if (moving && !mark && !g.open()) p_.fillPath(path, th.tint(th.moving, chosen ? 0.20 : 0.13));
    if (mark && !g.open()) p_.fillPath(path, th.tint(th.finding, 0.13));
    if (hidden_thing && size > 12.0) cross_hatch(path, th.tint(line, 0.7));
    if (!moving && !mark && !hidden_thing && size > 14.0) hatch(g, pose);
    p_.strokePath(path, pen);
    if (state.def->role == Role::OneWay) comb(g, pose, state.def->pass.value_or(r_.header.up));
    if (moving && !o_.plain && size > 14.0) heading(g, pose);
    if (hidden_thing && size > 24.0) struck_eye(path.boundingRect().center());
}

/// Too small for any drawing code but colour: a plain outline, quickly.
void ScenePainter::speck(const Geometry& g, const Pose& pose, const QColor& color) {
    p_.setRenderHint(QPainter::Antialiasing, false);
    p_.setPen(QPen(color, 0)), p_.setBrush(Qt::NoBrush);
    const Box box = g.bounds(pose);
    const QRectF where = QRectF(m_.to(flat(box.low)), m_.to(flat(box.high))).normalized();
    if (g.outlines().size() == 1 && g.outlines()[0].points.size() > 2) {
        QPointF q[16];
        int n = 0;
        for (const Vec2& v : g.outlines()[0].points)
            if (n < 16) q[n++] = m_.to(pose.place(v));
        p_.drawPolygon(q, n);
    } else
        p_.drawRect(where);
    p_.setRenderHint(QPainter::Antialiasing, true);
}

/// Short diagonal strokes from the edge inward: solid ground seen in section.
void ScenePainter::hatch(const Geometry& g, const Pose& pose) {
    const Theme& th = Theme::current();
    if (g.open()) return;
    p_.setPen(QPen(th.tint(th.fixed, 0.55), 1.0));
    for (const Outline& o : g.outlines()) {
        if (!o.closed || o.points.size() < 2) continue;
        const std::vector<Vec2> points = spelled_out(o, m_.scale);
        std::vector<QPointF> q;
        for (const Vec2& v : points) q.push_back(m_.to(pose.place(v)));
        double area = 0.0;
        for (std::size_t i = 0; i < q.size(); ++i) {
            const QPointF &u = q[i], &v = q[(i + 1) % q.size()];
            area += u.x() * v.y() - u.y() * v.x();
        }
        const QRectF box = QPolygonF(QVector<QPointF>(q.begin(), q.end())).boundingRect();
        const double deep = std::min(7.0, 0.35 * std::min(box.width(), box.height()));
        const QRectF view = m_.area.adjusted(-20, -20, 20, 20);
        for (std::size_t i = 0; i < q.size(); ++i) {
            const QPointF &u = q[i], &v = q[(i + 1) % q.size()];
            const double n = length(v - u);
            if (n < 2.0) continue;
            const QPointF e = (v - u) / n, in = area > 0 ? QPointF(-e.y(), e.x()) : QPointF(e.y(), -e.x());
            // Only the stretch of a long edge that is in sight.
            double from = 0.0, to = n;
            if (n > 4000.0) {
                const double mid = QPointF::dotProduct(view.center() - u, e),
                             half = length(QPointF(view.width(), view.height()));
                from = std::max(0.0, mid - half), to = std::min(n, mid + half);
            }
            to = std::min(to, n - deep * 0.8);
            for (double s = std::ceil((from + 3.0) / 6.0) * 6.0; s < to; s += 6.0) {
                const QPointF a = u + e * s;
                if (view.contains(a)) p_.drawLine(a, a + in * deep + e * deep * 0.8);
            }
        }
    }
}

/// Teeth on the side that holds: where a body lands that arrives against `pass`.
void ScenePainter::comb(const Geometry& g, const Pose& pose, const Vec3& pass) {
    const Theme& th = Theme::current();
    p_.setPen(QPen(th.fixed, 1.4));
    const QPointF out = along(flat(pass), m_);
    for (const Outline& o : g.outlines())
        for (std::size_t i = 0; i < o.points.size(); ++i) {
            const QPointF u = m_.to(pose.place(o.points[i])),
                          v = m_.to(pose.place(o.points[(i + 1) % o.points.size()]));
            if (!o.closed && i + 1 == o.points.size()) break;
            const double n = length(v - u);
            const QPointF e = n > 0 ? (v - u) / n : QPointF();
            if (std::abs(QPointF::dotProduct(e, out)) > 0.7) continue;
            const QPointF middle = m_.to(pose.place((g.bounds().low + g.bounds().high) * 0.5));
            if (o.closed && QPointF::dotProduct((u + v) / 2 - middle, out) < 0) continue;
            for (double s = 4.0; s < n; s += 8.0) p_.drawLine(u + e * s, u + e * s + out * 5.0);
        }
}

void ScenePainter::cross_hatch(const QPainterPath& path, const QColor& color) {
    p_.save();
    p_.setClipPath(path, Qt::IntersectClip);
    p_.setPen(QPen(color, 0.9));
    const QRectF box = path.boundingRect().intersected(m_.area);
    for (double s = -box.height(); s < box.width(); s += 9.0) {
        p_.drawLine(QPointF(box.left() + s, box.bottom()), QPointF(box.left() + s + box.height(), box.top()));
        p_.drawLine(QPointF(box.left() + s, box.top()), QPointF(box.left() + s + box.height(), box.bottom()));
    }
    p_.restore();
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
    const Vec2 front(g.bounds().high.x, 0.5 * (g.bounds().low.y + g.bounds().high.y));
    const QPointF tip = m_.to(pose.place(front)), u = along(pose.turn({1.0, 0.0}), m_), side(-u.y(), u.x());
    const QPointF notch[3] = {tip - u * 1.0, tip - u * 6.0 + side * 3.5, tip - u * 6.0 - side * 3.5};
    p_.setPen(Qt::NoPen);
    p_.setBrush(th.moving);
    p_.drawPolygon(notch, 3);
}

void ScenePainter::marks() {
    if (o_.body >= 0 && t_.present(o_.body)) {
        if (o_.ghosts) ghosts(o_.body);
        band(o_.body);
    }
    course();
    if (!o_.plain) {
        rays();
        if (o_.body >= 0 && t_.present(o_.body)) arrows(o_.body);
        contacts(), touch();
    }
    if (o_.names) name_all();
}

/// The exact time of impact of the finding: its point, marked as a contact that nobody logged.
void ScenePainter::touch() {
    if (!o_.finding || o_.finding->fraction >= 1.0) return;
    const std::ptrdiff_t last = r_.frame_index(o_.finding->last);
    if (last != static_cast<std::ptrdiff_t>(t_.index) || std::abs(t_.fraction - o_.finding->fraction) > 1e-6)
        return;
    const Theme& th = Theme::current();
    const QPointF q = m_.to(flat(o_.finding->at));
    const QPointF diamond[4] = {q + QPointF(0, -6), q + QPointF(6, 0), q + QPointF(0, 6), q + QPointF(-6, 0)};
    p_.setPen(QPen(th.finding, 1.8)), p_.setBrush(th.panel);
    p_.drawPolygon(diamond, 4);
}

void ScenePainter::contacts() {
    const Theme& th = Theme::current();
    for (const ContactRow& c : r_.frames[t_.index].contacts) {
        if (!c.at || c.phase == Phase::End) continue;
        const Slot a = r_.collider_slot(c.a), b = r_.collider_slot(c.b);
        const bool wrong = o_.finding && in_finding(a) && in_finding(b);
        const QColor color = wrong ? th.finding : th.ink;
        const QPointF q = m_.to(flat(*c.at));
        if (!m_.area.contains(q)) continue;
        p_.setPen(QPen(color, 1.4));
        if (c.normal) {
            const QPointF n = along(flat(*c.normal), m_);
            p_.drawLine(q, q - n * 22.0);
            // Rungs: one for each slop of depth, at most six.
            const int rungs =
                c.depth && r_.slop() > 0 ? std::clamp(static_cast<int>(*c.depth / r_.slop()), 0, 6) : 0;
            for (int i = 1; i <= rungs; ++i) {
                const QPointF at_rung = q - n * (6.0 + 2.6 * i), side(-n.y() * 3.5, n.x() * 3.5);
                p_.drawLine(at_rung - side, at_rung + side);
            }
        }
        const QPointF diamond[4] = {q + QPointF(0, -5), q + QPointF(5, 0), q + QPointF(0, 5),
                                    q + QPointF(-5, 0)};
        p_.setBrush(th.panel);
        p_.drawPolygon(diamond, 4);
    }
}

void ScenePainter::rays() {
    const Theme& th = Theme::current();
    for (const RayRow& ray : r_.frames[t_.index].rays) {
        const QPointF from = m_.to(flat(ray.from));
        const Vec3 end = ray.hit && ray.at ? *ray.at : ray.to;
        const QPointF to = m_.to(flat(end)), full = m_.to(flat(ray.to));
        p_.setPen(QPen(th.ray, 1.4));
        p_.setBrush(th.paper);
        p_.drawLine(from, to);
        if (ray.hit) {
            p_.setPen(QPen(th.tint(th.ray, 0.5), 1.2, Qt::DotLine));
            p_.drawLine(to, full);
            p_.setPen(QPen(th.ray, 1.4)), p_.setBrush(th.ray);
            p_.drawEllipse(to, 4.0, 4.0);
        } else {
            const QPointF d = full - from;
            const double n = length(d);
            const QPointF side = n > 0 ? QPointF(-d.y() / n, d.x() / n) : QPointF(0, 1);
            p_.drawLine(full - side * 6.0, full + side * 6.0);
        }
        p_.setBrush(th.paper);
        p_.drawEllipse(from, 4.0, 4.0);
    }
}

void ScenePainter::arrows(Slot body) {
    const Theme& th = Theme::current();
    const BodyState& b = t_.now->bodies()[static_cast<std::size_t>(body)];
    const QPointF from = m_.to(flat(t_.pose(body).at));
    const auto tip = [&](const Vec3& v) { // one step's travel, at least visible, at most a third of the view
        QPointF d = along(flat(v), m_) * (t_.now->dt() * m_.scale * 2.0);
        const double n = length(d), most = 0.3 * m_.area.height();
        return n > most ? from + d * (most / n) : n > 0 && n < 18.0 ? from + d * (18.0 / n) : from + d;
    };
    const double least = r_.slop() * r_.header.rate * 0.02;
    if (b.wishes && glm::length(b.wish) > least) arrow(p_, from, tip(b.wish), th.ink, true);
    const BodyState& before = t_.before->bodies()[static_cast<std::size_t>(body)];
    const Vec3 v = t_.fraction < 1.0 && before.velocity_known ? before.velocity : b.velocity;
    if (b.velocity_known && glm::length(v) > least) arrow(p_, from, tip(v), th.ink, false);
}

/// Where the chosen body was between the two frames of this step.
void ScenePainter::band(Slot body) {
    const Theme& th = Theme::current();
    const Motion move = t_.now->motion_since(*t_.before, body);
    const double pixels = glm::length(move.travel()) * m_.scale;
    if (pixels < 3.0) return;
    for (Slot c : t_.now->colliders_of(body)) {
        const ColliderState& state = at(*t_.now, c);
        if (!state.geometry || state.def->role == Role::Sensor) continue;
        QPainterPath all;
        all.setFillRule(Qt::WindingFill);
        const bool turning = std::abs(move.turning()) > 1e-9;
        const int steps = turning ? 12 : 1;
        // Convex hull of two outlines for each stretch: the tangent band.
        for (int i = 0; i < steps; ++i) {
            std::vector<QPointF> q;
            for (const double t : {static_cast<double>(i) / steps, static_cast<double>(i + 1) / steps})
                for (const Outline& o : state.geometry->outlines())
                    for (const Vec2& v : spelled_out(o, m_.scale)) q.push_back(m_.to(move.at(t).place(v)));
            std::sort(q.begin(), q.end(), [](const QPointF& a, const QPointF& b) {
                return a.x() != b.x() ? a.x() < b.x() : a.y() < b.y();
            });
            std::vector<QPointF> hull;
            for (int pass = 0; pass < 2; ++pass) {
                const std::size_t base = hull.size();
                for (const QPointF& v : q) {
                    while (hull.size() >= base + 2) {
                        const QPointF u = hull.back() - hull[hull.size() - 2], w = v - hull.back();
                        if (u.x() * w.y() - u.y() * w.x() > 0.0) break;
                        hull.pop_back();
                    }
                    hull.push_back(v);
                }
                hull.pop_back();
                std::reverse(q.begin(), q.end());
            }
            all.addPolygon(QPolygonF(QVector<QPointF>(hull.begin(), hull.end())));
        }
        p_.fillPath(all, th.tint(th.moving, 0.10));
        QPen pen(th.tint(th.moving, 0.8), 1.1, Qt::DashLine);
        if (!turning) p_.strokePath(all, pen);
        for (const Pose& pose : {move.from, move.to}) {
            const QPainterPath path = outline_path(*state.geometry, pose, m_);
            p_.strokePath(path, QPen(th.tint(th.moving, 0.65), 1.1));
        }
    }
    if (!o_.names) return;
    p_.setFont(type(12));
    p_.setPen(th.soft);
    double r = 0.0;
    for (Slot c : t_.now->colliders_of(body))
        if (at(*t_.now, c).geometry) r = std::max(r, at(*t_.now, c).geometry->reach() * m_.scale);
    if (pixels > 26.0) {
        // Beside the band, not in it.
        const QPointF way = along(flat(move.travel()), m_),
                      side = QPointF(way.y(), -way.x()) / length(way) * (way.x() >= 0 ? 1.0 : -1.0);
        for (const auto& [pose, number] :
             {std::pair(move.from, t_.before->number()), std::pair(move.to, t_.now->number())})
            p_.drawText(QRectF(m_.to(flat(pose.at)) + side * (r + 12) - QPointF(30, 9), QSizeF(60, 18)),
                        Qt::AlignCenter, QString::number(number));
    }
}

void ScenePainter::ghosts(Slot body) {
    const Theme& th = Theme::current();
    for (int k = -3; k <= 3; ++k) {
        const auto i = static_cast<std::ptrdiff_t>(t_.index) + k;
        if (k == 0 || i < 0 || i >= static_cast<std::ptrdiff_t>(r_.frames.size())) continue;
        const World w = r_.world_at(static_cast<std::size_t>(i));
        if (!w.bodies()[static_cast<std::size_t>(body)].present) continue;
        for (Slot c : w.colliders_of(body))
            if (at(w, c).geometry)
                p_.strokePath(outline_path(*at(w, c).geometry, w.body_of(c).pose, m_),
                              QPen(th.tint(th.moving, 0.55 - 0.12 * std::abs(k)), 1.0));
    }
}

/// The candidate's course: a double line through its places, and its outline at this moment.
void ScenePainter::course() {
    const Theme& th = Theme::current();
    static const std::vector<Track> none;
    for (const Track& track : o_.course ? *o_.course : none) {
        QPainterPath path;
        for (std::size_t k = 0; k < track.points.size(); ++k) {
            const QPointF q = m_.to(flat(track.points[k].pose.at));
            if (k == 0)
                path.moveTo(q);
            else
                path.lineTo(q);
        }
        p_.strokePath(path, QPen(th.candidate, 3.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        p_.strokePath(path, QPen(th.paper, 1.5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        const double k = static_cast<double>(t_.index) - 1.0 + t_.fraction - static_cast<double>(track.first);
        if (k < 0.0 || k > static_cast<double>(track.points.size()) - 1.0) continue;
        const auto i = static_cast<std::size_t>(std::ceil(k));
        const Motion move{track.points[i == 0 ? 0 : i - 1].pose, track.points[i].pose};
        const Pose pose = move.at(i == 0 ? 1.0 : t_.fraction);
        for (Slot c : t_.now->colliders_of(o_.course_body)) candidate_outline(c, pose);
    }
    if (!o_.shapes) return;
    for (const auto& [id, geometry] : *o_.shapes)
        if (const Slot c = r_.collider_slot(id); t_.now->live(c) && at(*t_.now, c).body != o_.course_body)
            candidate_outline(c, t_.pose(at(*t_.now, c).body));
}

/// The candidate's shape of a collider, or the recorded one where it changes only the motion.
void ScenePainter::candidate_outline(Slot c, const Pose& pose) {
    const ColliderState& state = at(*t_.now, c);
    if (!state.def || !state.geometry) return;
    const bool changed = o_.shapes && o_.shapes->count(state.def->id) && o_.shapes->at(state.def->id);
    const Geometry& g = changed ? *o_.shapes->at(state.def->id) : *state.geometry;
    if (!seen(g, pose)) return;
    const QPainterPath outline = outline_path(g, pose, m_);
    p_.strokePath(outline, QPen(Theme::current().candidate, 4.2));
    p_.strokePath(outline, QPen(Theme::current().paper, 1.6));
}

void ScenePainter::name_all() {
    const Theme& th = Theme::current();
    p_.setFont(type(12));
    std::vector<QRectF> taken;
    for (Slot b = 0; b < static_cast<Slot>(t_.now->bodies().size()); ++b) {
        if (!t_.present(b) || o_.hidden.count(b) || o_.faint.count(b)) continue;
        QRectF box;
        for (Slot c : t_.now->colliders_of(b))
            if (at(*t_.now, c).geometry && seen(*at(*t_.now, c).geometry, t_.pose(b)))
                box = box.united(outline_path(*at(*t_.now, c).geometry, t_.pose(b), m_).boundingRect());
        if (box.isEmpty() && box.width() + box.height() < 1.0) continue;
        const QString name = QString::fromStdString(body_name(*t_.now, b));
        const QSizeF size = p_.fontMetrics().size(0, name);
        const QRectF in = box.intersected(m_.area);
        QRectF where;
        const bool moving = t_.now->bodies()[static_cast<std::size_t>(b)].def->moves != Moves::Fixed;
        if (!moving && in.width() > size.width() + 30 && in.height() > size.height() + 26)
            where = QRectF(in.left() + 14, in.top() + 12, size.width(), size.height());
        else
            for (const QPointF& corner :
                 {QPointF(in.left(), in.bottom() + 3), QPointF(in.right() + 6, in.top() + 0.2 * in.height()),
                  QPointF(in.left(), in.top() - size.height() - 3),
                  QPointF(in.right() + 6, in.center().y() - size.height() / 2)}) {
                const QRectF tried(corner, size);
                const bool free = std::none_of(taken.begin(), taken.end(),
                                               [&](const QRectF& r) { return r.intersects(tried); });
                if (!free || !m_.area.contains(tried)) continue;
                where = tried;
                break;
            }
        if (where.isNull()) continue;
        const bool clash =
            std::any_of(taken.begin(), taken.end(), [&](const QRectF& r) { return r.intersects(where); });
        if (clash) continue;
        taken.push_back(where);
        p_.setPen(b == o_.body ? th.ink : th.soft);
        halo_text(p_, where, name);
    }
}

void ScenePainter::scale_bar() {
    const Theme& th = Theme::current();
    const double units = scale_bar_length(m_.scale, 110.0), pixels = units * m_.scale;
    const QPointF left(m_.area.left() + 18, m_.area.bottom() - 16);
    p_.setPen(QPen(th.ink, 2.0));
    p_.drawLine(left, left + QPointF(pixels, 0));
    p_.setPen(QPen(th.ink, 1.2));
    p_.drawLine(left + QPointF(0, -4), left + QPointF(0, 4)),
        p_.drawLine(left + QPointF(pixels, -4), left + QPointF(pixels, 4));
    p_.setFont(type(12));
    p_.drawText(QRectF(left.x(), left.y() - 22, std::max(pixels, 80.0), 18), Qt::AlignLeft | Qt::AlignBottom,
                QString::fromStdString(length_text(r_, units)));
}

} // namespace oddbounce
