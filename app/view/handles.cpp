// SPDX-License-Identifier: GPL-3.0-or-later
#include "view/handles.hpp"

#include "fault/account_text.hpp"
#include "fix/reshape.hpp"
#include "theme/theme.hpp"

#include <QCoreApplication>

namespace oddbounce {

namespace {

constexpr std::size_t most_corners = 16; // of a polygon: more cannot be told apart
constexpr double finest = 100.0;         // parts of a unit to which a dragged number is rounded

QString words(const char* text) { return QCoreApplication::translate("oddbounce::Handles", text); }

const ColliderState& state_of(const Session& s, Slot c) {
    return s.instant().now->colliders()[static_cast<std::size_t>(c)];
}

/// Where a point of the shape's own frame (before its turn and place) is in the world, and back.
class Frame2 {
  public:
    Frame2(const Session& s, Slot c, const Shape& shape)
        : pose_(s.instant().pose(state_of(s, c).body)), scale_(s.instant().now->body_of(c).scale),
          shape_(shape) {}
    Vec3 world(const Vec3& own) const {
        return pose_.place((shape_.turn.turn(own) + shape_.at) * scale_);
    }
    Vec3 own(const Vec3& world) const {
        return shape_.turn.turn_back(pose_.unplace(world) / scale_ - shape_.at);
    }

