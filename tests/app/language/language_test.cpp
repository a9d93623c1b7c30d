// SPDX-License-Identifier: GPL-3.0-or-later
// The window in its other language: complete, and nothing is cut off.
#include "fault/scan.hpp"
#include "fixes/candidate_dialog.hpp"
#include "language/language.hpp"
#include "language/say.hpp"
#include "recording/files.hpp"
#include "screens.hpp"
#include "theme/theme.hpp"

#include <QDirIterator>
#include <QHeaderView>
#include <QProcess>
#include <QXmlStreamReader>

#include <mutex>
#include <set>

using namespace oddbounce;

class LanguageTest : public QObject {
    Q_OBJECT
  private:
    struct Text {
        QString context, source, translation;
        bool finished = true;
    };
    static std::vector<Text> texts_of(const QString& path) {
        QFile file(path);
        std::vector<Text> out;
        if (!file.open(QIODevice::ReadOnly)) return out;
        QString context;
        QXmlStreamReader xml(&file);
        while (!xml.atEnd()) {
            if (xml.readNext() != QXmlStreamReader::StartElement) continue;
            if (xml.name() == u"name") context = xml.readElementText(QXmlStreamReader::IncludeChildElements);
            if (xml.name() == u"source")
                out.push_back({context, xml.readElementText(QXmlStreamReader::IncludeChildElements), {}});
            if (xml.name() == u"translation") {
                out.back().finished = !xml.attributes().hasAttribute("type");
                out.back().translation = xml.readElementText(QXmlStreamReader::IncludeChildElements);
            }
        }
        if (xml.hasError()) qFatal("%s: %s", qPrintable(path), qPrintable(xml.errorString()));
        return out;
    }
    static QStringList placeholders(const QString& text) {
        static const QRegularExpression one("%[0-9]|\\{[a-z]+\\}");
        QStringList out;
        for (auto it = one.globalMatch(text); it.hasNext();) out << it.next().captured();
        out.sort();
        return out;
    }
    /// How many values a pattern of the core takes, numbered or not.
    static qsizetype places(const QString& text) {
        static const QRegularExpression one("\\{[0-9]?\\}");
        qsizetype count = 0;
        for (auto it = one.globalMatch(text); it.hasNext(); it.next()) ++count;
        return count;
    }
    /// Room that the widget lacks for its text, in pixels; 0: all of it can be read.
    static int cut_off(const QWidget* w) {
        if (const auto* label = qobject_cast<const QLabel*>(w)) {
            if (label->text().isEmpty() || qobject_cast<const ElidedLabel*>(w)) return 0;
            if (label->wordWrap()) return label->heightForWidth(label->width()) - label->height();
            return label->sizeHint().width() - label->width();
        }
        if (const auto* line = qobject_cast<const QLineEdit*>(w)) {
            constexpr int frame = 12;
            return line->fontMetrics().horizontalAdvance(line->placeholderText()) + frame - line->width();
        }
        if (const auto* box = qobject_cast<const QComboBox*>(w)) {
            constexpr int arrow = 26;
            int widest = 0;
            for (int i = 0; i < box->count(); ++i)
                widest = std::max(widest, box->fontMetrics().horizontalAdvance(box->itemText(i)));
            return widest + arrow - box->width();
        }
        if (const auto* head = qobject_cast<const QHeaderView*>(w)) {
            int lacks = 0;
            for (int i = 0; i < head->count() && head->orientation() == Qt::Horizontal; ++i)
                lacks = std::max(lacks, head->sectionSizeHint(i) - head->sectionSize(i));
            return lacks;
        }
        if (const auto* button = qobject_cast<const QAbstractButton*>(w))
            return button->text().isEmpty() ? 0 : button->sizeHint().width() - button->width();
        return 0;
    }

    /// How far it lies beyond the sides of the screen, where nothing scrolls sideways.
    static int outside(const QWidget* w, const QWidget* top) {
        for (const QWidget* p = w; p && p != top; p = p->parentWidget()) {
            const auto* area = qobject_cast<const QAbstractScrollArea*>(p);
            if (area && area->horizontalScrollBarPolicy() != Qt::ScrollBarAlwaysOff) return 0;
        }
        return w->mapTo(top, QPoint(w->width(), 0)).x() - top->width();
    }

  private slots:
    void initTestCase() {
        QStandardPaths::setTestModeEnabled(true);
        QCoreApplication::setOrganizationName("odd-bounce-test");
        QSettings().clear();
        Theme::use(*qApp, false);
    }
    void cleanup() { use_language("en"); }

    void unknownLanguage_changesNothing() {
        QVERIFY(use_language("de"));
        QVERIFY(!use_language("xx"));
        QCOMPARE(Window::tr("Quit"), QString("Beenden"));
    }

