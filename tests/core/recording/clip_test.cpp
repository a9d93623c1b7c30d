// SPDX-License-Identifier: GPL-3.0-or-later
// Clips: every state is as it was, every finding stays, what is written comes back; shrinking keeps the
// finding.
#include "core/scene.hpp"
#include "fault/shrink.hpp"
#include "recording/clip.hpp"

#include <QDir>
#include <QtTest>

#include <random>

using namespace oddbounce;
using json = nlohmann::json;

namespace {

void all_recordings() {
    QTest::addColumn<QString>("path");
    for (const char* folder : {TEST_DATA "/labelled", SAMPLES})
        for (const QFileInfo& f : QDir(folder).entryInfoList({"*.bouncelog"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.filePath();
}

/// The first difference between the states of two recordings at one frame; empty for none.
QString difference(const Recording& whole, const Recording& part, std::int64_t number, bool first) {
    const World a = whole.world_at(static_cast<std::size_t>(whole.frame_index(number))),
                b = part.world_at(static_cast<std::size_t>(part.frame_index(number)));
    for (std::size_t i = 0; i < part.body_count(); ++i) {
        const Id id = part.body_id(static_cast<Slot>(i));
        const BodyState &x = a.bodies()[static_cast<std::size_t>(whole.body_slot(id))], &y = b.bodies()[i];
        const QString name = QString("body %1 at frame %2: ").arg(id).arg(number);
        if (x.present != y.present) return name + "present";
        if (!x.present) continue;
        if (x.pose.at != y.pose.at || x.pose.turn != y.pose.turn) return name + "pose";
        if (x.scale != y.scale || x.grounded != y.grounded || x.desired != y.desired)
            return name + "scale, footing or wish";
        if (x.velocity_known != y.velocity_known || (!first && glm::length(x.velocity - y.velocity) > 1e-9))
            return name + "velocity";
        if (!(*x.def == *y.def)) return name + "definition";
    }
    for (std::size_t i = 0; i < part.collider_count(); ++i) {
        const auto slot =
            static_cast<std::size_t>(whole.collider_slot(part.collider_id(static_cast<Slot>(i))));
        if (a.colliders()[slot].on != b.colliders()[i].on)
            return QString("collider switched at %1").arg(number);
    }
    return {};
}

} // namespace

class ClipTest : public QObject {
    Q_OBJECT
  private slots:
    void states_areAsTheyWere_data() { all_recordings(); }
    void states_areAsTheyWere() {
        QFETCH(QString, path);
        const auto whole = read_recording(path.toStdString());
        std::mt19937 random(7);
        for (int i = 0; i < 4; ++i) {
            const auto pick = [&](std::size_t low, std::size_t high) {
                return std::uniform_int_distribution<std::size_t>(low, high)(random);
            };
            const std::size_t first = pick(0, whole->size() - 1), last = pick(first, whole->size() - 1);
            const auto part = clip(*whole, first, last);
            QCOMPARE(part->number(part->size() - 1), whole->number(last));
            QCOMPARE(part->number(0), whole->number(first > 0 ? first - 1 : 0));
            QCOMPARE(part->slop(), whole->slop());
            for (std::size_t k = 0; k < part->size(); ++k) {
                const QString wrong = difference(*whole, *part, part->number(k), k == 0);
                QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
            }
            // Written and read again it is the same, and nothing in it points outside.
            const std::string text = write_log_text(*part);
            QCOMPARE(write_log_text(*read_log_text(text, "clip")), text);
        }
    }

    void findings_areTheSameInAClip_data() { all_recordings(); }
    void findings_areTheSameInAClip() {
        QFETCH(QString, path);
        const auto whole = read_recording(path.toStdString());
        for (const Finding& f : scan(*whole).findings) {
            // What two kinds do elsewhere in the recording a clip cannot know.
            const Fact* kind = f.fact("kind");
            if (f.fault == "silent-overlap" && kind && std::get<std::string>(kind->value) == "filtered")
                continue;
            const auto first = static_cast<std::size_t>(whole->frame_index(f.first)),
                       last = static_cast<std::size_t>(whole->frame_index(f.last));
            const auto part =
                clip(*whole, first > 60 ? first - 60 : 0, std::min(whole->size() - 1, last + 30));
            const auto again = scan(*part).findings;
            const auto same =
                std::find_if(again.begin(), again.end(), [&](const Finding& g) { return g.id == f.id; });
            QVERIFY2(same != again.end(), f.id.c_str());
            QCOMPARE(same->last, f.last);
            QCOMPARE(same->bodies, f.bodies);
        }
    }

    void shrinking_keepsTheFindingWithLess_data() { all_recordings(); }
    void shrinking_keepsTheFindingWithLess() {
        QFETCH(QString, path);
        const auto whole = read_recording(path.toStdString());
        const auto findings = scan(*whole).findings;
        for (std::size_t i = 0; i < std::min<std::size_t>(2, findings.size()); ++i) {
            const Finding& f = findings[i];
            const auto small = shrink(*whole, f);
            QVERIFY2(small, f.id.c_str());
            const auto again = scan(*small).findings;
            QVERIFY(std::any_of(again.begin(), again.end(), [&](const Finding& g) {
                return g.fault == f.fault && std::abs(g.first - f.first) <= 2 &&
                       std::set<Id>(g.bodies.begin(), g.bodies.end()) ==
                           std::set<Id>(f.bodies.begin(), f.bodies.end());
            }));
            QVERIFY(small->size() <= whole->size() && small->body_count() <= whole->body_count());
            // No single body can go any more.
            for (std::size_t b = 0; b < small->body_count(); ++b)
                if (const Id id = small->body_id(static_cast<Slot>(b));
                    std::find(f.bodies.begin(), f.bodies.end(), id) == f.bodies.end()) {
                    const auto less = scan(*without(*small, {id})).findings;
                    QVERIFY2(std::none_of(less.begin(), less.end(),
                                          [&](const Finding& g) { return g.id == f.id; }),
                             qPrintable(QString("body %1 was not needed").arg(id)));
                }
        }
    }

    void redefinedSwitchedAndScaledThings_standAtTheStart() {
        const auto r = Scene()
                           .body(1, "kinematic", Scene::ball(2), {{"owner", 2}})
                           .body(2, "kinematic", Scene::ball(2))
                           .body(3, "kinematic", Scene::ball(2))
                           .line({{"pair", {"a", "b"}}, {"does", "ignore"}})
                           .frame({{1, 0, 0}, {2, 9, 9}}, {{"scale", {{1, -2, 1}}}})
                           .line({{"collider", 1}, {"body", 1}, {"shape", Scene::ball(5)}})
                           .line({{"pair", {"b", "a"}}, {"does", "solid"}})
                           .frame({{1, 1, 0}}, {{"off", {1}}, {"removed", {2}}})
                           .frame({{1, 2, 0}})
                           .frame({{1, 3, 0}, {3, 5, 5}})
                           .recording();
        const auto part = clip(*r, 3, 3);
        QCOMPARE(part->size(), std::size_t(2));
        QCOMPARE(part->body_count(), std::size_t(2));
        QVERIFY(part->body_slot(2) < 0 && part->body_slot(3) == 1); // 2 is gone for good
        const World w = part->world_at(0);
        QVERIFY(!w.colliders()[0].on);
        QCOMPARE(w.bodies()[0].scale.x, -2.0);
        QCOMPARE(w.colliders()[0].def->shape.radius, 5.0);
        QVERIFY(!w.bodies()[0].def->owner); // its owner is not here
        std::size_t pairs = 0;
        for (const Definition& d : part->frame(0)->before)
            if (const auto* p = std::get_if<PairDef>(&d)) {
                ++pairs;
                QCOMPARE(p->does, Does::Solid);
            }
        QCOMPARE(pairs, std::size_t(1));
    }

    void ofALogThatBreaksOff_breaksOffAtItsEndOnly() {
        Scene scene(Scene::json{{"logs", {"end"}}});
        scene.body(1, "kinematic", Scene::ball(4));
        for (int n = 0; n < 4; ++n) scene.frame({{1, n, 0}});
        const auto cut = scene.recording(), whole = scene.line({{"end", true}}).recording();
        QVERIFY(cut->cut_off() && !whole->cut_off());
        QVERIFY(clip(*cut, 2, 3)->cut_off() && !clip(*cut, 1, 2)->cut_off());
        QVERIFY(!clip(*whole, 2, 3)->cut_off());
    }

    void stopped_givesWhatWasFoundSoFar() {
        const auto r = read_recording(SAMPLES "/net-throw.bouncelog");
        const auto findings = scan(*r).findings;
        Control control;
        control.stop = true;
        ShrinkOptions options;
        options.control = &control;
        QVERIFY(!shrink(*r, findings[0], options));
    }
};

QTEST_APPLESS_MAIN(ClipTest)
#include "clip_test.moc"
