// SPDX-License-Identifier: GPL-3.0-or-later
// Every excuse is needed: without it a scene shows a fault that is none. That it swallows no true faults,
// scenes_test and labelled_test show. docs/excuses.md counts on how many scenes each acts; with
// ODDB_WRITE_DOCS=1 it is written anew.
#include "core/fault/fewer_channels.hpp"
#include "core/fault/more_scenes.hpp"

#include "fault/scan.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"

#include <scenes.hpp>

#include <QDir>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;

namespace {

const char* const page = SOURCE "/docs/excuses.md";

struct Used {
    std::size_t acts = 0;   ///< recordings in which something was let pass for it
    std::size_t needed = 0; ///< of these, recordings that show something else without it
    std::size_t found = 0;  ///< of these, recordings in which that fault is found all the same
};

/// "fault/excuse"
using Table = std::map<std::string, Used>;

std::vector<std::string> found_of(const Scan& scan, const std::string& fault) {
    std::vector<std::string> out;
    for (const Finding& f : scan.findings)
        if (f.fault == fault) out.push_back(f.id);
    std::sort(out.begin(), out.end());
    return out;
}

/// A scene in several variants counts once.
void count(const std::vector<std::string>& variants, Table& table) {
    Table here;
    for (const std::string& log : variants) {
        const auto r = read_log_text(log, "scene");
        ScanOptions options;
        options.dismissed = true, options.threads = 1;
        const Scan whole = scan(*r, options);
        std::set<std::pair<std::string, std::string>> acted;
        for (const Dismissal& d : whole.dismissed) acted.insert({d.fault, d.excuse});
        for (const auto& [fault, excuse] : acted) {
            const std::string name = fault + "/" + excuse;
            if (!table.count(name)) continue; // a limit
            ScanOptions without;
            without.threads = 1, without.only = {fault}, without.without = name;
            const auto found = found_of(whole, fault);
            here[name].acts = 1;
            if (here[name].needed == 0 && found_of(scan(*r, without), fault) != found) here[name].needed = 1;
            if (!found.empty()) here[name].found = 1;
        }
    }
    for (const auto& [name, used] : here)
        table[name].acts += used.acts, table[name].needed += used.needed, table[name].found += used.found;
}

std::string text_of(const Table& table) {
    std::string out =
        "# Excuses\n\n"
        "What a rule considers and does not report, and why. An excuse has to be general: the table counts, "
        "over all recordings\nof the tests, in how many it acts, how many of these would show a fault "
        "that is none without it, and in how many the\nfault is found all the same. "
        "`oddb scan --dismissed` tells where they act in a recording of yours; in the window it "
        "is\n*Why was nothing found here?* (Shift+W). Written by `excuses_test` "
        "(`ODDB_WRITE_DOCS=1`).\n\n"
        "| fault | excuse | sentence | acts | needed | found all the same |\n"
        "| --- | --- | --- | --- | --- | --- |\n";
    for (const Fault& fault : catalogue())
        for (const Excuse* e : fault.excuses)
            if (!e->limit) {
                const Used& used = table.at(std::string(fault.id) + "/" + e->id);
                out += fmt::format("| {} | {} | {} | {} | {} | {} |\n", fault.id, e->id, e->sentence,
                                   used.acts, used.needed, used.found);
            }
    return out;
}

} // namespace

class ExcusesTest : public QObject {
    Q_OBJECT
  private slots:
    void excuse_isGeneral() {
        Table table;
        for (const Fault& fault : catalogue())
            for (const Excuse* e : fault.excuses)
                if (!e->limit) table[std::string(fault.id) + "/" + e->id] = {};
        QTemporaryDir folder;
        const std::string path = folder.filePath("scene.bouncelog").toStdString();
        const auto scene = [&](const auto& write) {
            std::vector<std::string> variants;
            for (const std::uint64_t seed : {1, 4, 6}) {
                Chance vary(seed);
                write(path, vary);
                for (const Told& told : tellings) variants.push_back(telling(read_file(path), told));
            }
            count(variants, table);
        };
        for (const Scene& s : scenes())
            for (const bool wrong : {true, false})
                scene([&](const std::string& to, Chance& vary) { s.write(to, {wrong}, vary); });
        for (const MoreScene& s : every_more_scene()) scene(s.write);
        const QDir labelled(TEST_DATA "/labelled");
        for (const QString& name : labelled.entryList({"*.bouncelog"}))
            count({read_file(labelled.filePath(name).toStdString())}, table);
        // A good day of an engine is one scene for each seed. ENGINE_PLAYS=N: N of them.
        const int plays = std::max(4, qEnvironmentVariableIntValue("ENGINE_PLAYS"));
        for (const char* play : {"box2d_busy", "chipmunk_busy", "box2d_yard", "chipmunk_yard"})
            for (int seed = 2; seed < 2 + plays; ++seed) {
                const QStringList call{QString::fromStdString(path), QString::number(seed), "400"};
                QCOMPARE(QProcess::execute(QString(PLAYS "/") + play, call), 0);
                count({read_file(path), telling(read_file(path), {false, false})}, table);
            }
        const std::string text = text_of(table);
        if (qEnvironmentVariableIsSet("ODDB_WRITE_DOCS")) write_file(page, text);
        std::string useless;
        for (const auto& [name, used] : table)
            if (used.needed == 0) useless += fmt::format("\n{} ({} of {})", name, used.needed, used.acts);
        QVERIFY2(useless.empty(), ("no scene needs it:" + useless).c_str());
        QVERIFY2(read_file(page) == text,
                 "docs/excuses.md is not up to date: run this with ODDB_WRITE_DOCS=1");
    }

    void sentence_holdsItsNumbers() {
        std::set<std::string> names;
        for (const Fault& fault : catalogue())
            for (const Excuse* e : fault.excuses) {
                QVERIFY2(names.insert(std::string(fault.id) + "/" + e->id).second, e->id);
                const std::string text = fmt::format(fmt::runtime(e->sentence), "1 px", "2 px");
                QVERIFY2(e->measure == Measure::None || text.find("1 px") != text.npos, e->sentence);
            }
    }
};

QTEST_GUILESS_MAIN(ExcusesTest)
#include "excuses_test.moc"
