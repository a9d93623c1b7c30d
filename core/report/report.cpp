// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/report.hpp"

#include "fault/account_text.hpp"
#include "recording/plain_text.hpp"

#include <fmt/format.h>

namespace oddbounce {

using nlohmann::json;

namespace {

constexpr std::size_t longest_note = 300; // characters

json vector_json(const Vec3& v, int space) { return space == 2 ? json{v.x, v.y} : json{v.x, v.y, v.z}; }

json fact_json(const Fact& f, int space) {
    json value;
    if (const double* d = std::get_if<double>(&f.value))
        value = *d;
    else if (const std::string* s = std::get_if<std::string>(&f.value))
        value = *s;
    else
        value = vector_json(std::get<Vec3>(f.value), space);
    return {{"value", value}, {"unit", f.unit}};
}

std::int64_t first_number(const Recording& r) { return r.empty() ? 0 : r.number(r.begin()); }
std::int64_t last_number(const Recording& r) { return r.empty() ? 0 : r.number(r.size() - 1); }

} // namespace

std::string fact_text(const Fact& f) {
    if (const double* d = std::get_if<double>(&f.value))
        return figure(*d, 0.0) + (f.unit.empty() || f.unit == "count" ? "" : " " + f.unit);
    if (const std::string* s = std::get_if<std::string>(&f.value)) return plain_text(*s);
    const Vec3& v = std::get<Vec3>(f.value);
    return vector_text(v, f.unit);
}

std::string sentence_text(const Sentence& s) {
    if (s.cause) return say("cause: {}", s.text);
    return s.fraction ? fmt::format("{} + {}: {}", s.frame - 1, percent(*s.fraction), s.text)
                      : fmt::format("{}: {}", s.frame, s.text);
}

json json_of(const Finding& f, int space) {
    json facts = json::object(), thresholds = json::object(), suggest = json::array(),
         account = json::array();
    for (const Fact& fact : f.facts) facts[fact.key] = fact_json(fact, space);
    for (const Threshold& t : f.thresholds) thresholds[t.name] = {{"value", t.value}, {"unit", t.unit}};
    for (const Suggestion& s : f.suggest) suggest.push_back({{"name", s.name}, {"changes", s.changes}});
    for (const Sentence& s : f.account)
        account.push_back(s.cause ? sentence_text(s) : "frame " + sentence_text(s));
    json out = {{"id", f.id},
                {"fault", f.fault},
                {"first", f.first},
                {"last", f.last},
                {"bodies", f.bodies},
                {"names", f.names},
                {"kinds", f.kinds},
                {"colliders", f.colliders},
                {"at", vector_json(f.at, space)},
                {"grade", word(f.grade)},
                {"weight", f.weight},
                {"facts", facts},
                {"thresholds", thresholds},
                {"account", account},
                {"suggest", suggest}};
    if (!f.assumes.empty()) out["assumes"] = f.assumes;
    if (f.expected) out["expected"] = *f.expected;
    return out;
}

json json_of(const Recording& r, const Scan& s) {
    json findings = json::array(), expected = json::array();
    for (const Finding& f : s.findings)
        (f.expected ? expected : findings).push_back(json_of(f, r.header.space));
    json out = {{"oddb", 1},
                {"file", r.file},
                {"space", r.header.space},
                {"unit", r.header.unit},
                {"first", first_number(r)},
                {"last", last_number(r)},
                {"judged", s.judged},
                {"not_judged", s.not_judged},
                {"coverage", text_of(s.coverage)},
                {"findings", findings}};
    if (!expected.empty()) out["expected"] = expected;
    for (const Dismissal& d : s.dismissed) {
        json one = {{"fault", d.fault}, {"why", d.excuse},    {"text", d.text},  {"first", d.first},
                    {"last", d.last},   {"bodies", d.bodies}, {"names", d.names}};
        if (!d.ray.empty()) one["ray"] = d.ray;
        out["dismissed"].push_back(std::move(one));
    }
    if (!s.complete) out["incomplete"] = true;
    return out;
}

std::string text_of(const Recording& r, const Scan& s) {
    std::string out;
    for (const std::string& w : r.warnings()) out += fmt::format("note: {}\n", plain_text(w, longest_note));
    const auto open = static_cast<std::size_t>(
        std::count_if(s.findings.begin(), s.findings.end(), [](const Finding& f) { return !f.expected; }));
    out += fmt::format("{}: {} in {}\n", r.file, count_text(static_cast<double>(open), "finding"),
                       count_text(static_cast<double>(r.kept()), "frame"));
    for (const Finding& f : s.findings)
        if (f.expected) out += fmt::format("expected: {}, {}\n", f.id, *f.expected);
    for (const Finding& f : s.findings) {
        if (f.expected) continue;
        std::string names;
        for (const std::string& n : f.names) names += (names.empty() ? "" : ", ") + n;
        out += fmt::format("\n{}  frames {}-{}  {}  {}\n", f.fault, f.first, f.last, names, word(f.grade));
        if (!f.assumes.empty()) out += fmt::format("  ({})\n", f.assumes);
        for (const Sentence& line : f.account) out += "  " + sentence_text(line) + "\n";
        for (const Fact& fact : f.facts) out += fmt::format("    {:<20} {}\n", fact.key, fact_text(fact));
        for (const Suggestion& t : f.suggest)
            out += fmt::format("  {}: {}\n", t.changes.empty() ? "advice" : "fix", t.name);
        out += fmt::format("  id: {}\n", f.id);
    }
    if (!s.dismissed.empty()) out += "\nconsidered, and not reported:\n";
    for (const Dismissal& d : s.dismissed)
        out += fmt::format("  frames {}-{}  {}  {}: {}\n", d.first, d.last, d.fault,
                           plain_text(subject_text(d), longest_note), plain_text(d.text, longest_note));
    if (!s.coverage.whole()) out += "\n" + text_of(s.coverage) + ".\n";
    return out;
}

json info_json(const Recording& r) {
    std::vector<std::string> channels;
    for (int c = 0; c < channel_count; ++c)
        if (r.header.has(static_cast<Channel>(c))) channels.emplace_back(word(static_cast<Channel>(c)));
    json bodies = json::array();
    if (!r.empty()) {
        const World w = r.world_at(r.size() - 1);
        for (Slot b = 0; b < static_cast<Slot>(w.bodies().size()); ++b) {
            const BodyDef* def = w.bodies()[static_cast<std::size_t>(b)].def;
            if (def)
                bodies.push_back({{"id", def->id},
                                  {"name", def->name},
                                  {"kind", def->kind},
                                  {"moves", word(def->moves)},
                                  {"colliders", w.colliders_of(b).size()}});
        }
    }
    std::size_t art = 0, screenshots = 0;
    for (const Recording::Defined& d : r.definitions(0, r.size()))
        art += std::holds_alternative<ArtDef>(*d.definition);
    for (std::size_t i = r.begin(); r.any_has(Recording::Screenshot) && i < r.size(); ++i)
        screenshots += (r.has(i) & Recording::Screenshot) != 0;
    return {{"oddb", 1},
            {"file", r.file},
            {"title", r.header.title},
            {"space", r.header.space},
            {"unit", r.header.unit},
            {"rate", r.header.rate},
            {"frames", r.kept()},
            {"first", first_number(r)},
            {"last", last_number(r)},
            {"seconds", r.empty() ? 0.0 : r.seconds_at(r.size() - 1) - r.seconds_at(r.begin())},
            {"slop", r.slop()},
            {"channels", channels},
            {"bodies", bodies},
            {"colliders", r.collider_count()},
            {"art", art},
            {"screenshots", screenshots},
            {"warnings", r.warnings()}};
}

std::string info_text(const Recording& r) {
    const json j = info_json(r);
    std::string channels;
    for (const auto& c : j["channels"]) channels += (channels.empty() ? "" : ", ") + c.get<std::string>();
    std::string out = fmt::format("{}\n", r.file);
    out += fmt::format("  title      {}\n", r.header.title.empty() ? "(none)" : plain_text(r.header.title));
    out += fmt::format("  space      {} dimensions, lengths in {}\n", r.header.space, r.header.unit);
    out += fmt::format("  frames     {} ({} to {}), {:.2f} s, {} steps per second\n", r.kept(),
                       first_number(r), last_number(r), j["seconds"].get<double>(), figure(r.header.rate));
    out += fmt::format("  bodies     {}\n  colliders  {}\n", r.body_count(), r.collider_count());
    out += fmt::format("  slop       {}{}\n", length_text(r, r.slop()),
                       r.header.slop ? "" : " (from the colliders' sizes)");
    out += fmt::format("  channels   {}\n", channels.empty() ? "none" : channels);
    if (j["art"] != 0 || j["screenshots"] != 0)
        out += fmt::format("  pictures   {} of bodies and the scene, {} of frames\n",
                           j["art"].get<std::size_t>(), j["screenshots"].get<std::size_t>());
    for (const std::string& w : r.warnings()) out += "  note       " + plain_text(w, longest_note) + "\n";
    return out;
}

} // namespace oddbounce
