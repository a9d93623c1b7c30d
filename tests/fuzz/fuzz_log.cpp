// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes: a log is read or refused with a sentence; what was read can be written, judged and shown.
#include "whole.hpp"

#include <cstdint>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace oddbounce;
    try {
        must_be_whole(*read_log_text({reinterpret_cast<const char*>(data), size}, "x.bouncelog"), 64);
    } catch (const BadInput&) {
    }
    return 0;
}
