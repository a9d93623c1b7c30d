// SPDX-License-Identifier: GPL-3.0-or-later
// Every excuse is needed: without it a scene shows a fault that is none. That it swallows no true faults,
// scenes_test and labelled_test show. docs/excuses.md counts on how many scenes each acts, and names one that
// needs it, which is scanned here; with ODDB_WRITE_DOCS=1 all are scanned, and the page is written anew.
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

#include <numeric>

using namespace oddbounce;

namespace {

const char* const page = SOURCE "/docs/excuses.md";

/// A scene: its log from each seed, told in each way.
struct Source {
    std::string name;
    std::vector<std::uint64_t> seeds;
    std::vector<Told> told;
    std::function<std::string(std::uint64_t)> log;
    bool counts_seeds = false; ///< each seed is a scene of its own
};

struct Used {
    std::size_t acts = 0;   ///< scenes in which something was let pass for it
    std::size_t needed = 0; ///< of these, scenes that show something else without it
    std::size_t found = 0;  ///< of these, scenes in which that fault is found all the same
    std::string instance;   ///< the first recording that needs it
};

/// "fault/excuse"
using Table = std::map<std::string, Used>;

std::string full_name(const Fault& fault, const Excuse& e) { return std::string(fault.id) + '/' + e.id; }

std::string instance_name(const Source& s, std::uint64_t seed, std::size_t told) {
    return fmt::format("{}, seed {}, telling {}", s.name, seed, told);
}

std::shared_ptr<Recording> recording_of(const Source& s, std::uint64_t seed, std::size_t told) {
    return read_log_text(telling(s.log(seed), s.told[told]), "scene");
}

/// None: there is no such instance.
std::shared_ptr<Recording> recording_of(const std::string& instance, const std::vector<Source>& all) {
    for (const Source& s : all)
        for (const std::uint64_t seed : s.seeds)
            for (std::size_t t = 0; t < s.told.size(); ++t)
                if (instance == instance_name(s, seed, t)) return recording_of(s, seed, t);
    return nullptr;
}

std::vector<std::string> found_of(const Scan& scan, const std::string& fault) {
    std::vector<std::string> out;
    for (const Finding& f : scan.findings)
        if (f.fault == fault) out.push_back(f.id);
    std::sort(out.begin(), out.end());
    return out;
}

/// What is found of the fault without the excuse; an empty excuse: with all of them.
std::vector<std::string> found_without(const Recording& r, const std::string& fault,
                                       const std::string& excuse) {
    ScanOptions options;
    options.threads = 1, options.only = {fault}, options.without = excuse;
    return found_of(scan(r, options), fault);
}

void add(const Table& scene, Table& to) {
    for (const auto& [name, used] : scene) {
        Used& sum = to[name];
        sum.acts += used.acts, sum.needed += used.needed, sum.found += used.found;
        if (sum.instance.empty()) sum.instance = used.instance;
    }
}

void count(const Source& s, Table& table) {
    Table here;
    for (const std::uint64_t seed : s.seeds) {
        for (std::size_t t = 0; t < s.told.size(); ++t) {
            const auto r = recording_of(s, seed, t);
            ScanOptions options;
            options.dismissed = true, options.threads = 1;
            const Scan whole = scan(*r, options);
            std::set<std::pair<std::string, std::string>> acted;
            for (const Dismissal& d : whole.dismissed) acted.insert({d.fault, d.excuse});
            for (const auto& [fault, excuse] : acted) {
                const std::string name = fault + "/" + excuse;
                if (!table.count(name)) continue; // a limit
                const auto found = found_of(whole, fault);
                Used& used = here[name];
                used.acts = 1;
                if (used.needed == 0 && found_without(*r, fault, name) != found)
                    used.needed = 1, used.instance = instance_name(s, seed, t);
                if (!found.empty()) used.found = 1;
            }
        }
        if (s.counts_seeds) add(std::exchange(here, {}), table);
    }
    add(here, table);
}

/// Up to the counts.
std::string row_head(const Fault& fault, const Excuse& e) {
    return fmt::format("| {} | {} | {} | ", fault.id, e.id, e.sentence);
}

std::string text_of(const Table& table) {
    std::string out =
        "# Excuses\n\n"
        "What a rule considers and does not report, and why. An excuse has to be general: the table counts, "
        "over all recordings\nof the tests, in how many it acts, how many of these would show a fault "
        "that is none without it, and in how many the\nfault is found all the same; the last column names "
        "one that needs it. "
        "`oddb scan --dismissed` tells where they act in a recording of yours; in the window it "
        "is\n*Why was nothing found here?* (Shift+W). Written by `excuses_test` "
        "(`ODDB_WRITE_DOCS=1`).\n\n"
        "| fault | excuse | sentence | acts | needed | found all the same | for instance |\n"
        "| --- | --- | --- | --- | --- | --- | --- |\n";
    for (const Fault& fault : catalogue())
        for (const Excuse* e : fault.excuses)
            if (!e->limit) {
                const Used& used = table.at(full_name(fault, *e));
                out += fmt::format("{}{} | {} | {} | {} |\n", row_head(fault, *e), used.acts, used.needed,
                                   used.found, used.instance);
            }
    return out;
}

/// `path`: where scenes are written to.
std::vector<Source> sources(const std::string& path) {
    std::vector<Source> out;
    const QDir labelled(TEST_DATA "/labelled");
    for (const QString& name : labelled.entryList({"*.bouncelog"}))
        out.push_back({name.toStdString(), {0}, {Told{}}, [=](std::uint64_t) {
                           return read_file(labelled.filePath(name).toStdString());
                       }});
    const std::vector<Told> all(std::begin(tellings), std::end(tellings));
    const auto scene = [&](const std::string& name, const auto& write) {
        out.push_back({name, {1, 4, 6}, all, [=](std::uint64_t seed) {
                           Chance vary(seed);
                           write(path, vary);
                           return read_file(path);
                       }});
    };
    for (const Scene& s : scenes())
        for (const bool wrong : {true, false})
            scene(wrong ? s.file : s.right_file,
                  [&s, wrong](const std::string& to, Chance& vary) { s.write(to, {wrong}, vary); });
    for (const MoreScene& s : every_more_scene()) scene(s.name, s.write);
    // A good day of an engine. ENGINE_PLAYS=N: N of them.
    const int plays = std::max(4, qEnvironmentVariableIntValue("ENGINE_PLAYS"));
    std::vector<std::uint64_t> seeds(static_cast<std::size_t>(plays));
    std::iota(seeds.begin(), seeds.end(), 2);
    for (const QString play : {"box2d_busy", "chipmunk_busy", "box2d_yard", "chipmunk_yard"})
        out.push_back({play.toStdString(),
                       seeds,
                       {Told{}, {false, false}},
                       [=](std::uint64_t seed) {
                           const QStringList call{QString::fromStdString(path), QString::number(seed), "400"};
                           if (QProcess::execute(PLAYS "/" + play, call) != 0) qFatal("the play failed");
                           return read_file(path);
                       },
                       true});
    return out;
}

} // namespace

