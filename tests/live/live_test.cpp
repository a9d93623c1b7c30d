// SPDX-License-Identifier: GPL-3.0-or-later
// Sessions of running games: what a game sends is kept and judged as it comes; bad senders do no harm.
#include "core/scene.hpp"
#include "fault/scan.hpp"
#include "listener.hpp"

#include <QDir>
#include <QTcpSocket>
#include <QTemporaryDir>
#include <QtTest>

#include <mutex>
#include <thread>

using namespace oddbounce;
using json = nlohmann::json;

namespace {

/// A listener, and what it said.
struct Post {
    QTemporaryDir folder;
    std::mutex mutex;
    std::vector<std::shared_ptr<const Recording>> began;
    std::vector<std::string> paths;
    QStringList ended, refused, marks;
    std::unique_ptr<Listener> listener;

    explicit Post(double keep_seconds = 0.0, Listener::Options options = {}) {
        options.port = 0, options.keep_seconds = keep_seconds;
        options.name = [this](const Header& h) { return free_path(folder.path().toStdString(), h); };
        Listener::Events events;
        events.began = [this](std::shared_ptr<const Recording> r, const std::string& path) {
            const std::lock_guard lock(mutex);
            began.push_back(std::move(r)), paths.push_back(path);
        };
        events.mark = [this](const LiveSession::Mark& m) {
            const std::lock_guard lock(mutex);
            marks.push_back(QString("%1 %2").arg(m.frame).arg(QString::fromStdString(m.note)));
        };
        events.ended = [this](const std::string& s, const std::string&) {
            const std::lock_guard lock(mutex);
            ended.push_back(QString::fromStdString(s));
        };
        events.refused = [this](const std::string& s) {
            const std::lock_guard lock(mutex);
            refused.push_back(QString::fromStdString(s));
        };
        listener = std::make_unique<Listener>(std::move(options), std::move(events));
    }
    std::string url() const { return "ws://127.0.0.1:" + std::to_string(listener->port()); }
    template <class T> T locked(const T& value) {
        const std::lock_guard lock(mutex);
        return value;
    }
    bool waits_for(const QStringList& list, const QString& part) {
        QElapsedTimer t;
        for (t.start(); t.elapsed() < 5000; QTest::qWait(10))
            if (!locked(list).filter(part).isEmpty()) return true;
        qWarning() << locked(list);
        return false;
    }
};

QString complaint(const std::function<void()>& work) {
    try {
        work();
    } catch (const BadInput& e) {
        return QString::fromUtf8(e.what());
    }
    return "accepted";
}

std::string moving(int from, int to) {
    Scene s(json{{"title", "pier run"}});
    s.body(1, "kinematic", Scene::ball(2)).body(2, "static", Scene::block(9, 9));
    std::string out = from == 0 ? s.text() : "";
    for (int n = from; n < to; ++n)
        out += "{\"frame\":" + std::to_string(n) + ",\"bodies\":[[1," + std::to_string(40 + n) + ",0]]}\n";
    return out;
}

} // namespace

class LiveTest : public QObject {
    Q_OBJECT
  private slots:
    void aSession_isKeptAndJudgedAsItCame_data() {
        QTest::addColumn<int>("piece");
        QTest::newRow("line by line") << 0;
        QTest::newRow("cut anywhere, in a few messages") << 50000;
    }
    void aSession_isKeptAndJudgedAsItCame() {
        QFETCH(int, piece);
        Post post;
        const std::string log = read_file(SAMPLES "/net-throw.bouncelog");
        Sender game(post.url());
        for (std::size_t at = 0; at < log.size();) {
            std::size_t end =
                log.find('\n', std::min(log.size() - 1, at + static_cast<std::size_t>(piece))) + 1;
            game.send(std::string_view(log).substr(at, end - at));
            at = end;
        }
        game.settle();
        QVERIFY(!post.locked(post.began).empty());
        const auto growing = post.began[0];
        QVERIFY(!growing->complete());
        QCOMPARE(growing->size(), std::size_t(420));
        Scan live;
        std::thread judge([&] { live = scan(*growing); }); // waits for more, until the game ends it
        game.close();
        judge.join();
        QVERIFY(post.waits_for(post.ended, "the game ended the session"));
        const auto kept = read_recording(post.paths[0]);
        const auto sent = read_log_text(log, post.paths[0]);
        QVERIFY(equal(*kept, *sent) && equal(*growing, *sent));
        QCOMPARE(live.findings.size(), std::size_t(2));
        QCOMPARE(scan(*kept).findings[0].id, live.findings[0].id);
        QVERIFY(QDir(post.folder.path()).entryList({"*-wal", "*-shm"}).isEmpty());
    }

    void games_comeOneAfterAnother() {
        Post post;
        for (int i = 0; i < 3; ++i) {
            Sender game(post.url());
            game.send(moving(0, 10));
            game.settle();
            const QString other = complaint([&] { Sender(post.url()).settle(); });
            QVERIFY2(other.contains("Another game is being recorded"), qPrintable(other));
            game.close();
            QTRY_COMPARE(post.locked(post.ended).size(), i + 1);
        }
        QCOMPARE(QDir(post.folder.path()).entryList({"pier-run-*.bounce"}).size(), 3);
    }

