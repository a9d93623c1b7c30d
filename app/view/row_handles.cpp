// SPDX-License-Identifier: GPL-3.0-or-later
// Handles of what a game logs beside its shapes: rays and probes.
#include "fault/account_text.hpp"
#include "fix/log_changes.hpp"
#include "fix/reshape.hpp"
#include "shape/directions.hpp"
#include "theme/theme.hpp"
#include "view/handle_kinds.hpp"
#include "view/scene_painter.hpp"

#include <QCoreApplication>

#include <numbers>

namespace oddbounce {

using nlohmann::json;
using namespace handle_text;

namespace {

constexpr double degrees = 180.0 / std::numbers::pi;
constexpr double straight = 2.0; // degrees: an end that is led so nearly along its ray does not turn it

Vec3 vector_of(const std::vector<double>& numbers) {
    Vec3 out(0.0);
    for (std::size_t i = 0; i < numbers.size() && i < 3; ++i) out[static_cast<int>(i)] = numbers[i];
    return out;
}

/// The key of a number; none where that is 0.
void set(json& change, const char* key, double value) {
    if (value != 0.0)
        change[key] = value;
    else
        change.erase(key);
}

} // namespace

RayHandles::RayHandles(const Session& s, Change change) : Handled(s, std::move(change)) {
    for (const RayRow& ray : s.instant().frame->rays) {
        const bool own = !change_.contains("casters") || target_matches(change_["casters"], ray.caster, {});
        if (!own || !target_matches(change_["rays"], {}, ray.name)) continue;
        recorded_ = ray;
        break;
    }
    now_ = plain() ? recorded_ : changed_rays({"", json::array({change_})}, *s.instant().now, {recorded_})[0];
}

std::vector<Handle> RayHandles::handles(const Mapping& m) const {
    const Vec3 way = now_.to - now_.from;
    if (glm::length(way) == 0.0) return {};
    const bool plane = session_.recording()->header.space == 2;
    std::vector<Handle> out{{Handle::RayStart, 0, now_.from, unit(way)},
                            {Handle::RayEnd, 0, now_.to, plane ? Vec3(0.0) : unit(way)},
                            {Handle::RayMiddle, 0, (now_.from + now_.to) * 0.5}};
    constexpr double least = 0.25; // pixels for a unit: seen so steeply, none can be led along it
    if (length(m.way(unit(way))) < least) out.erase(out.begin(), out.begin() + 2);
    if (plane) out.back().along = directions(*session_.recording()).across(way)[0];
    for (Handle& h : out) h.grain = grain_of(m);
    return out;
}

nlohmann::json RayHandles::dragged(const Handle& h, const Vec3& to, bool) const {
    Change change = change_;
    const Vec3 now = now_.to - now_.from, by = to - h.at;
    if (h.part == Handle::RayStart)
        set(change, "start", rounded(number("start") + glm::dot(by, unit(now)), h.grain));
    else if (h.part == Handle::RayMiddle) {
        const std::vector<Vec3> across =
            directions(*session_.recording()).across(recorded_.to - recorded_.from);
        for (std::size_t i = 0; i < across.size(); ++i)
            if (const char* key = i == 0 ? "aside" : "across"; true)
                set(change, key, rounded(number(key) + glm::dot(by, across[i]), h.grain));
    } else if (h.along != Vec3(0.0))
        set(change, "extend", rounded(number("extend") + glm::dot(by, h.along), h.grain));
    else {
        const Vec3 led = to - now_.from;
        double turn = std::atan2(cross(flat(now), flat(led)), glm::dot(now, led)) * degrees;
        if (std::abs(turn) < straight) turn = 0.0;
        const double longer = (turn == 0.0 ? glm::dot(led, unit(now)) : glm::length(led)) - glm::length(now);
        set(change, "extend", rounded(number("extend") + longer, h.grain));
        set(change, "turn", rounded(number("turn") + turn, h.degrees));
    }
    return change;
}

std::vector<HandleNumber> RayHandles::numbers(const Handle& h) const {
    const QString length = unit(session_);
    if (h.part == Handle::RayStart) return {{number("start"), length}};
    if (h.part == Handle::RayEnd) return {{number("extend"), length}};
    std::vector<HandleNumber> out{{number("aside"), length}};
    if (session_.recording()->header.space == 3) out.push_back({number("across"), length});
    return out;
}

Vec3 RayHandles::place_for(const Handle& h, const std::vector<double>& numbers) const {
    const Vec3 way = unit(now_.to - now_.from);
    if (h.part == Handle::RayStart) return h.at + way * (numbers[0] - number("start"));
    if (h.part == Handle::RayEnd) return h.at + way * (numbers[0] - number("extend"));
    const std::vector<Vec3> across = directions(*session_.recording()).across(recorded_.to - recorded_.from);
    Vec3 at = h.at;
    for (std::size_t i = 0; i < numbers.size(); ++i)
        at += across[i] * (numbers[i] - number(i == 0 ? "aside" : "across"));
    return at;
}

QString RayHandles::thing() const {
    return recorded_.name.empty() ? words(QT_TRANSLATE_NOOP("oddbounce::Handles", "ray"))
                                  : words(QT_TRANSLATE_NOOP("oddbounce::Handles", "ray %1"))
                                        .arg(QString::fromStdString(recorded_.name));
}

QString RayHandles::measures() const {
    QStringList out;
    const auto told = [&](const char* key, const char* text) {
        if (change_.contains(key))
            out << words(text).arg(QString::fromStdString(length_text(*session_.recording(), number(key))));
    };
    told("start", QT_TRANSLATE_NOOP("oddbounce::Handles", "starts %1 farther along"));
    told("extend", QT_TRANSLATE_NOOP("oddbounce::Handles", "longer by %1"));
    told("aside", QT_TRANSLATE_NOOP("oddbounce::Handles", "aside by %1"));
    told("across", QT_TRANSLATE_NOOP("oddbounce::Handles", "aside the other way by %1"));
    if (change_.contains("turn") && change_["turn"].is_number())
        out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "turned by %1°"))
                   .arg(handle_text::number(change_["turn"]));
    return out.join(", ");
}

