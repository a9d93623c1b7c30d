// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/clip.hpp"
#include "recording/log.hpp"
#include "recording/rows.hpp"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include <iterator>

namespace oddbounce {

namespace {

std::string quoted(const std::string& s) {
    return nlohmann::json(s).dump(-1, ' ', false, nlohmann::json::error_handler_t::replace);
}

/// Builds one JSON object; numbers in their shortest form that reads back equal.
class Line {
  public:
    explicit Line(int space) : space_(space) {}

    void raw(const char* key, const std::string& json) {
        fmt::format_to(out(), "\"{}\":{}", next(key), json);
    }
    void number(const char* key, double v) { raw(key, text(v)); }
    void whole(const char* key, std::int64_t v) { fmt::format_to(out(), "\"{}\":{}", next(key), v); }
    void word(const char* key, const std::string& s) { raw(key, quoted(s)); }
    void word_if(const char* key, const std::string& s) {
        if (!s.empty()) word(key, s);
    }
    void number_if(const char* key, double v, double otherwise) {
        if (v != otherwise) number(key, v);
    }
    void flag_if(const char* key, bool v, bool otherwise) {
        if (v != otherwise) raw(key, v ? "true" : "false");
    }
    void vector(const char* key, const Vec3& v) { raw(key, list(v)); }
    void vector_if(const char* key, const Vec3& v, const Vec3& otherwise) {
        if (v != otherwise) vector(key, v);
    }
    template <class List, class Each> void list_if(const char* key, const List& items, Each&& each) {
        if (items.empty()) return;
        std::string all;
        for (const auto& item : items) all += (all.empty() ? "" : ",") + each(item);
        raw(key, "[" + all + "]");
    }
    void ids_if(const char* key, const std::vector<Id>& ids) {
        list_if(key, ids, [](Id id) { return std::to_string(id); });
    }
    void extra(const std::string& object) {
        if (object.size() <= 2) return;
        if (!text_.empty()) text_ += ',';
        text_ += object.substr(1, object.size() - 2);
    }
    std::string done() const { return "{" + text_ + "}"; }

    static std::string text(double v) { return fmt::format("{}", v); }
    std::string list(const Vec3& v) const {
        return space_ == 2 ? fmt::format("[{},{}]", v.x, v.y) : fmt::format("[{},{},{}]", v.x, v.y, v.z);
    }
    std::string row(Id id, const Vec3& v) const {
        return space_ == 2 ? fmt::format("[{},{},{}]", id, v.x, v.y)
                           : fmt::format("[{},{},{},{}]", id, v.x, v.y, v.z);
    }

  private:
    std::back_insert_iterator<std::string> out() { return std::back_inserter(text_); }
    const char* next(const char* key) {
        if (!text_.empty()) text_ += ',';
        return key;
    }
    std::string text_;
    int space_;
};

std::string quaternion(const glm::dquat& q) { return fmt::format("[{},{},{},{}]", q.x, q.y, q.z, q.w); }

std::string shape_text(const Shape& s) {
    Line o(s.space);
    o.word("type", word(s.kind));
    switch (s.kind) {
    case ShapeKind::Circle:
    case ShapeKind::Sphere:
        o.number("r", s.radius);
        break;
    case ShapeKind::Box:
        o.vector("size", s.size), o.number_if("round", s.radius, 0.0);
        break;
    case ShapeKind::Capsule:
        o.vector("a", s.a), o.vector("b", s.b), o.number("r", s.radius);
        break;
    case ShapeKind::Cells: {
        o.number("cell", s.cell), o.vector_if("origin", s.origin, Vec3(0.0));
        const auto rows = [](const std::vector<std::string>& r) { return nlohmann::json(r).dump(); };
        if (s.space == 2 && !s.layers.empty()) o.raw("rows", rows(s.layers[0]));
        if (s.space == 3) o.list_if("layers", s.layers, rows);
        o.word_if("image", s.image), o.number_if("alpha", s.alpha, 0.5);
        break;
    }
    default:
        o.list_if("points", s.points, [&](const Vec3& p) { return o.list(p); });
        o.flag_if("closed", s.closed, false), o.number_if("round", s.radius, 0.0);
        o.list_if("faces", s.faces,
                  [](const auto& f) { return fmt::format("[{},{},{}]", f[0], f[1], f[2]); });
    }
    o.vector_if("at", s.at, Vec3(0.0));
    o.number_if("angle", s.turn.angle(), 0.0);
    if (s.turn.spatial()) o.raw("rotation", quaternion(s.turn.quaternion()));
    return o.done();
}

struct Writer {
    int space;

