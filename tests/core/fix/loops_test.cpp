// SPDX-License-Identifier: GPL-3.0-or-later
// Verdicts against a game that is really changed: small games of upright boxes are played by many loops, each
// change is tried on the recording, and made in the game, which is played again. docs/fixes.md has the table;
// with ODDB_WRITE_DOCS=1 it is written anew, from more plays.
#include "core/fix/game_kinds.hpp"
#include "fix/verdict.hpp"

#include <fmt/format.h>

#include <QtTest>

#include <fstream>

using namespace oddbounce;
using namespace oddbounce::game;

namespace {

const char* const page = SOURCE "/docs/fixes.md";

/// What verdicts said of a change, or of a loop.
struct Tally {
    int tried = 0, agree = 0, unclear = 0;
    int assumed = 0;      ///< "the game was not seen to respond": not counted among those that agree
    int wrong = 0;        ///< "fixed" or "kept" is not so in the changed game
    int wrong_proven = 0; ///< of these, where the model is said to reproduce the game
    int new_differs = 0;  ///< whether anything new breaks is not so
    std::string worst;
};

/// In a room one bounce that goes otherwise changes all that follow: each stretch in which the body is moved
/// again is played anew from where it begins. None: the fault does not show in it by itself, or nothing is
/// moved.
std::optional<std::set<std::string>> played_in_stretches(const Recording& game, const Verdict& v,
                                                         const Play& play, const Loop& loop,
                                                         const json& change) {
    std::set<std::string> out;
    const auto tracks = v.tracks.find(1);
    if (tracks == v.tracks.end()) return {};
    for (const Track& t : tracks->second) {
        Play p = play;
        const World w = game.world_at(t.first);
        const BodyState& b = w.body(game.body_slot(1));
        p.mover.x = b.pose.at.x, p.mover.y = b.pose.at.y, p.vx = b.velocity.x, p.vy = b.velocity.y;
        p.frames = static_cast<int>(t.points.size());
        const auto was = played_again(p, loop), now = played_again(p, loop.with(change));
        if (!was || !now || was->empty()) return {};
        out.insert(now->begin(), now->end());
    }
    return out;
}

/// As above, of a game in which one fault is found: all discs are played from where its window begins.
std::optional<std::set<std::string>> played_in_window(const Recording& game, const Verdict& v, Table t,
                                                      const DiscLoop& loop, const json& change) {
    if (!v.fit || v.fixed.size() + v.kept.size() + v.changed.size() + v.unclear.size() != 1) return {};
    const FrameWindow& window = v.fit->window;
    const World w = game.world_at(window.first);
    for (std::size_t i = 0; i < t.discs.size(); ++i) {
        const BodyState& b = w.body(game.body_slot(static_cast<Id>(i) + 1));
        t.discs[i].x = b.pose.at.x, t.discs[i].y = b.pose.at.y;
        t.discs[i].vx = b.velocity.x, t.discs[i].vy = b.velocity.y;
    }
    t.frames = static_cast<int>(window.last - window.first) + 1;
    const auto was = played_again_by<DiscGame>(t, loop, true);
    if (!was || was->empty()) return {};
    // Where velocities are not logged, that may not be how it went on.
    const auto replayed = DiscGame(t, loop).recording();
    const World end = game.world_at(window.last), replayed_end = replayed->world_at(replayed->size() - 1);
    for (Slot b = 0; b < static_cast<Slot>(t.discs.size()); ++b)
        if (glm::length(end.body(b).pose.at - replayed_end.body(b).pose.at) > 1e-6) return {};
    return played_again_by<DiscGame>(t, loop.with(change), true);
}

/// Tries one change on one recording, and compares with the faults of the changed game. `by_bodies`: how
/// these are named.
template <class Changed>
void compare(const Recording& game, const TryOptions& options, const json& fix, const std::string& said,
             std::vector<Tally*> tallies, bool by_bodies, const Changed& changed) {
    const Verdict v = try_fix(game, fix_from_json(fix, "test"), options);
    const std::optional<std::set<std::string>> now = changed(v);
    if (!now) return;
    const std::set<std::string> was = faults(options.before, by_bodies);
    bool stays = false, fresh = false;
    for (const std::string& f : *now) (was.count(f) ? stays : fresh) = true;
    bool says_fixed = v.kept.empty() && v.changed.empty(), says_fresh = false;
    for (const Finding& f : v.fresh) {
        const bool known = was.count(named(f, by_bodies)) > 0;
        (known ? says_fixed : says_fresh) = !known;
    }
    const bool proven = v.fit && v.fit->reproduces;
    for (Tally* t : tallies) {
        ++t->tried;
        if (!v.unclear.empty())
            ++t->unclear;
        else if (v.response_unseen)
            ++t->assumed;
        else if (says_fixed == stays) {
            ++t->wrong, t->wrong_proven += proven;
            t->worst = said + ": " + verdict_line(v);
            if (v.fit)
                t->worst += fmt::format(" (the model {} the game, {:.2g} off)",
                                        proven ? "reproduces" : "does not reproduce", v.fit->largest_difference);
        } else if (says_fresh != fresh)
            ++t->new_differs;
        else
            ++t->agree;
    }
}

struct Tables {
    std::map<std::string, Tally> by_change, by_loop;
    Tally all;
    int games = 0;
};

std::string words(const json& change) {
    std::string out;
    for (const auto& [key, value] : change.items())
        out += (out.empty() ? "" : ", ") + key + " " +
               (value.is_string() ? value.get<std::string>() : value.dump());
    return out;
}

/// Tries all changes on a game in which something is found. `changed`: the faults of the changed game.
template <class Changed>
void try_all(const Recording& game, const std::string& name, std::uint64_t seed,
             const std::vector<json>& fixes, Tables& out, bool by_bodies, const Changed& changed) {
    TryCache cache;
    TryOptions options;
    options.cache = &cache, options.threads = 1, options.before = found(game);
    if (options.before.empty()) return;
    ++out.games;
    for (const json& fix : fixes) {
        json change = fix["changes"][0];
        for (const char* target : {"motion", "colliders"}) change.erase(target);
        compare(game, options, fix, fmt::format("{}, seed {}, {}", name, seed, words(change)),
                {&out.all, &out.by_change[words(change)], &out.by_loop[name]}, by_bodies,
                [&](const Verdict& v) { return changed(v, change); });
    }
}

Tables play_all(std::uint64_t seeds) {
    Tables out;
    std::vector<json> fixes;
    for (const json& change : changes()) fixes.push_back(as_fix(change));
    for (const GameKind& g : games())
        for (const json& described : g.loops)
            for (std::uint64_t seed = 0; seed < seeds; ++seed) {
                Dice dice(seed);
                const Play play = g.make(dice);
                const Loop loop = loop_of(described);
                const auto game = Game(play, loop).recording();
                try_all(*game, std::string(g.name) + ", " + words(described), seed, fixes, out, false,
                        [&](const Verdict& v, const json& change) {
                            return play.room ? played_in_stretches(*game, v, play, loop, change)
                                             : played_again(play, loop.with(change));
                        });
            }
    for (const DiscGameKind& kind : disc_games)
        for (const json& described : disc_loops())
            for (std::uint64_t seed = 0; seed < seeds; ++seed) {
                Dice dice(seed);
                const Table table = kind.make(dice);
                const DiscLoop loop = DiscLoop().with(described);
                json all = json::array();
                for (std::size_t i = 1; i <= table.discs.size(); ++i) all.push_back(i);
                std::vector<json> table_fixes;
                for (const json& change : disc_changes()) table_fixes.push_back(as_fix(change, all, all));
                const auto game = DiscGame(table, loop).recording();
                try_all(*game, std::string(kind.name) + ", " + words(described), seed, table_fixes, out, true,
                        [&](const Verdict& v, const json& change) {
                            return table.half_w > 0
                                       ? played_in_window(*game, v, table, loop, change)
                                       : played_again_by<DiscGame>(table, loop.with(change), true);
                        });
            }
    return out;
}

std::string row(const std::string& name, const Tally& t) {
    return fmt::format("| {} | {} | {} | {} | {} | {} | {} |\n", name, t.tried, t.agree, t.unclear, t.assumed,
                       t.new_differs, t.wrong);
}

std::string document(const Tables& t) {
    static constexpr const char* kinds[] = {"collider", "pair",  "parts", "motion",
                                            "ray",      "probe", "event", "grounded"};
    static constexpr const char* values[] = {
        "targets", "number",     "length",  "count",       "yes or no", "choice", "two lengths",
        "frames",  "two layers", "degrees", "a direction", "places",    "points", "text"};
    static_assert(std::size(kinds) == static_cast<int>(Knob::Of::Grounded) + 1);
    static_assert(std::size(values) == static_cast<int>(Knob::Kind::Text) + 1);
    std::string out =
        "# Fixes: what can be changed, and how often the verdict is right\n\n"
        "Written by `loops_test` (`ODDB_WRITE_DOCS=1`). [Fix files](fix-file.md) tells how a change is "
        "judged; `fix.schema.json` beside\nthis page is the schema of fix files.\n\n"
        "## Knobs\n\n| change | key | in the window | value |\n| --- | --- | --- | --- |\n";
    for (const Knob& k : knobs()) {
        std::string value = values[static_cast<int>(k.kind)];
        if (k.kind == Knob::Kind::Choice) {
            value.clear();
            for (const std::string& c : choices_of(k)) value += (value.empty() ? "" : ", ") + c;
        }
        if (k.bounded() && k.most < 1e12) value += fmt::format(", {:g} to {:g}", k.least, k.most);
        out += fmt::format("| {} | `{}` | {} | {} |\n", kinds[static_cast<int>(k.of)], k.key, k.name, value);
    }
    const std::string head =
        "| tried | agree | cannot tell | not seen to respond | new faults differ | wrong |\n"
        "| --- | --- | --- | --- | --- | --- | --- |\n";
    out +=
        fmt::format("\n## Against games that were really changed\n\n"
                    "{} recordings of small games of upright boxes and of discs that push each other "
                    "(`tests/core/fix/small_game.hpp` and `disc_game.hpp`, which\nshare no code with the "
                    "models), each with a fault that the scan finds. Each change is tried on the "
                    "recording and made in the "
                    "game, which is played again; in a room, whose walls other code handles, each stretch in "
                    "which the body is moved again. *Wrong*: what\nwas said to be fixed is found in the "
                    "changed game, or what was "
                    "said to be kept is not. *Not seen to respond*: the verdict says that\nwhat the game "
                    "does at a touch is "
                    "assumed. Of {} verdicts that claim to know, {:.1f} % agree and {:.2f} % are wrong.\n\n",
                    t.games, t.all.tried - t.all.unclear - t.all.assumed,
                    100.0 * t.all.agree / (t.all.tried - t.all.unclear - t.all.assumed),
                    100.0 * t.all.wrong / (t.all.tried - t.all.unclear - t.all.assumed));
    out += "| change " + head;
    for (const auto& [name, tally] : t.by_change) out += row(name, tally);
    out += row("all", t.all) + "\n| loop " + head;
    for (const auto& [name, tally] : t.by_loop) out += row(name, tally);
    out += "\nWrong, one for each loop:\n\n";
    for (const auto& [name, tally] : t.by_loop)
        if (!tally.worst.empty()) out += "- " + tally.worst + "\n";
    return out;
}

void write_file(const char* path, const std::string& text) { std::ofstream(path) << text; }

} // namespace

