// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/account_text.hpp"
#include "fix/reshape.hpp"
#include "shape/reshaped.hpp"
#include "theme/theme.hpp"
#include "view/handle_kinds.hpp"
#include "view/outline_path.hpp"

#include <QCoreApplication>

#include <numbers>

namespace oddbounce {

using nlohmann::json;
using namespace handle_text;

namespace {

constexpr std::size_t most_points = 16; // of a shape: of more, only those near what is looked at
constexpr std::size_t near_points = 6;
constexpr std::size_t large_mesh = 2000; // points: making its geometry anew takes longer than a drag allows

/// Where a point of the shape's own frame (before its turn and place) is in the world, and back.
class OwnFrame {
  public:
    OwnFrame(const Pose& pose, const Vec3& scale, const Shape& shape)
        : pose_(pose), scale_(scale), shape_(shape) {}
    Vec3 world(const Vec3& own) const { return pose_.place((shape_.turn.turn(own) + shape_.at) * scale_); }
    Vec3 own(const Vec3& world) const {
        return shape_.turn.turn_back(pose_.unplace(world) / scale_ - shape_.at);
    }
    /// A direction of the world, and back.
    Vec3 way(const Vec3& own) const { return unit(pose_.turn.turn(shape_.turn.turn(own) * scale_)); }
    Vec3 own_way(const Vec3& world) const { return shape_.turn.turn_back(body_way(world)); }
    /// Of the body's frame, before its scale.
    Vec3 body_way(const Vec3& world) const { return pose_.turn.turn_back(world) / scale_; }
    Vec3 world_way(const Vec3& body) const { return pose_.turn.turn(body * scale_); }

