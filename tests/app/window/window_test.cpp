// SPDX-License-Identifier: GPL-3.0-or-later
// The window, used as a person drives it: open, next finding, the touch, step, try, undo, pictures.
#include "fault/account_text.hpp"
#include "fixes/candidate_dialog.hpp"
#include "language/language.hpp"
#include "theme/elided_label.hpp"
#include "theme/theme.hpp"
#include "view/scene_painter.hpp"
#include "window_fixture.hpp"

#include <QClipboard>
#include <QDir>
#include <QDropEvent>
#include <QImage>
#include <QMimeData>
#include <QProcess>
#include <QSettings>
#include <QSignalSpy>
#include <QToolTip>
#include <QtTest>

#include <atomic>
#include <thread>

using namespace oddbounce;

class WindowTest : public WindowFixture {
    Q_OBJECT
  private slots:
    void initTestCase() { prepare(); }
    void cleanup() { window_.reset(); }

    void nextFinding_landsOnTheTimeOfImpact() {
        open("net-throw");
        press("Shift+N");
        Session& s = window_->session();
        QVERIFY(s.finding() != nullptr);
        const double touch = s.touch_moment(*s.finding());
        QCOMPARE(s.moment(), touch);
        QVERIFY(touch > 370.0 && touch < 370.3);
        QVERIFY(s.moment_text().startsWith("frame 370 + 16 %"));
        // At the time of impact the two shapes are exactly in touch.
        const Instant& t = s.instant();
        const auto& a = t.now->colliders()[static_cast<std::size_t>(
            s.recording()->collider_slot(s.finding()->colliders[0]))];
        const auto& b = t.now->colliders()[static_cast<std::size_t>(
            s.recording()->collider_slot(s.finding()->colliders[1]))];
        QVERIFY(std::abs(distance(*a.geometry, t.pose(a.body), *b.geometry, t.pose(b.body)).gap) < 1e-9);
        press("N");
        press("N");
        QCOMPARE(s.moment(), touch); // two findings: round and back
    }

    void stepping_goesByFramesTensAndSixteenths() {
        open("net-throw");
        Session& s = window_->session();
        s.set_moment(100.3);
        press("Right");
        QCOMPARE(s.moment(), 101.0);
        press("Left");
        QCOMPARE(s.moment(), 100.0);
        press("Shift+Right");
        QCOMPARE(s.moment(), 110.0);
        press("Alt+Left");
        QCOMPARE(s.moment(), 110.0 - 1.0 / 16);
        press("Home");
        press("Left");
        QCOMPARE(s.moment(), 0.0);
        press("End");
        press("Shift+Right");
        QCOMPARE(s.moment(), 419.0);
    }

    void playback_movesTimeAndStops() {
        open("net-throw");
        Session& s = window_->session();
        press("Space");
        QTRY_VERIFY(s.moment() > 0.5);
        press("Space");
        const double stood = s.moment();
        QTest::qWait(80);
        QCOMPARE(s.moment(), stood);
        press("-");
        press("-");
        press("-");
        QVERIFY(window_->speed() <= 2.0);
    }

    void suggestions_areTriedAndJudged() {
        open("pier-hang");
        press("N");
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        const auto& all = window_->session().candidates();
        const auto clears =
            std::count_if(all.begin(), all.end(), [](const Candidate& c) { return c.verdict.fixes_all(); });
        QVERIFY(clears >= 1 && clears < static_cast<std::ptrdiff_t>(all.size()));
        const QImage before = window_->view().grab().toImage();
        window_->session().choose_candidate(0);
        QVERIFY(pixels_like(window_->view().grab().toImage(), Theme::current().candidate) >
                pixels_like(before, Theme::current().candidate) + 100);
    }

    void ownCandidate_isJudgedUndoneRedoneAndKept() {
        open("net-throw");
        press("N");
        Session& s = window_->session();
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        const std::size_t suggested = s.candidates().size();
        const auto knob = std::find_if(knobs().begin(), knobs().end(),
                                       [](const Knob& k) { return QString(k.key) == "grow"; });
        s.add_candidate(fix_from_knob(s, s.finding()->colliders[1], *knob, {6.0, 0.0, 0.0}, {}));
        QCOMPARE(s.candidates().size(), suggested + 1);
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(s.candidates().back().verdict.fixes_all());
        press("Ctrl+Z");
        QCOMPARE(s.candidates().size(), suggested);
        press("Ctrl+Shift+Z");
        QCOMPARE(s.candidates().size(), suggested + 1);
        QVERIFY(QFile::exists(s.case_path()));
        Session again;
        QString error;
        QVERIFY(again.open(s.path(), error));
        QTRY_COMPARE(again.candidates().size(), std::size_t(1));
    }

