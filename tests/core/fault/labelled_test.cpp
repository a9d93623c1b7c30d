// SPDX-License-Identifier: GPL-3.0-or-later
// Labelled recordings: what must be found is found, and nothing else. A recording with its labels in
// tests/data/labelled is a test; no C++ is needed to add one. Format: tests/README.md.
#include "fault/scan.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"

#include <QDir>
#include <QtTest>

using namespace oddbounce;
using nlohmann::json;

namespace {

bool named(const std::vector<Id>& bodies, const json& wanted) {
    return std::all_of(wanted.begin(), wanted.end(), [&](const json& id) {
        return std::find(bodies.begin(), bodies.end(), id.get<Id>()) != bodies.end();
    });
}

bool meets(const Finding& f, const json& e) {
    const std::int64_t slack = e["tolerance"];
    return e["fault"] == f.fault && std::abs(f.first - e["first"].get<std::int64_t>()) <= slack &&
           std::abs(f.last - e["last"].get<std::int64_t>()) <= slack && named(f.bodies, e["bodies"]);
}

/// A label's fact: a number within `tol` under one of `names`, or a text that must be the same.
bool fact_holds(const Finding& f, const std::string& name, const json& want) {
    const json keys = want.value("names", json::array({name}));
    for (const json& key : keys)
        if (const Fact* fact = f.fact(key)) {
            if (want["value"].is_string())
                return fact->value == decltype(fact->value)(want["value"].get<std::string>());
            return std::abs(std::get<double>(fact->value) - want["value"].get<double>()) <= want["tol"];
        }
    return false;
}

bool allowed(const Finding& f, const json& also) {
    if (also["fault"] != f.fault) return false;
    if (also.contains("bodies") &&
        std::none_of(also["bodies"].begin(), also["bodies"].end(),
                     [&](const json& id) { return named(f.bodies, json::array({id})); }))
        return false;
    return !also.contains("frames") || (f.first >= also["frames"][0].get<std::int64_t>() - 2 &&
                                        f.last <= also["frames"][1].get<std::int64_t>() + 2);
}

} // namespace

class LabelledTest : public QObject {
    Q_OBJECT
  private slots:
    void recording_findsItsLabelsAndNothingElse_data() {
        QTest::addColumn<QString>("stem");
        const QDir folder(TEST_DATA "/labelled");
        for (const QString& name : folder.entryList({"*.labels.json"}))
            QTest::newRow(qPrintable(name.chopped(12))) << folder.filePath(name.chopped(12));
        QVERIFY(folder.entryList({"*.labels.json"}).size() > 30);
    }
    void recording_findsItsLabelsAndNothingElse() {
        QFETCH(QString, stem);
        const auto recording = read_recording((stem + ".bouncelog").toStdString());
        const json labels = json::parse(read_file((stem + ".labels.json").toStdString()));
        const Scan result = scan(*recording);
        std::vector<bool> used(result.findings.size(), false);
        for (const json& e : labels["expect"]) {
            if (!fault_by_id(e["fault"])) continue; // not judged yet: docs/faults.md says which are
            std::size_t hit = 0;
            while (hit < used.size() && (used[hit] || !meets(result.findings[hit], e))) ++hit;
            QVERIFY2(hit < used.size(), ("missed: " + e.dump()).c_str());
            used[hit] = true;
            const json facts = e.value("facts", json::object());
            for (const auto& [name, want] : facts.items())
                QVERIFY2(fact_holds(result.findings[hit], name, want),
                         (result.findings[hit].id + ": " + name + " is not " + want.dump()).c_str());
            QVERIFY2(!result.findings[hit].account.empty() && !result.findings[hit].suggest.empty(),
                     "told and suggested");
        }
        const json also = labels.value("also_ok", json::array());
        for (std::size_t i = 0; i < used.size(); ++i) {
            if (used[i]) continue;
            const bool expected = std::any_of(also.begin(), also.end(),
                                              [&](const json& a) { return allowed(result.findings[i], a); });
            QVERIFY2(expected, ("false alarm: " + result.findings[i].id).c_str());
        }
    }

    void demo_faultyOnesShowTheirFaultAndRightOnesNone_data() {
        QTest::addColumn<QString>("name");
        QTest::addColumn<QString>("fault");
        QTest::addColumn<int>("count");
        QTest::newRow("net-throw") << "net-throw"
                                   << "tunneling" << 2;
        QTest::newRow("buoy-drum") << "buoy-drum"
                                   << "double-hit" << 3;
        QTest::newRow("pier-hang") << "pier-hang"
                                   << "stuck-on-edge" << 1;
        QTest::newRow("plank-seam") << "plank-seam"
                                    << "stuck-on-edge" << 2;
        QTest::newRow("hand-cart") << "hand-cart"
                                   << "deep-overlap" << 2;
        for (const char* right :
             {"net-throw-caught", "buoy-drum-correct", "pier-slide", "plank-walk", "hand-cart-correct"})
            QTest::newRow(right) << right << "" << 0;
    }
    void demo_faultyOnesShowTheirFaultAndRightOnesNone() {
        QFETCH(QString, name);
        QFETCH(QString, fault);
        QFETCH(int, count);
        const auto recording = read_recording((QString(SAMPLES "/") + name + ".bouncelog").toStdString());
        const Scan result = scan(*recording);
        QCOMPARE(static_cast<int>(result.findings.size()), count);
        for (const Finding& f : result.findings) QCOMPARE(QString::fromStdString(f.fault), fault);
    }
};

QTEST_APPLESS_MAIN(LabelledTest)
#include "labelled_test.moc"
