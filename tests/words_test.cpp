// SPDX-License-Identifier: GPL-3.0-or-later
// One vocabulary: no text that people read uses a word that was replaced (tests/data/words.json).
#include "fault/scan.hpp"
#include "recording/files.hpp"
#include "report/report.hpp"

#include <QDir>
#include <QDirIterator>
#include <QtTest>

using namespace oddbounce;

class WordsTest : public QObject {
    Q_OBJECT
  private:
    struct Word {
        QRegularExpression pattern, unless;
        QString say;
    };
    std::vector<Word> words_;

    static QString text_of_file(const QString& path) {
        QFile file(path);
        return file.open(QIODevice::ReadOnly) ? QString::fromUtf8(file.readAll()) : QString();
    }
    /// What is wrong with the text; empty: nothing.
    QString complaint(const QString& text) const {
        constexpr int around = 30;
        for (const Word& w : words_)
            for (auto it = w.pattern.globalMatch(text); it.hasNext();) {
                const auto at = it.next().capturedStart();
                const QString context = text.mid(std::max<qsizetype>(0, at - around), 2 * around);
                if (w.unless.pattern().isEmpty() || !w.unless.match(context).hasMatch())
                    return "\"" + context + "\": say " + w.say;
            }
        return {};
    }

  private slots:
    void initTestCase() {
        for (const auto& w : nlohmann::json::parse(text_of_file(TEST_DATA "/words.json").toStdString()))
            words_.push_back({QRegularExpression(QString::fromStdString(w["pattern"]),
                                                 QRegularExpression::CaseInsensitiveOption),
                              QRegularExpression(QString::fromStdString(w.value("unless", ""))),
                              QString::fromStdString(w["say"])});
        QVERIFY(words_.size() > 20);
        for (const Word& w : words_)
            QVERIFY2(w.pattern.isValid() && w.unless.isValid(), qPrintable(w.pattern.pattern()));
        QVERIFY(!complaint("It is put outside.").isEmpty());
    }

    /// Findings, accounts, facts and suggestions of every sample, faulty and correct.
    void samples_speakTheVocabulary_data() {
        QTest::addColumn<QString>("path");
        for (const QFileInfo& f : QDir(SAMPLES).entryInfoList({"*.bouncelog"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.filePath();
    }
    void samples_speakTheVocabulary() {
        QFETCH(QString, path);
        const auto r = read_recording(path.toStdString());
        const Scan found = scan(*r);
        QString text = QString::fromStdString(text_of(*r, found) + info_text(*r));
        for (const Finding& f : found.findings) {
            for (const Sentence& s : f.account) {
                QVERIFY2(!s.text.empty() && (s.text.back() == '.' || s.text.back() == '?'), s.text.c_str());
                text += QString::fromStdString(sentence_text(s)) + "\n";
            }
            for (const Mark& m : f.marks) text += QString::fromStdString(m.label) + "\n";
            for (const auto& s : f.suggest) text += QString::fromStdString(s.name) + "\n";
        }
        QVERIFY2(complaint(text).isEmpty(), qPrintable(complaint(text)));
    }

    void documents_speakTheVocabulary_data() {
        QTest::addColumn<QString>("path");
        QStringList paths{SOURCE "/README.md", SOURCE "/CONTRIBUTING.md", SOURCE "/tests/README.md",
                          SAMPLES "/index.json"};
        for (const QFileInfo& f : QDir(SOURCE "/docs").entryInfoList({"*.md"})) paths << f.filePath();
        for (const QString& path : paths) QTest::newRow(qPrintable(QFileInfo(path).fileName())) << path;
    }
    void documents_speakTheVocabulary() {
        QFETCH(QString, path);
        const QString text = text_of_file(path);
        QVERIFY(!text.isEmpty());
        QVERIFY2(complaint(text).isEmpty(), qPrintable(complaint(text)));
    }

    /// Texts of the programs, as they stand in the code. Single words are names of facts and keys.
    void programs_speakTheVocabulary() {
        static const QRegularExpression literal("\"((?:[^\"\\\\\\n]|\\\\.)*)\""), name("^[a-z_]+$");
        int read = 0;
        for (const char* folder : {"/app", "/core", "/cli", "/live", "/gullwick"})
            for (QDirIterator files(QString(SOURCE) + folder, {"*.cpp"}, QDir::Files,
                                    QDirIterator::Subdirectories);
                 files.hasNext();) {
                const QString path = files.next();
                for (const QString& line : text_of_file(path).split('\n')) {
                    if (line.startsWith("#include")) continue;
                    for (auto it = literal.globalMatch(line); it.hasNext(); ++read) {
                        const QString text = it.next().captured(1);
                        if (name.match(text).hasMatch()) continue;
                        QVERIFY2(complaint(text).isEmpty(), qPrintable(path + ": " + complaint(text)));
                    }
                }
            }
        QVERIFY(read > 1000);
    }
};

QTEST_GUILESS_MAIN(WordsTest)
#include "words_test.moc"