    void badFile_saysItsSentenceAndChangesNothing() {
        open("net-throw");
        window_->session().set_moment(33);
        QFile bad(folder_.filePath("bad.bouncelog"));
        QVERIFY(bad.open(QIODevice::WriteOnly));
        bad.write("{\"bounce\":1}\n{\"frame\":0,\"bodies\":[[3,0,0]]}\n");
        bad.close();
        window_->open(bad.fileName());
        QTRY_VERIFY(window_->session().loading().isEmpty());
        QVERIFY2(window_->error().contains("bad.bouncelog:2: 'bodies' names body 3"),
                 qPrintable(window_->error()));
        QCOMPARE(window_->session().moment(), 33.0);
        QCOMPARE(window_->session().findings().size(), std::size_t(2));
    }

    void droppedFile_isOpened() {
        open("net-throw");
        QMimeData data;
        data.setUrls({QUrl::fromLocalFile(copy("hand-cart"))});
        QDragEnterEvent enter(QPoint(200, 200), Qt::CopyAction, &data, Qt::LeftButton, {});
        QCoreApplication::sendEvent(window_.get(), &enter);
        QVERIFY(enter.isAccepted());
        QDropEvent drop(QPointF(200, 200), Qt::CopyAction, &data, Qt::LeftButton, {});
        QCoreApplication::sendEvent(window_.get(), &drop);
        QTRY_VERIFY(window_->session().path().endsWith("hand-cart.bouncelog"));
        QVERIFY(window_->windowTitle().startsWith("hand cart"));
    }

    void closedWindow_opensAgainWhereItWas() {
        open("net-throw");
        window_->session().choose_finding(QString::fromStdString(window_->session().findings().back().id));
        const std::string id = window_->session().finding()->id;
        window_->session().set_moment(123.25);
        window_->close();
        window_ = std::make_unique<Window>();
        window_->show();
        window_->open(folder_.filePath("net-throw.bouncelog"));
        QTRY_VERIFY(window_->session().finding() != nullptr);
        QCOMPARE(window_->session().finding()->id, id);
        QCOMPARE(window_->session().moment(), 123.25);
        // Opened from the start page's list as well: the recording is among the recent ones.
        QVERIFY(QSettings().value("recent").toStringList().front().endsWith("net-throw.bouncelog"));
        QSettings().remove("places");
    }

    void strip_isCopiedAsAPicture() {
        open("hand-cart");
        press("N");
        press("Ctrl+Shift+R");
        const QImage copied = QApplication::clipboard()->image();
        QCOMPARE(copied.size(), 2 * window_->strip().size());
        QVERIFY(pixels_like(copied, Theme::light().finding) > 50);
        press("Ctrl+Shift+V");
        QCOMPARE(QApplication::clipboard()->image().size(), 2 * window_->view().size());
    }

    void note_isDrawnOnlyNearItsMoment() {
        open("hand-cart");
        press("A");
        Session& s = window_->session();
        s.set_moment(20);
        const QImage without = window_->view().grab().toImage();
        s.add_note(window_->view().mapping().center, "watch this");
        const QImage with = window_->view().grab().toImage();
        QVERIFY(pixels_like(with, Theme::current().ink) > pixels_like(without, Theme::current().ink) + 40);
        QCOMPARE(note_slips(s, window_->view().mapping()).size(), std::size_t(1));
        s.set_moment(24);
        QVERIFY(note_slips(s, window_->view().mapping()).empty());
    }

