// SPDX-License-Identifier: GPL-3.0-or-later
// The state of a recording at a frame: what is there, how it moves, what meets what.
#include "core/scene.hpp"

#include "recording/bounce_file.hpp"
#include "recording/clip.hpp"

#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;
using json = nlohmann::json;

namespace {

const json ball = Scene::ball(2), block = Scene::block(10, 2);

Does does_at(const Recording& r, std::size_t frame, Id a, Id b) {
    return r.world_at(frame).does(r.collider_slot(a), r.collider_slot(b));
}

} // namespace

class WorldTest : public QObject {
    Q_OBJECT
  private slots:
    void body_isThereFromItsFirstRowToItsLast() {
        const auto r = Scene()
                           .body(1, "kinematic", ball)
                           .body(2, "static", block)
                           .frame(json::array())
                           .frame({{1, 5, 5}})
                           .frame(json::array(), {{"removed", {1}}})
                           .frame(json::array())
                           .frame({{1, 6, 6}})
                           .frame({{1, 7, 6}}, {{"removed", {1}}})
                           .frame({{1, 8, 6}})
                           .recording();
        // In the frame that removes it, it is there: where its row puts it, or else where it was.
        const bool there[] = {false, true, true, false, true, true, true},
                   fresh[] = {false, true, false, false, true, false, true},
                   leaving[] = {false, false, true, false, false, true, false};
        for (std::size_t i = 0; i < 7; ++i) {
            const World w = r->world_at(i);
            QCOMPARE(w.bodies()[0].present, there[i]);
            QCOMPARE(w.bodies()[0].present && w.bodies()[0].fresh, fresh[i]);
            QCOMPARE(w.live(r->collider_slot(1)), there[i]);
            QCOMPARE(w.stays(r->collider_slot(1)), there[i] && !leaving[i]);
            QVERIFY(w.bodies()[1].present); // never placed: it stands at the origin
        }
    }

    void velocity_isLoggedOrComesFromTheStep() {
        const auto r = Scene()
                           .body(1, "kinematic", ball)
                           .frame({{1, 0, 0}})
                           .frame({{1, 3, 4}})
                           .frame({{1, 3, 4, 0, 7, -7}})
                           .frame(json::array())
                           .frame({{1, 100, 4}}, {{"teleport", {1}}})
                           .recording();
        QVERIFY(!r->world_at(0).bodies()[0].velocity_known);
        QVERIFY(glm::length(r->world_at(1).bodies()[0].velocity - Vec3(180, 240, 0)) < 1e-9);
        QCOMPARE(r->world_at(2).bodies()[0].velocity, Vec3(7, -7, 0));
        QVERIFY(r->world_at(4).bodies()[0].teleported);
        const Motion m = r->world_at(4).motion_since(r->world_at(3), 0);
        QCOMPARE(m.travel(), Vec3(0.0)); // a teleport is no travel
    }

    void turn_goesTheShortWayUnlessItsSpinSaysOtherwise() {
        const auto turned = [](const json& second) {
            const auto r = Scene()
                               .body(1, "kinematic", ball)
                               .frame({{1, 0, 0, 3.0, 0, 0}})
                               .frame(json::array({second}))
                               .recording();
            return r->world_at(1).motion_since(r->world_at(0), 0).turning();
        };
        QVERIFY(std::abs(turned({1, 0, 0, -3.0, 0, 0}) - (2 * M_PI - 6.0)) < 1e-9);
        // A spin of 380 radians a second at 60 steps: once round and a little.
        const double little = 2 * M_PI - 6.0;
        QVERIFY(std::abs(turned({1, 0, 0, -3.0, 0, 0, 60 * (little + 2 * M_PI)}) - (little + 2 * M_PI)) <
                1e-9);
    }

    void pairsRolesOwnersAndLayers_sayWhatMeetsWhat() {
        const auto r = Scene()
                           .body(1, "kinematic", ball, {{"kind", "courier"}})
                           .body(2, "dynamic", ball, {{"kind", "parcel"}, {"owner", 1}})
                           .body(3, "static", block, {{"kind", "pier"}})
                           .body(4, "static", block, {{"kind", "pier"}})
                           .body(5, "static", block, {{"kind", "slot"}}, {{"role", "sensor"}})
                           .body(6, "kinematic", ball, {{"kind", "courier"}}, {{"layer", "ghosts"}})
                           .line({{"pair", {"ghosts", "pier"}}, {"does", "ignore"}})
                           .line({{"pair", {"parcel", "slot"}}, {"does", "ignore"}})
                           .frame({{1, 0, 0}, {2, 9, 0}, {6, 5, 5}})
                           .line({{"pair", {"pier", "ghosts"}}, {"does", "solid"}})
                           .frame({{1, 0, 0}})
                           .recording();
        QCOMPARE(does_at(*r, 0, 1, 3), Does::Solid);
        QCOMPARE(does_at(*r, 0, 3, 4), Does::Ignore); // two fixed things
        QCOMPARE(does_at(*r, 0, 1, 5), Does::Report);
        QCOMPARE(does_at(*r, 0, 2, 5), Does::Ignore);
        QCOMPARE(does_at(*r, 0, 6, 3), Does::Ignore);
        QCOMPARE(does_at(*r, 1, 6, 3), Does::Solid); // later, and named the other way round
        for (Id a : {1, 2, 3, 5, 6})
            for (Id b : {1, 2, 3, 5, 6}) QCOMPARE(does_at(*r, 0, a, b), does_at(*r, 0, b, a));
    }

