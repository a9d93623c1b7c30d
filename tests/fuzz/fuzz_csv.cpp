// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as CSV and mapping, cut at "\n--\n": what is read is a recording like any other, or a sentence.
#include "recording/csv_import.hpp"
#include "whole.hpp"

#include <cstdint>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace oddbounce;
    const std::string_view all(reinterpret_cast<const char*>(data), size);
    const std::size_t cut = std::min(all.find("\n--\n"), all.size());
    try {
        must_be_whole(*import_csv_text(all.substr(0, cut), "x.csv", all.substr(std::min(cut + 4, all.size())),
                                       "x.json"),
                      256);
    } catch (const BadInput&) {
    }
    return 0;
}
