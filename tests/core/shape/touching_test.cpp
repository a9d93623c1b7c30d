// SPDX-License-Identifier: GPL-3.0-or-later
// The places in which a pair touches: by hand, and by laws.
#include "core/shape/shapes.hpp"

#include "shape/touching.hpp"

#include <QtTest>

#include <random>

using namespace oddbounce;

Q_DECLARE_METATYPE(oddbounce::Shape)
Q_DECLARE_METATYPE(oddbounce::Pose)
Q_DECLARE_METATYPE(std::vector<double>)

namespace {

constexpr double within = 0.5, pi = 3.14159265358979323846;

/// The pose at (x, y), turned by `angle`, after all is moved and turned by another one.
Pose moved(double dx, double dy, double by, double x, double y, double angle) {
    const Vec3 p = at(dx, dy, by).place({x, y, 0});
    return at(p.x, p.y, by + angle);
}

} // namespace

class TouchingTest : public QObject {
    Q_OBJECT
  private slots:
    void places_areTheFacesThatAreTouched_data() {
        QTest::addColumn<Shape>("mover");
        QTest::addColumn<Pose>("pose");
        QTest::addColumn<Shape>("ground");
        QTest::addColumn<std::vector<double>>("degrees"); // of the normals, from the mover
        const auto row = [](const char* name, const Shape& s, const Pose& p, const Shape& ground,
                            const std::vector<double>& degrees) {
            QTest::newRow(name) << s << p << ground << degrees;
        };
        const Shape room = cells(10, {"######", "#....#", "#....#"}), slot = cells(10, {"###", "#.#", "#.#"});
        const Shape flat_line = points(ShapeKind::Chain, {{0, 0}, {20, 0}, {40, 0}});
        const Shape slope = points(ShapeKind::Polygon, {{-20, -4}, {26, -4}, {26, 20}, {6, 0}, {-20, 0}});
        row("on a floor", box(4, 6), at(30, 13), room, {-90});
        row("in a corner", box(4, 6), at(12, 13), room, {-180, -90});
        row("near a corner", box(4, 6), at(12.3, 13.2), room, {-180, -90});
        row("too far from the wall", box(4, 6), at(12.6, 13), room, {-90});
        row("sunk in a corner", box(4, 6), at(11.9, 12.7), room, {-180, -90});
        row("between two walls", box(10, 6), at(15, 13), slot, {-180, -90, 0});
        row("on two bumps", box(30, 4), at(15, 12), cells(10, {"#.#"}), {-90});
        row("sunk where two faces meet", box(4, 6), at(21.9, 2.7), flat_line, {-90});
        row("a ball where two faces meet", circle(5), at(20.5, 5.01), flat_line, {-90});
        row("a ball in a valley", circle(5), at(0, 5 * std::sqrt(2.0)),
            points(ShapeKind::Chain, {{-20, 20}, {0, 0}, {20, 20}}), {-135, -45});
        row("at the foot of a slope", box(4, 6), at(4, 3), slope, {-90, -45});
        row("on a peak and at a wall", box(20, 6), at(10, 7),
            points(ShapeKind::Chain, {{0, 30}, {0, 0}, {10, 4}, {20, 0}}), {-180, -90});
        row("apart", box(4, 6), at(30, 20), room, {});
    }
    void places_areTheFacesThatAreTouched() {
        QFETCH(Shape, mover);
        QFETCH(Pose, pose);
        QFETCH(Shape, ground);
        QFETCH(std::vector<double>, degrees);
        std::vector<double> found;
        for (const Distance& d : touching(made(mover), pose, made(ground), at(0, 0), within)) {
            double angle = std::atan2(d.normal.y, d.normal.x) * 180.0 / pi;
            if (angle > 179.999) angle = -180.0;
            found.push_back(angle);
            QVERIFY(std::abs(d.gap) <= within);
            const Vec3 between = d.on_b - d.on_a;
            QVERIFY(std::abs(glm::dot(between, d.normal) - d.gap) < 1e-9);
        }
        std::sort(found.begin(), found.end());
        QCOMPARE(found.size(), degrees.size());
        for (std::size_t i = 0; i < found.size(); ++i)
            QVERIFY2(std::abs(found[i] - degrees[i]) < 0.5, qPrintable(QString::number(found[i])));
    }

