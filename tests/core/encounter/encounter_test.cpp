// SPDX-License-Identifier: GPL-3.0-or-later
// Encounters: approach, touch, response, parting, as a stream that is the same for any number of threads.
#include "encounter/encounter.hpp"
#include "recording/log.hpp"

#include <QtTest>

using namespace oddbounce;

namespace {

/// A ball of radius 5 that falls on a floor at y = 0 and bounces; between the frames, as clean bounces do.
std::string bouncing(int frames) {
    std::string text = "{\"bounce\":1,\"gravity\":[0,-900],\"slop\":0.5,\"logs\":[\"contacts\"]}\n"
                       "{\"body\":1,\"moves\":\"kinematic\"}\n{\"collider\":1,\"body\":1,\"shape\":{\"type\":"
                       "\"circle\",\"r\":5}}\n"
                       "{\"body\":2}\n{\"collider\":2,\"body\":2,\"shape\":{\"type\":\"box\",\"size\":[400,"
                       "20],\"at\":[0,-10]}}\n";
    double y = 60, v = 0;
    for (int n = 0; n < frames; ++n) {
        v -= 15, y += v / 60;
        const bool hit = y < 5;
        if (hit) y = 10 - y, v = -v;
        text += "{\"frame\":" + std::to_string(n) + ",\"bodies\":[[1,0," + std::to_string(y) + ",0,0," +
                std::to_string(v) + "]" + (n == 0 ? ",[2,0,0]" : "") + "]" +
                (hit ? ",\"contacts\":[{\"a\":1,\"b\":2,\"normal\":[0,-1],\"phase\":\"begin\"}]" : "") +
                "}\n";
    }
    return text;
}

std::vector<Encounter> encounters(const Recording& r, int threads) {
    std::vector<Encounter> out;
    EncounterStream stream([&](Encounter&& e) { out.push_back(std::move(e)); });
    walk(r, {0, ~std::size_t(0), threads, nullptr}, [&](const Step& s) { stream.step(s); });
    stream.finish();
    return out;
}

} // namespace

class EncounterTest : public QObject {
    Q_OBJECT
  private slots:
    void bounce_nearsTouchesIsAnsweredAndParts() {
        const auto r = read_log_text(bouncing(60), "bounce");
        const std::vector<Encounter> all = encounters(*r, 1);
        QCOMPARE(all.size(), std::size_t(2)); // the first bounce, and the fall towards the second
        const Encounter& e = all[0];
        QCOMPARE(e.touches.size(), std::size_t(1));
        const Encounter::Touch& t = e.touches[0];
        QVERIFY(t.first == t.last && t.depth == 0.0 && e.deepest == 0.0);
        QCOMPARE(e.responses, std::vector<std::size_t>{t.first});
        QVERIFY(e.first < t.first && t.last < e.last);
    }

    void stream_isTheSameForAnyNumberOfThreads() {
        const auto r = read_log_text(bouncing(1000), "bounce"); // many spans
        const std::vector<Encounter> one = encounters(*r, 1), many = encounters(*r, 4);
        QVERIFY(one.size() > 10);
        QCOMPARE(many.size(), one.size());
        for (std::size_t i = 0; i < one.size(); ++i) {
            QCOMPARE(many[i].first, one[i].first);
            QCOMPARE(many[i].last, one[i].last);
            QCOMPARE(many[i].responses, one[i].responses);
            QVERIFY(std::ranges::equal(many[i].touches, one[i].touches, [](const auto& a, const auto& b) {
                return a.first == b.first && a.last == b.last && a.depth == b.depth;
            }));
        }
    }

    void walk_stopsAtOnceWhenAsked() {
        const auto r = read_log_text(bouncing(1000), "bounce");
        Control control;
        int steps = 0;
        const bool done =
            walk(*r, {0, ~std::size_t(0), 1, &control}, [&](const Step&) { control.stop = ++steps == 10; });
        QVERIFY(!done);
        QCOMPARE(steps, 10);
    }
};

QTEST_APPLESS_MAIN(EncounterTest)
#include "encounter_test.moc"