    std::string operator()(const BodyDef& b) const {
        Line o(space);
        o.whole("body", b.id), o.word_if("name", b.name), o.word_if("kind", b.kind);
        if (b.moves != Moves::Static) o.word("moves", word(b.moves));
        if (b.owner) o.whole("owner", *b.owner);
        o.flag_if("upright", b.upright, false), o.flag_if("visible", b.visible, true);
        if (b.mass) o.number("mass", *b.mass);
        o.number_if("step", b.step, 0.0), o.number_if("slope", b.slope, 50.0), o.extra(b.extra);
        return o.done();
    }
    std::string operator()(const ColliderDef& c) const {
        Line o(space);
        o.whole("collider", c.id), o.whole("body", c.body), o.word_if("name", c.name);
        o.raw("shape", shape_text(c.shape)), o.word_if("layer", c.layer);
        if (c.role != Role::Solid) o.word("role", word(c.role));
        if (c.pass) o.vector("pass", *c.pass);
        if (c.friction) o.number("friction", *c.friction);
        o.number_if("restitution", c.restitution, 0.0), o.flag_if("visible", c.visible, true),
            o.extra(c.extra);
        return o.done();
    }
    std::string operator()(const PairDef& p) const {
        Line o(space);
        o.raw("pair", "[" + quoted(p.first) + "," + quoted(p.second) + "]"), o.word("does", word(p.does)),
            o.extra(p.extra);
        return o.done();
    }
    std::string operator()(const ArtDef& a) const {
        Line o(space);
        o.whole("art", a.id);
        if (a.body) o.whole("body", *a.body);
        o.word("image", a.image), o.vector("at", a.at), o.vector("size", a.size),
            o.number_if("alpha", a.alpha, 0.5);
        o.extra(a.extra);
        return o.done();
    }
    std::string operator()(const ProbeDef& p) const {
        Line o(space);
        o.whole("probe", p.id), o.whole("body", p.body), o.word_if("name", p.name), o.vector("at", p.at);
        o.vector("guards", p.guards), o.extra(p.extra);
        return o.done();
    }
    std::string operator()(const ExpectDef& e) const {
        Line o(space), in(space);
        in.raw("pair", "[" + quoted(e.first) + "," + quoted(e.second) + "]"), in.word("event", e.event);
        in.whole("within", e.within);
        o.raw("expect", in.done()), o.extra(e.extra);
        return o.done();
    }
    std::string operator()(const EndDef& e) const {
        Line o(space);
        o.flag_if("end", true, false), o.extra(e.extra);
        return o.done();
    }
    std::string operator()(const UnknownLine& u) const { return u.json; }

    std::string header(const Header& h) const {
        Line o(space);
        o.whole("bounce", 1), o.word_if("title", h.title), o.whole("space", h.space), o.vector("up", h.up);
        o.word("unit", h.unit), o.number("rate", h.rate), o.vector_if("gravity", h.gravity, Vec3(0.0));
        if (h.substeps != 1) o.whole("substeps", h.substeps);
        o.whole("float", h.float_bits);
        if (h.slop) o.number("slop", *h.slop);
        o.number_if("skin", h.skin, 0.0);
        if (h.rounding) o.number("rounding", *h.rounding);
        std::vector<Channel> channels;
        for (int c = 0; c < channel_count; ++c)
            if (h.has(static_cast<Channel>(c))) channels.push_back(static_cast<Channel>(c));
        o.list_if("logs", channels, [](Channel c) { return quoted(word(c)); });
        o.extra(h.extra);
        return o.done();
    }

