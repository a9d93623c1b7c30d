// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes: a log is read or refused with a sentence; what was read can be written, judged and shown.
#include "fault/scan.hpp"
#include "recording/log.hpp"

#include <cstdint>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace oddbounce;
    try {
        const auto r = read_log_text({reinterpret_cast<const char*>(data), size}, "x.bouncelog");
        if (r->size() > 64 || r->collider_count() > 64) return 0;
        const auto again = read_log_text(write_log_text(*r), "x.bouncelog");
        if (again->size() != r->size()) __builtin_trap();
        ScanOptions options;
        options.threads = 1;
        scan(*r, options);
    } catch (const BadInput&) {
    }
    return 0;
}
