// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/case_file.hpp"

#include "fault/rule.hpp"
#include "recording/bad_input.hpp"
#include "recording/files.hpp"

#include <algorithm>
#include <cmath>
#include <filesystem>
#include <utility>

namespace oddbounce {

using nlohmann::json;

namespace {

Note note_from_json(const json& j, const std::string& file) {
    const auto number = [&](const json& v) { return v.is_number() && std::isfinite(v.get<double>()); };
    const bool whole = j.is_object() && j.contains("frame") && j["frame"].is_number_integer() &&
                       j.contains("at") && j["at"].is_array() &&
                       (j["at"].size() == 2 || j["at"].size() == 3) && std::ranges::all_of(j["at"], number) &&
                       j.contains("text") && j["text"].is_string();
    if (!whole)
        throw BadInput(file, 0, "has an unusable note, expected {\"frame\":…,\"at\":[x,y],\"text\":…}",
                       "notes");
    Note n;
    n.frame = j["frame"], n.text = j["text"];
    for (std::size_t axis = 0; axis < j["at"].size(); ++axis) n.at[static_cast<int>(axis)] = j["at"][axis];
    if (j.contains("part") && number(j["part"])) n.part = std::clamp(j["part"].get<double>(), 0.0, 1.0);
    return n;
}

Check check_from_json(const json& j, const std::string& file) {
    Check out;
    if (j.is_object() && j.size() == 1 && j.contains("holds")) {
        out.holds = fix_from_json(j["holds"], file);
        return out;
    }
    const json absent = j.is_object() && j.size() == 1 ? j.value("absent", json()) : json();
    const auto texts = [](const json& list) {
        return list.is_array() && std::ranges::all_of(list, [](const json& v) { return v.is_string(); });
    };
    if (!absent.is_object() || !absent.contains("fault") || !absent["fault"].is_string() ||
        !texts(absent.value("bodies", json::array())))
        throw BadInput(file, 0,
                       "has an unusable check, expected {\"absent\":{\"fault\":ID,\"bodies\":[NAME,…]}} or "
                       "{\"holds\":FIX}",
                       "checks");
    out.fault = absent["fault"];
    if (!fault_by_id(out.fault)) throw BadInput(file, 0, "unknown fault '" + out.fault + "'", "checks");
    for (const json& name : absent.value("bodies", json::array())) out.bodies.push_back(name);
    return out;
}

json json_of(const Check& check) {
    if (check.holds) return {{"holds", json_of(*check.holds)}};
    return {{"absent", {{"fault", check.fault}, {"bodies", check.bodies}}}};
}

} // namespace

Case case_from_json(const json& j, const std::string& file) {
    if (!j.is_object() || !j.contains("case") || j["case"] != 1 || !j.contains("fixes") ||
        !j["fixes"].is_array())
        throw BadInput(file, 0, "is not a case, expected {\"case\":1,\"fixes\":[…]}", "case");
    Case out;
    for (const json& f : j["fixes"]) out.fixes.push_back(fix_from_json(f, file));
    if (j.contains("expected")) out.expected = expected_from_json(j["expected"], file);
    if (j.contains("checks") && !j["checks"].is_array())
        throw BadInput(file, 0, "'checks' must be a list", "checks");
    for (const json& c : j.value("checks", json::array())) out.checks.push_back(check_from_json(c, file));
    if (!j.contains("notes")) return out;
    if (!j["notes"].is_array()) throw BadInput(file, 0, "'notes' must be a list", "notes");
    for (const json& n : j["notes"]) out.notes.push_back(note_from_json(n, file));
    std::stable_sort(out.notes.begin(), out.notes.end(), [](const Note& a, const Note& b) {
        return std::pair(a.frame, a.part) < std::pair(b.frame, b.part);
    });
    return out;
}

json json_of(const Case& all, const std::string& recording) {
    json fixes = json::array(), notes = json::array();
    for (const Fix& f : all.fixes) fixes.push_back(json_of(f));
    for (const Note& n : all.notes) {
        json at{n.at.x, n.at.y};
        if (n.at.z != 0.0) at.push_back(n.at.z);
        notes.push_back({{"frame", n.frame}, {"part", n.part}, {"at", std::move(at)}, {"text", n.text}});
    }
    json out = {{"case", 1},
                {"recording", recording},
                {"fixes", fixes},
                {"notes", notes},
                {"expected", json_of(all.expected)}};
    for (const Check& c : all.checks) out["checks"].push_back(json_of(c));
    return out;
}

std::string case_path_of(const std::string& recording) {
    std::filesystem::path path = recording;
    path.replace_extension(".case.json");
    return path.string();
}

Case read_case(const std::string& path) {
    std::error_code error;
    if (!std::filesystem::exists(path, error)) return {};
    return case_from_json(json::parse(read_document(path), nullptr, false), path);
}

Project project_of(const std::string& recording, const std::string& settings) {
    const bool piped = recording == "-";
    const std::string file = settings.empty() && !piped ? project_file_of(recording) : settings;
    Project out;
    if (!file.empty()) out = read_project(file);
    if (piped) return out;
    const std::vector<Expected> own = read_case(case_path_of(recording)).expected;
    out.expected.insert(out.expected.end(), own.begin(), own.end());
    return out;
}

} // namespace oddbounce
