// SPDX-License-Identifier: GPL-3.0-or-later
// The programs of Gullwick Post, really changed and played again: what a verdict says of a change to the
// faulty recording is what is found in the changed program's. Half fixes as well, and fixes that break
// something. ODDB_WRITE_DOCS=1 writes docs/cases.md, which is compared with what comes out else.
#include "fault/account_text.hpp"
#include "fix/verdict.hpp"
#include "recording/files.hpp"
#include "recording/output_file.hpp"

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

std::string name_of(const Change& c) {
    return c.amount == 0.0 ? c.name : std::string(c.name) + ' ' + figure(c.amount);
}

/// "no finding", "tunneling ×2, double hit".
std::string found_text(const std::vector<Finding>& findings) {
    std::map<std::string, int> counts;
    for (const Finding& f : findings) ++counts[fault_by_id(f.fault)->title];
    std::string out;
    for (const auto& [title, count] : counts)
        out += (out.empty() ? "" : ", ") + title + (count > 1 ? " × " + std::to_string(count) : "");
    return out.empty() ? "no finding" : out;
}

const Scene& scene_of(const Change& c) {
    return *std::ranges::find_if(scenes(), [&](const Scene& s) { return std::string(s.file) == c.file; });
}

} // namespace

class GullwickTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;
    std::map<std::string, std::string> accounts_, loops_, tables_; ///< of docs/cases.md, by the scene's file

    std::set<const Change*> noted_; ///< there

    struct Judged {
        std::shared_ptr<Recording> faulty;
        std::vector<Finding> before, really; ///< really: in the changed program
        Verdict verdict;
    };
    Judged judged(const Change& c, int seed) {
        Judged out;
        out.faulty = played(c, {true}, static_cast<std::uint64_t>(seed));
        out.before = scan(*out.faulty).findings;
        out.really = scan(*played(c, {true, c.name, c.amount}, static_cast<std::uint64_t>(seed))).findings;
        TryOptions options;
        options.before = out.before;
        out.verdict = try_fix(
            *out.faulty,
            fix_from_json({{"fix", 1}, {"name", c.name}, {"changes", nlohmann::json::parse(c.fix)}}, c.file),
            options);
        if (seed == 0 && noted_.insert(&c).second)
            note(c, *out.faulty, out.before.at(0), out.verdict, out.really);
        return out;
    }

    /// What the page of a case tells of the change, as the programs are drawn (seed 0).
    void note(const Change& c, const Recording& faulty, const Finding& worst, const Verdict& v,
              const std::vector<Finding>& really) {
        std::string& account = accounts_[c.file];
        if (account.empty())
            for (const Sentence& s : worst.account) {
                const std::string when = s.fraction
                                             ? fmt::format("{} + {:.0f} %", s.frame - 1, *s.fraction * 100.0)
                                             : std::to_string(s.frame);
                account += s.cause ? "- *Cause:* " + s.text + "\n" : "- **" + when + "** " + s.text + "\n";
            }
        std::string& loop = loops_[c.file];
        if (loop.empty())
            for (const LoopLine& line : loop_lines(v, faulty))
                if (line.change != LoopLine::New) loop += "    " + line.text + "\n";
        tables_[c.file] += "| " + name_of(c) + " | `" + c.fix + "` | " + verdict_line(v) + " | " +
                           found_text(really) + " |\n";
    }

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
            const Judged j = judged(c, seed);
            const Verdict& v = j.verdict;
            const std::set<Told> were = told(j.before), are = told(j.really);
            const auto why = [&](const Told& t, const char* what) {
                return QString("seed %1, %2 %3\n%4")
                    .arg(seed)
                    .arg(what, t.first.c_str(), text_of(v, *j.faulty).c_str());
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

    void cases_areWrittenUp() {
        for (const Change& c : changes())
            if (!noted_.count(&c)) judged(c, 0);
        std::string text = "# Cases\n"
                           "Written by `gullwick_test` (`ODDB_WRITE_DOCS=1`). Each is a situation that "
                           "people have, in a program of Gullwick "
                           "Post: what Odd Bounce\nsays of it, the loop that it finds in the recording, and "
                           "changes that a person would try, "
                           "half fixes among them. Beside each verdict\nstands what is found when the "
                           "program is really changed and played "
                           "again. The recordings: start page, or `gullwick FOLDER`; the\nchanged programs' "
                           "and the fixes: `gullwick "
                           "--changes FOLDER`.\n";
        for (const Scene& s : scenes()) {
            if (!tables_.count(s.file)) continue;
            text += std::string("\n## ") + s.title + "\n" + s.what + " Sample `" + s.file +
                    ".bouncelog`, fault [" + fault_by_id(s.fault)->title + "](faults.md#" + s.fault +
                    ").\n\n![" + s.what + "](faults/" + s.fault + ".png)\n\n" + accounts_[s.file] + "\n";
            if (!loops_[s.file].empty())
                text += "The game moves it so, as far as the recording shows:\n\n" + loops_[s.file] + "\n";
            text += "| change | as a fix | verdict | the changed program |\n| --- | --- | --- | --- |\n" +
                    tables_[s.file];
        }
        const std::string page = SOURCE "/docs/cases.md";
        if (qEnvironmentVariableIsSet("ODDB_WRITE_DOCS")) write_file(page, text);
        QVERIFY2(read_file(page) == text, "docs/cases.md is not up to date: run this with ODDB_WRITE_DOCS=1");
    }
};

QTEST_GUILESS_MAIN(GullwickTest)
#include "gullwick_test.moc"
