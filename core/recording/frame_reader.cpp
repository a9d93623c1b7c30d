// SPDX-License-Identifier: GPL-3.0-or-later
// Most of a log is body rows: their numbers go straight into the frame. Contacts are read in one pass over
// the object, the rest goes by Keys.
#include "recording/frame_reader.hpp"

#include <nlohmann/json.hpp>

#include <fmt/format.h>

#include <algorithm>

namespace oddbounce {

namespace {

enum class FrameKey { Frame, Dt, Bodies, Contacts, Other, Unknown };

FrameKey frame_key(std::string_view key) {
    if (key == "bodies") return FrameKey::Bodies;
    if (key == "contacts") return FrameKey::Contacts;
    if (key == "frame") return FrameKey::Frame;
    if (key == "dt") return FrameKey::Dt;
    static constexpr std::string_view others[] = {"removed",    "teleport", "grounded", "on",
                                                  "off",        "scale",    "desired",  "unresolved",
                                                  "iterations", "rays",     "events",   "screenshot"};
    return std::find(std::begin(others), std::end(others), key) != std::end(others) ? FrameKey::Other
                                                                                    : FrameKey::Unknown;
}

std::string as_text(std::string_view key, JsonValue v) {
    return nlohmann::json(std::string(key)).dump() + ":" + std::string(simdjson::minify(v));
}

template <class Value> double number(Value&& v, const Place& place, const char* key) {
    double d = 0.0;
    if (v.get_double().get(d) != simdjson::SUCCESS || !std::isfinite(d)) place.fail(key, "must be a number");
    if (std::abs(d) > Keys::most_number) place.fail(key, "must be between -1e30 and 1e30");
    return d;
}

template <class Value> Id id_of(Value&& v, const Place& place, const char* key) {
    Id id = 0;
    if (v.get_int64().get(id) == simdjson::SUCCESS) {
        if (id > Keys::most_whole || id < -Keys::most_whole) place.fail(key, "holds an id beyond 9e15");
        return id;
    }
    const double d = number(v, place, key); // some languages write 3.0 for 3
    if (d != std::floor(d) || std::abs(d) > 9e15) place.fail(key, "must be rows that begin with a whole id");
    return static_cast<Id>(d);
}

} // namespace

std::optional<Frame> FrameReader::read(std::string_view line, const Place& place) {
    try {
        return read_in_order(line, place);
    } catch (const BadInput&) {
        const bool json = parser_.parse(line.data(), line.size(), false).is_object();
        if (!json) return {}; // a broken line looks like a wrong value at first
        throw;
    }
}

std::optional<Frame> FrameReader::read_in_order(std::string_view line, const Place& place) {
    simdjson::ondemand::document document;
    simdjson::ondemand::object object;
    if (rows_.iterate(line.data(), line.size(), line.size() + simdjson::SIMDJSON_PADDING).get(document) !=
            simdjson::SUCCESS ||
        document.get_object().get(object) != simdjson::SUCCESS)
        return {};
    std::vector<BodyRow> bodies;
    rest_.clear();
    simdjson::ondemand::value list;
    if (object.find_field_unordered("bodies").get(list) == simdjson::SUCCESS && !list.is_null()) {
        const char* from = nullptr;
        const char* to = nullptr;
        simdjson::ondemand::array rows;
        if (document.current_location().get(from) != simdjson::SUCCESS) return {};
        if (list.get_array().get(rows) != simdjson::SUCCESS) place.fail("bodies", "must be a list of rows");
        bodies = read_body_rows(rows, place);
        if (document.current_location().get(to) != simdjson::SUCCESS) return {};
        rest_.append(line.data(), from).append("null").append(to, line.data() + line.size());
    } else
        rest_ = line;
    rest_.reserve(rest_.size() + simdjson::SIMDJSON_PADDING);
    JsonObject rest;
    if (parser_.parse(rest_.data(), rest_.size(), false).get(rest) != simdjson::SUCCESS) return {};
    Frame f = read(rest, place);
    f.bodies = std::move(bodies);
    return f;
}

Frame FrameReader::read(JsonObject object, const Place& place) {
    Frame f;
    f.dt = 1.0 / header_.rate, gave_dt_ = false;
    bool numbered = false, others = false;
    for (const auto field : object) {
        if (field.value.is_null()) continue;
        switch (frame_key(field.key)) {
        case FrameKey::Frame:
            if (!numbered) f.number = Keys::whole_number(field.value, place, "frame");
            numbered = true;
            break;
        case FrameKey::Dt:
            f.dt = number(field.value, place, "dt"), gave_dt_ = true;
            if (!(f.dt >= shortest_step && f.dt <= longest_step))
                place.fail("dt", "must be between 1e-9 and 1e6 seconds");
            break;
        case FrameKey::Bodies:
            place.fail("bodies", "must appear once per frame, without escapes");
        case FrameKey::Contacts:
            if (f.contacts.empty()) read_contacts(f, field.value, place);
            break;
        case FrameKey::Other:
            others = true;
            break;
        case FrameKey::Unknown:
            unknown_("frame", std::string(field.key));
            f.extra += (f.extra.empty() ? "{" : ",") + as_text(field.key, field.value);
        }
    }
    if (!numbered) place.fail("frame", "is missing");
    if (!f.extra.empty()) f.extra += "}";
    if (!others) return f;

    Keys k(object, place, header_.space);
    f.removed = k.ids("removed"), f.teleport = k.ids("teleport"), f.grounded = k.ids("grounded");
    f.on = k.ids("on"), f.off = k.ids("off");
    f.scale = read_id_vectors(k, "scale"), f.desired = read_id_vectors(k, "desired"),
    f.unresolved = read_id_vectors(k, "unresolved");
    for (IdVector& s : f.scale) {
        if (k.space() == 2) s.value.z = 1.0;
        if (s.value.x == 0.0 || s.value.y == 0.0 || s.value.z == 0.0) place.fail("scale", "must not be zero");
    }
    k.rows("iterations", [&](const std::vector<double>& n) {
        if (n.size() != 2) place.fail("iterations", "must be rows [id,n]");
        f.iterations.push_back({static_cast<Id>(n[0]), static_cast<int>(std::clamp(n[1], 0.0, 2e9))});
    });
    read_rays(k, f), read_events(k, f), read_screenshot(k, f);
    return f;
}

std::vector<BodyRow> FrameReader::read_body_rows(JsonRows list, const Place& place) {
    std::vector<BodyRow> out;
    out.reserve(rows_before_);
    for (auto element : list) {
        JsonRows numbers;
        if (element.get_array().get(numbers) != simdjson::SUCCESS)
            place.fail("bodies", "must be a list of rows, [id,…]");
        read_body_row(out.emplace_back(), numbers, place);
    }
    rows_before_ = out.size();
    return out;
}

void FrameReader::read_body_row(BodyRow& row, JsonRows numbers, const Place& place) const {
    const bool plane = header_.space == 2;
    const std::size_t least = plane ? 3 : 4, turn = plane ? 4 : 8, velocity = plane ? 6 : 11,
                      full = plane ? 7 : 14;
    double n[14];
    std::size_t count = 0;
    for (auto v : numbers) {
        if (count == 0)
            row.id = id_of(v, place, "bodies");
        else if (count < full)
            n[count] = number(v, place, "bodies");
        ++count;
    }
    if (count < least || count > full)
        place.fail("bodies",
                   plane ? "must be rows [id,x,y,angle,vx,vy,angular velocity], cut short from the right"
                         : "must be rows [id,x,y,z,qx,qy,qz,qw,vx,vy,vz,wx,wy,wz], cut short from the "
                           "right");
    if (plane) {
        row.at = {n[1], n[2], 0.0};
        if (count >= turn) row.angle = n[3], row.given = BodyRow::Rotation;
        if (count >= velocity) row.velocity = {n[4], n[5], 0.0}, row.given = BodyRow::Velocity;
        if (count >= full) row.angular_velocity = {0.0, 0.0, n[6]}, row.given = BodyRow::AngularVelocity;
        return;
    }
    row.at = {n[1], n[2], n[3]};
    if (count >= turn) {
        row.rotation = glm::dquat(n[7], n[4], n[5], n[6]), row.given = BodyRow::Rotation;
        const double l = glm::length(row.rotation);
        constexpr double shortest = 0.5,
                         longest = 2.0; // what is off by rounding, or a sum of two, is meant as one
        if (!(l > shortest && l < longest))
            place.fail(
                "bodies",
                fmt::format("holds a rotation [{:g},{:g},{:g},{:g}], expected a unit quaternion [x,y,z,w]",
                            n[4], n[5], n[6], n[7]));
        if (std::abs(l - 1.0) > 1e-5) row.rotation /= l; // nearly unit: kept as written
    }
    if (count >= velocity) row.velocity = {n[8], n[9], n[10]}, row.given = BodyRow::Velocity;
    if (count >= full) row.angular_velocity = {n[11], n[12], n[13]}, row.given = BodyRow::AngularVelocity;
}

void FrameReader::read_contacts(Frame& f, JsonValue list, const Place& place) const {
    simdjson::dom::array all;
    if (list.get(all) != simdjson::SUCCESS) place.fail("contacts", "must be a list of objects");
    f.contacts.reserve(all.size());
    for (const JsonValue element : all) {
        JsonObject object;
        if (element.get(object) != simdjson::SUCCESS) place.fail("contacts", "must be a list of objects");
        ContactRow& row = f.contacts.emplace_back();
        bool has_a = false, has_b = false;
        const auto vector = [&](JsonValue v, const char* key) {
            simdjson::dom::array numbers;
            if (v.get(numbers) != simdjson::SUCCESS ||
                numbers.size() != static_cast<std::size_t>(header_.space))
                place.fail(key, header_.space == 2 ? "must be two numbers, [x,y]"
                                                   : "must be three numbers, [x,y,z]");
            Vec3 out(0.0);
            int i = 0;
            for (const JsonValue n : numbers) out[i++] = number(n, place, key);
            return out;
        };
        for (const auto field : object) {
            const std::string_view key = field.key;
            if (field.value.is_null()) continue;
            if (key == "a")
                row.a = Keys::whole_number(field.value, place, "a"), has_a = true;
            else if (key == "b")
                row.b = Keys::whole_number(field.value, place, "b"), has_b = true;
            else if (key == "at")
                row.at = vector(field.value, "at");
            else if (key == "normal")
                row.normal = vector(field.value, "normal");
            else if (key == "depth")
                row.depth = number(field.value, place, "depth");
            else if (key == "impulse")
                row.impulse = number(field.value, place, "impulse");
            else if (key == "phase") {
                Keys k(object, place, header_.space);
                row.phase = choice(k, "phase", Phase::None, {"", "begin", "stay", "end"});
            } else if (key == "active") {
                if (field.value.get(row.active) != simdjson::SUCCESS)
                    place.fail("active", "must be true or false");
            } else {
                unknown_("contact", std::string(key));
                row.extra += (row.extra.empty() ? "{" : ",") + as_text(key, field.value);
            }
        }
        if (!has_a) place.fail("a", "is missing");
        if (!has_b) place.fail("b", "is missing");
        if (!row.extra.empty()) row.extra += "}";
    }
}

std::vector<IdVector> FrameReader::read_id_vectors(Keys& k, const char* key) const {
    std::vector<IdVector> out;
    k.rows(key, [&](const std::vector<double>& n) {
        if (n.size() != static_cast<std::size_t>(k.space()) + 1)
            k.place().fail(key, k.space() == 2 ? "must be rows [id,x,y]" : "must be rows [id,x,y,z]");
        out.push_back({static_cast<Id>(n[0]), {n[1], n[2], k.space() == 3 ? n[3] : 0.0}});
    });
    return out;
}

void FrameReader::read_rays(Keys& k, Frame& f) const {
    k.objects("rays", [&](Keys& r) {
        RayRow row;
        row.name = r.text("name");
        if (r.has("caster")) row.caster = r.whole("caster");
        row.from = r.vector("from"), row.to = r.vector("to");
        if (r.has("layers")) row.layers = r.texts("layers");
        row.skip = r.ids("skip");
        if (r.has("hit")) row.hit = r.whole("hit");
        if (r.has("at")) row.at = r.vector("at");
        if (r.has("normal")) row.normal = r.vector("normal");
        row.after = r.text("after");
        for (Id i : r.ids("cell"))
            row.cell.push_back(static_cast<int>(std::clamp<Id>(i, -2000000000, 2000000000)));
        if (r.has("step")) row.step = r.number("step");
        if (r.has("float")) row.float_bits = static_cast<int>(r.whole("float"));
        if (row.float_bits != 0 && row.float_bits != 32 && row.float_bits != 64)
            r.place().fail("float", "must be 32 or 64");
        row.extra = r.rest([&](const std::string& key) { unknown_("ray", key); });
        f.rays.push_back(std::move(row));
    });
}

void FrameReader::read_events(Keys& k, Frame& f) const {
    k.objects("events", [&](Keys& e) {
        EventRow row;
        row.name = e.text("name"), row.note = e.text("note");
        row.about = e.ids("about");
        row.extra = e.rest([&](const std::string& key) { unknown_("event", key); });
        f.events.push_back(std::move(row));
    });
}

void FrameReader::read_screenshot(Keys& k, Frame& f) const {
    if (!k.has("screenshot")) return;
    Keys s = k.object("screenshot");
    ScreenshotRow shot;
    shot.image = s.image("image");
    const std::vector<double> rect = s.numbers("rect", 4);
    std::copy(rect.begin(), rect.end(), shot.rect.begin());
    f.screenshot = std::move(shot);
}

} // namespace oddbounce
