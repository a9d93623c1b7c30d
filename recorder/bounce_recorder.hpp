// SPDX-License-Identifier: MIT
// Records a game's physics as a bounce log. One header, C++17, no dependencies.
//
//   bounce::Header header;                       // units, gravity, which channels you log
//   header.logs = {"contacts"};
//   bounce::Recorder log("run.bouncelog", header);
//   log.body(7, bounce::Body("stoat", "courier", "kinematic"));
//   log.collider(12, 7, bounce::circle(8));
//   for (;;) {
//       ... step the game ...
//       log.frame(n);
//       log.state(7, x, y, angle, vx, vy);
//       log.contact(12, 31);
//   }
//
// It never throws and never stops the game: the first failure is reported once on stderr (and by
// `failure()`), after which every call does nothing. A frame is written out when the next one begins.
// Not safe from two threads at once.
#ifndef BOUNCE_RECORDER_HPP
#define BOUNCE_RECORDER_HPP

#include <array>
#include <cerrno>
#include <charconv>
#include <cmath>
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <exception>
#include <initializer_list>
#include <string>
#include <utility>
#include <vector>

namespace bounce {

using Id = std::int64_t;

namespace detail {
/// The shortest text that reads back as this very number.
inline void append(std::string& out, double v) {
    if (!std::isfinite(v)) v = 0; // JSON has no infinities
    char text[32];
#if defined(__cpp_lib_to_chars) && __cpp_lib_to_chars >= 201611L
    out.append(text, std::to_chars(text, text + sizeof text, v).ptr);
#else
    for (const int digits : {6, 9, 15, 17}) {
        std::snprintf(text, sizeof text, "%.*g", digits, v);
        if (std::strtod(text, nullptr) == v) break;
    }
    out += text;
#endif
}
inline void append(std::string& out, Id v) {
    char text[24];
    out.append(text, std::to_chars(text, text + sizeof text, v).ptr);
}
inline std::string number(double v) {
    std::string out;
    append(out, v);
    return out;
}
inline std::string quoted(const std::string& s) {
    std::string out = "\"";
    for (const char c : s) {
        if (c == '"' || c == '\\') out += '\\';
        if (static_cast<unsigned char>(c) < 0x20) {
            char code[8];
            std::snprintf(code, sizeof code, "\\u%04x", static_cast<unsigned>(c));
            out += code;
        } else
            out += c;
    }
    return out + "\"";
}
inline std::string pair(double x, double y) { return "[" + number(x) + "," + number(y) + "]"; }
inline std::string triple(double x, double y, double z) {
    return "[" + number(x) + "," + number(y) + "," + number(z) + "]";
}
} // namespace detail

// For games of three dimensions: set `space` in the header to 3, and give everything as these.
struct Vec {
    double x = 0, y = 0, z = 0;
    std::string json() const { return detail::triple(x, y, z); }
};
// A rotation as a unit quaternion.
struct Quat {
    double x = 0, y = 0, z = 0, w = 1;
    std::string json() const {
        return "[" + detail::number(x) + "," + detail::number(y) + "," + detail::number(z) + "," + detail::number(w) + "]";
    }
};

struct Header {
    std::string title, unit = "px";
    int space = 2; // dimensions
    double up_x = 0, up_y = 1, up_z = 0, rate = 60, gravity_x = 0, gravity_y = 0, gravity_z = 0;
    int float_bits = 32, substeps = 1;
    double slop = -1, skin = 0; // a negative slop: the reader's default
    std::vector<std::string>
        logs; // channels that you write: contacts, rays, events, desired, grounded, iterations, unresolved; end: the log says
              // that it ends, so a game that hangs or crashes shows
    std::string engine{}; // a JSON object: what it takes to build the engine's world again; see docs/bounce-log.md
};

struct Body {
    Body(std::string name_ = "", std::string kind_ = "", std::string moves_ = "static")
        : name(std::move(name_)), kind(std::move(kind_)), moves(std::move(moves_)) {}
    std::string name, kind, moves; // moves: static, kinematic, dynamic
    Id owner = -1;
    bool upright = false, visible = true;
    double mass = -1, step = 0; // step: the height that it may step up
    double slope = -1;          // degrees: the steepest ground that it may walk; negative: 50
    std::string engine{};       // as in the header
};

// What a collider is besides its shape.
struct Surface {
    std::string name, layer, role = "solid"; // role: solid, sensor, one-way
    double friction = -1, restitution = 0;
    bool visible = true;
    double pass_x = 0, pass_y = 0; // where a one-way lets through; zero: up
    double pass_z = 0;
    std::string engine{}; // as in the header
};

// Shapes in the body's frame, as JSON.
inline std::string circle(double r, double x = 0, double y = 0) {
    return "{\"type\":\"circle\",\"r\":" + detail::number(r) + ",\"at\":" + detail::pair(x, y) + "}";
}
inline std::string box(double w, double h, double x = 0, double y = 0, double angle = 0) {
    return "{\"type\":\"box\",\"size\":" + detail::pair(w, h) + ",\"at\":" + detail::pair(x, y) +
           ",\"angle\":" + detail::number(angle) + "}";
}
inline std::string capsule(double ax, double ay, double bx, double by, double r) {
    return "{\"type\":\"capsule\",\"a\":" + detail::pair(ax, ay) + ",\"b\":" + detail::pair(bx, by) +
           ",\"r\":" + detail::number(r) + "}";
}
inline std::string points(const char* type, const std::vector<std::pair<double, double>>& list,
                          bool closed = false) {
    std::string all;
    for (const auto& p : list) all += (all.empty() ? "" : ",") + detail::pair(p.first, p.second);
    return std::string("{\"type\":\"") + type + "\",\"points\":[" + all + "]" +
           (closed ? ",\"closed\":true" : "") + "}";
}
// round: corners blown up by this radius beyond the points.
inline std::string polygon(const std::vector<std::pair<double, double>>& list, double round = 0) {
    const std::string p = points("polygon", list);
    return round > 0 ? p.substr(0, p.size() - 1) + ",\"round\":" + detail::number(round) + "}" : p;
}
inline std::string chain(const std::vector<std::pair<double, double>>& list, bool closed = false) {
    return points("chain", list, closed);
}

// The same in space.
inline std::string sphere(double r, const Vec& at = Vec()) {
    return "{\"type\":\"sphere\",\"r\":" + detail::number(r) + ",\"at\":" + at.json() + "}";
}
inline std::string box(const Vec& size, const Vec& at = Vec(), const Quat& rotation = Quat()) {
    return "{\"type\":\"box\",\"size\":" + size.json() + ",\"at\":" + at.json() +
           ",\"rotation\":" + rotation.json() + "}";
}
inline std::string capsule(const Vec& a, const Vec& b, double r) {
    return "{\"type\":\"capsule\",\"a\":" + a.json() + ",\"b\":" + b.json() + ",\"r\":" + detail::number(r) + "}";
}
inline std::string points(const char* type, const std::vector<Vec>& list) {
    std::string all;
    for (const Vec& p : list) all += (all.empty() ? "" : ",") + p.json();
    return std::string("{\"type\":\"") + type + "\",\"points\":[" + all + "]}";
}
// The convex hull of points.
inline std::string hull(const std::vector<Vec>& list) { return points("hull", list); }
// Triangles by their corners' numbers; they have no inside.
inline std::string mesh(const std::vector<Vec>& list, const std::vector<std::array<int, 3>>& faces) {
    std::string all, corners = points("mesh", list);
    for (const auto& f : faces)
        all += (all.empty() ? "[" : ",[") + std::to_string(f[0]) + "," + std::to_string(f[1]) + "," +
               std::to_string(f[2]) + "]";
    return corners.substr(0, corners.size() - 1) + ",\"faces\":[" + all + "]}";
}
// Cells of '#' and '.': layers of rows; row 0 of layer 0 at `origin`, rows along +y, layers along +z.
inline std::string cells(double cell, const Vec& origin, const std::vector<std::vector<std::string>>& layers) {
    std::string all;
    for (const auto& rows : layers) {
        std::string layer;
        for (const std::string& row : rows) layer += (layer.empty() ? "" : ",") + detail::quoted(row);
        all += (all.empty() ? "[" : ",[") + layer + "]";
    }
    return "{\"type\":\"cells\",\"cell\":" + detail::number(cell) + ",\"origin\":" + origin.json() +
           ",\"layers\":[" + all + "]}";
}

// A tile map or a mask: rows of '#' and '.', row 0 at (x, y), further rows along +y.
inline std::string cells(double cell, double x, double y, const std::vector<std::string>& rows) {
    std::string all;
    for (const std::string& row : rows) all += (all.empty() ? "" : ",") + detail::quoted(row);
    return "{\"type\":\"cells\",\"cell\":" + detail::number(cell) + ",\"origin\":" + detail::pair(x, y) +
           ",\"rows\":[" + all + "]}";
}
// The same from a PNG (see Recorder::art): a pixel is a cell where its alpha is at least `alpha`.
inline std::string mask(const std::string& image, double cell, double x, double y, double alpha = 0.5) {
    return "{\"type\":\"cells\",\"cell\":" + detail::number(cell) + ",\"origin\":" + detail::pair(x, y) +
           ",\"image\":" + detail::quoted(image) + ",\"alpha\":" + detail::number(alpha) + "}";
}

// Optional parts of a contact, chained: Contact(a, b).at(x, y).normal(nx, ny).depth(d).begin()
class Contact {
  public:
    Contact(Id a, Id b) { text_ = "{\"a\":" + std::to_string(a) + ",\"b\":" + std::to_string(b); }
    Contact& at(double x, double y) { return add("at", detail::pair(x, y)); }
    Contact& normal(double x, double y) { return add("normal", detail::pair(x, y)); } // unit, from a to b
    Contact& at(const Vec& p) { return add("at", p.json()); }
    Contact& normal(const Vec& n) { return add("normal", n.json()); }
    Contact& depth(double d) { return add("depth", detail::number(d)); }
    Contact& impulse(double i) { return add("impulse", detail::number(i)); }
    Contact& phase(const char* p) { return add("phase", detail::quoted(p)); } // begin, stay, end
    Contact& active(bool on) { return add("active", on ? "true" : "false"); }
    std::string json() const { return text_ + "}"; }

