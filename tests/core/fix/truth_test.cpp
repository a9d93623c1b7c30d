// SPDX-License-Identifier: GPL-3.0-or-later
// Verdicts against the game really changed: a small game of its own (a drum against a net), played with one
// loop, judged with a fix, and played again with that fix.
#include "core/scene.hpp"
#include "fix/range.hpp"
#include "fix/shake.hpp"

#include <QtTest>

#include <random>

using namespace oddbounce;
using nlohmann::json;

namespace {

enum class Tests { Before, After, Substeps, Swept };
enum class Response { Reflect, Slide, Stop, ReverseAll };

struct Loop {
    Tests tests = Tests::After;
    Response response = Response::Reflect;
    int substeps = 1;
    double grow = 0.0; // of the net
};

/// A world; its numbers come from the seed.
struct Throw {
    double dt, r, w, left, x, y, vx, vy, slop;
    bool contacts;

    explicit Throw(std::uint64_t seed) {
        std::mt19937_64 random(seed * 0x9E3779B97F4A7C15ull + 1);
        const auto number = [&](double low, double high) {
            return std::uniform_real_distribution<double>(low, high)(random);
        };
        const double rates[] = {30, 60, 120};
        dt = 1.0 / rates[random() % 3], slop = random() % 2 ? 0.1 : 0.5, contacts = random() % 2;
        r = number(2, 10), w = number(1, 12), x = number(-50, 0), y = number(-20, 20);
        const double speed = number(0.2, 3.0) * (w + 2 * r) / dt, angle = number(-0.5, 0.5);
        vx = speed * std::cos(angle), vy = speed * std::sin(angle), left = vx * dt * number(8, 20);
    }
    double middle() const { return left + 0.5 * w; }
};

std::shared_ptr<Recording> played(Throw p, const Loop& loop) {
    const double near = p.left - loop.grow, far = p.left + p.w + loop.grow, tall = 400 + loop.grow;
    const auto overlaps = [&] {
        return std::hypot(p.x - std::clamp(p.x, near, far), p.y - std::clamp(p.y, -tall, tall)) < p.r;
    };
    const auto respond = [&](bool came_from_left) {
        if ((p.vx > 0.0) != came_from_left) return; // it goes away already
        p.vx = loop.response == Response::Reflect || loop.response == Response::ReverseAll ? -p.vx : 0.0;
        if (loop.response == Response::ReverseAll) p.vy = -p.vy;
        if (loop.response == Response::Stop) p.vy = 0.0;
    };
    Scene scene(json{{"rate", 1.0 / p.dt},
                     {"slop", p.slop},
                     {"logs", p.contacts ? json::array({"contacts"}) : json::array()}});
    scene.body(1, "kinematic", Scene::ball(p.r)).body(2, "static", Scene::block(far - near, 2 * tall));
    for (int n = 0; n < 90; ++n) {
        const bool from_left = p.x < p.middle();
        bool hit = false;
        if (n > 0 && loop.tests == Tests::Before) {
            if ((hit = overlaps())) respond(from_left);
            p.x += p.vx * p.dt, p.y += p.vy * p.dt;
        } else if (n > 0 && loop.tests == Tests::Swept) {
            const double room = near - p.r - p.x, way = p.vx * p.dt;
            double rest = 1.0;
            if (way > 0.0 && room >= -1e-9 && way > room) {
                rest = 1.0 - room / way, hit = true;
                p.x = near - p.r, p.y += p.vy * p.dt * (1.0 - rest), respond(true);
            }
            p.x += p.vx * p.dt * rest, p.y += p.vy * p.dt * rest;
        } else
            for (int i = 0; n > 0 && i < loop.substeps; ++i) {
                p.x += p.vx * p.dt / loop.substeps, p.y += p.vy * p.dt / loop.substeps;
                if (!overlaps()) continue;
                hit = true, p.x = from_left ? near - p.r : far + p.r, respond(from_left);
            }
        json rows = {{1, p.x, p.y, 0, p.vx, p.vy}}, more = json::object();
        if (n == 0) rows.push_back({2, p.middle(), 0});
        if (hit && p.contacts)
            more["contacts"] = {{{"a", 1}, {"b", 2}, {"normal", {1, 0}}, {"phase", "begin"}}};
        scene.frame(rows, more);
    }
    return scene.recording();
}

std::set<std::string> faults(const std::vector<Finding>& findings) {
    std::set<std::string> out;
    for (const Finding& f : findings) out.insert(f.fault);
    return out;
}

} // namespace

