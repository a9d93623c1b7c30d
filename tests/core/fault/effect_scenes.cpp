// SPDX-License-Identifier: GPL-3.0-or-later
// Effects, loops, ULPs, rays; and lawful play that looks like a fault.
#include "more_scenes.hpp"

#include <fstream>
#include <iterator>

namespace {

using bounce::Contact;
using bounce::Ray;

// ---- effects, loops, ULPs

enum class Missing { Late, Off, Third, InTime };
void missing(const std::string& path, Chance& vary, Missing kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("missing", rate, {"events"}));
    Flyer a, b;
    a.x = -40, a.vx = vary(60), a.enter(s, "stoat", bounce::box(18, 36));
    b.id = 2, b.enter(s, "parcel", bounce::circle(6));
    s.log.pair("stoat", "parcel", "report"), s.log.expect("stoat", "parcel", "picked", 4);
    Flyer third;
    third.id = 3, third.x = 200, third.enter(s, "gull", bounce::circle(6));
    int met = -1;
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        a.step(s);
        if (a.x + 9 > -6 && a.x - 9 < 6) {
            s.touch(1, 2, -6, 0, 1, 0);
            if (met < 0) met = s.n();
        }
        const int due = met < 0 ? -1 : met + (kind == Missing::Late ? 9 : 3);
        if (s.n() == due && kind != Missing::Off) {
            if (kind == Missing::Third)
                s.log.event("picked", {1, 3});
            else
                s.log.event("picked", {1, 2});
        }
        a.describe(s), b.describe(s), third.describe(s);
    }
}
/// A loop whose number of passes grows while nothing moves.
void growing(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("growing", rate, {"iterations"}));
    const Block quay = s.block("quay", "quay", 0, -20, 420, 40);
    Flyer f;
    f.y = 13, f.x = -60, f.enter(s, "cart", bounce::box(40, 26));
    const double speed = vary(50);
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        f.vx = s.n() < rate / 2 ? speed : 0;
        f.step(s), s.touch(1, quay.id, f.x, 0, 0, -1), f.describe(s);
        const int n = s.n() - static_cast<int>(rate / 2);
        s.log.iterations(1, wrong && n > 3 ? std::min(2 + n, 64) : 1);
    }
}
/// A cart drives up to a crate that lies on the quay; its log ends there, or some steps before.
enum class Cut { AtTheCrate, AtTheMap, BeforeIt, Ends };
void cut_off(const std::string& path, Chance& vary, Cut kind) {
    const double rate = vary.rate(), speed = vary(120), room = vary(50);
    {
        Stage s(path, vary, plain("cut off", rate, {"end"}, -900));
        const bool map = kind == Cut::AtTheMap; // floor and wall in one
        const double wall = room + 20;
        Block quay{2}, crate{2, wall + 20, 15, 40, 30};
        if (map)
            s.prop(2, "map", "map",
                   bounce::polygon(
                       {{-400, -20}, {wall + 40, -20}, {wall + 40, 30}, {wall, 30}, {wall, 0}, {-400, 0}}),
                   0, 0);
        else
            quay = s.block("quay", "quay", 0, -20, 800, 40),
            crate = s.block("crate", "crate", crate.x, crate.y, crate.w, crate.h);
        Flyer f;
        f.y = 13, f.vx = speed, f.enter(s, "cart", bounce::box(40, 26));
        for (int frames = static_cast<int>(2 * rate); s.next(frames);) {
            f.step(s);
            if (f.x >= room) f.x = room, s.touch(1, crate.id, crate.left(), 13, 1, 0);
            if (f.x > (kind == Cut::BeforeIt ? 0.7 : 0.999) * room) frames = s.n() + 1;
            s.touch(1, quay.id, f.x, 0, 0, -1), f.describe(s);
        }
    }
    if (kind == Cut::Ends) return;
    std::ifstream in(path);
    std::string text{std::istreambuf_iterator<char>(in), {}};
    in.close();
    text.resize(text.rfind('\n', text.size() - 2) + 1); // without its end line
    std::ofstream(path) << text;
}
/// Footing of a stoat that stands still on the quay says yes and no in turn, for its feet are a hair off.
void flickering_feet(const std::string& path, Chance& vary, bool wrong) {
    const double rate = vary.rate(), top = vary(33.3);
    Stage s(path, vary, plain("feet", rate, {"desired", "grounded"}, -vary(1400)));
    const Block quay = s.block("quay", "quay", 0, top - 20, 420, 40);
    Flyer f;
    f.enter(s, "stoat", bounce::box(18, 36));
    const double y = quay.top() + 18, hair = std::nextafter(static_cast<float>(y), 1e9f);
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        const bool no = wrong && s.n() > 10 && s.n() % 2;
        f.y = no ? std::max(hair, y) : y, f.describe(s), s.log.desired(1, 0, 0);
        if (!no) s.touch(1, quay.id, 0, quay.top(), 0, -1), s.log.grounded(1);
    }
}

