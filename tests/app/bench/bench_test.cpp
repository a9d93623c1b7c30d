// SPDX-License-Identifier: GPL-3.0-or-later
// The fix bench, used as a person does: a slider is moved, values are asked for, starts are varied,
// candidates are compared and kept.
#include "app/screens.hpp"
#include "theme/theme.hpp"
#include "window/window.hpp"

#include <QDoubleSpinBox>
#include <QSettings>
#include <QSlider>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;

class BenchTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;
    std::unique_ptr<Window> window_;

    Session& session() { return window_->session(); }
    BenchPage& bench() { return window_->bench(); }
    const Candidate& chosen() {
        return session().candidates()[static_cast<std::size_t>(session().candidate())];
    }
    /// On the bench with the candidate of this name.
    void open(const char* sample, const char* name) {
        const QString path = folder_.filePath("x.bouncelog");
        QFile::remove(path), QFile::remove(folder_.filePath("x.case.json"));
        QFile::copy(QString(SAMPLES "/") + sample + ".bouncelog", path);
        window_ = std::make_unique<Window>();
        window_->show(), window_->open(path);
        QTRY_VERIFY_WITH_TIMEOUT(session().scan_complete(), 20000);
        QTRY_VERIFY(session().finding());
        trigger(*window_, "B");
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(bench().isVisible() && session().candidate() >= 0);
        const auto& all = session().candidates();
        const auto it =
            std::ranges::find_if(all, [&](const Candidate& c) { return c.fix.name.starts_with(name); });
        QVERIFY(it != all.end());
        session().choose_candidate(static_cast<int>(it - all.begin()));
    }

  private slots:
    void initTestCase() {
        QStandardPaths::setTestModeEnabled(true);
        QCoreApplication::setOrganizationName("odd-bounce-test");
        QSettings().clear();
        Theme::use(*qApp, false);
    }
    void cleanup() { window_.reset(); }

    void slider_previewsAndMakesACandidate() {
        open("net-throw", "net ");
        QCOMPARE(bench().knobs().rows().size(), std::size_t(1));
        const std::size_t suggested = session().candidates().size();
        QSlider* slider = bench().knobs().rows()[0].slider;
        slider->setSliderDown(true);
        slider->setValue(0);
        QTRY_COMPARE_WITH_TIMEOUT(session().preview_line(), std::string("still there"), 20000);
        QCOMPARE(session().candidates().size(), suggested);
        slider->setValue(slider->maximum());
        QTRY_COMPARE_WITH_TIMEOUT(session().preview_line(), std::string("fixed"), 20000);
        slider->setSliderDown(false);
        QCOMPARE(session().candidates().size(), suggested + 1);
        QVERIFY(chosen().fix.changes[0]["grow"].get<double>() > 12.0);
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(chosen().verdict.fixes_all());
        // The next change goes into the same candidate; its range has stayed.
        bench().knobs().rows()[0].box->setValue(2.0);
        QCOMPARE(session().candidates().size(), suggested + 1);
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(chosen().verdict.fixed.empty());
        QVERIFY(bench().knobs().rows()[0].to > 12.0);
        trigger(*window_, "Ctrl+Z"), trigger(*window_, "Ctrl+Z");
        QCOMPARE(session().candidates().size(), suggested);
    }

    void range_isDrawnAndTaken() {
        open("net-throw", "net ");
        const QImage before = bench().range().grab().toImage();
        bench().knobs().rows()[0].ask->click();
        QTRY_VERIFY_WITH_TIMEOUT(chosen().range && !chosen().seeking, 120000);
        const auto& points = chosen().range->points;
        for (const RangePoint& p : points) QVERIFY(p.fixed + p.left + p.unclear == 2);
        QVERIFY(pixels_like(bench().range().grab().toImage(), Theme::current().moving) >
                pixels_like(before, Theme::current().moving) + 200);
        const auto& table = *bench().comparison().model();
        const auto works = [&](int row) {
            return table.index(row, ComparisonModel::Works).data().toString();
        };
        QVERIFY(works(bench().comparison().currentIndex().row()).startsWith("works from"));
        const std::size_t suggested = session().candidates().size();
        bench().range().take(static_cast<int>(points.size()) - 1);
        QCOMPARE(session().candidates().size(), suggested + 1);
    }

    void map_isDrawnAndTaken() {
        open("net-throw", "net ");
        QVERIFY(!bench().knobs().map());
        Fix both = chosen().fix;
        both.changes.push_back({{"motion", {"parcel"}}, {"restitution", 0.2}});
        session().add_candidate(both);
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(bench().knobs().map());
        bench().knobs().map()->click();
        QTRY_VERIFY_WITH_TIMEOUT(chosen().map && !chosen().seeking, 240000);
        QVERIFY(chosen().map->complete());
        // A net that grows catches more: the largest works, the recorded size does not.
        QCOMPARE(chosen().map->cells.front().outcome, RangePoint::Fails);
        QCOMPARE(chosen().map->cells.back().outcome, RangePoint::Works);
        const RangeChart& chart = bench().range();
        const int last = static_cast<int>(chosen().map->cells.size()) - 1;
        QCOMPARE(chart.cell_at(QPointF(chart.width() - 20.0, 30.0)), last);
        const std::size_t before = session().candidates().size();
        QTest::mouseClick(&bench().range(), Qt::LeftButton, {}, QPoint(chart.width() - 20, 30));
        QCOMPARE(session().candidates().size(), before + 1);
        QCOMPARE(chosen().fix.changes[1]["restitution"].get<double>(), 0.4);
    }

    /// A change that is put aside changes nothing, is kept with the case, and comes back; the order can be
    /// changed; of three numbers any two make a map.
    void changes_areSwitchedAndOrdered() {
        open("net-throw", "net ");
        Fix both = chosen().fix;
        both.changes.push_back({{"motion", {"parcel"}}, {"restitution", 0.2}, {"speed_cap", 4000}});
        session().add_candidate(both);
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        KnobPanel& knobs = bench().knobs();
        QVERIFY(knobs.map_across() && knobs.map_across()->count() == 3);
        QCOMPARE(knobs.map_up()->currentIndex(), 1);
        knobs.move_up(1);
        QVERIFY(chosen().fix.changes[0].contains("motion") && chosen().fix.changes[1].contains("colliders"));
        knobs.switch_off(1);
        QCOMPARE(chosen().fix.changes.size(), std::size_t(1));
        QCOMPARE(fix_from_json(json_of(chosen().fix), "x").off, nlohmann::json::array({both.changes[0]}));
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(chosen().verdict.fixed.empty() && chosen().verdict.shapes.empty());
        knobs.switch_off(0); // the last one stays
        QCOMPARE(chosen().fix.changes.size(), std::size_t(1));
        knobs.switch_on(0);
        QVERIFY(chosen().fix.off.empty() && chosen().fix.changes[1] == both.changes[0]);
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(!chosen().verdict.fixed.empty());
    }

    void starts_areVariedDrawnAndShown() {
        open("net-throw", "net ");
        QVERIFY(bench().ask_shake()->isEnabled());
        bench().ask_shake()->click();
        QTRY_VERIFY_WITH_TIMEOUT(chosen().shake && !chosen().shaking, 120000);
        QCOMPARE(chosen().shake->starts.size(), std::size_t(1000));
        QVERIFY(chosen().shake->fails_with() > 0 && chosen().shake->fails_without() > 100);
        int column = 0;
        const auto fails = [&](int c) {
            const auto start = bench().shake().start_in(c);
            return start && chosen().shake->starts[*start].fails_with;
        };
        while (column < ShakeChart::columns && !fails(column)) ++column;
        QVERIFY(column < ShakeChart::columns);
        const double wide = (bench().shake().width() - 72.0) / ShakeChart::columns;
        const QPoint in(static_cast<int>(36 + wide * (column + 0.5)), bench().shake().height() / 2);
        QCOMPARE(bench().shake().column_at(in.x()), column);
        QTest::mouseClick(&bench().shake(), Qt::LeftButton, {}, in);
        QTRY_VERIFY_WITH_TIMEOUT(chosen().courses, 20000);
        // That start goes through the net as the fix has it: it ends on the other side.
        const double net =
            session().recording()->world_at(0).body(session().recording()->body_slot(12)).pose.at.x;
        const OtherCourses& courses = *chosen().courses;
        QVERIFY(courses.with.points.front().pose.at.x < net);
        QVERIFY(
            std::ranges::any_of(courses.with.points, [&](const TrackPoint& p) { return p.pose.at.x > net; }));
        QTest::mouseClick(&bench().shake(), Qt::LeftButton, {}, in);
        QVERIFY(!chosen().shown_start);
    }

    void sides_areTriedDrawnAndShown() {
        open("net-throw", "sweep");
        QVERIFY(bench().ask_sides()->isEnabled());
        bench().ask_sides()->click();
        QTRY_VERIFY_WITH_TIMEOUT(chosen().sides && !chosen().siding, 120000);
        const Sides& sides = *chosen().sides;
        QCOMPARE(sides.sides.size(), std::size_t(8));
        QVERIFY(sides.fails_without() >= 4); // from the left and the right, straight and mirrored
        QCOMPARE(sides.fails_with(), std::size_t(0));
        const auto other = std::ranges::find_if(sides.sides, [&](const Side& s) {
            return glm::dot(s.from, sides.sides[0].from) < -0.5 && s.outcome == Side::Judged;
        });
        QVERIFY(other != sides.sides.end());
        const auto at = static_cast<std::size_t>(other - sides.sides.begin());
        const QPoint tail = bench().sides().tail_of(at).toPoint();
        QVERIFY(bench().sides().side_at(tail) == at);
        QTest::mouseClick(&bench().sides(), Qt::LeftButton, {}, tail);
        QTRY_VERIFY_WITH_TIMEOUT(chosen().courses, 20000);
        // It goes the other way, and the net holds it.
        const Track& with = chosen().courses->with;
        QVERIFY(with.points.front().velocity.x * sides.sides[0].start.velocity.x < 0.0);
        QVERIFY(glm::dot(with.points.back().pose.at - with.points.front().pose.at, other->from) <= 1.0 ||
                with.points.back().velocity.x * with.points.front().velocity.x <= 0.0);
        QTest::mouseClick(&bench().sides(), Qt::LeftButton, {}, tail);
        QVERIFY(!chosen().shown_side && !chosen().courses);
    }

    /// Starts are varied round one finding; the same fix of another one has to be asked again.
    void starts_areOfOneFinding() {
        open("net-throw", "sweep");
        bench().ask_shake()->click();
        QTRY_VERIFY_WITH_TIMEOUT(chosen().shake && !chosen().shaking, 120000);
        trigger(*window_, "N");
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        for (const Candidate& c : session().candidates()) QVERIFY(!c.shake);
    }

    void difference_isFoundAndDrawn() {
        open("net-throw", "sweep");
        QCOMPARE(*bench().view().first_difference(), 92.0);
        bench().to_difference()->click();
        QCOMPARE(session().moment(), 92.0);
        const QImage both = bench().view().grab().toImage();
        QVERIFY(pixels_like(both, Theme::current().candidate) > 100);
        const QImage left = both.copy(0, 0, both.width() / 2 - 4, both.height());
        QCOMPARE(pixels_like(left, Theme::current().candidate), 0);
        trigger(*window_, "Shift+B");
        QVERIFY(bench().view().overlaid());
        QVERIFY(bench().view().spoken().contains("with: sweep"));
    }

    void table_choosesAndChecksAreKept() {
        open("pier-hang", "no friction");
        Comparison& table = bench().comparison();
        QCOMPARE(table.model()->rowCount(), static_cast<int>(session().candidates().size()));
        // The best first: none that fixes all comes after one that does not.
        const auto& model = *static_cast<ComparisonModel*>(table.model());
        bool all = true;
        for (int row = 0; row < model.rowCount(); ++row) {
            const bool fixes =
                session().candidates()[static_cast<std::size_t>(model.candidate_in(row))].verdict.fixes_all();
            QVERIFY(all || !fixes);
            all = fixes;
        }
        QVERIFY(bench().keep()->isEnabled());
        bench().keep()->click();
        QVERIFY(session().is_check(session().candidate()));
        table.setCurrentIndex(model.index(model.rowCount() - 1, 0));
        QCOMPARE(session().candidate(), model.candidate_in(model.rowCount() - 1));
        QVERIFY(!chosen().verdict.fixes_all() && !bench().keep()->isEnabled());
    }
};

QTEST_MAIN(BenchTest)
#include "bench_test.moc"
