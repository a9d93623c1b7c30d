// SPDX-License-Identifier: GPL-3.0-or-later
// Candidate fixes: for each demo fault one change that clears it and one that does not; and the fix file.
#include "core/scene.hpp"
#include "fix/guard.hpp"
#include "fix/range.hpp"
#include "fix/reshape.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"
#include "shape/fitted.hpp"

#include <QDir>
#include <QtTest>

using namespace oddbounce;
using nlohmann::json;

namespace {

Verdict tried(const Recording& r, const json& changes, Method method = Method::Auto) {
    TryOptions options;
    options.before = scan(r).findings, options.method = method;
    return try_fix(r, fix_from_json({{"fix", 1}, {"name", "test"}, {"changes", changes}}, "test"), options);
}

QString complaint(const json& fix) {
    try {
        fix_from_json(fix, "x.fix.json");
    } catch (const BadInput& e) {
        return e.what();
    }
    return "accepted";
}

} // namespace

bool same(const Box& a, const Box& b) {
    return glm::length(flat(a.low - b.low)) + glm::length(flat(a.high - b.high)) < 1e-9;
}

/// What is said while a person drags agrees with the verdict, finding by finding.
void quick_isAsAtLength(const Recording& r, const json& changes) {
    TryCache cache;
    TryOptions options;
    options.before = scan(r).findings, options.cache = &cache;
    const Fix fix = fix_from_json({{"fix", 1}, {"changes", changes}}, "test");
    const Verdict v = try_fix(r, fix, options);
    const auto among = [](const std::vector<Finding>& all, const Finding& f) {
        return std::ranges::find(all, f.id, &Finding::id) != all.end();
    };
    for (const Finding& f : options.before) {
        if (!among(v.fixed, f) && !among(v.kept, f) && !among(v.changed, f)) continue;
        const QuickVerdict quick = try_quickly(r, fix, f, options);
        QVERIFY2(quick.outcome == (among(v.fixed, f) ? QuickVerdict::Fixed : QuickVerdict::Kept),
                 (f.id + " " + quick_line(quick) + " " + text_of(v, r)).c_str());
    }
}

class VerdictTest : public QObject {
    Q_OBJECT
  private slots:
    void change_clearsOrKeeps_data() {
        QTest::addColumn<QString>("sample");
        QTest::addColumn<QString>("changes");
        QTest::addColumn<bool>("clears");
        QTest::addColumn<bool>("reproduced");
        const auto row = [](const char* name, const char* sample, const char* changes, bool clears,
                            bool reproduced = true) {
            QTest::newRow(name) << sample << changes << clears << reproduced;
        };
        row("net: swept", "net-throw", R"([{"motion":["parcel"],"tests":"swept"}])", true);
        row("net: four sub-steps", "net-throw", R"([{"motion":["parcel"],"tests":"substeps","substeps":4}])",
            true);
        row("net: thick enough", "net-throw", R"([{"kinds":"net","grow":6}])", true);
        row("net: a little thicker", "net-throw", R"([{"kinds":"net","grow":0.5}])", false);
        row("an engine's net: swept", "engine-fast", R"([{"motion":["parcel"],"tests":"swept"}])", true);
        row("buoy: respond only while approaching", "buoy-drum", R"([{"motion":["drum"],"gate":true}])",
            true);
        row("buoy: respond once", "buoy-drum", R"([{"motion":["drum"],"again":0}])", true);
        row("buoy: respond later", "buoy-drum", R"([{"motion":["drum"],"again":3}])", false);
        row("buoy: another friction", "buoy-drum", R"([{"kinds":"drum","friction":0.9}])", false);
        row("pier: no friction", "pier-hang", R"([{"bodies":["stoat"],"friction":0}])", true);
        row("pier: a capsule", "pier-hang", R"([{"bodies":["stoat"],"fit":"capsule"}])", false);
        row("lantern: ignores its wearer", "lantern", R"([{"parts":["lantern"],"owner":"ignored"}])", true);
        row("lantern in the yard: ignores its wearer", "yard-lantern",
            R"([{"parts":"lantern","owner":"ignored"}])", true);
        row("plank: rounder corners", "plank-seam", R"([{"bodies":["stoat"],"round":3}])", true);
        row("plank: slimmer", "plank-seam", R"([{"bodies":["stoat"],"size":[16,36]}])", false);
        row("cart: tested after", "hand-cart",
            R"([{"motion":["hand cart"],"tests":"after","response":"slide"}])", true);
        row("cart: a slimmer bollard", "hand-cart", R"([{"bodies":["bollard"],"grow":-1}])", false);
    }
    void change_clearsOrKeeps() {
        QFETCH(QString, sample);
        QFETCH(QString, changes);
        QFETCH(bool, clears);
        QFETCH(bool, reproduced);
        const auto r = read_recording((QString(SAMPLES "/") + sample + ".bouncelog").toStdString());
        const Verdict v = tried(*r, json::parse(changes.toStdString()));
        QVERIFY2(v.fresh.empty(), text_of(v, *r).c_str());
        QVERIFY2(v.fixed.size() + v.kept.size() + v.changed.size() > 0, text_of(v, *r).c_str());
        QVERIFY2(v.fixes_all() == clears, text_of(v, *r).c_str());
        if (v.fit) QCOMPARE(v.fit->reproduces, reproduced);
    }

