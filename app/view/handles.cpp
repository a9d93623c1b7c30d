// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/handles.hpp"

#include "fault/account_text.hpp"
#include "theme/theme.hpp"
#include "view/handle_kinds.hpp"
#include "view/scene_painter.hpp"

#include <QCoreApplication>

namespace oddbounce {

using nlohmann::json;

namespace handle_text {

QString words(const char* text) { return QCoreApplication::translate("oddbounce::Handles", text); }
QString number(double value) { return QString::fromStdString(figure(value)); }
QString unit(const Session& s) { return QString::fromStdString(s.recording()->header.unit); }
QString listed(const Session& s, const json& list, std::size_t first, const QString& between) {
    QStringList all;
    for (std::size_t i = first; i < list.size(); ++i)
        all << (i + 1 < list.size()
                    ? number(list[i])
                    : QString::fromStdString(length_text(*s.recording(), list[i].get<double>())));
    return all.join(between);
}

} // namespace handle_text

double rounded(double value, double grain) {
    if (grain <= 0.0) return value;
    const double parts = std::round(1.0 / grain);
    return grain < 1.0 ? std::round(value * parts) / parts : std::round(value / grain) * grain;
}

json rounded(const Vec3& values, int axes, double grain) {
    json list = json::array();
    for (int axis = 0; axis < axes; ++axis) list.push_back(rounded(values[axis], grain));
    return list;
}

double grain_of(const Mapping& m) { return std::pow(10.0, std::floor(std::log10(0.5 / m.scale))); }

namespace {

/// A kind of change that handles make: the key of its targets, and those that dragging changes.
struct Draggable {
    const char* target;
    std::vector<std::string> keys;
};
const std::vector<Draggable>& draggable() {
    static const std::vector<Draggable> all{
        {"colliders", {"size", "move", "grow", "radius", "corners", "round", "turn", "pass"}},
        {"rays", {"casters", "start", "extend", "aside", "across", "turn"}},
        {"probes", {"places"}}};
    return all;
}

/// Both name the same targets, and dragging can go on from the first.
bool goes_on(const json& from, const json& plain) {
    for (const Draggable& d : draggable()) {
        if (!plain.contains(d.target) || !from.contains(d.target)) continue;
        for (const auto& [key, value] : from.items())
            if (key != d.target && std::ranges::find(d.keys, key) == d.keys.end()) return false;
        const json& to = plain[d.target];
        return from[d.target] == to && from.value("casters", json()) == plain.value("casters", json());
    }
    return false;
}

/// The rays of the chosen body, or the finding's own one, as changes with targets only.
std::vector<json> plain_rays(const Session& s) {
    constexpr std::size_t most = 6; // of a body: more of them are told by the finding's own one alone
    const Id body = s.recording()->body_id(s.body());
    std::vector<json> all, own;
    for (const RayRow& ray : s.instant().frame->rays) {
        if (!ray.caster || *ray.caster != body) continue;
        const json plain{{"rays", {ray.name}}, {"casters", {body}}};
        if (std::ranges::find(all, plain) == all.end()) all.push_back(plain);
        if (s.finding() && is_ray_of(ray, *s.finding()) && own.empty()) own.push_back(plain);
    }
    return all.size() > most ? own : all;
}

} // namespace

bool Handled::plain() const {
    return std::ranges::all_of(change_.items(), [](const auto& item) {
        return item.key() == "colliders" || item.key() == "rays" || item.key() == "casters" ||
               item.key() == "probes";
    });
}

std::unique_ptr<Handled> handled_of(const Session& s, const json& change) {
    if (change.contains("rays")) return std::make_unique<RayHandles>(s, change);
    if (change.contains("probes")) return std::make_unique<ProbeHandles>(s, change);
    return std::make_unique<ShapeHandles>(s, change);
}

std::vector<std::unique_ptr<Handled>> handled(const Session& s) {
    std::vector<std::unique_ptr<Handled>> out;
    if (!s.recording() || s.body() < 0 || !s.instant().present(s.body())) return out;
    std::vector<json> plain;
    if (const Slot c = handled_collider(s); c >= 0)
        plain.push_back({{"colliders", {at(*s.instant().now, c).def->id}}});
    const Id body = s.recording()->body_id(s.body());
    if (!probes_of(*s.recording(), body, s.instant().index).empty()) plain.push_back({{"probes", {body}}});
    if (s.instant().frame)
        for (json& ray : plain_rays(s)) plain.push_back(std::move(ray));
    // What the finding is about comes first.
    const Finding* f = s.finding();
    const char* first = f && f->fact("ray") ? "rays" : f && f->fact("probes_now") ? "probes" : "colliders";
    std::stable_partition(plain.begin(), plain.end(),
                          [&](const json& change) { return change.contains(first); });
    const int i = s.candidate();
    const json* own = nullptr; // the only change of the person's own candidate
    if (s.is_own(i))
        if (const Fix& fix = s.candidates()[static_cast<std::size_t>(i)].fix; fix.changes.size() == 1)
            own = &fix.changes[0];
    for (const json& change : plain)
        out.push_back(handled_of(s, own && goes_on(*own, change) ? *own : change));
    return out;
}

Slot handled_collider(const Session& s) {
    if (!s.recording() || s.body() < 0 || !s.instant().present(s.body())) return -1;
    Slot first = -1;
    for (const Slot c : s.instant().now->colliders_of(s.body())) {
        const ColliderState& state = at(*s.instant().now, c);
        if (!state.def || !state.geometry) continue;
        if (s.finding() &&
            std::ranges::find(s.finding()->colliders, state.def->id) != s.finding()->colliders.end())
            return c;
        if (first < 0) first = c;
    }
    return first;
}

Vec3 led_to(const Handle& handle, const QPointF& pixel, const Mapping& m) {
    const Vec3 by = m.from(pixel) - m.from(m.to(handle.at));
    if (handle.along == Vec3(0.0)) return handle.at + by;
    const double seen = length(m.way(handle.along));
    return handle.at + handle.along * (glm::dot(by, handle.along) / (seen * seen));
}

void paint_handles(QPainter& p, const Mapping& m, const std::vector<Handle>& handles) {
    const Theme& th = Theme::current();
    for (const Handle& h : handles) {
        const QPointF q = m.to(h.at);
        p.setPen(QPen(th.candidate, 1.4)), p.setBrush(th.paper);
        switch (h.part) {
        case Handle::Middle: // a cross: it moves the whole
        case Handle::RayMiddle:
            p.drawLine(q - QPointF(6, 0), q + QPointF(6, 0)),
                p.drawLine(q - QPointF(0, 6), q + QPointF(0, 6));
            break;
        case Handle::Corner:
        case Handle::Probe:
            p.drawRect(QRectF(q - QPointF(3.5, 3.5), QSizeF(7, 7)));
            break;
        case Handle::Turn:
        case Handle::Pass: {              // on a stem, from what it goes round
            constexpr double stem = 18.0; // pixels: more of it would hide what is turned
            const QPointF way = q - m.to(h.about);
            const QPointF tip = way / std::max(1e-9, length(way)), side(-tip.y(), tip.x());
            p.setPen(QPen(th.candidate, 1.0, Qt::DotLine));
            p.drawLine(q - tip * std::min(stem, length(way)), q);
            p.setPen(QPen(th.candidate, 1.4));
            if (h.part == Handle::Turn) {
                p.drawArc(QRectF(q - QPointF(5, 5), QSizeF(10, 10)), 30 * 16, 300 * 16);
                break;
            }
            const QPointF head[3] = {q + tip * 6.0, q - tip * 4.0 + side * 5.0, q - tip * 4.0 - side * 5.0};
            p.drawPolygon(head, 3);
            break;
        }
        case Handle::Round: { // a quarter of a circle
            p.setBrush(th.candidate);
            p.drawEllipse(q, 2.6, 2.6);
            break;
        }
        default:
            p.drawEllipse(q, 3.8, 3.8);
        }
    }
}

} // namespace oddbounce
