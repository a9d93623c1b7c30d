// SPDX-License-Identifier: GPL-3.0-or-later
// What the scene painter draws over the bodies: contacts, rays, arrows, the swept band, the candidate, names.
#include "fault/telling.hpp"
#include "theme/theme.hpp"
#include "view/outline_path.hpp"
#include "view/scene_painter.hpp"

#include <QPainterPath>

namespace oddbounce {

namespace {

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

void ScenePainter::marks() {
    if (o_.body >= 0 && t_.present(o_.body)) {
        if (o_.ghosts) ghosts(o_.body);
        band(o_.body);
    }
    course();
    if (!o_.plain) {
        rays();
        if (o_.body >= 0 && t_.present(o_.body)) arrows(o_.body);
        contacts(), touch(), finding_marks();
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

/// The lines that this finding's picture needs: ways as arrows, measures between ticks.
void ScenePainter::finding_marks() {
    if (!o_.finding) return;
    const Theme& th = Theme::current();
    p_.setFont(type(12));
    std::vector<QRectF> taken;
    for (const Mark& mark : o_.finding->marks) {
        if (mark.frame != t_.now->number()) continue;
        const QPointF from = m_.to(flat(mark.from)), to = m_.to(flat(mark.to));
        const QPointF d = to - from;
        const double n = length(d);
        if (mark.arrow)
            arrow(p_, from, to, th.finding, false);
        else if (n > 0.0) {
            const QPointF side = QPointF(-d.y(), d.x()) / n * 5.0;
            p_.setPen(QPen(th.finding, 1.6));
            p_.drawLine(from, to), p_.drawLine(from - side, from + side), p_.drawLine(to - side, to + side);
        }
        if (mark.label.empty() || !o_.names) continue;
        const QString label = QString::fromStdString(mark.label);
        // Beyond an arrow's tip, beside a measure.
        const QSizeF size = p_.fontMetrics().size(0, label);
        QPointF middle = (from + to) / 2.0 + QPointF(size.width() / 2.0 + 10.0, -size.height());
        if (mark.arrow && n > 0.0)
            middle =
                to + QPointF(d.x() / n * (size.width() / 2.0 + 7.0), d.y() / n * (size.height() / 2.0 + 4.0));
        QRectF where(middle - QPointF(size.width(), size.height()) / 2.0, size);
        for (const QRectF& other : taken)
            if (other.intersects(where)) where.moveTop(other.bottom() + 2);
        taken.push_back(where);
        p_.setPen(th.finding);
        halo_text(p_, where, label);
    }
}

void ScenePainter::contacts() {
    const Theme& th = Theme::current();
    for (const ContactRow& c : t_.frame->contacts) {
        if (!c.at || c.phase == Phase::End) continue;
        const Slot a = r_.collider_slot(c.a), b = r_.collider_slot(c.b);
        const bool wrong = o_.finding && in_finding(a) && in_finding(b);
        const QColor color = wrong ? th.finding : th.ink;
        const QPointF q = m_.to(flat(*c.at));
        if (!m_.area.contains(q)) continue;
        p_.setPen(QPen(color, 1.4));
        if (c.normal) {
            const QPointF n = m_.way(flat(*c.normal));
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
    for (const RayRow& ray : t_.frame->rays) {
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
        QPointF d = m_.way(flat(v)) * (t_.now->dt() * m_.scale * 2.0);
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
        const bool turning = std::abs(move.turning()) > 1e-9;
        const QPainterPath all = tangent_band(*state.geometry, move, m_, turning ? 12 : 1);
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
        const QPointF way = m_.way(flat(move.travel())),
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
        if (k == 0 || i < static_cast<std::ptrdiff_t>(r_.begin()) ||
            i >= static_cast<std::ptrdiff_t>(r_.size()))
            continue;
        const World w = r_.world_at(static_cast<std::size_t>(i));
        if (!w.body(body).present) continue;
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

} // namespace oddbounce
