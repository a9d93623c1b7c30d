// SPDX-License-Identifier: GPL-3.0-or-later
// The queries on shapes of three dimensions: closed forms, proofs by support, brute force, and the same
// shapes in the plane, extruded.
#include "core/shape/shapes.hpp"

#include "shape/fitted.hpp"
#include "shape/reshaped.hpp"
#include "shape/section.hpp"
#include "shape/space/solid.hpp"
#include "shape/touching.hpp"

#include <QtTest>

#include <numbers>
#include <random>

using namespace oddbounce;

namespace {

Shape solid(ShapeKind kind) {
    Shape s;
    s.kind = kind, s.space = 3;
    return s;
}
Shape sphere(double r) {
    Shape s = solid(ShapeKind::Sphere);
    s.radius = r;
    return s;
}
Shape block(const Vec3& size) {
    Shape s = solid(ShapeKind::Box);
    s.size = size;
    return s;
}
Shape tube(const Vec3& a, const Vec3& b, double r) {
    Shape s = solid(ShapeKind::Capsule);
    s.a = a, s.b = b, s.radius = r;
    return s;
}
Shape hull(std::vector<Vec3> points) {
    Shape s = solid(ShapeKind::Hull);
    s.points = std::move(points);
    return s;
}
Shape mesh(std::vector<Vec3> points, std::vector<std::array<int, 3>> faces) {
    Shape s = solid(ShapeKind::Mesh);
    s.points = std::move(points), s.faces = std::move(faces);
    return s;
}
Shape cells3(double cell, std::vector<std::vector<std::string>> layers) {
    Shape s = solid(ShapeKind::Cells);
    s.cell = cell, s.layers = std::move(layers);
    return s;
}
/// A flat floor of n × n squares of two triangles each, at height 0, z up.
Shape deck(int n, double square) {
    std::vector<Vec3> points;
    std::vector<std::array<int, 3>> faces;
    for (int y = 0; y <= n; ++y)
        for (int x = 0; x <= n; ++x) points.push_back(Vec3(x - 0.5 * n, y - 0.5 * n, 0.0) * square);
    for (int y = 0; y < n; ++y)
        for (int x = 0; x < n; ++x) {
            const int p = y * (n + 1) + x;
            faces.push_back({p, p + 1, p + n + 2}), faces.push_back({p, p + n + 2, p + n + 1});
        }
    return mesh(points, faces);
}

struct Case {
    std::mt19937_64 random;
    explicit Case(std::uint64_t seed) : random(seed * 0x9E3779B97F4A7C15ull + 7) {}
    double number(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(random);
    }
    int whole(int low, int high) { return std::uniform_int_distribution<int>(low, high)(random); }
    Vec3 place(double far) { return {number(-far, far), number(-far, far), number(-far, far)}; }
    Vec3 way() { return unit(place(1.0), {1.0, 0.0, 0.0}); }
    Rotation turn() {
        if (whole(0, 3) == 0) return Rotation::in_space({1.0, 0.0, 0.0, 0.0});
        return Rotation::in_space(glm::angleAxis(number(-3.0, 3.0), way()));
    }
    Pose pose(double far) { return {place(far), turn()}; }
    Motion motion(double far, bool turning) {
        Motion m{pose(far), pose(far)};
        m.to.turn = turning ? m.from.turn.turned_on(way() * number(0.0, 2.5)) : m.from.turn;
        return m;
    }
    Shape convex() {
        switch (whole(0, 4)) {
        case 0:
            return sphere(number(0.2, 2.0));
        case 1:
            return block({number(0.2, 4.0), number(0.2, 4.0), number(0.2, 4.0)});
        case 2:
            return tube(place(2.0), place(2.0), number(0.1, 1.0));
        case 3: { // a prism of many edges
            std::vector<Vec3> p;
            const int n = whole(3, 24);
            for (int i = 0; i < n; ++i)
                for (const double z : {-1.0, 1.0})
                    p.push_back({2.0 * std::cos(2.0 * std::numbers::pi * i / n),
                                 2.0 * std::sin(2.0 * std::numbers::pi * i / n), z});
            return hull(p);
        }
        default: {
            std::vector<Vec3> p;
            for (int i = whole(4, 20); i > 0; --i) p.push_back(place(2.0));
            return hull(p);
        }
        }
    }
    Shape shape() {
        switch (whole(0, 5)) {
        case 0:
            return deck(3, 1.5);
        case 1:
            return cells3(0.9, {{"##.", "#..", "###"}, {"#..", "...", "##."}});
        default:
            return convex();
        }
    }
    Vec3 scale() {
        return whole(0, 2) ? Vec3(1.0) : Vec3(number(0.5, 2) * (whole(0, 1) ? 1 : -1), 1.0, number(0.5, 2));
    }
};

double size_of(const Geometry& a, const Geometry& b, const Pose& pa, const Pose& pb) {
    return a.reach() + b.reach() + glm::length(pa.at) + glm::length(pb.at);
}
QString seeded(std::uint64_t seed, double value = 0.0) {
    return QString("seed %1: %2").arg(seed).arg(value, 0, 'g', 12);
}

} // namespace