    void noChange_changesNothing_data() {
        QTest::addColumn<QString>("file");
        for (const QString& name : QDir(SAMPLES).entryList({"*.bouncelog"}))
            QTest::newRow(qPrintable(name)) << QDir(SAMPLES).filePath(name);
    }
    void noChange_changesNothing() {
        QFETCH(QString, file);
        const auto r = read_recording(file.toStdString());
        const std::vector<Finding> findings = scan(*r).findings;
        const auto tried_only = [](const Finding& f) { return !rests_on_log(f) && !f.colliders.empty(); };
        const auto f = std::find_if(findings.begin(), findings.end(), tried_only);
        if (f == findings.end()) return;
        for (const json& change :
             {json{{"motion", {f->bodies[0]}}}, json{{"colliders", {f->colliders.at(0)}}, {"grow", 0.0}}}) {
            const Verdict v = tried(*r, json::array({change}));
            QVERIFY2(v.fixed.empty() && v.changed.empty() && v.fresh.empty() && v.lost.empty() &&
                         v.gained.empty(),
                     text_of(v, *r).c_str());
        }
    }

    /// Game code is shared: a suggestion about motion is for the kind, unless the name is that of all its
    /// bodies.
    void suggestion_isForTheKind_data() {
        QTest::addColumn<QString>("second");
        QTest::addColumn<QString>("target");
        QTest::newRow("names of their own") << "shot 2"
                                            << R"("motion_kinds":["shot"])";
        QTest::newRow("one name") << "shot 1"
                                  << R"("motion":["shot 1"])";
    }
    void suggestion_isForTheKind() {
        QFETCH(QString, second);
        QFETCH(QString, target);
        Scene scene;
        scene.body(1, "kinematic", Scene::ball(2), {{"name", "shot 1"}, {"kind", "shot"}})
            .body(2, "kinematic", Scene::ball(2), {{"name", second.toStdString()}, {"kind", "shot"}})
            .body(3, "static", Scene::block(4, 60), {{"name", "rail"}, {"kind", "rail"}});
        for (int n = 0; n < 20; ++n) scene.frame({{1, -99 + 20 * n, 0}, {2, -99, 200}, {3, 0, 0}});
        const auto r = scene.recording();
        const std::vector<Finding> findings = scan(*r).findings;
        QCOMPARE(findings.size(), std::size_t(1));
        const Suggestion& s = findings[0].suggest[0];
        QVERIFY2(QString::fromStdString(s.changes.dump()).contains(target), s.changes.dump().c_str());
        QCOMPARE(QString::fromStdString(s.name).endsWith("(all of kind 'shot')"), second == "shot 2");
        QVERIFY(apply(fix_from_json({{"fix", 1}, {"changes", s.changes}}, "x"), *r).motion.size() == 2);
    }

