// SPDX-License-Identifier: GPL-3.0-or-later
// Distance, sweep and ray cast: closed forms, brute force, and the laws of shape/geometry.hpp.
#include "core/shape/shapes.hpp"

#include <QtTest>

#include <random>

using namespace oddbounce;

namespace {

/// A random shape of any kind and a random way; the case's seed makes it, so that case N runs alone.
struct Case {
    std::mt19937_64 random;
    explicit Case(std::uint64_t seed) : random(seed * 0x9E3779B97F4A7C15ull + 1) {}
    double number(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(random);
    }
    int whole(int low, int high) { return std::uniform_int_distribution<int>(low, high)(random); }

    Shape shape(int kinds = 7) {
        switch (whole(0, kinds - 1)) {
        case 0:
            return circle(number(0.2, 3));
        case 1:
            return box(number(0.1, 5), number(0.1, 5));
        case 2:
            return capsule({number(-2, 2), number(-2, 2)}, {number(-2, 2), number(-2, 2)}, number(0.1, 1.5));
        case 3: { // convex
            std::vector<Vec2> p;
            const int n = whole(3, 9);
            for (int i = 0; i < n; ++i)
                p.push_back(Vec2(std::cos(6.2831853 * i / n), std::sin(6.2831853 * i / n)) *
                            number(2.0, 2.2));
            return points(ShapeKind::Polygon, p);
        }
        case 4: { // concave: a star
            std::vector<Vec2> p;
            for (int i = 0; i < 10; ++i)
                p.push_back(Vec2(std::cos(0.62831853 * i), std::sin(0.62831853 * i)) *
                            (i % 2 ? 1.0 : number(2.0, 3.0)));
            return points(ShapeKind::Polygon, p);
        }
        case 5:
            return points(ShapeKind::Chain, {{number(-3, 0), number(-2, 2)},
                                             {number(-1, 1), number(-2, 2)},
                                             {number(1, 3), number(-2, 2)}});
        default:
            return cells(0.8, {"#.##", "####", ".##.", "...#"});
        }
    }
    Vec3 scale() {
        return whole(0, 3) ? Vec3(1.0) : Vec3(number(0.5, 2) * (whole(0, 1) ? 1 : -1), number(0.5, 2), 1.0);
    }
    Motion motion(double far, bool turning) {
        Motion m;
        m.from = at(number(-far, far), number(-far, far), number(-3, 3));
        m.to = at(number(-far, far), number(-far, far),
                  m.from.turn.angle() + (turning ? number(-2.5, 2.5) : 0.0));
        return m;
    }
};

double gap_at(const Geometry& a, const Motion& ma, const Geometry& b, const Motion& mb, double t) {
    return distance(a, ma.at(t), b, mb.at(t)).gap;
}

Pose moved(const Pose& p, const Vec2& by, double turn, double scale) {
    const double c = std::cos(turn), s = std::sin(turn);
    Pose out = p;
    out.at = {(c * p.at.x - s * p.at.y) * scale + by.x, (s * p.at.x + c * p.at.y) * scale + by.y, 0};
    out.turn = Rotation::in_plane(p.turn.angle() + turn);
    return out;
}

} // namespace

class QueryTest : public QObject {
    Q_OBJECT
  private slots:
    void circles_gapIsCentresLessRadii() {
        const Distance d = distance(made(circle(2)), at(0, 0), made(circle(1)), at(6, 8));
        QCOMPARE(d.gap, 7.0);
        QVERIFY(std::abs(d.normal.x - 0.6) < 1e-12 && std::abs(d.normal.y - 0.8) < 1e-12);
    }