  private:
    Pose pose_;
    Vec3 scale_;
    const Shape& shape_;
};

OwnFrame frame_of(const Session& s, const ColliderState& c, const Shape& shape) {
    return OwnFrame(s.instant().pose(c.body), s.instant().now->body(c.body).scale, shape);
}

bool has_points(const Shape& s) { return !s.points.empty(); }
bool is_round(const Shape& s) { return s.kind == ShapeKind::Circle || s.kind == ShapeKind::Sphere; }
bool has_radius(const Shape& s) { return is_round(s) || s.kind == ShapeKind::Capsule; }

Vec3 middle_of_rim(const Shape& s) { return s.kind == ShapeKind::Capsule ? (s.a + s.b) * 0.5 : Vec3(0.0); }

/// From corner 0 inward, where corners can be rounded; zero: they cannot.
Vec3 inward(const Shape& s) {
    if (s.space == 3) return Vec3(0.0);
    if (s.kind == ShapeKind::Box) return unit(Vec3(-1.0, -1.0, 0.0));
    if (s.kind != ShapeKind::Polygon || s.points.size() > most_points) return Vec3(0.0);
    return unit(unit(s.points[1] - s.points[0]) + unit(s.points.back() - s.points[0]));
}
Vec3 first_corner(const Shape& s) { return s.kind == ShapeKind::Box ? s.size * 0.5 : s.points[0]; }

} // namespace

ShapeHandles::ShapeHandles(const Session& s, Change change) : Handled(s, std::move(change)) {
    const json& target = change_["colliders"];
    const Id id = target.is_array() ? target[0].get<Id>() : target.get<Id>();
    collider_ = s.recording()->collider_slot(id);
    recorded_ = shape_ = state().def->shape;
    Change sharp = change_;
    sharp.erase("round");
    reshape(shape_, sharp);
    round_ = change_.value("round", 0.0);
}

const ColliderState& ShapeHandles::state() const { return at(*session_.instant().now, collider_); }

Vec3 ShapeHandles::pass() const {
    Vec3 way = state().def->pass.value_or(session_.recording()->header.up);
    if (change_.contains("pass"))
        for (int axis = 0; axis < recorded_.space; ++axis)
            way[axis] = change_["pass"][static_cast<std::size_t>(axis)];
    return unit(way);
}

Vec3 ShapeHandles::middle() const {
    if (shape_.kind == ShapeKind::Box) return Vec3(0.0);
    if (has_radius(shape_)) return middle_of_rim(shape_);
    const Pose pose = session_.instant().pose(state().body);
    if (!has_points(shape_)) // cells
        return frame_of(session_, state(), shape_).own(pose.place(state().geometry->bounds().center()));
    Box box;
    for (const Vec3& p : shape_.points) box.add(p);
    return box.center();
}

/// Of a shape with many, those nearest to what is looked at.
void ShapeHandles::add_points(std::vector<Handle>& out) const {
    const OwnFrame frame = frame_of(session_, state(), shape_);
    std::vector<std::size_t> all(shape_.points.size());
    for (std::size_t i = 0; i < all.size(); ++i) all[i] = i;
    if (all.size() > most_points) {
        const bool large = shape_.kind == ShapeKind::Mesh && all.size() > large_mesh;
        if (large || !session_.finding()) return;
        const Vec3 near = frame.own(session_.finding()->at);
        std::ranges::nth_element(all, all.begin() + near_points, {},
                                 [&](std::size_t i) { return glm::length(shape_.points[i] - near); });
        all.resize(near_points);
    }
    for (const std::size_t i : all)
        out.push_back({Handle::Corner, static_cast<Id>(i), frame.world(shape_.points[i])});
}

std::vector<Handle> ShapeHandles::handles(const Mapping& m) const {
    const Shape& shape = shape_;
    const OwnFrame frame = frame_of(session_, state(), shape);
    const bool spatial = shape.space == 3;
    std::vector<Handle> out;
    const auto add = [&](Handle::Part part, Id number, const Vec3& own, const Vec3& along = Vec3(0.0)) {
        out.push_back({part, number, frame.world(own), along});
    };
    if (shape.kind == ShapeKind::Box) {
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
    } else if (has_radius(shape)) {
        // Where the rim shows: across the line of sight, and across a capsule.
        const Vec3 middle = middle_of_rim(shape), sight = frame.own_way(m.toward()),
                   right = frame.own_way(m.right);
        const Vec3 axis = is_round(shape) || shape.a == shape.b ? Vec3(0.0, spatial ? 0.0 : 1.0, 0.0)
                                                                : unit(shape.b - shape.a);
        const Vec3 across = spatial ? unit(glm::cross(axis, sight), unit(right)) : Vec3(axis.y, -axis.x, 0);
        add(Handle::Rim, 0, middle + across * shape.radius);
    } else
        add_points(out);
    add(Handle::Middle, 0, middle());

    constexpr double apart = 22.0, first = 14.0; // pixels
    const double pixel = 1.0 / m.scale;
    if (const Vec3 in = inward(shape); in != Vec3(0.0)) {
        const Vec3 corner = frame.world(first_corner(shape)),
                   one = frame.world(first_corner(shape) + in) - corner;
        Handle h{Handle::Round, 0, {}, unit(one), corner, first * pixel};
        h.at = corner + h.along * (h.rest + round_ * glm::length(one));
        out.push_back(h);
    }
    const bool few = has_points(shape) ? shape.points.size() <= most_points : shape.kind != ShapeKind::Cells;
    if (few && !is_round(shape)) {
        Handle h{Handle::Turn};
        h.about = frame.world(middle()), h.sight = m.toward();
        const Vec3 up = spatial ? m.up : frame.way(Vec3(0.0, 1.0, 0.0));
        h.at = h.about + up * (state().geometry->reach() + apart * pixel);
        if (shape.kind == ShapeKind::Box && !spatial)
            h.at = frame.world(Vec3(0.0, shape.size.y * 0.5, 0.0)) + up * (apart * pixel);
        out.push_back(h);
    }
    if (state().def->role == Role::OneWay) {
        Handle h{Handle::Pass};
        h.about = frame.world(middle());
        h.at = h.about + pass() * (2.0 * apart * pixel);
        out.push_back(h);
    }
    for (Handle& h : out) h.grain = grain_of(m);
    return out;
}

/// Of a small shape its corners, of a very small one none.
std::vector<Handle> ShapeHandles::shown(const Mapping& m) const {
    constexpr double small = 54.0, very_small = 24.0; // pixels
    std::vector<Handle> all = handles(m);
    const auto of_shape = [](const Handle& h) {
        return h.part == Handle::Middle || h.part == Handle::Side || h.part == Handle::Corner ||
               h.part == Handle::Rim;
    };
    QRectF box;
    for (const Handle& h : all)
        if (of_shape(h)) box = box.united(QRectF(m.to(h.at) - QPointF(0.05, 0.05), QSizeF(0.1, 0.1)));
    const auto has = [&](Handle::Part part) {
        return std::ranges::find(all, part, &Handle::part) != all.end();
    };
    const bool round = has(Handle::Rim), corners = has(Handle::Corner);
    const double longer = std::max(box.height(), box.width()), shorter = std::min(box.height(), box.width());
    const double across = round ? 2.0 * longer : shorter, along = round ? 2.0 * longer : longer;
    const bool lone = !round && !corners; // what has a middle alone is as large as the view
    if (lone) return all;
    if (along < very_small) return {};
    if (along < small) std::erase_if(all, [&](const Handle& h) { return !of_shape(h); });
    if (across < small)
        std::erase_if(all, [&](const Handle& h) {
            if (h.part == Handle::Round) return true;
            return round ? h.part == Handle::Middle && across < very_small
                         : h.part == Handle::Middle || (h.part == Handle::Side && corners && along < small);
        });
    return all;
}

/// The place that the wanted shape has beyond what the other keys give it, as `move`.
nlohmann::json ShapeHandles::cleaned(Change change, const Shape& want) const {
    change.erase("move");
    Shape without = recorded_;
    Change sharp = change;
    sharp.erase("round");
    reshape(without, sharp);
    const Vec3 moved = want.at - without.at;
    if (glm::length(moved) > 1e-9 * (1.0 + glm::length(want.at)))
        change["move"] = rounded(moved, want.space, 1e-9);
    return change;
}

nlohmann::json ShapeHandles::dragged(const Handle& h, const Vec3& to, bool symmetric) const {
    const OwnFrame frame = frame_of(session_, state(), shape_);
    const Vec3 p = frame.own(to);
    Change change = change_;
    Shape want = shape_;
    const auto put_middle_at = [&](const Vec3& own) {
        Vec3 body = want.at + want.turn.turn(own - middle());
        for (int axis = 0; axis < want.space; ++axis)
            body[axis] = recorded_.at[axis] + rounded(body[axis] - recorded_.at[axis], h.grain);
        want.at = body;
    };
    switch (h.part) {
    case Handle::Middle:
        put_middle_at(p);
        break;
    case Handle::Rim:
        change.erase("grow");
        change["radius"] = std::max(rounded(glm::length(p - middle_of_rim(shape_)), h.grain), h.grain);
        break;
    case Handle::Round: {
        const double one = glm::length(frame.world(first_corner(shape_) + inward(shape_)) - h.about);
        const double by = rounded((glm::dot(to - h.about, h.along) - h.rest) / one, h.grain);
        by > 0.0 ? void(change["round"] = by) : void(change.erase("round"));
        break;
    }
    case Handle::Turn: {
        const Vec3 axis = recorded_.space == 3 ? unit(frame.body_way(h.sight)) : Vec3(0.0, 0.0, 1.0);
        const Vec3 from = frame.body_way(h.at - h.about), now = frame.body_way(to - h.about);
        const double by = std::atan2(glm::dot(axis, glm::cross(from, now)), glm::dot(from, now));
        constexpr double degrees = 180.0 / std::numbers::pi;
        if (recorded_.space == 2) {
            const double turned = rounded(change_.value("turn", 0.0) + by * degrees, h.degrees);
            turned != 0.0 ? void(change["turn"] = turned) : void(change.erase("turn"));
            break;
        }
        const Rotation none = Rotation::in_space(glm::dquat(1.0, 0.0, 0.0, 0.0));
        const Rotation was =
            none.turned_on(change_.contains("turn") ? radians_of(change_["turn"]) : Vec3(0.0));
        change["turn"] = rounded(none.to(was.turned_on(axis * by)) * degrees, 3, h.degrees);
        break;
    }
    case Handle::Pass: {
        Vec3 way = to - h.about;
        if (recorded_.space == 2) way.z = 0.0;
        if (glm::length(way) > 0.0) change["pass"] = rounded(unit(way), recorded_.space, h.part_of_way);
        return change;
    }
    case Handle::Corner:
        if (has_points(shape_)) {
            change.erase("grow");
            change["corners"] = json::array();
            for (std::size_t i = 0; i < shape_.points.size(); ++i) {
                const bool led = static_cast<Id>(i) == h.number;
                if (!led && shape_.points[i] == recorded_.points[i]) continue;
                json corner = rounded(led ? p : shape_.points[i], shape_.space, led ? h.grain : 0.0);
                corner.insert(corner.begin(), i);
                change["corners"].push_back(corner);
            }
            break;
        }
        [[fallthrough]];
    default:
        for (int axis = 0; axis < shape_.space; ++axis) {
            const bool corner = h.part == Handle::Corner;
            if (!corner && h.number % shape_.space != axis) continue;
            const bool against = corner ? (h.number >> axis & 1) != 0 : h.number >= shape_.space;
            const double sign = against ? -1.0 : 1.0, was = shape_.size[axis] * 0.5;
            const double size = symmetric ? 2.0 * p[axis] * sign : was + p[axis] * sign;
            want.size[axis] = std::max(rounded(size, h.grain), h.grain);
            Vec3 shift(0.0);
            if (!symmetric) shift[axis] = sign * (want.size[axis] * 0.5 - was);
            want.at += want.turn.turn(shift);
        }
        change.erase("grow");
        if (const json size = rounded(want.size, want.space, 0.0);
            size != rounded(recorded_.size, want.space, 0.0))
            change["size"] = size;
        else
            change.erase("size");
        break;
    }
    return cleaned(change, want);
}

std::vector<HandleNumber> ShapeHandles::numbers(const Handle& h) const {
    const QString length = unit(session_);
    std::vector<HandleNumber> out;
    const auto add = [&](const Vec3& values) {
        for (int axis = 0; axis < shape_.space; ++axis) out.push_back({values[axis], length});
    };
    switch (h.part) {
    case Handle::Middle:
        add(shape_.at - recorded_.at);
        break;
    case Handle::Side:
        out.push_back({shape_.size[static_cast<int>(h.number) % shape_.space], length});
        break;
    case Handle::Corner:
        add(has_points(shape_) ? shape_.points[static_cast<std::size_t>(h.number)] : shape_.size);
        break;
    case Handle::Rim:
        out.push_back({shape_.radius, length});
        break;
    case Handle::Round:
        out.push_back({round_, length});
        break;
    case Handle::Turn:
        if (shape_.space == 2) out.push_back({change_.value("turn", 0.0), QString::fromUtf8("°")});
        break;
    case Handle::Pass:
        for (int axis = 0; axis < shape_.space; ++axis) out.push_back({pass()[axis], {}});
        break;
    default:
        break;
    }
    return out;
}

Vec3 ShapeHandles::place_for(const Handle& h, const std::vector<double>& numbers) const {
    const OwnFrame frame = frame_of(session_, state(), shape_);
    Vec3 all(0.0);
    for (std::size_t i = 0; i < numbers.size() && i < 3; ++i) all[static_cast<int>(i)] = numbers[i];
    Vec3 p = frame.own(h.at);
    const auto side = [&](int axis, double size, bool against) { // the opposite one stays
        p[axis] = (size - shape_.size[axis] * 0.5) * (against ? -1.0 : 1.0);
    };
    switch (h.part) {
    case Handle::Middle:
        return h.at + frame.world_way(all - (shape_.at - recorded_.at));
    case Handle::Side:
        side(static_cast<int>(h.number) % shape_.space, all.x, h.number >= shape_.space);
        break;
    case Handle::Corner:
        if (has_points(shape_))
            p = all;
        else
            for (int axis = 0; axis < shape_.space; ++axis)
                side(axis, all[axis], (h.number >> axis & 1) != 0);
        break;
    case Handle::Rim: {
        const Vec3 middle = middle_of_rim(shape_);
        p = middle + unit(p - middle) * all.x;
        break;
    }
    case Handle::Round: {
        const double one = glm::length(frame.world(first_corner(shape_) + inward(shape_)) - h.about);
        return h.about + h.along * (h.rest + all.x * one);
    }
    case Handle::Turn: {
        const double by = (all.x - change_.value("turn", 0.0)) * std::numbers::pi / 180.0;
        return h.about + Rotation::in_plane(by).turn(h.at - h.about);
    }
    default:
        return h.about + all;
    }
    return frame.world(p);
}

QString ShapeHandles::thing() const {
    return QString::fromStdString(body_name(*session_.instant().now, state().body));
}

QString ShapeHandles::measures() const {
    QStringList out;
    const auto length = [&](const char* key) {
        return QString::fromStdString(length_text(*session_.recording(), change_[key].get<double>()));
    };
    const auto told = [&](const char* key, const char* text, const QString& value) {
        if (change_.contains(key)) out << words(text).arg(value);
    };
    if (change_.contains("size")) out << listed(session_, change_["size"], 0, QString::fromUtf8(" × "));
    if (change_.contains("radius"))
        told("radius", QT_TRANSLATE_NOOP("oddbounce::Handles", "radius %1"), length("radius"));
    if (change_.contains("grow"))
        told("grow", QT_TRANSLATE_NOOP("oddbounce::Handles", "grown by %1"), length("grow"));
    if (change_.contains("corners")) out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "corners moved"));
    if (change_.contains("round"))
        told("round", QT_TRANSLATE_NOOP("oddbounce::Handles", "rounded by %1"), length("round"));
    if (change_.contains("turn")) {
        const json& by = change_["turn"];
        const QString degrees = by.is_number()
                                    ? number(by)
                                    : QString("%1, %2, %3").arg(number(by[0]), number(by[1]), number(by[2]));
        out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "turned by %1°")).arg(degrees);
    }
    if (change_.contains("move"))
        told("move", QT_TRANSLATE_NOOP("oddbounce::Handles", "moved by %1"),
             listed(session_, change_["move"], 0, ", "));
    if (change_.contains("pass")) {
        QStringList way;
        for (const json& v : change_["pass"]) way << number(v);
        out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "way through %1")).arg(way.join(", "));
    }
    return out.join(", ");
}

std::string ShapeHandles::defect() const {
    Shape shape = recorded_;
    reshape(shape, change_);
    return oddbounce::defect(shape);
}

void ShapeHandles::paint(QPainter& p, const Mapping& m) const {
    if (!defect().empty()) return;
    Shape shape = recorded_;
    reshape(shape, change_);
    const BodyState& body = session_.instant().now->body(state().body);
    Pose pose = session_.instant().pose(state().body);
    Shape moved = recorded_;
    moved.at = shape.at;
    const bool only_moved = moved == shape;
    if (only_moved) pose.at = pose.place((shape.at - recorded_.at) * body.scale);
    const QPainterPath outline =
        outline_path(only_moved ? *state().geometry : Geometry(shape, body.scale), pose, m);
    const Theme& th = Theme::current();
    p.strokePath(outline, QPen(th.candidate, 4.2)), p.strokePath(outline, QPen(th.paper, 1.6));
}

} // namespace oddbounce
