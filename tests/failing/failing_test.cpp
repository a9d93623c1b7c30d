// SPDX-License-Identifier: GPL-3.0-or-later
// A disk that is full or broken, memory that runs out, a limit on file sizes: at whichever call it happens,
// oddb ends with its usual result or with one sentence and status 2, and files are whole or as they were.
#include <QDir>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

class FailingTest : public QObject {
    Q_OBJECT
  private:
    struct Ended {
        int status = -1;
        bool crashed = false;
        QByteArray out, err;
    };
    QTemporaryDir folder_;

    Ended run(const QStringList& call, const QString& fail = {}) {
        QProcess p;
        QProcessEnvironment e = QProcessEnvironment::systemEnvironment();
        e.insert("XDG_CACHE_HOME", folder_.filePath("cache"));
        if (!fail.isEmpty()) e.insert("LD_PRELOAD", FAILING), e.insert("ODDB_FAIL", fail);
        p.setProcessEnvironment(e), p.setWorkingDirectory(folder_.path());
        p.start(BIN "/oddb", call);
        if (!p.waitForFinished(60000)) return {-1, true, {}, "does not end"};
        return {p.exitCode(), p.exitStatus() == QProcess::CrashExit, p.readAllStandardOutput(),
                p.readAllStandardError()};
    }
    QByteArray content(const QString& name) {
        QFile file(folder_.filePath(name));
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }
    void put(const QString& name, const QByteArray& bytes) {
        QFile file(folder_.filePath(name));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size());
    }
    /// One sentence that says which program and what is wrong.
    static bool is_sentence(const QByteArray& err) {
        return err.startsWith("oddb: ") && err.count('\n') == 1 && err.endsWith('\n');
    }

  private slots:
    void initTestCase() {
        QVERIFY(QFile::copy(SAMPLES "/net-throw.bouncelog", folder_.filePath("in.bouncelog")));
    }

    void output_isWholeOrAsItWas_data() {
        QTest::addColumn<QString>("function");
        QTest::addColumn<QStringList>("call");
        const QStringList functions{"write", "pwrite", "fsync", "rename"};
        for (const QString& f : functions) {
            for (const char* out : {"out.bouncelog", "out.bouncelog.zst", "out.bounce"})
                QTest::addRow("%s, %s", qPrintable(f), out)
                    << f << QStringList{"convert", "in.bouncelog", out};
            QTest::addRow("%s, clip", qPrintable(f))
                << f << QStringList{"clip", "in.bouncelog", "out.bouncelog", "--frames", "360:380"};
        }
    }
    void output_isWholeOrAsItWas() {
        QFETCH(QString, function);
        QFETCH(QStringList, call);
        const QString out = call[2];
        QFile::remove(folder_.filePath(out));
        const Ended usual = run(call);
        QCOMPARE(usual.status, 0);
        const QByteArray whole = content(out), before = "what was there before\n";
        QVERIFY(!whole.isEmpty());
        constexpr int most_calls = 60;
        bool reached_all = false;
        for (int n = 1; n < most_calls && !reached_all; ++n) {
            put(out, before);
            const Ended e = run(call, QString("%1:%2").arg(function).arg(n));
            const QByteArray after = content(out);
            QVERIFY2(!e.crashed, qPrintable(QString("call %1: %2").arg(n).arg(QString(e.err))));
            if (e.status == 0) {
                QVERIFY2(after == whole, qPrintable(QString::number(n)));
                reached_all = e.err == usual.err;
            } else {
                QCOMPARE(e.status, 2);
                QVERIFY2(is_sentence(e.err), e.err);
                QCOMPARE(after, before);
            }
            const QStringList left = QDir(folder_.path()).entryList({"*.part*"});
            QVERIFY2(left.isEmpty(), qPrintable(left.join(' ')));
        }
        QVERIFY(reached_all);
    }

    void memory_thatRunsOutIsASentence_data() {
        QTest::addColumn<QStringList>("call");
        QTest::newRow("info") << QStringList{"info", "in.bouncelog"};
        QTest::newRow("scan") << QStringList{"scan", "--jobs", "1", "in.bouncelog"};
        QTest::newRow("convert") << QStringList{"convert", "in.bouncelog", "out.bounce"};
    }
    void memory_thatRunsOutIsASentence() {
        QFETCH(QStringList, call);
        const Ended usual = run(call);
        int failed = 0;
        for (double n = 1; n < 2e6; n = n * 1.25 + 1) {
            const Ended e = run(call, QString("malloc:%1").arg(static_cast<long long>(n)));
            QVERIFY2(!e.crashed, qPrintable(QString("allocation %1: %2").arg(n).arg(QString(e.err))));
            if (e.status == usual.status && e.out == usual.out) continue; // not needed, or not reached
            ++failed;
            QCOMPARE(e.status, 2);
            QVERIFY2(is_sentence(e.err), e.err);
        }
        QVERIFY2(failed > 3, qPrintable(QString::number(failed)));
    }

    /// `ulimit -f`: a signal that ends programs which did not think of it.
    void fileSizeLimit_isASentence() {
        QProcess p;
        p.setWorkingDirectory(folder_.path());
        p.start("sh", {"-c", "ulimit -f 2; exec " BIN "/oddb convert in.bouncelog limited.bouncelog"});
        QVERIFY(p.waitForFinished(30000));
        QCOMPARE(p.exitStatus(), QProcess::NormalExit);
        QCOMPARE(p.exitCode(), 2);
        const QByteArray err = p.readAllStandardError();
        QVERIFY2(is_sentence(err) && err.contains("cannot be written"), err);
        QVERIFY(!QFile::exists(folder_.filePath("limited.bouncelog")));
    }
};

QTEST_GUILESS_MAIN(FailingTest)
#include "failing_test.moc"