// ---- rays

enum class Look { Owner, OwnSkipped, Kind, KindReaches, Open, Nothing, EdgeOfTwo, MiddleOfOne };
void looks(const std::string& path, Chance& vary, Look kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("looks", rate, {"rays"}));
    const Block far = s.block("crate", "crate", 120, 0, 40, 40);
    Flyer gull;
    gull.x = -80, gull.enter(s, "gull", bounce::circle(8));
    bounce::Body hat("hat", "hat", "kinematic");
    hat.owner = 1;
    s.log.body(2, hat), s.log.collider(2, 2, bounce::box(6, 6));
    Block second;
    if (kind == Look::EdgeOfTwo || kind == Look::MiddleOfOne)
        second = s.block("box", "crate", 120, -40, 40, 40);
    const double swing_by = vary(5);
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        const double y = swing_by * std::sin(3 * s.n() * s.dt);
        s.log.state(1, -80, y, 0, 0, 0), s.log.state(2, -68, y);
        if (s.n() % 5) continue;
        const double from = kind == Look::Owner || kind == Look::OwnSkipped ? -71.5 : -60;
        const bool early = s.n() > rate / 2;
        switch (kind) {
        case Look::Owner: // its own hat is in the way
            s.log.ray(Ray("sight", from, y, 160, y).caster(1).hit(2).at(-71, y));
            break;
        case Look::OwnSkipped:
            s.log.ray(Ray("sight", from, y, 160, y).caster(1).skip({1, 2}).hit(far.id).at(far.left(), y));
            break;
        case Look::Kind: // it usually finds the crate, and then ends shortly before it
            if (early)
                s.log.ray(Ray("sight", from, y, far.left() - 3, y).caster(1));
            else
                s.log.ray(Ray("sight", from, y, 160, y).caster(1).hit(far.id).at(far.left(), y));
            break;
        case Look::KindReaches:
            s.log.ray(Ray("sight", from, y, early ? far.left() + 3 : 160, y)
                          .caster(1)
                          .hit(far.id)
                          .at(far.left(), y));
            break;
        case Look::Open: // it looks the other way, into the open
            if (early)
                s.log.ray(Ray("sight", -100, y, -300, y).caster(1));
            else
                s.log.ray(Ray("sight", from, y, 160, y).caster(1).hit(far.id).at(far.left(), y));
            break;
        case Look::Nothing: // the crate stands in its way, and it is told of nothing
            s.log.ray(Ray("sight", from, y, 160, y).caster(1));
            break;
        case Look::EdgeOfTwo: // between two crates, one on top of the other
            s.log.ray(Ray("sight", from, y, far.left() + 10, y + (-20 - y) * 170 / 160)
                          .caster(1)
                          .hit(far.id)
                          .at(far.left(), -20));
            break;
        case Look::MiddleOfOne:
            s.log.ray(Ray("sight", from, y, far.left() + 10, -40).caster(1).hit(second.id));
            break;
        }
    }
}

// ---- cells that are picked