  private:
    Contact& add(const char* key, const std::string& value) {
        text_ += ",\"" + std::string(key) + "\":" + value;
        return *this;
    }
    std::string text_;
};

// A ray that was cast, and what it hit, chained: Ray("sight", x0, y0, x1, y1).caster(gull).hit(collider)
class Ray {
  public:
    Ray(const std::string& name, double x0, double y0, double x1, double y1)
        : text_("{\"name\":" + detail::quoted(name) + ",\"from\":" + detail::pair(x0, y0) +
                ",\"to\":" + detail::pair(x1, y1)) {}
    Ray(const std::string& name, const Vec& from, const Vec& to)
        : text_("{\"name\":" + detail::quoted(name) + ",\"from\":" + from.json() + ",\"to\":" + to.json()) {}
    Ray& caster(Id body) { return body < 0 ? *this : add("caster", std::to_string(body)); }
    Ray& hit(Id collider) { // below zero: nothing
        hit_ = collider < 0 ? "null" : std::to_string(collider);
        return *this;
    }
    Ray& at(double x, double y) { return add("at", detail::pair(x, y)); } // of the hit
    Ray& normal(double x, double y) { return add("normal", detail::pair(x, y)); }
    Ray& at(const Vec& p) { return add("at", p.json()); }
    Ray& normal(const Vec& n) { return add("normal", n.json()); }
    Ray& cell(Id i, Id j, Id k) {
        return add("cell", "[" + std::to_string(i) + "," + std::to_string(j) + "," + std::to_string(k) + "]");
    }
    Ray& cell(Id i, Id j) { return add("cell", "[" + std::to_string(i) + "," + std::to_string(j) + "]"); }
    Ray& after(const std::string& name) { return add("after", detail::quoted(name)); } // aimed at its hit
    Ray& step(double stride) { return add("step", detail::number(stride)); } // of a marching ray
    Ray& width(int bits) { return add("float", std::to_string(bits)); } // in which it is computed, 32 or 64
    Ray& layers(const std::vector<std::string>& names) {                   // those that it can hit
        std::string all;
        for (const std::string& n : names) all += (all.empty() ? "" : ",") + detail::quoted(n);
        return add("layers", "[" + all + "]");
    }
    Ray& skip(const std::vector<Id>& colliders) { // those that it passes through
        std::string all;
        for (const Id id : colliders) all += (all.empty() ? "" : ",") + std::to_string(id);
        return add("skip", "[" + all + "]");
    }
    std::string json() const { return text_ + ",\"hit\":" + hit_ + "}"; }

