// SPDX-License-Identifier: GPL-3.0-or-later
// The definitions of a log: bodies, colliders and their shapes, pairs, art, probes, expectations.
#include "recording/log_reader.hpp"

namespace oddbounce {

namespace {

constexpr std::size_t most_points = 100000;  // of one shape
constexpr std::size_t most_cells = 16000000; // of one shape
constexpr std::size_t most_ids = 1000000;    // bodies, colliders

} // namespace

bool LogReader::read_definition(Keys& k) {
    if (k.has("collider"))
        read_collider(k);
    else if (k.has("art"))
        read_art(k);
    else if (k.has("probe"))
        read_probe(k);
    else if (k.has("body"))
        read_body(k);
    else if (k.has("pair"))
        read_pair(k);
    else if (k.has("expect"))
        read_expect(k);
    else if (k.has("end"))
        read_end(k);
    else
        return false;
    return true;
}

void LogReader::read_body(Keys& k) {
    BodyDef b;
    b.id = k.whole("body");
    b.name = k.text("name"), b.kind = k.text("kind");
    b.moves = choice(k, "moves", Moves::Static, {"static", "kinematic", "dynamic"});
    if (k.has("owner")) b.owner = k.whole("owner"), pending_.push_back({line_, "owner", *b.owner});
    b.upright = k.flag("upright", false), b.visible = k.flag("visible", true);
    if (k.has("mass")) b.mass = k.number("mass");
    b.step = k.number("step", 0.0), b.slope = k.number("slope", 50.0);
    b.extra = rest(k, "body");
    bodies_.insert(b.id);
    if (bodies_.size() > most_ids) k.place().fail("body", "is one too many, at most 1 000 000 are allowed");
    before_.emplace_back(std::move(b));
}

void LogReader::read_points(Keys& k, Shape& s) {
    s.points = k.vectors("points");
    if (s.points.size() > most_points)
        k.place().fail("points", "has too many points, at most 100 000 are allowed");
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
    if (s.space == 2) s.image = k.image("image");
    s.alpha = k.number("alpha", 0.5);
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
    if (s.layers.empty() && (s.image.empty() || s.space == 3))
        k.place().fail(s.space == 2 ? "rows" : "layers",
                       s.space == 2 ? "is missing, expected it or 'image'" : "is missing");
    std::size_t cells = 0;
    for (const auto& rows : s.layers)
        for (const std::string& row : rows) cells += row.size();
    check_picture(k, s.image, &s);
    if (cells > most_cells) k.place().fail("rows", "has too many cells, at most 16 000 000 are allowed");
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
    const char* turned = s.space == 2 ? "angle" : "rotation";
    if (k.has(turned)) {
        if (s.space == 2)
            s.turn = Rotation::in_plane(k.number(turned));
        else
            s.turn = Rotation::in_space(k.quaternion(turned));
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
    case ShapeKind::Hull:
    case ShapeKind::Mesh:
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
    c.restitution = k.number("restitution", 0.0), c.visible = k.flag("visible", true);
    c.extra = rest(k, "collider");
    colliders_.insert(c.id);
    if (colliders_.size() > most_ids)
        k.place().fail("collider", "is one too many, at most 1 000 000 are allowed");
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
    p.does = choice(k, "does", Does::Solid, {"solid", "report", "ignore"});
    p.extra = rest(k, "pair");
    before_.emplace_back(std::move(p));
}

void LogReader::read_art(Keys& k) {
    ArtDef a;
    a.id = k.whole("art");
    if (k.has("body")) a.body = k.whole("body"), pending_.push_back({line_, "body", *a.body});
    k.value("image");
    a.image = k.image("image"), a.at = k.vector("at", Vec3(0.0)), a.size = k.vector("size");
    a.alpha = k.number("alpha", 0.5);
    check_picture(k, a.image, nullptr);
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

void LogReader::read_end(Keys& k) {
    if (!k.flag("end", true)) k.place().fail("end", "is false, expected true");
    before_.emplace_back(EndDef{rest(k, "end line")});
}

} // namespace oddbounce
