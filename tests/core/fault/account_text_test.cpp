// SPDX-License-Identifier: GPL-3.0-or-later
// Words and numbers of accounts; the settings file; who is the mover.
#include "core/scene.hpp"
#include "fault/account_text.hpp"
#include "fault/project.hpp"
#include "recording/files.hpp"

#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;
using json = nlohmann::json;

namespace {

/// What reading such a settings file complains of; "accepted" where it does not.
QString complaint(const QByteArray& text) {
    QTemporaryDir folder;
    QFile f(folder.filePath("s.json"));
    if (!f.open(QIODevice::WriteOnly)) return "not written";
    f.write(text), f.close();
    try {
        read_project(f.fileName().toStdString());
    } catch (const BadInput& e) {
        return e.what();
    }
    return "accepted";
}

} // namespace

class AccountTextTest : public QObject {
    Q_OBJECT
  private slots:
    void figures_haveAboutThreeDigits_data() {
        QTest::addColumn<double>("value");
        QTest::addColumn<QString>("text");
        const auto row = [](double v, const char* text) {
            QTest::newRow(text) << v << QString::fromUtf8(text);
        };
        row(0.0, "0"), row(1e-15, "0"), row(3.14159, "3.14"), row(24.31, "24.3"), row(1460.2, "1\u202f460");
        row(-1234567.0, "\u22121\u202f234\u202f567"), row(0.0021, "0.0021"), row(0.05, "0.05"),
            row(2e-7, "2\u00A0×\u00A010⁻⁷"), row(-1.914e12, "−1.91\u00A0×\u00A010¹²");
        row(100.0, "100"), row(-999.0, "\u2212999"), row(HUGE_VAL, "unknown");
    }
    void figures_haveAboutThreeDigits() {
        QFETCH(double, value);
        QFETCH(QString, text);
        QCOMPARE(QString::fromStdString(figure(value)), text);
    }

    void directions_areThoseOfAPersonStandingUpright_data() {
        QTest::addColumn<double>("up_y");
        QTest::newRow("y up") << 1.0;
        QTest::newRow("y down") << -1.0;
    }
    void directions_areThoseOfAPersonStandingUpright() {
        QFETCH(double, up_y);
        const auto recorded = [&](double gravity) {
            return Scene(json{{"up", {0, up_y}}, {"gravity", {0, -gravity * up_y}}})
                .body(1, "kinematic", Scene::ball(1))
                .frame({{1, 0, 0}})
                .recording();
        };
        const auto r = recorded(900);
        QCOMPARE(side_word(*r, Vec3(0, 3 * up_y, 0)), "above");
        QCOMPARE(side_word(*r, Vec3(1, -3 * up_y, 0)), "below");
        QCOMPARE(side_word(*r, Vec3(4, 3, 0)), "right of");
        QCOMPARE(side_word(*r, Vec3(-4, 3, 0)), "left of");
        QCOMPARE(motion_text(*r, Vec3(0, -300 * up_y, 0)), std::string("falling at 300 px/s"));
        QCOMPARE(motion_text(*r, Vec3(-20, 3, 0)), std::string("moving left at 20.2 px/s"));
        QCOMPARE(motion_text(*r, Vec3(0.1, 0, 0)), std::string("at rest"));
        QCOMPARE(motion_text(*r, Vec3(30, 40 * up_y, 0)), std::string("moving right and up at 50 px/s"));
        QCOMPARE(motion_text(*r, Vec3(-30, -40 * up_y, 0)), std::string("moving left and down at 50 px/s"));
        QCOMPARE(motion_text(*recorded(0), Vec3(0, -300 * up_y, 0)), std::string("moving down at 300 px/s"));
        QCOMPARE(desired_text(*r, Vec3(40, -30 * up_y, 0)),
                 std::string("wants to move right and down at 50 px/s"));
    }

    void names_fallBackToKindAndNumber() {
        const auto r = Scene()
                           .body(1, "kinematic", Scene::ball(1), {{"name", "stoat"}, {"kind", "courier"}})
                           .body(2, "kinematic", Scene::ball(1), {{"kind", "gull"}})
                           .body(3, "kinematic", Scene::ball(1))
                           .frame({{1, 0, 0}, {2, 9, 0}, {3, 18, 0}})
                           .recording();
        const World w = r->world_at(0);
        QCOMPARE(body_name(w, 0), std::string("stoat"));
        QCOMPARE(body_name(w, 1), std::string("gull"));
        QCOMPARE(body_name(*r, 3), std::string("body 3"));
        QCOMPARE(body_name(*r, 77), std::string("body 77"));
    }