class ExcusesTest : public QObject {
    Q_OBJECT
  private slots:
    void excuse_isNeeded() {
        QTemporaryDir folder;
        const std::vector<Source> all = sources(folder.filePath("scene.bouncelog").toStdString());
        if (qEnvironmentVariableIsSet("ODDB_WRITE_DOCS")) {
            Table table;
            for (const Fault& fault : catalogue())
                for (const Excuse* e : fault.excuses)
                    if (!e->limit) table[full_name(fault, *e)] = {};
            for (const Source& s : all) count(s, table);
            write_file(page, text_of(table));
        }
        const std::string text = read_file(page);
        for (const Fault& fault : catalogue())
            for (const Excuse* e : fault.excuses) {
                if (e->limit) continue;
                const std::string name = full_name(fault, *e);
                const auto at = text.find('\n' + row_head(fault, *e));
                QVERIFY2(at != text.npos, (name + ": write docs/excuses.md anew").c_str());
                const std::string row = text.substr(at + 1, text.find(" |\n", at) - at - 1);
                const std::string instance = row.substr(row.rfind(" | ") + 3);
                const auto r = recording_of(instance, all);
                QVERIFY2(r, (name + ": no such recording: \"" + instance + "\"").c_str());
                QVERIFY2(found_without(*r, fault.id, name) != found_without(*r, fault.id, ""),
                         (name + ": not needed by " + instance).c_str());
            }
    }

    void sentence_holdsItsNumbers() {
        std::set<std::string> names;
        for (const Fault& fault : catalogue())
            for (const Excuse* e : fault.excuses) {
                QVERIFY2(names.insert(full_name(fault, *e)).second, e->id);
                const std::string text = fmt::format(fmt::runtime(e->sentence), "1 px", "2 px");
                QVERIFY2(e->measure == Measure::None || text.find("1 px") != text.npos, e->sentence);
            }
    }
};

QTEST_GUILESS_MAIN(ExcusesTest)
#include "excuses_test.moc"
