// SPDX-License-Identifier: GPL-3.0-or-later
// From all sides: what is said of each side is compared with a small game that is really begun there, and
// really changed.
#include "core/fix/game_kinds.hpp"
#include "fix/sides.hpp"

#include <fmt/format.h>

#include <QtTest>

using namespace oddbounce;
using namespace oddbounce::game;

namespace {

/// The game, begun where the side says; none where the scan rests on what is logged.
std::optional<std::set<std::string>> begun_there(Play play, const Loop& loop, const Side& side,
                                                 const Sides& sides) {
    play.mover.x = side.start.pose.at.x, play.mover.y = side.start.pose.at.y;
    play.vx = side.start.velocity.x, play.vy = side.start.velocity.y;
    play.frames = static_cast<int>(sides.last - sides.first) + 1;
    return played_again(play, loop);
}

struct Tally {
    int sides = 0, judged = 0, agree = 0;
    QStringList wrong;
};

void compare(const Play& play, const Loop& loop, const json& change, const QString& said, Tally& tally) {
    const auto recording = Game(play, loop).recording();
    TryCache cache;
    TryOptions options;
    options.before = found(*recording), options.cache = &cache;
    if (options.before.empty()) return;
    const Sides sides = all_sides(*recording, fix_from_json(as_fix(change), "test"), options);
    for (const Side& side : sides.sides) {
        ++tally.sides;
        if (side.outcome != Side::Judged || side.assumed) continue;
        const auto without = begun_there(play, loop, side, sides),
                   with = begun_there(play, loop.with(change), side, sides);
        if (!without || !with) continue;
        ++tally.judged;
        if (without->empty() == side.without.empty() && with->empty() == side.with.empty()) {
            ++tally.agree;
            continue;
        }
        const auto words = [](const std::set<std::string>& all) {
            return QString::fromStdString(fmt::format("{}", fmt::join(all, ", ")));
        };
        tally.wrong << QString("%1, %2: said %3 -> %4, is %5 -> %6")
                           .arg(said, side_name(side, directions(*recording)).c_str(), words(side.without),
                                words(side.with), words(*without), words(*with));
    }
}

} // namespace

class SidesTest : public QObject {
    Q_OBJECT
  private slots:
    void sides_areThoseOfTheGameBegunThere() {
        Tally tally;
        const std::vector<json> tried = {
            {{"tests", "swept"}},      {{"gate", true}},
            {{"response", "reflect"}}, {{"tests", "after"}, {"response", "push-out"}},
            {{"axes", "x-then-y"}},    {{"tested", "center"}}};
        const int seeds = std::max(3, qEnvironmentVariableIntValue("SIDES_SEEDS"));
        for (const GameKind& kind : {games()[0], games()[1]}) // those in which the body flies
            for (const json& described : kind.loops)
                for (int seed = 0; seed < seeds; ++seed) {
                    Dice dice(static_cast<std::uint64_t>(seed));
                    Play play = kind.make(dice);
                    for (const json& change : tried)
                        compare(play, loop_of(described), change,
                                QString("%1, %2, seed %3, %4")
                                    .arg(kind.name, described.dump().c_str())
                                    .arg(seed)
                                    .arg(change.dump().c_str()),
                                tally);
                }
        qInfo("%d sides, %d judged, %d as in the game", tally.sides, tally.judged, tally.agree);
        for (const QString& one : tally.wrong) qInfo().noquote() << one;
        QVERIFY2(tally.judged > 100, "too few sides are judged to say anything");
        QVERIFY(tally.wrong.isEmpty());
    }
};

QTEST_APPLESS_MAIN(SidesTest)
#include "sides_test.moc"