class TruthTest : public QObject {
    Q_OBJECT
  private slots:
    void verdict_isThatOfTheChangedGame_data() {
        QTest::addColumn<int>("tests");
        QTest::addColumn<int>("response");
        const auto row = [](const char* name, Tests tests, Response response) {
            QTest::newRow(name) << static_cast<int>(tests) << static_cast<int>(response);
        };
        row("tested after, reflects", Tests::After, Response::Reflect);
        row("tested after, slides", Tests::After, Response::Slide);
        row("tested after, stops", Tests::After, Response::Stop);
        row("tested after, reverses both axes", Tests::After, Response::ReverseAll);
        row("tested before, slides", Tests::Before, Response::Slide);
        row("tested before, stops", Tests::Before, Response::Stop);
    }
    void verdict_isThatOfTheChangedGame() {
        QFETCH(int, tests);
        QFETCH(int, response);
        const Loop loop{static_cast<Tests>(tests), static_cast<Response>(response)};
        int told = 0, unclear = 0;
        for (std::uint64_t seed = 0; seed < 60; ++seed) {
            Throw thrown(seed);
            if (loop.response == Response::ReverseAll) thrown.contacts = true; // else no log shows the touch
            const auto game = played(thrown, loop);
            TryOptions options;
            options.before = scan(*game).findings;
            if (options.before.empty()) continue;
            const double enough = std::ceil(0.65 * thrown.vx * thrown.dt) + 1.0;
            const auto with = [&](auto&& change) {
                Loop other = loop;
                change(other);
                return other;
            };
            const std::pair<json, Loop> changes[] = {
                {{{"motion", {1}}, {"tests", "swept"}}, with([](Loop& l) { l.tests = Tests::Swept; })},
                {{{"motion", {1}}, {"tests", "substeps"}, {"substeps", 2}},
                 with([](Loop& l) { l.tests = Tests::Substeps, l.substeps = 2; })},
                {{{"motion", {1}}, {"tests", "substeps"}, {"substeps", 8}},
                 with([](Loop& l) { l.tests = Tests::Substeps, l.substeps = 8; })},
                {{{"motion", {1}}, {"tests", "after"}, {"response", "reflect"}},
                 with([](Loop& l) { l.tests = Tests::After, l.response = Response::Reflect; })},
                {{{"colliders", {2}}, {"grow", 0.3}}, with([](Loop& l) { l.grow = 0.3; })},
                {{{"colliders", {2}}, {"grow", enough}}, with([&](Loop& l) { l.grow = enough; })}};
            for (const auto& [change, changed_loop] : changes) {
                const Verdict v = try_fix(
                    *game, fix_from_json({{"fix", 1}, {"changes", json::array({change})}}, "test"), options);
                const std::set<std::string> was = faults(options.before);
                bool stays = false, fresh = false;
                for (const std::string& f : faults(scan(*played(thrown, changed_loop)).findings))
                    (was.count(f) ? stays : fresh) = true;
                ++told, unclear += !v.unclear.empty();
                if (!v.unclear.empty()) continue;
                const std::string said =
                    "seed " + std::to_string(seed) + ": " + change.dump() + " " + text_of(v, *game);
                QVERIFY2((v.kept.empty() && v.changed.empty()) == !stays, said.c_str());
                QVERIFY2(v.response_unseen || v.fresh.empty() == !fresh, said.c_str());
            }
        }
        QVERIFY2(told > 40 && unclear * 10 < told, qPrintable(QString("%1 of %2").arg(unclear).arg(told)));
    }