    void measuring_tellsLengthAndAngle() {
        open("hand-cart");
        press("A");
        press("M");
        ViewWidget& view = window_->view();
        const QImage before = view.grab().toImage();
        const Slot body = window_->session().body();
        const Mapping m = view.mapping();
        for (const Vec3 p : {Vec3(-20, 60, 0), Vec3(20, 60, 0), Vec3(20, 90, 0)})
            QTest::mouseClick(&view, Qt::LeftButton, {}, m.to(m.center + p).toPoint());
        QVERIFY(view.grab().toImage() != before);
        QCOMPARE(window_->session().body(), body); // measuring chooses nothing
        press("M");
        QTest::mouseMove(&view, QPoint(3, 3));
    }

    /// Reading, scanning and trying go on beside: the window answers within a tenth of a second.
    void longRecording_neverBlocksTheWindow() {
        const QString path = folder_.filePath("long.bouncelog");
        QFile f(path);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write("{\"bounce\":1,\"gravity\":[0,-900]}\n{\"body\":1,\"moves\":\"kinematic\"}\n{\"collider\":1,"
                "\"body\":1,"
                "\"shape\":{\"type\":\"circle\",\"r\":4}}\n{\"body\":2}\n{\"collider\":2,\"body\":2,"
                "\"shape\":{\"type\":"
                "\"box\",\"size\":[900,10]}}\n");
        for (int n = 0; n < 150000; ++n)
            f.write(QByteArray("{\"frame\":") + QByteArray::number(n) + ",\"bodies\":[[1," +
                    QByteArray::number(n % 300 - 150) + ",9]]}\n");
        f.close();
        window_ = std::make_unique<Window>();
        window_->show();
        qint64 longest = 0;
        QElapsedTimer beat;
        QTimer pulse;
        connect(&pulse, &QTimer::timeout, this, [&] { longest = std::max(longest, beat.restart()); });
        std::atomic<bool> over = false;
        qint64 machine = 0; // how long the machine itself lets a thread wait that only sleeps
        std::thread sleeper([&] {
            QElapsedTimer slept;
            for (slept.start(); !over; machine = std::max(machine, slept.restart())) QThread::msleep(5);
        });
        const auto awake = qScopeGuard([&] { over = true, sleeper.join(); });
        beat.start(), pulse.start(5);
        window_->open(path);
        QTRY_VERIFY_WITH_TIMEOUT(window_->session().recording(), 30000);
        window_->session().choose_body(0); // plots it
        QTRY_VERIFY_WITH_TIMEOUT(window_->session().scan_complete(), 60000);
        QTRY_COMPARE_WITH_TIMEOUT(window_->timeline().plotted().values.size(), std::size_t(150000), 30000);
        const qint64 most = 400 + 3 * machine; // 100 is the promise, 23 is usual
        qInfo("longest silence of the window: %lld ms, of the machine: %lld ms",
              static_cast<long long>(longest), static_cast<long long>(machine));
        QVERIFY2(longest < most, qPrintable(QString::number(longest)));
    }

    void whyNot_tellsWhatTheRulesMeasured() {
        open("net-throw-caught"); // the net catches what flies at it
        const Recording& r = *window_->session().recording();
        for (Slot body = 0; body < static_cast<Slot>(r.body_count()); ++body)
            if (body_name(r, r.body_id(body)) == "parcel") window_->session().choose_body(body);
        window_->show_why_not();
        auto* dialog = window_->findChild<WhyNotDialog*>();
        QTRY_VERIFY(!dialog->looking() && dialog->reasons()->topLevelItemCount() > 0);
        QVERIFY(dialog->about()->text().contains("the parcel"));
        QVERIFY2(dialog->rest()->text().contains("other faults were judged"),
                 qPrintable(dialog->rest()->text()));
        window_->session().set_moment(static_cast<double>(r.frame_index(371)));
        const auto row = [&](const QString& fault, const QString& why) -> QTreeWidgetItem* {
            for (int i = 0; i < dialog->reasons()->topLevelItemCount(); ++i) {
                QTreeWidgetItem* item = dialog->reasons()->topLevelItem(i);
                if (item->text(0) == fault && item->text(3).contains(why)) return item;
            }
            return nullptr;
        };
        QTRY_VERIFY(!dialog->looking() && row("Hit outside art", "their pictures are 0.5 px apart"));
        QVERIFY(
            row("Hit outside art", "their pictures are 0.5 px apart")->font(0).bold()); // at this very frame
        QTreeWidgetItem* earlier =
            dialog->reasons()->topLevelItem(dialog->reasons()->topLevelItemCount() - 1);
        const double was = window_->session().moment();
        emit dialog->reasons()->itemClicked(earlier, 0);
        QVERIFY(window_->session().moment() != was);
    }

