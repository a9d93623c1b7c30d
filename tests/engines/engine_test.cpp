// SPDX-License-Identifier: GPL-3.0-or-later
// Real engines: thousands of frames of busy legal play give no finding, and faults seeded in the same scenes
// are found.
#include "fault/scan.hpp"
#include "recording/files.hpp"

#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;

class EngineTest : public QObject {
    Q_OBJECT
    Scan played(const QString& play, int seed, int frames, const QString& fault) {
        QTemporaryDir folder;
        const QString path = folder.filePath("play.bouncelog");
        QStringList call{path, QString::number(seed), QString::number(frames)};
        if (!fault.isEmpty()) call << fault;
        QProcess program;
        program.start(PLAYS "/" + play, call);
        if (!program.waitForFinished(120000) || program.exitCode() != 0) return {};
        const auto r = read_recording(path.toStdString());
        frames_ = r->size();
        return scan(*r);
    }
    std::size_t frames_ = 0;

  private slots:
    void init() { frames_ = 0; }
    void legalPlay_isClean_data() {
        QTest::addColumn<QString>("play");
        QTest::addColumn<int>("seed");
        for (const char* play : {"box2d_busy", "chipmunk_busy", "bullet_busy", "box2d_yard", "chipmunk_yard"})
            for (const int seed : {2, 22, 38})
                QTest::newRow(qPrintable(QString("%1 %2").arg(play).arg(seed))) << play << seed;
    }
    void legalPlay_isClean() {
        QFETCH(QString, play);
        QFETCH(int, seed);
        const Scan s = played(play, seed, 2500, "");
        QCOMPARE(frames_, std::size_t(2500));
        for (const Finding& f : s.findings) QFAIL(f.id.c_str());
    }

    void seededFault_isFound_data() {
        QTest::addColumn<QString>("engine");
        QTest::addColumn<QString>("fault");
        QTest::addColumn<QStringList>("found");
        QTest::newRow("thin wall, no continuous collision") << "box2d"
                                                            << "thin" << QStringList{"tunneling"};
        QTest::newRow("thin wall, tests of places") << "chipmunk"
                                                    << "thin" << QStringList{"tunneling", "pop-through"};
        QTest::newRow("inner vertices of a row of boxes") << "box2d"
                                                          << "seam" << QStringList{"stuck-on-edge"};
        QTest::newRow("friction at a wall") << "box2d"
                                            << "hang" << QStringList{"stuck-on-edge"};
        QTest::newRow("wrong mask") << "box2d"
                                    << "filter" << QStringList{"silent-overlap"};
        QTest::newRow("wrong group") << "chipmunk"
                                     << "filter" << QStringList{"silent-overlap"};
        QTest::newRow("thin wall in space") << "bullet"
                                            << "thin" << QStringList{"tunneling"};
        QTest::newRow("wrong mask in space") << "bullet"
                                             << "filter" << QStringList{"silent-overlap"};
        QTest::newRow("ray from inside") << "chipmunk"
                                         << "ray" << QStringList{"ray-self-hit"};
    }
    void seededFault_isFound() {
        QFETCH(QString, engine);
        QFETCH(QString, fault);
        QFETCH(QStringList, found);
        const Scan s = played(engine + "_busy", 5, 250, fault);
        QVERIFY(!s.findings.empty());
        QSet<QString> ids;
        for (const Finding& f : s.findings) ids << QString::fromStdString(f.fault);
        for (const QString& id : found) QVERIFY2(ids.contains(id), qPrintable(id));
        for (const QString& id : ids) QVERIFY2(found.contains(id), qPrintable("false alarm: " + id));
    }
};

QTEST_APPLESS_MAIN(EngineTest)
#include "engine_test.moc"
