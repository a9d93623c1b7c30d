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
class OwnFrame {
  public:
    OwnFrame(const Session& s, Slot c, const Shape& shape)
        : pose_(s.instant().pose(state_of(s, c).body)), scale_(s.instant().now->body_of(c).scale),
          shape_(shape) {}
    Vec3 world(const Vec3& own) const { return pose_.place((shape_.turn.turn(own) + shape_.at) * scale_); }
    Vec3 own(const Vec3& world) const {
        return shape_.turn.turn_back(pose_.unplace(world) / scale_ - shape_.at);
    }
    /// A direction of the world, and back.
    Vec3 way(const Vec3& own) const { return unit(pose_.turn.turn(shape_.turn.turn(own) * scale_)); }
    Vec3 own_way(const Vec3& world) const {
        return shape_.turn.turn_back(pose_.turn.turn_back(world) / scale_);
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
    if (!s.recording() || s.body() < 0 || !s.instant().present(s.body())) return -1;
    for (const Slot c : s.instant().now->colliders_of(s.body())) {
        const ColliderState& state = state_of(s, c);
        if (!state.def || !state.geometry) continue;
        const Shape& shape = state.def->shape;
        if (shape.kind == ShapeKind::Box || shape.kind == ShapeKind::Circle ||
            shape.kind == ShapeKind::Sphere || shape.kind == ShapeKind::Capsule ||
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

std::vector<Handle> handles_of(const Session& s, Slot c, const Shape& shape, const Mapping& m) {
    const OwnFrame frame(s, c, shape);
    const bool spatial = shape.space == 3;
    std::vector<Handle> out;
    const auto add = [&](Handle::Part part, int number, const Vec3& own, const Vec3& along = Vec3(0.0)) {
        out.push_back({part, number, frame.world(own), along});
    };
    // Where the rim shows: across the line of sight, and across a capsule.
    const auto add_rim = [&](const Vec3& middle, const Vec3& axis) {
        const Vec3 sight = frame.own_way(m.toward()), right = frame.own_way(m.right);
        const Vec3 across = spatial ? unit(glm::cross(axis, sight), unit(right)) : Vec3(axis.y, -axis.x, 0);
        add(Handle::Rim, 0, middle + across * shape.radius), add(Handle::Middle, 0, middle);
    };
    switch (shape.kind) {
    case ShapeKind::Box: {
        // From outside: the sides that are seen, and no corners, which would go along all three axes at once.
        const bool outside = m.shows == Shows::Space;
        for (int number = 0; number < 2 * shape.space; ++number) {
            Vec3 way(0.0);
            way[number % shape.space] = number < shape.space ? 1.0 : -1.0;
            constexpr double least = 0.25; // pixels for a unit: seen so steeply, none can be led along it
            const Vec3 along = spatial ? frame.way(way) : Vec3(0.0);
            const bool hidden =
                spatial && (length(m.way(along)) < least || (outside && glm::dot(along, m.toward()) < 0.0));
            if (!hidden) add(Handle::Side, number, way * shape.size * 0.5, along);
        }
        for (int number = 0; number < 1 << shape.space && !outside; ++number) {
            Vec3 corner = shape.size * 0.5;
            for (int axis = 0; axis < shape.space; ++axis)
                if (number >> axis & 1) corner[axis] = -corner[axis];
            add(Handle::Corner, number, corner);
        }
        add(Handle::Middle, 0, Vec3(0.0));
        break;
    }
    case ShapeKind::Circle:
    case ShapeKind::Sphere:
        add_rim(Vec3(0.0), spatial ? Vec3(0.0) : Vec3(0, 1, 0));
        break;
    case ShapeKind::Capsule:
        add_rim((shape.a + shape.b) * 0.5,
                glm::length(shape.b - shape.a) > 0.0 ? unit(shape.b - shape.a) : Vec3(0, 1, 0));
        break;
    default:
        for (std::size_t i = 0; i < shape.points.size(); ++i)
            add(Handle::Corner, static_cast<int>(i), shape.points[i]);
    }
    return out;
}

std::vector<Handle> shown_handles(const Session& s, Slot c, const Shape& shape, const Mapping& m) {
    constexpr double small = 54.0, very_small = 24.0; // pixels
    std::vector<Handle> all = handles_of(s, c, shape, m);
    double low = 1e9, high = -1e9, left = 1e9, right = -1e9;
    for (const Handle& h : all) {
        const QPointF q = m.to(h.at);
        low = std::min(low, q.y()), high = std::max(high, q.y());
        left = std::min(left, q.x()), right = std::max(right, q.x());
    }
    const auto has = [&](Handle::Part part) {
        return std::ranges::find(all, part, &Handle::part) != all.end();
    };
    const bool round = has(Handle::Rim), corners = has(Handle::Corner);
    const double across =
                     round ? 2.0 * std::max(high - low, right - left) : std::min(high - low, right - left),
                 along = std::max(high - low, right - left) * (round ? 2.0 : 1.0);
    if (along < very_small) return {};
    if (across < small)
        std::erase_if(all, [&](const Handle& h) {
            return round ? h.part == Handle::Middle && across < very_small
                         : h.part == Handle::Middle || (h.part == Handle::Side && corners && along < small);
        });
    return all;
}

Vec3 led_to(const Handle& handle, const QPointF& pixel, const Mapping& m) {
    const Vec3 by = m.from(pixel) - m.from(m.to(handle.at));
    if (handle.along == Vec3(0.0)) return handle.at + by;
    const double seen = length(m.way(handle.along));
    return handle.at + handle.along * (glm::dot(by, handle.along) / (seen * seen));
}

nlohmann::json dragged(const Session& s, Slot c, const Shape& from, const Handle& handle, const Vec3& to,
                       bool symmetric) {
    const Shape& recorded = state_of(s, c).def->shape;
    const OwnFrame frame(s, c, from);
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
        for (int axis = 0; axis < from.space; ++axis) {
            const bool corner = handle.part == Handle::Corner;
            if (!corner && handle.number % from.space != axis) continue;
            const bool against = corner ? (handle.number >> axis & 1) != 0 : handle.number >= from.space;
            const double sign = against ? -1.0 : 1.0;
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
    const auto numbers = [&](const Vec3& v) {
        nlohmann::json list = nlohmann::json::array();
        for (int axis = 0; axis < from.space; ++axis) list.push_back(rounded(v[axis]));
        return list;
    };
    if (from.kind == ShapeKind::Box) {
        if (numbers(size) != numbers(recorded.size)) change["size"] = numbers(size);
    } else if (grow != 0.0)
        change["grow"] = rounded(grow);
    const Vec3 moved = at - recorded.at;
    if (glm::length(moved) > 0.5 / finest) change["move"] = numbers(moved);
    return change;
}

QString measures_of(const Session& s, Slot c, const nlohmann::json& change) {
    const Recording& r = *s.recording();
    const auto length = [&](double v) { return QString::fromStdString(length_text(r, v)); };
    const auto number = [](double v) { return QString::fromStdString(figure(v)); };
    QStringList out;
    const auto listed = [&](const nlohmann::json& list, const QString& between) { // the unit once, at the end
        QStringList all;
        for (std::size_t i = 0; i < list.size(); ++i)
            all << (i + 1 < list.size() ? number(list[i]) : length(list[i]));
        return all.join(between);
    };
    if (change.contains("size")) out << listed(change["size"], " × ");
    if (change.contains("grow"))
        out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "radius %1"))
                   .arg(length(state_of(s, c).def->shape.radius + change["grow"].get<double>()));
    if (change.contains("corners")) out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "corners moved"));
    if (change.contains("move"))
        out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "moved by %1"))
                   .arg(listed(change["move"], ", "));
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
