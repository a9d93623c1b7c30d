// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/html.hpp"

#include "fault/account_text.hpp"
#include "report/xml.hpp"

#include <fmt/format.h>

namespace oddbounce {

namespace {

constexpr const char* style = R"(
:root{color-scheme:light}
body{margin:0 auto;max-width:62rem;padding:2rem 1.5rem;background:#F7F4EC;color:#1F2A30;
 font:15px/1.5 Inter,"DejaVu Sans",sans-serif}
h1{font-size:1.5rem;margin:0 0 .3rem}h2{font-size:1.2rem;margin:2rem 0 .4rem;border-top:1px solid #DDD7C9;padding-top:1rem}
h3{font-size:1rem;margin:1.2rem 0 .3rem}h3 .fault{color:#D0422B}
.soft{color:#66727A}section{background:#FCFBF7;border:1px solid #DDD7C9;border-radius:6px;padding:.2rem 1.2rem 1rem;margin:1rem 0}
dl{display:grid;grid-template-columns:max-content 1fr;gap:.15rem 1rem;margin:.4rem 0}dt{color:#66727A;font-variant-numeric:tabular-nums}
dd{margin:0}table{border-collapse:collapse;margin:.6rem 0}td{padding:.1rem 1.2rem .1rem 0}
td:last-child{text-align:right;font-variant-numeric:tabular-nums}
)";

std::string moment_of(const Sentence& s) {
    if (s.cause) return "cause";
    return s.fraction ? fmt::format("{} + {}", s.frame - 1, percent(*s.fraction)) : std::to_string(s.frame);
}

std::string frames_of(const Finding& f) {
    return f.first == f.last ? fmt::format("frame {}", f.first)
                             : fmt::format("frames {} to {}", f.first, f.last);
}

} // namespace

std::string html_head(const std::string& title) {
    return "<!doctype html>\n<html lang=\"en\"><head><meta charset=\"utf-8\">"
           "<meta name=\"viewport\" content=\"width=device-width\">"
           "<meta http-equiv=\"Content-Security-Policy\" content=\"default-src 'none'; img-src data:; "
           "style-src "
           "'unsafe-inline'; script-src 'unsafe-inline'\">\n<title>" +
           xml_text(title) + "</title>\n<style>" + style + "</style></head>\n<body>\n";
}

std::string html_of(const Finding& f) {
    std::string out =
        fmt::format("<section id=\"{}\">\n<h3><span class=\"fault\">{}</span> · {}</h3>\n<p "
                    "class=\"soft\">{}, {}{}</p>\n<dl>\n",
                    xml_text(f.id), xml_text(fault_by_id(f.fault)->title), xml_text(headline(f)),
                    frames_of(f), word(f.grade), f.assumes.empty() ? "" : ": " + xml_text(f.assumes));
    for (const Sentence& s : f.account)
        out += fmt::format("<dt>{}</dt><dd>{}</dd>\n", moment_of(s), xml_text(s.text));
    out += "</dl>\n<table>\n";
    for (const Fact& fact : f.facts)
        out += fmt::format("<tr><td class=\"soft\">{}</td><td>{}</td></tr>\n", xml_text(fact.key),
                           xml_text(fact_text(fact)));
    out += "</table>\n";
    for (const Suggestion& s : f.suggest)
        out +=
            fmt::format("<p>{}: {}</p>\n", s.changes.empty() ? "Advice" : "Candidate fix", xml_text(s.name));
    return out + "<p class=\"soft\">" + xml_text(f.id) + "</p>\n</section>\n";
}

std::string html_of(const std::vector<JudgedFile>& files) {
    std::string out = html_head("Odd Bounce: findings") + "<h1>Findings</h1>\n";
    for (const JudgedFile& file : files) {
        const auto open = std::count_if(file.scan.findings.begin(), file.scan.findings.end(),
                                        [](const Finding& f) { return !f.expected; });
        out += fmt::format("<h2>{}</h2>\n<p class=\"soft\">{} in {}. {}.</p>\n",
                           xml_text(file.recording->file), count_text(static_cast<double>(open), "finding"),
                           count_text(static_cast<double>(file.recording->kept()), "frame"),
                           xml_text(text_of(file.scan.coverage)));
        for (const Finding& f : file.scan.findings)
            if (!f.expected) out += html_of(f);
        for (const Finding& f : file.scan.findings)
            if (f.expected)
                out += fmt::format("<p class=\"soft\">Expected: {}, {}.</p>\n", xml_text(f.id),
                                   xml_text(*f.expected));
    }
    return out + "</body></html>\n";
}

} // namespace oddbounce