  private:
    Pose pose_;
    Vec3 scale_;
    const Shape& shape_;
};

double rounded(double v) { return std::round(v * finest) / finest; }

/// The candidate's only change of this collider, if dragging can go on from it.
const nlohmann::json* own_change(const Session& s, Slot c) {
    const int i = s.candidate();
    if (!s.is_own(i)) return nullptr;
    const Fix& fix = s.candidates()[static_cast<std::size_t>(i)].fix;
    if (fix.changes.size() != 1 || !fix.changes[0].contains("colliders")) return nullptr;
    const nlohmann::json& change = fix.changes[0];
    if (!target_matches(change["colliders"], state_of(s, c).def->id, "")) return nullptr;
    for (const auto& [key, value] : change.items())
        if (key != "colliders" && key != "size" && key != "move" && key != "grow" && key != "corners")
            return nullptr;
    return &change;
}

} // namespace

Slot handled_collider(const Session& s) {
    if (!s.recording() || s.body() < 0 || s.recording()->header.space != 2 || !s.instant().present(s.body()))
        return -1;
    for (const Slot c : s.instant().now->colliders_of(s.body())) {
        const ColliderState& state = state_of(s, c);
        if (!state.def || !state.geometry) continue;
        const Shape& shape = state.def->shape;
        if (shape.kind == ShapeKind::Box || shape.kind == ShapeKind::Circle ||
            shape.kind == ShapeKind::Capsule ||
            (shape.kind == ShapeKind::Polygon && shape.points.size() <= most_corners))
            return c;
    }
    return -1;
}

Shape handled_shape(const Session& s, Slot c) {
    Shape shape = state_of(s, c).def->shape;
    if (const nlohmann::json* change = own_change(s, c)) reshape(shape, *change);
    return shape;
}

std::vector<Handle> handles_of(const Session& s, Slot c, const Shape& shape) {
    const Frame2 frame(s, c, shape);
    const Vec3 half = shape.size * 0.5;
    std::vector<Handle> out;
    const auto add = [&](Handle::Part part, int number, const Vec3& own) {
        out.push_back({part, number, frame.world(own)});
    };
    switch (shape.kind) {
    case ShapeKind::Box:
        add(Handle::Side, 0, {half.x, 0, 0}), add(Handle::Side, 1, {0, half.y, 0}),
            add(Handle::Side, 2, {-half.x, 0, 0}), add(Handle::Side, 3, {0, -half.y, 0});
        add(Handle::Corner, 0, {half.x, half.y, 0}), add(Handle::Corner, 1, {-half.x, half.y, 0}),
            add(Handle::Corner, 2, {-half.x, -half.y, 0}), add(Handle::Corner, 3, {half.x, -half.y, 0});
        add(Handle::Middle, 0, Vec3(0.0));
        break;
    case ShapeKind::Circle:
        add(Handle::Rim, 0, {shape.radius, 0, 0}), add(Handle::Middle, 0, Vec3(0.0));
        break;
    case ShapeKind::Capsule: {
        const Vec3 middle = (shape.a + shape.b) * 0.5,
                   along = glm::length(shape.b - shape.a) > 0.0 ? unit(shape.b - shape.a) : Vec3(0, 1, 0);
        add(Handle::Rim, 0, middle + Vec3(along.y, -along.x, 0) * shape.radius),
            add(Handle::Middle, 0, middle);
        break;
    }
    default:
        for (std::size_t i = 0; i < shape.points.size(); ++i)
            add(Handle::Corner, static_cast<int>(i), shape.points[i]);
    }
    return out;
}

std::vector<Handle> shown_handles(const Session& s, Slot c, const Shape& shape, const Mapping& m) {
    constexpr double small = 54.0, very_small = 24.0; // pixels
    std::vector<Handle> all = handles_of(s, c, shape);
    double low = 1e9, high = -1e9, left = 1e9, right = -1e9;
    for (const Handle& h : all) {
        const QPointF q = m.to(h.at);
        low = std::min(low, q.y()), high = std::max(high, q.y());
        left = std::min(left, q.x()), right = std::max(right, q.x());
    }
    const bool round = std::ranges::any_of(all, [](const Handle& h) { return h.part == Handle::Rim; });
    const double across =
                     round ? 2.0 * std::max(high - low, right - left) : std::min(high - low, right - left),
                 along = std::max(high - low, right - left) * (round ? 2.0 : 1.0);
    if (along < very_small) return {};
    if (across < small)
        std::erase_if(all, [&](const Handle& h) {
            return round ? h.part == Handle::Middle && across < very_small
                         : h.part == Handle::Middle || (h.part == Handle::Side && along < small);
        });
    return all;
}

nlohmann::json dragged(const Session& s, Slot c, const Shape& from, const Handle& handle, const Vec3& to,
                       bool symmetric) {
    const Shape& recorded = state_of(s, c).def->shape;
    const Frame2 frame(s, c, from);
    const Vec3 p = frame.own(to);
    nlohmann::json change{{"colliders", {state_of(s, c).def->id}}};
    Vec3 at = from.at, size = from.size;
    double grow = from.radius - recorded.radius;
    const auto move_by = [&](const Vec3& own) { at += from.turn.turn(own); };
    if (from.kind == ShapeKind::Polygon) {
        change["corners"] = nlohmann::json::array();
        for (std::size_t i = 0; i < from.points.size(); ++i) {
            const Vec3 corner = static_cast<int>(i) == handle.number ? p : from.points[i];
            const Vec3& was = recorded.points[i];
            if (static_cast<int>(i) == handle.number || corner != was)
                change["corners"].push_back({i, rounded(corner.x), rounded(corner.y)});
        }
        return change;
    }
    switch (handle.part) {
    case Handle::Middle: {
        const Vec3 middle = (from.a + from.b) * 0.5;
        move_by(p - (from.kind == ShapeKind::Capsule ? middle : Vec3(0.0)));
        break;
    }
    case Handle::Rim: {
        const Vec3 middle = from.kind == ShapeKind::Capsule ? (from.a + from.b) * 0.5 : Vec3(0.0);
        grow = std::max(glm::length(p - middle), 1.0 / finest) - recorded.radius;
        break;
    }
    case Handle::Side:
    case Handle::Corner: {
        static constexpr int signs[4][2] = {{1, 1}, {-1, 1}, {-1, -1}, {1, -1}};
        for (const int axis : {0, 1}) {
            if (handle.part == Handle::Side && handle.number % 2 != axis) continue;
            const double sign = handle.part == Handle::Corner ? signs[handle.number][axis]
                                : handle.number < 2           ? 1.0
                                                              : -1.0;
            const double reach = std::max(p[axis] * sign,
                                          (symmetric ? 1.0 : -from.size[axis] * 0.5 * finest + 1.0) / finest),
                         was = from.size[axis] * 0.5;
            size[axis] = symmetric ? 2.0 * reach : was + reach;
            Vec3 shift(0.0);
            if (!symmetric) shift[axis] = sign * (reach - was) * 0.5;
            move_by(shift);
        }
        break;
    }
    }
    if (from.kind == ShapeKind::Box) {
        const Vec2 now(rounded(size.x), rounded(size.y));
        if (now.x != recorded.size.x || now.y != recorded.size.y) change["size"] = {now.x, now.y};
    } else if (grow != 0.0)
        change["grow"] = rounded(grow);
    const Vec3 moved = at - recorded.at;
    if (glm::length(moved) > 0.5 / finest) change["move"] = {rounded(moved.x), rounded(moved.y)};
    return change;
}

QString measures_of(const Session& s, Slot c, const nlohmann::json& change) {
    const Recording& r = *s.recording();
    const auto length = [&](double v) { return QString::fromStdString(length_text(r, v)); };
    const auto number = [](double v) { return QString::fromStdString(figure(v)); };
    QStringList out;
    if (change.contains("size"))
        out << QString("%1 × %2").arg(number(change["size"][0]), length(change["size"][1]));
    if (change.contains("grow"))
        out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "radius %1"))
                   .arg(length(state_of(s, c).def->shape.radius + change["grow"].get<double>()));
    if (change.contains("corners")) out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "corners moved"));
    if (change.contains("move"))
        out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "moved by %1, %2"))
                   .arg(number(change["move"][0]), length(change["move"][1]));
    return out.join(", ");
}

void paint_handles(QPainter& p, const Mapping& m, const std::vector<Handle>& handles) {
    const Theme& th = Theme::current();
    p.setPen(QPen(th.candidate, 1.4)), p.setBrush(th.paper);
    for (const Handle& h : handles) {
        const QPointF q = m.to(h.at);
        if (h.part == Handle::Middle) { // a cross: it moves the whole
            p.drawLine(q - QPointF(6, 0), q + QPointF(6, 0)),
                p.drawLine(q - QPointF(0, 6), q + QPointF(0, 6));
        } else if (h.part == Handle::Corner)
            p.drawRect(QRectF(q - QPointF(3.5, 3.5), QSizeF(7, 7)));
        else
            p.drawEllipse(q, 3.8, 3.8);
    }
}

} // namespace oddbounce
