// SPDX-License-Identifier: GPL-3.0-or-later
// The recorder: what a game writes is what the reader reads; a failure is said once and never thrown.
#include <bounce_recorder.hpp>

#include "fault/scan.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"

#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

#include <cmath>
#include <set>

namespace {

void write_everything(const std::string& path) {
    bounce::Header h;
    h.title = "quote \" and line\n", h.up_y = -1, h.slop = 0.25,
    h.logs = {"contacts", "rays", "events", "desired", "grounded", "unresolved", "iterations", "end"};
    bounce::Recorder log(path, h);
    bounce::Body stoat("stoat", "courier", "kinematic");
    stoat.upright = true, stoat.step = 4, stoat.slope = 40;
    log.body(1, stoat);
    log.collider(10, 1, bounce::capsule(0, -6, 0, 6, 8), {"feet", "courier", "solid", 0.4, 0.1, false});
    log.body(2, bounce::Body("pier", "pier")), log.collider(20, 2, bounce::chain({{0, 0}, {10, 0}}));
    log.body(3, bounce::Body("crate", "crate", "dynamic"));
    log.collider(30, 3, bounce::polygon({{0, 0}, {4, 0}, {0, 3}}), {"", "", "sensor", -1, 0, true});
    log.pair("courier", "pier", "solid");
    log.probe(6, 1, "left-top", -8, 14, -1, 0), log.expect("courier", "pier", "landed", 3);
    log.art(4, 1, "stoat.png", 24, 32, 0, 2), log.backdrop(5, "sky.png", 400, 300, 10, 20);
    log.off(30), log.frame(5), log.state(1, 0.1, 1.0 / 3, 0.5, 2, 3, 4), log.state(2, 0, 0);
    log.state(3, NAN, 1e-7, 0, 0, INFINITY), log.desired(1, 7, 0), log.grounded(1);
    log.scale(1, -1, 1), log.unresolved(1, 0.25, 0.5), log.iterations(1, 3);
    log.contact(bounce::Contact(10, 20).at(1, 2).normal(0, -1).depth(0.5).impulse(3).phase("begin"));
    log.ray("sight", 1, 0, 0, 5, 5, 20), log.ray("miss", -1, 0, 0, 5, 5), log.event("landed", {1, 2});
    log.screenshot("shots/5.png", 0, 0, 320, 180);
    log.frame(6, 0.02), log.teleport(1), log.off(10), log.on(20), log.removed(2);
}

void write_in_space(const std::string& path) {
    using bounce::Quat;
    using bounce::Vec;
    bounce::Header h;
    h.title = "space", h.space = 3, h.gravity_y = -9.8, h.unit = "m",
    h.logs = {"contacts", "rays", "desired"};
    bounce::Recorder log(path, h);
    const std::vector<Vec> corners{{0, 0, 0}, {4, 0, 0}, {0, 4, 0}, {0, 0, 4}};
    log.body(1, bounce::Body("stoat", "courier", "kinematic"));
    log.collider(10, 1, bounce::capsule(Vec{0, -6, 0}, Vec{0, 6, 0}, 8));
    log.body(2, bounce::Body("pier", "pier"));
    log.collider(20, 2, bounce::box(Vec{10, 2, 6}, {1, 2, 3}, {0, 0.6, 0, 0.8}));
    log.collider(21, 2, bounce::hull(corners)),
        log.collider(22, 2, bounce::mesh(corners, {{0, 1, 2}, {0, 2, 3}}));
    log.body(3, bounce::Body("drum", "drum", "dynamic"));
    log.collider(30, 3, bounce::sphere(0.5, {0, 0, 0.25}));
    log.probe(6, 1, "left", Vec{-8, 14, 1}, {-1, 0, 0});
    log.frame(5), log.state(1, {0.1, 1.0 / 3, 2}, Quat{0, 0.6, 0, 0.8}, {2, 3, 4}, {0, 1, 0});
    log.state(2, Vec{0, 0, 0}), log.state(3, {1, 2, 3}, Quat(), {0, -1, 0});
    log.desired(1, Vec{7, 0, 1}), log.scale(1, Vec{-1, 1, 1});
    log.contact(
        bounce::Contact(10, 20).at({1, 2, 3}).normal({0, -1, 0}).depth(0.5).impulse(3).phase("begin"));
    log.ray("sight", 1, Vec{0, 0, 0}, {5, 5, 5}, 20);
}

/// What a log says, written by one hand; the width of the game's numbers and a contact's zeros may differ.
QString content(const QString& path) {
    oddbounce::Draft r = oddbounce::draft_of(*oddbounce::read_recording(path.toStdString()));
    r.header.float_bits = 64;
    for (oddbounce::Frame& f : r.frames)
        for (oddbounce::ContactRow& c : f.contacts)
            if (c.depth == 0.0 && c.impulse == 0.0) c.depth.reset(), c.impulse.reset();
    return QString::fromStdString(oddbounce::write_log_text(*r.recorded()));
}

} // namespace