    void markupInATitle_staysTextInItsTip() {
        ElidedLabel label;
        label.resize(40, 20), label.show();
        label.set_text("<img src=\"/dev/zero\"> a title that is too long for its place");
        QVERIFY(label.toolTip().contains("&lt;img") && !label.toolTip().contains("<img"));
    }

    void filter_keepsOnlyWhatMatches() {
        open("net-throw");
        window_->findings().filter_line()->setText("91");
        QCOMPARE(window_->findings().list()->model()->rowCount(), 2); // a heading and one finding
        window_->findings().filter_line()->setText("no such thing");
        QCOMPARE(window_->findings().list()->model()->rowCount(), 0);
    }

    void hover_namesTheBodyUnderThePointer() {
        open("hand-cart");
        press("A");
        const Mapping& m = window_->view().mapping();
        QVERIFY(window_->view().hover_text(m.to({60, 16})).contains("bollard, static"));
        QVERIFY(!window_->view().hover_text(m.to({60, 90})).contains("bollard"));
    }

    void themes_bothDrawTheFinding() {
        for (const bool dark : {false, true}) {
            open("hand-cart");
            window_->set_theme(dark);
            press("N");
            const QImage image = window_->view().grab().toImage();
            QVERIFY(pixels_like(image, Theme::current().finding) > 60);
            QVERIFY(pixels_like(image, Theme::current().paper) > image.width() * image.height() / 4);
        }
        window_->set_theme(false);
    }

    void picture_isDrawnWithoutWindow_data() {
        QTest::addColumn<QString>("name");
        QTest::newRow("png") << "a.png";
        QTest::newRow("svg") << "a.svg";
    }
    void picture_isDrawnWithoutWindow() {
        QFETCH(QString, name);
        QProcess p;
        p.start(BIN "/odd-bounce", {"--picture", folder_.filePath(name), SAMPLES "/net-throw.bouncelog",
                                    "--finding", "worst", "--size", "640x400"});
        QVERIFY(p.waitForFinished(60000));
        QVERIFY2(p.exitCode() == 0, p.readAllStandardError());
        const QImage image(folder_.filePath(name));
        QCOMPARE(image.size(),
                 (name.endsWith("png") ? 2 : 1) * QSize(640, 400)); // pictures to share are at 2x
        QVERIFY(pixels_like(image, Theme::light().finding) > 50);
        p.start(BIN "/odd-bounce", {"--picture", folder_.filePath(name), SAMPLES "/net-throw.bouncelog",
                                    "--finding", "no-such"});
        QVERIFY(p.waitForFinished(60000));
        QCOMPARE(p.exitCode(), 2);
    }

    void language_isACommandLikeOthers() {
        window_ = std::make_unique<Window>();
        QSignalSpy fresh(window_.get(), &Window::wants_fresh);
        QAction* german = window_->commands().find("Language: Deutsch");
        QVERIFY(german);
        german->trigger();
        QCOMPARE(fresh.count(), 1);
        QCOMPARE(Window::tr("Quit"), QString("Beenden"));
        QVERIFY(Window().commands().find("Sprache: English"));
        QSettings().remove("language");
        use_language("en");
        QCOMPARE(Window::tr("Quit"), QString("Quit"));
    }

    /// Labels and tool tips take nothing for markup but what the window itself wrote.
    void strangersMarkup_isText() {
        open("net-throw");
        press("Shift+N");
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        window_->show_coverage(), window_->show_settings(), window_->show_recorders();
        QToolTip::showText(window_->mapToGlobal(QPoint(9, 9)), "<b>bold</b>", window_.get());
        int labels = 0, tips = 0;
        for (QWidget* w : QApplication::allWidgets()) {
            const auto* label = qobject_cast<QLabel*>(w);
            if (!label || !label->isVisible()) continue;
            tips += label->inherits("QTipLabel"), ++labels;
            const bool ours = qobject_cast<FixCard*>(label->parentWidget());
            QVERIFY2(ours || label->textFormat() == Qt::PlainText, qPrintable(label->text()));
        }
        QVERIFY(labels > 10 && tips == 1);
    }

