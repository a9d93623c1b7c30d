// SPDX-License-Identifier: GPL-3.0-or-later
// What the scene painter draws over the bodies: contacts, rays, arrows, the swept band, the candidate, names.
#include "fault/account_text.hpp"
#include "fix/log_changes.hpp"
#include "theme/theme.hpp"
#include "view/labels.hpp"
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

} // namespace

void halo_text(QPainter& p, const QRectF& where, const QString& text) {
    QPainterPath path;
    path.addText(where.left(), where.top() + p.fontMetrics().ascent(), p.font(), text);
    p.strokePath(path, QPen(Theme::current().tint(Theme::current().paper, 0.9), 3.0, Qt::SolidLine,
                            Qt::RoundCap, Qt::RoundJoin));
    p.drawText(where, Qt::AlignLeft | Qt::AlignTop | Qt::TextDontClip, text);
}

void ScenePainter::marks() {
    if (o_.body >= 0 && t_.present(o_.body)) {
        if (o_.ghosts) ghosts(o_.body);
        band(o_.body);
    }
    course();
    if (!o_.plain) {
        rays();
        if (o_.body >= 0 && t_.present(o_.body)) probes(o_.body), arrows(o_.body);
        candidate_rows();
        contacts(), touch(), finding_marks();
    }
    if (o_.names) name_all();
}