class RecorderTest : public QObject {
    Q_OBJECT
  private slots:
    void aPage_sendsLinesAndSurvivesTheListener() {
        QProcess node;
        node.start("node", {SOURCE "/tests/recorder/page.mjs", SOURCE "/recorder/bounce_recorder.mjs"});
        QVERIFY(node.waitForFinished() && node.exitCode() == 0);
        QByteArray said = node.readAllStandardOutput().trimmed();
        const qsizetype last = said.lastIndexOf('\n') + 1;
        QVERIFY(said.mid(last).contains("Another game is being recorded."));
        const auto r = oddbounce::read_log_text(said.left(last).toStdString(), "page");
        QCOMPARE(r->size(), std::size_t(4));
        QCOMPARE(r->frame(2)->events.at(0).note, std::string("odd"));
    }

    void everything_isReadBack() {
        QTemporaryDir folder;
        const std::string path = folder.filePath("a.bouncelog").toStdString();
        write_everything(path);
        const auto r = oddbounce::read_recording(path);
        QCOMPARE(r->warnings().size(), std::size_t(2)); // its two pictures are not there
        QCOMPARE(r->header.title, std::string("quote \" and line\n"));
        const auto held = r->frame(0);
        const oddbounce::Frame& f = *held;
        QCOMPARE(f.bodies.at(0).at.y, 1.0 / 3); // to the last digit
        QCOMPARE(f.bodies.at(0).angular_velocity.z, 4.0);
        QCOMPARE(f.bodies.at(2).at, oddbounce::Vec3(0.0, 1e-7, 0.0)); // no number that JSON cannot hold
        QCOMPARE(*f.contacts.at(0).depth, 0.5);
        QCOMPARE(*f.rays.at(0).hit, oddbounce::Id(20));
        QVERIFY(!f.rays.at(1).hit);
        QCOMPARE(f.scale.at(0).value.x, -1.0);
        QCOMPARE(f.unresolved.at(0).value.y, 0.5);
        QCOMPARE(f.iterations.at(0).count, 3);
        QCOMPARE(f.screenshot->rect[2], 320.0);
        QCOMPARE(r->frame(1)->dt, 0.02);
        QVERIFY(!r->cut_off());
        QCOMPARE(r->frame(1)->teleport.size(), std::size_t(1));

        write_in_space(path);
        const auto s = oddbounce::read_recording(path);
        QCOMPARE(s->header.gravity, oddbounce::Vec3(0.0, -9.8, 0.0));
        const auto in_space = s->frame(0);
        QCOMPARE(in_space->bodies.at(0).rotation.y, 0.6);
        QCOMPARE(in_space->bodies.at(0).angular_velocity, oddbounce::Vec3(0.0, 1.0, 0.0));
        QCOMPARE(in_space->contacts.at(0).at->z, 3.0);
        QVERIFY(s->warnings().empty());
    }