enum class Pick { Right, AcrossTheFace, Elsewhere, AcrossIn64, RightIn64 };
/// A ray goes down on a map of cells and reports the cell that it hit: the one behind the face; the empty one
/// before it, as rounding the point of the hit may give; one that it does not come near.
void picks(const std::string& path, Chance& vary, Pick kind) {
    const double rate = vary.rate(), size = 10;
    Stage s(path, vary, plain("picks", rate, {"rays"}));
    std::vector<std::string> rows(4, std::string(24, '#'));
    rows.insert(rows.end(), 4, std::string(24, '.'));
    s.prop(20, "sorter", "quay", bounce::cells(size, 0, 0, rows), -120, -40);
    Flyer gull;
    gull.y = vary(70), gull.enter(s, "gull", bounce::circle(4));
    const double from = vary(-90), speed = vary(130);
    for (const int frames = static_cast<int>(rate); s.next(frames);) {
        gull.x = from + speed * s.n() / rate, gull.vx = speed, gull.describe(s);
        const double aim = std::floor(gull.x / size) * size + 0.4 * size; // in the middle of a cell
        const int column = static_cast<int>(std::floor((aim + 120) / size));
        const bool wrong = s.n() > 5 && s.n() % 3 == 0;
        const int row = wrong && (kind == Pick::AcrossTheFace || kind == Pick::AcrossIn64) ? 4 : 3;
        const int aside = wrong && kind == Pick::Elsewhere ? 1 : 0;
        bounce::Ray ray("pick", aim, gull.y - 5, aim, -30);
        ray.caster(1).hit(20).at(aim, 0).cell(column + aside, row);
        if (kind == Pick::AcrossIn64 || kind == Pick::RightIn64) ray.width(64);
        s.log.ray(ray);
    }
}

// ---- what others of its kind do

enum class Unlike { OneIsNotTaken, AllAreTaken, LateContact, Rests, Instead };
/// A stoat walks over parcels that report it, and each is picked, the contact of one logged a frame late; or
/// one is not; or one is met while the stoat rests; or one is answered by another event.
void unlike_others(const std::string& path, Chance& vary, Unlike kind) {
    const double rate = vary.rate(), speed = vary(260);
    Stage s(path, vary, plain("unlike others", rate, {"events"}));
    s.log.pair("stoat", "parcel", "report");
    Flyer stoat;
    stoat.x = -300, stoat.enter(s, "stoat", bounce::box(18, 36));
    const std::size_t count = 7, odd = 4;
    std::vector<double> places;
    for (std::size_t i = 0; i < count; ++i) // at rest for less than two seconds, or for more
        places.push_back(-200 + speed * (kind == Unlike::Rests && i == odd
                                             ? 2.3 * static_cast<double>(i) - 1.8
                                             : 2.3 * static_cast<double>(i)));
    for (std::size_t i = 0; i < count; ++i)
        s.prop(static_cast<bounce::Id>(10 + i), "parcel", "parcel", bounce::circle(6), places[i], 0);
    std::vector<bool> told(count, false);
    for (const int frames = static_cast<int>(rate * 15); s.next(frames);) {
        stoat.vx = speed, stoat.step(s), stoat.describe(s);
        for (std::size_t i = 0; i < count; ++i) {
            const auto parcel = static_cast<bounce::Id>(10 + i);
            if (std::abs(stoat.x - places[i]) >= 9 + 6) continue;
            if (kind != Unlike::LateContact || i != odd || told[i]) s.touch(1, parcel, places[i], 0, 1, 0);
            if (told[i]) continue;
            told[i] = true;
            if (i != odd || kind == Unlike::AllAreTaken || kind == Unlike::LateContact)
                s.log.event("picked", {1, parcel});
            else if (kind == Unlike::Instead)
                s.log.event("refused", {1, parcel});
        }
    }
}

