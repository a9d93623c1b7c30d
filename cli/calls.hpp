// SPDX-License-Identifier: GPL-3.0-or-later
// The calls of oddb that work on files. Each returns the exit status and throws BadInput.
#pragma once

#include "recording/screenshots.hpp"

#include <string>
#include <vector>

namespace oddbounce {

/// Exit status. NotJudged: nothing was found, but something that was asked for could not be judged.
enum Exit { Nothing = 0, Found = 1, Unusable = 2, NotJudged = 3 };

/// What the command line said, for whichever call.
struct Call {
    std::vector<std::string> files; ///< of scan and verify
    std::string file;               ///< of the others
    std::string only, format = "text", settings, frames, fix, method = "auto", finding, out, mapping,
                      table = "bodies";
    ScreenshotFolder screenshots;
    std::vector<double> rect;
    std::string about; ///< bodies that --dismissed is about
    bool as_json = false, shrink = false, no_case = false, quiet = false, dismissed = false;
    int jobs = 0;
    std::string number, and_number; ///< of a fix, for range
    std::optional<double> from, to, and_from, and_to;
    std::size_t values = 9, starts = 1000;
    std::uint64_t seed = 1;
};

int print_info(const Call& call);
int scan_files(const Call& call);
int try_one(const Call& call);
int try_range(const Call& call);
int shake_fix(const Call& call);
int sides_of_fix(const Call& call);
int guard_files(const Call& call);
int cut_clip(const Call& call);
int export_csv(const Call& call);
int import_table(const Call& call);
int convert(const Call& call);
int add_screenshots(const Call& call);
int verify(const Call& call);

} // namespace oddbounce