class SpaceTest : public QObject {
    Q_OBJECT
  private slots:
    void hull_holdsItsPoints() {
        for (std::uint64_t seed = 0; seed < 400; ++seed) {
            Case c(seed);
            std::vector<Vec3> p;
            const int n = c.whole(4, 60), form = c.whole(0, 3);
            for (int i = 0; i < n; ++i) {
                Vec3 v = c.place(1.0);
                if (form == 1) v = glm::round(v * 2.0);                          // a grid: many in one plane
                if (form == 2) v = unit(v);                                      // on a sphere
                if (form == 3) v = Vec3(glm::round(v.x * 3.0), v.y, v.z * 1e-5); // thin
                p.push_back(v);
            }
            const auto h = space::hull_of(p);
            if (!h) continue;
            for (std::size_t f = 0; f < h->normals.size(); ++f) {
                const Vec3 on = h->points[static_cast<std::size_t>(h->topology.faces[f][0])];
                for (const Vec3& v : p)
                    QVERIFY2(glm::dot(h->normals[f], v - on) < 1e-6,
                             qPrintable(seeded(seed, glm::dot(h->normals[f], v - on))));
            }
            // Euler's formula: the faces close up.
            QCOMPARE(h->points.size() + h->topology.faces.size(), h->topology.edges.size() + 2);
        }
    }
    void measures_areThoseOfTheShapes_data() {
        QTest::addColumn<double>("extent");
        QTest::addColumn<double>("volume");
        QTest::addColumn<Shape>("shape");
        constexpr double pi = std::numbers::pi;
        QTest::newRow("sphere") << 4.0 << 4.0 / 3.0 * pi * 8.0 << sphere(2.0);
        QTest::newRow("box") << 2.0 << 24.0 << block({2.0, 3.0, 4.0});
        QTest::newRow("capsule") << 2.0 << pi * 4.0 + 4.0 / 3.0 * pi << tube({0, -2, 0}, {0, 2, 0}, 1.0);
        QTest::newRow("pyramid") << std::sqrt(2.0) << 8.0
                                 << hull({{-2, -1, 0}, {2, -1, 0}, {2, 1, 0}, {-2, 1, 0}, {0, 0, 3}});
        QTest::newRow("cells") << 0.5 << 3 * 0.125 << cells3(0.5, {{"##"}, {"#."}});
        QTest::newRow("mesh") << 0.0 << 0.0 << deck(2, 1.0);
    }
    void measures_areThoseOfTheShapes() {
        QFETCH(double, extent);
        QFETCH(double, volume);
        QFETCH(Shape, shape);
        const Geometry g(shape, Vec3(1.0)), twice(shape, Vec3(-2.0, 2.0, 2.0));
        if (QString(QTest::currentDataTag()) != "pyramid")
            QVERIFY2(std::abs(g.extent() - extent) < 1e-12, qPrintable(QString::number(g.extent())));
        QVERIFY2(std::abs(g.measure() - volume) < 1e-12 * std::max(volume, 1.0),
                 qPrintable(QString::number(g.measure())));
        QVERIFY(std::abs(twice.measure() - 8.0 * volume) < 1e-11 * std::max(volume, 1.0));
    }

