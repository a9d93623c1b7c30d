// SPDX-License-Identifier: GPL-3.0-or-later
// Verdicts against a game that is really changed: small games of upright boxes are played by many loops, each
// change is tried on the recording, and made in the game, which is played again. docs/fixes.md has the table;
// with ODDB_WRITE_DOCS=1 it is written anew, from more plays.
#include "core/fix/small_game.hpp"
#include "fix/verdict.hpp"

#include <fmt/format.h>

#include <QtTest>

#include <fstream>

using namespace oddbounce;
using namespace oddbounce::game;

namespace {

const char* const page = SOURCE "/docs/fixes.md";

class Dice {
  public:
    explicit Dice(std::uint64_t seed) : random_(seed * 0x9E3779B97F4A7C15ull + 7) {}
    double operator()(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(random_);
    }
    bool coin() { return random_() % 2 != 0; }
    Play play() {
        Play p;
        const double rates[] = {30, 60, 120};
        p.rate = rates[random_() % 3], p.slop = coin() ? 0.1 : 0.5, p.contacts = coin();
        return p;
    }

  private:
    std::mt19937_64 random_;
};

using Want = std::optional<std::array<double, 2>>;

/// Walks right from some frame on.
std::function<Want(int)> walks(int begin, double speed) {
    return [=](int n) -> Want { return std::array<double, 2>{n < begin ? 0 : speed, 0}; };
}

Play at_a_net(Dice& dice) {
    Play p = dice.play();
    p.mover = {0, 0, dice(6, 20), dice(6, 20)};
    const double w = dice(1, 14), speed = dice(0.2, 2.5) * (w + p.mover.w) * p.rate, angle = dice(-0.4, 0.4);
    p.vx = speed * std::cos(angle), p.vy = speed * std::sin(angle), p.frames = 60;
    p.rects = {{p.vx / p.rate * dice(14, 20) + p.mover.w / 2 + w / 2, 0, w, 900}};
    return p;
}
Play onto_a_crate(Dice& dice) {
    Play p = dice.play();
    p.mover = {0, 0, dice(10, 24), dice(10, 24)}, p.frames = 50;
    const double w = dice(40, 90), h = dice(30, 80), n = dice(8, 16), speed = dice(120, 420),
                 angle = dice(0.3, 1.2);
    p.vx = speed * std::cos(angle), p.vy = -speed * std::sin(angle);
    const double x = p.vx / p.rate * n, y = p.vy / p.rate * n;
    if (dice.coin())
        p.rects = {{x + dice(-0.4, 0.4) * w, y - p.mover.h / 2 - h / 2, w, h}};
    else
        p.rects = {{x + p.mover.w / 2 + w / 2, y + dice(-0.4, 0.4) * h, w, h}};
    return p;
}
Play along_planks(Dice& dice) {
    Play p = dice.play();
    p.gravity = -dice(600, 1600), p.frames = static_cast<int>(p.rate * 1.8);
    const double plank = dice(30, 70);
    for (int i = 0; i < 8; ++i) p.rects.push_back({i * plank + plank / 2 - 40, -10, plank, 20});
    p.mover = {-10, 0, dice(12, 24), dice(20, 40)}, p.mover.y = p.mover.h / 2;
    p.desired = walks(static_cast<int>(p.rate / 4), dice(60, 160));
    return p;
}
Play against_a_wall(Dice& dice) {
    Play p = dice.play();
    p.gravity = -dice(600, 1400), p.rects = {{0, -10, 700, 20}, {120, 160, 40, 340}};
    p.mover = {100 - dice(30, 60), dice(140, 260), dice(12, 24), dice(20, 36)};
    p.desired = walks(0, dice(80, 200)), p.frames = static_cast<int>(p.rate * 1.2), p.kinematic = dice.coin();
    return p;
}
Play along_a_shed(Dice& dice) {
    Play p = dice.play();
    p.mover = {0, 0, dice(14, 30), dice(14, 30)}, p.frames = static_cast<int>(p.rate * 1.5);
    p.rects = {{dice(50, 90) + p.mover.w / 2 + 20, 0, 40, 1200}};
    const double x = dice(60, 200), y = dice(60, 200);
    p.desired = [=](int n) -> Want { return std::array<double, 2>{n < 5 ? 0 : x, n < 5 ? 0 : y}; };
    return p;
}
Play onto_a_curb(Dice& dice) {
    Play p = dice.play();
    const double height = dice(2, 12);
    p.gravity = -dice(600, 1600), p.frames = static_cast<int>(p.rate * 1.8);
    p.rects = {{0, -10, 260, 20}, {230, height / 2 - 10, 200, 20 + height}};
    p.mover = {60, 0, dice(12, 24), dice(24, 40)}, p.mover.y = p.mover.h / 2;
    p.desired = walks(static_cast<int>(p.rate / 4), dice(60, 160));
    return p;
}

struct GameKind {
    const char* name;
    Play (*make)(Dice&);
    std::vector<json> loops; ///< each a way of moving that shows a fault somewhere
};

const std::vector<GameKind>& games() {
    static const std::vector<GameKind> all = {
        {"at a net",
         at_a_net,
         {{{"response", "reflect"}, {"restitution", 1.0}},
          {{"response", "slide"}},
          {{"response", "reverse-all"}},
          {{"tests", "before"}, {"response", "reverse"}},
          {{"tests", "substeps"}, {"substeps", 2}, {"response", "reflect"}, {"restitution", 0.7}},
          {{"tested", "center"}, {"response", "reflect"}, {"restitution", 1.0}}}},
        {"onto a crate",
         onto_a_crate,
         {{{"response", "reverse-all"}},
          {{"response", "reverse"}, {"depenetrate", false}, {"gate", false}, {"restitution", 0.6}},
          {{"response", "reverse-all"}, {"depenetrate", false}, {"gate", false}},
          {{"tested", "center"}, {"response", "reverse"}}}},
        {"along planks", along_planks, {{{"tests", "before"}}, {{"push", "nearest"}, {"response", "stop"}}}},
        {"against a wall",
         against_a_wall,
         {{{"tests", "swept"}, {"friction", 1.0}},
          {{"axes", "x-then-y"}, {"friction", 1.0}},
          {{"response", "stop"}, {"tests", "swept"}}}},
        {"along a shed",
         along_a_shed,
         {{{"response", "return"}}, {{"response", "stop"}, {"tests", "swept"}}}},
        {"onto a curb", onto_a_curb, {{{"push", "up"}}}}};
    return all;
}

const std::vector<json>& changes() {
    static const std::vector<json> all = {
        {{"tests", "swept"}},
        {{"tests", "substeps"}, {"substeps", 2}},
        {{"tests", "substeps"}, {"substeps", 8}},
        {{"gate", true}},
        {{"once", true}},
        {{"axes", "x-then-y"}},
        {{"axes", "y-then-x"}},
        {{"response", "slide"}},
        {{"response", "reflect"}},
        {{"response", "reverse"}},
        {{"response", "stop"}},
        {{"response", "return"}},
        {{"tests", "after"}, {"response", "push-out"}},
        {{"tests", "swept"}, {"response", "slide"}},
        {{"push", "nearest"}, {"depenetrate", true}},
        {{"push", "up"}, {"depenetrate", true}},
        {{"depenetrate", true}},
        {{"tested", "center"}},
        {{"tested", "feet"}},
        {{"inset", 2.0}},
        {{"side_tolerance", 3.0}},
        {{"margin", 0.5}},
        {{"step_height", 14.0}, {"tests", "swept"}, {"response", "slide"}},
        {{"friction", 0.0}},
        {{"restitution", 0.8}},
        {{"speed_cap", 150.0}},
        {{"grow", 1.0}},
        {{"grow", 6.0}},
    };
    return all;
}

std::vector<Finding> found(const Recording& r) {
    ScanOptions options;
    options.threads = 1; // many short scans
    return scan(r, options).findings;
}

std::set<std::string> faults(const std::vector<Finding>& findings) {
    std::set<std::string> out;
    for (const Finding& f : findings) out.insert(f.fault);
    return out;
}

/// What verdicts said of a change, or of a loop.
struct Tally {
    int tried = 0, agree = 0, unclear = 0;
    int assumed = 0;      ///< "the game was not seen to respond": not counted among those that agree
    int wrong = 0;        ///< "fixed" or "kept" is not so in the changed game
    int wrong_proven = 0; ///< of these, where the model is said to reproduce the game
    int new_differs = 0;  ///< whether anything new breaks is not so
    std::string worst;
};

/// The changed game's faults; none where they depend on whether contacts are logged: the scan, not the
/// verdict, decides there.
std::optional<std::set<std::string>> played_again(const Play& play, const Loop& loop) {
    std::set<std::string> by_log[2];
    for (const bool contacts : {false, true}) {
        Play p = play;
        p.contacts = contacts;
        by_log[contacts] = faults(found(*Game(p, loop).recording()));
    }
    if (by_log[0] != by_log[1]) return {};
    return by_log[0];
}

/// Tries one change on one recording, and compares.
void compare(const Recording& game, const TryOptions& options, const json& change, const Play& play,
             const Loop& loop, const std::string& said, std::vector<Tally*> tallies) {
    json whole = change;
    if (change.contains("grow"))
        whole["colliders"] = {10, 11, 12, 13, 14, 15, 16, 17};
    else
        whole["motion"] = {1};
    const auto now = played_again(play, loop.with(change));
    if (!now) return;
    const Verdict v =
        try_fix(game, fix_from_json({{"fix", 1}, {"changes", json::array({whole})}}, "test"), options);
    const std::set<std::string> was = faults(options.before);
    bool stays = false, fresh = false;
    for (const std::string& f : *now) (was.count(f) ? stays : fresh) = true;
    bool says_fixed = v.kept.empty() && v.changed.empty(), says_fresh = false;
    for (const Finding& f : v.fresh) (was.count(f.fault) ? says_fixed : says_fresh) = !was.count(f.fault);
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

Tables play_all(std::uint64_t seeds) {
    Tables out;
    for (const GameKind& g : games())
        for (const json& described : g.loops) {
            Loop loop = Loop{}.with(described);
            if (described.contains("push")) loop.push = described["push"];
            for (std::uint64_t seed = 0; seed < seeds; ++seed) {
                Dice dice(seed);
                const Play play = g.make(dice);
                const auto recording = Game(play, loop).recording();
                TryCache cache;
                TryOptions options;
                options.cache = &cache, options.threads = 1, options.before = found(*recording);
                if (options.before.empty()) continue;
                ++out.games;
                const std::string name = std::string(g.name) + ", " + words(described);
                for (const json& change : changes())
                    compare(*recording, options, change, play, loop,
                            fmt::format("{}, seed {}, {}", name, seed, words(change)),
                            {&out.all, &out.by_change[words(change)], &out.by_loop[name]});
            }
        }
    return out;
}

std::string row(const std::string& name, const Tally& t) {
    return fmt::format("| {} | {} | {} | {} | {} | {} | {} |\n", name, t.tried, t.agree, t.unclear, t.assumed,
                       t.new_differs, t.wrong);
}

std::string document(const Tables& t) {
    static constexpr const char* kinds[] = {"collider", "pair",  "motion",  "ray",
                                            "probe",    "event", "grounded"};
    static constexpr const char* values[] = {"targets",    "number",  "length",      "count",
                                             "yes or no",  "choice",  "two lengths", "frames",
                                             "two layers", "corners", "text"};
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
                    "{} recordings of small games of upright boxes (`tests/core/fix/small_game.hpp`, which "
                    "shares no code with "
                    "the models), each with\na fault that the scan finds. Each change is tried on the "
                    "recording and made in the "
                    "game, which is played again. *Wrong*: what\nwas said to be fixed is found in the "
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
        const Tables t = play_all(write ? 30 : 5);
        if (write) write_file(page, document(t));
        const int told = t.all.tried - t.all.unclear - t.all.assumed;
        const std::string said = fmt::format("of {} told {}: {} agree, {} wrong ({})", t.all.tried, told,
                                             t.all.agree, t.all.wrong, t.all.worst);
        QVERIFY2(t.games > 30 && told * 10 > t.all.tried * 8, said.c_str());
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