    /// Every tr() in the sources is in the file, translated, with the same places to fill in.
    void windowTexts_areComplete() {
        QTemporaryDir folder;
        const QString fresh = folder.filePath("window_de.ts");
        QStringList call{"-locations", "none", "-I", SOURCE "/app"};
        for (QDirIterator it(SOURCE "/app", {"*.cpp", "*.hpp"}, QDir::Files, QDirIterator::Subdirectories);
             it.hasNext();)
            call << it.next();
        QProcess lupdate;
        lupdate.start(LUPDATE, call << "-ts" << fresh);
        QVERIFY(lupdate.waitForFinished(60000) && lupdate.exitCode() == 0);
        std::map<std::pair<QString, QString>, Text> known;
        for (const Text& t : texts_of(SOURCE "/app/language/window_de.ts")) known[{t.context, t.source}] = t;
        const auto wanted = texts_of(fresh);
        QVERIFY(wanted.size() > 400);
        for (const Text& t : wanted) {
            const auto it = known.find({t.context, t.source});
            QVERIFY2(it != known.end() && it->second.finished && !it->second.translation.isEmpty(),
                     qPrintable(t.context + ": " + t.source));
            QCOMPARE(placeholders(it->second.translation), placeholders(t.source));
            QVERIFY2(it->second.translation.contains('&') == t.source.contains('&'), qPrintable(t.source));
        }
        QCOMPARE(known.size(), wanted.size()); // and no text that is not there any more
    }

    /// No text goes to the screen past tr(): literals with words in calls that show them.
    void literals_goThroughTr() {
        static const QRegularExpression shows(
            "(?:setText|setToolTip|setAccessibleName|setAccessibleDescription|setWindowTitle|setTitle|"
            "setPlaceholderText|addItem|addAction|addRow|addTab|QLabel|QPushButton|QRadioButton|QToolButton|"
            "QAction|QMenu|said|show_error|say)\\(\\s*(?:QString\\()?\"([^\"]*[a-z]{3}[^\"]*)\"");
        QVERIFY(shows.match("new QLabel(\"some words\")").hasMatch());
        for (QDirIterator it(SOURCE "/app", {"*.cpp"}, QDir::Files, QDirIterator::Subdirectories);
             it.hasNext();) {
            QFile file(it.next());
            if (file.fileName().endsWith("/main.cpp")) continue; // speaks on the command line
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QString text = QString::fromUtf8(file.readAll());
            for (auto at = shows.globalMatch(text); at.hasNext();) {
                const QString literal = at.next().captured(1);
                const bool name = literal.startsWith("Odd Bounce");
                QVERIFY2(name, qPrintable(file.fileName() + ": " + literal));
            }
        }
    }

    /// What the window shows of a fault comes from its finding: it knows none by name.
    void noFault_isNamedInTheWindow() {
        for (QDirIterator it(SOURCE "/app", {"*.cpp", "*.hpp"}, QDir::Files, QDirIterator::Subdirectories);
             it.hasNext();) {
            QFile file(it.next());
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QString text = QString::fromUtf8(file.readAll());
            for (const Fault& f : catalogue())
                QVERIFY2(!text.contains(QString("\"%1\"").arg(f.id)),
                         qPrintable(file.fileName() + ": " + f.id));
        }
    }

    /// The fixed texts of the core: what faults are called and are, thresholds, units, roles.
    void coreTexts_areComplete() {
        std::map<QString, QString> known;
        for (const Text& t : texts_of(SOURCE "/app/language/core_de.ts")) known[t.source] = t.translation;
        QStringList wanted{"yes", "no", "ellipse", word(Grade::Sure), word(Grade::Likely), word(Grade::Hint)};
        for (const Fault& f : catalogue()) wanted << f.title << f.what << f.headline << f.headline_alone;
        for (const Fault& f : catalogue())
            for (const Excuse* e : f.excuses) wanted << e->sentence;
        for (const SettingInfo& s : Settings::table())
            wanted << s.reason << s.unit
                   << QString(s.name).section('.', 1).replace('_', ' ').replace('-', ' ');
        for (const Moves m : {Moves::Static, Moves::Kinematic, Moves::Dynamic}) wanted << word(m);
        for (const Role r : {Role::Solid, Role::Sensor, Role::OneWay}) wanted << word(r);
        for (int k = 0; k <= static_cast<int>(ShapeKind::Mesh); ++k)
            wanted << word(static_cast<ShapeKind>(k));
        for (const Knob* k : offered_knobs()) {
            wanted << k->name;
            for (const std::string& choice : choices_of(*k)) wanted << QString::fromStdString(choice);
        }
        for (const QString& text : wanted) {
            if (text.isEmpty()) continue;
            QVERIFY2(!known[text].isEmpty(), qPrintable(text));
            QCOMPARE(placeholders(known[text]), placeholders(text));
        }
    }

