// SPDX-License-Identifier: GPL-3.0-or-later
// Every situation of Gullwick Post walked in the window, from the recording to the kept check: the finding is
// shown, a change that fixes it is chosen on the bench, the values that work are asked for, it is kept, and
// `oddb guard` says that it holds. ctest runs it on a real screen.
#include "window_fixture.hpp"

#include <scenes.hpp>

#include <QProcess>

using namespace oddbounce;

class CasesTest : public WindowFixture {
    Q_OBJECT
    int walked_ = 0;
    Session& s() { return window_->session(); }
    const Candidate& candidate(int i) { return s().candidates()[static_cast<std::size_t>(i)]; }
    /// The first candidate that fixes all and breaks nothing; -1: none.
    int first_that_fixes() {
        for (int i = 0; i < static_cast<int>(s().candidates().size()); ++i)
            if (candidate(i).state == Candidate::Judged && candidate(i).verdict.fixes_all() &&
                !candidate(i).verdict.fixed.empty())
                return i;
        return -1;
    }
    static bool waits(const Candidate& c) {
        return c.state == Candidate::Waiting || c.state == Candidate::Judging;
    }

  private slots:
    void initTestCase() { prepare(); }
    void cleanup() { window_.reset(); }
    void cleanupTestCase() {
        const int all = static_cast<int>(scenes().size());
        QVERIFY2(walked_ * 4 >= all * 3,
                 qPrintable(QString("%1 of %2 walked to the end").arg(walked_).arg(all)));
    }

    void situation_isWalkedToAKeptCheck_data() {
        QTest::addColumn<QString>("sample");
        QTest::addColumn<QString>("fault");
        for (const Scene& scene : scenes()) QTest::newRow(scene.file) << scene.file << scene.fault;
    }
    void situation_isWalkedToAKeptCheck() {
        QFETCH(QString, sample);
        QFETCH(QString, fault);
        open(sample);
        press("N");
        QVERIFY(s().finding());
        QCOMPARE(QString::fromStdString(s().finding()->fault), fault);
        QVERIFY(!s().finding()->account.empty());
        // What people would try, beside what the finding suggests.
        for (const Change& c : changes())
            if (sample == c.file) s().add_candidate({c.name, nlohmann::json::parse(c.fix)});
        press("B");
        QTRY_VERIFY_WITH_TIMEOUT(std::ranges::none_of(s().candidates(), waits), 120000);
        const int fixes = first_that_fixes();
        if (fixes < 0) { // nothing can be tried: that is said
            QVERIFY(std::ranges::all_of(s().candidates(), [](const Candidate& c) {
                return c.state == Candidate::Advice || !c.verdict.unclear.empty();
            }));
            for (const Candidate& one : s().candidates())
                qInfo("%s", (one.fix.name + ": " + verdict_line(one.verdict)).c_str());
            return;
        }

        s().choose_candidate(fixes);
        QVERIFY(window_->bench().isVisible() && !window_->grab().isNull());
        if (const std::vector<FixNumber> numbers = numbers_of(candidate(fixes).fix); !numbers.empty()) {
            s().seek_range(fixes, numbers[0]);
            QTRY_VERIFY_WITH_TIMEOUT(candidate(fixes).range && !candidate(fixes).seeking, 120000);
            QVERIFY(!candidate(fixes).range->works.empty());
        }
        s().keep_check(fixes, true);
        QProcess guard;
        guard.start(BIN "/oddb", {"--quiet", "guard", folder_.path()});
        QVERIFY(guard.waitForFinished(120000));
        QVERIFY2(guard.exitCode() == 0, guard.readAllStandardOutput() + guard.readAllStandardError());
        ++walked_;
        QDir(folder_.path()).remove(sample + ".bouncelog"),
            QDir(folder_.path()).remove(sample + ".case.json");
    }
};

QTEST_MAIN(CasesTest)
#include "cases_test.moc"
