// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/junit.hpp"

#include "report/xml.hpp"

#include <fmt/format.h>

namespace oddbounce {

namespace {

struct Counts {
    std::size_t tests = 0, failures = 0, skipped = 0;
};

std::string failure_of(const Finding& f) {
    std::string account;
    for (const Sentence& s : f.account) account += sentence_text(s) + "\n";
    return fmt::format("      <failure message=\"{}\" type=\"{}\">{}</failure>\n",
                       xml_text(fmt::format("{}, frames {} to {}", headline(f), f.first, f.last)),
                       xml_text(f.id), xml_text(account));
}

std::string case_of(const JudgedFile& file, const Fault& fault, Counts& counts) {
    const auto reason = file.scan.not_judged.find(fault.id);
    std::string inside, expected;
    if (reason != file.scan.not_judged.end()) {
        ++counts.skipped;
        inside = fmt::format("      <skipped message=\"{}\"/>\n", xml_text(reason->second));
    }
    bool failed = false;
    for (const Finding& f : file.scan.findings) {
        if (f.fault != fault.id) continue;
        if (f.expected)
            expected += fmt::format("expected: {}, {}\n", f.id, *f.expected);
        else
            inside += failure_of(f), failed = true;
    }
    counts.failures += failed, ++counts.tests;
    if (!expected.empty()) inside += "      <system-out>" + xml_text(expected) + "</system-out>\n";
    const std::string open = fmt::format("    <testcase classname=\"{}\" name=\"{}\"",
                                         xml_text(file.recording->file), xml_text(fault.id));
    return inside.empty() ? open + "/>\n" : open + ">\n" + inside + "    </testcase>\n";
}

std::string suite_of(const std::string& file, const Counts& counts, const std::string& cases) {
    return fmt::format(
        "  <testsuite name=\"{}\" tests=\"{}\" failures=\"{}\" errors=\"0\" skipped=\"{}\">\n{}"
        "  </testsuite>\n",
        xml_text(file), counts.tests, counts.failures, counts.skipped, cases);
}

std::string document_of(const Counts& all, const std::string& suites) {
    return fmt::format(
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<testsuites tests=\"{}\" failures=\"{}\" errors=\"0\" "
        "skipped=\"{}\">\n{}</testsuites>\n",
        all.tests, all.failures, all.skipped, suites);
}

void add(Counts& all, const Counts& counts) {
    all.tests += counts.tests, all.failures += counts.failures, all.skipped += counts.skipped;
}

} // namespace

std::string junit_of(const std::vector<JudgedFile>& files) {
    std::string suites;
    Counts all;
    for (const JudgedFile& file : files) {
        Counts counts;
        std::string cases;
        for (const Fault& fault : catalogue()) {
            const bool judged = std::find(file.scan.judged.begin(), file.scan.judged.end(), fault.id) !=
                                file.scan.judged.end();
            if (judged || file.scan.not_judged.count(fault.id)) cases += case_of(file, fault, counts);
        }
        suites += suite_of(file.recording->file, counts, cases);
        add(all, counts);
    }
    return document_of(all, suites);
}

std::string junit_of(const std::vector<GuardedFile>& files) {
    std::string suites;
    Counts all;
    for (const GuardedFile& file : files) {
        Counts counts;
        std::string cases;
        for (const CheckResult& c : file.checks) {
            const std::string open = fmt::format("    <testcase classname=\"{}\" name=\"{}\"",
                                                 xml_text(file.file), xml_text(c.what));
            cases += c.holds ? open + "/>\n"
                             : open + fmt::format(">\n      <failure message=\"{}\"/>\n    </testcase>\n",
                                                  xml_text(c.why));
            ++counts.tests, counts.failures += !c.holds;
        }
        suites += suite_of(file.file, counts, cases);
        add(all, counts);
    }
    return document_of(all, suites);
}

} // namespace oddbounce
