// SPDX-License-Identifier: GPL-3.0-or-later
// Lines, the header, and frames; definitions are read in log_definitions.cpp.
#include "recording/log_reader.hpp"

#include "recording/log.hpp"

namespace oddbounce {

void LogReader::fail_header() const {
    throw BadInput(file_, 1, "is not a bounce log, expected the header {\"bounce\":1,…} on line 1", "bounce");
}

std::shared_ptr<Recording> LogReader::read(std::string_view text) {
    std::size_t at = 0;
    while (at < text.size()) {
        if (control_ && (line_ & 255) == 0) {
            if (control_->stop) return nullptr;
            control_->progress = static_cast<double>(at) / static_cast<double>(text.size());
        }
        const std::size_t end = text.find('\n', at);
        const bool whole = end != std::string_view::npos;
        std::string_view line = text.substr(at, whole ? end - at : std::string_view::npos);
        at = whole ? end + 1 : text.size();
        ++line_;
        if (line_ == 1 && line.substr(0, 3) == "\xEF\xBB\xBF") line.remove_prefix(3);
        if (line.find_first_not_of(" \t\r") != std::string_view::npos)
            read_line(line, whole);
        else if (line_ == 1)
            fail_header();
    }
    if (!header_) fail_header();
    check_pending();
    out_->after = std::move(before_);
    return finish();
}

void LogReader::read_line(std::string_view line, bool whole) {
    simdjson::dom::object object;
    const auto parsed = parser_.parse(line.data(), line.size());
    if (parsed.get(object) != simdjson::SUCCESS) {
        if (!header_) fail_header();
        if (!whole) return warn("cut", "line " + std::to_string(line_) + " is cut off and was left out");
        throw BadInput(file_, line_, "is not a JSON object, expected one object a line");
    }
    Keys keys(object, place(), out_->header.space);
    if (!header_) return read_header(keys);
    if (keys.has("frame"))
        read_frame(keys);
    else if (keys.has("collider"))
        read_collider(keys);
    else if (keys.has("art"))
        read_art(keys);
    else if (keys.has("probe"))
        read_probe(keys);
    else if (keys.has("body"))
        read_body(keys);
    else if (keys.has("pair"))
        read_pair(keys);
    else if (keys.has("expect"))
        read_expect(keys);
    else
        keep_unknown(object, line);
}

std::string LogReader::rest(Keys& k, const char* of) {
    return k.rest([&](const std::string& key) {
        warn(std::string(of) + "." + key, "line " + std::to_string(line_) + ": unknown key '" + key +
                                              "' of " + of + " was kept and passed over");
    });
}

void LogReader::keep_unknown(const JsonObject& object, std::string_view line) {
    std::string kind = "without keys";
    for (const auto& field : object) {
        kind = "'" + std::string(field.key) + "'";
        break;
    }
    warn("kind " + kind,
         "line " + std::to_string(line_) + ": unknown line kind " + kind + " was kept and passed over");
    while (!line.empty() && (line.back() == '\r' || line.back() == ' ')) line.remove_suffix(1);
    before_.emplace_back(UnknownLine{std::string(line)});
}

void LogReader::read_header(Keys& k) {
    if (!k.has("bounce")) fail_header();
    if (const auto version = k.whole("bounce"); version != 1)
        k.place().fail("bounce", "is version " + std::to_string(version) + ", expected 1");
    Header& h = out_->header;
    h.space = static_cast<int>(k.whole("space", 2));
    if (h.space != 2 && h.space != 3)
        k.place().fail("space", "is " + std::to_string(h.space) + ", expected 2 or 3");
    header_ = true;
    read_header_values(h, k.in_space(h.space));
}

void LogReader::read_header_values(Header& h, Keys k) {
    k.has("bounce"), k.has("space");
    h.title = k.text("title");
    h.up = k.vector("up", Vec3(0.0, 1.0, 0.0));
    if (glm::length(h.up) == 0.0) k.place().fail("up", "must not be zero");
    h.up = glm::normalize(h.up);
    h.unit = k.text("unit", "unit");
    h.rate = k.positive("rate", 60.0);
    h.gravity = k.vector("gravity", Vec3(0.0));
    h.substeps = static_cast<int>(std::clamp<std::int64_t>(k.whole("substeps", 1), 0, 1000000));
    if (h.substeps < 1) k.place().fail("substeps", "must be 1 or more");
    h.float_bits = static_cast<int>(k.whole("float", 32));
    if (h.float_bits != 32 && h.float_bits != 64) k.place().fail("float", "must be 32 or 64");
    if (k.has("slop")) h.slop = k.number("slop");
    if (h.slop && *h.slop < 0.0) k.place().fail("slop", "must not be negative");
    h.skin = k.number("skin", 0.0);
    for (const std::string& name : k.texts("logs")) {
        bool known = false;
        for (int c = 0; c < channel_count; ++c)
            if (name == word(static_cast<Channel>(c))) h.logs[static_cast<std::size_t>(c)] = known = true;
        if (!known)
            warn("channel " + name, "line 1: unknown channel '" + name + "' in 'logs' was passed over");
    }
    h.extra = rest(k, "header");
}

void LogReader::check_pending() {
    for (const Pending& p : pending_)
        if (!bodies_.count(p.body))
            throw BadInput(file_, p.line,
                           std::string("'") + p.key + "' names body " + std::to_string(p.body) +
                               ", expected one that is defined",
                           p.key);
    pending_.clear();
}

void LogReader::read_body_rows(Keys& k, Frame& f) {
    const std::size_t turn = k.space() == 2 ? 4 : 8, velocity = k.space() == 2 ? 6 : 11,
                      full = k.space() == 2 ? 7 : 14;
    k.rows("bodies", [&](const std::vector<double>& n) {
        if (n.size() < (k.space() == 2 ? 3u : 4u) || n.size() > full)
            k.place().fail(
                "bodies",
                k.space() == 2
                    ? "must be rows [id,x,y,turn,vx,vy,spin], cut short from the right"
                    : "must be rows [id,x,y,z,qx,qy,qz,qw,vx,vy,vz,wx,wy,wz], cut short from the right");
        BodyRow row;
        row.id = body_id(n[0], k.place(), "bodies");
        if (k.space() == 2) {
            row.at = {n[1], n[2], 0.0};
            if (n.size() >= turn) row.angle = n[3], row.given = BodyRow::Turn;
            if (n.size() >= velocity) row.velocity = {n[4], n[5], 0.0}, row.given = BodyRow::Velocity;
            if (n.size() >= full) row.turning = {0.0, 0.0, n[6]}, row.given = BodyRow::Turning;
        } else {
            row.at = {n[1], n[2], n[3]};
            if (n.size() >= turn) {
                row.spin = glm::dquat(n[7], n[4], n[5], n[6]), row.given = BodyRow::Turn;
                const double l = glm::length(row.spin);
                if (l == 0.0) k.place().fail("bodies", "holds a turn [0,0,0,0], expected a unit quaternion");
                if (std::abs(l - 1.0) > 1e-5) row.spin /= l; // nearly unit: kept as written
            }
            if (n.size() >= velocity) row.velocity = {n[8], n[9], n[10]}, row.given = BodyRow::Velocity;
            if (n.size() >= full) row.turning = {n[11], n[12], n[13]}, row.given = BodyRow::Turning;
        }
        placed_.insert(row.id);
        f.bodies.push_back(row);
    });
}

std::vector<IdVector> LogReader::read_id_vectors(Keys& k, const char* key) {
    std::vector<IdVector> out;
    k.rows(key, [&](const std::vector<double>& n) {
        if (n.size() != static_cast<std::size_t>(k.space()) + 1)
            k.place().fail(key, k.space() == 2 ? "must be rows [id,x,y]" : "must be rows [id,x,y,z]");
        IdVector v;
        v.id = body_id(n[0], k.place(), key);
        v.value = {n[1], n[2], k.space() == 3 ? n[3] : 0.0};
        out.push_back(v);
    });
    return out;
}

void LogReader::read_contacts(Keys& k, Frame& f) {
    k.objects("contacts", [&](Keys& c) {
        ContactRow row;
        row.a = collider_id(c.whole("a"), c.place(), "a"), row.b = collider_id(c.whole("b"), c.place(), "b");
        if (c.has("at")) row.at = c.vector("at");
        if (c.has("normal")) row.normal = c.vector("normal");
        if (c.has("depth")) row.depth = c.number("depth");
        if (c.has("impulse")) row.impulse = c.number("impulse");
        row.phase = choice(c, "phase", Phase::None, {"", "begin", "stay", "end"});
        row.active = c.flag("active", true);
        row.extra = rest(c, "contact");
        f.contacts.push_back(std::move(row));
    });
}

void LogReader::read_rays(Keys& k, Frame& f) {
    k.objects("rays", [&](Keys& r) {
        RayRow row;
        row.name = r.text("name");
        if (r.has("by")) row.by = body_id(r.whole("by"), r.place(), "by");
        row.from = r.vector("from"), row.to = r.vector("to");
        if (r.has("layers")) row.layers = r.texts("layers");
        row.skip = collider_ids(r, "skip");
        if (r.has("hit")) row.hit = collider_id(r.whole("hit"), r.place(), "hit");
        if (r.has("at")) row.at = r.vector("at");
        if (r.has("normal")) row.normal = r.vector("normal");
        row.after = r.text("after");
        for (Id i : r.ids("cell"))
            row.cell.push_back(static_cast<int>(std::clamp<Id>(i, -2000000000, 2000000000)));
        if (r.has("step")) row.step = r.number("step");
        row.extra = rest(r, "ray");
        f.rays.push_back(std::move(row));
    });
}

void LogReader::read_events(Keys& k, Frame& f) {
    k.objects("events", [&](Keys& e) {
        EventRow row;
        row.name = e.text("name"), row.note = e.text("note");
        row.about = body_ids(e, "about");
        row.extra = rest(e, "event");
        f.events.push_back(std::move(row));
    });
}

void LogReader::read_frame(Keys& k) {
    check_pending();
    Frame f;
    f.number = k.whole("frame");
    if (!out_->frames.empty() && f.number <= out_->frames.back().number)
        k.place().fail("frame", "is " + std::to_string(f.number) + " after " +
                                    std::to_string(out_->frames.back().number) + ", expected rising numbers");
    f.dt = k.positive("dt", 1.0 / out_->header.rate);
    f.before = std::move(before_);
    before_.clear();
    read_body_rows(k, f);
    f.gone = body_ids(k, "gone"), f.warp = body_ids(k, "warp"), f.grounded = body_ids(k, "grounded");
    f.on = collider_ids(k, "on"), f.off = collider_ids(k, "off");
    f.scale = read_id_vectors(k, "scale"), f.wish = read_id_vectors(k, "wish"),
    f.tried = read_id_vectors(k, "tried");
    for (IdVector& s : f.scale) {
        if (k.space() == 2) s.value.z = 1.0;
        if (s.value.x == 0.0 || s.value.y == 0.0 || s.value.z == 0.0)
            k.place().fail("scale", "must not be zero");
    }
    k.rows("passes", [&](const std::vector<double>& n) {
        if (n.size() != 2) k.place().fail("passes", "must be rows [id,n]");
        f.passes.push_back(
            {body_id(n[0], k.place(), "passes"), static_cast<int>(std::clamp(n[1], 0.0, 2e9))});
    });
    read_contacts(k, f), read_rays(k, f), read_events(k, f);
    if (k.has("shot")) {
        Keys s = k.object("shot");
        ShotRow shot;
        shot.image = s.text("image");
        const std::vector<double> rect = s.numbers("rect", 4);
        std::copy(rect.begin(), rect.end(), shot.rect.begin());
        f.shot = std::move(shot);
    }
    f.extra = rest(k, "frame");
    out_->frames.push_back(std::move(f));
}

/// Rows that came from elsewhere are held to the same rules as those of lines.
void LogReader::take_rows() {
    rows_(*out_);
    for (const Frame& f : out_->frames)
        for (const BodyRow& row : f.bodies) {
            if (!bodies_.count(row.id))
                throw BadInput(file_, 0,
                               "places body " + std::to_string(row.id) + ", expected one that is defined",
                               "bodies");
            placed_.insert(row.id);
        }
    for (const Frame& f : out_->frames)
        for (const ContactRow& c : f.contacts)
            for (Id id : {c.a, c.b})
                if (!colliders_.count(id))
                    throw BadInput(
                        file_, 0, "touches collider " + std::to_string(id) + ", expected one that is defined",
                        "contacts");
}

std::shared_ptr<Recording> LogReader::finish() {
    if (rows_) take_rows();
    if (out_->frames.empty()) out_->warnings.push_back("holds no frames");
    for (const Frame& f : out_->frames)
        for (const Definition& d : f.before)
            if (const auto* b = std::get_if<BodyDef>(&d);
                b && !placed_.count(b->id) && placed_.insert(b->id).second)
                out_->warnings.push_back("body " + std::to_string(b->id) +
                                         (b->name.empty() ? "" : " (" + b->name + ")") +
                                         " is never placed and stands at the origin");
    out_->index();
    return std::move(out_);
}

std::shared_ptr<Recording> read_log_text(std::string_view text, const std::string& file, Control* control) {
    return LogReader(file, control).read(text);
}

} // namespace oddbounce
