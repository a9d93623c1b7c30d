// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/account_text.hpp"
#include "fix/verdict.hpp"

#include <fmt/format.h>

namespace oddbounce {

using nlohmann::json;

namespace {

std::vector<std::string> ids(const std::vector<Finding>& findings) {
    std::vector<std::string> out;
    for (const Finding& f : findings) out.push_back(f.id);
    return out;
}

json runs_json(const std::vector<TouchRun>& runs) {
    json out = json::array();
    for (const TouchRun& t : runs)
        out.push_back({{"bodies", {t.a, t.b}}, {"first", t.first}, {"last", t.last}});
    return out;
}

json rows_json(const std::vector<LogChanges::Rows>& all) {
    json out = json::array();
    for (const LogChanges::Rows& r : all) {
        const char* row = r.input == Input::Rays ? "ray" : r.input == Input::Events ? "event" : "grounded";
        out.push_back(
            {{"row", row}, {"name", r.name}, {"changed", r.count}, {"first", r.first}, {"last", r.last}});
    }
    return out;
}

void list(std::string& out, const char* heading, const std::vector<Finding>& findings) {
    for (const Finding& f : findings) {
        std::string names;
        for (const std::string& n : f.names) names += (names.empty() ? "" : ", ") + n;
        out += fmt::format("  {:<8} {}  frames {}-{}  {}\n", heading, f.fault, f.first, f.last, names);
    }
}

} // namespace

std::vector<LoopLine> loop_lines(const Verdict& v, const Recording& r) {
    if (!v.loop) return {};
    const std::string mover = the(body_name(r, v.loop->mover)),
                      other = v.loop->other != 0 ? the(body_name(r, v.loop->other)) : translated("anything");
    return changed_lines(loop_of(v.loop->as_was, mover, other, r),
                         loop_of(v.loop->with_fix, mover, other, r));
}

std::string loop_heading(const Verdict& v, const Recording& r) {
    if (!v.loop || !v.fit) return {};
    const std::string mover = the(body_name(r, v.loop->mover));
    return v.fit->reproduces
               ? say("So the game moves {}, as far as the recording shows:", mover)
               : say("No loop that is known moves {} as the game does. The best one is {} off:", mover,
                     length_text(r, v.fit->largest_difference));
}

std::string engine_line(const EngineRerun& e, const Recording& r) {
    if (!e.why_not.empty()) return say("{} cannot play it again: {}", e.engine, e.why_not);
    const std::string off = length_text(r, e.largest_difference),
                      frames = count_text(static_cast<double>(e.frames), "frame");
    constexpr double nothing = 1e-9; // unit
    if (e.largest_difference <= nothing)
        return say("{} plays it again: without the fix exactly as recorded, for {}", e.engine, frames);
    return e.reproduces() ? say("{} plays it again: without the fix within {} of what was recorded, for {}",
                                e.engine, off, frames)
                          : say("{} plays it again: without the fix {} off what was recorded within {}; {} "
                                "would be near "
                                "enough",
                                e.engine, off, frames, length_text(r, e.near_enough));
}

std::string cost_line(const Verdict& v) {
    if (!v.cost_before || !v.cost_after) return {};
    const auto change = [](double from, double to) {
        return from == to ? figure(from) : figure(from) + " \u2192 " + figure(to);
    };
    return say("{} moves, {} tests, {} corners a frame", change(v.cost_before->moves, v.cost_after->moves),
               change(v.cost_before->tests, v.cost_after->tests),
               change(v.cost_before->corners, v.cost_after->corners));
}

json json_of(const Verdict& v, const Recording& r) {
    json out = {{"oddb", 1},
                {"file", r.file},
                {"fix", v.fix},
                {"method", v.method == Method::Rerun ? "rerun" : "recheck"},
                {"fixed", ids(v.fixed)},
                {"kept", ids(v.kept)},
                {"changed", ids(v.changed)},
                {"new", ids(v.fresh)},
                {"unclear", ids(v.unclear)},
                {"contacts", {{"gained", runs_json(v.gained)}, {"lost", runs_json(v.lost)}}},
                {"ordinary_play", v.ordinary_play},
                {"log", rows_json(v.rows)}};
    if (v.engine) {
        nlohmann::json& e =
            out["engine"] = {{"name", v.engine->engine}, {"reproduces", v.engine->reproduces()}};
        if (v.engine->why_not.empty())
            e["largest_difference"] = v.engine->largest_difference, e["near_enough"] = v.engine->near_enough,
            e["frames"] = v.engine->frames;
        else
            e["why_not"] = v.engine->why_not;
    }
    if (v.fit)
        out["fit"] = {{"reproduces", v.fit->reproduces},
                      {"largest_difference", v.fit->largest_difference},
                      {"near_enough", v.fit->near_enough},
                      {"frames", v.fit->frames},
                      {"held_out", v.fit->held_out},
                      {"held_difference", v.fit->held_difference},
                      {"alternatives", v.fit->alternatives.size()},
                      {"model", json_of(v.fit->model)}};
    constexpr const char* changes[] = {"same", "gone", "new"};
    for (const LoopLine& line : loop_lines(v, r))
        out["loop"].push_back({{"change", changes[line.change]}, {"text", line.text}});
    if (v.cost_before && v.cost_after)
        out["cost"] = {{"moves", {v.cost_before->moves, v.cost_after->moves}},
                       {"tests", {v.cost_before->tests, v.cost_after->tests}},
                       {"corners", {v.cost_before->corners, v.cost_after->corners}}};
    if (v.first_difference) out["first_difference"] = *v.first_difference;
    if (v.models_disagree) out["models_disagree"] = true;
    if (v.begins_before) out["begins_before"] = true;
    if (v.response_unseen) out["response_unseen"] = true;
    if (!v.complete) out["incomplete"] = true;
    return out;
}

std::string text_of(const Verdict& v, const Recording& r) {
    std::string out = fmt::format("{}: {}\n", v.fix.empty() ? "fix" : v.fix, verdict_line(v));
    out += v.method == Method::Rerun ? "  judged by rerun" : "  judged by recheck: recorded motion stays";
    if (v.engine) out += "; " + engine_line(*v.engine, r);
    if (v.fit) {
        out += v.fit->reproduces ? "; the fitted model reproduces this game"
                                 : "; the fitted model does not reproduce this game";
        out += fmt::format(
            " (largest difference {} over {} frames, at most {} is near enough; {}{})",
            length_text(r, v.fit->largest_difference), v.fit->frames, length_text(r, v.fit->near_enough),
            text_of(v.fit->model),
            v.fit->held_out > 0 && v.fit->largest_difference <= v.fit->near_enough
                ? fmt::format("; held against {}: {} at most",
                              count_text(static_cast<double>(v.fit->held_out), "other occurrence"),
                              length_text(r, v.fit->held_difference))
                : "");
    }
    out += "\n";
    if (v.ordinary_play > 0)
        out += fmt::format("  moved again at {} of ordinary play as well\n",
                           count_text(static_cast<double>(v.ordinary_play), "moment"));
    if (const std::string cost = cost_line(v); !cost.empty()) out += "  cost " + cost + "\n";
    if (v.first_difference) out += fmt::format("  differs from frame {} on\n", *v.first_difference);
    if (v.loop) out += "  " + loop_heading(v, r) + "\n";
    constexpr char signs[] = {' ', '-', '+'};
    for (const LoopLine& line : loop_lines(v, r))
        out += fmt::format("  {}   {}\n", signs[line.change], line.text);
    list(out, "fixed", v.fixed), list(out, "kept", v.kept), list(out, "changed", v.changed),
        list(out, "new", v.fresh), list(out, "unclear", v.unclear);
    const auto runs = [&](const char* heading, const std::vector<TouchRun>& all) {
        for (const TouchRun& t : all)
            out += fmt::format("  contact {}: {} with {}, frames {}-{}\n", heading, body_name(r, t.a),
                               body_name(r, t.b), t.first, t.last);
    };
    runs("gained", v.gained), runs("lost", v.lost);
    if (v.gained.empty() && v.lost.empty()) out += "  no contact gained or lost\n";
    return out;
}

} // namespace oddbounce
