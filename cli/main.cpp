// SPDX-License-Identifier: GPL-3.0-or-later
// oddb: the command line. Machine-readable output on stdout only; errors as "oddb: FILE:LINE: sentence".
#include "live_calls.hpp"

#include "fault/shrink.hpp"
#include "fix/case_file.hpp"
#include "fix/verdict.hpp"
#include "recording/clip.hpp"
#include "recording/csv_import.hpp"
#include "recording/files.hpp"
#include "recording/shots.hpp"
#include "report/csv.hpp"
#include "report/report.hpp"

#include <CLI/CLI.hpp>
#include <fmt/format.h>

#include <algorithm>
#include <iostream>

namespace oddbounce {

namespace {

enum Exit { Nothing = 0, Found = 1, Unusable = 2 };

struct Call {
    std::vector<std::string> files; ///< of scan
    std::string file;               ///< of the others
    std::string only, format = "text", settings, frames, fix, method = "auto", finding, out, mapping,
                      table = "bodies";
    ShotFolder shots;
    std::vector<double> rect;
    bool as_json = false, shrink = false, no_case = false;
    int jobs = 0;
};

std::vector<std::string> split(const std::string& list) {
    std::vector<std::string> out;
    for (std::size_t at = 0; at <= list.size() && !list.empty();) {
        const std::size_t end = std::min(list.find(',', at), list.size());
        out.push_back(list.substr(at, end - at));
        at = end + 1;
    }
    return out;
}

/// "A:B", frame numbers, either end may be left out.
void frame_range(const Recording& r, const std::string& text, ScanOptions& options) {
    options.first = r.begin();
    if (text.empty()) return;
    const std::size_t colon = text.find(':');
    const auto number = [&](const std::string& s) {
        try {
            std::size_t used = 0;
            const long long n = std::stoll(s, &used);
            if (used == s.size()) return n;
        } catch (const std::exception&) {
        }
        throw BadInput("--frames", 0, "'" + text + "' is no range, expected A:B", "--frames");
    };
    if (colon == std::string::npos)
        throw BadInput("--frames", 0, "'" + text + "' is no range, expected A:B", "--frames");
    if (colon > 0) options.first = std::max(r.begin(), r.index_from(number(text.substr(0, colon))));
    if (colon + 1 == text.size()) return;
    const long long end = number(text.substr(colon + 1));
    const std::size_t after = end == std::numeric_limits<long long>::max() ? r.size() : r.index_from(end + 1);
    if (after <= options.first)
        throw BadInput("--frames", 0, "'" + text + "' holds no frame of " + r.file, "--frames");
    options.last = after - 1;
}

int info(const Call& call) {
    const auto recording = read_recording(call.file);
    if (call.as_json)
        std::cout << info_json(*recording).dump() << "\n";
    else
        std::cout << info_text(*recording);
    return Nothing;
}

/// What this recording is judged by.
Project project(const Call& call, const std::string& file) {
    if (!call.no_case) return project_of(file, call.settings);
    Project out =
        project_of("-", call.settings.empty() && file != "-" ? project_file_of(file) : call.settings);
    out.fine.clear();
    return out;
}

int scan_files(const Call& call) {
    ScanOptions options;
    options.only = split(call.only), options.threads = call.jobs;
    bool found = false;
    for (const std::string& file : call.files) {
        const auto recording = read_recording(file);
        ScanOptions own = options;
        own.project = project(call, file);
        frame_range(*recording, call.frames, own);
        const Scan result = scan(*recording, own);
        found = found || std::ranges::any_of(result.findings, [](const Finding& f) { return !f.fine; });
        if (call.format == "json")
            std::cout << json_of(*recording, result).dump() << "\n";
        else
            std::cout << text_of(*recording, result);
    }
    return found ? Found : Nothing;
}

int try_one(const Call& call) {
    const auto recording = read_recording(call.file);
    const Fix fix = read_fix(call.fix);
    TryOptions options;
    options.project = project(call, call.file);
    options.method = call.method == "recheck" ? Method::Recheck
                     : call.method == "rerun" ? Method::Rerun
                                              : Method::Auto;
    ScanOptions scan_options;
    scan_options.project = options.project;
    options.before = scan(*recording, scan_options).findings;
    const Verdict verdict = try_fix(*recording, fix, options);
    if (call.format == "json")
        std::cout << json_of(verdict, *recording).dump() << "\n";
    else
        std::cout << text_of(verdict, *recording);
    return verdict.clears_all() ? Nothing : Found;
}

/// Around a finding: what led to it, and what a rule may wait for after it.
std::shared_ptr<Recording> clip_of_finding(const Call& call, const Recording& r) {
    constexpr std::size_t before = 60, after = 30;
    ScanOptions options;
    options.project = project(call, call.file);
    const Scan result = scan(r, options);
    const auto f = std::ranges::find(result.findings, call.finding, &Finding::id);
    if (f == result.findings.end())
        throw BadInput(r.file, 0, "has no finding '" + call.finding + "', see oddb scan", "--finding");
    if (call.shrink) {
        ShrinkOptions shrinking;
        shrinking.project = options.project;
        if (auto smallest = shrink(r, *f, shrinking)) return smallest;
        throw BadInput(r.file, 0, "shows '" + call.finding + "' only as a whole: it cannot be shrunk",
                       "--shrink");
    }
    const auto first = static_cast<std::size_t>(r.frame_index(f->first)),
               last = static_cast<std::size_t>(r.frame_index(f->last));
    return clip(r, first > before ? first - before : 0, std::min(r.size() - 1, last + after));
}

int cut_clip(const Call& call) {
    if (call.frames.empty() == call.finding.empty())
        throw BadInput("clip", 0, "expects either --frames A:B or --finding ID", "--frames");
    if (call.shrink && call.finding.empty())
        throw BadInput("clip", 0, "--shrink needs --finding: what must still show", "--shrink");
    const auto recording = read_recording(call.file);
    if (recording->empty()) throw BadInput(call.file, 0, "holds no frames, expected at least one");
    std::shared_ptr<Recording> part;
    if (call.finding.empty()) {
        ScanOptions range;
        frame_range(*recording, call.frames, range);
        const std::size_t end = recording->size() - 1;
        if (range.first > end)
            throw BadInput("--frames", 0, "'" + call.frames + "' holds no frame of " + call.file, "--frames");
        part = clip(*recording, range.first, std::min(range.last, end));
    } else
        part = clip_of_finding(call, *recording);
    write_recording(*part, call.out);
    std::cerr << fmt::format("{}: {} frames ({} to {}), {} bodies\n", call.out, part->size(), part->number(0),
                             part->number(part->size() - 1), part->body_count());
    return Nothing;
}

int export_csv(const Call& call) {
    const auto recording = read_recording(call.file);
    if (recording->empty()) throw BadInput(call.file, 0, "holds no frames, expected at least one");
    ScanOptions range;
    range.project = project(call, call.file);
    frame_range(*recording, call.frames, range);
    const std::size_t end = recording->size() - 1, last = std::min(range.last, end);
    if (range.first > last)
        throw BadInput("--frames", 0, "'" + call.frames + "' holds no frame of " + call.file, "--frames");
    if (call.table == "bodies")
        write_bodies_csv(std::cout, *recording, range.first, last);
    else if (call.table == "contacts")
        write_contacts_csv(std::cout, *recording, range.first, last);
    else
        write_findings_csv(std::cout, scan(*recording, range).findings);
    return Nothing;
}

int import(const Call& call) {
    write_recording(*import_csv(call.file, call.mapping), call.out);
    return Nothing;
}

int convert(const Call& call) {
    write_recording(*read_recording(call.file), call.out);
    return Nothing;
}

int add_shots(Call& call) {
    const auto recording = read_recording(call.file);
    if (recording->empty()) throw BadInput(call.file, 0, "holds no frames, expected at least one");
    if (!call.rect.empty()) std::copy_n(call.rect.begin(), 4, call.shots.rect.emplace().begin());
    if (!call.shots.follow.empty() && !call.shots.rect)
        throw BadInput("--follow", 0, "needs --rect: where the picture lies from that body", "--follow");
    const auto shown = with_shots(*recording, call.shots);
    write_recording(*shown, call.out);
    return Nothing;
}

using Run = std::function<int()>;

/// The calls that read.
void add_reading(CLI::App& app, Call& call, Run& run) {
    CLI::App* on_info = app.add_subcommand("info", "what a recording holds");
    on_info->add_option("FILE", call.file, "recording, - for standard input")->required();
    on_info->add_flag("--json", call.as_json, "as JSON");
    on_info->callback([&] { run = [&] { return info(call); }; });

    CLI::App* on_scan = app.add_subcommand("scan", "finds faults; exit status 1 if there are any");
    on_scan->add_option("FILE", call.files, "recordings, - for standard input")->required();
    on_scan->add_option("--only", call.only, "fault ids, separated by commas");
    on_scan->add_option("--format", call.format, "text or json")->check(CLI::IsMember({"text", "json"}));
    on_scan->add_option("--settings", call.settings, "thresholds (JSON); else the nearest odd-bounce.json");
    on_scan->add_flag("--no-case", call.no_case, "as if nobody had marked a finding as fine");
    on_scan->add_option("--frames", call.frames, "A:B, frame numbers");
    on_scan->add_option("--jobs", call.jobs, "threads; 0: all cores")->check(CLI::Range(0, 1024));
    on_scan->callback([&] { run = [&] { return scan_files(call); }; });

    CLI::App* on_try = app.add_subcommand(
        "try", "judges a candidate fix; exit status 1 if a finding stays or a new one comes");
    on_try->add_option("FILE", call.file, "bounce log")->required();
    on_try->add_option("FIX", call.fix, "fix file (JSON)")->required();
    on_try->add_option("--format", call.format, "text or json")->check(CLI::IsMember({"text", "json"}));
    on_try->add_option("--method", call.method, "recheck, rerun or auto")
        ->check(CLI::IsMember({"recheck", "rerun", "auto"}));
    on_try->add_option("--settings", call.settings, "thresholds (JSON)");
    on_try->callback([&] { run = [&] { return try_one(call); }; });
}

/// The calls that write files or tables.
void add_writing(CLI::App& app, Call& call, Run& run) {
    CLI::App* on_clip = app.add_subcommand("clip", "cuts out a part that stands alone");
    on_clip->add_option("IN", call.file, "recording, - for standard input")->required();
    on_clip->add_option("OUT", call.out, "recording to write, by the ending of its name")->required();
    on_clip->add_option("--frames", call.frames, "A:B, frame numbers");
    on_clip->add_option("--finding", call.finding, "id of a finding: the second before it and what follows");
    on_clip->add_flag("--shrink", call.shrink, "only the bodies and frames that the finding needs");
    on_clip->add_option("--settings", call.settings, "thresholds (JSON)");
    on_clip->callback([&] { run = [&] { return cut_clip(call); }; });

    CLI::App* on_export = app.add_subcommand("export", "numbers as CSV, to stdout");
    on_export->add_option("FILE", call.file, "recording, - for standard input")->required();
    on_export->add_option("--table", call.table, "bodies, contacts or findings")
        ->check(CLI::IsMember({"bodies", "contacts", "findings"}));
    on_export->add_option("--frames", call.frames, "A:B, frame numbers");
    on_export->add_option("--settings", call.settings, "thresholds (JSON)");
    on_export->callback([&] { run = [&] { return export_csv(call); }; });

    CLI::App* on_import = app.add_subcommand("import", "makes a recording of positions in plain CSV");
    on_import->add_option("CSV", call.file, "table of positions, - for standard input")->required();
    on_import->add_option("MAPPING", call.mapping, "what its columns mean (JSON, docs/csv-import.md)")
        ->required();
    on_import->add_option("OUT", call.out, "recording to write, by the ending of its name")->required();
    on_import->callback([&] { run = [&] { return import(call); }; });

    CLI::App* on_shots = app.add_subcommand("shots", "lays a folder of pictures under the frames");
    on_shots->add_option("IN", call.file, "recording, - for standard input")->required();
    on_shots->add_option("FOLDER", call.shots.folder, "PNGs whose names end in the frame's number")
        ->required();
    on_shots->add_option("OUT", call.out, "recording to write, by the ending of its name")->required();
    on_shots->add_option("--rect", call.rect, "X0,Y0,X1,Y1: where they lie, unless FOLDER/rects.csv says it")
        ->delimiter(',')
        ->expected(4);
    on_shots->add_option("--follow", call.shots.follow, "body (name or id) from which --rect is measured");
    on_shots->add_option("--first", call.shots.first,
                         "frame of the first picture; the others follow one by one");
    on_shots->callback([&] { run = [&] { return add_shots(call); }; });

    CLI::App* on_convert =
        app.add_subcommand("convert", "writes a recording in the form that OUT's name says");
    on_convert->add_option("IN", call.file, "recording, - for standard input")->required();
    on_convert->add_option("OUT", call.out, ".bouncelog, .bouncelog.zst or .bounce")->required();
    on_convert->callback([&] { run = [&] { return convert(call); }; });
}

/// The calls that take and give sessions of running games.
void add_live(CLI::App& app, ListenCall& listening, SendCall& sending, Run& run) {
    CLI::App* on_listen = app.add_subcommand("listen", "records and judges what running games send");
    on_listen->add_option("OUT", listening.out, "a .bounce file, or a folder: one file a session")
        ->required();
    on_listen->add_option("--port", listening.port, "28650 if not said; 0: any that is free")
        ->check(CLI::Range(0, 65535));
    on_listen->add_option("--address", listening.address, "127.0.0.1 if not said: this machine only");
    on_listen->add_option("--keep", listening.keep_minutes, "minutes that are kept; 0: all")
        ->check(CLI::NonNegativeNumber);
    on_listen->add_flag("--once", listening.once, "ends with the first session");
    on_listen->add_flag("--no-scan", listening.no_scan, "records only");
    on_listen->add_option("--format", listening.format, "of findings on stdout, one a line: text or json")
        ->check(CLI::IsMember({"text", "json"}));
    on_listen->add_option("--settings", listening.settings, "thresholds (JSON)");
    on_listen->callback([&] { run = [&] { return listen(listening) ? Found : Nothing; }; });

    CLI::App* on_send =
        app.add_subcommand("send", "sends a log, also one that still grows, to whoever listens");
    on_send->add_option("FILE", sending.file, "bounce log, - for standard input")->required();
    on_send->add_option("--to", sending.to, "ws://HOST:PORT")->default_str("ws://127.0.0.1:28650");
    on_send->add_option("--pace", sending.pace, "frames a second; 0: as fast as they are taken")
        ->check(CLI::NonNegativeNumber);
    on_send->add_flag("--follow", sending.follow, "goes on as the log grows, until interrupted");
    on_send->callback([&] {
        run = [&] {
            send(sending);
            return Nothing;
        };
    });
}

} // namespace

} // namespace oddbounce

int main(int argc, char** argv) {
    using namespace oddbounce;
    CLI::App app{"Finds faulty collisions in recorded frames of a game's physics.", "oddb"};
    app.set_version_flag("--version", std::string("oddb ") + ODDB_VERSION);
    app.require_subcommand(1);
    Call call;
    ListenCall listening;
    SendCall sending;
    sending.to = "ws://127.0.0.1:28650";
    Run run;

    add_reading(app, call, run), add_writing(app, call, run), add_live(app, listening, sending, run);
    try {
        app.parse(argc, argv);
        return run();
    } catch (const CLI::ParseError& e) {
        const int code = app.exit(e);
        return code == 0 ? Nothing : Unusable;
    } catch (const BadInput& e) {
        std::cerr << "oddb: " << e.what() << "\n";
    } catch (const std::bad_alloc&) {
        std::cerr << "oddb: not enough memory for this recording\n";
    } catch (const std::exception& e) {
        std::cerr << "oddb: " << e.what() << "\n";
    }
    return Unusable;
}