  private:
    Ray& add(const char* key, const std::string& value) {
        text_ += ",\"" + std::string(key) + "\":" + value;
        return *this;
    }
    std::string text_, hit_ = "null";
};

class Recorder {
  public:
    Recorder(const std::string& path, const Header& h)
        : space_(h.space == 3 ? 3 : 2), file_(std::fopen(path.c_str(), "wb")) {
        if (!file_) fail("cannot write " + path);
        std::string logs;
        for (const std::string& l : h.logs) {
            logs += (logs.empty() ? "" : ",") + detail::quoted(l);
            ends_ = ends_ || l == "end";
        }
        line("{\"bounce\":1,\"title\":" + detail::quoted(h.title) +
             ",\"space\":" + std::to_string(space_) + ",\"up\":" + vector(h.up_x, h.up_y, h.up_z) +
             ",\"unit\":" + detail::quoted(h.unit) + ",\"rate\":" + detail::number(h.rate) +
             ",\"gravity\":" + vector(h.gravity_x, h.gravity_y, h.gravity_z) +
             ",\"substeps\":" + std::to_string(h.substeps) + ",\"float\":" + std::to_string(h.float_bits) +
             (h.slop >= 0 ? ",\"slop\":" + detail::number(h.slop) : "") +
             (h.skin != 0 ? ",\"skin\":" + detail::number(h.skin) : "") + ",\"logs\":[" + logs + "]" +
             engine(h.engine) + "}");
    }
    Recorder(const Recorder&) = delete;
    Recorder& operator=(const Recorder&) = delete;
    ~Recorder() {
        finish_frame();
        if (ends_ && std::uncaught_exceptions() == 0) line("{\"end\":true}");
        if (file_) std::fclose(file_);
    }