    /// No closer: a plane across the normal lies between the two. No farther: both points are on them.
    void convexShapesApart_gapIsProven() {
        std::size_t apart = 0;
        for (std::uint64_t seed = 0; seed < 20000; ++seed) {
            Case c(seed);
            const Geometry a(c.convex(), c.scale()), b(c.convex(), c.scale());
            const Pose pa = c.pose(4);
            Pose pb = c.pose(4);
            if (c.whole(0, 2) == 0) pb.turn = pa.turn; // parallel faces
            if (const Distance d = distance(a, pa, b, pb); d.gap > 0.0 && c.whole(0, 1))
                pb.at -= d.normal * (d.gap - std::pow(10.0, -c.number(0, 7)));
            const Distance d = distance(a, pa, b, pb);
            if (!(d.gap > 0.0)) continue;
            ++apart;
            const double between = -b.along(pb, -d.normal) - a.along(pa, d.normal);
            // What rounding leaves of a direction between two near points.
            const double size = size_of(a, b, pa, pb), error = 3e-12 * size + 3e-15 * size * size / d.gap;
            QVERIFY2(between <= d.gap + error && d.gap - between <= error,
                     qPrintable(seeded(seed, between - d.gap)));
            QVERIFY2(std::abs(glm::length(d.on_b - d.on_a) - d.gap) <= error,
                     qPrintable(seeded(seed, glm::length(d.on_b - d.on_a) - d.gap)));
            QVERIFY2(std::abs(point_distance(d.on_a, a, pa)) <= 1e-6 &&
                         std::abs(point_distance(d.on_b, b, pb)) <= 1e-6,
                     qPrintable(seeded(seed, point_distance(d.on_a, a, pa))));
        }
        QVERIFY(apart > 10000);
    }
    /// Moved out by the depth they touch; no other of many ways is shorter.
    void convexShapesOverlapping_depthIsTheLeastWayOut() {
        std::size_t deep = 0;
        for (std::uint64_t seed = 0; seed < 4000; ++seed) {
            Case c(seed);
            const Geometry a(c.convex(), c.scale()), b(c.convex(), c.scale());
            const Pose pa = c.pose(1.5), pb = c.pose(1.5);
            const Distance d = distance(a, pa, b, pb);
            if (!(d.gap < 0.0)) continue;
            ++deep;
            Pose out = pa;
            out.at += d.normal * d.gap;
            QVERIFY2(std::abs(distance(a, out, b, pb).gap) < 1e-8,
                     qPrintable(seeded(seed, distance(a, out, b, pb).gap)));
            for (int i = 0; i < 200; ++i) {
                const Vec3 n = i < 100 ? c.way() : unit(d.normal + c.place(0.1));
                const double depth = a.along(pa, n) + b.along(pb, -n);
                QVERIFY2(depth > -d.gap - 1e-9, qPrintable(seeded(seed, depth + d.gap)));
            }
        }
        QVERIFY(deep > 1000);
    }
    void laws_swapMoveTurnScale() {
        for (std::uint64_t seed = 0; seed < 3000; ++seed) {
            Case c(seed);
            const Shape sa = c.shape(), sb = c.shape();
            const Geometry a(sa, Vec3(1.0)), b(sb, Vec3(1.0));
            const Pose pa = c.pose(2.5), pb = c.pose(2.5);
            const Distance d = distance(a, pa, b, pb), back = distance(b, pb, a, pa);
            QVERIFY2(std::abs(d.gap - back.gap) < 1e-9, qPrintable(seeded(seed, d.gap - back.gap)));
            const Rotation turn = c.turn();
            const Vec3 by = c.place(50.0);
            const auto moved = [&](const Pose& p) {
                return Pose{turn.turn(p.at) + by,
                            Rotation::in_space(glm::normalize(turn.quaternion() * p.turn.quaternion()))};
            };
            const Distance far = distance(a, moved(pa), b, moved(pb));
            QVERIFY2(std::abs(d.gap - far.gap) < 1e-8, qPrintable(seeded(seed, d.gap - far.gap)));
            const Geometry a3(sa, Vec3(3.0)), b3(sb, Vec3(3.0));
            const Distance large = distance(a3, {pa.at * 3.0, pa.turn}, b3, {pb.at * 3.0, pb.turn});
            QVERIFY2(std::abs(3.0 * d.gap - large.gap) < 1e-8,
                     qPrintable(seeded(seed, 3.0 * d.gap - large.gap)));
        }
    }
    void sphereInCells_depthIgnoresInnerSeams() {
        // An L of cells: along the seam of its parts the way out is over the outline.
        const Geometry l(cells3(4.0, {{"##", "#."}, {"##", "#."}}), Vec3(1.0)), ball(sphere(1.0), Vec3(1.0));
        const Distance d = distance(ball, {{2.0, 3.9, 3.5}, Rotation()}, l, {Vec3(0.0), Rotation()});
        QVERIFY2(std::abs(d.gap + 3.0) < 1e-7, qPrintable(QString::number(d.gap)));
    }
    void boxInInnerCorner_touchesFloorAndWalls() {
        const Geometry map(cells3(1.0, {{"####", "####", "####", "####"}, {"####", "#...", "#...", "#..."}}),
                           Vec3(1.0)),
            crate(block(Vec3(1.0)), Vec3(1.0));
        const Pose in_corner{{1.5, 1.5, 1.5}, Rotation()}, origin;
        const auto places = touching(crate, in_corner, map, origin, 0.01);
        QCOMPARE(places.size(), std::size_t(3));
        for (const Vec3& n : {Vec3(-1, 0, 0), Vec3(0, -1, 0), Vec3(0, 0, -1)})
            QVERIFY(std::ranges::any_of(places, [&](const Distance& d) {
                return glm::dot(d.normal, n) > 0.999 && std::abs(d.gap) < 1e-9;
            }));
        const Geometry floor(deck(6, 1.0), Vec3(1.0));
        const auto on_deck = touching(crate, {{0.2, 0.3, 0.495}, Rotation()}, floor, origin, 0.05);
        QCOMPARE(on_deck.size(), std::size_t(1));
        QVERIFY(on_deck[0].normal.z < -0.999 && std::abs(on_deck[0].gap + 0.005) < 1e-9);
    }