    /// Throws that the net stops as it is: a smaller parcel would pass through it there, too.
    void ordinaryPlay_isMovedAgain() {
        const auto r = read_recording(SAMPLES "/net-throw.bouncelog");
        const Verdict smaller = tried(*r, {{{"kinds", "parcel"}, {"grow", -4}}}),
                      swept = tried(*r, {{{"motion", {"parcel"}}, {"tests", "swept"}}});
        QVERIFY2(smaller.ordinary_play > 1 && smaller.fresh.size() == 2, text_of(smaller, *r).c_str());
        for (const Finding& f : smaller.fresh) QCOMPARE(f.fault, std::string("tunneling"));
        QVERIFY2(swept.ordinary_play > 1 && swept.fixes_all(), text_of(swept, *r).c_str());
    }

    /// A restitution of the response is not the one of a collider, whatever else the fix changes.
    void restitution_isTheResponses() {
        const auto r = read_recording(SAMPLES "/net-throw.bouncelog");
        const Verdict v =
            tried(*r, {{{"kinds", "net"}, {"grow", 6}}, {{"motion", {"parcel"}}, {"restitution", 0.35}}});
        QVERIFY(v.loop && v.loop->with_fix.restitution);
        QCOMPARE(*v.loop->with_fix.restitution, 0.35);
        const Verdict surface = tried(*r, {{{"kinds", "net"}, {"restitution", 0.35}}});
        QVERIFY(surface.loop && !surface.loop->with_fix.restitution);
    }

    /// Four sub-steps are four times the moves; the fix shows from the frame of the first finding on.
    void cost_isCounted() {
        const auto r = read_recording(SAMPLES "/net-throw.bouncelog");
        const Verdict v = tried(*r, {{{"motion", {"parcel"}}, {"tests", "substeps"}, {"substeps", 4}}});
        QVERIFY(v.cost_before && v.cost_after && v.played && v.first_difference);
        QCOMPARE(v.cost_before->moves, 1.0);
        QCOMPARE(v.cost_after->moves, 4.0);
        QVERIFY(v.cost_after->tests > v.cost_before->tests);
        QCOMPARE(*v.first_difference, std::int64_t(92));
        QCOMPARE(v.played->size(), r->size());
    }

