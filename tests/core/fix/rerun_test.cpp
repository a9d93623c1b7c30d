// SPDX-License-Identifier: GPL-3.0-or-later
// Motion models against closed forms: when a body is tested, how it responses, and what the rerun leaves
// behind.
#include "core/scene.hpp"
#include "fault/scan.hpp"
#include "fix/knobs.hpp"
#include "fix/rerun.hpp"

#include <QtTest>

using namespace oddbounce;
using json = nlohmann::json;
using Tests = MotionModel::Tests;
using Response = MotionModel::Response;

namespace {

constexpr double dt = 1.0 / 60.0;

/// A ball of radius 5 on its way to the right wall at x = 100, through nothing, as recorded: it flies on.
std::shared_ptr<Recording> flight(double speed_x, double speed_y, double friction = 0.0, int frames = 30) {
    Scene s(json{{"logs", {"contacts", "events"}}});
    s.body(1, "dynamic", Scene::ball(5), {{"name", "drum"}}, {{"friction", friction}});
    s.body(2, "static", Scene::block(20, 400, 110, 0), {{"name", "wall"}}, {{"friction", friction}});
    for (int i = 0; i < frames; ++i) {
        json rows = {{1, speed_x * dt * i, speed_y * dt * i, 0, speed_x, speed_y}};
        if (i == 0) rows.push_back({2, 0, 0});
        s.frame(rows);
    }
    return s.recording();
}

MotionModel model(Tests tests, Response response) {
    MotionModel m;
    m.tests = tests, m.response = response, m.gate = true, m.depenetrate = tests == Tests::After;
    return m;
}

TrackPoint last_of(const Recording& r, const MotionModel& m) {
    return rerun(r, 0, 0, r.size() - 1, m).points.back();
}

} // namespace

class RerunTest : public QObject {
    Q_OBJECT
  private slots:
    /// On the floor of a tile map, swept: the wall of the same map stops it, one cell thick and passed in a
    /// step.
    void sweptOnAFloor_meetsTheWallOfTheSameMap() {
        Scene s(json{{"logs", json::array()}});
        s.body(1, "kinematic", Scene::block(10, 10), {{"name", "parcel"}}, json::object());
        s.body(2, "static",
               {{"type", "cells"}, {"cell", 20}, {"rows", {"##########", ".....#....", ".....#...."}}},
               {{"name", "map"}}, json::object());
        constexpr double speed = 60.0 * 60.0; // 60 px a step
        for (int i = 0; i < 3; ++i) {
            json rows = {{1, 15 + speed * dt * i, 25, 0, speed, 0}};
            if (i == 0) rows.push_back({2, 0, 0});
            s.frame(rows);
        }
        const TrackPoint end = last_of(*s.recording(), model(Tests::Swept, Response::Slide));
        QVERIFY2(std::abs(end.pose.at[0] - 95.0) < 1e-3, qPrintable(QString::number(end.pose.at[0])));
    }

    void response_leavesTheVelocityOfItsRule_data() {
        QTest::addColumn<int>("response");
        QTest::addColumn<double>("restitution");
        QTest::addColumn<double>("friction");
        QTest::addColumn<double>("vx");
        QTest::addColumn<double>("vy");
        const auto row = [](const char* name, Response a, double e, double mu, double vx, double vy) {
            QTest::newRow(name) << static_cast<int>(a) << e << mu << vx << vy;
        };
        // It arrives with (300, 120) at a wall whose normal is -x.
        row("slide", Response::Slide, 0.0, 0.0, 0, 120);
        row("slide with friction", Response::Slide, 0.0, 0.2, 0, 120 - 0.2 * 300);
        row("friction stops, never reverses", Response::Slide, 0.0, 0.9, 0, 0);
        row("reflect", Response::Reflect, 1.0, 0.0, -300, 120);
        row("reflect with loss", Response::Reflect, 0.5, 0.0, -150, 120);
        row("reverse", Response::Reverse, 1.0, 0.0, -300, 120);
        row("reverse all", Response::ReverseAll, 1.0, 0.0, -300, -120);
        row("stop", Response::Stop, 0.0, 0.0, 0, 0);
        row("push out", Response::PushOut, 0.5, 0.0, -150, 120);
    }
    void response_leavesTheVelocityOfItsRule() {
        QFETCH(int, response);
        QFETCH(double, restitution);
        QFETCH(double, friction);
        QFETCH(double, vx);
        QFETCH(double, vy);
        const auto r = flight(300, 120, friction);
        for (const Tests tests : {Tests::After, Tests::Swept, Tests::Substeps}) {
            MotionModel m = model(tests, static_cast<Response>(response));
            m.restitution = restitution, m.depenetrate = true;
            const TrackPoint p = last_of(*r, m);
            const QByteArray said =
                (text_of(m) + QString(": %1, %2").arg(p.velocity.x).arg(p.velocity.y).toStdString()).c_str();
            QVERIFY2(glm::length(p.velocity - Vec3(vx, vy, 0)) < 1e-6, said);
            QVERIFY2(p.pose.at.x <= 95.0 + 1e-6, said); // never left inside
        }
    }

