// SPDX-License-Identifier: GPL-3.0-or-later
// Shapes made ready: areas, bounds, extents and outlines against closed forms; pieces are convex and whole.
#include "core/shape/shapes.hpp"

#include "shape/directions.hpp"

#include <QtTest>

#include <random>

using namespace oddbounce;

Q_DECLARE_METATYPE(oddbounce::Shape)

namespace {

constexpr double pi = 3.14159265358979323846;

double shoelace(const std::vector<Vec2>& p) {
    double twice = 0.0;
    for (std::size_t i = 0; i < p.size(); ++i) {
        const Vec2 &u = p[i], &v = p[(i + 1) % p.size()];
        twice += u.x * v.y - v.x * u.y;
    }
    return 0.5 * std::abs(twice);
}

/// A star-shaped outline with n corners of random length: never crosses itself, mostly concave.
std::vector<Vec2> star(std::mt19937& random, int n) {
    std::uniform_real_distribution<double> radius(0.3, 3.0);
    std::vector<Vec2> out;
    for (int i = 0; i < n; ++i)
        out.push_back(Vec2(std::cos(2 * pi * i / n), std::sin(2 * pi * i / n)) * radius(random));
    return out;
}

} // namespace

class GeometryTest : public QObject {
    Q_OBJECT
  private slots:
    void measures_areThoseOfTheClosedForm_data() {
        QTest::addColumn<Shape>("shape");
        QTest::addColumn<double>("area");
        QTest::addColumn<double>("extent");
        QTest::addColumn<double>("width");
        QTest::addColumn<double>("height");
        const auto row = [](const char* name, const Shape& s, double area, double extent, double w,
                            double h) { QTest::newRow(name) << s << area << extent << w << h; };
        row("circle", circle(2), 4 * pi, 4, 4, 4);
        row("box", box(6, 2), 12, 2, 6, 2);
        row("capsule", capsule({0, -3}, {0, 3}, 1), 12 + pi, 2, 2, 8);
        row("triangle", points(ShapeKind::Polygon, {{0, 0}, {4, 0}, {0, 3}}), 6, 2.4, 4, 3);
        row("the other way round", points(ShapeKind::Polygon, {{0, 0}, {0, 3}, {4, 0}}), 6, 2.4, 4, 3);
        row("an L", points(ShapeKind::Polygon, {{0, 0}, {4, 0}, {4, 1}, {1, 1}, {1, 4}, {0, 4}}), 7, 4, 4, 4);
        row("chain", points(ShapeKind::Chain, {{0, 0}, {5, 0}, {5, 2}}), 0, 0, 5, 2);
        row("cells", cells(2, {"##.", ".##"}), 16, 2, 6, 4);
    }
    void measures_areThoseOfTheClosedForm() {
        QFETCH(Shape, shape);
        QFETCH(double, area);
        QFETCH(double, extent);
        QFETCH(double, width);
        QFETCH(double, height);
        const Geometry g = made(shape);
        QVERIFY2(std::abs(g.measure() - area) < 1e-9, qPrintable(QString::number(g.measure())));
        QVERIFY2(std::abs(g.extent() - extent) < 1e-9, qPrintable(QString::number(g.extent())));
        QVERIFY(std::abs(g.bounds().size().x - width) < 1e-9 &&
                std::abs(g.bounds().size().y - height) < 1e-9);
        // Scale and mirror: areas scale by |sx sy|, the box by each; reach never falls short of the box.
        const Geometry scaled = made(shape, {-2, 3, 1});
        if (shape.kind != ShapeKind::Circle && shape.kind != ShapeKind::Capsule) {
            QVERIFY(std::abs(scaled.measure() - 6 * area) < 1e-9);
            QVERIFY(std::abs(scaled.bounds().size().x - 2 * width) < 1e-9);
        }
        for (const Geometry* one : {&g, &scaled}) {
            const Box b = one->bounds();
            QVERIFY(one->reach() <= glm::length(glm::max(glm::abs(b.low), glm::abs(b.high))) + 1e-9);
        }
        QCOMPARE(g.open(), shape.kind == ShapeKind::Chain);
    }