    void marks_areHandedOn() {
        Post post;
        Sender game(post.url());
        game.send(moving(0, 5) +
                  "{\"frame\":5,\"events\":[{\"name\":\"mark\",\"about\":[1],\"note\":\"it just "
                  "happened!\"}]}\n");
        QVERIFY(post.waits_for(post.marks, "5 it just happened!"));
    }

    void theLastMinutes_areKept() {
        Post post(10.0);
        Sender game(post.url());
        game.send(moving(0, 1));
        for (int n = 1; n < 6000; n += 100) game.send(moving(n, n + 100)); // 100 s
        game.settle();
        const auto r = post.began.at(0);
        QVERIFY2(r->begin() > 5000 && r->begin() <= 5400, qPrintable(QString::number(r->begin())));
        QCOMPARE(r->world_at(r->begin()).bodies()[0].pose.at.x, 40.0 + static_cast<double>(r->begin()));
        QVERIFY(complaint([&] { r->frame(r->begin() - 1); }).contains("any more"));
        const std::size_t begin = r->begin();
        game.close();
        QVERIFY(post.waits_for(post.ended, "ended"));
        const auto kept = read_recording(post.paths[0]);
        QCOMPARE(kept->begin(), begin);
        QCOMPARE(kept->number(kept->size() - 1), 6000 - 0LL + 0);
        QVERIFY(scan(*kept).complete);
        // As a log it begins with all that holds by then.
        const auto log = read_log_text(write_log_text(*kept), "ring");
        QCOMPARE(log->number(0), static_cast<std::int64_t>(begin));
        QCOMPARE(log->size(), kept->size() - begin);
        QCOMPARE(log->world_at(0).bodies()[1].def->id, Id(2));
        const std::string again = (post.folder.path() + "/again.bounce").toStdString();
        write_recording(*kept, again);
        QCOMPARE(write_log_text(*read_recording(again)), write_log_text(*kept));
    }

    void badLines_endTheSessionAndKeepWhatCame_data() {
        QTest::addColumn<QByteArray>("bad");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("no JSON") << QByteArray("nonsense") << "is not a JSON object";
        QTest::newRow("a body that is not there")
            << QByteArray("{\"frame\":99,\"bodies\":[[7,0,0]]}") << "names body 7";
        QTest::newRow("a number that does not rise")
            << QByteArray("{\"frame\":3}") << "expected rising numbers";
        QTest::newRow("larger than a message may be") << QByteArray(3 << 20, ' ') << "larger than 1 MiB";
        QTest::newRow("more than may come in a second")
            << QByteArray("{\"frame\":10}\n" + QByteArray(900 << 10, ' ')) << "in a second";
    }
    void badLines_endTheSessionAndKeepWhatCame() {
        QFETCH(QByteArray, bad);
        QFETCH(QString, sentence);
        Listener::Options options;
        options.most_message = 1 << 20, options.most_per_second = 2 << 20;
        Post post(0.0, options);
        Sender game(post.url());
        game.send(moving(0, 10));
        game.settle();
        const QString said = complaint([&] {
            for (int i = 0; i < 4; ++i)
                game.send(bad.toStdString()), game.settle(), bad.replace("10}", "11}");
        });
        QVERIFY(post.waits_for(post.ended, sentence));
        QVERIFY2(said != "accepted", qPrintable(said));
        QVERIFY(read_recording(post.paths.at(0))->size() >= 10);
        Sender next(post.url()); // and another game may come
        next.send(moving(0, 2)), next.settle();
    }

