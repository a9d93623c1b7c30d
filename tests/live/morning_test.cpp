// SPDX-License-Identifier: GPL-3.0-or-later
// A long session from end to end: sent while it is judged, killed, reopened, judged, cut, shrunk, handed on.
// ODDB_MORNING says how many minutes (60 by hand; figures in docs/performance.md).
#include "fault/scan.hpp"
#include "recording/files.hpp"

#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;

class MorningTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;
    QByteArray run(const QString& program, const QStringList& call, int most_status = 0) {
        QProcess p;
        p.setWorkingDirectory(folder_.path());
        p.start(QString(BIN "/") + program, call);
        if (!p.waitForFinished(600000) || p.exitStatus() != QProcess::NormalExit ||
            p.exitCode() > most_status)
            qWarning() << program << call << p.exitCode() << p.readAllStandardError();
        said_ = p.readAllStandardError();
        return p.readAllStandardOutput();
    }
    QByteArray said_;

  private slots:
    void aMorning_isRecordedKilledJudgedCutAndHandedOn() {
        const double minutes =
            qEnvironmentVariableIsSet("ODDB_MORNING") ? qgetenv("ODDB_MORNING").toDouble() : 1.2;
        QElapsedTimer clock;
        clock.start();
        run("gullwick", {"--morning", QString::number(minutes), "day.bouncelog"});
        const int passed = said_.split(' ')[0].toInt();
        QVERIFY(passed >= 2);
        qInfo("recorded: %lld ms, %lld MB", clock.restart(),
              QFileInfo(folder_.filePath("day.bouncelog")).size() >> 20);

        // Sent while it is judged; killed before the game has said goodbye.
        QProcess listener;
        listener.setWorkingDirectory(folder_.path());
        listener.start(BIN "/oddb", {"listen", "day.bounce", "--port", "0", "--format", "json"});
        listener.setReadChannel(QProcess::StandardError);
        QVERIFY(listener.waitForReadyRead());
        const QString url = listener.readLine().mid(13).split(',')[0];
        QProcess game;
        game.setWorkingDirectory(folder_.path());
        game.start(BIN "/oddb", {"send", "day.bouncelog", "--to", url, "--follow"});
        QByteArray found;
        QTRY_VERIFY_WITH_TIMEOUT((listener.setReadChannel(QProcess::StandardOutput),
                                  listener.waitForReadyRead(50), found += listener.readAllStandardOutput(),
                                  found.count("\"tunneling\"") >= passed),
                                 600000);
        listener.kill(), listener.waitForFinished(), game.kill(), game.waitForFinished();
        qInfo("sent, kept and judged while it came: %lld ms, %lld MB", clock.restart(),
              QFileInfo(folder_.filePath("day.bounce")).size() >> 20);

        // Reopened and judged.
        const auto kept = read_recording(folder_.filePath("day.bounce").toStdString());
        qInfo("reopened: %lld ms, %lld frames", clock.restart(), static_cast<long long>(kept->size()));
        kept->world_at(kept->size() / 2);
        qInfo("its middle shown: %lld ms", clock.restart());
        const auto all =
            nlohmann::json::parse(run("oddb", {"scan", "day.bounce", "--format", "json"}, 1).toStdString());
        qInfo("judged again: %lld ms", clock.restart());
        QCOMPARE(static_cast<int>(all["findings"].size()), passed); // and nothing else in all of it
        const QString id = QString::fromStdString(all["findings"].back()["id"]);

        // Cut, shrunk, handed on as a log.
        run("oddb", {"clip", "day.bounce", "ticket.bouncelog", "--finding", id, "--shrink"});
        qInfo("cut and shrunk: %lld ms", clock.restart());
        const auto ticket = read_recording(folder_.filePath("ticket.bouncelog").toStdString());
        QVERIFY2(ticket->size() <= 5 && ticket->body_count() == 2,
                 qPrintable(QString::number(ticket->body_count())));
        const auto findings = scan(*ticket).findings;
        QCOMPARE(findings.size(), std::size_t(1));
        QCOMPARE(QString::fromStdString(findings[0].id), id);
    }
};

QTEST_GUILESS_MAIN(MorningTest)
#include "morning_test.moc"
