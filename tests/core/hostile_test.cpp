// SPDX-License-Identifier: GPL-3.0-or-later
// Small inputs from somebody who means harm (tests/data/hostile.json, docs/threats.md): each is judged within
// seconds, or refused with its sentence.
#include "fault/scan.hpp"
#include "recording/bounce_file.hpp"
#include "recording/database.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"
#include "report/html.hpp"
#include "report/report.hpp"

#include <QTemporaryDir>
#include <QtTest>

#include <ctime>

using namespace oddbounce;
using json = nlohmann::json;

class HostileTest : public QObject {
    Q_OBJECT
  private:
    /// Seconds of processor time, which a busy machine does not stretch; all take less than one.
    static constexpr double patience = 10.0;
    class Spent {
      public:
        double seconds() const { return static_cast<double>(std::clock() - began_) / CLOCKS_PER_SEC; }

      private:
        std::clock_t began_ = std::clock();
    };

    /// Lines; a number repeats the two that follow it: as many of the first, then as many of the second.
    static std::string text_of(const json& lines) {
        std::string out;
        for (std::size_t i = 0; i < lines.size(); ++i) {
            if (!lines[i].is_number()) {
                out += lines[i].get<std::string>();
                if (i + 1 < lines.size() && !lines[i + 1].is_number()) out += "\n";
                continue;
            }
            const int count = lines[i];
            for (int part = 1; part <= 2; ++part)
                for (int k = 0; k < count; ++k)
                    out += lines[i + static_cast<std::size_t>(part)].get<std::string>();
            i += 2;
        }
        return out + "\n";
    }
    /// Reads, judges, prints. What it was refused with; empty: it was judged.
    static QString judged(const std::string& text, std::string* printed = nullptr) {
        try {
            const auto r = read_log_text(text, "in.bouncelog");
            ScanOptions options;
            options.threads = 1;
            const Scan found = scan(*r, options);
            const std::string out = info_text(*r) + oddbounce::text_of(*r, found);
            if (printed) *printed = out;
            return {};
        } catch (const BadInput& e) {
            return QString::fromUtf8(e.what());
        }
    }

  private slots:
    void input_isJudgedOrRefused_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QString>("says");
        QFile file(TEST_DATA "/hostile.json");
        QVERIFY(file.open(QIODevice::ReadOnly));
        for (const json& c : json::parse(file.readAll().toStdString()))
            QTest::newRow(c["name"].get<std::string>().c_str())
                << QByteArray::fromStdString(text_of(c["lines"])) << QString::fromStdString(c["says"]);
    }
    void input_isJudgedOrRefused() {
        QFETCH(QByteArray, text);
        QFETCH(QString, says);
        const Spent spent;
        std::string printed;
        const QString said = judged(text.toStdString(), &printed);
        QVERIFY2(spent.seconds() < patience, qPrintable(QString::number(spent.seconds())));
        QVERIFY2(says.isEmpty() ? said.isEmpty() : said.startsWith(says), qPrintable(said));
        for (const QString& shown : {said, QString::fromStdString(printed)})
            for (const QChar c : shown) QVERIFY(c.unicode() >= 32 || c == '\n' || c == '\t');
    }

    /// A statement that runs in circles ends, whatever made it so.
    void database_endsWhatRunsInCircles() {
        QTemporaryDir folder;
        const std::string path = folder.filePath("in.bounce").toStdString();
        write_bounce_file(*read_log_text("{\"bounce\":1}\n{\"frame\":0}\n", "in"), path);
        Database db(path, SQLITE_OPEN_READONLY);
        Query endless(db,
                      "WITH RECURSIVE c(x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM c) SELECT max(x) FROM c");
        const Spent spent;
        QVERIFY_THROWS_EXCEPTION(BadInput, endless.next());
        QVERIFY(spent.seconds() < patience);
        Query fine(db, "SELECT count(*) FROM about"); // and the next one has its own budget
        QVERIFY(fine.next());
    }

    /// Shapes and crowds whose cost must stay bounded; what twice the size costs is printed.
    void cost_growsWithTheInput_data() {
        QTest::addColumn<int>("kind");
        for (const auto& [kind, name] :
             {std::pair(0, "corners"), std::pair(1, "a self-crossing polygon"), std::pair(2, "a heap"),
              std::pair(3, "a chain of owners"), std::pair(4, "jumping bodies")})
            QTest::newRow(name) << kind;
    }
    void cost_growsWithTheInput() {
        QFETCH(int, kind);
        const auto text = [&](int n) {
            std::string out = "{\"bounce\":1}\n";
            if (kind <= 1) { // a star whose points cross, or a regular polygon
                json points = json::array();
                for (int i = 0; i < 20 * n; ++i) {
                    const double a = 6.283185307179586 * i / (20.0 * n) * (kind == 1 ? 7 : 1);
                    points.push_back({100 * std::cos(a), 100 * std::sin(a)});
                }
                out +=
                    "{\"body\":1}\n" +
                    json{{"collider", 1}, {"body", 1}, {"shape", {{"type", "polygon"}, {"points", points}}}}
                        .dump() +
                    "\n";
                out += "{\"body\":2,\"moves\":\"kinematic\"}\n{\"collider\":2,\"body\":2,\"shape\":{\"type\":"
                       "\"circle\",\"r\":5}}\n";
                for (int f = 0; f < 5; ++f)
                    out += json{{"frame", f}, {"bodies", {{1, 0, 0}, {2, 120 - 4 * f, 0}}}}.dump() + "\n";
                return out;
            }
            json rows = json::array();
            for (int b = 1; b <= n; ++b) {
                json body = {{"body", b}, {"moves", "kinematic"}};
                if (kind == 3 && b > 1) body["owner"] = b - 1;
                out += body.dump() + "\n" +
                       json{{"collider", b}, {"body", b}, {"shape", {{"type", "circle"}, {"r", 1}}}}.dump() +
                       "\n";
            }
            for (int f = 0; f < 6; ++f) {
                rows = json::array();
                for (int b = 1; b <= n; ++b)
                    rows.push_back(
                        {b, kind == 4 ? (b * 7919 + f * 104729) % 5000 : (b * 37 % 97) * 0.1 + 0.01 * f,
                         kind == 4 ? (b * 31 + f * 7) % 5000 : (b * 53 % 89) * 0.1});
                out += json{{"frame", f}, {"bodies", rows}}.dump() + "\n";
            }
            return out;
        };
        const int size = kind == 0 ? 200 : kind == 1 ? 50 : kind == 2 ? 120 : kind == 3 ? 150 : 400;
        const auto takes = [&](int n) {
            const std::string input = text(n);
            const Spent spent;
            const QString said = judged(input);
            if (!said.isEmpty()) qInfo() << said;
            return spent.seconds();
        };
        takes(size);
        const double once = takes(size), twice = takes(2 * size);
        qInfo("%.0f ms, twice the size: %.0f ms", 1e3 * once, 1e3 * twice);
        QVERIFY(twice < patience);
    }
};

QTEST_GUILESS_MAIN(HostileTest)
#include "hostile_test.moc"