enum class Blind { ToOne, ByDesign, Sees };
/// A gull looks at crates; one of them is on a layer that its ray leaves out. Or all things of that layer are
/// of a kind that it never sees.
void blind_ray(const std::string& path, Chance& vary, Blind kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("blind", rate, {"rays"}));
    bounce::Surface seen, other;
    seen.layer = "crates", other.layer = kind == Blind::Sees ? "crates" : "scenery";
    const char* what = kind == Blind::ByDesign ? "bush" : "crate";
    const Block far = s.block("crate", "crate", 140, 0, 30, 200, seen),
                near = s.block(what, what, 60, -40, 30, vary(60), other);
    Flyer gull;
    gull.x = -100, gull.enter(s, "gull", bounce::circle(8));
    const double swing_by = vary(60);
    for (const int frames = static_cast<int>(rate * 1.5); s.next(frames);) {
        gull.y = -20 + swing_by * std::sin(2 * s.n() / rate), gull.describe(s);
        const bool before = gull.y < near.top() && gull.y > near.bottom();
        const Block& hit = before && kind == Blind::Sees ? near : far;
        bounce::Ray ray("sight", -90, gull.y, 200, gull.y);
        s.log.ray(ray.caster(1).layers({"crates"}).hit(hit.id).at(hit.left(), gull.y));
    }
}

enum class Paid { WithoutTouch, Aura, OnTouch };
/// A stoat is paid for a parcel that it touches; from then on for another one, in every frame, from afar. Or
/// the event is one that never has to do with touch.
void paid(const std::string& path, Chance& vary, Paid kind) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("paid", rate, {"events"}));
    s.log.pair("stoat", "parcel", "report");
    s.prop(10, "parcel", "parcel", bounce::circle(6), -60, 0);
    s.prop(11, "parcel", "parcel", bounce::circle(6), 400, 0);
    Flyer stoat;
    stoat.x = -150, stoat.enter(s, "stoat", bounce::box(18, 36));
    bool told = false;
    const double speed = vary(120);
    const int begins = static_cast<int>(rate * 1.5), ends = begins + static_cast<int>(rate * 0.4);
    for (const int frames = static_cast<int>(rate * 2.5); s.next(frames);) {
        stoat.vx = speed, stoat.step(s), stoat.describe(s);
        const bool touches = std::abs(stoat.x + 60) < 15;
        if (touches) s.touch(1, 10, -60, 0, 1, 0);
        if (touches && !told && kind != Paid::Aura) s.log.event("paid", {1, 10}), told = true;
        if (kind != Paid::OnTouch && s.n() >= begins && s.n() < ends) s.log.event("paid", {1, 11});
    }
}

// ---- clean play that looks like a fault

