// SPDX-License-Identifier: GPL-3.0-or-later
// The recorder: what a game writes is what the reader reads; a failure is said once and never thrown.
#include <bounce_recorder.hpp>

#include "fault/scan.hpp"
#include "recording/log.hpp"

#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

#include <set>

class RecorderTest : public QObject {
    Q_OBJECT
  private slots:
    void everything_isReadBack() {
        QTemporaryDir folder;
        const std::string path = folder.filePath("a.bouncelog").toStdString();
        {
            bounce::Header h;
            h.title = "quote \" and line\n", h.up_y = -1, h.slop = 0.25,
            h.logs = {"contacts", "rays", "events", "wish", "grounded"};
            bounce::Recorder log(path, h);
            bounce::Body stoat("stoat", "courier", "driven");
            stoat.upright = true, stoat.step = 3;
            log.body(1, stoat), log.collider(10, 1, bounce::capsule(0, -6, 0, 6, 8),
                                             {"feet", "courier", "solid", 0.4, 0.1, false});
            log.body(2, bounce::Body("pier", "pier")), log.collider(20, 2, bounce::chain({{0, 0}, {10, 0}}));
            log.pair("courier", "pier", "solid");
            log.frame(5), log.state(1, 0.1, 1.0 / 3, 0.5, 2, 3, 4), log.state(2, 0, 0), log.wish(1, 7, 0),
                log.grounded(1);
            log.contact(
                bounce::Contact(10, 20).at(1, 2).normal(0, -1).depth(0.5).impulse(3).phase("begin").active(
                    false));
            log.ray("sight", 1, 0, 0, 5, 5, 20), log.event("landed", {1, 2});
            log.frame(6, 0.02), log.warp(1), log.off(10), log.gone(2);
            QVERIFY(log.ok());
        }
        const auto r = oddbounce::read_log(path);
        QVERIFY2(r->warnings.empty(), r->warnings.empty() ? "" : r->warnings[0].c_str());
        QCOMPARE(r->header.title, std::string("quote \" and line\n"));
        const oddbounce::Frame& f = r->frames.at(0);
        QCOMPARE(f.bodies.at(0).at.y, 1.0 / 3); // to the last digit
        QCOMPARE(f.bodies.at(0).turning.z, 4.0);
        QCOMPARE(*f.contacts.at(0).depth, 0.5);
        QVERIFY(!f.contacts.at(0).active);
        QCOMPARE(*f.rays.at(0).hit, oddbounce::Id(20));
        QCOMPARE(r->frames.at(1).dt, 0.02);
        QCOMPARE(r->frames.at(1).warp.size(), std::size_t(1));
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
        const auto r = oddbounce::read_log(folder.filePath("first.bouncelog").toStdString());
        QCOMPARE(r->frames.size(), std::size_t(120));
        QVERIFY(oddbounce::scan(*r).findings.empty());
    }

    /// An engine's own world: with its continuous collision off parcels pass through the net, on they do not.
    void engine_discreteTunnelsAndContinuousIsClean() {
        const auto discrete = oddbounce::scan(*oddbounce::read_log(SAMPLES "/engine-discrete.bouncelog"));
        QVERIFY(discrete.findings.size() >= 5);
        for (const oddbounce::Finding& f : discrete.findings) QCOMPARE(f.fault, std::string("tunneling"));
        QVERIFY(
            oddbounce::scan(*oddbounce::read_log(SAMPLES "/engine-continuous.bouncelog")).findings.empty());
    }

    /// Another engine, which tests only where things are: fast parcels pass, slow ones do not.
    void engineWithoutSweep_tunnelsWhenFastAndIsCleanWhenSlow() {
        const auto fast = oddbounce::scan(*oddbounce::read_log(SAMPLES "/engine-fast.bouncelog"));
        QVERIFY(fast.findings.size() >= 3);
        for (const oddbounce::Finding& f : fast.findings) QCOMPARE(f.fault, std::string("tunneling"));
        const auto slow = oddbounce::read_log(SAMPLES "/engine-slow.bouncelog");
        QVERIFY(oddbounce::scan(*slow).findings.empty());
        // All that a connector records is there: a sensor's contacts, the ray and what it hit, every phase.
        std::set<oddbounce::Phase> phases;
        std::size_t sensed = 0, hits = 0;
        for (const oddbounce::Frame& f : slow->frames) {
            for (const oddbounce::ContactRow& c : f.contacts) phases.insert(c.phase), sensed += !c.normal;
            for (const oddbounce::RayRow& ray : f.rays) hits += ray.hit.has_value();
        }
        QVERIFY(phases.size() == 3 && sensed > 10 && hits > 50);
    }
};

QTEST_APPLESS_MAIN(RecorderTest)
#include "recorder_test.moc"