    /// At the smallest size and at scale 2 nothing lies outside the window, and a long title does not widen
    /// it.
    void smallWindow_showsEverything() {
        open("net-throw");
        press("N");
        window_->resize(1024, 640);
        QTest::qWait(50);
        QCOMPARE(window_->size(), QSize(1024, 640));
        for (QWidget* w :
             {static_cast<QWidget*>(&window_->view()), static_cast<QWidget*>(&window_->timeline()),
              static_cast<QWidget*>(&window_->findings()), static_cast<QWidget*>(&window_->bodies()),
              static_cast<QWidget*>(&window_->account()), static_cast<QWidget*>(&window_->fixes())}) {
            const QPoint corner = w->mapTo(window_.get(), QPoint(w->width() - 1, 0));
            QVERIFY2(corner.x() < 1024 && w->mapTo(window_.get(), QPoint(0, 0)).x() >= 0,
                     w->metaObject()->className());
        }
        QFile log(folder_.filePath("long.bouncelog"));
        QVERIFY(log.open(QIODevice::WriteOnly));
        log.write("{\"bounce\":1,\"title\":\"" + QByteArray(400, 'W') + "\"}\n{\"body\":1,\"name\":\"" +
                  QByteArray(300, 'M') + "\",\"moves\":\"kinematic\"}\n{\"frame\":0,\"bodies\":[[1,0,0]]}\n");
        log.close();
        window_->open(log.fileName());
        QTRY_VERIFY(window_->session().path().endsWith("long.bouncelog"));
        QTest::qWait(50);
        QCOMPARE(window_->size(), QSize(1024, 640));
    }

    /// Every sample opens on its worst finding, at a moment that the account names, with what the finding is
    /// about in the frame that is shown.
    void everySample_opensOnItsWorstFinding_data() {
        QTest::addColumn<QString>("name");
        for (const QFileInfo& f : QDir(SAMPLES).entryInfoList({"*.bouncelog"}))
            if (!f.completeBaseName().endsWith("-correct"))
                QTest::newRow(qPrintable(f.completeBaseName())) << f.completeBaseName();
    }
    void everySample_opensOnItsWorstFinding() {
        QFETCH(QString, name);
        QSettings().remove("places");
        open(name);
        const Session& s = window_->session();
        const auto& all = s.findings();
        QTRY_COMPARE(s.finding() == nullptr, all.empty());
        if (all.empty()) return;
        QCOMPARE(s.finding()->id, all.front().id);
        const double first = static_cast<double>(s.recording()->frame_index(s.finding()->first)) - 1.0,
                     last = static_cast<double>(s.recording()->frame_index(s.finding()->last));
        QVERIFY2(s.moment() >= first && s.moment() <= last, qPrintable(s.moment_text()));
        if (s.finding()->fact("ray")) {
            const auto& rays = s.instant().frame->rays;
            QVERIFY(std::any_of(rays.begin(), rays.end(),
                                [&](const RayRow& r) { return is_ray_of(r, *s.finding()); }));
        }
        // The numbers and the header speak of the same moment.
        QVERIFY(!numbers_at(s).empty());
        QVERIFY(s.moment() == std::floor(s.moment()) || s.moment_text().endsWith(" %"));
    }

    /// The whole program on a real screen.
    void realWindow_showsTheFinding() {
        QProcess p;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.remove("QT_QPA_PLATFORM");
        p.setProcessEnvironment(environment);
        const QString picture = folder_.filePath("real.png");
        p.start("xvfb-run", {"-a", "-s", "-screen 0 1400x900x24", BIN "/odd-bounce", "--window-picture",
                             picture, "--theme", "light", "--finding", "worst", copy("hand-cart")});
        QVERIFY(p.waitForFinished(90000));
        QVERIFY2(p.exitCode() == 0, p.readAllStandardError());
        const QImage image(picture);
        QCOMPARE(image.size(), QSize(1280, 800));
        QVERIFY(pixels_like(image, Theme::light().finding) > 200);
        QVERIFY(pixels_like(image, Theme::light().panel) > image.width() * image.height() / 5);
    }
};

QTEST_MAIN(WindowTest)
#include "window_test.moc"
