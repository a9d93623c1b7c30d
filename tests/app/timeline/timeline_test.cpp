// SPDX-License-Identifier: GPL-3.0-or-later
// The timeline's model: ruler, lanes, plots; and its widget where a click must land.
#include "core/scene.hpp"
#include "theme/theme.hpp"
#include "timeline/timeline_widget.hpp"

#include <QSignalSpy>
#include <QtTest>

using namespace oddbounce;
using json = nlohmann::json;

namespace {
Plot plotted(const Recording& r, const PlotQuery& query, Control* control = nullptr) {
    Plot plot = empty_plot(r, query);
    plot_further(r, query, plot, control);
    return plot;
}
} // namespace

class TimelineTest : public QObject {
    Q_OBJECT
  private:
    void read(Session& s, const char* path) {
        QString error;
        QVERIFY2(s.open(path, error), qPrintable(error));
        QTRY_VERIFY_WITH_TIMEOUT(s.scan_complete(), 20000);
    }

  private slots:
    void initTestCase() { Theme::use(*qApp, false); }

    void ruler_goesThereAndBackAndZoomsAtThePointer_data() {
        QTest::addColumn<double>("first");
        QTest::addColumn<double>("last");
        QTest::newRow("all") << 0.0 << 216000.0;
        QTest::newRow("a second") << 5000.0 << 5060.0;
        QTest::newRow("a part of a step") << 5000.2 << 5000.6;
    }
    void ruler_goesThereAndBackAndZoomsAtThePointer() {
        QFETCH(double, first);
        QFETCH(double, last);
        Ruler r{first, last, 120.0, 920.0};
        for (const double frame : {first, 0.5 * (first + last), last})
            QVERIFY(std::abs(r.from(r.to(frame)) - frame) < 1e-9 * (1.0 + frame));
        const double under = r.from(400.0);
        r.zoom_at(400.0, 1.25, 216000.0);
        QVERIFY(std::abs(r.from(400.0) - under) < 1e-6 * (1.0 + under));
        for (int i = 0; i < 200; ++i) r.zoom_at(400.0, 2.0, 216000.0);
        QVERIFY(std::abs(r.last - r.first - 0.25) < 1e-9); // down to a fraction of a step
        for (int i = 0; i < 200; ++i) r.zoom_at(400.0, 0.5, 216000.0);
        QVERIFY(r.last - r.first <= 216000.0 * 1.1 + 1.0 && r.first <= 0.0 && r.last >= 216000.0 * 0.9);
        r.pan(-1e9, 216000.0);
        QVERIFY(r.first < 216000.0); // never out of the recording
    }

    void labels_standApartAtEveryZoom() {
        for (double span = 0.25; span < 1e6; span *= 1.7) {
            const Ruler r{100.0, 100.0 + span, 0.0, 800.0};
            const double step = r.label_step(46.0);
            QVERIFY(step >= 1.0 && std::floor(step) == step);
            QVERIFY(step * 800.0 / span >= 46.0 - 1e-6);
        }
    }

    void lanes_beginWithTheFindingsPair() {
        Session s;
        read(s, SAMPLES "/net-throw.bouncelog");
        s.next_finding(1);
        const std::vector<Lane> lanes = lanes_for(s, 3);
        QVERIFY(lanes.size() == 3 || lanes.size() == 2);
        QCOMPARE(lanes[0].name, QString("parcel · net"));
        for (const Lane& l : lanes)
            for (const Encounter* e : l.encounters) QVERIFY(e->body_a == s.body() || e->body_b == s.body());
        s.choose_body(-1);
        QCOMPARE(lanes_for(s, 1).size(), std::size_t(1));
    }

    void plots_areTheNumbersOfTheRecording() {
        Scene scene;
        scene.body(1, "kinematic", Scene::ball(2)).body(2, "static", Scene::block(10, 10));
        for (int i = 0; i < 5; ++i)
            scene.frame(i == 3 ? json::array({{1, 30 - 5 * i, 0}})
                               : json::array({{1, 30 - 5 * i, 0, 0, -300, 400}}),
                        i == 4 ? json{{"removed", {1}}} : json::object());
        const auto r = scene.recording();
        const Plot speed = plotted(*r, {"speed", 0, -1, -1});
        QCOMPARE(speed.values.size(), std::size_t(5));
        QCOMPARE(speed.values[0], 500.0);
        QCOMPARE(speed.values[3], 300.0); // no velocity logged: from the step
        const Plot gap = plotted(*r, {"gap", -1, 0, 1});
        QCOMPARE(gap.unit, QString("px"));
        for (int i = 0; i < 4; ++i)
            QVERIFY(std::abs(gap.values[static_cast<std::size_t>(i)] - (23.0 - 5 * i)) < 1e-9);
        const Plot closing = plotted(*r, {"closing", -1, 0, 1});
        QVERIFY(std::abs(closing.values[1] - 300.0) < 1e-6);
        QVERIFY(plotted(*r, {"speed", -1, -1, -1}).values.empty());
        Control stop;
        stop.stop = true;
        QVERIFY(plotted(*r, {"speed", 0, -1, -1}, &stop).values.empty());
    }

    void click_goesToTheFrameOrTheFinding() {
        Session s;
        TimelineWidget w(s);
        w.resize(800, 240);
        w.show();
        read(s, SAMPLES "/net-throw.bouncelog");
        w.grab(); // lays the ruler out
        QTest::mouseClick(&w, Qt::LeftButton, {}, QPoint(static_cast<int>(w.ruler().to(200.0)), 200));
        QVERIFY(std::abs(s.moment() - 200.0) <= 1.0);
        const double at = static_cast<double>(s.recording()->frame_index(s.findings()[1].first));
        QTest::mouseClick(&w, Qt::LeftButton, {}, QPoint(static_cast<int>(w.ruler().to(at)) + 2, 24 + 10));
        QVERIFY(s.finding() && s.finding()->id == s.findings()[1].id);
        QCOMPARE(s.moment(), s.touch_moment(*s.finding()));
        // The ruler went there too; the plot arrives beside.
        QVERIFY(w.ruler().first > 0.0 || w.ruler().last < 400.0);
        QTRY_COMPARE(w.plotted().values.size(), s.recording()->size());
        w.plot("gap");
        QTRY_COMPARE(w.plotted().name, QString("gap"));
    }

    void noteMark_isGoneToByAClick() {
        QTemporaryDir folder;
        const QString path = folder.filePath("a.bouncelog");
        QFile::copy(SAMPLES "/hand-cart.bouncelog", path);
        Session s;
        TimelineWidget w(s);
        w.resize(800, 240);
        w.show();
        read(s, path.toUtf8().constData());
        s.set_moment(40.25);
        s.add_note({0, 0, 0}, "here");
        s.set_moment(5);
        w.grab();
        const double rows = (240 - 24 - 56) / 22.0;
        for (int row = 1; row < rows && s.moment() == 5; ++row) // the notes' row is the last
            QTest::mouseClick(&w, Qt::LeftButton, {},
                              QPoint(static_cast<int>(w.ruler().to(40.25)), 24 + 22 * row + 11)),
                s.set_moment(s.moment() == 40.25 ? 40.25 : 5);
        QCOMPARE(s.moment(), 40.25);
    }
};

QTEST_MAIN(TimelineTest)
#include "timeline_test.moc"
