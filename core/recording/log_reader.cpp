// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/keys.hpp"
#include "recording/log.hpp"

#include <unordered_set>

namespace oddbounce {

namespace {

constexpr std::size_t most_points = 100000;  // of one shape
constexpr std::size_t most_cells = 16000000; // of one shape
constexpr std::size_t most_ids = 1000000;    // bodies, colliders

template <class Enum>
Enum choice(Keys& k, const char* key, Enum otherwise, std::initializer_list<const char*> words) {
    if (!k.has(key)) return otherwise;
    const std::string given = k.text(key);
    std::string list;
    int i = 0;
    for (const char* w : words) {
        if (given == w) return static_cast<Enum>(i);
        list += std::string(i++ ? ", " : "") + "\"" + w + "\"";
    }
    k.place().fail(key, "is \"" + given + "\", expected one of " + list);
}

class LogReader {
  public:
    explicit LogReader(const std::string& file) : file_(file), out_(std::make_shared<Recording>()) {
        out_->file = file;
    }

    std::shared_ptr<Recording> read(std::string_view text) {
        std::size_t at = 0;
        while (at < text.size()) {
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

  private:
    Place place() const { return {file_, line_}; }
    [[noreturn]] void fail_header() const {
        throw BadInput(file_, 1, "is not a bounce log, expected the header {\"bounce\":1,…} on line 1",
                       "bounce");
    }

    void read_line(std::string_view line, bool whole) {
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

    void warn(const std::string& kind, const std::string& sentence) {
        if (warned_.insert(kind).second) out_->warnings.push_back(sentence);
    }
    std::string rest(Keys& k, const char* of) {
        return k.rest([&](const std::string& key) {
            warn(std::string(of) + "." + key, "line " + std::to_string(line_) + ": unknown key '" + key +
                                                  "' of " + of + " was kept and passed over");
        });
    }
    void keep_unknown(const JsonObject& object, std::string_view line) {
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

    void read_header(Keys& k) {
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

    void read_header_values(Header& h, Keys k);

    void read_body(Keys& k);
    void read_collider(Keys& k);
    Shape read_shape(Keys k);
    void read_points(Keys& k, Shape& s);
    void read_cells(Keys& k, Shape& s);
    void read_pair(Keys& k);
    void read_art(Keys& k);
    void read_probe(Keys& k);
    void read_expect(Keys& k);

    void read_frame(Keys& k);
    void read_body_rows(Keys& k, Frame& f);
    void read_contacts(Keys& k, Frame& f);
    void read_rays(Keys& k, Frame& f);
    void read_events(Keys& k, Frame& f);
    std::vector<IdVector> read_id_vectors(Keys& k, const char* key);
    void check_pending();

    Id body_id(double id, const Place& p, const char* key) const {
        return body_id(static_cast<Id>(id), p, key);
    }
    Id body_id(Id id, const Place& p, const char* key) const {
        if (!bodies_.count(id))
            p.fail(key, "names body " + std::to_string(id) + ", expected one defined before");
        return id;
    }
    Id collider_id(Id id, const Place& p, const char* key) const {
        if (!colliders_.count(id))
            p.fail(key, "names collider " + std::to_string(id) + ", expected one defined before");
        return id;
    }
    std::vector<Id> body_ids(Keys& k, const char* key) {
        std::vector<Id> ids = k.ids(key);
        for (Id id : ids) body_id(id, k.place(), key);
        return ids;
    }
    std::vector<Id> collider_ids(Keys& k, const char* key) {
        std::vector<Id> ids = k.ids(key);
        for (Id id : ids) collider_id(id, k.place(), key);
        return ids;
    }

    std::shared_ptr<Recording> finish();

    const std::string file_;
    long line_ = 0;
    bool header_ = false;
    simdjson::dom::parser parser_;
    std::shared_ptr<Recording> out_;
    std::vector<Definition> before_;
    std::unordered_set<Id> bodies_, colliders_, placed_;
    struct Pending {
        long line;
        const char* key;
        Id body;
    };
    std::vector<Pending> pending_; // bodies named before they were defined
    std::unordered_set<std::string> warned_;
};

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

void LogReader::read_body(Keys& k) {
    BodyDef b;
    b.id = k.whole("body");
    b.name = k.text("name"), b.kind = k.text("kind");
    b.moves = choice(k, "moves", Moves::Fixed, {"fixed", "driven", "solved"});
    if (k.has("owner")) b.owner = k.whole("owner"), pending_.push_back({line_, "owner", *b.owner});
    b.upright = k.flag("upright", false), b.seen = k.flag("seen", true);
    if (k.has("mass")) b.mass = k.number("mass");
    b.step = k.number("step", 0.0), b.slope = k.number("slope", 50.0);
    b.extra = rest(k, "body");
    bodies_.insert(b.id);
    if (bodies_.size() > most_ids) k.place().fail("body", "is one too many, at most 1 000 000 are read");
    before_.emplace_back(std::move(b));
}

void LogReader::read_points(Keys& k, Shape& s) {
    s.points = k.vectors("points");
    if (s.points.size() > most_points)
        k.place().fail("points", "holds too many points, at most 100 000 are read");
    if (s.kind == ShapeKind::Chain) s.closed = k.flag("closed", false);
    if (s.kind != ShapeKind::Mesh) return;
    k.rows("faces", [&](const std::vector<double>& row) {
        if (row.size() != 3) k.place().fail("faces", "must be triangles, three indices each");
        std::array<int, 3> face{};
        for (std::size_t i = 0; i < 3; ++i) face[i] = static_cast<int>(std::clamp(row[i], -1.0, 2e9));
        s.faces.push_back(face);
    });
}

void LogReader::read_cells(Keys& k, Shape& s) {
    s.cell = k.number("cell"), s.origin = k.vector("origin", Vec3(0.0));
    s.image = k.text("image"), s.alpha = k.number("alpha", 0.5);
    if (s.space == 2 && k.has("rows")) s.layers.push_back(k.texts("rows"));
    if (s.space == 3 && k.has("layers")) {
        simdjson::dom::array list;
        if (k.value("layers").get(list) != simdjson::SUCCESS)
            k.place().fail("layers", "must be a list of rows");
        for (JsonValue layer : list) {
            simdjson::dom::array rows;
            if (layer.get(rows) != simdjson::SUCCESS) k.place().fail("layers", "must be a list of rows");
            auto& out = s.layers.emplace_back();
            for (JsonValue row : rows) {
                std::string_view text;
                if (row.get(text) != simdjson::SUCCESS)
                    k.place().fail("layers", "must hold rows of '.' and '#'");
                out.emplace_back(text);
            }
        }
    }
    if (s.layers.empty() && s.image.empty())
        k.place().fail(s.space == 2 ? "rows" : "layers", "is missing, expected it or 'image'");
    std::size_t cells = 0;
    for (const auto& rows : s.layers)
        for (const std::string& row : rows) cells += row.size();
    if (cells > most_cells) k.place().fail("rows", "holds too many cells, at most 16 000 000 are read");
}

Shape LogReader::read_shape(Keys k) {
    Shape s;
    s.space = k.space();
    const std::string type =
        k.has("type") ? k.text("type") : (k.place().fail("type", "of the shape is missing"), "");
    if (!shape_kind(type, s.space, s.kind))
        k.place().fail("type",
                       "is \"" + type + "\", expected a shape of " + std::to_string(s.space) + " dimensions");
    s.at = k.vector("at", Vec3(0.0));
    if (k.has("turn")) {
        if (s.space == 2)
            s.angle = k.number("turn");
        else
            s.spin = k.quaternion("turn");
    }
    switch (s.kind) {
    case ShapeKind::Circle:
    case ShapeKind::Sphere:
        s.radius = k.number("r");
        break;
    case ShapeKind::Box:
        s.size = k.vector("size");
        s.radius = k.number("round", 0.0);
        break;
    case ShapeKind::Capsule:
        s.a = k.vector("a"), s.b = k.vector("b"), s.radius = k.number("r");
        break;
    case ShapeKind::Cells:
        read_cells(k, s);
        break;
    case ShapeKind::Polygon:
        s.radius = k.number("round", 0.0);
        [[fallthrough]];
    default:
        k.value("points");
        read_points(k, s);
    }
    if (const std::string why = defect(s); !why.empty())
        throw BadInput(file_, line_, "shape: " + why, "shape");
    rest(k, "shape");
    return s;
}

void LogReader::read_collider(Keys& k) {
    ColliderDef c;
    c.id = k.whole("collider"), c.body = k.whole("body");
    pending_.push_back({line_, "body", c.body});
    c.name = k.text("name");
    c.shape = read_shape(k.object("shape"));
    c.layer = k.text("layer");
    c.role = choice(k, "role", Role::Solid, {"solid", "sensor", "one-way"});
    if (k.has("pass")) {
        c.pass = k.vector("pass");
        if (glm::length(*c.pass) == 0.0) k.place().fail("pass", "must not be zero");
        c.pass = glm::normalize(*c.pass);
    }
    if (k.has("friction")) c.friction = k.number("friction");
    c.bounce = k.number("bounce", 0.0), c.seen = k.flag("seen", true);
    c.extra = rest(k, "collider");
    colliders_.insert(c.id);
    if (colliders_.size() > most_ids)
        k.place().fail("collider", "is one too many, at most 1 000 000 are read");
    before_.emplace_back(std::move(c));
}

namespace {
void two_names(Keys& k, const char* key, std::string& first, std::string& second) {
    const std::vector<std::string> names = k.texts(key);
    if (names.size() != 2) k.place().fail(key, "must be two layers, [\"one\",\"other\"]");
    first = names[0], second = names[1];
}
} // namespace

void LogReader::read_pair(Keys& k) {
    PairDef p;
    two_names(k, "pair", p.first, p.second);
    k.value("does");
    p.does = choice(k, "does", Does::Solid, {"solid", "notice", "nothing"});
    p.extra = rest(k, "pair");
    before_.emplace_back(std::move(p));
}

void LogReader::read_art(Keys& k) {
    ArtDef a;
    a.id = k.whole("art");
    if (k.has("body")) a.body = k.whole("body"), pending_.push_back({line_, "body", *a.body});
    k.value("image");
    a.image = k.text("image"), a.at = k.vector("at", Vec3(0.0)), a.size = k.vector("size");
    a.alpha = k.number("alpha", 0.5);
    a.extra = rest(k, "art");
    before_.emplace_back(std::move(a));
}

void LogReader::read_probe(Keys& k) {
    ProbeDef p;
    p.id = k.whole("probe"), p.body = k.whole("body");
    pending_.push_back({line_, "body", p.body});
    p.name = k.text("name"), p.at = k.vector("at"), p.guards = k.vector("guards");
    p.extra = rest(k, "probe");
    before_.emplace_back(std::move(p));
}

void LogReader::read_expect(Keys& k) {
    ExpectDef e;
    Keys in = k.object("expect");
    in.value("pair"), in.value("event");
    two_names(in, "pair", e.first, e.second);
    e.event = in.text("event");
    e.within = static_cast<int>(std::clamp<std::int64_t>(in.whole("within", 1), 0, 1000000));
    rest(in, "expect");
    e.extra = rest(k, "expect line");
    before_.emplace_back(std::move(e));
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

std::shared_ptr<Recording> LogReader::finish() {
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

} // namespace

std::shared_ptr<Recording> read_log_text(std::string_view text, const std::string& file) {
    return LogReader(file).read(text);
}

} // namespace oddbounce