class LoopsTest : public QObject {
    Q_OBJECT
  private slots:
    void verdicts_areThoseOfTheChangedGames() {
        const bool write = qEnvironmentVariableIsSet("ODDB_WRITE_DOCS");
        const Tables t = play_all(write ? 30 : 4);
        if (write) write_file(page, document(t));
        const int told = t.all.tried - t.all.unclear - t.all.assumed;
        const std::string said = fmt::format("of {} told {}: {} agree, {} wrong ({})", t.all.tried, told,
                                             t.all.agree, t.all.wrong, t.all.worst);
        QVERIFY2(t.games > 30 && told * 4 > t.all.tried * 3, said.c_str());
        QVERIFY2(t.all.agree * 100 >= told * 97, said.c_str());
        QVERIFY2(t.all.wrong * 100 <= told, said.c_str());
    }
    void schema_isThatOfTheKnobs() {
        const char* path = SOURCE "/docs/fix.schema.json";
        const std::string text = fix_schema().dump(1) + "\n";
        if (qEnvironmentVariableIsSet("ODDB_WRITE_DOCS")) write_file(path, text);
        std::ifstream in(path);
        const std::string written{std::istreambuf_iterator<char>(in), {}};
        QVERIFY2(written == text, "docs/fix.schema.json: write it anew with ODDB_WRITE_DOCS=1");
    }
};

QTEST_APPLESS_MAIN(LoopsTest)
#include "loops_test.moc"