    /// No closer: a line across the normal lies between the two. No farther: both points are on them. Many
    /// pairs are a hair apart.
    void convexShapesApart_gapIsProven() {
        std::size_t apart = 0;
        for (std::uint64_t seed = 0; seed < 20000; ++seed) {
            Case c(seed);
            const auto some = [&] {
                return c.whole(0, 3) ? c.shape(3)
                                     : points(ShapeKind::Polygon, {{-2, -1}, {2, -1}, {1, 1}, {-1, 1}});
            };
            const Geometry a(some(), c.scale()), b(some(), c.scale());
            const Pose pa = c.motion(4, false).from;
            Pose pb = c.motion(4, false).from;
            if (c.whole(0, 2) == 0) pb.turn = pa.turn; // parallel sides
            if (const Distance d = distance(a, pa, b, pb); d.gap > 0.0 && c.whole(0, 1))
                pb.at -= d.normal * (d.gap - std::pow(10.0, -c.number(0, 7)));
            const Distance d = distance(a, pa, b, pb);
            if (!(d.gap > 0.0)) continue;
            ++apart;
            const double between = -b.along(pb, -d.normal) - a.along(pa, d.normal);
            const double rounding = 1e-12 * (glm::length(pa.at) + glm::length(pb.at) + a.reach() + b.reach());
            QVERIFY2(std::abs(between - d.gap) <= rounding, qPrintable(QString::number(seed)));
            QVERIFY2(std::abs(glm::length(d.on_b - d.on_a) - d.gap) <= rounding,
                     qPrintable(QString::number(seed)));
            QVERIFY2(std::abs(point_distance(d.on_a, a, pa)) <= rounding &&
                         std::abs(point_distance(d.on_b, b, pb)) <= rounding,
                     qPrintable(QString::number(seed)));
        }
        QVERIFY(apart > 10000);
    }
    void boxes_depthIsTheShortestWayOut() {
        const Distance d = distance(made(box(4, 4)), at(0, 0), made(box(4, 4)), at(3.5, 1));
        QCOMPARE(d.gap, -0.5);
        QCOMPARE(d.normal.x, 1.0);
        QCOMPARE(way_out(made(box(4, 4)), at(0, 0), made(box(4, 4)), at(3.5, 1), {0, -1, 0}), 3.0);
    }

    void circleInConcaveNotch_depthIgnoresInnerSeams() {
        // Inside an L, at the seam of its two parts: the way out is through the outline, not the seam.
        const Geometry l =
            made(points(ShapeKind::Polygon, {{0, 0}, {10, 0}, {10, 4}, {4, 4}, {4, 10}, {0, 10}}));
        const Distance d = distance(made(circle(1)), at(2, 3.9), l, at(0, 0));
        QVERIFY2(std::abs(d.gap + 3.0) < 1e-9, qPrintable(QString::number(d.gap)));
    }

    void circlePastSegment_touchesAtClosedForm_data() {
        QTest::addColumn<double>("offset");
        QTest::addColumn<double>("first");
        QTest::newRow("head on") << 0.0 << 0.4;
        QTest::newRow("at its end") << 5.6 << 0.5 - std::sqrt(1.0 - 0.36) / 10.0;
        QTest::newRow("grazing from outside") << 6.0 << 0.5;
        QTest::newRow("just past") << 6.0000001 << -1.0;
    }
    void circlePastSegment_touchesAtClosedForm() {
        QFETCH(double, offset);
        QFETCH(double, first);
        const Geometry net = made(points(ShapeKind::Chain, {{0, -5}, {0, 5}}));
        const Sweep s = sweep(made(circle(1)), {at(-5, offset), at(5, offset)}, net, {at(0, 0), at(0, 0)});
        QCOMPARE(s.status, first < 0 ? Status::None : Status::Found);
        if (first < 0) return;
        QVERIFY2(std::abs(s.first - first) < 1e-6, qPrintable(QString::number(s.first, 'g', 15)));
        QVERIFY(std::abs(s.last - (1.0 - first)) < 1e-6);
    }

    void boxesTranslating_touchAtClosedForm() {
        const Sweep s =
            sweep(made(box(2, 2)), {at(0, 0), at(20, 0)}, made(box(1, 30)), {at(10, 0), at(12, 4)});
        QCOMPARE(s.status, Status::Found); // gap 8.5, closing 20 - 2 = 18 a step
        QCOMPARE(s.first, 8.5 / 18.0);
        QCOMPARE(s.last, 11.5 / 18.0);
        QCOMPARE(s.normal.x, 1.0);
    }

