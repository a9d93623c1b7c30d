// SPDX-License-Identifier: GPL-3.0-or-later
// Bounce logs: everything that the format names is read, kept and written; bad input gets its sentence.
#include "core/scene.hpp"
#include "fault/scan.hpp"
#include "recording/log.hpp"

#include <QDir>
#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;

namespace {

const std::string header = "{\"bounce\":1}\n";
const std::string ball =
    "{\"body\":1,\"moves\":\"kinematic\"}\n{\"collider\":2,\"body\":1,\"shape\":{\"type\":"
    "\"circle\",\"r\":1}}\n";

QString complaint(const std::string& text) {
    try {
        read_log_text(text, "x.bouncelog");
    } catch (const BadInput& e) {
        return QString::fromStdString(e.what());
    }
    return "accepted";
}

} // namespace

class LogTest : public QObject {
    Q_OBJECT
  private slots:
    void everyKey_isReadAndWrittenBack() {
        const std::string text = read_file(TEST_DATA "/every-key.bouncelog");
        const auto r = read_log_text(text, "every-key");
        const auto again = read_log_text(write_log_text(*r), "every-key");
        QVERIFY(equal(*again, *r));
        const auto held = r->frame(1);
        const Frame& f = *held;
        QCOMPARE(f.contacts.at(0).phase, Phase::Begin);
        QCOMPARE(*f.contacts.at(0).impulse, 4.1);
        QVERIFY(!f.contacts.at(1).active);
        QCOMPARE(f.rays.at(0).after, std::string("aim"));
        QCOMPARE(f.rays.at(0).float_bits, 64);
        QCOMPARE(f.iterations.at(0).count, 3);
        QCOMPARE(f.screenshot->rect[2], 100.0);
        QVERIFY(r->header.has(Channel::Desired) && !r->header.has(Channel::Rays));
        QVERIFY(QByteArray::fromStdString(f.extra).contains("mood"));
        // An unknown key, an unknown kind, an unknown channel, two pictures that are none: once each.
        QCOMPARE(r->warnings().size(), std::size_t(5));
    }

    /// Numbers left out are steps that passed, unless velocities say that every step is there.
    void numbersLeftOut_areSteps_data() {
        QTest::addColumn<std::string>("frames");
        QTest::addColumn<double>("steps");
        QTest::newRow("every second frame, places alone")
            << std::string("{\"frame\":0,\"bodies\":[[1,0,0]]}\n{\"frame\":2,\"bodies\":[[1,2,0]]}\n") << 2.0;
        QTest::newRow("every second frame")
            << std::string(
                   "{\"frame\":0,\"bodies\":[[1,0,0,0,60,0]]}\n{\"frame\":2,\"bodies\":[[1,2,0,0,60,0]]}\n")
            << 2.0;
        QTest::newRow("numbers by two, every step")
            << std::string(
                   "{\"frame\":0,\"bodies\":[[1,0,0,0,60,0]]}\n{\"frame\":2,\"bodies\":[[1,1,0,0,60,0]]}\n")
            << 1.0;
        QTest::newRow("said")
            << std::string(
                   "{\"frame\":0,\"bodies\":[[1,0,0]]}\n{\"frame\":2,\"dt\":0.05,\"bodies\":[[1,2,0]]}\n")
            << 3.0;
        QTest::newRow("a pause")
            << std::string("{\"frame\":0,\"bodies\":[[1,0,0]]}\n{\"frame\":200,\"bodies\":[[1,2,0]]}\n")
            << 1.0;
    }
    void numbersLeftOut_areSteps() {
        QFETCH(std::string, frames);
        QFETCH(double, steps);
        const auto r = read_log_text(header + ball + frames, "gaps");
        QCOMPARE(r->frame(1)->dt * 60.0, steps);
        QVERIFY(equal(*read_log_text(write_log_text(*r), "gaps"), *r));
    }

    void labelledRecordings_comeBackEqual() {
        const QDir folder(TEST_DATA "/labelled");
        for (const QString& name : folder.entryList({"*.bouncelog"})) {
            const auto r = read_recording(folder.filePath(name).toStdString());
            const auto again = read_log_text(write_log_text(*r), "again");
            QVERIFY2(equal(*again, *r), qPrintable(name));
        }
    }

    void compressedLog_comesBackEqual() {
        QTemporaryDir folder;
        const auto r = read_recording(TEST_DATA "/every-key.bouncelog");
        const std::string path = folder.filePath("a.bouncelog.zst").toStdString();
        write_recording(*r, path);
        QVERIFY(equal(*read_recording(path), *r));
        QCOMPARE(QDir(folder.path()).entryList(QDir::Files).size(), 1); // nothing left beside it
    }

