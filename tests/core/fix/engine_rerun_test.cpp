// SPDX-License-Identifier: GPL-3.0-or-later
// Verdicts by the engine that a recording comes from, against that engine's game really changed.
#include "fix/verdict.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"

#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;
using nlohmann::json;

namespace {

/// A change of a seeded fault's game, and the same as a candidate fix.
struct Changed {
    const char *play, *fault, *change, *amount, *fix;
    bool untold = false; ///< the parcels come to be inside what is made larger: nothing can be told
};
constexpr Changed table[] = {
    {"box2d_busy", "thin", "swept", "1", R"({"motion":["parcel"],"tests":"swept"})"},
    {"box2d_busy", "thin", "thick", "0.06", R"({"bodies":["net"],"size":[0.06,4]})"},
    {"box2d_busy", "thin", "thick", "2.5", R"({"bodies":["net"],"size":[2.5,4]})"},
    {"box2d_busy", "thin", "substeps", "2", R"({"motion":["parcel"],"tests":"substeps","substeps":2})"},
    {"box2d_busy", "thin", "substeps", "12", R"({"motion":["parcel"],"tests":"substeps","substeps":12})"},
    {"box2d_busy", "thin", "cap", "60", R"({"motion":["parcel"],"speed_cap":60})"},
    {"box2d_busy", "thin", "cap", "12", R"({"motion":["parcel"],"speed_cap":12})"},
    {"box2d_busy", "seam", "round", "0.1", R"({"bodies":["stoat"],"round":0.1})"},
    {"box2d_busy", "seam", "round", "0.002", R"({"bodies":["stoat"],"round":0.002})"},
    {"box2d_busy", "seam", "friction", "0.4", R"({"bodies":["stoat"],"friction":0.4})"},
    {"box2d_busy", "hang", "friction", "0", R"({"bodies":["stoat"],"friction":0})"},
    {"box2d_busy", "hang", "friction", "0.8", R"({"bodies":["stoat"],"friction":0.8})"},
    {"box2d_busy", "hang", "round", "0.1", R"({"bodies":["stoat"],"round":0.1})"},
    {"box2d_busy", "filter", "collide", "1", R"({"pair":["LAYERS"],"does":"solid"})"},
    {"chipmunk_busy", "thin", "thick", "12", R"({"bodies":["net"],"size":[12,160]})"},
    {"chipmunk_busy", "thin", "thick", "160", R"({"bodies":["net"],"size":[160,160]})", true},
    {"chipmunk_busy", "thin", "substeps", "2", R"({"motion":["parcel"],"tests":"substeps","substeps":2})"},
    {"chipmunk_busy", "thin", "substeps", "16", R"({"motion":["parcel"],"tests":"substeps","substeps":16})"},
    {"chipmunk_busy", "thin", "cap", "600", R"({"motion":["parcel"],"speed_cap":600})"},
    {"chipmunk_busy", "filter", "collide", "1", R"({"pair":["LAYERS"],"does":"solid"})"},
};

const Finding* same(const Finding& f, const std::vector<Finding>& among) {
    for (const Finding& g : among)
        if (g.fault == f.fault && g.bodies == f.bodies) return &g;
    return nullptr;
}
bool in(const std::vector<Finding>& all, const Finding& f) {
    return std::ranges::any_of(all, [&](const Finding& g) { return g.id == f.id; });
}

} // namespace

class EngineRerunTest : public QObject {
    Q_OBJECT
    QTemporaryDir folder_;

    std::shared_ptr<Recording> played(const Changed& c, int seed, bool changed) {
        const QString path = folder_.filePath(changed ? "changed.bouncelog" : "faulty.bouncelog");
        QStringList call{path, QString::number(seed), "160", c.fault};
        if (changed) call << c.change << c.amount;
        if (QProcess::execute(QString(PLAYS "/") + c.play, call) != 0) return nullptr;
        return read_log_text(read_file(path.toStdString()), path.toStdString());
    }
    static Fix fix_of(const Changed& c, const Recording& r, const Finding& f) {
        json change = json::parse(c.fix);
        if (change.contains("pair")) {
            const World w = r.world_at(static_cast<std::size_t>(r.frame_index(f.first)));
            change["pair"] = json::array();
            for (const Id id : f.colliders) change["pair"].push_back(at(w, r.collider_slot(id)).def->layer);
        }
        return {c.change, json::array({change})};
    }