void RayHandles::paint(QPainter& p, const Mapping& m) const { paint_candidate_ray(p, m, now_); }

ProbeHandles::ProbeHandles(const Session& s, Change change) : Handled(s, std::move(change)) {
    const json& target = change_["probes"];
    body_ = s.recording()->body_slot(target.is_array() ? target[0].get<Id>() : target.get<Id>());
}

std::vector<ProbeDef> ProbeHandles::probes() const {
    std::vector<ProbeDef> out =
        probes_of(*session_.recording(), session_.recording()->body_id(body_), session_.instant().index);
    if (change_.contains("places"))
        for (const json& place : change_["places"])
            for (ProbeDef& p : out)
                if (static_cast<double>(p.id) == place[0].get<double>())
                    for (std::size_t axis = 1; axis < place.size(); ++axis)
                        p.at[static_cast<int>(axis) - 1] = place[axis];
    return out;
}

std::vector<Handle> ProbeHandles::handles(const Mapping& m) const {
    constexpr std::size_t most = 24; // more cannot be told apart
    std::vector<Handle> out;
    const Pose pose = session_.instant().pose(body_);
    const Vec3 scale = session_.instant().now->body(body_).scale;
    for (const ProbeDef& p : probes()) {
        Handle h{Handle::Probe, p.id, pose.place(p.at * scale)};
        h.grain = grain_of(m);
        out.push_back(h);
    }
    if (out.size() > most) out.clear();
    return out;
}

nlohmann::json ProbeHandles::dragged(const Handle& h, const Vec3& to, bool) const {
    Change change = change_;
    const int axes = session_.recording()->header.space;
    json place =
        rounded(session_.instant().pose(body_).unplace(to) / session_.instant().now->body(body_).scale, axes,
                h.grain);
    place.insert(place.begin(), h.number);
    json kept = json::array();
    for (const json& other : change.value("places", json::array()))
        if (other[0] != h.number) kept.push_back(other);
    kept.push_back(place);
    change["places"] = kept;
    return change;
}

std::vector<HandleNumber> ProbeHandles::numbers(const Handle& h) const {
    std::vector<HandleNumber> out;
    for (const ProbeDef& p : probes())
        if (p.id == h.number)
            for (int axis = 0; axis < session_.recording()->header.space; ++axis)
                out.push_back({p.at[axis], unit(session_)});
    return out;
}

Vec3 ProbeHandles::place_for(const Handle&, const std::vector<double>& numbers) const {
    return session_.instant().pose(body_).place(vector_of(numbers) *
                                                session_.instant().now->body(body_).scale);
}

QString ProbeHandles::thing() const {
    return QString::fromStdString(body_name(*session_.instant().now, body_));
}

QString ProbeHandles::measures() const {
    QStringList out;
    const auto all = probes();
    if (change_.contains("places"))
        for (const json& place : change_["places"]) {
            const auto it = std::ranges::find(all, place[0].get<Id>(), &ProbeDef::id);
            const QString name = it == all.end() || it->name.empty() ? QString::number(place[0].get<Id>())
                                                                     : QString::fromStdString(it->name);
            out << words(QT_TRANSLATE_NOOP("oddbounce::Handles", "probe %1 at %2"))
                       .arg(name, listed(session_, place, 1, ", "));
        }
    return out.join("; ");
}

void ProbeHandles::paint(QPainter& p, const Mapping& m) const {
    const Pose pose = session_.instant().pose(body_);
    const Vec3 scale = session_.instant().now->body(body_).scale;
    for (const ProbeDef& probe : probes()) paint_candidate_probe(p, m, pose, probe, scale);
}

} // namespace oddbounce
