// SPDX-License-Identifier: GPL-3.0-or-later
// A top bounces between two walls and is written as games with other conventions would: reading asks what is
// meant. As it should be, reading says nothing.
#include "recording/log.hpp"

#include <fmt/format.h>

#include <QtTest>

using namespace oddbounce;

namespace {

/// What a game does otherwise; 1 and false as the format has it.
struct Habit {
    double speed = 1;     ///< logged velocities, in those of the format
    double up = 1;        ///< the same along y
    double angle = 1;     ///< ditto angles
    double spin = 1;      ///< ditto angular velocities
    double normal = 1;    ///< ditto normals
    bool local = false;   ///< points of contacts are seen from the body
    double wall_turn = 0; ///< of the walls, as logged
    bool w_first = false; ///< in space
};

std::string top(const Habit& h, int space) {
    constexpr double dt = 1.0 / 60, radius = 8, half = 100;
    std::string out =
        fmt::format("{{\"bounce\":1,\"space\":{},\"unit\":\"px\",\"logs\":[\"contacts\"]}}\n", space);
    for (const int wall : {1, 2, 3, 4})
        out +=
            fmt::format("{{\"body\":{0},\"moves\":\"static\"}}\n{{\"collider\":{0},\"body\":{0},\"shape\":{{"
                        "\"type\":\"box\",\"size\":{1}}}}}\n",
                        wall, std::string(wall < 3 ? "[20,240" : "[240,20") + (space == 2 ? "]" : ",20]"));
    out += fmt::format(
        "{{\"body\":9,\"moves\":\"kinematic\"}}\n{{\"collider\":9,\"body\":9,\"shape\":{{\"type\":"
        "\"{}\",\"r\":{}}}}}\n",
        space == 2 ? "circle" : "sphere", radius);
    const auto row = [&](int id, double x, double y, double angle, const std::string& more) {
        const double c = std::cos(angle / 2), s = std::sin(angle / 2);
        if (space == 2) return fmt::format("[{},{},{},{}{}]", id, x, y, angle * h.angle, more);
        return h.w_first ? fmt::format("[{},{},{},0,{},0,0,{}{}]", id, x, y, c, s, more)
                         : fmt::format("[{},{},{},0,0,0,{},{}{}]", id, x, y, s, c, more);
    };
    double x = 0, y = 0, vx = 300, vy = 210, turn = 0;
    for (int n = 0; n < 300; ++n) {
        std::string contact;
        const auto meet = [&](int wall, double& at, double& v, double nx, double ny) {
            at = std::copysign(half - 10 - radius, at), v = -v;
            contact += fmt::format("{}{{\"a\":9,\"b\":{},\"normal\":[{},{}{}],\"at\":[{},{}{}]}}",
                                   contact.empty() ? "" : ",", wall, nx * h.normal, ny * h.normal,
                                   space == 2 ? "" : ",0", (h.local ? 0 : x + 500) + nx * radius,
                                   (h.local ? 0 : y) + ny * radius, space == 2 ? "" : ",0");
        };
        if (n > 0) x += vx * dt, y += vy * dt, turn += 3 * dt;
        if (std::abs(x) > half - 10 - radius) meet(x < 0 ? 1 : 2, x, vx, x < 0 ? -1 : 1, 0);
        if (std::abs(y) > half - 10 - radius) meet(y < 0 ? 3 : 4, y, vy, 0, y < 0 ? -1 : 1);
        std::string rows;
        if (n == 0)
            for (const int wall : {1, 2, 3, 4})
                rows += row(wall,
                            500 + (wall == 1   ? -half
                                   : wall == 2 ? half
                                               : 0),
                            wall == 3   ? -half
                            : wall == 4 ? half
                                        : 0,
                            h.wall_turn, "") +
                        ",";
        const std::string speeds =
            space == 2 ? fmt::format(",{},{},{}", vx * h.speed, vy * h.speed * h.up, 3 * h.spin)
                       : fmt::format(",{},{},0,0,0,{}", vx * h.speed, vy * h.speed * h.up, 3 * h.spin);
        out += fmt::format("{{\"frame\":{},\"bodies\":[{}{}],\"contacts\":[{}]}}\n", n, rows,
                           row(9, x + 500, y, turn, speeds), contact);
    }
    return out;
}

} // namespace

class ConventionsTest : public QObject {
    Q_OBJECT
  private slots:
    void reading_asks_data() {
        constexpr double degrees = 57.29577951308232;
        QTest::addColumn<Habit>("habit");
        QTest::addColumn<int>("space");
        QTest::addColumn<QString>("question");
        QTest::newRow("as it should be") << Habit{} << 2 << "";
        QTest::newRow("as it should be, in space") << Habit{} << 3 << "";
        QTest::newRow("per step") << Habit{.speed = 1.0 / 60} << 2 << "are they per step?";
        QTest::newRow("per step, in space") << Habit{.speed = 1.0 / 60} << 3 << "are they per step?";
        QTest::newRow("per millisecond") << Habit{.speed = 0.001} << 2 << "per millisecond?";
        QTest::newRow("in metres") << Habit{.speed = 0.01} << 2 << "in another unit?";
        QTest::newRow("y the other way") << Habit{.up = -1} << 2 << "velocities along y";
        QTest::newRow("y the other way, in space") << Habit{.up = -1} << 3 << "velocities along y";
        QTest::newRow("angles in degrees") << Habit{.angle = degrees} << 2 << "are its angles degrees?";
        QTest::newRow("spins in degrees") << Habit{.spin = degrees} << 2 << "is that degrees a second?";
        QTest::newRow("spins in degrees, in space")
            << Habit{.spin = degrees} << 3 << "is that degrees a second?";
        QTest::newRow("clockwise") << Habit{.spin = -1} << 2 << "counted clockwise?";
        QTest::newRow("normals from b to a") << Habit{.normal = -1} << 2 << "lead from b to a";
        QTest::newRow("normals from b to a, in space") << Habit{.normal = -1} << 3 << "lead from b to a";
        QTest::newRow("points seen from the body")
            << Habit{.local = true} << 2 << "coordinates of the world?";
        QTest::newRow("walls turned in degrees") << Habit{.wall_turn = 90} << 2 << "are these degrees?";
        QTest::newRow("w first") << Habit{.w_first = true} << 3 << "is w first?";
    }
    void reading_asks() {
        QFETCH(Habit, habit);
        QFETCH(int, space);
        QFETCH(QString, question);
        const auto said = read_log_text(top(habit, space), "top.bouncelog")->warnings();
        QCOMPARE(said.size(), std::size_t(question.isEmpty() ? 0 : 1));
        if (!said.empty()) QVERIFY2(QString::fromStdString(said[0]).contains(question), said[0].c_str());
    }
};

QTEST_GUILESS_MAIN(ConventionsTest)
#include "conventions_test.moc"
