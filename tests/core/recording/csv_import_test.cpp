// SPDX-License-Identifier: GPL-3.0-or-later
// Plain CSV: the same moves as a log's, by rows of bodies or by columns of them; what is wrong gets its
// sentence.
#include "core/scene.hpp"
#include "fault/scan.hpp"
#include "recording/csv_import.hpp"
#include "report/csv.hpp"

#include <QtTest>

#include <set>

using namespace oddbounce;
using json = nlohmann::json;

namespace {

const json ball = {{"csv", 1},
                   {"body", "who"},
                   {"frame", "tick"},
                   {"x", "px"},
                   {"y", "py"},
                   {"definitions",
                    {{{"body", 1}, {"name", "stoat"}, {"moves", "kinematic"}},
                     {{"collider", 1}, {"body", 1}, {"shape", Scene::ball(2)}}}}};

std::shared_ptr<Recording> imported(const std::string& csv, const json& mapping) {
    return import_csv_text(csv, "moves.csv", mapping.dump(), "map.json");
}

json with(json base, const char* patch) {
    base.merge_patch(json::parse(patch));
    return base;
}

} // namespace

class CsvImportTest : public QObject {
    Q_OBJECT
  private slots:
    /// What oddb exports comes back: same places, same findings.
    void exportedPositions_giveTheSameFindings() {
        const auto r = read_recording(SAMPLES "/engine-discrete.bouncelog");
        std::ostringstream csv;
        write_bodies_csv(csv, *r, 0, r->size() - 1);
        json mapping = {{"csv", 1}, {"frame", "frame"}, {"time", "time"}, {"body", "body"}, {"x", "x"},
                        {"y", "y"}, {"angle", "angle"}, {"vx", "vx"},     {"vy", "vy"}};
        mapping["header"] = json::parse(line_of(r->header));
        mapping["header"].erase("logs");
        for (const Recording::Defined& d : r->definitions(0, r->size()))
            mapping["definitions"].push_back(json::parse(line_of(d.definition, 2)));
        const auto back = imported(csv.str(), mapping);
        QCOMPARE(back->size(), r->size());
        for (const std::size_t i : {std::size_t(0), std::size_t(91), r->size() - 1}) {
            const World a = r->world_at(i), b = back->world_at(i);
            for (std::size_t k = 0; k < a.bodies().size(); ++k)
                if (a.bodies()[k].present) QCOMPARE(b.bodies()[k].pose.at, a.bodies()[k].pose.at);
        }
        const auto ids = [](const Recording& one) {
            std::multiset<std::string> out; // what CSV lacks (contacts, grounds) may move them by a frame
            for (const Finding& f : scan(one).findings)
                out.insert(f.fault + " of " + f.names[0] + " and " + f.names[1]);
            return out;
        };
        QCOMPARE(ids(*back), ids(*r));
    }