    void logChange_clearsOrKeeps_data() {
        QTest::addColumn<QString>("sample");
        QTest::addColumn<QString>("change");
        QTest::addColumn<bool>("clears");
        const auto row = [](const char* name, const char* sample, const char* change, bool clears) {
            QTest::newRow(name) << sample << change << clears;
        };
        row("beam: longer", "lamp-beams", R"({"rays":"second beam","extend":3})", true);
        row("beam: a little longer", "lamp-beams", R"({"rays":"second*","extend":0.001})", false);
        row("sight: starts outside", "gull-sight", R"({"rays":"sight","start":9})", true);
        row("sight: starts farther in", "gull-sight", R"({"rays":"sight","start":2})", false);
        row("sight: skips its own", "gull-sight", R"({"rays":"sight","skip_own":true})", true);
        row("sight: skips the gull", "gull-sight", R"({"rays":"sight","skip":"gull"})", true);
        row("sight: another caster", "gull-sight", R"({"rays":"sight","casters":1,"start":9})", false);
        row("crates: the nearest hit", "gull-crates", R"({"rays":"sight","take":"nearest"})", true);
        row("sorter: aimed at the middle", "mail-sorter", R"({"rays":"pick","aside":0.05})", true);
        row("sorter: in 64 bit", "mail-sorter", R"({"rays":"pick","float_bits":64})", false);
        row("slot: paid once", "mail-slot", R"({"events":"paid","fire":"once-per-touch"})", true);
        row("pier: grounded by floors", "pier-edge", R"({"grounded":"stoat","by":"floor-contacts"})", true);
        row("feelers: five probes", "feelers", R"({"probes":"stoat","side":"right","count":5})", true);
        row("feelers: three probes", "feelers", R"({"probes":"stoat","side":"right","count":3})", false);
        row("feelers: for a small feature", "feelers", R"({"probes":"stoat","side":"right","feature":10})",
            true);
        row("feelers: for a large one", "feelers", R"({"probes":"stoat","side":"right","feature":20})",
            false);
        row("feelers: three more", "feelers", R"({"probes":1,"add":[[9,-8.5],[9,0],[9,8.5]]})", true);
        row("feelers: three on the left", "feelers",
            R"({"probes":1,"side":"left","add":[[-9,-8],[-9,0],[-9,8]]})", false);
        row("feelers: moved", "feelers", R"({"probes":1,"places":[[1,9,-15]]})", false);
        row("sight: turned to the sky", "gull-sight", R"({"rays":"sight","turn":120,"start":9})", false);
        row("cart: no turning", "cart-at-corner", R"({"motion":"hand cart","lock_turn":true})", true);
    }
    void logChange_clearsOrKeeps() {
        QFETCH(QString, sample);
        QFETCH(QString, change);
        QFETCH(bool, clears);
        const auto r = read_recording(SAMPLES "/" + sample.toStdString() + ".bouncelog");
        try {
            const Verdict v = tried(*r, json::array({json::parse(change.toStdString())}));
            QVERIFY2(v.fixes_all() == clears && !v.nothing_to_fix(), text_of(v, *r).c_str());
            quick_isAsAtLength(*r, json::array({json::parse(change.toStdString())}));
        } catch (const BadInput& e) {
            QVERIFY2(!clears && QString(e.what()).contains("matches nothing"), e.what());
        }
    }

    void quickly_isAsAtLength_data() { change_clearsOrKeeps_data(); }
    void quickly_isAsAtLength() {
        QFETCH(QString, sample);
        QFETCH(QString, changes);
        quick_isAsAtLength(*read_recording(SAMPLES "/" + sample.toStdString() + ".bouncelog"),
                           json::parse(changes.toStdString()));
    }

    void corners_moveOneByOne() {
        Shape shape;
        shape.kind = ShapeKind::Polygon, shape.points = {{0, 0, 0}, {4, 0, 0}, {0, 4, 0}};
        reshape(shape, {{"corners", {{1, 6, 1}, {7, 0, 0}}}});
        QVERIFY(shape.points[1] == Vec3(6, 1, 0) && shape.points[2] == Vec3(0, 4, 0));
    }

    void fit_namesHowTheGameTests() {
        const auto r = read_recording(SAMPLES "/hand-cart.bouncelog");
        const Verdict v = tried(*r, {{{"motion", {"hand cart"}}, {"tests", "swept"}}});
        QVERIFY(v.fit && v.fit->reproduces && v.fit->largest_difference < r->slop());
        QCOMPARE(v.fit->model.tests, MotionModel::Tests::Before);
    }

    void fit_findsTheSecondPushOfAHit() {
        const auto r = read_recording(TEST_DATA "/labelled/double-hit-p1.bouncelog");
        const Verdict v = tried(*r, {{{"motion", {"drum"}}, {"gate", true}}});
        QVERIFY(v.fit && v.fit->reproduces && v.fit->largest_difference < r->slop());
        QCOMPARE(v.fit->model.again, 2);
        QVERIFY2(std::abs(v.fit->model.again_share - 191.0 / 342.0) < 0.02,
                 qPrintable(QString::number(v.fit->model.again_share)));
        QVERIFY(v.fixes_all());
    }