/// A respawn in the middle of a wall's other side, a spawn, a body that leaves, a collider switched off.
void comes_and_goes(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("comes and goes", rate, {"desired", "grounded", "events"}, -vary(1400)));
    const std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 620, 40)};
    const Block gate = s.block("gate", "gate", 40, 40, 10, 80);
    Walker w;
    w.x = -120, w.y = 18, w.enter(s, courier());
    const double speed = vary(120);
    bool open = false, there = false;
    for (const int frames = static_cast<int>(rate * 3); s.next(frames);) {
        const double desired = s.n() < rate / 4 ? 0 : w.x > 200 ? 0 : speed;
        if (!open && s.n() > rate / 2) s.log.off(gate.id), open = true;
        if (s.n() == static_cast<int>(rate * 2)) w.x = -100, s.log.teleport(1);
        w.move(s, open ? solid : std::vector<Block>{solid[0], gate}, desired);
        w.describe(s, open ? solid : std::vector<Block>{solid[0], gate}, desired);
        const bool now = s.n() > rate && s.n() < rate * 2;
        if (now && !there) s.log.body(5, bounce::Body("gull", "gull", "kinematic"));
        (void)now;
        there = false;
    }
}
/// A long jump course: up, over crates, off the edge, down again; all as it should be.
void course(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("course", rate, {"desired", "grounded"}, -vary(1400)));
    std::vector<Block> solid = {s.block("quay", "quay", 0, -20, 1200, 40)};
    for (int i = 0; i < 6; ++i)
        solid.push_back(s.block("crate", "crate", -300 + 110 * i, 15 + 4 * i, 40, 30 + 8 * i));
    Walker w;
    w.x = -420, w.y = 18, w.enter(s, courier());
    const double speed = vary(150), jump = std::sqrt(-2 * s.gravity * 110);
    for (const int frames = static_cast<int>(rate * 8); s.next(frames);) {
        const double desired = s.n() < 5 || w.x > 380 ? 0 : speed;
        for (const Block& b : solid)
            if (w.ground && b.id > 10 && w.box().right() > b.left() - 14 && w.box().right() <= b.left() &&
                w.y < b.top())
                w.vy = jump;
        w.move(s, solid, desired), w.describe(s, solid, desired);
    }
}
/// Drums bounce between four walls, lawfully, some of them fast.
void lawful_drums(const std::string& path, Chance& vary) {
    const double rate = vary.rate();
    Stage s(path, vary, plain("lawful drums", rate));
    const double half = 150;
    const Block walls[] = {
        s.block("mole", "pier", -half - 10, 0, 20, 340), s.block("mole", "pier", half + 10, 0, 20, 340),
        s.block("mole", "pier", 0, -half - 10, 300, 20), s.block("mole", "pier", 0, half + 10, 300, 20)};
    std::vector<Flyer> drums(6);
    for (std::size_t i = 0; i < drums.size(); ++i) {
        Flyer& d = drums[i];
        d.id = static_cast<bounce::Id>(1 + i), d.x = -100 + 40.0 * static_cast<double>(i), d.y = 0;
        d.vx = vary(150 + 300.0 * static_cast<double>(i), 0.3), d.vy = vary(90, 0.5);
        d.enter(s, "drum", bounce::circle(10), "kinematic", {"", "", "solid", 0, 1, true});
    }
    s.log.pair("drum", "drum", "ignore");
    for (const int frames = static_cast<int>(rate * 3); s.next(frames);) {
        for (Flyer& d : drums) {
            if (s.n() > 0) { // to the wall, turned there, and on for the rest of the step
                double left = s.dt;
                while (left > 0) {
                    double t = left;
                    int wall = -1;
                    const double reach = half - 10;
                    const double tx = d.vx > 0   ? (reach - d.x) / d.vx
                                      : d.vx < 0 ? (-reach - d.x) / d.vx
                                                 : 1e9,
                                 ty = d.vy > 0   ? (reach - d.y) / d.vy
                                      : d.vy < 0 ? (-reach - d.y) / d.vy
                                                 : 1e9;
                    if (std::min(tx, ty) < left)
                        t = std::max(0.0, std::min(tx, ty)),
                        wall = tx < ty ? (d.vx > 0 ? 1 : 0) : (d.vy > 0 ? 3 : 2);
                    d.x += d.vx * t, d.y += d.vy * t, left -= t;
                    if (wall < 0) break;
                    const double nx = wall == 1   ? 1
                                      : wall == 0 ? -1
                                                  : 0,
                                 ny = wall == 3   ? 1
                                      : wall == 2 ? -1
                                                  : 0;
                    s.log.contact(Contact(d.id, walls[wall].id)
                                      .at(d.x + 10 * nx, d.y + 10 * ny)
                                      .normal(nx, ny)
                                      .phase("begin"));
                    s.log.contact(Contact(d.id, walls[wall].id).phase("end"));
                    if (wall < 2)
                        d.vx = -d.vx;
                    else
                        d.vy = -d.vy;
                }
            }
            d.describe(s);
        }
    }
}

} // namespace