    void turningBar_touchesWhenItsTipArrives() {
        // A bar of half length 5 turns by 90 degrees; the point circle at distance 5 and angle 60 degrees.
        const double angle = 1.0471975511965976, r = 0.01;
        const Sweep s = sweep(
            made(box(10, 0.02)), {at(0, 0, 0), at(0, 0, 1.5707963267948966)}, made(circle(r)),
            {at(4 * std::cos(angle), 4 * std::sin(angle)), at(4 * std::cos(angle), 4 * std::sin(angle))});
        QCOMPARE(s.status, Status::Found);
        QVERIFY(std::abs(s.first - 2.0 / 3.0 + 0.02 / 4.0 / 1.5707963) < 1e-3);
    }

    void startedInside_saysStarted() {
        const Sweep s = sweep(made(circle(2)), {at(0, 0), at(10, 0)}, made(box(2, 2)), {at(1, 0), at(1, 0)});
        QCOMPARE(s.status, Status::Started);
        QCOMPARE(s.last, 0.4);
    }

    void rayThroughBox_hitsFaceAndTellsExit() {
        const RayHit h = ray_cast({-5, 0.5, 0}, {5, 0.5, 0}, made(box(2, 4)), at(1, 0));
        QCOMPARE(h.status, Status::Found);
        QCOMPARE(h.fraction, 0.5);
        QCOMPARE(h.exit, 0.7);
        QCOMPARE(h.normal.x, -1.0);
        QCOMPARE(ray_cast({1, 0, 0}, {9, 0, 0}, made(box(2, 4)), at(1, 0)).status, Status::Started);
        // A chain is hit from either side, and missed beyond its ends.
        const Geometry chain = made(points(ShapeKind::Chain, {{-2, 0}, {0, 0}, {2, 1}}));
        for (const double side : {1.0, -1.0}) {
            const auto cast = [&](double x) {
                return ray_cast({x, 3 * side, 0}, {x, -3 * side, 0}, chain, at(0, 0));
            };
            QCOMPARE(cast(-1).status, Status::Found);
            QVERIFY(std::abs(cast(-1).fraction - 0.5) < 1e-12 && cast(-1).normal.y == side);
            QVERIFY(std::abs(cast(1).at.y - 0.5) < 1e-12);
            QCOMPARE(cast(2.5).status, Status::None);
        }
    }

    /// Against 10 000 sub-steps: what a fine walk sees, the sweep has seen, and not later.
    void sweep_againstTenThousandSubSteps() {
        for (std::uint64_t seed = 0; seed < 60; ++seed) {
            Case c(seed);
            const Geometry a(c.shape(), c.scale()), b(c.shape(), c.scale());
            const Motion ma = c.motion(6, seed % 2), mb = c.motion(6, seed % 3 == 0);
            const Sweep s = sweep(a, ma, b, mb);
            double first = 2.0, last = -1.0;
            for (int i = 0; i <= 10000; ++i)
                if (gap_at(a, ma, b, mb, i / 10000.0) < -1e-9)
                    first = std::min(first, i / 10000.0), last = i / 10000.0;
            const QByteArray what = "seed " + QByteArray::number(qulonglong(seed));
            if (first <= 1.0) {
                QVERIFY2(s.status != Status::None, what);
                QVERIFY2(s.first <= first + 1e-9 && s.last >= last - 1e-9, what);
            }
            if (s.status == Status::Found) {
                QVERIFY2(std::abs(gap_at(a, ma, b, mb, s.first)) < 1e-4, what);
                if (first <= 1.0) {
                    QVERIFY2(first - s.first < 0.05, what);
                }
            }
            QVERIFY2(s.status != Status::Undecided, what);
        }
    }