    void everyLoop_hasItsOwnLines() {
        const auto r = read_recording(SAMPLES "/net-throw.bouncelog");
        std::map<std::vector<std::string>, json> seen;
        for (int tests = 0; tests < 4; ++tests)
            for (int response = 0; response < 7; ++response)
                for (const bool gate : {false, true})
                    for (const int again : {0, 2}) {
                        MotionModel m;
                        m.tests = static_cast<MotionModel::Tests>(tests);
                        m.response = static_cast<MotionModel::Response>(response);
                        m.gate = gate, m.again = again, m.restitution = 0.5;
                        // Where only the way is asked, nothing is put back.
                        if (m.response == MotionModel::Response::Return && tests % 2 == 0) continue;
                        const auto [at, fresh] =
                            seen.emplace(loop_of(m, "the ball", "the net", *r), json_of(m));
                        QVERIFY2(fresh, (at->second.dump() + " and " + json_of(m).dump()).c_str());
                    }
    }

    void changedLines_holdBothLoops() {
        const auto r = read_recording(SAMPLES "/buoy-drum.bouncelog");
        const Verdict v = tried(*r, {{{"motion", {"drum"}}, {"tests", "after"}, {"gate", true}}});
        QVERIFY(v.loop);
        const std::vector<LoopLine> lines = loop_lines(v, *r);
        const auto left_with = [&](LoopLine::Change other) {
            std::vector<std::string> out;
            for (const LoopLine& l : lines)
                if (l.change == LoopLine::Same || l.change == other) out.push_back(l.text);
            return out;
        };
        QVERIFY(left_with(LoopLine::Gone) == loop_of(v.loop->as_was, "the drum", "the buoy", *r));
        QVERIFY(left_with(LoopLine::New) == loop_of(v.loop->with_fix, "the drum", "the buoy", *r));
        const Verdict same = tried(*r, {{{"motion", {"drum"}}}});
        for (const LoopLine& l : loop_lines(same, *r)) QCOMPARE(l.change, LoopLine::Same);
    }

    void range_seeksTheEndsOfWhatWorks() {
        const auto r = read_recording(SAMPLES "/net-throw.bouncelog");
        const Fix fix = fix_from_json({{"fix", 1}, {"changes", {{{"kinds", "net"}, {"grow", 5.0}}}}}, "test");
        RangeOptions options;
        options.tries.before = scan(*r).findings, options.from = -4.0, options.to = 12.0;
        TryCache cache;
        options.tries.cache = &cache;
        std::size_t came = 0;
        options.tried = [&](const RangePoint&) { ++came; };
        const Range range = range_of(*r, fix, number_named(fix, ""), options);
        QCOMPARE(came, range.points.size());
        QCOMPARE(range.points.front().outcome, RangePoint::Fails); // nothing is left of the net
        QCOMPARE(range.works.size(), std::size_t(1));
        QVERIFY(range.works[0].fails_below && !range.works[0].fails_above && range.works[0].to == 12.0);
        const auto first = std::ranges::find(range.points, RangePoint::Works, &RangePoint::outcome);
        QVERIFY(first->value - std::prev(first)->value <= 0.016);
        for (const RangePoint& p : range.points) { // alone, each says the same
            if (p.value < -1.0) continue;
            QCOMPARE(verdict_line(tried(*r, with_number(fix, range.number, p.value).changes)), p.verdict);
        }
        options.tries.threads = 1, options.tries.cache = nullptr;
        QVERIFY(json_of(range_of(*r, fix, range.number, options), *r) == json_of(range, *r));
        Control stopped;
        stopped.stop = true, options.tries.control = &stopped;
        QVERIFY(!range_of(*r, fix, range.number, options).complete);
    }

