// SPDX-License-Identifier: GPL-3.0-or-later
// The documents say what is so: commands run, examples are read, links lead somewhere, options exist.
#include "fault/scan.hpp"
#include "fix/case_file.hpp"
#include "recording/bad_input.hpp"
#include "recording/csv_import.hpp"
#include "recording/files.hpp"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QtTest>

namespace {

QString text_of(const QString& path) {
    QFile f(path);
    return f.open(QIODevice::ReadOnly) ? QString::fromUtf8(f.readAll()) : QString();
}

QStringList documents() {
    QStringList out{SOURCE "/README.md", SOURCE "/CONTRIBUTING.md", SOURCE "/tests/README.md"};
    const QDir docs(SOURCE "/docs");
    for (const QString& name : docs.entryList({"*.md"})) out << docs.filePath(name);
    return out;
}

/// The fenced blocks of this language.
QStringList blocks(const QString& text, const QString& language) {
    static const QString fence = "```";
    QStringList out;
    const QRegularExpression block(fence + language + "\\n(.*?)" + fence,
                                   QRegularExpression::DotMatchesEverythingOption);
    for (auto it = block.globalMatch(text); it.hasNext();) out << it.next().captured(1);
    return out;
}

} // namespace

class DocsTest : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() { qputenv("QT_QPA_PLATFORM", "offscreen"); }

    void commandsOfTheReadme_run() {
        int ran = 0;
        QTemporaryDir folder;
        QVERIFY(QFile::link(SAMPLES, folder.filePath("samples")));
        QDir(folder.path()).mkpath("build");
        QVERIFY(QFile::link(BIN, folder.filePath("build/bin")) &&
                QFile::link(SAMPLES, folder.filePath("build/samples")));
        for (const QString& block : blocks(text_of(SOURCE "/README.md"), "sh"))
            for (const QString& line : block.split('\n', Qt::SkipEmptyParts)) {
                if (!line.startsWith("build/bin/")) continue;
                QProcess p;
                p.setWorkingDirectory(folder.path());
                p.start("sh", {"-c", line});
                QVERIFY(p.waitForFinished(60000));
                QVERIFY2(p.exitStatus() == QProcess::NormalExit && p.exitCode() <= 1,
                         qPrintable(line + "\n" + p.readAllStandardError()));
                ++ran;
            }
        QVERIFY(ran >= 2 && QFileInfo(folder.filePath("moment.svg")).size() > 5000);
    }

    void links_leadSomewhere() {
        static const QRegularExpression link("\\]\\(([^)#:]+)(#[^)]*)?\\)");
        int followed = 0;
        for (const QString& path : documents()) {
            const QString text = text_of(path);
            QVERIFY2(!text.isEmpty(), qPrintable(path));
            for (auto it = link.globalMatch(text); it.hasNext(); ++followed) {
                const QString target = it.next().captured(1);
                QVERIFY2(QFileInfo::exists(QFileInfo(path).dir().filePath(target)),
                         qPrintable(path + ": " + target));
            }
        }
        QVERIFY(followed > 20);
    }

    /// recording.md, word for word: each program is saved, run as it says, and what it wrote is read.
    void recordingIsFollowedWordForWord() {
        const QString text = text_of(SOURCE "/docs/recording.md");
        int followed = 0;
        for (const QString& part : text.split("\n## ").mid(1)) {
            static const QRegularExpression names("`recorder/([a-z_.]+)`(?:.|\n)*?`(game\\.[a-z]+)`:");
            const auto named = names.match(part);
            if (!named.hasMatch()) continue;
            QTemporaryDir folder;
            QVERIFY(QFile::copy(SOURCE "/recorder/" + named.captured(1), folder.filePath(named.captured(1))));
            const QString ending = named.captured(2).section('.', 1);
            const QString language = ending == "py" ? "python" : ending == "mjs" ? "js" : ending;
            QFile program(folder.filePath(named.captured(2)));
            QVERIFY(program.open(QIODevice::WriteOnly));
            program.write(blocks(part, language).value(0).toUtf8()), program.close();
            QProcess shell;
            QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
            environment.insert("PATH", QString(BIN ":") + environment.value("PATH"));
            shell.setProcessEnvironment(environment), shell.setWorkingDirectory(folder.path());
            shell.start("sh", {"-e", "-c", blocks(part, "sh").value(0)});
            QVERIFY2(shell.waitForFinished(120000) && shell.exitCode() == 0,
                     qPrintable(named.captured(2) + ": " + shell.readAllStandardError()));
            const auto r = oddbounce::read_recording(folder.filePath("run.bouncelog").toStdString());
            QCOMPARE(r->size(), std::size_t(60));
            QCOMPARE(r->world_at(59).bodies()[1].pose.at.y, 16.0);
            QCOMPARE(oddbounce::scan(*r).findings.size(), std::size_t(0));
            ++followed;
        }
        QCOMPARE(followed, 5);
    }

    /// Each fault has its section, with a picture that is there, and each threshold its row.
    void everyFaultAndThreshold_isDescribed() {
        const QString text = text_of(SOURCE "/docs/faults.md");
        for (const oddbounce::Fault& f : oddbounce::catalogue()) {
            const QString section = text.section(QString("\n## %1\n").arg(f.id), 1, 1).section("\n## ", 0, 0);
            const auto picture = QRegularExpression("!\\[[^]]+\\]\\((.+)\\)").match(section);
            QVERIFY2(picture.hasMatch() && QFile::exists(SOURCE "/docs/" + picture.captured(1)), f.id);
            QVERIFY2(section.contains("Facts:"), f.id);
        }
        for (const oddbounce::SettingInfo& s : oddbounce::Settings::table())
            QVERIFY2(text.contains(QString("| `%1` |").arg(s.name)), s.name);
        QTemporaryDir folder;
        QFile file(folder.filePath("odd-bounce.json"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(blocks(text, "json").at(0).toUtf8()), file.close();
        const auto project = oddbounce::read_project(file.fileName().toStdString());
        QCOMPARE(project.expected.size(), std::size_t(1));
        QCOMPARE(project.settings.of_kind("parcel")["deep-overlap.share_of_extent"], 0.1);
    }

    void fixExamples_areValid() {
        const QStringList all = blocks(text_of(SOURCE "/docs/fix-file.md"), "json");
        QVERIFY(!all.isEmpty());
        for (const QString& block : all) {
            const auto json = nlohmann::json::parse(block.toStdString());
            if (json.contains("case"))
                QVERIFY(!oddbounce::case_from_json(json, "docs").checks.empty());
            else
                QVERIFY(!oddbounce::fix_from_json(json, "docs").changes.empty());
        }
    }

    void csvExample_isImported() {
        const QString text = text_of(SOURCE "/docs/csv-import.md");
        const auto r = oddbounce::import_csv_text(blocks(text, "csv").at(0).toStdString(), "example.csv",
                                                  blocks(text, "json").at(0).toStdString(), "example.json");
        QCOMPARE(r->size(), std::size_t(2));
        QCOMPARE(r->body_count(), std::size_t(2));
        QCOMPARE(r->world_at(1).bodies()[0].pose.at.x, 414.2);
    }

    /// Every knob that the fix document names is accepted by the reader, and no other.
    void knobsOfTheFixDocument_exist() {
        static const QRegularExpression row("\\n\\| (collider|pair|motion) \\|([^|]*)\\|([^\\n]*)\\|"),
            name("`([a-z_]+)`");
        const QString text = text_of(SOURCE "/docs/fix-file.md");
        int known = 0;
        for (auto rows = row.globalMatch(text); rows.hasNext();) {
            const auto match = rows.next();
            for (auto names = name.globalMatch(match.captured(3)); names.hasNext();) {
                const QString key = names.next().captured(1);
                nlohmann::json change = {{match.captured(1) == "motion" ? "motion" : "colliders", {1}}};
                if (match.captured(1) == "pair") change = {{"pair", {"a", "b"}}, {"does", "solid"}};
                change[key.toStdString()] = nullptr;
                try {
                    oddbounce::fix_from_json({{"fix", 1}, {"changes", nlohmann::json::array({change})}},
                                             "docs");
                } catch (const oddbounce::BadInput& e) {
                    // A value of the wrong kind is refused; the key itself must be known. Words of choices
                    // are not keys.
                    known += QString(e.what()).contains("'" + key + "' must be");
                }
            }
        }
        QVERIFY2(known >= 20, qPrintable(QString::number(known)));
    }

    void optionsOfTheCommandLine_exist() {
        static const QRegularExpression row("\\n\\| `(oddb|odd-bounce) ?([a-z]*)([^\\n]*)`[^\\n]*"),
            option("--[a-z-]+");
        const QString text = text_of(SOURCE "/docs/command-line.md");
        int checked = 0;
        for (auto rows = row.globalMatch(text); rows.hasNext();) {
            const auto match = rows.next();
            QProcess help;
            QStringList call{"--help"};
            if (match.captured(1) == "oddb") call.prepend(match.captured(2));
            help.start(QString(BIN "/") + match.captured(1), call);
            QVERIFY(help.waitForFinished(20000));
            const QString said = help.readAllStandardOutput();
            for (auto options = option.globalMatch(match.captured(3)); options.hasNext(); ++checked) {
                const QString o = options.next().captured(0);
                QVERIFY2(said.contains(o),
                         qPrintable(match.captured(1) + " " + match.captured(2) + ": " + o));
            }
        }
        QVERIFY2(checked >= 12, qPrintable(QString::number(checked)));
    }
};

QTEST_GUILESS_MAIN(DocsTest)
#include "docs_test.moc"