    void shapesOfTables_data() {
        QTest::addColumn<QByteArray>("csv");
        QTest::addColumn<QByteArray>("patch");
        QTest::newRow("rows of bodies")
            << QByteArray("tick,who,px,py\n0,1,10,20\n1,1,11,20\n2,1,12,20\n") << QByteArray("{}");
        QTest::newRow("names, quotes, CRLF, empty lines")
            << QByteArray("\xEF\xBB\xBFtick,who,\"px\",py\r\n0,\"stoat\",10,20\r\n\r\n1,stoat, 11 "
                          ",20\r\n2,stoat,12,+20")
            << QByteArray("{}");
        QTest::newRow("semicolons and other units")
            << QByteArray("tick;who;px;py\n0;1;1000;2000\n1;1;1100;2000\n2;1;1200;2000\n")
            << QByteArray(R"({"separator":";","length":0.01})");
        QTest::newRow("times in place of frames")
            << QByteArray("t,who,px,py\n7.0,1,10,20\n7.5,1,11,20\n8.0,1,12,20\n")
            << QByteArray(R"({"frame":null,"time":"t"})");
        QTest::newRow("a column for each number of each body")
            << QByteArray("ax,ay,bx\n10,20,\n11,20,5\n12,20,6\n")
            << QByteArray(R"({"body":null,"frame":null,"x":null,"y":null,
                            "bodies":[{"body":1,"x":"ax","y":"ay"}]})");
    }
    void shapesOfTables() {
        QFETCH(QByteArray, csv);
        QFETCH(QByteArray, patch);
        const auto r = imported(csv.toStdString(), with(ball, patch));
        QCOMPARE(r->size(), std::size_t(3));
        QCOMPARE(r->number(2), std::int64_t(2));
        QCOMPARE(r->world_at(2).bodies()[0].pose.at, Vec3(12, 20, 0));
        if (csv.startsWith("t,")) QCOMPARE(r->frame(1)->dt, 0.5);
    }

    void turnsAndVelocities_areTakenInTheUnitsThatTheMappingSays() {
        const auto r =
            imported("tick,who,px,py,a,u,v\n0,1,0,0,90,3,4\n1,1,0,0,,3,4\n",
                     with(ball, R"({"angles":"degrees","angle":"a","vx":"u","vy":"v","length":2})"));
        const World w = r->world_at(0);
        QVERIFY(std::abs(w.bodies()[0].pose.turn.angle() - 1.5707963267948966) < 1e-12);
        QCOMPARE(w.bodies()[0].velocity, Vec3(6, 8, 0));
    }

    void badTables_getTheirSentence_data() {
        QTest::addColumn<QByteArray>("csv");
        QTest::addColumn<QByteArray>("patch");
        QTest::addColumn<QString>("sentence");
        const QByteArray good = "tick,who,px,py\n0,1,10,20\n";
        QTest::newRow("no number") << good + "1,1,ten,20\n"
                                   << QByteArray("{}") << "moves.csv:3: 'px' is 'ten', expected a number";
        QTest::newRow("no body") << good + "1,gull,1,20\n"
                                 << QByteArray("{}")
                                 << "moves.csv:3: names body 'gull', expected an id or a name";
        QTest::newRow("undefined body") << good + "1,9,1,20\n"
                                        << QByteArray("{}") << "moves.csv:3: 'bodies' names body 9";
        QTest::newRow("frames that fall") << good + "0,1,1,1\n-4,1,1,20\n"
                                          << QByteArray("{}") << "moves.csv:4: 'frame' is -4 after 0";
        QTest::newRow("open quotes") << good + "1,\"1,1,20\n"
                                     << QByteArray("{}") << "moves.csv:3: ends inside quotes";
        QTest::newRow("empty") << QByteArray() << QByteArray("{}") << "moves.csv:1: is empty";
        QTest::newRow("missing column")
            << good << QByteArray(R"({"y":"height"})") << "map.json: 'y' names the column 'height'";
        QTest::newRow("no mapping") << good << QByteArray(R"({"csv":2})") << "map.json: is not a mapping";
        QTest::newRow("unknown key") << good << QByteArray(R"({"colour":"px"})")
                                     << "map.json: 'colour' is an unknown key";
        QTest::newRow("bad definition")
            << good
            << QByteArray(R"({"definitions":[{"collider":1,"body":1,"shape":{"type":"circle","r":-1}}]})")
            << "map.json: shape:";
        QTest::newRow("times that fall")
            << QByteArray("t,who,px,py\n2,1,0,0\n1,1,0,0\n") << QByteArray(R"({"frame":null,"time":"t"})")
            << "moves.csv:3: goes back in time";
    }
    void badTables_getTheirSentence() {
        QFETCH(QByteArray, csv);
        QFETCH(QByteArray, patch);
        QFETCH(QString, sentence);
        QString said = "accepted";
        try {
            imported(csv.toStdString(), with(ball, patch));
        } catch (const BadInput& e) {
            said = QString::fromUtf8(e.what());
        }
        QVERIFY2(said.startsWith(sentence), qPrintable(said));
    }
};

QTEST_APPLESS_MAIN(CsvImportTest)
#include "csv_import_test.moc"