    void range_ofACountTriesWholeNumbers() {
        const auto r = read_recording(SAMPLES "/net-throw.bouncelog");
        const Fix fix = fix_from_json({{"fix", 1},
                                       {"changes",
                                        {{{"motion", {"parcel"}}, {"tests", "substeps"}, {"substeps", 4}},
                                         {{"kinds", "net"}, {"size", {3, 400}}}}}},
                                      "test");
        QCOMPARE(numbers_of(fix).size(), std::size_t(3));
        QVERIFY_THROWS_EXCEPTION(BadInput, number_named(fix, ""));
        QCOMPARE(number_named(fix, "2.size.y").part, 1);
        RangeOptions options;
        options.tries.before = scan(*r).findings;
        std::tie(options.from, options.to) = usual_range(number_named(fix, "1.substeps"));
        for (const RangePoint& p : range_of(*r, fix, number_named(fix, "1.substeps"), options).points)
            QVERIFY(p.value == std::round(p.value) && (p.outcome == RangePoint::Works) == (p.value >= 2.0));
    }

    void guard_runsWhatTheCaseKeeps() {
        const json swept = {{"fix", 1},
                            {"name", "swept"},
                            {"changes", {{{"motion", {"parcel"}}, {"tests", "swept"}}}}},
                   thin = {{"fix", 1}, {"name", "thin"}, {"changes", {{{"kinds", "net"}, {"grow", 0.5}}}}};
        const auto absent = [](const char* fault, const json& bodies) {
            return json{{"absent", {{"fault", fault}, {"bodies", bodies}}}};
        };
        const json document = {{"case", 1},
                               {"fixes", json::array()},
                               {"checks",
                                {{{"holds", swept}},
                                 {{"holds", thin}},
                                 absent("tunneling", {"parcel", "n*"}),
                                 absent("tunneling", {"stoat"}),
                                 absent("double-hit", json::array())}}};
        const Case kept = case_from_json(document, "x.case.json");
        QVERIFY(json_of(kept, "x")["checks"] == document["checks"]);
        const auto outcome = [&](const char* sample) {
            std::vector<bool> out;
            for (const CheckResult& c : guard(*read_recording(std::string(SAMPLES "/") + sample), kept, {}))
                out.push_back(c.holds);
            return out;
        };
        QVERIFY((outcome("net-throw.bouncelog") == std::vector<bool>{true, false, false, true, true}));
        // Where the fault is gone, no fix has anything to fix.
        QVERIFY((outcome("net-throw-caught.bouncelog") == std::vector<bool>{false, false, true, true, true}));
        for (const json& wrong : {json{{"absent", {{"fault", "no-such"}}}}, json{{"absent", 1}}, json(3),
                                  json{{"holds", {{"fix", 1}}}}, absent("tunneling", {1})})
            QVERIFY_THROWS_EXCEPTION(
                BadInput,
                case_from_json({{"case", 1}, {"fixes", json::array()}, {"checks", json::array({wrong})}},
                               "x"));
    }

    void unchangedElsewhere_isSaid() {
        const auto r = read_recording(SAMPLES "/net-throw.bouncelog");
        const Verdict v = tried(*r, {{{"kinds", "plank"}, {"grow", 1.0}}});
        QCOMPARE(v.method, Method::Recheck);
        QVERIFY(v.gained.empty() && v.lost.empty() && v.fixed.empty() && v.kept.size() == 2);
    }

    /// The stop at what is switched off was no wish of the cart's own.
    void blockerSwitchedOff_letsItGoOn() {
        Scene scene;
        scene.body(1, "kinematic", Scene::block(20, 20), {{"name", "cart"}})
            .body(11, "static", Scene::block(30, 30, 115), {{"visible", false}}, {{"visible", false}})
            .body(12, "static", Scene::block(30, 300, 500));
        for (int n = 0; n < 120; ++n) { // 2 px a step, until it touches the box at 100
            const int x = std::min(2 * n, 90);
            scene.frame({{1, x, 0, 0, x < 90 ? 120 : 0, 0}});
        }
        const auto r = scene.recording();
        const Verdict v = tried(*r, {{{"colliders", {11}}, {"on", false}}});
        QVERIFY2(v.fixes_all() && v.fixed.size() == 1, text_of(v, *r).c_str());
        const Track& track = v.tracks.at(1).at(0);
        const double end = 2.0 * static_cast<double>(track.first + track.points.size() - 1);
        QVERIFY(std::abs(track.points.back().pose.at.x - end) < 1e-9 && end > 110.0);
    }