    /// No crossing missed: random pairs, each looked at 24 times, most of them near the failing edge.
    void sweep_missesNothing() {
        const int pairs = qEnvironmentVariableIntValue("ODDB_SWEEP_PAIRS") > 0
                              ? qEnvironmentVariableIntValue("ODDB_SWEEP_PAIRS")
                              : 30000;
        int crossed = 0;
        for (int n = 0; n < pairs; ++n) {
            Case c(1000000u + static_cast<std::uint64_t>(n));
            const Geometry a(c.shape(), c.scale()), b(c.shape(), c.scale());
            const double off = n % 2 ? 1e6 : 0.0;
            Motion ma = c.motion(5, n % 3 == 0), mb = c.motion(5, n % 5 == 0);
            for (Pose* p : {&ma.from, &ma.to, &mb.from, &mb.to}) p->at += Vec3(off, -off, 0);
            const Sweep s = sweep(a, ma, b, mb);
            for (int i = 0; i <= 24; ++i) {
                const double t = c.number(0, 1);
                if (gap_at(a, ma, b, mb, t) > -1e-6) continue;
                ++crossed;
                QVERIFY2(s.status != Status::None && s.first <= t + 1e-9,
                         qPrintable(QString("pair %1 at %2").arg(n).arg(t)));
            }
        }
        QVERIFY(crossed > pairs);
    }

    /// Levels are built upright and on a grid: sides are parallel, edges lie on each other, corners meet.
    void sweep_onAGrid_missesNothing() {
        int crossed = 0;
        for (std::uint64_t n = 0; n < 30000; ++n) {
            Case c(2000000u + n);
            const auto whole = [&](int low, int high) { return static_cast<double>(c.whole(low, high)); };
            const auto upright = [&]() -> Shape {
                const double w = whole(1, 4), h = whole(1, 4);
                switch (c.whole(0, 6)) {
                case 0:
                    return box(w, h);
                case 1:
                    return capsule({0, -h}, {0, h}, w);
                case 2:
                    return capsule({-w, 0}, {w, 0}, h);
                case 3:
                    return points(ShapeKind::Chain, {{0, -h}, {0, h}});
                case 4:
                    return points(ShapeKind::Chain, {{w, 0}, {0, 0}, {0, h}, {-w, h}});
                case 5:
                    return points(ShapeKind::Polygon,
                                  {{0, 0}, {4, 0}, {4, 1}, {1, 1}, {1, h + 1}, {0, h + 1}});
                default:
                    return cells(1.0, {"###.", "#..#", "#.##"});
                }
            };
            const double turn = n % 3 ? 0.0 : c.number(-3, 3); // the grid
            const auto pose = [&] {
                const double x = whole(-6, 6), y = whole(-6, 6);
                return at(x * std::cos(turn) - y * std::sin(turn), x * std::sin(turn) + y * std::cos(turn),
                          turn);
            };
            const Geometry a = made(upright()), b = made(upright());
            const Motion ma{pose(), pose()}, mb{pose(), pose()};
            const Sweep s = sweep(a, ma, b, mb);
            for (int i = 0; i <= 48; ++i) {
                const double t = i / 48.0;
                if (gap_at(a, ma, b, mb, t) > -1e-6) continue;
                ++crossed;
                QVERIFY2(s.status != Status::None && s.first <= t + 1e-9 && s.last >= t - 1e-9,
                         qPrintable(QString("pair %1 at %2").arg(n).arg(t)));
            }
            if (s.status != Status::Found) continue;
            QVERIFY2(std::abs(gap_at(a, ma, b, mb, s.first)) < 1e-5,
                     qPrintable(QString("pair %1 first at %2").arg(n).arg(s.first)));
        }
        QVERIFY(crossed > 30000);
    }