    std::string body_row(const BodyRow& r) const {
        std::string t = fmt::format("[{},{},{}", r.id, r.at.x, r.at.y);
        if (space == 3) fmt::format_to(std::back_inserter(t), ",{}", r.at.z);
        if (r.given >= BodyRow::Rotation && space == 2) fmt::format_to(std::back_inserter(t), ",{}", r.angle);
        if (r.given >= BodyRow::Rotation && space == 3)
            fmt::format_to(std::back_inserter(t), ",{},{},{},{}", r.rotation.x, r.rotation.y, r.rotation.z,
                           r.rotation.w);
        if (r.given >= BodyRow::Velocity)
            fmt::format_to(std::back_inserter(t), ",{},{}", r.velocity.x, r.velocity.y);
        if (r.given >= BodyRow::Velocity && space == 3)
            fmt::format_to(std::back_inserter(t), ",{}", r.velocity.z);
        if (r.given >= BodyRow::AngularVelocity && space == 2)
            fmt::format_to(std::back_inserter(t), ",{}", r.angular_velocity.z);
        if (r.given >= BodyRow::AngularVelocity && space == 3)
            fmt::format_to(std::back_inserter(t), ",{},{},{}", r.angular_velocity.x, r.angular_velocity.y,
                           r.angular_velocity.z);
        return t + "]";
    }
    std::string contact(const ContactRow& c) const {
        Line o(space);
        o.whole("a", c.a), o.whole("b", c.b);
        if (c.at) o.vector("at", *c.at);
        if (c.normal) o.vector("normal", *c.normal);
        if (c.depth) o.number("depth", *c.depth);
        if (c.impulse) o.number("impulse", *c.impulse);
        if (c.phase != Phase::None)
            o.word("phase", c.phase == Phase::Begin ? "begin" : c.phase == Phase::Stay ? "stay" : "end");
        o.flag_if("active", c.active, true), o.extra(c.extra);
        return o.done();
    }
    std::string ray(const RayRow& r) const {
        Line o(space);
        o.word_if("name", r.name);
        if (r.caster) o.whole("caster", *r.caster);
        o.vector("from", r.from), o.vector("to", r.to);
        if (r.layers) o.raw("layers", nlohmann::json(*r.layers).dump());
        o.ids_if("skip", r.skip);
        o.raw("hit", r.hit ? std::to_string(*r.hit) : "null");
        if (r.at) o.vector("at", *r.at);
        if (r.normal) o.vector("normal", *r.normal);
        o.word_if("after", r.after);
        o.list_if("cell", r.cell, [](int i) { return std::to_string(i); });
        if (r.step) o.number("step", *r.step);
        if (r.float_bits != 0) o.whole("float", r.float_bits);
        o.extra(r.extra);
        return o.done();
    }
    std::string event(const EventRow& e) const {
        Line o(space);
        o.word("name", e.name), o.ids_if("about", e.about), o.word_if("note", e.note), o.extra(e.extra);
        return o.done();
    }

    std::string frame(const Frame& f, double usual_dt, bool with_rows = true) const {
        Line o(space);
        const auto id_vector = [&](const IdVector& v) { return o.row(v.id, v.value); };
        o.whole("frame", f.number), o.number_if("dt", f.dt, usual_dt);
        if (with_rows) o.list_if("bodies", f.bodies, [&](const BodyRow& r) { return body_row(r); });
        o.ids_if("removed", f.removed), o.list_if("scale", f.scale, id_vector),
            o.ids_if("teleport", f.teleport);
        o.ids_if("on", f.on), o.ids_if("off", f.off), o.list_if("desired", f.desired, id_vector);
        o.ids_if("grounded", f.grounded), o.list_if("unresolved", f.unresolved, id_vector);
        o.list_if("iterations", f.iterations,
                  [](const IdCount& c) { return fmt::format("[{},{}]", c.id, c.count); });
        if (with_rows || !contacts_in_rows(f))
            o.list_if("contacts", f.contacts, [&](const ContactRow& c) { return contact(c); });
        o.list_if("rays", f.rays, [&](const RayRow& r) { return ray(r); });
        o.list_if("events", f.events, [&](const EventRow& e) { return event(e); });
        if (f.screenshot) {
            Line s(space);
            s.word("image", f.screenshot->image);
            s.list_if("rect", f.screenshot->rect, [](double d) { return Line::text(d); });
            o.raw("screenshot", s.done());
        }
        o.extra(f.extra);
        return o.done();
    }
};

} // namespace

std::string line_of(const Definition& definition, int space) { return std::visit(Writer{space}, definition); }

std::string line_of(const Header& h) { return Writer{h.space}.header(h); }
std::string line_of(const Frame& f, const Header& h, bool with_rows) {
    return Writer{h.space}.frame(f, 1.0 / h.rate, with_rows);
}

void write_log_pieces(const Recording& r, const std::function<bool(std::string_view)>& put) {
    const Writer writer{r.header.space};
    std::string piece = writer.header(r.header) + "\n";
    const double usual = 1.0 / r.header.rate;
    std::optional<std::int64_t> last;
    for (std::size_t i = r.begin(); i < r.size(); ++i) {
        // Of a session whose beginning is not kept any more, the first frame says all that holds.
        const auto f = i > 0 && i == r.begin() ? std::make_shared<const Frame>(opening(r, i)) : r.frame(i);
        for (const Definition& d : f->before) piece += std::visit(writer, d) + "\n";
        const bool follows = !last || f->number == *last + 1; // else a reader counts the steps left out
        piece += writer.frame(*f, follows ? usual : 0.0) + "\n";
        last = f->number;
        if (piece.size() < 1 << 20) continue;
        if (!put(piece)) return;
        piece.clear();
    }
    for (const Definition& d : r.after()) piece += std::visit(writer, d) + "\n";
    put(piece);
}

std::string write_log_text(const Recording& r) {
    std::string out;
    write_log_pieces(r, [&](std::string_view piece) { return out += piece, true; });
    return out;
}

} // namespace oddbounce