    /// What the change moves is moved again, whichever body of the finding it is.
    void motionOfTheSecondBody_isRerun() {
        const auto r = read_recording(SAMPLES "/hand-cart.bouncelog");
        TryOptions options;
        options.before = scan(*r).findings;
        for (Finding& f : options.before) std::swap(f.bodies[0], f.bodies[1]);
        const Verdict v =
            try_fix(*r,
                    fix_from_json(
                        {{"fix", 1}, {"changes", {{{"motion", {"hand cart"}}, {"tests", "after"}}}}}, "test"),
                    options);
        QVERIFY(v.tracks.size() == 1 && r->body_def(v.tracks.begin()->first)->name == "hand cart");
    }

    void layersThatNoLongerMeet_loseTheirFinding() {
        const auto r = read_recording(SAMPLES "/hand-cart.bouncelog");
        const Verdict v = tried(*r, {{{"pair", {"cart", "bollard"}}, {"does", "ignore"}}});
        QVERIFY(v.fixed.size() == 2 && !v.lost.empty());
    }

    void badFix_isNamed_data() {
        QTest::addColumn<QString>("fix");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("no fix") << "[]"
                                << "is not a fix";
        QTest::newRow("no changes") << R"({"fix":1})"
                                    << "'changes' is missing";
        QTest::newRow("no target") << R"({"fix":1,"changes":[{"grow":1}]})"
                                   << "change 1: has no target";
        QTest::newRow("unknown key") << R"({"fix":1,"changes":[{"colliders":[1],"swell":1}]})"
                                     << "'swell' is an unknown key";
        QTest::newRow("wrong type") << R"({"fix":1,"changes":[{"colliders":[1],"grow":"much"}]})"
                                    << "'grow' must be a number";
        QTest::newRow("wrong word") << R"({"fix":1,"changes":[{"motion":[1],"tests":"late"}]})"
                                    << "'tests' must be one of before, after, swept, substeps";
        QTest::newRow("no number of degrees") << R"({"fix":1,"changes":[{"colliders":[1],"turn":[1,2]}]})"
                                              << "'turn' must be a number of degrees, in space three";
        QTest::newRow("no direction") << R"({"fix":1,"changes":[{"colliders":[1],"pass":[0,0]}]})"
                                      << "'pass' must be a direction, [x,y]";
        QTest::newRow("no places") << R"({"fix":1,"changes":[{"probes":1,"places":[[-1,2,3]]}]})"
                                   << "'places' must be a list of places, [[number,x,y],";
        QTest::newRow("no points") << R"({"fix":1,"changes":[{"probes":1,"add":[]}]})"
                                   << "'add' must be a list of points";
        QTest::newRow("no owner") << R"({"fix":1,"changes":[{"parts":[1]}]})"
                                  << "'owner' is missing";
        QTest::newRow("fit") << R"({"fix":1,"changes":[{"colliders":[1],"fit":"blob"}]})"
                             << "'fit' must be one of";
    }
    void badFix_isNamed() {
        QFETCH(QString, fix);
        QFETCH(QString, sentence);
        const QString said = complaint(json::parse(fix.toStdString()));
        QVERIFY2(said.startsWith("x.fix.json: ") && said.contains(sentence), qPrintable(said));
    }

    void targetThatNamesNothing_isRefused() {
        const auto r = read_recording(SAMPLES "/hand-cart.bouncelog");
        QVERIFY_THROWS_EXCEPTION(BadInput, tried(*r, {{{"colliders", {4711}}, {"grow", 1}}}));
        QVERIFY_THROWS_EXCEPTION(BadInput, tried(*r, {{{"colliders", {11}}, {"grow", -100}}}));
        QVERIFY_THROWS_EXCEPTION(BadInput, tried(*r, {{{"colliders", {11}}, {"radius", 3}}})); // of a box
        QVERIFY_THROWS_EXCEPTION(BadInput, tried(*r, {{{"parts", "hand cart"}, {"owner", "ignored"}}}));
        const auto probed = read_recording(SAMPLES "/feelers.bouncelog");
        QVERIFY_THROWS_EXCEPTION(BadInput, tried(*probed, {{{"probes", 1}, {"places", {{4711, 1, 2}}}}}));
    }