    void strangers_areTurnedAway_data() {
        QTest::addColumn<QByteArray>("bytes");
        QTest::addColumn<QByteArray>("answer");
        const auto upgrade = [](const char* target, const char* host) {
            return QByteArray("GET ") + target + " HTTP/1.1\r\nHost: " + host +
                   "\r\nUpgrade: websocket\r\nConnection: Upgrade\r\nSec-WebSocket-Version: 13\r\n"
                   "Sec-WebSocket-Key: dGhlIHNhbXBsZSBub25jZQ==\r\n";
        };
        const auto page = [&](const char* origin, const char* answer, const char* target = "/?token=quay") {
            QTest::newRow(QByteArray(origin) + " " + target)
                << upgrade(target, "127.0.0.1:28650") + "Origin: " + origin + "\r\n\r\n"
                << QByteArray(answer);
        };
        for (const char* local : {"http://localhost:8080", "https://127.0.0.1", "http://[::1]:5173"})
            page(local, "101");
        for (const char* target : {"/", "/?token=", "/?token=quays", "/?token=Quay"})
            page("http://localhost:8080", "403", target);
        for (const char* foreign : {"https://gull.example", "null", "file://", "http://[::1].gull.example",
                                    "http://localhost.gull.example", "http://127.0.0.1:80.gull.example",
                                    "http://localhost@gull.example", "http://[::1", "ftp://localhost", ""})
            page(foreign, "403");
        for (const char* host : {"localhost", "127.0.0.1:1", "[::1]:28650"})
            QTest::newRow(host) << upgrade("/", host) + "\r\n" << QByteArray("101");
        for (const char* host :
             {"gull.example", "127.0.0.1.gull.example:28650", "localhost:x", "[::1]x", "", "10.0.0.1"})
            QTest::newRow(QByteArray("host ") + host) << upgrade("/", host) + "\r\n" << QByteArray("421");
        QTest::newRow("a browser looks")
            << QByteArray("GET / HTTP/1.1\r\nHost: localhost\r\n\r\n") << QByteArray("426");
        QTest::newRow("rubbish") << QByteArray(20000, 'x') << QByteArray();
        QTest::newRow("silence") << QByteArray() << QByteArray();
    }
    void strangers_areTurnedAway() {
        QFETCH(QByteArray, bytes);
        QFETCH(QByteArray, answer);
        Listener::Options options;
        options.page_token = "quay";
        Post post(0.0, options);
        QTcpSocket stranger;
        stranger.connectToHost("127.0.0.1", post.listener->port());
        QVERIFY(stranger.waitForConnected());
        stranger.write(bytes);
        if (!answer.isEmpty()) {
            QVERIFY(stranger.waitForReadyRead());
            QVERIFY2(stranger.readAll().startsWith("HTTP/1.1 " + answer), answer);
        }
        if (answer == "101") return;
        Sender game(post.url()); // nobody stands in the way of a game
        game.send(moving(0, 3));
        game.settle();
        QCOMPARE(post.began.at(0)->size(), std::size_t(3));
    }

    void aStalledGame_givesWayToTheNext() {
        Listener::Options options;
        options.stalled_after = 0.2;
        Post post(0.0, options);
        Sender stalled(post.url());
        stalled.send(moving(0, 4)), stalled.settle();
        QTest::qWait(300);
        Sender next(post.url());
        next.send(moving(0, 2)), next.settle();
        QVERIFY(post.waits_for(post.ended, "silent"));
        QCOMPARE(read_recording(post.paths.at(0))->size(), std::size_t(4));
    }

    /// Blank lines are not frames: who sends nothing else gives way too.
    void aSenderOfBlankLines_givesWayToo() {
        Listener::Options options;
        options.stalled_after = 0.2;
        Post post(0.0, options);
        Sender stalled(post.url());
        stalled.send(moving(0, 4)), stalled.settle();
        for (int i = 0; i < 10; ++i) stalled.send("\n"), stalled.settle(), QTest::qWait(30);
        Sender next(post.url());
        next.send(moving(0, 2)), next.settle();
        QVERIFY(post.waits_for(post.ended, "silent"));
    }

    void definitionsWithoutFrames_endBeforeTheyFillTheMemory() {
        Listener::Options options;
        options.most_per_second = std::size_t(1) << 40; // however fast the machine sends
        Post post(0.0, options);
        Sender game(post.url());
        std::string lines = moving(0, 3);
        QString said;
        try {
            for (int i = 0; i < 200; ++i) {
                for (int k = 0; k < 8000; ++k)
                    lines += "{\"body\":" + std::to_string(1000 + 8000 * i + k) + ",\"name\":\"" +
                             std::string(200, 'x') + "\"}\n";
                game.send(lines), game.settle();
                lines.clear();
            }
        } catch (const BadInput& e) {
            said = QString::fromUtf8(e.what());
        }
        QVERIFY2(said.contains("MiB without a frame"), qPrintable(said));
        QVERIFY2(!said.contains(post.folder.path()), qPrintable(said)); // no path of this machine
    }

    void tooManySessionsInAMinute_areRefused() {
        Listener::Options options;
        options.most_begun = 3;
        Post post(0.0, options);
        for (int i = 0; i < 3; ++i) {
            Sender game(post.url());
            game.send(moving(0, 2)), game.settle(), game.close();
            QTRY_COMPARE(post.locked(post.ended).size(), i + 1);
        }
        QVERIFY(complaint([&] {
                    Sender game(post.url());
                    for (int i = 0; i < 100; ++i) game.send(moving(0, 2)), game.settle();
                }).contains("Too many sessions"));
    }

    void anAddressThatCannotBe_isASentence() {
        Post post;
        Listener::Options options;
        options.port = post.listener->port();
        QVERIFY(complaint([&] { Listener second(options, {}); }).contains("cannot listen on 127.0.0.1:"));
        options.address = "nowhere";
        QVERIFY(complaint([&] { Listener third(options, {}); }).contains("is not an address"));
        QVERIFY(complaint([&] { Sender s("http://x"); }).contains("expected ws://HOST:PORT"));
    }
};

QTEST_GUILESS_MAIN(LiveTest)
#include "live_test.moc"
