// SPDX-License-Identifier: GPL-3.0-or-later
// The panels beside the view: findings, bodies, strip, account, fixes. Clicked as a person does.
#include "account/account_panel.hpp"
#include "core/scene.hpp"
#include "findings/bodies_panel.hpp"
#include "findings/expected_dialog.hpp"
#include "findings/findings_panel.hpp"
#include "fixes/candidate_dialog.hpp"
#include "fixes/fixes_panel.hpp"
#include "strip/strip_widget.hpp"
#include "theme/theme.hpp"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;
using json = nlohmann::json;

class PanelsTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;
    std::unique_ptr<Session> s_;

    void read(const QString& name) {
        const QString path = folder_.filePath(name + ".bouncelog");
        QFile::remove(path), QFile::remove(folder_.filePath(name + ".case.json"));
        QFile::copy(SAMPLES "/" + name + ".bouncelog", path);
        QString error;
        QVERIFY2(s_->open(path, error), qPrintable(error));
        QTRY_VERIFY_WITH_TIMEOUT(s_->scan_complete(), 20000);
    }
    static void click(QWidget& w, double x, double y, Qt::MouseButton button = Qt::LeftButton) {
        QTest::mouseClick(&w, button, {}, QPoint(static_cast<int>(x), static_cast<int>(y)));
    }

  private slots:
    void initTestCase() { Theme::use(*qApp, false); }
    void init() { s_ = std::make_unique<Session>(); }

    void findings_areGroupedWorstFirstAndFiltered() {
        FindingsModel m(*s_);
        read("net-throw");
        // Two like findings are one row, which opens.
        QCOMPARE(m.rowCount(), 2);
        QCOMPARE(m.data(m.index(1), FindingsModel::Count).toInt(), 2);
        QCOMPARE(m.data(m.index(1), FindingsModel::Frames).toString(), QString("2 times, frames 91–371"));
        QCOMPARE(m.data(m.index(1), FindingsModel::Spans).value<QList<QPointF>>().size(), 2);
        QCOMPARE(m.ids().size(), 2);
        QCOMPARE(m.row_of(m.ids()[1]), 1);
        m.fold(1, false);
        QCOMPARE(m.rowCount(), 3);
        QVERIFY(m.data(m.index(0), FindingsModel::IsGroup).toBool());
        QCOMPARE(m.data(m.index(0), FindingsModel::Count).toInt(), 2);
        QVERIFY(!(m.flags(m.index(0)) & Qt::ItemIsSelectable) &&
                (m.flags(m.index(1)) & Qt::ItemIsSelectable));
        QCOMPARE(m.data(m.index(1), Qt::DisplayRole).toString(), QString("parcel through net"));
        QCOMPARE(m.data(m.index(1), FindingsModel::Frames).toString(), QString("frames 370–371"));
        const double from = m.data(m.index(1), FindingsModel::Spans).value<QList<QPointF>>()[0].x();
        QVERIFY(std::abs(from - 370.0 / 419.0) < 1e-9);
        QCOMPARE(m.row_of(m.data(m.index(2), FindingsModel::FindingId).toString()), 2);
        for (const auto& [words, rows] : {std::pair("tunneling NET", 3), std::pair("net 91", 2),
                                          std::pair("cart", 0), std::pair("sure", 3), std::pair("", 3)}) {
            m.filter(words);
            QCOMPARE(m.rowCount(), rows);
        }
    }

    /// Of each way of dividing the list: its headings; of each choice of what to show: how many are listed.
    void findings_areDividedAndChosen() {
        FindingsModel m(*s_);
        read("walk-through-crate");
        read("hand-cart");
        const auto heads = [&] {
            QStringList out;
            for (int i = 0; i < m.rowCount(); ++i)
                if (m.data(m.index(i), FindingsModel::IsGroup).toBool())
                    out.push_back(m.data(m.index(i), Qt::DisplayRole).toString());
            return out;
        };
        const std::vector<std::pair<Grouping, QStringList>> ways = {
            {Grouping::Fault, {"Deep overlap"}},
            {Grouping::Body, {"hand cart"}},
            {Grouping::Pair, {"bollard and hand cart"}},
            {Grouping::Mark, {"Not marked"}}};
        for (const auto& [by, titles] : ways) {
            m.group(by);
            QCOMPARE(heads(), titles);
        }
        QVERIFY(
            m.data(m.index(1), FindingsModel::Frames).toString().startsWith("deep overlap, 2 times, frames"));
        s_->mark_expected({s_->findings()[0].id, {}, {}, "it is a soft bollard"});
        const std::pair<Showing, int> shown[] = {
            {Showing::Open, 1}, {Showing::Expected, 1}, {Showing::Sure, 1}, {Showing::All, 2}};
        for (const auto& [which, count] : shown) {
            m.show(which);
            QCOMPARE(m.rowCount() - static_cast<int>(heads().size()), count);
        }
        QCOMPARE(heads(), QStringList({"Expected", "Not marked"}));
        m.filter("soft");
        QCOMPARE(m.rowCount(), 2);
        QVERIFY(m.data(m.index(1), FindingsModel::IsExpected).toBool());
        QVERIFY(m.data(m.index(1), FindingsModel::Frames).toString().contains("soft bollard"));
    }

    void expectedDialog_takesThisOneOrAllLikeIt() {
        read("net-throw");
        const Finding& f = s_->findings()[0];
        ExpectedDialog ask(f, s_->findings(), false);
        QVERIFY(ask.one()->isChecked() && ask.one()->text().contains(QString::number(f.first)));
        QCOMPARE(ask.expected(), (Expected{f.id, {}, {}, "no reason given"}));
        QVERIFY(ask.rule()->text().contains("parcel") && ask.rule()->text().contains("(2 here)"));
        ask.rule()->click(), QTest::keyClicks(ask.reason(), "a hole in it ");
        QCOMPARE(ask.expected(), (Expected{{}, "tunneling", rule_for(f).kinds, "a hole in it"}));
    }

    void findingsPanel_saysWhatWouldFillIt() {
        FindingsPanel panel(*s_);
        panel.show();
        read("net-throw-caught");
        const auto says = [&](const char* words) {
            for (const QLabel* l : panel.findChildren<QLabel*>())
                if (l->isVisible() && l->text().contains(words)) return true;
            return false;
        };
        QTRY_VERIFY(says("No faults found"));
        read("net-throw");
        QVERIFY(!says("No faults found") && says("2 in 420 frames"));
        panel.filter_line()->setText("cart");
        QVERIFY(says("Clear it to see all") && says("0 of 2 shown"));
        panel.filter_line()->clear();
        QTest::keyClick(panel.list(), Qt::Key_Down);
        QTest::keyClick(panel.list(), Qt::Key_Down);
        QVERIFY(s_->finding() != nullptr);
    }

    /// N goes through what the filter shows, folded or not; Left and Right fold and open.
    void findings_areSteppedThroughAsTheFilterShowsThem() {
        FindingsPanel panel(*s_);
        panel.show();
        read("net-throw");
        panel.step(1);
        const std::string first = s_->finding()->id;
        panel.step(1);
        QVERIFY(s_->finding()->id != first);
        QCOMPARE(panel.after(QString::fromStdString(s_->finding()->id)).toStdString(), first);
        panel.step(1);
        QCOMPARE(s_->finding()->id, first);
        QTest::keyClick(panel.list(), Qt::Key_Right);
        QCOMPARE(panel.list()->model()->rowCount(), 3);
        QTest::keyClick(panel.list(), Qt::Key_Left);
        QCOMPARE(panel.list()->model()->rowCount(), 2);
        panel.filter_line()->setText("91");
        panel.step(1), panel.step(1);
        QCOMPARE(s_->finding()->first, std::int64_t(91));
        panel.filter_line()->setText("nothing of the kind");
        panel.step(1);
        QCOMPARE(s_->finding()->first, std::int64_t(91));
    }

    void bodies_areFoundChosenHiddenAndAskedWhatStopsThem() {
        BodiesPanel panel(*s_);
        panel.resize(244, 400);
        panel.show();
        read("net-throw");
        QListView& list = *panel.list();
        const auto row = [&](int i) { return list.model()->index(i, 0); };
        QCOMPARE(row(2).data().toString(), QString("parcel")); // the third mover
        QTest::mouseClick(list.viewport(), Qt::LeftButton, {}, list.visualRect(row(2)).center());
        QVERIFY(s_->body() >= 0);
        QCOMPARE(s_->recording()->body_id(s_->body()), Id(2));
        list.model()->setData(row(1), Qt::Unchecked, Qt::CheckStateRole);
        QCOMPARE(s_->hidden().size(), std::size_t(1));
        QCOMPARE(row(1).data(BodiesModel::What).toString(), QString("hidden"));
        QTest::keyClick(&list, Qt::Key_Up), QTest::keyClick(&list, Qt::Key_Space); // the tick by keyboard
        QVERIFY(s_->hidden().empty());
        QTest::keyClick(&list, Qt::Key_Down);
        const auto button = [&](const char* text) {
            for (auto* b : panel.findChildren<QPushButton*>())
                if (b->text() == text) return b;
            return static_cast<QPushButton*>(nullptr);
        };
        button("what stops it?")->click();
        QVERIFY(s_->asks_what_stops() && button("what stops it?")->isChecked());
        QCOMPARE(row(2).data(BodiesModel::BodySlot).toInt(), s_->body());
        button("only this")->click();
        QVERIFY(!s_->hidden().empty() && button("only this")->isChecked());
        button("show all")->click();
        QVERIFY(s_->hidden().empty() && !button("show all")->isVisible());
        panel.filter_line()->setText("mail SLOT");
        QCOMPARE(list.model()->rowCount(), 1);
        panel.filter_line()->setText("#2");
        QCOMPARE(row(0).data().toString(), QString("parcel"));
    }

    void strip_goesToTheFrameThatIsClicked() {
        StripWidget strip(*s_);
        strip.resize(732, 100);
        strip.show();
        read("hand-cart");
        s_->set_moment(30);
        const double cell = (732.0 - 8 * 8) / 7 + 8;
        click(strip, 8 + 5.5 * cell, 50);
        QCOMPARE(s_->moment(), 32.0);
        click(strip, 8 + 0.5 * cell, 50);
        QCOMPARE(s_->moment(), 29.0);
        s_->set_moment(0);
        click(strip, 8 + 0.5 * cell, 50); // before the first frame: nothing there
        QCOMPARE(s_->moment(), 0.0);
    }

    /// All seven pictures are of one scale: what moves by d pixels in one, moves by d in all.
    void strip_showsEveryFrameAtOneScale() {
        StripWidget strip(*s_);
        strip.resize(732, 100);
        strip.show();
        read("net-throw");
        s_->next_finding(1);
        const QImage image = strip.grab().toImage();
        const auto net_at = [&](int i) { // the finding's colour is used for nothing else
            const double cell = (732.0 - 8 * 8) / 7 + 8;
            for (int x = 12; x < cell - 10; ++x) {
                const QColor c = image.pixelColor(static_cast<int>(8 + i * cell) + x - 4, 30);
                if (c.red() > 190 && c.green() < 150 && c.blue() < 140) return x;
            }
            return -1;
        };
        QVERIFY(net_at(0) > 0);
        for (int i = 1; i < 7; ++i)
            QVERIFY2(std::abs(net_at(i) - net_at(0)) <= 1, qPrintable(QString::number(i)));
    }

    void account_clickOnASentenceGoesThereAndOnANumberPlots() {
        AccountPanel panel(*s_);
        panel.resize(304, 700);
        panel.show();
        read("net-throw");
        s_->next_finding(1);
        QListView& list = *panel.sentences();
        const int rows = list.model()->rowCount();
        QVERIFY(rows >= 5 && list.model()->index(rows - 1, 0).data(AccountModel::IsCause).toBool());
        std::set<double> moments;
        for (int i = 0; i < rows; ++i) {
            const QModelIndex row = list.model()->index(i, 0);
            list.scrollTo(row);
            QTest::mouseClick(list.viewport(), Qt::LeftButton, {}, list.visualRect(row).center());
            moments.insert(s_->moment());
        }
        QVERIFY(moments.size() >= 4); // frames and parts of a step
        QVERIFY(moments.count(s_->touch_moment(*s_->finding())));
        s_->go_to_touch();
        for (int i = 0; i < rows; ++i) // it follows the moment
            if (const QModelIndex row = list.model()->index(i, 0); row.data(AccountModel::IsNow).toBool())
                QVERIFY(list.viewport()->rect().intersects(list.visualRect(row)));
        QSignalSpy plots(&panel, &AccountPanel::wants_plot);
        for (int i = 0; i < panel.numbers()->model()->rowCount(); ++i)
            emit panel.numbers()->clicked(panel.numbers()->model()->index(i, 1));
        QStringList asked;
        for (const auto& call : plots) asked << call[0].toString();
        QVERIFY2(asked.contains("gap") && asked.contains("closing") && asked.contains("speed"),
                 qPrintable(asked.join(" ")));
    }

    void numbers_areThoseOfTheMoment() {
        read("net-throw");
        s_->next_finding(1);
        const auto value = [&](const QString& name) {
            for (const NumberRow& r : numbers_at(*s_))
                if (r.name == name) return r.value;
            return QString("none");
        };
        QCOMPARE(value("gap parcel–net"), QString("0 px"));
        QCOMPARE(value("sub-steps needed"), QString("2"));
        s_->set_moment(s_->moment() + 0.3);
        QVERIFY(value("depth parcel–net").endsWith(" px"));
        QCOMPARE(value("gap parcel–net"), QString("none"));
    }

    /// A click shows a candidate or lets go of it; a right click deletes nothing; each part of the verdict
    /// opens its list, and each entry leads to its moment.
    void fixes_areShownByAClickAndTheirVerdictsOpen() {
        FixesPanel panel(*s_);
        panel.resize(304, 700);
        panel.show();
        read("hand-cart");
        s_->next_finding(1);
        const std::size_t suggested = s_->candidates().size();
        s_->add_candidate({"own", {{{"bodies", {"bollard"}}, {"grow", -1}}}});
        QCOMPARE(panel.cards().size(), suggested + 1);
        QTRY_VERIFY_WITH_TIMEOUT(s_->candidates()[0].state == Candidate::Judged, 20000);
        const auto press = [&](std::size_t i, Qt::MouseButton with) {
            QTest::mouseClick(panel.cards()[i], with, {}, QPoint(20, 8));
        };
        press(1, Qt::LeftButton);
        QCOMPARE(s_->candidate(), 1);
        press(1, Qt::LeftButton);
        QCOMPARE(s_->candidate(), -1);
        panel.cards()[1]->setFocus();
        QTest::keyClick(panel.cards()[1], Qt::Key_Space);
        QCOMPARE(s_->candidate(), 1);
        press(suggested, Qt::RightButton);
        QCOMPARE(s_->candidates().size(), suggested + 1);
        const Verdict& v = s_->candidates()[0].verdict;
        const QString text = panel.cards()[0]->verdict()->text();
        std::size_t counted = 0;
        for (const VerdictPart& part : verdict_parts(v)) {
            QVERIFY2(text.contains(QString::fromStdString(part.text).toHtmlEscaped()), qPrintable(text));
            if (part.list == VerdictPart::None) continue;
            const auto entries = entries_of(v, part.list, *s_->recording());
            QVERIFY(!entries.empty());
            for (const VerdictEntry& e : entries) QVERIFY(e.moment >= 0.0 && e.moment <= s_->last_moment());
            ++counted;
        }
        QVERIFY(counted >= 1);
        QVERIFY(v.loop && panel.cards()[0]->loop()->isHidden());
        s_->choose_candidate(0);
        for (const LoopLine& line : loop_lines(v, *s_->recording()))
            QVERIFY(panel.cards()[0]->loop()->text().contains(
                QString::fromStdString(line.text).trimmed().toHtmlEscaped()));
        QVERIFY(!panel.cards()[0]->loop()->isHidden() && panel.cards()[1]->loop()->isHidden());
    }

    void whatFixesNothing_isFolded() {
        FixesPanel panel(*s_);
        panel.resize(304, 700);
        panel.show();
        read("pier-hang");
        s_->next_finding(1);
        const auto judged = [&] {
            return std::ranges::all_of(s_->candidates(),
                                       [](const Candidate& c) { return c.state == Candidate::Judged; });
        };
        QTRY_VERIFY_WITH_TIMEOUT(judged() && panel.without_success()->isVisible(), 20000);
        int best = -1;
        for (std::size_t i = 0; i < s_->candidates().size(); ++i) {
            const bool works = !s_->candidates()[i].verdict.fixed.empty();
            QCOMPARE(panel.cards()[i]->isVisible(), works);
            if (works) best = static_cast<int>(i);
        }
        QVERIFY(best >= 0);
        panel.without_success()->click();
        QCoreApplication::processEvents();
        for (FixCard* card : panel.cards())
            QVERIFY(card->isVisible() && card->y() >= panel.cards()[static_cast<std::size_t>(best)]->y());
        // A person's own stays in sight whatever comes of it.
        panel.without_success()->click();
        s_->add_candidate({"own", {{{"bodies", {"stoat"}}, {"round", 1}}}});
        QTRY_VERIFY_WITH_TIMEOUT(judged(), 20000);
        s_->choose_candidate(-1);
        QVERIFY(s_->candidates().back().verdict.fixed.empty() && panel.cards().back()->isVisible());
    }

    void aCheck_isKeptAndDropped() {
        FixesPanel panel(*s_);
        read("pier-hang");
        s_->next_finding(1);
        QTRY_VERIFY_WITH_TIMEOUT(s_->candidates()[0].state == Candidate::Judged, 20000);
        const auto in_case = [&] { return read_case(s_->case_path().toStdString()).checks.size(); };
        s_->keep_check(0, true);
        QVERIFY(s_->is_check(0) && !s_->is_check(1) && in_case() == 1);
        QVERIFY(panel.cards()[0]->verdict()->text().contains("kept as a check"));
        s_->undo().undo();
        QVERIFY(!s_->is_check(0) && in_case() == 0);
        QVERIFY(!panel.cards()[0]->verdict()->text().contains("kept as a check"));
        s_->undo().redo();
        s_->keep_check(0, false);
        QVERIFY(!s_->is_check(0) && in_case() == 0);
    }

    void range_isShownAndTaken() {
        FixesPanel panel(*s_);
        panel.resize(304, 700);
        panel.show();
        read("net-throw");
        s_->next_finding(1);
        s_->add_candidate({"thicker", {{{"kinds", "net"}, {"grow", 6}}}});
        const auto own = s_->candidates().size() - 1;
        QTRY_VERIFY_WITH_TIMEOUT(s_->candidates()[own].state == Candidate::Judged, 20000);
        QCOMPARE(panel.cards()[own]->asks().size(), std::size_t(1));
        panel.cards()[own]->asks()[0]->click();
        QTRY_VERIFY_WITH_TIMEOUT(s_->candidates()[own].range && s_->candidates()[own].range->complete, 20000);
        RangeBand* band = panel.cards()[own]->band();
        QVERIFY(band && panel.cards()[own]->asks().empty());
        const Range range = *s_->candidates()[own].range;
        for (std::size_t i = 0; i < range.points.size(); ++i)
            QCOMPARE(range.points[static_cast<std::size_t>(band->point_at(band->x_of(range.points[i].value)))]
                         .value,
                     range.points[i].value);
        const double value = range.points[1].value;
        QTest::mouseClick(band, Qt::LeftButton, {}, QPoint(qRound(band->x_of(value)), 12));
        QCOMPARE(s_->candidates().size(), own + 2);
        QCOMPARE(s_->candidates().back().fix.changes[0]["grow"].get<double>(), value);
        QTRY_VERIFY_WITH_TIMEOUT(s_->candidates().back().state == Candidate::Judged, 20000);
        QCOMPARE(verdict_line(s_->candidates().back().verdict), range.points[1].verdict);
    }

    /// Every knob makes a fix that is valid and that applies to this recording.
    void everyKnob_makesAFixThatApplies_data() {
        QTest::addColumn<QString>("sample");
        for (const char* sample : {"hand-cart", "yard-cart"}) QTest::newRow(sample) << sample;
    }
    void everyKnob_makesAFixThatApplies() {
        QFETCH(QString, sample);
        read(sample);
        s_->next_finding(1);
        const Id cart = s_->finding()->colliders[0];
        for (const Knob* knob : offered_knobs()) {
            const Knob& k = *knob;
            std::vector<std::string> choices = choices_of(k);
            if (k.kind == Knob::Kind::Flag) choices = {"yes", "no"};
            if (choices.empty()) choices = {""};
            for (const std::string& choice : choices) {
                if (choice == "pixels" && sample == "yard-cart") continue; // in space there are no pictures
                const Fix fix = fix_from_knob(*s_, cart, k, {3.0, 4.0, 5.0}, QString::fromStdString(choice));
                QVERIFY2(QString::fromStdString(fix.name).contains(k.name), k.name);
                const Fix again = fix_from_json(json_of(fix), "knob");
                const Applied a = apply(again, *s_->recording());
                QVERIFY2(a.shapes || !a.motion.empty(), k.name);
            }
        }
    }

    void dialog_showsTheValuesThatAreAndGivesTheFix() {
        read("hand-cart");
        s_->next_finding(1);
        CandidateDialog dialog(*s_);
        dialog.show();
        const auto boxes = dialog.findChildren<QComboBox*>();
        const auto values = dialog.findChildren<QDoubleSpinBox*>();
        QCOMPARE(boxes.size(), 3);
        boxes[1]->setCurrentText("size");
        const auto& geometry = *s_->instant()
                                    .now
                                    ->colliders()[static_cast<std::size_t>(
                                        s_->recording()->collider_slot(s_->finding()->colliders[0]))]
                                    .geometry;
        QVERIFY(std::abs(values[0]->value() - geometry.bounds().size().x) < 1e-3);
        QVERIFY(values[1]->isVisible() && values[0]->suffix() == " px");
        values[0]->setValue(11);
        QCOMPARE(dialog.fix().changes[0]["size"][0].get<double>(), 11.0);
        boxes[1]->setCurrentText("when it tests");
        QVERIFY(boxes[2]->isVisible() && !values[0]->isVisible());
        boxes[2]->setCurrentText("swept");
        QCOMPARE(dialog.fix().changes[0]["tests"].get<std::string>(), std::string("swept"));
    }
};

QTEST_MAIN(PanelsTest)
#include "panels_test.moc"