    // Definitions: before the first frame that uses them, or between frames.
    void body(Id id, const Body& b) {
        finish_frame();
        line("{\"body\":" + std::to_string(id) + ",\"name\":" + detail::quoted(b.name) +
             ",\"kind\":" + detail::quoted(b.kind) + ",\"moves\":" + detail::quoted(b.moves) +
             (b.owner >= 0 ? ",\"owner\":" + std::to_string(b.owner) : "") +
             (b.upright ? ",\"upright\":true" : "") + (b.visible ? "" : ",\"visible\":false") +
             (b.mass >= 0 ? ",\"mass\":" + detail::number(b.mass) : "") +
             (b.step != 0 ? ",\"step\":" + detail::number(b.step) : "") +
             (b.slope >= 0 ? ",\"slope\":" + detail::number(b.slope) : "") + engine(b.engine) + "}");
    }
    void collider(Id id, Id body, const std::string& shape, const Surface& s = Surface()) {
        finish_frame();
        line("{\"collider\":" + std::to_string(id) + ",\"body\":" + std::to_string(body) +
             ",\"shape\":" + shape + (s.name.empty() ? "" : ",\"name\":" + detail::quoted(s.name)) +
             (s.layer.empty() ? "" : ",\"layer\":" + detail::quoted(s.layer)) +
             (s.role == "solid" ? "" : ",\"role\":" + detail::quoted(s.role)) +
             (s.friction >= 0 ? ",\"friction\":" + detail::number(s.friction) : "") +
             (s.restitution != 0 ? ",\"restitution\":" + detail::number(s.restitution) : "") +
             (s.pass_x != 0 || s.pass_y != 0 || s.pass_z != 0
                  ? ",\"pass\":" + vector(s.pass_x, s.pass_y, s.pass_z)
                  : "") +
             (s.visible ? "" : ",\"visible\":false") + engine(s.engine) + "}");
    }
    // A point of the body at which the game tests for ground or wall, and the direction that it guards.
    void probe(Id id, Id body, const std::string& name, double x, double y, double guards_x,
               double guards_y) {
        finish_frame();
        line("{\"probe\":" + std::to_string(id) + ",\"body\":" + std::to_string(body) +
             ",\"name\":" + detail::quoted(name) + ",\"at\":" + detail::pair(x, y) +
             ",\"guards\":" + detail::pair(guards_x, guards_y) + "}");
    }
    void probe(Id id, Id body, const std::string& name, const Vec& at, const Vec& guards) {
        finish_frame();
        line("{\"probe\":" + std::to_string(id) + ",\"body\":" + std::to_string(body) +
             ",\"name\":" + detail::quoted(name) + ",\"at\":" + at.json() + ",\"guards\":" + guards.json() + "}");
    }
    // A contact of these two layers must be followed by the event within so many frames.
    void expect(const std::string& a, const std::string& b, const std::string& event, int within) {
        finish_frame();
        line("{\"expect\":{\"pair\":[" + detail::quoted(a) + "," + detail::quoted(b) +
             "],\"event\":" + detail::quoted(event) + ",\"within\":" + std::to_string(within) + "}}");
    }
    // What two layers do on meeting: solid, report, ignore.
    void pair(const std::string& a, const std::string& b, const char* does) {
        finish_frame();
        line("{\"pair\":[" + detail::quoted(a) + "," + detail::quoted(b) +
             "],\"does\":" + detail::quoted(does) + "}");
    }