    /// Who is named first, where the two are and how they are turned together, changes no place.
    void swapped_orMovedTogether_itIsTheSame() {
        std::mt19937 random(7);
        std::uniform_real_distribution<double> any(0.0, 1.0);
        int several = 0;
        for (int n = 0; n < 8000; ++n) {
            std::vector<std::string> rows(4, std::string(6, '.'));
            for (std::string& row : rows)
                for (char& c : row)
                    if (any(random) < 0.4) c = '#';
            rows[0][0] = '#';
            const bool snug = any(random) < 0.7; // whole places touch faces exactly
            const auto size = [&] {
                return snug ? 2.0 * std::round(1 + 5 * any(random)) : 2 + 10 * any(random);
            };
            const Geometry map = made(cells(10, rows)), mover = made(box(size(), size()));
            const auto place = [&](double span) {
                return snug ? std::round(span * any(random)) : span * any(random);
            };
            const double x = place(60), y = place(40), angle = snug ? 0.0 : any(random);
            const double dx = 300 * any(random), dy = -200 * any(random), by = 6.0 * any(random);
            const Pose p = at(x, y, angle), rest = at(0, 0), all = at(dx, dy, by);
            const auto places = touching(mover, p, map, rest, within);
            const auto turned = touching(mover, moved(dx, dy, by, x, y, angle), map, all, within);
            const auto swapped = touching(map, rest, mover, p, within);
            const auto held = [&](const std::vector<Distance>& some, const Vec3& normal) {
                return std::any_of(some.begin(), some.end(),
                                   [&](const Distance& d) { return glm::dot(d.normal, normal) > 0.99; });
            };
            several += places.size() > 1;
            // Deeper than the faces that are looked for, many ways out may be as short.
            if (places.empty() || places[0].gap < -within) continue;
            for (std::size_t i = 1; i < places.size(); ++i) {
                QVERIFY2(held(swapped, -places[i].normal), qPrintable(QString::number(n)));
                QVERIFY2(held(turned, all.turn.turn(places[i].normal)), qPrintable(QString::number(n)));
            }
        }
        QVERIFY2(several > 200, qPrintable(QString::number(several)));
    }

    /// A box that is a little inside floor, walls or both of a random map: no direction of a thousand leads
    /// out sooner, and the way that is given leads out.
    void depth_inAMap_isTheShortestWayOut() {
        std::mt19937 random(3);
        std::uniform_real_distribution<double> any(0.0, 1.0);
        constexpr double little = 2.0;
        int judged = 0, corners = 0;
        for (int n = 0; n < 1500; ++n) {
            std::vector<std::string> rows(5, std::string(7, '.'));
            for (std::string& row : rows)
                for (char& c : row)
                    if (any(random) < 0.35) c = '#';
            rows[0][0] = '#';
            const Geometry map = made(cells(10, rows)),
                           mover = made(box(4 + 5 * any(random), 4 + 5 * any(random)));
            const Pose p = at(70 * any(random), 50 * any(random)), rest = at(0, 0);
            const Distance d = distance(mover, p, map, rest);
            if (!d.known || d.gap >= 0.0) continue;
            constexpr int directions = 1440;
            double least = infinity;
            for (int k = 0; k < directions; ++k) {
                const double angle = 2.0 * pi * k / directions;
                least =
                    std::min(least, way_out(mover, p, map, rest, {std::cos(angle), std::sin(angle), 0.0}));
            }
            Pose out = p;
            out.at += d.normal * d.gap * 1.000001;
            const Distance after = distance(mover, out, map, rest);
            QVERIFY2(!after.known || after.gap > -1e-5, qPrintable(QString::number(n)));
            if (least > little) continue;
            ++judged, corners += std::abs(d.normal.x * d.normal.y) > 1e-6;
            QVERIFY2(-d.gap <= 1.01 * least,
                     qPrintable(QString("%1: %2, and %3 leads out").arg(n).arg(-d.gap).arg(least)));
        }
        QVERIFY(judged > 100 && corners > 5);
    }
};

QTEST_APPLESS_MAIN(TouchingTest)
#include "touching_test.moc"
