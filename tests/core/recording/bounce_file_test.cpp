// SPDX-License-Identifier: GPL-3.0-or-later
// The bounce file: everything comes back to the last bit, any span stands alone, damage is a sentence.
#include "core/scene.hpp"
#include "fault/scan.hpp"
#include "recording/behind.hpp"
#include "recording/bounce_file.hpp"
#include "recording/columns.hpp"

#include <QDir>
#include <QTemporaryDir>
#include <QtTest>

#include <bit>
#include <csignal>
#include <map>
#include <mutex>
#include <random>
#include <sys/resource.h>

using namespace oddbounce;
using json = nlohmann::json;

class BounceFileTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;
    std::string path(const char* name) const { return folder_.filePath(name).toStdString(); }

    static std::shared_ptr<Recording> long_one(int frames) {
        Scene s(json{{"logs", {"contacts"}}});
        s.body(1, "kinematic", Scene::ball(2))
            .body(2, "static", Scene::block(9, 9))
            .body(3, "dynamic", Scene::ball(1));
        for (int i = 0; i < frames; ++i) {
            json rows = {
                {1, 50 + 0.37 * i, 3 + std::sin(0.01 * i), 0.001 * i, 22.2, 0.6 * std::cos(0.01 * i)}};
            if (i % 3 == 0) rows.push_back({3, i / 3.0, 1});
            json more = json::object();
            if (i == 200) more["off"] = {1};
            if (i == 300) more["removed"] = {3};
            if (i % 90 == 5) more["contacts"] = {{{"a", 1}, {"b", 2}, {"depth", 0.125}}};
            s.frame(rows, more);
        }
        return s.recording();
    }

    /// What two worlds of equal recordings disagree about; empty for nothing.
    static QString difference_of(const World& a, const World& b) {
        for (std::size_t i = 0; i < std::max(a.bodies().size(), b.bodies().size()); ++i) {
            const BodyState &x = a.bodies()[i], &y = b.bodies()[i];
            const QString body = QString("body slot %1: ").arg(i);
            if (!x.present && !y.present) continue;
            if (!x.def || !y.def || !(*x.def == *y.def)) return body + "definition";
            if (x.present != y.present || x.fresh != y.fresh || x.teleported != y.teleported ||
                x.grounded != y.grounded || x.has_desired != y.has_desired ||
                x.velocity_known != y.velocity_known || x.velocity_logged != y.velocity_logged ||
                x.waiting != y.waiting)
                return body + "flags";
            if (x.pose.at != y.pose.at || x.pose.turn != y.pose.turn)
                return body + "pose";
            if (x.scale != y.scale || x.velocity != y.velocity || x.angular_velocity != y.angular_velocity ||
                x.desired != y.desired)
                return body + "scale, velocity or wish";
        }
        for (std::size_t i = 0; i < std::max(a.colliders().size(), b.colliders().size()); ++i)
            if (a.colliders()[i].on != b.colliders()[i].on ||
                a.colliders()[i].layer != b.colliders()[i].layer ||
                !a.colliders()[i].geometry != !b.colliders()[i].geometry)
                return QString("collider slot %1").arg(i);
        return a.number() != b.number() || a.dt() != b.dt() || a.movers() != b.movers() ? "frame" : QString();
    }

    /// Keeps spans in memory; the one at `breaks_at` does not fit.
    struct Cache : Store {
        std::size_t breaks_at = ~std::size_t(0);
        mutable std::mutex mutex;
        std::map<std::size_t, Span> spans;
        bool finished = false;
        void put(const Span& span, const Recording&) override {
            QTest::qSleep(2);
            if (span.first == breaks_at) throw BadInput("shelf", 0, "is full");
            const std::lock_guard lock(mutex);
            spans[span.first] = span;
        }
        Span get(std::size_t first, const Recording&) const override {
            const std::lock_guard lock(mutex);
            return spans.at(first);
        }
        void drop_before(std::size_t first) override { spans.erase(spans.begin(), spans.lower_bound(first)); }
        void finish(const Recording&) override { finished = true; }
    };

  private slots:
    /// Packing in its own thread: what was put is there at once, in order, and a full disk is said.
    void behind_keepsEverythingOrSaysWhy() {
        const auto from = long_one(3000);
        for (const std::size_t breaks_at : {~std::size_t(0), std::size_t(1280)}) {
            auto cache = std::make_unique<Cache>();
            cache->breaks_at = breaks_at;
            const Cache& kept = *cache;
            Feed feed("x", from->header, behind(std::move(cache)));
            QString said;
            try {
                for (std::size_t i = 0; i < from->size(); ++i) {
                    feed.take(Frame(*from->frame(i)));
                    const std::size_t some = i / 2;
                    QVERIFY(*feed.recording()->frame(some) == *from->frame(some));
                }
                feed.finish();
            } catch (const BadInput& e) {
                said = e.what();
            }
            QCOMPARE(said, breaks_at == 1280 ? "shelf: is full" : "");
            QCOMPARE(kept.finished, said.isEmpty());
            QCOMPARE(kept.spans.size(), said.isEmpty() ? std::size_t(24) : std::size_t(10));
        }
    }

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
            std::vector<double> back(values.size());
            read_column(in, back);
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
        const auto r = read_recording(log.toStdString());
        write_bounce_file(*r, path("a.bounce"));
        QVERIFY(is_bounce_file(path("a.bounce")) && !is_bounce_file(log.toStdString()));
        const auto back = read_recording(path("a.bounce"));
        QCOMPARE(write_log_text(*back), write_log_text(*r));
        QVERIFY(equal(*back, *r));
    }

    void anyFrame_isAtHandAndAllStatesAreTheSame() {
        const auto r = long_one(700);
        write_bounce_file(*r, path("long.bounce"));
        for (const std::size_t at :
             {699u, 0u, 127u, 128u, 350u}) { // each opened anew, so that none is stepped to
            const auto back = open_bounce_file(path("long.bounce"));
            QCOMPARE(back->frame_index(r->number(at)), static_cast<std::ptrdiff_t>(at));
            QCOMPARE(difference_of(back->world_at(at), r->world_at(at)), QString());
            if (at > 0) QCOMPARE(difference_of(back->world_before(at), r->world_before(at)), QString());
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
            try {
                const auto back = open_bounce_file(path("bad.bounce"));
                scan(*back);
            } catch (const BadInput& e) {
                QVERIFY2(QString(e.what()).contains("bad.bounce"), e.what());
                ++refused;
            }
        }
        QVERIFY2(refused > 60, qPrintable(QString::number(refused)));
    }

    /// A long log is packed beside while it is read, and opened from there again; without room it is read all
    /// the same.
    void longLogs_haveASideFile_data() {
        QTest::addColumn<bool>("room");
        QTest::newRow("room") << true;
        QTest::newRow("a full disk") << false;
    }
    void longLogs_haveASideFile() {
        QFETCH(bool, room);
        const QString cache = folder_.filePath(room ? "cache" : "full");
        qputenv("XDG_CACHE_HOME", cache.toUtf8());
        const std::string log = path("long.bouncelog");
        QFile f(folder_.filePath("long.bouncelog"));
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("{\"bounce\":1}\n{\"body\":1,\"moves\":\"kinematic\"}\n");
        for (int n = 0; n < 130000; ++n)
            f.write("{\"frame\":" + QByteArray::number(n) + ",\"bodies\":[[1," +
                    QByteArray::number(std::sin(n)) + ",2]]}\n");
        f.close();
        struct rlimit usual {
        }, little{};
        getrlimit(RLIMIT_FSIZE, &usual);
        little = usual, little.rlim_cur = 300000;
        signal(SIGXFSZ, SIG_IGN);
        if (!room) setrlimit(RLIMIT_FSIZE, &little);
        const auto first = read_recording(log);
        setrlimit(RLIMIT_FSIZE, &usual);
        QCOMPARE(first->size(), std::size_t(130000));
        const QDir kept(cache + "/odd-bounce");
        QCOMPARE(kept.entryList({"*.bounce"}).size(), room ? 1 : 0);
        QVERIFY(kept.entryList({"*.part*"}).isEmpty());
        const auto again = read_recording(log);
        for (const std::size_t i : {std::size_t(0), std::size_t(70000), std::size_t(129999)})
            QCOMPARE(again->world_at(i).bodies()[0].pose.at, first->world_at(i).bodies()[0].pose.at);
        QVERIFY(f.open(QIODevice::Append)); // changed: read anew
        f.write("{\"frame\":130000}\n"), f.close();
        QCOMPARE(read_recording(log)->size(), std::size_t(130001));
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