    void badInput_isNamedWithLineKeyAndExpectation_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("sentence");
        const auto row = [](const char* name, const std::string& text, const char* sentence) {
            QTest::newRow(name) << QString::fromStdString(text) << QString(sentence);
        };
        row("empty", "", "x.bouncelog:1: is not a bounce log");
        row("other json", "{\"a\":1}\n", "x.bouncelog:1: is not a bounce log");
        row("version", "{\"bounce\":2}\n", "x.bouncelog:1: 'bounce' is version 2, expected 1");
        row("space", "{\"bounce\":1,\"space\":4}\n", "'space' is 4, expected 2 or 3");
        row("rate", "{\"bounce\":1,\"rate\":0}\n", "'rate' must be a positive number");
        row("not json in the middle", header + "oops\n{\"frame\":0}\n",
            "x.bouncelog:2: is not a JSON object");
        row("missing key", header + "{\"collider\":2,\"shape\":{\"type\":\"circle\",\"r\":1}}\n",
            "x.bouncelog:2: 'body' is missing");
        row("wrong type", header + "{\"body\":\"seven\"}\n", "'body' must be a whole number");
        row("unknown shape", header + "{\"collider\":2,\"body\":1,\"shape\":{\"type\":\"blob\"}}\n",
            "'type' is \"blob\", expected a shape of 2 dimensions");
        row("negative radius",
            header + "{\"collider\":2,\"body\":1,\"shape\":{\"type\":\"circle\",\"r\":-1}}\n",
            "shape: 'r' must be positive");
        row("flat polygon",
            header + "{\"collider\":2,\"body\":1,\"shape\":{\"type\":\"polygon\",\"points\":[[0,0],[1,1],[2,"
                     "2]]}}\n",
            "must enclose an area");
        row("undefined body", header + "{\"frame\":0,\"bodies\":[[9,0,0]]}\n",
            "'bodies' names body 9, expected one defined before");
        row("undefined collider",
            header + ball + "{\"frame\":0,\"bodies\":[[1,0,0]],\"contacts\":[{\"a\":2,\"b\":77}]}\n",
            "x.bouncelog:4: 'b' names collider 77");
        row("falling numbers", header + "{\"frame\":5}\n{\"frame\":5}\n",
            "x.bouncelog:3: 'frame' is 5 after 5, expected rising numbers");
        row("bad role",
            header +
                "{\"collider\":2,\"body\":1,\"role\":\"wall\",\"shape\":{\"type\":\"circle\",\"r\":1}}\n",
            "'role' is \"wall\", expected one of \"solid\", \"sensor\", \"one-way\"");
        row("no end", header + "{\"end\":false}\n", "x.bouncelog:2: 'end' is false, expected true");
        row("zero scale", header + ball + "{\"frame\":0,\"scale\":[[1,0,1]]}\n", "'scale' must not be zero");
        row("short row", header + ball + "{\"frame\":0,\"bodies\":[[1,0]]}\n",
            "must be rows [id,x,y,angle,vx,vy,angular velocity]");
        for (const char* path : {"../art.png", "art/../../x.png", "/etc/x.png", "http://x/y.png"})
            row(path, header + "{\"art\":1,\"image\":\"" + path + "\",\"size\":[1,1]}\n",
                "the path of a PNG within the log's folder");
        row("orphan collider",
            header + "{\"collider\":2,\"body\":8,\"shape\":{\"type\":\"circle\",\"r\":1}}\n{\"frame\":0}\n",
            "x.bouncelog:2: 'body' names body 8, expected one that is defined");
    }
    void badInput_isNamedWithLineKeyAndExpectation() {
        QFETCH(QString, text);
        QFETCH(QString, sentence);
        const QString said = complaint(text.toStdString());
        QVERIFY2(said.contains(sentence), qPrintable(said));
    }

    void cutOffLastLine_opensWithWarning() {
        const auto r =
            read_log_text(header + ball + "{\"frame\":0,\"bodies\":[[1,0,0]]}\n{\"frame\":1,\"bod", "x");
        QCOMPARE(r->size(), std::size_t(1));
        QVERIFY(QString::fromStdString(r->warnings().at(0)).contains("cut off"));
    }

    void world_followsRowsWarpsScalesAndSwitches() {
        const auto r = read_log_text(
            header + ball +
                "{\"frame\":0,\"bodies\":[[1,0,0]]}\n{\"frame\":1,\"bodies\":[[1,6,0]],\"scale\":[[1,2,2]]}\n"
                "{\"frame\":2}\n{\"frame\":3,\"teleport\":[1],\"bodies\":[[1,600,0]],\"off\":[2]}\n{"
                "\"frame\":4,"
                "\"removed\":[1]}\n{\"frame\":5}\n",
            "x");
        QVERIFY(r->world_at(0).bodies()[0].fresh && !r->world_at(0).bodies()[0].velocity_known);
        QCOMPARE(r->world_at(1).bodies()[0].velocity.x, 360.0);
        QCOMPARE(r->world_at(1).colliders()[0].geometry->reach(), 2.0);
        QCOMPARE(r->world_at(2).bodies()[0].velocity.x, 0.0);
        QVERIFY(r->world_at(3).bodies()[0].teleported && !r->world_at(3).live(0));
        QVERIFY(r->world_at(4).bodies()[0].leaving && !r->world_at(5).bodies()[0].present);
    }

    void everyExampleOfTheFormatDocument_isRead() {
        const QString document = QString::fromStdString(read_file(SOURCE "/docs/bounce-log.md"));
        QStringList lines;
        bool inside = false;
        for (const QString& line : document.split('\n')) {
            if (line.startsWith("```"))
                inside = line == "```json";
            else if (inside && !line.isEmpty())
                lines << line;
        }
        QVERIFY(lines.size() >= 8);
        const auto r = read_log_text(lines.join('\n').toStdString() + "\n", "bounce-log.md");
        QVERIFY(!r->empty());
        QCOMPARE(r->warnings().size(), std::size_t(1)); // the picture of the example is not here
        QVERIFY(r->warnings()[0].find("the picture 'stoat.png'") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(LogTest)
#include "log_test.moc"
