// SPDX-License-Identifier: GPL-3.0-or-later
// Every scene, varied in speed, size, rate and slop: the faulty way shows its fault and nothing else, the
// right way nothing, however little is told of it. SCENE_SEEDS=N tries more of them than a normal run does,
// which takes turns at what is told.
#include "core/fault/fewer_channels.hpp"
#include "core/fault/more_scenes.hpp"

#include "fault/scan.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"

#include <scenes.hpp>

#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;

class ScenesTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;
    const std::vector<MoreScene> all_ = every_more_scene();

    /// The faults that are found, each once, and what is told of those that should not be.
    void judge(const std::function<void(const std::string&, Chance&)>& write, const std::string& fault,
               const std::string& about = "", bool by_all = false) {
        const auto asked = static_cast<std::uint64_t>(qEnvironmentVariableIntValue("SCENE_SEEDS"));
        const std::uint64_t seeds = asked > 0 ? asked : 8, turns = asked > 0 ? 1 : 3;
        const std::string path = folder_.filePath("scene.bouncelog").toStdString();
        for (std::uint64_t seed = 0; seed < seeds; ++seed) {
            Chance vary(seed);
            write(path, vary);
            if (fault.empty() && !by_all) // what is right is so, however little is told of it
                for (std::uint64_t k = seed % turns; k < std::size(tellings); k += turns) {
                    const Told& told = tellings[k];
                    for (const Finding& f :
                         scan(*read_log_text(telling(read_file(path), told), path)).findings)
                        QFAIL(fmt::format("seed {}{}{}{}, every {}, false alarm {}", seed,
                                          told.rounded ? ", rounded" : "",
                                          told.contacts ? "" : ", no contacts",
                                          told.velocities ? "" : ", no velocities", told.every, f.id)
                                  .c_str());
                }
            const Scan found = scan(*read_recording(path));
            bool there = fault.empty();
            for (const Finding& f : found.findings)
                for (const Finding& o : found.findings)
                    QVERIFY2(&f == &o || f.fault != o.fault || f.bodies != o.bodies || f.last < o.first ||
                                 o.last < f.first,
                             ("seed " + std::to_string(seed) + ", said twice: " + f.id).c_str());
            for (const Finding& f : found.findings) {
                there = there || f.fault == fault;
                if (f.fault == fault && (about.empty() || f.names[0] == about)) continue;
                std::string said = f.id + ":";
                for (const Sentence& s : f.account) said += " " + std::to_string(s.frame) + ": " + s.text;
                QFAIL(("seed " + std::to_string(seed) + ", false alarm " + said).c_str());
            }
            QVERIFY2(there, ("seed " + std::to_string(seed) + ", missed " + fault).c_str());
        }
    }

  private slots:
    /// What may be meant is told as a hint, however little is told of it.
    void whatMayBeMeant_isAHint_data() {
        QTest::addColumn<QString>("name");
        for (const char* name : {"arrows stick in a butt", "splinters fall through each other"})
            QTest::newRow(name) << name;
    }
    void whatMayBeMeant_isAHint() {
        QFETCH(QString, name);
        const auto scene =
            std::ranges::find(all_, name.toStdString(), [](const MoreScene& s) { return s.name; });
        QVERIFY(scene != all_.end());
        const std::string path = folder_.filePath("meant.bouncelog").toStdString();
        for (std::uint64_t seed = 0; seed < 3; ++seed) {
            Chance vary(seed);
            scene->write(path, vary);
            for (const Told& told : tellings)
                for (const Finding& f : scan(*read_log_text(telling(read_file(path), told), path)).findings)
                    QVERIFY2(f.grade == Grade::Hint, fmt::format("seed {}: {}", seed, f.id).c_str());
        }
    }
    void sample_showsItsFaultAlone_data() {
        QTest::addColumn<int>("index");
        for (std::size_t i = 0; i < scenes().size(); ++i)
            QTest::newRow(scenes()[i].file) << static_cast<int>(i);
    }
    void sample_showsItsFaultAlone() {
        QFETCH(int, index);
        const Scene& s = scenes()[static_cast<std::size_t>(index)];
        judge([&](const std::string& path, Chance& vary) { s.write(path, {true}, vary); }, s.fault);
    }
    void rightSample_isClean_data() { sample_showsItsFaultAlone_data(); }
    void rightSample_isClean() {
        QFETCH(int, index);
        const Scene& s = scenes()[static_cast<std::size_t>(index)];
        judge([&](const std::string& path, Chance& vary) { s.write(path, {false}, vary); }, "");
    }
    void everyFault_hasASample() {
        for (const Fault& f : catalogue())
            QVERIFY2(std::any_of(scenes().begin(), scenes().end(),
                                 [&](const Scene& s) { return std::string(s.fault) == f.id; }),
                     f.id);
    }

    void variant_data() {
        QTest::addColumn<int>("index");
        for (std::size_t i = 0; i < all_.size(); ++i) QTest::newRow(all_[i].name) << static_cast<int>(i);
    }
    void variant() {
        QFETCH(int, index);
        const MoreScene& s = all_[static_cast<std::size_t>(index)];
        judge(s.write, s.fault, s.about, s.by_all);
    }
};

QTEST_GUILESS_MAIN(ScenesTest)
#include "scenes_test.moc"