    // What the player sees: a picture centred on (x, y) of the body, w wide and h high, its top toward up.
    // image: a PNG's path within the log's folder, or a data:image/png;base64, URI.
    void art(Id id, Id body, const std::string& image, double w, double h, double x = 0, double y = 0) {
        finish_frame();
        line("{\"art\":" + std::to_string(id) + ",\"body\":" + std::to_string(body) +
             picture(image, x, y, w, h));
    }
    // A picture in the world that is nobody's.
    void backdrop(Id id, const std::string& image, double w, double h, double x, double y) {
        finish_frame();
        line("{\"art\":" + std::to_string(id) + picture(image, x, y, w, h));
    }

    // One frame: the state at the end of a step. Numbers rise.
    void frame(Id number, double dt = 0) {
        finish_frame();
        open_ = true,
        head_ = "{\"frame\":" + std::to_string(number) + (dt > 0 ? ",\"dt\":" + detail::number(dt) : "");
    }
    void state(Id body, double x, double y) { bodies_.row(body, {x, y}); }
    void state(Id body, double x, double y, double angle) { bodies_.row(body, {x, y, angle}); }
    void state(Id body, double x, double y, double angle, double vx, double vy) {
        bodies_.row(body, {x, y, angle, vx, vy});
    }
    void state(Id body, double x, double y, double angle, double vx, double vy, double angular_velocity) {
        bodies_.row(body, {x, y, angle, vx, vy, angular_velocity});
    }
    void state(Id body, const Vec& at) { bodies_.row(body, {at.x, at.y, at.z}); }
    void state(Id body, const Vec& at, const Quat& q) {
        bodies_.row(body, {at.x, at.y, at.z, q.x, q.y, q.z, q.w});
    }
    void state(Id body, const Vec& at, const Quat& q, const Vec& v) {
        bodies_.row(body, {at.x, at.y, at.z, q.x, q.y, q.z, q.w, v.x, v.y, v.z});
    }
    void state(Id body, const Vec& at, const Quat& q, const Vec& v, const Vec& angular_velocity) {
        const Vec& w = angular_velocity; // radians a second about its direction
        bodies_.row(body, {at.x, at.y, at.z, q.x, q.y, q.z, q.w, v.x, v.y, v.z, w.x, w.y, w.z});
    }
    void desired(Id body, const Vec& v) { desired_.row(body, {v.x, v.y, v.z}); }
    void scale(Id body, const Vec& s) { scale_.row(body, {s.x, s.y, s.z}); }
    void unresolved(Id body, const Vec& at) { unresolved_.row(body, {at.x, at.y, at.z}); }
    void desired(Id body, double vx, double vy) { desired_.row(body, {vx, vy}); }
    // Mirrored or stretched from this frame on: a mirrored side is negative.
    void scale(Id body, double x, double y) { scale_.row(body, {x, y}); }
    // Where it was before overlaps were resolved; how many times the resolving loop ran.
    void unresolved(Id body, double x, double y) { unresolved_.row(body, {x, y}); }
    void iterations(Id body, int times) { iterations_.row(body, {static_cast<double>(times)}); }
    void grounded(Id body) { grounded_.add(std::to_string(body)); }
    void teleport(Id body) { teleport_.add(std::to_string(body)); }
    void removed(Id body) { removed_.add(std::to_string(body)); }
    void on(Id collider) { on_.add(std::to_string(collider)); }
    void off(Id collider) { off_.add(std::to_string(collider)); }
    void contact(const Contact& c) { contacts_.add(c.json()); }
    void contact(Id a, Id b) { contacts_.add(Contact(a, b).json()); }
    void ray(const Ray& r) { rays_.add(r.json()); }
    void ray(const std::string& name, Id caster, double x0, double y0, double x1, double y1, Id hit = -1) {
        Ray r(name, x0, y0, x1, y1);
        ray(r.caster(caster).hit(hit));
    }
    void ray(const std::string& name, Id caster, const Vec& from, const Vec& to, Id hit = -1) {
        Ray r(name, from, to);
        ray(r.caster(caster).hit(hit));
    }
    void event(const std::string& name, std::initializer_list<Id> about = {}, const std::string& note = "") {
        std::string ids;
        for (const Id id : about) ids += (ids.empty() ? "" : ",") + std::to_string(id);
        events_.add("{\"name\":" + detail::quoted(name) + ",\"about\":[" + ids + "]" +
                    (note.empty() ? "" : ",\"note\":" + detail::quoted(note)) + "}");
    }

