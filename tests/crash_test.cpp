// SPDX-License-Identifier: GPL-3.0-or-later
// Killed at any moment: a recording game leaves a log that opens and has lost at most its last frame; convert
// and clip leave a whole file or none. ODDB_KILLS says how often (200 by hand).
#include "core/scene.hpp"
#include "listener.hpp"
#include "recording/files.hpp"

#include <QDir>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

#include <random>
#include <unistd.h>

using namespace oddbounce;

namespace {

int kills() {
    return std::max(1, qEnvironmentVariableIntValue("ODDB_KILLS") ? qEnvironmentVariableIntValue("ODDB_KILLS")
                                                                  : 15);
}

} // namespace

class CrashTest : public QObject {
    Q_OBJECT
  private:
    std::mt19937 random_{11};
    int some(int low, int high) { return std::uniform_int_distribution<int>(low, high)(random_); }

  private slots:
    void killedGame_losesAtMostTheLastFrame() {
        QTemporaryDir folder;
        const QString path = folder.filePath("run.bouncelog");
        for (int i = 0; i < kills(); ++i) {
            QProcess game;
            game.start(BIN "/endless", {path});
            QVERIFY(game.waitForReadyRead());
            QTest::qWait(some(0, 30));
            game.kill();
            QVERIFY(game.waitForFinished());
            const QList<QByteArray> said = game.readAllStandardOutput().split('\n');
            const qlonglong last = said[said.size() - 2].toLongLong(); // the last whole line
            const auto r = read_recording(path.toStdString());
            QVERIFY2(r->number(r->size() - 1) >= last,
                     qPrintable(QString("%1 of %2").arg(r->number(r->size() - 1)).arg(last)));
            QCOMPARE(r->frame(r->size() - 1)->bodies.size(), std::size_t(40));
            QCOMPARE(r->size(), static_cast<std::size_t>(r->number(r->size() - 1)) + 1);
            QVERIFY(r->cut_off());
        }
    }

    void killedListener_losesAtMostTheLastFrame() {
        QTemporaryDir folder;
        for (int i = 0; i < kills(); ++i) {
            const QString path = folder.filePath(QString("%1.bounce").arg(i));
            QProcess listener;
            listener.start(BIN "/oddb", {"listen", path, "--port", "0"});
            listener.setReadChannel(QProcess::StandardError);
            QVERIFY(listener.waitForReadyRead());
            const QByteArray said = listener.readLine();
            Sender game(said.mid(13).split(',')[0].toStdString());
            Scene scene;
            scene.body(1, "kinematic", Scene::ball(2));
            std::string text = scene.text();
            const int kept = some(1, 700);
            int sent = 0;
            for (; sent < kept; ++sent)
                text += "{\"frame\":" + std::to_string(sent) + ",\"bodies\":[[1," + std::to_string(sent) +
                        ",0]]}\n";
            game.send(text), game.settle();
            try { // and more of which some may be lost
                for (; sent < kept + some(0, 300); ++sent)
                    game.send("{\"frame\":" + std::to_string(sent) + ",\"bodies\":[[1," +
                              std::to_string(sent) + ",0]]}\n");
            } catch (const BadInput&) {
            }
            listener.kill();
            QVERIFY(listener.waitForFinished());
            const auto r = read_recording(path.toStdString());
            QVERIFY2(r->size() >= static_cast<std::size_t>(kept) &&
                         r->size() <= static_cast<std::size_t>(sent),
                     qPrintable(QString("%1 of %2").arg(r->size()).arg(kept)));
            for (std::size_t k : {std::size_t(0), r->size() / 2, r->size() - 1})
                QCOMPARE(r->world_at(k).bodies()[0].pose.at.x, static_cast<double>(k));
        }
    }

    void killedConverter_leavesAWholeFileOrNone_data() {
        QTest::addColumn<QStringList>("call");
        QTest::newRow("to a bounce file") << QStringList{"convert", "IN", "out.bounce"};
        QTest::newRow("to a packed log") << QStringList{"convert", "IN", "out.bouncelog.zst"};
        QTest::newRow("a clip") << QStringList{"clip", "IN", "out.bouncelog", "--frames", "10:1900"};
    }
    void killedConverter_leavesAWholeFileOrNone() {
        QFETCH(QStringList, call);
        QTemporaryDir folder;
        Scene scene;
        for (int id = 1; id <= 20; ++id) scene.body(id, "kinematic", Scene::ball(2));
        for (int n = 0; n < 2000; ++n) {
            Scene::json rows = Scene::json::array();
            for (int id = 1; id <= 20; ++id) rows.push_back({id, 0.1 * n + 9 * id, std::sin(0.01 * n * id)});
            scene.frame(rows);
        }
        const QString in = folder.filePath("in.bouncelog");
        QFile f(in);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write(QByteArray::fromStdString(scene.text())), f.close();
        call.replaceInStrings("IN", in);
        QElapsedTimer clock;
        clock.start();
        QProcess whole;
        whole.setWorkingDirectory(folder.path());
        whole.start(BIN "/oddb", call);
        QVERIFY(whole.waitForFinished() && whole.exitCode() == 0);
        const int takes = static_cast<int>(clock.elapsed()) + 1;
        const QString out = folder.filePath(call[2]);
        const std::string expected = write_log_text(*read_recording(out.toStdString()));
        for (int i = 0; i < kills(); ++i) {
            QFile::remove(out);
            QProcess p;
            p.setWorkingDirectory(folder.path());
            p.start(BIN "/oddb", call);
            QVERIFY(p.waitForStarted());
            QTest::qWait(some(0, takes));
            p.kill();
            QVERIFY(p.state() == QProcess::NotRunning || p.waitForFinished());
            if (QFile::exists(out)) QVERIFY(write_log_text(*read_recording(out.toStdString())) == expected);
        }
        // What they left half done goes with the next that is written; what another process writes stays.
        const QString others = QString("%1.part%2").arg(out).arg(getppid());
        QVERIFY(QFile(others).open(QIODevice::WriteOnly));
        QCOMPARE(QProcess::execute(BIN "/oddb", {"convert", in, out}), 0);
        QCOMPARE(QDir(folder.path()).entryList({"*.part*"}), QStringList(QFileInfo(others).fileName()));
    }
};

QTEST_GUILESS_MAIN(CrashTest)
#include "crash_test.moc"
