// SPDX-License-Identifier: GPL-3.0-or-later
// Whole files, built from choices: a log, the bounce file and the compressed log that it becomes, the bounce
// file damaged inside. Each is read, judged, printed, tried with a fix and drawn, or refused with a sentence.
#include "choices.hpp"
#include "damage.hpp"
#include "fix/verdict.hpp"
#include "recording/bounce_file.hpp"
#include "recording/files.hpp"
#include "report/csv.hpp"
#include "report/html.hpp"
#include "report/junit.hpp"
#include "report/report.hpp"
#include "whole.hpp"

#ifdef ODDB_DRAWS
#include "theme/theme.hpp"
#include "view/picture.hpp"

#include <QApplication>
#endif

#include <sstream>
#include <unistd.h>

using namespace oddbounce;

namespace {

std::string file(const char* ending) { return "/tmp/fuzz_whole" + std::to_string(getpid()) + ending; }

void judge_and_print(const Recording& r, Choices& c) {
    ScanOptions options;
    options.threads = 1;
    const Scan found = scan(r, options);
    std::string all = text_of(r, found) +
                      json_of(r, found).dump(-1, ' ', false, json::error_handler_t::replace) + info_text(r);
    for (const Finding& f : found.findings) all += html_of(f);
    std::ostringstream csv;
    write_bodies_csv(csv, r, r.begin(), r.size() - 1), write_contacts_csv(csv, r, r.begin(), r.size() - 1);
    write_findings_csv(csv, found.findings);
    for (const char byte : all)
        if (static_cast<unsigned char>(byte) < 32 && byte != '\n') __builtin_trap(); // a terminal would obey
    Fix fix{"fix", {change_from(c)}};
    if (!found.findings.empty() && !found.findings[0].suggest.empty() && c.often())
        fix.changes = found.findings[0].suggest[0].changes;
    if (fix.changes.empty()) return;
    TryOptions trying;
    trying.before = found.findings, trying.threads = 1;
    try {
        text_of(try_fix(r, fix_from_json(json_of(fix), "fix"), trying), r);
    } catch (const BadInput&) { // it fits nothing in this recording
    }
}

#ifdef ODDB_DRAWS
void draw(const std::string& path) {
    static int count = 0;
    static char name[] = "fuzz";
    static char* names[] = {name, nullptr};
    static int argc = 1;
    qputenv("QT_QPA_PLATFORM", "offscreen");
    static QApplication app(argc, names);
    if (count++ == 0) Theme::use(app, false);
    Session session;
    QString error;
    if (!session.open(QString::fromStdString(path), error)) return;
    while (session.scanning()) QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
    if (!session.findings().empty())
        session.choose_finding(QString::fromStdString(session.findings().front().id));
    session.set_moment(0.5 * session.last_moment());
    save_picture(session, QString::fromStdString(file(count % 2 ? ".svg" : ".png")), {160, 100}, error);
}
#else
void draw(const std::string&) {}
#endif

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    Choices c(data, size);
    const bool draws = c.rarely();
    const std::string log = log_from(c), bounce = file(".bounce"), packed_log = file(".bouncelog.zst");
    std::size_t frames = 0;
    try {
        const auto r = read_log_text(log, "x.bouncelog");
        if (r->empty()) return 0;
        frames = r->size();
        must_be_whole(*r, 400);
        judge_and_print(*r, c);
        write_bounce_file(*r, bounce);
        if (c.rarely()) {
            write_recording(*r, packed_log);
            if (read_recording(packed_log)->size() != frames) __builtin_trap();
        }
    } catch (const BadInput&) {
        return 0;
    }
    if (open_bounce_file(bounce)->size() != frames) __builtin_trap(); // what we wrote ourselves opens
    if (draws) draw(bounce);
    try {
        damage(bounce, c);
        const auto r = open_bounce_file(bounce);
        if (!r->empty() && r->size() < 1000) judge_and_print(*r, c);
        if (draws) draw(bounce);
    } catch (const BadInput&) {
    } catch (const Damaged&) { // while it was damaged
    }
    return 0;
}