    /// Looked at in small steps: no touch before `first`, none at all where there is "none".
    void sweep_missesNoCrossing() {
        int found = 0, none = 0, undecided = 0;
        for (std::uint64_t seed = 0; seed < 6000; ++seed) {
            Case c(seed);
            const Geometry a(c.shape(), c.scale()), b(c.shape(), c.scale());
            const bool turning = c.whole(0, 1);
            const Motion ma = c.motion(5, turning), mb = c.motion(3, turning && c.whole(0, 1));
            const Sweep s = sweep(a, ma, b, mb);
            const double error = 1e-6 * std::min(a.reach(), b.reach());
            const auto gap_at = [&](double t) { return distance(a, ma.at(t), b, mb.at(t)).gap; };
            const double until = s.status == Status::None ? 1.0 : s.first;
            for (int i = 0; i < 60; ++i)
                if (const double t = i / 60.0; t < until - 1e-9)
                    QVERIFY2(gap_at(t) > -error,
                             qPrintable(seeded(seed, t) + " before " + QString::number(until)));
            if (s.status == Status::Found) {
                ++found;
                QVERIFY2(std::abs(gap_at(s.first)) < 20.0 * error, qPrintable(seeded(seed, gap_at(s.first))));
                for (int i = 1; i < 10; ++i)
                    if (const double t = s.last + (1.0 - s.last) * i / 10.0; s.last < 1.0 - 1e-6)
                        QVERIFY2(gap_at(t) > -error, qPrintable(seeded(seed, t) + " after the last"));
            }
            none += s.status == Status::None;
            undecided += s.status == Status::Undecided; // a graze
        }
        QVERIFY2(found > 500 && none > 500 && undecided < 6, qPrintable(QString::number(undecided)));
    }
    void ray_hitsTheFirstSurface() {
        int hits = 0;
        for (std::uint64_t seed = 0; seed < 6000; ++seed) {
            Case c(seed);
            const Geometry g(c.shape(), c.scale());
            const Pose pose = c.pose(2);
            const Vec3 from = c.place(6), to = c.whole(0, 2) ? pose.at + c.place(1.0) : c.place(6);
            const RayHit hit = ray_cast(from, to, g, pose);
            const double until = hit.status == Status::None ? 1.0 : hit.fraction;
            for (int i = 0; i <= 80; ++i)
                if (const double t = i / 80.0; t < until - 1e-9)
                    QVERIFY2(point_distance(from + (to - from) * t, g, pose) > -1e-9,
                             qPrintable(seeded(seed, t)));
            if (hit.status != Status::Found) continue;
            ++hits;
            QVERIFY2(std::abs(point_distance(hit.at, g, pose)) < 1e-9,
                     qPrintable(seeded(seed, point_distance(hit.at, g, pose))));
            QVERIFY2(glm::dot(hit.normal, to - from) < 1e-9, qPrintable(seeded(seed)));
        }
        QVERIFY(hits > 1000);
    }

