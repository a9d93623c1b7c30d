// SPDX-License-Identifier: GPL-3.0-or-later
// Any messages of a session, cut anywhere (the first byte says how long the pieces are): what was taken is
// kept in a file that opens with as many frames, or there is a sentence and the frames before it are kept.
#include "recording/bounce_file.hpp"
#include "recording/live.hpp"

#include <cstdint>
#include <cstdio>
#include <unistd.h>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace oddbounce;
    if (size == 0) return 0;
    const std::string path = "/tmp/fuzz_live" + std::to_string(getpid()) + ".bounce";
    for (const char* end : {"", "-wal", "-shm", "-journal"}) std::remove((path + end).c_str());
    LiveSession session([&](const Header&) { return path; }, data[0] & 1 ? 0.5 : 0.0);
    const std::size_t piece = 1 + data[0] / 2 * 8;
    const std::string_view all(reinterpret_cast<const char*>(data) + 1, size - 1);
    try {
        for (std::size_t i = 0; i < all.size(); i += piece)
            session.take(all.substr(i, piece)), session.new_marks();
        session.end();
    } catch (const BadInput&) {
    }
    const auto taken = session.recording();
    if (taken && !taken->empty() && open_bounce_file(path)->size() != taken->size()) __builtin_trap();
    return 0;
}
