// SPDX-License-Identifier: GPL-3.0-or-later
// The programs of Gullwick Post, really changed and played again: what a verdict says of a change to the
// faulty recording is what is found in the changed program's. Half fixes as well, and fixes that break
// something.
#include "fix/verdict.hpp"
#include "recording/files.hpp"

#include <scenes.hpp>

#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;

namespace {

/// A fault and the names of the bodies that it is about.
using Told = std::pair<std::string, std::set<std::string>>;
std::set<Told> told(const std::vector<Finding>& findings) {
    std::set<Told> out;
    for (const Finding& f : findings) out.insert({f.fault, {f.names.begin(), f.names.end()}});
    return out;
}

const Scene& scene_of(const Change& c) {
    return *std::ranges::find_if(scenes(), [&](const Scene& s) { return std::string(s.file) == c.file; });
}

} // namespace

class GullwickTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;

    std::shared_ptr<Recording> played(const Change& c, const Way& way, std::uint64_t seed) {
        const std::string path = folder_.filePath("played.bouncelog").toStdString();
        Chance vary(seed);
        scene_of(c).write(path, way, vary);
        return read_recording(path);
    }

  private slots:
    void verdict_isWhatTheChangedProgramDoes_data() {
        QTest::addColumn<int>("index");
        for (std::size_t i = 0; i < changes().size(); ++i)
            QTest::addRow("%s: %s %g", changes()[i].file, changes()[i].name, changes()[i].amount)
                << static_cast<int>(i);
    }
    void verdict_isWhatTheChangedProgramDoes() {
        QFETCH(int, index);
        const Change& c = changes()[static_cast<std::size_t>(index)];
        const int seeds =
            qEnvironmentVariableIsSet("GULLWICK_SEEDS") ? qEnvironmentVariableIntValue("GULLWICK_SEEDS") : 2;
        int unclear = 0;
        for (int seed = 0; seed < seeds; ++seed) {
            const auto faulty = played(c, {true}, static_cast<std::uint64_t>(seed)),
                       changed = played(c, {true, c.name, c.amount}, static_cast<std::uint64_t>(seed));
            TryOptions options;
            options.before = scan(*faulty).findings;
            const Verdict v = try_fix(
                *faulty,
                fix_from_json({{"fix", 1}, {"name", c.name}, {"changes", nlohmann::json::parse(c.fix)}},
                              c.file),
                options);
            const std::set<Told> were = told(options.before), are = told(scan(*changed).findings);
            const auto why = [&](const Told& t, const char* what) {
                return QString("seed %1, %2 %3\n%4")
                    .arg(seed)
                    .arg(what, t.first.c_str(), text_of(v, *faulty).c_str());
            };
            if (!v.unclear.empty()) {
                ++unclear;
                continue;
            }
            std::set<Told> kept = told(v.kept);
            kept.merge(told(v.changed));
            for (const Told& t : told(v.fixed))
                QVERIFY2(kept.count(t) || !are.count(t), qPrintable(why(t, "still there:")));
            for (const Told& t : kept) QVERIFY2(are.count(t), qPrintable(why(t, "is gone:")));
            const std::set<Told> fresh = told(v.fresh);
            for (const Told& t : are)
                QVERIFY2(were.count(t) || fresh.count(t), qPrintable(why(t, "is new and was not told:")));
            for (const Told& t : fresh) QVERIFY2(are.count(t), qPrintable(why(t, "is told as new:")));
        }
        if (unclear > 0) qInfo("cannot tell for %d of %d", unclear, seeds);
    }
};

QTEST_GUILESS_MAIN(GullwickTest)
#include "gullwick_test.moc"
