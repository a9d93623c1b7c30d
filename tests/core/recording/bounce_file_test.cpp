// SPDX-License-Identifier: GPL-3.0-or-later
// The bounce file: everything comes back to the last bit, any span stands alone, damage is a sentence.
#include "core/scene.hpp"
#include "fault/scan.hpp"
#include "recording/bounce_file.hpp"
#include "recording/columns.hpp"

#include <QDir>
#include <QTemporaryDir>
#include <QtTest>

#include <bit>
#include <random>

using namespace oddbounce;
using json = nlohmann::json;

class BounceFileTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;
    std::string path(const char* name) const { return folder_.filePath(name).toStdString(); }

    static std::shared_ptr<Recording> long_one(int frames) {
        Scene s(json{{"logs", {"contacts"}}});
        s.body(1, "driven", Scene::ball(2))
            .body(2, "fixed", Scene::block(9, 9))
            .body(3, "solved", Scene::ball(1));
        for (int i = 0; i < frames; ++i) {
            json rows = {
                {1, 50 + 0.37 * i, 3 + std::sin(0.01 * i), 0.001 * i, 22.2, 0.6 * std::cos(0.01 * i)}};
            if (i % 3 == 0) rows.push_back({3, i / 3.0, 1});
            json more = json::object();
            if (i == 200) more["off"] = {1};
            if (i == 300) more["gone"] = {3};
            if (i % 90 == 5) more["contacts"] = {{{"a", 1}, {"b", 2}, {"depth", 0.125}}};
            s.frame(rows, more);
        }
        return s.recording();
    }

  private slots:
    void columns_giveBackTheSameBits_data() {
        QTest::addColumn<int>("kind");
        QTest::newRow("decimals") << 0;
        QTest::newRow("a parabola") << 1;
        QTest::newRow("any bits") << 2;
        QTest::newRow("zeros and signs") << 3;
        QTest::newRow("floats printed in nine digits") << 4;
    }
    void columns_giveBackTheSameBits() {
        QFETCH(int, kind);
        std::mt19937_64 random(static_cast<std::uint64_t>(kind) + 1);
        for (int n : {0, 1, 2, 3, 4, 17, 400}) {
            std::vector<double> values;
            for (int i = 0; i < n; ++i) {
                double v =
                    static_cast<double>(static_cast<std::int64_t>(random() % 2000001) - 1000000) / 1000.0;
                if (kind == 1) v = 3.7 + 0.13 * i - 4.9 * i * i / 3600.0;
                if (kind == 2) do
                        v = std::bit_cast<double>(random());
                    while (!std::isfinite(v));
                if (kind == 3) v = (i % 3 - 1) * 0.0;
                if (kind == 4)
                    v = QByteArray::number(static_cast<double>(static_cast<float>(v)), 'g', 9).toDouble();
                values.push_back(v);
            }
            ByteWriter out;
            write_column(out, values);
            ByteReader in(out.bytes());
            const std::vector<double> back = read_column(in, values.size());
            QVERIFY(in.empty());
            for (std::size_t i = 0; i < values.size(); ++i)
                QCOMPARE(std::bit_cast<std::uint64_t>(back[i]), std::bit_cast<std::uint64_t>(values[i]));
            if (kind == 1 && n == 400) QVERIFY(out.bytes().size() < 400 * 3); // a parabola is nearly foretold
        }
    }

    void everyRecording_comesBackEqual_data() {
        QTest::addColumn<QString>("log");
        for (const char* folder : {TEST_DATA "/labelled", SAMPLES})
            for (const QFileInfo& f : QDir(folder).entryInfoList({"*.bouncelog"}))
                QTest::newRow(qPrintable(f.completeBaseName())) << f.filePath();
        QTest::newRow("every key") << TEST_DATA "/every-key.bouncelog";
    }
    void everyRecording_comesBackEqual() {
        QFETCH(QString, log);
        const auto r = read_log(log.toStdString());
        write_bounce_file(*r, path("a.bounce"));
        QVERIFY(is_bounce_file(path("a.bounce")) && !is_bounce_file(log.toStdString()));
        const auto back = read_recording(path("a.bounce"));
        QCOMPARE(write_log_text(*back), write_log_text(*r));
        QCOMPARE(count_frames(path("a.bounce")), r->frames.size());
        QVERIFY(back->frames == r->frames && back->header == r->header && back->after == r->after);
    }

    void anySpan_standsAloneAndHoldsTheSameStates() {
        const auto r = long_one(700);
        write_bounce_file(*r, path("long.bounce"));
        for (const std::size_t at :
             {std::size_t(0), std::size_t(127), std::size_t(128), std::size_t(350), std::size_t(699)}) {
            const auto span = read_span_of(path("long.bounce"), at);
            const std::ptrdiff_t here = span->frame_index(r->frames[at].number);
            QVERIFY(here >= 0 && span->frames.size() <= 129);
            const World a = r->world_at(at), b = span->world_at(static_cast<std::size_t>(here));
            for (Id id : span->body_ids()) {
                const auto x = static_cast<std::size_t>(r->body_slot(id)),
                           y = static_cast<std::size_t>(span->body_slot(id));
                QCOMPARE(b.bodies()[y].present, a.bodies()[x].present);
                if (a.bodies()[x].present) QCOMPARE(b.bodies()[y].pose.at, a.bodies()[x].pose.at);
            }
            QCOMPARE(b.colliders()[0].on, a.colliders()[0].on);
        }
    }

    void size_isASmallPartOfTheLogs() {
        const auto r = long_one(3000);
        write_bounce_file(*r, path("size.bounce"));
        const auto log = static_cast<qint64>(write_log_text(*r).size());
        QVERIFY2(
            QFileInfo(folder_.filePath("size.bounce")).size() * 3 < log,
            qPrintable(QString("%1 of %2").arg(QFileInfo(folder_.filePath("size.bounce")).size()).arg(log)));
    }

    void damage_isASentenceAndNothingElse() {
        const auto r = long_one(300);
        write_bounce_file(*r, path("whole.bounce"));
        QFile f(folder_.filePath("whole.bounce"));
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QByteArray bytes = f.readAll();
        std::mt19937 random(3);
        int refused = 0;
        for (int i = 0; i < 300; ++i) {
            QByteArray bad = bytes;
            if (i % 3 == 0)
                bad.truncate(static_cast<qsizetype>(random() % static_cast<unsigned>(bytes.size())));
            else
                for (int k = 0; k < 1 + i % 7; ++k)
                    bad[static_cast<qsizetype>(random() % static_cast<unsigned>(bytes.size()))] =
                        static_cast<char>(random());
            QFile out(folder_.filePath("bad.bounce"));
            QVERIFY(out.open(QIODevice::WriteOnly));
            out.write(bad), out.close();
            for (const bool span : {false, true}) try {
                    span ? read_span_of(path("bad.bounce"), 200) : read_recording(path("bad.bounce"));
                } catch (const BadInput& e) {
                    QVERIFY2(QString(e.what()).contains("bad.bounce"), e.what());
                    ++refused;
                }
        }
        QVERIFY2(refused > 100, qPrintable(QString::number(refused)));
    }

    void foreignDatabasesAndBadPlaces_areRefused() {
        const auto complaint = [](auto&& work) {
            try {
                work();
            } catch (const BadInput& e) {
                return QString(e.what());
            }
            return QString("accepted");
        };
        const auto r = long_one(3);
        QVERIFY(complaint([&] {
                    write_bounce_file(*r, path("none/x.bounce"));
                }).contains("none/x.bounce: cannot be"));
        QVERIFY(!QFileInfo::exists(folder_.filePath("none")));
        QFile empty(folder_.filePath("empty.bounce"));
        QVERIFY(empty.open(QIODevice::WriteOnly));
        empty.write("SQLite format 3\0 and no more", 28), empty.close();
        QVERIFY(complaint([&] {
                    read_recording(path("empty.bounce"));
                }).startsWith(QString::fromStdString(path("empty.bounce"))));
        QVERIFY(complaint([&] { read_recording(path("missing.bounce")); }).contains("cannot be opened"));
        QVERIFY(QDir(folder_.path()).entryList({"*.part*"}).isEmpty()); // nothing half-written is left
    }
};

QTEST_APPLESS_MAIN(BounceFileTest)
#include "bounce_file_test.moc"