    /// What the core says, as written in its sources: in `say` and `translated`.
    void saidTexts_areComplete() {
        std::map<QString, QString> known;
        for (const Text& t : texts_of(SOURCE "/app/language/core_de.ts")) known[t.source] = t.translation;
        static const QRegularExpression says("\\b(?:say|translated)\\("),
            literals("\"((?:[^\"\\\\]|\\\\.)*)\"(?:\\s*\"((?:[^\"\\\\]|\\\\.)*)\")?(?:\\s*\"((?:[^\"\\\\]|"
                     "\\\\.)*)\")?");
        int seen = 0;
        for (QDirIterator it(SOURCE "/core", {"*.cpp"}, QDir::Files, QDirIterator::Subdirectories);
             it.hasNext();) {
            QFile file(it.next());
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QString text = QString::fromUtf8(file.readAll());
            for (auto at = says.globalMatch(text); at.hasNext();) {
                const qsizetype from = at.next().capturedEnd();
                qsizetype to = from, depth = 1;
                bool quoted = false;
                for (; to < text.size() && depth > 0; ++to) {
                    quoted = quoted != (text[to] == '"' && text[to - 1] != '\\');
                    if (!quoted) depth += text[to] == '(' ? 1 : text[to] == ')' ? -1 : 0;
                }
                for (auto one = literals.globalMatch(text.mid(from, to - from)); one.hasNext();) {
                    const auto m = one.next();
                    const QString said = m.captured(1) + m.captured(2) + m.captured(3);
                    static const QRegularExpression letters("[A-Za-z]{2}");
                    const bool sentence = said.contains(' ') || said.contains('{');
                    if (!sentence || !letters.match(said).hasMatch())
                        continue; // keys, and words that are seen below
                    QVERIFY2(!known[said].isEmpty(), qPrintable(file.fileName() + ": " + said));
                    QCOMPARE(places(known[said]), places(said));
                    ++seen;
                }
            }
        }
        QVERIFY(seen > 200);
    }

    /// Every word of every account, suggestion and mark of the labelled recordings and samples.
    void accounts_speakTheLanguage() {
        static std::map<std::string, std::string> known;
        static std::set<std::string> missed;
        static std::mutex mutex;
        for (const Text& t : texts_of(SOURCE "/app/language/core_de.ts"))
            known[t.source.toStdString()] = t.translation.toStdString();
        translate_with([](const char* english) -> std::string {
            const std::lock_guard lock(mutex);
            const auto it = known.find(english);
            if (it == known.end()) missed.insert(english);
            return it == known.end() ? std::string() : it->second;
        });
        int sentences = 0;
        for (const char* folder : {SAMPLES, TEST_DATA "/labelled"})
            for (const QFileInfo& f : QDir(folder).entryInfoList({"*.bouncelog"})) {
                const auto r = read_recording(f.filePath().toStdString());
                for (const Finding& found : scan(*r).findings)
                    sentences += static_cast<int>(found.account.size());
            }
        translate_with(nullptr);
        QVERIFY(sentences > 500);
        for (const std::string& text : missed) qWarning() << text.c_str();
        QVERIFY(missed.empty());
    }

    void everyScreen_showsAllOfItsTexts_data() {
        QTest::addColumn<QString>("language");
        QTest::addColumn<QString>("screen");
        QTest::addColumn<QSize>("size");
        for (const Language& l : languages())
            for (const char* screen : screens)
                for (const QSize& size : {QSize(1280, 800), QSize(1024, 640)})
                    QTest::addRow("%s, %s, %d", qPrintable(l.code), screen, size.width())
                        << l.code << screen << size;
    }
    void everyScreen_showsAllOfItsTexts() {
        QFETCH(QString, language);
        QFETCH(QString, screen);
        QFETCH(QSize, size);
        QVERIFY(use_language(language));
        Window window;
        window.show(), window.resize(size);
        QTemporaryDir folder;
        const QString path = folder.filePath("net-throw.bouncelog");
        QFile::copy(SAMPLES "/net-throw.bouncelog", path);
        window.open(path);
        QTRY_VERIFY_WITH_TIMEOUT(window.session().scan_complete(), 20000);
        trigger(window, "Shift+N");
        QWidget* top = show_screen(window, screen);
        QVERIFY(top);
        QString tight;
        const auto fits = [&] { // once candidates are judged and all is laid out
            tight.clear();
            for (const QWidget* w : top->findChildren<QWidget*>()) {
                if (!w->isVisibleTo(top) || w->window() != top->window()) continue;
                constexpr int leading = 2; // of a line
                const int lacks = std::max(cut_off(w), outside(w, top));
                if (lacks > leading)
                    tight = QString("%1 '%2' lacks %3 px")
                                .arg(w->metaObject()->className(), w->property("text").toString())
                                .arg(lacks);
            }
            return tight.isEmpty();
        };
        QVERIFY2(QTest::qWaitFor(fits, 10000), qPrintable(tight));
        QCOMPARE(window.size(), size);
        int seen = 0;
        std::map<QString, QString> german;
        for (const Text& t : texts_of(SOURCE "/app/language/window_de.ts")) german[t.source] = t.translation;
        for (const QWidget* w : top->findChildren<QWidget*>()) {
            if (!w->isVisibleTo(top) || (w->window() != top->window())) continue;
            const QString text = w->property("text").toString();
            seen += !text.isEmpty();
            const auto it = german.find(text);
            if (language == "de" && it != german.end()) QCOMPARE(text, it->second);
        }
        QVERIFY(seen > 2 || screen == "guide");
    }
};

QTEST_MAIN(LanguageTest)
#include "language_test.moc"