    /// At every value that the range tried, those on both sides of its ends among them.
    void range_isThatOfTheChangedGame() {
        int told = 0, ends = 0;
        for (const Response response : {Response::Reflect, Response::Slide, Response::Stop})
            for (std::uint64_t seed = 0; seed < 60; ++seed) {
                const Throw thrown(seed);
                const auto game = played(thrown, {Tests::After, response});
                RangeOptions options;
                options.tries.before = scan(*game).findings;
                if (options.tries.before.empty()) continue;
                const Fix fix =
                    fix_from_json({{"fix", 1}, {"changes", {{{"colliders", {2}}, {"grow", 1.0}}}}}, "test");
                TryCache cache;
                options.tries.cache = &cache, options.to = std::ceil(1.2 * thrown.vx * thrown.dt) + 1.0;
                const Range range = range_of(*game, fix, number_named(fix, "grow"), options);
                const std::set<std::string> was = faults(options.tries.before);
                for (const RangePoint& p : range.points) {
                    const auto changed =
                        faults(scan(*played(thrown, {Tests::After, response, 1, p.value})).findings);
                    const bool stays =
                        std::ranges::any_of(changed, [&](const std::string& f) { return was.count(f) > 0; });
                    const bool breaks = p.verdict.find("new fault") != std::string::npos;
                    if (p.outcome == RangePoint::Unclear || breaks) continue;
                    ++told;
                    QVERIFY2((p.outcome == RangePoint::Works) == !stays,
                             ("seed " + std::to_string(seed) + ": " + text_of(range, *game)).c_str());
                }
                for (const Range::Works& w : range.works) ends += w.fails_below + w.fails_above;
            }
        QVERIFY2(told > 300 && ends > 20, qPrintable(QString("%1, %2 ends").arg(told).arg(ends)));
    }
    /// A throw passes the net unless a frame ends in it: that share of all phases is known. The net may be
    /// made thicker.
    void shake_isTheShareOfPhases() {
        int asked = 0;
        for (std::uint64_t seed = 0; seed < 30; ++seed) {
            Throw thrown(seed);
            thrown.vy = 0.0;
            const auto game = played(thrown, {Tests::After, Response::Slide});
            ShakeOptions options;
            options.tries.before = scan(*game).findings, options.starts = 400, options.seed = seed;
            if (options.tries.before.empty() || options.tries.before[0].fault != "tunneling") continue;
            const double grow = 0.2 * thrown.w;
            const Fix fix =
                fix_from_json({{"fix", 1}, {"changes", {{{"colliders", {2}}, {"grow", grow}}}}}, "test");
            TryCache cache;
            options.tries.cache = &cache;
            const Shake all = shake(*game, fix, options);
            if (!all.unknown.empty()) continue;
            ++asked;
            const double step = thrown.vx * thrown.dt, n = 400.0;
            const auto near = [&](std::size_t fails, double thick) {
                const double share = std::max(0.0, 1.0 - thick / step);
                return std::abs(static_cast<double>(fails) / n - share) <
                       5.0 * std::sqrt(std::max(share * (1.0 - share), 0.01) / n);
            };
            QVERIFY2(near(all.fails_without(), thrown.w + 2 * thrown.r) &&
                         near(all.fails_with(), thrown.w + 2 * grow + 2 * thrown.r),
                     ("seed " + std::to_string(seed) + " " + text_of(all)).c_str());
            options.tries.threads = 1, options.starts = 50;
            const Shake some = shake(*game, fix, options);
            for (std::size_t i = 0; i < some.starts.size(); ++i) // the same on any number of threads
                QVERIFY(some.starts[i].phase == all.starts[i].phase &&
                        some.starts[i].fails_with == all.starts[i].fails_with);
        }
        QVERIFY2(asked >= 5, qPrintable(QString::number(asked)));
    }
    void upperBound_isExact() { // 1 - 0.05^(1/n) where none fails; from the beta distribution else
        QVERIFY(std::abs(upper_bound(0, 1000) - (1.0 - std::pow(0.05, 1e-3))) < 1e-12);
        QCOMPARE(upper_bound(10, 10), 1.0);
        double sum = 0.0; // so few fail in one of twenty cases
        const double p = upper_bound(3, 40);
        for (int k = 0; k <= 3; ++k)
            sum += std::tgamma(41.0) / std::tgamma(k + 1.0) / std::tgamma(41.0 - k) * std::pow(p, k) *
                   std::pow(1.0 - p, 40 - k);
        QVERIFY(std::abs(sum - 0.05) < 1e-9);
    }
};

QTEST_APPLESS_MAIN(TruthTest)
#include "truth_test.moc"