const std::vector<MoreScene>& effect_scenes() {
    static const std::vector<MoreScene> all = {
        {"one parcel is not picked", "no-reaction",
         [](auto& p, auto& v) { unlike_others(p, v, Unlike::OneIsNotTaken); }},
        {"all parcels are picked", "", [](auto& p, auto& v) { unlike_others(p, v, Unlike::AllAreTaken); }},
        {"one parcel's contact is logged late", "",
         [](auto& p, auto& v) { unlike_others(p, v, Unlike::LateContact); }},
        {"one parcel is met too soon", "", [](auto& p, auto& v) { unlike_others(p, v, Unlike::Rests); }},
        {"one parcel is refused", "", [](auto& p, auto& v) { unlike_others(p, v, Unlike::Instead); }},
        {"sight leaves out one crate", "ray-wrong-answer",
         [](auto& p, auto& v) { blind_ray(p, v, Blind::ToOne); }},
        {"sight leaves out bushes", "", [](auto& p, auto& v) { blind_ray(p, v, Blind::ByDesign); }},
        {"sight sees both crates", "", [](auto& p, auto& v) { blind_ray(p, v, Blind::Sees); }},
        {"paid from afar in every frame", "repeat-effect",
         [](auto& p, auto& v) { paid(p, v, Paid::WithoutTouch); }},
        {"an effect from afar", "", [](auto& p, auto& v) { paid(p, v, Paid::Aura); }},
        {"paid on touch", "", [](auto& p, auto& v) { paid(p, v, Paid::OnTouch); }},
        {"picks the cell that it hits", "", [](auto& p, auto& v) { picks(p, v, Pick::Right); }},
        {"picks the cell that it hits, in 64 bit", "",
         [](auto& p, auto& v) { picks(p, v, Pick::RightIn64); }},
        {"picks the cell before the face", "ray-knife-edge",
         [](auto& p, auto& v) { picks(p, v, Pick::AcrossTheFace); }},
        {"picks the cell before the face, in 64 bit", "ray-knife-edge",
         [](auto& p, auto& v) { picks(p, v, Pick::AcrossIn64); }},
        {"picks a cell that it does not hit", "ray-wrong-answer",
         [](auto& p, auto& v) { picks(p, v, Pick::Elsewhere); }},
        {"taken too late", "no-reaction", [](auto& p, auto& v) { missing(p, v, Missing::Late); }},
        {"never taken", "no-reaction", [](auto& p, auto& v) { missing(p, v, Missing::Off); }},
        {"taken by another", "no-reaction", [](auto& p, auto& v) { missing(p, v, Missing::Third); }},
        {"taken in time", "", [](auto& p, auto& v) { missing(p, v, Missing::InTime); }},
        {"passes that grow", "unresolved-loop", [](auto& p, auto& v) { growing(p, v, true); }},
        {"passes that stay", "", [](auto& p, auto& v) { growing(p, v, false); }},
        {"hangs at a crate", "unresolved-loop", [](auto& p, auto& v) { cut_off(p, v, Cut::AtTheCrate); }},
        {"hangs at the wall of a map", "unresolved-loop",
         [](auto& p, auto& v) { cut_off(p, v, Cut::AtTheMap); }},
        {"cut off on its way", "", [](auto& p, auto& v) { cut_off(p, v, Cut::BeforeIt); }},
        {"ends at a crate", "", [](auto& p, auto& v) { cut_off(p, v, Cut::Ends); }},
        {"feet a hair off", "flush-contact", [](auto& p, auto& v) { flickering_feet(p, v, true); }},
        {"feet on the quay", "", [](auto& p, auto& v) { flickering_feet(p, v, false); }},
        {"its own hat in the way", "ray-self-hit", [](auto& p, auto& v) { looks(p, v, Look::Owner); }},
        {"passes over its own", "", [](auto& p, auto& v) { looks(p, v, Look::OwnSkipped); }},
        {"ends before the crate", "ray-short", [](auto& p, auto& v) { looks(p, v, Look::Kind); }},
        {"reaches the crate", "", [](auto& p, auto& v) { looks(p, v, Look::KindReaches); }},
        {"looks into the open", "", [](auto& p, auto& v) { looks(p, v, Look::Open); }},
        {"told of nothing", "ray-wrong-answer", [](auto& p, auto& v) { looks(p, v, Look::Nothing); }},
        {"between two crates", "ray-knife-edge", [](auto& p, auto& v) { looks(p, v, Look::EdgeOfTwo); }},
        {"at one crate", "", [](auto& p, auto& v) { looks(p, v, Look::MiddleOfOne); }},
        {"comes and goes", "", comes_and_goes},
        {"jump course", "", course},
        {"lawful drums", "", lawful_drums},
    };
    return all;
}