    void mover_isTheOneThatMovesMoreWhicheverIsNamedFirst() {
        const auto r = Scene()
                           .body(1, "static", Scene::block(4, 4))
                           .body(2, "kinematic", Scene::ball(1))
                           .body(3, "kinematic", Scene::ball(1))
                           .frame({{1, 0, 0}, {2, 9, 0}, {3, 18, 0}})
                           .frame({{2, 8, 0}, {3, 16, 0}})
                           .recording();
        const World before = r->world_at(0), now = r->world_at(1);
        for (const auto& [a, b, first] : {std::tuple(0, 1, 1), std::tuple(1, 2, 2)}) {
            QCOMPARE(mover_first(before, now, a, b).first, first);
            QCOMPARE(mover_first(before, now, b, a).first, first);
        }
    }

    void settings_areReadByNameAndRefusedByName() {
        QCOMPARE(complaint(R"({"stuck-on-edge.frames": 9})"), QString("accepted"));
        QVERIFY(complaint(R"({"stuck-on-edge.frame": 9})").contains("stuck-on-edge.frame"));
        QVERIFY(complaint(R"({"stuck-on-edge.frames": "many"})").contains("number"));
        QVERIFY(complaint("[1]").contains("expected"));
        QVERIFY(complaint("{").contains("expected"));
        QVERIFY(complaint(R"({"stuck-on-edge.frames": -1})").contains("at least 0"));
        QCOMPARE(complaint(R"({"kinds": {"gull": {"stuck-on-edge.frames": 9}}})"), QString("accepted"));
        QVERIFY(complaint(R"({"kinds": ["gull"]})").contains("'kinds' must be an object"));
        QVERIFY(
            complaint(R"({"kinds": {"gull": {"frames": 9}}})").contains("'frames' is an unknown setting"));
        QCOMPARE(
            complaint(R"({"expected": [{"fault": "tunneling", "kinds": ["gull"], "reason": "it may"}]})"),
            QString("accepted"));
        QVERIFY(complaint(R"({"expected": [{"fault": "tunnel", "kinds": ["gull"], "reason": ""}]})")
                    .contains("an unknown fault"));
        QVERIFY(complaint(R"({"expected": [{"finding": "a"}]})").contains("expected"));
        Settings s;
        const Threshold before = s.threshold("stuck-on-edge.frames");
        s.set("stuck-on-edge.frames", 9);
        QCOMPARE(s["stuck-on-edge.frames"], 9.0);
        QCOMPARE(s.threshold("stuck-on-edge.frames").unit, before.unit);
    }

    /// A kind's own settings go before those of all; what is set to what holds anyway is no change.
    void settings_ofAKindGoFirst() {
        const std::string name = "stuck-on-edge.frames";
        Settings s;
        const double usual = s[name];
        s.set(name, 9), s.set(name, 12, "gull");
        QCOMPARE(s[name], 9.0);
        QCOMPARE(s.of_kind("gull")[name], 12.0);
        QCOMPARE(s.of_kind("crate")[name], 9.0);
        Project p;
        p.settings = s,
        p.expected = {{"", "tunneling", {"gull", "net"}, "it may"}, {"trapped-1-2", "", {}, "so"}};
        QTemporaryDir folder;
        const std::string path = folder.filePath("odd-bounce.json").toStdString();
        write_file(path, json_of(p).dump());
        const Project again = read_project(path);
        QVERIFY(again.settings == s && again.expected == p.expected);
        QCOMPARE(project_file_of(folder.filePath("a/b/c.bouncelog").toStdString()), path);
        s.set(name, 9, "gull");
        QVERIFY(!s.changed().count("gull"));
        s.set(name, usual);
        QVERIFY(s == Settings());
    }

    /// The document lists every threshold with the default that the program has.
    void settings_areAllInTheDocument() {
        QFile f(SOURCE "/docs/faults.md");
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QString text = f.readAll();
        for (const SettingInfo& s : Settings::table()) {
            const QRegularExpression row(
                QString("\\| `%1` \\| ([0-9.]+)").arg(QRegularExpression::escape(s.name)));
            const auto match = row.match(text);
            QVERIFY2(match.hasMatch(), s.name);
            QCOMPARE(match.captured(1).toDouble(), s.value);
        }
    }
};

QTEST_APPLESS_MAIN(AccountTextTest)
#include "account_text_test.moc"
