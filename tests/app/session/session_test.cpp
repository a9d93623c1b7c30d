// SPDX-License-Identifier: GPL-3.0-or-later
// The shared selection without a window: reading beside it, scanning, stopping, notes, candidates, the case
// file.
#include "core/scene.hpp"
#include "session/session.hpp"
#include "settings/settings_model.hpp"

#include "listener.hpp"
#include <QSignalSpy>
#include <QTemporaryDir>

#include <QSignalSpy>
#include <QtTest>

using namespace oddbounce;
using json = nlohmann::json;

class SessionTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;

    QString copy(const QString& name) {
        const QString path = folder_.filePath(name + ".bouncelog");
        QFile::remove(path), QFile::remove(folder_.filePath(name + ".case.json"));
        QFile::copy(SAMPLES "/" + name + ".bouncelog", path);
        return path;
    }
    static QByteArray text_of_file(const QString& path) {
        QFile f(path);
        return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
    }
    QString written(const QString& name, const QByteArray& text) {
        const QString path = folder_.filePath(name);
        QFile f(path);
        if (f.open(QIODevice::WriteOnly)) f.write(text);
        return path;
    }
    void read(Session& s, const QString& path) {
        QString error;
        QVERIFY2(s.open(path, error), qPrintable(error));
        QTRY_VERIFY_WITH_TIMEOUT(s.scan_complete(), 20000);
    }
    /// A recording that takes a while: many frames, nothing wrong.
    QString long_recording() {
        Scene s;
        s.body(1, "kinematic", Scene::ball(2)).body(2, "static", Scene::block(9, 9));
        for (int i = 0; i < 60000; ++i) s.frame(json::array({{1, 50 + i % 7, 3}}));
        return written("long.bouncelog", QByteArray::fromStdString(s.text()));
    }

  private slots:
    void load_readsBesideAndSaysSo() {
        Session s;
        QSignalSpy changed(&s, &Session::recording_changed), refused(&s, &Session::refused);
        s.load(copy("net-throw"));
        QVERIFY(!s.loading().isEmpty() && !s.recording()); // not yet
        QTRY_COMPARE(changed.count(), 1);
        QVERIFY(s.loading().isEmpty() && s.recording());
        QTRY_COMPARE(s.findings().size(), std::size_t(2));
        s.load(written("empty.bouncelog", "{\"bounce\":1}\n"));
        QTRY_COMPARE(refused.count(), 1);
        QVERIFY(refused[0][0].toString().contains("contains no frames"));
        QVERIFY(s.path().endsWith("net-throw.bouncelog") && s.findings().size() == 2); // as it was
    }

    void load_canBeStoppedAndReplaced() {
        const QString big = long_recording(), small = copy("hand-cart");
        Session s;
        QSignalSpy changed(&s, &Session::recording_changed);
        s.load(big);
        s.stop_loading();
        QVERIFY(s.loading().isEmpty());
        s.load(big);
        s.load(small); // the later one wins
        QTRY_COMPARE(changed.count(), 1);
        QVERIFY(s.path() == small);
        QTest::qWait(300);
        QCOMPARE(changed.count(), 1);
    }

    void scan_stopsAtOnceAndKeepsWhatItFound() {
        qint64 soonest = 1000000; // of a few: a busy machine may hold up one
        for (int i = 0; i < 5 && soonest >= 100; ++i) {
            Session s;
            QString error;
            QVERIFY(s.open(long_recording(), error));
            QVERIFY(s.scanning());
            QElapsedTimer clock;
            clock.start();
            s.stop_scan();
            soonest = std::min(soonest, clock.elapsed());
            QVERIFY(!s.scanning() && !s.scan_complete());
        }
        QVERIFY2(soonest < 100, qPrintable(QString::number(soonest)));
    }

    void moments_stayWithinTheRecordingAndNameTheirFrame() {
        Session s;
        read(s, copy("hand-cart"));
        s.set_moment(-3);
        QCOMPARE(s.moment(), 0.0);
        s.set_moment(1e9);
        QCOMPARE(s.moment(), s.last_moment());
        s.set_moment(12.25);
        QCOMPARE(s.moment_text(), QString("frame 12 + 25 %"));
        QCOMPARE(s.instant().index, std::size_t(13));
        QVERIFY(std::abs(s.instant().fraction - 0.25) < 1e-12);
        // Between two frames a body is where its motion has it.
        const Slot cart = s.recording()->body_slot(s.findings()[0].bodies[0]);
        const Vec3 a = s.instant_at(12).pose(cart).at, b = s.instant_at(13).pose(cart).at;
        QVERIFY(glm::length(s.instant().pose(cart).at - (a + 0.25 * (b - a))) < 1e-9);
    }

    void notes_areKeptInOrderUndoneAndReadAgain() {
        const QString path = copy("net-throw");
        {
            Session s;
            read(s, path);
            s.set_moment(200);
            s.add_note({3, 4, 0}, "  later  ");
            s.set_moment(10.5);
            s.add_note({1, 2, 0}, "earlier");
            s.add_note({1, 2, 0}, "   "); // nothing said
            QCOMPARE(s.notes().size(), std::size_t(2));
            QCOMPARE(s.notes()[0].text, std::string("earlier"));
            QCOMPARE(s.moment_of(s.notes()[0]), 10.5);
            s.change_note(0, "");
            QCOMPARE(s.notes().size(), std::size_t(1));
            s.undo().undo();
            QCOMPARE(s.notes().size(), std::size_t(2));
            s.change_note(1, "said better");
        }
        Session again;
        read(again, path);
        QCOMPARE(again.notes().size(), std::size_t(2));
        QVERIFY(again.notes()[1] == (Note{200, 0.0, {3, 4, 0}, "said better"}));
    }

    void damagedCase_isSaidAndTheRecordingStillOpens_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::newRow("no JSON") << QByteArray("{");
        QTest::newRow("no case") << QByteArray("{\"fixes\":[]}");
        QTest::newRow("bad fix") << QByteArray("{\"case\":1,\"fixes\":[{}]}");
        QTest::newRow("bad note") << QByteArray("{\"case\":1,\"fixes\":[],\"notes\":[{\"frame\":\"x\"}]}");
        QTest::newRow("marks no list") << QByteArray("{\"case\":1,\"fixes\":[],\"expected\":{}}");
        QTest::newRow("notes no list") << QByteArray("{\"case\":1,\"fixes\":[],\"notes\":3}");
    }
    void damagedCase_isSaidAndTheRecordingStillOpens() {
        QFETCH(QByteArray, text);
        const QString path = copy("hand-cart");
        written("hand-cart.case.json", text);
        Session s;
        QSignalSpy said(&s, &Session::said);
        read(s, path);
        QVERIFY(said.count() > 0 && said[0][0].toString().contains("hand-cart.case.json"));
        QVERIFY(s.candidates().empty() && s.notes().empty());
        // What could not be read is not written over: it is put aside.
        s.add_note({1, 2, 0}, "here");
        QFile aside(path.chopped(10) + ".case.json.old");
        QVERIFY(aside.open(QIODevice::ReadOnly));
        QCOMPARE(aside.readAll(), text);
        QFile::remove(aside.fileName());
    }

    void marks_areKeptUndoneAndRespectedByCandidates() {
        const QString path = copy("hand-cart");
        {
            Session s;
            read(s, path);
            const Finding first = s.findings()[0], second = s.findings()[1];
            s.next_finding(1);
            QTRY_VERIFY_WITH_TIMEOUT(s.candidates().at(0).state == Candidate::Judged, 20000);
            QCOMPARE(s.candidates()[0].verdict.fixed.size(), std::size_t(2));
            s.mark_expected({first.id, {}, {}, "it may"});
            QVERIFY(s.findings()[0].expected == "it may" && !s.findings()[1].expected);
            QTRY_VERIFY_WITH_TIMEOUT(s.candidates().at(0).state == Candidate::Judged, 20000);
            QCOMPARE(s.candidates()[0].verdict.fixed.size(), std::size_t(1)); // of those that count
            s.next_finding(1), s.next_finding(1);
            QCOMPARE(s.finding()->id, second.id); // what is fine is skipped
            s.undo().undo();
            QVERIFY(!s.findings()[0].expected);
            Expected rule = rule_for(first);
            rule.reason = "soft bollards";
            s.mark_expected(rule);
            QVERIFY(s.findings()[0].expected && s.findings()[1].expected);
        }
        Session again;
        read(again, path);
        QVERIFY(again.findings()[0].expected == "soft bollards" &&
                again.findings()[1].expected == "soft bollards");
        again.unmark(again.findings()[1]);
        QVERIFY(!again.findings()[0].expected);
    }

    void settings_areKeptForTheProjectAndJudgedBy() {
        const QString path = copy("hand-cart");
        {
            Session s;
            read(s, path);
            Settings none = s.settings();
            none.set("deep-overlap.share_of_extent", 0.9, "cart");
            s.keep_settings(none);
            QTRY_VERIFY_WITH_TIMEOUT(s.scan_complete(), 20000);
            QVERIFY(s.findings().empty());
        }
        Session again;
        read(again, path);
        QVERIFY(again.findings().empty());
        QCOMPARE(again.settings().of_kind("cart")["deep-overlap.share_of_extent"], 0.9);
        QVERIFY(QFile::remove(again.project_path()));
    }

    void draft_countsWhatWouldChange() {
        Session s;
        read(s, copy("hand-cart"));
        SettingsModel m(s);
        QVERIFY(m.kinds().contains("cart") && !m.changed());
        m.filter("share of extent");
        QCOMPARE(m.rowCount(), 1);
        const QModelIndex value = m.index(0, SettingsModel::Value);
        QVERIFY(!m.setData(value, -1.0, Qt::EditRole) && !m.setData(value, "much", Qt::EditRole));
        struct {
            const char* kind;
            double value;
            std::size_t gone;
        } const cases[] = {{"gull", 0.9, 0}, {"cart", 0.9, 2}, {"", 0.9, 2}};
        for (const auto& c : cases) {
            m.start();
            m.choose_kind(c.kind);
            QVERIFY(m.setData(value, c.value, Qt::EditRole) && m.own(0));
            QTRY_VERIFY_WITH_TIMEOUT(m.effect().known, 20000);
            QCOMPARE(m.effect().disappearing.size(), c.gone);
            QVERIFY(m.effect().appearing.empty());
            m.reset(0);
            QVERIFY(!m.changed());
        }
        QCOMPARE(s.findings().size(), std::size_t(2)); // nothing was kept
    }

    void ownCandidates_areChangedAndRemovedSuggestionsStay() {
        Session s;
        read(s, copy("hand-cart"));
        s.next_finding(1);
        const std::size_t suggested = s.candidates().size();
        QVERIFY(suggested >= 2);
        s.remove_candidate(0);
        QCOMPARE(s.candidates().size(), suggested); // not the person's own
        const Fix thinner{"thinner", {{{"bodies", {"bollard"}}, {"grow", -1}}}};
        s.replace_candidate(0, thinner); // becomes one of the person's own
        QCOMPARE(s.candidates().size(), suggested + 1);
        s.replace_candidate(static_cast<int>(suggested),
                            {"thinner still", {{{"bodies", {"bollard"}}, {"grow", -2}}}});
        QCOMPARE(s.candidates().size(), suggested + 1);
        QCOMPARE(s.candidates().back().fix.name, std::string("thinner still"));
        s.remove_candidate(static_cast<int>(suggested));
        QCOMPARE(s.candidates().size(), suggested);
        s.undo().undo();
        s.undo().undo();
        QCOMPARE(s.candidates().back().fix.name, std::string("thinner"));
    }

    void impossibleCandidate_saysWhyAndTheOthersAreStillJudged() {
        Session s;
        read(s, copy("hand-cart"));
        s.next_finding(1);
        s.add_candidate({"removed", {{{"bodies", {"bollard"}}, {"grow", -500}}}});
        const auto over = [&] {
            return std::all_of(s.candidates().begin(), s.candidates().end(), [](const Candidate& c) {
                return c.state == Candidate::Judged || c.state == Candidate::Failed;
            });
        };
        QTRY_VERIFY_WITH_TIMEOUT(over(), 30000);
        QCOMPARE(s.candidates().back().state, Candidate::Failed);
        QVERIFY(s.candidates().back().sentence.contains("unusable"));
        QCOMPARE(s.candidates().front().state, Candidate::Judged);
    }

    void clip_ofTheFindingIsWrittenAndShowsIt_data() {
        QTest::addColumn<bool>("smallest");
        QTest::newRow("with its surroundings") << false;
        QTest::newRow("the smallest") << true;
    }
    void clip_ofTheFindingIsWrittenAndShowsIt() {
        QFETCH(bool, smallest);
        Session s;
        read(s, copy("net-throw"));
        QSignalSpy said(&s, &Session::said);
        s.save_clip(folder_.filePath("none.bouncelog"), smallest);
        QVERIFY(said.back()[0].toString().startsWith("Choose a finding"));
        s.next_finding(1);
        const QString out = folder_.filePath("clip.bouncelog");
        s.save_clip(out, smallest);
        QTRY_VERIFY(said.back()[0].toString().startsWith("Saved "));
        Session clipped;
        read(clipped, out);
        QCOMPARE(clipped.findings().size(), std::size_t(1));
        QCOMPARE(clipped.findings()[0].id, s.finding()->id);
        QCOMPARE(clipped.recording()->size() < 10, smallest);
        s.save_clip("/no/such/folder/clip.bouncelog", smallest);
        QTRY_VERIFY(said.back()[0].toString().contains("cannot be written"));
    }

    void alone_hidesWhatTheBodyNeverMeets() {
        Session s;
        read(s, copy("net-throw"));
        s.toggle_alone(); // nothing chosen: nothing happens
        QVERIFY(s.hidden().empty());
        s.next_finding(1); // chooses the parcel
        s.toggle_alone();
        const Slot parcel = s.body(), net = s.recording()->body_slot(s.findings()[0].bodies[1]);
        QVERIFY(!s.hidden(parcel) && !s.hidden(net) && !s.hidden().empty());
        s.toggle_alone();
        QVERIFY(s.hidden().empty());
    }

    void whatStopsIt_goesByRolesAndPairs() {
        Scene scene;
        scene.body(1, "kinematic", Scene::ball(2), {{"kind", "courier"}})
            .body(2, "static", Scene::block(9, 9), {{"kind", "pier"}})
            .body(3, "static", Scene::block(9, 9), {{"kind", "slot"}}, {{"role", "sensor"}})
            .body(4, "kinematic", Scene::ball(2), {{"kind", "gull"}})
            .line({{"pair", {"courier", "gull"}}, {"does", "ignore"}})
            .frame(json::array({{1, 50, 0}, {2, 0, 0}, {3, 90, 0}, {4, 0, 90}}));
        Session s;
        read(s, written("stops.bouncelog", QByteArray::fromStdString(scene.text())));
        const auto slot = [&](Id id) { return s.recording()->body_slot(id); };
        QCOMPARE(s.does_to_chosen(slot(2)), Does::Ignore); // nobody is chosen
        s.choose_body(slot(1));
        QCOMPARE(s.does_to_chosen(slot(2)), Does::Solid);
        QCOMPARE(s.does_to_chosen(slot(3)), Does::Report);
        QCOMPARE(s.does_to_chosen(slot(4)), Does::Ignore);
    }

    void returnTo_waitsForTheScanAndStaysWhereItIs() {
        Session first;
        read(first, copy("net-throw"));
        const QString id = QString::fromStdString(first.findings().back().id);
        Session s;
        QString error;
        QVERIFY(s.open(first.path(), error));
        s.set_moment(77);
        s.return_to(id);
        QTRY_VERIFY(s.finding() != nullptr);
        QCOMPARE(QString::fromStdString(s.finding()->id), id);
        QCOMPARE(s.moment(), 77.0);
    }

    void touch_withoutFindingIsTheNearestOfTheChosenBody() {
        Session s;
        read(s, copy("net-throw-caught"));
        QVERIFY(s.findings().empty());
        const Slot parcel = s.recording()->body_slot(2);
        s.choose_body(parcel), s.set_moment(100);
        s.go_to_touch();
        const Instant& t = s.instant();
        double least = infinity;
        for (Slot c = 0; c < static_cast<Slot>(t.now->colliders().size()); ++c)
            for (Slot mine : t.now->colliders_of(parcel))
                if (t.now->live(c) && t.now->live(mine) && t.now->does(mine, c) != Does::Ignore)
                    least =
                        std::min(least, distance(*t.now->colliders()[static_cast<std::size_t>(mine)].geometry,
                                                 t.pose(parcel),
                                                 *t.now->colliders()[static_cast<std::size_t>(c)].geometry,
                                                 t.pose(t.now->colliders()[static_cast<std::size_t>(c)].body))
                                            .gap);
        QVERIFY2(std::abs(least) < 0.1, qPrintable(QString::number(least)));
    }

    /// The newest frame is followed until the person moves; findings come while the game runs; marks are
    /// notes.
    void aRunningGame_isFollowedJudgedAndKept() {
        qputenv("XDG_DATA_HOME", folder_.filePath("data").toUtf8());
        const QByteArray log = text_of_file(SAMPLES "/net-throw.bouncelog");
        const auto upto = [&](int frame) {
            return log.indexOf("{\"frame\":" + QByteArray::number(frame) + ",");
        };
        Session s;
        QString error;
        QVERIFY2(s.listen(0, 0.0, error), qPrintable(error));
        Sender game(s.listening_at().toStdString());
        game.send(log.left(upto(60)).toStdString());
        QTRY_VERIFY(s.live() && s.follows());
        QCOMPARE(s.moment(), 59.0);
        game.send(log.mid(upto(60), upto(200) - upto(60)).toStdString());
        QTRY_COMPARE(s.moment(), 199.0);
        QTRY_COMPARE(s.findings().size(), std::size_t(1)); // of frames 91 to 92, while it runs
        QVERIFY(s.scanning());
        s.set_moment(50);
        QVERIFY(!s.follows());
        s.add_note({0, 0, 0}, "mine");
        game.send(log.mid(upto(200), upto(390) - upto(200)).toStdString());
        game.send("{\"frame\":390,\"events\":[{\"name\":\"mark\",\"about\":[1],\"note\":\"odd\"}]}\n");
        QTRY_COMPARE(s.recording()->size(), std::size_t(391));
        QCOMPARE(s.moment(), 50.0);
        QTRY_COMPARE(s.notes().size(), std::size_t(2));
        QCOMPARE(s.notes()[1].frame, std::int64_t(390));
        s.undo().undo();
        QCOMPARE(s.notes().size(), std::size_t(1));
        s.undo().undo(), s.undo().redo(), s.undo().redo(); // undoing one's own note does not lose the mark
        QCOMPARE(s.notes().size(), std::size_t(2));
        s.set_follows(true);
        QCOMPARE(s.moment(), 390.0);
        game.close();
        QTRY_VERIFY(!s.live() && s.scan_complete());
        QCOMPARE(s.findings().size(), std::size_t(2));
        QVERIFY(s.path().startsWith(Session::sessions_folder()));
        // Whoever looks at something else is not torn away.
        Session other;
        read(other, copy("hand-cart"));
        QVERIFY(other.listen(0, 0.0, error));
        Sender second(other.listening_at().toStdString());
        second.send(log.left(upto(60)).toStdString());
        QTRY_VERIFY(other.game_waits());
        QCOMPARE(QFileInfo(other.path()).completeBaseName(), QString("hand-cart"));
        other.set_follows(true);
        QVERIFY(other.live() && other.recording()->header.title == "net throw");
    }

    /// A log that turns out bad after its first frames were shown: what was there before comes back.
    void aLongLogThatBreaks_changesNothing() {
        qputenv("XDG_CACHE_HOME", folder_.filePath("cache").toUtf8());
        QByteArray text = "{\"bounce\":1}\n{\"body\":1,\"moves\":\"kinematic\"}\n";
        for (int n = 0; n < 300000; ++n)
            text += "{\"frame\":" + QByteArray::number(n) + ",\"bodies\":[[1," + QByteArray::number(n) +
                    ",9]]}\n";
        const QString path = written("breaks.bouncelog", text + "oops\n{\"frame\":900000}\n");
        Session s;
        read(s, copy("hand-cart"));
        const auto before = s.recording();
        QSignalSpy refused(&s, &Session::refused), changed(&s, &Session::recording_changed);
        s.load(path);
        QTRY_COMPARE_WITH_TIMEOUT(refused.size(), 1, 30000);
        QVERIFY(refused[0][0].toString().contains("breaks.bouncelog:300003: is not a JSON object"));
        QVERIFY(s.recording() == before && s.loading().isEmpty());
        QTRY_VERIFY(s.scan_complete());
        QVERIFY(changed.size() == 0 || changed.size() == 2); // shown early, and taken back
    }
};

QTEST_GUILESS_MAIN(SessionTest)
#include "session_test.moc"