    void whenItIsTested_decidesHowFarItComes() {
        const auto r = flight(700, 0, 0.0, 12); // 11.67 a step: 93.3 after eight steps, then 105
        const double step = 700 * dt;
        QVERIFY(std::abs(last_of(*r, model(Tests::Before, Response::Stop)).pose.at.x - 9 * step) < 1e-9);
        QVERIFY(std::abs(last_of(*r, model(Tests::Swept, Response::Stop)).pose.at.x - 95.0) < 1e-5);
        QVERIFY(std::abs(last_of(*r, model(Tests::After, Response::Stop)).pose.at.x - 95.0) < 1e-5);
        QVERIFY(std::abs(last_of(*r, model(Tests::After, Response::Return)).pose.at.x - 8 * step) < 1e-9);
        MotionModel substeps = model(Tests::Substeps, Response::Return);
        substeps.substeps = 10, substeps.gate = false;
        const double came = last_of(*r, substeps).pose.at.x;
        QVERIFY(came <= 95.0 && came > 95.0 - 2 * step);
    }

    void margin_isTheDistanceKept() {
        const auto r = flight(700, 0, 0.0, 12);
        for (const Tests tests : {Tests::After, Tests::Swept}) {
            MotionModel m = model(tests, Response::Slide);
            m.margin = 1.5, m.depenetrate = true;
            QVERIFY2(std::abs(last_of(*r, m).pose.at.x - 93.5) < 1e-4, text_of(m).c_str());
        }
    }

    void withoutGate_anOverlapIsAnsweredEveryFrame() {
        const auto r = flight(700, 0, 0.0, 14);
        MotionModel m = model(Tests::Before, Response::Reflect);
        m.gate = false, m.restitution = 0.3;
        const Track t = rerun(*r, 0, 0, 13, m);
        int turns = 0;
        for (std::size_t i = 1; i < t.points.size(); ++i)
            turns += t.points[i].velocity.x * t.points[i - 1].velocity.x < 0;
        QVERIFY(turns >= 2); // shivers inside
        m.gate = true;
        const Track once = rerun(*r, 0, 0, 13, m);
        turns = 0;
        for (std::size_t i = 1; i < once.points.size(); ++i)
            turns += once.points[i].velocity.x * once.points[i - 1].velocity.x < 0;
        QCOMPARE(turns, 1);
    }

    void again_givesTheSamePushOnceMore() {
        const auto r = flight(300, 0);
        MotionModel m = model(Tests::Swept, Response::Reflect);
        m.restitution = 0.1, m.gate = false, m.again = 2;
        QVERIFY(std::abs(last_of(*r, m).velocity.x - (-30.0 - 330.0)) < 1e-6);
        m.again_share = 0.5;
        QVERIFY(std::abs(last_of(*r, m).velocity.x - (-30.0 - 165.0)) < 1e-6);
        m.gate = true; // it parts by then
        QVERIFY(std::abs(last_of(*r, m).velocity.x + 30.0) < 1e-6);
    }

    void stepHeight_liftsOverWhatIsLower_data() {
        QTest::addColumn<double>("step");
        QTest::addColumn<bool>("passes");
        QTest::newRow("too low") << 3.0 << false;
        QTest::newRow("high enough") << 6.0 << true;
    }
    void stepHeight_liftsOverWhatIsLower() {
        QFETCH(double, step);
        QFETCH(bool, passes);
        Scene s(json{{"gravity", {0, -600}}, {"logs", {"desired"}}});
        s.body(1, "kinematic", Scene::block(10, 20));
        s.body(2, "static", Scene::block(100, 10, -50, -5)).body(3, "static", Scene::block(100, 10, 50, 0));
        for (int i = 0; i < 40; ++i) { // it walks against a step of 5 and stands there
            json rows = {{1, std::min(-5.0, -40.0 + 2.0 * i), 10, 0, i < 18 ? 120 : 0, 0}};
            if (i == 0) rows.push_back({2, 0, 0}), rows.push_back({3, 0, 0});
            s.frame(rows, {{"desired", {{1, 120, 0}}}});
        }
        const auto r = s.recording();
        MotionModel m = model(Tests::Swept, Response::Slide);
        QVERIFY(std::abs(last_of(*r, m).pose.at.x + 5.0) < 1e-4);
        m.step_height = step;
        const TrackPoint p = last_of(*r, m);
        QCOMPARE(p.pose.at.x > 20.0, passes);
        QCOMPARE(p.pose.at.y > 14.9, passes);
    }

    void aMovedBody_hasRowsContactsAndAWarpBack() {
        const auto r = flight(300, 0);
        const Track track = rerun(*r, 0, 0, 24, model(Tests::Swept, Response::Reflect));
        Edits edits;
        edits.definitions = r->definitions(0, r->size());
        edits.moved.push_back(moved_along(*r, 0, track));
        const auto changed = edited(*r, edits);
        std::size_t begins = 0;
        for (std::size_t i = 1; i <= 24; ++i) {
            QCOMPARE(changed->world_at(i).bodies()[0].pose.at, track.points[i].pose.at);
            for (const ContactRow& c : changed->frame(i)->contacts) begins += c.phase == Phase::Begin;
        }
        QCOMPARE(begins, std::size_t(1));
        QVERIFY(changed->world_at(25).bodies()[0].teleported);
        QCOMPARE(changed->world_at(29).bodies()[0].pose.at, r->world_at(29).bodies()[0].pose.at);
        QVERIFY(!scan(*r).findings.empty());      // it flew through the wall
        QVERIFY(scan(*changed).findings.empty()); // and does not any more
    }