  private slots:
    void verdict_isThatOfTheChangedGame_data() {
        QTest::addColumn<int>("row");
        for (int i = 0; i < static_cast<int>(std::size(table)); ++i)
            QTest::newRow(qPrintable(
                QString("%1 %2 %3 %4").arg(table[i].play, table[i].fault, table[i].change, table[i].amount)))
                << i;
    }
    void verdict_isThatOfTheChangedGame() {
        QFETCH(int, row);
        const Changed& c = table[row];
        int told = 0, findings = 0;
        for (const int seed : {5, 7}) {
            const auto faulty = played(c, seed, false), changed = played(c, seed, true);
            QVERIFY(faulty && changed);
            TryOptions options;
            options.before = scan(*faulty).findings;
            if (options.before.empty()) continue;
            const std::vector<Finding> truth = scan(*changed).findings;
            const Verdict v = try_fix(*faulty, fix_of(c, *faulty, options.before.front()), options);
            QVERIFY2(v.engine && v.engine->reproduces(), v.engine ? v.engine->why_not.c_str() : "not played");
            for (const Finding& f : options.before) {
                ++findings;
                if (in(v.unclear, f)) continue;
                ++told;
                QVERIFY2(in(v.fixed, f) == !same(f, truth),
                         qPrintable(QString("seed %1: %2 is %3")
                                        .arg(seed)
                                        .arg(f.id.c_str())
                                        .arg(in(v.fixed, f) ? "not fixed" : "fixed")));
            }
            if (v.begins_before) continue;
            // The bodies go where they really went.
            const double near = 10.0 * v.engine->near_enough;
            for (const auto& [id, tracks] : v.tracks)
                for (const Track& t : tracks)
                    if (std::ranges::any_of(options.before, [&, id = id](const Finding& f) {
                            return std::ranges::count(f.bodies, id) > 0;
                        }))
                        for (std::size_t k = 0; k < t.points.size(); ++k) {
                            const Vec3 there =
                                changed->world_at(t.first + k).body(changed->body_slot(id)).pose.at;
                            QVERIFY2(glm::length(there - t.points[k].pose.at) < near,
                                     qPrintable(QString("seed %1: body %2 is %3 off in frame %4")
                                                    .arg(seed)
                                                    .arg(id)
                                                    .arg(glm::length(there - t.points[k].pose.at))
                                                    .arg(t.first + k)));
                        }
        }
        QVERIFY(findings > 0);
        QCOMPARE(told == 0, c.untold);
        QVERIFY2(c.untold || 2 * told > findings, "told of too few");
    }

    /// From the middle of busy play: piles, joints, lifts, motors, bodies that come and go.
    void engine_playsWhatItRecorded_data() {
        QTest::addColumn<QString>("play");
        QTest::addColumn<double>("share"); // what an engine remembers of contacts and joints is not logged
        for (const char* play : {"box2d_busy", "chipmunk_busy", "chipmunk_yard"})
            QTest::newRow(play) << play << 0.9;
        QTest::newRow("box2d_yard") << "box2d_yard" << 0.7; // a loaded bridge of planks
    }
    void engine_playsWhatItRecorded() {
        QFETCH(QString, play);
        QFETCH(double, share);
        const QString path = folder_.filePath("play.bouncelog");
        int near = 0, all = 0;
        for (const int seed : {3, 4}) {
            QCOMPARE(QProcess::execute(QString(PLAYS "/") + play, {path, QString::number(seed), "240"}), 0);
            const auto r = read_log_text(read_file(path.toStdString()), "play");
            const std::size_t first = 180;
            const std::vector<World> worlds = worlds_of(*r, first, 220);
            const Pushes pushes = pushes_in(worlds, first, nullptr);
            for (const auto& [body, track] : oddbounce::played(worlds, first, pushes, EngineFix(), nullptr)) {
                double off = 0.0;
                for (std::size_t k = 0; k < track.points.size(); ++k)
                    off = std::max(off, glm::length(track.points[k].pose.at -
                                                    worlds[track.first - first + k].body(body).pose.at));
                ++all, near += off <= 0.1 * smallest_extent(worlds.back(), body);
            }
        }
        QVERIFY(all > 50);
        QVERIFY2(near >= share * all, qPrintable(QString("%1 of %2").arg(near).arg(all)));
    }