/// The exact time of impact of the finding: its point, marked as a contact that nobody logged.
void ScenePainter::touch() {
    if (!o_.finding || o_.finding->fraction >= 1.0) return;
    const std::ptrdiff_t last = r_.frame_index(o_.finding->last);
    if (last != static_cast<std::ptrdiff_t>(t_.index) ||
        std::abs(t_.fraction - o_.finding->fraction) > moment_snap)
        return;
    const Theme& th = Theme::current();
    const QPointF q = m_.to(o_.finding->at);
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
        const QPointF from = m_.to(mark.from), to = m_.to(mark.to);
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
        const QPointF q = m_.to(*c.at);
        if (!m_.area.contains(q)) continue;
        p_.setPen(QPen(color, 1.4));
        if (c.normal) {
            const QPointF n = m_.way(*c.normal);
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

bool is_ray_of(const RayRow& ray, const Finding& f) {
    const Fact* name = f.fact("ray");
    const std::string* text = name ? std::get_if<std::string>(&name->value) : nullptr;
    const bool same_caster = !ray.caster || (!f.bodies.empty() && *ray.caster == f.bodies[0]);
    return text && same_caster && (ray.name == *text || (ray.name.empty() && *text == "a ray"));
}

/// `only`: the ray that this finding is about; null: all.
void ScenePainter::rays(const Finding* only) {
    const Theme& th = Theme::current();
    for (const RayRow& ray : t_.frame->rays) {
        if (only && !is_ray_of(ray, *only)) continue;
        const QPointF from = m_.to(ray.from);
        const Vec3 end = ray.hit && ray.at ? *ray.at : ray.to;
        const QPointF to = m_.to(end), full = m_.to(ray.to);
        p_.setPen(QPen(th.ray, 1.4));
        p_.setBrush(th.paper);
        p_.drawLine(from, to);
        if (ray.hit) {
            p_.setPen(QPen(th.tint(th.ray, 0.5), 1.2, dash_for(Qt::DotLine, length(full - to))));
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
    const QPointF from = m_.to(t_.pose(body).at);
    const auto tip = [&](const Vec3& v) { // one step's travel, at least visible, at most a third of the view
        QPointF d = m_.way(v) * (t_.now->dt() * m_.scale * 2.0);
        const double n = length(d), most = 0.3 * m_.area.height();
        return n > most ? from + d * (most / n) : n > 0 && n < 18.0 ? from + d * (18.0 / n) : from + d;
    };
    const double least = r_.slop() * r_.header.rate * 0.02;
    if (b.has_desired && glm::length(b.desired) > least) arrow(p_, from, tip(b.desired), th.ink, true);
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
        QPen pen(th.tint(th.moving, 0.8), 1.1, dash_for(Qt::DashLine, pixels));
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
        const QPointF way = m_.way(move.travel()),
                      side = QPointF(way.y(), -way.x()) / length(way) * (way.x() >= 0 ? 1.0 : -1.0);
        for (const auto& [pose, number] :
             {std::pair(move.from, t_.before->number()), std::pair(move.to, t_.now->number())})
            p_.drawText(QRectF(m_.to(pose.at) + side * (r + 12) - QPointF(30, 9), QSizeF(60, 18)),
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
    constexpr std::size_t near = 30; // frames: courses of other moments would only be in the way
    for (const Track& track : o_.course ? *o_.course : none) {
        if (t_.index + near < track.first || track.first + track.points.size() + near < t_.index) continue;
        QPainterPath path;
        for (std::size_t k = 0; k < track.points.size(); ++k) {
            const QPointF q = m_.to(track.points[k].pose.at);
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
    constexpr std::size_t crowd =
        60; // bodies in sight: beyond it only those of the finding and the chosen one
    const Theme& th = Theme::current();
    p_.setFont(type(12));
    std::vector<LabelRequest> requests;
    std::vector<QRectF> obstacles;
    std::vector<Slot> bodies;
    for (Slot b = 0; b < static_cast<Slot>(t_.now->bodies().size()); ++b) {
        if (!t_.present(b) || o_.hidden.count(b)) continue;
        const QRectF box = box_of(b);
        if (box.isNull()) continue;
        const BodyDef& def = *t_.now->body(b).def;
        const bool moving = def.moves != Moves::Static;
        if (moving) obstacles.push_back(box);
        if (o_.faint.count(b)) continue;
        const bool named = o_.finding && std::find(o_.finding->bodies.begin(), o_.finding->bodies.end(),
                                                   def.id) != o_.finding->bodies.end();
        LabelRequest l;
        l.body = box, l.inside = !moving;
        l.priority = b == o_.body ? 3.0 : named ? 2.0 : moving ? 0.5 : 0.2;
        l.size = p_.fontMetrics().size(0, QString::fromStdString(body_name(*t_.now, b)));
        requests.push_back(l), bodies.push_back(b);
    }
    if (requests.size() > crowd)
        for (std::size_t i = 0; i < requests.size(); ++i)
            if (requests[i].priority < must_show) requests[i].size = QSizeF(1e9, 1e9); // fits nowhere
    const auto places = place_labels(requests, obstacles, m_.area.adjusted(2, 2, -2, -44));
    for (std::size_t i = 0; i < places.size(); ++i) {
        if (!places[i]) continue;
        p_.setPen(bodies[i] == o_.body ? th.ink : th.soft);
        halo_text(p_, *places[i], QString::fromStdString(body_name(*t_.now, bodies[i])));
    }
}

/// What is in sight of the body, in pixels; null: nothing.
QRectF ScenePainter::box_of(Slot b) const {
    QRectF box;
    for (Slot c : t_.now->colliders_of(b)) {
        if (!at(*t_.now, c).geometry) continue;
        const Box world = at(*t_.now, c).geometry->bounds(t_.pose(b));
        if (!world.meets(seen_)) continue;
        for (int i = 0; i < 8; ++i)
            box = box.united(
                QRectF(m_.to(Vec3(i & 1 ? world.high.x : world.low.x, i & 2 ? world.high.y : world.low.y,
                                  i & 4 ? world.high.z : world.low.z)),
                       QSizeF(0.1, 0.1)));
    }
    return box;
}

/// Probes of a body: a small square, a stub in the direction that it guards.
void ScenePainter::probes(Slot body) {
    const Theme& th = Theme::current();
    constexpr double half = 3.5, stub = 9.0; // pixels
    const Pose pose = t_.pose(body);
    const Vec3 scale = t_.now->body(body).scale;
    for (const ProbeDef& probe : probes_of(r_, r_.body_id(body), t_.index)) {
        const QPointF q = m_.to(pose, probe.at * scale), way = m_.way(pose, unit(probe.guards * scale));
        p_.setPen(QPen(th.ray, 1.5)), p_.setBrush(th.paper);
        p_.drawLine(q, q + way * stub);
        p_.drawRect(QRectF(q - QPointF(half, half), QSizeF(2 * half, 2 * half)));
    }
}

void paint_candidate_ray(QPainter& p, const Mapping& m, const RayRow& ray) {
    const Theme& th = Theme::current();
    const Vec3 end = ray.hit && ray.at ? *ray.at : ray.to;
    QPainterPath path(m.to(ray.from));
    path.lineTo(m.to(end));
    p.strokePath(path, QPen(th.candidate, 3.6, Qt::SolidLine, Qt::FlatCap));
    p.strokePath(path, QPen(th.paper, 1.4, Qt::SolidLine, Qt::FlatCap));
    if (ray.hit) {
        p.setPen(QPen(th.candidate, 1.2, dash_for(Qt::DotLine, length(m.to(ray.to) - m.to(end)))));
        p.drawLine(m.to(end), m.to(ray.to));
        p.setPen(QPen(th.candidate, 1.4)), p.setBrush(th.candidate);
        p.drawEllipse(m.to(end), 4.0, 4.0);
    }
}

void paint_candidate_probe(QPainter& p, const Mapping& m, const Pose& pose, const ProbeDef& probe,
                           const Vec3& scale) {
    const Theme& th = Theme::current();
    constexpr double half = 3.5, stub = 9.0; // pixels
    const QPointF q = m.to(pose, probe.at * scale), way = m.way(pose, unit(probe.guards * scale));
    p.setPen(QPen(th.candidate, 1.5)), p.setBrush(th.paper);
    p.drawLine(q, q + way * stub);
    p.drawRect(QRectF(q - QPointF(half, half), QSizeF(2 * half, 2 * half)));
}

/// What the candidate makes of the frame's rays and of probes, where that differs.
void ScenePainter::candidate_rows() {
    const auto is_ray = [](const auto& change) { return change_kind(change) == Knob::Of::Ray; };
    if (o_.fix && t_.frame && std::ranges::any_of(o_.fix->changes, is_ray)) {
        const std::vector<RayRow> now = changed_rays(*o_.fix, *t_.now, t_.frame->rays);
        for (std::size_t i = 0; i < now.size(); ++i)
            if (now[i] != t_.frame->rays[i]) paint_candidate_ray(p_, m_, now[i]);
    }
    static const std::map<Id, std::vector<ProbeDef>> none;
    for (const auto& [body, probes] : o_.probes ? *o_.probes : none)
        if (const Slot b = r_.body_slot(body); b >= 0 && t_.present(b))
            for (const ProbeDef& probe : probes)
                paint_candidate_probe(p_, m_, t_.pose(b), probe, t_.now->body(b).scale);
}

/// What a finding of a ray or of probes is about, also where nothing else is drawn over the bodies.
void ScenePainter::subject() {
    if (!o_.finding) return;
    if (o_.finding->fact("ray")) rays(o_.finding);
    if (const Slot b = r_.body_slot(o_.finding->bodies.empty() ? Id(-1) : o_.finding->bodies[0]);
        b >= 0 && t_.present(b) && o_.finding->fact("probes_now"))
        probes(b);
}

} // namespace oddbounce
