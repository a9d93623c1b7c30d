// SPDX-License-Identifier: GPL-3.0-or-later
// Scenes of three dimensions from outside: flat-shaded facets, what they hide in faint dashes, a grid on the
// ground, lines from moving bodies down to what lies below them.
#include "view/scene_painter.hpp"

#include "shape/directions.hpp"
#include "shape/section.hpp"
#include "theme/theme.hpp"
#include "view/depth_picture.hpp"

namespace oddbounce {

namespace {

QColor shaded(const QColor& paper, const QColor& ink, double share) {
    const auto mix = [&](int p, int i) { return static_cast<int>(std::round(p + (i - p) * share)); };
    return {mix(paper.red(), ink.red()), mix(paper.green(), ink.green()), mix(paper.blue(), ink.blue())};
}

/// An edge between two facets, in the body's frame.
struct Crease {
    Vec3 from, to;
    Vec3 left{0.0}, right{0.0}; ///< normals beside it; zero: there is only one
    bool flat = false;          ///< both facets lie in one plane
};
/// What a solid is drawn from.
struct Surface {
    std::vector<Facet> facets;
    std::vector<Crease> creases;
    bool round = false;
};

Surface surface_of(const Geometry& g) {
    Surface out{facets(g), {}, false};
    using Key = std::array<double, 3>;
    const auto key = [](const Vec3& v) { return Key{v.x, v.y, v.z}; };
    std::map<std::pair<Key, Key>, std::size_t> known;
    for (const Facet& f : out.facets) {
        out.round = out.round || !f.edged;
        for (std::size_t i = 0; f.edged && i < f.points.size(); ++i) {
            const Vec3 &from = f.points[i], &to = f.points[(i + 1) % f.points.size()];
            const Key one = key(from), other = key(to);
            const auto [it, fresh] = known.emplace(std::minmax(one, other), out.creases.size());
            if (fresh) {
                out.creases.push_back({from, to, f.normal});
                continue;
            }
            constexpr double level = 0.9999; // cosine
            Crease& c = out.creases[it->second];
            c.right = f.normal, c.flat = std::abs(glm::dot(c.left, c.right)) > level;
        }
    }
    return out;
}

/// Surfaces of geometries that are still there: they are the same in each picture.
std::shared_ptr<const Surface> kept_surface(const std::shared_ptr<const Geometry>& g) {
    static std::map<const Geometry*, std::pair<std::weak_ptr<const Geometry>, std::shared_ptr<const Surface>>>
        known;
    constexpr std::size_t most = 4096;
    auto& [owner, surface] = known[g.get()];
    if (owner.lock() != g) owner = g, surface = std::make_shared<const Surface>(surface_of(*g));
    const auto out = surface;
    if (known.size() > most) std::erase_if(known, [](const auto& one) { return one.second.first.expired(); });
    return out;
}

/// A solid in its place.
struct Seen {
    Slot collider;
    Pose pose;
    std::shared_ptr<const Surface> surface;
};

} // namespace

void ScenePainter::ground_grid() {
    // The level grid at the height of the lowest fixed thing, as far as it lies in sight.
    const Theme& th = Theme::current();
    const Directions dirs(r_.header.up, r_.header.space);
    const Vec3 up = dirs.up(), u = dirs.right(), v = glm::cross(up, u);
    Box box;
    double lowest = infinity;
    for (Slot c = 0; c < static_cast<Slot>(t_.now->colliders().size()); ++c) {
        if (!t_.now->live(c) || o_.hidden.count(at(*t_.now, c).body)) continue;
        const Box b = at(*t_.now, c).geometry->bounds(t_.pose(at(*t_.now, c).body));
        box.add(b);
        lowest = std::min({lowest, glm::dot(b.low, up), glm::dot(b.high, up)});
    }
    if (box.empty()) return;
    const double step = scale_bar_length(m_.scale, 160.0), reach = 0.5 * glm::length(box.size()) + step;
    constexpr double most_lines = 60.0;
    const double half = std::min(reach, 0.5 * most_lines * step);
    const auto snapped = [&](const Vec3& way) { return std::round(glm::dot(m_.center, way) / step) * step; };
    const double middle_u = snapped(u), middle_v = snapped(v);
    const int count = static_cast<int>(std::ceil(half / step));
    p_.setPen(QPen(th.tint(th.rule, 0.8), 1.0));
    for (int k = -count; k <= count; ++k) {
        const auto line = [&](const Vec3& across, double at_across, const Vec3& along, double at_along) {
            const Vec3 on = across * (at_across + k * step) + up * lowest;
            p_.drawLine(m_.to(on + along * (at_along - count * step)),
                        m_.to(on + along * (at_along + count * step)));
        };
        line(u, middle_u, v, middle_v), line(v, middle_v, u, middle_u);
    }
}

void ScenePainter::bodies_in_space() {
    const Theme& th = Theme::current();
    ground_grid();
    const double ratio = p_.device() ? p_.device()->devicePixelRatioF() : 1.0;
    DepthPicture picture((m_.area.size() * ratio).toSize().expandedTo({1, 1}));
    const auto deep = [&](const Vec3& world) {
        const QPointF q = (m_.to(world) - m_.area.topLeft()) * ratio;
        return DeepPoint{q.x(), q.y(), glm::dot(world - m_.center, m_.toward())};
    };
    const Vec3 light = unit(m_.toward() * 0.6 + m_.up * 0.7 - m_.right * 0.4);
    std::vector<Seen> all;
    for (Slot c = 0; c < static_cast<Slot>(t_.now->colliders().size()); ++c) {
        const ColliderState& state = at(*t_.now, c);
        if (!state.geometry || !state.geometry->solid() || state.body < 0 || o_.hidden.count(state.body))
            continue;
        if (!t_.present(state.body) || !seen(*state.geometry, t_.pose(state.body))) continue;
        all.push_back({c, t_.pose(state.body), kept_surface(state.geometry)});
    }
    const auto color_of = [&](Slot c) {
        const ColliderState& state = at(*t_.now, c);
        const bool mark = in_finding(c) && t_.now->body_of(c).def->id != o_.finding->bodies.front();
        if (!state.on) return th.soft;
        if (state.def->role == Role::Sensor) return mark ? th.finding : th.sensor;
        return mark ? th.finding : t_.now->body_of(c).def->moves != Moves::Static ? th.moving : th.fixed;
    };
    const auto filled = [&](Slot c) {
        const ColliderState& state = at(*t_.now, c);
        return state.on && state.def->role != Role::Sensor && !o_.faint.count(state.body) &&
               state.def->visible && t_.now->body_of(c).def->visible;
    };
    for (const Seen& s : all) {
        if (!filled(s.collider)) continue;
        const QColor color = color_of(s.collider);
        constexpr double darkest = 0.42, span = 0.26; // share of the colour in paper
        const ColliderState& state = at(*t_.now, s.collider);
        if (is_ball(*state.geometry)) { // pixel by pixel: smooth, and quicker than facets
            std::array<QColor, 32> tones;
            for (std::size_t i = 0; i < tones.size(); ++i)
                tones[i] = shaded(th.paper, color, darkest - span * static_cast<double>(i) / 31.0);
            const double radius = 0.5 * state.geometry->extent();
            picture.ball(deep(s.pose.place(state.geometry->bounds().center())), radius * m_.scale * ratio,
                         1.0 / (m_.scale * ratio), tones,
                         {glm::dot(light, m_.right), glm::dot(light, m_.up), glm::dot(light, m_.toward())});
            continue;
        }
        for (const Facet& f : s.surface->facets) {
            Vec3 n = s.pose.turn.turn(f.normal);
            const bool away = glm::dot(n, m_.toward()) < 0.0;
            if (away && !f.two_sided) continue;
            if (away) n = -n;
            std::vector<DeepPoint> corners;
            for (const Vec3& v : f.points) corners.push_back(deep(s.pose.place(v)));
            picture.fill(corners,
                         shaded(th.paper, color, darkest - span * std::max(0.0, glm::dot(n, light))));
        }
    }
    QImage image = picture.image();
    image.setDevicePixelRatio(ratio);
    p_.drawImage(m_.area.topLeft(), image);
    drop_lines();
    const double slack = 1.5 / m_.scale;
    for (const Seen& s : all) {
        const ColliderState& state = at(*t_.now, s.collider);
        const bool chosen = state.body == o_.body, important = chosen || in_finding(s.collider);
        std::vector<QLineF> open, behind, level; // level: edges inside a flat surface
        const auto away = [&](const Vec3& n) { return glm::dot(s.pose.turn.turn(n), m_.toward()) < 0.0; };
        const bool closed = !state.geometry->open();
        for (const Crease& c : s.surface->creases) {
            const bool at_back = closed && away(c.left) && away(c.right);
            if (at_back && !important && filled(s.collider)) continue;
            picture.parts(deep(s.pose.place(c.from)), deep(s.pose.place(c.to)), slack, c.flat ? level : open,
                          behind);
        }
        if (s.surface->round) { // its rim counts as near as its front, which else would hide it
            const double near =
                deep(s.pose.place(state.geometry->bounds().center())).near + 0.5 * state.geometry->extent();
            const auto at_rim = [&](const QPointF& q) {
                const QPointF p = (q - m_.area.topLeft()) * ratio;
                return DeepPoint{p.x(), p.y(), near};
            };
            for (const PixelLine& line : lines_of(*state.geometry, s.pose, m_))
                for (qsizetype i = 0; i < line.points.size(); ++i)
                    picture.parts(at_rim(line.points[i]), at_rim(line.points[(i + 1) % line.points.size()]),
                                  slack, open, behind);
        }
        QColor color = color_of(s.collider);
        QPen pen(color, o_.line * (chosen ? 1.3 : 0.8), Qt::SolidLine,
                 Qt::FlatCap); // round ones cost ten times
        if (state.def->role == Role::Sensor)
            pen.setDashPattern({0.1, 2.4}), pen.setWidthF(o_.line + 0.5), pen.setCapStyle(Qt::RoundCap);
        if (!state.on) pen.setDashPattern({9.0, 7.0});
        if (!filled(s.collider) && state.on && state.def->role != Role::Sensor)
            pen.setDashPattern({4.0, 3.0});
        p_.save();
        p_.translate(m_.area.topLeft()), p_.scale(1.0 / ratio, 1.0 / ratio);
        pen.setWidthF(pen.widthF() * ratio);
        p_.setPen(QPen(th.tint(color, 0.35), 0.8 * ratio)),
            p_.drawLines(level.data(), static_cast<int>(level.size()));
        p_.setPen(pen), p_.drawLines(open.data(), static_cast<int>(open.size()));
        if (important && closed) {
            QPen faint(th.tint(color, 0.5), ratio, Qt::DashLine);
            p_.setPen(faint), p_.drawLines(behind.data(), static_cast<int>(behind.size()));
        }
        p_.restore();
        const bool hidden_thing = !state.def->visible || !t_.now->body_of(s.collider).def->visible;
        if (hidden_thing) {
            const QPainterPath path = outline_path(*state.geometry, s.pose, m_);
            cross_hatch(path, th.tint(color, 0.5));
            struck_eye(path.boundingRect().center());
        }
    }
    cutting_plane();
}

/// From each moving body down to what lies below it, with a ring where it gets there.
void ScenePainter::drop_lines() {
    const Theme& th = Theme::current();
    constexpr int most = 40; // bodies
    const Vec3 up = r_.header.up;
    Box all;
    for (Slot c = 0; c < static_cast<Slot>(t_.now->colliders().size()); ++c)
        if (t_.now->live(c)) all.add(at(*t_.now, c).geometry->bounds(t_.pose(at(*t_.now, c).body)));
    const double far = all.empty() ? 0.0 : glm::length(all.size());
    int count = 0;
    for (Slot b = 0; b < static_cast<Slot>(t_.now->bodies().size()) && count < most; ++b) {
        if (!t_.present(b) || o_.hidden.count(b) || t_.now->body(b).def->moves == Moves::Static) continue;
        ++count;
        const Vec3 from = t_.pose(b).at, to = from - up * far;
        RayHit best;
        for (Slot c = 0; c < static_cast<Slot>(t_.now->colliders().size()); ++c) {
            const ColliderState& state = at(*t_.now, c);
            if (!t_.now->live(c) || state.body == b || !state.on || state.def->role == Role::Sensor) continue;
            if (t_.now->body_of(c).def->moves != Moves::Static) continue;
            const RayHit hit = ray_cast(from, to, *state.geometry, t_.pose(state.body));
            if (hit.status == Status::Found && (best.status == Status::None || hit.fraction < best.fraction))
                best = hit;
        }
        if (best.status == Status::None) continue;
        p_.setPen(QPen(th.tint(th.ink, 0.45), 1.0, Qt::DotLine)), p_.setBrush(Qt::NoBrush);
        p_.drawLine(m_.to(from), m_.to(best.at));
        p_.drawEllipse(m_.to(best.at), 3.0, 3.0);
    }
}

/// Where the section of the finding cuts.
void ScenePainter::cutting_plane() {
    if (!o_.plane) return;
    const Theme& th = Theme::current();
    QPolygonF frame;
    const double half = o_.plane_half;
    for (const auto& [x, y] : {std::pair(-1, -1), {1, -1}, {1, 1}, {-1, 1}})
        frame << m_.to(o_.plane->at +
                       (o_.plane->right * static_cast<double>(x) + o_.plane->up * static_cast<double>(y)) *
                           half);
    p_.setBrush(th.tint(th.ray, 0.07)), p_.setPen(QPen(th.ray, 1.0, Qt::DashDotLine));
    p_.drawPolygon(frame);
}

/// Which way one looks: the axes of the recording, in a corner.
void ScenePainter::axes() {
    const Theme& th = Theme::current();
    const QPointF origin(m_.area.right() - 52, m_.area.bottom() - 44);
    p_.setFont(type(12));
    static constexpr const char* names[] = {"x", "y", "z"};
    for (int axis = 0; axis < 3; ++axis) {
        Vec3 way(0.0);
        way[axis] = 1.0;
        const QPointF d = m_.way(way) * 26.0;
        constexpr double along_sight = 3.0; // pixels: toward the person, or away
        p_.setPen(QPen(th.ink, 1.4));
        if (length(d) < along_sight) {
            p_.setBrush(glm::dot(way, m_.toward()) > 0.0 ? th.ink : th.paper);
            p_.drawEllipse(origin, 3.2, 3.2);
            halo_text(p_, QRectF(origin + QPointF(-16, 2), QSizeF(12, 16)), names[axis]);
            continue;
        }
        p_.drawLine(origin, origin + d);
        const QPointF tip = origin + d * 1.28;
        p_.setPen(th.ink);
        halo_text(p_, QRectF(tip - QPointF(4, 9), QSizeF(12, 18)), names[axis]);
    }
}

} // namespace oddbounce