    void concaveOutlines_areCutIntoConvexPiecesOfTheSameArea() {
        for (unsigned seed = 1; seed <= 300; ++seed) {
            std::mt19937 random(seed);
            const std::vector<Vec2> outline = star(random, 3 + static_cast<int>(seed % 30));
            const Geometry g = made(points(ShapeKind::Polygon, outline));
            double sum = 0.0;
            for (const plane::Piece& p : g.pieces()) {
                std::vector<Vec2> corners;
                for (int i = 0; i < p.count; ++i) corners.push_back(p[i]);
                sum += shoelace(corners);
                for (int i = 0; i < p.count; ++i) {
                    const Vec2 u = p[(i + 1) % p.count] - p[i],
                               v = p[(i + 2) % p.count] - p[(i + 1) % p.count];
                    QVERIFY2(u.x * v.y - u.y * v.x > -1e-9, qPrintable(QString("seed %1").arg(seed)));
                }
            }
            QVERIFY2(std::abs(sum - shoelace(outline)) < 1e-9 * sum,
                     qPrintable(QString("seed %1").arg(seed)));
            QVERIFY(std::abs(g.measure() - shoelace(outline)) < 1e-9 * sum);
        }
    }

    void pointDistance_agreesWithASmallCircle() {
        std::mt19937 random(5);
        std::uniform_real_distribution<double> place(-5.0, 5.0);
        const Geometry speck = made(circle(1e-9));
        for (const Shape& s : {circle(2), box(3, 1), capsule({-1, 0}, {2, 1}, 0.5),
                               points(ShapeKind::Polygon, {{0, 0}, {4, 0}, {4, 1}, {1, 1}, {1, 4}, {0, 4}})})
            for (int i = 0; i < 200; ++i) {
                const Geometry g = made(s);
                const Pose pose = at(place(random) / 5, place(random) / 5, place(random));
                const Vec3 p(place(random), place(random), 0.0);
                Pose there;
                there.at = p;
                const double other = distance(speck, there, g, pose).gap, mine = point_distance(p, g, pose);
                if (other > 0.0) QVERIFY(std::abs(mine - other) < 1e-6);
                QCOMPARE(mine < -1e-6, other < -1e-6);
            }
    }

    void wayOut_isTheLeastMoveThatClears() {
        const Geometry post = made(box(2, 10)), ball = made(circle(1));
        const Pose origin = at(0, 0);
        QVERIFY(std::abs(way_out(ball, at(0.5, 0), post, origin, {1, 0, 0}) - 1.5) < 1e-6);
        QVERIFY(std::abs(way_out(ball, at(0.5, 0), post, origin, {-1, 0, 0}) - 2.5) < 1e-6);
        QVERIFY(std::abs(way_out(ball, at(0.5, 0), post, origin, {0, 1, 0}) - 6.0) < 1e-6);
        QCOMPARE(way_out(ball, at(3, 0), post, origin, {1, 0, 0}), 0.0);
    }

    void boxTree_findsWhatBruteForceFinds() {
        std::mt19937 random(9);
        std::uniform_real_distribution<double> place(-100.0, 100.0), size(0.0, 12.0);
        std::vector<Box> boxes;
        for (int i = 0; i < 500; ++i) {
            Box b;
            const Vec3 low(place(random), place(random), 0.0);
            b.add(low), b.add(low + Vec3(size(random), size(random), 0.0));
            boxes.push_back(b);
        }
        const BoxTree tree(boxes);
        for (int q = 0; q < 200; ++q) {
            Box query;
            const Vec3 low(place(random), place(random), 0.0);
            query.add(low), query.add(low + Vec3(size(random), size(random), 0.0));
            std::vector<int> found, brute;
            tree.meeting(query, [&](int i) { found.push_back(i); });
            for (int i = 0; i < 500; ++i)
                if (boxes[static_cast<std::size_t>(i)].meets(query)) brute.push_back(i);
            std::sort(found.begin(), found.end());
            QVERIFY(found == brute);
        }
        int none = 0;
        BoxTree().meeting(boxes[0], [&](int) { ++none; });
        QCOMPARE(none, 0);
    }

