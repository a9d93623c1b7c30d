// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/project.hpp"

#include "fault/rule.hpp"
#include "language/say.hpp"
#include "recording/bad_input.hpp"
#include "recording/files.hpp"

#include <cmath>
#include <filesystem>

namespace oddbounce {

using nlohmann::json;

namespace {

std::vector<std::string> kinds_of(const Finding& f) {
    std::vector<std::string> out(f.kinds.begin(),
                                 f.kinds.begin() +
                                     static_cast<std::ptrdiff_t>(std::min<std::size_t>(2, f.kinds.size())));
    std::sort(out.begin(), out.end());
    return out;
}

Expected one_from_json(const json& j, const std::string& file) {
    const auto text = [&](const char* key) { return j.is_object() && j.contains(key) && j[key].is_string(); };
    Expected out;
    bool whole = text("reason") && text("finding") != text("fault");
    if (whole && text("finding")) out.finding = j["finding"];
    if (whole && text("fault")) {
        out.fault = j["fault"];
        whole = j.contains("kinds") && j["kinds"].is_array() && !j["kinds"].empty() && j["kinds"].size() <= 2;
        if (whole)
            for (const json& k : j["kinds"]) {
                whole = whole && k.is_string();
                if (k.is_string()) out.kinds.push_back(k);
            }
        if (whole && !fault_by_id(out.fault))
            throw BadInput(file, 0, "'" + out.fault + "' is an unknown fault, expected one of docs/faults.md",
                           "expected");
    }
    if (!whole)
        throw BadInput(file, 0,
                       "has an unusable entry in 'expected', expected {\"finding\":ID,\"reason\":…} or "
                       "{\"fault\":ID,\"kinds\":[A,B],\"reason\":…}",
                       "expected");
    std::sort(out.kinds.begin(), out.kinds.end());
    out.reason = j["reason"];
    return out;
}

void take(Settings& settings, const std::string& name, const json& value, const std::string& kind,
          const std::string& file) {
    if (!value.is_number() || !std::isfinite(value.get<double>()) || value.get<double>() < 0.0)
        throw BadInput(file, 0, "'" + name + "' must be a number of at least 0", name);
    if (!Settings::known(name))
        throw BadInput(file, 0, "'" + name + "' is an unknown setting, expected one of docs/faults.md", name);
    settings.set(name, value.get<double>(), kind);
}

} // namespace

Expected rule_for(const Finding& f) {
    Expected out;
    out.fault = f.fault, out.kinds = kinds_of(f);
    return out;
}

bool covers(const Expected& expected, const Finding& f) {
    return expected.finding.empty() ? expected.fault == f.fault && expected.kinds == kinds_of(f)
                                    : expected.finding == f.id;
}

std::string text_of(const Expected& expected) {
    if (!expected.finding.empty()) return expected.finding;
    std::string kinds;
    for (const std::string& k : expected.kinds) kinds += (kinds.empty() ? "" : translated(" and ")) + k;
    return say("every {} of {}", expected.fault, kinds);
}

std::vector<Expected> expected_from_json(const json& list, const std::string& file) {
    if (!list.is_array()) throw BadInput(file, 0, "'expected' must be a list", "expected");
    std::vector<Expected> out;
    for (const json& j : list) out.push_back(one_from_json(j, file));
    return out;
}

json json_of(const std::vector<Expected>& all) {
    json out = json::array();
    for (const Expected& f : all)
        out.push_back(f.finding.empty() ? json{{"fault", f.fault}, {"kinds", f.kinds}, {"reason", f.reason}}
                                        : json{{"finding", f.finding}, {"reason", f.reason}});
    return out;
}

void Project::mark(std::vector<Finding>& findings) const {
    for (Finding& f : findings) {
        f.expected.reset();
        for (const Expected& one : expected)
            if (covers(one, f)) f.expected = one.reason;
    }
}

Project read_project(const std::string& path) {
    const json all = json::parse(read_document(path), nullptr, false);
    if (!all.is_object())
        throw BadInput(path, 0, "is not a settings file, expected a JSON object {\"name\": number, …}");
    Project out;
    for (const auto& [name, value] : all.items()) {
        if (name == "expected")
            out.expected = expected_from_json(value, path);
        else if (name == "kinds") {
            if (!value.is_object())
                throw BadInput(path, 0, "'kinds' must be an object {\"parcel\": {\"name\": number, …}, …}",
                               name);
            for (const auto& [kind, own] : value.items()) {
                if (!own.is_object())
                    throw BadInput(path, 0, "'" + kind + "' must be an object {\"name\": number, …}", kind);
                for (const auto& [key, number] : own.items()) take(out.settings, key, number, kind, path);
            }
        } else
            take(out.settings, name, value, "", path);
    }
    return out;
}

json json_of(const Project& project) {
    json out = json::object();
    for (const auto& [kind, own] : project.settings.changed())
        for (const auto& [name, value] : own) (kind.empty() ? out : out["kinds"][kind])[name] = value;
    if (!project.expected.empty()) out["expected"] = json_of(project.expected);
    return out;
}

std::string project_file_of(const std::string& recording) {
    namespace fs = std::filesystem;
    std::error_code error;
    fs::path folder = fs::absolute(recording, error).parent_path();
    for (;; folder = folder.parent_path()) {
        const fs::path file = folder / "odd-bounce.json";
        if (fs::is_regular_file(file, error)) return file.string();
        if (folder == folder.parent_path()) return {};
    }
}

} // namespace oddbounce
