// SPDX-License-Identifier: GPL-3.0-or-later
// The command line: call, expected exit status, stdout, stderr. Cases are in tests/data/cli.json.
#include <QFile>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

class OddbTest : public QObject {
    Q_OBJECT
  private slots:
    void call_answersAsWritten_data() {
        QTest::addColumn<QJsonObject>("call");
        QFile file(TEST_DATA "/cli.json");
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QJsonArray all = QJsonDocument::fromJson(file.readAll()).array();
        QVERIFY(all.size() > 10);
        for (const QJsonValue& v : all) QTest::newRow(qPrintable(v["name"].toString())) << v.toObject();
    }
    void call_answersAsWritten() {
        QFETCH(QJsonObject, call);
        QTemporaryDir folder;
        for (const QString& name : call["files"].toObject().keys()) {
            QFile f(folder.filePath(name));
            QVERIFY(f.open(QIODevice::WriteOnly));
            const QJsonValue content = call["files"][name];
            f.write(content.isString() ? content.toString().toUtf8()
                                       : QJsonDocument(content.toObject()).toJson());
        }
        QStringList arguments;
        for (const QJsonValue& a : call["call"].toArray())
            arguments << a.toString().replace("SAMPLES", SAMPLES).replace("DATA", TEST_DATA);
        QProcess process;
        process.setWorkingDirectory(folder.path());
        process.start(BIN "/oddb", arguments);
        process.write(call["stdin"].toString().toUtf8());
        process.closeWriteChannel();
        QVERIFY(process.waitForFinished(60000));
        const QString out = process.readAllStandardOutput(), err = process.readAllStandardError();
        QVERIFY2(process.exitCode() == call["exit"].toInt(),
                 qPrintable(QString::number(process.exitCode()) + "\n" + out + err));
        for (const QJsonValue& v : call["out"].toArray())
            QVERIFY2(out.contains(v.toString()), qPrintable(v.toString() + " is not in:\n" + out));
        for (const QJsonValue& v : call["err"].toArray())
            QVERIFY2(err.contains(v.toString()), qPrintable(v.toString() + " is not in:\n" + err));
        if (!call.contains("out")) QVERIFY2(out.isEmpty(), qPrintable(out));
        if (!call.contains("err")) QVERIFY2(err.isEmpty(), qPrintable(err));
        const QJsonObject wanted = call["json"].toObject();
        if (wanted.isEmpty()) return;
        const QJsonObject given = QJsonDocument::fromJson(out.toUtf8()).object();
        for (const QString& key : wanted.keys()) QCOMPARE(given[key], wanted[key]);
    }

    void scanJson_isTheSameForAnyNumberOfJobs() {
        QByteArray first;
        for (const char* jobs : {"1", "2", "7"}) {
            QProcess p;
            p.start(BIN "/oddb",
                    {"scan", "--format", "json", "--jobs", jobs, SAMPLES "/net-throw.bouncelog"});
            QVERIFY(p.waitForFinished(60000));
            const QByteArray out = p.readAllStandardOutput();
            if (first.isEmpty()) first = out;
            QCOMPARE(out, first);
        }
        QVERIFY(first.size() > 500);
    }
};

QTEST_GUILESS_MAIN(OddbTest)
#include "oddb_test.moc"
