// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/account_text.hpp"
#include "language/say.hpp"

#include <QtTest>

using namespace oddbounce;

class SayTest : public QObject {
    Q_OBJECT
  private slots:
    void cleanup() { translate_with(nullptr); }

    void english_isWhatIsWritten() {
        QVERIFY(speaks_english());
        QCOMPARE(say("{} touches {}.", "parcel", 3), "parcel touches 3.");
        QCOMPARE(translated("at rest"), "at rest");
        QCOMPARE(count_text(2, "frame"), "2 frames");
        QCOMPARE(the("mail slot"), "the mail slot");
    }

    void otherLanguage_mayTurnTheValuesRound_data() {
        QTest::addColumn<QString>("pattern");
        QTest::addColumn<QString>("said");
        QTest::newRow("in order") << "{} hits {}"
                                  << "a trifft b";
        QTest::newRow("numbered") << "{} of {}"
                                  << "b: a";
        QTest::newRow("unknown") << "{} beside {}"
                                 << "a beside b";
        QTest::newRow("places do not fit") << "{} under {}"
                                           << "a under b";
        QTest::newRow("not a pattern") << "{} over {}"
                                       << "a over b";
    }
    void otherLanguage_mayTurnTheValuesRound() {
        QFETCH(QString, pattern);
        QFETCH(QString, said);
        translate_with([](const char* english) -> std::string {
            static const std::map<std::string, std::string> known = {{"{} hits {}", "{} trifft {}"},
                                                                     {"{} of {}", "{1}: {0}"},
                                                                     {"{} under {}", "{2} {}"},
                                                                     {"{} over {}", "{ {"}};
            const auto it = known.find(english);
            return it == known.end() ? "" : it->second;
        });
        const std::string text = pattern == "{} hits {}"     ? say("{} hits {}", "a", "b")
                                 : pattern == "{} of {}"     ? say("{} of {}", "a", "b")
                                 : pattern == "{} beside {}" ? say("{} beside {}", "a", "b")
                                 : pattern == "{} under {}"  ? say("{} under {}", "a", "b")
                                                             : say("{} over {}", "a", "b");
        QCOMPARE(QString::fromStdString(text), said);
        QCOMPARE(the("mail slot"), "mail slot"); // no article without its gender
    }
};

QTEST_GUILESS_MAIN(SayTest)
#include "say_test.moc"
