// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/engine/engine_world.hpp"

#include "language/say.hpp"

namespace oddbounce {

namespace {

CannotRebuild nonsense(const char* key) { return {say("what the log says of '{}' cannot be", key)}; }
double checked(const nlohmann::json& v, const char* key, double least, double most) {
    if (!v.is_number()) throw nonsense(key);
    const double out = v.get<double>();
    if (!(out >= least && out <= most)) throw nonsense(key);
    return out;
}

} // namespace

EngineKeys::EngineKeys(const std::string& extra) : all_(nlohmann::json::object()) {
    if (extra.empty()) return;
    const nlohmann::json all = nlohmann::json::parse(extra, nullptr, false);
    const auto it = all.is_object() ? all.find("engine") : all.end();
    if (it != all.end() && it->is_object()) all_ = *it;
}

const nlohmann::json& EngineKeys::at(const char* key) const {
    const auto it = all_.find(key);
    if (it == all_.end()) throw CannotRebuild{say("the log does not say '{}'", key)};
    return *it;
}

double EngineKeys::number(const char* key, double least, double most) const {
    return checked(at(key), key, least, most);
}

double EngineKeys::number(const char* key, double least, double most, double otherwise) const {
    return has(key) ? number(key, least, most) : otherwise;
}

bool EngineKeys::flag(const char* key, bool otherwise) const {
    if (!has(key)) return otherwise;
    if (!at(key).is_boolean()) throw nonsense(key);
    return at(key).get<bool>();
}

std::string EngineKeys::text(const char* key) const {
    if (!at(key).is_string()) throw nonsense(key);
    return at(key).get<std::string>();
}

std::vector<double> EngineKeys::numbers(const char* key, std::size_t size, double least, double most) const {
    const nlohmann::json& list = at(key);
    if (!list.is_array() || list.size() != size) throw nonsense(key);
    std::vector<double> out;
    for (const nlohmann::json& v : list) out.push_back(checked(v, key, least, most));
    return out;
}

std::array<Vec3, 2> EngineKeys::points(const char* key) const {
    const nlohmann::json& list = at(key);
    std::array<Vec3, 2> out{Vec3(0.0), Vec3(0.0)};
    if (!list.is_array() || list.size() != 2) throw nonsense(key);
    for (std::size_t i = 0; i < 2; ++i) {
        if (!list[i].is_array() || list[i].size() != 2) throw nonsense(key);
        for (std::size_t axis = 0; axis < 2; ++axis)
            out[i][static_cast<int>(axis)] =
                checked(list[i][axis], key, -largest_of_an_engine, largest_of_an_engine);
    }
    return out;
}

std::vector<EngineKeys> EngineKeys::objects(const char* key) const {
    std::vector<EngineKeys> out;
    if (!has(key)) return out;
    if (!at(key).is_array()) throw nonsense(key);
    for (const nlohmann::json& one : at(key)) {
        if (!one.is_object()) throw nonsense(key);
        out.emplace_back(one);
    }
    return out;
}

void check_state(const Pose& pose, const Vec3& velocity, const Vec3& angular_velocity) {
    for (const double size : {glm::length(pose.at), std::abs(pose.turn.angle()), glm::length(velocity),
                              glm::length(angular_velocity)})
        if (!(size <= largest_of_an_engine))
            throw CannotRebuild{translated("a body is farther off, or faster, than an engine bears")};
}

void check_step(double dt) {
    constexpr double longest = 1.0; // seconds
    if (dt > longest) throw CannotRebuild{translated("a step is longer than an engine bears")};
}

std::vector<Vec3> engine_polygon(const Shape& s, const std::string& whose) {
    const Vec3 h = s.size * 0.5;
    const std::vector<Vec3> corners =
        s.kind == ShapeKind::Box
            ? std::vector<Vec3>{{-h.x, -h.y, 0}, {h.x, -h.y, 0}, {h.x, h.y, 0}, {-h.x, h.y, 0}}
            : s.points;
    const auto cross = [](const Vec3& a, const Vec3& b) { return a.x * b.y - a.y * b.x; };
    double area = 0.0, reach = 0.0;
    for (std::size_t i = 0; i < corners.size(); ++i)
        area += 0.5 * cross(corners[i] - corners[0], corners[(i + 1) % corners.size()] - corners[0]),
            reach = std::max(reach, glm::length(corners[i] - corners[0]));
    std::vector<Vec3> out;
    for (std::size_t i = 0; i < corners.size(); ++i)
        out.push_back(s.at + s.turn.turn(corners[area > 0.0 ? i : corners.size() - 1 - i]));
    constexpr double thin = 1e-5, smallest = 1e-5; // of its reach; units squared
    bool good = std::abs(area) > std::max(smallest, thin * reach * reach) && reach <= largest_of_an_engine;
    double turned = 0.0;
    for (std::size_t i = 0; i < out.size(); ++i) {
        const Vec3 &p = out[i], &q = out[(i + 1) % out.size()], &r = out[(i + 2) % out.size()];
        good = good && cross(q - p, r - q) > 0.0;
        turned += std::atan2(cross(q - p, r - q), glm::dot(q - p, r - q));
    }
    constexpr double once = 6.3; // radians, and a rounding
    if (!good || turned > once)
        throw CannotRebuild{
            say("{} has a hollow or hardly any area, and the engine's shapes have not", whose)};
    return out;
}

std::string engine_of(const Recording& r) {
    const EngineKeys engine(r.header.extra);
    try {
        const std::string name = r.header.space == 2 && engine.has("name") ? engine.text("name") : "";
        return name == "Box2D" || name == "Chipmunk" ? name : "";
    } catch (const CannotRebuild&) {
        return "";
    }
}

std::unique_ptr<EngineWorld> new_engine_world(const Recording& r) {
    return engine_of(r) == "Box2D" ? new_box2d_world(r) : new_chipmunk_world(r);
}

} // namespace oddbounce
