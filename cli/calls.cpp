// SPDX-License-Identifier: GPL-3.0-or-later
#include "calls.hpp"

#include "fault/account_text.hpp"
#include "fault/shrink.hpp"
#include "fix/case_file.hpp"
#include "fix/range.hpp"
#include "fix/shake.hpp"
#include "fix/sides.hpp"
#include "progress.hpp"
#include "recording/bounce_file.hpp"
#include "recording/clip.hpp"
#include "recording/csv_import.hpp"
#include "recording/files.hpp"
#include "report/csv.hpp"
#include "report/html.hpp"
#include "report/junit.hpp"
#include "report/report.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>
#include <iostream>

namespace oddbounce {

namespace {

std::vector<std::string> split(const std::string& list) {
    std::vector<std::string> out;
    for (std::size_t at = 0; at <= list.size() && !list.empty();) {
        const std::size_t end = std::min(list.find(',', at), list.size());
        out.push_back(list.substr(at, end - at));
        at = end + 1;
    }
    return out;
}

BadInput no_range(const std::string& text) {
    return BadInput("--frames", 0, "'" + text + "' is not a range, expected A:B", "--frames");
}

std::int64_t frame_number(const std::string& text, const std::string& range) {
    try {
        std::size_t used = 0;
        const long long n = std::stoll(text, &used);
        if (used == text.size()) return n;
    } catch (const std::exception&) {
    }
    throw no_range(range);
}

/// "A:B", frame numbers, either end may be left out.
void frame_range(const Recording& r, const std::string& text, ScanOptions& options) {
    options.first = r.begin();
    if (text.empty()) return;
    const std::size_t colon = text.find(':');
    if (colon == std::string::npos) throw no_range(text);
    if (colon > 0)
        options.first = std::max(r.begin(), r.index_from(frame_number(text.substr(0, colon), text)));
    std::size_t after = r.size();
    if (colon + 1 < text.size()) {
        const std::int64_t end = frame_number(text.substr(colon + 1), text);
        if (end < std::numeric_limits<std::int64_t>::max()) after = r.index_from(end + 1);
    }
    if (after <= options.first)
        throw BadInput("--frames", 0, "'" + text + "' contains no frame of " + r.file, "--frames");
    options.last = after - 1;
}

std::shared_ptr<Recording> read(const Call& call, const std::string& file) {
    Progress progress("reading " + file, call.quiet);
    auto recording = read_recording(file, progress.control());
    progress.check();
    return recording;
}

std::shared_ptr<Recording> read_with_frames(const Call& call) {
    auto recording = read(call, call.file);
    if (recording->empty()) throw BadInput(call.file, 0, "contains no frames, expected at least one");
    return recording;
}

void write(const Call& call, const Recording& recording) {
    Progress progress("writing " + call.out, call.quiet);
    write_recording(recording, call.out, progress.control());
    progress.check();
}

Scan judge(const Call& call, const Recording& recording, ScanOptions options) {
    Progress progress("judging " + recording.file, call.quiet);
    options.control = progress.control();
    Scan result = scan(recording, options);
    progress.check();
    return result;
}

/// Thresholds and expected findings that this recording is judged by.
Project project(const Call& call, const std::string& file) {
    if (!call.no_case) return project_of(file, call.settings);
    Project out =
        project_of("-", call.settings.empty() && file != "-" ? project_file_of(file) : call.settings);
    out.expected.clear();
    return out;
}

/// Keeps what is about all the bodies that --about names.
void keep_about(const Call& call, const Recording& r, std::vector<Dismissal>& all) {
    for (const std::string& body : split(call.about)) {
        const auto is = [&](const Dismissal& d) {
            for (std::size_t i = 0; i < d.bodies.size(); ++i)
                if (d.names[i] == body || std::to_string(d.bodies[i]) == body) return true;
            return false;
        };
        bool known = false;
        for (std::size_t slot = 0; slot < r.body_count(); ++slot) {
            const Id id = r.body_id(static_cast<Slot>(slot));
            known = known || body_name(r, id) == body || std::to_string(id) == body;
        }
        if (!known) throw BadInput("--about", 0, "'" + body + "' is no body of " + r.file, "--about");
        std::erase_if(all, [&](const Dismissal& d) { return !is(d); });
    }
}

/// Something that was asked for was not judged: a fault named by --only, or everything.
bool lacks_judgement(const Call& call, const Scan& result) {
    return result.coverage.judged == 0 || (!call.only.empty() && !result.coverage.whole());
}

} // namespace

int print_info(const Call& call) {
    const auto recording = read(call, call.file);
    std::cout << (call.as_json ? info_json(*recording).dump() + "\n" : info_text(*recording));
    return Nothing;
}

int scan_files(const Call& call) {
    ScanOptions options;
    options.only = split(call.only), options.threads = call.jobs;
    bool found = false, lacks = false;
    std::vector<JudgedFile> judged; // for the formats that tell of all files at once
    for (const std::string& file : call.files) {
        const auto recording = read(call, file);
        ScanOptions own = options;
        own.project = project(call, file);
        frame_range(*recording, call.frames, own);
        own.dismissed = call.dismissed;
        Scan result = judge(call, *recording, own);
        keep_about(call, *recording, result.dismissed);
        found = found || std::ranges::any_of(result.findings, [](const Finding& f) { return !f.expected; });
        lacks = lacks || lacks_judgement(call, result);
        if (call.format == "json")
            std::cout << json_of(*recording, result).dump() << "\n";
        else if (call.format == "text")
            std::cout << text_of(*recording, result);
        else
            judged.push_back({recording, std::move(result)});
    }
    if (call.format == "junit") std::cout << junit_of(judged);
    if (call.format == "html") std::cout << html_of(judged);
    return found ? Found : lacks ? NotJudged : Nothing;
}

namespace {

/// What a fix is tried by, with what is found without it.
TryOptions tries_of(const Call& call, const Recording& recording) {
    TryOptions options;
    options.project = project(call, call.file);
    options.method = call.method == "recheck" ? Method::Recheck
                     : call.method == "rerun" ? Method::Rerun
                                              : Method::Auto;
    ScanOptions scan_options;
    scan_options.project = options.project, scan_options.accounts = false;
    options.before = judge(call, recording, scan_options).findings;
    return options;
}

} // namespace

namespace {

/// What is asked for, else what is usual.
std::pair<double, double> asked_range(const FixNumber& number, const std::optional<double>& from,
                                      const std::optional<double>& to, const std::string& prefix) {
    const auto [usual_from, usual_to] = usual_range(number);
    const std::pair<double, double> out{from.value_or(usual_from), to.value_or(usual_to)};
    if (out.first >= out.second)
        throw BadInput(prefix + "from", 0,
                       "is " + figure(out.first) + ", expected less than " + prefix + "to, " +
                           figure(out.second),
                       prefix + "from");
    return out;
}

int try_map(const Call& call, const Recording& recording, const Fix& fix, const FixNumber& across) {
    const FixNumber up = number_named(fix, call.and_number);
    if (up.name == across.name)
        throw BadInput("--and", 0, "is the same number as --number, expected another one", "--and");
    MapOptions options;
    options.across = asked_range(across, call.from, call.to, "--");
    options.up = asked_range(up, call.and_from, call.and_to, "--and-");
    options.values = call.values, options.tries = tries_of(call, recording);
    TryCache cache;
    Progress progress("trying " + fix.name, call.quiet);
    options.tries.control = progress.control(), options.tries.cache = &cache;
    const RangeMap map = map_of(recording, fix, across, up, options);
    progress.check();
    std::cout << (call.format == "json" ? json_of(map, recording).dump() + "\n" : text_of(map, recording));
    const bool works =
        std::ranges::any_of(map.cells, [](const RangePoint& p) { return p.outcome == RangePoint::Works; });
    return works ? Nothing : Found;
}

} // namespace

int try_range(const Call& call) {
    const auto recording = read(call, call.file);
    const Fix fix = read_fix(call.fix);
    const FixNumber number = number_named(fix, call.number);
    if (!call.and_number.empty()) return try_map(call, *recording, fix, number);
    RangeOptions options;
    std::tie(options.from, options.to) = asked_range(number, call.from, call.to, "--");
    options.values = call.values;
    options.tries = tries_of(call, *recording);
    TryCache cache;
    Progress progress("trying " + fix.name, call.quiet);
    options.tries.control = progress.control(), options.tries.cache = &cache;
    const Range range = range_of(*recording, fix, number, options);
    progress.check();
    std::cout << (call.format == "json" ? json_of(range, *recording).dump() + "\n"
                                        : text_of(range, *recording));
    return range.works.empty() ? Found : Nothing;
}

namespace {

void check_finding(const Call& call, const TryOptions& tries) {
    if (!call.finding.empty() &&
        std::ranges::find(tries.before, call.finding, &Finding::id) == tries.before.end())
        throw BadInput("--finding", 0, "'" + call.finding + "' is not a finding of this recording",
                       "--finding");
}

} // namespace

int shake_fix(const Call& call) {
    const auto recording = read(call, call.file);
    const Fix fix = read_fix(call.fix);
    ShakeOptions options;
    options.tries = tries_of(call, *recording);
    options.finding = call.finding, options.starts = call.starts, options.seed = call.seed;
    check_finding(call, options.tries);
    TryCache cache;
    Progress progress("shaking " + fix.name, call.quiet);
    options.tries.control = progress.control(), options.tries.cache = &cache;
    const Shake shaken = shake(*recording, fix, options);
    progress.check();
    std::cout << (call.format == "json" ? json_of(shaken).dump() + "\n" : text_of(shaken));
    if (!shaken.unknown.empty()) return NotJudged;
    return shaken.fails_with() > 0 ? Found : Nothing;
}

int sides_of_fix(const Call& call) {
    const auto recording = read(call, call.file);
    const Fix fix = read_fix(call.fix);
    TryOptions tries = tries_of(call, *recording);
    check_finding(call, tries);
    TryCache cache;
    Progress progress("trying " + fix.name, call.quiet);
    tries.control = progress.control(), tries.cache = &cache;
    const Sides sides = all_sides(*recording, fix, tries, call.finding);
    progress.check();
    std::cout << (call.format == "json" ? json_of(sides, *recording).dump() + "\n"
                                        : text_of(sides, *recording));
    if (!sides.unknown.empty() || sides.judged() == 0) return NotJudged;
    return sides.fails_with() > 0 ? Found : Nothing;
}

namespace {

bool is_recording(const std::string& path) {
    return path.ends_with(".bouncelog") || path.ends_with(".bouncelog.zst") || path.ends_with(".bounce");
}

/// The recordings named, and those in the folders named, in order.
std::vector<std::string> recordings_in(const std::vector<std::string>& paths) {
    std::vector<std::string> out;
    for (const std::string& path : paths) {
        std::error_code error;
        if (!std::filesystem::is_directory(path, error)) {
            out.push_back(path);
            continue;
        }
        std::vector<std::string> inside;
        for (const auto& entry : std::filesystem::recursive_directory_iterator(path))
            if (entry.is_regular_file() && is_recording(entry.path().string()))
                inside.push_back(entry.path().string());
        std::ranges::sort(inside);
        out.insert(out.end(), inside.begin(), inside.end());
    }
    return out;
}

} // namespace

int guard_files(const Call& call) {
    std::vector<GuardedFile> all;
    std::size_t checks = 0, failed = 0;
    for (const std::string& file : recordings_in(call.files)) {
        const Case kept = read_case(case_path_of(file));
        if (kept.checks.empty()) continue;
        const auto recording = read(call, file);
        Progress progress("checking " + file, call.quiet);
        all.push_back({file, guard(*recording, kept, project(call, file), call.jobs, progress.control())});
        progress.check();
        for (const CheckResult& c : all.back().checks) {
            ++checks, failed += !c.holds;
            if (call.format == "text")
                std::cout << fmt::format("{} {}: {}{}\n", c.holds ? "ok    " : "FAILED", file, c.what,
                                         c.why.empty() ? "" : " (" + c.why + ")");
        }
    }
    if (call.format == "junit") std::cout << junit_of(all);
    if (call.format == "text") std::cout << fmt::format("{} of {} checks hold\n", checks - failed, checks);
    return checks == 0 ? NotJudged : failed > 0 ? Found : Nothing;
}

int try_one(const Call& call) {
    const auto recording = read(call, call.file);
    const Fix fix = read_fix(call.fix);
    TryOptions options = tries_of(call, *recording);
    Progress progress("trying " + fix.name, call.quiet);
    options.control = progress.control();
    const Verdict verdict = try_fix(*recording, fix, options);
    progress.check();
    std::cout << (call.format == "json" ? json_of(verdict, *recording).dump() + "\n"
                                        : text_of(verdict, *recording));
    if (verdict.nothing_to_fix()) return verdict.fresh.empty() ? NotJudged : Found;
    return verdict.fixes_all() ? Nothing : Found;
}

namespace {

/// Around a finding: what led to it, and what a rule may wait for after it.
std::shared_ptr<Recording> clip_of_finding(const Call& call, const Recording& r) {
    constexpr std::size_t before = 60, after = 30; // frames
    ScanOptions options;
    options.project = project(call, call.file);
    const Scan result = judge(call, r, options);
    const auto f = std::ranges::find(result.findings, call.finding, &Finding::id);
    if (f == result.findings.end())
        throw BadInput(r.file, 0,
                       "has no finding '" + call.finding + "', expected an id that `oddb scan` prints",
                       "--finding");
    if (call.shrink) {
        ShrinkOptions shrinking;
        shrinking.project = options.project;
        if (auto smallest = shrink(r, *f, shrinking)) return smallest;
        throw BadInput(r.file, 0, "cannot be shrunk: '" + call.finding + "' needs the whole recording",
                       "--shrink");
    }
    const auto first = static_cast<std::size_t>(r.frame_index(f->first)),
               last = static_cast<std::size_t>(r.frame_index(f->last));
    return clip(r, first > before ? first - before : 0, std::min(r.size() - 1, last + after));
}

/// First and last frame that --frames names.
std::pair<std::size_t, std::size_t> frames_of(const Call& call, const Recording& r) {
    ScanOptions range;
    frame_range(r, call.frames, range);
    const std::size_t last = std::min(range.last, r.size() - 1);
    if (range.first > last)
        throw BadInput("--frames", 0, "'" + call.frames + "' contains no frame of " + call.file, "--frames");
    return {range.first, last};
}

} // namespace

int cut_clip(const Call& call) {
    if (call.frames.empty() == call.finding.empty())
        throw BadInput("clip", 0, "needs either --frames A:B or --finding ID", "--frames");
    if (call.shrink && call.finding.empty())
        throw BadInput("clip", 0, "--shrink needs --finding ID", "--shrink");
    const auto recording = read_with_frames(call);
    std::shared_ptr<Recording> part;
    if (call.finding.empty()) {
        const auto [first, last] = frames_of(call, *recording);
        part = clip(*recording, first, last);
    } else
        part = clip_of_finding(call, *recording);
    write(call, *part);
    std::cerr << fmt::format("{}: {} frames ({} to {}), {} bodies\n", call.out, part->size(), part->number(0),
                             part->number(part->size() - 1), part->body_count());
    return Nothing;
}

int export_csv(const Call& call) {
    const auto recording = read_with_frames(call);
    const auto [first, last] = frames_of(call, *recording);
    if (call.table == "bodies")
        write_bodies_csv(std::cout, *recording, first, last);
    else if (call.table == "contacts")
        write_contacts_csv(std::cout, *recording, first, last);
    else {
        ScanOptions options;
        options.project = project(call, call.file), options.first = first, options.last = last;
        write_findings_csv(std::cout, judge(call, *recording, options).findings);
    }
    return Nothing;
}

int import_table(const Call& call) { return write(call, *import_csv(call.file, call.mapping)), Nothing; }

int convert(const Call& call) { return write(call, *read(call, call.file)), Nothing; }

int add_screenshots(const Call& call) {
    const auto recording = read_with_frames(call);
    ScreenshotFolder screenshots = call.screenshots;
    if (!call.rect.empty()) std::copy_n(call.rect.begin(), 4, screenshots.rect.emplace().begin());
    if (!screenshots.follow.empty() && !screenshots.rect)
        throw BadInput("--follow", 0, "needs --rect, the rectangle of the picture relative to that body",
                       "--follow");
    return write(call, *with_screenshots(*recording, screenshots)), Nothing;
}

/// Every frame is read: spans are fetched and their checksums compared.
int verify(const Call& call) {
    for (const std::string& file : call.files) {
        const auto recording = read(call, file);
        Progress progress("verifying " + file, call.quiet);
        for (std::size_t i = recording->begin(); i < recording->size(); ++i) {
            recording->frame(i);
            progress.control()->progress =
                static_cast<double>(i - recording->begin()) / static_cast<double>(recording->kept());
            progress.check();
        }
        std::cout << fmt::format("{}: {} frames are intact\n", file, recording->kept());
    }
    return Nothing;
}

} // namespace oddbounce
