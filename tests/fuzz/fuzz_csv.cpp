// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as CSV and mapping, cut at "\n--\n": what is read is a recording like any other, or a sentence.
#include "fault/scan.hpp"
#include "recording/csv_import.hpp"
#include "recording/log.hpp"

#include <cstdint>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace oddbounce;
    const std::string_view all(reinterpret_cast<const char*>(data), size);
    const std::size_t cut = std::min(all.find("\n--\n"), all.size());
    const std::string_view mapping = all.substr(std::min(cut + 4, all.size()));
    try {
        const auto r = import_csv_text(all.substr(0, cut), "x.csv", mapping, "x.json");
        if (r->size() > 256 || r->collider_count() > 64) return 0;
        const auto again = read_log_text(write_log_text(*r), "x.bouncelog");
        if (again->size() != r->size()) __builtin_trap();
        ScanOptions options;
        options.threads = 1;
        scan(*r, options);
    } catch (const BadInput&) {
    }
    return 0;
}