    /// Shapes of the plane as slabs, turned anyhow, answer as in the plane.
    void slabs_answerAsInThePlane() {
        for (std::uint64_t seed = 0; seed < 1500; ++seed) {
            Case c(seed);
            const auto both = [&]() -> std::pair<Shape, Shape> {
                if (c.whole(0, 1)) {
                    const double w = c.number(0.3, 3), h = c.number(0.3, 3);
                    return {box(w, h), block({w, h, 8.0})};
                }
                std::vector<Vec2> p;
                std::vector<Vec3> q;
                const int n = c.whole(3, 9);
                for (int i = 0; i < n; ++i) {
                    const double r = 2.0, t = 2.0 * std::numbers::pi * i / n;
                    p.push_back({r * std::cos(t), r * std::sin(t)});
                    for (const double z : {-4.0, 4.0}) q.push_back({p.back().x, p.back().y, z});
                }
                return {points(ShapeKind::Polygon, p), hull(q)};
            };
            const auto [fa, sa] = both();
            const auto [fb, sb] = both();
            const Geometry a(fa, Vec3(1.0)), b(fb, Vec3(1.0)), a3(sa, Vec3(1.0)), b3(sb, Vec3(1.0));
            const Rotation turn = c.turn();
            const auto raised_pose = [&](const Pose& p) {
                return Pose{turn.turn(p.at),
                            Rotation::in_space(glm::normalize(
                                turn.quaternion() * glm::angleAxis(p.turn.angle(), Vec3(0, 0, 1))))};
            };
            const auto flat_pose = [&] { return at(c.number(-3, 3), c.number(-3, 3), c.number(-3, 3)); };
            Motion ma{flat_pose(), flat_pose()}, mb{flat_pose(), flat_pose()};
            ma.to.turn = ma.from.turn, mb.to.turn = mb.from.turn;
            const Distance d = distance(a, ma.from, b, mb.from),
                           d3 = distance(a3, raised_pose(ma.from), b3, raised_pose(mb.from));
            QVERIFY2(std::abs(d.gap - d3.gap) < 1e-9, qPrintable(seeded(seed, d.gap - d3.gap)));
            const Sweep s = sweep(a, ma, b, mb), s3 = sweep(a3, {raised_pose(ma.from), raised_pose(ma.to)},
                                                            b3, {raised_pose(mb.from), raised_pose(mb.to)});
            QVERIFY2(s.status == s3.status && std::abs(s.first - s3.first) < 1e-6 &&
                         std::abs(s.last - s3.last) < 1e-6,
                     qPrintable(seeded(seed, s.first - s3.first)));
            const Vec3 from(c.number(-6, 6), c.number(-6, 6), 0.0), to(c.number(-6, 6), c.number(-6, 6), 0.0);
            const RayHit r = ray_cast(from, to, a, ma.from),
                         r3 = ray_cast(turn.turn(from), turn.turn(to), a3, raised_pose(ma.from));
            QVERIFY2(r.status == r3.status && std::abs(r.fraction - r3.fraction) < 1e-9,
                     qPrintable(seeded(seed, r.fraction - r3.fraction)));
        }
    }

