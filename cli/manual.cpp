// SPDX-License-Identifier: GPL-3.0-or-later
#include "manual.hpp"

#include <CLI/CLI.hpp>
#include <fmt/format.h>

namespace oddbounce {

namespace {

std::vector<const CLI::App*> calls_of(const CLI::App& app) {
    return app.get_subcommands([](const CLI::App*) { return true; });
}

std::string roff(const std::string& text) {
    std::string out;
    for (const char c : text) {
        if (c == '\\' || c == '-') out += '\\';
        if (out.empty() && (c == '.' || c == '\'')) out += "\\&";
        out += c;
    }
    return out;
}

std::string join(const std::vector<std::string>& all, const std::string& between) {
    std::string out;
    for (const std::string& one : all) out += (out.empty() ? "" : between) + one;
    return out;
}

/// Long names of the options: "--frames".
std::vector<std::string> flags_of(const CLI::App& app) {
    std::vector<std::string> out;
    for (const CLI::Option* o : app.get_options())
        for (const std::string& name : o->get_lnames()) out.push_back("--" + name);
    return out;
}

/// How the call is written: "oddb clip IN OUT [OPTIONS]".
std::string usage_of(const CLI::App& call) {
    std::string out = "oddb " + call.get_name();
    for (const CLI::Option* o : call.get_options())
        if (o->get_positional()) out += " " + o->get_name() + (o->get_expected_max() > 1 ? "..." : "");
    return out + (flags_of(call).size() > 1 ? " [OPTIONS]" : ""); // --help is everywhere
}

std::string options_in_roff(const CLI::App& app) {
    std::string out;
    for (const CLI::Option* o : app.get_options()) {
        const bool positional = o->get_positional();
        const std::string name = positional ? o->get_name() : "--" + o->get_lnames().front();
        const std::string value = positional || o->get_items_expected_max() == 0 ? "" : " \\fIVALUE\\fR";
        out += fmt::format(".TP\n\\fB{}\\fR{}\n{}\n", roff(name), value, roff(o->get_description()));
    }
    return out;
}

} // namespace

std::string manual_of(const CLI::App& app, const std::string& version) {
    std::string out =
        fmt::format(".TH ODDB 1 \"\" \"Odd Bounce {}\" \"User Commands\"\n.SH NAME\noddb \\- {}\n"
                    ".SH SYNOPSIS\n",
                    version, "find faulty collisions in recorded frames of a game's physics");
    for (const CLI::App* call : calls_of(app)) out += fmt::format(".B {}\n.br\n", roff(usage_of(*call)));
    out += ".SH DESCRIPTION\n" + roff(app.get_description()) +
           "\nErrors go to standard error as \\fBoddb: FILE:LINE: sentence\\fR. Standard output holds "
           "results only.\n";
    out += ".SH OPTIONS\n" + options_in_roff(app);
    for (const CLI::App* call : calls_of(app))
        out += fmt::format(".SH ODDB {}\n{}\n", roff(call->get_name()), roff(call->get_description())) +
               options_in_roff(*call);
    return out + ".SH EXIT STATUS\n.TP\n0\nnothing was found, or the fix holds and nothing new breaks\n"
                 ".TP\n1\nsomething was found, kept or is new\n.TP\n2\nthe call or a file is unusable\n"
                 ".TP\n3\nnothing was found, but something that was asked for could not be judged\n"
                 ".SH SEE ALSO\n.BR odd\\-bounce (1)\n";
}

namespace {

std::string bash_completion(const CLI::App& app) {
    std::vector<std::string> names;
    std::string cases;
    for (const CLI::App* call : calls_of(app)) {
        names.push_back(call->get_name());
        cases += fmt::format("        {}) words=\"{}\" ;;\n", call->get_name(), join(flags_of(*call), " "));
    }
    return fmt::format(
        "# bash completion of oddb\n_oddb() {{\n    local current=${{COMP_WORDS[COMP_CWORD]}} words=\"\"\n"
        "    if [ \"$COMP_CWORD\" -eq 1 ]; then\n        words=\"{} {}\"\n    else\n"
        "        case ${{COMP_WORDS[1]}} in\n{}        esac\n    fi\n"
        "    COMPREPLY=($(compgen -W \"$words\" -- \"$current\"))\n"
        "    if [ \"$COMP_CWORD\" -gt 1 ] && [ \"${{current#-}}\" = \"$current\" ]; then\n"
        "        compopt -o filenames\n        COMPREPLY=($(compgen -f -- \"$current\"))\n    fi\n}}\n"
        "complete -F _oddb oddb\n",
        join(names, " "), join(flags_of(app), " "), cases);
}

std::string quoted(const std::string& text) {
    std::string out;
    for (const char c : text) out += c == '\'' ? "'\\''" : std::string(1, c);
    return out;
}

std::string zsh_completion(const CLI::App& app) {
    std::string calls, cases;
    for (const CLI::App* call : calls_of(app)) {
        calls += fmt::format("        '{}:{}'\n", call->get_name(), quoted(call->get_description()));
        std::string options;
        for (const CLI::Option* o : call->get_options())
            if (!o->get_positional())
                options += fmt::format(" '--{}[{}]{}'", o->get_lnames().front(), quoted(o->get_description()),
                                       o->get_items_expected_max() == 0 ? "" : ":value:");
        cases += fmt::format("        {}) _arguments{} '*:file:_files' ;;\n", call->get_name(), options);
    }
    return fmt::format(
        "#compdef oddb\n_oddb() {{\n    local -a calls\n    calls=(\n{}    )\n"
        "    if (( CURRENT == 2 )); then\n        _describe 'call' calls\n        return\n    fi\n"
        "    local call=$words[2]\n    shift words\n    (( CURRENT-- ))\n    case $call in\n{}    esac\n}}\n"
        "_oddb \"$@\"\n",
        calls, cases);
}

std::string fish_completion(const CLI::App& app) {
    std::string out = "# fish completion of oddb\n";
    for (const CLI::App* call : calls_of(app)) {
        out += fmt::format("complete -c oddb -n __fish_use_subcommand -a {} -d '{}'\n", call->get_name(),
                           quoted(call->get_description()));
        for (const CLI::Option* o : call->get_options())
            if (!o->get_positional())
                out +=
                    fmt::format("complete -c oddb -n '__fish_seen_subcommand_from {}' -l {} {}-d '{}'\n",
                                call->get_name(), o->get_lnames().front(),
                                o->get_items_expected_max() == 0 ? "" : "-r ", quoted(o->get_description()));
    }
    return out;
}

} // namespace

std::string completion_of(const CLI::App& app, const std::string& shell) {
    return shell == "bash"  ? bash_completion(app)
           : shell == "zsh" ? zsh_completion(app)
                            : fish_completion(app);
}

} // namespace oddbounce