    /// A game whose own code responds to touches: nothing is told of it.
    void ownResponses_areNotTheEngines() {
        const Changed c{"box2d_busy", "sticky", "friction", "0", R"({"bodies":["stoat"],"friction":0})"};
        const auto faulty = played(c, 5, false), changed = played(c, 5, true);
        QVERIFY(faulty && changed);
        TryOptions options;
        options.before = scan(*faulty).findings;
        const auto hangs = std::ranges::find(options.before, std::string("stuck-on-edge"), &Finding::fault);
        QVERIFY(hangs != options.before.end());
        QVERIFY(same(*hangs, scan(*changed).findings)); // friction is what the listener says
        const Verdict v = try_fix(*faulty, fix_of(c, *faulty, *hangs), options);
        QVERIFY2(in(v.unclear, *hangs) || in(v.kept, *hangs), verdict_line(v).c_str());
    }

    /// Logs that say nonsense of an engine: it is not asked, or plays something; nothing stops the program.
    void nonsense_isRefused_data() {
        QTest::addColumn<QString>("play");
        QTest::addColumn<QString>("fix");
        QTest::newRow("Box2D") << "box2d_busy"
                               << R"({"motion":["parcel"],"tests":"swept"})";
        QTest::newRow("Chipmunk") << "chipmunk_busy"
                                  << R"({"motion":["parcel"],"substeps":4})";
    }
    void nonsense_isRefused() {
        QFETCH(QString, play);
        QFETCH(QString, fix);
        const QString path = folder_.filePath("faulty.bouncelog");
        QCOMPARE(QProcess::execute(QString(PLAYS "/") + play, {path, "5", "40", "thin"}), 0);
        std::vector<json> lines;
        std::istringstream text(read_file(path.toStdString()));
        for (std::string line; std::getline(text, line);) lines.push_back(json::parse(line));
        const auto written = [&] {
            std::string out;
            for (const json& l : lines) out += l.dump() + "\n";
            return out;
        };
        const json joints =
            json::array({{{"to", 2}, {"type", "pin"}, {"anchors", {{0, 0}, {0, 0}}}, {"length", 1}},
                         {{"to", 3},
                          {"type", "distance"},
                          {"anchors", {{1, 0}, {0, 0}}},
                          {"length", 1},
                          {"limits", {0, 2}}}});
        int refused = 0, tried = 0;
        TryOptions options;
        options.before = scan(*read_log_text(written(), "sense")).findings;
        std::set<std::string> keys; // each of the log's, once a kind of line
        for (std::size_t i = 0; i < lines.size(); ++i) {
            if (!lines[i].contains("engine")) continue;
            const json was = lines[i]["engine"];
            const std::string kind = lines[i].begin().key() + lines[i].value("moves", "");
            json all = was;
            all["joints"] = joints;
            for (const auto& [key, value] : all.items()) {
                if (!keys.insert(kind + key).second) continue;
                for (const json& bad : {json(-1), json(1e300), json("x"), json::array({1e300, -1})}) {
                    lines[i]["engine"][key] = bad;
                    const auto r = read_log_text(written(), "nonsense");
                    const Verdict v =
                        try_fix(*r, {"", json::array({json::parse(fix.toStdString())})}, options);
                    ++tried, refused += v.engine && !v.engine->why_not.empty();
                    lines[i]["engine"] = was;
                }
            }
        }
        // Speed that grows at every touch, and steps of a day: the libraries stop the program there, too.
        std::vector<json> wild = lines;
        for (json& l : wild)
            if (l.contains("collider"))
                l["restitution"] = 1e9;
            else if (l.contains("frame"))
                l["dt"] = 0.5;
        std::swap(wild, lines);
        for (const double dt : {0.5, 86400.0}) {
            for (json& l : lines)
                if (l.contains("frame")) l["dt"] = dt;
            const auto r = read_log_text(written(), "wild");
            const Verdict v = try_fix(*r, {"", json::array({json::parse(fix.toStdString())})}, options);
            QVERIFY(dt < 1.0 || (v.engine && !v.engine->why_not.empty()));
        }
        QVERIFY(tried > 50 && refused > 20);
    }
};

QTEST_GUILESS_MAIN(EngineRerunTest)
#include "engine_rerun_test.moc"
