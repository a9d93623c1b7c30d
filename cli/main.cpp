// SPDX-License-Identifier: GPL-3.0-or-later
// oddb: the command line. Results on stdout only; errors as "oddb: FILE:LINE: sentence" on stderr.
#include "calls.hpp"
#include "live_calls.hpp"
#include "manual.hpp"

#include "recording/bad_input.hpp"
#include "recording/plain_text.hpp"

#include <CLI/CLI.hpp>

#include <cerrno>
#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <exception>
#include <functional>
#include <iostream>
#include <new>

namespace oddbounce {

namespace {

using Run = std::function<int()>;

/// The calls that read.
void add_reading(CLI::App& app, Call& call, Run& run) {
    CLI::App* on_info = app.add_subcommand("info", "prints what a recording contains");
    on_info->add_option("FILE", call.file, "recording, - for standard input")->required();
    on_info->add_flag("--json", call.as_json, "prints JSON");
    on_info->callback([&] { run = [&] { return print_info(call); }; });

    CLI::App* on_scan = app.add_subcommand("scan", "finds faults");
    on_scan->add_option("FILE", call.files, "recordings, - for standard input")->required();
    on_scan->add_option("--only", call.only, "fault ids, separated by commas");
    on_scan->add_option("--format", call.format, "text, json, junit or html")
        ->check(CLI::IsMember({"text", "json", "junit", "html"}));
    on_scan->add_option("--settings", call.settings,
                        "thresholds (JSON); default: the nearest odd-bounce.json");
    on_scan->add_flag("--no-case", call.no_case, "ignores findings that are marked as expected");
    on_scan->add_option("--frames", call.frames, "A:B, frame numbers");
    CLI::Option* dismissed = on_scan->add_flag("--dismissed", call.dismissed,
                                               "also tells what was considered and not reported, and why");
    on_scan->add_option("--about", call.about, "with --dismissed: bodies, by name or id, separated by commas")
        ->needs(dismissed);
    on_scan->add_option("--jobs", call.jobs, "threads; 0: all cores")->check(CLI::Range(0, 1024));
    on_scan->callback([&] { run = [&] { return scan_files(call); }; });

    CLI::App* on_verify = app.add_subcommand("verify", "checks that recordings are intact");
    on_verify->add_option("FILE", call.files, "recordings")->required();
    on_verify->callback([&] { run = [&] { return verify(call); }; });

    CLI::App* on_try = app.add_subcommand("try", "judges a candidate fix");
    on_try->add_option("FILE", call.file, "recording, - for standard input")->required();
    on_try->add_option("FIX", call.fix, "fix file (JSON)")->required();
    on_try->add_option("--format", call.format, "text or json")->check(CLI::IsMember({"text", "json"}));
    on_try->add_option("--method", call.method, "recheck, rerun or auto")
        ->check(CLI::IsMember({"recheck", "rerun", "auto"}));
    on_try->add_option("--settings", call.settings, "thresholds (JSON)");
    on_try->callback([&] { run = [&] { return try_one(call); }; });

    CLI::App* on_guard = app.add_subcommand("guard", "runs the checks that are kept in cases");
    on_guard->add_option("PATH", call.files, "recordings, and folders of them")->required();
    on_guard->add_option("--format", call.format, "text or junit")->check(CLI::IsMember({"text", "junit"}));
    on_guard->add_option("--settings", call.settings, "thresholds (JSON)");
    on_guard->callback([&] { run = [&] { return guard_files(call); }; });

    CLI::App* on_range = app.add_subcommand("range", "tells which values of a number of a fix work");
    on_range->add_option("FILE", call.file, "recording, - for standard input")->required();
    on_range->add_option("FIX", call.fix, "fix file (JSON)")->required();
    on_range->add_option("--number", call.number, "which of them: grow, size.x, 2.friction");
    on_range->add_option("--from", call.from, "the least value to try");
    on_range->add_option("--to", call.to, "the largest value to try");
    CLI::Option* and_number =
        on_range->add_option("--and", call.and_number, "another number: each value of both together");
    on_range->add_option("--and-from", call.and_from, "the least value of it")->needs(and_number);
    on_range->add_option("--and-to", call.and_to, "the largest value of it")->needs(and_number);
    on_range->add_option("--values", call.values, "how many are tried before the ends are sought")
        ->check(CLI::Range(2, 1000));
    on_range->add_option("--format", call.format, "text or json")->check(CLI::IsMember({"text", "json"}));
    on_range->add_option("--method", call.method, "recheck, rerun or auto")
        ->check(CLI::IsMember({"recheck", "rerun", "auto"}));
    on_range->add_option("--settings", call.settings, "thresholds (JSON)");
    on_range->callback([&] { run = [&] { return try_range(call); }; });

    CLI::App* on_shake =
        app.add_subcommand("shake", "tells how often a fault still shows when its start is varied");
    on_shake->add_option("FILE", call.file, "recording, - for standard input")->required();
    on_shake->add_option("FIX", call.fix, "fix file (JSON)")->required();
    on_shake->add_option("--finding", call.finding, "id of the finding; without it the heaviest one");
    on_shake->add_option("--starts", call.starts, "how many starts are tried")->check(CLI::Range(1, 1000000));
    on_shake->add_option("--seed", call.seed, "the same seed gives the same starts");
    on_shake->add_option("--format", call.format, "text or json")->check(CLI::IsMember({"text", "json"}));
    on_shake->add_option("--settings", call.settings, "thresholds (JSON)");
    on_shake->callback([&] { run = [&] { return shake_fix(call); }; });

    CLI::App* on_sides =
        app.add_subcommand("sides", "tells from which sides a fault shows, without a fix and with it");
    on_sides->add_option("FILE", call.file, "recording, - for standard input")->required();
    on_sides->add_option("FIX", call.fix, "fix file (JSON)")->required();
    on_sides->add_option("--finding", call.finding, "id of the finding; without it the heaviest one");
    on_sides->add_option("--format", call.format, "text or json")->check(CLI::IsMember({"text", "json"}));
    on_sides->add_option("--settings", call.settings, "thresholds (JSON)");
    on_sides->callback([&] { run = [&] { return sides_of_fix(call); }; });
}

/// The calls that write files or tables.
void add_writing(CLI::App& app, Call& call, Run& run) {
    CLI::App* on_clip = app.add_subcommand("clip", "cuts out a part as a recording of its own");
    on_clip->add_option("IN", call.file, "recording, - for standard input")->required();
    on_clip->add_option("OUT", call.out, "recording to write: .bouncelog, .bouncelog.zst or .bounce")
        ->required();
    on_clip->add_option("--frames", call.frames, "A:B, frame numbers");
    on_clip->add_option("--finding", call.finding, "id of a finding: cuts from one second before it");
    on_clip->add_flag("--shrink", call.shrink, "keeps only the bodies and frames that the finding needs");
    on_clip->add_option("--settings", call.settings, "thresholds (JSON)");
    on_clip->callback([&] { run = [&] { return cut_clip(call); }; });

    CLI::App* on_export = app.add_subcommand("export", "prints numbers as CSV");
    on_export->add_option("FILE", call.file, "recording, - for standard input")->required();
    on_export->add_option("--table", call.table, "bodies, contacts or findings")
        ->check(CLI::IsMember({"bodies", "contacts", "findings"}));
    on_export->add_option("--frames", call.frames, "A:B, frame numbers");
    on_export->add_option("--settings", call.settings, "thresholds (JSON)");
    on_export->callback([&] { run = [&] { return export_csv(call); }; });

    CLI::App* on_import = app.add_subcommand("import", "makes a recording from a CSV table of positions");
    on_import->add_option("CSV", call.file, "table of positions, - for standard input")->required();
    on_import->add_option("MAPPING", call.mapping, "what its columns mean (JSON, see docs/csv-import.md)")
        ->required();
    on_import->add_option("OUT", call.out, "recording to write: .bouncelog, .bouncelog.zst or .bounce")
        ->required();
    on_import->callback([&] { run = [&] { return import_table(call); }; });

    CLI::App* on_screenshots =
        app.add_subcommand("screenshots", "puts a folder of screenshots under the frames");
    on_screenshots->add_option("IN", call.file, "recording, - for standard input")->required();
    on_screenshots
        ->add_option("FOLDER", call.screenshots.folder, "PNG files whose names end in the frame number")
        ->required();
    on_screenshots->add_option("OUT", call.out, "recording to write: .bouncelog, .bouncelog.zst or .bounce")
        ->required();
    on_screenshots
        ->add_option("--rect", call.rect,
                     "X0,Y0,X1,Y1: rectangle in the world, unless FOLDER/rects.csv has it")
        ->delimiter(',')
        ->expected(4);
    on_screenshots->add_option("--follow", call.screenshots.follow,
                               "body (name or id) that --rect is relative to");
    on_screenshots->add_option("--first", call.screenshots.first,
                               "frame of the first screenshot; the others follow one per frame");
    on_screenshots->callback([&] { run = [&] { return add_screenshots(call); }; });

    CLI::App* on_convert = app.add_subcommand("convert", "converts a recording to the format of OUT");
    on_convert->add_option("IN", call.file, "recording, - for standard input")->required();
    on_convert->add_option("OUT", call.out, ".bouncelog, .bouncelog.zst or .bounce")->required();
    on_convert->callback([&] { run = [&] { return convert(call); }; });
}

/// The calls that take and give sessions of running games.
void add_live(CLI::App& app, ListenCall& listening, SendCall& sending, Run& run) {
    CLI::App* on_listen = app.add_subcommand("listen", "records and judges what running games send");
    on_listen->add_option("OUT", listening.out, "a .bounce file, or a folder for one file per session")
        ->required();
    on_listen->add_option("--port", listening.port, "default 28650; 0: any free port")
        ->check(CLI::Range(0, 65535));
    on_listen->add_option("--address", listening.address, "default 127.0.0.1: this machine only");
    on_listen->add_option("--token", listening.token,
                          "what pages of this machine must name; default: a new one");
    on_listen->add_option("--keep", listening.keep_minutes, "minutes to keep; 0: all")
        ->check(CLI::NonNegativeNumber);
    on_listen->add_flag("--once", listening.once, "ends after the first session");
    on_listen->add_flag("--no-scan", listening.no_scan, "records without judging");
    on_listen->add_option("--format", listening.format, "format of the findings on stdout: text or json")
        ->check(CLI::IsMember({"text", "json"}));
    on_listen->add_option("--settings", listening.settings, "thresholds (JSON)");
    on_listen->callback([&] {
        run = [&] {
            const ListenResult result = listen(listening);
            return result.found ? Found : result.whole ? Nothing : NotJudged;
        };
    });

    CLI::App* on_send = app.add_subcommand("send", "sends a log to a listener, also one that still grows");
    on_send->add_option("FILE", sending.file, "bounce log, - for standard input")->required();
    on_send->add_option("--to", sending.to, "ws://HOST:PORT")->default_str("ws://127.0.0.1:28650");
    on_send->add_option("--pace", sending.pace, "frames per second; 0: as fast as possible")
        ->check(CLI::NonNegativeNumber);
    on_send->add_flag("--follow", sending.follow, "waits for more as the log grows, until interrupted");
    on_send->callback([&] {
        run = [&] {
            send(sending);
            return Nothing;
        };
    });
}

/// Completion for shells and the manual page: packaging writes them from here.
void add_help(CLI::App& app, std::string& shell, Run& run) {
    CLI::App* on_completion = app.add_subcommand("completion", "prints a completion script for a shell");
    on_completion->add_option("SHELL", shell, "bash, zsh or fish")
        ->required()
        ->check(CLI::IsMember({"bash", "zsh", "fish"}));
    on_completion->callback([&] { run = [&] { return std::cout << completion_of(app, shell), Nothing; }; });
    CLI::App* on_manual = app.add_subcommand("manual", "prints the manual page (roff)");
    on_manual->callback([&] { run = [&] { return std::cout << manual_of(app, ODDB_VERSION), Nothing; }; });
}

/// What was printed must have arrived: a full disk is an error, a reader that left is none of ours.
int flushed(int status) {
    errno = 0;
    std::cout.flush();
    if (std::cout.good()) return status;
    const int reason = errno;
    std::cerr << "oddb: standard output: cannot be written"
              << (reason ? std::string(": ") + std::strerror(reason) : std::string()) << "\n";
    return Unusable;
}

int run_call(int argc, char** argv) {
    CLI::App app{"Finds faulty collisions in recorded frames of a game's physics.", "oddb"};
    app.set_version_flag("--version", std::string("oddb ") + ODDB_VERSION);
    app.require_subcommand(1);
    app.fallthrough(); // --quiet may follow the call
    Call call;
    ListenCall listening;
    SendCall sending;
    sending.to = "ws://127.0.0.1:28650";
    std::string shell;
    Run run;
    app.add_flag("--quiet", call.quiet, "shows no progress");

    add_reading(app, call, run), add_writing(app, call, run), add_live(app, listening, sending, run),
        add_help(app, shell, run);
    try {
        app.parse(argc, argv);
        return flushed(run());
    } catch (const CLI::ParseError& e) {
        return flushed(app.exit(e) == 0 ? Nothing : Unusable);
    }
}

} // namespace

} // namespace oddbounce

int main(int argc, char** argv) {
    using namespace oddbounce;
    for (const int signal : {SIGPIPE, SIGXFSZ})
        std::signal(signal, SIG_IGN); // a failed write is told as an error
    // A library's destructor may run out of memory, too, and then nothing can be caught.
    std::set_terminate([] {
        try {
            if (const std::exception_ptr e = std::current_exception()) std::rethrow_exception(e);
        } catch (const std::bad_alloc&) {
            std::fputs("oddb: not enough memory for this recording\n", stderr);
            std::_Exit(Unusable);
        } catch (...) {
        }
        std::abort();
    });
    try {
        return run_call(argc, argv);
    } catch (const BadInput& e) {
        std::cerr << "oddb: " << e.what() << "\n";
    } catch (const std::bad_alloc&) {
        std::cerr << "oddb: not enough memory for this recording\n";
    } catch (const std::exception& e) {
        std::cerr << "oddb: " << plain_text(e.what()) << "\n";
    }
    return Unusable;
}