    void twoThatMove_shareTheResponse_data() {
        QTest::addColumn<QString>("takes");
        QTest::addColumn<double>("mass");          // of the other one, if the first is 1
        QTest::addColumn<QList<double>>("speeds"); // of both afterwards: 240 ran into 60
        // Elastic, along one line: the closed forms.
        QTest::newRow("none") << "none" << 1.0 << QList<double>{-120, 60};
        QTest::newRow("half") << "half" << 3.0 << QList<double>{60, 240};
        QTest::newRow("by mass, equal") << "by-mass" << 1.0 << QList<double>{60, 240};
        QTest::newRow("by mass, heavier") << "by-mass" << 3.0 << QList<double>{-30, 150};
        QTest::newRow("all") << "all" << 1.0 << QList<double>{240, 420};
        // Each turns for itself: the second is not met any more.
        QTest::newRow("same") << "same" << 1.0 << QList<double>{-240, 60};
    }
    void twoThatMove_shareTheResponse() {
        QFETCH(QString, takes);
        QFETCH(double, mass);
        QFETCH(QList<double>, speeds);
        Scene s(json{{"logs", {"contacts"}}});
        for (const int id : {1, 2})
            s.body(id, "kinematic", Scene::ball(5), {{"kind", "ball"}, {"mass", id == 1 ? 1.0 : mass}});
        for (int i = 0; i < 12; ++i)
            s.frame({{1, 240 * dt * i, 0, 0, 240, 0}, {2, 21 + 60 * dt * i, 0, 0, 60, 0}});
        const auto r = s.recording();
        for (const Tests tests : {Tests::After, Tests::Swept}) {
            MotionModel m = model(tests, Response::Reflect);
            m.restitution = 1.0, m.partners = {"ball"};
            m = model_with({{"other_takes", takes.toStdString()}}, m);
            const Track track = rerun(*r, 0, 0, 11, m);
            QCOMPARE(track.points.back().velocity.x, speeds[0]);
            QCOMPARE(track.pushed.size(), std::size_t(takes == "none" ? 0 : 1));
            if (takes == "none") continue;
            QCOMPARE(track.pushed[0].body, 1);
            const Track& other = track.pushed[0].track;
            QCOMPARE(other.points.back().velocity.x, speeds[1]);
            // Put into the recording, each contact stands there once.
            Edits edits;
            edits.definitions = r->definitions(0, r->size());
            for (const auto& [body, one] : all_of(0, track))
                edits.moved.push_back(moved_along(*r, body, one));
            std::size_t contacts = 0;
            const auto changed = edited(*r, edits);
            for (std::size_t i = 0; i < r->size(); ++i) contacts += changed->frame(i)->contacts.size();
            QCOMPARE(contacts, std::size_t(1));
            QCOMPARE(changed->world_at(11).bodies()[1].pose.at, other.points.back().pose.at);
        }
    }

    /// A row of balls at rest, the first one struck: each takes its part when it is met, and the last one
    /// leaves. All of it is one momentum.
    void aRow_passesThePushOn() {
        Scene s(json{{"logs", {"contacts"}}});
        constexpr int balls = 5;
        for (int id = 1; id <= balls; ++id) s.body(id, "kinematic", Scene::ball(5), {{"kind", "ball"}});
        for (int i = 0; i < 20; ++i) {
            json rows = {{1, -20 + 300 * dt * i, 0, 0, 300, 0}};
            for (int id = 2; id <= balls; ++id) rows.push_back({id, 11 * (id - 1), 0, 0, 0, 0});
            s.frame(rows);
        }
        const auto r = s.recording();
        MotionModel m = model(Tests::Swept, Response::Reflect);
        m.restitution = 1.0, m.partners = {"ball"}, m.other_takes = MotionModel::OtherTakes::Half;
        const Track track = rerun(*r, 0, 0, 19, m);
        QCOMPARE(track.pushed.size(), std::size_t(balls - 1));
        double momentum = 0.0;
        for (const auto& [body, one] : all_of(0, track)) {
            momentum += one.points.back().velocity.x;
            QCOMPARE(one.points.back().velocity.x, body == balls - 1 ? 300.0 : 0.0);
        }
        QCOMPARE(momentum, 300.0);
    }

    void stopped_endsEarly() {
        const auto r = flight(300, 0);
        Control control;
        control.stop = true;
        QCOMPARE(rerun(*r, 0, 0, 24, MotionModel(), &control).points.size(), std::size_t(1));
    }
};

QTEST_APPLESS_MAIN(RerunTest)
#include "rerun_test.moc"