    void defect_saysWhatIsWrong_data() {
        QTest::addColumn<Shape>("shape");
        QTest::addColumn<QString>("words");
        QTest::newRow("circle without size") << circle(0) << "'r'";
        QTest::newRow("flat box") << box(3, 0) << "'size'";
        QTest::newRow("two corners") << points(ShapeKind::Polygon, {{0, 0}, {1, 0}}) << "points";
        QTest::newRow("one point") << points(ShapeKind::Chain, {{0, 0}}) << "points";
        QTest::newRow("cells without size") << cells(0, {"#"}) << "'cell'";
    }
    void defect_saysWhatIsWrong() {
        QFETCH(Shape, shape);
        QFETCH(QString, words);
        QVERIFY2(QString::fromStdString(defect(shape)).contains(words), defect(shape).c_str());
    }

    /// Turns in the plane and in space: back undoes turn, parts add up, the rotation vector leads there.
    void rotation_laws() {
        std::mt19937_64 random(7);
        std::normal_distribution<double> some;
        const auto vector = [&] { return Vec3(some(random), some(random), some(random)); };
        for (int i = 0; i < 200; ++i) {
            const auto any = [&](bool spatial) {
                return spatial ? Rotation::in_space(glm::angleAxis(some(random), unit(vector())))
                               : Rotation::in_plane(some(random));
            };
            const bool spatial = i % 2;
            const Rotation a = any(spatial), b = any(spatial);
            const Vec3 v = vector(), by = a.to(b);
            QVERIFY(glm::length(a.turn_back(a.turn(v)) - v) < 1e-12);
            QVERIFY(std::abs(glm::length(a.turn(v)) - glm::length(v)) < 1e-12);
            const double angle = glm::length(by);
            const Vec3 turned = angle > 0 ? glm::angleAxis(angle, by / angle) * a.turn(v) : a.turn(v);
            QVERIFY(glm::length(turned - b.turn(v)) < 1e-9);
            QVERIFY(glm::length(a.to(a.toward(b, 0.3)) - by * 0.3) < 1e-9);
        }
        const Rotation wrapped = Rotation::in_plane(-3.0).counted_from(Rotation::in_plane(3.0));
        QVERIFY(std::abs(Rotation::in_plane(3.0).to(wrapped).z - (2 * M_PI - 6.0)) < 1e-12);
    }

    void directions_standOnEachOther() {
        std::mt19937_64 random(8);
        std::normal_distribution<double> some;
        for (int i = 0; i < 100; ++i) {
            const int space = 2 + i % 2;
            const auto way = [&] {
                return unit(Vec3(some(random), some(random), space == 3 ? some(random) : 0));
            };
            const Directions d(way(), space);
            QVERIFY(std::abs(glm::dot(d.up(), d.right())) < 1e-12 && d.right().x >= 0);
            QVERIFY(std::abs(glm::length(d.right()) - 1) < 1e-12);
            const Vec3 along = way() * 3.0;
            const std::vector<Vec3> across = d.across(along);
            QCOMPARE(across.size(), static_cast<std::size_t>(space - 1));
            for (const Vec3& a : across)
                QVERIFY(std::abs(glm::dot(a, along)) < 1e-12 && std::abs(glm::length(a) - 1) < 1e-12);
            Vec3 sum(0.0);
            for (const Vec3& r : d.all_round(64)) sum += r;
            QVERIFY(glm::length(sum) < (space == 2 ? 1e-9 : 1.0));
        }
    }
};

QTEST_APPLESS_MAIN(GeometryTest)
#include "geometry_test.moc"