    void laws_swapMoveTurnScaleMirror() {
        for (std::uint64_t seed = 0; seed < 2000; ++seed) {
            Case c(seed + 77);
            const Shape sa = c.shape(), sb = c.shape();
            const Geometry a = made(sa), b = made(sb);
            const Motion ma = c.motion(4, seed % 2), mb = c.motion(4, false);
            const Distance d = distance(a, ma.from, b, mb.from);
            const Sweep s = sweep(a, ma, b, mb);
            const QByteArray what = "seed " + QByteArray::number(qulonglong(seed));
            const double eps = 1e-7;

            const Distance swapped = distance(b, mb.from, a, ma.from);
            QVERIFY2(std::abs(swapped.gap - d.gap) < eps, what);
            const Sweep back = sweep(b, mb, a, ma);
            QCOMPARE(back.status, s.status);
            QVERIFY2(std::abs(back.first - s.first) < 1e-4, what);

            const Vec2 by(1e6 * c.number(-1, 1), 1e6 * c.number(-1, 1));
            const double turn = c.number(-3, 3);
            const auto far = [&](const Motion& m) {
                return Motion{moved(m.from, by, turn, 1), moved(m.to, by, turn, 1)};
            };
            QVERIFY2(std::abs(distance(a, far(ma).from, b, far(mb).from).gap - d.gap) < 1e-6, what);
            const Sweep away = sweep(a, far(ma), b, far(mb));
            const bool grazing = s.status != away.status; // may differ only on the knife's edge
            const double at_edge =
                std::abs(gap_at(a, ma, b, mb, s.status == Status::None ? away.first : s.first));
            QVERIFY2(grazing ? at_edge < 1e-5 : std::abs(away.first - s.first) < 1e-3, what);

            const Geometry a3(sa, Vec3(3, 3, 1)), b3(sb, Vec3(3, 3, 1));
            QVERIFY2(
                std::abs(distance(a3, moved(ma.from, {0, 0}, 0, 3), b3, moved(mb.from, {0, 0}, 0, 3)).gap -
                         3 * d.gap) < eps * 3,
                what);

            const Geometry am(sa, Vec3(-1, 1, 1)), bm(sb, Vec3(-1, 1, 1));
            const auto mirror = [](Pose p) {
                return p.at.x = -p.at.x, p.turn = Rotation::in_plane(-p.turn.angle()), p;
            };
            QVERIFY2(std::abs(distance(am, mirror(ma.from), bm, mirror(mb.from)).gap - d.gap) < eps, what);
        }
    }

    /// A figure of parts stands flush on the floor of a map, a little inside its wall: the floor beside the
    /// way out is not in it.
    void depth_flushBesideTheWay() {
        const Geometry figure = made(
            points(ShapeKind::Polygon, {{-6, -11}, {6, -11}, {6, 11}, {1, 11}, {0, 8}, {-1, 11}, {-6, 11}}));
        std::vector<std::string> rows(8, ".....#");
        rows[0] = "######";
        const Geometry maps[] = {
            made(cells(20, rows)),
            made(points(ShapeKind::Polygon, {{0, 0}, {120, 0}, {120, 160}, {100, 160}, {100, 20}, {0, 20}}))};
        for (const Geometry& map : maps)
            for (const double deep : {0.3, 2.5}) {
                const Distance d = distance(figure, at(94 + deep, 31), map, at(0, 0));
                QVERIFY2(std::abs(d.gap + deep) < 1e-9 && d.normal.x > 0.999,
                         qPrintable(QString::number(d.gap)));
                QVERIFY(std::abs(way_out(figure, at(94 + deep, 31), map, at(0, 0), {-1, 0, 0}) - deep) <
                        1e-9);
            }
    }

    void depth_movingOutAlongNormalParts() {
        for (std::uint64_t seed = 0; seed < 2000; ++seed) {
            Case c(seed + 9000);
            const Geometry a = made(c.shape()), b = made(c.shape());
            Pose pa = at(c.number(-2, 2), c.number(-2, 2), c.number(-3, 3));
            const Pose pb = at(0, 0, c.number(-3, 3));
            const Distance d = distance(a, pa, b, pb);
            if (d.gap >= 0) continue;
            pa.at += d.normal * (d.gap - 1e-7);
            QVERIFY2(distance(a, pa, b, pb).gap > -1e-9, qPrintable(QString("seed %1").arg(seed)));
        }
    }