    /// The recorders of all languages write the same recording: a small game, and everything that a log
    /// holds.
    void everyLanguage_writesTheSame_data() {
        QTest::addColumn<QString>("program");
        QTest::addColumn<QString>("ending");
        QTest::newRow("C") << QString() << "c";
        QTest::newRow("Python") << "python3"
                                << "py";
        QTest::newRow("JavaScript") << "node"
                                    << "mjs";
        QTest::newRow("Lua") << "lua5.4"
                             << "lua";
    }
    void everyLanguage_writesTheSame() {
        QFETCH(QString, program);
        QFETCH(QString, ending);
        QTemporaryDir folder;
        const QString first = folder.filePath("first.bouncelog"), all = folder.filePath("all.bouncelog");
        const auto run = [&](const QString& script, const QString& built, const QString& out) {
            return program.isEmpty() ? QProcess::execute(built, {out})
                                     : QProcess::execute(program, {script, out});
        };
        QCOMPARE(run(SOURCE "/examples/first_log/first_log." + ending, BIN "/first_log_c", first), 0);
        QCOMPARE(run(SOURCE "/tests/recorder/everything." + ending, BIN "/everything_c", all), 0);
        QCOMPARE(QProcess::execute(BIN "/first_log", {folder.filePath("cpp.bouncelog")}), 0);
        QCOMPARE(content(first), content(folder.filePath("cpp.bouncelog")));
        write_everything(folder.filePath("all_cpp.bouncelog").toStdString());
        QCOMPARE(content(all), content(folder.filePath("all_cpp.bouncelog")));
        const QString space = folder.filePath("space.bouncelog"),
                      as_cpp = folder.filePath("space_cpp.bouncelog");
        QCOMPARE(run(SOURCE "/tests/recorder/in_space." + ending, BIN "/in_space_c", space), 0);
        write_in_space(as_cpp.toStdString());
        QCOMPARE(content(space), content(as_cpp));
        // A folder that is not there: said once, and the game goes on to its end.
        QProcess bad;
        const QString nowhere = folder.filePath("none/x.bouncelog");
        if (program.isEmpty())
            bad.start(BIN "/first_log_c", {nowhere});
        else
            bad.start(program, {SOURCE "/examples/first_log/first_log." + ending, nowhere});
        QVERIFY(bad.waitForFinished());
        QCOMPARE(bad.exitCode(), 1);
        const QString said = bad.readAllStandardError();
        QCOMPARE(said.count("recording stops"), 1);
    }

    void unwritablePath_isReportedAndHarmless() {
        bounce::Recorder log("/no/such/folder/a.bouncelog", bounce::Header());
        QVERIFY(!log.ok());
        QVERIFY(QString::fromStdString(log.failure()).contains("/no/such/folder/a.bouncelog"));
        log.body(1, bounce::Body("ball")), log.frame(0), log.state(1, 0, 0);
        QVERIFY(!log.ok());
    }

    void firstLog_opensAndIsClean() {
        QTemporaryDir folder;
        QCOMPARE(QProcess::execute(BIN "/first_log", {folder.filePath("first.bouncelog")}), 0);
        const auto r = oddbounce::read_recording(folder.filePath("first.bouncelog").toStdString());
        QCOMPARE(r->size(), std::size_t(120));
        QVERIFY(oddbounce::scan(*r).findings.empty());
    }

    /// In one step, or with a frame's end inside.
    static bool passed_through(const oddbounce::Finding& f) {
        return f.fault == "tunneling" || f.fault == "pop-through";
    }

    /// An engine's own world: with its continuous collision off parcels pass through the net, on they do not.
    void engine_discreteTunnelsAndContinuousIsClean() {
        const auto discrete =
            oddbounce::scan(*oddbounce::read_recording(SAMPLES "/engine-discrete.bouncelog"));
        QVERIFY(discrete.findings.size() >= 5);
        for (const oddbounce::Finding& f : discrete.findings) QVERIFY2(passed_through(f), f.id.c_str());
        QVERIFY(oddbounce::scan(*oddbounce::read_recording(SAMPLES "/engine-continuous.bouncelog"))
                    .findings.empty());
    }

    /// Another engine, which tests only where things are: fast parcels pass, slow ones do not.
    void engineWithoutSweep_tunnelsWhenFastAndIsCleanWhenSlow() {
        const auto fast = oddbounce::scan(*oddbounce::read_recording(SAMPLES "/engine-fast.bouncelog"));
        QVERIFY(fast.findings.size() >= 3);
        for (const oddbounce::Finding& f : fast.findings) QVERIFY2(passed_through(f), f.id.c_str());
        const auto slow = oddbounce::read_recording(SAMPLES "/engine-slow.bouncelog");
        QVERIFY(oddbounce::scan(*slow).findings.empty());
        // All that a connector records is there: a sensor's contacts, the ray and what it hit, every phase.
        std::set<oddbounce::Phase> phases;
        std::size_t sensed = 0, hits = 0;
        for (const oddbounce::Frame& f : oddbounce::draft_of(*slow).frames) {
            for (const oddbounce::ContactRow& c : f.contacts) phases.insert(c.phase), sensed += !c.normal;
            for (const oddbounce::RayRow& ray : f.rays) hits += ray.hit.has_value();
        }
        QVERIFY(phases.size() == 3 && sensed > 10 && hits > 50);
    }
};

QTEST_APPLESS_MAIN(RecorderTest)
#include "recorder_test.moc"