    // What the player saw in this frame, and where in the world it lies; once a frame.
    void screenshot(const std::string& image, double x0, double y0, double x1, double y1) {
        if (open_)
            head_ += ",\"screenshot\":{\"image\":" + detail::quoted(image) + ",\"rect\":[" + detail::number(x0) +
                     "," + detail::number(y0) + "," + detail::number(x1) + "," + detail::number(y1) + "]}";
    }

    // Writes the frame now, not when the next begins: for a game that may hang in its next step.
    void flush() { finish_frame(); }
    bool ok() const { return file_ != nullptr; }
    const std::string& failure() const { return failure_; }

  private:
    static std::string engine(const std::string& json) {
        return json.empty() ? json : ",\"engine\":" + json;
    }
    struct List {
        const char* key;
        std::string text;
        explicit List(const char* k) : key(k) {}
        // A game that never calls frame() must not fill the memory.
        bool room() const { return text.size() < 64000000; }
        void add(const std::string& item) {
            if (!room()) return;
            if (!text.empty()) text += ',';
            text += item;
        }
        void row(Id id, std::initializer_list<double> numbers) {
            if (!room()) return;
            text += text.empty() ? "[" : ",[";
            detail::append(text, id);
            for (const double n : numbers) text += ',', detail::append(text, n);
            text += ']';
        }
    };
    std::string vector(double x, double y, double z) const {
        return space_ == 3 ? detail::triple(x, y, z) : detail::pair(x, y);
    }
    static std::string picture(const std::string& image, double x, double y, double w, double h) {
        return ",\"image\":" + detail::quoted(image) + ",\"at\":" + detail::pair(x, y) +
               ",\"size\":" + detail::pair(w, h) + "}";
    }
    void finish_frame() {
        if (!open_) return;
        for (List* l :
             {&bodies_, &removed_, &teleport_, &on_, &off_, &scale_, &desired_, &grounded_,
              &unresolved_, &iterations_, &contacts_, &rays_, &events_}) {
            if (l->text.empty()) continue;
            head_.append(",\"").append(l->key).append("\":[").append(l->text).append("]");
            l->text.clear();
        }
        open_ = false;
        head_ += '}';
        line(head_);
    }
    void line(const std::string& text) {
        if (!file_) return;
        const bool written = std::fwrite(text.data(), 1, text.size(), file_) == text.size() &&
                             std::fputc('\n', file_) != EOF && std::fflush(file_) == 0;
        if (!written) fail("cannot write the log any further");
    }
    void fail(const std::string& what) {
        failure_ = what + ": " + std::strerror(errno);
        std::fprintf(stderr, "bounce recorder: %s; recording stops\n", failure_.c_str());
        if (file_) std::fclose(file_);
        file_ = nullptr;
    }

    int space_ = 2;
    std::FILE* file_ = nullptr;
    std::string failure_, head_;
    bool open_ = false, ends_ = false;
    List bodies_{"bodies"}, removed_{"removed"}, teleport_{"teleport"}, on_{"on"}, off_{"off"}, scale_{"scale"},
        desired_{"desired"}, grounded_{"grounded"}, unresolved_{"unresolved"}, iterations_{"iterations"}, contacts_{"contacts"}, rays_{"rays"}, events_{"events"};
};

} // namespace bounce

#endif