    void fittedShape_holdsItsPoints() {
        const std::vector<Vec2> points{{0, 0}, {7, 1}, {9, 4}, {3, 12}, {-2, 5}, {1, 3}};
        for (const char* kind : {"circle", "ellipse", "box", "capsule", "hull"}) {
            const bool capsule = std::string_view(kind) == "capsule";
            const Geometry g(capsule ? capsule_round(points) : fitted(points, kind), Vec3(1));
            for (const Vec2& p : points) QVERIFY2(point_distance(raised(p), g, Pose{}) < 1e-6, kind);
        }
    }

    void reshaping_followsClosedForms() {
        Shape s;
        s.kind = ShapeKind::Box, s.size = {6, 8, 0};
        const std::vector<Vec2> points = outline_points(Geometry(s, Vec3(1)));
        QVERIFY(std::abs(fitted(points, "circle").radius - 5.0) < 0.02);
        QCOMPARE(Geometry(fitted(points, "capsule"), Vec3(1)).bounds().size().y, 8.0);
        QCOMPARE(Geometry(fitted(points, "hull"), Vec3(1)).measure(), 48.0);
        // The least ellipse round a box covers pi/2 of it, 16 corners round that 16/pi tan(pi/16) of it more.
        const double ellipse = Geometry(fitted(points, "ellipse"), Vec3(1)).measure();
        QVERIFY(std::abs(ellipse / (48.0 * 8.0 * std::tan(0.19634954084936)) - 1.0) < 0.01);
        // Round a square a short capsule covers less than the circle: with r = 0.6 of the side 1.535
        // of 1.571.
        const Shape around = capsule_round({{-0.5, -0.5}, {0.5, -0.5}, {0.5, 0.5}, {-0.5, 0.5}});
        QVERIFY(Geometry(around, Vec3(1)).measure() < 1.536);
        Shape rounded = s;
        reshape(rounded, {{"round", 1.0}});
        QCOMPARE(Geometry(rounded, Vec3(1)).bounds().size().x, 6.0);
        QVERIFY(std::abs(Geometry(rounded, Vec3(1)).measure() - (48.0 - (4.0 - 3.14159265358979))) < 1e-9);
        Shape turned = s; // about its own middle, wherever that is
        turned.at = {10, 20, 0};
        reshape(turned, {{"turn", 90}});
        QVERIFY(same(Geometry(turned, Vec3(1)).bounds(), {{6, 17, 0}, {14, 23, 0}}));
        Shape capsule;
        capsule.kind = ShapeKind::Capsule, capsule.b = {4, 0, 0}, capsule.radius = 1;
        reshape(capsule, {{"turn", -90}});
        QVERIFY(same(Geometry(capsule, Vec3(1)).bounds(), {{1, -3, 0}, {3, 3, 0}}));
        reshape(capsule, {{"radius", 0.5}});
        QCOMPARE(capsule.radius, 0.5);
        Shape block;
        block.kind = ShapeKind::Box, block.space = 3, block.size = {2, 4, 6};
        reshape(block, {{"turn", {0, 90, 0}}, {"move", {1, 0, 0}}});
        QVERIFY(same(Geometry(block, Vec3(1)).bounds(), {{-2, -2, -1}, {4, 2, 1}}));
        Shape grown = fitted(points, "hull");
        reshape(grown, {{"grow", 0.5}});
        QVERIFY(std::abs(Geometry(grown, Vec3(1)).measure() - 63.0) < 1e-9);
    }
};

QTEST_APPLESS_MAIN(VerdictTest)
#include "verdict_test.moc"