    void redefinedColliderAndBody_countFromThenOn() {
        const auto r = Scene()
                           .body(1, "kinematic", ball)
                           .frame({{1, 0, 0}})
                           .line({{"collider", 1}, {"body", 1}, {"shape", Scene::ball(7)}})
                           .line({{"body", 1}, {"moves", "dynamic"}, {"name", "later"}})
                           .frame(json::array())
                           .recording();
        QCOMPARE(r->world_at(0).colliders()[0].geometry->reach(), 2.0);
        QCOMPARE(r->world_at(1).colliders()[0].geometry->reach(), 7.0);
        QCOMPARE(r->world_at(0).bodies()[0].def->moves, Moves::Kinematic);
        QCOMPARE(r->world_at(1).bodies()[0].def->moves, Moves::Dynamic);
    }

    void anyFrame_isTheSameWhetherSteppedOrJumpedTo() {
        Scene scene;
        scene.body(1, "kinematic", ball).body(2, "static", block);
        for (int i = 0; i < 500; ++i)
            scene.frame({{1, i * 1.5, -i}},
                        i % 50 == 7 ? json{{i % 100 == 7 ? "off" : "on", {1}}} : json::object());
        const auto r = scene.recording();
        std::vector<World> stepped{World(*r)};
        for (std::size_t i = 0; i < 500; ++i)
            stepped.push_back(stepped.back()), stepped.back().step(*r->frame(i));
        // On, and hither and thither: near what was asked for before, and far from it.
        for (std::size_t n = 0; n < 1500; ++n) {
            const std::size_t i = n < 500 ? n : n % 3 ? n * 7919 % 500 : n * 7919 % 500 / 16;
            const World jumped = r->world_at(i), &same = stepped[i + 1];
            QCOMPARE(jumped.bodies()[0].pose.at, same.bodies()[0].pose.at);
            QCOMPARE(jumped.bodies()[0].velocity, same.bodies()[0].velocity);
            QCOMPARE(jumped.colliders()[0].on, same.colliders()[0].on);
            QCOMPARE(jumped.number(), same.number());
        }
    }

    void frameAskedForEarly_followsWhatIsLearntLater() {
        const Draft whole = draft_of(*Scene()
                                          .body(1, "kinematic", ball)
                                          .body(2, "static", block)
                                          .body(3, "kinematic", block)
                                          .frame({{1, 5, 5}})
                                          .frame({{2, 9, 9}})
                                          .recording());
        Feed feed("x", whole.header);
        const Recording& r = *feed.recording();
        const auto there = [&](Slot body) { return r.world_at(0).body(body).present; };
        QVERIFY(!feed.take(Frame(whole.frames[0])));
        QVERIFY(there(1)); // nothing says otherwise
        QVERIFY(!feed.take(Frame(whole.frames[1])));
        QVERIFY(!there(1)); // its place comes later
        QVERIFY(!there(2)); // a place may still come
        feed.finish();
        QVERIFY(!there(2)); // none came: it is never there
    }

    void slop_isTheHeadersOrComesFromTheSmallestCollider() {
        QCOMPARE(Scene().body(1, "kinematic", ball).frame({{1, 0, 0}}).recording()->slop(), 0.5);
        const auto by_size = [](double r) {
            return Scene(json{{"slop", nullptr}})
                .body(1, "kinematic", Scene::ball(r))
                .frame({{1, 0, 0}})
                .recording()
                ->slop();
        };
        QVERIFY(by_size(2) > 0.0);
        QVERIFY(std::abs(by_size(20) - 10.0 * by_size(2)) < 1e-9 * by_size(20));
    }

    /// Of a body that goes so far in each frame, its places rounded to `step`.
    void rounding_isSeenInUnevenMotion_data() {
        QTest::addColumn<double>("by");
        QTest::addColumn<double>("step");
        QTest::addColumn<double>("seen");
        QTest::newRow("whole pixels") << 1.4 << 1.0 << 1.0;
        QTest::newRow("quarter pixels") << 0.6 << 0.25 << 0.25;
        QTest::newRow("two decimals") << 0.123 << 0.01 << 0.01;
        QTest::newRow("as computed") << 1.4 << 0.0 << 0.0;
        QTest::newRow("evenly, by whole pixels") << 3.0 << 1.0 << 0.0;
        QTest::newRow("tile by tile, in turns") << 5.6 << 16.0 << 0.0;
    }
    void rounding_isSeenInUnevenMotion() {
        QFETCH(double, by);
        QFETCH(double, step);
        QFETCH(double, seen);
        Scene scene;
        scene.body(1, "kinematic", ball);
        for (int i = 0; i < 60; ++i)
            scene.frame({{1, step > 0.0 ? std::round(i * by / step) * step : i * by, 3}});
        const auto r = scene.recording();
        QCOMPARE(r->rounding(), seen);
        QCOMPARE(clip(*r, 20, 30)->rounding(), seen); // what part shows too little of is kept
        QTemporaryDir folder;
        const std::string file = folder.filePath("r.bounce").toStdString();
        write_bounce_file(*r, file);
        QCOMPARE(open_bounce_file(file)->rounding(), seen);
    }
};

QTEST_APPLESS_MAIN(WorldTest)
#include "world_test.moc"