    void changedShapes_areAsAsked() {
        Shape rounded = block({4.0, 3.0, 2.0});
        round_corners(rounded, 0.5);
        const Geometry box(block({4.0, 3.0, 2.0}), Vec3(1.0)), round(rounded, Vec3(1.0));
        for (const Vec3& way :
             {Vec3(1, 0, 0), Vec3(0, 1, 0), Vec3(0, 0, -1)}) // its faces stay, its corners go
            QVERIFY(std::abs(round.along(Pose(), way) - box.along(Pose(), way)) < 1e-12);
        QVERIFY(round.along(Pose(), unit(Vec3(1.0))) < box.along(Pose(), unit(Vec3(1.0))) - 0.3);
        Shape grown = hull({{0, 0, 0}, {2, 0, 0}, {0, 2, 0}, {0, 0, 2}});
        grow(grown, 0.25);
        QVERIFY(std::abs(Geometry(grown, Vec3(1.0)).along(Pose(), {-1, 0, 0}) - 0.25) < 1e-12);
        for (std::uint64_t seed = 0; seed < 200; ++seed) {
            Case c(seed);
            const Geometry g(c.convex(), Vec3(1.0));
            for (const char* kind : {"circle", "box", "hull"}) { // these hold all of it
                const Shape s = fitted_in_space(g, kind);
                QVERIFY(defect(s).empty());
                const Geometry fit(s, Vec3(1.0));
                for (int i = 0; i < 50; ++i) {
                    const Vec3 way = c.way();
                    QVERIFY2(fit.along(Pose(), way) > g.along(Pose(), way) - 1e-9, kind);
                }
            }
            const Shape capsule = fitted_in_space(g, "capsule");
            const Vec3 size = g.bounds().size();
            QVERIFY(defect(capsule).empty());
            QVERIFY(2.0 * capsule.radius <= std::min({size.x, size.y, size.z}) + 1e-9);
        }
    }
    /// What a plane cuts out lies on the shape and in the plane; facets are as far out as the shape.
    void sectionsAndFacets_lieOnTheShape() {
        int cut = 0;
        for (std::uint64_t seed = 0; seed < 400; ++seed) {
            Case c(seed);
            const Geometry g(c.shape(), Vec3(1.0));
            const Pose pose = c.pose(2);
            const Vec3 at = pose.at + c.place(1.0), normal = c.way();
            for (const WorldLine& line : section(g, pose, at, normal)) {
                ++cut;
                for (const Vec3& p : line.points) {
                    QVERIFY2(std::abs(glm::dot(p - at, normal)) < 1e-9, qPrintable(seeded(seed)));
                    QVERIFY2(point_distance(p, g, pose) < 1e-7,
                             qPrintable(seeded(seed, point_distance(p, g, pose))));
                }
            }
            for (const Facet& f : facets(g))
                for (const Vec3& p : f.points)
                    QVERIFY2(point_distance(pose.place(p), g, pose) < 1e-7, qPrintable(seeded(seed)));
        }
        QVERIFY(cut > 200);
    }

    void degenerateShapes_answer() {
        const std::vector<Shape> odd{
            hull({{0, 0, 0}, {1, 0, 0}, {1, 1, 0}, {0, 1, 0}}),         // flat
            hull({{0, 0, 0}, {1, 0, 0}, {2, 0, 0}, {3, 0, 0}}),         // a line
            hull({{1, 1, 1}, {1, 1, 1}, {1, 1, 1}, {1, 1, 1}}),         // a point
            mesh({{0, 0, 0}, {1, 0, 0}, {2, 0, 0}}, {{0, 1, 2}}),       // without an area
            mesh({{0, 0, 0}, {1, 0, 0}, {0.5, 1e-14, 0}}, {{0, 1, 2}}), // a sliver
            tube({1, 1, 1}, {1, 1, 1}, 0.5),                            // no length
            block({1e-9, 1.0, 1.0}),
            sphere(1.0),
        };
        for (const Shape& sa : odd)
            for (const Shape& sb : odd)
                for (const Vec3& by :
                     {Vec3(0.0), Vec3(1.0, 0.0, 0.0), Vec3(0.0, 0.0, 1e-12), Vec3(0.3, 0.2, 5.0)}) {
                    const Geometry a(sa, Vec3(1.0)), b(sb, Vec3(1.0));
                    const Pose pa, pb{by, Rotation::in_space({1, 0, 0, 0})};
                    const Distance d = distance(a, pa, b, pb);
                    QVERIFY(d.known && std::isfinite(d.gap) && std::abs(glm::length(d.normal) - 1.0) < 1e-9);
                    QVERIFY(finite(d.on_a) && finite(d.on_b));
                    const Sweep s = sweep(a, {pa, {{0, 0, 9}, Rotation()}}, b, {pb, pb});
                    QVERIFY(std::isfinite(s.first) && std::isfinite(s.last));
                    const RayHit r = ray_cast({0.5, 0.5, -3.0}, {0.5, 0.5, 3.0}, a, pa);
                    QVERIFY(std::isfinite(r.fraction) && finite(r.at));
                }
        QVERIFY(!Geometry(cells3(1.0, {{"..", ".."}}), Vec3(1.0)).judged());
    }
};

QTEST_GUILESS_MAIN(SpaceTest)
#include "space_test.moc"