    /// Outlines of many edges: moved out by the depth the shapes are clear, and along no edge's normal is the
    /// way shorter; with very many, of which only near ones are asked, by half at most.
    void depth_ofManyEdges_isTheShortestWayOverThem() {
        for (std::uint64_t seed = 0; seed < 60; ++seed) {
            Case c(seed + 400);
            std::vector<Vec2> gear;
            const int teeth = seed % 2 ? c.whole(30, 60) : c.whole(250, 400);
            const double least = seed % 2 ? 1 - 1e-6 : 0.5;
            for (int i = 0; i < 2 * teeth; ++i)
                gear.push_back(Vec2(std::cos(M_PI * i / teeth), std::sin(M_PI * i / teeth)) *
                               (i % 2 ? 5.0 : c.number(5.2, 8.0)));
            const Geometry a = made(c.shape(5)), b = made(points(ShapeKind::Polygon, gear));
            Pose pa = at(c.number(-7, 7), c.number(-7, 7), c.number(-3, 3));
            const Pose pb = at(0, 0, c.number(-3, 3));
            const Distance d = distance(a, pa, b, pb);
            if (d.gap >= 0) continue;
            const QByteArray what = "seed " + QByteArray::number(qulonglong(seed));
            for (const Vec2& way : b.ways_out())
                QVERIFY2(way_out(a, pa, b, pb, pb.turn.turn(raised(way))) > -d.gap * least, what);
            pa.at += d.normal * (d.gap - 1e-7);
            QVERIFY2(distance(a, pa, b, pb).gap > -1e-9, what);
        }
    }

    /// A concave outline is cut into pieces; where they were cut touches nothing. Flush on a floor, along it
    /// in whichever place, its side level with the floor's end too: the normal is the floor's.
    void flushConcaveShape_touchesByItsFace() {
        for (std::uint64_t seed = 0; seed < 500; ++seed) {
            Case c(seed + 77000);
            const double w = c.number(4, 30), h = c.number(4, 30), left = c.number(-0.8, 0),
                         right = c.number(0.1, 0.8), deep = c.number(-0.8, 0.5);
            const Geometry u = made(points(ShapeKind::Polygon, {{-w, -h},
                                                                {w, -h},
                                                                {w, h},
                                                                {right * w, h},
                                                                {right * w, deep * h},
                                                                {left * w, deep * h},
                                                                {left * w, h},
                                                                {-w, h}}));
            const Geometry floor = made(box(80, 40));
            for (const double x : {0.0, c.number(-30, 30), 40 - w}) {
                const Distance d = distance(u, at(x, h), floor, at(0, -20));
                const Sweep s = sweep(u, {at(x, h + 7), at(x, h - 3)}, floor, {at(0, -20), at(0, -20)});
                QVERIFY2(std::abs(s.first - 0.7) < 1e-9 && std::abs(s.normal.y + 1) < 1e-9,
                         qPrintable(QString("seed %1 at %2: swept, normal %3 %4")
                                        .arg(seed)
                                        .arg(x)
                                        .arg(s.normal.x)
                                        .arg(s.normal.y)));
                QVERIFY2(std::abs(d.gap) < 1e-9 && std::abs(d.normal.y + 1) < 1e-9,
                         qPrintable(QString("seed %1 at %2: %3, normal %4 %5")
                                        .arg(seed)
                                        .arg(x)
                                        .arg(d.gap)
                                        .arg(d.normal.x)
                                        .arg(d.normal.y)));
            }
        }
    }

    void crossedOutline_endsAndKeepsItsArea() {
        const Geometry bow = made(points(ShapeKind::Polygon, {{0, 0}, {4, 4}, {4, 0}, {0, 5}}));
        QVERIFY(bow.pieces().size() >= 1);
        const Geometry comb = made(
            points(ShapeKind::Polygon,
                   {{0, 0}, {9, 0}, {9, 5}, {8, 1}, {7, 5}, {6, 1}, {5, 5}, {4, 1}, {3, 5}, {2, 1}, {0, 5}}));
        QVERIFY2(std::abs(comb.measure() - 27.0) < 1e-9, qPrintable(QString::number(comb.measure())));
    }
};

QTEST_APPLESS_MAIN(QueryTest)
#include "query_test.moc"
